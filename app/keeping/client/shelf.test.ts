import { v7 as uuid } from 'uuid';
import type { Letter } from '../letter';
import { enqueue, letGo, settle, type Change, type Entry } from './queue';
import { createShelf } from './shelf';
import { memoryCupboard, plainSeal, storeOf, type Cupboard, type Store } from './store';

const NOW = 1_800_000_000_000;
const clearance = (by: string): Letter =>
  ({
    id: uuid(),
    kind: 'clearance',
    clientId: uuid(),
    thing: uuid(),
    base: null,
    body: { condition: 'clot', by, on: '2026-03-01' },
    at: NOW,
  }) as Letter;
const adding = (letter: Letter) => (entries: readonly Entry[]) => enqueue(entries, letter, NOW);
const names = (entries: readonly Entry[]) =>
  entries.map(({ letter }) => (letter.body as { by: string }).by);

/** A mutex as the browser’s locks are one: over all tabs. */
function oneAtATime() {
  let last: Promise<unknown> = Promise.resolve();
  return <T>(work: () => Promise<T>): Promise<T> => {
    const mine = last.then(work);
    last = mine.catch(() => undefined);
    return mine;
  };
}
const shelfOver = (cupboard: Cupboard, alone = oneAtATime()) =>
  createShelf(Promise.resolve(storeOf('runa', cupboard, plainSeal)), alone);

describe('a shelf', () => {
  it('shows its own changes at once and in order, before they are in the store', async () => {
    const cupboard = memoryCupboard();
    const shelf = shelfOver(cupboard);
    const [first, second] = [clearance('Amsel'), clearance('Vale')];
    const written = [shelf.write(adding(first)), shelf.write(adding(second))];
    expect(names(shelf.entries())).toEqual(['Amsel', 'Vale']);
    expect(shelf.unwritten()).toBe(2);
    expect(await cupboard.read()).toEqual([]);
    await Promise.all(written);
    expect(shelf.unwritten()).toBe(0);
    expect(names(shelf.entries())).toEqual(['Amsel', 'Vale']);
    expect(await cupboard.read()).toHaveLength(2);
  });

  it('makes a change of what another tab has put there meanwhile', async () => {
    const [cupboard, alone] = [memoryCupboard(), oneAtATime()];
    const [one, other] = [shelfOver(cupboard, alone), shelfOver(cupboard, alone)];
    await one.write(adding(clearance('Amsel')));
    await other.write(adding(clearance('Vale')));
    // The one does not know yet; when it writes, it is told.
    expect(names(one.entries())).toEqual(['Amsel']);
    await one.write(adding(clearance('Orr')));
    expect(names(one.entries())).toEqual(['Amsel', 'Vale', 'Orr']);
    await other.reread();
    expect(names(other.entries())).toEqual(['Amsel', 'Vale', 'Orr']);
  });

  it('never takes an older state for a newer one, however late it comes', async () => {
    const cupboard = memoryCupboard();
    let slow: Promise<void> | null = null;
    const inner = storeOf('runa', cupboard, plainSeal);
    const store: Store = {
      ...inner,
      all: async () => {
        const wait = slow;
        const read = await inner.all();
        await wait;
        return read;
      },
    };
    const shelf = createShelf(Promise.resolve(store), oneAtATime());
    let go: () => void = () => undefined;
    slow = new Promise((done) => {
      go = done;
    });
    const old = shelf.reread();
    await new Promise((next) => setImmediate(next));
    slow = null;
    await shelf.write(adding(clearance('Amsel')));
    go();
    await old;
    expect(names(shelf.entries())).toEqual(['Amsel']);
  });

  it('keeps in the tab what the store will not take, and lets it go once it was kept', async () => {
    const full: Cupboard = {
      read: () => Promise.resolve([]),
      write: () => Promise.reject(new Error('full')),
    };
    const shelf = shelfOver(full);
    const letter = clearance('Amsel');
    await shelf.write(adding(letter));
    expect([names(shelf.entries()), shelf.unwritten()]).toEqual([['Amsel'], 1]);
    shelf.hear([{ id: letter.id, is: 'kept', revision: 1 }]);
    expect([shelf.entries(), shelf.unwritten()]).toEqual([[], 0]);
  });

  it('forgets what was kept also when the store will not let go of it', async () => {
    const cupboard = memoryCupboard();
    const letter = clearance('Amsel');
    await shelfOver(cupboard).write(adding(letter));
    const stuck: Cupboard = { ...cupboard, write: () => Promise.reject(new Error('read only')) };
    const shelf = shelfOver(stuck);
    await shelf.reread();
    expect(names(shelf.entries())).toEqual(['Amsel']);
    await shelf.write((entries) => settle(entries, [{ id: letter.id, is: 'kept', revision: 1 }]));
    // Else it would be sent again at once, for ever.
    let seen: readonly Entry[] = [];
    await shelf.write((entries) => {
      seen = entries;
      return { put: [], drop: [] };
    }, false);
    await shelf.reread();
    expect([seen, shelf.entries()]).toEqual([[], []]);
  });

  it('keeps in the tab also when there is no store at all', async () => {
    const none = Promise.reject<Store>(new Error('forbidden'));
    none.catch(() => undefined);
    const shelf = createShelf(none, oneAtATime());
    const letter = clearance('Amsel');
    await shelf.write(adding(letter));
    expect(names(shelf.entries())).toEqual(['Amsel']);
    await shelf.write((entries) =>
      settle(entries, [{ id: letter.id, is: 'refused', status: 422, says: 'No.', details: {} }]),
    );
    expect(shelf.entries()[0]?.refused?.says).toBe('No.');
    await shelf.write((entries) => letGo(entries, letter.id));
    expect([shelf.entries(), shelf.unwritten()]).toEqual([[], 0]);
  });

  it('does not show what is only marked before it is marked', async () => {
    const shelf = shelfOver(memoryCupboard());
    await shelf.write(adding(clearance('Amsel')));
    const mark = (entries: readonly Entry[]): Change => ({
      put: entries.map((entry) => ({ ...entry, tried: true })),
      drop: [],
    });
    const marking = shelf.write(mark, false);
    expect(shelf.entries()[0]?.tried).toBe(false);
    await marking;
    expect(shelf.entries()[0]?.tried).toBe(true);
  });

  it('finds what was jotted down, the last of it', async () => {
    const cupboard = memoryCupboard();
    const shelf = shelfOver(cupboard);
    shelf.jot('details/1', { name: 'Mar' });
    shelf.jot('details/1', { name: 'Marrow' });
    expect(shelf.jotted('details/1')).toEqual({ name: 'Marrow' });
    while ((await cupboard.read()).length === 0 || (await shelf.readJotted('details/1')) === null) {
      await new Promise((next) => setImmediate(next));
    }
    const later = shelfOver(cupboard);
    await later.reread();
    expect(later.jotted('details/1')).toEqual({ name: 'Marrow' });
    expect(await later.readJotted('details/2')).toBeNull();
    later.jot('details/1', null);
    expect(later.jotted('details/1')).toBeNull();
  });
});
