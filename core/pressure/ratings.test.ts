import { findSite } from '#core/anatomy';
import { USUAL_BODY } from '#core/loading';
import { knownRatings, setupOf, setupMean, type RatedSetup } from './index';

const [setup] = findSite('side-low-back')?.setups ?? [];
if (!setup) throw new Error('the site has a setup');
const rated = (grade: number, change: Partial<RatedSetup> = {}): RatedSetup => ({
  siteId: 'side-low-back',
  grade,
  toolId: setup.toolId,
  positionId: setup.positionId,
  surfaceId: null,
  adjustmentId: null,
  ...change,
});

describe('what a client rated, as grades at pressures', () => {
  it('takes the pressure of the setup it was rated at', () => {
    const modelled = setupOf('side-low-back', rated(4));
    if (!modelled.ok) throw new Error(modelled.mistake.says);
    expect(knownRatings([rated(4)], 'side-low-back', USUAL_BODY)).toEqual([
      { grade: 4, kilopascals: setupMean(modelled.value, USUAL_BODY).value },
    ]);
  });

  it('counts every rating of the site, and none of another', () => {
    const ratings = [rated(4), rated(3), rated(7, { siteId: 'calf' })];
    expect(knownRatings(ratings, 'side-low-back', USUAL_BODY).map(({ grade }) => grade)).toEqual([
      4, 3,
    ]);
  });

  it('leaves out what names a tool or posture that is known no more', () => {
    const ratings = [rated(4, { toolId: 'spoon' }), rated(3, { positionId: 'headstand' })];
    expect(knownRatings(ratings, 'side-low-back', USUAL_BODY)).toEqual([]);
  });

  it('a heavier body had more pressure under the same grade', () => {
    const heavy = { ...USUAL_BODY, massKilograms: USUAL_BODY.massKilograms * 1.5 };
    const [light] = knownRatings([rated(4)], 'side-low-back', USUAL_BODY);
    const [more] = knownRatings([rated(4)], 'side-low-back', heavy);
    expect(more?.kilopascals).toBeGreaterThan(light?.kilopascals ?? Infinity);
  });
});
