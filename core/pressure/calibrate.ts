import { mean } from 'd3-array';
import type { Sensitivity } from '#core/anatomy';
import { ownEstimate, type Source } from '#core/knowledge';

/** What a client rated at a setup whose pressure we estimate. */
export interface KnownRating {
  /** 0–10, while pressing. */
  grade: number;
  kilopascals: number;
}

/** How a client’s grade goes with pressure: grade = at × (pressure / reference)^power. */
export interface Calibration {
  referenceKilopascals: number;
  gradeAtReference: number;
  power: number;
  ratings: number;
  /** Grades either way; wider the fewer ratings there are. */
  within: number;
  source: Source;
}

/** A grade grows about in step with pressure until ratings show otherwise. */
const EXPECTED_POWER = 1;
/** How many ratings’ worth of trust the expectation has. */
const TRUST = 2;
const LEAST_POWER = 0.4;
const MOST_POWER = 2;
/** Ratings repeat to about a grade either way. */
const REPEATS_WITHIN = 1;
/** A grade of 0 still says something: it counts as this. */
const FLOOR = 0.5;

/**
 * Without any rating we expect a grade of 4 at this mean pressure, kilopascals, by how much a site bears; it only
 * serves to draw a first ladder.
 */
const EXPECTED_GRADE = 4;
const EXPECTED_KILOPASCALS: Record<Sensitivity, number> = {
  robust: 50,
  ordinary: 40,
  delicate: 33,
  guarded: 27,
};

export const CALIBRATION_SOURCE = ownEstimate(
  'a power of pressure through the client’s own ratings, drawn towards proportion when they are few',
);

/**
 * Fits a client’s own ratings at known setups: least squares on the logarithms, drawn towards a power
 * of 1 while ratings are few or all at one pressure. Without ratings it says so by `ratings: 0`.
 *
 * @param sensitivity how much the site bears, for what to expect while nothing was rated
 */
export function calibrate(ratings: readonly KnownRating[], sensitivity: Sensitivity): Calibration {
  const usable = ratings.filter(({ kilopascals }) => kilopascals > 0);
  if (usable.length === 0) {
    return {
      referenceKilopascals: EXPECTED_KILOPASCALS[sensitivity],
      gradeAtReference: EXPECTED_GRADE,
      power: EXPECTED_POWER,
      ratings: 0,
      within: 2.5,
      source: CALIBRATION_SOURCE,
    };
  }
  const points = usable.map(({ grade, kilopascals }) => ({
    x: Math.log(kilopascals),
    y: Math.log(Math.max(FLOOR, grade)),
  }));
  const x = mean(points, (point) => point.x) ?? 0;
  const y = mean(points, (point) => point.y) ?? 0;
  // The expectation counts like ratings one natural-log step of pressure apart.
  let across = TRUST * 0.1;
  let along = TRUST * 0.1 * EXPECTED_POWER;
  for (const point of points) {
    across += (point.x - x) ** 2;
    along += (point.x - x) * (point.y - y);
  }
  const power = Math.max(LEAST_POWER, Math.min(MOST_POWER, along / across));
  return {
    referenceKilopascals: Math.exp(x),
    gradeAtReference: Math.exp(y),
    power,
    ratings: usable.length,
    within: REPEATS_WITHIN * (1 + 1 / Math.sqrt(usable.length)) * 0.75,
    source: CALIBRATION_SOURCE,
  };
}

/** The grade a pressure would feel like, 0–10, with a band. */
export function gradeAt(
  { referenceKilopascals, gradeAtReference, power, within }: Calibration,
  kilopascals: number,
): { value: number; low: number; high: number } {
  const value = gradeAtReference * (kilopascals / referenceKilopascals) ** power;
  const clip = (grade: number) => Math.max(0, Math.min(10, grade));
  // Further from where ratings were made, less is known.
  const far = Math.abs(Math.log(kilopascals / referenceKilopascals));
  const slack = within * (1 + far / 2);
  return { value: clip(value), low: clip(value - slack), high: clip(value + slack) };
}

/** The pressure that would feel like a grade, kilopascals. */
export const pressureFor = (
  { referenceKilopascals, gradeAtReference, power }: Calibration,
  grade: number,
): number => referenceKilopascals * (Math.max(0, grade) / gradeAtReference) ** (1 / power);
