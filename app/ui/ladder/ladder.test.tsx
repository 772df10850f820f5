import { renderToStaticMarkup } from 'react-dom/server';
import { itemFor, ladderClient, timed } from '#core/examples';
import { setupKey } from '#core/pressure';
import { ladderFor, type LadderClient } from '#core/routine';
import { screen } from '#core/screening';
import { fewRungs, LadderBars, rungWords } from './LadderBars';

const line = itemFor('side-low-back', { dose: timed(30) });
const ladder = (of: LadderClient) => {
  const view = ladderFor(line, of);
  if (!view) throw new RangeError('no ladder');
  return view;
};

describe('the ladder of a line', () => {
  it('says when the body is assumed, and uses this client’s when it is known', () => {
    expect(ladder(ladderClient())).toMatchObject({
      assumedBody: true,
      body: { massKilograms: 70 },
    });
    const own = ladder(ladderClient({ massKilograms: 95, statureMetres: 1.9 }));
    expect(own).toMatchObject({ assumedBody: false, body: { massKilograms: 95 } });
    // A figure that slipped through is not computed with.
    expect(ladder(ladderClient({ massKilograms: 3, statureMetres: 1.9 })).assumedBody).toBe(true);
  });

  it('is calibrated by ratings at this site and no other', () => {
    const rating = { ...line, day: '2026-11-20' };
    const own = ladder(ladderClient({ ratings: [{ ...rating, grade: 6 }] }));
    expect(own.calibration.ratings).toBe(1);
    expect(own.rungs.find(({ key }) => key === own.todayKey)?.grade.value).toBeCloseTo(6, 6);
    const other = ladder(ladderClient({ ratings: [{ ...rating, siteId: 'calf', grade: 6 }] }));
    expect(other.calibration.ratings).toBe(0);
  });

  it('leaves out what screening rules out', () => {
    const noFloor = screen([
      { condition: 'no-floor', sides: [], regions: [], siteIds: [], clearedBy: '' },
    ]);
    const rungs = ladder(ladderClient({ screening: noFloor })).rungs;
    expect(rungs.every(({ setup }) => !['hard-floor', 'mat'].includes(setup.surface.id))).toBe(
      true,
    );
    expect(rungs.some(({ setup }) => setup.surface.id === 'mattress')).toBe(true);
  });

  it('is thinned to what one would notice, today’s own always among it', () => {
    const { rungs, todayKey } = ladder(ladderClient());
    const few = fewRungs(rungs, todayKey, 7);
    expect(few.length).toBeLessThanOrEqual(7);
    expect(few.map(({ key }) => key)).toContain(todayKey);
    expect(new Set(few.map(({ setup }) => setupKey(setup))).size).toBe(few.length);
    for (const rung of few) expect(rungWords(rung)).not.toBe('');
  });
});

it('draws every rung as long as its pressure is to today’s, and its band from end to end', () => {
  const { rungs } = ladder(ladderClient());
  const markup = renderToStaticMarkup(<LadderBars rungs={rungs} />);
  const bars = [...markup.matchAll(/class="bar" style="width:([\d.]+)%"/g)].map(([, width]) =>
    Number(width),
  );
  const bands = [...markup.matchAll(/class="band" style="left:([\d.]+)%;width:([\d.]+)%"/g)];
  expect(bars).toHaveLength(rungs.length);
  const today = rungs.findIndex(({ ratio }) => ratio === 1);
  const one = bars[today] ?? 0;
  const reference = rungs[today]?.kilopascals.value ?? 1;
  expect(one).toBeGreaterThan(0);
  rungs.forEach(({ ratio, kilopascals }, index) => {
    expect(bars[index]).toBeCloseTo(Math.min(100, ratio * one), 6);
    expect(Number(bands[index]?.[1])).toBeCloseTo(
      Math.min(100, (kilopascals.low / reference) * one),
      6,
    );
  });
});
