import fc from 'fast-check';
import { LAY_WORDS } from './complaints';
import { cautionsFor, nearestQuery, searchSites, SITES } from './index';

const ids = (query: string) => searchSites(query).map(({ site }) => site.id);

describe('what people type', () => {
  // Common practice, no published source: what is looked at first for each.
  it.each([
    ['knee gives way', 'inner-quad'],
    ['my knee is giving way on the stairs', 'inner-quad'],
    ['gives way', 'inner-quad'],
    ['front of knee', 'middle-quad'],
    ['above the kneecap', 'middle-quad'],
    ['front of thigh', 'middle-quad'],
    ['stiff after sitting', 'deep-quad'],
    ['heel', 'heel-arch'],
    ['lumbago', 'side-low-back'],
    ['sciatica', 'deep-buttock'],
    ['stiff neck', 'neck-levator'],
    ['tight shoulders', 'blade-corner'],
    ['headache', 'skull-base'],
    ['migraine', 'skull-base'],
    ['headache behind the eye', 'shoulder-ridge'],
    ['headache over the brow', 'brow'],
    ['jaw clicks', 'jaw-outside'],
    ['TMJ', 'jaw-outside'],
    ['cannot reach overhead', 'armpit'],
    ['typing', 'outer-forearm'],
    ['QL', 'side-low-back'],
    ['TFL', 'hip-front'],
    ['SCM', 'front-side-neck'],
    ['ITB', 'outer-thigh-band'],
    ['IT band', 'outer-thigh-band'],
    ['glute med', 'upper-outer-buttock'],
    ['glutes', 'big-buttock'],
    ['lats', 'side-of-trunk'],
    ['traps', 'shoulder-ridge'],
    ['rotator cuff', 'above-ridge'],
    ['levator', 'neck-levator'],
    ['pecs', 'chest'],
    ['quads', 'middle-quad'],
    ['hammies', 'hamstrings'],
    ['lat', 'side-of-trunk'],
    ['inner quad', 'inner-quad'],
    ['outer quad', 'outer-quad'],
    ['vmo', 'inner-quad'],
    ['rec fem', 'middle-quad'],
    ['butt', 'deep-buttock'],
    ['foot', 'mid-sole'],
    ['ball of the foot', 'between-rays'],
    ['dimples', 'dimple-points'],
    ['SI joint', 'dimple-points'],
    ['hips', 'hip-front'],
    ['calves', 'calf'],
    ['tennis elbow', 'outer-forearm'],
  ])('“%s” leads to %s first', (query, first) => {
    expect(ids(query)[0] ?? null).toBe(first);
  });

  it('names every place that is looked at for a complaint, each once, those that are looked at first before others', () => {
    const found = searchSites('headache').filter(({ ground }) => ground === 'said');
    expect(found.map(({ site }) => site.id)).toEqual([
      ...['skull-base', 'shoulder-ridge', 'brow'],
      ...['front-side-neck', 'jaw-outside', 'scalene-front'],
    ]);
    expect(found[0]?.words).toBe('headache like a band');
  });

  it('puts the name that is closest first', () => {
    expect(ids('chest').slice(0, 2)).toEqual(['chest', 'chest-under']);
    expect(ids('inner thigh')[0]).toBe('inner-thigh');
    expect(ids('triceps')[0]).toBe('triceps');
    // A site of that name comes before one that is looked at for it.
    expect(searchSites('calf')[0]).toMatchObject({ ground: 'name', site: { id: 'calf' } });
  });

  it('finds each site by either of its names, and by what therapists call it, first of all', () => {
    for (const { id, plainName, anatomicalName } of SITES) {
      expect([plainName, ids(plainName)[0]]).toEqual([plainName, id]);
      expect(ids(anatomicalName)).toContain(id);
      const called = id.replaceAll('-', ' ');
      expect([called, ids(called)[0]]).toEqual([called, id]);
    }
  });

  it('finds what is looked at also where a name answers first', () => {
    for (const query of ['sole', 'plantar', 'heel']) {
      expect(ids(query)).toEqual(expect.arrayContaining(['heel-arch', 'mid-sole', 'calf']));
    }
  });

  it('finds something for everything people say, but where somebody has to examine first', () => {
    for (const { says, lookAt, care } of LAY_WORDS) {
      for (const phrase of says) {
        if (lookAt.length > 0)
          expect([phrase, ids(phrase)]).toEqual([phrase, expect.arrayContaining([...lookAt])]);
        else expect([phrase, cautionsFor(phrase)]).toEqual([phrase, [care]]);
      }
    }
  });
});

describe('before anything is pressed', () => {
  it('says who has to be examined first', () => {
    expect(cautionsFor('sciatica')[0]).toMatch(/examination in person/);
    expect(cautionsFor('numb')[0]).toMatch(/examination in person/);
    expect(cautionsFor('migraine')).toHaveLength(1);
    expect(cautionsFor('knee gives way')[0]).toMatch(/locks, swells/);
    expect(cautionsFor('calf')).toEqual([]);
    expect(cautionsFor('')).toEqual([]);
  });
});

describe('a search that finds nothing', () => {
  it.each([
    ['pirifromis', 'piriformis'],
    ['sciatcia', 'sciatica'],
    ['hedache', 'headache'],
    ['trapezuis', 'trapezius'],
    ['scull base', 'skull base'],
    ['migrane', 'migraine'],
  ])('for “%s” suggests “%s”', (query, meant) => {
    expect(ids(query)).toEqual([]);
    expect(nearestQuery(query)).toBe(meant);
  });

  it('suggests nothing for nonsense, and nothing where something was found', () => {
    for (const query of ['xyzzy', '', '!?', 'calf', 'qqqqqqqq wwwwwww']) {
      expect([query, nearestQuery(query)]).toEqual([query, null]);
    }
  });

  it('never suggests what finds nothing, whatever was typed', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 24 }), (query) => {
        const near = nearestQuery(query);
        if (near !== null) expect(ids(near).length).toBeGreaterThan(0);
      }),
    );
  });
});
