import { findSite } from '#core/anatomy';
import type { DropRow, Stroke } from '#core/trend';
import { csvOf, type Column } from './csv';

type Row = { place: DropRow; stroke: Stroke };

const COLUMNS: readonly Column<Row>[] = [
  { name: 'day', says: 'the client’s day', of: ({ stroke }) => stroke.day },
  { name: 'site', says: 'id of the site', of: ({ place }) => place.siteId },
  {
    name: 'name',
    says: 'the site',
    of: ({ place }) => findSite(place.siteId)?.plainName ?? place.siteId,
  },
  { name: 'side', says: 'left, right or mid', of: ({ place }) => place.side },
  { name: 'point', says: 'the point of the map', of: ({ place }) => place.point?.name ?? null },
  { name: 'before', says: '0–10', of: ({ stroke }) => stroke.before },
  { name: 'after', says: '0–10; empty: rated once', of: ({ stroke }) => stroke.after },
  {
    name: 'contact_s',
    says: 'contact, seconds',
    of: ({ stroke }) => Math.round(stroke.contactSeconds),
  },
  { name: 'session', says: 'id of the session', of: ({ stroke }) => stroke.sessionId },
];

/** What the drop chart shows, one line a stroke. */
export const strokesCsv = (rows: readonly DropRow[]): string =>
  csvOf(
    COLUMNS,
    rows.flatMap((place) => place.strokes.map((stroke) => ({ place, stroke }))),
  );
