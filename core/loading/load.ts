import { PLACES, type Site, UNITS_PER_STATURE, middleOf, type SiteId } from '#core/anatomy';
import type { Surface, Tool } from '#core/equipment';
import { COMMON_PRACTICE, ownEstimate, type Source } from '#core/knowledge';
import { about, known, type Inputs, type Values } from '#core/uncertainty';
import { type Body, newtons, PROPORTION_SOURCE, SEGMENTS_SOURCE, sharesOf } from './body';
import { adjustmentsOf } from './adjustments';
import type { Adjustment, Posture } from './posture';
import { USUAL_STEP } from './ways';
import { leanForce, legShare, leverShare } from './statics';

/** How the force on a tool is computed: its uncertain inputs, the rule, and what is taken for granted. */
export interface LoadModelled {
  inputs: Inputs;
  /** Newtons on one contact of the tool before the surface takes any of it. */
  force: (values: Values<Inputs>) => number;
  rule: string;
  assumptions: readonly string[];
  sources: readonly Source[];
  /** The body may come to rest beside the tool. */
  settles: boolean;
}

/** What a setup is made of. */
export interface LoadedSetup {
  site: Pick<Site, 'id' | 'plainName'>;
  tool: Tool;
  posture: Posture;
  surface: Surface;
  adjustment: Adjustment;
  /** Feet from below the contact, metres; the adjustment’s own when absent. */
  feetMetres?: number;
}

/** Height of a site above the ground as a share of stature, from its place on the front or back. */
export function heightOfSite(siteId: string): number {
  const areas = PLACES[siteId as SiteId].areas;
  const shape = areas.find(({ view }) => view === 'back' || view === 'front') ?? areas[0];
  if (!shape) return 0.5;
  switch (shape.view) {
    case 'sole':
    case 'foot-top':
      return 0.02;
    default:
      return 1 - middleOf(shape)[1] / UNITS_PER_STATURE;
  }
}

/**
 * With the contact at hip level or below the trunk stays upright over leaning legs: then the weight acts
 * as if this share of it stood at the contact (all but half of the legs).
 */
const UPRIGHT = 1 - sharesOf('thigh', 'shank', 'foot');

export const ANKLE = 0.039;
const CENTRE = about(0.56, 0.545, 0.575);

/** Newtons a hand brings to a tool when it presses moderately; ranges are our estimates. */
const HAND_PRESS: Record<string, readonly [likely: number, low: number, high: number]> = {
  fingers: [12, 6, 25],
  thumb: [18, 8, 35],
  knuckle: [20, 9, 40],
  'heel-of-hand': [45, 20, 80],
  fist: [35, 15, 60],
  elbow: [60, 25, 120],
  'stick-roller': [60, 30, 120],
  'straight-cane': [28, 10, 55],
  'press-tool': [14, 6, 28],
  'press-stick': [40, 15, 80],
  'pelvic-hook': [14, 6, 28],
  'massage-gun': [25, 10, 50],
};

/** Those of them that make sense at a site’s height. */
export const adjustmentsAt = (
  siteId: string,
  tool: Tool,
  posture: Posture,
): readonly Adjustment[] => {
  const height = heightOfSite(siteId);
  return adjustmentsOf(tool, posture).filter(
    ({ heights }) => !heights || (height >= heights[0] && height <= heights[1]),
  );
};

function byHand(setup: LoadedSetup, body: Body): LoadModelled {
  const { tool, posture, adjustment } = setup;
  if (posture.id === 'seated-table') {
    return {
      inputs: { headShare: about(0.6, 0.35, 0.85), adjusted: adjustment.times },
      force: (values) =>
        newtons(body.massKilograms) *
        sharesOf('head') *
        (values.headShare ?? 0) *
        (values.adjusted ?? 1),
      rule: 'the head’s weight, part of it resting on the thumb',
      assumptions: ['Between a third and most of the head’s weight comes down on the thumb.'],
      sources: [SEGMENTS_SOURCE],
      settles: false,
    };
  }
  const [likely, low, high] = HAND_PRESS[tool.id] ?? [20, 8, 40];
  return {
    inputs: { press: about(likely, low, high), adjusted: adjustment.times },
    force: (values) => (values.press ?? 0) * (values.adjusted ?? 1),
    rule: 'a moderate press of the hand, times less or more',
    assumptions: [
      `${tool.name}: ${likely} N (${low} to ${high}) for a moderate press; nobody measured yours. A household scale tells.`,
    ],
    sources: [ownEstimate('hand pressing, from trying it on a scale')],
    settles: false,
  };
}

