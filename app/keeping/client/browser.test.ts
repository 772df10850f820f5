import { IDBFactory } from 'fake-indexeddb';
import { v7 as uuid } from 'uuid';
import type { Post } from '../letter';
import { newSecret } from '../testing/device';
import { adoptEarlier, browserFor, dropOwnerless, leaveNothing } from './browser';
import { layAside, readAside } from './aside';
import { canSeal, ownerHere } from './keys';
import { createOutbox, type Outbox } from './outbox';

const WORD = 'numbness in the left hand';
const PATIENCE_MS = 10_000;
/** Sealing is done elsewhere and takes what it takes: looked at again until it holds. */
async function until(holds: () => boolean): Promise<void> {
  for (const from = Date.now(); !holds() && Date.now() - from < PATIENCE_MS;) {
    await new Promise((next) => setTimeout(next, 2));
  }
}
const opened = (outbox: Outbox) => until(() => outbox.view().opened);
const troubled = (outbox: Outbox) => until(() => outbox.view().trouble !== null);
const emptied = (outbox: Outbox) =>
  until(() => outbox.view().opened && outbox.view().entries.length === 0);

/** A server that gives keys, and hears letters while the line holds. */
class Practice {
  signedIn: string | null = null;
  line = true;
  status = 200;
  readonly posts: Post[] = [];
  private readonly secrets = new Map<string, string>();

  readonly answer = (address: string, init?: { body?: string }): Promise<Response> => {
    if (!this.line) return Promise.reject(new TypeError('Failed to fetch'));
    if (address.endsWith('/key')) {
      if (this.signedIn === null) return Promise.resolve(new Response('', { status: 401 }));
      const secret = this.secrets.get(this.signedIn) ?? newSecret();
      this.secrets.set(this.signedIn, secret);
      return Promise.resolve(Response.json({ userId: this.signedIn, secret }));
    }
    if (this.status !== 200) {
      return Promise.resolve(
        Response.json({ ok: false, message: 'Too large.' }, { status: this.status }),
      );
    }
    const post = JSON.parse(init?.body ?? '{}') as Post;
    this.posts.push(post);
    const answers = post.letters.map(({ id }) => ({ id, is: 'kept', revision: 1 }));
    return Promise.resolve(Response.json({ ok: true, answers }));
  };
}

const stand = globalThis as unknown as Record<string, unknown>;
const before = new Map(
  ['indexedDB', 'fetch', 'window', 'caches', 'navigator'].map(
    (name) => [name, stand[name]] as const,
  ),
);
const practice = new Practice();
/** Things by name, as the browser’s storage has them. */
const local: Record<string, string> & { removeItem: (name: string) => void } =
  Object.defineProperty(
    {} as Record<string, string> & { removeItem: (name: string) => void },
    'removeItem',
    { value: (name: string) => Reflect.deleteProperty(local, name) },
  );
const cached = new Set<string>();
let open: Outbox[] = [];

beforeAll(() => {
  stand.indexedDB = new IDBFactory();
  stand.fetch = practice.answer;
  // One that knows no locks over tabs: each tab sends by itself.
  stand.navigator = {};
  stand.window = {
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
    localStorage: local,
  };
  stand.caches = {
    keys: () => Promise.resolve([...cached]),
    delete: (name: string) => Promise.resolve(cached.delete(name)),
  };
});
afterEach(() => {
  for (const outbox of open) outbox.close();
  open = [];
  practice.line = true;
  practice.status = 200;
  practice.posts.length = 0;
});
afterAll(() => {
  for (const [name, value] of before) stand[name] = value;
});

const outboxOf = (userId: string): Outbox => {
  practice.signedIn = userId;
  const outbox = createOutbox(userId, browserFor(userId));
  open.push(outbox);
  return outbox;
};
const note = () => {
  const thing = uuid();
  return {
    kind: 'clearance' as const,
    clientId: uuid(),
    thing,
    base: null,
    body: { condition: 'clot' as const, by: WORD, on: '2026-03-01' },
  };
};

/** Everything that lies in one of the browser’s stores, as its bytes and letters are. */
async function lying(name: string, store: string): Promise<[string, unknown][]> {
  const opening = indexedDB.open(name);
  const base = await new Promise<IDBDatabase>((done, fail) => {
    opening.onsuccess = () => done(opening.result);
    opening.onerror = () => fail(new Error('It does not open.'));
  });
  const of = base.transaction(store).objectStore(store);
  const [keys, values] = await Promise.all(
    [of.getAllKeys(), of.getAll()].map(
      (request) =>
        new Promise<unknown[]>((done) => {
          request.onsuccess = () => done(request.result as unknown[]);
        }),
    ),
  );
  base.close();
  return (keys ?? []).map((key, index) => [String(key), values?.[index]]);
}
const asBytes = (value: unknown): string => {
  const { data } = value as { data: ArrayBuffer };
  return Buffer.from(data).toString('latin1');
};

