import type { Point } from '#core/geometry';
import { armsOn, armTo } from './arms';
import { chairUnder, seatedBody } from './chair';
import { BUST, headTurned, SIT } from './drillScenes';
import { frontBody, type FrontPose } from './frontFigure';
import { ground, onBack } from './lain';
import { floor, GROUND, lowest, placed } from './placing';
import { plus, step } from './rig';
import { drawnFront, drawnSide, type Thing } from './scene';
import { SIDE_LENGTHS, type SideBody, sideBody, type SidePose } from './sideFigure';
import type { Drawn } from './wanted';

const { upperArm, forearm } = SIDE_LENGTHS;

const wallAt = (x: number): Thing => ({
  what: 'wall',
  solid: true,
  points: [
    [x, 40],
    [x + 24, 40],
    [x + 24, GROUND],
    [x, GROUND],
  ],
});

/** Both feet of a standing body come to the ground. */
const standing = (pose: Omit<SidePose, 'hip'>): SideBody =>
  placed({ ...pose, hip: [0, 0] }, (body) => [
    0,
    GROUND - lowest([body.leg.outline, ...(body.farLeg ? [body.farLeg.outline] : [])]),
  ]);

const ankleOf = (body: SideBody): Point => body.leg.joints[2] ?? [0, 0];

const handAtFoot = (body: SideBody) =>
  armTo(body.shoulder, plus(ankleOf(body), [0, -8]), 196, 1, 'fist');

/** The thigh behind and the heel to the buttock; without the arms. */
const heelUp = (back: number): Omit<SidePose, 'hip'> => ({
  pelvis: 2,
  chest: 0,
  arm: null,
  farArm: { upper: 112, fore: 82, hand: 76, shape: 'flat' },
  leg: { thigh: 180 + back, shank: 328 + back, foot: 284 + back },
  farLeg: { thigh: 181, shank: 180, foot: 90 },
});

function quadStanding(): Drawn {
  const before = standing(heelUp(-16));
  const body = standing(heelUp(14));
  const held = armsOn(body, handAtFoot(body), { upper: 112, fore: 82, hand: 76, shape: 'flat' });
  const knee = body.leg.joints[1] ?? [0, 0];
  const kneeBefore = before.leg.joints[1] ?? [0, 0];
  return {
    side: 'right',
    bodies: [legOnly(before), drawnSide(held)],
    things: [wallAt(farHand(held)), floor(-260, 400)],
    tools: [],
    contact: null,
    arrows: [{ from: plus(kneeBefore, [60, 6]), to: plus(knee, [50, 10]), bow: 0.12 }],
  };
}

/** Where the far hand ends, which holds on to something. */
const farHand = (body: SideBody): number =>
  Math.max(...(body.farArm?.hand ?? []).map(([x]) => x)) + 2;

/** The moved leg of another moment, faintly. */
function legOnly(body: SideBody): ReturnType<typeof drawnSide> {
  return {
    ghost: true,
    face: [],
    hair: [],
    layers: [{ depth: 'body', outlines: [body.leg.outline] }],
  };
}

/** A body from the side, laid down and seen from above: lying on its side on a mat. */
function laidDown(body: SideBody, ghosts: readonly ReturnType<typeof drawnSide>[]): Drawn {
  const turn = ([x, y]: Point): Point => [y, -x];
  const all = (points: readonly Point[]) => points.map(turn);
  const put = (one: ReturnType<typeof drawnSide>) => ({
    ...one,
    face: one.face.map(all),
    hair: all(one.hair),
    layers: one.layers.map((layer) => ({ ...layer, outlines: layer.outlines.map(all) })),
  });
  return {
    side: 'right',
    bodies: [...ghosts.map(put), put(drawnSide(body))],
    things: [
      {
        what: 'mat',
        solid: true,
        points: [
          [-560, -180],
          [560, -180],
          [560, 250],
          [-560, 250],
        ],
      },
    ],
    tools: [],
    contact: null,
    arrows: [],
  };
}

function quadSideLying(): Drawn {
  const pose = (back: number): SidePose => ({
    ...heelUp(back),
    hip: [0, 0],
    farArm: { upper: 24, fore: 10, hand: 4, shape: 'flat' },
    farLeg: { thigh: 132, shank: 200, foot: 110 },
  });
  const body = sideBody(pose(12));
  const held = armsOn(body, handAtFoot(body), { upper: 24, fore: 10, hand: 4, shape: 'flat' });
  return laidDown(held, [legOnly(sideBody(pose(-18)))]);
}

function hamstringLying(): Drawn {
  const lain = onBack(null, 0);
  const hip = lain.trunk.joints[0] ?? [0, 0];
  const withLeg = (up: number) =>
    sideBody({
      hip,
      pelvis: 270,
      arm: null,
      leg: { thigh: 6, shank: up, foot: up - 84 },
    });
  const body = { ...lain, leg: withLeg(22).leg };
  const hold = body.leg.put([-40, 640]);
  const arm = armTo(lain.shoulder, hold, 60, 1, 'flat', [upperArm * 1.1, forearm * 1.1]);
  return {
    side: 'right',
    bodies: [legOnly(withLeg(84)), drawnSide(armsOn(body, { ...arm, lengths: [1.1, 1.1] }, null))],
    things: [ground(-560, 420)],
    tools: [],
    contact: null,
    arrows: [
      {
        from: step(withLeg(84).leg.joints[2] ?? [0, 0], 70, 60),
        to: step(body.leg.joints[2] ?? [0, 0], 96, 70),
        bow: 0.18,
      },
    ],
  };
}

