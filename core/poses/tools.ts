import type { Point } from '#core/geometry';
import type { Tool } from '#core/equipment';
import { plus, scaled, step } from './rig';
import type { DrawnTool } from './scene';
import { inDrawing } from './wanted';

const ball = (at: Point, radius: number, over = true): DrawnTool => ({
  kind: 'ball',
  points: [at],
  radius,
  over,
});

const line = (points: readonly Point[], breadth: number, over = true): DrawnTool => ({
  kind: 'line',
  points,
  radius: breadth / 2,
  over,
});

/**
 * What lies between skin and surface: a ball, two joined balls, a roller seen on its end.
 *
 * @param away unit vector from the skin towards the surface
 */
export function lyingTool(tool: Tool, contact: Point, away: Point): DrawnTool[] {
  const radius = inDrawing(tool.widthMillimetres) / 2;
  const middle = plus(contact, scaled(away, radius));
  switch (tool.form) {
    case 'two balls': {
      // The second lies on the other side of the spine, behind the first.
      const across: Point = [away[1] * radius * 0.36, -away[0] * radius * 0.36];
      return [ball(plus(middle, across), radius), ball(middle, radius)];
    }
    case 'roller':
      return [{ kind: 'roller', points: [middle], radius, over: true }];
    case 'ball':
    case 'knob':
    case 'hand':
    case 'head':
      return [ball(middle, radius)];
  }
}

/** The sock a ball hangs in, from the ball over the shoulder to the hand that holds it. */
export const sock = (points: readonly Point[]): DrawnTool => line(points, 9);

/** A hook cane: a rod through these points, its knob at the first. */
export const cane = (points: readonly Point[]): DrawnTool[] => {
  const [knob = [0, 0]] = points;
  return [line(points, 15), ball(knob, 14, true)];
};

/** A small tip on a handle, pointing along a direction. */
export function handle(tip: Point, towards: number, size: number): DrawnTool[] {
  return [line([step(tip, towards + 180, size), tip], 17), ball(tip, 10, true)];
}

/** A stick between two hands, seen on its end, with its grip. */
export const stick = (at: Point, radius: number): DrawnTool[] => [
  { kind: 'roller', points: [at], radius, over: true },
];

/** A massage gun: a head on a stem, with a grip. */
export function gun(tip: Point, towards: number): DrawnTool[] {
  const body = step(tip, towards + 180, 62);
  return [
    line([body, step(tip, towards + 180, 12)], 14),
    line([body, step(body, towards + 180, 52)], 40),
    line(
      [step(body, towards + 180, 30), step(step(body, towards + 180, 30), towards + 90, 78)],
      26,
    ),
    ball(step(tip, towards + 180, 10), 15, true),
  ];
}
