import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { ENTRY, FORMAT, manifestSchema, RecordTrouble, VERSION, type Manifest } from './manifest';

/** More of one file is not read: a client’s whole record of years is a tenth of it. */
const MOST_BYTES = 256 * 1024 * 1024;
/** JSON is packed to a twentieth; what is packed to far less was made to fill a disk. */
const MOST_PACKED = 400;
const MOST_ENTRIES = 400_000;
const ENCRYPTED = 1;

const NOT_WHOLE = 'The file is damaged or not whole: it cannot be opened as an archive.';
const OPTIONS = { lazyEntries: true, validateEntrySizes: true, autoClose: false } as const;

const fromPath = promisify<string, typeof OPTIONS, ZipFile>(yauzl.open);
const fromBytes = promisify<Buffer, typeof OPTIONS, ZipFile>(yauzl.fromBuffer);

/** Every file in a zip, by its name, none of them opened. */
function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  return new Promise((done, fail) => {
    const entries = new Map<string, Entry>();
    zip.on('error', () => fail(new RecordTrouble(NOT_WHOLE)));
    zip.on('end', () => done(entries));
    zip.on('entry', (entry: Entry) => {
      const says = troubleOf(entry, entries);
      if (says !== null) {
        fail(new RecordTrouble(says));
        return;
      }
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.readEntry();
  });
}

function troubleOf(entry: Entry, known: ReadonlyMap<string, Entry>): string | null {
  const { fileName, uncompressedSize, compressedSize, generalPurposeBitFlag } = entry;
  const name = fileName.slice(0, 80);
  if ((generalPurposeBitFlag & ENCRYPTED) !== 0)
    return 'The archive is encrypted. Unpack it with its pass phrase, pack it anew without one, and give that.';
  if (!ENTRY.test(fileName))
    return `That is no record archive of Entspann: it holds “${name}”, which none does.`;
  if (known.has(fileName)) return `The archive holds ${name} twice.`;
  if (known.size >= MOST_ENTRIES) return 'The archive holds more files than any record has.';
  if (uncompressedSize > MOST_BYTES || uncompressedSize > MOST_PACKED * (compressedSize + 1024))
    return `The archive is refused: ${name} would become ${Math.round(uncompressedSize / 1e6)} MB, more than any record is.`;
  return null;
}

/** The bytes of one of its files; no more of them than it says it has. */
async function bytesOf(zip: ZipFile, entry: Entry): Promise<Buffer> {
  const stream = await promisify<Entry, NodeJS.ReadableStream>(zip.openReadStream.bind(zip))(entry);
  const parts: Buffer[] = [];
  for await (const part of stream) parts.push(Buffer.from(part));
  return Buffer.concat(parts);
}

/** A record archive that is open. */
export interface OpenRecord {
  manifest: Manifest;
  /** One of its files, held against the digest the manifest has of it. */
  bytes: (name: string) => Promise<Buffer>;
  /** Lines of JSON of one of its files. */
  lines: (name: string) => Promise<{ line: number; value: unknown }[]>;
  close: () => void;
}

function manifestOf(bytes: Buffer): Manifest {
  let told: unknown;
  try {
    told = JSON.parse(bytes.toString('utf8'));
  } catch {
    throw new RecordTrouble('The archive is damaged: its manifest cannot be read.');
  }
  const { format, version } = (told ?? {}) as Partial<Manifest>;
  if (format !== FORMAT) throw new RecordTrouble('That is no record archive of Entspann.');
  if (typeof version === 'number' && version > VERSION)
    throw new RecordTrouble(
      `The archive is of a later edition (shape ${version}, this one reads up to ${VERSION}): bring this installation up to date first.`,
    );
  const read = manifestSchema.safeParse(told);
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  throw new RecordTrouble(`The manifest of the archive is damaged at “${issue?.path.join('.')}”.`);
}

/**
 * Opens a record archive and looks at what it says it holds; no row of it is read yet.
 *
 * @param source the path of a file, or its bytes
 * @throws RecordTrouble for what is no archive, damaged, encrypted, of a later edition or far too large
 */
export async function openRecord(source: string | Uint8Array): Promise<OpenRecord> {
  let zip: ZipFile;
  try {
    zip =
      typeof source === 'string'
        ? await fromPath(source, OPTIONS)
        : await fromBytes(Buffer.from(source), OPTIONS);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT')
      throw new RecordTrouble(`There is no file ${String(source)}.`);
    throw new RecordTrouble(NOT_WHOLE);
  }
  try {
    const entries = await entriesOf(zip);
    const read = async (name: string): Promise<Buffer> => {
      const entry = entries.get(name);
      if (!entry) throw new RecordTrouble(`The archive is not whole: ${name} is missing.`);
      try {
        return await bytesOf(zip, entry);
      } catch {
        throw new RecordTrouble(`The archive is damaged: ${name} cannot be unpacked.`);
      }
    };
    if (!entries.has('manifest.json'))
      throw new RecordTrouble('That is no record archive of Entspann: it has no manifest.');
    const manifest = manifestOf(await read('manifest.json'));
    for (const name of entries.keys()) {
      if (name !== 'manifest.json' && !(name in manifest.sha256))
        throw new RecordTrouble(`The archive was altered: its manifest does not know ${name}.`);
    }
    const bytes = async (name: string) => {
      const content = await read(name);
      if (createHash('sha256').update(content).digest('hex') !== manifest.sha256[name])
        throw new RecordTrouble(`The archive was altered: ${name} is not what was written.`);
      return content;
    };
    const lines = async (name: string) =>
      (await bytes(name))
        .toString('utf8')
        .split('\n')
        .flatMap((text, at) => {
          if (text === '') return [];
          try {
            return [{ line: at + 1, value: JSON.parse(text) as unknown }];
          } catch {
            throw new RecordTrouble(`The archive is damaged: ${name}, line ${at + 1}, is no JSON.`);
          }
        });
    return { manifest, bytes, lines, close: () => zip.close() };
  } catch (error) {
    zip.close();
    throw error;
  }
}
