// A PostgreSQL server for the tests: Debian's, in a throwaway folder, on loopback and a free port.
import { execFileSync, spawn } from 'node:child_process';
import { chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installDebian } from './debian.mjs';

const HOME = '/usr/lib/postgresql';
const START_MS = 30_000;

function binFolder() {
  if (!existsSync(HOME)) return null;
  const newest = readdirSync(HOME)
    .map(Number)
    .filter((version) => existsSync(`${HOME}/${version}/bin/initdb`))
    .sort((a, b) => b - a)[0];
  return newest === undefined ? null : `${HOME}/${newest}/bin`;
}

/** Where the server’s own client is. */
export const psqlPath = () => join(binFolder() ?? HOME, 'psql');

/** PostgreSQL does not run as root: there it runs as the user its package brought. */
function asUser() {
  if (process.getuid() !== 0) return {};
  const id = (flag) => Number(execFileSync('id', [flag, 'postgres'], { encoding: 'utf8' }));
  return { uid: id('-u'), gid: id('-g') };
}

export const freePort = () =>
  new Promise((done, fail) => {
    const probe = createServer();
    probe.once('error', fail);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => done(port));
    });
  });

/** The package that brings PostgreSQL, unless it is there. */
export const missingPostgres = () => (binFolder() ? [] : ['postgresql']);

/** Starts the server and returns its address and what stops it. */
export async function startPostgres() {
  await installDebian(...missingPostgres());
  const bin = binFolder();
  if (!bin) throw new Error('PostgreSQL could not be found after installing it.');
  const folder = mkdtempSync(join(tmpdir(), 'entspann-postgres-'));
  const user = asUser();
  if (user.uid !== undefined) chownSync(folder, user.uid, user.gid);
  const data = join(folder, 'data');
  const env = { PATH: process.env.PATH, LC_ALL: 'C.UTF-8', HOME: folder };
  execFileSync(
    `${bin}/initdb`,
    ['-D', data, '-U', 'tester', '-A', 'trust', '-E', 'UTF8', '--no-sync'],
    {
      ...user,
      env,
      stdio: 'ignore',
      cwd: folder,
    },
  );
  const port = await freePort();
  const settings = ['listen_addresses=127.0.0.1', 'fsync=off'].flatMap((one) => ['-c', one]);
  let server;
  const start = async () => {
    server = spawn(`${bin}/postgres`, ['-D', data, '-p', String(port), '-k', folder, ...settings], {
      ...user,
      env,
      cwd: folder,
      stdio: 'ignore',
    });
    const until = Date.now() + START_MS;
    for (;;) {
      try {
        execFileSync(`${bin}/pg_isready`, ['-h', '127.0.0.1', '-p', String(port), '-q']);
        return;
      } catch {
        if (Date.now() > until) throw new Error('PostgreSQL did not start.');
        await new Promise((done) => setTimeout(done, 150));
      }
    }
  };
  const end = async (signal) => {
    const ended = new Promise((done) => server.once('exit', done));
    server.kill(signal);
    await ended;
  };
  await start();
  return {
    url: `postgres://tester@127.0.0.1:${port}/postgres`,
    /** Stops the server, SIGINT: at once, SIGQUIT: as a crash would; starts it again after a while. */
    restart: async (signal = 'SIGINT', awayMs = 0) => {
      await end(signal);
      await new Promise((done) => setTimeout(done, awayMs));
      await start();
    },
    stop: async () => {
      await end('SIGINT');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
