import { renderToStaticMarkup } from 'react-dom/server';
import { findQuantity, TESTS, type Quantity } from '#core/measurement';
import { SAMPLES } from '#core/poses';
import { readFor } from './PictureAngle';
import { ReachArc, type Reach } from './ReachArc';
import { simulatedTilt } from './tiltMeter';
import { readTries } from './TriesField';

const quantity = (testId: string, id: string): Quantity => {
  const found = findQuantity(testId, id);
  if (!found) throw new RangeError(`${testId}:${id}`);
  return found;
};
const turn = quantity('neck-turn', 'turn');
const jaw = quantity('jaw-opening', 'opening');
const reach = (more: Partial<Reach> = {}): Reach => ({
  side: 'left',
  now: 52,
  sem: 3,
  after: null,
  earlier: [],
  ...more,
});
const count = (markup: string, what: RegExp) => markup.match(what)?.length ?? 0;

describe('a typed line of tries', () => {
  it.each([
    ['62 65 63', [62, 65, 63]],
    ['62', [62]],
    ['62,5 63', [62.5, 63]],
    ['62° 63°', [62, 63]],
    [' 60 / 61 ; 62 ', [60, 61, 62]],
  ])('“%s” is read', (text, tries) => {
    expect(readTries(text, turn)).toEqual({ ok: true, tries, way: 'number' });
  });

  it('finger widths where the figure can be taken so, and only there', () => {
    expect(readTries('3 f', jaw)).toEqual({ ok: true, tries: [45], way: 'fingers' });
    expect(readTries('2 3 fingers', jaw)).toMatchObject({ tries: [30, 45] });
    expect(readTries('3 f', turn)).toMatchObject({ ok: false });
  });

  it('a figure below level may be negative, with either sign', () => {
    const thigh = quantity('edge-of-bed', 'thigh');
    expect(readTries('−5', thigh)).toMatchObject({ tries: [-5] });
    expect(readTries('-5', thigh)).toMatchObject({ tries: [-5] });
  });

  it.each([
    ['far', /no figure/],
    ['62 65 63 60', /At most 3/],
    ['400', /between 0° and 110°/],
    ['-5', /between 0°/],
  ])('“%s” is refused with a sentence', (text, says) => {
    const read = readTries(text, turn);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.says).toMatch(says);
  });
});

describe('the reach arc', () => {
  it.each(
    TESTS.flatMap(({ id, quantities }) => quantities.map((one) => [id, one.id, one] as const)),
  )('%s %s is drawn without a number that is none', (_test, _id, one) => {
    const sides = one.sided ? (['left', 'right'] as const) : (['mid'] as const);
    const markup = renderToStaticMarkup(
      <ReachArc
        quantity={one}
        reaches={sides.map((side) =>
          reach({
            side,
            now: (one.least + one.most) / 2,
            after: one.most,
            earlier: [{ value: one.least, label: '3 Nov' }],
          }),
        )}
      />,
    );
    expect(markup).not.toMatch(/NaN|undefined|Infinity/);
    expect(markup).toContain(one.name);
  });

  it('draws the error as width, the ordinary range as a band, earlier visits as ticks', () => {
    const draw = (one: Reach) =>
      renderToStaticMarkup(<ReachArc quantity={quantity('hip-turn', 'in')} reaches={[one]} />);
    const full = draw(reach({ now: 30, earlier: [{ value: 25, label: '3 Nov' }] }));
    expect(count(full, /class="error"/g)).toBe(1);
    expect(count(full, /class="ordinary"/g)).toBe(1);
    expect(full).toContain('3 Nov: 25°');
    expect(count(draw(reach({ now: null })), /class="error"/g)).toBe(0);
    // A coarser reading is a wider wedge.
    const wedge = (sem: number) =>
      /class="error"[^>]*|d="([^"]*)"[^>]*class="error"/.exec(draw(reach({ now: 30, sem })))?.[0];
    expect(wedge(1)).not.toBe(wedge(6));
  });

  it('keeps five earlier visits and says each figure to those who do not see it', () => {
    const markup = renderToStaticMarkup(
      <ReachArc
        quantity={turn}
        reaches={[
          reach({
            after: 60,
            earlier: Array.from({ length: 9 }, (_, n) => ({ value: 40 + n, label: `${n}` })),
          }),
          reach({ side: 'right', now: null }),
        ]}
      />,
    );
    expect(count(markup, /<title>/g)).toBe(5);
    expect(markup).toContain('left 52° after 60°, right not measured');
  });
});

describe('reading from a picture', () => {
  it('every figure that is read from a picture has a way, and every sample one that fits', () => {
    for (const { id, quantities } of TESTS) {
      for (const one of quantities.filter(({ ways }) => ways.includes('picture'))) {
        expect(['three points', 'to the vertical', 'above level', 'offset']).toContain(
          readFor(id, one),
        );
      }
    }
    for (const { testId, quantityId, read } of SAMPLES) {
      expect(readFor(testId, quantity(testId, quantityId))).toBe(read);
    }
  });
});

describe('the simulated phone', () => {
  it('is asked, turned, and refuses with a sentence', async () => {
    const asked: string[] = [];
    const send = ((input: string, init?: RequestInit) => {
      asked.push(`${init?.method ?? 'GET'} ${input}`);
      const broken = typeof init?.body === 'string' && init.body.includes('999');
      return Promise.resolve(
        new Response(JSON.stringify({ beta: 90, gamma: 0, simulated: true }), {
          status: broken ? 422 : 200,
        }),
      );
    }) as unknown as typeof fetch;
    const meter = simulatedTilt('phone-one', send);
    const heard: number[] = [];
    const stop = await meter.listen(([, y]) => heard.push(Math.round(y)));
    stop();
    expect(heard).toEqual([-1]);
    await meter.turn?.(40);
    await expect(meter.turn?.(999)).rejects.toThrow('does not turn that far');
    expect(asked).toEqual([
      'GET /devices/tilt/phone-one/reading',
      'POST /devices/tilt/phone-one/turn',
      'POST /devices/tilt/phone-one/turn',
    ]);
    expect(meter.simulated).toBe(true);
  });
});
