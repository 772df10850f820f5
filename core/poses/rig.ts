import type { Point } from '#core/geometry';

const RADIANS = Math.PI / 180;

/** A point turned about the origin, degrees clockwise as seen (y runs downwards). */
export const turned = ([x, y]: Point, degrees: number): Point => {
  const [sin, cos] = [Math.sin(degrees * RADIANS), Math.cos(degrees * RADIANS)];
  return [x * cos - y * sin, x * sin + y * cos];
};

export const plus = ([ax, ay]: Point, [bx, by]: Point): Point => [ax + bx, ay + by];
export const minus = ([ax, ay]: Point, [bx, by]: Point): Point => [ax - bx, ay - by];
export const scaled = ([x, y]: Point, by: number): Point => [x * by, y * by];
export const distance = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** A step from a point: degrees clockwise from straight up, as seen. */
export const step = ([x, y]: Point, degrees: number, size: number): Point => [
  x + size * Math.sin(degrees * RADIANS),
  y - size * Math.cos(degrees * RADIANS),
];

/** The direction from one point to another, degrees clockwise from straight up, 0–360. */
export const direction = ([ax, ay]: Point, [bx, by]: Point): number =>
  (Math.atan2(bx - ax, ay - by) / RADIANS + 360) % 360;

/** One bone of a limb: where its joint lies at rest, and how far the skin gives way around it. */
export interface Bone {
  joint: Point;
  /** Half the length over which the skin bends, body coordinates. */
  gives: number;
}

/** Part of the body with a skin of its own, as it stands at rest. */
export interface Limb {
  outline: readonly Point[];
  /** From the one it hangs on outwards. */
  bones: readonly Bone[];
  /** How far out along the limb a point lies. */
  along: (point: Point) => number;
}

/** A limb in a pose: where its joints are, and where any point of it comes to lie. */
export interface Posed {
  joints: readonly Point[];
  put: (point: Point) => Point;
  outline: readonly Point[];
}

const smoothstep = (share: number): number => {
  const t = Math.max(0, Math.min(1, share));
  return t * t * (3 - 2 * t);
};

/**
 * Bends a limb at its joints. Skin near a joint turns about it by part of the bend, so that a knee stays as thick as
 * it is; beyond that every bone carries its own skin unchanged.
 *
 * @param at where the first joint comes to lie
 * @param turns of each bone from how it stands at rest, degrees clockwise
 * @param lengths what each bone is seen shortened by, 1 when it lies in the picture’s plane
 * @example bend(leg, [0, 0], [-90, 0, 0]) // the thigh level to the right, the shank hanging
 */
export function bend(
  { outline, bones, along }: Limb,
  at: Point,
  turns: readonly number[],
  lengths: readonly number[] = [],
): Posed {
  // The shorter way round: 358° after 4° is six back, not 354 on.
  const near = turns.reduce<number[]>((all, turn) => {
    const before = all.at(-1) ?? 0;
    return [...all, before + ((((turn - before + 180) % 360) + 360) % 360) - 180];
  }, []);
  const turnOf = (index: number) => near[index] ?? near.at(-1) ?? 0;
  const lengthOf = (index: number) => lengths[index] ?? 1;
  const rest = bones.map(({ joint }) => joint);
  const offset = (from: Point, to: Point, turn: number, length: number): Point => {
    const [x, y] = minus(to, from);
    return turned([x, y * length], turn);
  };
  const joints: Point[] = [];
  rest.forEach((joint, index) => {
    const before = joints[index - 1];
    const restBefore = rest[index - 1];
    joints.push(
      before && restBefore
        ? plus(before, offset(restBefore, joint, turnOf(index - 1), lengthOf(index - 1)))
        : at,
    );
  });
  const put = (point: Point): Point => {
    const far = along(point);
    let index = 0;
    for (let next = 1; next < bones.length; next += 1) {
      const bone = bones[next];
      if (bone && far >= along(bone.joint) - bone.gives) index = next;
    }
    const bone = bones[index];
    const joint = joints[index];
    if (!bone || !joint) return point;
    const share =
      index === 0 ? 1 : smoothstep((far - along(bone.joint) + bone.gives) / (2 * bone.gives));
    const between = (of: (index: number) => number) =>
      of(index - 1) + (of(index) - of(index - 1)) * share;
    const turn = index === 0 ? turnOf(0) : between(turnOf);
    const length = index === 0 ? lengthOf(0) : between(lengthOf);
    return plus(joint, offset(bone.joint, point, turn, length));
  };
  return { joints, put, outline: outline.map(put) };
}

/**
 * Two bones that reach from one point to another, bent to one side. What is out of reach is pointed at.
 *
 * @param bends 1: the middle joint lies to the right of the way there, −1: to the left
 * @returns directions of both bones, degrees clockwise from straight up
 */
export function reach(
  from: Point,
  to: Point,
  [first, second]: readonly [number, number],
  bends: 1 | -1,
): readonly [number, number] {
  const way = direction(from, to);
  const far = Math.max(
    Math.abs(first - second) + 0.01,
    Math.min(first + second - 0.01, distance(from, to)),
  );
  const cosine = (first ** 2 + far ** 2 - second ** 2) / (2 * first * far);
  const off = Math.acos(Math.max(-1, Math.min(1, cosine))) / RADIANS;
  const one = way + bends * off;
  const middle = step(from, one, first);
  return [one, direction(middle, step(from, way, far))];
}
