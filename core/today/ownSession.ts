import { summarise, type SessionState } from '#core/session';
import type { KnownSession } from './known';

/** What a device remembers of a session of its own, also before the practice has heard of it. */
export type OwnSession = Omit<
  KnownSession,
  'day' | 'heardAt' | 'response' | 'responseAt' | 'contactSeconds'
>;

/** A session of this device as it stands. */
export function ownSession(
  { id, versionId, startedAt }: Pick<OwnSession, 'id' | 'versionId' | 'startedAt'>,
  state: SessionState,
): OwnSession {
  const summary = summarise(state);
  const { status, stopReason, word } = state;
  return { id, versionId, startedAt, status, stopReason, word, counts: summary.counts, summary };
}
