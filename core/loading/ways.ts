import { about, known } from '#core/uncertainty';
import type { Adjustment } from './posture';

/** How far the feet stand from the wall at the usual lean: a step, metres; our own estimate. */
export const USUAL_STEP = 0.22;

const HIPS_OFF_SHARE = about(0.42, 0.25, 0.6);

export const LEANS: readonly Adjustment[] = [
  {
    id: 'hips-on',
    heights: [0.56, 1],
    name: 'hips on the wall',
    does: 'less',
    feetMetres: USUAL_STEP,
    times: HIPS_OFF_SHARE,
    why: 'The hips carry part of the lean.',
  },
  {
    id: 'feet-close',
    name: 'feet close',
    does: 'less',
    feetMetres: 0.12,
    times: known(1),
    why: 'The nearer the feet, the less the body leans.',
  },
  {
    id: 'usual',
    name: 'feet a step away',
    does: 'usual',
    feetMetres: USUAL_STEP,
    times: known(1),
    why: 'A step of about 22 cm.',
  },
  {
    id: 'feet-far',
    name: 'feet far',
    does: 'more',
    feetMetres: 0.35,
    times: known(1),
    why: 'The further the feet, the more the body leans.',
  },
];

/** Where the legs’ weight reaches. */
const HIP_AND_LOW_BACK = [0.44, 0.64] as const;

export const LYING_BACK: readonly Adjustment[] = [
  {
    id: 'hands-and-foot',
    name: 'weight held back',
    does: 'less',
    times: about(0.55, 0.4, 0.7),
    why: 'A hand, an elbow and the other foot push against the floor.',
  },
  {
    id: 'usual',
    name: 'let the weight sink in',
    does: 'usual',
    times: known(1),
    why: 'Nothing held back.',
  },
  {
    id: 'ankle-crossed',
    heights: HIP_AND_LOW_BACK,
    name: 'ankle crossed over the other knee',
    does: 'more',
    times: about(1.22, 1.12, 1.35),
    why: 'The crossed leg’s weight comes onto the hip.',
  },
  {
    id: 'knees-tipped',
    heights: HIP_AND_LOW_BACK,
    name: 'knees tipped over the ball',
    does: 'more',
    times: about(1.35, 1.2, 1.55),
    why: 'Both legs’ weight moves over the ball.',
  },
  {
    id: 'knee-hugged',
    heights: HIP_AND_LOW_BACK,
    name: 'knee hugged',
    does: 'more',
    times: about(1.28, 1.12, 1.45),
    why: 'The leg’s weight leaves the floor, and the arms draw it in.',
  },
];

export const HELD_UP: readonly Adjustment[] = [
  {
    id: 'hands-and-foot',
    name: 'weight held back',
    does: 'less',
    times: about(0.55, 0.4, 0.7),
    why: 'Forearms and the other knee or foot push against the floor.',
  },
  {
    id: 'usual',
    name: 'let the weight sink in',
    does: 'usual',
    times: known(1),
    why: 'Nothing held back.',
  },
  {
    id: 'leg-crossed',
    name: 'other leg lifted or laid on top',
    does: 'more',
    times: about(1.4, 1.2, 1.6),
    why: 'The other leg no longer carries anything.',
  },
];

export const FOOT: readonly Adjustment[] = [
  {
    id: 'hands-and-foot',
    name: 'barely resting',
    does: 'less',
    times: about(0.5, 0.35, 0.7),
    why: 'The thigh holds part of the leg up.',
  },
  {
    id: 'usual',
    name: 'the leg’s own weight',
    does: 'usual',
    times: known(1),
    why: 'The leg rests on the tool.',
  },
  {
    id: 'leaning',
    name: 'leaning on the knee',
    does: 'more',
    times: about(1.9, 1.4, 2.5),
    why: 'The arms press on the knee.',
  },
];

export const STILL: readonly Adjustment[] = [
  {
    id: 'light',
    name: 'lightly',
    does: 'less',
    times: about(0.5, 0.35, 0.7),
    why: 'Half of it held back.',
  },
  {
    id: 'usual',
    name: 'its own weight',
    does: 'usual',
    times: known(1),
    why: 'Weight alone, no pushing.',
  },
  {
    id: 'firm',
    name: 'leaning in',
    does: 'more',
    times: about(1.6, 1.3, 2),
    why: 'The body leans after it.',
  },
];
