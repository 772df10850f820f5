import { clearedAnswers, inForce } from '#core/screening';
import { asClearances, clearancesOf, screeningsOf } from '~/db/screenings.server';
import { clientInPractice } from '~/db/clients.server';
import type { Database } from '~/db/open.server';

/** What screening found for a client, as it stands now: the answers in force, with their clearances. */
export async function answersInForce(db: Database, clientId: string) {
  const [interviews, clearances] = await Promise.all([
    screeningsOf(db, clientId),
    clearancesOf(db, clientId),
  ]);
  const replies = inForce(interviews.map(({ day, ...rest }) => ({ on: day, ...rest })));
  return {
    interviews,
    clearances,
    replies,
    answers: clearedAnswers(replies, asClearances(clearances)),
  };
}

/** A client's file with what screening found, and everything that was asked and cleared. */
export async function fileAndAnswers(db: Database, practiceId: string, clientId: string) {
  const [row, known] = await Promise.all([
    clientInPractice(db, practiceId, clientId),
    answersInForce(db, clientId),
  ]);
  return row && { file: { ...row, screening: known.answers }, known };
}
