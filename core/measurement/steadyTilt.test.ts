import fc from 'fast-check';
import { gravityOf, steadyTilt, TILT_PATIENCE_MS, type TiltSample } from './index';

const EVERY_MS = 50;
/** A phone that is held at each of these angles in turn for so long, moving between them at so many degrees a second. */
function moves(stops: readonly { degrees: number; ms: number }[], speed = 40, tremble = 0) {
  const samples: TiltSample[] = [];
  let at = 0;
  let here = stops[0]?.degrees ?? 0;
  const put = (degrees: number) => {
    const shake = tremble * Math.sin(at / 90);
    samples.push({ at, gravity: gravityOf(90 - degrees - shake, 0) });
    at += EVERY_MS;
  };
  for (const { degrees, ms } of stops) {
    const step = (speed * EVERY_MS) / 1000;
    while (Math.abs(degrees - here) > step) {
      here += Math.sign(degrees - here) * step;
      put(here);
    }
    here = degrees;
    for (let held = 0; held < ms; held += EVERY_MS) put(here);
  }
  return samples;
}

describe('a reading by tilt without a hand free', () => {
  it('is where the phone was held, whatever the speed, the tremble and the way back', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 12, max: 120 }),
        fc.integer({ min: 15, max: 90 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.integer({ min: 0, max: 60 }),
        (degrees, speed, tremble, back) => {
          const stops = [
            { degrees: 0, ms: 1_600 },
            { degrees, ms: 1_600 },
            { degrees: Math.max(0, degrees - back), ms: 400 },
          ];
          const read = steadyTilt(moves(stops, speed, tremble));
          expect(read.phase).toBe('done');
          if (read.phase === 'done')
            expect(Math.abs(read.degrees - degrees)).toBeLessThanOrEqual(3);
        },
      ),
    );
  });

  it('is not taken on the way, before the start is still, nor at a rest on the way back', () => {
    expect(steadyTilt([]).phase).toBe('start');
    expect(steadyTilt(moves([{ degrees: 0, ms: 600 }])).phase).toBe('start');
    const away = moves([
      { degrees: 0, ms: 1_500 },
      { degrees: 60, ms: 300 },
    ]);
    expect(steadyTilt(away)).toEqual({ phase: 'moving', degrees: 60 });
    // Swung to 60° and straight back to 20°, where it stays: it was not held at the end.
    const swung = moves([
      { degrees: 0, ms: 1_500 },
      { degrees: 60, ms: 100 },
      { degrees: 20, ms: 3_000 },
    ]);
    expect(steadyTilt(swung).phase).toBe('moving');
  });

  it('gives up when nobody moves, or nobody keeps still', () => {
    const lain = moves([{ degrees: 0, ms: TILT_PATIENCE_MS + 1_000 }]);
    expect(steadyTilt(lain).phase).toBe('given up');
    const shaken = Array.from({ length: 900 }, (_, index): TiltSample => ({
      at: index * EVERY_MS,
      gravity: gravityOf(90 - (index % 2) * 20, 0),
    }));
    expect(steadyTilt(shaken).phase).toBe('given up');
  });

  it('once done stays the same, whatever comes after', () => {
    const held = moves([
      { degrees: 0, ms: 1_500 },
      { degrees: 47, ms: 1_500 },
    ]);
    const later = moves([
      { degrees: 0, ms: 1_500 },
      { degrees: 47, ms: 1_500 },
      { degrees: 80, ms: 3_000 },
    ]);
    expect(steadyTilt(later)).toEqual(steadyTilt(held));
  });
});
