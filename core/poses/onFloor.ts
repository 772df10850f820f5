import type { Point } from '#core/geometry';
import { lowest, placed, skinAt } from './atWall';
import { frontBody, FRONT_LENGTHS, type FrontBody, type FrontPose } from './frontFigure';
import { HANDS } from './hands';
import { frontOf, onSeat } from './rest';
import { minus, plus, reach, step, turned } from './rig';
import { drawnFront, drawnSide, moved, type Thing } from './scene';
import { sideBody, SIDE_LENGTHS, type ArmPose, type SideBody, type SidePose } from './sideFigure';
import { cane, handle, lyingTool } from './tools';
import { solve, type Drawn, type Wanted } from './wanted';

const { upperArm, forearm, thigh, shank, ankleHeight } = SIDE_LENGTHS;
const ARM = [upperArm, forearm] as const;
const LEG = [thigh, shank] as const;

/** The floor is at y = 0. */
const ground = (from: number, to: number): Thing => ({
  what: 'floor',
  solid: false,
  points: [
    [from, 0],
    [to, 0],
  ],
});
const cushion = (at: Point, broad: number): Thing => ({
  what: 'cushion',
  solid: true,
  points: [
    [at[0] - broad / 2, at[1]],
    [at[0] + broad / 2, at[1]],
    [at[0] + broad / 2, 0],
    [at[0] - broad / 2, 0],
  ],
});

/** An arm that brings a hand’s tip to a place, the hand pointing along a direction. */
export function armTo(
  shoulder: Point,
  target: Point,
  points: number,
  bends: 1 | -1,
  shape: NonNullable<ArmPose['shape']>,
  size: readonly [number, number] = ARM,
): ArmPose {
  const tip = turned(HANDS[shape].tip, points - 180);
  const [upper, fore] = reach(shoulder, minus(target, tip), size, bends);
  return { upper, fore, hand: points, shape };
}

/** Feet flat on the floor, knees bent. */
const bentLeg = (hip: Point, away: number) => {
  const [up, down] = reach(hip, [hip[0] + away, -ankleHeight], LEG, -1);
  return { thigh: up, shank: down, foot: 90 };
};

const FLAT = 270;

/** A body on its back, head to the left, knees bent, the trunk lifted over what lies under it. */
export function onBack(side: Wanted['side'] | null, proud: number): SideBody {
  const legs = (hip: Point) => ({ leg: bentLeg(hip, 250), farLeg: bentLeg(hip, 214) });
  const base: SidePose = {
    hip: [0, 0],
    pelvis: FLAT,
    arm: { upper: 96, fore: 84 },
    ...legs([0, -70]),
  };
  const isHigh = side !== null && side.at[1] < 392;
  const pose = (tip: number): SidePose =>
    isHigh ? { ...base, chest: FLAT + tip } : { ...base, pelvis: FLAT - tip };
  const rests = (body: SideBody) =>
    isHigh
      ? Math.max(body.trunk.put([-74, 486])[1], body.trunk.put([-73, 462])[1])
      : Math.max(body.trunk.put([-75, 244])[1], body.trunk.put([-71, 276])[1]);
  const put = (tip: number) => placed(pose(tip), (body) => [0, -rests(body)]);
  const off = (tip: number) => (side === null ? 0 : -skinAt(put(tip), side)[1] - proud);
  const tip = side === null || proud === 0 ? 0 : solve(off, -8, 34);
  const hip = put(tip).trunk.joints[0] ?? [0, 0];
  const placedPose = { ...pose(tip), hip, ...legs(hip) };
  // The head sinks until it rests.
  const headDown = (neck: number) => {
    const chest = placedPose.chest ?? placedPose.pelvis;
    return sideBody({ ...placedPose, neck: chest - neck * 0.5, head: chest - neck });
  };
  const head = (body: SideBody) => Math.max(...body.hair.map(([, y]) => y));
  const most = isHigh ? 30 : 12;
  const nod = head(headDown(most)) < 0 ? most : solve((neck) => head(headDown(neck)), 0, most);
  return headDown(nod);
}

/** What the head lies on when it does not reach the floor. */
export const underHead = (body: SideBody): Thing[] => {
  const low = body.hair.reduce((most, point) => (point[1] > most[1] ? point : most));
  return low[1] < -14 ? [cushion(low, 150)] : [];
};

