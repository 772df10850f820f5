import { webcrypto } from 'node:crypto';
import {
  createOutbox,
  type Delivery,
  type Outbox,
  type Outside,
  type Word,
} from '../client/outbox';
import { keyFrom, sealBy, type Seal, type Sealed } from '../client/seal';
import { storeOf, type Cupboard } from '../client/store';
import type { Post } from '../letter';

/** One who writes: their account, and what their devices seal with. */
export interface Writer {
  userId: string;
  secret: string;
}

/** A mutex that a killed holder lets go of. */
function mutex() {
  let last: Promise<unknown> = Promise.resolve();
  return <T>(work: () => Promise<T>, dead: Promise<never>): Promise<T> => {
    const mine = last.then(() => Promise.race([work(), dead]));
    last = mine.catch(() => undefined);
    return mine;
  };
}

const never = <T>() => new Promise<T>(() => undefined);

/** A browser of the tests: its stores outlive its tabs; its clock is what it says it is. */
export class Device {
  /** What lies in the browser’s store, as it lies there. */
  readonly sealed = new Map<string, Sealed>();
  /** Keys that are in the browser, by person. */
  readonly keys = new Map<string, string>();
  /** Who the cookie is of. */
  signedIn: Writer | null = null;
  tabs: Tab[] = [];
  /** How far the device’s clock is off, in ms. */
  clockOff = 0;
  readonly locks = new Map<string, ReturnType<typeof mutex>>();
  readonly hearers = new Map<string, Set<(word: Word) => void>>();
  waits = new Set<() => void>();
  /** Work that is under way; zero when the device is quiet. */
  busy = 0;

  constructor(
    readonly send: (device: Device, post: Post) => Promise<Delivery>,
    readonly now: () => number,
    readonly newId: () => string,
    /** How long reading, writing and sealing take. */
    readonly lag: () => Promise<void> = () => Promise.resolve(),
  ) {}

  lock(name: string) {
    const known = this.locks.get(name) ?? mutex();
    this.locks.set(name, known);
    return known;
  }

  signIn(writer: Writer): void {
    for (const id of this.keys.keys()) if (id !== writer.userId) this.keys.delete(id);
    this.keys.set(writer.userId, writer.secret);
    this.signedIn = writer;
  }

  /** As the page does it: the key goes, the tabs close, what is unsent stays sealed. */
  signOut(): void {
    this.keys.clear();
    this.signedIn = null;
    for (const tab of [...this.tabs]) tab.kill();
  }

  open(): Tab | null {
    if (!this.signedIn) return null;
    const tab = new Tab(this, this.signedIn);
    this.tabs.push(tab);
    return tab;
  }

  /** A while goes by: whoever waited goes on. */
  pass(): void {
    for (const go of this.waits) go();
  }
}

/** A tab of one person; when it is killed, whatever it was doing never ends, and its locks are free. */
export class Tab {
  readonly outbox: Outbox;
  private isDead = false;
  private fail: (error: Error) => void = () => undefined;

  constructor(
    readonly device: Device,
    readonly writer: Writer,
  ) {
    const dead = new Promise<never>((_, fail) => {
      this.fail = fail;
    });
    dead.catch(() => undefined);
    this.outbox = createOutbox(writer.userId, this.outside(dead));
  }

  kill(): void {
    this.isDead = true;
    this.outbox.close();
    this.fail(new Error('The tab was closed.'));
    this.device.tabs = this.device.tabs.filter((one) => one !== this);
  }

  private async live<T>(work: () => Promise<T>): Promise<T> {
    if (this.isDead) return never<T>();
    this.device.busy += 1;
    try {
      const done = await work();
      await this.device.lag();
      return this.isDead ? await never<T>() : done;
    } finally {
      this.device.busy -= 1;
    }
  }

  /** Sealing is work too: the device is not quiet while it lasts. */
  private counted(seal: Seal): Seal {
    return {
      close: (name, value) => this.live(() => seal.close(name, value)),
      open: (name, sealed) => this.live(() => seal.open(name, sealed)),
    };
  }

  private outside(dead: Promise<never>): Outside {
    const { device, writer } = this;
    const cupboard: Cupboard = {
      read: () => this.live(() => Promise.resolve([...device.sealed])),
      write: (put, drop) =>
        this.live(() => {
          for (const name of drop) device.sealed.delete(name);
          for (const [name, sealed] of put) device.sealed.set(name, sealed);
          return Promise.resolve();
        }),
    };
    const hearers = device.hearers.get(writer.userId) ?? new Set();
    device.hearers.set(writer.userId, hearers);
    return {
      store: this.live(() => keyFrom(writer.secret)).then((key) =>
        storeOf(writer.userId, cupboard, this.counted(sealBy(key))),
      ),
      locks: {
        alone: (work) => device.lock(`store/${writer.userId}`)(work, dead),
        lead: (work) => device.lock(`send/${writer.userId}`)(work, dead),
      },
      channel: {
        tell: (word) => {
          if (this.isDead) return;
          for (const hear of hearers) hear(word);
        },
        hear: (listener) => {
          const own = (word: Word) => {
            if (!this.isDead) queueMicrotask(() => listener(word));
          };
          hearers.add(own);
          return () => hearers.delete(own);
        },
      },
      post: (post) => this.live(() => device.send(device, post)),
      wait: (_ms, hurry) =>
        new Promise((done) => {
          const go = () => {
            device.waits.delete(go);
            hurry.removeEventListener('abort', go);
            done();
          };
          if (hurry.aborted) {
            done();
            return;
          }
          device.waits.add(go);
          hurry.addEventListener('abort', go);
        }),
      now: () => device.now() + device.clockOff,
      newId: device.newId,
    };
  }
}

export const newSecret = (): string =>
  Buffer.from(webcrypto.getRandomValues(new Uint8Array(32))).toString('base64url');
