import type { SurfaceId } from '#core/equipment';
import { sourceWords } from '#core/knowledge';
import { explainPressure, type Pressing } from '#core/pressure';
import { useSpread } from '../../workers/useSpread';
import { bandWords, rounded } from '../numbers/units';
import classes from './Why.module.css';

/** Every draw of the bench starts here, so that the figures stay the same on every visit. */
const SEED = 20;

/** How a figure comes about: each step with its value, band, rule and source, and the random draws. */
export function Why({
  pressing,
  loadNewtons,
  surfaceId,
}: {
  pressing: Pressing;
  loadNewtons: number;
  surfaceId: SurfaceId;
}) {
  const steps = explainPressure(pressing, loadNewtons);
  const spread = useSpread({
    toolId: pressing.tool.id,
    surfaceId,
    flesh: pressing.flesh,
    foam: pressing.foam ?? null,
    loadNewtons,
    seed: SEED,
  });
  return (
    <details className={classes.why}>
      <summary>Why?</summary>
      <ol>
        {steps.map(({ name, value, low, high, unit, rule, standing, source }) => (
          <li key={name}>
            <span className={classes.name}>{name}</span>
            <span className={classes.value}>
              {rounded(value)} {unit}
            </span>
            <p>
              {low === high ? '' : `${bandWords({ low, high })} ${unit}. `}
              {rule}. <em>{standing}</em>: <cite>{sourceWords(source)}</cite>
            </p>
          </li>
        ))}
      </ol>
      <p className={classes.draws} role="status">
        {spread
          ? `${spread.draws} random draws of all inputs at once: half of them from ${bandWords({ low: spread.quarter, high: spread.threeQuarters })} kPa, nine in ten from ${bandWords(spread)} kPa, middle ${rounded(spread.median)} kPa.`
          : 'Drawing ten thousand times…'}
      </p>
    </details>
  );
}
