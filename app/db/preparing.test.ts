import pg from 'pg';
import { PreparingClient } from './preparing.server';

type Query = typeof pg.Client.prototype.query;

/** What the driver was handed. */
let handed: unknown[][];
let query: Query;

beforeEach(() => {
  handed = [];
  ({ query } = pg.Client.prototype);
  pg.Client.prototype.query = ((...given: unknown[]) => {
    handed.push(given);
    return Promise.resolve({ rows: [] });
  }) as unknown as Query;
});
afterEach(() => {
  pg.Client.prototype.query = query;
});

const nameOf = async (client: pg.Client, text: string, values: unknown[] = [1]) => {
  await client.query({ text }, values);
  return (handed.at(-1)?.[0] as { name?: string }).name;
};

describe('a connection that prepares', () => {
  it('gives a statement with parameters a name, the same for the same text on every connection', async () => {
    const name = await nameOf(new PreparingClient(), 'select $1 as one');
    expect(name).toMatch(/^[\w-]{24}$/);
    expect(await nameOf(new PreparingClient(), 'select $1 as one', ['other'])).toBe(name);
    expect(await nameOf(new PreparingClient(), 'select $1 as two')).not.toBe(name);
    // PostgreSQL cuts names at 63 bytes.
    expect(name?.length).toBeLessThan(63);
  });

  it('leaves alone what has a name, what has no parameters, and what is no statement', async () => {
    const client = new PreparingClient();
    await client.query({ text: 'select $1', name: 'mine' }, [1]);
    expect(handed.at(-1)?.[0]).toEqual({ text: 'select $1', name: 'mine' });
    await client.query('begin');
    expect(handed.at(-1)).toEqual(['begin']);
    await client.query({ text: 'select 1; select 2' });
    expect(handed.at(-1)).toEqual([{ text: 'select 1; select 2' }]);
    expect(await nameOf(client, 'select 3', [])).toBeUndefined();
    const submittable = { text: 'copy', submit: () => undefined };
    await (client.query as (...given: unknown[]) => Promise<unknown>)(submittable, [1]);
    expect(handed.at(-1)?.[0]).toBe(submittable);
  });

  it('does not change what it was given, which may be used again', async () => {
    const asked = Object.freeze({ text: 'select $1 as frozen', rowMode: 'array' as const });
    await new PreparingClient().query(asked, [1]);
    expect(handed.at(-1)?.[0]).toMatchObject({ ...asked, name: expect.any(String) });
    expect(asked).not.toHaveProperty('name');
  });

  it('stops naming where lists of every length would never end, and keeps what is named', async () => {
    const client = new PreparingClient();
    const first = await nameOf(client, 'select $1 as first');
    const names: (string | undefined)[] = [];
    for (let n = 0; n < 1_000; n += 1) {
      names.push(await nameOf(client, `select $1 as list where ${n} = ${n}`));
    }
    expect(names[0]).toBeDefined();
    expect(names.at(-1)).toBeUndefined();
    expect(names.filter(Boolean).length).toBeLessThanOrEqual(600);
    expect(await nameOf(client, 'select $1 as first')).toBe(first);
  });
});
