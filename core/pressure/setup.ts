import { findSite, type Site } from '#core/anatomy';
import { findSurface, findTool } from '#core/equipment';
import { answer, mistaken, type Outcome, type Source } from '#core/knowledge';
import {
  adjustmentFor,
  findPosture,
  kilogramsForce,
  modelLoad,
  type Body,
  type LoadedSetup,
  type LoadModelled,
} from '#core/loading';
import {
  propagate,
  sample,
  type Banded,
  type Inputs,
  type Spread,
  type Values,
} from '#core/uncertainty';
import {
  contactInputs,
  meanWith,
  pressureBands,
  PRESSURE_SOURCES,
  pressWith,
  type Pressed,
  type Pressing,
} from './press';

/** A way to press a site, by ids: what a routine line holds. Null takes what is usual for the posture. */
export interface SetupIds {
  toolId: string;
  positionId: string;
  surfaceId?: string | null;
  adjustmentId?: string | null;
}

/** A setup with everything it names. */
export interface Setup extends LoadedSetup {
  site: Site;
}

/** Looks the ids of a setup up. */
export function setupOf(siteId: string, ids: SetupIds): Outcome<Setup> {
  const site = findSite(siteId);
  if (!site) return mistaken('unknown', 'site', `“${siteId}” is not a site this edition knows.`);
  const tool = findTool(ids.toolId);
  if (!tool)
    return mistaken('unknown', 'tool', `“${ids.toolId}” is not a tool this edition knows.`);
  const posture = findPosture(ids.positionId);
  if (!posture) {
    return mistaken(
      'unknown',
      'posture',
      `“${ids.positionId}” is not a posture this edition knows.`,
    );
  }
  const surface = findSurface(ids.surfaceId ?? posture.surfaces[0] ?? '');
  if (!surface) {
    return mistaken(
      'unknown',
      'surface',
      `“${ids.surfaceId ?? ''}” is not a surface this edition knows.`,
    );
  }
  if (!posture.surfaces.includes(surface.id)) {
    return mistaken('does not fit', 'surface', `${posture.name} is not done on a ${surface.name}.`);
  }
  const wanted = ids.adjustmentId ?? null;
  const adjustment = adjustmentFor(site.id, tool, posture, wanted);
  if (!adjustment) {
    return wanted === null
      ? mistaken('does not fit', 'posture', `${tool.name} is not used ${posture.name}.`)
      : mistaken(
          'unknown',
          'adjustment',
          `“${wanted}” is not a way to press less or more with ${tool.name}, ${posture.name}.`,
        );
  }
  return answer({ site, tool, posture, surface, adjustment });
}

/** A setup’s load and pressure: the figures with their bands, and where they come from. */
export interface SetupPressure {
  /** On the tool, and what the body beside it takes. */
  loadKilograms: Banded;
  besideKilograms: Banded;
  /** Mean over the contact. */
  kilopascals: Banded;
  depthMillimetres: Banded;
  radiusMillimetres: Banded;
  load: LoadModelled;
  sources: readonly Source[];
}

/** The inputs of load and contact together, and the contact they lead to. */
export function modelSetup(setup: Setup, body: Body) {
  const load = modelLoad(setup, body);
  const { tool, surface, site } = setup;
  const pressing: Pressing = { tool, surface, flesh: site.flesh, settles: load.settles };
  const inputs: Inputs = { ...load.inputs, ...contactInputs(pressing) };
  const press = (values: Values<Inputs>): Pressed =>
    pressWith(pressing, values, load.force(values));
  const mean = (values: Values<Inputs>): number => meanWith(pressing, values, load.force(values));
  return { load, pressing, inputs, press, mean };
}

/** Whether the body can press with a setup at all: lying on something, no load comes on what does not rest on it. */
export function presses(setup: Setup, body: Body): boolean {
  const { load } = modelSetup(setup, body);
  const likely = Object.fromEntries(
    Object.entries(load.inputs).map(([name, one]) => [name, one.likely]),
  );
  const newtons = load.force(likely);
  return Number.isFinite(newtons) && newtons > 0;
}

const inKilograms = ({ value, low, high }: Banded): Banded => ({
  value: kilogramsForce(value),
  low: kilogramsForce(low),
  high: kilogramsForce(high),
});

/** Load, pressure, depth and width of a setup for a body, each with its band. */
export function setupPressure(setup: Setup, body: Body): SetupPressure {
  const { load, inputs, press } = modelSetup(setup, body);
  const { forceNewtons, besideNewtons, ...rest } = pressureBands(inputs, press);
  return {
    loadKilograms: inKilograms(forceNewtons),
    besideKilograms: inKilograms(besideNewtons),
    ...rest,
    load,
    sources: [...load.sources, ...PRESSURE_SOURCES],
  };
}

/** Mean pressure of a setup alone, kilopascals with its band: what a ladder is ordered by. */
export function setupMean(setup: Setup, body: Body): Banded {
  const { inputs, mean } = modelSetup(setup, body);
  return propagate(inputs, (values) => mean(values) / 1000);
}

/** Mean pressure of a setup by random draws of all its inputs at once, kilopascals. */
export function samplePressure(
  setup: Setup,
  body: Body,
  chance: () => number,
  draws?: number,
): Spread {
  const { inputs, mean } = modelSetup(setup, body);
  return sample(inputs, (values) => mean(values) / 1000, chance, draws);
}
