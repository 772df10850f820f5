import { Duplex } from 'node:stream';
import { Worker } from 'node:worker_threads';
import { installed } from './installed.server';

type Said = { said: Uint8Array } | { done: string } | { failed: { message: string } };

const ENDED = 'The thread of the embedded database has ended.';

/** PostgreSQL's messages of a connection that is let in: authentication is well, ready for a query. */
const LET_IN = Buffer.from([0x52, 0, 0, 0, 8, 0, 0, 0, 0, 0x5a, 0, 0, 0, 5, 0x49]);
/** The first byte of what ends a connection. */
const TERMINATE = 0x58;

/** The thread a PGlite runs in. */
export interface LiteThread {
  /** A connection to it, as the driver takes one; one at a time. */
  connect: () => Duplex;
  /** Settles when the database is closed and the thread has ended. */
  close: () => Promise<void>;
}

interface Waiting {
  done: (said: Uint8Array | null) => void;
  failed: (error: Error) => void;
}

/** A connection: bytes of PostgreSQL’s protocol over the messages of a thread. */
class LiteStream extends Duplex {
  #isLetIn = false;
  readonly #ask: (asked: Uint8Array | 'connect') => Promise<Uint8Array | null>;

  constructor(ask: (asked: Uint8Array | 'connect') => Promise<Uint8Array | null>) {
    super();
    this.#ask = ask;
  }

  // The driver treats it as a socket.
  connect(): this {
    setImmediate(() => this.emit('connect'));
    return this;
  }
  setNoDelay(): this {
    return this;
  }
  setKeepAlive(): this {
    return this;
  }
  ref(): this {
    return this;
  }
  unref(): this {
    return this;
  }

  override _read(): void {
    // What is said is pushed as it comes.
  }

  async #send(bytes: Buffer): Promise<void> {
    if (!this.#isLetIn) {
      await this.#ask('connect');
      this.#isLetIn = true;
      this.push(LET_IN);
    } else if (bytes[0] === TERMINATE) this.push(null);
    else this.push(await this.#ask(bytes));
  }

  override _writev(chunks: { chunk: Buffer }[], done: (error?: Error | null) => void): void {
    const [first, ...more] = chunks.map(({ chunk }) => chunk);
    const bytes =
      more.length === 0 ? first : Buffer.concat([first, ...more].filter((one) => !!one));
    this.#send(bytes ?? Buffer.alloc(0)).then(() => {
      done();
    }, done);
  }
}

/**
 * Opens a folder with a PGlite database in a thread of its own.
 *
 * @param options.waitsForDisk each commit waits until the disk has it
 * @param options.onDeath the thread has ended by itself: nothing can be asked any more
 * @throws what PGlite says when it does not open
 */
export async function openLiteThread(
  folder: string,
  { waitsForDisk, onDeath }: { waitsForDisk: boolean; onDeath: () => void },
): Promise<LiteThread> {
  const worker = new Worker(installed('app/db/liteThread.mjs'), {
    workerData: { folder, waitsForDisk },
  });
  // Answered in the order they asked.
  const waiting: Waiting[] = [];
  let isOpen = false;
  let hasEnded = false;
  const heard = () =>
    new Promise<Uint8Array | null>((done, failed) => {
      waiting.push({ done, failed });
    });
  worker.on('message', (said: Said) => {
    const first = waiting.shift();
    if ('failed' in said) first?.failed(Object.assign(new Error(said.failed.message), said.failed));
    else first?.done('said' in said ? said.said : null);
  });
  // What it died of says nothing that whoever asked could use.
  worker.on('error', () => undefined);
  const gone = new Promise<void>((done) => {
    worker.once('exit', () => {
      hasEnded = true;
      for (const { failed } of waiting.splice(0)) failed(new Error(ENDED));
      if (isOpen) onDeath();
      done();
    });
  });
  const ask = (asked: Uint8Array | 'connect' | 'close') => {
    if (hasEnded) return Promise.reject(new Error(ENDED));
    worker.postMessage(asked);
    return heard();
  };
  await heard();
  isOpen = true;
  return {
    connect: () => new LiteStream(ask),
    close: async () => {
      isOpen = false;
      if (!hasEnded) await ask('close');
      await gone;
    },
  };
}
