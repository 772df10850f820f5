import { layAside, readAside } from '~/keeping/client/aside';
import { ownerHere } from '~/keeping/client/keys';

/** An edition may draw better: what is older is fetched anew, ms. */
const GOOD_FOR_MS = 7 * 86_400_000;

interface KeptDrawing {
  at: number;
  svg: string;
}

const nameOf = (address: string) => `drawing ${address}`;

// Only this code writes under these names, sealed for its person.
const read = async (userId: string, address: string) =>
  (await readAside(userId, nameOf(address))) as KeptDrawing | null;

/** Fetches drawings that are not on this device yet, one after the other: nobody waits for them. */
export async function keepDrawings(userId: string, addresses: readonly string[]): Promise<void> {
  for (const address of addresses) {
    const kept = await read(userId, address);
    if (kept && Date.now() - kept.at < GOOD_FOR_MS) continue;
    const answer = await fetch(address, { redirect: 'manual' }).catch(() => null);
    if (!answer) return;
    if (!answer.ok) continue;
    const drawn: KeptDrawing = { at: Date.now(), svg: await answer.text() };
    await layAside(userId, nameOf(address), drawn);
  }
}

/** A drawing as this device has it, as an address of its own; null when it has none. */
export async function keptDrawing(address: string): Promise<string | null> {
  const owner = await ownerHere();
  const kept = owner && (await read(owner, address));
  return kept ? `data:image/svg+xml;charset=utf-8,${encodeURIComponent(kept.svg)}` : null;
}
