import type { Point } from '#core/geometry';
import { floor, GROUND, lowest, skinAt } from './atWall';
import { frontBody, FRONT_LENGTHS, type FrontPose } from './frontFigure';
import { HANDS } from './hands';
import { armsOn, armTo } from './onFloor';
import { minus, plus, reach, step, turned } from './rig';
import { drawnFront, drawnSide, type DrawnTool, type Thing } from './scene';
import {
  sideBody,
  SIDE_LENGTHS,
  type ArmPose,
  type LegPose,
  type SideBody,
  type SidePose,
} from './sideFigure';
import { cane, gun, handle, lyingTool, stick } from './tools';
import { inDrawing, solve, type Drawn, type Wanted } from './wanted';

const { upperArm, forearm, thigh, shank, ankleHeight } = SIDE_LENGTHS;
const LEG = [thigh, shank] as const;
const SEAT_LEVEL: LegPose = { thigh: 91, shank: 180, foot: 90 };
const FAR_LEVEL: LegPose = { ...SEAT_LEVEL, thigh: 88 };
/** So high that the feet stand on the ground. */
const HIP: Point = [
  0,
  GROUND - lowest([sideBody({ hip: [0, 0], pelvis: 0, arm: null, leg: FAR_LEVEL }).leg.outline]),
];

/** A chair under a body that sits. */
export function chairUnder(body: SideBody): Thing[] {
  const seat = lowest([
    body.trunk.outline.filter(([, y]) => y > HIP[1] - 30),
    (body.farLeg ?? body.leg).outline.slice(-8),
  ]);
  const back = Math.min(...body.trunk.outline.map(([x]) => x)) - 8;
  return [
    {
      what: 'chair',
      solid: true,
      points: [
        [back - 4, seat],
        [back + 250, seat],
        [back + 250, seat + 20],
        [back - 4, seat + 20],
      ],
    },
    {
      what: 'chair',
      solid: true,
      points: [
        [back - 18, seat - 300],
        [back - 2, seat - 300],
        [back - 2, seat + 20],
        [back - 18, seat + 20],
      ],
    },
    {
      what: 'chair',
      solid: false,
      points: [
        [back - 10, seat + 20],
        [back - 10, GROUND],
      ],
    },
    {
      what: 'chair',
      solid: false,
      points: [
        [back + 238, seat + 20],
        [back + 238, GROUND],
      ],
    },
  ];
}

export const tableAt = (from: number, to: number, top: number): Thing[] => [
  {
    what: 'table',
    solid: true,
    points: [
      [from, top],
      [to, top],
      [to, top + 20],
      [from, top + 20],
    ],
  },
  {
    what: 'table',
    solid: false,
    points: [
      [to - 24, top + 20],
      [to - 24, GROUND],
    ],
  },
];

/** Somebody who sits, before the arms do anything. */
export function seatedBody(change: Partial<SidePose> = {}, leg: LegPose = SEAT_LEVEL): SideBody {
  return sideBody({
    hip: HIP,
    pelvis: 358,
    chest: 0,
    neck: 2,
    head: 0,
    arm: null,
    leg,
    farLeg: FAR_LEVEL,
    ...change,
  });
}

const RESTING: ArmPose = { upper: 166, fore: 104, shape: 'relaxed' };

const shapeOf = (toolId: string): NonNullable<ArmPose['shape']> => {
  switch (toolId) {
    case 'thumb':
      return 'thumb';
    case 'knuckle':
      return 'knuckle';
    case 'fist':
    case 'stick-roller':
    case 'press-tool':
    case 'massage-gun':
      return 'fist';
    default:
      return 'flat';
  }
};

const bust = (body: SideBody): readonly [number, number, number, number] => [
  body.skull[0] - 190,
  body.skull[1] - 158,
  400,
  400,
];

/** The near hand at the face or behind the ear, head and shoulders alone. */
function atFace({ siteId, tool, side }: Wanted): Drawn {
  const seated = seatedBody();
  const contact = skinAt(seated, side);
  const isBehind = side.at[0] < 0;
  const inMouth = siteId === 'jaw-inside';
  const target: Point = inMouth ? [contact[0] + 22, contact[1] + 6] : contact;
  const towards = inMouth ? 292 : isBehind ? 318 : siteId === 'brow' ? 306 : 322;
  const arm = armTo(seated.shoulder, target, towards, 1, shapeOf(tool.id), [
    upperArm * 0.8,
    forearm * 0.9,
  ]);
  const body = armsOn(seated, { ...arm, lengths: [0.8, 0.9] }, null);
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: [],
    tools: [],
    contact,
    arrows: [],
    closeUp: bust(body),
  };
}

