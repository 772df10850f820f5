import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Duplex } from 'node:stream';
import type pg from 'pg';
import { codeOf } from './codeOf.server';
import { openLiteThread, type LiteThread } from './liteStream.server';
import { poolOf } from './pool.server';

let home: string;
let thread: LiteThread;
let pool: pg.Pool;
let deaths = 0;

const to = ({ connect }: LiteThread) => poolOf({ stream: connect, max: 1, idleTimeoutMillis: 0 });

const open = (waitsForDisk: boolean) =>
  openLiteThread(join(home, 'cluster'), { waitsForDisk, onDeath: () => (deaths += 1) });

beforeAll(async () => {
  home = await mkdtemp(join(tmpdir(), 'entspann-thread-'));
  thread = await open(false);
  pool = to(thread);
  await pool.query('create table tally (name text primary key, n integer not null)');
});

afterAll(async () => {
  await pool.end();
  await thread.close();
  await rm(home, { recursive: true, force: true });
});

/** Reads a number and writes the next, in a transaction: what two do at once is done once, unless they wait. */
async function addOne(name: string): Promise<void> {
  const connection = await pool.connect();
  try {
    await connection.query('begin');
    const { rows } = await connection.query<{ n: number }>('select n from tally where name = $1', [
      name,
    ]);
    await connection.query('update tally set n = $2 where name = $1', [
      name,
      (rows[0]?.n ?? 0) + 1,
    ]);
    await connection.query('commit');
  } finally {
    connection.release();
  }
}

const tallyOf = async (name: string): Promise<number | undefined> => {
  const { rows } = await pool.query<{ n: number }>('select n from tally where name = $1', [name]);
  return rows[0]?.n;
};

describe('a database in a thread of its own', () => {
  it('lets one transaction end before the next begins, whatever else is asked meanwhile', async () => {
    await pool.query('insert into tally values ($1, 0)', ['together']);
    const reads: Promise<number | undefined>[] = [];
    await Promise.all(
      Array.from({ length: 40 }, (_, index) => {
        if (index % 4 === 0) reads.push(tallyOf('together'));
        return addOne('together');
      }),
    );
    expect(await tallyOf('together')).toBe(40);
    for (const read of await Promise.all(reads)) expect(read).toBeGreaterThanOrEqual(0);
  });

  it('says what was wrong with a statement, with PostgreSQL’s code, and goes on', async () => {
    await pool.query('insert into tally values ($1, 1)', ['twice']);
    const error: unknown = await pool
      .query('insert into tally values ($1, 2)', ['twice'])
      .catch((reason: unknown) => reason);
    expect(codeOf(error)).toBe('23505');
    await expect(pool.query('select nothing from nowhere')).rejects.toThrow(/nowhere/);
    expect(await tallyOf('twice')).toBe(1);
  });

  it('outlives a connection that breaks in somebody’s hand: their query fails, the next does not', async () => {
    await pool.query('insert into tally values ($1, 1)', ['broken']);
    const connection = await pool.connect();
    await connection.query('begin');
    await connection.query('update tally set n = 9 where name = $1', ['broken']);
    const { stream } = (connection as unknown as { connection: { stream: Duplex } }).connection;
    const under = connection.query('select pg_sleep(0.2)').then(
      () => 'done',
      () => 'failed',
    );
    stream.destroy(new Error('The line is broken.'));
    expect(await under).toBe('failed');
    connection.release(true);
    // What was under way on it is undone.
    expect(await tallyOf('broken')).toBe(1);
  });

  it('carries long texts, bytes, nothing and every letter there is', async () => {
    const long = "Übergang 🎭 “Sandholm” \\ ' ".repeat(20_000);
    const bytes = Buffer.from(Array.from({ length: 70_000 }, (_, index) => index % 256));
    const { rows } = await pool.query<{ text: string; bytes: Buffer; none: string | null }>(
      'select $1::text as text, $2::bytea as bytes, $3::text as none',
      [long, bytes, null],
    );
    expect(rows[0]?.text).toBe(long);
    expect(rows[0]?.bytes.equals(bytes)).toBe(true);
    expect(rows[0]?.none).toBeNull();
  });

  it('reads a statement once and fills it in from then on; what cannot be prepared is asked as it is', async () => {
    const names = async () => {
      const { rows } = await pool.query<{ statement: string }>(
        'select statement from pg_prepared_statements',
      );
      return rows.map(({ statement }) => statement);
    };
    const statement = 'select n + $1::integer as n from tally where name = $2';
    const before = (await names()).length;
    for (const more of [1, 2, 3]) {
      const { rows } = await pool.query<{ n: number }>({ text: statement }, [more, 'twice']);
      expect(rows[0]?.n).toBe(1 + more);
    }
    expect((await names()).filter((one) => one === statement)).toHaveLength(1);
    expect((await names()).length).toBe(before + 1);
    await pool.query('select 1; select 2');
    expect((await names()).length).toBe(before + 1);
  });

  it('a connection that was left in the middle of something leaves nothing behind', async () => {
    const first = to(thread);
    const connection = await first.connect();
    await connection.query({ text: 'select $1::integer as left_over' }, [1]);
    await connection.query('begin');
    await connection.query('insert into tally values ($1, 1)', ['left']);
    connection.release(true);
    await first.end();
    const second = to(thread);
    const { rows } = await second.query<{ n: string }>(
      "select (select count(*) from tally where name = 'left') + (select count(*) from pg_prepared_statements where statement like '%left_over%') as n",
    );
    expect(rows[0]?.n).toBe('0');
    await second.end();
  });

  it('is closed once what was asked is answered, and opens again with all of it', async () => {
    await pool.query('create table kept (n integer)');
    await Promise.all(
      Array.from({ length: 30 }, (_, n) => pool.query('insert into kept values ($1)', [n])),
    );
    await pool.end();
    await thread.close();
    thread = await open(true);
    pool = to(thread);
    const { rows } = await pool.query<{ n: string }>('select count(*) as n from kept');
    expect(rows[0]?.n).toBe('30');
    // Made to wait for the disk, it says so itself.
    expect((await pool.query('show fsync')).rows).toEqual([{ fsync: 'on' }]);
    await pool.query('insert into kept values (31)');
    expect(deaths).toBe(0);
  });

  it('a folder that holds something else is not opened', async () => {
    await expect(
      openLiteThread('/dev/null/cluster', { waitsForDisk: false, onDeath: () => undefined }),
    ).rejects.toThrow();
  });
});
