// PGlite in a thread of its own, so that pages are drawn while it works. What the driver writes to a connection
// comes as messages, and what PostgreSQL says goes back the same way; see `liteStream.server.ts`.
import { fdatasyncSync } from 'node:fs';
import { parentPort, workerData } from 'node:worker_threads';
import { PGlite } from '@electric-sql/pglite';

const { folder, waitsForDisk } = workerData;

/** An error as a message can carry it: its words, and what the system or PostgreSQL call it. */
const plain = ({ message, code, errno }) => ({ message: String(message), code, errno });

/** By itself the package runs without waiting for the disk, and its files know no way to wait. */
const WAITING = [
  ...PGlite.defaultStartParams.filter((one) => one !== '-F'),
  ...['-c', 'wal_sync_method=fsync'],
];

/**
 * Gives the files of an open database the way to wait. It reaches into the package, which has no setting for
 * it: what cannot be seen to wait is refused.
 */
async function waitForDisk(lite) {
  let waited = 0;
  const stream = lite.Module.FS.streams.find((one) => one?.nfd !== undefined);
  if (stream) {
    stream.stream_ops.fsync = ({ nfd }) => {
      waited += 1;
      fdatasyncSync(nfd);
      return 0;
    };
  }
  await lite.exec('checkpoint');
  if (waited === 0) {
    throw Object.assign(new Error('The files do not wait for the disk.'), { code: 'NO_WAIT' });
  }
}

async function open() {
  const lite = await PGlite.create(folder, waitsForDisk ? { startParams: WAITING } : {});
  if (waitsForDisk) await waitForDisk(lite);
  return lite;
}

/** What is asked: 'connect', 'close', or bytes of the protocol. */
async function answer(lite, asked) {
  if (asked === 'close') await lite.close();
  // There is one connection at a time: what the last one left is put away.
  else if (asked === 'connect') await lite.exec('rollback; deallocate all');
  else {
    const said = await lite.execProtocolRaw(asked);
    parentPort.postMessage({ said });
    return;
  }
  parentPort.postMessage({ done: asked });
  if (asked === 'close') parentPort.close();
}

try {
  const lite = await open();
  parentPort.postMessage({ done: 'open' });
  let last = Promise.resolve();
  parentPort.on('message', (asked) => {
    last = last
      .then(() => answer(lite, asked))
      .catch((error) => parentPort.postMessage({ failed: plain(error) }));
  });
} catch (error) {
  parentPort.postMessage({ failed: plain(error) });
  parentPort.close();
}
