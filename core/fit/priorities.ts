import { ownEstimate, type Source } from '#core/knowledge';
import {
  isPress,
  stretchOf,
  type FoundSite,
  type PressItem,
  type RoutineItem,
} from '#core/routine';

/** How much a line matters, and why. */
export interface Priority {
  /** A whole number from 1. */
  weight: number;
  reasons: readonly string[];
}

/** What is known of a client that says which lines matter. */
export interface Matters {
  /** What the map found, by site. */
  found: readonly Pick<FoundSite, 'site' | 'rating' | 'worst'>[];
  /** Sites to look at first for what brings them, and those to look at as well. */
  complaint: { first: readonly string[]; also: readonly string[] };
}

export const PRIORITY_SOURCE: Source = ownEstimate(
  'how much a line matters: what brings the client, and how tender it is; a star comes before all',
);

const BASE = 1;
const COMPLAINT = { first: 3, also: 1 };
const WORST = 2;
/** By the rating on the map: from 1, from 4, from 7. */
const TENDER = [1, 4, 7];
/** What warms up, and what tells whether it moved further. */
const MEANS = 2;

function ofPress({ siteId }: PressItem, { found, complaint }: Matters): Priority {
  const reasons: string[] = [];
  let weight = BASE;
  if (complaint.first.includes(siteId)) {
    weight += COMPLAINT.first;
    reasons.push('what brings them is looked for here first');
  } else if (complaint.also.includes(siteId)) {
    weight += COMPLAINT.also;
    reasons.push('it may have to do with what brings them');
  }
  const here = found.find(({ site }) => site.id === siteId);
  if (here) {
    weight += TENDER.filter((from) => here.rating >= from).length;
    reasons.push(`rated ${here.rating} on the map`);
    if (here.worst) {
      weight += WORST;
      reasons.push('the worst point');
    }
  }
  return { weight, reasons };
}

/**
 * How much each line of a routine matters: what brings the client and what is most tender count most; a stretch counts half
 * of what it belongs to.
 */
export function prioritiesOf(
  items: readonly RoutineItem[],
  matters: Matters,
): Map<string, Priority> {
  const presses = items.filter((item) => isPress(item));
  const all = new Map<string, Priority>(presses.map((item) => [item.id, ofPress(item, matters)]));
  for (const item of items) {
    if (isPress(item)) continue;
    const entry = stretchOf(item);
    if (entry) {
      const sites: readonly string[] = entry.siteIds;
      const its = presses.filter(({ siteId }) => sites.includes(siteId));
      const most = Math.max(0, ...its.map(({ id }) => all.get(id)?.weight ?? 0));
      const weight = BASE + Math.floor(most / 2);
      all.set(item.id, { weight, reasons: its.length > 0 ? ['it follows what is pressed'] : [] });
    } else {
      const isMeans = item.kind === 'warm-up' || item.kind === 'test';
      all.set(item.id, { weight: isMeans ? MEANS : BASE, reasons: [] });
    }
  }
  return all;
}
