import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import type { Answer, Base, Letter } from '../letter';
import {
  changed,
  enqueue,
  inOrder,
  insist,
  letGo,
  nextOrder,
  nextRested,
  retry,
  sendable,
  settle,
  standing,
  type Change,
  type Entry,
} from './queue';

const NOW = 1_800_000_000_000;
const THING = uuid();

const note = (text: string, base: Base = 0, change: Partial<Letter> = {}): Letter =>
  ({
    id: uuid(),
    kind: 'note',
    clientId: THING,
    thing: THING,
    base,
    body: { notes: { type: 'doc', text } },
    at: NOW - 10_000,
    ...change,
  }) as Letter;

const after = (entries: readonly Entry[], change: Change) => inOrder(changed(entries, change));
const queued = (...letters: Letter[]) =>
  letters.reduce<Entry[]>((entries, letter) => after(entries, enqueue(entries, letter, NOW)), []);
const ids = (entries: readonly Entry[]) => entries.map(({ letter }) => letter.id);
const refuse = (entries: readonly Entry[], id: string, details: Record<string, unknown> = {}) =>
  after(entries, settle(entries, [{ id, is: 'refused', status: 409, says: 'No.', details }]));

describe('putting a letter into the queue', () => {
  it('lets the last of a text stand for the one it was begun from, while that was never tried', () => {
    const first = note('one', 3);
    const second = note('two', first.id);
    const entries = queued(first, second);
    expect(ids(entries)).toEqual([second.id]);
    expect(entries[0]?.letter.base).toBe(3);
  });

  it('keeps both once the first was tried: it may be with the practice already', () => {
    const first = note('one', 3);
    const [entry] = queued(first);
    if (!entry) throw new Error('nothing was queued');
    const tried = [{ ...entry, tried: true }];
    const second = note('two', first.id);
    const entries = after(tried, enqueue(tried, second, NOW));
    expect(ids(entries)).toEqual([first.id, second.id]);
    expect(entries[1]?.letter.base).toBe(first.id);
  });

  it('keeps both when the second was begun from something else, as in another tab', () => {
    expect(queued(note('mine', 3), note('other tab', 3))).toHaveLength(2);
  });

  it('begins what had seen an earlier wording from what that was begun from: the two meet', () => {
    const first = note('one', 3);
    const second = note('two', first.id);
    const late = note('of a tab that had seen the first', first.id);
    const entries = queued(first, second, late);
    expect(ids(entries)).toEqual([second.id, late.id]);
    expect(entries.map(({ letter }) => letter.base)).toEqual([3, 3]);
    const issue = note('', first.id, { kind: 'issue', thing: uuid() });
    expect(queued(first, second, issue)[1]?.letter.base).toBe(3);
  });

  it('makes nothing of a second press of a button, and gives a refused one way to another try', () => {
    const issue = (id = uuid()) => note('', 1, { kind: 'issue', id });
    const [first, again, third] = [issue(), issue(), issue()];
    expect(ids(queued(first, again))).toEqual([first.id]);
    const refused = refuse(queued(first), first.id);
    expect(ids(after(refused, enqueue(refused, third, NOW)))).toEqual([third.id]);
  });

  it('keeps the order of writing also when the clock goes back', () => {
    const first = note('one', null, { kind: 'clearance', thing: uuid() });
    const entries = queued(first);
    const back = NOW - 3_600_000;
    const second = note('two', null, { kind: 'clearance', thing: uuid() });
    expect(ids(after(entries, enqueue(entries, second, back)))).toEqual([first.id, second.id]);
    expect(nextOrder(entries, back)).toBeGreaterThan(entries[0]?.order ?? Infinity);
  });
});

describe('what is sent', () => {
  it('leaves out what was refused and all that was begun from it, and nothing else', () => {
    const first = note('one', 3);
    const second = note('two', first.id);
    const other = note('else', 0, { thing: uuid() });
    const tried = queued(first).map((entry) => ({ ...entry, tried: true }));
    const entries = [second, other].reduce(
      (list, letter) => after(list, enqueue(list, letter, NOW)),
      tried,
    );
    expect(ids(sendable(entries, NOW))).toEqual([first.id, second.id, other.id]);
    const refused = refuse(entries, first.id);
    expect(ids(sendable(refused, NOW))).toEqual([other.id]);
    expect(standing(refused)).toEqual({ waiting: 2, needsYou: 1 });
  });

  it('lets a text rest for a moment after the last stroke, unless something stands on it', () => {
    const fresh = note('typing', 0, { at: NOW - 100 });
    const entries = queued(fresh);
    expect(sendable(entries, NOW)).toEqual([]);
    expect(nextRested(entries, NOW)).toBe(600);
    expect(ids(sendable(entries, NOW + 600))).toEqual([fresh.id]);
    // A clock that went back holds nothing up.
    expect(ids(sendable(entries, NOW - 5_000))).toEqual([fresh.id]);
    const issue = note('', fresh.id, { kind: 'issue', thing: uuid(), at: NOW });
    expect(ids(sendable(after(entries, enqueue(entries, issue, NOW)), NOW))).toEqual([
      fresh.id,
      issue.id,
    ]);
  });
});

