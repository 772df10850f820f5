import fc from 'fast-check';
import { findSite, WORKABLE_SITES } from '#core/anatomy';
import { anyRoutine, itemFor, routineWith, runner, timed, yesTo } from '#core/examples';
import { screen } from '#core/screening';
import { summarise } from '#core/session';
import {
  canPressTogether,
  checkRoutine,
  expand,
  holdsAmong,
  layOut,
  limitSteps,
  newItem,
  placesPressed,
  totalsOf,
  withTurns,
  type PressItem,
} from './index';

const skull = (change: Partial<PressItem> = {}) =>
  itemFor('skull-base', {
    toolId: 'fingers',
    dose: timed(30),
    points: 2,
    together: true,
    extraPoints: 0,
    ...change,
  });

describe('both sides at one time', () => {
  it('is one hold a point, and its time counts for both sides', () => {
    const routine = routineWith(skull());
    expect(expand(routine).map(({ side, together, point }) => [side, together, point])).toEqual([
      ['left', true, 1],
      ['left', true, 2],
    ]);
    const { contact, holds, hands } = totalsOf(routine);
    expect([contact.left.most, contact.right.most, holds]).toEqual([60, 60, 2]);
    // Both hands work, and at one time.
    expect(hands.most).toBe(60);
  });

  it('takes half the time of one side after the other, but for the pauses', () => {
    const length = (item: PressItem) =>
      layOut(routineWith(item)).blocks.reduce((sum, { seconds }) => sum + seconds, 0);
    const { together: _no, ...inTurn } = skull();
    expect(length(skull()) * 2).toBe(length(inTurn));
  });

  it('has no extra share on a side', () => {
    const item = skull({ affectedSide: 'right', extraPoints: 2 });
    expect(expand(routineWith(item))).toHaveLength(2);
    expect(totalsOf(routineWith(item)).affectedShare).toBe(0.5);
  });

  it('shares each side’s cap with what is pressed there one side at a time', () => {
    const cap = findSite('skull-base')?.capSeconds ?? 0;
    const left = itemFor('skull-base', {
      id: 'left',
      sides: 'left',
      dose: timed(cap),
      points: 1,
      extraPoints: 0,
    });
    const { blocks } = layOut(routineWith(left, skull({ id: 'both', points: 1, dose: timed(30) })));
    const spent = blocks.reduce((sum, { seconds }) => sum + seconds, 0);
    expect(spent).toBe(cap);
  });

  it('can be done with two balls joined and with both hands where they reach, and nowhere else', () => {
    for (const site of WORKABLE_SITES) {
      for (const { toolId } of site.setups) {
        const can = canPressTogether({ siteId: site.id, toolId, sides: 'both' });
        if (toolId === 'double-ball') expect([site.id, can]).toEqual([site.id, true]);
        if (site.sensitivity === 'guarded')
          expect([site.id, toolId, can]).toEqual([site.id, toolId, false]);
        expect(canPressTogether({ siteId: site.id, toolId, sides: 'left' })).toBe(false);
      }
    }
  });

  it('is how two balls joined are led, and is let go of when the tool cannot', () => {
    const site = findSite('mid-back-lanes');
    if (!site) throw new RangeError('mid-back-lanes');
    const one = { ...newItem(site, 'a', 'left'), extraPoints: 1 };
    const two = withTurns({ ...one, toolId: 'double-ball' });
    expect([two.together, two.extraPoints]).toEqual([true, 0]);
    expect(withTurns({ ...two, toolId: 'tennis-ball' }).together).toBeUndefined();
    expect(withTurns({ ...two, sides: 'left' }).together).toBeUndefined();
  });

  it('is refused where it cannot be, and doubled pressing is told', () => {
    const rules = (item: PressItem) =>
      checkRoutine(routineWith(item), {
        minutesPerDay: null,
        screening: [],
        screened: true,
        settledSites: [],
        firstVersion: false,
      })
        .filter(({ rule }) => rule === 'both sides at one time')
        .map(({ verdict }) => verdict);
    expect(rules(skull())).toEqual([]);
    expect(rules(itemFor('calf', { together: true, toolId: 'tennis-ball' }))).toEqual(['refuse']);
    const { together: _no, ...twice } = itemFor('mid-back-lanes', { toolId: 'double-ball' });
    expect(rules(twice)).toEqual(['caution']);
  });

  it('keeps to what screening allows on either side', () => {
    const answer = yesTo('recent', { sides: ['right'], regions: ['neck'] });
    const findings = screen([answer]);
    const [limited] = holdsAmong(limitSteps(expand(routineWith(skull())), findings));
    const [alone] = holdsAmong(
      limitSteps(expand(routineWith(skull({ sides: 'left', together: undefined }))), findings),
    );
    expect(alone?.leftOut).toBeUndefined();
    expect(limited?.leftOut).toBeDefined();
  });

  it('led to its end counts on both sides, once as a hold', () => {
    const run = runner(routineWith(skull({ points: 1 })));
    run.happen({ type: 'started' });
    run.ready();
    run.pass(3);
    run.rate(5);
    run.pass(30);
    run.rate(3);
    const { places, holdsDone, holdsAsked } = summarise(run.state);
    expect(places.map(({ side, contactSeconds }) => [side, contactSeconds])).toEqual([
      ['left', 30],
      ['right', 30],
    ]);
    expect([holdsDone, holdsAsked]).toEqual([1, 1]);
    expect(places.map(({ before, after }) => [before, after])).toEqual([
      [5, 3],
      [5, 3],
    ]);
  });

  it('never lets any place of any routine have more than its cap', () => {
    fc.assert(
      fc.property(anyRoutine, (routine) => {
        const spent = new Map<string, number>();
        for (const { step, seconds } of layOut(routine).blocks) {
          if (step.kind !== undefined) continue;
          for (const key of placesPressed(step)) {
            spent.set(key, (spent.get(key) ?? 0) + seconds);
            expect(spent.get(key)).toBeLessThanOrEqual(step.capSeconds + 1e-9);
          }
        }
      }),
    );
  });
});
