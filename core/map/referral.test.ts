import fc from 'fast-check';
import {
  BODY_PART_IDS,
  BODY_PARTS,
  findSite,
  WORKABLE_SITES,
  type BodyPartId,
} from '#core/anatomy';
import { pointSchema, referralCm, referralRows, type TenderPoint } from './index';

const at = (siteId: string, ...refersTo: BodyPartId[]) => ({
  siteId,
  across: 0,
  down: 0,
  refersTo,
});
const sites = WORKABLE_SITES.map(({ id }) => id);

describe('how far a point sends', () => {
  it('is no distance when it sends nowhere, and none at all when nobody asked', () => {
    expect(referralCm(at('deep-buttock'), 1.7)).toBe(0);
    expect(referralCm({ ...at('deep-buttock'), refersTo: null }, 1.7)).toBeNull();
  });

  it('is measured on the body: down the leg is farther than within the buttock', () => {
    // By a tape on a body of 1.70 m the hollow behind the knee lies about 35 cm below the deep buttock.
    expect(referralCm(at('deep-buttock', 'back-of-leg'), 1.7)).toBe(60);
    expect(referralCm(at('deep-buttock', 'buttock'), 1.7)).toBeLessThanOrEqual(15);
    expect(referralCm(at('scalene-front', 'hand'), 1.7)).toBe(80);
    // A front and a back of one body: what lies behind is not a body away.
    expect(referralCm(at('below-ridge', 'front-of-shoulder'), 1.7)).toBe(10);
  });

  it('every site to wherever it may send: 5 cm to the length of a leg, in steps of 5 cm', () => {
    for (const site of WORKABLE_SITES) {
      for (const part of site.refersTo) {
        const cm = referralCm(at(site.id, part), 1.7);
        expect([site.id, part, cm !== null && cm >= 5 && cm <= 90 && cm % 5 === 0]).toEqual([
          site.id,
          part,
          true,
        ]);
      }
    }
  });

  it('never gets nearer by another part, nor by a taller body', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...sites),
        fc.uniqueArray(fc.constantFrom(...BODY_PART_IDS), { minLength: 1, maxLength: 4 }),
        fc.constantFrom(...BODY_PART_IDS),
        fc.double({ min: 1.4, max: 1.9, noNaN: true }),
        (siteId, parts, more, stature) => {
          const cm = referralCm(at(siteId, ...parts), stature) ?? -1;
          expect(cm).toBeGreaterThan(0);
          expect(referralCm(at(siteId, ...parts, more), stature)).toBeGreaterThanOrEqual(cm);
          expect(referralCm(at(siteId, ...parts), stature + 0.1)).toBeGreaterThanOrEqual(cm);
        },
      ),
    );
  });
});

describe('how far points send over the visits', () => {
  const thread = '00000000-0000-7000-8000-000000000001';
  const found = (day: string, refersTo: BodyPartId[] | null, more: Partial<TenderPoint> = {}) => ({
    ...pointSchema.parse({
      thread,
      siteId: 'deep-buttock',
      side: 'left',
      across: 0,
      down: 0,
      rating: 5,
      refersTo,
      ...more,
    }),
    day,
  });
  const only = (...points: ReturnType<typeof found>[]) => referralRows(points, 1.7)[0];

  it('says less far, farther, as far, and that once is once', () => {
    const near: BodyPartId[] = ['buttock'];
    const far: BodyPartId[] = ['back-of-leg'];
    expect(only(found('2026-01-05', far))).toMatchObject({
      verdict: 'once',
      says: 'Sends about 60 cm (back of the leg); asked once.',
    });
    expect(only(found('2026-01-05', far), found('2026-01-19', near))?.verdict).toBe('less far');
    expect(only(found('2026-01-05', far), found('2026-01-19', []))?.says).toBe(
      'Sent about 60 cm (back of the leg) at first, nowhere last time: less far.',
    );
    expect(only(found('2026-01-05', near), found('2026-01-19', far))?.verdict).toBe('farther');
    expect(only(found('2026-01-05', far), found('2026-01-19', far))?.verdict).toBe('as far');
  });

  it('a point that came and went between is no clear change', () => {
    const row = only(
      found('2026-01-05', ['buttock']),
      found('2026-01-19', ['back-of-leg']),
      found('2026-02-02', []),
    );
    expect(row?.verdict).toBe('as far');
    expect(row?.says).toContain('no clear change');
  });

  it('leaves out what was not asked and what never sent; of one day the last finding holds', () => {
    expect(referralRows([found('2026-01-05', null), found('2026-01-19', [])], null)).toEqual([]);
    const row = only(
      found('2026-01-05', ['back-of-leg']),
      found('2026-01-05', ['buttock']),
      found('2026-01-19', null),
    );
    expect(row?.seen).toHaveLength(1);
    expect(row?.seen[0]?.parts).toEqual(['buttock']);
  });

  it('names the parts as people do', () => {
    const site = findSite('deep-buttock');
    const part = site?.refersTo[0];
    if (!part) throw new RangeError('it sends somewhere');
    expect(only(found('2026-01-05', [part]))?.says).toContain(BODY_PARTS[part].name);
  });
});
