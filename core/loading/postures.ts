import { COMMON_PRACTICE, ownEstimate, presentId, type Source } from '#core/knowledge';
import { about, known } from '#core/uncertainty';
import type { Adjustment, LoadModel, Need, Posture } from './posture';
import { FOOT, HEAD_ON_THUMB, HELD_UP, LEANS, LYING_BACK, STILL } from './ways';

type Given = Omit<Posture, 'source' | 'needs' | 'adjustments' | 'unload' | 'shift' | 'load'> &
  Partial<Posture>;

const UNLOADS: Record<LoadModel['kind'], string> = {
  lean: 'Step in towards the wall, or rest the hips on it.',
  lie: 'Push with a hand, an elbow or the other foot; roll off slowly.',
  sit: 'Push up with the hands behind you and the other foot.',
  share: 'Hold part of the weight back.',
  head: 'Turn the head a little away, or hold it with the neck.',
  none: 'Let the hand or the arms rest.',
};
/** On to the next point. Common practice, no published source. */
const SHIFTS: Record<LoadModel['kind'], string> = {
  lean: 'Bend the knees a little, or turn a little: the ball moves with you.',
  lie: 'Take the weight off, move the ball a little, and sink in again.',
  sit: 'Take the weight off, shift on a spot that is not tender, and sink in again.',
  share: 'Lift off, move a little along, and sink in again.',
  head: 'Lift the head, move the thumb on by its breadth, and let it rest again.',
  none: 'Let go, move on by a finger’s breadth, and sink in again.',
};
const ADJUSTED: Record<LoadModel['kind'], readonly Adjustment[]> = {
  lean: LEANS,
  lie: LYING_BACK,
  sit: HELD_UP,
  share: STILL,
  head: HEAD_ON_THUMB,
  none: [],
};

function posture(given: Given): Posture {
  const load = given.load ?? { kind: 'none' };
  return {
    needs: [],
    unload: UNLOADS[load.kind],
    shift: SHIFTS[load.kind],
    adjustments: ADJUSTED[load.kind],
    ...given,
    load,
    source: COMMON_PRACTICE,
  };
}

const FLOORS = ['hard-floor', 'mat', 'mattress'] as const;
const FLOOR_NEEDS: Need[] = ['get down and up', 'kneel'];
const UP = 'Roll to the side, come to all fours, then up. Never sit straight up.';
const STEP_IN = 'Step in towards the wall before you take the ball away.';
const SIT_A_MOMENT = 'Pause, breathe, and sit a moment before you get up.';
const SIT = 'Sit with your back supported and both feet on the ground.';
const ONE_SIDE = about(0.62, 0.5, 0.8);

