/** For what a place rests until somebody has looked at it: a stop of a session, or an answer of the day after. */
export const LOOKED_AT_FOR = ['numb', 'travelling'] as const;
export type LookedAtFor = (typeof LOOKED_AT_FOR)[number];
