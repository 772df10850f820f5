import type { Point } from '#core/geometry';
import { BED, bodyOf, corner, FLAT, FLOOR, LENGTH, posed, step, type Pose } from './body';

/** Lies on the back with a straight leg lifted so many degrees. */
export function straightLegPose(degrees: number): Pose {
  const built = bodyOf({
    hip: [0, 540],
    trunk: -90,
    arm: [90, 90],
    leg: [90 - degrees, 90 - degrees, -degrees],
    farLeg: [90, 90, 0],
  });
  return posed(built, corner([300, 540], [0, 540], built.ankle, degrees), FLAT);
}

/** Lies face down with the knee bent so many degrees. */
export function kneeBendPose(degrees: number): Pose {
  const built = bodyOf({
    hip: [0, 556],
    trunk: -90,
    arm: [-90, -90],
    leg: [90, 90 - degrees, 180 - degrees],
    farLeg: [90, 90, 100],
  });
  const on: Point = step(built.knee, 90, 220);
  return posed(built, corner(on, built.knee, built.ankle, degrees), FLAT);
}

/** At the edge of the bed: thigh above level and knee bend in degrees. */
export function edgePose(thighUp: number, kneeBend: number): Pose {
  const built = bodyOf({
    hip: [0, 540],
    trunk: -90,
    arm: [62, 62],
    leg: [90 - thighUp, 90 - thighUp + kneeBend, 90 - thighUp + kneeBend - 90],
    farLeg: [-18, 128, 60],
  });
  const on: Point = step(built.knee, 90 - thighUp, 200);
  return posed(built, corner(on, built.knee, built.ankle, kneeBend), BED);
}

/** Stands from the side with an arm lifted so many degrees forwards and up. */
export function armLiftPose(degrees: number): Pose {
  const built = bodyOf({
    hip: [0, 470],
    trunk: 0,
    arm: [180 - degrees, 180 - degrees],
    leg: [180, 180, 90],
  });
  const hanging: Point = step(built.shoulder, 180, 240);
  return posed(built, corner(hanging, built.shoulder, built.hand, degrees), FLOOR);
}

/** Stands from the side, head carried so far forward that the craniovertebral angle is this. */
export function headForwardPose(cva: number): Pose {
  const lean = 90 - cva;
  const built = bodyOf({ hip: [0, 470], trunk: 0, neck: lean, leg: [180, 180, 90] });
  const upright: Pose = posed({ ...built, faces: [1, 0] }, null, FLOOR);
  const ear = step(built.shoulder, lean, LENGTH.neck + 34);
  const level: Point = [built.shoulder[0] + 170, built.shoulder[1]];
  return { ...upright, angle: corner(level, built.shoulder, ear, cva) };
}

/** Stands facing a wall with the shin leaning forward so many degrees. */
export function shinPose(degrees: number): Pose {
  const built = bodyOf({
    hip: [-40, 520],
    trunk: 6,
    arm: [176, 168],
    leg: [150, 180 + degrees, 90],
    farLeg: [206, 204, 90],
  });
  const up: Point = step(built.ankle, 0, 240);
  const floor = built.ankle[1] + 22;
  const wall = built.knee[0] + 38;
  return posed(built, corner(up, built.ankle, built.knee, degrees), [
    [-420, floor],
    [wall, floor],
    [wall, 60],
  ]);
}

/** Sits at rest or stands with head and neck leaning so many degrees back (negative: forwards). */
export function neckPose(degrees: number): Pose {
  const built = bodyOf({
    hip: [0, 560],
    trunk: 0,
    neck: -degrees,
    arm: [176, 150],
    leg: [92, 180, 90],
  });
  const up: Point = step(built.shoulder, 0, 260);
  const along: Point = step(built.shoulder, -degrees, 260);
  return posed(
    built,
    corner(up, built.shoulder, along, Math.abs(degrees)),
    [
      [-150, 640],
      [150, 640],
    ],
    [
      [-150, 300],
      [-150, 860],
    ],
  );
}

/** Lies on the back, hands on belly and breastbone. */
export function breathPose(): Pose {
  const built = bodyOf({
    hip: [0, 540],
    trunk: -90,
    arm: [58, 128],
    leg: [40, 140, 50],
  });
  return posed(built, null, FLAT);
}

/** Stands with a hand slid up the back. */
export function handBehindPose(): Pose {
  const built = bodyOf({ hip: [0, 470], trunk: 0, arm: [214, 20], leg: [180, 180, 90] });
  return posed(built, null, FLOOR);
}

/** Stands with the elbow bent. */
export function elbowPose(): Pose {
  const built = bodyOf({ hip: [0, 470], trunk: 0, arm: [172, 36], leg: [180, 180, 90] });
  const on: Point = step(built.elbow, 172, 150);
  return posed(built, corner(on, built.elbow, built.hand, 136), FLOOR);
}

/** A comfortable squat, arms forward. */
export function squatPose(): Pose {
  const built = bodyOf({
    hip: [-150, 640],
    trunk: 28,
    arm: [86, 86],
    leg: [66, 196, 90],
  });
  const floor = built.ankle[1] + 22;
  return posed(built, null, [
    [-420, floor],
    [420, floor],
  ]);
}

/** Lies on the back and presses a point on the thigh. */
export function pressPose(): Pose {
  const built = bodyOf({
    hip: [0, 560],
    trunk: -62,
    arm: [112, 96],
    leg: [74, 112, 40],
    farLeg: [90, 90, 0],
  });
  return posed(built, null, FLAT);
}
