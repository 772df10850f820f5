// npm run attack -- --seed N --seconds S: bad hands on a running application, on loopback and a throwaway copy of
// demo data, while it is killed and its database restarted. It fails when anything but an announced 503 or 507 is
// answered from 500 up, when a request gets no answer though nothing was ended, when somebody gets where they
// may not, and when what was acknowledged is not there exactly once.
import { randomUUID } from 'node:crypto';
import { drawing } from './lib/mutations.mjs';
import { readOptions, wholeNumber } from './lib/options.mjs';
import { checkNode, ensureBuilt, ensureInstalled, fail } from './lib/ready.mjs';

const HELP = `npm run attack -- [options]
  --seed N      what is drawn (1)
  --seconds S   for how long (30)
  --clients N   so many at once (8)
  --postgresql  on a PostgreSQL server of its own instead of the embedded database
  --kills N     ends the process so often without a word, and starts it again (0)
  --restarts N  restarts the PostgreSQL server so often, every other time as a crash (0)
  --disk        also fills a small disk under it; as root`;

const options = readOptions(
  {
    seed: { type: 'string', default: '1' },
    seconds: { type: 'string', default: '30' },
    clients: { type: 'string', default: '8' },
    kills: { type: 'string', default: '0' },
    restarts: { type: 'string', default: '0' },
    postgresql: { type: 'boolean', default: false },
    disk: { type: 'boolean', default: false },
  },
  HELP,
);
const whole = (name, least) => wholeNumber(options, name, least);
const [seed, seconds, clients] = ['seed', 'seconds', 'clients'].map((name) => whole(name, 1));
const [kills, restarts] = ['kills', 'restarts'].map((name) => whole(name, 0));
if (restarts > 0 && !options.postgresql) fail('--restarts are of a server: add --postgresql.');
checkNode();
ensureInstalled();
ensureBuilt();

const { routeTable } = await import('../build/server/index.js');
const { startDemoServer } = await import('./lib/demoServer.mjs');
const { addressOf, countKept, fullDisk, keeper, roleMatrix } =
  await import('./lib/attackParts.mjs');
const server = await startDemoServer({ postgresql: options.postgresql });
const draw = drawing(seed);

/** Every path, with its parameters. */
const paths = [
  ...new Set(Object.keys(routeTable).map((id) => addressOf(routeTable, id).path)),
].filter((path) => path !== '');

/** Signs in as somebody of the demo, by the page that offers them. */
async function signIn([name, role]) {
  const page = await (await fetch(`${server.url}/sign-in`)).text();
  const people = [...page.matchAll(/name="userId" value="([^"]+)"[\s\S]*?<\/form>/g)];
  const userId = people.find(([form]) => form.includes(name))?.[1];
  const answer = await fetch(`${server.url}/sign-in`, {
    method: 'POST',
    redirect: 'manual',
    body: new URLSearchParams({ intent: 'demo', userId }),
  });
  const cookie = answer.headers.getSetCookie().map((one) => one.split(';')[0]);
  return { name, role, userId, cookie: cookie.join('; ') };
}

/** Whoever was signed out, by what was sent in their name, comes back: an attack on a closed door proves little. */
const returning = new Map();
function comeBack(who) {
  if (who.role === 'nobody') return Promise.resolve();
  const back =
    returning.get(who) ??
    signIn([who.name, who.role])
      .then(({ userId, cookie }) => {
        // An account that was ended is not offered any more.
        if (userId !== undefined && cookie !== '') who.cookie = cookie;
      })
      // The server may be away just now.
      .catch(() => undefined)
      .finally(() => returning.delete(who));
  returning.set(who, back);
  return back;
}
const people = [
  { name: 'nobody', role: 'nobody', userId: randomUUID(), cookie: '' },
  ...(await Promise.all(
    [
      ['Maren', 'staff'],
      ['Idris', 'staff'],
      ['Yara', 'client'],
      ['Nuno', 'client'],
    ].map(signIn),
  )),
];
const found = await fetch(`${server.url}/find?q=a`, { headers: { cookie: people[1].cookie } });
const ids = [...(await found.text()).matchAll(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g)].map(
  ([id]) => id,
);

const FIELDS =
  'intent email passPhrase present userId code practiceName timeZone name occupation minutesPerDay affectedSide nextVisit notes massKilograms statureCentimetres tools places timesOfDay helperAtHome letter base device quietAfterDays rescreenAfterDays visitId'.split(
    ' ',
  );
