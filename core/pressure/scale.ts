import { type Tool, SURFACES } from '#core/equipment';
import type { Site } from '#core/anatomy';
import { GRAVITY } from '#core/loading';
import { propagate, known, type Banded } from '#core/uncertainty';
import { pressureFor, type Calibration } from './calibrate';
import { contactInputs, pressWith } from './press';

const MOST_NEWTONS = 1500;
const HALVINGS = 40;

/**
 * What a household scale shows when a tool is pressed on it as hard as a grade asks: the load whose
 * pressure on this flesh the calibration gives that grade. Kilograms.
 *
 * @returns a band; it grows steeply with the grade, because pressure grows only with the cube root of load
 */
export function scaleKilograms(
  tool: Tool,
  flesh: Site['flesh'],
  calibration: Calibration,
  grade: number,
): Banded {
  const pressing = { tool, surface: SURFACES.table, flesh, settles: false };
  const inputs = contactInputs(pressing);
  const wanted = pressureFor(calibration, grade) * 1000;
  const middle = Object.fromEntries(
    Object.entries(inputs).map(([name, { likely }]) => [name, likely]),
  );
  let low = 0;
  let high = MOST_NEWTONS;
  for (let step = 0; step < HALVINGS; step += 1) {
    const load = (low + high) / 2;
    if (pressWith(pressing, middle, load).peakPascals < wanted) low = load;
    else high = load;
  }
  const load = high / GRAVITY;
  // The flesh is the same at the known setup and on the scale: only how well the grade is known counts.
  const steep = tool.face.kind === 'sphere' ? 3 : 2;
  const share = Math.min(
    0.9,
    (calibration.within / Math.max(1, grade)) * (steep / calibration.power) * 0.5,
  );
  return propagate(
    { known: { low: 1 - share, likely: 1, high: 1 + share }, load: known(load) },
    (values) => values.load * values.known,
  );
}
