import { findSite, type Site } from '#core/anatomy';
import {
  findSurface,
  findTool,
  FOAM_AGES,
  SURFACE_IDS,
  surfaceIdSchema,
  type SurfaceId,
} from '#core/equipment';
import { answer, mistaken, type Outcome } from '#core/knowledge';
import {
  bodyOf,
  feetOf,
  heightOfSite,
  kilogramsForce,
  modelLoad,
  newtons,
  USUAL_BODY,
  type Body,
} from '#core/loading';
import {
  calibrate,
  CALIBRATION_SOURCE,
  explainPressure,
  ladderOf,
  nextRung,
  pressingOn,
  pressureAt,
  PRESSURE_SOURCES,
  samplePressureAt,
  scaleKilograms,
  setupKey,
  setupOf,
  setupMean,
  setupPressure,
  type Setup,
} from '#core/pressure';
import { DRAWS, propagate, seeded } from '#core/uncertainty';
import {
  bandOf,
  choiceOf,
  figures,
  listOf,
  numberOf,
  sourcesOf,
  wordOf,
  type Command,
  type Given,
  type Option,
} from './ask';

const BODY: Record<string, Option> = {
  mass: { says: 'body mass; 70 when not given', takes: 'kg' },
  stature: { says: 'stature; 1.72 when not given', takes: 'm' },
};
const SETUP: Record<string, Option> = {
  site: { says: 'the site’s id, as `ask site --find` shows it', takes: 'id', required: true },
  tool: { says: 'the tool’s id; the site’s gentlest when not given', takes: 'id' },
  posture: { says: 'the posture’s id; the tool’s first at this site when not given', takes: 'id' },
  surface: { says: `what it is pressed against: ${SURFACE_IDS.join(', ')}`, takes: 'id' },
  adjust: { says: 'how weight is taken off or added; `usual` when not given', takes: 'id' },
};
const FLESH = ['thin', 'middling', 'thick'] as const;
const MOST_KILOGRAMS = 250;

function bodyFrom(given: Given): Outcome<Body> {
  const mass = numberOf(given, 'mass', USUAL_BODY.massKilograms);
  if (!mass.ok) return mass;
  const stature = numberOf(given, 'stature', USUAL_BODY.statureMetres);
  return stature.ok ? bodyOf(mass.value, stature.value) : stature;
}

function setupFrom(given: Given): Outcome<Setup> {
  const siteId = wordOf(given, 'site');
  if (!siteId.ok) return siteId;
  const site = findSite(siteId.value);
  if (!site)
    return mistaken('unknown', 'site', `“${siteId.value}” is not a site this edition knows.`);
  const way =
    site.setups.find(
      ({ toolId, positionId }) =>
        (given.tool === undefined || toolId === given.tool) &&
        (given.posture === undefined || positionId === given.posture),
    ) ?? null;
  if (!way && given.tool === undefined && given.posture === undefined) {
    return mistaken('does not fit', 'site', site.redirect?.why ?? 'That site is not worked.');
  }
  const setup = setupOf(site.id, {
    toolId: given.tool ?? way?.toolId ?? '',
    positionId: given.posture ?? way?.positionId ?? '',
    surfaceId: given.surface ?? null,
    adjustmentId: given.adjust ?? null,
  });
  if (!setup.ok) return setup;
  // A part that lies in no weight’s way, as the calf with the back on the ball: no load, no ladder.
  const { posture } = setup.value;
  if (!(setupMean(setup.value, USUAL_BODY).value > 0)) {
    return mistaken(
      'does not fit',
      'posture',
      `${posture.name}: no weight rests on that site there. Choose another posture.`,
    );
  }
  return setup;
}

const named = ({ site, tool, posture, surface, adjustment }: Setup) => ({
  site: site.id,
  tool: tool.id,
  posture: posture.id,
  surface: surface.id,
  adjust: adjustment.id,
});