const withArm = (body: SideBody, arm: SideBody['arm']): SideBody => ({ ...body, arm });

/** Arms in a pose on a body that is there already. */
export function armsOn(body: SideBody, arm: ArmPose | null, farArm: ArmPose | null): SideBody {
  const of = (pose: ArmPose | null) =>
    pose &&
    sideBody({
      hip: [0, 0],
      pelvis: 0,
      arm: pose,
      leg: { thigh: 180, shank: 180, foot: 90 },
    }).arm;
  const shift = (one: SideBody['arm']) => {
    if (!one) return null;
    const by = minus(body.shoulder, one.limb.joints[0] ?? [0, 0]);
    return {
      hand: one.hand.map((point) => plus(point, by)),
      onHand: (place: Point) => plus(one.onHand(place), by),
      limb: {
        joints: one.limb.joints.map((point) => plus(point, by)),
        outline: one.limb.outline.map((point) => plus(point, by)),
        put: (point: Point) => plus(one.limb.put(point), by),
      },
    };
  };
  return { ...withArm(body, shift(of(arm))), farArm: shift(of(farArm)) };
}

const DOWN: Point = [0, 1];

/** On the back on a ball, two balls or a roller. */
export function lyingBack(given: Wanted): Drawn {
  const { tool, proud, siteId } = given;
  const side = onSeat(given.side);
  const things = (body: SideBody) => [...underHead(body), ground(-560, 420)];
  if (tool.drive === 'body') {
    const body = onBack(side, proud * 0.88);
    const contact = skinAt(body, side);
    return {
      side: 'right',
      bodies: [drawnSide(body)],
      things: things(body),
      tools: lyingTool(tool, [contact[0], -proud], DOWN),
      contact,
      arrows: [{ from: [contact[0], contact[1] - 236], to: [contact[0], contact[1] - 150] }],
    };
  }
  const lain = onBack(null, 0);
  const front = side.faces === 'back' ? skinAt(lain, { ...side, at: [-30, side.at[1]] }) : null;
  const contact = front ?? skinAt(lain, side);
  const { shoulder } = lain;
  if (siteId === 'armpit') {
    // The arm lies back beside the head; the other hand comes over the chest.
    const body = armsOn(lain, { upper: 318, fore: 276 }, armTo(shoulder, contact, 236, 1, 'flat'));
    return {
      side: 'right',
      bodies: [drawnSide(body)],
      things: things(body),
      tools:
        tool.drive === 'arms'
          ? cane([
              contact,
              [contact[0] + 90, contact[1] - 120],
              [contact[0] + 330, contact[1] - 120],
            ])
          : [],
      contact,
      arrows: [{ from: step(contact, 45, 150), to: step(contact, 45, 66) }],
    };
  }
  const shape =
    tool.id === 'thumb'
      ? 'thumb'
      : tool.id === 'knuckle'
        ? 'knuckle'
        : tool.id === 'pelvic-hook'
          ? 'fist'
          : 'flat';
  const isHead = side.at[1] < 180;
  const towards = isHead ? 262 : 150;
  const isHook = tool.id === 'pelvic-hook' || tool.drive === 'arms';
  const target: Point = isHook ? step(contact, 20, 76) : contact;
  const arm = armTo(
    shoulder,
    target,
    isHook ? 190 : siteId === 'skull-base' ? 216 : towards,
    siteId === 'skull-base' ? -1 : 1,
    shape,
    siteId === 'skull-base' ? [upperArm * 0.72, forearm * 0.72] : ARM,
  );
  const body = armsOn(
    lain,
    siteId === 'skull-base' ? { ...arm, lengths: [0.72, 0.72] } : arm,
    isHead ? null : { upper: 96, fore: 84 },
  );
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: things(body),
    tools: isHook ? handle(contact, 200, 110) : [],
    contact,
    arrows: isHead
      ? [{ from: step(contact, 60, 150), to: step(contact, 60, 74) }]
      : [{ from: [contact[0] - 70, contact[1] - 160], to: [contact[0] - 24, contact[1] - 78] }],
    ...(isHead ? { closeUp: [body.skull[0] - 220, body.skull[1] - 210, 420, 330] as const } : {}),
  };
}

