import { SENSITIVITY, WORKABLE_SITES } from '#core/anatomy';
import { TOOLS, type Tool } from '#core/equipment';
import { feetForLean, heightOfSite, newtons, type Body } from '#core/loading';
import type { Inputs, Values } from '#core/uncertainty';
import { calibrate, ladderOf, setupKey, type Setup } from './index';
import { setupsFor } from './ladder';
import { contactInputs, pressWith, type Pressing } from './press';
import { modelSetup } from './setup';
import { FLESH } from './tissue';

/** Bodies of 45 to 120 kg. */
const BODIES: readonly Body[] = [
  { massKilograms: 45, statureMetres: 1.52 },
  { massKilograms: 58, statureMetres: 1.66 },
  { massKilograms: 70, statureMetres: 1.72 },
  { massKilograms: 92, statureMetres: 1.83 },
  { massKilograms: 120, statureMetres: 1.93 },
];
const USUAL = 2;

const likely = (inputs: Inputs): Values<Inputs> =>
  Object.fromEntries(Object.entries(inputs).map(([name, one]) => [name, one.likely]));
const isRigid = ({ stuff }: Tool) => stuff.kind === 'shore A' || stuff.kind === 'modulus';

/** Every setup of every site, and what it does to every body at the likeliest inputs. */
const ALL = WORKABLE_SITES.flatMap((site) =>
  setupsFor(site, { tools: null, places: null }).map((setup) => {
    const bodies = BODIES.map((body) => {
      const { load, pressing, inputs } = modelSetup(setup, body);
      const values = likely(inputs);
      const newtonsOnIt = load.force(values);
      const at = (share: number) => pressWith(pressing, values, share * newtonsOnIt);
      return { body, pressing, values, load: newtonsOnIt, pressed: at(1), half: at(0.5) };
    });
    return { site, setup, bodies, name: `${site.id} ${setupKey(setup)}` };
  }),
);
type One = (typeof ALL)[number];
const pressure = (one: One, body = USUAL) => one.bodies[body]?.pressed.meanPascals ?? NaN;

/** Names of those of which something does not hold: the list ought to be empty. */
const not = (holds: (one: One, body: One['bodies'][number]) => boolean): string[] =>
  ALL.flatMap((one) =>
    one.bodies
      .filter((body) => !holds(one, body))
      .map(({ body }) => `${one.name}, ${body.massKilograms} kg`),
  );

const SITES_SEEN = new Set(ALL.map(({ site }) => site.id));
const twinsOf = (one: One, differ: (here: Setup, there: Setup) => boolean): One[] =>
  ALL.filter((other) => other.site.id === one.site.id && differ(one.setup, other.setup));

