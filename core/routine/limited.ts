import type { MethodId } from '#core/dosage';
import { findSurface } from '#core/equipment';
import { findPosture } from '#core/loading';
import { mayDo, mayUse, type ScreenFinding } from '#core/screening';
import { reserve } from './expand';
import { sidesPressed } from './placeKey';
import { isHold, type ActivityStep, type HoldStep, type Step } from './step';

const surfaceOf = (step: HoldStep) =>
  findSurface(step.surfaceId ?? findPosture(step.positionId)?.surfaces[0] ?? '')?.id ?? null;

function limitHold(step: HoldStep, findings: readonly ScreenFinding[]): HoldStep {
  const method: MethodId = step.dose.method;
  const { reasons, ceilingGrade, timeShare } = mayUse(
    { ...step, method, grade: 0, surfaceId: surfaceOf(step) },
    findings,
  );
  // What the tables say of a stored line is the plan's business; here only what screening found.
  const against = reasons.find(
    (one) => findings.includes(one) && !one.clearedBy && one.level !== 'limit',
  );
  if (against) return { ...step, leftOut: against.client };
  const ceiling = Math.min(step.ceilingGrade, ceilingGrade);
  const limitSeconds = Math.round(step.limitSeconds * timeShare);
  const limited = reasons.find((one) => findings.includes(one) && one.level === 'limit');
  return {
    ...step,
    ceilingGrade: ceiling,
    grade: Math.min(step.grade, ceiling),
    limitSeconds,
    // Shorter in the same measure: else the least of the later holds would use up the cap of the first.
    leastSeconds: Math.min(limitSeconds, Math.max(1, Math.round(step.leastSeconds * timeShare))),
    capSeconds: Math.round(step.capSeconds * timeShare),
    ...(step.dayCapSeconds === undefined
      ? {}
      : { dayCapSeconds: Math.round(step.dayCapSeconds * timeShare) }),
    ...(limited && !limited.clearedBy ? { limitedBy: limited.client } : {}),
  };
}

/** A hold on both sides at one time keeps to what is allowed on either. */
function limitSides(step: HoldStep, findings: readonly ScreenFinding[]): HoldStep {
  if (!step.together) return limitHold(step, findings);
  const each = sidesPressed(step).map((side) => limitHold({ ...step, side }, findings));
  const against = each.find(({ leftOut }) => leftOut !== undefined);
  if (against) return { ...against, side: step.side };
  const [tightest = step, ...others] = [...each].sort((a, b) => a.limitSeconds - b.limitSeconds);
  const limitedBy = [tightest, ...others].find((one) => one.limitedBy)?.limitedBy;
  return {
    ...tightest,
    side: step.side,
    ceilingGrade: Math.min(...each.map(({ ceilingGrade }) => ceilingGrade)),
    grade: Math.min(...each.map(({ grade }) => grade)),
    ...(limitedBy === undefined ? {} : { limitedBy }),
  };
}

function limitActivity(step: ActivityStep, findings: readonly ScreenFinding[]): ActivityStep {
  const { reasons } = mayDo(step.asks, step.side, findings);
  const against = reasons.find((one) => !one.clearedBy && one.level !== 'limit');
  return against ? { ...step, leftOut: against.client } : step;
}

/**
 * An issued routine as screening allows it today: holds it rules out say why and are left out, the rest
 * keep to its ceilings and times. Adding a finding only ever takes away.
 */
export function limitSteps(
  steps: readonly HoldStep[],
  findings: readonly ScreenFinding[],
): HoldStep[];
export function limitSteps(steps: readonly Step[], findings: readonly ScreenFinding[]): Step[];
export function limitSteps(steps: readonly Step[], findings: readonly ScreenFinding[]): Step[] {
  if (findings.length === 0) return [...steps];
  return reserve(
    steps.map((step) =>
      isHold(step) ? limitSides(step, findings) : limitActivity(step, findings),
    ),
  );
}
