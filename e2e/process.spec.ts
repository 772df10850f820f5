import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { request, type IncomingMessage } from 'node:http';
import { connect, createServer, type Socket } from 'node:net';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { demoFolder, newFolder, removeFolder, startServer, type Running } from './support/server';
import { signedIn } from './support/signIn';

/** A session that was stopped, as a phone would send it. */
async function log(server: Running, cookie: string): Promise<{ is: string }[]> {
  const page = await (await fetch(`${server.url}/practise`, { headers: { cookie } })).text();
  // The page’s data name what is led through, and the version it is of.
  const ids = [
    ...page.matchAll(/[0-9a-f]{8}-[0-9a-f]{4}-[57][0-9a-f]{3}-[0-9a-f]{4}-[0-9a-f]{12}/g),
  ];
  const { userId } = (await (
    await fetch(`${server.url}/keep/key`, { headers: { cookie } })
  ).json()) as { userId: string };
  for (const versionId of new Set(ids.map(([id]) => id))) {
    const at = Date.now() - 60_000;
    const thing = randomUUID();
    const letters = [{ type: 'started' }, { type: 'stopped', reason: 'numb' }].map(
      (event, seq) => ({
        id: randomUUID(),
        kind: 'session event',
        clientId: null,
        thing,
        base: null,
        at,
        body: {
          session: { versionId, ledId: null, startedAt: at },
          event: { ...event, seq, at: at + seq },
        },
      }),
    );
    const answer = await fetch(`${server.url}/keep`, {
      method: 'POST',
      headers: { cookie, 'Content-Type': 'application/json' },
      body: JSON.stringify({ from: userId, sentAt: Date.now(), letters }),
    });
    const { answers } = (await answer.json()) as { answers: { is: string }[] };
    if (answers.every(({ is }) => is === 'kept')) return answers;
  }
  throw new Error('No version on the page.');
}

test('a second process refuses a folder that is in use, with a sentence, and the first goes on', async () => {
  const folder = demoFolder();
  const first = await startServer({ DATA_DIR: folder, DEMO: '1' });
  await expect(startServer({ DATA_DIR: folder, DEMO: '1' })).rejects.toThrow(
    /is in use by another running Entspann/,
  );
  expect((await fetch(`${first.url}/health`)).status).toBe(200);
  expect(await first.stop()).toBe(0);
  removeFolder(folder);
});

test('a log that was acknowledged is there after SIGKILL and a new start', async () => {
  const folder = demoFolder();
  const first = await startServer({ DATA_DIR: folder, DEMO: '1' });
  const { cookie } = await signedIn(first, 'Odalys Brandt');
  expect(await log(first, cookie)).toHaveLength(2);
  await first.stop('SIGKILL');
  const second = await startServer({ DATA_DIR: folder, DEMO: '1' });
  const therapist = await signedIn(second, 'Maren Oltmann');
  const day = await (
    await fetch(`${second.url}/day`, { headers: { cookie: therapist.cookie } })
  ).text();
  expect(day.slice(day.indexOf('Odalys Brandt'))).toMatch(/Stopped today: numbness/);
  await second.stop();
  removeFolder(folder);
});

test('shutting down finishes the request under way and frees the folder', async () => {
  const folder = demoFolder();
  const server = await startServer({ DATA_DIR: folder, DEMO: '1' });
  const { cookie, userId } = await signedIn(server, 'Maren Oltmann');
  const details = { timeZone: 'UTC', minutesPerDay: '', affectedSide: '', nextVisit: '' };
  const letter = {
    id: randomUUID(),
    kind: 'client file',
    clientId: null,
    thing: randomUUID(),
    base: null,
    at: Date.now(),
    body: { name: 'Last Minute', ...details },
  };
  const body = JSON.stringify({ from: userId, sentAt: Date.now(), letters: [letter] });
  const asked = request(`${server.url}/keep`, {
    method: 'POST',
    headers: {
      cookie,
      'content-type': 'application/json',
      'content-length': String(body.length),
      // The server says that it has the request, and waits for the rest of it.
      expect: '100-continue',
    },
  });
  const answered = once(asked, 'response') as Promise<[IncomingMessage]>;
  asked.flushHeaders();
  await once(asked, 'continue');
  const ended = server.stop('SIGTERM');
  // It takes nobody new any more; what it has, it finishes.
  const knock = () =>
    new Promise<string>((done) => {
      const caller = connect(Number(new URL(server.url).port), '127.0.0.1');
      caller.once('connect', () => {
        caller.destroy();
        done('taken');
      });
      caller.once('error', () => done('refused'));
    });
  await expect.poll(knock).toBe('refused');
  asked.end(body);
  const [answer] = await answered;
  const said = JSON.parse(Buffer.concat(await answer.toArray()).toString()) as {
    answers: { is: string }[];
  };
  expect(said.answers).toMatchObject([{ id: letter.id, is: 'kept' }]);
  expect(await ended).toBe(0);
  const again = await startServer({ DATA_DIR: folder, DEMO: '1' });
  const { cookie: later } = await signedIn(again, 'Maren Oltmann');
  const day = await fetch(`${again.url}/day`, { headers: { cookie: later } });
  expect(await day.text()).toContain('Last Minute');
  expect(await again.stop('SIGINT')).toBe(0);
  removeFolder(folder);
});

