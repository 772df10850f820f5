import fc from 'fast-check';
import { homeParts, homeSteps, homeWays, openParts, type HomeRow } from './atHome';
import { readingOf } from './reading';
import { FINGER_WIDTHS, findTest, TESTS } from './index';
import type { MovementTest } from './quantity';

const HOME = TESTS.filter(({ atHome }) => atHome !== null);

const entry = (id: string): MovementTest => {
  const test = findTest(id);
  if (!test) throw new Error(id);
  return test;
};

const rowOf = (part: ReturnType<typeof homeParts>[number]): HomeRow => ({
  quantityId: part.of === 'figure' ? part.quantity.id : part.observation.id,
  side: part.side,
});

describe('a test taken at home', () => {
  it.each(HOME.map((test) => [test.id, test] as const))(
    '%s has a figure, a way that needs no helper tool, and steps for each way',
    (_, test) => {
      const ways = homeWays(test);
      expect(homeParts(test).some(({ of }) => of === 'figure')).toBe(true);
      expect(ways.length).toBeGreaterThan(0);
      for (const way of ways) {
        const steps = homeSteps(test, way);
        expect(steps.length).toBeGreaterThan(1);
        // A step is one sentence or two that can be read at arm’s length.
        for (const step of steps) expect(step.length).toBeLessThan(125);
      }
    },
  );

  it('goes through one side to its end, then through the other', () => {
    expect(homeParts(entry('heel-to-buttock')).map(({ of, side }) => `${side} ${of}`)).toEqual([
      'left figure',
      'left answer',
      'right figure',
      'right answer',
    ]);
    expect(homeParts(entry('jaw-opening')).map(({ of, side }) => `${side} ${of}`)).toEqual([
      'mid figure',
      'mid answer',
    ]);
  });

  it('takes a mark for a figure, and is not done before both sides are', () => {
    const turn = entry('neck-turn');
    const left: HomeRow = { quantityId: 'furthest', side: 'left' };
    expect(openParts(turn, [left]).map(({ side }) => side)).toEqual(['right']);
    expect(openParts(turn, [left, { quantityId: 'turn', side: 'right' }])).toEqual([]);
  });

  it('asks for each part once, whatever was answered before, and is done only when all are', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...HOME).chain((test) =>
          fc.record({
            test: fc.constant(test),
            had: fc.subarray([...homeParts(test)]),
          }),
        ),
        ({ test, had }) => {
          const rows = had.map(rowOf);
          const open = openParts(test, rows);
          expect(open.length + had.length).toBe(homeParts(test).length);
          expect(openParts(test, [...rows, ...open.map(rowOf)])).toEqual([]);
        },
      ),
    );
  });

  it('offers finger widths a jaw can open by', () => {
    const [opening] = entry('jaw-opening').quantities;
    if (!opening) throw new Error('no opening');
    for (const { millimetres } of FINGER_WIDTHS) {
      expect(readingOf(opening, [millimetres]).ok).toBe(true);
    }
    // Three fingers are taken for an ordinary opening (common practice): 40 mm and over.
    expect(FINGER_WIDTHS.find(({ fingers }) => fingers === 3)?.millimetres).toBeGreaterThanOrEqual(
      40,
    );
  });
});
