import { SURFACES } from '#core/equipment';
import { sourceWords } from '#core/knowledge';
import {
  BODY_BOUNDS,
  bodyOf,
  findPosture,
  FURTHEST_FEET,
  kilogramsForce,
  modelLean,
  modelLie,
  USUAL_BODY,
  type Adjustment,
  type Body,
  type LoadModelled,
} from '#core/loading';
import { propagate } from '#core/uncertainty';
import { enter } from '~/door.server';
import { FloorDrawing } from '~/ui/lean/FloorDrawing';
import { WallDrawing } from '~/ui/lean/WallDrawing';
import {
  bandWords,
  givenLength,
  givenWeight,
  lengthUnit,
  rounded,
  shownLength,
  shownWeight,
  unitsOf,
  weightUnit,
  type Units,
} from '~/ui/numbers/units';
import { useAddress } from '~/ui/parts/useAddress';
import type { Route } from './+types/lean';
import classes from './lean.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Lean and load · Entspann' }];

export async function loader({ context, request }: Route.LoaderArgs) {
  enter(context, request, 'staff');
  return null;
}

const HEIGHTS = { least: 0.36, most: 0.84 } as const;
const FLOOR = { least: 0.2, most: 0.54 } as const;
const FEET_MOST = 0.35;

interface Setting {
  mode: 'wall' | 'floor';
  units: Units;
  /** As typed, in the units shown; kept as text so that what cannot be read stays to be mended. */
  mass: string;
  stature: string;
  feet: string;
  height: string;
  at: string;
  adjust: string;
}

const START: Setting = {
  mode: 'wall',
  units: 'metric',
  mass: String(USUAL_BODY.massKilograms),
  stature: String(USUAL_BODY.statureMetres * 100),
  feet: '22',
  height: '124',
  at: '75',
  adjust: 'usual',
};

function settingFrom(params: URLSearchParams): Setting {
  const text = (name: keyof Setting) => params.get(name) ?? START[name];
  return {
    mode: params.get('mode') === 'floor' ? 'floor' : 'wall',
    units: unitsOf(params.get('units')),
    mass: text('mass'),
    stature: text('stature'),
    feet: text('feet'),
    height: text('height'),
    at: text('at'),
    adjust: text('adjust'),
  };
}

const figureOf = (text: string): number =>
  /^\s*\d{1,4}([.,]\d{1,2})?\s*$/.test(text) ? Number(text.trim().replace(',', '.')) : Number.NaN;

/** A typed length inside its bounds, metres, or the sentence. */
function lengthOf(name: string, text: string, units: Units, least: number, most: number) {
  const metres = givenLength(figureOf(text), units);
  if (Number.isFinite(metres) && metres >= least - 1e-6 && metres <= most + 1e-6) {
    return { metres, trouble: null };
  }
  const bounds = `${rounded(shownLength(least, units))} and ${rounded(shownLength(most, units))} ${lengthUnit(units)}`;
  return {
    metres: Math.max(least, Math.min(most, Number.isFinite(metres) ? metres : (least + most) / 2)),
    trouble: `${name} must be a number between ${bounds}.`,
  };
}

function Field({
  id,
  label,
  value,
  unit,
  trouble,
  onType,
}: {
  id: string;
  label: string;
  value: string;
  unit: string;
  trouble: string | null;
  onType: (text: string) => void;
}) {
  return (
    <div className={classes.field}>
      <label htmlFor={id}>{label}</label>
      <div>
        <input
          id={id}
          value={value}
          inputMode="decimal"
          autoComplete="off"
          aria-invalid={trouble !== null}
          aria-describedby={`${id}-says`}
          onChange={(event) => onType(event.currentTarget.value)}
        />
        <span>{unit}</span>
      </div>
      <p id={`${id}-says`} role={trouble ? 'alert' : undefined}>
        {trouble}
      </p>
    </div>
  );
}

