import { responseWords } from '#core/response';
import { stopReason } from '#core/session';
import { boreWell, type Line } from './evidence';
import {
  BEFORE_RISING,
  count,
  ends,
  idsOf,
  lowered,
  ratedOf,
  type Around,
  type Ground,
} from './grounds';

/** All that has to hold before anything rises; the first that does not is what is waited for. */
export function waitsFor(line: Line, { adherence, known }: Around): string | null {
  const { then, recent, ceiling, rests, drop, change, days, item } = line;
  if (rests === 'bruise') return 'It is bruised and rests.';
  if (rests !== null) return 'It rests until somebody has looked at it.';
  if (item.ramp?.length === 0) return 'Its ramp says that nothing rises.';
  if (then.length < BEFORE_RISING.sessions)
    return `${count(then.length, 'session')} at this dose so far; nothing rises before ${BEFORE_RISING.sessions}.`;
  if (days < BEFORE_RISING.days)
    return `At this dose for ${count(days, 'day')}; nothing rises before ${BEFORE_RISING.days}.`;
  const last = then.at(-1);
  if (last?.response === null) return 'How the day after the last session was is not known yet.';
  const known5 = then.slice(-5).filter(({ response }) => response !== null);
  if (known5.length < BEFORE_RISING.answers)
    return `The day after was told only ${known5.length === 1 ? 'once' : 'never'} lately.`;
  const badly = known5.find(({ response }) => boreWell(response) === false);
  if (badly?.response)
    return `It was ${lowered(responseWords(badly.response).label)} after one of the last sessions.`;
  if (adherence.share !== null && adherence.share < BEFORE_RISING.share)
    return `Only ${adherence.done} of ${adherence.asked} sessions were done in ${count(adherence.days, 'day')}.`;
  if (adherence.share === null)
    return 'Too little was asked for yet to judge how regularly it is done.';
  const grades = recent.flatMap(({ before }) => before ?? []);
  if (grades.length === 0) return 'It was not rated lately.';
  if (Math.max(...grades) >= ceiling) return `Rated at its ceiling of ${ceiling} lately.`;
  if (recent.some(({ tooMuch, onlyPain }) => tooMuch || onlyPain))
    return 'A hold was ended for the pressure lately.';
  if (Math.max(...grades) > item.grade + 1)
    return `It is felt at up to ${Math.max(...grades)} where ${item.grade} is asked for.`;
  if (drop === null) return 'It was not rated twice in a session.';
  if (drop < 1) return 'It hardly falls within a session.';
  if (change.verdict === 'more') return 'It rises over the days.';
  const [early, late] = ends(ratedOf(then));
  if (early !== null && late !== null && late > early) return 'It is no less tender than at first.';
  const restedBefore = known.sessions.at(-1);
  if (
    restedBefore &&
    restedBefore.stopReason !== null &&
    stopReason(restedBefore.stopReason).weight !== 'ordinary'
  )
    return 'The last session was stopped for a reason.';
  return null;
}

/** Going well: little soreness, the rating falls in the session, and over the days. */
export function goingWell(line: Line, around: Around): Ground | null {
  if (waitsFor(line, around) !== null) return null;
  const { then, drop, days } = line;
  const rated = ratedOf(then);
  const answers = then.filter(({ response }) => response !== null);
  return {
    says: `Borne well after ${answers.length} of ${then.length} sessions that were asked about, in ${count(days, 'day')}; falls by ${drop ?? 0} within a session; ${rated[0]?.before ?? '–'} at first, ${rated.at(-1)?.before ?? '–'} now.`,
    sessionIds: idsOf(then),
  };
}
