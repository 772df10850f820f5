// The built server on a throwaway copy of today's demo data, for scripts that look at it or try it.
import { fork } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoSnapshot } from './demoData.mjs';
import { freePort, startPostgres } from './postgres.mjs';
import { ROOT } from './ready.mjs';

const START_MS = 30_000;

/** Demo data of today in a folder of its own, or on a PostgreSQL server of its own. */
async function demoPlace(home, postgresql) {
  if (!postgresql) {
    const folder = join(home, 'data');
    cpSync(await demoSnapshot(), folder, { recursive: true });
    return { env: { DATA_DIR: folder }, end: async () => undefined };
  }
  const postgres = await startPostgres();
  const { openServer, seedDemo } = await import('../../build/server/index.js');
  const data = await openServer(postgres.url);
  await seedDemo(data.db, new Date());
  await data.close();
  return { env: { DATABASE_URL: postgres.url }, end: postgres.stop, postgres };
}

/**
 * Starts the demo.
 *
 * @param options.postgresql on a PostgreSQL server of its own
 * @param options.processes so many processes behind one address
 * @param options.env settings beside the demo's own
 */
export async function startDemoServer({ postgresql = false, processes = 1, env = {} } = {}) {
  const home = mkdtempSync(join(tmpdir(), 'entspann-demo-'));
  const place = await demoPlace(home, postgresql);
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  let child;
  const isWell = () =>
    fetch(`${url}/health`).then(
      (answer) => answer.ok,
      () => false,
    );
  const start = async () => {
    child = fork(join(ROOT, processes > 1 ? 'server/several.mjs' : 'server/start.mjs'), {
      cwd: ROOT,
      env: {
        ...process.env,
        NODE_ENV: 'production',
        PORT: String(port),
        DEMO: '1',
        LOG_LEVEL: 'error',
        PROCESSES: String(processes),
        ...place.env,
        ...env,
      },
    });
    const until = Date.now() + START_MS;
    while (!(await isWell())) {
      if (child.exitCode !== null || Date.now() > until) {
        throw new Error('The demo server did not start.');
      }
      await new Promise((wait) => setTimeout(wait, 50));
    }
  };
  const end = async (signal) => {
    const ended = new Promise((done) => child.once('exit', done));
    child.kill(signal);
    await ended;
  };
  await start();
  return {
    url,
    isWell,
    /** Where the data are: `{ folder }` or `{ databaseUrl }`. */
    place: postgresql ? { databaseUrl: place.env.DATABASE_URL } : { folder: place.env.DATA_DIR },
    /** The PostgreSQL server, when it has one of its own. */
    postgres: place.postgres,
    /** Ends the process at once, as a power cut would for it alone, and starts it again. */
    kill: async () => {
      await end('SIGKILL');
      await start();
    },
    /** Stops it and throws its data away, unless they are to be kept until `forget`. */
    stop: async ({ keep = false } = {}) => {
      await end('SIGTERM');
      await place.end();
      if (!keep) rmSync(home, { recursive: true, force: true });
    },
    forget: () => rmSync(home, { recursive: true, force: true }),
  };
}
