/**
 * How two changes of one thing meet.
 *
 * - `added`: only ever added to; nothing can be in the way.
 * - `seen`: replaces what was there when the change was begun, and only that; else it is refused and what
 *   is there now is shown.
 * - `text`: as `seen`, and both texts are shown to choose from.
 */
export type Meeting = 'added' | 'seen' | 'text';

/** What is known of a kind of kept thing wherever it is; its shape is in `bodies.ts`. */
export interface Kind {
  /** What a person calls it. */
  words: string;
  meets: Meeting;
  /** Who may send it. */
  from: readonly ('staff' | 'client')[];
  /** While it is unsent a later one of the same thing stands for it: only the last is worth sending. */
  gathers: boolean;
  /** How long it rests unsent after the last stroke of the pen, in ms. */
  restMs: number;
}

const STAFF = ['staff'] as const;
const CLIENT = ['client'] as const;
const EITHER = ['staff', 'client'] as const;

/** Every kind of kept thing. To add one, see CONTRIBUTING. */
export const KINDS = {
  point: { words: 'tender point', meets: 'seen', from: EITHER, gathers: true, restMs: 0 },
  reading: { words: 'reading', meets: 'seen', from: STAFF, gathers: true, restMs: 0 },
  'home measure': {
    words: 'home measure',
    meets: 'added',
    from: CLIENT,
    gathers: false,
    restMs: 0,
  },
  'home asking': {
    words: 'measure asked for at home',
    meets: 'added',
    from: STAFF,
    gathers: false,
    restMs: 0,
  },
  note: { words: 'notes of a visit', meets: 'text', from: STAFF, gathers: true, restMs: 700 },
  draft: { words: 'draft of a plan', meets: 'text', from: STAFF, gathers: true, restMs: 700 },
  issue: { words: 'issued version', meets: 'seen', from: STAFF, gathers: false, restMs: 0 },
  answer: { words: 'answers under way', meets: 'added', from: EITHER, gathers: false, restMs: 0 },
  interview: { words: 'interview', meets: 'added', from: EITHER, gathers: false, restMs: 0 },
  clearance: { words: 'clearance', meets: 'added', from: STAFF, gathers: false, restMs: 0 },
  'client file': { words: 'new client', meets: 'added', from: STAFF, gathers: false, restMs: 0 },
  details: { words: 'client’s details', meets: 'seen', from: STAFF, gathers: true, restMs: 0 },
  brings: { words: 'what the client brings', meets: 'seen', from: STAFF, gathers: true, restMs: 0 },
  complaint: { words: 'complaint', meets: 'seen', from: STAFF, gathers: true, restMs: 700 },
  standing: {
    words: 'how a complaint stands',
    meets: 'added',
    from: EITHER,
    gathers: false,
    restMs: 0,
  },
  template: { words: 'template', meets: 'seen', from: STAFF, gathers: true, restMs: 0 },
  response: {
    words: 'how the day after was',
    meets: 'added',
    from: CLIENT,
    gathers: false,
    restMs: 0,
  },
  message: { words: 'message', meets: 'added', from: EITHER, gathers: false, restMs: 0 },
  'seen to': { words: 'what was seen to', meets: 'added', from: STAFF, gathers: false, restMs: 0 },
  course: { words: 'end of a course', meets: 'added', from: STAFF, gathers: false, restMs: 0 },
  'session event': { words: 'session', meets: 'added', from: CLIENT, gathers: false, restMs: 0 },
} as const satisfies Record<string, Kind>;

export type KindId = keyof typeof KINDS;
export const KIND_IDS = Object.keys(KINDS) as KindId[];

export const kindOf = (id: KindId): Kind => KINDS[id];
