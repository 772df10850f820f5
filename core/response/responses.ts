import { noLongerUsed, presentId } from '#core/knowledge';

/**
 * How a place is hours after and the day after it was pressed, as it is asked before the next session.
 * `bears` says what it means for the dose: `well` it may go on as planned, `less` the shorter time until it was
 * quiet again, `not` nothing starts until the therapist's word. Common practice, no published source: a little
 * soreness is ordinary, a bruise or marked tenderness was too hard.
 */
export const RESPONSES = [
  { id: 'none', label: 'Nothing to notice', bears: 'well', advice: null },
  { id: 'little-sore', label: 'A little sore', bears: 'well', advice: null },
  {
    id: 'sore',
    label: 'Sore',
    bears: 'less',
    advice:
      'Press less today, and where it is still tender leave it out: skip it when it comes. A cold pack may help.',
  },
  {
    id: 'bruised',
    label: 'Bruised',
    bears: 'less',
    advice:
      'That was too hard. Leave the bruised place alone until the bruise has gone: say where it is, and it rests. Press the others less.',
  },
  {
    id: 'dizzy',
    label: 'Dizzy or sick',
    bears: 'not',
    advice:
      'No session until your therapist has asked you about it. If you also see double, slur, have trouble swallowing or walking, or a numb face, call emergency services now.',
  },
  {
    id: 'numb',
    label: 'Numb or tingling',
    bears: 'not',
    advice:
      'Do not press there again until someone has looked at it in person. If a limb gets weak, or you go numb between the legs, call emergency services now.',
  },
  /** Not asked about a day after: it ends the rest of a place. */
  { id: 'bruise-gone', label: 'The bruise has gone', bears: 'well', advice: null },
] as const;
/** What is asked about a day after. */
export const DAY_AFTER = RESPONSES.filter(({ id }) => id !== 'bruise-gone');
/** Answers with which it is asked where. */
export const ASKS_WHERE: readonly ResponseId[] = ['sore', 'bruised', 'numb'];
export type ResponseId = (typeof RESPONSES)[number]['id'];
export const RESPONSE_IDS = RESPONSES.map(({ id }) => id) as [ResponseId, ...ResponseId[]];

/** What is asked besides, with any answer. Common practice, no published source. */
export const BESIDES = [
  { id: 'headache', label: 'A headache afterwards' },
  { id: 'slept-badly', label: 'Slept badly for it' },
] as const;
export type BesidesId = (typeof BESIDES)[number]['id'];
export const BESIDES_IDS = BESIDES.map(({ id }) => id) as [BesidesId, ...BesidesId[]];

/** What an answer says and asks for. */
export interface ResponseWords {
  label: string;
  bears: (typeof RESPONSES)[number]['bears'];
  advice: string | null;
}

/**
 * What a stored answer means; one that is no longer offered is read as the cautious one.
 *
 * @example responseWords('bruised').bears // => 'less'
 */
export const responseWords = (id: string): ResponseWords =>
  RESPONSES.find((one) => one.id === presentId('response', id)) ?? {
    label: noLongerUsed('response', id),
    bears: 'less',
    advice: null,
  };
