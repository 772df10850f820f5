import { Writable } from 'node:stream';
import { renderToPipeableStream } from 'react-dom/server';
import {
  isRouteErrorResponse,
  ServerRouter,
  type EntryContext,
  type RouterContextProvider,
} from 'react-router';
import { nonceContext, settingContext } from './context.server';
import { NonceContext } from './root';

const LONGEST_MS = 10_000;

/** Gathers what is written into one piece of text. */
function gather(done: (text: string) => void): Writable {
  const parts: Buffer[] = [];
  return new Writable({
    write: (part: Buffer, _encoding, next) => {
      parts.push(part);
      next();
    },
    final: (next) => {
      done(Buffer.concat(parts).toString());
      next();
    },
  });
}

/** Draws a page whole: no screen waits for data after its first line, so nothing is gained by streaming. */
export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  entry: EntryContext,
  context: RouterContextProvider,
): Promise<Response> {
  const nonce = context.get(nonceContext);
  return new Promise((done, fail) => {
    let broken = false;
    const { pipe, abort } = renderToPipeableStream(
      <NonceContext.Provider value={nonce}>
        <ServerRouter context={entry} url={request.url} nonce={nonce} />
      </NonceContext.Provider>,
      {
        nonce,
        onAllReady() {
          headers.set('Content-Type', 'text/html; charset=utf-8');
          pipe(
            gather((text) => done(new Response(text, { headers, status: broken ? 500 : status }))),
          );
        },
        onShellError: fail,
        onError() {
          broken = true;
        },
      },
    );
    setTimeout(abort, LONGEST_MS).unref();
  });
}

/** Reports what broke; a request that was given up, or that was turned down, broke nothing. */
export function handleError(
  error: unknown,
  { request, context }: { request: Request; context: Readonly<RouterContextProvider> },
) {
  const turnedDown = isRouteErrorResponse(error) && error.status < 500;
  if (!request.signal.aborted && !turnedDown) context.get(settingContext).report(error);
}
