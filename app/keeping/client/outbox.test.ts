import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import type { Answer, Base, Letter, Post } from '../letter';
import { kindOf } from '../kinds';
import { Device, newSecret, type Tab } from '../testing/device';
import { createOutbox, type Delivery, type Outside } from './outbox';
import { memoryCupboard, plainSeal, storeOf, type Cupboard } from './store';

/** A clock that goes on by so much at each look, and timers that ring this much early. */
interface Clock {
  tickMs: number;
  earlyMs: number;
}

/** An outbox in one tab, on a network that answers as it is told. Given a clock, nobody has to wait for it. */
function open(
  answer: (post: Post) => Delivery,
  cupboard: Cupboard = memoryCupboard(),
  clock: Clock | null = null,
) {
  const began = 1_000_000;
  let time = began;
  const posts: Letter[][] = [];
  const waits = new Set<() => void>();
  const outside: Outside = {
    store: Promise.resolve(storeOf('runa', cupboard, plainSeal)),
    locks: { alone: (work) => work(), lead: (work) => work() },
    channel: { tell: () => undefined, hear: () => () => undefined },
    post: (post) => {
      posts.push(post.letters);
      return Promise.resolve(answer(post));
    },
    wait: (ms, hurry) =>
      new Promise((done) => {
        waits.add(done);
        hurry.addEventListener('abort', () => done());
        // Only the rest of a letter is waited out: a sender that sleeps longer has overslept.
        if (!clock || ms > kindOf('draft').restMs) return;
        setImmediate(() => {
          if (!hurry.aborted) time += Math.max(1, ms - clock.earlyMs);
          done();
        });
      }),
    now: () => (time += clock?.tickMs ?? 0),
    newId: () => uuid(),
  };
  return { outbox: createOutbox('runa', outside), posts, passedMs: () => time - began };
}

const settle = async () => {
  for (let turn = 0; turn < 40; turn += 1) await new Promise((next) => setImmediate(next));
};
const clearance = (by: string) => ({
  kind: 'clearance' as const,
  clientId: uuid(),
  thing: uuid(),
  base: null,
  body: { condition: 'clot' as const, by, on: '2026-03-01' },
});
const keptAll = ({ letters }: Post): Delivery => ({
  is: 'answered',
  answers: letters.map(({ id }) => ({ id, is: 'kept', revision: null })),
});

describe('an outbox', () => {
  it('sends what has rested when it has, at whatever moment the clock moves on', async () => {
    for (const tickMs of [0, 0.2, 0.5, 1, 3]) {
      for (const earlyMs of [0, 0.3, 1, 2]) {
        const { outbox, posts, passedMs } = open(keptAll, memoryCupboard(), { tickMs, earlyMs });
        await settle();
        const id = uuid();
        const thing = uuid();
        const body = { baseNumber: 0, content: null };
        outbox.add({ kind: 'draft', clientId: thing, thing, base: 0, body, id });
        await settle();
        expect(posts.map((letters) => letters.map((letter) => letter.id))).toEqual([[id]]);
        expect(passedMs()).toBeGreaterThanOrEqual(kindOf('draft').restMs);
        outbox.close();
      }
    }
  });

  it('sends what a full store has no place for, and says meanwhile that it is not safe here', async () => {
    const full: Cupboard = {
      read: () => Promise.resolve([]),
      write: (put) => (put.length > 0 ? Promise.reject(new Error('full')) : Promise.resolve()),
    };
    let line = false;
    const { outbox, posts } = open(
      (post) => (line ? keptAll(post) : { is: 'unheard', why: 'connection' }),
      full,
    );
    const id = outbox.add(clearance('Dr Amsel'));
    await settle();
    expect(outbox.view()).toMatchObject({ waiting: 1, unwritten: 1, trouble: 'connection' });
    line = true;
    outbox.hurry();
    await settle();
    expect(posts.at(-1)?.map((letter) => letter.id)).toEqual([id]);
    expect(outbox.view()).toMatchObject({ waiting: 0, unwritten: 0 });
    outbox.close();
  });

  it('lets none of its neighbours be turned down with a letter that cannot be read', async () => {
    const bad = 'nobody can read this';
    const isBad = ({ body }: Letter) => 'by' in body && body.by === bad;
    const { outbox } = open((post) =>
      post.letters.some(isBad) ? { is: 'turned down', says: 'Damaged.' } : keptAll(post),
    );
    const wishes = ['Dr Amsel', bad, 'Dr Vale'].map((by) => outbox.add(clearance(by)));
    await settle();
    const { entries, needsYou, waiting } = outbox.view();
    expect([needsYou, waiting]).toEqual([1, 0]);
    expect(entries.map(({ letter }) => letter.id)).toEqual([wishes[1]]);
    expect(entries[0]?.refused?.says).toBe('Damaged.');
    outbox.close();
  });
});