function byArms(setup: LoadedSetup, body: Body): LoadModelled {
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

/** A straight body leaning on a tool at a wall. Heights as shares of stature, distances in metres. */
export interface Lean {
  heightShare: number;
  feetMetres: number;
  adjustment: Pick<Adjustment, 'id' | 'times'>;
}

/** The furthest the feet may stand, as a share of the contact's height along the body. */
export const FURTHEST_FEET = 0.85;

/** Force on a tool at a wall by a leaning body. */
export function modelLean({ heightShare, feetMetres, adjustment }: Lean, body: Body): LoadModelled {
  const { statureMetres } = body;
  const contact = (heightShare - ANKLE) * statureMetres;
  const most = contact * FURTHEST_FEET;
  const feet = Math.min(most, feetMetres);
  const centre = (share: number) => Math.min((share - ANKLE) * statureMetres, UPRIGHT * contact);
  const below = (CENTRE.likely - ANKLE) * statureMetres > UPRIGHT * contact;
  return {
    inputs: {
      centre: CENTRE,
      feet: about(feet, Math.max(0, feet - 0.04), Math.min(most, feet + 0.04)),
      adjusted: adjustment.times,
    },
    force: (values) =>
      leanForce(
        newtons(body.massKilograms),
        centre(values.centre ?? 0),
        contact,
        Math.min(most, values.feet ?? 0),
      ) * (values.adjusted ?? 1),
    rule: 'N = W (c/s) tan φ, sin φ = d/s: moments about the ankle of a leaning body',
    assumptions: [
      below
        ? 'The ball is low: the legs lean and the trunk stays upright over them; the wall is smooth.'
        : 'The body is straight from ankle to head and the wall is smooth.',
      `The ball touches ${Math.round(contact * 100)} cm above the ankle, the feet stand ${Math.round(feet * 100)} cm (± 4) from below it.`,
      'The centre of mass is at 55 to 57 % of stature.',
      ...(adjustment.id === 'hips-on'
        ? ['With the hips on the wall the ball keeps a quarter to six tenths of the lean.']
        : []),
    ],
    sources: [PROPORTION_SOURCE, ownEstimate('share that stays on the ball with hips on the wall')],
    settles: false,
  };
}

/** A lying body over a tool. `at`: where the tool is, as a share of stature from the crown. */
export interface Lying {
  at: number;
  model: Extract<Posture['load'], { kind: 'lie' }>;
  adjustment: Pick<Adjustment, 'times'>;
  contacts: number;
  settles: boolean;
}

/** Force on a tool under a lying body. */
export function modelLie(
  { at, model, adjustment, contacts, settles }: Lying,
  body: Body,
): LoadModelled {
  const share = leverShare(at, model.supports, model.legs);
  return {
    inputs: {
      side: contacts === 2 ? known(1) : model.side,
      lever: about(1, 0.8, 1.2),
      adjusted: adjustment.times,
    },
    force: (values) =>
      (newtons(body.massKilograms) *
        share *
        (values.side ?? 1) *
        (values.lever ?? 1) *
        (values.adjusted ?? 1)) /
      contacts,
    rule: 'lever rule: the body hinges at the tool, each mass between the tool and its next support loads it',
    assumptions: [
      `Without anything held back, ${Math.round(share * 100)} % of body weight comes down at this level.`,
      contacts === 2
        ? 'Two balls share it.'
        : 'Between a half and all of that rests on the side with the tool.',
      'The body bends freely at the tool; masses are where the tables put them, ± 20 %.',
    ],
    sources: [SEGMENTS_SOURCE],
    settles,
  };
}

function sitting(
  setup: LoadedSetup,
  body: Body,
  model: Extract<Posture['load'], { kind: 'sit' }>,
): LoadModelled {
  const at = 1 - heightOfSite(setup.site.id);
  const onLeg = at > 0.545;
  const trunk =
    sharesOf('head', 'upperTrunk', 'middleTrunk', 'lowerTrunk') +
    2 * sharesOf('upperArm', 'forearm', 'hand');
  const share = onLeg ? legShare(at) : trunk;
  return {
    inputs: {
      hands: onLeg ? known(1) : model.hands,
      lever: about(1, 0.8, 1.2),
      adjusted: setup.adjustment.times,
    },
    force: (values) =>
      newtons(body.massKilograms) *
      share *
      (values.hands ?? 1) *
      (values.lever ?? 1) *
      (values.adjusted ?? 1),
    rule: onLeg
      ? 'moments of thigh, shank and foot about the hip, heel free'
      : 'weight of head, trunk and arms, less what the hands and the other foot carry',
    assumptions: onLeg
      ? ['The hip rests on the floor and the heel hangs free.']
      : ['Hands behind and the other foot carry between a third and two thirds.'],
    sources: [SEGMENTS_SOURCE, ownEstimate('what the hands carry')],
    settles: setup.surface.bearsTheBody,
  };
}

/** How the force on the tool of a setup comes about. */
export function modelLoad(setup: LoadedSetup, body: Body): LoadModelled {
  const { tool, posture } = setup;
  if (tool.drive === 'arms') return byArms(setup, body);
  if (tool.drive !== 'body') return byHand(setup, body);
  const model = posture.load;
  switch (model.kind) {
    case 'lean':
      return modelLean(
        {
          heightShare: heightOfSite(setup.site.id),
          feetMetres: setup.feetMetres ?? setup.adjustment.feetMetres ?? USUAL_STEP,
          adjustment: setup.adjustment,
        },
        body,
      );
    case 'lie':
      return modelLie(
        {
          at: 1 - heightOfSite(setup.site.id),
          model,
          adjustment: setup.adjustment,
          contacts: tool.contacts,
          settles: setup.surface.bearsTheBody,
        },
        body,
      );
    case 'sit':
      return sitting(setup, body, model);
    case 'share':
      return {
        inputs: { share: model.share, adjusted: setup.adjustment.times },
        force: (values) =>
          newtons(body.massKilograms) * (values.share ?? 0) * (values.adjusted ?? 1),
        rule: `a share of body weight: ${model.of}`,
        assumptions: [
          `${Math.round(model.share.low * 100)} to ${Math.round(model.share.high * 100)} % of body weight: ${model.of}.`,
        ],
        sources: [SEGMENTS_SOURCE, ownEstimate('which share rests on the tool')],
        settles: false,
      };
    case 'none':
      return byHand(setup, body);
  }
}
