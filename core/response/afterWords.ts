import { findSite, placeOf } from '#core/anatomy';
import { group } from 'd3-array';
import type { RestingPlace } from './rest';
import { BESIDES, responseWords } from './responses';

/** What was answered of a day after, as it is stored. */
export interface StoredAfter {
  response: string | null;
  places?: readonly RestingPlace[] | null;
  besides?: readonly string[] | null;
}

const lower = (words: string) => `${words.charAt(0).toLowerCase()}${words.slice(1)}`;

/**
 * A day after in words, with where and what came besides; null while nothing was answered.
 *
 * @example afterWords({ response: 'bruised', places: [{ siteId: 'calf', side: 'left' }] })
 *   // => 'bruised (calf, left)'
 */
export function afterWords({ response, places, besides }: StoredAfter): string | null {
  if (response === null) return null;
  const where = [...group(places ?? [], ({ siteId }) => siteId)].flatMap(([siteId, here]) => {
    const site = findSite(siteId);
    const sides = [...new Set(here.map(({ side }) => side))];
    if (!site) return [];
    if (sides.length > 1) return [`${lower(site.plainName)}, both sides`];
    return sides.map((side) => lower(placeOf(site, side)));
  });
  const came = BESIDES.filter(({ id }) => besides?.includes(id)).map(({ label }) => lower(label));
  const label = lower(responseWords(response).label);
  return [where.length > 0 ? `${label} (${where.join('; ')})` : label, ...came].join(', ');
}

/**
 * How the day after was at one place: where it was said which places were meant, the others were quiet.
 *
 * @param at the site, and the side where that matters
 * @example responseAt({ response: 'sore', responsePlaces: [{ siteId: 'calf', side: 'left' }] }, { siteId: 'chest' })
 *   // => 'none'
 */
export function responseAt(
  {
    response,
    responsePlaces,
  }: { response: string | null; responsePlaces?: readonly RestingPlace[] | null },
  at: { siteId: string; side?: RestingPlace['side'] },
): string | null {
  if (response === null || !responsePlaces || responsePlaces.length === 0) return response;
  const isMeant = responsePlaces.some(
    ({ siteId, side }) => siteId === at.siteId && (at.side === undefined || side === at.side),
  );
  return isMeant ? response : 'none';
}
