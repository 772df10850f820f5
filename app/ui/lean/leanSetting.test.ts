import fc from 'fast-check';
import { BODY_BOUNDS, LEAN_LIMITS, USUAL_BODY } from '#core/loading';
import { inOtherUnits, poseFrom, settingFrom, type Setting } from './leanSetting';

const setting = (change: Partial<Setting> = {}): Setting => ({
  ...settingFrom(new URLSearchParams()),
  ...change,
});
const inside = (least: number, most: number) => fc.integer({ min: least, max: most }).map(String);
const anySetting = fc
  .record({
    mode: fc.constantFrom('wall' as const, 'floor' as const),
    mass: inside(BODY_BOUNDS.massKilograms.least, BODY_BOUNDS.massKilograms.most),
    stature: inside(
      Math.ceil(BODY_BOUNDS.statureMetres.least * 100),
      Math.floor(BODY_BOUNDS.statureMetres.most * 100),
    ),
    height: fc.integer({ min: 0, max: 300 }).map(String),
    feet: fc.integer({ min: 0, max: 200 }).map(String),
    at: fc.integer({ min: 0, max: 300 }).map(String),
  })
  .map((given) => setting(given));

describe('what the address says of a lean', () => {
  it('is usual where it says nothing, and kept as typed where it cannot be read', () => {
    expect(poseFrom(setting())).toMatchObject({
      body: USUAL_BODY,
      massTrouble: null,
      statureTrouble: null,
      height: { metres: 1.24, trouble: null },
      feet: { metres: 0.2, trouble: null },
    });
    const typed = settingFrom(new URLSearchParams({ mass: 'heavy', feet: '-3' }));
    expect([typed.mass, typed.feet]).toEqual(['heavy', '-3']);
    const posed = poseFrom(typed);
    expect(posed.massTrouble).toMatch(/^Body mass must be a number between \d+ and \d+ kg\.$/);
    expect(posed.feet.trouble).toMatch(/^The feet’s distance must be a number between 0 and /);
    expect(posed.body).toEqual(USUAL_BODY);
  });

  it('takes a decimal comma, and says bounds in the units that are shown', () => {
    expect(poseFrom(setting({ mass: '71,5' })).body.massKilograms).toBe(71.5);
    const pounds = poseFrom(setting({ units: 'imperial', mass: '2' }));
    expect(pounds.massTrouble).toMatch(/ lb\.$/);
    expect(poseFrom(setting({ units: 'imperial', stature: '9' })).statureTrouble).toMatch(/ in\.$/);
  });

  it('never poses a body that cannot stand so, whatever is typed', () => {
    fc.assert(
      fc.property(anySetting, (given) => {
        const { body, height, feet, at, feetMost } = poseFrom(given);
        const tall = body.statureMetres;
        const within = (value: number, { least, most }: { least: number; most: number }) => {
          expect(value).toBeGreaterThanOrEqual(least * tall - 1e-6);
          expect(value).toBeLessThanOrEqual(most * tall + 1e-6);
        };
        within(height.metres, LEAN_LIMITS.height);
        within(at.metres, LEAN_LIMITS.floor);
        expect(feet.metres).toBeGreaterThanOrEqual(0);
        expect(feet.metres).toBeLessThanOrEqual(feetMost + 1e-6);
        // What was brought back into its bounds says so; a bound as it is shown is none.
        const typed = Number(given.height) / 100;
        expect(height.trouble === null).toBe(Math.abs(typed - height.metres) < 0.005);
      }),
    );
  });

  it('stays the same body at the same place in the other units, and back', () => {
    fc.assert(
      fc.property(anySetting, (given) => {
        const posed = poseFrom(given);
        const other = { ...given, ...inOtherUnits(given, posed) };
        expect(other.units).toBe('imperial');
        const there = poseFrom(other);
        // Figures are shown to two or three places: as near as that.
        expect(there.body.massKilograms / posed.body.massKilograms).toBeCloseTo(1, 1);
        expect(there.body.statureMetres).toBeCloseTo(posed.body.statureMetres, 1);
        const back = { ...other, ...inOtherUnits(other, there) };
        expect(back.units).toBe('metric');
        expect(poseFrom(back).body.statureMetres).toBeCloseTo(posed.body.statureMetres, 1);
      }),
    );
  });
});
