import { createHash } from 'node:crypto';
import { rmSync } from 'node:fs';
import { mkdir, open, rm, stat } from 'node:fs/promises';
import { connect, createServer, type Server, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

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

/** The lock’s name in the folder. */
export const LOCK_NAME = 'in-use.lock';

/** The longest path a local socket may have on every system we run on. */
const LONGEST_SOCKET_PATH = 100;

/** What is done with somebody who knocks at the lock. */
type Answer = (socket: Socket) => void;
const GO_AWAY: Answer = (socket) => socket.end();

const listen = (path: string, answer: Answer): Promise<Server> =>
  new Promise((done, fail) => {
    const server = createServer(answer);
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

const codeOf = (error: unknown) =>
  typeof error === 'object' && error !== null && 'code' in error ? error.code : null;

/** Listens at a path, or at that of a process that was killed: nobody answers behind it. */
async function take(path: string, answer: Answer): Promise<Server | 'in use'> {
  const taken = (error: unknown) => {
    if (codeOf(error) === 'EADDRINUSE') return 'in use' as const;
    throw error;
  };
  const server = await listen(path, answer).catch(taken);
  if (server !== 'in use') return server;
  if (await answers(path)) return 'in use';
  await rm(path, { force: true });
  return listen(path, answer).catch(taken);
}

/** Where a socket in the folder is reached by a path that is short enough; through the folder’s own handle. */
export async function socketIn(
  folder: string,
): Promise<{ path: string; close: () => Promise<void> }> {
  const path = join(folder, LOCK_NAME);
  if (path.length <= LONGEST_SOCKET_PATH || process.platform !== 'linux') {
    return { path, close: () => Promise.resolve() };
  }
  const handle = await open(folder);
  return { path: `/proc/self/fd/${handle.fd}/${LOCK_NAME}`, close: () => handle.close() };
}

/** Where earlier editions locked: beside the folder, by its path. */
const beside = (folder: string): string => {
  const path = `${folder}.lock`;
  if (path.length <= LONGEST_SOCKET_PATH) return path;
  const name = createHash('sha256').update(folder).digest('hex').slice(0, 24);
  return join(tmpdir(), `entspann-${name}.lock`);
};

/** On a disk that bears no sockets: by what the folder is, not by how it is called. */
async function elsewhere(folder: string): Promise<string> {
  const { dev, ino } = await stat(folder, { bigint: true });
  return join(tmpdir(), `entspann-${dev}-${ino}.lock`);
}

/** A folder that is held: gives it back when called. */
export interface Held {
  (): Promise<void>;
  /** From now on whoever knocks at the lock is answered so. */
  answerBy: (answer: Answer) => void;
}

/**
 * Takes a data folder for this process. The lock is a local socket in the folder itself, so that it is the
 * same through whatever path or mount the folder is reached; the kernel drops it with its process, however
 * that ended, so a crash leaves nothing that has to be waited out.
 *
 * @returns what gives the folder back
 * @throws FolderInUse when another living process has it
 */
export async function lockFolder(given: string): Promise<Held> {
  const folder = resolve(given);
  await mkdir(folder, { recursive: true });
  if (await answers(beside(folder))) throw new FolderInUse(folder);
  const { path, close } = await socketIn(folder);
  let at = path;
  let answer = GO_AWAY;
  let server: Server | 'in use';
  try {
    server = await take(path, (socket) => answer(socket)).catch(async (error: unknown) => {
      if (codeOf(error) === 'EACCES') throw error;
      at = await elsewhere(folder);
      return take(at, (socket) => answer(socket));
    });
  } catch (error) {
    await close();
    throw error;
  }
  if (server === 'in use') {
    await close();
    throw new FolderInUse(folder);
  }
  const held = server;
  const release = async () => {
    // Gone before anybody can find it answered by nobody.
    rmSync(at, { force: true });
    await new Promise<void>((done) => held.close(() => done()));
    await close();
  };
  return Object.assign(release, {
    answerBy: (next: Answer) => {
      answer = next;
    },
  });
}