describe('what becomes of a refused letter', () => {
  const first = note('one', 3);
  const second = note('two', first.id);
  const entries = refuse(
    [
      { letter: first, order: 1, tried: true, refused: null },
      { letter: second, order: 2, tried: false, refused: null },
    ],
    first.id,
    { revision: 7 },
  );

  it('tried again, is sent as it is', () => {
    expect(ids(sendable(after(entries, retry(entries, first.id)), NOW))).toEqual([
      first.id,
      second.id,
    ]);
    expect(retry(entries, second.id)).toEqual({ put: [], drop: [] });
  });

  it('put in place of theirs, is a new letter with what was written last', () => {
    const newId = uuid();
    const now = after(entries, insist(entries, first.id, { base: 7, newId }));
    expect(ids(now)).toEqual([newId]);
    expect(now[0]?.letter).toMatchObject({ base: 7, body: second.body });
  });

  it('put in place of theirs with another text, carries that', () => {
    const both = { notes: { type: 'doc', text: 'both' } };
    const change = insist(entries, first.id, { base: 7, newId: uuid(), body: both });
    expect(change.put[0]?.letter.body).toEqual(both);
  });

  it('put in place of what a colleague keeps under another id, is a change of theirs', () => {
    const theirs = uuid();
    const change = insist(entries, first.id, { base: 4, newId: uuid(), thing: theirs });
    expect(change.put[0]?.letter).toMatchObject({ thing: theirs, base: 4, body: second.body });
  });

  it('let go, takes those of its thing along and leaves what only stood on it', () => {
    const issue = note('', second.id, { kind: 'issue', thing: uuid() });
    const withIssue = [...entries, { letter: issue, order: 3, tried: false, refused: null }];
    const now = after(withIssue, letGo(withIssue, first.id));
    expect(ids(now)).toEqual([issue.id]);
    expect(now[0]?.letter.base).toBe(3);
  });

  it('is not touched by asking about one that is not there', () => {
    expect(letGo(entries, uuid())).toEqual({ put: [], drop: [] });
    expect(insist(entries, uuid(), { base: 1, newId: uuid() })).toEqual({ put: [], drop: [] });
  });
});

it('whatever is answered, nothing leaves the queue that was not kept', () => {
  const anyAnswer = (id: string): fc.Arbitrary<Answer> =>
    fc.constantFrom<Answer>(
      { id, is: 'kept', revision: 1 },
      { id, is: 'later', says: '' },
      { id, is: 'refused', status: 422, says: '', details: {} },
    );
  const letters = Array.from({ length: 6 }, (_, n) => note(String(n), n, { thing: uuid() }));
  fc.assert(
    fc.property(fc.tuple(...letters.map(({ id }) => anyAnswer(id))), (answers) => {
      const entries = queued(...letters);
      const now = after(entries, settle(entries, answers));
      const kept = answers.filter(({ is }) => is === 'kept').map(({ id }) => id);
      expect(new Set([...ids(now), ...kept])).toEqual(new Set(ids(entries)));
      expect(now.filter(({ refused }) => refused)).toHaveLength(
        answers.filter(({ is }) => is === 'refused').length,
      );
    }),
  );
});

describe('a letter the server fails at', () => {
  const fails = (entries: readonly Entry[], id: string) =>
    after(entries, settle(entries, [{ id, is: 'later', says: 'The server is in trouble.' }]));

  it('is tried again some times, then put aside with the reason, and holds up no other', () => {
    const [bad, good] = [note('one'), note('two', 0, { thing: uuid() })];
    let entries = queued(bad, good);
    for (let turn = 1; turn < 8; turn += 1) {
      entries = fails(entries, bad.id);
      expect(standing(entries)).toEqual({ waiting: 2, needsYou: 0 });
      expect(ids(sendable(entries, NOW))).toContain(bad.id);
    }
    entries = fails(entries, bad.id);
    expect(standing(entries)).toEqual({ waiting: 1, needsYou: 1 });
    expect(ids(sendable(entries, NOW))).toEqual([good.id]);
    expect(entries.find(({ letter }) => letter.id === bad.id)?.refused).toMatchObject({
      status: 500,
      says: expect.stringMatching(/It stays on this device/),
    });
  });

  it('put aside and tried again by its writer has its tries anew', () => {
    const bad = note('one');
    let entries = queued(bad);
    for (let turn = 0; turn < 8; turn += 1) entries = fails(entries, bad.id);
    entries = after(entries, retry(entries, bad.id));
    expect(ids(sendable(entries, NOW))).toEqual([bad.id]);
    entries = fails(entries, bad.id);
    expect(standing(entries)).toEqual({ waiting: 1, needsYou: 0 });
  });
});
