// npm run bench [-- --rounds 60 --json]: how long the server takes for its main pages and for saving a
// session, beside the same SQL alone and an empty route, measured in one run.
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { randomUUID } from 'node:crypto';
import { checkNode, ensureBuilt, ensureInstalled, fail, ROOT } from './lib/ready.mjs';

const { values } = parseArgs({
  options: { rounds: { type: 'string', default: '60' }, json: { type: 'boolean', default: false } },
});
const rounds = Number(values.rounds);
if (!Number.isInteger(rounds) || rounds < 5) fail('--rounds takes a whole number from 5.');

checkNode();
ensureInstalled();
ensureBuilt();
// React draws with its slower checks unless told that this is no development.
process.env.NODE_ENV = 'production';
const { demoSnapshot } = await import('./lib/demoData.mjs');
const { createApp, openFolder } = await import('../build/server/index.js');
const { default: pino } = await import('pino');

const home = mkdtempSync(join(tmpdir(), 'entspann-bench-'));
cpSync(await demoSnapshot(), join(home, 'data'), { recursive: true });

/** What the server sends to the database while a request is being recorded. */
let recording = null;
const logger = { logQuery: (statement, parameters) => recording?.push({ statement, parameters }) };
const data = await openFolder(join(home, 'data'), { logger });
const pool = data.db.$client;
const app = createApp({
  setting: {
    db: data.db,
    now: () => new Date(),
    demo: true,
    setUpCode: randomUUID(),
    hasRoom: () => true,
    outward: { mail: null, address: 'http://127.0.0.1', allowsPush: () => false },
    report: (error) => console.error(error),
  },
  log: pino({ level: 'silent' }),
  clientFolder: resolve(ROOT, 'build/client'),
  secure: false,
  publicUrl: null,
  securityContact: null,
  host: '127.0.0.1',
  isStopping: () => false,
});
const server = createServer(app);
await new Promise((done) => server.listen(0, '127.0.0.1', done));
const base = `http://127.0.0.1:${server.address().port}`;

async function signIn(name) {
  const page = await (await fetch(`${base}/sign-in`)).text();
  const before = page.slice(0, page.indexOf(`>${name}<`));
  const userId = [...before.matchAll(/value="([0-9a-f-]{36})"/g)].at(-1)[1];
  const answer = await fetch(`${base}/sign-in`, {
    method: 'POST',
    body: new URLSearchParams({ intent: 'demo', userId }),
    redirect: 'manual',
  });
  return answer.headers.getSetCookie()[0].split(';')[0];
}

async function timed(work) {
  const start = process.hrtime.bigint();
  await work();
  return Number(process.hrtime.bigint() - start) / 1e6;
}

async function get(path, cookie) {
  const answer = await fetch(base + path, { headers: { cookie }, redirect: 'manual' });
  await answer.arrayBuffer();
  if (answer.status >= 300) throw new Error(`${path} answered ${answer.status}.`);
}

const quantile = (times, q) => {
  const sorted = [...times].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];
};
const figures = (times) => ({
  median_ms: Math.round(quantile(times, 0.5) * 100) / 100,
  p95_ms: Math.round(quantile(times, 0.95) * 100) / 100,
});

const replay = async (database, queries) => {
  for (const { statement, parameters } of queries) await database.query(statement, parameters);
};

/** Statements that begin and end what is replayed were recorded with it: they are left to this. */
async function inTransaction(work) {
  const connection = await pool.connect();
  await connection.query('begin');
  await work(connection);
  await connection.query('commit');
  connection.release();
}

async function measurePage(name, path, cookie) {
  await get(path, cookie);
  recording = [];
  await get(path, cookie);
  const queries = recording;
  recording = null;
  const times = { page: [], sql: [], empty: [] };
  for (let round = 0; round < rounds; round += 1) {
    times.page.push(await timed(() => get(path, cookie)));
    times.sql.push(await timed(() => replay(pool, queries)));
    times.empty.push(await timed(() => get('/nothing', cookie)));
  }
  return {
    name,
    statements: queries.length,
    page: figures(times.page),
    sql: figures(times.sql),
    empty: figures(times.empty),
  };
}

