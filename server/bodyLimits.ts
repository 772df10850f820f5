import type { Request, RequestHandler, Response } from 'express';

/** Most bytes of a form’s fields. */
const MOST_FORM = 256_000;
/** Most bytes of JSON, as the outbox posts it. */
const MOST_JSON = 2_000_000;
/** Most bytes of a record archive: years of sessions are a tenth of it, pictures the rest. */
const MOST_ARCHIVE = 60_000_000;
/** Most bytes of a table that is brought in. */
const MOST_TABLE = 4_000_000;
/** Most bytes of a picture. */
const MOST_PICTURE = 12_000_000;
const MOST_FIELDS = 1_000;
const MOST_DEPTH = 32;

const PICTURES = /^\/clients\/[^/]+\/pictures(\.data)?$/;
const ARCHIVES = /^\/clients\/bring-in(\.data)?$/;
const TABLES = /^\/clients\/(bring-in-list|[^/]+\/bring-in)(\.data)?$/;
const OPEN = new Set(['{', '['].map((bracket) => bracket.charCodeAt(0)));
const CLOSE = new Set(['}', ']'].map((bracket) => bracket.charCodeAt(0)));
const [QUOTE, ESCAPE, AND] = ['"', '\\', '&'].map((letter) => letter.charCodeAt(0));

/**
 * How deep brackets stand in one another, outside of texts. What is no JSON has a depth all the same.
 *
 * @example depthOf(Buffer.from('{"a":["[["]}')) // => 2
 */
export function depthOf(json: Uint8Array): number {
  let [depth, deepest] = [0, 0];
  let inText = false;
  for (let at = 0; at < json.length; at += 1) {
    const byte = json[at] ?? 0;
    if (inText) {
      if (byte === ESCAPE) at += 1;
      else if (byte === QUOTE) inText = false;
    } else if (byte === QUOTE) inText = true;
    else if (OPEN.has(byte)) {
      depth += 1;
      deepest = Math.max(deepest, depth);
    } else if (CLOSE.has(byte)) depth -= 1;
  }
  return deepest;
}

/** How many fields a form has, by its separators: counted before anything takes it apart. */
export function fieldsOf(form: Buffer, contentType: string): number {
  const boundary = /boundary="?([^";]+)/i.exec(contentType)?.[1];
  if (boundary === undefined) return form.reduce((n, byte) => (byte === AND ? n + 1 : n), 1);
  const mark = `--${boundary}`;
  // The last one ends the form.
  let count = -1;
  let at = form.indexOf(mark);
  while (at !== -1) {
    count += 1;
    at = form.indexOf(mark, at + mark.length);
  }
  return count;
}

/** How a request’s body is measured. */
function limitFor(path: string, contentType: string): { bytes: number; what: string } {
  if (ARCHIVES.test(path)) return { bytes: MOST_ARCHIVE, what: 'An archive' };
  if (TABLES.test(path)) return { bytes: MOST_TABLE, what: 'A table' };
  if (PICTURES.test(path)) return { bytes: MOST_PICTURE, what: 'A picture' };
  if (/^application\/json\b/i.test(contentType)) return { bytes: MOST_JSON, what: 'What is sent' };
  return { bytes: MOST_FORM, what: 'A form' };
}

const size = (bytes: number) => (bytes >= 1e6 ? `${bytes / 1e6} MB` : `${bytes / 1e3} kB`);

/** How much more of a refused body is read and thrown away, and for how long. */
const LINGER_BYTES = 16_000_000;
const LINGER_MS = 1_000;

/**
 * Refuses at once and keeps nothing more of what is sent. A connection that is closed over unread bytes is reset,
 * and whoever is still writing loses the answer with it: the whole answer goes out, then what comes is thrown away
 * for a little while, and only then it ends (RFC 9112, section 9.6; from memory).
 */
function refuse(request: Request, response: Response, says: string): void {
  if (response.headersSent) return;
  const answer = Buffer.from(JSON.stringify({ ok: false, message: says }));
  response.status(413).set({
    Connection: 'close',
    'Content-Type': 'application/json; charset=utf-8',
    'Content-Length': String(answer.length),
  });
  response.write(answer);
  const end = () => {
    clearTimeout(late);
    response.end(() => request.destroy());
  };
  const late = setTimeout(end, LINGER_MS);
  if (request.readableEnded) {
    end();
    return;
  }
  let thrown = 0;
  request.on('data', (part: Buffer) => {
    thrown += part.length;
    if (thrown > LINGER_BYTES) end();
  });
  request.once('end', end);
  request.once('close', () => clearTimeout(late));
  request.resume();
}

/**
 * Takes in the body of a changing request within limits of bytes, fields and depth, before anything looks
 * at it: more is answered 413 and the connection closed. What was taken in is `response.locals.body`.
 */
export const bodyLimits: RequestHandler = (request, response, next) => {
  if (request.method === 'GET' || request.method === 'HEAD') {
    next();
    return;
  }
  const contentType = request.get('content-type') ?? '';
  const { bytes, what } = limitFor(request.path, contentType);
  const tooLarge = `${what} may have at most ${size(bytes)}. Nothing was changed.`;
  if (Number(request.get('content-length') ?? 0) > bytes) {
    refuse(request, response, tooLarge);
    return;
  }
  const parts: Buffer[] = [];
  let length = 0;
  const take = (part: Buffer) => {
    length += part.length;
    if (length <= bytes) {
      parts.push(part);
      return;
    }
    request.off('data', take);
    request.off('end', end);
    parts.length = 0;
    refuse(request, response, tooLarge);
  };
  const end = () => {
    const body = Buffer.concat(parts);
    if (/^application\/json\b/i.test(contentType)) {
      if (depthOf(body) > MOST_DEPTH) {
        refuse(request, response, 'What is sent is nested too deeply. Nothing was changed.');
        return;
      }
    } else if (!PICTURES.test(request.path) && fieldsOf(body, contentType) > MOST_FIELDS) {
      refuse(request, response, `A form may have at most ${MOST_FIELDS} fields.`);
      return;
    }
    response.locals.body = body;
    next();
  };
  request.on('data', take);
  request.once('end', end);
  // Whoever hangs up in the middle of it gets no answer.
  request.once('error', () => undefined);
};
