import { limbSites, REGIONS, SIDES } from '#core/anatomy';
import { z } from 'zod';
import type { Condition, Effect } from './condition';
import { CONDITION_IDS, CONDITIONS, type ConditionId } from './conditions';
import { levelRank, type Scope, type ScreenFinding } from './finding';

/** A question answered with yes, and what it adds. Nothing named means everywhere, on both sides. */
export const answerSchema = z.object({
  condition: z.enum(CONDITION_IDS as [ConditionId, ...ConditionId[]], {
    error: 'That is not one of the screening questions.',
  }),
  sides: z.array(z.enum(SIDES)).default([]),
  regions: z.array(z.enum(REGIONS)).default([]),
  siteIds: z.array(z.string().max(64)).default([]),
  /** Who cleared it and when, in words; empty when nobody has. */
  clearedBy: z
    .string()
    .trim()
    .max(200, 'The clearance may have at most 200 characters.')
    .default(''),
});
export type ScreenAnswer = z.infer<typeof answerSchema>;

export const answersSchema = z.array(answerSchema).max(100, 'There are at most 100 answers.');

function narrowed(effect: Effect, answer: ScreenAnswer): Scope {
  const by = new Set(effect.narrowedBy ?? []);
  return {
    ...effect.scope,
    // A midline site is on no side: it counts with either.
    ...(by.has('side') && answer.sides.length > 0 ? { sides: [...answer.sides, 'mid'] } : {}),
    ...(by.has('regions') && answer.regions.length > 0 ? { regions: answer.regions } : {}),
    ...(by.has('limbs') && answer.regions.length > 0 ? { siteIds: limbSites(answer.regions) } : {}),
    ...(by.has('sites') && answer.siteIds.length > 0 ? { siteIds: answer.siteIds } : {}),
  };
}

function findingOf(condition: Condition, effect: Effect, answer: ScreenAnswer): ScreenFinding {
  const { level, ceilingGrade, timeShare, mostSites, client, therapist } = effect;
  const cleared = effect.clearable && answer.clearedBy !== '';
  return {
    rule: condition.name,
    level,
    scope: narrowed(effect, answer),
    ...(ceilingGrade === undefined ? {} : { ceilingGrade }),
    ...(timeShare === undefined ? {} : { timeShare }),
    ...(mostSites === undefined ? {} : { mostSites }),
    client,
    therapist,
    source: condition.source,
    ...(cleared ? { clearedBy: answer.clearedBy } : {}),
  };
}

/** What follows from the answers, most severe first; what was cleared stays in the list and says by whom. */
export function screen(answers: readonly ScreenAnswer[]): ScreenFinding[] {
  return answers
    .flatMap((answer) => {
      const condition: Condition = CONDITIONS[answer.condition];
      return condition.effects.map((effect) => findingOf(condition, effect, answer));
    })
    .sort((a, b) => levelRank(a.level) - levelRank(b.level));
}
