import { isDay } from '#core/calendar';
import { z } from 'zod';
import type { Condition } from './condition';
import { CONDITION_IDS, CONDITIONS, type ConditionId } from './conditions';
import { answersOf, type Reply } from './interview';
import type { ScreenAnswer } from './screen';

/** Somebody's word that a finding no longer forbids, or that an earlier such word no longer holds. */
export const clearanceSchema = z.object({
  condition: z
    .enum(CONDITION_IDS as [ConditionId, ...ConditionId[]], {
      error: 'That is not one of the screening questions.',
    })
    .refine((id) => (CONDITIONS[id] as Condition).effects.some(({ clearable }) => clearable), {
      error: 'Nobody’s word can lift this one.',
    }),
  kind: z.enum(['cleared', 'withdrawn']).default('cleared'),
  by: z
    .string()
    .trim()
    .min(2, 'Say who cleared it.')
    .max(120, 'The name may have at most 120 characters.'),
  on: z.string().refine(isDay, { error: 'The day of the clearance must be a date.' }),
  note: z.string().trim().max(400, 'The note may have at most 400 characters.').default(''),
});
export type Clearance = z.infer<typeof clearanceSchema>;

/** A clearance as it was recorded. */
export interface RecordedClearance extends Clearance {
  /** When, ms since 1970. */
  at: number;
}

/** A reply that is in force. */
export interface ReplyInForce extends Reply {
  /** When the interview was that says so, the last of several; ms since 1970. */
  saidAt: number;
}

/**
 * The clearance that holds for a reply: the latest word on its condition, recorded since the interview that says
 * yes. A word answers one interview: a yes that is given again may be another complaint and needs a word of its own,
 * whether or not it was said since when. One that withdraws, or that is of a day before the complaint began, lifts
 * nothing.
 *
 * @param clearances in the order they were recorded
 */
export function clearanceFor<C extends RecordedClearance>(
  { condition, since, saidAt }: Pick<ReplyInForce, 'condition' | 'since' | 'saidAt'>,
  clearances: readonly C[],
): C | null {
  const last = clearances.filter((one) => one.condition === condition).at(-1);
  if (!last || last.kind === 'withdrawn' || last.at < saidAt) return null;
  return since !== '' && since > last.on ? null : last;
}

/** The yes answers with the clearances that hold laid over them. */
export const clearedAnswers = (
  replies: readonly ReplyInForce[],
  clearances: readonly RecordedClearance[],
): ScreenAnswer[] =>
  answersOf(replies).map((answer) => {
    const reply = replies.find(({ condition }) => condition === answer.condition);
    const clearance = reply ? clearanceFor(reply, clearances) : null;
    return { ...answer, clearedBy: clearance ? `${clearance.by}, on ${clearance.on}` : '' };
  });

/** One recorded interview. */
export interface Screening {
  /** When it was answered, ms since 1970. */
  at: number;
  replies: readonly Reply[];
  /** A therapist held or confirmed it. */
  confirmed: boolean;
}

const wider = <T>(one: readonly T[], other: readonly T[]): T[] =>
  // Nothing named means everywhere: that is the wider of the two.
  one.length === 0 || other.length === 0 ? [] : [...new Set([...one, ...other])];

/**
 * The replies in force: those of the latest confirmed interview, and every yes the client has given
 * since. Until a therapist has confirmed, the stricter of two answers counts.
 *
 * @param screenings oldest first
 */
export function inForce(screenings: readonly Screening[]): ReplyInForce[] {
  const confirmedAt = screenings.findLastIndex(({ confirmed }) => confirmed);
  const replies = new Map<ConditionId, ReplyInForce>();
  const confirmed = screenings[confirmedAt];
  for (const one of confirmed?.replies ?? []) {
    replies.set(one.condition, { ...one, saidAt: confirmed?.at ?? 0 });
  }
  for (const { replies: later, at } of screenings.slice(confirmedAt + 1)) {
    for (const reply of later) {
      const one = { ...reply, saidAt: at };
      const known = replies.get(one.condition);
      if (!known || (known.says === 'no' && one.says === 'yes')) replies.set(one.condition, one);
      else if (known.says === 'yes' && one.says === 'yes') {
        replies.set(one.condition, {
          ...one,
          sides: wider(known.sides, one.sides),
          regions: wider(known.regions, one.regions),
          siteIds: wider(known.siteIds, one.siteIds),
          since: known.since > one.since ? known.since : one.since,
        });
      }
    }
  }
  return [...replies.values()];
}
