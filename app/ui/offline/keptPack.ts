import { layAside, readAside } from '~/keeping/client/aside';
import { ownerHere } from '~/keeping/client/keys';
import { PACK_EDITION, type Pack } from '~/keeping/pack';

const PACK = 'pack';
const FROM = '/offline';

const isPack = (given: unknown): given is Pack =>
  typeof given === 'object' &&
  given !== null &&
  'edition' in given &&
  given.edition === PACK_EDITION;

/** Asks the practice for what the pages are drawn from and lays it aside. Without a line nothing happens. */
export async function renewPack(userId: string): Promise<Pack | null> {
  try {
    const answer = await fetch(FROM, { redirect: 'manual' });
    if (!answer.ok) return null;
    const given: unknown = await answer.json();
    if (!isPack(given) || given.userId !== userId) return null;
    await layAside(userId, PACK, given);
    return given;
  } catch {
    return null;
  }
}

/** What was laid aside for whoever this device is of; null when there is nothing that can be read. */
export async function keptPack(): Promise<Pack | null> {
  const owner = await ownerHere();
  const kept = owner && (await readAside(owner, PACK));
  return isPack(kept) && kept.userId === owner ? kept : null;
}