/** The log of a demo session as a device would send it, under new ids. */
async function sessionBatch() {
  const { rows } = await pool.query(
    `select s.id, s.version_id, s.started_at from practised_session s
     join client c on c.id = s.client_id where c.name = 'Odalys Brandt' and s.status = 'finished'
     order by s.started_at desc limit 1`,
  );
  const [session] = rows;
  const events = await pool.query(
    'select seq, at_ms, body from session_event where session_id = $1 order by seq',
    [session.id],
  );
  return () => {
    const thing = randomUUID();
    const startedAt = new Date(session.started_at).getTime();
    return events.rows.map(({ seq, at_ms: at, body }) => ({
      id: randomUUID(),
      kind: 'session event',
      clientId: null,
      thing,
      base: null,
      at: Number(at),
      body: {
        session: { versionId: session.version_id, ledId: null, startedAt },
        event: { ...body, seq, at: Number(at) },
      },
    }));
  };
}

async function measureSave(cookie) {
  const newBatch = await sessionBatch();
  const key = await fetch(`${base}/keep/key`, { headers: { cookie } });
  const { userId } = await key.json();
  const save = async (letters) => {
    const answer = await fetch(`${base}/keep`, {
      method: 'POST',
      headers: { cookie, 'Content-Type': 'application/json' },
      body: JSON.stringify({ from: userId, sentAt: Date.now(), letters }),
    });
    const said = await answer.json();
    if (!said.answers?.every(({ is }) => is === 'kept')) {
      throw new Error(`Saving answered ${answer.status}: ${JSON.stringify(said).slice(0, 400)}`);
    }
  };
  await save(newBatch());
  const first = newBatch();
  recording = [];
  await save(first);
  const queries = recording.filter(({ statement }) => !/^(begin|commit)/.test(statement));
  recording = null;
  const times = { page: [], sql: [], empty: [] };
  for (let round = 0; round < rounds; round += 1) {
    const batch = newBatch();
    times.page.push(await timed(() => save(batch)));
    // The same statements for a session that is new again.
    const known = [first[0].thing, ...first.map(({ id }) => id)];
    const ids = new Map(known.map((id) => [id, randomUUID()]));
    const fresh = queries.map(({ statement, parameters }) => ({
      statement,
      parameters: parameters.map((parameter) => ids.get(parameter) ?? parameter),
    }));
    times.sql.push(await timed(() => inTransaction((connection) => replay(connection, fresh))));
    times.empty.push(await timed(() => get('/nothing', cookie)));
  }
  return {
    name: `save a session (${first.length} events)`,
    statements: queries.length,
    page: figures(times.page),
    sql: figures(times.sql),
    empty: figures(times.empty),
  };
}

const maren = await signIn('Maren Oltmann');
const odalys = await signIn('Odalys Brandt');
const day = await (await fetch(`${base}/day`, { headers: { cookie: maren } })).text();
const file = [...day.slice(0, day.indexOf('Hollis')).matchAll(/\/clients\/[0-9a-f-]{36}/g)].at(
  -1,
)[0];

const results = [
  await measurePage('day sheet', '/day', maren),
  await measurePage('plan', `${file}/plan`, maren),
  await measurePage('screen', `${file}/screen`, maren),
  await measurePage('map', `${file}/map`, maren),
  await measurePage('measure', `${file}/measure`, maren),
  await measurePage('visit', `${file}/visit`, maren),
  await measurePage('review', `${file}/review`, maren),
  await measurePage('sessions', `${file}/practise`, maren),
  await measurePage('atlas', '/atlas', maren),
  await measurePage('a site of the atlas', '/atlas/between-blades', maren),
  await measurePage('tool bench', '/tools', maren),
  await measurePage('find a client', '/find?q=ver', maren),
  await measurePage('today', '/today', odalys),
  await measurePage('practise', '/practise', odalys),
  await measureSave(odalys),
];

server.closeAllConnections();
server.close();
await data.close();
rmSync(home, { recursive: true, force: true });

if (values.json) {
  console.log(JSON.stringify({ rounds, engine: data.engine, results }, null, 2));
} else {
  const cell = ({ median_ms: median, p95_ms: p95 }) =>
    `${median.toFixed(1)} / ${p95.toFixed(1)}`.padStart(15);
  console.log(`Milliseconds, median / 95th percentile of ${rounds} rounds, on ${data.engine}.\n`);
  console.log(
    `${''.padEnd(32)}${'answer'.padStart(15)}${'its SQL alone'.padStart(15)}${'empty route'.padStart(15)}  statements`,
  );
  for (const { name, page, sql, empty, statements } of results) {
    console.log(`${name.padEnd(32)}${cell(page)}${cell(sql)}${cell(empty)}  ${statements}`);
  }
}
