import { about, known } from '#core/uncertainty';
import type { Adjustment } from './posture';

/** How far the feet stand from the wall at the usual lean: a step, metres; our own estimate. */
export const USUAL_STEP = 0.2;
const CLOSE = 0.11;
const FAR = 0.3;

/** What the ball keeps of a lean when the hips rest on the wall; our own estimate. */
export const HIPS_ON_SHARE = about(0.42, 0.25, 0.6);

const ALL_OF_IT = known(1);

export const LEANS: readonly Adjustment[] = [
  {
    id: 'hips-on',
    heights: [0.56, 1],
    name: 'hips on the wall',
    does: 'less',
    feetMetres: USUAL_STEP,
    hips: 'on',
    times: ALL_OF_IT,
    why: 'The hips carry part of the lean.',
  },
  {
    id: 'feet-close',
    name: 'feet close',
    does: 'less',
    feetMetres: CLOSE,
    times: ALL_OF_IT,
    why: 'The nearer the feet, the less the body leans.',
  },
  {
    id: 'usual',
    name: 'feet a step away',
    does: 'usual',
    feetMetres: USUAL_STEP,
    times: ALL_OF_IT,
    why: 'A step of about 20 cm.',
  },
  {
    id: 'feet-far',
    name: 'feet far',
    does: 'more',
    feetMetres: FAR,
    times: ALL_OF_IT,
    why: 'The further the feet, the more the body leans; never so far that they slide.',
  },
];

/** Sites at which a lean always has the hips on the wall: the low back. Common practice. */
const HIPS_ALWAYS_ON: ReadonlySet<string> = new Set(['low-back-lanes', 'side-low-back']);
const LEANS_HIPS_ON: readonly Adjustment[] = LEANS.map((one) => ({
  ...one,
  hips: 'on',
  name: one.id === 'hips-on' ? one.name : `hips on the wall, ${one.name}`,
}));

/**
 * Sites so low and so much on one side that a step away asks for more than lying on the ball: the feet stand close, and
 * a step is the firmer way. Our own estimate.
 */
const FEET_CLOSE: ReadonlySet<string> = new Set(['deep-buttock']);
const LEANS_CLOSE: readonly Adjustment[] = [
  {
    id: 'usual',
    name: 'feet close',
    does: 'usual',
    feetMetres: CLOSE,
    times: ALL_OF_IT,
    why: 'The hip leans on the ball with little of the body; more is soon more than lying on it.',
  },
  {
    id: 'feet-far',
    name: 'feet a step away',
    does: 'more',
    feetMetres: USUAL_STEP,
    times: ALL_OF_IT,
    why: 'The further the feet, the more the body leans.',
  },
];

/** The leans of a site, gentlest first: the site fixes whether the hips rest on the wall, and how far the feet are. */
export const leansAt = (siteId: string): readonly Adjustment[] =>
  FEET_CLOSE.has(siteId)
    ? LEANS_CLOSE
    : HIPS_ALWAYS_ON.has(siteId)
      ? LEANS_HIPS_ON.filter(({ id }) => id !== 'hips-on')
      : LEANS;

/** How much of the head’s weight comes down on a thumb under it, the elbow on a table. */
export const HEAD_ON_THUMB: readonly Adjustment[] = [
  {
    id: 'head-held',
    name: 'the neck holds the head',
    does: 'less',
    times: about(0.2, 0.1, 0.35),
    why: 'The head only touches the thumb; the neck carries nearly all of it.',
  },
  {
    id: 'light',
    name: 'head turned a little away',
    does: 'less',
    times: about(0.5, 0.35, 0.7),
    why: 'Turned away, the head leans on the thumb with part of its weight.',
  },
  {
    id: 'usual',
    name: 'part of the head’s weight',
    does: 'usual',
    times: ALL_OF_IT,
    why: 'The head rests its weight on the thumb as far as that is bearable.',
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
