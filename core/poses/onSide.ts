import type { Point } from '#core/geometry';
import { FRONT_LENGTHS, type FrontBody, frontBody, type FrontPose } from './frontFigure';
import { drawnFront, moved } from './scene';
import { lyingTool } from './tools';
import { type Drawn, solve, type Wanted } from './wanted';

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

/** Lying on the side that is not worked, the upper arm over the head; the other hand strokes down the flank. */
export function lyingOtherSide({ outer }: Wanted): Drawn {
  const edge: Point = [-98, outer[1]];
  const pose: FrontPose = {
    hip: [0, 0],
    pelvis: 0,
    chest: 0,
    neck: 10,
    head: 16,
    arms: {
      // The worked arm lies up over the head; the lower one comes across the chest.
      left: { out: [158, 216], lengths: [0.94, 0.92], depth: 'near', shape: 'flat' },
      right: { out: [-30, -118], lengths: [0.72, 0.98], depth: 'near', shape: 'flat' },
    },
    legs: {
      right: { out: [4, 2, 10], depth: 'far' },
      left: { out: [-14, 8, 12], lengths: [0.86, 0.95], depth: 'near' },
    },
    seen: 'front',
  };
  const still = frontBody(pose);
  const low = Math.max(...still.trunk.outline.map(([x]) => x));
  const body = frontBody({ ...pose, hip: [-low, 0] });
  const contact = body.trunk.put(edge);
  return laid({
    side: 'right',
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
      {
        what: 'cushion',
        solid: true,
        points: [
          [-44, -470],
          [-44, -330],
          [0, -330],
          [0, -470],
        ],
      },
    ],
    tools: [],
    contact,
    arrows: [{ from: [contact[0] - 44, contact[1] - 50], to: [contact[0] - 44, contact[1] + 70] }],
  });
}
