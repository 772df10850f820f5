import fc from 'fast-check';
import { ACTIVITY_LIMITS, DRILLS, HOME_TESTS, STRETCHES, type Activity } from '#core/activities';
import { findSite, REGIONS, SITES, WORKABLE_SITES, type Side, type SiteId } from '#core/anatomy';
import type { Dose, MethodId } from '#core/dosage';
import {
  newItem,
  setupsForMethod,
  usualDose,
  type LadderClient,
  type Routine,
  type PressItem,
} from '#core/routine';
import { CONDITION_IDS, type ScreenAnswer } from '#core/screening';

export { runner, START } from './runner';

/** A routine of nothing but what is pressed. */
export type PressRoutine = Routine & { items: PressItem[] };

/** Routines for tests. */
export function itemFor(siteId: SiteId, change: Partial<PressItem> = {}): PressItem {
  const site = findSite(siteId);
  if (!site) throw new RangeError(siteId);
  return { ...newItem(site, change.id ?? siteId), ...change };
}

export const routineWith = (...items: PressItem[]): PressRoutine => ({
  items,
  timesPerWeek: 7,
  message: '',
});

export const fade = (minSeconds: number, capSeconds: number): Dose => ({
  method: 'fade',
  minSeconds,
  capSeconds,
});
export const timed = (holdSeconds: number): Dose => ({ method: 'timed', holdSeconds });
export const sweep = (sweepSeconds: number): Dose => ({ method: 'sweep', sweepSeconds });

const between = (min: number, max: number) => fc.integer({ min, max });
const held = (method: Extract<Dose, { holdSeconds: number }>['method'], most: number) =>
  between(2, most).map((holdSeconds): Dose => ({ method, holdSeconds }));

/** Doses of every method, within and beyond what is usual for it. */
const ANY_DOSE: Record<MethodId, fc.Arbitrary<Dose>> = {
  timed: held('timed', 120),
  strokes: held('strokes', 120),
  brief: held('brief', 15),
  'press-and-move': held('press-and-move', 90),
  pincer: held('pincer', 60),
  circles: held('circles', 120),
  'cross-grain': held('cross-grain', 180),
  'slow-roll': held('slow-roll', 90),
  search: held('search', 60),
  glide: fc
    .tuple(between(1, 30), between(1, 15))
    .map(([strokes, strokeSeconds]) => ({ method: 'glide', strokes, strokeSeconds })),
  knead: fc
    .tuple(between(1, 30), between(1, 8))
    .map(([squeezes, squeezeSeconds]) => ({ method: 'knead', squeezes, squeezeSeconds })),
  fade: fc.tuple(between(20, 60), between(60, 180)).map(([a, b]) => fade(a, b)),
  sweep: between(20, 180).map(sweep),
  'build-up': fc
    .tuple(between(5, 30), between(30, 90))
    .map(([fromSeconds, toSeconds]) => ({ method: 'build-up', fromSeconds, toSeconds })),
  'pin-and-glide': fc
    .tuple(between(1, 30), between(1, 10))
    .map(([bends, bendSeconds]) => ({ method: 'pin-and-glide', bends, bendSeconds })),
};
const anyDose = fc.oneof(...Object.values(ANY_DOSE));

/** Any item that fits the shape; it may break a site’s rules. */
const anyItem = (id: string): fc.Arbitrary<PressItem> =>
  fc
    .record({
      site: fc.constantFrom(...WORKABLE_SITES),
      dose: anyDose,
      grade: fc.integer({ min: 0, max: 10 }),
      points: fc.integer({ min: 1, max: 6 }),
      repetitions: fc.integer({ min: 1, max: 4 }),
      sides: fc.constantFrom('both', 'left', 'right'),
      affectedSide: fc.constantFrom('left', 'right', null),
      extraPoints: fc.integer({ min: 0, max: 3 }),
      restSeconds: fc.integer({ min: 0, max: 60 }),
      together: fc.boolean(),
    })
    .map(({ site, sides, together, ...rest }): PressItem => {
      const { together: _usual, ...item } = newItem(site, id);
      const both = !site.midline && sides === 'both';
      return {
        ...item,
        ...rest,
        sides: site.midline ? 'mid' : (sides as 'both' | 'left' | 'right'),
        ...(both && together ? { together: true } : {}),
      };
    });

export const anyRoutine: fc.Arbitrary<PressRoutine> = fc
  .integer({ min: 1, max: 6 })
  .chain((count) => fc.tuple(...Array.from({ length: count }, (_, n) => anyItem(`item-${n}`))))
  .chain((items) =>
    fc.integer({ min: 1, max: 14 }).map((timesPerWeek) => ({ items, timesPerWeek, message: '' })),
  );

