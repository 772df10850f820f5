import { useEffect, useMemo, useRef, useState } from 'react';
import { findSite } from '#core/anatomy';
import { findTool, TOOLS } from '#core/equipment';
import { USUAL_BODY } from '#core/loading';
import { calibrate, CALIBRATION_SOURCE, scaleKilograms, setupOf, setupPeak } from '#core/pressure';
import { sourceWords } from '#core/knowledge';

import { staffContext } from '~/context.server';
import { Notice } from '~/ui/parts/Notice';
import { useAddress } from '~/ui/parts/useAddress';
import { bandWords, rounded } from '~/ui/numbers/units';
import { Dial } from '~/ui/scale/Dial';
import { simulatedScale, type Reading } from '~/ui/scale/pressingScale';
import type { Route } from './+types/scale';
import classes from './scale.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Pressing scale · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { who } = context.get(staffContext);
  return { scaleName: who.userId };
}

const EVERY_MS = 140;
const MOST_PRESS = 40;

/** Polls a scale; says so when it does not answer. */
function useReading(name: string) {
  const scale = useMemo(() => simulatedScale(name), [name]);
  const [reading, setReading] = useState<Reading | null>(null);
  const [lost, setLost] = useState(false);
  useEffect(() => {
    let gone = false;
    const ask = async () => {
      try {
        const next = await scale.read();
        if (gone) return;
        setReading(next);
        setLost(false);
      } catch {
        if (!gone) setLost(true);
      }
    };
    const timer = setInterval(() => void ask(), EVERY_MS);
    return () => {
      gone = true;
      clearInterval(timer);
    };
  }, [scale]);
  return { scale, reading, lost };
}

const numberFrom = (text: string | null, usual: number, least: number, most: number) => {
  const value = Number(text ?? usual);
  return Number.isFinite(value) ? Math.max(least, Math.min(most, value)) : usual;
};

export default function Scale({ loaderData }: Route.ComponentProps) {
  const [params, set] = useAddress();
  const { scale, reading, lost } = useReading(loaderData.scaleName);
  const [pressed, setPressed] = useState(0);
  const pending = useRef(Promise.resolve());
  const site = findSite(params.get('site') ?? '') ?? findSite('side-low-back');
  const tool = findTool(params.get('tool') ?? '') ?? findTool('tennis-ball');
  const strange =
    [
      { id: params.get('site'), known: findSite },
      { id: params.get('tool'), known: findTool },
    ].find(({ id, known }) => id !== null && !known(id))?.id ?? null;
  const grade = numberFrom(params.get('grade'), 4, 1, 7);
  const rated = numberFrom(params.get('rated'), 4, 1, 10);
  if (!site || !tool) return null;
  const [way] = site.setups;
  const known = way && setupOf(site.id, way);
  const calibration = calibrate(
    known?.ok ? [{ grade: rated, kilopascals: setupPeak(known.value, USUAL_BODY).value }] : [],
  );
  const aim = scaleKilograms(tool, site.flesh, calibration, grade);
  const kilograms = reading?.kilograms ?? 0;
  const most = Math.max(10, Math.ceil((aim.value * 2) / 5) * 5);
  const says = lost
    ? 'The scale does not answer. Check that the page is still connected.'
    : reading === null
      ? 'Waiting for the scale.'
      : kilograms < aim.low
        ? 'Lean in a little more.'
        : kilograms > aim.high
          ? 'Ease off.'
          : 'That is it: stay and breathe.';
  const press = (next: number) => {
    setPressed(next);
    // One after the other, so that the last press is the one that counts.
    pending.current = pending.current.then(() => scale.press?.(next)).catch(() => undefined);
  };
  return (
    <div className={classes.page}>
      <section className={classes.setting}>
        <h1>Pressing scale</h1>
        {strange && (
          <Notice>
            “{strange}” is not known in this edition; something usual is shown instead.
          </Notice>
        )}
        <p>
          Put the tool on a household scale and press it with the hand until the needle stands in
          the band. That is what the grade weighs, so that “4 of 10” means the same tomorrow.
        </p>
        <label>
          tool
          <select value={tool.id} onChange={(event) => set({ tool: event.currentTarget.value })}>
            {TOOLS.filter(({ form }) => form === 'ball' || form === 'knob').map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <label>
          grade to learn
          <input
            type="number"
            min={1}
            max={7}
            value={grade}
            onChange={(event) => set({ grade: event.currentTarget.value })}
          />
        </label>
        <label>
          rated at {site.plainName.toLowerCase()} in the usual way
          <input
            type="number"
            min={1}
            max={10}
            value={rated}
            onChange={(event) => set({ rated: event.currentTarget.value })}
          />
        </label>
        <p className={classes.aim}>
          <strong>{rounded(aim.value)}</strong> kg for grade {grade}, {bandWords(aim)}
        </p>
        <details>
          <summary>Why?</summary>
          <p>
            The usual way there was rated {rated}; the load on the scale is the one whose pressure,
            with this tool on flesh like that, would be rated {grade}. A ball’s pressure goes with
            the cube root of its load, so a little more grade is a lot more weight. Source:{' '}
            {sourceWords(CALIBRATION_SOURCE)}.
          </p>
        </details>
      </section>
      <section className={classes.scale}>
        <p className={classes.simulated}>
          This scale is simulated. It stands in for one at home and answers like it.
        </p>
        <Dial
          kilograms={kilograms}
          aim={aim}
          most={most}
          label={`The scale shows ${kilograms.toFixed(1)} kilograms; aim at ${rounded(aim.value)}.`}
        />
        <p className={classes.says} role="status">
          {says}
        </p>
        <label className={classes.press}>
          press on it
          <input
            type="range"
            min={0}
            max={MOST_PRESS}
            step={0.5}
            value={pressed}
            aria-valuetext={`${pressed} kilograms`}
            onChange={(event) => press(Number(event.currentTarget.value))}
          />
        </label>
      </section>
    </div>
  );
}
