import { Link } from 'react-router';
import { sourceWords } from '#core/knowledge';
import { CALIBRATION_SOURCE, nextRung, setupPressure, type Rung } from '#core/pressure';
import { useKeys } from '~/ui/parts/useKeys';
import { bandWords, rounded } from '../numbers/units';
import { fewRungs, LadderBars, rungWords } from './LadderBars';
import classes from './Ladder.module.css';
import type { LadderView } from '#core/routine';

const SHOWN = 7;

/** What the ladder rests on, in a line. */
function basis({ calibration, assumedBody, body }: LadderView, since: string | null): string {
  const on = assumedBody
    ? `for ${body.massKilograms} kg and ${body.statureMetres} m, as this client’s are not known`
    : 'for this body';
  const by =
    calibration.ratings === 0
      ? 'not calibrated yet: the first sessions’ ratings will'
      : `calibrated by ${calibration.ratings} own ${calibration.ratings === 1 ? 'rating' : 'ratings'}${since ? ` since ${since}` : ''}`;
  return `Estimated pressure ${on}; ${by}.`;
}

/** The setups this client could use for a site, gentlest first, with a step either way. */
export function Ladder({
  view,
  ceilingGrade,
  grade,
  ratedSince,
  onChoose,
}: {
  view: LadderView;
  ceilingGrade: number;
  grade: number;
  ratedSince: string | null;
  onChoose: (rung: Rung) => void;
}) {
  const { rungs, todayKey, body } = view;
  const today = rungs.find(({ key }) => key === todayKey);
  const gentler = nextRung(rungs, todayKey, 'gentler');
  const firmer = nextRung(rungs, todayKey, 'firmer');
  useKeys([
    [',', () => gentler && onChoose(gentler)],
    ['.', () => firmer && onChoose(firmer)],
  ]);
  if (!today) return null;
  const pressure = setupPressure(today.setup, body);
  const rated = Math.round(today.grade.value);
  return (
    <section className={classes.ladder} aria-labelledby="ladder-title">
      <header>
        <h2 id="ladder-title">
          Ladder <span>{today.setup.site.plainName.toLowerCase()}</span>
        </h2>
        <button type="button" disabled={!gentler} onClick={() => gentler && onChoose(gentler)}>
          one step gentler <kbd>,</kbd>
        </button>
        <button type="button" disabled={!firmer} onClick={() => firmer && onChoose(firmer)}>
          one step firmer <kbd>.</kbd>
        </button>
      </header>
      <p className={classes.basis}>{basis(view, ratedSince)}</p>
      <LadderBars
        rungs={fewRungs(rungs, todayKey, SHOWN)}
        todayKey={todayKey}
        ceilingGrade={ceilingGrade}
        feels
        onChoose={onChoose}
      />
      <details className={classes.why}>
        <summary>why</summary>
        <p>
          {rungWords(today)}: {rounded(pressure.loadKilograms.value)} kg on the skin (
          {bandWords(pressure.loadKilograms)}), {rounded(pressure.kilopascals.value)} kPa on average
          ({bandWords(pressure.kilopascals)}), {rounded(pressure.depthMillimetres.value)} mm deep.
          Rule: {pressure.load.rule}; then a ball or roller on a layer of flesh over bone.
        </p>
        <ul>
          {pressure.load.assumptions.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
        <p>
          What it feels like: {sourceWords(CALIBRATION_SOURCE)}. Sources:{' '}
          {pressure.sources.map(sourceWords).join('; ')}.
        </p>
        <p>
          All {rungs.length} ways that tools, places and screening leave are on the ladder; ways
          that press alike are shown once.{' '}
          <Link
            to={`/scale?site=${today.setup.site.id}&tool=${today.setup.tool.id}&grade=${grade}&rated=${Math.max(1, rated)}`}
          >
            Grade {grade} on a pressing scale
          </Link>
        </p>
      </details>
    </section>
  );
}