describe('over all setups and bodies of 45 to 120 kg', () => {
  it('looks at all there is', () => {
    expect(ALL.length).toBeGreaterThan(700);
    expect(SITES_SEEN.size).toBe(WORKABLE_SITES.length);
  });

  it('a contact is never wider than the tool, nor deeper than the flesh', () => {
    expect(
      not(
        ({ setup: { tool }, site }, { pressed }) =>
          pressed.radiusMetres <= tool.face.radiusMillimetres / 1000 + 1e-9 &&
          pressed.depthMetres < FLESH[site.flesh].thickness.likely &&
          pressed.depthMetres > 0,
      ),
    ).toEqual([]);
  });

  it('the tool and the body beside it carry the whole load between them', () => {
    expect(
      not(
        (_, { pressed, load }) =>
          Math.abs(pressed.forceNewtons + pressed.besideNewtons - load) < load * 1e-3 &&
          pressed.forceNewtons > 0 &&
          pressed.besideNewtons >= 0,
      ),
    ).toEqual([]);
  });

  it('pressure rises with load: a doubled one gives at least 1.2 times, but where a mattress swallows the tool', () => {
    expect(
      not(({ setup: { surface } }, { pressed, half }) => {
        const least = surface.id === 'mattress' ? 1.02 : 1.2;
        return pressed.meanPascals >= least * half.meanPascals;
      }),
    ).toEqual([]);
  });

  it('on thick flesh a doubled load gives 1.5 to 2.1 times under a tool that does not give', () => {
    expect(
      not(({ site, setup: { tool } }, { pressed, half, pressing }) => {
        if (site.flesh !== 'thick' || !isRigid(tool) || pressing.settles) return true;
        const ratio = pressed.meanPascals / half.meanPascals;
        return ratio >= 1.5 && ratio <= 2.1;
      }),
    ).toEqual([]);
  });

  it('half the radius at the same load gives at least 1.4 times, and 1.8 on thick flesh from 100 N', () => {
    expect(
      not(({ site, setup: { tool } }, { pressing, values, load, pressed }) => {
        const { face } = tool;
        const half = {
          ...pressing,
          settles: false,
          tool: { ...tool, face: { ...face, radiusMillimetres: face.radiusMillimetres / 2 } },
        };
        const whole = { ...pressing, settles: false };
        const ratio =
          pressWith(half, values, load).meanPascals / pressWith(whole, values, load).meanPascals;
        // A ball that gives is no smaller for its air: it keeps to its own pressure.
        if (!isRigid(tool)) return ratio >= 1 && pressed.meanPascals > 0;
        // A roller spreads its load along its length.
        const isBall = face.kind === 'sphere';
        return ratio >= (site.flesh === 'thick' && isBall && load >= 100 ? 1.8 : 1.4);
      }),
    ).toEqual([]);
  });

  it('at a wall the usual lean is no more than lying or sitting with the same tool', () => {
    const floors = ['hard-floor', 'mat'];
    const bad = ALL.filter(
      ({ setup }) => setup.surface.id === 'wall' && setup.adjustment.does === 'usual',
    ).flatMap((wall) =>
      twinsOf(
        wall,
        (here, there) =>
          there.tool.id === here.tool.id &&
          floors.includes(there.surface.id) &&
          there.adjustment.does === 'usual',
      ).flatMap((floor) =>
        BODIES.flatMap(({ massKilograms }, body) =>
          pressure(wall, body) <= pressure(floor, body)
            ? []
            : [`${wall.name} / ${floor.name}, ${massKilograms}`],
        ),
      ),
    );
    expect(bad).toEqual([]);
  });

  it('hips on the wall are less than off it, and feet far more; held back, let sink, legs added rise', () => {
    const order = ['less', 'usual', 'more'];
    const bad = ALL.flatMap((one) =>
      twinsOf(
        one,
        (here, there) =>
          there.tool.id === here.tool.id &&
          there.posture.id === here.posture.id &&
          there.surface.id === here.surface.id &&
          order.indexOf(here.adjustment.does) < order.indexOf(there.adjustment.does),
      ).flatMap((firmer) =>
        BODIES.flatMap((_, body) =>
          pressure(one, body) < pressure(firmer, body) ? [] : [`${one.name} / ${firmer.name}`],
        ),
      ),
    );
    expect(bad).toEqual([]);
  });

  it('the low back leans with the hips on the wall, the blades with the hips off', () => {
    const leans = ALL.filter(({ setup }) => setup.posture.id === 'wall-back');
    const hips = (id: string) =>
      leans
        .filter(({ site, setup }) => site.id === id && setup.adjustment.does === 'usual')
        .map(({ setup }) => setup.adjustment.hips ?? 'off');
    expect(new Set([...hips('low-back-lanes'), ...hips('side-low-back')])).toEqual(new Set(['on']));
    expect(new Set([...hips('between-blades'), ...hips('mid-back-lanes')])).toEqual(
      new Set(['off']),
    );
  });

  it('a body of 120 kg presses at least 1.5 times as hard lying on floor or mat as one of 50', () => {
    const lying = ALL.filter(({ setup }) => setup.posture.load.kind === 'lie');
    const at = ({ setup }: One, massKilograms: number) => {
      const { press, inputs } = modelSetup(setup, { massKilograms, statureMetres: 1.72 });
      return press(likely(inputs)).meanPascals;
    };
    const bad = lying.filter((one) => {
      if (one.setup.tool.drive !== 'body') return false;
      const ratio = at(one, 120) / at(one, 50);
      return one.setup.surface.id === 'mattress' ? ratio <= 1 : ratio < 1.5;
    });
    expect(bad.map(({ name }) => name)).toEqual([]);
  });

  it('two balls share the load everywhere, at the wall too', () => {
    const bad = ALL.filter(({ setup }) => setup.tool.id === 'double-ball').flatMap((two) =>
      twinsOf(
        two,
        (here, there) =>
          there.tool.id === 'tennis-ball' &&
          there.posture.id === here.posture.id &&
          there.surface.id === here.surface.id &&
          there.adjustment.id === here.adjustment.id,
      )
        .filter((one) => !(pressure(two) < pressure(one)))
        .map((one) => `${two.name} / ${one.name}`),
    );
    expect(bad).toEqual([]);
  });

  it('no ready-made lean presses on the wall with more than 0.35 of body weight', () => {
    for (const { site, setup } of ALL) {
      if (setup.posture.load.kind !== 'lean' || setup.tool.drive !== 'body') continue;
      for (const { statureMetres } of BODIES) {
        const most = feetForLean(0.35, heightOfSite(site.id), statureMetres);
        const { assumptions } = modelSetup(setup, { massKilograms: 70, statureMetres }).load;
        const feet = Number(/feet stand (\d+) cm/.exec(assumptions.join(' '))?.[1]) / 100;
        expect([site.id, feet <= most + 0.005]).toEqual([site.id, true]);
      }
    }
  });

  it('every site has a rung at or below its ceiling before anything was rated', () => {
    for (const site of WORKABLE_SITES) {
      const [first] = site.setups;
      if (!first) continue;
      const rungs = ladderOf(
        site,
        first,
        { tools: null, places: null },
        { massKilograms: 70, statureMetres: 1.72 },
        calibrate([], site.sensitivity),
      );
      const gentlest = rungs[0]?.grade.value ?? NaN;
      const { ceilingGrade } = SENSITIVITY[site.sensitivity];
      expect([site.id, gentlest <= ceilingGrade]).toEqual([site.id, true]);
    }
  });
});