/** On the back, one knee up at a right angle, both hands behind that thigh. */
export function lyingKneeUp(given: Wanted): Drawn {
  const lain = onBack(null, 0);
  const hip = lain.trunk.joints[0] ?? [0, 0];
  const leg = { thigh: 4, shank: 88, foot: 2 };
  const raised = sideBody({
    hip,
    pelvis: FLAT,
    arm: null,
    leg,
    farLeg: bentLeg(hip, 230),
  });
  const straight = sideBody({
    hip,
    pelvis: FLAT,
    arm: null,
    leg: { thigh: 4, shank: 40, foot: 320 },
  });
  const contact = skinAt(raised, given.side);
  const arm = armTo(raised.shoulder, contact, 60, 1, 'flat', [upperArm * 1.12, forearm * 1.12]);
  const body = armsOn(
    { ...lain, leg: raised.leg, farLeg: raised.farLeg },
    arm,
    armTo(raised.shoulder, plus(contact, [8, 26]), 60, 1, 'flat'),
  );
  return {
    side: 'right',
    bodies: [
      {
        ...drawnSide(straight, true),
        layers: [{ depth: 'body', outlines: [straight.leg.outline] }],
        face: [],
        hair: [],
      },
      drawnSide(body),
    ],
    things: [...underHead(lain), ground(-560, 420)],
    tools: [],
    contact,
    arrows: [
      {
        from: step(raised.leg.joints[2] ?? [0, 0], 60, 66),
        to: step(straight.leg.joints[2] ?? [0, 0], 100, 66),
        bow: 0.16,
      },
    ],
  };
}

/** Face down on the forearms, the thigh on a roller or ball. */
export function lyingFront(given: Wanted): Drawn {
  const { tool, proud } = given;
  if (tool.drive === 'helper') return underHelper(given);
  const side = given.side.faces === 'near' ? frontOf(given.side) : given.side;
  const hipAt = (body: SideBody): Point => [0, -proud * 0.92 - skinAt(body, side)[1]];
  const pose = (rise: number): SidePose => ({
    hip: [0, 0],
    pelvis: 90 - rise * 0.4,
    chest: 90 - rise,
    neck: 78 - rise,
    head: 62 - rise * 0.6,
    arm: { upper: 184, fore: 92, hand: 92, shape: 'flat' },
    leg: { thigh: 269, shank: 274, foot: 240 },
    farLeg: { thigh: 252, shank: 284, foot: 226 },
  });
  const put = (rise: number) => placed(pose(rise), hipAt);
  const rise = solve((value) => -put(value).shoulder[1] - upperArm - 22, 0, 46);
  const body = put(rise);
  // The other knee rests on the floor, beside the roller.
  const hip = body.trunk.joints[0] ?? [0, 0];
  const contact = skinAt(body, side);
  const [far, farShank] = reach(hip, [hip[0] - 475, -34], LEG, -1);
  const resting = sideBody({
    ...pose(rise),
    hip,
    farLeg: { thigh: far, shank: farShank, foot: 240 },
  });
  const along = tool.form === 'roller' && !['deep-quad'].includes(given.siteId);
  return {
    side: 'right',
    bodies: [drawnSide(resting)],
    things: [ground(-580, 640)],
    tools: lyingTool(tool, [contact[0], -proud], DOWN),
    contact,
    arrows: along
      ? [
          { from: [contact[0] - 20, contact[1] - 150], to: [contact[0] - 92, contact[1] - 150] },
          { from: [contact[0] + 20, contact[1] - 150], to: [contact[0] + 92, contact[1] - 150] },
        ]
      : [{ from: [contact[0], contact[1] - 210], to: [contact[0], contact[1] - 128] }],
  };
}

