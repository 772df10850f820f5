import fc from 'fast-check';
import { placeLabels } from './labels';

const frame = { from: 10, to: 500, letter: 6 };
const wish = (key: string, centre: number, ...texts: string[]) => ({
  key,
  row: 'above' as const,
  centre,
  texts,
});

describe('labels over the strip', () => {
  it('stand over their blocks with their longest text where there is room', () => {
    expect(placeLabels([wish('a', 250, '1 skull base', '1')], frame)).toEqual([
      { key: 'a', row: 'above', centre: 250, text: '1 skull base' },
    ]);
  });

  it('fall back to the number where they would touch', () => {
    const placed = placeLabels(
      [wish('a', 100, '1 between the blades', '1'), wish('b', 130, '2 between the blades', '2')],
      frame,
    );
    expect(placed[0]?.text).toBe('1');
    expect(placed[1]?.key).toBe('b');
  });

  it('never leave the frame and never touch one another in a row', () => {
    const anyWish = fc.record({
      key: fc.uuid(),
      row: fc.constantFrom('above' as const, 'below' as const),
      centre: fc.integer({ min: 10, max: 500 }),
      texts: fc.constantFrom(['12 below the blade ridge', '12'], ['1 skull base', '1'], ['3']),
    });
    fc.assert(
      fc.property(fc.array(anyWish, { maxLength: 14 }), (wishes) => {
        for (const row of ['above', 'below'] as const) {
          const spans = placeLabels(wishes, frame)
            .filter((label) => label.row === row)
            .map(({ centre, text }) => {
              const half = (text.length * frame.letter) / 2;
              return { from: centre - half, to: centre + half };
            })
            .sort((a, b) => a.from - b.from);
          spans.forEach((span, index) => {
            expect(span.from).toBeGreaterThanOrEqual(frame.from - 0.01);
            expect(span.to).toBeLessThanOrEqual(frame.to + 0.01);
            const before = spans[index - 1];
            if (before) expect(span.from).toBeGreaterThanOrEqual(before.to);
          });
        }
      }),
    );
  });
});
