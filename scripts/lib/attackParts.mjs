// What `npm run attack` does beside sending nonsense: who may go where, things that must be kept once whatever
// happens, and a disk that is full.
import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { cpSync, mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoSnapshot } from './demoData.mjs';
import { startDemoServer } from './demoServer.mjs';

/** The path of a route with those of its layouts, and the doors it lies behind. */
export function addressOf(routeTable, id) {
  const route = routeTable[id];
  const above = route.parentId ? addressOf(routeTable, route.parentId) : { path: '', doors: [] };
  const door = /routes\/(staff|client|signed-in)\/door$/.exec(id)?.[1];
  return {
    path: route.path ? `${above.path}/${route.path}` : above.path,
    doors: door ? [...above.doors, door] : above.doors,
  };
}

/** A page for everybody that is only there between the pass phrase and the code. */
const BETWEEN = '/sign-in/code';

/** What somebody is answered at an address that is behind a door: 'in', 'sign-in' or 'nothing'. */
function expected(path, doors, { role }) {
  if (path === BETWEEN && role === 'nobody') return 'sign-in';
  if (doors.length === 0 || (doors.includes('signed-in') && role !== 'nobody')) return 'in';
  if (role === 'nobody') return 'sign-in';
  return doors.includes(role) ? 'in' : 'nothing';
}

/**
 * Everybody at every address, with a file of their own practice and one that there is not.
 *
 * @returns how many were asked, and what was answered otherwise than it should be
 */
export async function roleMatrix(url, routeTable, people, ids) {
  const findings = [];
  let asked = 0;
  const addresses = new Map(
    Object.keys(routeTable)
      .map((id) => addressOf(routeTable, id))
      .filter(({ path }) => path !== '')
      .map((address) => [address.path, address]),
  );
  for (const { path, doors } of addresses.values()) {
    for (const who of people) {
      for (const id of [ids[0], randomUUID()]) {
        const address = path.replace(/:\w+/g, id).replace(/\*$/, 'nowhere');
        const answer = await fetch(url + address, {
          redirect: 'manual',
          headers: { cookie: who.cookie },
        });
        await answer.arrayBuffer();
        asked += 1;
        const to = answer.headers.get('location') ?? '';
        const was =
          answer.status >= 300 && answer.status < 400 && to.startsWith('/sign-in')
            ? 'sign-in'
            : answer.status === 404
              ? 'nothing'
              : 'in';
        const should = expected(path, doors, who);
        // What is not there is not there for those who are let in, too.
        const isWell = was === should || (should === 'in' && was === 'nothing');
        if (answer.status >= 500 || !isWell) {
          findings.push({ who: who.name, path, status: answer.status, was, should });
        }
      }
    }
  }
  return { asked, findings };
}

const PATIENCE_MS = 10_000;

/** Tender points that are sent until they are acknowledged, some of them by several hands at one moment. */
export function keeper(url, who, clientId, comeBack) {
  const acknowledged = new Map();
  const findings = [];
  const pointLetter = () => {
    const id = randomUUID();
    return {
      ...{ id, kind: 'point', clientId, thing: id, base: null, at: Date.now() },
      body: {
        visitId: null,
        point: { thread: id, siteId: 'calf', side: 'left', across: 0, down: 0, rating: 4 },
      },
    };
  };
  /** One post; null when there was no answer, or one that says "later". */
  const post = async (letter) => {
    try {
      const answer = await fetch(`${url}/keep`, {
        method: 'POST',
        redirect: 'manual',
        headers: { cookie: who.cookie, 'content-type': 'application/json' },
        body: JSON.stringify({ from: who.userId, sentAt: Date.now(), letters: [letter] }),
        signal: AbortSignal.timeout(20_000),
      });
      const said = await answer.json().catch(() => ({}));
      if (answer.status >= 300 && answer.status < 400) await comeBack(who);
      const [one] = said.answers ?? [];
      if (answer.status === 200 && one?.is === 'kept') return one;
      if (answer.status === 200 && one?.is === 'refused') findings.push({ letter: letter.id, one });
      if (answer.status >= 500 && ![503, 507].includes(answer.status)) {
        findings.push({ status: answer.status });
      }
      return null;
    } catch {
      return null;
    }
  };
  return {
    acknowledged,
    findings,
    /** Keeps one after the other; every fourth is sent six times at one moment. */
    run: async (until) => {
      for (let n = 0; Date.now() < until(); n += 1) {
        const letter = pointLetter();
        let one = null;
        // Not for ever: whoever attacks may have ended this person’s account.
        while (one === null && Date.now() < until() + PATIENCE_MS) {
          const hands = n % 4 === 0 ? 6 : 1;
          const answers = await Promise.all(Array.from({ length: hands }, () => post(letter)));
          const kept = answers.filter((answer) => answer !== null);
          if (new Set(kept.map(({ revision }) => revision)).size > 1) {
            findings.push({ letter: letter.id, says: 'two revisions of one letter' });
          }
          one = kept[0] ?? null;
          if (one === null) await new Promise((again) => setTimeout(again, 100));
        }
        if (one !== null) acknowledged.set(letter.id, one.revision);
      }
    },
  };
}

