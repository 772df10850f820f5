import fc from 'fast-check';
import { addDays, dayOfYears, daysBetween, isDay, yearsBetween } from '#core/calendar';
import { keptUntil } from './index';

const anyDay = fc.integer({ min: 0, max: 40_000 }).map((n) => addDays('1940-01-01', n));

describe('until when a record is kept', () => {
  it('is counted from the last contact, or from coming of age where that is later', () => {
    expect(keptUntil({ lastContact: '2026-03-10', bornOn: '1980-05-05' }, 10)).toEqual({
      until: '2036-03-10',
      from: '2026-03-10',
      counts: 'last contact',
    });
    expect(keptUntil({ lastContact: '2026-03-10', bornOn: '2012-05-05' }, 10)).toEqual({
      until: '2040-05-05',
      from: '2030-05-05',
      counts: 'of age',
    });
    expect(keptUntil({ lastContact: '2024-02-29', bornOn: null }, 1).until).toBe('2025-03-01');
  });

  it('is never before the last contact nor before they are of age, and a year more is a year more', () => {
    fc.assert(
      fc.property(anyDay, fc.option(anyDay), fc.nat(50), (lastContact, bornOn, years) => {
        const { until } = keptUntil({ lastContact, bornOn }, years);
        expect(isDay(until)).toBe(true);
        expect(until >= lastContact).toBe(true);
        if (bornOn !== null && bornOn < until)
          expect(yearsBetween(bornOn, until)).toBeGreaterThanOrEqual(18);
        const more = keptUntil({ lastContact, bornOn }, years + 1).until;
        expect([365, 366]).toContain(daysBetween(until, more));
        expect(dayOfYears(until, 0)).toBe(until);
      }),
    );
  });
});
