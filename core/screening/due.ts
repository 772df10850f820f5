import { addDays, type Day } from '#core/calendar';
import { COMMON_PRACTICE, ownEstimate, type Finding } from '#core/knowledge';

export interface DueInput {
  today: Day;
  /** The day of the latest confirmed interview; null when there was none. */
  lastOn: Day | null;
  /** The practice's own period in days. */
  everyDays: number;
  /**
   * A session the client stopped for a reason that needs the therapist, since then, or whose day after needs them and
   * was told since then; newest first.
   */
  stops: readonly { day: Day; label: string; redFlag: boolean; when?: 'during' | 'after' }[];
  /** An interview of the client's waits to be confirmed. */
  waiting: Day | null;
  /** Questions answered with yes that are no longer asked, by name. */
  noLongerAsked?: readonly string[];
  /** Questions that the latest confirmed interview did not have. */
  newQuestions?: number;
}

/**
 * Why the screening is due again; empty when it is not. Most pressing first.
 *
 * Common practice, no published source, but for the period, which each practice sets.
 */
export function screeningDue({
  today,
  lastOn,
  everyDays,
  stops,
  waiting,
  noLongerAsked = [],
  newQuestions = 0,
}: DueInput): Finding[] {
  const due: Finding[] = [];
  // A day after is told later than its session was.
  const since = stops.filter(
    ({ day, when }) => when === 'after' || lastOn === null || day >= lastOn,
  );
  const redFlag = since.find((stop) => stop.redFlag);
  if (redFlag) {
    due.push({
      rule: 'after a red-flag stop',
      verdict: 'refuse',
      reason: `A session was stopped on ${redFlag.day}: ${redFlag.label.toLowerCase()}. Ask again before anything goes on.`,
      source: COMMON_PRACTICE,
      inputs: { stoppedOn: redFlag.day, lastScreened: lastOn },
    });
  }
  if (waiting !== null) {
    due.push({
      rule: 'answers to confirm',
      verdict: 'caution',
      reason: 'The client has answered. Go through it together and confirm.',
      source: COMMON_PRACTICE,
      inputs: { answeredOn: waiting },
    });
  }
  if (noLongerAsked.length > 0) {
    due.push({
      rule: 'no longer asked',
      verdict: 'caution',
      reason: `Answered with yes, and no longer among the questions: ${noLongerAsked.join('; ')}. Nothing is left out because of it now: ask again, and judge in person.`,
      source: ownEstimate('what cannot be screened by any more is asked again'),
      inputs: { questions: noLongerAsked.length },
    });
  }
  if (lastOn === null) {
    due.push({
      rule: 'never screened',
      verdict: 'caution',
      reason: 'Nobody has asked yet whether self-release is safe here.',
      source: COMMON_PRACTICE,
      inputs: { lastScreened: null },
    });
    return due;
  }
  if (newQuestions > 0) {
    due.push({
      rule: 'new questions',
      verdict: 'caution',
      reason: `${newQuestions} ${newQuestions === 1 ? 'question is' : 'questions are'} new since the last interview. Ask them.`,
      source: ownEstimate('what was never asked is asked at the next meeting'),
      inputs: { newQuestions, lastScreened: lastOn },
    });
  }
  const symptom = since.find((stop) => !stop.redFlag);
  if (symptom) {
    due.push({
      rule: 'after a new symptom',
      verdict: 'caution',
      reason: `${
        symptom.when === 'after'
          ? `The day after the session of ${symptom.day}`
          : `A session was stopped on ${symptom.day}`
      }: ${symptom.label.toLowerCase()}. Ask again.`,
      source: COMMON_PRACTICE,
      inputs: { stoppedOn: symptom.day, lastScreened: lastOn },
    });
  }
  const dueOn = addDays(lastOn, everyDays);
  if (today >= dueOn) {
    due.push({
      rule: 'period of the practice',
      verdict: 'caution',
      reason: `Last asked on ${lastOn}; this practice asks again after ${everyDays} days.`,
      source: ownEstimate('each practice sets the period'),
      inputs: { lastScreened: lastOn, everyDays, dueOn },
    });
  }
  return due;
}
