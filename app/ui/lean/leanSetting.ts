import {
  BODY_BOUNDS,
  bodyOf,
  furthestFeet,
  LEAN_LIMITS,
  USUAL_BODY,
  type Body,
} from '#core/loading';
import {
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

/** What the address says of the screen. */
export interface Setting {
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
  feet: '20',
  height: '124',
  at: '75',
  adjust: 'usual',
};

export function settingFrom(params: URLSearchParams): Setting {
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

/** A typed figure in SI; one that is a bound as the screen shows it is that bound, however it was rounded. */
function typedIn(
  text: string,
  { least, most }: { least: number; most: number },
  units: { shown: (value: number) => number; given: (figure: number) => number },
): number {
  const figure = figureOf(text);
  const isShown = (bound: number) => Number(rounded(units.shown(bound))) === figure;
  if (isShown(least)) return least;
  return isShown(most) ? most : units.given(figure);
}
const weights = (units: Units) => ({
  shown: (kilograms: number) => shownWeight(kilograms, units),
  given: (figure: number) => givenWeight(figure, units),
});
const lengths = (units: Units) => ({
  shown: (metres: number) => shownLength(metres, units),
  given: (figure: number) => givenLength(figure, units),
});

/** A typed length inside its bounds, metres, or the sentence. */
function lengthOf(name: string, text: string, units: Units, least: number, most: number) {
  const metres = typedIn(text, { least, most }, lengths(units));
  if (Number.isFinite(metres) && metres >= least - 1e-6 && metres <= most + 1e-6) {
    return { metres, trouble: null };
  }
  const bounds = `${rounded(shownLength(least, units))} and ${rounded(shownLength(most, units))} ${lengthUnit(units)}`;
  return {
    metres: Math.max(least, Math.min(most, Number.isFinite(metres) ? metres : (least + most) / 2)),
    trouble: `${name} must be a number between ${bounds}.`,
  };
}

/** A figure in its bounds, as the units show it. */
interface Typed {
  metres: number;
  trouble: string | null;
}

/** What was typed, as the model takes it: figures out of bounds say so and are brought back into them. */
export interface Posed {
  body: Body;
  massTrouble: string | null;
  statureTrouble: string | null;
  height: Typed;
  feet: Typed;
  /** From the crown, lying. */
  at: Typed;
  feetMost: number;
}

export function poseFrom(setting: Setting): Posed {
  const { units } = setting;
  const typed = bodyOf(
    typedIn(setting.mass, BODY_BOUNDS.massKilograms, weights(units)),
    typedIn(setting.stature, BODY_BOUNDS.statureMetres, lengths(units)),
  );
  const body = typed.ok ? typed.value : USUAL_BODY;
  const wrong = typed.ok ? null : typed.mistake.field;
  const { massKilograms, statureMetres } = BODY_BOUNDS;
  const between = (name: string, least: string, most: string, unit: string) =>
    `${name} must be a number between ${least} and ${most} ${unit}.`;
  const weight = (kilograms: number) => rounded(shownWeight(kilograms, units));
  const length = (metres: number) => rounded(shownLength(metres, units));
  const tall = body.statureMetres;
  const { height: heights, floor } = LEAN_LIMITS;
  const height = lengthOf(
    'The ball’s height',
    setting.height,
    units,
    heights.least * tall,
    heights.most * tall,
  );
  const feetMost = furthestFeet(height.metres, tall);
  return {
    body,
    massTrouble:
      wrong === 'mass'
        ? between(
            massKilograms.name,
            weight(massKilograms.least),
            weight(massKilograms.most),
            weightUnit(units),
          )
        : null,
    statureTrouble:
      wrong === 'stature'
        ? between(
            statureMetres.name,
            length(statureMetres.least),
            length(statureMetres.most),
            lengthUnit(units),
          )
        : null,
    height,
    feet: lengthOf('The feet’s distance', setting.feet, units, 0, feetMost),
    at: lengthOf('The ball’s place', setting.at, units, floor.least * tall, floor.most * tall),
    feetMost,
  };
}

/** The setting in the other units, by the figures as they stand. */
export function inOtherUnits(setting: Setting, posed: Posed): Partial<Setting> {
  const units: Units = setting.units === 'metric' ? 'imperial' : 'metric';
  const length = (metres: number) => rounded(shownLength(metres, units));
  return {
    units,
    mass: rounded(shownWeight(posed.body.massKilograms, units)),
    stature: length(posed.body.statureMetres),
    height: length(posed.height.metres),
    feet: length(posed.feet.metres),
    at: length(posed.at.metres),
  };
}
