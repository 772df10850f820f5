import fc from 'fast-check';
import { SITES, SIDES, WORKABLE_SITES } from '#core/anatomy';
import { itemFor } from '#core/examples';
import { checkRoutine, foundSites, itemFromMap, withMapped, type MappedPoint } from './index';

const point = (change: Partial<MappedPoint>): MappedPoint => ({
  siteId: 'side-low-back',
  side: 'left',
  rating: 5,
  worst: false,
  ...change,
});
const anyPoint: fc.Arbitrary<MappedPoint> = fc
  .record({
    site: fc.constantFrom(...SITES),
    side: fc.constantFrom(...SIDES),
    rating: fc.nat({ max: 10 }),
    worst: fc.boolean(),
  })
  .map(({ site, side, ...rest }) => ({
    siteId: site.id,
    side: site.midline ? 'mid' : side === 'mid' ? 'left' : side,
    ...rest,
  }));

describe('a line that is there before the map is taken', () => {
  const THREAD = '01890a5d-ac96-774b-bcce-b302099a8057';
  const [found] = foundSites([point({ siteId: 'calf', side: 'left', thread: THREAD })]);
  if (!found) throw new Error('Nothing was found.');
  const line = itemFor('calf', { sides: 'both', points: 3 });

  it('learns which points they are, and keeps all that was prescribed', () => {
    const followed = withMapped(line, found);
    expect(followed).toEqual({
      ...line,
      mapped: [{ thread: THREAD, side: 'left', name: expect.any(String) as string }],
    });
    // Once it knows them there is nothing more to take.
    expect(followed && withMapped(followed, found)).toBeNull();
  });

  it('is left alone where the points are on a side it does not work, of another site, or not followed', () => {
    expect(withMapped({ ...line, sides: 'right' }, found)).toBeNull();
    expect(withMapped(itemFor('shin-side'), found)).toBeNull();
    const [loose] = foundSites([point({ siteId: 'calf', side: 'left' })]);
    expect(loose && withMapped(line, loose)).toBeNull();
  });
});

describe('what the map found', () => {
  it('comes worst first, each site once, without what is gone', () => {
    const found = foundSites([
      point({ siteId: 'calf', rating: 8 }),
      point({ siteId: 'temple', rating: 0 }),
      point({ siteId: 'skull-base', side: 'right', rating: 3, worst: true }),
      point({ rating: 5 }),
      point({ side: 'right', rating: 6 }),
    ]);
    expect(
      found.map(({ site, sides, worseSide, rating }) => [site.id, sides, worseSide, rating]),
    ).toEqual([
      ['skull-base', 'right', null, 3],
      ['calf', 'left', null, 8],
      ['side-low-back', 'both', 'right', 6],
    ]);
  });

  it('is taken on its own side: a mapped side is not silently both', () => {
    const [found] = foundSites([point({ siteId: 'calf', side: 'right' })]);
    if (!found) throw new Error('Nothing was found.');
    expect(itemFromMap(found, 'one')).toMatchObject({
      sides: 'right',
      affectedSide: null,
      points: 1,
    });
  });

  it('is taken with as many points as the cap has room for, more where there are more', () => {
    const ridge = (side: 'left' | 'right', rating: number) =>
      point({ siteId: 'calf', side, rating });
    const [found] = foundSites([
      ridge('left', 6),
      ridge('left', 5),
      ridge('left', 5),
      ridge('right', 2),
    ]);
    if (!found) throw new Error('Nothing was found.');
    expect(itemFromMap(found, 'one')).toMatchObject({
      sides: 'both',
      affectedSide: 'left',
      points: 1,
      extraPoints: 2,
    });
  });

  it('makes, for any map, lines that no rule of their own refuses', () => {
    fc.assert(
      fc.property(fc.array(anyPoint, { maxLength: 12 }), (points) => {
        const found = foundSites(points);
        expect(new Set(found.map(({ site }) => site.id)).size).toBe(found.length);
        for (const one of found) {
          const item = itemFromMap(one, 'line');
          const refused = checkRoutine(
            { items: [item], timesPerWeek: 5, message: '' },
            { minutesPerDay: null, firstVersion: false },
          ).filter(({ verdict }) => verdict === 'refuse');
          expect([item, refused]).toEqual([item, []]);
        }
      }),
    );
  });

  it('knows every site that is worked', () => {
    for (const { id, midline } of WORKABLE_SITES) {
      const [found] = foundSites([point({ siteId: id, side: midline ? 'mid' : 'left' })]);
      expect(found?.site.id).toBe(id);
    }
  });
});

describe('which point it is', () => {
  const THREAD = '01890a5d-ac96-774b-bcce-b302099a805';
  it('goes along with its side and a name a client can follow, the worst first', () => {
    const [found] = foundSites([
      point({ siteId: 'calf', rating: 4, thread: `${THREAD}1`, across: 20, down: -12 }),
      point({ siteId: 'calf', rating: 6, thread: `${THREAD}2`, across: 0, down: 3 }),
      point({
        siteId: 'calf',
        side: 'right',
        rating: 5,
        thread: `${THREAD}3`,
        across: -5,
        down: 0,
      }),
    ]);
    if (!found) throw new Error('Nothing was found.');
    expect(itemFromMap(found, 'one').mapped).toEqual([
      { thread: `${THREAD}2`, side: 'left', name: 'the worst' },
      { thread: `${THREAD}3`, side: 'right', name: '0.5 cm further in' },
      { thread: `${THREAD}1`, side: 'left', name: 'the next: 2 cm further out, 1 cm higher' },
    ]);
  });

  it('is not made up where the map follows none', () => {
    const [found] = foundSites([point({ siteId: 'calf' })]);
    if (!found) throw new Error('Nothing was found.');
    expect(itemFromMap(found, 'one')).not.toHaveProperty('mapped');
  });
});
