import { mirror, type Point } from '#core/geometry';

/** The views the body is drawn in. Close-ups keep the body's unit, a thousandth of stature. */
export const VIEW_IDS = ['front', 'back', 'head', 'armpit', 'sole', 'foot-top'] as const;
export type ViewId = (typeof VIEW_IDS)[number];

/** A line of the drawing: `firm` for an edge one sees, `fine` for a form one feels under the skin. */
export interface DrawnLine {
  points: readonly Point[];
  weight: 'firm' | 'fine';
}

/** One view of the body, as points that smooth curves run through. */
export interface Drawing {
  id: ViewId;
  name: string;
  /** Both halves of the body stand in this view, mirrored on x = 0; else one side is shown. */
  twoSided: boolean;
  /** What is to be seen: left edge, top edge, width, height. */
  frame: readonly [number, number, number, number];
  /** Closed silhouettes; the first holds every site. */
  outlines: readonly (readonly Point[])[];
  lines: readonly DrawnLine[];
  /** Closed shapes that lie a little in the shade. */
  tones: readonly (readonly Point[])[];
}

export const firm = (...points: Point[]): DrawnLine => ({ points, weight: 'firm' });
export const fine = (...points: Point[]): DrawnLine => ({ points, weight: 'fine' });

const flip = (points: readonly Point[]): Point[] => points.map(([x, y]): Point => [-x, y]);

/** Both halves of lines that are drawn for one. */
export const onBothSides = (lines: readonly DrawnLine[]): DrawnLine[] =>
  lines.flatMap((line) => [line, { ...line, points: flip(line.points) }]);

export const tonesOnBothSides = (tones: readonly (readonly Point[])[]): (readonly Point[])[] =>
  tones.flatMap((tone) => [tone, flip(tone)]);

/** A whole silhouette from its half: down one side, up the other. */
export const whole = (top: Point, half: readonly Point[], bottom: Point): Point[] => [
  top,
  ...half,
  bottom,
  ...mirror(half),
];