function Result({ load, body, units }: { load: LoadModelled; body: Body; units: Units }) {
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
        {Math.round(share * 100)} % of body weight; between{' '}
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

const usualFirst = (adjustments: readonly Adjustment[], id: string): Adjustment | undefined =>
  adjustments.find((one) => one.id === id) ?? adjustments.find((one) => one.id === 'usual');

const withoutFeet = (adjustments: readonly Adjustment[]) =>
  adjustments.filter(({ id }) => id === 'usual' || id === 'hips-on');

export default function LeanAndLoad() {
  const [params, set] = useAddress();
  const setting = settingFrom(params);
  const { units, mode } = setting;
  const change = ({ units: next, ...rest }: Partial<Setting>) =>
    set({ ...rest, ...(next ? { units: next === 'imperial' ? 'lb' : 'kg' } : {}) });
  const typed = bodyOf(
    givenWeight(figureOf(setting.mass), units),
    givenLength(figureOf(setting.stature), units),
  );
  const body = typed.ok ? typed.value : USUAL_BODY;
  const wrong = typed.ok ? null : typed.mistake;
  const { massKilograms, statureMetres } = BODY_BOUNDS;
  const massSays =
    wrong?.field === 'mass'
      ? `${massKilograms.name} must be a number between ${rounded(shownWeight(massKilograms.least, units))} and ${rounded(shownWeight(massKilograms.most, units))} ${weightUnit(units)}.`
      : null;
  const statureSays =
    wrong?.field === 'stature'
      ? `${statureMetres.name} must be a number between ${rounded(shownLength(statureMetres.least, units))} and ${rounded(shownLength(statureMetres.most, units))} ${lengthUnit(units)}.`
      : null;
  const tall = body.statureMetres;
  const height = lengthOf(
    'The ball’s height',
    setting.height,
    units,
    HEIGHTS.least * tall,
    HEIGHTS.most * tall,
  );
  const feetMost = Math.min(FEET_MOST * tall, (height.metres - 0.039 * tall) * FURTHEST_FEET);
  const feet = lengthOf('The feet’s distance', setting.feet, units, 0, feetMost);
  const at = lengthOf('The ball’s place', setting.at, units, FLOOR.least * tall, FLOOR.most * tall);
  const shown = (metres: number) => rounded(shownLength(metres, units));
  const unit = lengthUnit(units);

  const wall = findPosture('wall-back');
  const floor = findPosture('lying-back');
  if (!wall || !floor || floor.load.kind !== 'lie') return null;
  const adjustments = mode === 'wall' ? withoutFeet(wall.adjustments) : floor.adjustments;
  const adjustment = usualFirst(adjustments, setting.adjust);
  if (!adjustment) return null;
  const load =
    mode === 'wall'
      ? modelLean({ heightShare: height.metres / tall, feetMetres: feet.metres, adjustment }, body)
      : modelLie(
          {
            at: at.metres / tall,
            model: floor.load,
            adjustment,
            contacts: 1,
            settles: SURFACES['hard-floor'].bearsTheBody,
          },
          body,
        );
  const kilograms = kilogramsForce(propagate(load.inputs, load.force).value);
  const arrow = Math.max(14, Math.min(230, kilograms * 6));
  const loadSays = `${rounded(shownWeight(kilograms, units))} ${weightUnit(units)} on the ball.`;

  return (
    <div className={classes.page}>
      <aside className={classes.setting} aria-label="Body and place">
        <h1>Lean and load</h1>
        <div className={classes.modes} role="group" aria-label="Where">
          {(['wall', 'floor'] as const).map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={one === mode}
              onClick={() => change({ mode: one, adjust: 'usual' })}
            >
              {one === 'wall' ? 'at a wall' : 'on the floor'}
            </button>
          ))}
        </div>
        <div className={classes.fields}>
          <Field
            id="mass"
            label="body mass"
            value={setting.mass}
            unit={weightUnit(units)}
            trouble={massSays}
            onType={(mass) => change({ mass })}
          />
          <Field
            id="stature"
            label="stature"
            value={setting.stature}
            unit={unit}
            trouble={statureSays}
            onType={(stature) => change({ stature })}
          />
          {mode === 'wall' ? (
            <>
              <Field
                id="height"
                label="ball above the ground"
                value={setting.height}
                unit={unit}
                trouble={height.trouble}
                onType={(text) => change({ height: text })}
              />
              <Field
                id="feet"
                label="feet from below the ball"
                value={setting.feet}
                unit={unit}
                trouble={feet.trouble}
                onType={(text) => change({ feet: text })}
              />
            </>
          ) : (
            <Field
              id="at"
              label="ball from the crown"
              value={setting.at}
              unit={unit}
              trouble={at.trouble}
              onType={(text) => change({ at: text })}
            />
          )}
        </div>
        <button
          type="button"
          className={classes.units}
          onClick={() => {
            const other: Units = units === 'metric' ? 'imperial' : 'metric';
            const length = (metres: number) => rounded(shownLength(metres, other));
            change({
              units: other,
              mass: rounded(shownWeight(body.massKilograms, other)),
              stature: length(body.statureMetres),
              height: length(height.metres),
              feet: length(feet.metres),
              at: length(at.metres),
            });
          }}
        >
          {units === 'metric' ? 'Use pounds and inches' : 'Use kilograms and centimetres'}
        </button>
        <fieldset className={classes.adjust}>
          <legend>less or more</legend>
          {adjustments.map(({ id, name, why }) => (
            <label key={id} data-chosen={id === adjustment.id}>
              <input
                type="radio"
                name="adjust"
                checked={id === adjustment.id}
                onChange={() => change({ adjust: id })}
              />
              <span>
                {mode === 'wall' && id === 'usual' ? 'hips off the wall' : name}
                <small>
                  {mode === 'wall' && id === 'usual' ? 'The ball carries the whole lean.' : why}
                </small>
              </span>
            </label>
          ))}
        </fieldset>
      </aside>
      <div className={classes.stage}>
        {mode === 'wall' ? (
          <WallDrawing
            state={{ feet: feet.metres / tall, height: height.metres / tall }}
            limits={{
              feetMost: feetMost / tall,
              heightLeast: HEIGHTS.least,
              heightMost: HEIGHTS.most,
            }}
            says={{
              feet: `${shown(feet.metres)} ${unit}`,
              height: `${shown(height.metres)} ${unit}`,
              load: loadSays,
            }}
            arrow={arrow}
            onFeet={(share) => change({ feet: shown(share * tall) })}
            onHeight={(share) => change({ height: shown(share * tall) })}
          />
        ) : (
          <FloorDrawing
            state={{ at: at.metres / tall }}
            adjustmentId={adjustment.id}
            limits={FLOOR}
            says={{ at: `${shown(at.metres)} ${unit} from the crown`, load: loadSays }}
            arrow={arrow}
            onMove={(share) => change({ at: shown(share * tall) })}
          />
        )}
      </div>
      <aside className={classes.outcome} aria-label="What comes down on the ball">
        <Result load={load} body={body} units={units} />
        <section className={classes.says}>
          <h2>What to tell a client</h2>
          <p>
            Lean, do not push: pushing tenses the very muscle that should let go. Let the weight
            sink in slowly, and come off as slowly.
          </p>
          <p>
            {mode === 'wall'
              ? 'Feet a hand’s breadth further away for more, closer for less; hips on the wall for much less.'
              : 'Take weight off with a hand, an elbow and the other foot; cross the ankle or tip the knees over for more. Get up by rolling to the side and all fours.'}
          </p>
          <p className={classes.soft}>
            Common practice, no published source. Figures are estimates with the band beside them.
          </p>
        </section>
      </aside>
    </div>
  );
}
