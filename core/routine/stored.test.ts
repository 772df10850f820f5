import { fade, itemFor, routineWith } from '#core/examples';
import { readRoutine } from './index';

const line = itemFor('calf', { id: 'one', dose: fade(20, 90) });
const stored = (...changes: Record<string, unknown>[]) => ({
  ...routineWith(),
  items: changes.map((change, n) => ({ ...line, id: `line-${n}`, ...change })),
});

describe('a stored routine', () => {
  it('is read as it was when every line is known', () => {
    expect(readRoutine(routineWith(line))).toEqual({ routine: routineWith(line), retired: [] });
  });

  it.each([
    ['site', { siteId: 'elbow-of-doom' }, 'elbow-of-doom'],
    ['tool', { toolId: 'spiked-ball' }, 'spiked-ball'],
    ['posture', { positionId: 'upside-down' }, 'upside-down'],
    ['method', { dose: { method: 'hammering', blows: 12 } }, 'hammering'],
  ])('sets a line with a retired %s apart, by name, and keeps the others', (_, change, named) => {
    const { routine, retired } = readRoutine(stored(change, {}));
    expect(routine.items.map(({ id }) => id)).toEqual(['line-1']);
    expect(retired).toMatchObject([{ id: 'line-0', says: `${named} (no longer used)` }]);
  });

  it('sets a damaged line apart rather than failing', () => {
    expect(readRoutine(stored({ points: -3 })).retired).toMatchObject([{ says: 'a damaged line' }]);
  });

  it('is refused when it is no routine', () => {
    for (const nothing of [null, [], 'x', { items: 'none' }]) {
      expect(() => readRoutine(nothing)).toThrow();
    }
  });
});
