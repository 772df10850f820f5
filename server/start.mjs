// Starts the built application: `npm start`. Settings come from the environment; see the README.
import { randomBytes } from 'node:crypto';
import { createServer } from 'node:http';
import { resolve } from 'node:path';
import pino from 'pino';
import {
  ALWAYS_ROOM,
  backUpOpen,
  codesOf,
  createApp,
  listenTrouble,
  mailBy,
  needsSetUp,
  openFolder,
  openServer,
  pushHosts,
  readSettings,
  remind,
  scheduleBackups,
  scheduleReminders,
  startTrouble,
  watchRoom,
} from '../build/server/index.js';

const read = readSettings(process.env);
if (!read.ok) {
  for (const sentence of read.sentences) console.error(sentence);
  process.exit(1);
}
const { settings } = read;

const log = pino({ level: settings.logLevel });
const SHUTDOWN_MS = 10_000;

async function openData() {
  try {
    return settings.databaseUrl
      ? await openServer(settings.databaseUrl)
      : await openFolder(settings.dataFolder, {
          waitsForDisk: settings.waitsForDisk,
          // Whoever started it starts it anew: nothing that was acknowledged is lost.
          onDeath: () => {
            log.fatal({ event: 'database ended' }, 'the embedded database has ended');
            process.exit(1);
          },
        });
  } catch (error) {
    const says = startTrouble(error, settings.databaseUrl);
    if (says === null) log.fatal({ event: 'not opened', ...codesOf(error) }, 'data not opened');
    console.error(says ?? 'The data could not be opened. The log says where it broke.');
    process.exit(1);
  }
}

const data = await openData();
const room = settings.databaseUrl
  ? ALWAYS_ROOM
  : await watchRoom(settings.dataFolder, settings.keepFreeBytes);
let closing = false;
/** Known once the server listens. */
let address = settings.publicUrl ?? '';
const setting = {
  db: data.db,
  now: () => new Date(),
  demo: settings.demo,
  setUpCode: settings.setUpCode ?? randomBytes(6).toString('hex'),
  hasRoom: room.hasRoom,
  outward: {
    mail: settings.mail && mailBy(settings.mail.url, settings.mail.from),
    get address() {
      return address;
    },
    allowsPush: pushHosts(settings.pushHosts),
  },
  report: (error) => log.error({ event: 'broken', ...codesOf(error) }, 'something broke'),
};
const app = createApp({
  setting,
  log,
  clientFolder: resolve(import.meta.dirname, '../build/client'),
  secure: settings.secure,
  publicUrl: settings.publicUrl,
  securityContact: settings.securityContact,
  host: settings.host,
  isStopping: () => closing,
});
const server = createServer(
  {
    maxHeaderSize: 16_384,
    // Whoever sends slowly is let go: headers soon, a picture over a poor line later.
    headersTimeout: 15_000,
    requestTimeout: 120_000,
    keepAliveTimeout: 15_000,
    connectionsCheckingInterval: 5_000,
  },
  app,
);
server.maxHeadersCount = 100;
server.maxConnections = 2_000;
server.maxRequestsPerSocket = 1_000;

const { backups } = settings;
const stopBackups = backups
  ? scheduleBackups(backups, (file) => backUpOpen(data.db, file, backups.passPhrase), {
      taken: () => log.info({ event: 'backup' }, 'backup taken'),
      failed: (error) => log.error({ event: 'no backup', ...codesOf(error) }, 'backup failed'),
    })
  : () => undefined;

/** Settles once the server listens; with PORT=0 at a port the system chose. */
export const started = new Promise((done) => {
  server.once('error', async (error) => {
    console.error(listenTrouble(error, settings.port, settings.host));
    await data.close();
    process.exit(1);
  });
  server.listen(settings.port, settings.host, () => {
    const { port } = server.address();
    address = settings.publicUrl ?? `http://${settings.host}:${port}`;
    log.info({ engine: data.engine, address, port }, 'listening');
    done({ data, address });
  });
});

// Of several processes one says it.
if (process.env.SAYS_CODE !== '0' && (await needsSetUp(setting))) {
  const { address } = await started;
  console.log(
    `This installation is empty. Open ${address}/set-up; the set-up code is ${setting.setUpCode}.`,
  );
}

const stopReminders = scheduleReminders(
  () => remind(setting),
  (error) => log.error({ event: 'no reminders', ...codesOf(error) }, 'reminders failed'),
);

async function shutDown(signal) {
  if (closing) return;
  closing = true;
  log.info(`${signal}: finishing what is under way`);
  const late = setTimeout(() => server.closeAllConnections(), SHUTDOWN_MS);
  server.closeIdleConnections();
  await new Promise((done) => server.close(done));
  clearTimeout(late);
  room.close();
  stopBackups();
  await stopReminders();
  await data.close();
  process.exit(0);
}
process.on('SIGTERM', shutDown);
process.on('SIGINT', shutDown);
