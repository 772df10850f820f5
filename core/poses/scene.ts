import type { Point } from '#core/geometry';
import type { FrontBody, HalfLimb } from './frontFigure';
import { direction } from './rig';
import type { PosedArm, SideBody } from './sideFigure';

/** A person in a scene, from the back to the front: what each layer holds is drawn as one outline. */
export interface DrawnBody {
  layers: readonly { depth: 'far' | 'body' | 'near'; outlines: readonly (readonly Point[])[] }[];
  /** Lines of the face, and the shade of the hair. */
  face: readonly (readonly Point[])[];
  hair: readonly Point[];
  /** Where something moves: the other end of the movement, drawn faintly. */
  ghost: boolean;
  /** How far joints are bent from standing straight, degrees; forwards (knee: backwards) is positive. */
  bends?: readonly { joint: 'knee' | 'hip' | 'neck'; degrees: number }[];
  /** Somebody else, who helps. */
  helper?: boolean;
}

/** Something round about: a line, or a closed shape when it is solid. */
export interface Thing {
  what:
    | 'floor'
    | 'wall'
    | 'mat'
    | 'chair'
    | 'table'
    | 'door frame'
    | 'corner'
    | 'cushion'
    | 'strap'
    | 'bed';
  points: readonly Point[];
  solid: boolean;
  /** Drawn over the body: a strap, the near edge of a frame. */
  over?: boolean;
}

/** A tool as it is seen. */
export interface DrawnTool {
  kind: 'ball' | 'roller' | 'line' | 'shape';
  /** The ball’s or the roller’s middle; the points of a line or of a closed shape. */
  points: readonly Point[];
  /** Of a ball or roller; half the breadth of a line. */
  radius: number;
  over: boolean;
}

/** A drawn scene, thousandths of the person’s stature, y downwards. */
export interface Scene {
  bodies: readonly DrawnBody[];
  things: readonly Thing[];
  tools: readonly DrawnTool[];
  /** Where it presses. */
  contact: Point | null;
  /** Where weight or a hand presses, or a movement goes. */
  arrows: readonly { from: Point; to: Point; bow?: number }[];
  /** What is measured: the end of one arm, the corner, the end of the other. */
  angle?: { one: Point; vertex: Point; other: Point; degrees: number };
  /** What is looked at closely: left, top, width, height; else all of it. */
  closeUp?: readonly [number, number, number, number];
  says: string;
}

const armOutlines = (arm: PosedArm) => [arm.limb.outline, arm.hand];

const bent = (from: number, to: number): number => ((((to - from + 180) % 360) + 360) % 360) - 180;

/** How far the joints of a body from the side are bent, read off where they lie. */
function bendsOf({ trunk, leg, farLeg }: SideBody): NonNullable<DrawnBody['bends']> {
  const way = (points: readonly Point[], index: number) =>
    direction(points[index] ?? [0, 0], points[index + 1] ?? [0, 0]);
  const rest = { trunk: 4.5, neck: 5.7 };
  const up = way(trunk.joints, 0) - rest.trunk;
  const legs = [leg, ...(farLeg ? [farLeg] : [])];
  return [
    { joint: 'neck', degrees: bent(way(trunk.joints, 1), way(trunk.joints, 2)) - rest.neck },
    ...legs.map(({ joints }) => ({
      joint: 'hip' as const,
      degrees: bent(way(joints, 0), up + 180),
    })),
    ...legs.map(({ joints }) => ({
      joint: 'knee' as const,
      degrees: bent(way(joints, 0), way(joints, 1)),
    })),
  ];
}

/** A body from the side, as it is drawn. */
export function drawnSide(body: SideBody, ghost = false): DrawnBody {
  return {
    ghost,
    face: body.face,
    hair: body.hair,
    bends: bendsOf(body),
    layers: [
      {
        depth: 'far',
        outlines: [
          ...(body.farLeg ? [body.farLeg.outline] : []),
          ...(body.farArm ? armOutlines(body.farArm) : []),
        ],
      },
      { depth: 'body', outlines: [body.leg.outline, body.trunk.outline] },
      { depth: 'near', outlines: body.arm ? armOutlines(body.arm) : [] },
    ],
  };
}

