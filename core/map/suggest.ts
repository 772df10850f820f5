import { findSite, SITE_ORDER, WORKABLE_SITES, type Site } from '#core/anatomy';
import type { TenderPoint } from './point';

/** A site worth a look, and why. */
export interface Suggestion {
  site: Site;
  /** The point it follows from. */
  from: Site;
  why: string;
}

/**
 * Sites to examine next, from the points found: those that belong together, those that come first in
 * the usual order, those that send to the same place. Each site once, with its strongest reason; sites
 * already on the map are left out. Common practice, no published source.
 */
export function relatedSites(
  points: readonly Pick<TenderPoint, 'siteId' | 'rating' | 'refersTo'>[],
  most = 6,
): Suggestion[] {
  const mapped = new Set(points.map(({ siteId }) => siteId));
  const found = new Map<string, Suggestion>();
  const add = (siteId: string, from: Site, why: string) => {
    const site = findSite(siteId);
    if (!site || site.redirect || mapped.has(siteId) || found.has(siteId)) return;
    found.set(siteId, { site, from, why });
  };
  const tender = [...points].filter(({ rating }) => rating > 0).sort((a, b) => b.rating - a.rating);
  for (const { siteId } of tender) {
    const from = findSite(siteId);
    if (!from) continue;
    for (const { siteId: other, why } of from.related) add(other, from, why);
    for (const other of WORKABLE_SITES) {
      const why = other.related.find((one) => one.siteId === siteId)?.why;
      if (why) add(other.id, from, why);
    }
    for (const { first, then, why } of SITE_ORDER) if (then === siteId) add(first, from, why);
  }
  for (const { siteId, refersTo } of tender) {
    const from = findSite(siteId);
    if (!from || !refersTo || refersTo.length === 0) continue;
    for (const other of WORKABLE_SITES) {
      const shared = other.refersTo.find((part) => refersTo.includes(part));
      if (shared && other.region === from.region) {
        add(other.id, from, `It may send to the same place as ${from.plainName.toLowerCase()}.`);
      }
    }
  }
  return [...found.values()].slice(0, most);
}
