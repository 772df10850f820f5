import { lookOf, placeValue } from './looking';

const asks = (search: string) => lookOf(new URLSearchParams(search));
const ALL = { period: null, days: null, siteId: null, side: null, thread: null };

describe('what the address of a review asks for', () => {
  it('is what is usual where nothing is asked', () => {
    expect(asks('')).toEqual(ALL);
  });

  it('is a period, or days of their own', () => {
    expect(asks('period=4+weeks').period).toBe('4 weeks');
    expect(asks('period=all').period).toBe('all');
    expect(asks('from=2026-01-05&to=2026-02-01').days).toEqual({
      from: '2026-01-05',
      to: '2026-02-01',
    });
  });

  it('is a site, a side of it or a point there, and comes back as it was written', () => {
    for (const place of [
      { siteId: 'calf', side: null, thread: null },
      { siteId: 'calf', side: 'left' as const, thread: null },
      { siteId: 'calf', side: 'left' as const, thread: 'a-thread' },
    ])
      expect(asks(`place=${placeValue(place)}`)).toEqual({ ...ALL, ...place });
  });

  it.each([
    'period=forever',
    'from=2026-02-01&to=2026-01-05',
    'from=2026-02-30&to=2026-03-05',
    'from=2026-02-01',
    'place=',
    `place=${'x'.repeat(200)}`,
  ])('%s asks for nothing that is not there', (search) => {
    expect(asks(search)).toEqual(ALL);
  });
});