describe('a tool by itself, on every flesh and from 10 to 600 N', () => {
  const LOADS = [10, 20, 40, 80, 120, 200, 300, 450, 600];
  const at = (tool: Tool, flesh: Pressing['flesh'], surface: Pressing['surface'], load: number) => {
    const pressing = { tool, surface, flesh, settles: false };
    return pressWith(pressing, likely(contactInputs(pressing)), load);
  };
  const FLESHES = Object.keys(FLESH) as Pressing['flesh'][];
  const wall = ALL[0]?.setup.surface;
  const tool = (id: string): Tool => {
    const found = TOOLS.find((one) => one.id === id);
    if (!found || !wall) throw new RangeError(id);
    return found;
  };
  const mean = (id: string, flesh: Pressing['flesh'], load: number) =>
    at(tool(id), flesh, wall as Pressing['surface'], load).meanPascals;

  it('pressure never falls when load rises', () => {
    for (const { id } of TOOLS) {
      for (const flesh of FLESHES) {
        const means = LOADS.map((load) => mean(id, flesh, load));
        expect([id, flesh, means]).toEqual([id, flesh, [...means].sort((a, b) => a - b)]);
      }
    }
  });

  it('rises with hardness: the same ball harder never presses less', () => {
    const ball = tool('firm-ball');
    for (const flesh of FLESHES) {
      for (const load of LOADS) {
        const means = [10, 30, 50, 70, 90].map(
          (value) =>
            at(
              { ...ball, stuff: { kind: 'shore A', value } },
              flesh,
              wall as Pressing['surface'],
              load,
            ).meanPascals,
        );
        expect(means).toEqual([...means].sort((a, b) => a - b));
        expect(means.at(-1)).toBeGreaterThan(means[0] ?? 0);
      }
    }
  });

  it('an air-filled ball presses no harder than it is stiff and carries at most that over πR²', () => {
    for (const one of TOOLS) {
      if (one.stuff.kind !== 'air') continue;
      const own = one.stuff.kilopascals * 1000;
      const radius = one.face.radiusMillimetres / 1000;
      for (const flesh of FLESHES) {
        for (const load of LOADS) {
          const pressed = at(one, flesh, wall as Pressing['surface'], load);
          expect(pressed.meanPascals).toBeLessThan(own);
          expect(pressed.forceNewtons).toBeLessThanOrEqual(own * Math.PI * radius ** 2);
          expect(pressed.forceNewtons + pressed.besideNewtons).toBeCloseTo(load, 1);
        }
      }
    }
  });

  it('the firm training ball is above the tennis ball where that is near its limit, else a tenth below at most', () => {
    for (const flesh of FLESHES) {
      for (const load of LOADS) {
        const tennis = mean('tennis-ball', flesh, load);
        const firm = mean('soft-baseball', flesh, load);
        // Near its limit: two thirds of the pressure of the air in it.
        const least = tennis > (2 / 3) * 125_000 ? 1 : 0.9;
        expect([flesh, load, firm / tennis >= least]).toEqual([flesh, load, true]);
      }
    }
  });

  it('a roller presses harder as its foam wears', () => {
    const roller = tool('foam-roller');
    for (const flesh of FLESHES) {
      for (const load of LOADS) {
        const [fresh, used, worn] = (['new', 'used', 'worn'] as const).map((foam) => {
          const pressing = {
            tool: roller,
            surface: wall as Pressing['surface'],
            flesh,
            settles: false,
            foam,
          };
          return pressWith(pressing, likely(contactInputs(pressing)), load).meanPascals;
        });
        expect(fresh).toBeLessThan(used ?? 0);
        expect(used).toBeLessThan(worn ?? 0);
      }
    }
  });

  it('under a whole body nothing is lost: 120 kg stay within what flesh bears in the model', () => {
    for (const flesh of FLESHES) {
      const pressed = at(tool('golf-ball'), flesh, wall as Pressing['surface'], newtons(120));
      expect(Number.isFinite(pressed.meanPascals)).toBe(true);
      expect(pressed.depthMetres).toBeLessThan(0.85 * FLESH[flesh].thickness.likely);
    }
  });
});
