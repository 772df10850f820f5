import fc from 'fast-check';
import { itemFor, routineWith } from '#core/examples';
import { expand, isHold, placeKey, placesPressed } from '#core/routine';
import { begin, secondsLeft } from '#core/session';
import {
  afterWords,
  LAID_TO_REST,
  laidAbout,
  LOOKED_AT,
  lookedAbout,
  restsOf,
  restSteps,
  type BruiseSeen,
  wordOnPlace,
  type ToldAfter,
} from './index';

const DAY = 86_400_000;
const LEFT = { siteId: 'calf', side: 'left' } as const;
const RIGHT = { siteId: 'calf', side: 'right' } as const;
const told = (
  answer: string,
  day: number,
  ...places: (typeof LEFT | typeof RIGHT)[]
): ToldAfter => ({
  answer,
  places,
  at: day * DAY,
});
const seen = (
  bruised: boolean,
  day: number,
  of: typeof LEFT | typeof RIGHT = LEFT,
): BruiseSeen => ({
  ...of,
  thread: 'one',
  bruised,
  at: day * DAY,
});
const resting = (all: { told?: ToldAfter[]; seen?: BruiseSeen[] }) =>
  restsOf({ told: [], seen: [], ...all }, 'UTC').map(placeKey);

describe('a bruised place rests (common practice, no published source)', () => {
  it('from the moment it is told until it is said to have gone', () => {
    expect(resting({ told: [told('bruised', 1, LEFT)] })).toEqual(['calf:left']);
    expect(resting({ told: [told('bruised', 1, LEFT), told('none', 2)] })).toEqual(['calf:left']);
    expect(resting({ told: [told('bruised', 1, LEFT), told('bruise-gone', 5, LEFT)] })).toEqual([]);
    expect(
      resting({ told: [told('bruised', 1, LEFT, RIGHT), told('bruise-gone', 5, LEFT)] }),
    ).toEqual(['calf:right']);
    expect(resting({ told: [told('bruise-gone', 1, LEFT), told('bruised', 2, LEFT)] })).toEqual([
      'calf:left',
    ]);
  });

  it('the same when the therapist sees it, until the place is looked at again without one', () => {
    expect(resting({ seen: [seen(true, 1)] })).toEqual(['calf:left']);
    expect(resting({ seen: [seen(true, 1), seen(false, 8)] })).toEqual([]);
    expect(resting({ seen: [seen(true, 1)], told: [told('bruise-gone', 4, LEFT)] })).toEqual([]);
  });

  it('until the therapist looks there and sees none, unless another point of the place bears one', () => {
    expect(resting({ told: [told('bruised', 1, LEFT)], seen: [seen(false, 2)] })).toEqual([]);
    expect(resting({ told: [told('bruised', 1, LEFT)], seen: [seen(false, 2, RIGHT)] })).toEqual([
      'calf:left',
    ]);
    const other = { ...seen(false, 3), thread: 'two' };
    expect(resting({ seen: [seen(true, 2), other] })).toEqual(['calf:left']);
    expect(resting({ seen: [seen(true, 2), other, seen(false, 4)] })).toEqual([]);
  });

  it('soreness alone rests nothing', () => {
    expect(resting({ told: [told('sore', 1, LEFT), told('little-sore', 1, RIGHT)] })).toEqual([]);
  });
});

