import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import {
  addDays,
  askedBetween,
  dayOf,
  daysBetween,
  isDay,
  isTimeZone,
  quietDays,
  weekdayOf,
  weekOf,
} from './index';

const anyDay = fc.integer({ min: 0, max: 40_000 }).map((n) => addDays('1970-01-01', n));

describe('days', () => {
  it('belong to the client’s zone, on both sides of midnight and of a clock change', () => {
    expect(dayOf(Date.UTC(2026, 0, 31, 23, 30), 'Europe/Copenhagen')).toBe('2026-02-01');
    expect(dayOf(Date.UTC(2026, 0, 31, 23, 30), 'America/Halifax')).toBe('2026-01-31');
    // Clocks go forward in Copenhagen at 01:00 UTC on 29 March 2026.
    expect(dayOf(Date.UTC(2026, 2, 28, 22, 59), 'Europe/Copenhagen')).toBe('2026-03-28');
    expect(dayOf(Date.UTC(2026, 2, 29, 22, 1), 'Europe/Copenhagen')).toBe('2026-03-30');
  });

  it('agree with the platform’s own calendar (Intl)', () => {
    const format = new Intl.DateTimeFormat('en-CA', { timeZone: 'Pacific/Auckland' });
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 4e12 }), (instant) => {
        expect(dayOf(instant, 'Pacific/Auckland')).toBe(format.format(instant));
      }),
    );
  });

  it('count there and back', () => {
    fc.assert(
      fc.property(anyDay, fc.integer({ min: -500, max: 500 }), (day, n) => {
        expect(daysBetween(day, addDays(day, n))).toBe(n);
      }),
    );
  });

  it('are added, counted and named as the calendar of Temporal has them', () => {
    const day = fc
      .tuple(
        fc.integer({ min: 1900, max: 2199 }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1, max: 28 }),
      )
      .map(([year, month, ofMonth]) => new Temporal.PlainDate(year, month, ofMonth));
    fc.assert(
      fc.property(day, day, fc.integer({ min: -4000, max: 4000 }), (a, b, days) => {
        expect(addDays(a.toString(), days)).toBe(a.add({ days }).toString());
        expect(daysBetween(a.toString(), b.toString())).toBe(
          a.until(b, { largestUnit: 'days' }).days,
        );
        expect(weekdayOf(a.toString())).toBe(a.dayOfWeek);
      }),
    );
    for (const none of ['2026-02-30', '2026-13-01', '', 'soon'])
      expect(() => addDays(none, 1)).toThrow(RangeError);
  });

  it('lie in weeks that begin on Monday', () => {
    expect(weekOf('2026-11-25')).toBe('2026-11-23');
    fc.assert(
      fc.property(anyDay, (day) => {
        expect(weekdayOf(weekOf(day))).toBe(1);
        expect(daysBetween(weekOf(day), day)).toBe(weekdayOf(day) - 1);
      }),
    );
  });

  it('know a day and a zone from what is none', () => {
    expect(['2026-02-29', '2026-2-1', '1 Feb', '', '2026-13-01'].filter(isDay)).toEqual([]);
    expect(isDay('2028-02-29')).toBe(true);
    expect(['Mars/Base', '', '+02:00'].filter(isTimeZone)).toEqual([]);
    expect(isTimeZone('Europe/Copenhagen')).toBe(true);
  });
});

describe('sessions asked for', () => {
  it('change with the version in force', () => {
    const periods = [
      { from: '2026-01-05', timesPerWeek: 7 },
      { from: '2026-01-08', timesPerWeek: 14 },
    ];
    expect(askedBetween(periods, '2026-01-05', '2026-01-11')).toBe(3 + 8);
    expect(askedBetween(periods, '2025-12-29', '2026-01-04')).toBe(0);
    expect(askedBetween([], '2026-01-05', '2026-01-11')).toBe(0);
  });

  it('of a whole week are the times a week', () => {
    fc.assert(
      fc.property(anyDay, fc.integer({ min: 1, max: 14 }), (day, timesPerWeek) => {
        const monday = weekOf(day);
        const asked = askedBetween(
          [{ from: '1969-01-06', timesPerWeek }],
          monday,
          addDays(monday, 6),
        );
        expect(asked).toBe(timesPerWeek);
      }),
    );
  });
});

describe('going quiet', () => {
  it('counts from the last session, or from the issue when there was none', () => {
    const today = '2026-11-25';
    expect(quietDays({ lastPractised: '2026-11-20', firstIssued: '2026-10-01', today })).toBe(5);
    expect(quietDays({ lastPractised: null, firstIssued: '2026-11-22', today })).toBe(3);
    expect(quietDays({ lastPractised: null, firstIssued: null, today })).toBe(0);
    expect(quietDays({ lastPractised: '2026-11-26', firstIssued: null, today })).toBe(0);
  });
});
