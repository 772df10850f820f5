import { useEffect, useMemo, useRef, useState } from 'react';
import { findSite } from '#core/anatomy';
import { findTool, TOOLS } from '#core/equipment';
import { USUAL_BODY } from '#core/loading';
import { calibrate, CALIBRATION_SOURCE, scaleKilograms, setupOf, setupMean } from '#core/pressure';
import { sourceWords } from '#core/knowledge';

import { staffContext } from '~/context.server';
import { Notice } from '~/ui/parts/Notice';
import { useAddress } from '~/ui/parts/useAddress';
import { rounded } from '~/ui/numbers/units';
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
  const tools = TOOLS.filter(
    ({ id, form }) =>
      (form === 'ball' || form === 'knob') && site?.setups.some(({ toolId }) => toolId === id),
  );
  const asked = findTool(params.get('tool') ?? tools[0]?.id ?? '');
  const tool = tools.find(({ id }) => id === asked?.id) ?? tools[0];
  const strange =
    [
      { id: params.get('site'), known: findSite },
      { id: params.get('tool'), known: (id: string) => tools.find((one) => one.id === id) },
    ].find(({ id, known }) => id !== null && !known(id))?.id ?? null;
  const grade = numberFrom(params.get('grade'), 4, 1, 10);
  const rated = numberFrom(params.get('rated'), 4, 1, 10);
  const way = site?.setups.find(({ toolId }) => toolId === tool?.id);
  const [usual] = site?.setups ?? [];
  const setup = site && way && setupOf(site.id, way);
  const known = site && usual && setupOf(site.id, usual);
  if (!site || !tool || !setup?.ok || !known?.ok) {
    return (
      <div className={classes.page}>
        <Notice>
          {site?.plainName ?? 'That place'} is pressed by hand there: no tool goes on a scale.
        </Notice>
      </div>
    );
  }
  const calibration = calibrate(
    [{ grade: rated, kilopascals: setupMean(known.value, USUAL_BODY).value }],
    site.sensitivity,
  );
  const wished = scaleKilograms({
    setup: setup.value,
    body: USUAL_BODY,
    rated,
    grade,
    calibration,
  });
  const aim = wished.ok ? wished.value : null;
  const kilograms = reading?.kilograms ?? 0;
  const most = Math.max(10, Math.ceil(((aim?.high ?? 0) * 1.5) / 5) * 5);
  const says = lost
    ? 'The scale does not answer. Check that the page is still connected.'
    : reading === null
      ? 'Waiting for the scale.'
      : aim === null
        ? 'Do not press for that grade.'
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
            {tools.map(({ id, name }) => (
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
            max={10}
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
        {wished.ok ? (
          <p className={classes.aim}>
            <strong>
              {rounded(wished.value.low)} to {rounded(wished.value.high)}
            </strong>{' '}
            kg for grade {grade}
          </p>
        ) : (
          <Notice>{wished.mistake.says}</Notice>
        )}
        <details>
          <summary>Why?</summary>
          <p>
            The usual way there was rated {rated}; the load on the scale is the one whose pressure,
            with this tool on flesh like that, would be rated {grade}; a band, because a rating
            wavers. It is never above the ceiling there, never more than one above what was rated,
            and never more than this way of pressing brings. Source:{' '}
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
          label={`The scale shows ${kilograms.toFixed(1)} kilograms${aim ? `; aim at ${rounded(aim.low)} to ${rounded(aim.high)}` : ''}.`}
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
