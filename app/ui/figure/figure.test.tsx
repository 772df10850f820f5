import { renderToStaticMarkup } from 'react-dom/server';
import { findSite, PLACES, SITES, VIEW_IDS, VIEWS } from '#core/anatomy';
import { Figure, pathsOf } from './Figure';
import { bestView, SiteDrawing, viewsOf } from './SiteDrawing';
import { SiteMap } from './SiteMap';

const site = (id: string) => {
  const found = findSite(id);
  if (!found) throw new RangeError(id);
  return found;
};
const count = (markup: string, what: RegExp) => markup.match(what)?.length ?? 0;

describe('the figure', () => {
  it.each(VIEW_IDS)('draws %s with its label and no number that is none', (view) => {
    const markup = renderToStaticMarkup(<Figure view={view} label="A body" />);
    expect(markup).toContain('role="img"');
    expect(markup).toContain('aria-label="A body"');
    expect(markup).not.toMatch(/NaN|undefined|Infinity/);
    expect(count(markup, /<path/g)).toBeGreaterThan(VIEWS[view].lines.length);
  });

  it('draws two-sided shapes for both halves, midline shapes once', () => {
    const [thigh] = PLACES['middle-quad'].areas;
    const [bone] = PLACES.breastbone.areas;
    const [sole] = PLACES['mid-sole'].areas;
    if (!thigh || !bone || !sole) throw new RangeError('places');
    expect(pathsOf({ key: 'a', shape: thigh })).toHaveLength(2);
    expect(pathsOf({ key: 'b', shape: bone, midline: true })).toHaveLength(1);
    expect(pathsOf({ key: 'c', shape: sole })).toHaveLength(1);
  });
});

describe('the map of sites', () => {
  const draw = (found: ReadonlySet<string> | null, chosen: string | null = null) =>
    renderToStaticMarkup(
      <SiteMap
        view="back"
        chosen={chosen}
        pointed={null}
        found={found}
        onPoint={() => undefined}
        onChoose={() => undefined}
      />,
    );

  it('shows every site that has a place on the view', () => {
    const here = SITES.filter(({ id }) =>
      PLACES[id as keyof typeof PLACES].areas.some(({ view }) => view === 'back'),
    );
    expect(draw(null)).toContain(`Back: ${here.length} sites`);
    expect(count(draw(null), /data-chosen=/g)).toBe(here.length);
  });

  it('marks the chosen one, and what a search found and did not find', () => {
    expect(count(draw(null, 'deep-buttock'), /data-chosen="true"/g)).toBe(1);
    const searched = draw(new Set(['deep-buttock']));
    expect(count(searched, /data-found="true"/g)).toBe(1);
    expect(count(searched, /data-found="false"/g)).toBeGreaterThan(10);
  });
});

describe('a site close up', () => {
  it.each(SITES.map(({ id }) => [id] as const))('%s is drawn on every view it belongs to', (id) => {
    const own = site(id);
    expect(viewsOf(own)[0]).toBe(bestView(own));
    for (const view of viewsOf(own)) {
      for (const whole of [false, true]) {
        if (!whole && view !== bestView(own)) continue;
        const markup = renderToStaticMarkup(<SiteDrawing site={own} view={view} whole={whole} />);
        expect(markup).not.toMatch(/NaN|undefined|Infinity/);
        expect(markup).toContain(own.plainName);
      }
    }
  });

  it('says what to keep off and where it may be felt, for those who do not see it', () => {
    const markup = renderToStaticMarkup(<SiteDrawing site={site('side-low-back')} view="back" />);
    expect(markup).toMatch(/Keep off: floating ribs, spine\./);
    expect(markup).toMatch(/May be felt: hip, leg\./);
  });

  it('shows a place it sends to that lies on another view', () => {
    expect(viewsOf(site('below-ridge'))).toEqual(['back', 'front']);
  });
});
