import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import { itemFor, routineWith, timed } from '#core/examples';
import { expand } from '#core/routine';
import type { SessionEvent } from '#core/session';
import { createOutbox, type Delivery, type Letter } from './outbox';
import { createSession, type SessionHead } from './session';

const HEAD: SessionHead = { id: uuid(), versionId: uuid(), startedAt: 1 };
const letter = (seq: number, session = HEAD): Letter => ({
  session,
  event: { type: 'paused', id: uuid(), seq, at: seq + 1 },
});

/** An outbox on a network that answers as it is told; what arrives is kept as a server would. */
function post(answers: Delivery[], left: Letter[] = []) {
  const stored = new Map<string, SessionEvent>();
  const arrivals: string[] = [];
  let kept: readonly Letter[] = left;
  const waits: number[] = [];
  const outbox = createOutbox({
    left,
    keep: (letters) => {
      kept = letters;
    },
    send: (session, events) => {
      const answer = answers.shift() ?? { kind: 'stored' };
      // A batch may arrive although its answer is lost.
      if (answer.kind !== 'refused') {
        for (const event of events) {
          arrivals.push(`${session.id}:${event.seq}`);
          stored.set(event.id, event);
        }
      }
      return Promise.resolve(answer);
    },
    wait: (ms) => {
      waits.push(ms);
      return Promise.resolve();
    },
  });
  return { outbox, stored, arrivals, waits, kept: () => kept };
}

const settle = async () => {
  for (let turn = 0; turn < 400; turn += 1) await Promise.resolve();
};
const later: Delivery = { kind: 'later', says: 'No connection.' };

describe('the outbox', () => {
  it('loses nothing and keeps the order, however often answers are lost', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom<Delivery>(later, { kind: 'stored' }), { maxLength: 12 }),
        fc.integer({ min: 1, max: 9 }),
        async (answers, count) => {
          const { outbox, stored, kept } = post([...answers]);
          const letters = Array.from({ length: count }, (_, n) => letter(n));
          for (const one of letters) outbox.add(one);
          await settle();
          expect([...stored.values()].map(({ seq }) => seq)).toEqual(
            letters.map(({ event }) => event.seq),
          );
          expect(kept()).toEqual([]);
          expect(outbox.status()).toMatchObject({ waiting: 0, trouble: null });
        },
      ),
    );
  });

  it('keeps what is unsent on the device until the server has it', async () => {
    const { outbox, kept } = post([]);
    outbox.add(letter(0));
    expect(kept()).toHaveLength(1);
    await settle();
    expect(kept()).toHaveLength(0);
  });

  it('sends what an earlier visit left, session by session', async () => {
    const other = { ...HEAD, id: uuid() };
    const { arrivals } = post([], [letter(0), letter(1), letter(0, other), letter(2)]);
    await settle();
    expect(arrivals).toEqual([`${HEAD.id}:0`, `${HEAD.id}:1`, `${other.id}:0`, `${HEAD.id}:2`]);
  });

  it('waits longer each time it does not get through, and says why', async () => {
    const { outbox, waits } = post(Array.from({ length: 7 }, () => later));
    const said: (string | null)[] = [];
    outbox.subscribe(() => said.push(outbox.status().trouble));
    outbox.add(letter(0));
    await settle();
    expect(waits).toEqual([1000, 2000, 4000, 8000, 16000, 30000, 30000]);
    expect(said).toContain('No connection.');
    expect(said.at(-1)).toBeNull();
  });

  it('does not let a batch that is refused hold up what comes after it', async () => {
    const { outbox, stored } = post([{ kind: 'refused', says: 'Wrong clock.' }]);
    outbox.add(letter(0));
    await settle();
    expect(outbox.status()).toMatchObject({ waiting: 0, refused: 1, trouble: 'Wrong clock.' });
    outbox.add(letter(1));
    await settle();
    expect([...stored.values()].map(({ seq }) => seq)).toEqual([1]);
  });
});

describe('a session in the browser', () => {
  function open(earlier: readonly SessionEvent[] = []) {
    let now = 1_000_000;
    const events: SessionEvent[] = [];
    const session = createSession(
      expand(routineWith(itemFor('breastbone', { dose: timed(10) }))),
      { now: () => now, newId: () => uuid(), onEvent: (event) => events.push(event) },
      earlier,
    );
    return {
      session,
      events,
      pass: (ms: number) => {
        now += ms;
        session.tick();
      },
    };
  }

  it('hands on each event once, numbered, and nothing for a second tap', () => {
    const { session, events, pass } = open();
    session.happen({ type: 'started' });
    session.happen({ type: 'started' });
    session.happen({ type: 'settled', step: 0 });
    session.happen({ type: 'settled', step: 0 });
    pass(13_000);
    expect(events.map(({ type, seq }) => `${seq} ${type}`)).toEqual([
      '0 started',
      '1 settled',
      '2 hold-started',
      '3 hold-ended',
    ]);
  });

  it('tells its listeners only when something changed', () => {
    const { session, pass } = open();
    let heard = 0;
    session.subscribe(() => (heard += 1));
    session.tick();
    expect(heard).toBe(0);
    session.happen({ type: 'started' });
    session.happen({ type: 'settled', step: 0 });
    pass(1000);
    expect(heard).toBe(2);
    pass(2000);
    expect(heard).toBe(3);
  });

  it('is taken up from its events where it was', () => {
    const first = open();
    first.session.happen({ type: 'started' });
    first.session.happen({ type: 'settled', step: 0 });
    first.pass(5000);
    const second = open(first.session.read().events);
    expect(second.session.read().state).toEqual(first.session.read().state);
    second.pass(13_000);
    expect(second.events.map(({ seq, type }) => `${seq} ${type}`)).toEqual(['3 hold-ended']);
  });
});
