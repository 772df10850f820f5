import { daysBetween } from '#core/calendar';
import { LEAVING_REASONS, SKIP_REASONS } from '#core/session';
import type { Practised } from './evidence';
import type { Around, Ground } from './grounds';

/** A routine that is asked for and hardly done; our own estimates. */
export const HARDLY_DONE = { share: 0.5, days: 14, asked: 6 } as const;
/** Less often than this it is no routine. */
const LEAST_OFTEN = 2;

/** What of a whole routine the record supports: asked for as often as it is done, or somebody asks what stops them. */
export interface RoutineChange {
  ground: Ground;
  /** Times a week it would be asked for; null: none is proposed, somebody asks. */
  timesPerWeek: number | null;
}

const WHY_WORDS: Readonly<Record<string, string>> = Object.fromEntries(
  [...SKIP_REASONS, ...LEAVING_REASONS].map(({ id, label }) => [id, label]),
);

/** Why holds were passed over or left, the most frequent first: “No time (6)”. */
function reasonsGiven(sessions: readonly Practised[]): string {
  const counts = new Map<string, number>();
  for (const { places } of sessions)
    for (const { why = {} } of places)
      for (const [id, many] of Object.entries(why)) counts.set(id, (counts.get(id) ?? 0) + many);
  return [...counts]
    .sort((a, b) => b[1] - a[1])
    .slice(0, 2)
    .map(([id, many]) => `${WHY_WORDS[id] ?? id} (${many})`)
    .join(', ');
}

/** Hardly done of what is asked for: asked for as often as it is done, rather than a routine nobody has time for. */
export function hardlyDone({ adherence, known }: Around): RoutineChange | null {
  const { done, begun, asked, days, share } = adherence;
  // What is begun and broken off is another matter: what ended it is looked at line by line.
  if (share === null || begun >= asked * HARDLY_DONE.share) return null;
  if (days < HARDLY_DONE.days || asked < HARDLY_DONE.asked) return null;
  const { timesPerWeek } = known.routine;
  const wish = Math.max(LEAST_OFTEN, Math.ceil((done * 7) / days) + 1);
  const lately = known.sessions.filter(({ day }) => daysBetween(day, known.today) <= days);
  const reasons = reasonsGiven(lately);
  return {
    ground: {
      says: `${done} of ${asked} sessions were done in ${days} days.${reasons ? ` Passed over or left for: ${reasons}.` : ''}`,
      sessionIds: lately.map(({ id }) => id),
    },
    timesPerWeek: done > 0 && wish < timesPerWeek ? wish : null,
  };
}
