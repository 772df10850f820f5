import type { Site } from './sites';

export const SIDES = ['left', 'right', 'mid'] as const;
/** A side of the body as the client has it; `mid` for a site on the midline. */
export type Side = (typeof SIDES)[number];

/** The side as it is read after a site's name: `left`, `right`, or `middle`. */
const sideLabel = (side: Side): string => (side === 'mid' ? 'middle' : side);

/** Names a place on the body: “Side low-back, left”; a midline site needs no side. */
export const placeOf = (site: Pick<Site, 'plainName'>, side: Side): string =>
  side === 'mid' ? site.plainName : `${site.plainName}, ${sideLabel(side)}`;
