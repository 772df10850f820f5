import { bonesNear, findSite, SENSITIVITY, type Side, type Site } from '#core/anatomy';
import { METHODS, type MethodId } from '#core/dosage';
import { findTool, servesMethod, type SurfaceId, type Tool } from '#core/equipment';
import { COMMON_PRACTICE } from '#core/knowledge';
import { findPosture, type Need, type Posture } from '#core/loading';
import { type Level, levelRank, type Scope, type ScreenFinding } from './finding';

/** What is to be done where, how, with what. */
export interface Use {
  siteId: string;
  side: Side;
  toolId: string;
  positionId: string;
  method: MethodId;
  grade: number;
  surfaceId?: SurfaceId | null;
  /** A therapist’s own way: it need not be in the table, and keeps to every other rule. */
  ownWay?: object | undefined;
}

/** The answer: the most severe judgement, what is left, and every reason, most severe first. */
export interface Permission {
  /** `free` when nothing speaks against it. */
  verdict: Level | 'free';
  allowed: boolean;
  ceilingGrade: number;
  timeShare: number;
  reasons: readonly ScreenFinding[];
}

interface Named {
  use: Use;
  site: Site;
  tool: Tool;
  posture: Posture;
}

/** What a posture asks of the body at a site: some are reached with the arm raised, however one stands or lies. */
const needsOf = (site: Site, posture: Posture): readonly Need[] =>
  site.armUp ? [...posture.needs, 'arm overhead'] : posture.needs;

function fits(scope: Scope, { use, site, tool, posture }: Named): boolean {
  const surface = use.surfaceId ?? posture.surfaces[0];
  return (
    !scope.endRange &&
    (!scope.regions || scope.regions.includes(site.region)) &&
    (!scope.siteIds || scope.siteIds.includes(site.id)) &&
    (!scope.sides || scope.sides.includes(use.side)) &&
    (!scope.toolIds || scope.toolIds.includes(tool.id)) &&
    (!scope.hardness || scope.hardness.includes(tool.hardness)) &&
    !scope.exceptToolIds?.includes(tool.id) &&
    (!scope.byOwnHand || tool.drive === 'hand' || tool.drive === 'arms') &&
    (!scope.nearBone || bonesNear(site.id).size > 0) &&
    (!scope.rubber || tool.rubber) &&
    (scope.tiring === undefined || tool.tiredness >= scope.tiring) &&
    (!scope.needs || scope.needs.some((need) => needsOf(site, posture).includes(need))) &&
    (!scope.atWall || posture.where === 'wall') &&
    (!scope.surfaces || (surface !== undefined && scope.surfaces.includes(surface))) &&
    (!scope.methods || scope.methods.includes(use.method))
  );
}

/** What a method wants of its tool. */
const WANTS: Partial<Record<MethodId, string>> = {
  pincer: 'A pincer grip needs fingers.',
  knead: 'Kneading needs fingers.',
  circles: 'Small circles are drawn by hand.',
  glide: 'A glide is done by hand, which feels what it does.',
  'cross-grain': 'Long cross-grain work is done by hand.',
  'slow-roll': 'A slow roll needs something the body lies or sits on.',
  'pin-and-glide': 'Pin-and-glide needs something long and flat: a tight spot slips round a ball.',
};

/** What the site, tool and method themselves forbid, whoever the client is. */
function byItself({ use, site, tool, posture }: Named): ScreenFinding[] {
  const own = (rule: string, says: string): ScreenFinding => ({
    rule,
    level: 'off',
    scope: { siteIds: [site.id] },
    client: says,
    therapist: says,
    source: COMMON_PRACTICE,
  });
  const findings: ScreenFinding[] = [];
  if (site.redirect) findings.push(own('work elsewhere', site.redirect.why));
  if (tool.notOn.includes(site.region)) {
    findings.push(
      own('tool for the region', `${tool.name}: not for the ${site.region}. ${tool.notFor}`),
    );
  }
  if (!site.redirect && !site.methods.includes(use.method)) {
    findings.push(
      own('method for the site', `${site.plainName} is not worked by ${METHODS[use.method].name}.`),
    );
  }
  if (!servesMethod(tool, use.method)) {
    findings.push(
      own('tool for the method', WANTS[use.method] ?? 'Another tool is needed for that.'),
    );
  }
  const reached = site.setups.some(
    ({ toolId, positionId }) => toolId === tool.id && positionId === posture.id,
  );
  if (!site.redirect && !reached && !use.ownWay) {
    findings.push(
      own(
        'setup for the site',
        `${site.plainName} is not reached with ${tool.name.toLowerCase()}, ${posture.name}.`,
      ),
    );
  }
  return findings;
}

const unknown = (what: string, id: string): Permission => ({
  verdict: 'off',
  allowed: false,
  ceilingGrade: 0,
  timeShare: 0,
  reasons: [
    {
      rule: `known ${what}`,
      level: 'off',
      scope: {},
      client: 'This is not something this edition knows.',
      therapist: `“${id}” is not a ${what} this edition knows.`,
      source: COMMON_PRACTICE,
    },
  ],
});

/**
 * Whether a site may be worked in this way by somebody with these findings.
 *
 * Adding a finding never allows more: the verdict only grows more severe, the ceiling and the time only
 * fall. A finding that was cleared is still listed and no longer forbids.
 */
export function mayUse(use: Use, findings: readonly ScreenFinding[]): Permission {
  const site = findSite(use.siteId);
  if (!site) return unknown('site', use.siteId);
  const tool = findTool(use.toolId);
  if (!tool) return unknown('tool', use.toolId);
  const posture = findPosture(use.positionId);
  if (!posture) return unknown('posture', use.positionId);
  const named = { use, site, tool, posture };
  const meant = findings.filter((finding) => fits(finding.scope, named));
  const inForce = [...byItself(named), ...meant.filter((finding) => !finding.clearedBy)];
  const ceilingGrade = Math.min(
    SENSITIVITY[site.sensitivity].ceilingGrade,
    ...inForce.map((finding) => finding.ceilingGrade ?? 10),
  );
  const timeShare = Math.min(1, ...inForce.map((finding) => finding.timeShare ?? 1));
  const tooHard: ScreenFinding[] =
    use.grade > ceilingGrade
      ? [
          {
            rule: 'pressure ceiling',
            level: 'off',
            scope: { siteIds: [site.id] },
            ceilingGrade,
            client: `Never above ${ceilingGrade} of 10 here.`,
            therapist: `Grade ${use.grade} is above the ceiling of ${ceilingGrade} for ${site.plainName.toLowerCase()}, ${
              ceilingGrade < SENSITIVITY[site.sensitivity].ceilingGrade
                ? 'which screening lowered'
                : `a ${site.sensitivity} site`
            }.`,
            source: COMMON_PRACTICE,
          },
        ]
      : [];
  const bySeverity = (a: ScreenFinding, b: ScreenFinding) =>
    levelRank(a.level) - levelRank(b.level);
  const reasons = [...inForce, ...tooHard].sort(bySeverity);
  const verdict = reasons[0]?.level ?? 'free';
  return {
    verdict,
    allowed: verdict === 'free' || verdict === 'limit',
    ceilingGrade,
    timeShare,
    reasons: [...reasons, ...meant.filter((finding) => finding.clearedBy)],
  };
}

/** Sites a session may hold at most under these findings; null when nothing limits it. */
export function mostSites(findings: readonly ScreenFinding[]): number | null {
  const limits = findings.flatMap((finding) =>
    finding.mostSites === undefined || finding.clearedBy ? [] : [finding.mostSites],
  );
  return limits.length === 0 ? null : Math.min(...limits);
}
