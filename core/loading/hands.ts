import type { Site } from '#core/anatomy';
import type { Tool } from '#core/equipment';
import { COMMON_PRACTICE, ownEstimate } from '#core/knowledge';
import { about } from '#core/uncertainty';
import { FIRMLY } from './adjustments';
import { type Body, newtons, SEGMENTS_SOURCE, sharesOf, USUAL_BODY } from './body';
import type { LoadedSetup, LoadModelled } from './modelled';

/** Newtons a hand brings to a tool when it presses moderately; ranges are our estimates. */
const HAND_PRESS: Record<string, readonly [likely: number, low: number, high: number]> = {
  fingers: [12, 6, 25],
  'stacked-fingers': [15, 7, 30],
  thumb: [18, 8, 35],
  knuckle: [20, 9, 40],
  'heel-of-hand': [45, 20, 80],
  fist: [35, 15, 60],
  elbow: [60, 25, 120],
  'stick-roller': [60, 30, 120],
  'straight-cane': [28, 10, 55],
  'press-tool': [14, 6, 28],
  'press-stick': [22, 8, 45],
  'helper-thumb': [22, 9, 40],
  'helper-fingers': [12, 6, 25],
  'helper-knuckle': [20, 9, 40],
  'pelvic-hook': [14, 6, 28],
  'massage-gun': [25, 10, 50],
};

/** How much of a moderate press a hand makes where it must be careful; our estimates. */
const HAND_AT: Record<Site['sensitivity'], number> = {
  robust: 1,
  ordinary: 0.8,
  delicate: 0.6,
  guarded: 0.4,
};

/** The most a hand or hanging arms bring to a tool, with everything that adds to it; newtons. Null for a body’s tool. */
export function mostByHand(tool: Tool): number | null {
  if (tool.drive === 'body') return null;
  const arms = newtons(USUAL_BODY.massKilograms) * 2 * sharesOf('forearm', 'hand');
  const usual = tool.drive === 'arms' ? arms : (HAND_PRESS[tool.id]?.[2] ?? 40);
  return usual * FIRMLY[tool.drive];
}

/** A hand that presses, or a head that rests on it. */
export function byHand(setup: LoadedSetup, body: Body): LoadModelled {
  const { tool, posture, adjustment } = setup;
  if (posture.load.kind === 'head') {
    return {
      inputs: { headShare: about(0.25, 0.12, 0.45), adjusted: adjustment.times },
      force: (values) =>
        newtons(body.massKilograms) *
        sharesOf('head') *
        (values.headShare ?? 0) *
        (values.adjusted ?? 1),
      rule: 'the head’s weight, part of it resting on the thumb',
      assumptions: [
        'The neck holds most of the head: an eighth to nearly a half of its weight comes down on the thumb.',
      ],
      sources: [SEGMENTS_SOURCE],
      settles: false,
    };
  }
  const [likely, low, high] = (HAND_PRESS[tool.id] ?? [20, 8, 40]).map(
    (newtons) => newtons * HAND_AT[setup.site.sensitivity],
  ) as [number, number, number];
  const shown = (newtons: number) => Math.round(newtons);
  return {
    inputs: { press: about(likely, low, high), adjusted: adjustment.times },
    force: (values) => (values.press ?? 0) * (values.adjusted ?? 1),
    rule: 'a moderate press of the hand, times less or more',
    assumptions: [
      `${tool.name}: ${shown(likely)} N (${shown(low)} to ${shown(high)}) for a moderate press at a ${setup.site.sensitivity} site; nobody measured yours. A household scale tells.`,
    ],
    sources: [ownEstimate('hand pressing, from trying it on a scale')],
    settles: false,
  };
}

/** Arms that hang on a hook. */
export function byArms(setup: LoadedSetup, body: Body): LoadModelled {
  return {
    inputs: { hookShare: about(1, 0.6, 1.4), adjusted: setup.adjustment.times },
    force: (values) =>
      newtons(body.massKilograms) *
      2 *
      sharesOf('forearm', 'hand') *
      (values.hookShare ?? 0) *
      (values.adjusted ?? 1),
    rule: 'weight of both forearms and hands hanging on the hook',
    assumptions: ['The upper arms rest; the hook passes on 60 to 140 % of what hangs on it.'],
    sources: [SEGMENTS_SOURCE, COMMON_PRACTICE],
    settles: false,
  };
}
