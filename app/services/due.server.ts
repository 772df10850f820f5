import type { Day } from '#core/calendar';
import { screeningDue, unanswered, type Reply } from '#core/screening';
import { responseWords } from '#core/response';
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
  response: string | null;
  responseAt: number | null;
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
    stops: sessions.flatMap(({ day, startedAt, stopReason: reason, response, responseAt }) => {
      // Those asked about since are settled.
      if (response !== null && (!confirmed || (responseAt ?? 0) > confirmed.at.getTime())) {
        const { label, bears } = responseWords(response);
        if (bears === 'not') return [{ day, label, redFlag: false, when: 'after' as const }];
      }
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
