import type { z } from 'zod';
import { andThenSchema } from './kinds/andThen';
import { breathingSchema } from './kinds/breathing';
import { coldSchema } from './kinds/cold';
import { contractRelaxSchema } from './kinds/contractRelax';
import { drillSchema } from './kinds/drill';
import { noteSchema } from './kinds/note';
import { stretchSchema } from './kinds/stretch';
import { testSchema } from './kinds/test';
import { warmUpSchema } from './kinds/warmUp';

/** Everything a routine holds that is not pressed, by its kind. */
export const ACTIVITY_SCHEMAS = [
  warmUpSchema,
  breathingSchema,
  stretchSchema,
  contractRelaxSchema,
  drillSchema,
  testSchema,
  coldSchema,
  noteSchema,
  andThenSchema,
] as const;

/** A line of a routine that is not a site to press: a stretch, a drill, breathing, a warm-up. */
export type Activity = z.infer<(typeof ACTIVITY_SCHEMAS)[number]>;
export type ActivityKind = Activity['kind'];
