import { WORKABLE_SITES, type Side, type Site } from '#core/anatomy';
import { mayUse, type ScreenFinding } from '#core/screening';

const sidesOf = (site: Site): Side[] => (site.midline ? ['mid'] : ['left', 'right']);

/** Why no way at all of working a site is allowed; null when one is. */
function offReason(site: Site, findings: readonly ScreenFinding[]): string | null {
  let reason: string | null = null;
  for (const side of sidesOf(site)) {
    for (const { toolId, positionId } of site.setups) {
      for (const method of site.methods) {
        const use = { siteId: site.id, side, toolId, positionId, method, grade: 0 };
        const { allowed, reasons } = mayUse(use, findings);
        if (allowed) return null;
        reason ??=
          reasons.find(({ rule }) => findings.some((one) => one.rule === rule))?.therapist ?? null;
      }
    }
  }
  return reason;
}

/** The sites that what screening found rules out altogether, with the reason. */
export function offSites(findings: readonly ScreenFinding[]): Map<string, string> {
  if (findings.length === 0) return new Map();
  return new Map(
    WORKABLE_SITES.flatMap((site): [string, string][] => {
      const reason = offReason(site, findings);
      return reason === null ? [] : [[site.id, reason]];
    }),
  );
}
