import { gravityOf, type Gravity } from '#core/measurement';
import { z } from 'zod';

/** What stops listening. */
export type Stop = () => void;

/** A tilt sensor: the browser's own and the stand-in answer alike. */
export interface TiltMeter {
  name: string;
  simulated: boolean;
  /** Begins to listen. Rejects with a sentence when there is nothing to listen to. */
  listen: (hear: (gravity: Gravity) => void) => Promise<Stop>;
  /** Only the stand-in can be turned from here. */
  turn?: (beta: number) => Promise<void>;
}

interface Permitted {
  requestPermission?: () => Promise<string>;
}

const SILENT_MS = 1500;

/** The orientation sensor of this machine, through the browser. */
export const deviceTilt: TiltMeter = {
  name: 'This machine’s sensor',
  simulated: false,
  listen: async (hear) => {
    if (typeof DeviceOrientationEvent === 'undefined') {
      throw new Error('This browser knows no tilt sensor.');
    }
    const { requestPermission } = DeviceOrientationEvent as unknown as Permitted;
    if (requestPermission && (await requestPermission()) !== 'granted') {
      throw new Error('The browser was not allowed to read the tilt sensor.');
    }
    return new Promise<Stop>((done, fail) => {
      let heard = false;
      const on = ({ beta, gamma }: DeviceOrientationEvent) => {
        if (beta === null || gamma === null) return;
        hear(gravityOf(beta, gamma));
        if (heard) return;
        heard = true;
        done(stop);
      };
      const stop = () => window.removeEventListener('deviceorientation', on);
      window.addEventListener('deviceorientation', on);
      setTimeout(() => {
        if (heard) return;
        stop();
        fail(new Error('This device has no tilt sensor.'));
      }, SILENT_MS);
    });
  },
};

const readingSchema = z.object({ beta: z.number(), gamma: z.number() });
const EVERY_MS = 120;

/** The simulated phone that ships with the product. */
export function simulatedTilt(name: string, send: typeof fetch = fetch): TiltMeter {
  const base = `/devices/tilt/${encodeURIComponent(name)}`;
  return {
    name: 'Simulated phone',
    simulated: true,
    listen: async (hear) => {
      const ask = async () => {
        const answer = await send(`${base}/reading`);
        if (!answer.ok) throw new Error('The simulated phone does not answer.');
        const { beta, gamma } = readingSchema.parse(await answer.json());
        hear(gravityOf(beta, gamma));
      };
      await ask();
      const timer = setInterval(() => void ask().catch(() => undefined), EVERY_MS);
      return () => clearInterval(timer);
    },
    turn: async (beta) => {
      const answer = await send(`${base}/turn`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ beta, gamma: 0 }),
      });
      if (!answer.ok) throw new Error('The simulated phone does not turn that far.');
    },
  };
}
