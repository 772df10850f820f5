import fc from 'fast-check';
import { doneWhen, type DoneThen } from './index';

const MINUTE = 60_000;
const at = (stage: DoneThen['stage'], minute: number): DoneThen => ({ stage, at: minute * MINUTE });
const visit = { from: 0, until: 30 * MINUTE };

describe('what was done when in a visit', () => {
  it('is told stage by stage in their order, in the stretches each was worked on', () => {
    const rows = doneWhen(
      [at('Measure', 10), at('Map', 2), at('Map', 3), at('Map', 20), at('Screen', 1)],
      visit,
    );
    expect(rows).toEqual([
      { stage: 'Screen', spans: [{ from: MINUTE, to: MINUTE, many: 1 }] },
      {
        stage: 'Map',
        spans: [
          { from: 2 * MINUTE, to: 3 * MINUTE, many: 2 },
          { from: 20 * MINUTE, to: 20 * MINUTE, many: 1 },
        ],
      },
      { stage: 'Measure', spans: [{ from: 10 * MINUTE, to: 10 * MINUTE, many: 1 }] },
    ]);
  });

  it('leaves out what was kept before it began and after it ended', () => {
    expect(doneWhen([at('Map', -1), at('Plan', 31)], visit)).toEqual([]);
  });

  it('counts each thing of the visit once, in stretches that lie apart and within it', () => {
    const any = fc.record({
      stage: fc.constantFrom('Screen', 'Map', 'Measure', 'Plan'),
      at: fc.integer({ min: -10, max: 40 }).map((minute) => minute * MINUTE),
    });
    fc.assert(
      fc.property(fc.array(any), (done) => {
        const spans = doneWhen(done, visit).flatMap((row) => row.spans);
        const within = done.filter((one) => one.at >= visit.from && one.at <= visit.until);
        expect(spans.reduce((sum, { many }) => sum + many, 0)).toBe(within.length);
        for (const row of doneWhen(done, visit)) {
          row.spans.forEach((span, n) => {
            expect(span.from).toBeLessThanOrEqual(span.to);
            const next = row.spans[n + 1];
            if (next) expect(next.from - span.to).toBeGreaterThan(4 * MINUTE);
          });
        }
      }),
    );
  });
});
