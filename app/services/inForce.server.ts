import { clearedAnswers, inForce } from '#core/screening';
import { asClearances, clearancesOf, screeningsOf } from '~/db/screenings.server';
import { clientInPractice } from '~/db/clients.server';
import type { Database } from '~/db/database.server';

/** What screening found for a client, as it stands now: the answers in force, with their clearances. */
export async function answersInForce(db: Database, clientId: string) {
  // One after the other: in a transaction there is one connection.
  const interviews = await screeningsOf(db, clientId);
  const clearances = await clearancesOf(db, clientId);
  const replies = inForce(interviews.map(({ at, ...rest }) => ({ ...rest, at: at.getTime() })));
  return {
    interviews,
    clearances,
    replies,
    answers: clearedAnswers(replies, asClearances(clearances)),
    /** Yeses to questions that are no longer asked: nobody screens by them, so somebody has to ask. */
    noLongerAsked: interviews.at(-1)?.noLongerAsked ?? [],
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
