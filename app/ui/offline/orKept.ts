import { data, isRouteErrorResponse } from 'react-router';
import { isSignOutWanted } from '~/keeping/client/signOut';
import type { KeptPage } from '~/keeping/pack';
import { outboxFor } from '~/ui/keeping/outboxFor';
import { keptPack } from './keptPack';
import { line } from './line';
import { ownOf } from './ownSessions';

/** So long an answer is waited for before what lies on the device is shown instead. */
const PATIENCE_MS = 4_000;

/** Whether the practice could not be asked, or could not answer: not that it said no. */
export const isUnheard = (error: unknown): boolean =>
  isRouteErrorResponse(error) ? error.status >= 500 : error instanceof Error;

const NOTHING_KEPT =
  'There is no connection, and nothing of yours is on this phone yet. Open Entspann once with a connection; from then on it works without.';

const SIGNED_OUT =
  'You are signed out on this device: nothing of yours can be read here. The practice hears of it at the next connection, before anything opens.';

async function fromDevice<T>(page: KeptPage): Promise<T | null> {
  const pack = await keptPack();
  if (!pack) return null;
  const { onThisDay } = await import('./onThisDay');
  const own = await ownOf(outboxFor(pack.userId));
  // What this page’s own loader would give.
  const told = (await onThisDay(pack, page, own, Date.now())) as T;
  line.set(true);
  return told;
}

/**
 * What a page is drawn from: what the practice says, or, without a line, what it said last. A line that hangs is none.
 *
 * @throws what the practice refused; 503 when there is neither a line nor anything kept
 */
export async function orKept<T>(page: KeptPage, ask: () => Promise<T>): Promise<T> {
  const asked = ask().then((told) => {
    line.set(false);
    return { told };
  });
  const late = new Promise<null>((done) => setTimeout(() => done(null), PATIENCE_MS));
  try {
    const first = await Promise.race([asked, late]);
    if (first) return first.told;
    // Nobody waits for it any more once there is something to show.
    asked.catch(() => undefined);
    return (await fromDevice<T>(page)) ?? (await asked).told;
  } catch (error) {
    if (!isUnheard(error)) throw error;
    const kept = await fromDevice<T>(page);
    if (kept === null) {
      const message = isSignOutWanted() ? SIGNED_OUT : NOTHING_KEPT;
      throw data({ message }, { status: 503 });
    }
    return kept;
  }
}
