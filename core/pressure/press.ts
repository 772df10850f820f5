import type { Site } from '#core/anatomy';
import { giveOfTool, type FoamAge, type Surface, type Tool } from '#core/equipment';
import {
  citation,
  firstMistake,
  mistaken,
  outside,
  ownEstimate,
  answer,
  type Outcome,
  type Source,
} from '#core/knowledge';
import {
  about,
  known,
  propagate,
  sample,
  type Banded,
  type Inputs,
  type Spread,
  type Values,
} from '#core/uncertainty';
import { foamStrain } from './foam';
import { ballPressure, deepest, widthAt, type Layer } from './indentation';
import { FLESH, FLESH_SOURCE, MUSCLE_MODULUS, MUSCLE_SOURCE } from './tissue';

// Looked up once: these run tens of thousands of times in a row.
const { exp, max, min, PI, sqrt } = Math;

/**
 * The body beside the tool takes over as it comes down to what the tool lies on: the load is shared by
 * 1 − e^(−gap/settling), metres; our estimate.
 */
const SETTLING = about(0.015, 0.009, 0.025);

/** How far pressure over the area by geometry may be off either way; our estimate. */
const GEOMETRY = about(1, 0.8, 1.25);

export const LAYER_SOURCE = citation(
  'Dimitriadis et al. 2002, Biophysical Journal 82:2798: a ball on a thin layer',
);
export const OUR_CONTACT = ownEstimate(
  'width of the contact by geometry, flesh that locks up, rollers as a row of balls, what the body beside the tool takes',
);

export const PRESSURE_SOURCES: readonly Source[] = [
  LAYER_SOURCE,
  citation('Gent 1958, Rubber Chemistry and Technology 31:896'),
  MUSCLE_SOURCE,
  FLESH_SOURCE,
  OUR_CONTACT,
];

/** What presses on what. Load as newtons on one contact, before the surface takes any of it. */
export interface Pressing {
  tool: Tool;
  surface: Surface;
  flesh: Site['flesh'];
  /** The body may come to rest beside the tool. */
  settles: boolean;
  /** How worn the foam of a roller is; in between when it is not known. */
  foam?: FoamAge | null;
}

/** What happens where the tool meets the skin. SI units. */
export interface Pressed {
  /** On the tool. */
  forceNewtons: number;
  /** What the body beside the tool takes of the load. */
  besideNewtons: number;
  meanPascals: number;
  /** Radius of a round contact, half-width of a roller’s. */
  radiusMetres: number;
  /** How deep the flesh is pushed in. */
  depthMetres: number;
  /** How much the tool gives, and how far it sinks into the surface. */
  giveMetres: number;
  sinkMetres: number;
}

/** A tool pressed on a surface; whether the body can rest beside it follows from both. */
export const pressingOn = (
  tool: Tool,
  surface: Surface,
  flesh: Site['flesh'],
  foam: FoamAge | null = null,
): Pressing => ({
  tool,
  surface,
  flesh,
  settles: surface.bearsTheBody && tool.drive === 'body',
  foam,
});

/** The uncertain inputs of the contact alone. */
export function contactInputs({ tool, surface, flesh, settles, foam }: Pressing): Inputs {
  return {
    muscle: MUSCLE_MODULUS,
    thickness: FLESH[flesh].thickness,
    geometry: GEOMETRY,
    ...giveOfTool(tool, foam ?? null),
    ...(surface.gives ? { surface: surface.gives.newtonsPerMillimetre } : {}),
    ...(settles ? { settling: SETTLING } : {}),
  };
}

/** A tool pushed in so far: what it takes to hold it there. */
interface Pushed {
  /** On the tool, newtons, and what presses beside a ball that is squeezed flat. */
  force: number;
  spilled: number;
  pascals: number;
  width: number;
  /** Everything that has come together above the surface, metres. */
  approach: number;
}

/** How softly a tool reaches the pressure it is as stiff as; our choice. */
const SOFTLY = 1.7;

/**
 * What a tool gives: it presses no harder than it is stiff, 1/p^n = 1/p̄^n + 1/p₀^n, and carries at most that over
 * πR²; the flesh around it takes the rest. `own` in pascals.
 */
