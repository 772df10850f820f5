import { BODY_PARTS } from './referral';
import { type Site, SITES } from './sites';

/** A site that answers a search, and on what ground. */
export interface SiteMatch {
  site: Site;
  /** `name`: plain or anatomical name; `region`; `refers`: sensation may travel to the place asked for. */
  ground: 'name' | 'region' | 'refers';
  /** The words that answered. */
  words: string;
}

const plain = (text: string): string =>
  text
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9 ]+/g, ' ')
    .trim();

/** Words that say nothing about where. */
const FILLERS = new Set([
  'the',
  'of',
  'my',
  'in',
  'at',
  'it',
  'hurts',
  'pain',
  'ache',
  'a',
  'on',
  'side',
]);

function holds(haystack: string, words: readonly string[]): boolean {
  const own = plain(haystack).split(' ');
  return words.every((word) => own.some((part) => part.startsWith(word)));
}

/**
 * Finds sites by plain name, anatomical name, region, or where it hurts: “front of shoulder” finds the
 * muscles that refer there. Names first, then regions, then referral; body order within each.
 */
export function searchSites(query: string): SiteMatch[] {
  const all = plain(query).split(' ').filter(Boolean);
  const telling = all.filter((word) => !FILLERS.has(word));
  const words = telling.length > 0 ? telling : all;
  if (words.length === 0) return [];
  const named: SiteMatch[] = [];
  const inRegion: SiteMatch[] = [];
  const referring: SiteMatch[] = [];
  for (const site of SITES) {
    const names = `${site.plainName} ${site.anatomicalName}`;
    const sends = site.refersTo.map((id) => BODY_PARTS[id].name).find((name) => holds(name, words));
    if (holds(names, words)) named.push({ site, ground: 'name', words: names });
    else if (sends) referring.push({ site, ground: 'refers', words: sends });
    else if (holds(site.region, words))
      inRegion.push({ site, ground: 'region', words: site.region });
  }
  return [...named, ...referring, ...inRegion];
}
