// npm run bench [-- --rounds 60 --json]: how long the server takes for its main pages and for saving a
// session, beside the same SQL alone and an empty route, measured in one run; on demo data in the embedded database.
// npm run bench -- --scale [--clients 2000] [--only brief]: the same on a large invented practice on PostgreSQL, made here
// first; --leave keeps it at the address it prints, and --at ADDRESS (or a folder it was restored into) measures what is there.
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { randomUUID } from 'node:crypto';
import { checkNode, ensureBuilt, ensureInstalled, fail, ROOT } from './lib/ready.mjs';

const { values } = parseArgs({
  options: {
    rounds: { type: 'string', default: '60' },
    json: { type: 'boolean', default: false },
    scale: { type: 'boolean', default: false },
    clients: { type: 'string', default: '2000' },
    only: { type: 'string' },
    leave: { type: 'boolean', default: false },
    at: { type: 'string' },
  },
});
const rounds = Number(values.rounds);
if (!Number.isInteger(rounds) || rounds < 5) fail('--rounds takes a whole number from 5.');
const clients = Number(values.clients);
if (!Number.isInteger(clients) || clients < 20) fail('--clients takes a whole number from 20.');

checkNode();
ensureInstalled();
ensureBuilt();
// React draws with its slower checks unless told that this is no development.
process.env.NODE_ENV = 'production';
const { createApp, openFolder, openServer, openSignIn } = await import('../build/server/index.js');
const { default: pino } = await import('pino');

/** What the server sends to the database while a request is being recorded. */
let recording = null;
const logger = { logQuery: (statement, parameters) => recording?.push({ statement, parameters }) };

/** Demo data in the embedded database. */
async function demoPlace() {
  const { demoSnapshot } = await import('./lib/demoData.mjs');
  const home = mkdtempSync(join(tmpdir(), 'entspann-bench-'));
  cpSync(await demoSnapshot(), join(home, 'data'), { recursive: true });
  const data = await openFolder(join(home, 'data'), { logger });
  const { rows } = await data.db.$client.query(
    `select c.name, c.id, c.user_id, c.therapist_id, u.role from client c
     join user_account u on u.id = c.therapist_id
     where c.name in ('Hollis Verbeek', 'Odalys Brandt')`,
  );
  const [hollis, odalys] = ['Hollis', 'Odalys'].map((name) =>
    rows.find((row) => row.name.startsWith(name)),
  );
  return {
    data,
    says: 'demo data',
    therapist: { id: hollis.therapist_id, role: hollis.role },
    file: hollis.id,
    client: { id: odalys.user_id, clientId: odalys.id },
    end: () => rmSync(home, { recursive: true, force: true }),
  };
}

/** A large practice on a PostgreSQL server of its own, or the one at an address or in a folder. */
async function largePlace() {
  const { makePlace, readPlace } = await import('./lib/scalePlace.mjs');
  const from = Date.now();
  const say = (done) => process.stderr.write(`\r${done} of ${clients} clients made`);
  const postgres = values.at ? null : await makePlace(clients, say);
  const url = values.at ?? postgres.url;
  const seconds = Math.round((Date.now() - from) / 1000);
  const openAt = (at) =>
    at.startsWith('postgres') ? openServer(at, { logger }) : openFolder(resolve(at), { logger });
  const { made, therapist, client } = await readPlace(openAt, url);
  const size = `${made.clients} clients, ${made.sessions} sessions, ${made.events} events, ${(made.bytes / 1e9).toFixed(1)} GB`;
  process.stderr.write(`\r${size}${postgres ? `, made in ${seconds} s` : ''}\n`);
  return {
    data: await openAt(url),
    says: size,
    therapist,
    file: client.id,
    client: { id: client.user_id, clientId: client.id },
    end: async () => {
      if (values.leave && postgres) {
        process.stderr.write(`Left at ${postgres.url}, until this is stopped.\n`);
        await new Promise(() => setInterval(() => {}, 1e6));
      }
      await postgres?.stop();
    },
  };
}

const place = await (values.scale ? largePlace() : demoPlace());
const { data } = place;
const pool = data.db.$client;
const setting = {
  db: data.db,
  now: () => new Date(),
  demo: true,
  setUpCode: randomUUID(),
  hasRoom: () => true,
  outward: { mail: null, address: 'http://127.0.0.1', allowsPush: () => false },
  report: (error) => console.error(error),
};
const app = createApp({
  setting,
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

/** Signed in without a form: what is measured is what comes after. */
const signIn = async (person) => `entspann=${await cookieOf(person)}`;
async function cookieOf(person) {
  const token = await openSignIn(setting, person, 'bench');
  // As the router’s own cookies are written: JSON in base64.
  return encodeURIComponent(Buffer.from(JSON.stringify(token)).toString('base64'));
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
     where s.client_id = $1 and s.status = 'finished'
     order by s.started_at desc limit 1`,
    [place.client.clientId],
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

const therapist = await signIn(place.therapist);
const client = await signIn({ id: place.client.id, role: 'client' });
const file = `/clients/${place.file}`;
const today = new Date().toISOString().slice(0, 10);

const PAGES = [
  ['day sheet', '/day', therapist],
  ['caseload', '/caseload', therapist],
  ['plan', `${file}/plan`, therapist],
  ['screen', `${file}/screen`, therapist],
  ['map', `${file}/map`, therapist],
  ['measure', `${file}/measure`, therapist],
  ['visit', `${file}/visit`, therapist],
  ['brief', `${file}/review`, therapist],
  ['follow, some weeks', `${file}/review?from=2020-01-01&to=${today}`, therapist],
  ['sessions', `${file}/practise`, therapist],
  ['atlas', '/atlas', therapist],
  ['a site of the atlas', '/atlas/between-blades', therapist],
  ['tool bench', '/tools', therapist],
  ['find a client', '/find?q=ver', therapist],
  ['today', '/today', client],
  ['practise', '/practise', client],
];
const results = [];
const wanted = (name) => values.only === undefined || name.startsWith(values.only);
for (const page of PAGES) if (wanted(page[0])) results.push(await measurePage(...page));
if (wanted('save')) results.push(await measureSave(client));

server.closeAllConnections();
server.close();
await data.close();

if (values.json) {
  console.log(JSON.stringify({ rounds, engine: data.engine, on: place.says, results }, null, 2));
} else {
  const cell = ({ median_ms: median, p95_ms: p95 }) =>
    `${median.toFixed(1)} / ${p95.toFixed(1)}`.padStart(15);
  console.log(
    `Milliseconds, median / 95th percentile of ${rounds} rounds, on ${data.engine}: ${place.says}.\n`,
  );
  console.log(
    `${''.padEnd(32)}${'answer'.padStart(15)}${'its SQL alone'.padStart(15)}${'empty route'.padStart(15)}  times  statements`,
  );
  for (const { name, page, sql, empty, statements } of results) {
    // How often its own SQL and an empty route the answer takes, at the 95th percentile.
    const times = (page.p95_ms / (sql.p95_ms + empty.p95_ms)).toFixed(1).padStart(5);
    console.log(
      `${name.padEnd(32)}${cell(page)}${cell(sql)}${cell(empty)}  ${times}  ${statements}`,
    );
  }
}
await place.end();
