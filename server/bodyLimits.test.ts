import { createServer, request as ask, type Server } from 'node:http';
import { connect, type AddressInfo } from 'node:net';
import { Worker } from 'node:worker_threads';
import express from 'express';
import fc from 'fast-check';
import { bodyLimits, depthOf, fieldsOf } from './bodyLimits';

let server: Server;
let port: number;
/** What arrived behind the limits. */
let arrived: number[] = [];

beforeAll(async () => {
  const app = express().use(bodyLimits, (request, response) => {
    const body: unknown = response.locals.body;
    arrived.push(Buffer.isBuffer(body) ? body.length : -1);
    response.json({ ok: true });
  });
  server = createServer(app);
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  ({ port } = server.address() as AddressInfo);
});
beforeEach(() => {
  arrived = [];
});
afterAll(() => {
  server.closeAllConnections();
  return new Promise((done) => server.close(done));
});

interface Sent {
  path?: string;
  type: string;
  /** Parts of the body, in order; written as long as the other side takes them. */
  parts: Iterable<string | Buffer>;
  chunked?: boolean;
}

/** Sends a body as far as it is taken; what was answered, and how much had been sent by then. */
function send({ path = '/', type, parts, chunked = false }: Sent) {
  const pieces = chunked ? null : [...parts];
  const length = pieces?.reduce((sum, part) => sum + Buffer.byteLength(part), 0);
  return new Promise<{ status: number; closes: boolean; says: string; sent: number }>(
    (done, fail) => {
      let sent = 0;
      let answered = false;
      const call = ask({
        port,
        path,
        method: 'POST',
        headers: {
          'content-type': type,
          ...(length === undefined ? {} : { 'content-length': length }),
        },
      });
      call.once('response', (response) => {
        answered = true;
        let says = '';
        response.on('data', (part) => (says += String(part)));
        const end = () =>
          done({
            status: response.statusCode ?? 0,
            closes: response.headers.connection === 'close',
            says,
            sent,
          });
        response.once('end', end);
        response.once('error', end);
      });
      call.once('error', (error) => {
        if (!answered) fail(error);
      });
      void (async () => {
        for (const part of pieces ?? parts) {
          if (answered || call.destroyed) break;
          sent += Buffer.byteLength(part);
          if (!call.write(part)) await new Promise((go) => setTimeout(go, 1));
        }
        if (!answered) call.end();
      })();
    },
  );
}

function* endless(part: string) {
  for (let n = 0; n < 5_000; n += 1) yield part;
}

