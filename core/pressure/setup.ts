import { findSite, type Site } from '#core/anatomy';
import { findSurface, findTool } from '#core/equipment';
import { answer, mistaken, type Outcome, type Source } from '#core/knowledge';
import {
  adjustmentFor,
  findPosture,
  GRAVITY,
  modelLoad,
  type Body,
  type LoadedSetup,
  type LoadModelled,
} from '#core/loading';
import { propagate, sample, type Banded, type Inputs, type Spread } from '#core/uncertainty';
import { contactInputs, PRESSURE_SOURCES, pressWith, type Pressed, type Pressing } from './press';

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
  const adjustment = adjustmentFor(tool, posture, ids.adjustmentId ?? null);
  if (!adjustment) {
    return mistaken('does not fit', 'posture', `${tool.name} is not used ${posture.name}.`);
  }
  return answer({ site, tool, posture, surface, adjustment });
}

/** A setup’s load and pressure: the figures with their bands, and where they come from. */
export interface SetupPressure {
  loadKilograms: Banded;
  peakKilopascals: Banded;
  meanKilopascals: Banded;
  depthMillimetres: Banded;
  radiusMillimetres: Banded;
  load: LoadModelled;
  sources: readonly Source[];
}

function pressingOf(setup: Setup, load: LoadModelled): Pressing {
  const { tool, surface, site } = setup;
  return { tool, surface, flesh: site.flesh, settles: load.settles };
}

/** The inputs of load and contact together, and the contact they lead to. */
export function modelSetup(setup: Setup, body: Body) {
  const load = modelLoad(setup, body);
  const pressing = pressingOf(setup, load);
  const inputs: Inputs = { ...load.inputs, ...contactInputs(pressing) };
  const press = (values: Readonly<Record<string, number>>): Pressed =>
    pressWith(pressing, values, load.force(values));
  return { load, inputs, press };
}

/** Load, pressure, depth and width of a setup for a body, each with its band. */
export function setupPressure(setup: Setup, body: Body): SetupPressure {
  const { load, inputs, press } = modelSetup(setup, body);
  const band = (pick: (pressed: Pressed) => number) =>
    propagate(inputs, (values) => pick(press(values)));
  return {
    loadKilograms: band(({ forceNewtons }) => forceNewtons / GRAVITY),
    peakKilopascals: band(({ peakPascals }) => peakPascals / 1000),
    meanKilopascals: band(({ meanPascals }) => meanPascals / 1000),
    depthMillimetres: band(({ depthMetres }) => depthMetres * 1000),
    radiusMillimetres: band(({ radiusMetres }) => radiusMetres * 1000),
    load,
    sources: [...load.sources, ...PRESSURE_SOURCES],
  };
}

/** Peak pressure of a setup alone, kilopascals with its band: what a ladder is ordered by. */
export function setupPeak(setup: Setup, body: Body): Banded {
  const { inputs, press } = modelSetup(setup, body);
  return propagate(inputs, (values) => press(values).peakPascals / 1000);
}

/** Peak pressure of a setup by random draws of all its inputs at once, kilopascals. */
export function samplePressure(
  setup: Setup,
  body: Body,
  chance: () => number,
  draws?: number,
): Spread {
  const { inputs, press } = modelSetup(setup, body);
  return sample(inputs, (values) => press(values).peakPascals / 1000, chance, draws);
}
