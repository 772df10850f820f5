/** When of a day a client finds the time. */
export const TIMES_OF_DAY = ['morning', 'midday', 'afternoon', 'evening'] as const;
export type TimeOfDay = (typeof TIMES_OF_DAY)[number];
