import { renderToStaticMarkup } from 'react-dom/server';
import { findTool, SURFACES, TOOLS } from '#core/equipment';
import { pressingOn, pressureAt } from '#core/pressure';
import { Dial } from '../scale/Dial';
import { PressureBars } from './PressureBars';
import { ratioWords, WhatIf } from './WhatIf';

const tool = (id: string) => {
  const found = findTool(id);
  if (!found) throw new RangeError(id);
  return found;
};

describe('the bars', () => {
  it('name every tool with its figure and band, the chosen one checked', () => {
    const rows = TOOLS.flatMap((one) => {
      const outcome = pressureAt(pressingOn(one, SURFACES.wall, 'thick'), 80);
      return outcome.ok ? [{ tool: one, kilopascals: outcome.value.kilopascals }] : [];
    });
    const markup = renderToStaticMarkup(
      <PressureBars rows={rows} chosenId="golf-ball" onChoose={() => undefined} />,
    );
    expect(markup).not.toMatch(/NaN|undefined|Infinity/);
    expect(markup.match(/role="radio"/g)).toHaveLength(TOOLS.length);
    expect(markup.match(/aria-checked="true"/g)).toHaveLength(1);
    expect(markup).toMatch(/aria-label="Golf ball: \d+ kPa, \d+ to \d+"/);
  });
});

describe('what if', () => {
  it.each([
    [1.6, '1.6 times as much'],
    [1.05, '5 % more'],
    [1, 'about the same'],
    [0.9, '10 % less'],
    [0.4, 'only 40 % as much'],
  ])('says %d as “%s”', (ratio, words) => {
    expect(ratioWords(ratio)).toBe(words);
  });

  it('says what half the radius would do, which is more than 1.8 times on thick flesh, and compares with a named tool', () => {
    const markup = renderToStaticMarkup(
      <WhatIf
        pressing={pressingOn(tool('firm-ball'), SURFACES.wall, 'thick')}
        loadNewtons={80}
        against={tool('tennis-ball')}
      />,
    );
    const half = /half the radius<\/span><strong>([\d.]+) times/.exec(markup)?.[1];
    expect(Number(half)).toBeGreaterThan(1.8);
    expect(Number(half)).toBeLessThanOrEqual(4);
    expect(markup).toContain('tennis ball');
    expect(markup).not.toContain('mattress');
    const floor = renderToStaticMarkup(
      <WhatIf
        pressing={pressingOn(tool('firm-ball'), SURFACES.mat, 'thick')}
        loadNewtons={80}
        against={undefined}
      />,
    );
    expect(floor).toContain('a mattress instead');
  });
});

describe('the dial', () => {
  it('shows the load, the aim and its marks, even off the scale', () => {
    for (const kilograms of [0, 6.2, 400]) {
      const markup = renderToStaticMarkup(
        <Dial kilograms={kilograms} aim={{ value: 8, low: 5, high: 12 }} most={20} label="Scale" />,
      );
      expect(markup).not.toMatch(/NaN|undefined|Infinity/);
      expect(markup).toContain(kilograms.toFixed(1));
      expect(markup).toContain('>20<');
    }
    const nothing = renderToStaticMarkup(<Dial kilograms={3} aim={null} most={20} label="Scale" />);
    expect(nothing).not.toMatch(/NaN|undefined|class="aim"/);
  });
});
