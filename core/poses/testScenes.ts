import type { TestId } from '#core/anatomy';
import type { Point } from '#core/geometry';
import {
  armLiftScene,
  at,
  bare,
  type Bare,
  edgeScene,
  headForwardScene,
  kneeBendScene,
  LYING,
  shinScene,
  signed,
  stands,
  STRAIGHT,
  straightLegScene,
} from './angleScenes';
import { armsOn, armTo } from './arms';
import { chairUnder, seatedBody } from './chair';
import { fromAbove } from './fromAbove';
import { frontBody, type FrontPose } from './frontFigure';
import { ground, onBack } from './lain';
import { floor } from './placing';
import { direction, minus, step } from './rig';
import { drawnFront, drawnSide, type Scene } from './scene';
import { sideBody } from './sideFigure';

/** Sits with head and neck leaning so many degrees back. */
function neckScene(degrees: number): Bare {
  const body = seatedBody({ neck: 360 - degrees * 0.6, head: 360 - degrees });
  const foot = body.trunk.put([-16, 204]);
  const low = seatedBody({ neck: 28, head: 46 });
  return {
    ...bare(
      [
        { ...drawnSide(low, true), layers: [{ depth: 'body', outlines: [low.trunk.outline] }] },
        drawnSide(armsOn(body, { upper: 170, fore: 112 }, null)),
      ],
      [...chairUnder(body), floor(-180, 420)],
    ),
    angle: {
      one: step(foot, 0, 250),
      vertex: foot,
      other: step(foot, 360 - degrees, 250),
      degrees,
    },
  };
}

/** Stands or sits, seen from the front, head or trunk tipped aside by so many degrees. */
function sideBendScene(what: 'neck' | 'trunk', degrees: number): Bare {
  const isNeck = what === 'neck';
  const pose: FrontPose = {
    hip: [0, 474],
    pelvis: 0,
    chest: isNeck ? 0 : degrees * 1.3,
    neck: isNeck ? degrees * 0.6 : degrees * 1.3,
    head: isNeck ? degrees : degrees * 1.3,
    // The arm on the side of the bend slides down the thigh.
    arms: isNeck
      ? { right: { out: [8, 10] }, left: { out: [8, 10] } }
      : { right: { out: [degrees * 0.4, 8] }, left: { out: [degrees + 10, degrees * 0.6] } },
    legs: { right: { out: [5] }, left: { out: [5] } },
    seen: isNeck ? 'front' : 'back',
  };
  const body = frontBody(pose);
  const from: Point = isNeck ? [0, 178] : [0, 474];
  const size = isNeck ? 240 : 520;
  return {
    ...bare([drawnFront(body)], isNeck ? [] : [floor(-300, 340)]),
    angle: { one: step(from, 0, size), vertex: from, other: step(from, degrees, size), degrees },
    ...(isNeck ? { closeUp: [-260, -110, 520, 520] as const } : {}),
  };
}

/** Head and jaw from the side, the jaw open so many degrees. */
function jawScene(degrees: number): Bare {
  const open = seatedBody();
  const hinge = open.trunk.put([4, 78]);
  const chin = open.trunk.put([54, 131]);
  const size = Math.hypot(chin[0] - hinge[0], chin[1] - hinge[1]);
  const rest = direction(hinge, chin);
  const turn = (point: Point): Point => {
    const away = minus(point, hinge);
    return step(hinge, direction([0, 0], away) + degrees, Math.hypot(...away));
  };
  // What lies below the lips and before the jaw’s angle goes down with the jaw.
  const isJaw = ([x, y]: Point) => y > 104.6 && y < 140 && x > 26;
  const trunk = open.trunk.outline;
  const restAt = REST_TRUNK;
  const outline = trunk.map((point, index) => {
    const home = restAt[index];
    return home && isJaw(home) ? turn(point) : point;
  });
  const drawn = drawnSide({ ...open, trunk: { ...open.trunk, outline } });
  return {
    ...bare(
      [
        {
          ...drawn,
          face: open.face.filter((line) => line.every(([, y]) => y < open.skull[1] - 24)),
        },
      ],
      [],
    ),
    angle: { one: chin, vertex: hinge, other: step(hinge, rest + degrees, size), degrees },
    closeUp: [open.skull[0] - 120, open.skull[1] - 140, 290, 270],
  };
}

/** The trunk’s outline as it stands at rest. */
const REST_TRUNK = sideBody({ hip: [-8, 474], pelvis: 0, arm: null, leg: STRAIGHT }).trunk.outline;

