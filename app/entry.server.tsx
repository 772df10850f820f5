import { PassThrough } from 'node:stream';
import { createReadableStreamFromReadable } from '@react-router/node';
import { isbot } from 'isbot';
import { renderToPipeableStream, type RenderToPipeableStreamOptions } from 'react-dom/server';
import { type EntryContext, type RouterContextProvider, ServerRouter } from 'react-router';
import { nonceContext } from './context.server';
import { NonceContext } from './root';

export const streamTimeout = 5000;

export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  entry: EntryContext,
  context: RouterContextProvider,
) {
  const nonce = context.get(nonceContext);
  return new Promise<Response>((done, fail) => {
    let sent = false;
    const ready: keyof RenderToPipeableStreamOptions = isbot(
      request.headers.get('user-agent') ?? '',
    )
      ? 'onAllReady'
      : 'onShellReady';
    const { pipe, abort } = renderToPipeableStream(
      <NonceContext.Provider value={nonce}>
        <ServerRouter context={entry} url={request.url} nonce={nonce} />
      </NonceContext.Provider>,
      {
        nonce,
        [ready]() {
          sent = true;
          const body = new PassThrough();
          headers.set('Content-Type', 'text/html; charset=utf-8');
          done(new Response(createReadableStreamFromReadable(body), { headers, status }));
          pipe(body);
        },
        onShellError: fail,
        onError() {
          // The answer's status is only ours to change while nothing has been sent.
          if (!sent) status = 500;
        },
      },
    );
    setTimeout(abort, streamTimeout + 1000).unref();
  });
}

/** Errors are logged by the request logger with their request; an aborted request is none. */
export function handleError(error: unknown, { request }: { request: Request }) {
  if (!request.signal.aborted)
    process.stderr.write(
      `${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
    );
}
