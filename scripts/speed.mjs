// npm run speed [-- --minutes 10 --postgresql]: how soon the client's practise screen can be used, warm from its service
// worker and cold, with the processor slowed four times; how far the clock of a session drifts, in a tab in the
// background; and how soon an event is acknowledged with fifty clients, beside a bare insert in the same run.
import { randomUUID } from 'node:crypto';
import { chromium as browserOf } from 'playwright-core';
import { chromium } from './lib/debian.mjs';
import { asking, demoPeople } from './lib/demoPeople.mjs';
import { readOptions, wholeNumber } from './lib/options.mjs';
import { checkNode, ensureBuilt, ensureInstalled, fail } from './lib/ready.mjs';

const HELP = `npm run speed -- [options]
  --rounds N      so many openings, warm and cold (5)
  --minutes M     the clock of a session is watched for so long (10)
  --clients N     so many clients, each sending one event every three seconds (50)
  --seconds S     for how long (60)
  --postgresql    on a PostgreSQL server of its own instead of the embedded database
  --json          figures for a program`;

const options = readOptions(
  {
    rounds: { type: 'string', default: '5' },
    minutes: { type: 'string', default: '10' },
    clients: { type: 'string', default: '50' },
    seconds: { type: 'string', default: '60' },
    postgresql: { type: 'boolean', default: false },
    json: { type: 'boolean', default: false },
  },
  HELP,
);
const [rounds, clients, seconds] = ['rounds', 'clients', 'seconds'].map((name) =>
  wholeNumber(options, name, 1),
);
const minutes = wholeNumber(options, 'minutes', 0);
checkNode();
ensureInstalled();
ensureBuilt();

const { startDemoServer } = await import('./lib/demoServer.mjs');
const server = await startDemoServer({ postgresql: options.postgresql });
const ask = asking(server.url);

const quantile = (times, share) => {
  const sorted = [...times].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
};
const whole = (value) => Math.round(value * 10) / 10;

const SLOWER = 4;

