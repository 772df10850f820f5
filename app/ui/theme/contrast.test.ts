import { readFileSync } from 'node:fs';
import { tendernessFill, tendernessInk } from './tenderness';

// Relative luminance and contrast ratio: WCAG 2.2, “relative luminance” and success criterion 1.4.3.
function luminance(hex: string): number {
  const channel = (at: number) => {
    const value = Number.parseInt(hex.slice(at, at + 2), 16) / 255;
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
  };
  return 0.2126 * channel(1) + 0.7152 * channel(3) + 0.0722 * channel(5);
}

function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return ((light ?? 0) + 0.05) / ((dark ?? 0) + 0.05);
}

const css = readFileSync('app/ui/theme/tokens.css', 'utf8');

function tokens(selector: string): Record<string, string> {
  const block = css.slice(css.indexOf(selector)).split('}')[0] ?? '';
  return Object.fromEntries(
    [...block.matchAll(/--([a-z-]+): (#[0-9a-f]{6});/g)].map(([, name = '', hex = '']) => [
      name,
      hex,
    ]),
  );
}

const SCHEMES = {
  light: tokens(':root {'),
  dark: tokens(":root[data-mantine-color-scheme='dark']"),
};

/** Text on the grounds it is printed on. */
const TEXT: [string, string][] = [
  ...['paper', 'sheet', 'band', 'spruce-faint', 'clay-faint'].map((ground): [string, string] => [
    'ink',
    ground,
  ]),
  ...['paper', 'sheet', 'band'].map((ground): [string, string] => ['soft', ground]),
  ['spruce', 'paper'],
  ['spruce', 'sheet'],
  ['clay', 'paper'],
  ['clay', 'sheet'],
  ['on-spruce', 'spruce'],
];

describe('the reference itself', () => {
  it('gives the ratios the standard states for black, white and equal colours', () => {
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 6);
    expect(contrast('#777777', '#777777')).toBe(1);
  });
});

describe.each(Object.entries(SCHEMES))('the %s scheme', (_name, scheme) => {
  it.each(TEXT)('prints %s on %s at AA contrast (4.5 to 1)', (ink, ground) => {
    expect(contrast(scheme[ink] ?? '', scheme[ground] ?? '')).toBeGreaterThanOrEqual(4.5);
  });

  it('draws the edges of fields and the focus at 3 to 1', () => {
    for (const line of ['edge', 'focus', 'spruce-mid']) {
      expect([line, contrast(scheme[line] ?? '', scheme.paper ?? '') >= 3]).toEqual([line, true]);
    }
  });
});

describe('the tenderness colours', () => {
  const grades = Array.from({ length: 11 }, (_, grade) => grade);

  it('print every numeral at AA contrast', () => {
    for (const grade of grades) {
      expect([grade, contrast(tendernessFill(grade), tendernessInk(grade)) >= 4.5]).toEqual([
        grade,
        true,
      ]);
    }
  });

  it('grow deeper with each grade up to 10, so that 7 to 10 are told apart', () => {
    for (const grade of grades.slice(1)) {
      expect(luminance(tendernessFill(grade))).toBeLessThan(luminance(tendernessFill(grade - 1)));
    }
    expect(new Set(grades.map(tendernessFill)).size).toBe(grades.length);
  });

  it('take what lies outside the scale as its ends', () => {
    expect(tendernessFill(-3)).toBe(tendernessFill(0));
    expect(tendernessFill(99)).toBe(tendernessFill(10));
  });
});