/** The postures. Getting in and out: common practice. */
export const POSTURES: readonly Posture[] = [
  posture({
    id: 'seated',
    name: 'seated',
    where: 'chair',
    surfaces: ['chair', 'table'],
    supports: 'Chair and feet; the worked limb on a table or the other knee.',
    getIn: SIT,
    getOut: SIT_A_MOMENT,
    load: {
      kind: 'share',
      share: about(0.035, 0.02, 0.06),
      of: 'forearm, hand and part of the upper arm resting on the tool',
    },
  }),
  posture({
    id: 'seated-table',
    name: 'seated, elbow on a table',
    where: 'chair',
    surfaces: ['table'],
    supports: 'Chair and table; the elbow carries the head.',
    getIn: 'Sit at a table, elbow on it, the head over the hand.',
    getOut: 'Lift the head off the hand slowly, and sit a moment.',
    load: { kind: 'head' },
    adjustments: HEAD_ON_THUMB,
  }),
  posture({
    id: 'seated-thigh',
    name: 'seated, thigh on the ball',
    where: 'chair',
    surfaces: ['chair'],
    supports: 'A hard chair; the thigh on the ball.',
    getIn: 'Sit on a hard chair, ball under the thigh.',
    getOut: 'Lift the thigh off with both hands.',
    load: {
      kind: 'share',
      share: about(0.11, 0.07, 0.17),
      of: 'one thigh and part of the trunk over it',
    },
  }),
  posture({
    id: 'helped-upright',
    name: 'sitting upright, somebody helps',
    where: 'chair',
    surfaces: ['chair'],
    supports: 'Chair and feet; the helper’s other hand.',
    getIn: 'Sit upright, back supported, both feet on the ground; the helper stands behind you.',
    getOut: SIT_A_MOMENT,
    unload: 'The helper eases off slowly; the other hand stays.',
    load: { kind: 'none' },
  }),
  posture({
    id: 'helped-forward',
    name: 'leaning on a table, somebody helps',
    where: 'chair',
    surfaces: ['table'],
    supports: 'Chair and table; the head on the folded arms.',
    getIn: 'Sit at a table and lean forward on your folded arms; the helper stands behind you.',
    getOut: 'Sit up slowly, and stay a moment.',
    unload: 'The helper eases off slowly; the other hand stays.',
    load: { kind: 'none' },
  }),
  posture({
    id: 'foot-seated',
    name: 'seated, foot on the tool',
    where: 'chair',
    surfaces: ['hard-floor', 'mat'],
    supports: 'Chair; the foot on the tool.',
    getIn: 'Sit, both feet on the ground, tool under one sole.',
    getOut: 'Lift the foot off before you stand up.',
    load: {
      kind: 'share',
      share: about(0.085, 0.06, 0.12),
      of: 'one foot, the shank and part of the thigh',
    },
    adjustments: FOOT,
  }),
  posture({
    id: 'foot-standing',
    name: 'standing, foot on the tool',
    where: 'wall',
    surfaces: ['hard-floor', 'mat'],
    supports: 'The other foot, and a hand on something stable.',
    needs: ['balance'],
    getIn: 'Stand with a hand on something stable, tool under one sole.',
    getOut: 'Shift the weight to the other foot, then lift off.',
    load: {
      kind: 'share',
      share: about(0.25, 0.12, 0.42),
      of: 'body weight shifted onto the foot',
    },
    adjustments: STILL,
  }),
  posture({
    id: 'wall-back',
    name: 'wall, back to it',
    where: 'wall',
    surfaces: ['wall'],
    supports: 'Feet and wall.',
    getIn: 'Stand with your back to the wall, feet a step away and hip-wide.',
    getOut: STEP_IN,
    shift:
      'Hips back on the wall and lean forward: the ball drops by about five centimetres. For less, bend the knees or turn a little.',
    load: { kind: 'lean', side: ONE_SIDE },
  }),
  posture({
    id: 'wall-side',
    name: 'wall, side on',
    where: 'wall',
    surfaces: ['wall'],
    supports: 'Feet and wall.',
    getIn: 'Stand side on to the wall, feet a step away, outer foot a little ahead.',
    getOut: STEP_IN,
    load: { kind: 'lean', side: known(1) },
  }),
  posture({
    id: 'wall-front',
    name: 'wall corner, facing it',
    where: 'wall',
    surfaces: ['wall', 'door-frame'],
    supports: 'Feet and wall corner or door edge; the arm hangs.',
    getIn: 'Face a wall corner or door edge, one foot ahead, arm down.',
    getOut: STEP_IN,
    load: { kind: 'lean', side: known(1) },
  }),
  posture({
    id: 'wall-front-arm-up',
    name: 'wall corner, arm up',
    where: 'wall',
    surfaces: ['wall', 'door-frame'],
    supports: 'Feet and wall corner; the arm up the wall.',
    needs: ['arm overhead'],
    getIn: 'Face a wall corner or door edge, one foot ahead, arm up the wall.',
    getOut: STEP_IN,
    load: { kind: 'lean', side: known(1) },
  }),
  posture({
    id: 'door-frame',
    name: 'door frame, bent in',
    where: 'wall',
    surfaces: ['door-frame'],
    supports: 'Feet and door frame; the trunk bent, the arm hanging.',
    needs: ['bend'],
    getIn: 'Stand at a door frame, bend forward a little, ball between frame and shoulder.',
    getOut: 'Step back and straighten up slowly.',
    load: { kind: 'share', share: about(0.1, 0.05, 0.18), of: 'bent trunk leaning on the frame' },
  }),
  posture({
    id: 'corner',
    name: 'corner, cane braced',
    where: 'wall',
    surfaces: ['corner'],
    supports: 'Feet; the cane in a corner.',
    needs: ['arm overhead'],
    getIn: 'Brace the cane in a corner, arm resting on it, sink in slowly.',
    getOut: 'Step out of the corner before you lift the arm.',
    load: { kind: 'none' },
  }),
  posture({
    id: 'lying-back',
    name: 'floor, on the back',
    where: 'floor',
    surfaces: [...FLOORS],
    supports: 'Head, shoulder blades, feet; knees bent.',
    needs: FLOOR_NEEDS,
    getIn: 'Go down over all fours and roll onto your back, knees bent.',
    getOut: UP,
    load: { kind: 'lie', supports: [0.05, 0.22, 0.47, 0.62], legs: 'bent', side: ONE_SIDE },
  }),
  posture({
    id: 'lying-knee-up',
    name: 'floor, on the back, knee up',
    where: 'floor',
    surfaces: [...FLOORS],
    supports: 'The back and the other foot; the knee at a right angle.',
    needs: FLOOR_NEEDS,
    getIn: 'Go down over all fours, roll onto your back, one knee up at a right angle.',
    getOut: UP,
    load: { kind: 'none' },
  }),
  posture({
    id: 'lying-side',
    name: 'floor, on the side',
    where: 'floor',
    surfaces: [...FLOORS],
    supports: 'Elbow or shoulder, and the legs.',
    needs: FLOOR_NEEDS,
    getIn: 'Go down over all fours and lie on your side, elbow under the shoulder.',
    getOut: 'Roll forward to all fours, then up.',
    shift: 'Slide the body a little on it, and shift on a spot that is not tender.',
    load: { kind: 'lie', supports: [0.05, 0.18, 0.74], legs: 'straight', side: about(0.8, 0.6, 1) },
    adjustments: HELD_UP,
  }),
  posture({
    id: 'lying-other-side',
    name: 'floor, on the other side',
    where: 'floor',
    surfaces: [...FLOORS],
    supports: 'The whole side that is not worked; a towel between arm and head.',
    needs: FLOOR_NEEDS,
    getIn: 'Go down over all fours and lie on the other side, a towel between arm and head.',
    getOut: 'Roll forward to all fours, then up.',
    load: { kind: 'none' },
  }),
  posture({
    id: 'lying-half-side',
    name: 'floor, half side half front',
    where: 'floor',
    surfaces: [...FLOORS],
    supports: 'Forearm and the top knee.',
    needs: [...FLOOR_NEEDS, 'lie face down'],
    getIn: 'Go down over all fours and lie half on the side, half on the front, top leg over.',
    getOut: 'Push back to all fours, then up.',
    shift: 'Slide the body a little up or down on it.',
    load: { kind: 'lie', supports: [0.18, 0.72], legs: 'straight', side: about(0.65, 0.45, 0.85) },
    adjustments: HELD_UP,
  }),
  posture({
    id: 'sitting-floor',
    name: 'floor, sitting',
    where: 'floor',
    surfaces: ['hard-floor', 'mat'],
    supports: 'Hands behind, the other foot.',
    needs: FLOOR_NEEDS,
    getIn: 'Sit down over all fours, hands behind you.',
    getOut: 'Roll off to the side, come to all fours, then up.',
    load: { kind: 'sit', hands: about(0.45, 0.3, 0.65) },
  }),
  posture({
    id: 'all-fours',
    name: 'floor, on all fours',
    where: 'floor',
    surfaces: ['hard-floor', 'mat'],
    supports: 'Hands and the other knee.',
    needs: FLOOR_NEEDS,
    getIn: 'Come onto all fours, the tool under the outer shin.',
    getOut: 'Stay on all fours, lift the shin off, then up.',
    load: {
      kind: 'share',
      share: about(0.14, 0.07, 0.24),
      of: 'the part of the body one shin carries on all fours',
    },
    adjustments: STILL,
  }),
  posture({
    id: 'lying-front',
    name: 'floor, face down',
    where: 'floor',
    surfaces: [...FLOORS],
    supports: 'Forearms and the other knee.',
    needs: [...FLOOR_NEEDS, 'lie face down'],
    getIn: 'Go down over all fours and lower yourself onto the forearms.',
    getOut: 'Push back to all fours, then up.',
    shift: 'Slide the body a little along it, and shift on a spot that is not tender.',
    load: { kind: 'lie', supports: [0.18, 0.72], legs: 'straight', side: ONE_SIDE },
    adjustments: HELD_UP,
  }),
];