const INTENTS = [
  'pass phrase',
  'demo',
  'change',
  'invite',
  'renew',
  'end',
  'one',
  'finish',
  'start',
];
const point = {
  visitId: null,
  point: { thread: randomUUID(), siteId: 'calf', side: 'left', across: 0, down: 0, rating: 4 },
};
const reading = {
  testId: 'neck-turn',
  quantityId: 'turn',
  side: 'left',
  moment: 'before',
  tries: [50],
  way: 'number',
};
const doc = {
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'text', text: 'x' }] }],
};
const details = {
  name: 'Probe',
  timeZone: 'UTC',
  minutesPerDay: '',
  affectedSide: '',
  nextVisit: '',
};
const BODIES = {
  point,
  reading: { visitId: null, reading },
  'home measure': { reading },
  'home asking': { testId: 'neck-turn', when: 'weekly' },
  complaint: { complaint: { what: 'Stiff neck', places: [{ part: 'neck', side: 'left' }] } },
  template: { template: { name: 'Probe', items: [] } },
  standing: { complaintId: randomUUID(), standing: { days: 3, strongest: 5, hinders: 2 } },
  response: { sessionId: randomUUID(), answer: 'bruised' },
  message: { text: 'May I swim?' },
  course: { what: 'ended', outcome: 'stopped', goesOn: false, word: '', summary: '' },
  'seen to': { about: 'told', sessionId: null, how: 'seen' },
  note: { notes: doc },
  draft: { baseNumber: 0, content: { items: [], timesPerWeek: 7, message: '' } },
  issue: { baseNumber: 0, reason: 'x', content: { items: [], timesPerWeek: 7, message: '' } },
  answer: { set: [], forget: [] },
  interview: { replies: [], after: null },
  clearance: { condition: 'clot', by: 'Dr Amsel', on: '2026-03-01' },
  'client file': details,
  details,
  brings: { massKilograms: 70, statureCentimetres: 170, tools: [], places: [], timesOfDay: [] },
  'session event': {
    session: { versionId: randomUUID(), ledId: null, startedAt: Date.now() },
    event: { type: 'started', seq: 0, at: Date.now() },
  },
};

const anyId = () => (draw.chance(0.7) ? draw.pick(ids) : draw.chance(0.5) ? randomUUID() : 'x');
const asText = (value) => (typeof value === 'string' ? value : JSON.stringify(value));
const address = (path) => {
  const filled = path.replace(/:\w+/g, () =>
    draw.chance(0.9)
      ? anyId()
      : encodeURIComponent(asText(draw.bad()).slice(0, 200).toWellFormed()),
  );
  const query = draw.chance(0.2)
    ? `?${new URLSearchParams({ [draw.pick(['q', 'to', 'site', 'on', 'load'])]: asText(draw.bad()).slice(0, 500) })}`
    : '';
  return `${filled.replace(/\*$/, 'nowhere')}${draw.chance(0.15) ? '.data' : ''}${query}`;
};

/** One request of bad hands. */
function request() {
  const who = draw.pick(people);
  const kind = draw.below(10);
  if (kind < 3) return { who, method: 'GET', path: address(draw.pick(paths)) };
  if (kind < 5) {
    const fields = Object.fromEntries(
      Array.from({ length: draw.below(6) }, () => [
        draw.pick(FIELDS),
        draw.chance(0.3) ? draw.pick(INTENTS) : asText(draw.bad()).slice(0, 60_000),
      ]),
    );
    const body = new URLSearchParams({ intent: draw.pick(INTENTS), ...fields });
    return {
      who,
      method: draw.pick(['POST', 'POST', 'PUT', 'DELETE']),
      path: address(draw.pick(paths)),
      body,
    };
  }
  if (kind === 5) {
    const device = draw.pick(['scale/kitchen-one/press', 'tilt/kitchen-one/turn']);
    return json(who, `/devices/${device}`, draw.mutate({ kilograms: 3, beta: 2, gamma: 1 }));
  }
  if (kind === 6) {
    const heads = [[0xff, 0xd8, 0xff], [0x89, 0x50, 0x4e, 0x47], [0x3c, 0x73, 0x76, 0x67], []];
    const bytes = Uint8Array.from([
      ...draw.pick(heads),
      ...Array.from({ length: 400 }, () => draw.below(256)),
    ]);
    return {
      who,
      method: 'POST',
      path: `/clients/${anyId()}/pictures`,
      body: bytes,
      type: 'image/jpeg',
    };
  }
  const letters = Array.from({ length: 1 + draw.below(4) }, () => {
    const name = draw.pick(Object.keys(BODIES));
    return {
      id: randomUUID(),
      kind: name,
      clientId: draw.chance(0.8) ? anyId() : null,
      thing: draw.chance(0.5) ? anyId() : randomUUID(),
      base: draw.pick([null, 0, 1, randomUUID()]),
      at: Date.now(),
      body: draw.chance(0.7) ? draw.mutate(BODIES[name]) : BODIES[name],
    };
  });
  const post = { from: who.userId, sentAt: Date.now(), letters };
  return json(who, '/keep', draw.chance(0.25) ? draw.mutate(post) : post);
}
const json = (who, path, value) => ({
  who,
  method: 'POST',
  path,
  body: JSON.stringify(value),
  type: 'application/json',
});

