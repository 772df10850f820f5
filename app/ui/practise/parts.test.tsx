import { renderToStaticMarkup } from 'react-dom/server';
import { FADED_GRADE } from '#core/dosage';
import { HoldDrawing } from './HoldDrawing';
import { RatingPad } from './RatingPad';

describe('the rating pad', () => {
  const markup = renderToStaticMarkup(
    <RatingPad question="How tender now?" loud={false} onRate={() => undefined} />,
  );

  it('has every rating from 0 to 10 once, by numeral and never by colour alone', () => {
    const grades = [...markup.matchAll(/<button [^>]*>(\d+)</g)].map(([, grade]) => Number(grade));
    // One scale in one reading order.
    expect(grades).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
  });

  it('says both ends in words, and is one group with its question; each has a key', () => {
    expect(markup).toContain(
      'role="group" aria-label="How tender now? 0 is nothing, 10 the worst."',
    );
    expect(markup).toMatch(/>0<small[^>]*>nothing</);
    expect(markup).toMatch(/>10<small[^>]*>the worst</);
    const keys = [...markup.matchAll(/data-keys="(.)"/g)].map(([, key]) => key);
    expect(keys.join('')).toBe('0123456789x');
  });
});

describe('the drawing of a hold', () => {
  const draw = (more: Partial<Parameters<typeof HoldDrawing>[0]> = {}) =>
    renderToStaticMarkup(
      <HoldDrawing
        heldSeconds={15}
        limitSeconds={60}
        leastSeconds={20}
        grade={4}
        ratings={[]}
        fades
        {...more}
      />,
    );
  const number = (markup: string, of: RegExp) => Number(of.exec(markup)?.[1]);
  const filled = (markup: string) => number(markup, /<rect width="([\d.]+)" y=/);
  const whole = (markup: string) => number(markup, /<svg width="([\d.]+)"/);

  it('is filled by the share of its time that has passed, and never beyond', () => {
    const quarter = draw();
    expect(filled(quarter)).toBeCloseTo(whole(quarter) / 4, 6);
    const over = draw({ heldSeconds: 90 });
    expect(filled(over)).toBe(whole(over));
    expect(filled(draw({ heldSeconds: 0 }))).toBe(0);
  });

  it('stands higher for a firmer grade', () => {
    const height = (markup: string) =>
      number(markup, /<rect width="[\d.]+" y="[\d.]+" height="([\d.]+)"/);
    expect(height(draw({ grade: 7 }))).toBeGreaterThan(height(draw({ grade: 3 })));
  });

  it('shows the line where a point counts as faded only for a hold that fades', () => {
    expect(draw()).toContain('>gone: 1 or less<');
    expect(draw({ fades: false })).not.toContain('>gone: 1 or less<');
  });

  it('lets the ratings fall through it, each with its numeral', () => {
    const markup = draw({
      heldSeconds: 40,
      ratings: [
        { atSeconds: 0, grade: 6, when: 'pressing' },
        { atSeconds: 20, grade: 4, when: 'pressing' },
        { atSeconds: 40, grade: FADED_GRADE, when: 'pressing' },
      ],
    });
    const dots = [...markup.matchAll(/translate\(([\d.]+),([\d.]+)\)/g)].map(([, x, y]) => [
      Number(x),
      Number(y),
    ]);
    expect(dots).toHaveLength(3);
    for (let n = 1; n < dots.length; n += 1) {
      expect(dots[n]?.[0]).toBeGreaterThan(dots[n - 1]?.[0] ?? Infinity);
      // Down the page is a lower rating.
      expect(dots[n]?.[1]).toBeGreaterThan(dots[n - 1]?.[1] ?? Infinity);
    }
    expect(markup).toMatch(/>6<\/text>.*>4<\/text>.*>1<\/text>/);
  });
});
