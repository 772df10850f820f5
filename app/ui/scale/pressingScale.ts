import { z } from 'zod';

/** What a scale shows at one moment. */
export interface Reading {
  kilograms: number;
  /** The needle has come to rest. */
  steady: boolean;
  simulated: boolean;
}

/** A household scale that a tool is pressed on: the stand-in and a real one answer alike. */
export interface PressingScale {
  name: string;
  read: () => Promise<Reading>;
  /** Only the stand-in can be pressed from here; a real one is pressed by hand. */
  press?: (kilograms: number) => Promise<void>;
}

const readingSchema = z.object({
  kilograms: z.number().min(0),
  steady: z.boolean(),
  simulated: z.boolean(),
});

/** The simulated scale that ships with the product. */
export function simulatedScale(name: string, send: typeof fetch = fetch): PressingScale {
  const base = `/devices/scale/${encodeURIComponent(name)}`;
  return {
    name: 'Simulated scale',
    read: async () => {
      const response = await send(`${base}/reading`);
      if (!response.ok) throw new Error('The scale does not answer.');
      return readingSchema.parse(await response.json());
    },
    press: async (kilograms) => {
      const response = await send(`${base}/press`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ kilograms }),
      });
      if (!response.ok) throw new Error('The scale does not take that.');
    },
  };
}
