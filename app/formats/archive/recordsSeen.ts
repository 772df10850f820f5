/** In the answer that is an archive of a practice: how many records will be in it. */
export const RECORDS_HEADER = 'X-Records';

/** What begins each file in a zip, and how far behind it its name stands (PKWARE APPNOTE, 4.3.7). */
const LOCAL_HEADER = [0x50, 0x4b, 0x03, 0x04] as const;
const NAME_AT = 30;
const RECORD = [...'clients/'].map((letter) => letter.charCodeAt(0));
const SPAN = NAME_AT + RECORD.length;

const beginsRecord = (bytes: Uint8Array, at: number): boolean =>
  LOCAL_HEADER.every((byte, n) => bytes[at + n] === byte) &&
  RECORD.every((byte, n) => bytes[at + NAME_AT + n] === byte);

/**
 * Counts the records in an archive while it comes in, however it is cut: what is packed is not unpacked for it.
 *
 * @returns takes the next bytes, and answers how many records have begun so far
 * @example const seen = recordsSeen(); seen(half); seen(otherHalf) // => 12
 */
export function recordsSeen(): (chunk: Uint8Array) => number {
  let count = 0;
  let rest = new Uint8Array();
  return (chunk) => {
    const bytes = new Uint8Array(rest.length + chunk.length);
    bytes.set(rest);
    bytes.set(chunk, rest.length);
    const last = bytes.length - SPAN;
    let at = bytes.indexOf(LOCAL_HEADER[0]);
    while (at !== -1 && at <= last) {
      if (beginsRecord(bytes, at)) count += 1;
      at = bytes.indexOf(LOCAL_HEADER[0], at + 1);
    }
    // What may begin one and is not whole yet is looked at again with what comes next.
    rest = bytes.slice(Math.max(0, last + 1));
    return count;
  };
}