const statuses = new Map();
const findings = [];
const times = [];
const matrix = await roleMatrix(server.url, routeTable, people, ids);
findings.push(...matrix.findings);
/** While something is ended on purpose there may be no answer. */
let away = 0;
let until = Date.now() + seconds * 1000;

/** Ends the process or the database again and again; the attack goes on until that is over. */
async function endings() {
  const what = [
    ...Array.from({ length: kills }, () => () => server.kill()),
    ...Array.from(
      { length: restarts },
      (_, n) => () => server.postgres.restart(n % 2 === 0 ? 'SIGINT' : 'SIGQUIT', 300),
    ),
  ];
  for (const end of what) {
    await new Promise((wait) => setTimeout(wait, 300 + draw.below(1_200)));
    away += 1;
    await end();
    // Whoever asked meanwhile is answered, or not, by now.
    await new Promise((wait) => setTimeout(wait, 300));
    away -= 1;
    until = Math.max(until, Date.now() + 2_000);
  }
}

async function attack() {
  while (Date.now() < until) {
    const { who, method, path, body, type } = request();
    const from = performance.now();
    const began = away;
    try {
      const answer = await fetch(`${server.url}${path}`, {
        method,
        redirect: 'manual',
        headers: { cookie: who.cookie, ...(type ? { 'content-type': type } : {}) },
        ...(body === undefined ? {} : { body }),
        signal: AbortSignal.timeout(20_000),
      });
      const said = await answer.text();
      const to = answer.headers.get('location') ?? '';
      if (answer.status === 401 || to.startsWith('/sign-in')) await comeBack(who);
      // A letter that is to come later is one the server broke at.
      const broke = path === '/keep' && said.includes('"is":"later"');
      statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
      if (broke || (answer.status >= 500 && ![503, 507].includes(answer.status))) {
        findings.push({
          status: answer.status,
          who: who.name,
          method,
          path: path.slice(0, 120),
          body: String(body ?? '').slice(0, 300),
        });
      }
    } catch (error) {
      if (began > 0 || away > 0) {
        await new Promise((wait) => setTimeout(wait, 100));
        continue;
      }
      findings.push({
        status: error.name,
        cause: error.cause?.code ?? error.cause?.message,
        bytes: String(body ?? '').length,
        who: who.name,
        method,
        path: path.slice(0, 120),
        body: String(body ?? '').slice(0, 300),
      });
    }
    times.push(performance.now() - from);
  }
}

const kept = keeper(server.url, people[1], ids[0], comeBack);
await Promise.all([
  endings(),
  ...Array.from({ length: clients }, attack),
  ...Array.from({ length: 2 }, () => kept.run(() => until)),
]);
const well = await server.isWell();
const { place } = server;
// A folder is counted once nobody has it open, a server while it is there.
const counted = options.postgresql ? await countKept(place, kept.acknowledged.keys()) : null;
await server.stop(place.folder ? { keep: true } : {});
const there = counted ?? (await countKept(place, kept.acknowledged.keys()));
await server.forget();
findings.push(...kept.findings);
for (const [name, count] of Object.entries(there)) {
  if (count !== kept.acknowledged.size) {
    findings.push({ acknowledged: kept.acknowledged.size, [name]: count });
  }
}
const disk = options.disk ? await fullDisk() : null;
findings.push(...(disk ?? []));
times.sort((a, b) => a - b);
const at = (share) =>
  Math.round(times[Math.min(times.length - 1, Math.floor(times.length * share))] ?? 0);
console.log(
  JSON.stringify(
    {
      seed,
      seconds,
      engine: options.postgresql ? 'PostgreSQL' : 'PGlite',
      requests: times.length,
      combinations: matrix.asked,
      kills,
      restarts,
      acknowledged: kept.acknowledged.size,
      there,
      disk: disk === null ? 'not tried' : disk.length === 0 ? 'well' : 'not well',
      statuses: Object.fromEntries([...statuses].sort(([a], [b]) => a - b)),
      milliseconds: { median: at(0.5), p95: at(0.95), most: at(1) },
      well,
      findings: findings.slice(0, 20),
    },
    null,
    2,
  ),
);
console.log(`${times.length} requests answered, ${findings.length} findings.`);
process.exitCode = findings.length === 0 && well ? 0 : 1;
