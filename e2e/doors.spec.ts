import { PGlite } from '@electric-sql/pglite';
import type { APIRequestContext } from '@playwright/test';
import type { RouteConfigEntry } from '@react-router/dev/routes';
import routes from '../app/routes';
import {
  addClient,
  clientIdOf,
  expect,
  inviteFrom,
  joinBy,
  otherDevice,
  stepInAs,
  test as base,
} from './support/test';
import { clusterIn, demoFolder, removeFolder, startServer, type Running } from './support/server';

/** Another practice in the same house, with a therapist of its own. */
const OTHER_PRACTICE = [
  `insert into practice select (jsonb_populate_record(one,
     '{"id": "01a211b2-683b-71aa-b9fc-d585f924e2d4", "name": "Low Pier Practice"}')).*
     from practice one limit 1`,
  `insert into user_account select (jsonb_populate_record(one,
     '{"id": "01a211b2-683b-71aa-b9fc-d585f924e2d5", "name": "Rooke Farran",
       "practice_id": "01a211b2-683b-71aa-b9fc-d585f924e2d4", "email": "rooke@low-pier.example"}')).*
     from user_account one where role = 'owner' limit 1`,
];

const test = base.extend<object, { server: Running }>({
  server: [
    async ({}, use) => {
      const folder = demoFolder();
      const lite = await PGlite.create(clusterIn(folder));
      for (const statement of OTHER_PRACTICE) await lite.exec(statement);
      await lite.close();
      const server = await startServer({ DATA_DIR: folder, DEMO: '1' });
      await use(server);
      await server.stop();
      removeFolder(folder);
    },
    { scope: 'worker', timeout: 60_000 },
  ],
});

/** An address of the application, with the layouts it lies under. */
interface Address {
  file: string;
  path: string;
  under: readonly string[];
}

/** Every address there is, read from the routes themselves. */
function addresses(
  entries: readonly RouteConfigEntry[],
  path = '',
  under: readonly string[] = [],
): Address[] {
  return entries.flatMap((entry) => {
    const own = [path, entry.path ?? ''].filter(Boolean).join('/');
    const below = addresses(entry.children ?? [], own, [...under, entry.file]);
    return entry.children && entry.path === undefined
      ? below
      : [{ file: entry.file, path: `/${own}`, under }, ...below];
  });
}

const ALL = addresses(routes as RouteConfigEntry[]);

/** Who asks: nobody, a client, another client, a therapist, the owner, a therapist of another practice. */
const ASKERS = [
  'nobody',
  'client',
  'other client',
  'therapist',
  'owner',
  'other practice',
] as const;
type Asker = (typeof ASKERS)[number];

type Door = 'public' | 'machine' | 'signed-in' | 'staff' | 'client';
const DOORS: readonly Door[] = ['public', 'machine', 'signed-in', 'staff', 'client'];

const doorOf = ({ file, under }: Address): Door | undefined =>
  DOORS.find((door) => [...under, file].some((one) => one === `routes/${door}/door.ts`));

/** What a door answers to whom: let in, sent to sign in, or told that there is no such page. */
const ANSWERS: Record<
  Door,
  Record<Exclude<Asker, 'other practice'>, 'in' | 'sign-in' | 'nothing'>
> = {
  public: { nobody: 'in', client: 'in', 'other client': 'in', therapist: 'in', owner: 'in' },
  machine: { nobody: 'in', client: 'in', 'other client': 'in', therapist: 'in', owner: 'in' },
  'signed-in': {
    nobody: 'sign-in',
    client: 'in',
    'other client': 'in',
    therapist: 'in',
    owner: 'in',
  },
  staff: {
    nobody: 'sign-in',
    client: 'nothing',
    'other client': 'nothing',
    therapist: 'in',
    owner: 'in',
  },
  client: {
    nobody: 'sign-in',
    client: 'in',
    'other client': 'in',
    therapist: 'nothing',
    owner: 'nothing',
  },
};

/** Answers that say somebody was let in: a page, a sentence about what was asked, or the way on. */
const LET_IN = [200, 201, 204, 302, 303, 400, 403, 405, 409, 410, 422];

const NOBODY = '01a211b2-683b-71aa-b9fc-d585f924e2d3';

/** Every address needs a line: what stands in its place in a request, and what may be sent to it. */
const PARAMETERS: Record<string, string> = {
  ':siteId': 'calf',
  ':of': 'stretch',
  ':pictureOf': 'calf-wall',
  ':token': 'not-a-token',
  ':pictureId': NOBODY,
  ':sessionId': NOBODY,
  ':table': 'sessions',
  '*': 'no/such/page',
};

const ask = (request: APIRequestContext, path: string, method: 'GET' | 'POST') =>
  method === 'GET'
    ? request.get(path, { maxRedirects: 0 })
    : request.post(path, { form: { intent: 'probe' }, maxRedirects: 0 });

