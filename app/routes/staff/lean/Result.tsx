import { sourceWords } from '#core/knowledge';
import { kilogramsForce, type Body, type LoadModelled } from '#core/loading';
import { propagate } from '#core/uncertainty';
import {
  bandWords,
  rounded,
  shownLength,
  shownWeight,
  lengthUnit,
  weightUnit,
  type Units,
} from '~/ui/numbers/units';
import classes from './lean.module.css';

/** What comes down on the ball, its band, and why. */
export function Result({ load, body, units }: { load: LoadModelled; body: Body; units: Units }) {
  const band = propagate(load.inputs, load.force);
  const kilograms = {
    value: kilogramsForce(band.value),
    low: kilogramsForce(band.low),
    high: kilogramsForce(band.high),
  };
  const shown = (value: number) => shownWeight(value, units);
  const share = kilograms.value / body.massKilograms;
  return (
    <section className={classes.result} aria-live="polite">
      <h2>On the ball</h2>
      <p className={classes.figure}>
        <strong>{rounded(shown(kilograms.value))}</strong> {weightUnit(units)}
      </p>
      <p>
        {Math.round(share * 100)} % of body weight;{' '}
        {bandWords({ low: shown(kilograms.low), high: shown(kilograms.high) })} {weightUnit(units)}.
      </p>
      <details>
        <summary>Why?</summary>
        <p>Rule: {load.rule}.</p>
        <ul>
          {load.assumptions.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
        <p>
          From {rounded(shown(body.massKilograms))} {weightUnit(units)} and{' '}
          {rounded(shownLength(body.statureMetres, units))} {lengthUnit(units)}. Sources:{' '}
          {load.sources.map(sourceWords).join('; ')}.
        </p>
      </details>
    </section>
  );
}
