// One of several processes that fill a database with a large practice: clients are made here and handed to psql.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { pathToFileURL } from 'node:url';
import { join } from 'node:path';
import { ROOT } from './ready.mjs';

const { url, psql, plan, practice, now, share } = JSON.parse(process.argv[2]);
const { openServer, scaleClients } = await import(
  pathToFileURL(join(ROOT, 'build/server/index.js')).href
);
const data = await openServer(url);
const reader = spawn(psql, ['-X', '-q', '-v', 'ON_ERROR_STOP=1', '-d', url], {
  stdio: ['pipe', 'inherit', 'inherit'],
});
const ended = once(reader, 'exit');
let done = 0;
for await (const text of scaleClients(data.db, plan, practice, new Date(now), share)) {
  if (!reader.stdin.write(text)) await once(reader.stdin, 'drain');
  done += 1;
  if (done % 20 === 0) process.send?.(done);
}
reader.stdin.end();
const [code] = await ended;
await data.close();
process.exit(code ?? 1);