const bustFront = (head: Point): readonly [number, number, number, number] => [
  head[0] - 230,
  head[1] - 140,
  460,
  460,
];

const SITTING_FRONT: Pick<FrontPose, 'hip' | 'pelvis' | 'legs'> = {
  hip: [0, 474],
  pelvis: 0,
  legs: {
    right: { out: [6, 0], lengths: [0.4, 1] },
    left: { out: [6, 0], lengths: [0.4, 1] },
  },
};
const HANGING = { out: [9, 12] } as const;

/** An arm of the left half of the picture that brings its hand’s tip to a place; as seen, foreshortened. */
function frontArmTo(
  half: 'left' | 'right',
  shoulder: Point,
  target: Point,
  points: number,
  bends: 1 | -1,
  shape: keyof typeof HANDS,
  lengths: readonly [number, number],
): FrontPose['arms']['left'] {
  const tip = turned(HANDS[shape].tip, points - 180);
  const [upper, fore] = reach(
    shoulder,
    minus(target, tip),
    [FRONT_LENGTHS.upperArm * lengths[0], FRONT_LENGTHS.forearm * lengths[1]],
    bends,
  );
  const sign = half === 'right' ? 1 : -1;
  return {
    out: [sign * (180 - upper), sign * (180 - fore)],
    hand: sign * (180 - points),
    lengths,
    shape,
    depth: 'near',
  };
}

/** Hands behind the head, seen from behind. */
function atNape({ tool, front }: Wanted): Drawn {
  const isCane = tool.drive === 'arms';
  const contact: Point = front;
  const arms: FrontPose['arms'] = isCane
    ? { right: HANGING, left: HANGING }
    : {
        right: frontArmTo('right', [112, 196], contact, 258, 1, shapeOf(tool.id), [0.56, 0.6]),
        left: frontArmTo(
          'left',
          [-112, 196],
          [-contact[0], contact[1]],
          102,
          -1,
          shapeOf(tool.id),
          [0.56, 0.6],
        ),
      };
  const body = frontBody({ ...SITTING_FRONT, arms, seen: 'back' });
  return {
    side: 'right',
    bodies: [drawnFront(body)],
    things: [],
    tools: isCane
      ? cane([contact, [70, contact[1] - 16], [150, contact[1] + 10], [176, 250], [168, 420]])
      : [],
    contact,
    arrows: isCane ? [{ from: [206, 300], to: [206, 390] }] : [],
    closeUp: bustFront([0, 130]),
  };
}

/** The other side’s hand comes across the chest: to the ridge, the side of the neck, the collarbone. */
function across({ siteId, tool, front }: Wanted): Drawn {
  const contact: Point =
    siteId === 'shoulder-ridge' ? [66, 172] : siteId === 'blade-corner' ? [52, 168] : front;
  const isTool = tool.id === 'press-tool';
  const own = siteId === 'collarbone-points' || siteId === 'chest-under' || siteId === 'breastbone';
  const towards = own ? 60 : 52;
  const target: Point = isTool ? step(contact, 214, 34) : contact;
  const near = own || siteId === 'side-of-trunk';
  const left = frontArmTo(
    'left',
    [-112, 196],
    target,
    siteId === 'side-of-trunk' ? 100 : towards,
    1,
    shapeOf(tool.id),
    near ? [0.62, 0.78] : [0.72, 1.02],
  );
  const body = frontBody({
    ...SITTING_FRONT,
    neck: siteId === 'shoulder-ridge' ? 6 : 0,
    head: siteId === 'shoulder-ridge' ? 12 : 0,
    arms: {
      // The arm of the worked side lies on the head where its flank is reached.
      right: siteId === 'side-of-trunk' ? { out: [138, 252], lengths: [0.9, 0.94] } : HANGING,
      left,
    },
    seen: 'front',
  });
  return {
    side: 'left',
    bodies: [drawnFront(body)],
    things: [],
    tools: isTool ? handle(contact, 40, 70) : [],
    contact,
    arrows:
      siteId === 'side-of-trunk'
        ? [{ from: [contact[0] + 40, contact[1] - 46], to: [contact[0] + 34, contact[1] + 60] }]
        : [],
    closeUp: near ? [-270, -30, 520, 520] : bustFront([0, 140]),
  };
}

