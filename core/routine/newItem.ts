import { SENSITIVITY, type Site } from '#core/anatomy';
import { METHODS, type Dose, type MethodId } from '#core/dosage';
import { type RoutineItem } from './routine';

const DEFAULT_GRADE = 4;

/** The usual dose of a method on a site, in seconds, inside the method's and the site's own limits. */
export function usualDose(site: Site, method: MethodId): Dose {
  const within = (seconds: number) =>
    Math.max(METHODS[method].seconds.least, Math.min(METHODS[method].seconds.most, seconds));
  switch (method) {
    case 'timed':
      return {
        method,
        holdSeconds: Math.min(within(METHODS.timed.seconds.usual), site.usualHoldSeconds.to),
      };
    case 'fade':
      return {
        method,
        minSeconds: 20,
        capSeconds: Math.min(within(METHODS.fade.seconds.usual), site.capSeconds),
      };
    case 'sweep':
      return {
        method,
        sweepSeconds: Math.min(within(METHODS.sweep.seconds.usual), site.capSeconds),
      };
  }
}

/**
 * A cautious first line for a site: gentlest setup, the site's first method, grade 3–4, one point,
 * both sides and one more on the affected side.
 */
export function newItem(
  site: Site,
  id: string,
  affectedSide: 'left' | 'right' | null = null,
): RoutineItem {
  const setup = site.setups[0];
  const method = site.methods[0];
  if (!setup || !method) throw new RangeError(`${site.id} has no setup or no method.`);
  const dose = usualDose(site, method);
  const roomForTwo = dose.method === 'timed' && dose.holdSeconds * 2 <= site.capSeconds;
  return {
    id,
    siteId: site.id,
    toolId: setup.toolId,
    positionId: setup.positionId,
    grade: Math.min(DEFAULT_GRADE, SENSITIVITY[site.sensitivity].ceilingGrade),
    dose,
    points: 1,
    repetitions: 1,
    sides: site.midline ? 'mid' : 'both',
    affectedSide: site.midline ? null : affectedSide,
    extraPoints: !site.midline && affectedSide && roomForTwo ? 1 : 0,
    restSeconds: 10,
    instructions: setup.how,
  };
}
