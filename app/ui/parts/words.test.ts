import fc from 'fast-check';
import { addDays } from '#core/calendar';
import { fade, itemFor, sweep, timed } from '#core/examples';
import { lineWords } from '../plan/doseWords';
import { clockBand, clockTime, counted, longDay, minutesBand, nearDay, shortDay } from './words';

const anyDay = fc.integer({ min: 0, max: 30_000 }).map((n) => addDays('2000-01-01', n));

describe('days in words', () => {
  it('name what is near and date what is far', () => {
    const today = '2026-11-25';
    expect(nearDay('2026-11-25', today)).toBe('today');
    expect(nearDay('2026-11-24', today)).toBe('yesterday');
    expect(nearDay('2026-11-26', today)).toBe('tomorrow');
    expect(nearDay('2026-11-20', today)).toBe('Friday');
    expect(nearDay('2026-11-18', today)).toBe('18 Nov');
    expect(nearDay('2025-11-18', today)).toBe('18 Nov 2025');
    expect(longDay('2026-11-25')).toBe('Wednesday 25 November');
  });

  it('agree with the platform on weekday, day and month (Intl)', () => {
    const part = (options: Intl.DateTimeFormatOptions, day: string) =>
      new Intl.DateTimeFormat('en-GB', { ...options, timeZone: 'UTC' }).format(
        Date.parse(`${day}T00:00:00Z`),
      );
    fc.assert(
      fc.property(anyDay, (day) => {
        expect(longDay(day)).toBe(
          [
            part({ weekday: 'long' }, day),
            part({ day: 'numeric' }, day),
            part({ month: 'long' }, day),
          ].join(' '),
        );
        expect(shortDay(day).split(' ')[1]).toBe(part({ month: 'long' }, day).slice(0, 3));
      }),
    );
  });
});

describe('times in words', () => {
  it.each([
    [0, '0:00'],
    [9.4, '0:09'],
    [59.6, '1:00'],
    [90, '1:30'],
    [3599, '59:59'],
    [3725, '1:02:05'],
  ])('%d s is %s', (seconds, text) => {
    expect(clockTime(seconds)).toBe(text);
  });

  it('are bands only where their ends differ', () => {
    expect(clockBand({ least: 60, most: 60.2 })).toBe('1:00');
    expect(clockBand({ least: 40, most: 180 })).toBe('0:40–3:00');
    expect(minutesBand({ least: 350, most: 541 })).toBe('6–10');
    expect(minutesBand({ least: 10, most: 20 })).toBe('1');
  });

  it('of a band in minutes never promise less than its longest', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 7200 }), (most) => {
        const said = Number(minutesBand({ least: most, most }).split('–').at(-1));
        expect(said * 60).toBeGreaterThanOrEqual(most);
        expect(said * 60 - most).toBeLessThan(60);
      }),
    );
  });
});

describe('counts and doses in words', () => {
  it('are singular for one', () => {
    expect([counted(1, 'hold'), counted(0, 'hold'), counted(2, 'pass', 'passes')]).toEqual([
      '1 hold',
      '0 holds',
      '2 passes',
    ]);
  });

  it('say method, time, points, sides and the extra share', () => {
    const item = itemFor('side-low-back', {
      dose: fade(20, 90),
      points: 2,
      affectedSide: 'left',
      extraPoints: 1,
    });
    expect(lineWords(item)).toBe('until it fades, 0:20–1:30 · 2 points a side, +1 left');
    const one = itemFor('skull-base', {
      dose: timed(30),
      sides: 'right',
      repetitions: 3,
      extraPoints: 0,
    });
    expect(lineWords(one)).toBe('hold 0:30 · 1 point × 3, right only');
    const passes = itemFor('middle-quad', { dose: sweep(60), points: 2, extraPoints: 0 });
    expect(lineWords(passes)).toBe('sweep 1:00 · 2 passes a side');
    expect(lineWords(itemFor('breastbone'))).toMatch(/ · 1 point$/);
  });
});