const BY_ID = new Map(POSTURES.map((entry) => [entry.id, entry]));

/** The posture with this id, also by an id it had before; undefined when there is none. */
export const findPosture = (id: string): Posture | undefined => BY_ID.get(presentId('posture', id));

export const isOnFloor = (posture: Posture): boolean => posture.where === 'floor';

const TURN_SECONDS = 8;
const CROSS_ROOM_SECONDS = 15;
const FLOOR_SECONDS = 25;

/** A posture, or `null` for standing free before and after a session. */
type Stand = Posture | null;

/**
 * Seconds a person needs from one posture to the next: none to stay, little to turn, most to get
 * down to or up from the floor.
 *
 * @returns seconds and the source of the figure
 */
export function movesBetween(from: Stand, to: Stand): { seconds: number; source: Source } {
  const source = ownEstimate('Unhurried moves of an adult without limitations.');
  if (from?.id === to?.id) return { seconds: 0, source };
  if (from?.where === 'floor' || to?.where === 'floor') {
    return { seconds: from?.where === to?.where ? TURN_SECONDS : FLOOR_SECONDS, source };
  }
  if (from === null || to === null) return { seconds: 0, source };
  return { seconds: from.where === to.where ? TURN_SECONDS : CROSS_ROOM_SECONDS, source };
}
