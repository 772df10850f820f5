import type { Point } from '#core/geometry';
import { armsOn, armTo } from './arms';
import { bentLeg, DOWN, FLAT, ground, onBack, underHead } from './lain';
import { lowest, placed, skinAt } from './placing';
import { frontOf, onSeat } from './rest';
import { plus, reach, step } from './rig';
import { drawnSide } from './scene';
import { type ArmPose, SIDE_LENGTHS, type SideBody, sideBody, type SidePose } from './sideFigure';
import { cane, handle, lyingTool } from './tools';
import { type Drawn, solve, type Wanted } from './wanted';

const { upperArm, forearm, thigh, shank } = SIDE_LENGTHS;

const ARM = [upperArm, forearm] as const;

const LEG = [thigh, shank] as const;

/** Where a cane’s foot is held: between the soles, a little above the floor. */
const betweenFeet = (body: SideBody): Point => {
  const [, , ankle = [0, 0]] = body.leg.joints;
  return [ankle[0] - 26, ankle[1] - 10];
};

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
    const body = armsOn(lain, { upper: 300, fore: 284 }, armTo(shoulder, contact, 236, -1, 'flat'));
    return {
      side: 'right',
      bodies: [drawnSide(body)],
      things: things(body),
      tools:
        tool.id === 'straight-cane'
          ? cane([contact, betweenFeet(lain)])
          : tool.drive === 'arms'
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
  if (tool.drive === 'hand') return behindOwnBack(given);
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

/** Face down, lying flat, with the head on one cheek. */
const FACE_DOWN = {
  hip: [0, 0],
  pelvis: 91,
  chest: 90,
  neck: 94,
  head: 92,
  leg: { thigh: 270, shank: 271, foot: 250 },
} as const;
const onBelly = (arm: ArmPose): SideBody =>
  placed({ ...FACE_DOWN, arm }, (at) => [
    0,
    -Math.max(at.trunk.put([64, 262])[1], at.trunk.put([53, 324])[1]),
  ]);

/** Face down, the own thumbs reach behind and press. */
function behindOwnBack({ side, tool }: Wanted): Drawn {
  const flat = onBelly({ upper: 60, fore: 84, hand: 88 });
  const contact = skinAt(flat, { ...side, faces: 'back' });
  const shape = tool.id === 'thumb' ? 'thumb' : 'flat';
  const arm = armTo(flat.shoulder, contact, 196, 1, shape, [upperArm * 0.86, forearm * 0.9]);
  const body = armsOn(flat, { ...arm, lengths: [0.86, 0.9] }, null);
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: [ground(-600, 520)],
    tools: [],
    contact,
    arrows: [{ from: [contact[0] - 60, contact[1] - 130], to: [contact[0] - 20, contact[1] - 60] }],
  };
}

/** Face down, somebody presses with a stick. */
function underHelper({ side }: Wanted): Drawn {
  const body = onBelly({ upper: 60, fore: 84, hand: 88 });
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
