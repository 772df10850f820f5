import { z } from 'zod';
import { surfaceIdSchema } from '#core/equipment';
import type { Source } from '#core/knowledge';
import type { Uncertain } from '#core/uncertainty';

/** What a posture asks of a body. A person who cannot do one of them does not get the posture. */
export const NEEDS = {
  'get down and up': 'getting down to and up from the floor',
  'lie face down': 'lying face down',
  bend: 'bending forwards',
  'arm overhead': 'an arm overhead for 30 seconds',
  balance: 'standing with the weight shifted',
  kneel: 'coming through all fours',
} as const;
export type Need = keyof typeof NEEDS;

/** How the body loads the tool in a posture. */
export type LoadModel =
  /** The whole body leans on a wall; the tool is at the site’s height. `side`: share that is on the worked side. */
  | { kind: 'lean'; side: Uncertain }
  /** The body lies; supports as shares of stature from the crown. `side`: share that is on the worked side. */
  | { kind: 'lie'; supports: readonly number[]; legs: 'straight' | 'bent'; side: Uncertain }
  /** Sitting over the tool: buttock sites carry the trunk, leg sites one leg. */
  | { kind: 'sit'; hands: Uncertain }
  /** A named share of body weight. */
  | { kind: 'share'; share: Uncertain; of: string }
  /** The head rests part of its weight on the hand. */
  | { kind: 'head' }
  /** Only for tools that hands or arms bring the load to. */
  | { kind: 'none' };

/** A way to take weight off or put more on, gentlest first. */
export interface Adjustment {
  id: string;
  name: string;
  does: 'less' | 'usual' | 'more';
  /** Feet this far from below the contact, metres, for a lean. */
  feetMetres?: number;
  /** The hips rest on the wall and carry part of a lean. */
  hips?: 'on';
  /** Heights of sites it makes sense for, as shares of stature; all when absent. */
  heights?: readonly [from: number, to: number];
  /** What the load is multiplied by. */
  times: Uncertain;
  why: string;
}

/** Shape of a posture. `where` groups postures between which no getting down or up is needed. */
export const postureSchema = z.object({
  id: z.string().regex(/^[a-z-]+$/),
  name: z.string().min(3),
  where: z.enum(['chair', 'wall', 'floor']),
  /** What the tool can be pressed against in it, hardest first; the first is the usual one. */
  surfaces: z.array(surfaceIdSchema).min(1),
  supports: z.string().min(5),
  needs: z.array(z.enum(Object.keys(NEEDS) as [Need, ...Need[]])),
  getIn: z.string().min(5),
  getOut: z.string().min(5),
  unload: z.string().min(5),
  /** How one gets to the next point without coming out of it. */
  shift: z.string().min(5),
  load: z.custom<LoadModel>(),
  adjustments: z.custom<readonly Adjustment[]>(),
});
export interface Posture extends z.infer<typeof postureSchema> {
  source: Source;
}
