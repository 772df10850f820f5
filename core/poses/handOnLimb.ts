import type { Point } from '#core/geometry';
import { armsOn, armTo } from './arms';
import { chairUnder, RESTING, SEAT_LEVEL, seatedBody, shapeOf, tableAt } from './chair';
import { floor, lowest, skinAt } from './placing';
import { minus, plus, step } from './rig';
import { drawnSide, type DrawnTool } from './scene';
import { type ArmPose, type LegPose, SIDE_LENGTHS, sideBody } from './sideFigure';
import { cane, gun, lyingTool, stick } from './tools';
import { type Drawn, inDrawing, type Wanted } from './wanted';

const { upperArm, forearm } = SIDE_LENGTHS;

/** The worked arm on a table, the other hand or a ball on it. */
export function atArm({ siteId, tool, side }: Wanted): Drawn {
  const isUpper = siteId === 'triceps' || siteId === 'biceps';
  const seated = seatedBody({ chest: 8, neck: 14, head: 20, pelvis: 2 });
  const table = seated.shoulder[1] + 150;
  const worked: ArmPose = isUpper
    ? { upper: 124, fore: 74, hand: 80 }
    : { upper: 146, fore: 92, hand: 92, shape: tool.drive === 'body' ? 'fist' : 'relaxed' };
  const alone = armsOn(seated, worked, null);
  const low = lowest([alone.arm?.limb.outline ?? [], alone.arm?.hand ?? []]);
  const contact = skinAt(alone, side);
  const onBall = tool.drive === 'body';
  const isUnder = side.faces === 'back' && isUpper;
  const target: Point = contact;
  const pressing: ArmPose | null = onBall
    ? null
    : tool.id === 'elbow'
      ? { upper: 118, fore: 30, shape: 'fist' }
      : armTo(
          plus(seated.shoulder, [26, -6]),
          target,
          isUnder ? 40 : isUpper ? 104 : 172,
          isUpper ? 1 : -1,
          shapeOf(tool.id),
          [upperArm * 0.8, forearm * 0.95],
        );
  const body = armsOn(seated, worked, null);
  const helperArm = pressing && armsOn(seated, { ...pressing, lengths: [0.8, 0.95] }, null).arm;
  const drawn = drawnSide(body);
  const radius = inDrawing(tool.widthMillimetres) / 2;
  const tools: DrawnTool[] = onBall
    ? lyingTool(tool, [contact[0], low - 6], [0, 1])
    : tool.id === 'stick-roller'
      ? stick(contact, radius)
      : [];
  return {
    side: 'right',
    bodies: [
      drawn,
      ...(helperArm
        ? [
            {
              ghost: false,
              face: [],
              hair: [],
              layers: [
                {
                  depth: 'near' as const,
                  outlines: [
                    helperArm.limb.outline.map((point) => plus(point, [26, -6])),
                    helperArm.hand.map((point) => plus(point, [26, -6])),
                  ],
                },
              ],
            },
          ]
        : []),
    ],
    things: tableAt(
      seated.shoulder[0] + 90,
      seated.shoulder[0] + 470,
      Math.max(low, table) + (onBall ? inDrawing(tool.widthMillimetres) - 6 : 0),
    ),
    tools,
    contact: onBall ? [contact[0], low - 4] : contact,
    arrows: [],
    closeUp: [seated.shoulder[0] - 90, seated.shoulder[1] - 170, 480, 480],
  };
}