/** Routines of one or two lines with doses near what is usual: many of them pass the checks. */
export const anyMildRoutine: fc.Arbitrary<PressRoutine> = fc
  .array(
    fc
      .record({
        site: fc.constantFrom(...WORKABLE_SITES),
        method: fc.nat({ max: 12 }),
        setup: fc.nat({ max: 20 }),
        grade: between(1, 5),
        points: between(1, 2),
      })
      .map(({ site, method, setup, ...rest }): PressItem => {
        const chosen = site.methods[method % site.methods.length] ?? 'timed';
        const setups = setupsForMethod(site, chosen);
        const { toolId, positionId } = setups[setup % setups.length] ?? newItem(site, site.id);
        const dose = usualDose(site, chosen);
        return { ...newItem(site, site.id), ...rest, dose, toolId, positionId };
      }),
    { minLength: 1, maxLength: 2 },
  )
  .map((items) => [...new Map(items.map((item) => [item.id, item])).values()])
  .chain((items) => between(3, 14).map((timesPerWeek) => ({ items, timesPerWeek, message: '' })));

/** Activities of every kind, within what a form takes; what they ask may be unusual. */
export const anyActivity = (id: string): fc.Arbitrary<Activity> => {
  const { least, most } = ACTIVITY_LIMITS.timesPerDay;
  const timesPerDay = between(least, most);
  const line = { id: fc.constant(id), instructions: fc.constant('As shown.') };
  const sidesOf = (sided: boolean) =>
    sided
      ? fc.constantFrom<('both' | 'left' | 'right')[]>('both', 'left', 'right')
      : fc.constant('mid' as const);
  const stretched = fc
    .constantFrom(...STRETCHES)
    .chain(({ id: stretchId, sided }) =>
      fc.record({ stretchId: fc.constant(stretchId), sides: sidesOf(sided) }),
    );
  return fc.oneof(
    fc
      .tuple(
        stretched,
        fc.record({
          ...line,
          holdSeconds: between(5, 180),
          repetitions: between(1, 5),
          timesPerDay,
        }),
      )
      .map(([which, rest]) => ({ kind: 'stretch' as const, ...which, ...rest })),
    fc
      .tuple(
        stretched,
        fc.record({
          ...line,
          affectedSide: fc.constantFrom('left' as const, 'right' as const, null),
          extraRounds: between(0, 3),
          pushSeconds: between(3, 20),
          rounds: between(1, 8),
          timesPerDay,
        }),
      )
      .map(([which, rest]) => ({ kind: 'contract-relax' as const, ...which, ...rest })),
    fc.constantFrom(...DRILLS).chain(({ id: drillId, sided }) =>
      fc.record({
        ...line,
        kind: fc.constant('drill' as const),
        drillId: fc.constant(drillId),
        sides: sidesOf(sided),
        repetitions: between(1, 20),
        paceSeconds: between(2, 20),
        timesPerDay,
      }),
    ),
    fc.record({
      ...line,
      kind: fc.constant('breathing' as const),
      breaths: between(3, 100),
      breathSeconds: between(5, 15),
      timesPerDay,
    }),
    fc.record({
      ...line,
      kind: fc.constant('warm-up' as const),
      way: fc.constantFrom(
        'bath' as const,
        'heat' as const,
        'movement' as const,
        'strokes' as const,
      ),
      minutes: between(1, 30),
    }),
    fc.record({ ...line, kind: fc.constant('cold' as const), minutes: between(1, 30) }),
    fc.record({
      ...line,
      kind: fc.constant('test' as const),
      testId: fc.constantFrom(...HOME_TESTS.map(({ id }) => id)),
      when: fc.constantFrom('before' as const, 'between' as const, 'after' as const),
    }),
    fc.record({ ...line, kind: fc.constant('note' as const), title: fc.constant('A note') }),
    fc.record({
      ...line,
      kind: fc.constant('and-then' as const),
      title: fc.constant('Strengthening'),
      earliestMinutes: between(0, 1440),
    }),
  );
};

/** Routines of presses and activities in any order. */
export const anyMixedRoutine: fc.Arbitrary<Routine> = fc
  .integer({ min: 1, max: 7 })
  .chain((count) =>
    fc.tuple(
      ...Array.from({ length: count }, (_, n) =>
        fc.oneof(anyItem(`item-${n}`), anyActivity(`item-${n}`)),
      ),
    ),
  )
  .chain((items) => between(1, 14).map((timesPerWeek) => ({ items, timesPerWeek, message: '' })));

/** A client of whom nothing is known but what is said. */
export const ladderClient = (change: Partial<LadderClient> = {}): LadderClient => ({
  massKilograms: null,
  statureMetres: null,
  tools: null,
  places: null,
  ratings: [],
  screening: [],
  ...change,
});

/** A yes to a screening question, everywhere unless narrowed. */
export const yesTo = (
  condition: ScreenAnswer['condition'],
  more: Partial<ScreenAnswer> = {},
): ScreenAnswer => ({
  condition,
  sides: [],
  regions: [],
  siteIds: [],
  clearedBy: '',
  ...more,
});

/** Any yes, narrowed and cleared or not. */
export const anyScreenAnswer: fc.Arbitrary<ScreenAnswer> = fc.record({
  condition: fc.constantFrom(...CONDITION_IDS),
  sides: fc.subarray(['left', 'right'] as Side[]),
  regions: fc.subarray([...REGIONS]),
  siteIds: fc.subarray(
    SITES.map(({ id }) => id),
    { maxLength: 4 },
  ),
  clearedBy: fc.constantFrom('', '', 'Dr Amsel, 3 November'),
});
