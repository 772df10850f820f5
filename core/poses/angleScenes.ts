import type { Point } from '#core/geometry';
import { armsOn, armTo } from './arms';
import { ground, onBack } from './lain';
import { floor, GROUND, lowest, placed } from './placing';
import { direction, plus, step } from './rig';
import { type DrawnBody, drawnSide, type Scene, type Thing } from './scene';
import { type SideBody, sideBody, type SidePose } from './sideFigure';

type Angle = NonNullable<Scene['angle']>;

export type Bare = Omit<Scene, 'says'>;

const ROUNDS = 24;

export const signed = (degrees: number): number => ((((degrees + 180) % 360) + 360) % 360) - 180;

/**
 * A scene whose angle is exact: it is built, measured and built again by what was missing. Joints of a drawn leg do
 * not lie on one line, so that the direction it is asked for is a little beside the angle between its joints.
 */
function exact(degrees: number, build: (asked: number) => { scene: Bare; angle: Angle }): Bare {
  let asked = degrees;
  for (let round = 0; round < ROUNDS; round += 1) {
    const { one, vertex, other } = build(asked).angle;
    const seen = Math.abs(signed(direction(vertex, one) - direction(vertex, other)));
    asked += degrees - seen;
  }
  const { scene, angle } = build(asked);
  return { ...scene, angle: { ...angle, degrees } };
}

export const bare = (bodies: readonly DrawnBody[], things: readonly Thing[]): Bare => ({
  bodies,
  things,
  tools: [],
  contact: null,
  arrows: [],
});

export const at = (points: readonly Point[], index: number): Point => points[index] ?? [0, 0];

const hipOf = (body: SideBody) => at(body.leg.joints, 0);

const kneeOf = (body: SideBody) => at(body.leg.joints, 1);

const ankleOf = (body: SideBody) => at(body.leg.joints, 2);

export const LYING: Thing = ground(-640, 640);

/** Lies on the back with a straight leg lifted so many degrees. */
export const straightLegScene = (degrees: number): Bare =>
  exact(degrees, (asked) => {
    const lain = onBack(null, 0);

    const hip = at(lain.trunk.joints, 0);
    const up = 90 - asked;
    const legs = sideBody({
      hip,
      pelvis: 270,
      arm: null,
      leg: { thigh: up, shank: up, foot: up - 88 },
      farLeg: { thigh: 91, shank: 92, foot: 6 },
    });
    const body = armsOn(
      { ...lain, leg: legs.leg, farLeg: legs.farLeg },
      { upper: 96, fore: 88 },
      null,
    );
    return {
      scene: bare([drawnSide(body)], [LYING]),
      angle: { one: step(hip, 90, 300), vertex: hip, other: ankleOf(legs), degrees },
    };
  });

/** Lies face down with the knee bent so many degrees. */
export const kneeBendScene = (degrees: number): Bare =>
  exact(degrees, (asked) => {
    const pose: SidePose = {
      hip: [0, 0],
      pelvis: 91,
      chest: 90,
      neck: 96,
      head: 92,
      arm: { upper: 62, fore: 84, hand: 88 },
      leg: { thigh: 271, shank: 271 + asked, foot: 184 + asked },
      farLeg: { thigh: 271, shank: 274, foot: 262 },
    };

    const body = placed(pose, (one) => [
      0,
      -Math.max(one.trunk.put([64, 262])[1], one.trunk.put([53, 324])[1]),
    ]);
    const knee = kneeOf(body);
    return {
      scene: bare([drawnSide(body)], [ground(-600, 560)]),
      angle: {
        one: step(knee, direction(hipOf(body), knee), 220),
        vertex: knee,
        other: ankleOf(body),
        degrees,
      },
    };
  });

const BED_TOP = 0;