/** Face down, somebody presses with a stick. */
function underHelper({ side }: Wanted): Drawn {
  const pose: SidePose = {
    hip: [0, 0],
    pelvis: 91,
    chest: 90,
    neck: 94,
    head: 92,
    arm: { upper: 60, fore: 84, hand: 88 },
    leg: { thigh: 270, shank: 271, foot: 250 },
  };
  const body = placed(pose, (at) => [
    0,
    -Math.max(at.trunk.put([64, 262])[1], at.trunk.put([53, 324])[1]),
  ]);
  const contact = skinAt(body, side);
  const hands: Point = [contact[0] - 4, contact[1] - 96];
  const hip: Point = [contact[0] - 196, -(thigh + 30)];
  const helper = sideBody({
    hip,
    pelvis: 24,
    chest: 34,
    neck: 52,
    head: 66,
    arm: null,
    leg: { thigh: 176, shank: 272, foot: 236 },
  });
  const pressing = armsOn(helper, armTo(helper.shoulder, hands, 176, 1, 'fist'), null);
  return {
    side: 'right',
    bodies: [{ ...drawnSide(pressing), helper: true }, drawnSide(body)],
    things: [ground(-600, 520)],
    tools: handle(contact, 180, 92),
    contact,
    arrows: [{ from: [contact[0] + 62, contact[1] - 150], to: [contact[0] + 62, contact[1] - 62] }],
  };
}

/** Sitting on the floor, hands behind, on a ball or with a leg on a roller. */
export function sittingFloor(given: Wanted): Drawn {
  const { tool, side, proud, siteId } = given;
  const isLeg = siteId === 'hamstrings' || siteId === 'calf';
  const lean = 334;
  const trunkPose = { pelvis: lean, chest: lean + 4, neck: lean + 16, head: lean + 22 };
  const seatOf = (body: SideBody) =>
    lowest([
      body.trunk.outline.filter(([x]) => Math.abs(x) < 110),
      body.leg.outline.filter(([x]) => Math.abs(x) < 70),
    ]);
  const legAt = (angle: number) => ({ thigh: angle, shank: angle + 2, foot: angle - 84 });
  const build = (height: number, angle: number) => {
    const hip: Point = [0, height];
    const pose: SidePose = {
      hip,
      ...trunkPose,
      arm: null,
      leg: isLeg ? legAt(angle) : { ...bentLeg(hip, 236) },
      farLeg: bentLeg(hip, isLeg ? 250 : 300),
    };
    return sideBody(pose);
  };
  const seat = seatOf(build(0, 90));
  // On a ball the seat is lifted; over a roller the leg is.
  const lift = isLeg ? (siteId === 'hamstrings' ? proud * 0.55 : 0) : proud * 0.9;
  const height = -seat - lift;
  const angle = isLeg
    ? solve((value) => -skinAt(build(height, value), side)[1] - proud * 0.96, 60, 100)
    : 0;
  const sat = build(height, angle);
  const armAt = (behind: number): ArmPose => {
    const wrist: Point = [sat.shoulder[0] - behind, -26];
    const [upper, fore] = reach(sat.shoulder, wrist, ARM, -1);
    return { upper, fore, hand: 264, shape: 'flat' };
  };
  const body = armsOn(sat, armAt(88), armAt(62));
  const low = [...body.trunk.outline, ...body.leg.outline.slice(-8)].reduce((most, point) =>
    point[1] > most[1] ? point : most,
  );
  const contact = isLeg ? skinAt(body, side) : low;
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: [ground(-360, 560)],
    tools: lyingTool(tool, [contact[0], -proud], DOWN),
    contact,
    arrows: isLeg
      ? [{ from: [contact[0], contact[1] - 190], to: [contact[0], contact[1] - 106] }]
      : [{ from: [contact[0] - 150, contact[1] - 96], to: [contact[0] - 78, contact[1] - 46] }],
  };
}

/** On all fours, the outer shin on a ball. */
export function allFours(given: Wanted): Drawn {
  const { tool, side, proud } = given;
  const hip: Point = [0, -(thigh + 34)];
  const build = (knee: number, back: number) =>
    sideBody({
      hip,
      pelvis: 92,
      chest: 94,
      neck: 88,
      head: 80,
      arm: { upper: 180, fore: 181, hand: 96, shape: 'flat' },
      farArm: { upper: 174, fore: 176, hand: 96, shape: 'flat' },
      leg: { thigh: knee, shank: back, foot: 236 },
      farLeg: { thigh: 184, shank: 272, foot: 236 },
    });
  const contactAt = (body: SideBody) => body.leg.put([27, side.at[1]]);
  const back = solve((value) => -contactAt(build(168, value))[1] - proud * 0.9, 255, 292);
  const raised = build(168, back);
  const [upper, fore] = reach(raised.shoulder, [raised.shoulder[0], -30], [upperArm, forearm], 1);
  const body = armsOn(
    raised,
    { upper, fore, hand: 96, shape: 'flat' },
    { upper: upper - 3, fore: fore + 3, hand: 96, shape: 'flat' },
  );
  const contact = contactAt(body);
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: [ground(-360, 480)],
    tools: lyingTool(tool, [contact[0], -proud], DOWN),
    contact,
    arrows: [{ from: [contact[0], contact[1] - 150], to: [contact[0], contact[1] - 70] }],
  };
}

