import type { SiteId } from '#core/anatomy';
import { COMMON_PRACTICE, presentId, type Source } from '#core/knowledge';
import type { Demands } from './demands';

/** A small movement against a habit, a few times, several times a day. */
export interface Drill {
  id: string;
  name: string;
  siteIds: readonly SiteId[];
  demands: Pick<Demands, 'regions'>;
  /** One step a line. */
  says: readonly string[];
  sided: boolean;
  source: Source;
}

const drill = (given: Omit<Drill, 'source'>): Drill => ({ ...given, source: COMMON_PRACTICE });

/** The drills. Common practice, no published source. */
export const DRILLS: readonly Drill[] = [
  drill({
    id: 'shoulders',
    name: 'Shoulders up, then down',
    siteIds: ['shoulder-ridge', 'blade-corner'],
    demands: { regions: [] },
    sided: false,
    says: ['Lift both shoulders high.', 'Push them down by effort; do not let them drop.'],
  }),
  drill({
    id: 'arm-reach',
    name: 'Arm forward, turning in',
    siteIds: ['below-ridge', 'between-blades'],
    demands: { regions: [] },
    sided: true,
    says: [
      'Reach the arm forward while it turns inwards, the shoulder blade going along.',
      'Draw it back as slowly, turning out.',
    ],
  }),
  drill({
    id: 'head-turn',
    name: 'Head, slowly left and right',
    siteIds: ['neck-levator'],
    demands: { regions: ['neck'] },
    sided: false,
    says: [
      'Turn the head slowly to the left, then to the right.',
      'Only as far as it goes easily.',
    ],
  }),
  drill({
    id: 'head-over-shoulders',
    name: 'Head over the shoulders',
    siteIds: ['skull-base'],
    demands: { regions: ['neck'] },
    sided: false,
    says: ['Grow tall, the chin a little back.', 'Let the shoulders sink, and let it go again.'],
  }),
];

const BY_ID = new Map(DRILLS.map((one) => [one.id, one]));

/** The drill with this id; undefined when there is none. */
export const findDrill = (id: string): Drill | undefined => BY_ID.get(presentId('drill', id));