/** A practice that knows one text: its revision, and what it answered to each letter. */
function textOf() {
  const revisions = new Map<string, number>();
  const state = { revision: 0, text: '', refused: 0 };
  const revisionOf = (base: Base) =>
    typeof base === 'string' ? (revisions.get(base) ?? -1) : base;
  const answer = ({ id, base, body }: Letter): Answer => {
    if (revisionOf(base) !== state.revision) {
      state.refused += 1;
      return { id, is: 'refused', status: 409, says: 'Another was here.', details: {} };
    }
    state.revision += 1;
    state.text = (body as { notes: { text: string } }).notes.text;
    revisions.set(id, state.revision);
    return { id, is: 'kept', revision: state.revision };
  };
  return { state, answer };
}

/** Types into a note as the page does: each change begun from the last of its own. */
function typist(tab: Tab, thing: string) {
  let known = 0;
  const own = new Set<string>();
  tab.outbox.onAnswers((answers, kept) => {
    for (const { id } of kept) {
      const answer = answers.find((one) => one.id === id);
      if (own.has(id) && answer?.is === 'kept' && answer.revision !== null) known = answer.revision;
    }
  });
  return (text: string) => {
    const last = tab.outbox.view().entries.findLast(({ letter }) => letter.thing === thing);
    const base = last && own.has(last.letter.id) ? last.letter.id : known;
    own.add(
      tab.outbox.add({ kind: 'note', clientId: thing, thing, base, body: { notes: { text } } }),
    );
  };
}

it('puts aside what the server breaks at each time, and sends what was written with it', async () => {
  const bad = 'nobody can keep this';
  const isBad = ({ body }: Letter) => 'by' in body && body.by === bad;
  const { outbox, posts } = open((post) =>
    post.letters.some(isBad) ? { is: 'failed at', says: 'Broken.' } : keptAll(post),
  );
  const wishes = ['Dr Amsel', bad, 'Dr Vale'].map((by) => outbox.add(clearance(by)));
  for (let turn = 0; turn < 12; turn += 1) {
    await settle();
    outbox.hurry();
  }
  await settle();
  const { entries, needsYou, waiting } = outbox.view();
  expect([needsYou, waiting]).toEqual([1, 0]);
  expect(entries.map(({ letter }) => letter.id)).toEqual([wishes[1]]);
  expect(entries[0]?.refused?.status).toBe(500);
  // It is not asked about any more.
  const asked = posts.length;
  outbox.hurry();
  await settle();
  expect(posts).toHaveLength(asked);
  outbox.close();
});

it('never lets one who types meet their own text, however slow the store is and whichever tab sends', async () => {
  const turns = async (count: number) => {
    for (let turn = 0; turn < count; turn += 1) await new Promise((next) => setImmediate(next));
  };
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.nat({ max: 5 }), { minLength: 30, maxLength: 60 }),
      fc.array(fc.record({ turns: fc.nat({ max: 12 }), passes: fc.boolean() }), {
        minLength: 6,
        maxLength: 16,
      }),
      fc.nat({ max: 1 }),
      async (lags, strokes, typing) => {
        const { state, answer } = textOf();
        let lag = 0;
        let clock = 1_000_000;
        const device = new Device(
          (_, { letters }) => Promise.resolve({ is: 'answered', answers: letters.map(answer) }),
          () => clock,
          () => uuid(),
          () => turns(lags[(lag += 1) % lags.length] ?? 0),
        );
        device.signIn({ userId: 'runa', secret: newSecret() });
        const tabs = [device.open(), device.open()];
        const until = performance.now() + 5_000;
        const calm = async () => {
          for (let still = 0; still < 20 && performance.now() < until;) {
            await turns(1);
            still = device.busy > 0 ? 0 : still + 1;
          }
        };
        await calm();
        const type = typist(tabs[typing] as Tab, uuid());
        let text = '';
        for (const [index, { turns: count, passes }] of strokes.entries()) {
          text += String.fromCharCode(97 + index);
          type(text);
          await turns(count);
          if (passes) {
            clock += 800;
            device.pass();
          }
        }
        for (let turn = 0; turn < 6; turn += 1) {
          await calm();
          clock += 1_000;
          device.pass();
        }
        await calm();
        for (const tab of tabs)
          expect(tab?.outbox.view()).toMatchObject({ waiting: 0, needsYou: 0 });
        expect(state).toMatchObject({ refused: 0, text });
        for (const tab of [...device.tabs]) tab.kill();
      },
    ),
    { numRuns: 150 },
  );
}, 120_000);
