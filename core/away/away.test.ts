import fc from 'fast-check';
import { WORKABLE_SITES } from '#core/anatomy';
import {
  anyMixedRoutine,
  anyScreenAnswer,
  itemFor,
  ladderClient,
  routineWith,
  timed,
} from '#core/examples';
import { findTool, isOwnHand } from '#core/equipment';
import { findPosture, USUAL_BODY } from '#core/loading';
import { setupMean, setupOf } from '#core/pressure';
import {
  checkItem,
  isPress,
  isRefused,
  layOut,
  newItem,
  setupsForMethod,
  type PressItem,
} from '#core/routine';
import { findSite } from '#core/anatomy';
import { screen } from '#core/screening';
import { awayFrom, findKit, KITS, type Kit } from './index';

const [BALL_AND_WALL] = KITS;
if (!BALL_AND_WALL) throw new Error('There are kits.');

const anyKit: fc.Arbitrary<Kit> = fc.oneof(
  fc.constantFrom(...KITS),
  fc.record({
    id: fc.constant('own'),
    name: fc.constant('their own'),
    tools: fc.subarray([
      'tennis-ball',
      'firm-ball',
      'foam-roller',
      'hook-cane',
      'sock-ball',
      'golf-ball',
    ]),
    surfaces: fc.subarray([
      'wall',
      'hard-floor',
      'mat',
      'mattress',
      'chair',
      'table',
      'door-frame',
    ] as const),
    things: fc.subarray(['chair', 'table', 'steady', 'hard-chair', 'glove'] as const),
    standing: fc.boolean(),
    bareFeet: fc.boolean(),
    still: fc.boolean(),
  }),
);

/** A line as it comes from the bench, by any method and any way of the table. */
const anyPress: fc.Arbitrary<PressItem> = fc
  .record({
    site: fc.constantFrom(...WORKABLE_SITES),
    way: fc.nat({ max: 30 }),
    grade: fc.integer({ min: 1, max: 5 }),
    points: fc.integer({ min: 1, max: 2 }),
  })
  .map(({ site, way, grade, points }) => {
    const item = newItem(site, 'line', 'left');
    const setups = setupsForMethod(site, item.dose.method);
    const { toolId, positionId } = setups[way % setups.length] ?? item;
    return { ...item, toolId, positionId, grade, points };
  });

const pressureOf = (item: PressItem) => {
  const setup = setupOf(item.siteId, item);
  if (!setup.ok) throw new Error(setup.mistake.says);
  return setupMean(setup.value, USUAL_BODY);
};

