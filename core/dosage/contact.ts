import { type Dose } from './methods';

/** Seconds as a band: a fade hold may end early, so its length is only known between two bounds. */
export interface SecondsBand {
  least: number;
  most: number;
}

/** Contact seconds of one hold (one point, one repetition), or of one sweep. */
export function contactPerPoint(dose: Dose): SecondsBand {
  switch (dose.method) {
    case 'timed':
      return { least: dose.holdSeconds, most: dose.holdSeconds };
    case 'fade':
      return { least: dose.minSeconds, most: dose.capSeconds };
    case 'sweep':
      return { least: dose.sweepSeconds, most: dose.sweepSeconds };
  }
}

/**
 * Contact seconds on one side: points × repetitions × the hold, never above the site's cap, because
 * the guided session ends a hold when the cap is reached.
 *
 * @example contactPerSide({ method: 'timed', holdSeconds: 30 }, { points: 2, repetitions: 1 }, 120)
 *   // => { least: 60, most: 60 }
 */
export function contactPerSide(
  dose: Dose,
  count: { points: number; repetitions: number },
  capSeconds: number,
): SecondsBand {
  const each = contactPerPoint(dose);
  const holds = count.points * count.repetitions;
  return {
    least: Math.min(each.least * holds, capSeconds),
    most: Math.min(each.most * holds, capSeconds),
  };
}
