import {
  createCipheriv,
  createDecipheriv,
  randomBytes,
  scrypt,
  type DecipherGCM,
} from 'node:crypto';
import { once } from 'node:events';
import { createReadStream, createWriteStream } from 'node:fs';
import { open, rename, rm, stat } from 'node:fs/promises';
import { createInterface } from 'node:readline';
import { Transform, type Readable, type Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { ArchiveTrouble } from './archive.server';

/** What a sealed backup begins with; then salt, nonce, the sealed gzip, and the seal of it. */
const MAGIC = Buffer.from('ENTSPANN-SEALED1');
const [SALT, NONCE, TAG] = [16, 12, 16];
const HEAD = MAGIC.length + SALT + NONCE;
/** scrypt with 64 MB: RFC 7914, parameters as OWASP's password storage cheat sheet has them (from memory). */
const SCRYPT = { N: 65_536, r: 8, p: 1, maxmem: 128 * 1024 * 1024 };
const CIPHER = 'aes-256-gcm';

const keyOf = (passPhrase: string, salt: Buffer): Promise<Buffer> =>
  new Promise((done, fail) => {
    scrypt(passPhrase.normalize('NFKC'), salt, 32, SCRYPT, (error, key) =>
      error ? fail(error) : done(key),
    );
  });

/** Seals what runs through it, and puts its seal at the end. */
async function sealing(passPhrase: string, into: Writable): Promise<Transform> {
  const [salt, nonce] = [randomBytes(SALT), randomBytes(NONCE)];
  const cipher = createCipheriv(CIPHER, await keyOf(passPhrase, salt), nonce);
  into.write(Buffer.concat([MAGIC, salt, nonce]));
  return new Transform({
    transform: (part: Buffer, _encoding, next) => next(null, cipher.update(part)),
    flush(next) {
      this.push(cipher.final());
      next(null, cipher.getAuthTag());
    },
  });
}

/**
 * Writes a backup: gzip of the lines it is told, sealed when there is a pass phrase. The file is there once
 * it is whole.
 */
export async function writeBackup<T>(
  file: string,
  passPhrase: string | null,
  tell: (write: (line: string) => Promise<void>) => Promise<T>,
): Promise<T> {
  const making = `${file}.making`;
  const into = createWriteStream(making, { mode: 0o600 });
  try {
    await once(into, 'open');
    const gzip = createGzip();
    const written = passPhrase
      ? pipeline(gzip, await sealing(passPhrase, into), into)
      : pipeline(gzip, into);
    written.catch(() => undefined);
    const told = await tell(async (line) => {
      if (!gzip.write(line)) await Promise.race([once(gzip, 'drain'), written]);
    });
    gzip.end();
    await written;
    // On the disk before it is called by its name.
    const handle = await open(making, 'r+');
    await handle.sync();
    await handle.close();
    await rename(making, file);
    return told;
  } catch (error) {
    into.destroy();
    await rm(making, { force: true });
    throw error;
  }
}

async function unsealed(file: string, passPhrase: string | null): Promise<Readable> {
  const { size } = await stat(file).catch(() => {
    throw new ArchiveTrouble(`There is no file ${file}.`);
  });
  const handle = await open(file);
  const head = Buffer.alloc(Math.min(HEAD, size));
  await handle.read(head, 0, head.length, 0);
  if (!head.subarray(0, MAGIC.length).equals(MAGIC)) {
    await handle.close();
    return createReadStream(file);
  }
  if (!passPhrase) {
    await handle.close();
    throw new ArchiveTrouble('The backup is sealed: give its pass phrase in BACKUP_PASS_PHRASE.');
  }
  const tag = Buffer.alloc(TAG);
  await handle.read(tag, 0, TAG, size - TAG);
  await handle.close();
  const salt = head.subarray(MAGIC.length, MAGIC.length + SALT);
  const key = await keyOf(passPhrase, salt);
  const decipher = createDecipheriv(CIPHER, key, head.subarray(HEAD - NONCE)) as DecipherGCM;
  decipher.setAuthTag(tag);
  const sealed = createReadStream(file, { start: HEAD, end: size - TAG - 1 });
  sealed.once('error', (error) => decipher.destroy(error));
  return sealed.pipe(decipher);
}

/** The lines of a backup. Throws ArchiveTrouble when it cannot be read, as soon as that is known. */
export async function* readBackup(file: string, passPhrase: string | null): AsyncIterable<string> {
  const from = await unsealed(file, passPhrase);
  const gunzip = createGunzip();
  const lines = createInterface({ input: gunzip, crlfDelay: Infinity })[Symbol.asyncIterator]();
  // Whatever breaks on the way breaks the reading of it.
  const reading = pipeline(from, gunzip);
  reading.catch(() => undefined);
  const unreadable = () =>
    new ArchiveTrouble(
      passPhrase
        ? 'The backup cannot be read: it is damaged, or that is not its pass phrase.'
        : 'The backup cannot be read: it is damaged, or no backup.',
    );
  for (;;) {
    const next = await lines.next().catch(() => {
      throw unreadable();
    });
    if (next.done) break;
    yield next.value;
  }
  await reading.catch(() => {
    throw unreadable();
  });
}
