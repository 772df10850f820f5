// npm run attack -- --seed N --seconds S: bad hands on a running application, on loopback and a
// throwaway copy of demo data. It fails when anything but an announced 503 or 507 is answered from 500 up, when a
// request gets no answer, or when the process ends.
import { randomUUID } from 'node:crypto';
import { drawing } from './lib/mutations.mjs';
import { readOptions } from './lib/options.mjs';
import { checkNode, ensureBuilt, ensureInstalled, fail } from './lib/ready.mjs';

const HELP = `npm run attack -- [options]
  --seed N      what is drawn (1)
  --seconds S   for how long (30)
  --clients N   so many at once (8)`;

const options = readOptions(
  {
    seed: { type: 'string', default: '1' },
    seconds: { type: 'string', default: '30' },
    clients: { type: 'string', default: '8' },
  },
  HELP,
);
const [seed, seconds, clients] = ['seed', 'seconds', 'clients'].map((name) => {
  const value = Number(options[name]);
  if (!Number.isInteger(value) || value < 1) fail(`--${name} is a whole number from 1 up.`);
  return value;
});
checkNode();
ensureInstalled();
ensureBuilt();

const { routeTable } = await import('../build/server/index.js');
const { startDemoServer } = await import('./lib/demoServer.mjs');
const server = await startDemoServer();
const draw = drawing(seed);

/** Every path, with its parameters. */
const pathOf = (route) => {
  const parent = route.parentId ? pathOf(routeTable[route.parentId]) : '';
  return route.path ? `${parent}/${route.path}` : parent;
};
const paths = [...new Set(Object.values(routeTable).map(pathOf))].filter((path) => path !== '');

/** Signs in as somebody of the demo, by the page that offers them. */
async function signIn(name) {
  const page = await (await fetch(`${server.url}/sign-in`)).text();
  const people = [...page.matchAll(/name="userId" value="([^"]+)"[\s\S]*?<\/form>/g)];
  const userId = people.find(([form]) => form.includes(name))?.[1];
  const answer = await fetch(`${server.url}/sign-in`, {
    method: 'POST',
    redirect: 'manual',
    body: new URLSearchParams({ intent: 'demo', userId }),
  });
  const cookie = answer.headers.getSetCookie().map((one) => one.split(';')[0]);
  return { name, userId, cookie: cookie.join('; ') };
}
const people = [
  { name: 'nobody', userId: randomUUID(), cookie: '' },
  ...(await Promise.all(['Maren', 'Idris', 'Yara', 'Nuno'].map(signIn))),
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
const until = Date.now() + seconds * 1000;
let asked = 0;

async function attack() {
  while (Date.now() < until) {
    const { who, method, path, body, type } = request();
    const from = performance.now();
    asked += 1;
    try {
      const answer = await fetch(`${server.url}${path}`, {
        method,
        redirect: 'manual',
        headers: { cookie: who.cookie, ...(type ? { 'content-type': type } : {}) },
        ...(body === undefined ? {} : { body }),
        signal: AbortSignal.timeout(20_000),
      });
      const said = await answer.text();
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
      findings.push({
        status: error.name,
        who: who.name,
        method,
        path: path.slice(0, 120),
        body: String(body ?? '').slice(0, 300),
      });
    }
    times.push(performance.now() - from);
  }
}

await Promise.all(Array.from({ length: clients }, attack));
const well = (await fetch(`${server.url}/health`).catch(() => null))?.status === 200;
await server.stop();
times.sort((a, b) => a - b);
const at = (share) =>
  Math.round(times[Math.min(times.length - 1, Math.floor(times.length * share))] ?? 0);
console.log(
  JSON.stringify(
    {
      seed,
      seconds,
      requests: asked,
      statuses: Object.fromEntries([...statuses].sort(([a], [b]) => a - b)),
      milliseconds: { median: at(0.5), p95: at(0.95), most: at(1) },
      well,
      findings: findings.slice(0, 20),
    },
    null,
    2,
  ),
);
console.log(`${asked} requests, ${findings.length} findings.`);
process.exitCode = findings.length === 0 && well ? 0 : 1;
