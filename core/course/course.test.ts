import fc from 'fast-check';
import { addDays, askedBetween, type AskPeriod } from '#core/calendar';
import { askedWithin, OUTCOMES, outcomeWords, overOf, type CourseStep } from './index';

const day = (n: number) => addDays('2026-01-05', n);
const ended = (n: number): CourseStep => ({
  what: 'ended',
  outcome: 'goal met',
  goesOn: false,
  word: '',
  day: day(n),
});
const resumed = (n: number): CourseStep => ({ what: 'resumed', word: '', day: day(n) });

describe('a course', () => {
  it('is over from its end until it is taken up again; the last word holds', () => {
    expect(overOf([])).toBeNull();
    expect(overOf([ended(3)])).toMatchObject({ outcome: 'goal met', day: day(3) });
    expect(overOf([ended(3), resumed(9)])).toBeNull();
    expect(overOf([ended(3), resumed(9), ended(20)])).toMatchObject({ day: day(20) });
  });

  it('asks for nothing while it is over, and for the same as before once it is taken up', () => {
    const periods = [{ from: day(0), timesPerWeek: 7 }];
    const asked = (from: number, to: number, ...steps: CourseStep[]) =>
      askedBetween(askedWithin(periods, steps), day(from), day(to));
    expect(asked(0, 13)).toBe(14);
    expect(asked(0, 13, ended(7))).toBe(7);
    expect(asked(7, 13, ended(7))).toBe(0);
    expect(asked(0, 13, ended(7), resumed(10))).toBe(11);
  });

  it('asks for what was issued meanwhile once it is taken up, and not before', () => {
    const periods = [
      { from: day(0), timesPerWeek: 7 },
      { from: day(8), timesPerWeek: 14 },
    ];
    const asked = askedWithin(periods, [ended(7), resumed(10)]);
    expect(askedBetween(asked, day(7), day(9))).toBe(0);
    expect(askedBetween(asked, day(10), day(13))).toBe(8);
  });

  it('never asks for more than without its end, and for no less outside of it', () => {
    const anyPeriods = fc.array(
      fc.record({ at: fc.nat(60), timesPerWeek: fc.integer({ min: 1, max: 14 }) }),
      {
        minLength: 1,
        maxLength: 5,
      },
    );
    const anySteps = fc.array(fc.tuple(fc.boolean(), fc.nat(60)), { maxLength: 6 });
    fc.assert(
      fc.property(anyPeriods, anySteps, fc.nat(60), (given, turns, on) => {
        const periods: AskPeriod[] = given
          .sort((a, b) => a.at - b.at)
          .map(({ at, timesPerWeek }) => ({ from: day(at), timesPerWeek }));
        const steps = turns
          .sort((a, b) => a[1] - b[1])
          .map(([isEnd, at]) => (isEnd ? ended(at) : resumed(at)));
        // In a week a day asks for a seventh: seven days alike ask for all of it.
        const of = (all: readonly AskPeriod[]) =>
          all.findLast(({ from }) => from <= day(on))?.timesPerWeek ?? 0;
        const isOver = steps.findLast((step) => step.day <= day(on))?.what === 'ended';
        expect(of(askedWithin(periods, steps))).toBe(isOver ? 0 : of(periods));
      }),
    );
  });

  it('names its outcomes in a word or two', () => {
    expect(OUTCOMES.map(({ id }) => outcomeWords(id))).toEqual([
      'goal met',
      'no change',
      'referred to somebody else',
      'stopped',
    ]);
  });
});
