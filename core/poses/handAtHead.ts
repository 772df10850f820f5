import type { Point } from '#core/geometry';
import { armsOn, armTo } from './arms';
import { chairUnder, seatedBody, shapeOf, tableAt } from './chair';
import { FRONT_LENGTHS, frontBody, type FrontPose } from './frontFigure';
import { HANDS } from './hands';
import { skinAt } from './placing';
import { minus, reach, step, turned } from './rig';
import { drawnFront, drawnSide } from './scene';
import { SIDE_LENGTHS, type SideBody } from './sideFigure';
import { cane, handle } from './tools';
import type { Drawn, Wanted } from './wanted';

const { upperArm, forearm } = SIDE_LENGTHS;

const bust = (body: SideBody): readonly [number, number, number, number] => [
  body.skull[0] - 190,
  body.skull[1] - 158,
  400,
  400,
];

/** The near hand at the face or behind the ear, head and shoulders alone. */
export function atFace({ siteId, tool, side }: Wanted): Drawn {
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
export function atNape({ tool, front }: Wanted): Drawn {
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
export function across({ siteId, tool, front }: Wanted): Drawn {
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
export function hooked({ siteId, side }: Wanted): Drawn {
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

/** The knob of a straight cane at the outer edge of the blade, its foot on a table. */
export function onCane({ side }: Wanted): Drawn {
  const seated = seatedBody({ pelvis: 356, chest: 352, neck: 0, head: 4 });
  const contact = skinAt(seated, { ...side, faces: 'back' });
  const foot: Point = [contact[0] - 270, contact[1] + 150];
  const hand: Point = [contact[0] - 96, contact[1] + 52];
  const arm = armTo(seated.shoulder, hand, 250, 1, 'fist');
  const body = armsOn(seated, arm, null);
  return {
    side: 'right',
    bodies: [drawnSide(body)],
    things: [...chairUnder(body), ...tableAt(foot[0] - 190, foot[0] + 40, foot[1])],
    tools: cane([contact, foot]),
    contact,
    arrows: [{ from: [contact[0] + 190, contact[1] - 30], to: [contact[0] + 110, contact[1] - 6] }],
  };
}
