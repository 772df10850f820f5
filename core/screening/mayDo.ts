import type { Demands } from '#core/activities';
import { findSite, type Side } from '#core/anatomy';
import { levelRank, type Level, type Scope, type ScreenFinding } from './finding';

/** Whether something that is not pressed may be done: the most severe judgement, and every reason. */
export interface DoingPermission {
  verdict: Level | 'free';
  allowed: boolean;
  reasons: readonly ScreenFinding[];
}

/** What a scope says of tools, surfaces and methods is about pressing: a stretch has none of them. */
const isOfPressing = (scope: Scope): boolean =>
  [
    scope.toolIds,
    scope.hardness,
    scope.exceptToolIds,
    scope.byOwnHand,
    scope.nearBone,
    scope.rubber,
    scope.tiring,
    scope.methods,
  ].some((criterion) => criterion !== undefined);

const meets = <T>(asked: readonly T[] | undefined, given: readonly T[]): boolean =>
  asked === undefined || asked.some((one) => given.includes(one));

function fits(scope: Scope, demands: Demands, side: Side): boolean {
  if (isOfPressing(scope)) return false;
  const regions = [
    ...demands.regions,
    ...demands.siteIds.flatMap((id) => findSite(id)?.region ?? []),
  ];
  return (
    meets(scope.regions, regions) &&
    meets(scope.siteIds, demands.siteIds) &&
    // In the middle both sides move.
    (side === 'mid' || meets(scope.sides, [side])) &&
    meets(scope.needs, demands.needs) &&
    (!scope.atWall || demands.standing) &&
    (!scope.endRange || demands.endRange)
  );
}

const asksNothing = ({ siteIds, regions, needs }: Demands): boolean =>
  siteIds.length + regions.length + needs.length === 0;

/**
 * Whether an activity may be done by somebody with these findings. What is off, or wants a doctor’s word, for a
 * place is so for what moves it too: the careful reading. What asks nothing of the body, as breathing, is only
 * kept back by what wants somebody in person first. Adding a finding never allows more.
 */
export function mayDo(
  demands: Demands,
  side: Side,
  findings: readonly ScreenFinding[],
): DoingPermission {
  const meant = findings.filter(
    ({ scope, level }) =>
      fits(scope, demands, side) &&
      (!asksNothing(demands) || level === 'emergency' || level === 'refer'),
  );
  const reasons = [...meant].sort((a, b) => levelRank(a.level) - levelRank(b.level));
  const verdict = reasons.find(({ clearedBy }) => !clearedBy)?.level ?? 'free';
  return { verdict, allowed: verdict === 'free' || verdict === 'limit', reasons };
}