test('a new installation is set up once, with the code that was printed', async ({ page }) => {
  const folder = join(newFolder(), 'data');
  const server = await startServer({ DATA_DIR: folder, SET_UP_CODE: 'harbour-bell' });
  expect(server.output()).toContain('harbour-bell');
  await page.goto(server.url);
  await expect(page).toHaveURL(/\/set-up$/);
  const fill = async (code: string) => {
    await page.getByLabel('Set-up code').fill(code);
    await page.getByLabel('Name of the practice').fill('Lamp Street Rooms');
    await page.getByLabel('Your name').fill('Runa Dahl');
    await page.getByLabel('E-mail').fill('runa@lampstreet.example');
    await page.getByLabel('Pass phrase', { exact: true }).fill('lantern on the quay');
    await page.getByRole('button', { name: 'Open the practice' }).click();
  };
  await fill('guess');
  await expect(page.getByText(/not the set-up code/)).toBeVisible();
  await fill('harbour-bell');
  await page.waitForURL('**/day');
  await expect(page.getByText('No clients yet.')).toBeVisible();
  await page.context().clearCookies();
  await page.goto(`${server.url}/set-up`);
  await expect(page).toHaveURL(/\/sign-in/);
  // Demo sign-in is nowhere outside demo mode.
  await expect(page.getByText('Demo data')).toHaveCount(0);
  const demo = await page.request.post(`${server.url}/sign-in`, {
    form: { intent: 'demo', userId: randomUUID() },
  });
  expect(demo.status()).toBe(404);
  await server.stop();
  removeFolder(folder);
});

test('answers carry strict headers, private pages are not kept, cookies are out of scripts’ reach', async () => {
  const folder = demoFolder();
  const server = await startServer({ DATA_DIR: folder, DEMO: '1' });
  const answer = await fetch(`${server.url}/sign-in`);
  const policy = answer.headers.get('content-security-policy') ?? '';
  expect(policy).toContain("default-src 'none'");
  expect(policy).toMatch(/script-src 'self' 'nonce-[^']+'(;|$)/);
  expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  expect(policy).toContain("frame-ancestors 'none'");
  expect(answer.headers.get('cache-control')).toBe('no-store');
  expect(answer.headers.get('x-content-type-options')).toBe('nosniff');
  expect(answer.headers.get('x-powered-by')).toBeNull();
  expect(await (await fetch(`${server.url}/health`)).json()).toEqual({ status: 'well' });
  const { setCookie } = await signedIn(server, 'Idris Falk');
  expect(setCookie).toMatch(/HttpOnly/i);
  expect(setCookie).toMatch(/SameSite=Lax/i);
  for (const path of ['/%E0%A4%A', '/clients/%00/plan', '/no/such/page', '/join/%2e%2e']) {
    expect([path, (await fetch(server.url + path)).status < 500]).toEqual([path, true]);
  }
  await server.stop();
  removeFolder(folder);
});

test('whom to tell of a hole stands where such things are looked for, when somebody was named', async () => {
  const folder = demoFolder();
  const server = await startServer({
    DATA_DIR: folder,
    SECURITY_CONTACT: 'mailto:harbour@quay.example',
  });
  const text = await (await fetch(`${server.url}/.well-known/security.txt`)).text();
  expect(text).toMatch(/^Contact: mailto:harbour@quay\.example\nExpires: 20\d\d-/);
  // Outside demo mode nothing simulated answers a stranger.
  expect((await fetch(`${server.url}/devices/scale/kitchen-one/reading`)).status).toBe(401);
  // Another name than the plain ones is nobody’s: links would follow it.
  const strange = await new Promise<number | undefined>((done) => {
    request(`${server.url}/sign-in`, { headers: { host: 'evil.example' } })
      .once('response', (answer) => done(answer.statusCode))
      .end();
  });
  expect(strange).toBe(421);
  await server.stop();
  removeFolder(folder);
});

test('with no room on the disk what is there is read, and nothing is written until there is', async () => {
  const folder = demoFolder();
  const roomy = await startServer({ DATA_DIR: folder, DEMO: '1' });
  const { cookie } = await signedIn(roomy, 'Odalys Brandt');
  await roomy.stop();
  // More than any disk of today has. Signed in before: today’s routine and its holds are there to be read.
  const full = await startServer({ DATA_DIR: folder, DEMO: '1', KEEP_FREE_MB: '1000000' });
  for (const path of ['/today', '/practise', '/points']) {
    expect((await fetch(`${full.url}${path}`, { headers: { cookie } })).status).toBe(200);
  }
  const refused = await fetch(`${full.url}/sign-in`, { method: 'POST' });
  expect([refused.status, ((await refused.json()) as { message: string }).message]).toEqual([
    507,
    expect.stringMatching(/There is no room left on the disk/),
  ]);
  await full.stop();
  removeFolder(folder);
});

test('health says so when the database does not answer', async () => {
  const server = process.env.TEST_DATABASE_URL;
  if (!server) throw new Error('Run the end-to-end tests with `npm test`; it starts PostgreSQL.');
  // A gate in front of the database that can be shut.
  const target = new URL(server);
  const open = new Set<Socket>();
  const gate = createServer((socket) => {
    const onward = connect(Number(target.port), target.hostname);
    for (const end of [socket, onward]) {
      open.add(end);
      end.on('error', () => undefined);
    }
    socket.pipe(onward).pipe(socket);
  });
  await new Promise<void>((done) => gate.listen(0, '127.0.0.1', done));
  const address = gate.address();
  const url = new URL(server);
  url.port = String(typeof address === 'object' && address ? address.port : 0);
  const app = await startServer({ DATABASE_URL: url.href, SET_UP_CODE: 'harbour-bell' });
  expect((await fetch(`${app.url}/health`)).status).toBe(200);
  gate.close();
  for (const end of open) end.destroy();
  const answer = await fetch(`${app.url}/health`);
  expect([answer.status, await answer.json()]).toEqual([
    503,
    { status: 'the database does not answer' },
  ]);
  await app.stop();
});
