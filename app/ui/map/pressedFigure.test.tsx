import { renderToStaticMarkup } from 'react-dom/server';
import { SIDES, SITES } from '#core/anatomy';
import PressedFigure from './PressedFigure';

const draw = (
  places: { siteId: string; side: 'left' | 'right' | 'mid' }[],
  picked: string[] = [],
) =>
  renderToStaticMarkup(<PressedFigure places={places} picked={picked} onTurn={() => undefined} />);
const frames = (markup: string) =>
  [...markup.matchAll(/viewBox="([^"]+)"/g)].map(([, box = '']) => box.split(' ').map(Number));

describe('the places of a session on the figure', () => {
  it('draws every site on each of its sides, within a frame that is part of its view', () => {
    for (const site of SITES) {
      if (site.redirect) continue;
      for (const side of site.midline ? (['mid'] as const) : SIDES.filter((one) => one !== 'mid')) {
        const markup = draw([{ siteId: site.id, side }], [`${site.id}:${side}`]);
        expect([site.id, /data-picked="true"/.test(markup)]).toEqual([site.id, true]);
        const [[, , width = 0, height = 0] = []] = frames(markup);
        expect(width).toBeGreaterThan(0);
        expect(height).toBeGreaterThan(0);
      }
    }
  });

  it('shows places that lie together once, near, and those of front and back beside each other', () => {
    const back = frames(
      draw([
        { siteId: 'skull-base', side: 'left' },
        { siteId: 'between-blades', side: 'right' },
      ]),
    );
    expect(back).toHaveLength(1);
    // Nearer than the whole of the body.
    expect(back[0]?.[3]).toBeLessThan(700);
    expect(
      frames(
        draw([
          { siteId: 'skull-base', side: 'left' },
          { siteId: 'middle-quad', side: 'left' },
        ]),
      ),
    ).toHaveLength(2);
  });

  it('says in its label which places are chosen', () => {
    const places = [{ siteId: 'skull-base', side: 'left' as const }];
    expect(draw(places)).toContain('nowhere yet');
    expect(draw(places, ['skull-base:left'])).toContain('Skull base, left');
  });

  it('leaves out what is no longer known', () => {
    expect(draw([{ siteId: 'gone', side: 'left' }])).not.toContain('<svg');
  });
});
