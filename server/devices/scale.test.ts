import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import express from 'express';
import { settle, simulatedScale } from './scale';

describe('the simulated scale', () => {
  let now = 1_000_000;
  const app = express().use(
    '/devices/scale',
    simulatedScale(() => now),
  );
  const server = createServer(app);
  let base = '';
  beforeAll(async () => {
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/devices/scale/kitchen-one`;
  });
  afterAll(() => new Promise((done) => server.close(done)));

  const press = (kilograms: unknown, at = base) =>
    fetch(`${at}/press`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ kilograms }),
    });
  const reading = async (at = base) => (await (await fetch(`${at}/reading`)).json()) as object;

  it('says that it is simulated, and shows nothing while nothing lies on it', async () => {
    expect(await reading()).toEqual({ simulated: true, kilograms: 0, steady: true });
  });

  it('closes in on what is pressed and then stands steady', async () => {
    expect((await press(8)).status).toBe(200);
    now += 100;
    const early = (await reading()) as { kilograms: number; steady: boolean };
    expect(early.kilograms).toBeGreaterThan(1);
    expect(early.kilograms).toBeLessThan(7);
    expect(early.steady).toBe(false);
    now += 2000;
    const late = (await reading()) as { kilograms: number; steady: boolean };
    expect(late.kilograms).toBeCloseTo(8, 0);
    expect(late.steady).toBe(true);
  });

  it('keeps one person’s scale apart from another’s', async () => {
    expect(await reading(base.replace('one', 'two'))).toMatchObject({ kilograms: 0 });
  });

  it.each([[-1], [151], ['8'], [null]])(
    'refuses %j in a sentence and keeps what it showed',
    async (kilograms) => {
      const answer = await press(kilograms);
      expect(answer.status).toBe(422);
      expect(((await answer.json()) as { says: string }).says).toMatch(/scale.*\.$/);
      now += 10;
      expect(await reading()).toMatchObject({ steady: true });
    },
  );

  it('knows no scale of a strange name', async () => {
    expect((await fetch(base.replace('kitchen-one', 'x'))).status).toBe(404);
    expect((await fetch(`${base.replace('kitchen-one', 'UPPER.case!')}/reading`)).status).toBe(404);
  });

  it('never runs backwards', () => {
    const platform = { pressed: 5, needle: 2, at: 1000 };
    expect(settle(platform, 500).needle).toBe(2);
    expect(settle(platform, 10_000).needle).toBeCloseTo(5, 6);
  });
});