describe('an outbox in a browser', () => {
  it('keeps what cannot be sent, sealed, and another page of the same person sends it', async () => {
    expect(canSeal()).toBe(true);
    const first = outboxOf('runa');
    await opened(first);
    practice.line = false;
    const id = first.add(note());
    await first.written();
    await troubled(first);
    expect(first.view()).toMatchObject({ waiting: 1, unwritten: 0, trouble: 'connection' });
    const there = await lying('entspann-kept', 'sealed');
    expect(there.map(([name]) => name)).toEqual([`runa/letter/${id}`]);
    for (const [name, sealed] of there) expect(name + asBytes(sealed)).not.toContain('numbness');
    // The page is closed; a new one finds the letter and has a line.
    first.close();
    practice.line = true;
    const second = outboxOf('runa');
    await until(() => practice.posts.length > 0);
    await emptied(second);
    expect(practice.posts.flatMap(({ letters }) => letters.map((letter) => letter.id))).toEqual([
      id,
    ]);
    expect(second.view()).toMatchObject({ waiting: 0, opened: true });
    await second.written();
    expect(await lying('entspann-kept', 'sealed')).toEqual([]);
  });

  it('shows, sends and opens nothing of one person under another, and gives it back to its own', async () => {
    const runa = outboxOf('runa');
    await opened(runa);
    practice.line = false;
    const id = runa.add(note());
    await runa.written();
    await troubled(runa);
    runa.close();
    // Signed out: the key is gone, what is unsent stays.
    practice.signedIn = null;
    await leaveNothing();
    expect(await lying('entspann-keys', 'keys')).toEqual([]);
    practice.line = true;
    const idris = outboxOf('idris');
    await opened(idris);
    // One of her own goes out: had there been anything else to send, it would have gone before.
    const own = idris.add(note());
    await until(() => practice.posts.length > 0);
    await emptied(idris);
    expect(practice.posts.flatMap(({ letters }) => letters.map((one) => one.id))).toEqual([own]);
    practice.posts.length = 0;
    idris.close();
    const again = outboxOf('runa');
    await until(() => practice.posts.length > 0);
    await emptied(again);
    expect(practice.posts.map(({ from }) => from)).toEqual(['runa']);
    expect(practice.posts[0]?.letters.map((letter) => letter.id)).toEqual([id]);
    expect(again.view().waiting).toBe(0);
    expect((await lying('entspann-keys', 'keys')).map(([name]) => name)).toEqual(['runa']);
  });

  it.each([
    [401, 'signed out'],
    [403, 'other person'],
    [429, 'server'],
    [408, 'server'],
    [503, 'server'],
  ] as const)('answered %i, keeps the letter and says why it waits', async (status, trouble) => {
    const outbox = outboxOf('orla');
    await opened(outbox);
    practice.status = status;
    const id = outbox.add(note());
    await troubled(outbox);
    expect(outbox.view()).toMatchObject({ waiting: 1, needsYou: 0, trouble });
    expect(outbox.view().entries.map(({ letter }) => letter.id)).toEqual([id]);
    // A sign-in that has ended leaves no key behind.
    const keys = (await lying('entspann-keys', 'keys')).map(([name]) => name);
    expect(keys.includes('orla')).toBe(status !== 401);
    // Sent later, so that the next of these begins with nothing.
    practice.status = 200;
    outbox.hurry();
    await emptied(outbox);
    expect(outbox.view().waiting).toBe(0);
  });

  it('turned down, holds it up for its writer with what the server said', async () => {
    const outbox = outboxOf('orla');
    await opened(outbox);
    practice.status = 413;
    outbox.add(note());
    await until(() => outbox.view().needsYou > 0);
    expect(outbox.view()).toMatchObject({ waiting: 0, needsYou: 1 });
    expect(outbox.view().entries[0]?.refused).toMatchObject({ status: 422, says: 'Too large.' });
    outbox.letGo(outbox.view().entries[0]?.letter.id ?? '');
    await emptied(outbox);
    expect(outbox.view().needsYou).toBe(0);
  });

  it('takes over what the first edition left unsent, once, and forgets it where it lay', async () => {
    const event = { id: uuid(), seq: 0, at: 1, type: 'started' };
    const session = { id: uuid(), versionId: uuid(), startedAt: 1 };
    const { createStore, set, get } = await import('idb-keyval');
    const old = createStore('keyval-store', 'keyval');
    await set('outbox:runa', [{ session, event }], old);
    const outbox = outboxOf('runa');
    await adoptEarlier('runa', outbox);
    await emptied(outbox);
    const sent = practice.posts.flatMap(({ letters }) => letters);
    expect(sent).toHaveLength(1);
    expect(sent[0]).toMatchObject({ id: event.id, kind: 'session event', thing: session.id });
    expect(await get('outbox:runa', old)).toBeUndefined();
    await adoptEarlier('runa', outbox);
    await emptied(outbox);
    expect(practice.posts.flatMap(({ letters }) => letters)).toHaveLength(1);
  });

  it('lays aside for a time without a line, sealed for its person, and forgets it at sign-out', async () => {
    const outbox = outboxOf('sol');
    await opened(outbox);
    await layAside('sol', 'pack', { word: WORD });
    expect(await readAside('sol', 'pack')).toEqual({ word: WORD });
    expect(await ownerHere()).toBe('sol');
    expect(await lying('entspann-aside', 'sealed')).not.toHaveLength(0);
    expect((await lying('entspann-aside', 'sealed')).join()).not.toContain(WORD);
    // Somebody else on the same device.
    await opened(outboxOf('tam'));
    expect(await ownerHere()).toBe('tam');
    expect(await readAside('sol', 'pack')).toBeNull();
    await layAside('sol', 'pack', { word: WORD });
    await leaveNothing();
    expect(await ownerHere()).toBeNull();
    expect(await lying('entspann-aside', 'sealed')).toEqual([]);
  });

  it('leaves no text without an owner, no cache and no key when nobody is signed in', async () => {
    for (const name of ['draft:1', 'notes:2', 'interview:3', 'own-interview:4', 'theme']) {
      local[name] = WORD;
    }
    cached.add('pages');
    cached.add('workbox-precache-v2-files of the application');
    await leaveNothing();
    dropOwnerless();
    expect(Object.keys(local)).toEqual(['theme']);
    expect([...cached]).toEqual(['workbox-precache-v2-files of the application']);
    expect(await lying('entspann-keys', 'keys')).toEqual([]);
  });
});
