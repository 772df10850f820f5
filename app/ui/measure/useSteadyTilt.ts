import { useCallback, useEffect, useRef, useState } from 'react';
import { steadyTilt, type SteadyTilt, type TiltSample } from '#core/measurement';
import { play } from '~/ui/practise/cues';
import { USUAL } from '~/ui/practise/ways';
import { deviceTilt, type Stop, type TiltMeter } from './tiltMeter';

/** So long one has to get into place before the sensor counts; our choice, ms. */
export const INTO_PLACE_MS = 6_000;

/** Sensors speak sixty times a second; a hand does not. */
const EVERY_MS = 50;

/** Where a reading by the phone stands: getting into place, or as the sensor says. */
export type Reading = { phase: 'into place'; seconds: number } | SteadyTilt;

/**
 * Reads one angle by the phone’s own sensor, without a hand for the screen: a tone when the start is taken, two when the
 * end is.
 */
export function useSteadyTilt(
  onTake: (degrees: number) => void,
  meter: TiltMeter = deviceTilt,
): { reading: Reading | null; trouble: string; begin: () => void; leave: () => void } {
  const [reading, setReading] = useState<Reading | null>(null);
  const [trouble, setTrouble] = useState('');
  const stop = useRef<Stop | null>(null);
  /** Which reading is under way: what an earlier one hears counts no more. */
  const turn = useRef(0);
  const take = useRef(onTake);
  useEffect(() => {
    take.current = onTake;
  }, [onTake]);

  const leave = useCallback(() => {
    turn.current += 1;
    stop.current?.();
    stop.current = null;
    setReading(null);
  }, []);
  useEffect(() => leave, [leave]);

  const begin = useCallback(() => {
    leave();
    setTrouble('');
    const own = turn.current;
    const from = performance.now();
    const samples: TiltSample[] = [];
    let phase: SteadyTilt['phase'] = 'start';
    setReading({ phase: 'into place', seconds: INTO_PLACE_MS / 1000 });
    meter
      .listen((gravity) => {
        if (turn.current !== own) return;
        const at = performance.now() - from;
        if (at < INTO_PLACE_MS) {
          setReading({ phase: 'into place', seconds: Math.ceil((INTO_PLACE_MS - at) / 1000) });
          return;
        }
        if (at - (samples.at(-1)?.at ?? 0) < EVERY_MS) return;
        samples.push({ at, gravity });
        const now = steadyTilt(samples);
        if (now.phase !== phase) play(now.phase === 'moving' ? 'begin' : 'end', USUAL);
        phase = now.phase;
        if (now.phase === 'done') {
          leave();
          take.current(now.degrees);
        } else if (now.phase === 'given up') {
          leave();
          setTrouble('Nothing was read: it was not held still long enough. Try again, or type it.');
        } else setReading(now);
      })
      .then(
        (stopping) => {
          if (turn.current === own) stop.current = stopping;
          else stopping();
        },
        (error: unknown) => {
          if (turn.current !== own) return;
          leave();
          const says = error instanceof Error ? error.message : 'The sensor does not answer.';
          setTrouble(`${says} Type the figure instead.`);
        },
      );
  }, [leave, meter]);
  return { reading, trouble, begin, leave };
}
