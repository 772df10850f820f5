import type { ViewId } from '#core/anatomy';
import type { ComparedPoint, TenderPoint } from '#core/map';

/** A point as the figure draws it. */
export interface DrawnPoint extends TenderPoint {
  id: string;
  /** How tender it is was not said yet. */
  unrated?: boolean;
}

/** A point of which nothing but its place and its rating was asked. */
export const UNASKED = {
  tautBand: null,
  refersTo: null,
  stopsOnRelease: null,
  worseOnBreath: null,
  worst: false,
  bruised: null,
  note: '',
} as const;

/** The view pairs of a map. */
export const MAP_VIEWS: readonly { id: string; name: string; views: readonly ViewId[] }[] = [
  { id: 'body', name: 'Body', views: ['front', 'back'] },
  { id: 'head', name: 'Head and jaw', views: ['head'] },
  { id: 'armpit', name: 'Shoulder and armpit', views: ['armpit'] },
  { id: 'foot', name: 'Foot', views: ['foot-top', 'sole'] },
];

/** What became of a point since the map it is compared with, in a word or two. */
export function changeWords(compared: ComparedPoint | undefined): string {
  if (!compared) return '';
  const { change, before, shiftMm, moved, meaningful } = compared;
  const shift = moved ? (shiftMm === null ? ', moved' : `, moved ${shiftMm} mm`) : '';
  switch (change) {
    case 'new':
      return 'new';
    case 'gone':
      return before ? `gone, was ${before.rating}` : 'gone';
    case 'same':
      return `the same${shift}`;
    case 'not looked at':
      return 'not looked at';
    default:
      return `${change}, was ${before?.rating ?? '?'}${meaningful ? '' : ' (within noise)'}${shift}`;
  }
}
