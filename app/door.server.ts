import {
  createCookie,
  data,
  type MiddlewareFunction,
  redirect,
  type RouterContextProvider,
} from 'react-router';
import type { z } from 'zod';
import {
  clientContext,
  personContext,
  principalContext,
  requestContext,
  settingContext,
  staffContext,
} from '~/context.server';
import { isFull, isOutage } from '~/db/outage.server';
import { principalOf, type LetIn, type SignedIn } from '~/services/signIns.server';
import type { From } from '~/services/tries.server';
import { allStorable, NOT_STORABLE } from '~/keeping/storable';
import { Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';

type Context = Readonly<RouterContextProvider>;

const SIXTY_DAYS = 60 * 24 * 3600;
const COOKIE = 'entspann';
// The token is random and looked up in the database: signing it would add nothing.
const options = { httpOnly: true, sameSite: 'lax', path: '/', maxAge: SIXTY_DAYS } as const;
const cookie = createCookie(COOKIE, options);

/** The Set-Cookie line that signs in, or, with an empty token, out. */
export const cookieFor = (context: Context, token: string): Promise<string> =>
  cookie.serialize(token, {
    secure: context.get(requestContext).secure,
    ...(token === '' ? { maxAge: 0 } : {}),
  });

/** A year: what a device is known by outlives every sign-in on it. */
const deviceCookie = createCookie(`${COOKIE}-device`, { ...options, maxAge: 365 * 24 * 3600 });

/** The headers of an answer that signs somebody in. */
async function signingIn(
  context: Context,
  { token, deviceToken }: Pick<SignedIn, 'token' | 'deviceToken'>,
): Promise<Headers> {
  const headers = new Headers({ 'Set-Cookie': await cookieFor(context, token) });
  if (deviceToken !== null) {
    const { secure } = context.get(requestContext);
    headers.append('Set-Cookie', await deviceCookie.serialize(deviceToken, { secure }));
  }
  return headers;
}

/** Kept by a browser between the pass phrase and the code. */
const begunCookie = createCookie(`${COOKIE}-begun`, { ...options, path: '/sign-in', maxAge: 600 });

/** The token of a sign-in that was begun and waits for its code; null when none is. */
export async function begunOf(request: Request): Promise<string | null> {
  const token: unknown = await begunCookie.parse(request.headers.get('Cookie'));
  return typeof token === 'string' && token !== '' ? token : null;
}

/** The way on for whoever gave the right pass phrase: in, or to the page that asks for their code. */
export async function wayIn(context: Context, letIn: LetIn, to: string | null): Promise<Response> {
  if (!('begun' in letIn)) {
    return redirect(to ?? homeOf(letIn), { headers: await signingIn(context, letIn) });
  }
  const { secure } = context.get(requestContext);
  const headers = { 'Set-Cookie': await begunCookie.serialize(letIn.begun, { secure }) };
  const back = to === null ? '' : `?to=${encodeURIComponent(to)}`;
  return redirect(`/sign-in/code${back}`, { headers });
}

/** Where somebody who signs in wants to go; only a path of our own may be gone to. */
export function wantedPath(request: Request): string | null {
  const to = new URL(request.url).searchParams.get('to');
  return to !== null && /^\/(?![/\\])[\w\-/.]*$/.test(to) ? to : null;
}

/** Where a try at a sign-in comes from. */
export async function cameFrom(request: Request, context: Context): Promise<From> {
  const { address, device } = context.get(requestContext);
  const token: unknown = await deviceCookie.parse(request.headers.get('Cookie'));
  const isToken = typeof token === 'string' && /^[\w-]{43}$/.test(token);
  return { address, device, deviceToken: isToken ? token : null };
}

export async function tokenOf(request: Request): Promise<string | null> {
  const token: unknown = await cookie.parse(request.headers.get('Cookie'));
  return typeof token === 'string' && token !== '' ? token : null;
}

const AWAY = 'The database does not answer just now. Nothing was lost; try again in a moment.';
const NO_ROOM =
  'There is no room left on the disk of this installation. Nothing was changed; what is there can be read.';

/** The status and sentence of a trouble that is nobody’s mistake and will pass; null for any other. */
export function passing(error: unknown): { status: 503 | 507; message: string } | null {
  if (isOutage(error)) return { status: 503, message: AWAY };
  return isFull(error) ? { status: 507, message: NO_ROOM } : null;
}

/** Reads the cookie and notes who is asking. Runs before every loader and action. */
export async function recognise(request: Request, context: Context): Promise<void> {
  const token = await tokenOf(request);
  if (!token) return;
  context.set(principalContext, await load(() => principalOf(context.get(settingContext), token)));
}

/** Whether a cookie header is of somebody who is signed in; for what lies beside the router. */
export async function isSignedIn(setting: Setting, header: string | null): Promise<boolean> {
  const token: unknown = await cookie.parse(header);
  return typeof token === 'string' && token !== '' && (await principalOf(setting, token)) !== null;
}

/** Where a person begins. */
export const homeOf = (who: Pick<Principal, 'role'>): string =>
  who.role === 'client' ? '/today' : '/day';

/**
 * The door to everything behind a sign-in, as the middleware of a layout: what lies under that layout is
 * behind it. Those who are not signed in are sent to do so; those of another role get the same answer as
 * for a page that does not exist.
 *
 * @throws a redirect to the sign-in page, or 404
 */
export function door(role: 'staff' | 'client' | 'anyone'): MiddlewareFunction<Response> {
  const into = { staff: staffContext, client: clientContext, anyone: personContext }[role];
  return ({ request, context }) => {
    const who = context.get(principalContext);
    if (!who) {
      const to = new URL(request.url).pathname.replace(/\.data$/, '');
      const back = to === '/' || request.method !== 'GET' ? '' : `?to=${encodeURIComponent(to)}`;
      throw redirect(`/sign-in${back}`);
    }
    const isClient = who.role === 'client';
    if ((role === 'staff' && isClient) || (role === 'client' && !isClient)) {
      throw data({ message: 'There is no such page for you.' }, { status: 404 });
    }
    context.set(into, { setting: context.get(settingContext), who });
  };
}

/** Runs a loader's work; a refusal becomes an error page with its sentence. */
export async function load<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Refusal && typeof error.details.into === 'string') {
      // The file went into another one of the same person.
      throw redirect(`/clients/${error.details.into}`);
    }
    if (error instanceof Refusal) throw data({ message: error.message }, { status: error.status });
    const trouble = passing(error);
    if (trouble) throw data({ message: trouble.message }, { status: trouble.status });
    throw error;
  }
}

