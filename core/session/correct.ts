import type { SessionEvent } from './event';
import { stopReason } from './reasons';
import type { Correction, SessionState } from './state';

const AFTERWARDS = ['corrected', 'reworded', 'taken-back'] as const;
type After = Extract<SessionEvent, { type: (typeof AFTERWARDS)[number] }>;

/** Whether an event is said of a session after it has ended. */
export const isAfterwards = (type: SessionEvent['type']): boolean =>
  AFTERWARDS.some((one) => one === type);

const noted = (state: SessionState, correction: Correction): SessionState => ({
  ...state,
  corrections: [...state.corrections, correction],
});

/** Whether a session may be said not to have been done: not where it was stopped for something the therapist is told. */
export const mayTakeBack = ({
  stopReason: reason,
  takenBack,
}: Pick<SessionState, 'stopReason' | 'takenBack'>): boolean =>
  !takenBack && (reason === null || stopReason(reason).weight === 'ordinary');

/**
 * A correction after the fact. The log keeps what was said first; the correction stands beside it. How a hold ended does
 * not change by it: what was too much at the time was ended for it.
 */
export function corrected(state: SessionState, event: After): SessionState {
  if (state.status === 'ready' || state.takenBack) return state;
  const { at } = event;
  switch (event.type) {
    case 'taken-back':
      return mayTakeBack(state)
        ? noted({ ...state, takenBack: true }, { at, of: 'session' })
        : state;
    case 'reworded':
      return event.word === state.word
        ? state
        : noted(
            { ...state, word: event.word },
            { at, of: 'word', from: state.word, to: event.word },
          );
    case 'corrected': {
      const hold = state.holds.find(({ step }) => step === event.step);
      const rating = hold?.ratings[event.rating];
      if (!hold || !rating || rating.grade === event.grade) return state;
      const ratings = hold.ratings.with(event.rating, { ...rating, grade: event.grade });
      const holds = state.holds.map((one) => (one === hold ? { ...one, ratings } : one));
      const { step, grade: to } = event;
      return noted({ ...state, holds }, { at, of: 'rating', step, from: rating.grade, to });
    }
  }
}
