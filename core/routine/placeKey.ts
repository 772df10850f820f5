import type { Side } from '#core/anatomy';

/** One site on one side, as a key: what caps, strokes and totals are counted by. */
export const placeKey = (place: { siteId: string; side: Side }): string =>
  `${place.siteId}:${place.side}`;

/** A hold as far as it says where it presses. */
interface Pressing {
  siteId: string;
  side: Side;
  together?: true;
}

/** The sides a hold presses: both of them when it presses them at one time. */
export const sidesPressed = ({ side, together }: Omit<Pressing, 'siteId'>): readonly Side[] =>
  together ? ['left', 'right'] : [side];

/** The places a hold presses, as keys: its time counts for each of them. */
export const placesPressed = (hold: Pressing): string[] =>
  sidesPressed(hold).map((side) => placeKey({ siteId: hold.siteId, side }));
