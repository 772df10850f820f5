import { findSite, SITES, type Side } from '#core/anatomy';
import type { Day } from '#core/calendar';
import { judgePlace } from '#core/map';
import { dayIn, namedIn, numberIn, sideIn, uuidIn, Wrong, type TableKind } from './kind';

/** How tender a place was on a day, as a table tells it. */
export interface PointRow {
  day: Day;
  siteId: string;
  side: Side;
  rating: number;
  across: number;
  down: number;
  /** The point it is of, where the table says so. */
  thread: string | null;
  note: string;
}

const MOST_NOTE = 400;

export const POINTS_IN: TableKind<PointRow> = {
  fields: [
    {
      id: 'day',
      label: 'Day',
      says: 'like 2026-03-31 or 31.3.2026',
      needed: true,
      names: ['date', 'datum'],
    },
    {
      id: 'site',
      label: 'Place',
      says: 'its name or its id here',
      needed: true,
      names: ['name', 'place'],
    },
    { id: 'side', label: 'Side', says: 'left, right or mid', needed: false, names: [] },
    {
      id: 'rating',
      label: 'Rating',
      says: '0 to 10',
      needed: true,
      names: ['grade', 'pain', 'tenderness'],
    },
    {
      id: 'across_mm',
      label: 'Across',
      says: 'mm from the place’s own spot',
      needed: false,
      names: ['across'],
    },
    {
      id: 'down_mm',
      label: 'Down',
      says: 'mm from the place’s own spot',
      needed: false,
      names: ['down'],
    },
    { id: 'note', label: 'Note', says: '', needed: false, names: ['word', 'remark'] },
    {
      id: 'point',
      label: 'Point',
      says: 'a UUID, the same each time',
      needed: false,
      names: ['thread'],
    },
    {
      id: 'finding',
      label: 'Id',
      says: 'a UUID, where there is one',
      needed: false,
      names: ['id'],
    },
  ],
  read(cells, today) {
    const day = dayIn(cells, 'day', today);
    const site = namedIn(
      cells,
      'site',
      SITES,
      ({ plainName, anatomicalName }) => [plainName, anatomicalName],
      'place',
    );
    const side = site.midline ? 'mid' : sideIn(cells, 'side');
    if (!site.midline && side === 'mid')
      throw new Wrong('side', 'it lies left and right: say which');
    const rating = numberIn(cells, 'rating');
    if (!Number.isInteger(rating) || rating < 0 || rating > 10)
      throw new Wrong('rating', `${rating} is none of 0 to 10`);
    const across = cells.across_mm ? numberIn(cells, 'across_mm') : 0;
    const down = cells.down_mm ? numberIn(cells, 'down_mm') : 0;
    const place = judgePlace({ siteId: site.id, side, across, down }, null);
    if (!place.ok) throw new Wrong('across_mm', place.mistake.says.replace(/\.$/, ''));
    const note = cells.note ?? '';
    if (note.length > MOST_NOTE)
      throw new Wrong('note', `it has more than ${MOST_NOTE} characters`);
    return { day, siteId: site.id, side, rating, across, down, thread: uuidIn(cells.point), note };
  },
  idOf: ({ finding }) => uuidIn(finding),
  keyOf: ({ note: _, ...row }) => JSON.stringify(row),
  words: ({ day, siteId, side, rating }) =>
    `${day}: ${findSite(siteId)?.plainName ?? siteId}${side === 'mid' ? '' : `, ${side}`}: ${rating} of 10`,
};
