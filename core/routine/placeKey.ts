import type { Side } from '#core/anatomy';

/** One site on one side, as a key: what caps, strokes and totals are counted by. */
export const placeKey = (place: { siteId: string; side: Side }): string =>
  `${place.siteId}:${place.side}`;