/** How many of what was acknowledged is there, and how many rows that makes. */
export async function countKept(place, ids) {
  const { openFolder, openServer } = await import('../../build/server/index.js');
  const open = place.folder ? await openFolder(place.folder) : await openServer(place.databaseUrl);
  try {
    const { rows } = await open.db.$client.query(
      `select count(*)::integer as points, count(distinct id)::integer as ids,
         (select count(*)::integer from kept_letter where id = any($1::uuid[])) as letters
       from map_point where id = any($1::uuid[])`,
      [[...ids]],
    );
    return rows[0];
  } finally {
    await open.close();
  }
}

/** A disk of 96 MB that is filled under the running application. Null where none can be mounted. */
export async function fullDisk() {
  const home = mkdtempSync(join(tmpdir(), 'entspann-disk-'));
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=96m', 'tmpfs', home], { stdio: 'ignore' });
  } catch {
    rmSync(home, { recursive: true, force: true });
    return null;
  }
  const findings = [];
  try {
    const folder = join(home, 'data');
    cpSync(await demoSnapshot(), folder, { recursive: true });
    const server = await startDemoServer({ env: { DATA_DIR: folder, KEEP_FREE_MB: '4' } });
    const day = async (cookie) =>
      (await fetch(`${server.url}/day`, { headers: { cookie } })).status;
    const change = async (cookie) =>
      (
        await fetch(`${server.url}/settings/account`, {
          method: 'POST',
          redirect: 'manual',
          headers: { cookie },
          body: new URLSearchParams({ intent: 'everywhere' }),
        })
      ).status;
    const page = await (await fetch(`${server.url}/sign-in`)).text();
    const userId = /name="userId" value="([^"]+)"/.exec(page)[1];
    const signedIn = await fetch(`${server.url}/sign-in`, {
      method: 'POST',
      redirect: 'manual',
      body: new URLSearchParams({ intent: 'demo', userId }),
    });
    const cookie = signedIn.headers
      .getSetCookie()
      .map((one) => one.split(';')[0])
      .join('; ');
    const { bavail, bsize } = statfsSync(home);
    writeFileSync(join(home, 'fill'), Buffer.alloc(Math.max(0, bavail * bsize - 1_000_000)));
    await new Promise((look) => setTimeout(look, 3_000));
    const [read, refused] = [await day(cookie), await change(cookie)];
    rmSync(join(home, 'fill'));
    await new Promise((look) => setTimeout(look, 3_000));
    const after = await day(cookie);
    const again = await change(cookie);
    if (read !== 200) findings.push({ disk: 'full', page: read });
    if (refused !== 507) findings.push({ disk: 'full', change: refused });
    if (after !== 200 || again >= 500) findings.push({ disk: 'free again', after, again });
    await server.stop();
  } finally {
    execFileSync('umount', [home], { stdio: 'ignore' });
    rmSync(home, { recursive: true, force: true });
  }
  return findings;
}