function yielding(rigid: Pushed, radius: number, own: number): Pushed {
  const pascals = (rigid.pascals ** -SOFTLY + own ** -SOFTLY) ** (-1 / SOFTLY);
  const force = min(rigid.force, pascals * PI * radius * radius);
  const behind = radius - sqrt(max(0, radius * radius - force / (PI * own)));
  return {
    force,
    spilled: rigid.force - force,
    pascals,
    width: sqrt(force / (PI * pascals)),
    approach: rigid.approach + behind,
  };
}

/**
 * The pressure a solid is as stiff as: Hertz’s mean when a ball is squeezed until the contact is half as wide as
 * the ball, (4/3π) E* a/R with a = R/2. Share of its Young’s modulus.
 */
const SOLID_SHARE = 0.283;

/** What it takes to push a tool this deep into the flesh, `depth` in metres and above 0. */
function pushedTo(pressing: Pressing, values: Values<Inputs>, layer: Layer, depth: number): Pushed {
  const { face } = pressing.tool;
  const radius = face.radiusMillimetres / 1000;
  const pascals = ballPressure(layer, radius, depth);
  // Foam that gives lets a roller lie on more flesh without going deeper.
  const give = values.foamModulus
    ? foamStrain(pascals, values.foamModulus) * (values.foamMetres ?? 0)
    : 0;
  const width = widthAt(radius, depth + give);
  if (face.kind === 'cylinder') {
    const length = min(face.lengthMillimetres, FLESH[pressing.flesh].rollerMillimetres) / 1000;
    const force = pascals * 2 * width * length;
    return { force, spilled: 0, pascals, width, approach: depth + give };
  }
  const force = pascals * PI * width * width;
  const rigid = { force, spilled: 0, pascals, width, approach: depth };
  const own = values.airPascals ?? (values.toolModulus ?? 0) * SOLID_SHARE;
  return own > 0 ? yielding(rigid, radius, own) : rigid;
}

const layerOf = (values: Values<Inputs>): Layer => ({
  modulus: values.muscle ?? 0,
  thickness: values.thickness ?? 0,
});

/** How far a tool sinks into what it lies on: t (1 − e^(−F/kt)), a mat that bottoms out; metres. */
function sinkOf({ surface }: Pressing, values: Values<Inputs>, force: number): number {
  if (!surface.gives) return 0;
  const thick = surface.gives.millimetres;
  return (thick * (1 - exp(-force / ((values.surface ?? 1) * thick)))) / 1000;
}

/** What the whole load must be for a tool to be pushed in so far, newtons. */
function loadFor(pressing: Pressing, values: Values<Inputs>, pushed: Pushed): number {
  const load = pushed.force + pushed.spilled;
  if (!pressing.settles) return load;
  const sink = sinkOf(pressing, values, pushed.force);
  const gap = pressing.tool.proudMillimetres / 1000 - pushed.approach - sink;
  const share = 1 - exp(-max(0, gap) / (values.settling ?? SETTLING.likely));
  return share > 0 ? load / share : Infinity;
}

/** To a ten-thousandth of a millimetre. */
const HALVINGS = 20;

/** The depth at which something that grows with depth reaches a value; metres. */
function depthWhere(layer: Layer, reaches: (depth: number) => boolean): number {
  let low = 0;
  let high = deepest(layer);
  for (let step = 0; step < HALVINGS; step += 1) {
    const depth = (low + high) / 2;
    if (reaches(depth)) high = depth;
    else low = depth;
  }
  return high;
}

const NOTHING: Pressed = {
  forceNewtons: 0,
  besideNewtons: 0,
  meanPascals: 0,
  radiusMetres: 0,
  depthMetres: 0,
  giveMetres: 0,
  sinkMetres: 0,
};

/** The depth a rigid tool of the same shape would reach under a load; metres. */
const rigidDepth = (
  pressing: Pressing,
  values: Values<Inputs>,
  layer: Layer,
  load: number,
): number =>
  depthWhere(
    layer,
    (depth) => loadFor(pressing, values, pushedTo(pressing, values, layer, depth)) >= load,
  );

