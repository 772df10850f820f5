import { MantineProvider } from '@mantine/core';
import fc from 'fast-check';
import { renderToStaticMarkup } from 'react-dom/server';
import { dropRows, type RatedPlace } from '#core/trend';
import { BandChart } from './BandChart';
import { dayNumber, dayScale } from './dropScale';
import { daysUnder } from './useBrush';
import { DropChart } from './DropChart';
import { rowName } from './rowName';
import { WeekBars } from './WeekBars';

const place = (day: string, before: number, after: number | null, tooMuch = false): RatedPlace => ({
  siteId: 'skull-base',
  side: 'left',
  sessionId: day,
  day,
  before,
  after,
  contactSeconds: 30,
  tooMuch,
});

const draw = (places: RatedPlace[]) =>
  renderToStaticMarkup(
    <MantineProvider>
      <DropChart rows={dropRows(places)} from="2026-01-01" to="2026-03-01" />
    </MantineProvider>,
  );

const strokes = (markup: string) =>
  [...markup.matchAll(/<rect ([^>]*class="stroke"[^>]*)>/g)].map(([, attributes = '']) => {
    const number = (name: string) =>
      Number(new RegExp(`\\b${name}="([-\\d.]+)"`).exec(attributes)?.[1]);
    return { x: number('x'), y: number('y'), height: number('height') };
  });

describe('the drop chart', () => {
  it('draws a stroke a session, in order of days, higher where it was more tender', () => {
    const [first, second] = strokes(draw([place('2026-01-05', 8, 3), place('2026-02-05', 4, 3)]));
    if (!first || !second) throw new Error('two strokes are drawn');
    expect(first.x).toBeLessThan(second.x);
    expect(first.y).toBeLessThan(second.y);
    expect(first.height).toBeGreaterThan(second.height);
    // Both end at the same rating after.
    expect(first.y + first.height).toBeCloseTo(second.y + second.height, 6);
  });

  it('draws every rating and every day where its axis says', () => {
    const days = { from: Date.UTC(2026, 0, 1), to: Date.UTC(2026, 2, 1) };
    const dayOf = (n: number) => new Date(days.from + n * 86_400_000).toISOString().slice(0, 10);
    // Two strokes of known ratings and days give the scales; all others have to keep to them.
    const [low, high] = strokes(draw([place(dayOf(0), 2, 1), place(dayOf(50), 10, 0)]));
    if (!low || !high) throw new Error('two strokes are drawn');
    const grade = (low.y - high.y) / 8;
    const top = high.y;
    const day = (high.x - low.x) / 50;
    // It ends at its ratings, and nothing of it goes beyond them.
    expect(high.height).toBeCloseTo(10 * grade, 6);
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.tuple(fc.nat({ max: 58 }), fc.nat({ max: 10 }), fc.nat({ max: 10 })), {
          minLength: 1,
          maxLength: 12,
          selector: ([on]) => on,
        }),
        (sessions) => {
          const ordered = sessions.sort(([a], [b]) => a - b);
          const drawn = strokes(draw(ordered.map(([on, a, b]) => place(dayOf(on), a, b))));
          expect(drawn).toHaveLength(ordered.length);
          ordered.forEach(([on, before, b], index) => {
            const stroke = drawn[index];
            expect(stroke?.y).toBeCloseTo(top + (10 - Math.max(before, b)) * grade, 6);
            expect(stroke?.x).toBeCloseTo(low.x + on * day, 6);
            expect(stroke?.height).toBeCloseTo(Math.abs(before - b) * grade, 6);
          });
        },
      ),
      { numRuns: 30 },
    );
  });

  it('draws a session without a rating after as its bar alone, and one that rose hollow', () => {
    const markup = draw([place('2026-01-05', 5, null), place('2026-01-06', 5, 7)]);
    const [point, rose] = strokes(markup);
    expect(point?.height).toBe(0);
    expect(rose?.height).toBeGreaterThan(0);
    expect(markup.match(/data-rose="true"/g)).toHaveLength(1);
    expect(markup.match(/class="start"/g)).toHaveLength(2);
  });

  it('marks how the day after was and what a session was stopped for, each by a shape of its own', () => {
    const markup = draw([
      { ...place('2026-01-05', 5, 3), response: 'none' },
      { ...place('2026-01-06', 5, 3), response: 'sore' },
      { ...place('2026-01-07', 5, 3), response: 'bruised' },
      { ...place('2026-01-08', 5, 3), stopReason: 'dizzy' },
      { ...place('2026-01-09', 5, 3), stopReason: 'enough' },
    ]);
    for (const mark of ['quiet', 'sore', 'worse', 'stopped'])
      expect([mark, markup.match(new RegExp(`class="${mark}"`, 'g'))?.length]).toEqual([mark, 1]);
    expect(markup).toContain('7 Jan: before 5, after 3; next day: bruised');
    expect(markup).toContain('8 Jan: before 5, after 3; stopped: dizzy or sick');
  });

  it('says which rating stands at each end: the first before, the last after', () => {
    const markup = draw([place('2026-01-05', 8, 3), place('2026-01-20', 4, 2)]);
    expect(markup).toMatch(/>8<tspan[^>]*>before<\/tspan>/);
    expect(markup).toMatch(/>2<tspan[^>]*>after<\/tspan>/);
    expect(draw([place('2026-01-05', 8, null)])).not.toContain('>after<');
  });

  it('draws versions that were issued within its days as faint lines', () => {
    const markup = renderToStaticMarkup(
      <MantineProvider>
        <DropChart
          rows={dropRows([place('2026-01-05', 8, 3)])}
          from="2026-01-01"
          to="2026-03-01"
          versions={[
            { number: 1, issuedOn: '2025-12-01' },
            { number: 2, issuedOn: '2026-01-20' },
          ]}
        />
      </MantineProvider>,
    );
    expect(markup.match(/class="version"/g)).toHaveLength(1);
    expect(markup).toContain('version 2, 20 Jan');
  });

  it('marks a hold that was ended for too much, and says so', () => {
    const markup = draw([place('2026-01-05', 8, 7, true), place('2026-01-06', 5, 3)]);
    expect(markup.match(/class="tooMuch"/g)).toHaveLength(1);
    expect(markup).toContain(
      '<title>5 Jan: before 8, after 7; a hold was ended for pressing too hard</title>',
    );
  });

  it('dashes a trend only where there are ratings enough', () => {
    const few = Array.from({ length: 4 }, (_, n) => place(`2026-01-0${n + 1}`, 6 - n, 1));
    const many = Array.from({ length: 8 }, (_, n) => place(`2026-01-0${n + 1}`, 8 - n, 1));
    expect(draw(few)).not.toContain('class="trend"');
    expect(draw(many)).toContain('class="trend"');
    expect(draw(many)).toContain('Down 7 in 1 week: more than wavering, enough to matter.');
  });

  it('says itself in words', () => {
    expect(draw([place('2026-01-05', 8, 3)])).toContain(
      'aria-label="Skull base, left: 1 rated session, before 8 on 5 Jan; before 8, after 3 on 5 Jan.',
    );
    expect(rowName({ siteId: 'breastbone', side: 'mid' })).toBe('Breastbone');
    expect(rowName({ siteId: 'no-such-site', side: 'left' })).toBe('no-such-site');
  });
});

