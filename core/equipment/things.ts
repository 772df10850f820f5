/** A thing besides tools that a session may ask for. */
export interface Thing {
  /** As a list names it. */
  name: string;
  /** As the client reads it among what to have ready. */
  ready: string;
  /** What does as well; null when nothing does. */
  instead: string | null;
  /** It goes without. */
  optional?: true;
}

/** Things besides tools. Common practice, no published source. */
export const THINGS = {
  cushion: {
    name: 'cushion',
    ready: 'a cushion for the head',
    instead: 'a folded towel',
  },
  strap: {
    name: 'strap',
    ready: 'a strap or towel, in case the hand does not reach',
    instead: 'a towel or a belt',
  },
  cream: {
    name: 'plain cream',
    ready: 'a little cream, if you like',
    instead: null,
    optional: true,
  },
  glove: {
    name: 'glove',
    ready: 'a glove that is not of latex if you are allergic to it',
    instead: null,
  },
  'cold-pack': {
    name: 'cold pack',
    ready: 'a cold pack and a cloth round it',
    instead: 'a bag of frozen peas in a cloth',
  },
  chair: { name: 'chair', ready: 'a chair', instead: 'the edge of a bed' },
  'hard-chair': { name: 'hard chair', ready: 'a hard chair', instead: 'a bench or a step' },
  table: { name: 'table', ready: 'a table', instead: 'a worktop' },
  steady: {
    name: 'something steady to hold',
    ready: 'something steady to hold',
    instead: 'a door frame',
  },
} as const satisfies Record<string, Thing>;
export type ThingId = keyof typeof THINGS;
export const THING_IDS = Object.keys(THINGS) as ThingId[];

export const thingOf = (id: ThingId): Thing => THINGS[id];