/** From the front as if standing, laid down: what is to the right lies on the floor. */
const laid = (scene: Drawn): Drawn => {
  const { side, ...rest } = scene;
  return { side, ...moved({ ...rest, says: '' }, ([x, y]) => [y, x]) };
};

/** On the side, propped on the elbow or lying on the arm, on a ball or roller. */
export function lyingSide(given: Wanted, half: boolean): Drawn {
  const { tool, proud, outer } = given;
  const isTrunk = outer[1] < 380;
  const floorX = 0;
  const base = (tip: number, chest: number): FrontPose => ({
    hip: [0, 0],
    pelvis: -tip,
    chest: -chest,
    neck: isTrunk ? 6 : -chest + 12,
    head: isTrunk ? 10 : -chest + 20,
    arms: {
      right: isTrunk
        ? { out: [183, 186], depth: 'far', shape: 'flat' }
        : { out: [88, 176], lengths: [1, 0.5], shape: 'flat' },
      left: isTrunk
        ? { out: [20, -64], lengths: [0.86, 0.9], depth: 'near' }
        : { out: [-46, -74], lengths: [0.94, 0.86], shape: 'flat', depth: 'near' },
    },
    legs: {
      right: { out: [0, -2, 10], depth: 'far' },
      left: half
        ? { out: [-38, 24, 30], lengths: [0.7, 0.9], depth: 'near' }
        : { out: [-22, 12, 16], lengths: [0.8, 0.92], depth: 'near' },
    },
    seen: 'front',
  });
  const edge: Point = isTrunk ? [98, outer[1]] : [99, Math.min(outer[1], 486)];
  const at = (body: FrontBody) => body.trunk.put(edge);
  const build = (tip: number, chest: number, legOut: number) => {
    const pose = base(tip, chest);
    const withLeg: FrontPose = {
      ...pose,
      legs: { ...pose.legs, right: { out: [legOut, legOut, legOut + 12], depth: 'far' } },
    };
    const body = frontBody(withLeg);
    const x = floorX - proud * 0.9 - at(body)[0];
    return frontBody({ ...withLeg, hip: [x, 0] });
  };
  const shoulderOff = (chest: number) => {
    const body = build(chest * 0.3, chest, 6);
    const [joint = [0, 0]] = body.arms.right.limb.joints;
    // Propped: the upper arm stands on the floor. Lying: the shoulder is as near to it as the ball leaves it.
    return joint[0] + FRONT_LENGTHS.upperArm + 24;
  };
  const chest = isTrunk ? -4 : solve(shoulderOff, 0, 50);
  const tip = isTrunk ? -2 : chest * 0.3;
  const legOff = (out: number) => {
    const { outline } = build(tip, chest, out).legs.right.limb;
    return Math.max(...outline.filter(([, y]) => y > 250).map(([x]) => x));
  };
  const legOut = solve(legOff, -12, 30);
  const body = build(tip, chest, legOut);
  const contact = at(body);
  return laid({
    side: 'left',
    bodies: [drawnFront(body)],
    things: [
      {
        what: 'floor',
        solid: false,
        points: [
          [0, -560],
          [0, 620],
        ],
      },
      ...(isTrunk
        ? [
            {
              what: 'cushion' as const,
              solid: true,
              points: [
                [-34, -430],
                [-34, -300],
                [0, -300],
                [0, -430],
              ] as Point[],
            },
          ]
        : []),
    ],
    tools: lyingTool(tool, [-proud, contact[1]], [1, 0]),
    contact,
    arrows: [{ from: [contact[0] - 262, contact[1]], to: [contact[0] - 176, contact[1]] }],
  });
}

export { ground };