const load: Command = {
  name: 'load',
  says: 'Force on a tool in a posture, kilograms.',
  options: {
    ...SETUP,
    ...BODY,
    feet: { says: 'feet from below the contact, for a lean', takes: 'm' },
  },
  example:
    'load --site between-blades --tool tennis-ball --posture wall-back --mass 70 --stature 1.75',
  run: (given) => {
    const setup = setupFrom(given);
    if (!setup.ok) return setup;
    const body = bodyFrom(given);
    if (!body.ok) return body;
    const feet = numberOf(given, 'feet', Number.NaN);
    if (!feet.ok) return feet;
    const own: { feetMetres?: number } = {};
    if (given.feet !== undefined) {
      if (setup.value.posture.load.kind !== 'lean') {
        return mistaken('does not fit', 'feet', '--feet is for a lean at a wall.');
      }
      const { statureMetres } = body.value;
      const height = heightOfSite(setup.value.site.id) * statureMetres;
      const stood = feetOf(feet.value, height, body.value);
      if (!stood.ok) return stood;
      own.feetMetres = stood.value;
    }
    const model = modelLoad({ ...setup.value, ...own }, body.value);
    const band = propagate(model.inputs, model.force);
    const kilograms = (value: number) => figures(kilogramsForce(value));
    return answer({
      value: kilograms(band.value),
      unit: 'kg',
      band: { low: kilograms(band.low), high: kilograms(band.high) },
      inputs: { ...named(setup.value), ...body.value, uncertain: model.inputs },
      rule: model.rule,
      source: sourcesOf(model.sources),
      more: {
        newtons: figures(band.value),
        shareOfBodyWeight: figures(kilogramsForce(band.value) / body.value.massKilograms),
        assumptions: model.assumptions,
      },
    });
  },
};

const pressure: Command = {
  name: 'pressure',
  says: 'Mean pressure of a tool on flesh at a load, kilopascals, step by step.',
  options: {
    tool: { says: 'the tool’s id', takes: 'id', required: true },
    load: { says: 'load the body brings', takes: 'kg', required: true },
    surface: { says: `${SURFACE_IDS.join(', ')}; wall when not given`, takes: 'id' },
    flesh: { says: 'thin, middling or thick; thick when not given', takes: 'word' },
    foam: { says: 'how worn a roller’s foam is: new, used or worn', takes: 'word' },
    seed: { says: 'also draw all inputs at random, from this seed', takes: 'number' },
    draws: { says: `how many draws; ${DRAWS} when not given`, takes: 'number' },
  },
  example: 'pressure --tool tennis-ball --load 10 --surface mat --flesh thick --seed 1',
  run: (given) => {
    const toolId = wordOf(given, 'tool');
    if (!toolId.ok) return toolId;
    const tool = findTool(toolId.value);
    if (!tool)
      return mistaken('unknown', 'tool', `“${toolId.value}” is not a tool this edition knows.`);
    const kilograms = numberOf(given, 'load');
    if (!kilograms.ok) return kilograms;
    if (kilograms.value < 0 || kilograms.value > MOST_KILOGRAMS) {
      return mistaken(
        'out of range',
        'load',
        `--load must be between 0 and ${MOST_KILOGRAMS} kg; ${kilograms.value} was given.`,
      );
    }
    const surface = findSurface(given.surface ?? 'wall');
    if (!surface) {
      return mistaken('unknown', 'surface', `--surface is one of: ${SURFACE_IDS.join(', ')}.`);
    }
    const flesh = choiceOf(given, 'flesh', FLESH, 'thick');
    if (!flesh.ok) return flesh;
    const foam =
      given.foam === undefined ? answer(null) : choiceOf(given, 'foam', FOAM_AGES, 'used');
    if (!foam.ok) return foam;
    const pressing = pressingOn(tool, surface, flesh.value, foam.value);
    const force = newtons(kilograms.value) / tool.contacts;
    const outcome = pressureAt(pressing, force);
    if (!outcome.ok) return outcome;
    const { kilopascals, radiusMillimetres, depthMillimetres, besideNewtons } = outcome.value;
    const seed = numberOf(given, 'seed', Number.NaN);
    if (!seed.ok) return seed;
    const draws = numberOf(given, 'draws', DRAWS);
    if (!draws.ok) return draws;
    if (!Number.isInteger(draws.value) || draws.value < 10 || draws.value > 200_000) {
      return mistaken('out of range', 'draws', '--draws must be a whole number from 10 to 200000.');
    }
    const drawn =
      given.seed === undefined
        ? {}
        : { draws: samplePressureAt(pressing, force, seeded(seed.value), draws.value) };
    return answer({
      value: figures(kilopascals.value),
      unit: 'kPa',
      band: bandOf(kilopascals),
      inputs: {
        tool: tool.id,
        loadKilograms: kilograms.value,
        surface: surface.id,
        flesh: flesh.value,
      },
      rule: 'a ball or roller on a layer of flesh over bone; load shared with the body as the tool sinks in',
      source: sourcesOf([...PRESSURE_SOURCES, tool.stuffSource]),
      more: {
        besideNewtons: figures(besideNewtons.value),
        radiusMillimetres: figures(radiusMillimetres.value),
        depthMillimetres: figures(depthMillimetres.value),
        steps: explainPressure(pressing, force).map(
          ({ name, value, low, high, unit, rule, standing }) => ({
            name,
            value: figures(value),
            low: figures(low),
            high: figures(high),
            unit,
            rule,
            standing,
          }),
        ),
        ...drawn,
      },
    });
  },
};