/** At the edge of the bed: thigh above level and knee bend in degrees. */
export const edgeScene = (thighUp: number, kneeBend: number): Bare =>
  exact(kneeBend, (asked) => {
    const lain = onBack(null, 0);

    const hip = at(lain.trunk.joints, 0);
    const up = 90 - thighUp;
    const legs = sideBody({
      hip,
      pelvis: 270,
      arm: null,
      leg: { thigh: up, shank: up + asked, foot: up + asked - 70 },
      farLeg: { thigh: 334, shank: 126, foot: 72 },
    });
    const farKnee = legs.farLeg ? at(legs.farLeg.joints, 1) : hip;
    const arm = armTo(lain.shoulder, plus(farKnee, [10, 16]), 66, 1, 'flat');
    const body = armsOn({ ...lain, leg: legs.leg, farLeg: legs.farLeg }, arm, null);
    const knee = kneeOf(legs);
    return {
      scene: bare(
        [drawnSide(body)],
        [
          {
            what: 'bed',
            solid: true,
            points: [
              [-540, BED_TOP],
              [hip[0] + 70, BED_TOP],
              [hip[0] + 70, 44],
              [-540, 44],
            ],
          },
        ],
      ),
      angle: {
        one: step(knee, direction(hip, knee), 200),
        vertex: knee,
        other: ankleOf(legs),
        degrees: kneeBend,
      },
    };
  });

export const STRAIGHT = { thigh: 180, shank: 180, foot: 90 } as const;

export const stands = (pose: Partial<SidePose>): SideBody =>
  placed(
    { hip: [0, 0], pelvis: 0, arm: { upper: 182, fore: 176 }, leg: STRAIGHT, ...pose },
    (body) => [
      0,
      GROUND - lowest([body.leg.outline, ...(body.farLeg ? [body.farLeg.outline] : [])]),
    ],
  );

const FEET = floor(-340, 400);

/** Stands from the side with an arm lifted so many degrees forwards and up. */
export const armLiftScene = (degrees: number): Bare =>
  exact(degrees, (asked) => {
    const body = stands({
      farArm: { upper: 184, fore: 178 },
      arm: { upper: 180 - asked, fore: 180 - asked, shape: 'flat' },
    });

    const hand = body.arm?.onHand([0, 60]) ?? [0, 0];
    return {
      scene: bare([drawnSide(body)], [FEET]),
      angle: { one: step(body.shoulder, 180, 260), vertex: body.shoulder, other: hand, degrees },
    };
  });

/** Stands from the side, head carried so far forward that the craniovertebral angle is this. */
export const headForwardScene = (cva: number): Bare =>
  exact(cva, (asked) => {
    const body = stands({ chest: 4, neck: 40 - asked + 28, head: 2 });

    const seventh = body.trunk.put([-58, 192]);
    const ear = body.trunk.put([-4, 78]);
    return {
      scene: bare([drawnSide(body)], [FEET]),
      angle: { one: [seventh[0] + 190, seventh[1]], vertex: seventh, other: ear, degrees: cva },
    };
  });

/** Stands facing a wall with the shin leaning forward so many degrees. */
export const shinScene = (degrees: number): Bare =>
  exact(degrees, (asked) => {
    const body = stands({
      pelvis: 6,
      chest: 4,
      neck: 2,
      head: 2,
      arm: { upper: 188, fore: 174 },
      leg: { thigh: 148, shank: 180 + asked, foot: 90 },
      farLeg: { thigh: 204, shank: 206, foot: 90 },
    });
    const knee = Math.max(...body.leg.outline.map(([x]) => x));
    const ankle = ankleOf(body);
    return {
      scene: bare(
        [drawnSide(body)],
        [
          {
            what: 'wall',
            solid: true,
            points: [
              [knee + 2, 40],
              [knee + 28, 40],
              [knee + 28, GROUND],
              [knee + 2, GROUND],
            ],
          },
          floor(-420, knee + 80),
        ],
      ),
      angle: { one: step(ankle, 0, 250), vertex: ankle, other: kneeOf(body), degrees },
    };
  });
