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