function places(given: Given): Outcome<SurfaceId[] | null> {
  const list = listOf(given, 'places');
  if (!list) return answer(null);
  const known = list.map((id) => surfaceIdSchema.safeParse(id));
  if (known.some(({ success }) => !success)) {
    return mistaken('unknown', 'places', `--places are of: ${SURFACE_IDS.join(', ')}.`);
  }
  return answer(known.flatMap(({ data }) => (data ? [data] : [])));
}

const ladder: Command = {
  name: 'ladder',
  says: 'All ways to press a site, gentlest first, relative to one of them.',
  options: {
    ...SETUP,
    ...BODY,
    tools: { says: 'tools at hand; all when not given', takes: 'id,id' },
    places: { says: 'places at hand; all when not given', takes: 'id,id' },
    rated: { says: 'the client’s own grade at the setup named', takes: '0–10' },
  },
  example:
    'ladder --site side-low-back --tool tennis-ball --posture lying-back --rated 4 --places mat,wall',
  run: (given) => {
    const setup = setupFrom(given);
    if (!setup.ok) return setup;
    const body = bodyFrom(given);
    if (!body.ok) return body;
    const at = places(given);
    if (!at.ok) return at;
    const tools = listOf(given, 'tools');
    const strange = tools?.find((id) => !findTool(id));
    if (strange)
      return mistaken('unknown', 'tools', `“${strange}” is not a tool this edition knows.`);
    const rated = numberOf(given, 'rated', Number.NaN);
    if (!rated.ok) return rated;
    if (given.rated !== undefined && (rated.value < 0 || rated.value > 10)) {
      return mistaken('out of range', 'rated', '--rated must be a grade from 0 to 10.');
    }
    const { site, tool, posture, surface, adjustment } = setup.value;
    const calibration = calibrate(
      given.rated === undefined
        ? []
        : [{ grade: rated.value, kilopascals: setupMean(setup.value, body.value).value }],
      site.sensitivity,
    );
    const ids = {
      toolId: tool.id,
      positionId: posture.id,
      surfaceId: surface.id,
      adjustmentId: adjustment.id,
    };
    const rungs = ladderOf(site, ids, { tools, places: at.value }, body.value, calibration);
    const key = setupKey(setup.value);
    const step = (direction: 'gentler' | 'firmer') => nextRung(rungs, key, direction)?.key ?? null;
    return answer({
      value: rungs.map((rung) => ({
        setup: rung.key,
        ratio: figures(rung.ratio),
        kilopascals: figures(rung.kilopascals.value),
        grade: figures(rung.grade.value),
      })),
      unit: 'ratio to the setup named',
      band: null,
      inputs: { ...named(setup.value), ...body.value, tools, places: at.value, calibration },
      rule: 'mean pressure of every setup at hand, ordered',
      source: sourcesOf([...PRESSURE_SOURCES, CALIBRATION_SOURCE]),
      more: { gentler: step('gentler'), firmer: step('firmer') },
    });
  },
};

