import type { Site } from '#core/anatomy';
import type { Dose } from '#core/dosage';

/**
 * What the points of a line are called, in order, where they have names: a site’s angles, directions and gaps, and its
 * lanes where they are gone over in small circles.
 *
 * @example namedSpots(neckGroove, { method: 'circles', holdSeconds: 30 })?.[0] // => 'first lane, …'
 */
export const namedSpots = (
  { spots, lanes }: Pick<Site, 'spots' | 'lanes'>,
  { method }: Pick<Dose, 'method'>,
): readonly string[] | undefined => spots ?? (method === 'circles' ? lanes : undefined);
