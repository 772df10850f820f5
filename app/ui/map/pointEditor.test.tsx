import { MantineProvider } from '@mantine/core';
import { renderToStaticMarkup } from 'react-dom/server';
import { findSite } from '#core/anatomy';
import { pointSchema, type TenderPoint } from '#core/map';
import { PointEditor } from './PointEditor';

const point = (siteId: string, more: Partial<TenderPoint> = {}): TenderPoint => ({
  ...pointSchema.parse({
    thread: '00000000-0000-7000-8000-000000000001',
    siteId,
    side: 'left',
    across: 0,
    down: 0,
    rating: 5,
  }),
  ...more,
});
const nothing = () => undefined;
const draw = (of: TenderPoint, picking = false) =>
  renderToStaticMarkup(
    <MantineProvider>
      <PointEditor
        point={of}
        compared={undefined}
        picking={picking}
        onPicking={nothing}
        onChange={nothing}
        onRemove={nothing}
      />
    </MantineProvider>,
  );
const group = (markup: string, name: string) =>
  new RegExp(`role="group" aria-label="${name}".*?</div>`).exec(markup)?.[0] ?? '';
const pressed = (part: string) =>
  [...part.matchAll(/aria-pressed="(true|false)"[^>]*>([^<]+)/g)].flatMap(([, says, name]) =>
    says === 'true' ? [name] : [],
  );

describe('the editor of a tender point', () => {
  it('names the place in plain words and in anatomical ones, and how far off it lies', () => {
    const markup = draw(point('calf', { across: 12, down: -8 }));
    expect(markup).toContain(findSite('calf')?.anatomicalName);
    expect(markup).toContain('12 mm outwards, 8 mm up');
    expect(draw(point('calf'))).toContain('on its own spot');
  });

  it('is not drawn for a site that is known no more', () => {
    expect(draw({ ...point('calf'), siteId: 'elbow-of-doom' })).not.toContain('The point');
  });

  it('tells what was asked from what was not', () => {
    const asks = (tautBand: boolean | null) =>
      pressed(group(draw(point('calf', { tautBand })), 'Taut band'));
    expect([asks(null), asks(true), asks(false)]).toEqual([[], ['yes'], ['no']]);
  });

  it('asks whether a feeling stops on release only where there is one', () => {
    expect(draw(point('calf'))).not.toContain('Stops on release');
    expect(draw(point('calf', { refersTo: [] }))).not.toContain('Stops on release');
    expect(draw(point('calf', { refersTo: ['heel'] }))).toContain('Stops on release');
    expect(pressed(group(draw(point('calf', { refersTo: [] })), 'Sends a feeling'))).toEqual([
      'does not',
    ]);
  });

  it('says to look in person where a feeling goes on after release (common practice)', () => {
    const goesOn = draw(point('calf', { refersTo: ['heel'], stopsOnRelease: false }));
    expect(goesOn).toContain('look at it in person');
    const stops = draw(point('calf', { refersTo: ['heel'], stopsOnRelease: true }));
    expect(stops).not.toContain('look at it in person');
  });

  it('asks for the breath at the side of the neck alone (common practice)', () => {
    expect(draw(point('scalene-front'))).toContain('Worse on a deep breath');
    expect(draw(point('calf'))).not.toContain('Worse on a deep breath');
  });

  it('offers the usual areas without choosing any for whoever feels it', () => {
    const offered = group(draw(point('calf'), true), 'Usually felt at');
    expect(offered.match(/<button/g)?.length).toBe(findSite('calf')?.refersTo.length);
    expect(pressed(offered)).toEqual([]);
    const chosen = group(draw(point('calf', { refersTo: ['heel'] }), true), 'Usually felt at');
    expect(pressed(chosen)).toEqual(['heel']);
  });

  it('lets areas be picked on the figure while picking', () => {
    expect(draw(point('calf'), true)).toContain('or point on the figure');
    expect(group(draw(point('calf'), true), 'Sends a feeling')).toContain('done');
  });
});
