import express, { Router } from 'express';
import { z } from 'zod';

/**
 * A simulated household scale. It stands in for a real one: the same questions, the same answers, and
 * every answer says that it is simulated. One scale for each person who looks at one, held in memory.
 */

/** How fast the needle follows what lies on the platform, 1/s. */
const FOLLOWS = 6;
/** The platform’s own trembling, kilograms. */
const TREMBLES = 0.06;
const MOST_KILOGRAMS = 150;
const FORGET_AFTER_MS = 600_000;
const MOST_SCALES = 200;

interface Platform {
  pressed: number;
  needle: number;
  at: number;
}

const pressSchema = z.object({
  kilograms: z
    .number({ error: 'The load on the scale must be a number of kilograms.' })
    .min(0, 'The load on the scale must be at least 0 kg.')
    .max(MOST_KILOGRAMS, `The scale bears at most ${MOST_KILOGRAMS} kg.`),
});

const nameSchema = z.string().regex(/^[a-z0-9-]{8,64}$/);

/** Where the needle is after a while: it closes in on what is pressed. */
export function settle(platform: Platform, now: number): Platform {
  const seconds = Math.max(0, (now - platform.at) / 1000);
  const left = Math.exp(-FOLLOWS * seconds);
  return {
    pressed: platform.pressed,
    needle: platform.pressed + (platform.needle - platform.pressed) * left,
    at: now,
  };
}

/** The scale’s endpoint: `POST /:name/press {kilograms}` loads it, `GET /:name/reading` reads it. */
export function simulatedScale(now: () => number): Router {
  const router = Router();
  const platforms = new Map<string, Platform>();

  const read = (name: string): Platform => {
    for (const [other, { at }] of platforms) {
      if (now() - at > FORGET_AFTER_MS || platforms.size > MOST_SCALES) platforms.delete(other);
    }
    return settle(platforms.get(name) ?? { pressed: 0, needle: 0, at: now() }, now());
  };

  router.use(express.json({ limit: '1kb' }));
  router.param('name', (_request, response, next, name) => {
    if (nameSchema.safeParse(name).success) next();
    else response.status(404).json({ says: 'There is no such scale.' });
  });
  router.get('/:name/reading', (request, response) => {
    const platform = read(request.params.name);
    platforms.set(request.params.name, platform);
    const tremble = Math.sin(platform.at / 90) * TREMBLES * Math.min(1, platform.needle);
    response.json({
      simulated: true,
      kilograms: Math.max(0, Math.round((platform.needle + tremble) * 100) / 100),
      steady: Math.abs(platform.needle - platform.pressed) < 0.15,
    });
  });
  router.post('/:name/press', (request, response) => {
    const parsed = pressSchema.safeParse(request.body);
    if (!parsed.success) {
      response
        .status(422)
        .json({ says: parsed.error.issues[0]?.message ?? 'That cannot be read.' });
      return;
    }
    platforms.set(request.params.name, {
      ...read(request.params.name),
      pressed: parsed.data.kilograms,
    });
    response.json({ simulated: true });
  });
  return router;
}