const limbOutlines = ({ limb, hand }: HalfLimb) => [limb.outline, ...(hand ? [hand] : [])];

/** A body from the front or the back, as it is drawn. */
export function drawnFront(body: FrontBody, ghost = false): DrawnBody {
  const limbs = [body.arms.left, body.arms.right, body.legs.left, body.legs.right];
  return {
    ghost,
    face: body.face,
    hair: body.hair,
    layers: [
      {
        depth: 'far',
        outlines: limbs.filter(({ depth }) => depth === 'far').flatMap(limbOutlines),
      },
      {
        depth: 'body',
        outlines: [
          ...limbs.filter(({ depth }) => depth === 'body').flatMap(limbOutlines),
          body.trunk.outline,
        ],
      },
      {
        depth: 'near',
        outlines: limbs.filter(({ depth }) => depth === 'near').flatMap(limbOutlines),
      },
    ],
  };
}

/** Every point of a scene that a frame must hold. */
const pointsOf = (scene: Scene): Point[] => [
  ...scene.bodies.flatMap(({ layers }) => layers.flatMap(({ outlines }) => outlines.flat())),
  ...scene.tools.flatMap(({ points, radius }) =>
    points.flatMap(([x, y]): Point[] => [
      [x - radius, y - radius],
      [x + radius, y + radius],
    ]),
  ),
  ...scene.things.filter(({ solid }) => solid).flatMap(({ points }) => points),
  ...(scene.angle ? [scene.angle.one, scene.angle.other] : []),
  ...scene.arrows.flatMap(({ from, to }) => [from, to]),
];

const AROUND = 46;

/** What a scene takes up: left, top, width, height. */
export function frameOf(scene: Scene): readonly [number, number, number, number] {
  if (scene.closeUp) return scene.closeUp;
  const points = pointsOf(scene);
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  const [left, right] = [Math.min(...xs) - AROUND, Math.max(...xs) + AROUND];
  const [top, bottom] = [Math.min(...ys) - AROUND, Math.max(...ys) + AROUND];
  return [left, top, right - left, bottom - top];
}

/** Moves a scene’s every point. */
export function moved(scene: Scene, put: (point: Point) => Point): Scene {
  const all = (points: readonly Point[]) => points.map(put);
  return {
    ...scene,
    bodies: scene.bodies.map((body) => ({
      ...body,
      face: body.face.map(all),
      hair: all(body.hair),
      layers: body.layers.map((layer) => ({ ...layer, outlines: layer.outlines.map(all) })),
    })),
    things: scene.things.map((thing) => ({ ...thing, points: all(thing.points) })),
    tools: scene.tools.map((tool) => ({ ...tool, points: all(tool.points) })),
    contact: scene.contact && put(scene.contact),
    arrows: scene.arrows.map(({ from, to, bow }) => ({
      from: put(from),
      to: put(to),
      ...(bow === undefined ? {} : { bow: -bow }),
    })),
    ...(scene.angle
      ? {
          angle: {
            ...scene.angle,
            one: put(scene.angle.one),
            vertex: put(scene.angle.vertex),
            other: put(scene.angle.other),
          },
        }
      : {}),
    ...(scene.closeUp
      ? {
          closeUp: [
            put([scene.closeUp[0] + scene.closeUp[2], scene.closeUp[1]])[0],
            scene.closeUp[1],
            scene.closeUp[2],
            scene.closeUp[3],
          ] as const,
        }
      : {}),
  };
}

/** The same scene for the other side of the body. */
export const mirrored = (scene: Scene): Scene => moved(scene, ([x, y]) => [-x, y]);
