import { ACTIVITY_KIND_IDS, ACTIVITY_KINDS, STRETCHES } from '#core/activities';
import { WORKABLE_SITES } from '#core/anatomy';
import { itemFor } from '#core/examples';
import { haveReady } from './haveReady';
import { checkRoutine, newItem, type RoutineItem } from './index';

const of = (...items: RoutineItem[]) => haveReady({ items });

describe('what to have ready', () => {
  it('inside the mouth: a glove, clean hands and a short nail', () => {
    const { things, first } = of(itemFor('jaw-inside'));
    expect(things.join()).toContain('glove');
    expect(first[0]).toContain('Wash your hands');
  });

  it('at the eye: glasses off and lenses out; at the foot: washed and warm', () => {
    expect(of(itemFor('brow')).first.join()).toContain('contact lenses out');
    expect(of(itemFor('heel-arch')).first).toContain('Feet washed and warm.');
  });

  it('rings come off the hand that presses, not for a ball', () => {
    expect(of(itemFor('temple')).first.join()).toContain('Rings off');
    expect(of(itemFor('sole-roll')).first.join()).not.toContain('Rings off');
  });

  it('a stretch that needs it asks for a strap, a cold pack for a cloth', () => {
    const stretch = ACTIVITY_KINDS.stretch.usual({ id: 'one', affectedSide: null });
    expect(of({ ...stretch, stretchId: 'hamstring-lying' }).things.join()).toContain('strap');
    const cold = ACTIVITY_KINDS.cold.usual({ id: 'two', affectedSide: null });
    expect(of(cold).things).toEqual(['a cold pack and a cloth round it']);
  });

  it('every stretch that asks for balance has something to hold', () => {
    const usual = ACTIVITY_KINDS.stretch.usual({ id: 'one', affectedSide: null });
    for (const { id, demands } of STRETCHES) {
      if (!demands.needs.includes('balance')) continue;
      expect(of({ ...usual, stretchId: id }).things).toContain('something steady to hold');
    }
  });

  it('names each thing once over every site and kind, and nothing empty', () => {
    const items = [
      ...WORKABLE_SITES.map((site) => newItem(site, site.id)),
      ...ACTIVITY_KIND_IDS.map((id): RoutineItem =>
        ACTIVITY_KINDS[id].usual({ id, affectedSide: null }),
      ),
    ];
    const { things, first } = of(...items);
    for (const list of [things, first]) {
      expect(new Set(list).size).toBe(list.length);
      for (const says of list) expect(says.length).toBeGreaterThan(5);
    }
    expect(of()).toEqual({ things: [], first: [] });
  });

  it('is checked against what the client has: what does as well is named, a glove has no substitute', () => {
    const strap = ACTIVITY_KINDS.stretch.usual({ id: 'one', affectedSide: null });
    const said = (things: readonly string[] | null, ...items: RoutineItem[]) =>
      checkRoutine(
        { items, timesPerWeek: 7, message: '' },
        { minutesPerDay: null, firstVersion: false, screened: true, settledSites: [], things },
      ).filter(({ rule }) => rule === 'thing at hand');
    const hamstring = { ...strap, stretchId: 'hamstring-lying' } as RoutineItem;
    expect(said([], hamstring)).toMatchObject([
      { verdict: 'note', reason: expect.stringContaining('a towel or a belt') },
    ]);
    expect(said(['strap'], hamstring)).toEqual([]);
    expect(said(null, hamstring)).toEqual([]);
    expect(said(['chair'], itemFor('jaw-inside'))).toMatchObject([
      { verdict: 'caution', inputs: { thing: 'glove' } },
    ]);
    // Said once, however many lines ask for it; what is optional is not asked for.
    expect(said([], itemFor('temple'), itemFor('brow'))).toHaveLength(1);
    expect(
      said(
        ['chair'],
        itemFor('behind-ear', { dose: { method: 'glide', strokes: 3, strokeSeconds: 5 } }),
      ),
    ).toEqual([]);
  });
});