describe('the limits of what may be sent', () => {
  it.each([
    ['application/x-www-form-urlencoded', '/', 256_000],
    ['application/json', '/keep', 2_000_000],
    ['image/jpeg', '/clients/0-1/pictures', 12_000_000],
    ['', '/', 256_000],
  ])('%s: as much as there is room for, and a byte more is 413', async (type, path, most) => {
    const text = type === 'application/json' ? `"${'x'.repeat(most - 2)}"` : 'x'.repeat(most);
    expect(await send({ path, type, parts: [text] })).toMatchObject({ status: 200 });
    expect(arrived).toEqual([most]);
    const more = await send({ path, type, parts: [`${text}x`] });
    expect(more).toMatchObject({ status: 413, closes: true });
    expect(JSON.parse(more.says)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/may have at most .* Nothing was changed\.$/),
    });
    expect(arrived).toHaveLength(1);
  });

  it('a body that says nothing of its length is cut off where it ends to be taken', async () => {
    const part = 'x'.repeat(16_000);
    const answer = await send({
      path: '/clients/0-1/pictures',
      type: 'image/png',
      parts: endless(part),
      chunked: true,
    });
    expect(answer).toMatchObject({ status: 413, closes: true });
    // Of 80 MB little more than the limit had left here.
    expect(answer.sent).toBeLessThan(30_000_000);
    expect(arrived).toEqual([]);
  });

  it('a length that is a lie is counted all the same', async () => {
    const socket = connect(port, '127.0.0.1');
    const heard: Buffer[] = [];
    socket.on('data', (part) => heard.push(part));
    socket.write(
      'POST / HTTP/1.1\r\nHost: x\r\nContent-Type: text/plain\r\nContent-Length: 99999999\r\n\r\n',
    );
    await new Promise((done) => socket.once('close', done));
    expect(Buffer.concat(heard).toString()).toMatch(/^HTTP\/1\.1 413 /);
  });

  it('is heard by everybody who is still writing when it comes', async () => {
    // In a thread of its own: one that shares ours never writes while we close.
    const asking = new Worker(
      `const { parentPort, workerData } = require('node:worker_threads');
       const body = JSON.stringify('x'.repeat(6_000_000));
       const headers = { 'content-type': 'application/json' };
       const heard = {};
       const one = async () => {
         for (let n = 0; n < 5; n += 1) {
           const said = await fetch(workerData, { method: 'POST', headers, body }).then(
             (answer) => answer.text().then(() => answer.status),
             (error) => error.cause.code,
           );
           heard[said] = (heard[said] ?? 0) + 1;
         }
       };
       Promise.all(Array.from({ length: 20 }, one)).then(() => parentPort.postMessage(heard));`,
      { eval: true, workerData: `http://127.0.0.1:${port}/` },
    );
    const heard = await new Promise((done) => asking.once('message', done));
    await asking.terminate();
    expect(heard).toEqual({ 413: 100 });
  }, 30_000);

  it('a form has at most a thousand fields, however it is packed', async () => {
    const type = 'application/x-www-form-urlencoded';
    const form = (fields: number) => Array.from({ length: fields }, (_, n) => `a${n}=1`).join('&');
    expect((await send({ type, parts: [form(1_000)] })).status).toBe(200);
    expect((await send({ type, parts: [form(1_001)] })).status).toBe(413);
    const packed = (fields: number) =>
      `${Array.from({ length: fields }, (_, n) => `--b\r\nContent-Disposition: form-data; name="${n}"\r\n\r\n1\r\n`).join('')}--b--\r\n`;
    const multipart = 'multipart/form-data; boundary=b';
    expect((await send({ type: multipart, parts: [packed(1_000)] })).status).toBe(200);
    expect((await send({ type: multipart, parts: [packed(1_001)] })).status).toBe(413);
  });

  it('JSON is nested 32 deep at most; 200,000 brackets are refused before they are read', async () => {
    const nested = (depth: number) => '['.repeat(depth) + ']'.repeat(depth);
    const json = (text: string) => send({ type: 'application/json', parts: [text] });
    expect((await json(nested(32))).status).toBe(200);
    expect((await json(nested(33))).status).toBe(413);
    expect((await json('['.repeat(200_000))).status).toBe(413);
    expect((await json(`{"a":"${'['.repeat(1_000)}"}`)).status).toBe(200);
  });

  it('whoever hangs up in the middle harms nobody', async () => {
    for (let n = 0; n < 5; n += 1) {
      const socket = connect(port, '127.0.0.1');
      socket.on('error', () => undefined);
      socket.write('POST / HTTP/1.1\r\nHost: x\r\nContent-Length: 1000\r\n\r\nhalf of it');
      await new Promise((done) => setTimeout(done, 10));
      socket.destroy();
    }
    expect((await send({ type: 'application/json', parts: ['{}'] })).status).toBe(200);
    expect(arrived).toEqual([2]);
  });
});

describe('counting before reading', () => {
  /** Depth by a reader that we did not write. */
  const depthIn = (value: unknown): number =>
    value === null || typeof value !== 'object'
      ? 0
      : 1 + Math.max(0, ...Object.values(value).map(depthIn));

  it('finds the depth that JSON.parse finds, in any JSON', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 12 }), fc.boolean(), (value, spaced) => {
        const text = JSON.stringify(value, null, spaced ? 2 : 0);
        expect(depthOf(Buffer.from(text))).toBe(depthIn(value));
      }),
    );
  });

  it('counts as many fields as a form has', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.string({ minLength: 1 }), fc.string()), { minLength: 1 }),
        async (fields) => {
          const query = new URLSearchParams(fields).toString();
          expect(fieldsOf(Buffer.from(query), 'application/x-www-form-urlencoded')).toBe(
            fields.length,
          );
          const form = new FormData();
          for (const [name, value] of fields) form.append(name, value);
          const packed = new Response(form);
          const type = packed.headers.get('content-type') ?? '';
          expect(fieldsOf(Buffer.from(await packed.arrayBuffer()), type)).toBe(fields.length);
        },
      ),
      { numRuns: 60 },
    );
  });
});
