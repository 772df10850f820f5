import { NOT_HEARD, sendUntilHeard, type Outside } from './sendUntilHeard';

/** A line that answers in this order; an Error is a line that is down. */
function line(...answers: (Response | Error)[]) {
  const bodies: unknown[] = [];
  const waits: number[] = [];
  const outside: Outside = {
    send: (_, { body }) => {
      bodies.push(JSON.parse(String(body as string)));
      const next = answers.shift();
      return next instanceof Response ? Promise.resolve(next) : Promise.reject(next);
    },
    wait: (ms) => {
      waits.push(ms);
      return Promise.resolve();
    },
  };
  return { outside, bodies, waits };
}
const down = new TypeError('Failed to fetch');
const said = (body: unknown, status = 200) => new Response(JSON.stringify(body), { status });

describe('sending until it is heard', () => {
  it('sends once where the line holds', async () => {
    const { outside, bodies, waits } = line(said({ ok: true }));
    let told = 0;
    const tell = () => (told += 1);
    expect(await sendUntilHeard('/keep', { id: 1 }, tell, outside)).toEqual({ ok: true });
    expect([bodies, waits, told]).toEqual([[{ id: 1 }], [], 0]);
  });

  it('sends the same thing again until it is heard, less and less often, and says so', async () => {
    const { outside, bodies, waits } = line(
      ...[down, down, down, down, down, down],
      said({ ok: true }),
    );
    const told: string[] = [];
    await sendUntilHeard('/keep', { id: 1 }, (says) => told.push(says), outside);
    expect(bodies).toEqual(Array.from({ length: 7 }, () => ({ id: 1 })));
    expect(waits).toEqual([1_000, 2_000, 4_000, 8_000, 10_000, 10_000]);
    expect(told).toEqual(Array.from({ length: 6 }, () => NOT_HEARD.connection));
  });

  it('takes a server in trouble, or what is no answer of it, for not heard', async () => {
    const { outside, bodies } = line(
      said({ ok: false }, 503),
      new Response('<h1>the hotel’s sign-in page</h1>'),
      said({ ok: true }),
    );
    const told: string[] = [];
    await sendUntilHeard('/keep', 1, (says) => told.push(says), outside);
    expect(bodies).toHaveLength(3);
    expect(told).toEqual([NOT_HEARD.server, NOT_HEARD.server]);
  });

  it('says that one is signed out when it was led elsewhere', async () => {
    const elsewhere = said({ ok: true });
    Object.defineProperty(elsewhere, 'redirected', { value: true });
    const { outside, bodies } = line(elsewhere, said({ ok: true }));
    const told: string[] = [];
    await sendUntilHeard('/keep', 1, (says) => told.push(says), outside);
    expect([bodies.length, told]).toEqual([2, [NOT_HEARD['signed out']]]);
  });

  it('takes a refusal for an answer: it is not sent again', async () => {
    const refusal = { ok: false, message: 'The pressure must be a number.' };
    const { outside, bodies } = line(said(refusal, 422));
    expect(await sendUntilHeard('/keep', 1, () => undefined, outside)).toEqual(refusal);
    expect(bodies).toHaveLength(1);
  });
});
