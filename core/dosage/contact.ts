import type { Dose } from './dose';

/** Seconds as a band: a hold may end early, so its length is only known between two bounds. */
export interface SecondsBand {
  least: number;
  most: number;
}

/** Bending and straightening the joint once while the muscle is pinned; our estimate, seconds. */
export const GLIDE_SECONDS = 3;

/** Contact seconds of one hold (one point, one repetition), of one sweep, or of one set of bends. */
export function contactPerPoint(dose: Dose): SecondsBand {
  switch (dose.method) {
    case 'fade':
      return { least: dose.minSeconds, most: dose.capSeconds };
    case 'build-up':
      return { least: dose.fromSeconds, most: dose.toSeconds };
    case 'sweep':
      return { least: dose.sweepSeconds, most: dose.sweepSeconds };
    case 'pin-and-glide': {
      const seconds = dose.bends * (dose.bendSeconds + GLIDE_SECONDS);
      return { least: seconds, most: seconds };
    }
    case 'glide': {
      const seconds = dose.strokes * dose.strokeSeconds;
      return { least: seconds, most: seconds };
    }
    case 'knead': {
      const seconds = dose.squeezes * dose.squeezeSeconds;
      return { least: seconds, most: seconds };
    }
    case 'timed':
    case 'strokes':
    case 'brief':
    case 'press-and-move':
    case 'pincer':
    case 'circles':
    case 'cross-grain':
    case 'slow-roll':
    case 'search':
      return { least: dose.holdSeconds, most: dose.holdSeconds };
  }
}

/** Seconds a dose asks for at one stretch, as its method counts them: a hold, the end of a bend, one stroke or squeeze. */
export function methodSeconds(dose: Dose): SecondsBand {
  switch (dose.method) {
    case 'pin-and-glide':
      return { least: dose.bendSeconds, most: dose.bendSeconds };
    case 'glide':
      return { least: dose.strokeSeconds, most: dose.strokeSeconds };
    case 'knead':
      return { least: dose.squeezeSeconds, most: dose.squeezeSeconds };
    case 'timed':
    case 'fade':
    case 'build-up':
    case 'brief':
    case 'strokes':
    case 'sweep':
    case 'press-and-move':
    case 'pincer':
    case 'circles':
    case 'cross-grain':
    case 'slow-roll':
    case 'search':
      return contactPerPoint(dose);
  }
}

/** Whether the hold may end between a least and a longest time, on how it feels. */
export const isOpenEnded = (dose: Dose): boolean =>
  dose.method === 'fade' || dose.method === 'build-up';

/** What a dose counts: bends, strokes or squeezes, each so many seconds; null where nothing is counted. */
export function countedIn(
  dose: Dose,
): { of: number; eachSeconds: number; name: 'bend' | 'stroke' | 'squeeze' } | null {
  switch (dose.method) {
    case 'pin-and-glide':
      return { of: dose.bends, eachSeconds: dose.bendSeconds + GLIDE_SECONDS, name: 'bend' };
    case 'glide':
      return { of: dose.strokes, eachSeconds: dose.strokeSeconds, name: 'stroke' };
    case 'knead':
      return { of: dose.squeezes, eachSeconds: dose.squeezeSeconds, name: 'squeeze' };
    case 'timed':
    case 'fade':
    case 'build-up':
    case 'brief':
    case 'strokes':
    case 'sweep':
    case 'press-and-move':
    case 'pincer':
    case 'circles':
    case 'cross-grain':
    case 'slow-roll':
    case 'search':
      return null;
  }
}
