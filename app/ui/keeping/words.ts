import { canSeal } from '~/keeping/client/keys';
import type { Trouble, View } from '~/keeping/client/outbox';

/** Why what is here was not sent. */
export const TROUBLE_WORDS: Record<Trouble, string> = {
  connection: 'No connection. It is sent as soon as there is one.',
  server: 'The practice’s server is in trouble. It is sent again until it answers.',
  'signed out': 'You are signed out. Sign in again, and it is sent.',
  'other person': 'Somebody else signed in here. Sign in again yourself, and it is sent.',
};

/** The one quiet line: where what was written is. */
export function standingWords(
  { waiting, needsYou, unwritten, opened, trouble }: View,
  isLineLost = false,
): string {
  if (needsYou > 0) return needsYou === 1 ? '1 needs you' : `${needsYou} need you`;
  if (unwritten > 0) return 'keeping';
  const noLine = isLineLost || trouble === 'connection';
  if (waiting === 0 && noLine) return 'no connection';
  if (waiting === 0) return opened ? 'all kept' : '';
  return canSeal()
    ? `kept here, not sent yet (${waiting})`
    : `not sent yet (${waiting}): leave this page open`;
}
