// Starts the built application: `npm start`. Settings come from the environment; see the README.
import { randomBytes } from 'node:crypto';
import { createServer } from 'node:http';
import { resolve } from 'node:path';
import pino from 'pino';
import {
  createApp,
  FolderInUse,
  needsSetUp,
  openFolder,
  openServer,
} from '../build/server/index.js';

const {
  PORT = '3000',
  HOST = '127.0.0.1',
  DATABASE_URL,
  DATA_DIR = '.data/practice',
  DEMO,
  SECURE,
  LOG_LEVEL = 'info',
} = process.env;

const log = pino({ level: LOG_LEVEL });
const SHUTDOWN_MS = 10_000;

async function openData() {
  try {
    return DATABASE_URL ? await openServer(DATABASE_URL) : await openFolder(resolve(DATA_DIR));
  } catch (error) {
    if (!(error instanceof FolderInUse)) throw error;
    console.error(error.message);
    process.exit(1);
  }
}

const data = await openData();
const setting = {
  db: data.db,
  now: () => new Date(),
  demo: DEMO === '1',
  setUpCode: process.env.SET_UP_CODE ?? randomBytes(6).toString('hex'),
};
const app = createApp({
  setting,
  log,
  clientFolder: resolve(import.meta.dirname, '../build/client'),
  secure: SECURE === '1',
});
const server = createServer(app);

const address = `http://${HOST}:${PORT}`;

/** Settles once the server listens. */
export const started = new Promise((done) => {
  server.once('error', async (error) => {
    console.error(
      error.code === 'EADDRINUSE'
        ? `Port ${PORT} is taken. Choose another with --port or PORT.`
        : error.message,
    );
    await data.close();
    process.exit(1);
  });
  server.listen(Number(PORT), HOST, () => {
    log.info({ engine: data.engine, address }, 'listening');
    done({ data, address });
  });
});

if (await needsSetUp(setting)) {
  console.log(
    `This installation is empty. Open ${address}/set-up; the set-up code is ${setting.setUpCode}.`,
  );
}

let closing = false;
async function shutDown(signal) {
  if (closing) return;
  closing = true;
  log.info(`${signal}: finishing what is under way`);
  const late = setTimeout(() => server.closeAllConnections(), SHUTDOWN_MS);
  server.closeIdleConnections();
  await new Promise((done) => server.close(done));
  clearTimeout(late);
  await data.close();
  process.exit(0);
}
process.on('SIGTERM', shutDown);
process.on('SIGINT', shutDown);
