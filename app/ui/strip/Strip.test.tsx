import { MantineProvider } from '@mantine/core';
import { renderToStaticMarkup } from 'react-dom/server';
import { fade, itemFor, routineWith, sweep, timed } from '#core/examples';
import { layOut, type Routine } from '#core/routine';
import { Strip } from './Strip';

/** What the strip draws, as markup. */
function draw(routine: Routine, selectedId: string | null = null): string {
  const numbers = new Map(routine.items.map((item, index) => [item.id, index + 1]));
  return renderToStaticMarkup(
    <MantineProvider>
      <Strip layout={layOut(routine)} numbers={numbers} selectedId={selectedId} />
    </MantineProvider>,
  );
}

/** The holds drawn, left to right, as numbers. */
function holds(markup: string) {
  return [...markup.matchAll(/<rect ([^>]*class="hold"[^>]*)>/g)].map(([, attributes = '']) => {
    const number = (name: string) =>
      Number(new RegExp(`\\b${name}="([-\\d.]+)"`).exec(attributes)?.[1]);
    const method = /data-method="(\w+)"/.exec(attributes)?.[1];
    return {
      x: number('x'),
      y: number('y'),
      width: number('width'),
      height: number('height'),
      method,
    };
  });
}

const axisOf = (markup: string) =>
  Number(/<line [^>]*y1="([\d.]+)"[^>]*class="axis"/.exec(markup)?.[1]);

describe('the strip', () => {
  it('draws the left side above the line, the right below and the middle across it', () => {
    const markup = draw(
      routineWith(
        itemFor('skull-base', { dose: timed(30) }),
        itemFor('breastbone', { dose: timed(20) }),
      ),
    );
    const axis = axisOf(markup);
    const [left, right, middle] = holds(markup);
    if (!left || !right || !middle) throw new Error('three holds are drawn');
    expect(left.y + left.height).toBeCloseTo(axis, 6);
    expect(right.y).toBeCloseTo(axis, 6);
    expect(middle.y + middle.height / 2).toBeCloseTo(axis, 6);
  });

  it('draws a line that rises from a grade to another as a slope, from the line outwards', () => {
    const rising = (sides: 'left' | 'right') =>
      draw(
        routineWith(
          itemFor('below-ridge', { dose: timed(60), sides, fromGrade: 2, grade: 6 }),
          itemFor('below-ridge', { id: 'b', dose: timed(60), sides, grade: 6 }),
          itemFor('below-ridge', { id: 'c', dose: timed(60), sides, grade: 2 }),
        ),
      );
    for (const sides of ['left', 'right'] as const) {
      const markup = rising(sides);
      const axis = axisOf(markup);
      const [firm, light] = holds(markup);
      const corners = (/<polygon points="([^"]+)"/.exec(markup)?.[1] ?? '')
        .split(' ')
        .map((corner) => corner.split(',').map(Number));
      const reaches = corners.map(([, y = 0]) => Math.abs(y - axis)).sort((a, b) => a - b);
      expect(reaches.slice(0, 2)).toEqual([0, 0]);
      expect(reaches[2]).toBeCloseTo(light?.height ?? 0, 6);
      expect(reaches[3]).toBeCloseTo(firm?.height ?? 0, 6);
      // The low end comes first.
      const [start = 0] = corners[0] ?? [];
      const atStart = corners.filter(([at]) => at === start).map(([, y = 0]) => Math.abs(y - axis));
      expect(Math.max(...atStart)).toBeCloseTo(light?.height ?? 0, 6);
    }
  });

  it('draws lengths to scale of seconds and heights to scale of the grade', () => {
    const [short, long] = holds(
      draw(
        routineWith(
          itemFor('between-blades', { id: 'a', dose: timed(30), sides: 'left', grade: 2 }),
          itemFor('below-ridge', { id: 'b', dose: timed(90), sides: 'left', grade: 6 }),
        ),
      ),
    );
    if (!short || !long) throw new Error('two holds are drawn');
    // A hair of space is left between blocks.
    expect((long.width + 1.5) / (short.width + 1.5)).toBeCloseTo(3, 5);
    expect(long.height).toBeGreaterThan(short.height * 2);
  });

  it('is drawn to the time of another when the two are compared', () => {
    const routine = routineWith(itemFor('calf', { dose: timed(60), sides: 'left' }));
    const widths = [0, 2 * layOut(routine).totalSeconds.most].map((untilSeconds) => {
      const markup = renderToStaticMarkup(
        <MantineProvider>
          <Strip layout={layOut(routine)} numbers={new Map()} untilSeconds={untilSeconds} />
        </MantineProvider>,
      );
      return (holds(markup)[0]?.width ?? 0) + 1.5;
    });
    expect((widths[0] ?? 0) / (widths[1] ?? 1)).toBeCloseTo(2, 5);
  });

  it('marks each method its own way, and the least of a fade hold', () => {
    const markup = draw(
      routineWith(
        itemFor('middle-quad', { id: 'a', dose: sweep(60), sides: 'left' }),
        itemFor('middle-quad', { id: 'b', dose: timed(30), sides: 'left' }),
        itemFor('side-low-back', { id: 'c', dose: fade(20, 90), sides: 'left' }),
      ),
    );
    expect(holds(markup).map(({ method }) => method)).toEqual(['sweep', 'timed', 'fade']);
    expect(markup.match(/class="least"/g)).toHaveLength(1);
  });

  it('shows a hop only where one gets down to or up from the floor', () => {
    const hops = (routine: Routine) => draw(routine).match(/class="hop"/g)?.length ?? 0;
    expect(hops(routineWith(itemFor('thumb-base')))).toBe(0);
    expect(hops(routineWith(itemFor('skull-base'), itemFor('thumb-base')))).toBe(2);
  });

  it('keeps every hold inside the drawing, however long the routine', () => {
    const sites = ['skull-base', 'side-low-back', 'middle-quad', 'deep-buttock'] as const;
    const items = Array.from({ length: 24 }, (_, n) =>
      itemFor(sites[n % 4] ?? 'skull-base', { id: String(n), dose: timed(30), points: 2 }),
    );
    const markup = draw(routineWith(...items));
    const width = Number(/<svg width="([\d.]+)"/.exec(markup)?.[1]);
    for (const hold of holds(markup)) {
      expect(hold.x).toBeGreaterThanOrEqual(0);
      expect(hold.x + hold.width).toBeLessThanOrEqual(width);
    }
  });

  it('says itself in words, and says so when it is empty', () => {
    const markup = draw(routineWith(itemFor('breastbone', { dose: timed(20), grade: 2 })));
    expect(markup).toMatch(
      /aria-label="The routine along time, [\d:]+ at most: 1 Breastbone, 0:20 at grade 2\."/,
    );
    expect(draw({ items: [], timesPerWeek: 7, message: '' })).toContain('The strip is empty');
  });

  it('marks the chosen line', () => {
    const routine = routineWith(
      itemFor('skull-base', { id: 'a' }),
      itemFor('thumb-base', { id: 'b' }),
    );
    const groups = [...draw(routine, 'b').matchAll(/class="group" data-selected="(\w+)"/g)];
    expect(groups.map(([, chosen]) => chosen)).toEqual(['false', 'false', 'true', 'true']);
  });
});
