import { createHash } from 'node:crypto';
import { mkdir, rm } from 'node:fs/promises';
import { connect, createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';

/** Thrown when another process holds the data folder. */
export class FolderInUse extends Error {
  constructor(folder: string) {
    super(
      `The data folder ${folder} is in use by another running Entspann. ` +
        'Stop that one first, or choose another folder with --data.',
    );
    this.name = 'FolderInUse';
  }
}

/** The longest path a local socket may have on every system we run on. */
const LONGEST_SOCKET_PATH = 100;

/** Beside the folder rather than in it: the folder is the database's own. */
function socketPath(folder: string): string {
  const beside = `${resolve(folder)}.lock`;
  if (beside.length <= LONGEST_SOCKET_PATH) return beside;
  const name = createHash('sha256').update(resolve(folder)).digest('hex').slice(0, 24);
  return join(tmpdir(), `entspann-${name}.lock`);
}

const listen = (path: string): Promise<Server> =>
  new Promise((done, fail) => {
    const server = createServer((socket) => socket.end());
    server.once('error', fail);
    server.listen(path, () => done(server.unref()));
  });

const answers = (path: string): Promise<boolean> =>
  new Promise((done) => {
    const socket = connect(path);
    socket.once('connect', () => {
      socket.destroy();
      done(true);
    });
    socket.once('error', () => done(false));
  });

const isTaken = (error: unknown) =>
  typeof error === 'object' && error !== null && 'code' in error && error.code === 'EADDRINUSE';

/**
 * Takes a data folder for this process. The lock is a local socket: the kernel drops it with its
 * process, however that ended, so a crash leaves nothing that has to be waited out.
 *
 * @returns what gives the folder back
 * @throws FolderInUse when another living process has it
 */
export async function lockFolder(folder: string): Promise<() => Promise<void>> {
  const path = socketPath(folder);
  await mkdir(dirname(path), { recursive: true });
  let server: Server;
  try {
    server = await listen(path);
  } catch (error) {
    if (!isTaken(error) || (await answers(path))) {
      throw isTaken(error) ? new FolderInUse(folder) : error;
    }
    // The file of a process that was killed: nobody answers behind it.
    await rm(path, { force: true });
    server = await listen(path).catch((again: unknown) => {
      throw isTaken(again) ? new FolderInUse(folder) : again;
    });
  }
  return async () => {
    await new Promise<void>((done) => server.close(() => done()));
    await rm(path, { force: true });
  };
}
