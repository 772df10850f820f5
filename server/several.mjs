// Several processes on one PostgreSQL server, behind one port: `npm run start:several`. SIGHUP starts each of
// them anew, one after the other, so that nobody is turned away meanwhile.
import { randomBytes } from 'node:crypto';
import cluster from 'node:cluster';
import { join } from 'node:path';

const AGAIN_MS = 1_000;
const MOST = 64;

const count = Number(process.env.PROCESSES || 2);
if (!Number.isInteger(count) || count < 1 || count > MOST) {
  console.error(`PROCESSES cannot be used: it is a whole number from 1 to ${MOST}.`);
  process.exit(1);
}
if (!process.env.DATABASE_URL) {
  console.error('Several processes need a PostgreSQL server: set DATABASE_URL. A folder has one.');
  process.exit(1);
}

// All of them are set up by one code.
const code = process.env.SET_UP_CODE || randomBytes(6).toString('hex');
cluster.setupPrimary({ exec: join(import.meta.dirname, 'start.mjs') });
/** Which of them each is: the first says the code and takes the backups. */
const places = new Map();
const leaving = new Set();
let stopping = false;

/** Settles with the process once it listens, or with null when it ended before. */
const start = (place) =>
  new Promise((done) => {
    const first = place === 0 ? {} : { SAYS_CODE: '0', BACKUP_DIR: '' };
    const worker = cluster.fork({ SET_UP_CODE: code, ...first });
    places.set(worker.id, place);
    worker.once('listening', () => done(worker));
    worker.once('exit', () => done(null));
  });

cluster.on('exit', ({ id }) => {
  const place = places.get(id);
  places.delete(id);
  if (stopping || leaving.delete(id)) return;
  setTimeout(() => stopping || void start(place), AGAIN_MS);
});

/** One after the other: the next is there before the last one goes. */
async function startAnew() {
  for (const worker of Object.values(cluster.workers)) {
    const next = await start(places.get(worker.id));
    if (!next) return;
    leaving.add(worker.id);
    const gone = new Promise((done) => worker.once('exit', done));
    worker.process.kill('SIGTERM');
    await gone;
  }
}

function stop() {
  stopping = true;
  for (const worker of Object.values(cluster.workers)) worker.process.kill('SIGTERM');
}

let turn = Promise.resolve();
process.on('SIGHUP', () => {
  turn = turn.then(startAnew);
});
process.on('SIGTERM', stop);
process.on('SIGINT', stop);

for (let place = 0; place < count && !stopping; place += 1) {
  // One that cannot start is no use twice; what is wrong it has said itself.
  if (!(await start(place))) {
    process.exitCode = 1;
    stop();
  }
}
