import fc from 'fast-check';
import { ACTIVITY_KINDS } from '#core/activities';
import { anyRoutine, itemFor, timed, yesTo } from '#core/examples';
import { checkRoutine, isPress, type RoutineItem } from '#core/routine';
import { screen } from '#core/screening';
import { asTemplate, compareRoutines, linesOfOther, takenFrom } from './index';

const THREAD = '01890a5d-ac96-774b-bcce-b302099a8057';
const ids = () => {
  let n = 0;
  return () => `new-${(n += 1)}`;
};
const context = { minutesPerDay: null, firstVersion: true };
const theirs = itemFor('calf', {
  id: 'theirs',
  dose: timed(30),
  sides: 'right',
  affectedSide: 'right',
  extraPoints: 2,
  mapped: [{ thread: THREAD, side: 'right', name: 'the worst' }],
});

describe('another client’s routine', () => {
  it('goes along without their sides, their points and their more on one side', () => {
    const [line] = linesOfOther([theirs], { affectedSide: null, tools: null }, context, ids());
    expect(line?.item).toMatchObject({
      id: 'new-1',
      siteId: 'calf',
      sides: 'both',
      affectedSide: null,
      extraPoints: 0,
      dose: timed(30),
    });
    expect(line?.item).not.toHaveProperty('mapped');
  });

  it('kept as a template is without the body it came from, and is the same kept again', () => {
    fc.assert(
      fc.property(anyRoutine, ({ items }) => {
        const kept = asTemplate(items);
        expect(kept.map(({ id }) => id)).toEqual(items.map(({ id }) => id));
        for (const item of kept) {
          if (!isPress(item)) continue;
          expect(item).not.toHaveProperty('mapped');
          expect([item.affectedSide, item.extraPoints, item.sides === 'left']).toEqual([
            null,
            0,
            false,
          ]);
        }
        expect(asTemplate(kept)).toEqual(kept);
      }),
    );
  });

  it('takes this client’s affected side', () => {
    const client = { affectedSide: 'left' as const, tools: null };
    const relax = ACTIVITY_KINDS['contract-relax'].usual({ id: 'x', affectedSide: 'right' });
    const [press, other] = linesOfOther([theirs, relax], client, context, ids());
    expect(press?.item).toMatchObject({ affectedSide: 'left', extraPoints: 2 });
    expect(other?.item).toMatchObject({ affectedSide: 'left' });
  });

  it('says what this body rules out, and what is there already, and takes neither', () => {
    const screening = screen([yesTo('hot-calf')]);
    const client = { affectedSide: null, tools: null };
    const lines = linesOfOther([theirs], client, { ...context, screening }, ids());
    expect(lines[0]?.against).not.toBeNull();
    const twice = linesOfOther([theirs], client, context, ids(), [itemFor('calf')]);
    expect(twice[0]?.against).toBe('It is in the routine already.');
    expect(takenFrom([...lines, ...twice])).toEqual([]);
  });

  it('never brings a line the checks refuse, whatever the routine', () => {
    fc.assert(
      fc.property(anyRoutine, fc.constantFrom('left' as const, null), (routine, affectedSide) => {
        const client = { affectedSide, tools: null };
        for (const { item, against } of linesOfOther(routine.items, client, context, ids())) {
          if (against !== null) continue;
          const refused = checkRoutine(
            { items: [item], timesPerWeek: 7, message: '' },
            { ...context, screened: true },
          ).filter(({ verdict, answeredBy }) => verdict === 'refuse' && !answeredBy);
          expect(refused).toEqual([]);
        }
      }),
    );
  });
});

describe('an earlier version beside the routine of now', () => {
  const calf = itemFor('calf', { id: 'a', dose: timed(30) });
  const temple = itemFor('temple', { id: 'b' });

  it('says of every line what it is now, and what would go', () => {
    const now: RoutineItem[] = [
      { ...calf, id: 'c', dose: timed(45) },
      itemFor('brow', { id: 'd' }),
    ];
    expect(compareRoutines([calf, temple], now).map(({ item, is }) => [item.id, is])).toEqual([
      ['a', 'other now'],
      ['b', 'not there now'],
      ['d', 'only now'],
    ]);
  });

  it('a routine beside itself is the same throughout, whatever its ids', () => {
    fc.assert(
      fc.property(anyRoutine, ({ items }) => {
        const again = items.map((item, index) => ({ ...item, id: `again-${index}` }));
        const lines = compareRoutines(items, again);
        expect(lines).toHaveLength(items.length);
        // Two lines of one site may stand for each other; none is lost or made up.
        expect(lines.every(({ is }) => is === 'the same' || is === 'other now')).toBe(true);
        expect(lines.filter(({ item }) => isPress(item))).toHaveLength(items.length);
      }),
    );
  });
});