/** A hook cane over the shoulder or round the flank. */
function hooked({ siteId, side }: Wanted): Drawn {
  const seated = seatedBody();
  const contact = skinAt(seated, side);
  const { shoulder } = seated;
  const low = siteId === 'side-low-back';
  const hands: Point = low
    ? [contact[0] + 250, contact[1] - 8]
    : [shoulder[0] + 118, shoulder[1] + 120];
  const rod: Point[] = low
    ? [
        contact,
        [contact[0] - 26, contact[1] + 4],
        [contact[0] - 30, contact[1] + 34],
        [contact[0] + 60, contact[1] + 34],
        hands,
      ]
    : [
        contact,
        [contact[0] - 34, contact[1] - 12],
        [contact[0] - 40, Math.min(contact[1] - 60, shoulder[1] - 10)],
        [shoulder[0] - 18, shoulder[1] - 74],
        [shoulder[0] + 66, shoulder[1] - 18],
        hands,
        step(hands, 172, 90),
      ];
  const arm = armTo(shoulder, hands, low ? 100 : 70, 1, 'fist');
  const body = armsOn(
    seated,
    arm,
    armTo(shoulder, step(hands, low ? 270 : 172, 56), 80, 1, 'fist'),
  );
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: chairUnder(body),
    tools: cane(rod),
    contact,
    arrows: low
      ? [{ from: step(hands, 60, 60), to: step(hands, 82, 130) }]
      : [{ from: step(hands, 100, 60), to: step(hands, 132, 130) }],
    closeUp: [seated.skull[0] - 260, seated.skull[1] - 160, 560, 560],
  };
}

/** The worked arm on a table, the other hand or a ball on it. */
function atArm({ siteId, tool, side }: Wanted): Drawn {
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
function atLeg({ siteId, tool, side }: Wanted): Drawn {
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
          isGun ? step(contact, under ? 170 : 0, 92) : isStick ? plus(middle, [0, -4]) : contact,
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
    tools: isStick ? stick(middle, radius) : isGun ? gun(contact, under ? 350 : 180) : [],
    contact,
    arrows: isStick
      ? [
          { from: plus(contact, [34, -74]), to: plus(contact, [96, -70]) },
          { from: plus(contact, [-10, -74]), to: plus(contact, [-70, -70]) },
        ]
      : [],
  };
}

/** The ankle laid on the other knee, the foot in the hands: the foot alone. */
function atFoot({ tool, side }: Wanted): Drawn {
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

/** Sitting: where the hand goes decides what is seen. */
export function seated(given: Wanted): Drawn {
  const { siteId, tool, side } = given;
  if (siteId === 'skull-base' || siteId === 'neck-groove') return atNape(given);
  if (tool.drive === 'arms') return hooked(given);
  if (side.faces === 'down' || side.faces === 'up') {
    if (side.part === 'leg') return atFoot(given);
  }
  if (side.part === 'leg') return atLeg(given);
  if (side.part === 'arm') return atArm(given);
  const y = side.at[1];
  const isNeckSide = y >= 120 && y < 180 && side.faces === 'near';
  if (
    isNeckSide ||
    [
      'shoulder-ridge',
      'blade-corner',
      'collarbone-points',
      'chest-under',
      'breastbone',
      'above-ridge',
      'side-of-trunk',
    ].includes(siteId)
  ) {
    return across(given);
  }
  return atFace(given);
}

/** Elbow on a table, the head resting on the thumb. */
export function seatedTable({ side }: Wanted): Drawn {
  const seated = seatedBody({ pelvis: 8, chest: 16, neck: 22, head: 14 });
  const contact = skinAt(seated, side);
  const elbow: Point = [contact[0] + 26, contact[1] + forearm + 66];
  const [upper] = [
    (Math.atan2(elbow[0] - seated.shoulder[0], seated.shoulder[1] - elbow[1]) * 180) / Math.PI,
  ];
  const size = Math.hypot(elbow[0] - seated.shoulder[0], elbow[1] - seated.shoulder[1]);
  const wrist = minus(contact, turned(HANDS.thumb.tip, 178));
  const fore = (Math.atan2(wrist[0] - elbow[0], elbow[1] - wrist[1]) * 180) / Math.PI;
  const body = armsOn(
    seated,
    {
      upper: (upper + 360) % 360,
      fore: (fore + 360) % 360,
      hand: 358,
      shape: 'thumb',
      lengths: [size / upperArm, 1],
    },
    null,
  );
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: tableAt(elbow[0] - 110, elbow[0] + 300, elbow[1] + 17),
    tools: [],
    contact,
    arrows: [
      { from: [contact[0] - 118, contact[1] - 128], to: [contact[0] - 86, contact[1] - 50] },
    ],
    closeUp: [seated.skull[0] - 220, seated.skull[1] - 170, 470, 470],
  };
}

