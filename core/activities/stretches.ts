import type { SiteId } from '#core/anatomy';
import { COMMON_PRACTICE, presentId, type Source } from '#core/knowledge';
import type { Demands } from './demands';

/** A stretch: what it lengthens, how one gets into it, what it asks of the body. */
export interface Stretch {
  id: string;
  name: string;
  /** What it lengthens, first that which it is for. */
  siteIds: readonly SiteId[];
  /** A posture of the tables; null: standing. */
  positionId: string | null;
  demands: Omit<Demands, 'siteIds' | 'endRange'>;
  /** Done on each side, or in the middle. */
  sided: boolean;
  /** One step a line. */
  getInto: readonly string[];
  /** Where it should be felt, and what it is not. */
  feel: string;
  /** How to push without moving, for contract–relax; null: it is not done so. */
  push: string | null;
  /** An easier way, by id. */
  easierId?: string;
  source: Source;
}

const stretch = (given: Omit<Stretch, 'source'>): Stretch => ({
  ...given,
  source: COMMON_PRACTICE,
});

/** The stretches. Common practice, no published source. */
export const STRETCHES: readonly Stretch[] = [
  stretch({
    id: 'quad-standing',
    name: 'Thigh-front stretch, standing',
    siteIds: ['middle-quad', 'outer-quad', 'inner-quad', 'deep-quad'],
    positionId: null,
    demands: { regions: [], needs: ['balance'], standing: true },
    sided: true,
    getInto: [
      'Stand tall with one hand on something that does not move.',
      'Bend the knee and take hold of the foot; a strap round it when the hand does not reach.',
      'Bring the heel towards the buttock, then let the whole thigh go back. Keep the back straight.',
    ],
    feel: 'A pull along the front of the thigh, none in the knee or the back.',
    push: 'Push the shin against the hand as if to straighten the knee, without moving.',
    easierId: 'quad-side-lying',
  }),
  stretch({
    id: 'quad-side-lying',
    name: 'Thigh-front stretch, on the side',
    siteIds: ['middle-quad', 'outer-quad', 'inner-quad', 'deep-quad'],
    positionId: 'lying-other-side',
    demands: { regions: [], needs: ['get down and up', 'kneel'], standing: false },
    sided: true,
    getInto: [
      'On the side that is not stretched, the lower knee drawn up a little.',
      'Take hold of the upper foot, or put a strap round it.',
      'Bring the heel towards the buttock, then let the thigh go back.',
    ],
    feel: 'A pull along the front of the thigh, none in the knee.',
    push: 'Push the shin against the hand as if to straighten the knee, without moving.',
  }),
  stretch({
    id: 'hamstring-lying',
    name: 'Back-of-thigh stretch, lying',
    siteIds: ['hamstrings'],
    positionId: 'lying-back',
    demands: { regions: [], needs: ['get down and up', 'kneel'], standing: false },
    sided: true,
    getInto: [
      'Lie on your back, one knee drawn up, both hands or a strap behind that thigh.',
      'Straighten the leg upwards against the hands, only as far as it goes easily.',
    ],
    feel: 'A pull behind the thigh. Tingling down the leg: bend the knee again.',
    push: 'Press the leg down into the hands, without moving.',
  }),
  stretch({
    id: 'ridge-seated',
    name: 'Shoulder-ridge stretch, seated',
    siteIds: ['shoulder-ridge'],
    positionId: 'seated',
    demands: { regions: ['neck', 'shoulder and upper back'], needs: [], standing: false },
    sided: true,
    getInto: [
      'Sit tall. Put the arm of that side behind your back, or hold the seat, so that the shoulder stays low.',
      'Let the other ear sink towards its shoulder. The hand lies on the head; it does not pull.',
    ],
    feel: 'A pull from the neck to the shoulder tip, none into the arm.',
    push: 'Push the head up against the hand, towards where your eyes look, without moving.',
  }),
  stretch({
    id: 'skull-base',
    name: 'Skull-base stretch, nodding',
    siteIds: ['skull-base'],
    positionId: 'seated',
    demands: { regions: ['neck'], needs: [], standing: false },
    sided: false,
    getInto: [
      'Sit tall and draw the chin straight back.',
      'Keep it there and nod down a little. Hands behind the head add their weight, nothing more.',
    ],
    feel: 'A pull right under the skull. Dizzy: stop, and tell your therapist.',
    push: 'Push the head straight back into the hands, without moving.',
  }),
  stretch({
    id: 'strap-turn',
    name: 'Strap-muscle stretch, turning',
    siteIds: ['front-side-neck'],
    positionId: 'seated',
    demands: { regions: ['neck'], needs: [], standing: false },
    sided: true,
    getInto: [
      'Sit tall, shoulders low.',
      'Turn the head slowly to this side as far as it goes easily, stay, and come back as slowly.',
    ],
    feel: 'A light pull at the front and side of the neck.',
    push: null,
  }),
  stretch({
    id: 'hip-front-step',
    name: 'Hip-front stretch, long step',
    siteIds: ['hip-front'],
    positionId: null,
    demands: { regions: [], needs: ['balance'], standing: true },
    sided: true,
    getInto: [
      'Take a long step forward with the other leg, a hand on something that does not move.',
      'Keep the trunk upright, tuck the pelvis under and let it sink until the hip behind pulls.',
    ],
    feel: 'A pull at the front of the hip behind, none in the low back.',
    push: null,
  }),
  stretch({
    id: 'calf-wall',
    name: 'Calf stretch, at a wall',
    siteIds: ['calf'],
    positionId: null,
    demands: { regions: [], needs: [], standing: true },
    sided: true,
    getInto: [
      'Hands on a wall, this leg behind, its heel down and the toes forward.',
      'Lean in until the calf pulls; then bend that knee a little for the lower part.',
    ],
    feel: 'A pull in the calf, the heel stays down.',
    push: null,
  }),
  stretch({
    id: 'chest-door',
    name: 'Chest stretch, at a door frame',
    siteIds: ['chest'],
    positionId: null,
    demands: { regions: [], needs: [], standing: true },
    sided: true,
    getInto: [
      'Forearm on the frame, the elbow no higher than the shoulder.',
      'Turn the body away until the chest pulls. Breathe low.',
    ],
    feel: 'A pull across the chest, none in front of the shoulder joint and none into the hand.',
    push: 'Press the forearm against the frame, without moving.',
  }),
];

const BY_ID = new Map(STRETCHES.map((one) => [one.id, one]));

/** The stretch with this id; undefined when there is none. */
export const findStretch = (id: string): Stretch | undefined => BY_ID.get(presentId('stretch', id));
