import type { SiteId, TestId } from '#core/anatomy';
import { COMMON_PRACTICE, type Source } from '#core/knowledge';
import type { ShortMuscles } from './edgeOfBed';

/** Sites to look at because of what was seen, and why; looking is not yet finding. */
export interface Lead {
  siteIds: readonly SiteId[];
  /** Completes “… was seen:”, as a sentence. */
  why: string;
  source: Source;
}

/** What is seen at a test, and where it is commonly looked for first. */
const SEEN: Partial<Record<TestId, Record<string, Record<string, Omit<Lead, 'source'>>>>> = {
  squat: {
    pelvis: {
      'tips forward': {
        siteIds: ['inside-hip-bone', 'hip-front', 'middle-quad'],
        why: 'A pelvis that tips forward is commonly held by what runs over the front of the hip.',
      },
    },
    trunk: {
      'leans far forward': {
        siteIds: ['middle-quad', 'inside-hip-bone', 'hip-front'],
        why: 'A trunk that leans far forward is commonly put down to a tight front of hip and thigh.',
      },
    },
    knees: {
      'drift out': {
        siteIds: ['middle-quad', 'inside-hip-bone', 'hip-front'],
        why: 'Knees that drift out are commonly put down to a tight front of hip and thigh.',
      },
    },
  },
  'heel-to-buttock': {
    way: {
      'pulls in front': {
        siteIds: ['middle-quad', 'outer-quad', 'inner-quad'],
        why: 'The thigh pulls in front as the knee bends: its front is looked at first.',
      },
      'hip lifts': {
        siteIds: ['middle-quad', 'hip-front'],
        why: 'A hip that lifts as the knee bends: the muscle over hip and knee is looked at first.',
      },
    },
  },
  'elbow-wrist': {
    straight: {
      'not fully': {
        siteIds: ['biceps', 'inner-forearm'],
        why: 'An elbow that does not straighten: what bends it is looked at first.',
      },
    },
  },
};

const QUADS: readonly SiteId[] = ['middle-quad', 'deep-quad', 'outer-quad', 'inner-quad'];
const FLEXORS: readonly SiteId[] = ['inside-hip-bone', 'hip-front'];

/**
 * Where an observation leads. Common practice, no published source.
 *
 * @returns null when it leads nowhere
 */
export function leadFrom(testId: TestId, observationId: string, seen: string | null): Lead | null {
  const lead = seen === null ? undefined : SEEN[testId]?.[observationId]?.[seen];
  return lead ? { ...lead, source: COMMON_PRACTICE } : null;
}

/** Where the edge-of-bed test leads; null when neither is short or not enough was seen. */
export function leadFromEdgeOfBed({ verdict, says, source }: ShortMuscles): Lead | null {
  switch (verdict) {
    case 'quads':
      return { siteIds: QUADS, why: says, source };
    case 'hip flexors':
      return { siteIds: FLEXORS, why: says, source };
    case 'both':
      return { siteIds: [...FLEXORS, ...QUADS], why: says, source };
    case 'neither':
    case 'look again':
    case 'not enough seen':
      return null;
  }
}