/** Mean pressure under a load alone, pascals: what ladders and draws ask for tens of thousands of times. */
export function meanWith(pressing: Pressing, values: Values<Inputs>, load: number): number {
  if (load <= 0) return 0;
  const layer = layerOf(values);
  const at = rigidDepth(pressing, values, layer, load);
  return pushedTo(pressing, values, layer, at).pascals * (values.geometry ?? 1);
}

/** What a load does at the skin, and what of it the body beside the tool takes; newtons. */
export function pressWith(pressing: Pressing, values: Values<Inputs>, load: number): Pressed {
  if (load <= 0) return NOTHING;
  const layer = layerOf(values);
  const at = rigidDepth(pressing, values, layer, load);
  const { force, pascals, width, approach } = pushedTo(pressing, values, layer, at);
  const radius = pressing.tool.face.radiusMillimetres / 1000;
  // A ball that gives presses less deep than a rigid one under the same load: as deep as its pressure goes.
  const depth =
    pressing.tool.face.kind === 'sphere'
      ? depthWhere(layer, (one) => ballPressure(layer, radius, one) >= pascals)
      : at;
  return {
    forceNewtons: force,
    besideNewtons: max(0, load - force),
    meanPascals: pascals * (values.geometry ?? 1),
    radiusMetres: width,
    depthMetres: depth,
    giveMetres: approach - depth,
    sinkMetres: sinkOf(pressing, values, force),
  };
}

/** The figures of a contact, each with its band. Kilopascals, millimetres, newtons. */
export interface PressureBands {
  /** Mean over the contact. */
  kilopascals: Banded;
  radiusMillimetres: Banded;
  depthMillimetres: Banded;
  forceNewtons: Banded;
  besideNewtons: Banded;
}

/** Those figures of a load that is itself a figure of the inputs. */
export function pressureBands(
  inputs: Inputs,
  press: (values: Values<Inputs>) => Pressed,
): PressureBands {
  const band = (pick: (pressed: Pressed) => number): Banded =>
    propagate(inputs, (values) => pick(press(values)));
  return {
    kilopascals: band(({ meanPascals }) => meanPascals / 1000),
    radiusMillimetres: band(({ radiusMetres }) => radiusMetres * 1000),
    depthMillimetres: band(({ depthMetres }) => depthMetres * 1000),
    forceNewtons: band(({ forceNewtons }) => forceNewtons),
    besideNewtons: band(({ besideNewtons }) => besideNewtons),
  };
}

export const LOAD_BOUNDS = { name: 'The load', least: 0, most: 2500, unit: 'N' } as const;

/**
 * Pressure of a tool on flesh at a given load, with the band its uncertain inputs leave.
 *
 * @returns bands, or the sentence that says which input cannot be
 */
export function pressureAt(pressing: Pressing, loadNewtons: number): Outcome<PressureBands> {
  const { face } = pressing.tool;
  const bad = firstMistake(
    outside('load', loadNewtons, LOAD_BOUNDS),
    outside('radius', face.radiusMillimetres, {
      name: 'The radius of the tool',
      least: 1,
      most: 300,
      unit: 'mm',
    }),
  );
  if (bad) return bad;
  if (face.kind === 'cylinder' && !(face.lengthMillimetres > 0)) {
    return mistaken('out of range', 'length', 'A roller needs a length above 0 mm.');
  }
  const inputs = { ...contactInputs(pressing), load: known(loadNewtons) };
  return answer(
    pressureBands(inputs, (values) => pressWith(pressing, values, values.load ?? loadNewtons)),
  );
}

/** Mean pressure at a given load by random draws of everything else, kilopascals. */
export function samplePressureAt(
  pressing: Pressing,
  loadNewtons: number,
  chance: () => number,
  draws?: number,
): Spread {
  const inputs = { ...contactInputs(pressing), load: known(loadNewtons) };
  return sample(inputs, (values) => meanWith(pressing, values, values.load) / 1000, chance, draws);
}