describe('the week bars', () => {
  it('fill what was done inside what was asked and say both', () => {
    const markup = renderToStaticMarkup(
      <WeekBars
        weeks={[
          { monday: '2026-01-05', done: 2, partial: 0, asked: 4 },
          { monday: '2026-01-12', done: 4, partial: 1, asked: 4 },
        ]}
      />,
    );
    const heights = (name: string) =>
      [
        ...markup.matchAll(new RegExp(`<rect [^>]*height="([\\d.]+)"[^>]*class="${name}"`, 'g')),
      ].map(([, height]) => Number(height));
    const [askedFirst, askedSecond] = heights('asked');
    const [doneFirst, doneSecond] = heights('done');
    expect(askedFirst).toBe(askedSecond);
    expect(doneFirst).toBeCloseTo((askedFirst ?? 0) / 2, 6);
    expect(doneSecond).toBe(askedSecond);
    expect(markup).toContain('week of 5 Jan: 2 of 4; week of 12 Jan: 4 of 4');
  });

  it('draw nothing for no weeks, and do not break', () => {
    expect(renderToStaticMarkup(<WeekBars weeks={[]} />)).toContain('<svg');
  });
});

describe('the bands of a trial', () => {
  const week = (low: number, middle: number, high: number) => ({ low, middle, high });

  it('say themselves in words, one a policy, and draw a band and a line each', () => {
    const markup = renderToStaticMarkup(
      <BandChart
        bands={[
          { name: 'First', weeks: [week(5, 6, 7), week(3, 4, 5)] },
          { name: 'Second', weeks: [week(5, 6, 7), week(4, 5, 6)] },
        ]}
      />,
    );
    expect(markup).toContain(
      'First: tenderness 6.0 at first, 4.0 after 1 weeks, eight of ten between 3.0 and 5.0. Second:',
    );
    expect(markup.match(/class="within"/g)).toHaveLength(2);
    expect(markup.match(/class="middle"/g)).toHaveLength(2);
    expect(markup).not.toContain('NaN');
  });

  it('keeps its names apart where two end alike', () => {
    const markup = renderToStaticMarkup(
      <BandChart
        bands={[
          { name: 'First', weeks: [week(5, 6, 7), week(3, 4, 5)] },
          { name: 'Second', weeks: [week(5, 6, 7), week(3, 4, 5)] },
        ]}
      />,
    );
    const [first = 0, second = 0] = [...markup.matchAll(/y="([\d.]+)" class="name"/g)].map(
      ([, y]) => Number(y),
    );
    expect(Math.abs(first - second)).toBeGreaterThan(10);
  });
});

describe('days pulled over', () => {
  const [FROM, TO] = ['2026-01-01', '2026-03-01'];
  const scale = dayScale(FROM, TO, 640);

  it('are the days the pull begins and ends at, whichever way it goes', () => {
    const [a, b] = [scale(dayNumber('2026-01-10')), scale(dayNumber('2026-02-04'))];
    expect(daysUnder(scale, [a, b])).toEqual({ from: '2026-01-10', to: '2026-02-04' });
    expect(daysUnder(scale, [b, a])).toEqual(daysUnder(scale, [a, b]));
  });

  it('stay within what is drawn, are never the wrong way round, and a slip is none', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -200, max: 900 }),
        fc.integer({ min: -200, max: 900 }),
        (a, b) => {
          const days = daysUnder(scale, [a, b]);
          if (Math.abs(a - b) < 8) expect(days).toBeNull();
          else if (!days) throw new Error('a pull chooses days');
          else {
            expect(days.from >= FROM && days.from <= days.to && days.to <= TO).toBe(true);
          }
        },
      ),
    );
  });
});