test('every address lies behind a door, and each door answers each asker as it should', async ({
  page,
  browser,
  baseURL,
}) => {
  // Every address is asked as everybody: more of them take longer.
  test.setTimeout(300_000);
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Behind Doors');
  const ownId = clientIdOf(file);
  const link = await inviteFrom(page, file);
  const desks = {
    nobody: await otherDevice(browser, baseURL),
    client: await otherDevice(browser, baseURL),
    'other client': await otherDevice(browser, baseURL),
    therapist: await otherDevice(browser, baseURL),
    'other practice': await otherDevice(browser, baseURL),
  };
  await joinBy(desks.client.page, link, 'behind.doors@client.example');
  await stepInAs(desks['other client'].page, 'Nuno');
  await stepInAs(desks.therapist.page, 'Idris');
  await stepInAs(desks['other practice'].page, 'Rooke');
  const requests: Record<Asker, APIRequestContext> = {
    nobody: desks.nobody.page.request,
    client: desks.client.page.request,
    'other client': desks['other client'].page.request,
    therapist: desks.therapist.page.request,
    owner: page.request,
    'other practice': desks['other practice'].page.request,
  };

  for (const address of ALL) {
    const door = doorOf(address);
    expect([address.file, door]).toEqual([address.file, expect.any(String)]);
    // Signing out is the one thing that changes who asks.
    if (!door || address.file.includes('sign-out')) continue;
    const pathFor = (clientId: string) =>
      address.path.replace(/:\w+\??|\*/g, (name) =>
        name === ':clientId' ? clientId : (PARAMETERS[name] ?? `unknown-parameter-${name}`),
      );
    expect(pathFor(ownId)).not.toContain('unknown-parameter');
    for (const asker of ASKERS) {
      for (const method of ['GET', 'POST'] as const) {
        const answer = await ask(requests[asker], pathFor(ownId), method);
        const status = answer.status();
        const to = answer.headers().location ?? '';
        const seen = [address.path, asker, method, status, to];
        expect([...seen, status < 500]).toEqual([...seen, true]);
        // Where a client is named, those of another practice find nothing; elsewhere they are therapists.
        const isForeign = asker === 'other practice' && address.path.includes(':clientId');
        const expected = ANSWERS[door][asker === 'other practice' ? 'therapist' : asker];
        if (expected === 'sign-in') {
          expect([...seen, to.startsWith('/sign-in')]).toEqual([...seen, true]);
        } else if (expected === 'nothing') {
          expect([...seen, status === 404]).toEqual([...seen, true]);
        } else if (isForeign) {
          // The way on to a stage of it, no page, an address of the other kind, or a form that says nothing.
          const isNothing = [302, 400, 404, 405, 422].includes(status);
          expect([...seen, isNothing]).toEqual([...seen, true]);
        } else if (address.path.includes(':sessionId')) {
          // A session there is not, or is somebody else’s; nothing is posted there.
          expect([...seen, [404, 405].includes(status)]).toEqual([...seen, true]);
        } else if (door !== 'public' && !address.path.includes(':pictureId')) {
          const letIn = LET_IN.includes(status) && !to.startsWith('/sign-in');
          expect([...seen, letIn]).toEqual([...seen, true]);
        }
        if ((expected !== 'in' || isForeign) && address.path.includes(':clientId')) {
          expect([...seen, await answer.text()]).toEqual([
            ...seen,
            expect.not.stringContaining('Behind Doors'),
          ]);
        }
        // Somebody else’s file, or one that there is not, is not there for those who are let in.
        if (expected === 'in' && address.path.includes(':clientId') && method === 'GET') {
          const foreign = await ask(requests[asker], pathFor(NOBODY), method);
          // The way on to a stage of it, no page, or an address that is only posted to.
          const isNothing = [302, 404, 400, 405].includes(foreign.status());
          const what = [address.path, asker, foreign.status()];
          expect([...what, isNothing]).toEqual([...what, true]);
        }
      }
    }
  }
  for (const { context } of Object.values(desks)) await context.close();
});

test('a letter is kept for nobody but the one who is signed in, in no file but theirs', async ({
  page,
  browser,
  baseURL,
}) => {
  await stepInAs(page, 'Maren');
  const file = await addClient(page, 'Own Letters');
  const { page: phone, context } = await otherDevice(browser, baseURL);
  await stepInAs(phone, 'Nuno');
  const key = async (of: APIRequestContext) =>
    ((await (await of.get('/keep/key')).json()) as { userId: string }).userId;
  const [therapist, client] = [await key(page.request), await key(phone.request)];
  expect(therapist).not.toBe(client);
  const id = crypto.randomUUID();
  const letter = (change: object) => ({
    id,
    kind: 'point',
    clientId: clientIdOf(file),
    thing: id,
    base: null,
    at: Date.now(),
    body: {
      visitId: null,
      point: { thread: id, siteId: 'calf', side: 'left', across: 0, down: 0, rating: 5 },
    },
    ...change,
  });
  const send = async (of: APIRequestContext, from: string, change: object = {}) => {
    const data = { from, sentAt: Date.now(), letters: [letter(change)] };
    const answer = await of.post('/keep', { data });
    const said = (await answer.json()) as { answers?: { is: string; status?: number }[] };
    return [answer.status(), said.answers?.[0]?.is, said.answers?.[0]?.status];
  };
  // Signed in as one, written by another.
  expect(await send(phone.request, therapist)).toEqual([403, undefined, undefined]);
  // A client in another’s file, and with kinds that are not theirs.
  expect(await send(phone.request, client)).toEqual([200, 'refused', 404]);
  for (const kind of [
    'clearance',
    'issue',
    'draft',
    'details',
    'client file',
    'home asking',
    'complaint',
    'template',
  ]) {
    expect([kind, ...(await send(phone.request, client, { kind, clientId: null }))]).toEqual([
      kind,
      200,
      'refused',
      403,
    ]);
  }
  for (const kind of ['home measure', 'response', 'session event']) {
    expect([kind, ...(await send(page.request, therapist, { kind }))]).toEqual([
      kind,
      200,
      'refused',
      403,
    ]);
  }
  // A therapist of another practice.
  const desk = await otherDevice(browser, baseURL);
  await stepInAs(desk.page, 'Rooke');
  const elsewhere = await key(desk.page.request);
  expect(await send(desk.page.request, elsewhere)).toEqual([200, 'refused', 404]);
  await desk.context.close();
  // A file there is not.
  expect(await send(page.request, therapist, { clientId: NOBODY })).toEqual([200, 'refused', 404]);
  expect(await send(page.request, therapist)).toEqual([200, 'kept', undefined]);
  await context.close();
});