function ridgeSeated(): Drawn {
  const at = (tip: number, arms: FrontPose['arms']) =>
    frontBody({ ...SIT, chest: 0, neck: -tip * 0.6, head: -tip, arms });
  // The arm of this side reaches down behind; the other hand lies on the head.
  const body = at(34, {
    right: { out: [3, -8], depth: 'far' },
    left: { out: [152, 256], hand: 262, lengths: [0.94, 0.9], shape: 'flat', depth: 'near' },
  });
  const before = at(0, { right: { out: [8, 10] }, left: { out: [8, 10] } });
  return {
    side: 'left',
    bodies: [
      {
        ...drawnFront(before, true),
        layers: [{ depth: 'body', outlines: [before.trunk.outline] }],
      },
      drawnFront(body),
    ],
    things: [],
    tools: [],
    contact: null,
    arrows: [
      { from: [74, 8], to: [-18, -14], bow: -0.2 },
      { from: [150, 250], to: [150, 330] },
    ],
    closeUp: BUST,
  };
}

function skullBase(): Drawn {
  const before = seatedBody();
  const body = seatedBody({ neck: 352, head: 16 });
  return {
    side: 'right',
    bodies: [
      { ...drawnSide(before, true), layers: [{ depth: 'body', outlines: [before.trunk.outline] }] },
      drawnSide(armsOn(body, { upper: 170, fore: 112 }, null)),
    ],
    things: chairUnder(body),
    tools: [],
    contact: null,
    arrows: [
      { from: plus(body.skull, [150, -8]), to: plus(body.skull, [104, 40]), bow: 0.2 },
      { from: plus(body.skull, [112, 92]), to: plus(body.skull, [54, 88]) },
    ],
    closeUp: [before.skull[0] - 250, before.skull[1] - 170, 520, 520],
  };
}

function hipFrontStep(): Drawn {
  const pose = (sink: number): Omit<SidePose, 'hip'> => ({
    pelvis: 356,
    chest: 0,
    arm: { upper: 186, fore: 176 },
    farArm: { upper: 120, fore: 84, hand: 80, shape: 'flat' },
    leg: { thigh: 196 + sink, shank: 236 - sink * 0.6, foot: 124 },
    farLeg: { thigh: 132 - sink, shank: 184 + sink * 0.2, foot: 90 },
  });
  const body = standing(pose(8));
  return {
    side: 'right',
    bodies: [drawnSide(standing(pose(-2)), true), drawnSide(body)],
    things: [wallAt(farHand(body)), floor(-420, 410)],
    tools: [],
    contact: null,
    arrows: [
      {
        from: plus(body.trunk.joints[0] ?? [0, 0], [90, -70]),
        to: plus(body.trunk.joints[0] ?? [0, 0], [112, 14]),
      },
    ],
  };
}

function calfWall(): Drawn {
  const body = standing({
    pelvis: 16,
    chest: 14,
    neck: 10,
    head: 6,
    arm: { upper: 104, fore: 84, hand: 40, shape: 'flat' },
    farArm: { upper: 102, fore: 82, hand: 40, shape: 'flat' },
    leg: { thigh: 198, shank: 200, foot: 90 },
    farLeg: { thigh: 148, shank: 200, foot: 90 },
  });
  const hand = Math.max(farHand(body), ...(body.arm?.hand ?? []).map(([x]) => x)) - 6;
  const heel = body.leg.put([-40, 990]);
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: [wallAt(hand), floor(-340, hand + 60)],
    tools: [],
    contact: null,
    arrows: [
      { from: [heel[0] - 66, heel[1] - 90], to: [heel[0] - 40, heel[1] - 16] },
      {
        from: plus(body.trunk.joints[0] ?? [0, 0], [-150, -60]),
        to: plus(body.trunk.joints[0] ?? [0, 0], [-74, -60]),
      },
    ],
  };
}

function chestDoor(): Drawn {
  const arms: FrontPose['arms'] = {
    right: { out: [84, 176], lengths: [0.92, 1], shape: 'flat' },
    left: { out: [8, 10] },
  };
  const body = frontBody({
    hip: [0, 474],
    pelvis: 0,
    neck: -4,
    head: -6,
    arms,
    legs: { right: { out: [4] }, left: { out: [6] } },
    seen: 'back',
  });
  const elbow = body.arms.right.limb.joints[1] ?? [0, 0];
  const frame = elbow[0] + 34;
  return {
    side: 'right',
    bodies: [drawnFront(body)],
    things: [{ ...wallAt(frame), what: 'door frame' }, floor(-240, frame + 60)],
    tools: [],
    contact: null,
    arrows: [{ from: [40, 300], to: [-86, 300], bow: 0.24 }],
  };
}

export const STRETCHES: Record<string, () => Drawn> = {
  'quad-standing': quadStanding,
  'quad-side-lying': quadSideLying,
  'hamstring-lying': hamstringLying,
  'ridge-seated': ridgeSeated,
  'skull-base': skullBase,
  'strap-turn': () => headTurned(58, 0),
  'hip-front-step': hipFrontStep,
  'calf-wall': calfWall,
  'chest-door': chestDoor,
};
