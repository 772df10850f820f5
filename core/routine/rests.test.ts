import { itemFor, routineWith } from '#core/examples';
import { checkRoutine } from './index';

const routine = routineWith(
  itemFor('calf', { id: 'calf', sides: 'both' }),
  itemFor('chest', { id: 'chest', sides: 'right' }),
);
const said = (rests?: { siteId: string; side: 'left' | 'right' | 'mid'; because: string }[]) =>
  checkRoutine(routine, { minutesPerDay: null, firstVersion: false, rests })
    .filter(({ rule }) => rule === 'resting place')
    .map(({ itemId, verdict, reason }) => [itemId, verdict, reason]);

describe('a line whose place rests', () => {
  it('is spoken of, with why, and no other line is', () => {
    expect(said()).toEqual([]);
    expect(said([{ siteId: 'calf', side: 'right', because: 'it is bruised.' }])).toEqual([
      ['calf', 'caution', 'Calf, right is left out for now: it is bruised.'],
    ]);
    expect(said([{ siteId: 'chest', side: 'left', because: 'it is bruised.' }])).toEqual([]);
  });
});
