import { noLongerUsed, presentId } from '#core/knowledge';
import { LOOKED_AT_FOR } from '#core/response';

/** Why a hold was passed over. */
export const SKIP_REASONS = [
  { id: 'nothing-tender', label: 'Nothing tender there' },
  { id: 'not-found', label: 'Could not find the spot' },
  { id: 'too-tender', label: 'Too tender today' },
  { id: 'position', label: 'Could not get into position' },
  { id: 'no-tool', label: 'Tool not at hand' },
  { id: 'no-time', label: 'No time' },
] as const;
export type SkipReason = (typeof SKIP_REASONS)[number]['id'];

/** Why a hold was left before its least time. */
export const LEAVING_REASONS = [
  { id: 'eased', label: 'It has let go' },
  { id: 'uncomfortable', label: 'The position is uncomfortable' },
  { id: 'tired', label: 'The hand is tired' },
  { id: 'no-time', label: 'No time' },
] as const;
export type LeavingReason = (typeof LEAVING_REASONS)[number]['id'];

/**
 * Why a session was stopped. `weight` says what follows: `ordinary` nothing, `tell` the therapist is
 * told and the client is asked not to go on, `emergency` the client is sent for help at once.
 * The red flags are common practice, no published source.
 */
export const STOP_REASONS = [
  { id: 'enough', label: 'Enough for today', weight: 'ordinary', advice: null },
  { id: 'interrupted', label: 'Interrupted', weight: 'ordinary', advice: null },
  {
    id: 'too-sore',
    label: 'Too sore to go on',
    weight: 'tell',
    advice:
      'Leave the spot alone until it has settled. A cold pack on it may help. Your therapist sees this note.',
  },
  {
    id: 'travelling',
    label: 'A feeling that travels and stays after letting go',
    weight: 'tell',
    advice:
      'Do not press there again until you have spoken to your therapist. If it turns into numbness or weakness, see someone in person today.',
  },
  {
    id: 'numb',
    label: 'Numbness, tingling or a shooting pain',
    weight: 'tell',
    advice:
      'Come off and do not press there again until someone has looked at it in person. If a limb gets weak, or you go numb between the legs, call emergency services.',
  },
  {
    id: 'dizzy',
    label: 'Dizzy or sick',
    weight: 'tell',
    advice:
      'Sit or lie down and breathe. No more sessions until your therapist has seen you. If you also see double, slur, have trouble swallowing or walking, or a numb face, call emergency services now.',
  },
  {
    id: 'alarm',
    label: 'Chest pain, breathlessness, sudden worst-ever headache, sudden weakness',
    weight: 'emergency',
    advice:
      'Call emergency services now. Do not wait to see whether it passes, and do not drive yourself.',
  },
] as const;
export type StopReason = (typeof STOP_REASONS)[number]['id'];

/** Those whose advice is that nothing goes on. */
const FORBID: ReadonlySet<StopReason> = new Set(['dizzy', 'alarm']);
/** Those whose advice is that the place is left alone until somebody has looked. */
const REST: ReadonlySet<string> = new Set(LOOKED_AT_FOR);

/** What a reason says and asks for. */
export interface StopReasonWords {
  label: string;
  weight: (typeof STOP_REASONS)[number]['weight'];
  advice: string | null;
  /** No session at all until the therapist’s word. */
  nothingStarts: boolean;
  /** What was pressed then rests until somebody has looked at it. */
  rests: boolean;
}

/** What a stored reason means; one that is no longer offered is told to the therapist, as the cautious reading. */
export const stopReason = (id: string): StopReasonWords => {
  const known = STOP_REASONS.find((reason) => reason.id === presentId('stop reason', id));
  if (!known) {
    const label = noLongerUsed('stop reason', id);
    return { label, weight: 'tell', advice: null, nothingStarts: false, rests: false };
  }
  return { ...known, nothingStarts: FORBID.has(known.id), rests: REST.has(known.id) };
};