/** A hard chair, the thigh on a ball. */
export function seatedThigh(given: Wanted): Drawn {
  const { tool, side, proud } = given;
  const build = (angle: number) => {
    const body = seatedBody({}, { thigh: angle, shank: 176, foot: 90 });
    return body;
  };
  const seatOf = (body: SideBody) =>
    lowest([body.trunk.outline.filter(([, y]) => y > HIP[1] - 30)]);
  const angle = solve(
    (value) => {
      const body = build(value);
      return seatOf(body) - skinAt(body, side)[1] - proud * 0.86;
    },
    60,
    96,
  );
  const body = armsOn(build(angle), RESTING, null);
  const contact = skinAt(body, side);
  const [chair, ...rest] = chairUnder(body);
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: [...(chair ? [chair] : []), ...rest, floor(-180, 420)],
    tools: lyingTool(tool, [contact[0], contact[1] - 3], [0, 1]),
    contact,
    arrows: [{ from: [contact[0], contact[1] - 200], to: [contact[0], contact[1] - 122] }],
  };
}

/** The foot on a ball, sitting or standing. */
export function footOn(given: Wanted, standing: boolean): Drawn {
  const { tool, side, proud } = given;
  const [toX] = side.at;
  if (standing) {
    const hip: Point = [0, GROUND - thigh - shank - ankleHeight + 2];
    const ankle: Point = [hip[0] + 96 - toX * 0.2, GROUND - ankleHeight - proud * 0.94];
    const [up, down] = reach(hip, ankle, LEG, -1);
    const body = sideBody({
      hip,
      pelvis: 1,
      chest: 1,
      neck: 4,
      head: 8,
      arm: { upper: 190, fore: 172 },
      farArm: { upper: 120, fore: 76, hand: 60, shape: 'flat' },
      leg: { thigh: up, shank: down, foot: 90 },
      farLeg: { thigh: 181, shank: 181, foot: 90 },
    });
    const contact = skinAt(body, side);
    const hand = body.farArm?.onHand(HANDS.flat.tip) ?? [0, 0];
    return {
      side: 'right',
      bodies: [drawnSide(body)],
      things: [
        {
          what: 'wall',
          solid: true,
          points: [
            [hand[0] + 2, 60],
            [hand[0] + 26, 60],
            [hand[0] + 26, GROUND],
            [hand[0] + 2, GROUND],
          ],
        },
        floor(-240, hand[0] + 60),
      ],
      tools: lyingTool(tool, [contact[0], GROUND - proud], [0, 1]),
      contact,
      arrows: [
        { from: [contact[0] + 86, contact[1] - 160], to: [contact[0] + 70, contact[1] - 76] },
      ],
    };
  }
  const ankle: Point = [HIP[0] + thigh - 4, GROUND - ankleHeight - proud * 0.94];
  const [up, down] = reach(HIP, ankle, LEG, -1);
  const body = armsOn(seatedBody({}, { thigh: up, shank: down, foot: 90 }), RESTING, null);
  const contact = skinAt(body, side);
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: [...chairUnder(body), floor(-180, 440)],
    tools: lyingTool(tool, [contact[0], GROUND - proud], [0, 1]),
    contact,
    arrows: [{ from: [contact[0] + 96, contact[1] - 170], to: [contact[0] + 84, contact[1] - 84] }],
  };
}
