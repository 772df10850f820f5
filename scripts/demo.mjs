// npm run demo [-- --port 4000 --data DIR --fresh]
import { join, resolve } from 'node:path';
import { readOptions } from './lib/options.mjs';
import { checkNode, ensureBuilt, ensureInstalled, fail, ROOT } from './lib/ready.mjs';

const HELP = `npm run demo -- [options]
  --port N    listen on this port (3000)
  --host H    listen on this address (127.0.0.1)
  --data DIR  keep the demo's data here (.data/demo)
  --fresh     begin again with today's demo data; removes the folder's contents`;

const options = readOptions(
  {
    port: { type: 'string', default: '3000' },
    host: { type: 'string', default: '127.0.0.1' },
    data: { type: 'string', default: join(ROOT, '.data/demo') },
    fresh: { type: 'boolean', default: false },
  },
  HELP,
);
const port = Number(options.port);
if (!Number.isInteger(port) || port < 1 || port > 65535) {
  fail(`“${options.port}” is not a port; use a number from 1 to 65535.`);
}
checkNode();
ensureInstalled();
ensureBuilt();

const folder = resolve(options.data);
const { lockFolder, FolderInUse } = await import('../build/server/index.js');
const { fillDemoFolder } = await import('./lib/demoData.mjs');
// Taken before anything is touched: a running demo's folder must not be removed under it.
try {
  const release = await lockFolder(folder);
  await fillDemoFolder(folder, { fresh: options.fresh });
  await release();
} catch (error) {
  if (error instanceof FolderInUse) fail(error.message);
  throw error;
}

Object.assign(process.env, {
  NODE_ENV: 'production',
  PORT: String(port),
  HOST: options.host,
  DATA_DIR: folder,
  DEMO: '1',
  LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn',
});
delete process.env.DATABASE_URL;

const { data, address } = await (await import('../server/start.mjs')).started;
const { demoPeopleToPrint, DEMO_PASS_PHRASE } = await import('../build/server/index.js');
const people = await demoPeopleToPrint(data.db);
const width = Math.max(...people.map(({ name }) => name.length));

console.log(`
Entspann runs with demo data: everything in it is made up.

  ${address}

The sign-in page offers each of these by one click. To type instead: pass phrase “${DEMO_PASS_PHRASE}”.
${people.map(({ name, role, email, occupation }) => `  ${name.padEnd(width)}  ${(occupation ?? role).padEnd(18)} ${email}`).join('\n')}

Data: ${folder}. Begin again with --fresh. Stop with Ctrl C.`);