/** Sitting, hands or a tool on the thigh, the shank or the foot. */
export function atLeg({ siteId, tool, side }: Wanted): Drawn {
  const isCalf = siteId === 'calf';
  const isShin = siteId === 'shin-side';
  const lean = isCalf || isShin ? 40 : siteId === 'hamstrings' ? 12 : 22;
  const leg: LegPose =
    isCalf || isShin
      ? { thigh: 84, shank: 152, foot: 70 }
      : siteId === 'hamstrings'
        ? { thigh: 82, shank: 168, foot: 90 }
        : SEAT_LEVEL;
  const seated = seatedBody(
    { pelvis: lean * 0.5, chest: lean, neck: lean + 8, head: lean + 14 },
    leg,
  );
  const contact = skinAt(seated, side);
  const under = side.faces === 'back';
  const radius = inDrawing(tool.widthMillimetres) / 2;
  const towards = under ? 96 : 168;
  const isStick = tool.id === 'stick-roller';
  const isGun = tool.id === 'massage-gun';
  const isCane = tool.drive === 'arms';
  const away: Point = under ? [0.2, 1] : [0, -1];
  const middle: Point = isStick ? plus(contact, [away[0] * radius, away[1] * radius]) : contact;
  const arm: ArmPose =
    tool.id === 'elbow'
      ? (() => {
          // The elbow itself stands on the muscle.
          const [x, y] = seated.shoulder;
          const towardsElbow = (Math.atan2(contact[0] - x, y - contact[1]) * 180) / Math.PI;
          const size = Math.hypot(contact[0] - x, contact[1] - y - 0);
          return {
            upper: (towardsElbow + 360) % 360,
            fore: 62,
            shape: 'fist' as const,
            lengths: [Math.min(1.5, size / upperArm), 1],
          };
        })()
      : armTo(
          seated.shoulder,
          isCane
            ? step(contact, 8, 84)
            : isGun
              ? step(contact, under ? 170 : 0, 92)
              : isStick
                ? plus(middle, [0, -4])
                : contact,
          towards,
          1,
          shapeOf(tool.id),
        );
  const far: ArmPose = { ...arm, upper: arm.upper - 6 };
  const body = armsOn(seated, arm, tool.id === 'elbow' ? RESTING : far);
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: [...chairUnder(body), floor(-180, 420)],
    tools: isStick
      ? stick(middle, radius)
      : isGun
        ? gun(contact, under ? 350 : 180)
        : isCane
          ? cane([
              contact,
              step(contact, 8, 84),
              step(contact, 10, 200),
              step(contact, 20, 236),
              step(contact, 32, 228),
              step(contact, 38, 200),
            ])
          : [],
    contact,
    arrows: isCane
      ? [{ from: step(contact, 300, 96), to: step(contact, 308, 40) }]
      : isStick
        ? [
            { from: plus(contact, [34, -74]), to: plus(contact, [96, -70]) },
            { from: plus(contact, [-10, -74]), to: plus(contact, [-70, -70]) },
          ]
        : [],
  };
}

/** The ankle laid on the other knee, the foot in the hands: the foot alone. */
export function atFoot({ tool, side }: Wanted): Drawn {
  const leg = sideBody({
    hip: [-500, 30],
    pelvis: 0,
    arm: null,
    leg: { thigh: 90, shank: 90, foot: 4 },
  }).leg;
  const contact = leg.put(side.at);
  const onSole = side.faces === 'down';
  const towards = onSole ? 278 : 140;
  const shape = shapeOf(tool.id);
  const elbowFirst = tool.id === 'elbow';
  const shoulder: Point = onSole
    ? [contact[0] + (elbowFirst ? 150 : 330), contact[1] - (elbowFirst ? 92 : 70)]
    : [contact[0] - 240, contact[1] - 190];
  const size = Math.hypot(contact[0] - shoulder[0], contact[1] - shoulder[1]);
  const upper = (Math.atan2(contact[0] - shoulder[0], shoulder[1] - contact[1]) * 180) / Math.PI;
  const pose: ArmPose = elbowFirst
    ? { upper: (upper + 360) % 360, fore: 36, shape: 'fist', lengths: [size / upperArm, 1] }
    : armTo(shoulder, contact, towards, onSole ? 1 : -1, shape);
  const at = (start: Point, arm: ArmPose) => {
    const one = sideBody({ hip: [0, 0], pelvis: 0, arm, leg: SEAT_LEVEL });
    const by = minus(start, one.shoulder);
    return one.arm
      ? [one.arm.limb.outline, one.arm.hand].map((line) => line.map((point) => plus(point, by)))
      : [];
  };
  // The other hand holds the foot from the far side.
  const hold = leg.put([62, 978]);
  const holding = at(
    [hold[0] - 300, hold[1] - 150],
    armTo([hold[0] - 300, hold[1] - 150], hold, 110, -1, 'flat'),
  );
  return {
    side: 'right',
    bodies: [
      {
        ghost: false,
        face: [],
        hair: [],
        layers: [
          { depth: 'far', outlines: onSole ? holding : [] },
          { depth: 'body', outlines: [leg.outline] },
          { depth: 'near', outlines: at(shoulder, pose) },
        ],
      },
    ],
    things: [],
    tools: [],
    contact,
    arrows: [],
    closeUp: [contact[0] - 230, leg.put([20, 960])[1] - 210, 400, 330],
  };
}
