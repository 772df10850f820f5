import { PLACES, UNITS_PER_STATURE, middleOf, type SiteId } from '#core/anatomy';
import type { Tool } from '#core/equipment';
import { ownEstimate } from '#core/knowledge';
import { about, known, type Uncertain } from '#core/uncertainty';
import { type Body, newtons, PROPORTION_SOURCE, SEGMENTS_SOURCE, sharesOf } from './body';
import { adjustmentsOf } from './adjustments';
import { byArms, byHand } from './hands';
import type { LoadedSetup, LoadModelled } from './modelled';
import type { Adjustment, Posture } from './posture';
import { HIPS_ON_SHARE, USUAL_STEP } from './ways';
import { leanForce, legShare, leverShare } from './statics';

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

/** Those of them that make sense at a site’s height. */
export const adjustmentsAt = (
  siteId: string,
  tool: Tool,
  posture: Posture,
): readonly Adjustment[] => {
  const height = heightOfSite(siteId);
  return adjustmentsOf(siteId, tool, posture).filter(
    ({ heights }) => !heights || (height >= heights[0] && height <= heights[1]),
  );
};

/** A straight body leaning on a tool at a wall. Heights as shares of stature, distances in metres. */
export interface Lean {
  heightShare: number;
  feetMetres: number;
  adjustment: Pick<Adjustment, 'hips' | 'times'>;
  /** Share of the lean that is on the worked side. */
  side: Uncertain;
  contacts: number;
}

/** Heights of the contact and of the centre of mass along the body from the ankle, metres. */
function leanLengths(heightShare: number, statureMetres: number, centreShare: number) {
  const contact = (heightShare - ANKLE) * statureMetres;
  const centre = (centreShare - ANKLE) * statureMetres;
  return {
    contact,
    centre: Math.min(centre, UPRIGHT * contact),
    isLow: centre > UPRIGHT * contact,
  };
}

/** A lean slides when it presses on the wall with more than this share of body weight: typed ones are refused. */
export const SLIDES_AT = 0.5;
/** Ready-made leans stay well under it. */
export const READY_LEAN = 0.33;

/**
 * How far the feet may stand for a lean that presses on the wall with at most this share of body weight:
 * N/W = (c/s) tan φ, d = s sin φ. Metres.
 */
export function feetForLean(ratio: number, heightShare: number, statureMetres: number): number {
  const { contact, centre } = leanLengths(heightShare, statureMetres, CENTRE.likely);
  return contact * Math.sin(Math.atan((ratio * contact) / centre));
}

/** Nobody’s feet are known to stand better than this, metres. */
const FEET_SLACK = 0.04;
/** A line from the ankle cannot be longer to the floor than to the contact. */
const NEARLY_FLAT = 0.95;

/** Force on a tool at a wall by a leaning body. */
export function modelLean(
  { heightShare, feetMetres, adjustment, side, contacts }: Lean,
  body: Body,
): LoadModelled {
  const { statureMetres } = body;
  const { contact, isLow } = leanLengths(heightShare, statureMetres, CENTRE.likely);
  const most = contact * NEARLY_FLAT;
  const feet = Math.min(most, feetMetres);
  const isOnHips = adjustment.hips === 'on';
  return {
    inputs: {
      centre: CENTRE,
      feet: about(feet, Math.max(0, feet - FEET_SLACK), Math.min(most, feet + FEET_SLACK)),
      side: contacts === 2 ? known(1) : side,
      hips: isOnHips ? HIPS_ON_SHARE : known(1),
      adjusted: adjustment.times,
    },
    force: (values) =>
      (leanForce(
        newtons(body.massKilograms),
        leanLengths(heightShare, statureMetres, values.centre ?? CENTRE.likely).centre,
        contact,
        values.feet ?? feet,
      ) *
        (values.side ?? 1) *
        (values.hips ?? 1) *
        (values.adjusted ?? 1)) /
      contacts,
    rule: 'N = W (c/s) tan φ, sin φ = d/s: moments about the ankle of a leaning body',
    assumptions: [
      isLow
        ? 'The ball is low: the legs lean and the trunk stays upright over them; the wall is smooth.'
        : 'The body is straight from ankle to head and the wall is smooth.',
      `The ball touches ${Math.round(contact * 100)} cm above the ankle, the feet stand ${Math.round(feet * 100)} cm (± 4) from below it.`,
      'The centre of mass is at 55 to 57 % of stature.',
      ...(contacts === 2
        ? ['Two balls share it.']
        : side.low < 1
          ? [
              'Between a half and most of it is on the side with the ball; the other side of the back touches the wall.',
            ]
          : []),
      ...(isOnHips
        ? ['With the hips on the wall the ball keeps a quarter to six tenths of the lean.']
        : []),
    ],
    sources: [
      PROPORTION_SOURCE,
      ownEstimate('how far a step is, and what other parts of the body take at a wall'),
    ],
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
      (newtons(body.massKilograms) *
        share *
        (values.hands ?? 1) *
        (values.lever ?? 1) *
        (values.adjusted ?? 1)) /
      setup.tool.contacts,
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

/** Where the feet stand in a ready-made lean: as the adjustment says, and never so far that they slide. */
const readyFeet = ({ site, adjustment }: LoadedSetup, { statureMetres }: Body): number =>
  Math.min(
    adjustment.feetMetres ?? USUAL_STEP,
    feetForLean(READY_LEAN, heightOfSite(site.id), statureMetres),
  );

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
          feetMetres: setup.feetMetres ?? readyFeet(setup, body),
          adjustment: setup.adjustment,
          side: model.side,
          contacts: tool.contacts,
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
          (newtons(body.massKilograms) * (values.share ?? 0) * (values.adjusted ?? 1)) /
          tool.contacts,
        rule: `a share of body weight: ${model.of}`,
        assumptions: [
          `${Math.round(model.share.low * 100)} to ${Math.round(model.share.high * 100)} % of body weight: ${model.of}.`,
        ],
        sources: [SEGMENTS_SOURCE, ownEstimate('which share rests on the tool')],
        settles: setup.surface.bearsTheBody,
      };
    case 'head':
    case 'none':
      return byHand(setup, body);
  }
}
