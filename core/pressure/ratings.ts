import type { Body } from '#core/loading';
import type { KnownRating } from './calibrate';
import { setupOf, setupMean, type SetupIds } from './setup';

/** A grade a client gave on first pressing a site in a known setup. */
export interface RatedSetup extends SetupIds {
  siteId: string;
  grade: number;
}

/**
 * Ratings made at a site as grades at pressures, for calibrating its ladder. Ratings at other sites say
 * little about this one: flesh and tenderness differ.
 */
export function knownRatings(
  rated: readonly RatedSetup[],
  siteId: string,
  body: Body,
): KnownRating[] {
  return rated
    .filter((rating) => rating.siteId === siteId)
    .flatMap((rating) => {
      const setup = setupOf(siteId, rating);
      if (!setup.ok) return [];
      return [{ grade: rating.grade, kilopascals: setupMean(setup.value, body).value }];
    });
}