describe('a routine away from home', () => {
  it('crosses no rule in ten thousand cases: at hand, allowed for this body, no firmer, the same seconds', () => {
    let inPlace = 0;
    fc.assert(
      fc.property(
        anyPress,
        anyKit,
        fc.array(anyScreenAnswer, { maxLength: 3 }),
        (item, kit, answers) => {
          const screening = screen(answers);
          const client = ladderClient({ screening });
          const [line] = awayFrom({ items: [item] }, kit, client).lines;
          if (!line || line.is === 'left out') {
            expect(line?.why).toMatch(/\.$/);
            return;
          }
          const { as } = line;
          if (!isPress(as)) throw new Error('A press stays one.');
          inPlace += Number(line.is === 'instead');
          const tool = findTool(as.toolId);
          const site = findSite(as.siteId);
          if (!tool || !site) throw new Error('It is of the tables.');
          expect(isOwnHand(tool) || kit.tools.includes(tool.id)).toBe(true);
          const posture = findPosture(as.positionId);
          // One sits down anywhere to press by hand.
          const sits = posture?.where === 'chair' && tool.drive !== 'body';
          expect(sits || posture?.surfaces.some((id) => kit.surfaces.includes(id))).toBe(true);
          if (posture?.where === 'wall') expect(kit.standing).toBe(true);
          expect(isRefused(as, client)).toBe(false);
          expect(
            checkItem(as, site, screening).filter(({ verdict }) => verdict === 'refuse'),
          ).toEqual([]);
          expect([
            as.dose,
            as.sides,
            as.together,
            as.points,
            as.extraPoints,
            as.repetitions,
            as.grade,
          ]).toEqual([
            item.dose,
            item.sides,
            item.together,
            item.points,
            item.extraPoints,
            item.repetitions,
            item.grade,
          ]);
          const work = (one: PressItem) =>
            layOut({ items: [one] }).blocks.map(({ seconds }) => seconds);
          expect(work(as)).toEqual(work(item));
          if (line.is === 'instead') {
            const [own, other] = [pressureOf(item), pressureOf(as)];
            expect(other.value).toBeLessThanOrEqual(own.value * (1 + 1e-6));
            expect(other.high).toBeLessThanOrEqual(own.high * (1 + 1e-6));
          }
        },
      ),
      { numRuns: 10_000 },
    );
    expect(inPlace).toBeGreaterThan(500);
  }, 120_000);

  it('takes the firmest of what presses no harder', () => {
    fc.assert(
      fc.property(anyPress, fc.constantFrom(...KITS), (item, kit) => {
        const client = ladderClient();
        const [line] = awayFrom({ items: [item] }, kit, client).lines;
        if (line?.is !== 'instead') return;
        // With more at hand it comes no further from what is done at home.
        const more = { ...kit, tools: [...kit.tools, 'large-ball', 'racquet-ball'] };
        const [richer] = awayFrom({ items: [item] }, more, client).lines;
        expect(richer?.is).not.toBe('left out');
        if (richer?.is === 'instead')
          expect(richer.pressureShare).toBeGreaterThanOrEqual(line.pressureShare - 1e-9);
      }),
      { numRuns: 400 },
    );
  });

  it('answers every line once, keeps the order, and leaves what it does not touch', () => {
    fc.assert(
      fc.property(anyMixedRoutine, anyKit, (routine, kit) => {
        const { lines, items } = awayFrom(routine, kit, ladderClient());
        expect(lines.map(({ item }) => item.id)).toEqual(routine.items.map(({ id }) => id));
        const ids = routine.items.map(({ id }) => id);
        expect(items.map(({ id }) => ids.indexOf(id))).toEqual(
          items.map(({ id }) => ids.indexOf(id)).toSorted((a, b) => a - b),
        );
        for (const line of lines) if (line.is === 'same') expect(line.as).toBe(line.item);
      }),
      { numRuns: 400 },
    );
  });

  it('is what a therapist would give with one ball and a wall', () => {
    const floor = itemFor('between-blades', {
      toolId: 'foam-roller',
      positionId: 'lying-back',
      dose: timed(30),
    });
    const { lines } = awayFrom(
      routineWith(floor, itemFor('middle-quad'), itemFor('thumb-base')),
      BALL_AND_WALL,
      ladderClient(),
    );
    expect(
      lines.map((line) => [
        line.is,
        line.is === 'left out' ? line.why : line.is === 'instead' ? line.says : '',
      ]),
    ).toEqual([
      ['instead', 'tennis ball, wall, back to it, hips on the wall'],
      ['same', ''],
      ['same', ''],
    ]);
  });

  it('leaves out what goes with what is left out, and all of it where there is nothing', () => {
    const bus = findKit('bus');
    if (!bus) throw new Error('There is a bus.');
    const { items, lines } = awayFrom(
      {
        items: [
          {
            kind: 'stretch',
            id: 's',
            stretchId: 'quad-standing',
            sides: 'both',
            holdSeconds: 30,
            repetitions: 1,
            timesPerDay: 3,
            instructions: '',
          },
        ],
      },
      bus,
      ladderClient(),
    );
    expect(items).toEqual([]);
    expect(lines[0]).toMatchObject({ is: 'left out' });
    // Nothing delicate where there may be jolts, no feet with shoes on, no hold that calms, no gliding.
    const why = (...given: PressItem[]) =>
      awayFrom({ items: given }, bus, ladderClient()).lines.map((line) =>
        line.is === 'left out' ? line.why : line.is,
      );
    expect(why(itemFor('front-side-neck'))[0]).toMatch(/^It is a delicate place/);
    expect(why(itemFor('heel-arch'))).toEqual(['It wants bare feet.']);
    const note = {
      kind: 'note',
      id: 'n',
      title: 'Warm feet first',
      instructions: 'Warm.',
    } as const;
    const [told] = awayFrom({ items: [note, itemFor('heel-arch')] }, bus, ladderClient()).lines;
    expect(told?.is).toBe('left out');
    const [hold, glide] = [
      itemFor('hamstrings', {
        id: 'h',
        dose: timed(30),
        toolId: 'foam-roller',
        positionId: 'sitting-floor',
      }),
      itemFor('hamstrings', {
        id: 'g',
        dose: { method: 'pin-and-glide', bends: 12, bendSeconds: 3 },
        toolId: 'foam-roller',
        positionId: 'sitting-floor',
      }),
    ];
    expect(why(hold, glide).includes('same')).toBe(false);
  });
});
