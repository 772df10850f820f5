// The built server on a throwaway copy of today's demo data, for scripts that look at it.
import { fork } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoSnapshot } from './demoData.mjs';
import { freePort } from './postgres.mjs';
import { ROOT } from './ready.mjs';

const START_MS = 30_000;

export async function startDemoServer() {
  const home = mkdtempSync(join(tmpdir(), 'entspann-demo-'));
  const folder = join(home, 'data');
  cpSync(await demoSnapshot(), folder, { recursive: true });
  const port = await freePort();
  const child = fork(join(ROOT, 'server/start.mjs'), {
    cwd: ROOT,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      PORT: String(port),
      DATA_DIR: folder,
      DEMO: '1',
      LOG_LEVEL: 'error',
    },
  });
  const url = `http://127.0.0.1:${port}`;
  const until = Date.now() + START_MS;
  while (
    !(await fetch(`${url}/health`).then(
      (answer) => answer.ok,
      () => false,
    ))
  ) {
    if (Date.now() > until) throw new Error('The demo server did not start.');
    await new Promise((wait) => setTimeout(wait, 100));
  }
  return {
    url,
    stop: async () => {
      const ended = new Promise((done) => child.once('exit', done));
      child.kill('SIGTERM');
      await ended;
      rmSync(home, { recursive: true, force: true });
    },
  };
}
