// npm run load [-- --clients 30 --seconds 60]: so many people at once, each asking again as soon as they are
// answered, on a copy of demo data. Clients save what a session makes, one in ten is a therapist who reads the
// day sheet and files. Figures are per request; nobody's thinking is simulated.
import { randomUUID } from 'node:crypto';
import { asking, demoPeople } from './lib/demoPeople.mjs';
import { readOptions, wholeNumber } from './lib/options.mjs';
import { checkNode, ensureBuilt, ensureInstalled, fail } from './lib/ready.mjs';

const HELP = `npm run load -- [options]
  --clients N     so many at once (30)
  --seconds S     for how long (60)
  --readers N     so many of them read (3)
  --postgresql    on a PostgreSQL server of its own instead of the embedded database
  --processes N   so many application processes, on PostgreSQL (1)
  --json          figures for a program`;

const options = readOptions(
  {
    clients: { type: 'string', default: '30' },
    seconds: { type: 'string', default: '60' },
    processes: { type: 'string', default: '1' },
    readers: { type: 'string', default: '3' },
    postgresql: { type: 'boolean', default: false },
    json: { type: 'boolean', default: false },
  },
  HELP,
);
const whole = (name, least) => wholeNumber(options, name, least);
const [clients, seconds, processes] = ['clients', 'seconds', 'processes'].map((name) =>
  whole(name, 1),
);
const readers = whole('readers', 0);
if (readers > clients) fail('--readers are some of the clients.');
if (processes > 1 && !options.postgresql) fail('Several processes need --postgresql.');
checkNode();
ensureInstalled();
ensureBuilt();

const { startDemoServer } = await import('./lib/demoServer.mjs');
const server = await startDemoServer({ postgresql: options.postgresql, processes });

const ask = asking(server.url);
const people = await demoPeople(ask);
const practising = people.filter(({ versionId }) => versionId);
const therapists = people.filter(({ isClient }) => !isClient);
if (practising.length === 0 || therapists.length === 0) fail('The demo has nobody to play.');
const found = await ask('/find?q=a', therapists[0].cookie);
const files = JSON.parse(found.text).clients?.map(({ id }) => id) ?? [
  ...new Set(
    [...found.text.matchAll(/[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/g)].map(([id]) => id),
  ),
];

const seen = [];
const until = performance.now() + seconds * 1000;
async function timed(what, work) {
  const from = performance.now();
  let status;
  try {
    status = await work();
  } catch (error) {
    status = error.name;
  }
  seen.push({ what, ms: performance.now() - from, status });
}

const BATCH = 5;
/** What a hold makes, over and over. */
const EVENTS = ['paused', 'resumed'];

/** A client: a session of sixty events, five a post, as a phone with a good line sends them. */
async function practise({ userId, cookie, versionId, ledId }) {
  while (performance.now() < until) {
    const thing = randomUUID();
    const startedAt = Date.now() - 600_000;
    const session = { versionId, ledId, startedAt };
    for (let seq = 0; seq < 60 && performance.now() < until; seq += BATCH) {
      const letters = Array.from({ length: BATCH }, (_, index) => {
        const at = startedAt + (seq + index) * 1000;
        const type = seq + index === 0 ? 'started' : EVENTS[(seq + index) % 2];
        return {
          ...{ id: randomUUID(), kind: 'session event', clientId: null, thing, base: null, at },
          body: { session, event: { type, seq: seq + index, at } },
        };
      });
      await timed('save 5 events', async () => {
        const { status, text } = await ask('/keep', cookie, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ from: userId, sentAt: Date.now(), letters }),
        });
        const isKept = JSON.parse(text).answers?.every(({ is }) => is === 'kept');
        return isKept ? status : `not kept (${status}) ${text.slice(0, 200)}`;
      });
    }
  }
}

/** A therapist: the day sheet, then a file by its stages. */
async function read({ cookie }, first) {
  const page = (name, path) => timed(name, async () => (await ask(path, cookie)).status);
  for (let turn = first; performance.now() < until; turn += 1) {
    const file = `/clients/${files[turn % files.length]}`;
    await page('day sheet', '/day');
    for (const stage of ['review', 'plan', 'map']) {
      if (performance.now() < until) await page(stage, `${file}/${stage}`);
    }
  }
}

await Promise.all(
  Array.from({ length: clients }, (_, index) => {
    return index < readers
      ? read(therapists[index % therapists.length], index)
      : practise(practising[index % practising.length]);
  }),
);
await server.stop();

const at = (times, share) =>
  times[Math.min(times.length - 1, Math.floor(times.length * share))] ?? 0;
const rows = [...new Set(seen.map(({ what }) => what)), 'all'].map((what) => {
  const ours = seen.filter((one) => what === 'all' || one.what === what);
  const times = ours.map(({ ms }) => ms).sort((a, b) => a - b);
  return {
    what,
    perSecond: Math.round((ours.length / seconds) * 10) / 10,
    median: Math.round(at(times, 0.5)),
    p95: Math.round(at(times, 0.95)),
    most: Math.round(times.at(-1) ?? 0),
  };
});
const bad = seen.filter(({ status }) => status !== 200);
const engine = `${options.postgresql ? 'PostgreSQL' : 'PGlite'}${processes > 1 ? `, ${processes} processes` : ''}`;
if (options.json)
  console.log(JSON.stringify({ engine, clients, seconds, rows, notWell: bad.length }));
else {
  console.log(`${clients} at once for ${seconds} s on ${engine}; milliseconds.`);
  console.table(Object.fromEntries(rows.map(({ what, ...figures }) => [what, figures])));
  console.log(`${seen.length} requests, ${bad.length} not answered as they should be.`);
}
for (const { what, status } of bad.slice(0, 5)) console.error(what, status);
process.exitCode = bad.length === 0 && seen.length > 0 ? 0 : 1;
