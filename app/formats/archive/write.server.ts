import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { PassThrough, type Writable } from 'node:stream';
import { finished } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { FORMAT, VERSION, type Manifest } from './manifest';

/** What is put into an archive: lines of JSON, or the bytes of a picture. */
export interface RecordWriter {
  /** Settles when more may be given. */
  add: (name: string, content: string | Uint8Array) => Promise<void>;
}

/**
 * Writes a record archive, a file after the other, holding no more than one at a time: a zip (PKWARE APPNOTE) with a
 * manifest at its end, which knows the digest of each.
 *
 * @param into closed when all of it is written, destroyed when it cannot be
 * @param fill tells what is in it and answers what the manifest says of it
 * @throws whatever `fill` throws, and where `into` is closed before its end
 */
export async function writeRecord(
  into: Writable,
  takenAt: Date,
  fill: (
    writer: RecordWriter,
  ) => Promise<Omit<Manifest, 'format' | 'version' | 'takenAt' | 'sha256'>>,
): Promise<void> {
  const zip = new ZipFile();
  const written = finished(into);
  // It is awaited in what follows; until then nobody hears of it.
  written.catch(() => undefined);
  const broken = written.then(() =>
    Promise.reject(new Error('Whoever took the archive has gone.')),
  );
  broken.catch(() => undefined);
  zip.outputStream.pipe(into);
  const sha256: Record<string, string> = {};
  const put = async (name: string, content: string | Uint8Array) => {
    const bytes = typeof content === 'string' ? Buffer.from(content) : content;
    const through = new PassThrough();
    zip.addReadStream(through, name, { mtime: takenAt, compress: !name.endsWith('.jpg') });
    const read = once(through, 'end');
    through.end(bytes);
    await Promise.race([read, broken]);
    sha256[name] = createHash('sha256').update(bytes).digest('hex');
  };
  try {
    const told = await fill({ add: put });
    const manifest = {
      format: FORMAT,
      version: VERSION,
      takenAt: takenAt.toISOString(),
      ...told,
      sha256: { ...sha256 },
    } satisfies Manifest;
    await put('manifest.json', `${JSON.stringify(manifest, null, 1)}\n`);
    zip.end();
    await written;
  } catch (error) {
    into.destroy(error instanceof Error ? error : undefined);
    throw error;
  }
}
