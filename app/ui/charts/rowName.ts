import { findSite, placeOf } from '#core/anatomy';
import type { DropRow } from '#core/trend';

/** The name of a row’s place on the body. */
export const rowName = (row: Pick<DropRow, 'siteId' | 'side' | 'point'>): string => {
  const site = findSite(row.siteId);
  const place = site ? placeOf(site, row.side) : row.siteId;
  return row.point?.name ? `${place} (${row.point.name})` : place;
};
