import { z } from 'zod';
import { ownEstimate, presentId, type Source } from '#core/knowledge';
import { about, type Uncertain } from '#core/uncertainty';

export const SURFACE_IDS = [
  'wall',
  'hard-floor',
  'mat',
  'mattress',
  'table',
  'door-frame',
  'corner',
  'chair',
] as const;
export const surfaceIdSchema = z.enum(SURFACE_IDS);
export type SurfaceId = (typeof SURFACE_IDS)[number];

/** What a tool is pressed against. */
export interface Surface {
  id: SurfaceId;
  name: string;
  /**
   * How a ball sinks into it: so many newtons for the first millimetre, and never more than it is thick. Null
   * where nothing gives.
   */
  gives: { millimetres: number; newtonsPerMillimetre: Uncertain } | null;
  /** The body beside the tool can come to rest on it and take load off the tool. */
  bearsTheBody: boolean;
  says: string;
  source: Source;
}

const GIVE = ownEstimate('pushed in by hand over a ball of 65 mm, not measured');

/** The surfaces. What they do: common practice; how much they give: our estimate. */
export const SURFACES: Record<SurfaceId, Surface> = {
  wall: {
    id: 'wall',
    name: 'wall',
    gives: null,
    bearsTheBody: false,
    says: 'Easiest to grade: the feet decide how much.',
    source: GIVE,
  },
  'hard-floor': {
    id: 'hard-floor',
    name: 'hard floor',
    gives: null,
    bearsTheBody: true,
    says: 'Most load. For squashy balls; a hard ball wants something that gives.',
    source: GIVE,
  },
  mat: {
    id: 'mat',
    name: 'mat or carpet',
    gives: { millimetres: 8, newtonsPerMillimetre: about(8, 5, 15) },
    bearsTheBody: true,
    says: 'A hard ball sinks in a little; one step gentler than the bare floor.',
    source: GIVE,
  },
  mattress: {
    id: 'mattress',
    name: 'mattress',
    gives: { millimetres: 80, newtonsPerMillimetre: about(2, 1.2, 3.5) },
    bearsTheBody: true,
    says: 'The ball sinks in until the body rests beside it; the gentlest place to lie.',
    source: GIVE,
  },
  table: {
    id: 'table',
    name: 'table edge',
    gives: null,
    bearsTheBody: false,
    says: 'For an arm or an elbow.',
    source: GIVE,
  },
  'door-frame': {
    id: 'door-frame',
    name: 'door frame',
    gives: null,
    bearsTheBody: false,
    says: 'For the top of the shoulder, bent in; needs a healthy back.',
    source: GIVE,
  },
  corner: {
    id: 'corner',
    name: 'corner',
    gives: null,
    bearsTheBody: false,
    says: 'Braces a cane so that the hands need not push.',
    source: GIVE,
  },
  chair: {
    id: 'chair',
    name: 'chair',
    gives: null,
    bearsTheBody: false,
    says: 'A hard seat, back supported, both feet on the ground.',
    source: GIVE,
  },
};

/** The surface with this id, also by an id it had before; undefined when there is none. */
export const findSurface = (id: string): Surface | undefined => {
  const known = surfaceIdSchema.safeParse(presentId('surface', id));
  return known.success ? SURFACES[known.data] : undefined;
};
