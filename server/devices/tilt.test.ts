import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import express from 'express';
import { gravityOf, tiltBetween } from '#core/measurement';
import { simulatedTilt } from './tilt';

describe('the simulated phone with a tilt sensor', () => {
  let now = 1_000_000;
  const app = express().use(
    '/devices/tilt',
    simulatedTilt(() => now),
  );
  const server = createServer(app);
  let base = '';
  beforeAll(async () => {
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/devices/tilt/phone-one`;
  });
  afterAll(() => new Promise((done) => server.close(done)));

  const turn = (body: unknown, at = base) =>
    fetch(`${at}/turn`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  const reading = async (at = base) =>
    (await (await fetch(`${at}/reading`)).json()) as {
      simulated: boolean;
      beta: number;
      gamma: number;
    };

  it('says that it is simulated and stands upright at first', async () => {
    const { simulated, beta } = await reading();
    expect(simulated).toBe(true);
    expect(beta).toBeCloseTo(90, 0);
  });

  it('is read as far as it was turned, within its trembling', async () => {
    const before = await reading();
    await turn({ beta: 28, gamma: 0 });
    now += 500;
    const after = await reading();
    expect(
      tiltBetween(gravityOf(before.beta, before.gamma), gravityOf(after.beta, after.gamma)),
    ).toBeCloseTo(62, -0.5);
  });

  it.each([
    [{ beta: 400, gamma: 0 }, 'at most 180°'],
    [{ beta: 0, gamma: -91 }, 'at least −90°'],
    [{ beta: 'up', gamma: 0 }, 'must be a number'],
  ])('refuses %j in a sentence', async (body, says) => {
    const answer = await turn(body);
    expect(answer.status).toBe(422);
    expect(((await answer.json()) as { says: string }).says).toContain(says);
  });

  it('keeps phones apart and knows no strange names', async () => {
    expect((await reading(base.replace('one', 'two'))).beta).toBeCloseTo(90, 0);
    expect((await fetch(`${base.replace('phone-one', 'X')}/reading`)).status).toBe(404);
  });
});
