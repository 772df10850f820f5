import fc from 'fast-check';
import { addDays } from '#core/calendar';
import { homeToday, type AskedAtHome, type TakenAtHome } from './home';

const TODAY = '2026-03-10';
const asked: AskedAtHome[] = [
  { testId: 'neck-turn', when: 'each session' },
  { testId: 'knee-to-wall', when: 'weekly' },
];
const oneSide = (
  testId: string,
  moment: 'before' | 'after',
  side: 'left' | 'right',
  day = TODAY,
): TakenAtHome => ({ testId, moment, side, day });
const taken = (testId: string, moment: 'before' | 'after', day = TODAY): TakenAtHome[] => [
  oneSide(testId, moment, 'left', day),
  oneSide(testId, moment, 'right', day),
];

describe('what is measured at home today', () => {
  it('is asked before the session, then after it, then no more', () => {
    expect(homeToday(asked, [], TODAY)).toEqual({
      before: ['neck-turn'],
      again: [],
      weekly: ['knee-to-wall'],
    });
    const before = taken('neck-turn', 'before');
    expect(homeToday(asked, before, TODAY)).toMatchObject({ before: [], again: ['neck-turn'] });
    const both = [...before, ...taken('neck-turn', 'after')];
    expect(homeToday(asked, both, TODAY)).toMatchObject({ before: [], again: [] });
  });

  it('is never asked after a session that had no figure before it', () => {
    const after = taken('neck-turn', 'after');
    expect(homeToday(asked, after, TODAY)).toMatchObject({ before: [], again: [] });
    // Yesterday's figure is no pair to today's.
    const yesterday = taken('neck-turn', 'before', addDays(TODAY, -1));
    expect(homeToday(asked, yesterday, TODAY)).toMatchObject({ before: ['neck-turn'], again: [] });
  });

  it.each([
    [0, []],
    [6, []],
    [7, ['knee-to-wall']],
    [30, ['knee-to-wall']],
  ])('a weekly one taken %d days ago leaves %j due', (daysAgo, due) => {
    const last = taken('knee-to-wall', 'before', addDays(TODAY, -daysAgo));
    expect(homeToday(asked, last, TODAY).weekly).toEqual(due);
  });

  it('is done when it was done on both sides', () => {
    const left = oneSide('neck-turn', 'before', 'left');
    expect(homeToday(asked, [left], TODAY)).toMatchObject({
      before: ['neck-turn'],
      again: [],
    });
    const begun = [left, oneSide('neck-turn', 'after', 'left')];
    expect(homeToday(asked, begun, TODAY)).toMatchObject({ before: [], again: ['neck-turn'] });
    const wall = oneSide('knee-to-wall', 'before', 'right');
    expect(homeToday(asked, [wall], TODAY).weekly).toEqual(['knee-to-wall']);
  });

  it('asks for nothing that was not asked for, and for nothing twice', () => {
    const ids = fc.constantFrom('neck-turn', 'knee-to-wall', 'hip-turn');
    const figures = fc.array(
      fc.record({
        testId: ids,
        moment: fc.constantFrom('before' as const, 'after' as const),
        side: fc.constantFrom('left' as const, 'right' as const),
        day: fc.integer({ min: -20, max: 2 }).map((days) => addDays(TODAY, days)),
      }),
    );
    const wishes = fc.uniqueArray(
      fc.record({
        testId: ids,
        when: fc.constantFrom('each session' as const, 'weekly' as const),
      }),
      { selector: ({ testId }) => testId },
    );
    fc.assert(
      fc.property(wishes, figures, (wanted, had) => {
        const { before, again, weekly } = homeToday(wanted, had, TODAY);
        const all = [...before, ...again, ...weekly];
        expect(new Set(all).size).toBe(all.length);
        for (const id of all) expect(wanted.map(({ testId }) => testId)).toContain(id);
      }),
    );
  });
});