const browser = await browserOf.launch({
  executablePath: chromium(),
  args: [
    ...['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    ...['--disable-component-update', '--disable-sync', '--no-first-run'],
  ],
});

/** A phone on which a client is signed in; its processor slowed. */
async function phone() {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await page.goto(`${server.url}/sign-in`);
  await page.getByRole('button', { name: /Ilse/ }).click();
  await page.waitForURL('**/today');
  return { context, page };
}

/** Ms until Start, or the first question, can be pressed and answers. */
async function openPractise(context) {
  const page = await context.newPage();
  const devtools = await context.newCDPSession(page);
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  const from = performance.now();
  await page.goto(`${server.url}/practise`, { waitUntil: 'commit' });
  // Usable is what answers: the page has taken over what was sent as text.
  await page.waitForFunction(
    () => {
      const button = globalThis.document.querySelector('main :is(button, input):not([disabled])');
      return button !== null && Object.keys(button).some((name) => name.startsWith('__reactProps'));
    },
    undefined,
    { polling: 'raf' },
  );
  const ms = performance.now() - from;
  await page.close();
  return ms;
}

async function openings() {
  const cold = [];
  for (let round = 0; round < rounds; round += 1) {
    const { context, page } = await phone();
    // Nothing of it is on the device: no worker, no file.
    await page.evaluate(async () => {
      for (const one of await navigator.serviceWorker.getRegistrations()) await one.unregister();
      for (const name of await globalThis.caches.keys()) await globalThis.caches.delete(name);
    });
    await page.close();
    const fresh = await browser.newContext({
      viewport: { width: 390, height: 844 },
      storageState: await context.storageState(),
    });
    cold.push(await openPractise(fresh));
    await fresh.close();
    await context.close();
  }
  const { context, page } = await phone();
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.reload();
  await page.waitForTimeout(4_000);
  await page.close();
  const warm = [];
  for (let round = 0; round < rounds; round += 1) warm.push(await openPractise(context));
  await context.close();
  return { cold, warm };
}

/** Ms by which the clock of a session went apart from this machine’s, while its tab was in the background. */
async function drift() {
  const { context, page } = await phone();
  const logged = [];
  page.on('request', (request) => {
    if (!request.url().endsWith('/keep')) return;
    for (const { kind, body } of JSON.parse(request.postData() ?? '{}').letters ?? []) {
      if (kind === 'session event') logged.push(body.event);
    }
  });
  await page.goto(`${server.url}/practise`);
  const quiet = page.getByRole('radio', { name: 'Nothing to notice' });
  const start = page.getByRole('button', { name: 'Start' });
  await quiet.or(start).first().waitFor();
  if (await quiet.isVisible()) {
    await quiet.check();
    await page.getByRole('button', { name: 'Go on' }).click();
  }
  await start.click();
  await page.getByRole('button', { name: 'Find the spot' }).click();
  await page.waitForTimeout(1_500);
  await page.getByRole('button', { name: 'I’m on it' }).click();
  await page.waitForTimeout(4_000);
  // One touch is noted by both clocks at its beginning, another at its end.
  const press = async (name) => {
    const from = performance.now();
    await page.getByRole('button', { name, exact: true }).click({ noWaitAfter: true });
    return (from + performance.now()) / 2;
  };
  const paused = await press('Pause');
  const other = await context.newPage();
  await other.goto('about:blank');
  await other.bringToFront();
  await other.waitForTimeout(minutes * 60_000);
  await page.bringToFront();
  const resumed = await press('Go on');
  await page.waitForTimeout(3_000);
  const at = (type) => logged.find((event) => event.type === type)?.at ?? NaN;
  const own = at('resumed') - at('paused');
  await context.close();
  return Math.abs(own - (resumed - paused));
}

/** One event every three seconds from each of so many clients, and a bare insert beside it. */
async function acknowledged() {
  const people = (await demoPeople(ask)).filter(({ versionId }) => versionId);
  if (people.length === 0) fail('The demo has nobody who practises.');
  const bare = await bareInsert();
  const [events, inserts] = [[], []];
  const until = performance.now() + seconds * 1_000;
  const EVERY_MS = 3_000;
  const pause = (ms) => new Promise((done) => setTimeout(done, ms));
  const client = async (index) => {
    const { userId, cookie, versionId, ledId } = people[index % people.length];
    const thing = randomUUID();
    const startedAt = Date.now() - 600_000;
    await pause((index / clients) * EVERY_MS);
    for (let seq = 0; performance.now() < until; seq += 1) {
      const at = startedAt + seq * 1_000;
      const type = seq === 0 ? 'started' : seq % 2 === 1 ? 'paused' : 'resumed';
      const letter = {
        ...{ id: randomUUID(), kind: 'session event', clientId: null, thing, base: null, at },
        body: { session: { versionId, ledId, startedAt }, event: { type, seq, at } },
      };
      const from = performance.now();
      const { text } = await ask('/keep', cookie, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ from: userId, sentAt: Date.now(), letters: [letter] }),
      });
      const ms = performance.now() - from;
      if (!JSON.parse(text).answers?.every(({ is }) => is === 'kept')) fail(`Not kept: ${text}`);
      events.push(ms);
      await pause(Math.max(0, EVERY_MS - ms));
    }
  };
  const beside = async () => {
    while (performance.now() < until) {
      const from = performance.now();
      await bare.insert();
      inserts.push(performance.now() - from);
      await pause(250);
    }
  };
  await Promise.all([...Array.from({ length: clients }, (_, index) => client(index)), beside()]);
  await bare.close();
  return { events, inserts };
}

/** A row like an event’s, written by nothing but the driver. */
async function bareInsert() {
  const table =
    'create table if not exists bare_event (id uuid primary key, at bigint not null, body jsonb not null)';
  const row = () => [randomUUID(), Date.now(), JSON.stringify({ type: 'paused' })];
  const text = 'insert into bare_event values ($1, $2, $3)';
  if (options.postgresql) {
    const { default: pg } = await import('pg');
    const client = new pg.Client({ connectionString: server.postgres.url });
    await client.connect();
    await client.query(table);
    return { insert: () => client.query(text, row()), close: () => client.end() };
  }
  const { PGlite } = await import('@electric-sql/pglite');
  const lite = await PGlite.create();
  await lite.query(table);
  return { insert: () => lite.query(text, row()), close: () => lite.close() };
}

async function measured() {
  try {
    const { cold, warm } = await openings();
    const apart = minutes > 0 ? await drift() : null;
    await browser.close();
    return { cold, warm, apart, ...(await acknowledged()) };
  } finally {
    await browser.close();
    await server.stop();
  }
}

const { cold, warm, apart, events, inserts } = await measured();
const figures = {
  engine: options.postgresql ? 'PostgreSQL' : 'PGlite',
  warm_ms: whole(quantile(warm, 0.5)),
  warm_worst_ms: whole(Math.max(...warm)),
  cold_ms: whole(quantile(cold, 0.5)),
  cold_worst_ms: whole(Math.max(...cold)),
  drift_ms: apart === null ? null : whole(apart),
  minutes,
  event_p95_ms: whole(quantile(events, 0.95)),
  event_median_ms: whole(quantile(events, 0.5)),
  bare_insert_p95_ms: whole(quantile(inserts, 0.95)),
  events: events.length,
};
if (options.json) console.log(JSON.stringify(figures));
else console.table(figures);
