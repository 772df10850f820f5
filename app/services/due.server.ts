import type { Day } from '#core/calendar';
import { screeningDue, unanswered, type Reply } from '#core/screening';
import { stopReason } from '#core/session';

/** Sessions looked back on for stops that ask for a new interview. */
export const STOPS_FROM = 30;

interface Interview {
  day: string;
  at: Date;
  confirmed: boolean;
  replies: readonly Reply[];
}

interface Stopped {
  day: string;
  startedAt: Date;
  stopReason: string | null;
}

/** Why a client's screening is due again, from what is stored. */
export function dueFor(
  {
    interviews,
    sessions,
    noLongerAsked = [],
  }: {
    interviews: readonly Interview[];
    sessions: readonly Stopped[];
    noLongerAsked?: readonly string[];
  },
  today: Day,
  everyDays: number,
) {
  const confirmed = interviews.findLast((one) => one.confirmed) ?? null;
  const newest = interviews.at(-1);
  return screeningDue({
    today,
    lastOn: confirmed?.day ?? null,
    everyDays,
    stops: sessions.flatMap(({ day, startedAt, stopReason: reason }) => {
      // Those asked about since are settled.
      if (!reason || (confirmed && startedAt <= confirmed.at)) return [];
      const { label, weight } = stopReason(reason);
      // Soreness is a matter of dose, not a new symptom.
      return weight === 'ordinary' || reason === 'too-sore'
        ? []
        : [{ day, label, redFlag: weight === 'emergency' }];
    }),
    waiting: newest?.confirmed === false ? newest.day : null,
    noLongerAsked,
    newQuestions: confirmed ? unanswered(confirmed.replies).length : 0,
  });
}
