import express, { Router } from 'express';
import { z } from 'zod';

/**
 * A simulated phone with a tilt sensor, for machines without one. It answers what a browser's
 * orientation events would say, and every answer says that it is simulated. One phone for each person
 * who looks at one, held in memory.
 */

const FORGET_AFTER_MS = 600_000;
const MOST_PHONES = 200;
/** A hand's own trembling, degrees. */
const TREMBLES = 0.3;

interface Phone {
  beta: number;
  gamma: number;
  at: number;
}

const degrees = (name: string, most: number) =>
  z
    .number({ error: `${name} must be a number of degrees.` })
    .min(-most, `${name} must be at least −${most}°.`)
    .max(most, `${name} must be at most ${most}°.`);

const turnSchema = z.object({ beta: degrees('Beta', 180), gamma: degrees('Gamma', 90) });
const nameSchema = z.string().regex(/^[a-z0-9-]{8,64}$/);

/** The phone's endpoint: `POST /:name/turn {beta, gamma}` turns it, `GET /:name/reading` reads it. */
export function simulatedTilt(now: () => number): Router {
  const router = Router();
  const phones = new Map<string, Phone>();
  const read = (name: string): Phone => {
    for (const [other, { at }] of phones) {
      if (now() - at > FORGET_AFTER_MS || phones.size > MOST_PHONES) phones.delete(other);
    }
    return phones.get(name) ?? { beta: 90, gamma: 0, at: now() };
  };
  router.use(express.json({ limit: '1kb' }));
  router.param('name', (_request, response, next, name) => {
    if (nameSchema.safeParse(name).success) next();
    else response.status(404).json({ says: 'There is no such phone.' });
  });
  router.get('/:name/reading', (request, response) => {
    const phone = read(request.params.name);
    phones.set(request.params.name, { ...phone, at: now() });
    const tremble = Math.sin(now() / 130) * TREMBLES;
    response.json({
      simulated: true,
      beta: Math.round((phone.beta + tremble) * 100) / 100,
      gamma: phone.gamma,
    });
  });
  router.post('/:name/turn', (request, response) => {
    const parsed = turnSchema.safeParse(request.body);
    if (!parsed.success) {
      response
        .status(422)
        .json({ says: parsed.error.issues[0]?.message ?? 'That cannot be read.' });
      return;
    }
    phones.set(request.params.name, { ...parsed.data, at: now() });
    response.json({ simulated: true });
  });
  return router;
}
