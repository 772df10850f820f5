import { renderToStaticMarkup } from 'react-dom/server';
import { VIEW_IDS } from '#core/anatomy';
import { compareMaps, pointSchema } from '#core/map';
import { screen } from '#core/screening';
import { OffFigure, standings } from '~/ui/screening/OffFigure';
import { BodyMap } from './BodyMap';
import { changeWords, MAP_VIEWS, type DrawnPoint } from './points';

const point = (
  n: number,
  siteId: string,
  rating: number,
  more: Partial<DrawnPoint> = {},
): DrawnPoint => ({
  ...pointSchema.parse({
    thread: `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`,
    siteId,
    side: 'left',
    across: 0,
    down: 0,
    rating,
  }),
  id: `p${n}`,
  ...more,
});
const count = (markup: string, what: RegExp) => markup.match(what)?.length ?? 0;
const draw = (more: Partial<Parameters<typeof BodyMap>[0]> = {}) =>
  renderToStaticMarkup(
    <BodyMap
      view="back"
      points={[]}
      statureMetres={null}
      chosen={null}
      label="Back: tender points"
      {...more}
    />,
  );

describe('the map on the figure', () => {
  it('shows every view once', () => {
    expect(MAP_VIEWS.flatMap(({ views }) => views).sort()).toEqual([...VIEW_IDS].sort());
  });

  it('draws each point with its numeral, the worst with a ring, gone ones open', () => {
    const markup = draw({
      points: [
        point(1, 'side-low-back', 7, { worst: true }),
        point(2, 'below-ridge', 0),
        point(3, 'chest', 5),
      ],
      chosen: 'p1',
    });
    // The chest is not seen from the back.
    expect(count(markup, /class="dot"/g)).toBe(2);
    expect(count(markup, /class="worst"/g)).toBe(1);
    expect(count(markup, /class="chosen"/g)).toBe(1);
    expect(count(markup, /data-gone="true"/g)).toBe(1);
    expect(markup).toMatch(/>7<\/text>/);
  });

  it('shows earlier points faint until they are pressed again', () => {
    const old = point(1, 'side-low-back', 7, { id: 'old' });
    expect(count(draw({ earlier: [old] }), /data-ghost="true"/g)).toBe(1);
    expect(
      count(draw({ earlier: [old], points: [point(1, 'side-low-back', 3)] }), /data-ghost="true"/g),
    ).toBe(0);
  });

  it('one-sided views show the points of the side they are shown as', () => {
    const points = [point(1, 'mid-sole', 4), point(2, 'mid-sole', 5, { side: 'right' })];
    expect(count(draw({ view: 'sole', points, shown: 'left' }), /class="dot"/g)).toBe(1);
    expect(count(draw({ view: 'sole', points, shown: 'right' }), /class="dot"/g)).toBe(1);
  });

  it('offers the areas a feeling may travel to on the point’s own half', () => {
    const picking = { picked: new Set(['back-of-leg' as const]), onPick: () => undefined };
    const markup = draw({ points: [point(1, 'deep-buttock', 6)], chosen: 'p1', picking });
    expect(count(markup, /data-picked="true"/g)).toBe(1);
    expect(count(markup, /data-picked="false"/g)).toBeGreaterThan(8);
  });
});

describe('what became of a point, in words', () => {
  const words = (before: DrawnPoint[], after: DrawnPoint[]) =>
    compareMaps(before, after).map((one) => changeWords(one));

  it('says new, gone, less with noise, moved', () => {
    expect(words([], [point(1, 'calf', 4)])).toEqual(['new']);
    expect(words([point(1, 'calf', 4)], [point(1, 'calf', 0)])).toEqual(['gone, was 4']);
    expect(words([point(1, 'calf', 4)], [point(1, 'calf', 3)])).toEqual([
      'less, was 4 (within noise)',
    ]);
    expect(words([point(1, 'calf', 7)], [point(1, 'calf', 3, { down: 20 })])).toEqual([
      'less, was 7, moved 20 mm',
    ]);
    expect(words([point(1, 'calf', 4)], [])).toEqual(['not looked at']);
    expect(changeWords(undefined)).toBe('');
  });
});

describe('what screening rules out, on the figure', () => {
  const found = (
    condition: 'implant' | 'pregnancy' | 'mobile-joints',
    sides: ('left' | 'right')[] = [],
  ) => screen([{ condition, sides, regions: [], siteIds: [], clearedBy: '' }]);

  it('nothing found shades nothing', () => {
    expect(standings([]).size).toBe(0);
    expect(renderToStaticMarkup(<OffFigure findings={[]} />)).toContain('0 places off');
  });

  it('an implant shades the chest of its side, a ceiling shades all with less', () => {
    const marks = standings(found('implant', ['left']));
    expect(marks.get('chest:left')).toBe('off');
    expect(marks.get('chest:right')).not.toBe('off');
    const less = standings(found('mobile-joints'));
    expect(new Set(less.values())).toEqual(new Set(['less']));
  });

  it('what was cleared shades nothing any more', () => {
    const cleared = screen([
      { condition: 'clot', sides: [], regions: [], siteIds: [], clearedBy: 'Dr Amsel' },
    ]);
    // Medical clearance lifts the asking; the limb itself stays off.
    expect(cleared.some(({ clearedBy }) => clearedBy !== undefined)).toBe(true);
    const asked = screen([
      { condition: 'neck-unstable', sides: [], regions: [], siteIds: [], clearedBy: 'Dr Amsel' },
    ]);
    expect([...standings(asked).values()]).not.toContain('off');
    // Soft tools only stays, and shades where nothing soft reaches.
    const soft = screen([
      { condition: 'blood-thinners', sides: [], regions: [], siteIds: [], clearedBy: 'Dr Amsel' },
    ]);
    expect(standings(soft).get('side-low-back:left')).toBe('less');
  });
});
