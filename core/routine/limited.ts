import type { MethodId } from '#core/dosage';
import { findSurface } from '#core/equipment';
import { findPosture } from '#core/loading';
import { mayDo, mayUse, type ScreenFinding } from '#core/screening';
import { reserve } from './expand';
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
    steps.map((step) => (isHold(step) ? limitHold(step, findings) : limitActivity(step, findings))),
  );
}
