import { lengthened, type Borne } from '#core/response';
import { expand, limitSteps, type Step, type Routine } from '#core/routine';
import type { ScreenFinding } from '#core/screening';
import type { SessionSummary } from '#core/session';

/** The holds a client is led by: as long as they have grown to, within what screening found. */
export const ledSteps = (
  content: Routine,
  findings: readonly ScreenFinding[],
  sessions: readonly Borne[],
): Step[] => limitSteps(lengthened(expand(content), content, sessions), findings);

/** A session as its row tells how it was borne. Instants in ms since 1970. */
interface Row {
  versionId: string;
  day: string;
  summary: SessionSummary;
  response: string | null;
  responseAt: number | null;
}

/**
 * How earlier sessions were borne, newest first. What was answered while a session is under way does not change
 * that one.
 *
 * @param underWaySince when the present session began; null when there is none
 */
export const borneFrom = (
  versions: readonly { id: string; content: Routine }[],
  rows: readonly Row[],
  underWaySince: number | null,
): Borne[] =>
  rows.map(({ versionId, day, summary, response, responseAt }) => ({
    day,
    siteIds: summary.places.flatMap(({ siteId, contactSeconds }) =>
      contactSeconds > 0 ? [siteId] : [],
    ),
    heldSiteIds: summary.places.flatMap(({ siteId, holdsDone }) => (holdsDone > 0 ? [siteId] : [])),
    response:
      underWaySince !== null && responseAt !== null && responseAt > underWaySince ? null : response,
    items: versions.find(({ id }) => id === versionId)?.content.items ?? [],
  }));
