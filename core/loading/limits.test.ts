import fc from 'fast-check';
import { known } from '#core/uncertainty';
import {
  BODY_BOUNDS,
  feetForLean,
  feetOf,
  furthestFeet,
  LEAN_LIMITS,
  modelLean,
  newtons,
  USUAL_BODY,
} from './index';

const anyBody = fc.record({
  massKilograms: fc.double({
    min: BODY_BOUNDS.massKilograms.least,
    max: BODY_BOUNDS.massKilograms.most,
    noNaN: true,
  }),
  statureMetres: fc.double({
    min: BODY_BOUNDS.statureMetres.least,
    max: BODY_BOUNDS.statureMetres.most,
    noNaN: true,
  }),
});
/** Of the body’s centre, as a share of stature; as the model takes it at the likeliest. */
const CENTRE = 0.56;
const anyHeight = fc.double({
  min: LEAN_LIMITS.height.least,
  max: LEAN_LIMITS.height.most,
  noNaN: true,
});
const all = { id: 'usual', times: { least: 1, likely: 1, most: 1 } } as unknown as Parameters<
  typeof modelLean
>[0]['adjustment'];

describe('how far the feet can stand from a wall', () => {
  it('is further for a higher contact, and never further than a body leans without sliding', () => {
    fc.assert(
      fc.property(anyBody, anyHeight, anyHeight, ({ statureMetres }, one, other) => {
        const [low, high] = [Math.min(one, other), Math.max(one, other)];
        const [near, far] = [low, high].map((share) =>
          furthestFeet(share * statureMetres, statureMetres),
        );
        expect(near).toBeLessThanOrEqual((far ?? 0) + 1e-12);
        expect(far).toBeLessThanOrEqual(LEAN_LIMITS.feetMost * statureMetres + 1e-12);
        expect(near).toBeGreaterThan(0);
      }),
    );
  });

  it('brings more onto the ball the further they stand, and nothing when they stand below it', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(anyBody, anyHeight, share, share, (body, heightShare, one, other) => {
        const most = furthestFeet(heightShare * body.statureMetres, body.statureMetres);
        const force = (part: number) => {
          const load = modelLean(
            { heightShare, feetMetres: part * most, adjustment: all, side: known(1), contacts: 1 },
            body,
          );
          return load.force({ centre: CENTRE, feet: part * most, adjusted: 1, side: 1, hips: 1 });
        };
        expect(force(0)).toBeCloseTo(0, 9);
        expect(force(Math.min(one, other))).toBeLessThanOrEqual(force(Math.max(one, other)) + 1e-9);
      }),
    );
  });

  it('refuses feet that would slide, with how far they can stand', () => {
    expect(feetOf(1.9, 1.24, USUAL_BODY)).toMatchObject({
      ok: false,
      mistake: { field: 'feet', says: /0 to \d+ cm .* slide/ },
    });
    expect(feetOf(Number.NaN, 1.24, USUAL_BODY).ok).toBe(false);
    expect(feetOf(0.3, 1.24, USUAL_BODY)).toEqual({ ok: true, value: 0.3 });
  });

  it('presses on the wall with the share it was asked for', () => {
    fc.assert(
      fc.property(
        anyBody,
        anyHeight,
        fc.double({ min: 0.05, max: 0.6, noNaN: true }),
        (body, height, ratio) => {
          const feetMetres = feetForLean(ratio, height, body.statureMetres);
          const load = modelLean(
            { heightShare: height, feetMetres, adjustment: all, side: known(1), contacts: 1 },
            body,
          );
          const force = load.force({ centre: CENTRE, feet: feetMetres, adjusted: 1 });
          expect(force / newtons(body.massKilograms)).toBeCloseTo(ratio, 6);
        },
      ),
    );
  });
});