/** What an action answers when it turned a request down. */
export interface TurnedDown {
  ok: false;
  message: string;
  /** Sentences by the name of the field they are about. */
  fields: Record<string, string>;
  details: Record<string, unknown>;
}

const turnDown = (status: number, message: string, rest: Partial<TurnedDown> = {}) =>
  data({ ok: false as const, message, fields: {}, details: {}, ...rest }, { status });

function fieldSentences(error: z.ZodError): Record<string, string> {
  const fields: Record<string, string> = {};
  for (const issue of error.issues) fields[issue.path.join('.')] ??= issue.message;
  return fields;
}

/** Parses what was sent, or throws a refusal that names every field. */
export function parse<S extends z.ZodType>(schema: S, given: unknown): z.output<S> {
  const result = schema.safeParse(given);
  if (result.success) return result.data;
  const fields = fieldSentences(result.error);
  const sentences = [...new Set(Object.values(fields))];
  throw new FormRefusal(sentences.slice(0, 3).join(' ') || 'That cannot be read.', fields);
}

class FormRefusal extends Refusal {
  constructor(
    message: string,
    readonly fields: Record<string, string>,
  ) {
    super(422, message);
  }
}

const isFields = (fields: unknown): fields is Record<string, string> =>
  typeof fields === 'object' && fields !== null;

/** Runs an action's work; a refusal becomes its status and sentences, with nothing changed. */
export async function act<T>(work: () => Promise<T>) {
  try {
    return await work();
  } catch (error) {
    if (error instanceof FormRefusal) return turnDown(422, error.message, { fields: error.fields });
    if (error instanceof Refusal) {
      const { fields, ...details } = error.details;
      return turnDown(error.status, error.message, {
        details,
        ...(isFields(fields) ? { fields } : {}),
      });
    }
    const trouble = passing(error);
    if (trouble) return turnDown(trouble.status, trouble.message);
    throw error;
  }
}

function storable<T>(given: T): T {
  if (!allStorable(given)) throw new Refusal(422, NOT_STORABLE);
  return given;
}

/** A form's fields as plain text; files and repeated names are not taken. */
export async function formOf(request: Request): Promise<Record<string, string>> {
  const fields: Record<string, string> = {};
  let form: FormData;
  try {
    form = await request.formData();
  } catch {
    throw new Refusal(400, 'The form could not be read.');
  }
  for (const [name, value] of form) {
    if (typeof value === 'string') fields[storable(name)] = storable(value);
  }
  return fields;
}

/** A request's JSON body; it says that it is one, for its limits are counted by what it says. */
export async function jsonOf(request: Request): Promise<unknown> {
  if (!/^application\/json\b/i.test(request.headers.get('Content-Type') ?? '')) {
    throw new Refusal(400, 'The request could not be read: it is not JSON by what it says.');
  }
  let body: unknown;
  try {
    body = await request.json();
  } catch {
    throw new Refusal(400, 'The request could not be read.');
  }
  return storable(body);
}
