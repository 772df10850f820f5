import type { Point } from '#core/geometry';
import { type FrontBody, frontBody, type FrontPose } from './frontFigure';
import { floor, GROUND, lowest, outlinesOf, placed, skinAt, wall } from './placing';
import { frontOf, onSeat } from './rest';
import { direction, reach, step } from './rig';
import { drawnFront, drawnSide } from './scene';
import { SIDE_LENGTHS, sideBody, type SidePose } from './sideFigure';
import { cane, lyingTool, sock } from './tools';
import { type Drawn, solve, type Wanted } from './wanted';

/** The low back is pressed with the hips on the wall, all else with them off it. */
const isLow = (y: number) => y > 390 && y < 470;

/** Leaning back on a ball at a wall. */
export function wallBack(given: Wanted): Drawn {
  const { tool, proud } = given;
  const side = onSeat(given.side);
  const [, height] = side.at;
  const byHand = tool.form === 'hand';
  const poseAt = (lean: number): SidePose => ({
    hip: [0, 0],
    pelvis: 360 - lean,
    chest: 360 - lean + (isLow(height) ? -2 : 1),
    neck: 360 - lean + 6,
    head: 360,
    arm: { upper: 188, fore: 160 },
    leg: { thigh: 180 - lean - 6, shank: 180 - lean + 7, foot: 90 },
    farLeg: { thigh: 180 - lean - 11, shank: 180 - lean + 4, foot: 90 },
  });
  const gap = byHand ? 40 : proud;
  const put = (lean: number) =>
    placed(poseAt(lean), (body) => [
      gap - skinAt(body, side)[0],
      GROUND - lowest([body.leg.outline]),
    ]);
  // As far back as the body may lean before anything else of it meets the wall.
  const clear = (lean: number) =>
    Math.min(...put(lean).trunk.outline.map(([x]) => x)) - (isLow(height) ? -4 : 4);
  const lean = clear(9) >= 0 ? 9 : solve(clear, 0.5, 9);
  const body = put(lean);
  const contact = skinAt(body, side);
  const over = tool.id === 'sock-ball';
  const hand: Point = step(body.shoulder, 60, 62);
  const behind = byHand || tool.id === 'tennis-ball' ? contact : null;
  const [upper, fore] = over
    ? reach(body.shoulder, hand, [SIDE_LENGTHS.upperArm, SIDE_LENGTHS.forearm], 1)
    : byHand && behind
      ? reach(
          body.shoulder,
          [behind[0] + 10, behind[1] - 52],
          [SIDE_LENGTHS.upperArm * 0.74, SIDE_LENGTHS.forearm * 0.74],
          1,
        )
      : [186, 172];
  const arm = sideBody({
    ...poseAt(lean),
    hip: body.trunk.joints[0] ?? [0, 0],
    arm: {
      upper,
      fore,
      shape: over ? 'fist' : byHand ? 'thumb' : 'relaxed',
      lengths: byHand ? [0.74, 0.74] : [1, 1],
    },
  });
  const radius = gap / 2;
  const ballAt: Point = [contact[0] - radius, contact[1]];
  return {
    side: 'right',
    bodies: [drawnSide(arm)],
    things: [wall(0, -1), floor(-60, 520)],
    tools: [
      ...(byHand ? [] : lyingTool(tool, contact, [-1, 0])),
      ...(over
        ? [
            sock([
              ballAt,
              [body.shoulder[0] - 62, body.shoulder[1] - 4],
              [body.shoulder[0] - 6, body.shoulder[1] - 34],
              hand,
            ]),
          ]
        : []),
    ],
    contact,
    arrows: [{ from: [contact[0] + 150, contact[1] - 4], to: [contact[0] + 62, contact[1]] }],
  };
}

/** Facing a wall corner or door edge. */
export function wallFront(given: Wanted, armUp: boolean): Drawn {
  const { tool, proud } = given;
  const side = given.side.faces === 'near' ? frontOf(given.side) : given.side;
  const lean = 8;
  const pose: SidePose = {
    hip: [0, 0],
    pelvis: lean,
    chest: lean - 2,
    neck: lean - 4,
    head: 358,
    arm: armUp ? { upper: 24, fore: 357, shape: 'flat' } : { upper: 192, fore: 178 },
    leg: { thigh: 172, shank: 190, foot: 90 },
    farLeg: { thigh: 194, shank: 200, foot: 96 },
  };
  const body = placed(pose, (at) => [
    -proud - skinAt(at, side)[0],
    GROUND - lowest(outlinesOf(at)),
  ]);
  const contact = skinAt(body, side);
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: [wall(0, 1), floor(-420, 60)],
    tools: lyingTool(tool, contact, [1, 0]),
    contact,
    arrows: [{ from: [contact[0] - 160, contact[1]], to: [contact[0] - 78, contact[1]] }],
  };
}

