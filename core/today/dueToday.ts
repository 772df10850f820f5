import { dueLines, type DoneThen, type DueLines, type Routine } from '#core/routine';
import type { SessionSummary } from '#core/session';
import type { KnownVersion } from './known';

function highestBefore(places: SessionSummary['places']): Record<string, number> {
  const highest: Record<string, number> = {};
  for (const { siteId, before } of places) {
    if (before !== null) highest[siteId] = Math.max(before, highest[siteId] ?? 0);
  }
  return highest;
}

/** What the client’s earlier sessions did, as far as it decides what is due. */
const doneIn = (rows: readonly { day: string; summary: SessionSummary }[]): DoneThen[] =>
  rows.map(({ day, summary: { places, activities = [] } }) => ({
    day,
    keys: [
      ...places.flatMap(({ siteId, holdsDone }) => (holdsDone > 0 ? [siteId] : [])),
      ...activities.flatMap(({ itemId, done }) => (done > 0 ? [itemId] : [])),
    ],
    before: highestBefore(places),
  }));

/** What of a version the session of today holds: what is due, and what may be picked besides. */
export function dueToday(
  { content, issuedOn }: Pick<KnownVersion, 'content' | 'issuedOn'>,
  rows: readonly { day: string; summary: SessionSummary }[],
  today: string,
): DueLines & { content: Routine; sure: Routine } {
  const lines = dueLines(content, doneIn(rows), { today, since: issuedOn });
  const kept = new Set([...lines.due, ...lines.asNeeded].map(({ id }) => id));
  return {
    ...lines,
    /** What is led, in the order of the routine. */
    content: { ...content, items: content.items.filter(({ id }) => kept.has(id)) },
    /** Without what is picked only as needed. */
    sure: { ...content, items: lines.due },
  };
}