const scale: Command = {
  name: 'scale',
  says: 'A grade as kilograms on a household scale with a tool, from one rating.',
  options: {
    ...SETUP,
    ...BODY,
    rated: { says: 'the client’s own grade at the setup named', takes: '0–10', required: true },
    grade: { says: 'the grade to learn', takes: '1–10', required: true },
  },
  example: 'scale --site side-low-back --tool tennis-ball --posture lying-back --rated 4 --grade 3',
  run: (given) => {
    const setup = setupFrom(given);
    if (!setup.ok) return setup;
    const body = bodyFrom(given);
    if (!body.ok) return body;
    const rated = numberOf(given, 'rated');
    if (!rated.ok) return rated;
    const grade = numberOf(given, 'grade');
    if (!grade.ok) return grade;
    for (const [name, value] of [
      ['rated', rated.value],
      ['grade', grade.value],
    ] as const) {
      if (value < 1 || value > 10) {
        return mistaken('out of range', name, `--${name} must be a grade from 1 to 10.`);
      }
    }
    const { kilopascals, ...known } = {
      kilopascals: setupMean(setup.value, body.value).value,
      grade: rated.value,
    };
    const { site } = setup.value;
    const calibration = calibrate([{ ...known, kilopascals }], site.sensitivity);
    const wished = scaleKilograms({
      setup: setup.value,
      body: body.value,
      rated: rated.value,
      grade: grade.value,
      calibration,
    });
    if (!wished.ok) return wished;
    const band = wished.value;
    return answer({
      value: figures(band.value),
      unit: 'kg',
      band: bandOf(band),
      inputs: { ...named(setup.value), ...body.value, rated: rated.value, grade: grade.value },
      rule: 'the load whose pressure, with this tool, would be rated that grade',
      source: sourcesOf([CALIBRATION_SOURCE, ...PRESSURE_SOURCES]),
      more: { kilopascalsWhenRated: figures(kilopascals) },
    });
  },
};

const press: Command = {
  name: 'press',
  says: 'Pressure of a whole setup: posture, tool, surface and body together, kilopascals.',
  options: { ...SETUP, ...BODY },
  example:
    'press --site deep-buttock --tool tennis-ball --posture lying-back --surface mat --mass 82',
  run: (given) => {
    const setup = setupFrom(given);
    if (!setup.ok) return setup;
    const body = bodyFrom(given);
    if (!body.ok) return body;
    const all = setupPressure(setup.value, body.value);
    const flesh: Site['flesh'] = setup.value.site.flesh;
    return answer({
      value: figures(all.kilopascals.value),
      unit: 'kPa',
      band: bandOf(all.kilopascals),
      inputs: { ...named(setup.value), ...body.value, flesh },
      rule: `${all.load.rule}; then a ball or roller on a layer of flesh over bone`,
      source: sourcesOf(all.sources),
      more: {
        loadKilograms: { value: figures(all.loadKilograms.value), ...bandOf(all.loadKilograms) },
        depthMillimetres: {
          value: figures(all.depthMillimetres.value),
          ...bandOf(all.depthMillimetres),
        },
        assumptions: all.load.assumptions,
      },
    });
  },
};

export const MECHANICS: readonly Command[] = [load, pressure, press, ladder, scale];
