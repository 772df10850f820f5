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
  readSettings,
} from '../build/server/index.js';

const read = readSettings(process.env);
if (!read.ok) {
  for (const sentence of read.sentences) console.error(sentence);
  process.exit(1);
}
const { settings } = read;

const log = pino({ level: settings.logLevel });
const SHUTDOWN_MS = 10_000;

/** What may be written down of an error: its kind and codes, never what it was about. */
const codesOf = (error) => ({
  error: error?.name ?? 'unknown',
  code: error?.cause?.code ?? error?.code ?? null,
});

async function openData() {
  try {
    return settings.databaseUrl
      ? await openServer(settings.databaseUrl)
      : await openFolder(settings.dataFolder);
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
  demo: settings.demo,
  setUpCode: settings.setUpCode ?? randomBytes(6).toString('hex'),
  report: (error) => log.error({ event: 'broken', ...codesOf(error) }, 'something broke'),
};
const app = createApp({
  setting,
  log,
  clientFolder: resolve(import.meta.dirname, '../build/client'),
  secure: settings.secure,
});
const server = createServer(app);

const address = `http://${settings.host}:${settings.port}`;

/** Settles once the server listens. */
export const started = new Promise((done) => {
  server.once('error', async (error) => {
    console.error(
      error.code === 'EADDRINUSE'
        ? `Port ${settings.port} is taken. Choose another with --port or PORT.`
        : error.message,
    );
    await data.close();
    process.exit(1);
  });
  server.listen(settings.port, settings.host, () => {
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
