import { renderToStaticMarkup } from 'react-dom/server';
import { findTest, type MovementTest } from '#core/measurement';
import { figureWords, sidedWords } from './homeWords';
import { LedTest } from './LedTest';
import type { HomeFigure } from './useFigures';

const entry = (id: string): MovementTest => {
  const test = findTest(id);
  if (!test) throw new RangeError(id);
  return test;
};
const figure = (more: Partial<HomeFigure> = {}): HomeFigure => ({
  testId: 'neck-turn',
  quantityId: 'turn',
  side: 'left',
  moment: 'before',
  tries: [62],
  value: 62,
  seen: null,
  mark: null,
  way: 'tilt',
  ...more,
});
const mark = (side: 'left' | 'right', name: string, seen = 'first') =>
  figure({ quantityId: 'furthest', side, tries: [], value: null, seen, mark: name, way: 'number' });

const screen = (
  testId: string,
  rows: readonly HomeFigure[] = [],
  earlier: readonly HomeFigure[] = [],
) =>
  renderToStaticMarkup(
    <LedTest
      test={entry(testId)}
      rows={rows}
      earlier={earlier}
      picture={(side) => <i data-side={side} />}
      onKeep={() => undefined}
    />,
  );

describe('a test led at home', () => {
  it('begins with the left, its picture and the way that asks least', () => {
    const first = screen('neck-turn');
    expect(first).toContain('data-side="left"');
    expect(first).toContain('1 of 2');
    expect(first).toMatch(/aria-pressed="true"[^>]*>by the furthest thing I see/);
    expect(first).toContain('What is the furthest thing you see?');
  });

  it('goes on with the right by the same way, and says done only after both', () => {
    const second = screen('neck-turn', [figure()]);
    expect(second).toContain('data-side="right"');
    expect(second).toContain('Measure right with this phone');
    expect(second).not.toContain('Done.');
    const both = screen('neck-turn', [figure(), figure({ side: 'right', value: 58 })]);
    expect(both).toContain('Kept, both sides. Done.');
    expect(both).toContain('58°');
  });

  it('is judged against what was named the last time, on that side', () => {
    const judged = screen('neck-turn', [], [mark('left', 'the lamp'), mark('right', 'the door')]);
    expect(judged).toContain('Last time, left');
    expect(judged).toContain('the lamp');
    expect(judged).not.toContain('the door');
    for (const answer of ['less far', 'as far', 'further']) expect(judged).toContain(answer);
    expect(judged).not.toContain('>first<');
  });

  it('asks a jaw in finger widths, then whether it goes freely', () => {
    expect(screen('jaw-opening')).toContain('aria-label="2½ fingers"');
    const opening = figure({
      testId: 'jaw-opening',
      quantityId: 'opening',
      side: 'mid',
      tries: [38],
      value: 38,
      way: 'fingers',
    });
    const path = screen('jaw-opening', [opening]);
    for (const answer of ['free', 'clicks', 'locks']) expect(path).toContain(`>${answer}<`);
    const seen = { ...opening, quantityId: 'path', tries: [], value: null, seen: 'clicks' };
    expect(screen('jaw-opening', [opening, seen])).toContain('Kept. Done.');
  });
});

describe('a home measure in words', () => {
  it.each([
    [figure(), 'left 62°'],
    [figure({ testId: 'knee-to-wall', quantityId: 'gap', value: 8.25 }), 'left 8.3 cm'],
    [mark('right', 'the lamp'), 'right the lamp'],
    [mark('right', 'the window', 'further'), 'right further: the window'],
  ])('%#', (row, words) => {
    expect(sidedWords(row)).toBe(words);
  });

  it('says fingers where it was taken by fingers, and millimetres where not', () => {
    const jaw = figure({ testId: 'jaw-opening', quantityId: 'opening', side: 'mid', value: 45 });
    expect(figureWords({ ...jaw, way: 'fingers' })).toBe('3 fingers');
    expect(figureWords({ ...jaw, way: 'number' })).toBe('45 mm');
  });
});
