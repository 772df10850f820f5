import { answersOf, type Reply, type ScreenAnswer } from '#core/screening';

/** The answers as they are being given, with the clearances that held for the same condition before. */
export function liveAnswers(
  replies: readonly Reply[],
  known: readonly ScreenAnswer[],
): ScreenAnswer[] {
  const cleared = new Map(known.map(({ condition, clearedBy }) => [condition, clearedBy]));
  return answersOf(replies).map((answer) => ({
    ...answer,
    clearedBy: cleared.get(answer.condition) ?? '',
  }));
}