/** Bent into a door frame, hips back, the back straight. */
export function doorFrame(given: Wanted): Drawn {
  const { tool, side, proud } = given;
  const pose: SidePose = {
    hip: [0, 0],
    pelvis: 66,
    chest: 70,
    neck: 66,
    head: 62,
    arm: { upper: 182, fore: 172 },
    farArm: { upper: 150, fore: 120 },
    leg: { thigh: 192, shank: 176, foot: 90 },
    farLeg: { thigh: 200, shank: 186, foot: 90 },
  };
  const body = placed(pose, (at) => [
    -proud - skinAt(at, side)[0],
    GROUND - lowest(outlinesOf(at)),
  ]);
  const contact = skinAt(body, side);
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: [
      // The frame stands beside the head, behind it.
      { what: 'door frame', solid: true, points: wall(0, 1, 250).points },
      floor(-520, 80),
    ],
    tools: lyingTool(tool, contact, [1, 0]),
    contact,
    arrows: [
      { from: [contact[0] - 190, contact[1] - 36], to: [contact[0] - 104, contact[1] - 22] },
    ],
  };
}

const OUT: FrontPose['arms']['right'] = { out: [8, 10] };

/** A body from the front or back, put so that a place of it lies at an x and its feet on the ground. */
function frontPlaced(pose: FrontPose, at: (body: FrontBody) => Point, x: number): FrontBody {
  const body = frontBody({ ...pose, hip: [0, 0] });
  const foot = lowest([body.legs.left.limb.outline, body.legs.right.limb.outline]);
  return frontBody({ ...pose, hip: [x - at(body)[0], GROUND - foot] });
}

/** Side on to a wall, on a ball. */
export function wallSide(given: Wanted): Drawn {
  const { siteId, tool, proud, outer } = given;
  const isBack = ['below-ridge', 'outer-blade-edge', 'upper-outer-buttock'].includes(siteId);
  const onArm = siteId === 'outer-shoulder' || siteId === 'outer-forearm';
  const isHip = outer[1] > 430;
  const isHigh = outer[1] < 300 && !onArm;
  // High up the shoulder would meet the wall before the ball does.
  const lean = siteId === 'outer-forearm' || isHigh ? 2 : 8;
  const arm: FrontPose['arms']['right'] = onArm
    ? siteId === 'outer-forearm'
      ? { out: [18, 150], lengths: [0.9, 1], shape: 'fist' }
      : { out: [6, 4] }
    : isHigh
      ? { out: [-24, -84], lengths: [0.4, 0.8], depth: 'far' }
      : {
          out: [-16, -92],
          lengths: [0.8, 0.86],
          depth: isBack ? ('far' as const) : ('near' as const),
          shape: 'fist',
        };
  const pose: FrontPose = {
    hip: [0, 0],
    pelvis: lean,
    // The hip goes to the wall, the shoulder keeps off it.
    chest: isHip ? -4 : lean,
    neck: isHip ? -2 : lean - 4,
    head: isHip ? 0 : lean - 8,
    arms: { right: arm, left: OUT },
    legs: { right: { out: [-lean - 2] }, left: { out: [lean + 8, lean + 6, 0] } },
    seen: isBack ? 'back' : 'front',
  };
  const at = (body: FrontBody): Point => {
    if (siteId === 'outer-forearm') return furthest(body.arms.right.limb.outline);
    if (siteId === 'outer-shoulder') return furthest(body.arms.right.limb.outline);
    return body.trunk.put(trunkEdge(outer));
  };
  const body = frontPlaced(pose, at, -proud);
  const contact = at(body);
  return {
    side: isBack ? 'right' : 'left',
    bodies: [drawnFront(body)],
    things: [wall(0, 1), floor(-460, 60)],
    tools: lyingTool(tool, contact, [1, 0]),
    contact,
    arrows: [{ from: [contact[0] - 170, contact[1]], to: [contact[0] - 84, contact[1]] }],
  };
}

/** Below the hip the trunk’s own edge ends; what presses there is the side of the hip. */
const trunkEdge = ([x, y]: readonly [number, number]): Point => [x, Math.min(y, 492)];

/** The point of a line furthest to the right. */
function furthest(outline: readonly Point[]): Point {
  return outline.reduce((most, point) => (point[0] > most[0] ? point : most));
}

/** The cane braced in a corner, the arm resting on it. */
export function cornerCane(given: Wanted): Drawn {
  const pose: FrontPose = {
    hip: [0, 0],
    pelvis: 5,
    neck: 0,
    head: 358,
    arms: { right: { out: [112, 74] }, left: OUT },
    legs: { right: { out: [-3] }, left: { out: [10, 9, 0] } },
    seen: given.siteId === 'outer-blade-edge' ? 'back' : 'front',
  };
  const body = frontPlaced(pose, (at) => at.trunk.put([100, 240]), -412);
  const contact = body.trunk.put([98, 244]);
  return {
    side: pose.seen === 'back' ? 'right' : 'left',
    bodies: [drawnFront(body)],
    things: [
      wall(0, 1),
      { what: 'corner', solid: true, points: wall(0, 1).points },
      floor(-720, 60),
    ],
    tools: cane([contact, [-6, contact[1] + 96]]),
    contact,
    arrows: [
      {
        from: step(contact, direction(contact, [0, contact[1] + 96]) + 180, 150),
        to: step(contact, direction(contact, [0, contact[1] + 96]) + 180, 70),
      },
    ],
  };
}
