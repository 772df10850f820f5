import fc from 'fast-check';
import { findSite, REGIONS, SITES, WORKABLE_SITES, type Side, type SiteId } from '#core/anatomy';
import type { Dose } from '#core/dosage';
import { newItem, type Routine, type RoutineItem } from '#core/routine';
import { CONDITION_IDS, type ScreenAnswer } from '#core/screening';

/** Routines for tests. */
export function itemFor(siteId: SiteId, change: Partial<RoutineItem> = {}): RoutineItem {
  const site = findSite(siteId);
  if (!site) throw new RangeError(siteId);
  return { ...newItem(site, change.id ?? siteId), ...change };
}

export const routineWith = (...items: RoutineItem[]): Routine => ({
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

const anyDose = fc.oneof(
  fc.integer({ min: 5, max: 120 }).map(timed),
  fc
    .tuple(fc.integer({ min: 20, max: 60 }), fc.integer({ min: 60, max: 180 }))
    .map(([a, b]) => fade(a, b)),
  fc.integer({ min: 20, max: 180 }).map(sweep),
);

/** Any item that fits the shape; it may break a site’s rules. */
const anyItem = (id: string): fc.Arbitrary<RoutineItem> =>
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
    })
    .map(({ site, sides, ...rest }) => ({
      ...newItem(site, id),
      ...rest,
      sides: site.midline ? ('mid' as const) : (sides as 'both' | 'left' | 'right'),
    }));

export const anyRoutine: fc.Arbitrary<Routine> = fc
  .integer({ min: 1, max: 6 })
  .chain((count) => fc.tuple(...Array.from({ length: count }, (_, n) => anyItem(`item-${n}`))))
  .chain((items) =>
    fc.integer({ min: 1, max: 14 }).map((timesPerWeek) => ({ items, timesPerWeek, message: '' })),
  );

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