/** Lies face down, seen from the feet, the shins sunk outwards by so many degrees. */
function hipTurnScene(degrees: number): Bare {
  const shin = (side: 1 | -1): Point[] =>
    [
      [-40, 20],
      [-36, -60],
      [-28, -150],
      [-24, -216],
      [-34, -240],
      [-30, -262],
      [0, -270],
      [30, -262],
      [34, -240],
      [24, -216],
      [30, -150],
      [38, -60],
      [40, 20],
    ].map(([x = 0, y = 0]): Point => {
      const [tx, ty] = step([0, 0], direction([0, 0], [x, y]) + side * degrees, Math.hypot(x, y));
      return [tx + side * 66, ty];
    });
  const seat: Point[] = [
    [-150, 26],
    [-140, -44],
    [-92, -84],
    [-30, -78],
    [0, -66],
    [30, -78],
    [92, -84],
    [140, -44],
    [150, 26],
    [60, 36],
    [-60, 36],
  ];
  const vertex: Point = [66, 0];
  return {
    ...bare(
      [
        {
          ghost: false,
          face: [],
          hair: [],
          layers: [
            { depth: 'far', outlines: [seat] },
            { depth: 'body', outlines: [shin(-1), shin(1)] },
          ],
        },
      ],
      [ground(-330, 330)].map((thing) => ({
        ...thing,
        points: thing.points.map(([x]): Point => [x, 38]),
      })),
    ),
    angle: { one: step(vertex, 0, 290), vertex, other: step(vertex, degrees, 290), degrees },
  };
}

function breathTest(): Bare {
  const lain = onBack(null, 0);
  const body = armsOn(
    lain,
    armTo(lain.shoulder, lain.trunk.put([48, 430]), 112, 1, 'flat'),
    armTo(lain.shoulder, lain.trunk.put([62, 262]), 130, 1, 'flat'),
  );
  return bare([drawnSide(body)], [LYING]);
}

/** Stands, seen from behind, a hand slid up the back. */
function handBehindScene(): Bare {
  const body = frontBody({
    hip: [0, 474],
    pelvis: 0,
    arms: {
      right: { out: [30, -118], hand: -164, lengths: [0.88, 0.86], shape: 'flat', depth: 'near' },
      left: { out: [8, 10] },
    },
    legs: { right: { out: [4] }, left: { out: [4] } },
    seen: 'back',
  });
  return {
    ...bare([drawnFront(body)], []),
    closeUp: [-270, -50, 560, 640],
    arrows: [{ from: [-60, 380], to: [-60, 276] }],
  };
}

function elbowScene(): Bare {
  const body = stands({
    farArm: { upper: 184, fore: 178 },
    arm: { upper: 172, fore: 36, shape: 'flat' },
  });
  const elbow = at(body.arm?.limb.joints ?? [], 1);
  const wrist = body.arm?.limb.put([6, 533]) ?? elbow;
  const along = direction(body.shoulder, elbow);
  const degrees = Math.round(Math.abs(signed(direction(elbow, wrist) - along)));
  return {
    ...bare([drawnSide(body)], []),
    angle: { one: step(elbow, along, 150), vertex: elbow, other: wrist, degrees },
    closeUp: [body.shoulder[0] - 260, body.shoulder[1] - 240, 600, 600],
  };
}

/** A comfortable squat, arms forward. */
function squatScene(): Bare {
  const legs = { thigh: 74, shank: 198, foot: 90 };
  const body = stands({
    pelvis: 30,
    chest: 24,
    neck: 14,
    head: 4,
    arm: { upper: 88, fore: 84, shape: 'flat' },
    leg: legs,
    farLeg: { ...legs, thigh: 76 },
  });
  return bare([drawnSide(body)], [floor(-380, 380)]);
}

/** Sits and presses a point on the thigh. */
function pressScene(): Bare {
  const seated = seatedBody({ pelvis: 6, chest: 12, neck: 18, head: 22 });
  const place = seated.leg.put([46, 600]);
  const body = armsOn(seated, armTo(seated.shoulder, place, 168, 1, 'thumb'), null);
  return {
    ...bare([drawnSide(body)], [...chairUnder(body), floor(-180, 420)]),
    contact: place,
  };
}

function sceneOf(testId: TestId): Bare {
  switch (testId) {
    case 'straight-leg':
      return straightLegScene(70);
    case 'heel-to-buttock':
      return kneeBendScene(122);
    case 'edge-of-bed':
      return edgeScene(6, 82);
    case 'shoulder-overhead':
      return armLiftScene(164);
    case 'ear-over-shoulder':
      return headForwardScene(47);
    case 'knee-to-wall':
      return shinScene(34);
    case 'neck-turn':
      return {
        ...bare([fromAbove(68)], []),
        angle: {
          one: step([0, 0], 0, 200),
          vertex: [0, 0],
          other: step([0, 0], 68, 200),
          degrees: 68,
        },
      };
    case 'neck-side-bend':
      return sideBendScene('neck', 38);
    case 'neck-up-down':
      return neckScene(48);
    case 'jaw-opening':
      return jawScene(22);
    case 'hand-behind-back':
      return handBehindScene();
    case 'elbow-wrist':
      return elbowScene();
    case 'trunk-side-bend':
      return sideBendScene('trunk', 24);
    case 'breath':
      return breathTest();
    case 'hip-turn':
      return hipTurnScene(36);
    case 'squat':
      return squatScene();
    case 'press-test':
      return pressScene();
  }
}

/** How a movement test looks, with the angle that is read where one is. */
export const testScene = (testId: TestId, says: string): Scene => ({ ...sceneOf(testId), says });
