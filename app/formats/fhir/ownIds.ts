import { v5 as uuidOf } from 'uuid';
import { isFields } from './check';

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;
/** Of no meaning but that it is ours: ids that are no UUIDs are made into some within it. */
const WITHIN = '6f1f7a0e-6f0b-5b52-9f0d-2d0c1d5f3a10';

/** A resource of a Bundle under the id it has here, with its place there, from 1. */
export interface Entry {
  entry: number;
  resource: { resourceType: string; id: string } & Readonly<Record<string, unknown>>;
}

/** The same value with every reference led to where it leads now. */
function led(value: unknown, to: ReadonlyMap<string, string>): unknown {
  if (Array.isArray(value)) return value.map((one) => led(one, to));
  if (!isFields(value)) return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, inner]) => [
      name,
      name === 'reference' && typeof inner === 'string' ? (to.get(inner) ?? inner) : led(inner, to),
    ]),
  );
}

/**
 * The resources of a Bundle, each with a UUID for its id and every reference within it by that. One that has another id
 * gets a UUID made of all that it holds: the same resource, the same id.
 *
 * @param bundle one in which `faultsIn` found nothing
 */
export function withOwnIds(bundle: Readonly<Record<string, unknown>>): Entry[] {
  const entries = Array.isArray(bundle.entry) ? (bundle.entry as unknown[]) : [];
  const to = new Map<string, string>();
  const told = entries.flatMap((entry, at) => {
    const resource = isFields(entry) ? entry.resource : null;
    if (!isFields(entry) || !isFields(resource)) return [];
    const { id, resourceType } = resource;
    const type = String(resourceType);
    const own =
      typeof id === 'string' && UUID.test(id)
        ? id.toLowerCase()
        : uuidOf(JSON.stringify([entry.fullUrl ?? null, resource]), WITHIN);
    const url = `urn:uuid:${own}`;
    to.set(url, url);
    if (typeof entry.fullUrl === 'string') to.set(entry.fullUrl, url);
    if (typeof id === 'string') to.set(`${type}/${id}`, url);
    return [{ entry: at + 1, resource, type, own }];
  });
  return told.map(({ entry, resource, type, own }) => {
    const { resourceType: _type, id: _id, ...rest } = led(resource, to) as Record<string, unknown>;
    return { entry, resource: { resourceType: type, id: own, ...rest } };
  });
}