describe('what went numb, or was felt elsewhere and stayed (common practice, no published source)', () => {
  it.each(['numb', 'travelling'])('rests for “%s” until a therapist has looked at it', (answer) => {
    const stopped = [told(answer, 1, LEFT)];
    expect(resting({ told: stopped })).toEqual(['calf:left']);
    expect(resting({ told: [...stopped, told('bruise-gone', 2, LEFT)] })).toEqual(['calf:left']);
    expect(resting({ told: stopped, seen: [seen(false, 2)] })).toEqual(['calf:left']);
    expect(resting({ told: [...stopped, told(LOOKED_AT, 3, RIGHT)] })).toEqual(['calf:left']);
    expect(resting({ told: [...stopped, told(LOOKED_AT, 3, LEFT)] })).toEqual([]);
    // Told again after it was looked at, it rests again.
    const again = [...stopped, told(LOOKED_AT, 3, LEFT), told(answer, 4, LEFT)];
    expect(resting({ told: again })).toEqual(['calf:left']);
  });

  it('is the graver reason, and what is looked at still rests for its bruise', () => {
    const both = [told('bruised', 1, LEFT), told('numb', 2, LEFT)];
    const of = (all: ToldAfter[]) => restsOf({ told: all, seen: [] }, 'UTC');
    expect(of(both)).toEqual([{ ...LEFT, since: '1970-01-03', why: 'numb', from: 'told' }]);
    expect(of([...both, told(LOOKED_AT, 3, LEFT)])).toEqual([
      { ...LEFT, since: '1970-01-02', why: 'bruise', from: 'told' },
    ]);
  });

  it('never rests less for one thing told more, but by the word that ends it', () => {
    const any = fc
      .tuple(
        fc.constantFrom('bruised', 'numb', 'travelling', 'sore', 'none'),
        fc.nat(9),
        fc.constantFrom(LEFT, RIGHT),
      )
      .map(([answer, at, place]) => told(answer, at, place));
    fc.assert(
      fc.property(fc.array(any), any, (all, more) => {
        const before = resting({ told: all });
        expect(resting({ told: [...all, more] })).toEqual(expect.arrayContaining(before));
      }),
    );
  });

  it('is named by its place, as a therapist’s word is about it', () => {
    expect(wordOnPlace(lookedAbout(LEFT))).toEqual({ answer: LOOKED_AT, place: LEFT });
    expect(wordOnPlace(laidAbout(LEFT))).toEqual({ answer: LAID_TO_REST, place: LEFT });
    for (const about of ['told', 'numb:line', 'looked at:', 'looked at:calf', 'let rest:calf:up'])
      expect(wordOnPlace(about)).toBeNull();
  });

  it('rests when a therapist lets it rest, until they have looked at it; a bruise there outlasts that', () => {
    const laid = told(LAID_TO_REST, 1, LEFT);
    expect(restsOf({ told: [laid], seen: [] }, 'UTC')).toMatchObject([
      { ...LEFT, why: 'laid', from: 'seen' },
    ]);
    const looked = told(LOOKED_AT, 2, LEFT);
    expect(restsOf({ told: [laid, looked], seen: [] }, 'UTC')).toEqual([]);
    // That a bruise has gone does not end what the therapist said.
    const bruise = told('bruised', 0, LEFT);
    expect(restsOf({ told: [bruise, laid], seen: [] }, 'UTC')).toMatchObject([{ why: 'bruise' }]);
    expect(
      restsOf({ told: [bruise, laid, told('bruise-gone', 3, LEFT)], seen: [] }, 'UTC'),
    ).toMatchObject([{ why: 'laid' }]);
    expect(restsOf({ told: [bruise, laid, looked], seen: [] }, 'UTC')).toMatchObject([
      { why: 'bruise' },
    ]);
  });
});

describe('a routine with places that rest', () => {
  const routine = routineWith(
    itemFor('calf', { id: 'calf' }),
    itemFor('sole-roll', { id: 'sole' }),
  );

  it('leaves their holds out and no other, and takes no longer', () => {
    const place = fc.constantFrom(
      LEFT,
      RIGHT,
      { siteId: 'sole-roll', side: 'left' } as const,
      { siteId: 'sole-roll', side: 'right' } as const,
    );
    const why = fc.constantFrom('bruise', 'numb', 'travelling');
    fc.assert(
      fc.property(fc.array(place), why, (places, because) => {
        const keys = new Set(places.map(placeKey));
        const steps = restSteps(
          expand(routine),
          places.map((one) => ({ ...one, why: because })),
        );
        for (const step of steps) {
          if (!isHold(step)) continue;
          const rests = placesPressed(step).some((key) => keys.has(key));
          expect(step.leftOut !== undefined).toBe(rests);
        }
        expect(secondsLeft(begin(steps))).toBeLessThanOrEqual(secondsLeft(begin(expand(routine))));
      }),
    );
  });
});

describe('a day after in words', () => {
  it('says where, and what came besides', () => {
    expect(afterWords({ response: null })).toBeNull();
    expect(afterWords({ response: 'none' })).toBe('nothing to notice');
    expect(afterWords({ response: 'bruised', places: [LEFT], besides: ['headache'] })).toBe(
      'bruised (calf, left), a headache afterwards',
    );
    const both = [LEFT, { ...LEFT, side: 'right' as const }, { ...LEFT, siteId: 'chest' }];
    expect(afterWords({ response: 'sore', places: both })).toBe(
      'sore (calf, both sides; chest, left)',
    );
  });
});
