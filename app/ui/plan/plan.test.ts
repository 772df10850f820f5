import fc from 'fast-check';
import { WORKABLE_SITES } from '#core/anatomy';
import { itemFor, routineWith } from '#core/examples';
import { parseCount, parseSeconds } from './parseNumber';
import { EMPTY_ROUTINE, plan, startOf, type PlanAction } from './planState';

const time = { name: 'The hold time', least: 1, most: 600 };

describe('typed lengths of time', () => {
  it.each([
    ['45', 45],
    [' 45 s ', 45],
    ['45 seconds', 45],
    ['1:30', 90],
    ['0:05', 5],
    ['2 min', 120],
    ['1.5 min', 90],
    ['1,5 min', 90],
    ['10m', 600],
  ])('reads %j as %i s', (text, value) => {
    expect(parseSeconds(text, time)).toEqual({ ok: true, value });
  });

  it.each(['', ' ', 'thirty', '30 kg', '1:75', '1:2:3', '1e3', '0x1f', '3 4', '-', '½', '２０'])(
    'does not read %j and says how to write it',
    (text) => {
      expect(parseSeconds(text, time)).toMatchObject({
        ok: false,
        says: expect.stringMatching(/write 45, 1:30 or 2 min/) as string,
      });
    },
  );

  it('keep their bounds whatever is typed', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const parsed = parseSeconds(text, time);
        if (parsed.ok) {
          expect(parsed.value).toBeGreaterThanOrEqual(1);
          expect(parsed.value).toBeLessThanOrEqual(600);
          expect(Number.isInteger(parsed.value)).toBe(true);
        } else expect(parsed.says).toMatch(/^The hold time .*\.$/);
      }),
    );
    expect(parseSeconds('0', time)).toEqual({
      ok: false,
      says: 'The hold time must be at least 1 s.',
    });
    expect(parseSeconds('601', time)).toEqual({
      ok: false,
      says: 'The hold time must be at most 600 s.',
    });
  });
});

describe('typed counts', () => {
  it('are whole numbers in their bounds', () => {
    const bounds = { name: 'Points', least: 1, most: 6 };
    expect(parseCount('3', bounds)).toEqual({ ok: true, value: 3 });
    expect(parseCount('-3', bounds)).toEqual({ ok: false, says: 'Points must be at least 1.' });
    for (const text of ['', '2.5', 'two', '1 000', '99999999999']) {
      expect(parseCount(text, bounds)).toEqual({
        ok: false,
        says: 'Points must be a whole number.',
      });
    }
  });
});

describe('the plan', () => {
  const two = startOf(
    routineWith(itemFor('skull-base', { id: 'a' }), itemFor('thumb-base', { id: 'b' })),
  );
  const ids = (state: typeof two) => state.routine.items.map(({ id }) => id);

  it('moves a line and stops at the ends', () => {
    expect(ids(plan(two, { type: 'move', id: 'a', to: 1 }))).toEqual(['b', 'a']);
    expect(ids(plan(two, { type: 'move', id: 'b', to: 99 }))).toEqual(['a', 'b']);
    expect(ids(plan(two, { type: 'move', id: 'b', to: -5 }))).toEqual(['b', 'a']);
    expect(ids(plan(two, { type: 'move', id: 'gone', to: 0 }))).toEqual(['a', 'b']);
  });

  it('chooses a neighbour when the chosen line is removed, and forgets its troubles', () => {
    const troubled = plan(two, { type: 'trouble', field: 'a:hold', says: 'No.' });
    const removed = plan(troubled, { type: 'remove', id: 'a' });
    expect(removed).toMatchObject({ selectedId: 'b', troubles: {} });
    expect(plan(removed, { type: 'remove', id: 'b' })).toMatchObject({ selectedId: null });
  });

  it('keeps the troubles of other fields when one is mended', () => {
    const both = [
      { type: 'trouble', field: 'a:hold', says: 'No.' },
      { type: 'trouble', field: 'a:points', says: 'Nor this.' },
      { type: 'trouble', field: 'a:hold', says: null },
    ].reduce((state, action) => plan(state, action as PlanAction), two);
    expect(both.troubles).toEqual({ 'a:points': 'Nor this.' });
  });

  it('is undone step by step to where it began', () => {
    const anyAction = fc.oneof(
      fc.record({
        type: fc.constant('add' as const),
        site: fc.constantFrom(...WORKABLE_SITES),
        id: fc.uuid(),
        affectedSide: fc.constant(null),
      }),
      fc.record({
        type: fc.constant('times' as const),
        timesPerWeek: fc.integer({ min: 1, max: 14 }),
      }),
      fc.record({
        type: fc.constant('move' as const),
        id: fc.constantFrom('a', 'b'),
        to: fc.nat({ max: 5 }),
      }),
      fc.record({ type: fc.constant('remove' as const), id: fc.constantFrom('a', 'b') }),
      fc.record({
        type: fc.constant('change' as const),
        id: fc.constantFrom('a', 'b'),
        change: fc.record({ grade: fc.nat({ max: 5 }) }),
      }),
    );
    fc.assert(
      fc.property(fc.array(anyAction, { maxLength: 30 }), (actions) => {
        let state = actions.reduce<typeof two>((now, action) => plan(now, action), two);
        const chosen = state.selectedId;
        expect(chosen === null || state.routine.items.some(({ id }) => id === chosen)).toBe(true);
        while (state.past.length > 0) state = plan(state, { type: 'undo' });
        expect(state.routine).toEqual(two.routine);
      }),
    );
  });

  it('begins empty and adds a cautious line', () => {
    const site = WORKABLE_SITES[0];
    if (!site) throw new Error('no site');
    const state = plan(startOf(EMPTY_ROUTINE), {
      type: 'add',
      site,
      id: 'x',
      affectedSide: 'left',
    });
    expect(state).toMatchObject({
      selectedId: 'x',
      routine: { items: [{ id: 'x', siteId: site.id, affectedSide: 'left' }] },
    });
  });
});
