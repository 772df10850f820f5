import { SENSITIVITY } from '#core/anatomy';
import { answer, firstMistake, mistaken, outside, type Outcome } from '#core/knowledge';
import { adjustmentsAt, kilogramsForce, modelLoad, type Body } from '#core/loading';
import type { Banded, Inputs, Values } from '#core/uncertainty';
import { pressureFor, type Calibration } from './calibrate';
import { meanWith } from './press';
import { modelSetup, type Setup } from './setup';

/** A grade somebody wants to know in kilograms, at a setup they have rated. */
export interface Wish {
  setup: Setup;
  body: Body;
  /** What was rated there, 0–10. */
  rated: number;
  grade: number;
  calibration: Calibration;
  /** The grade never to exceed; the site’s own when absent. */
  ceiling?: number;
}

/** Nobody learns more than this above what they have rated, in grades. */
const STEP = 1;
const HALVINGS = 40;

const GRADE = { least: 0, most: 10, unit: 'of 10' };

const likeliest = (inputs: Inputs): Values<Inputs> =>
  Object.fromEntries(Object.entries(inputs).map(([name, { likely }]) => [name, likely]));

/** The most a tool in a posture can bring, with everything that adds weight; newtons on one contact. */
export function mostLoad(setup: Setup, body: Body): number {
  const { site, tool, posture } = setup;
  const loads = adjustmentsAt(site.id, tool, posture).map((adjustment) => {
    const { inputs, force } = modelLoad({ ...setup, adjustment }, body);
    return force(likeliest(inputs));
  });
  return Math.max(0, ...loads);
}

/**
 * What a household scale shows when a tool is pressed on it as hard as a grade asks: the load whose mean pressure
 * on this flesh the client’s ratings give that grade. Kilograms, as a band half as wide as the grade is known.
 *
 * @returns the band, or the sentence why nobody should press for that grade: it is above the ceiling, more than one
 * above what was rated, or takes more than the setup can bring
 */
export function scaleKilograms(wish: Wish): Outcome<Banded> {
  const { setup, body, rated, grade, calibration } = wish;
  const ceiling = wish.ceiling ?? SENSITIVITY[setup.site.sensitivity].ceilingGrade;
  const bad = firstMistake(
    outside('rated', rated, { name: 'What was rated', ...GRADE }),
    outside('grade', grade, { name: 'The grade to learn', ...GRADE, least: 1 }),
  );
  if (bad) return bad;
  if (grade > ceiling) {
    const says = `${setup.site.plainName} is never pressed above ${ceiling} of 10; ${grade} is not learnt there.`;
    return mistaken('out of range', 'grade', says);
  }
  if (grade > rated + STEP) {
    const says = `It was rated ${rated}: learn at most ${rated + STEP} next, and see how that is borne.`;
    return mistaken('out of range', 'grade', says);
  }
  const { pressing, inputs } = modelSetup(setup, body);
  const values = likeliest(inputs);
  // On a scale nothing rests beside the tool.
  const alone = { ...pressing, settles: false };
  const most = mostLoad(setup, body);
  const loadFor = (one: number): number => {
    const wanted = pressureFor(calibration, one) * 1000;
    let low = 0;
    let high = 4 * most;
    for (let step = 0; step < HALVINGS; step += 1) {
      const load = (low + high) / 2;
      if (meanWith(alone, values, load) < wanted) low = load;
      else high = load;
    }
    return high;
  };
  const load = loadFor(grade);
  if (load > most) {
    const says = `That would take more than the ${kilogramsForce(most).toFixed(0)} kg this way of pressing brings. A smaller or firmer tool gets there with less.`;
    return mistaken('out of range', 'grade', says);
  }
  const slack = calibration.within / 2;
  return answer({
    value: kilogramsForce(load),
    low: kilogramsForce(loadFor(Math.max(0.5, grade - slack))),
    high: kilogramsForce(Math.min(most, loadFor(Math.min(ceiling, grade + slack)))),
  });
}
