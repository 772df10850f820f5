import { isIP } from 'node:net';
import type { RequestHandler } from 'express';

/** The host of an address without its port; null when it is none. */
function nameOf(host: string): string | null {
  return URL.canParse(`http://${host}`) ? new URL(`http://${host}`).hostname : null;
}

/** Whether a host names the machine itself, as on one’s own desk: no link to it is of use to a stranger. */
function isPlain(host: string, own: string): boolean {
  const name = nameOf(host)?.replace(/^\[|\]$/g, '');
  return name !== undefined && (name === 'localhost' || isIP(name) !== 0 || name === own);
}

/**
 * Under which address this installation is reached: links that are made go there, and forms come from
 * there, whatever a proxy in front has made of the host. Without one, only plain hosts are answered: a
 * link would go wherever whoever asked wanted it to.
 *
 * @param publicUrl as set by `PUBLIC_URL`; null when it was left out
 * @param host the name the server listens at
 */
export function publicHost(publicUrl: string | null, host: string): RequestHandler {
  const known = publicUrl === null ? null : new URL(publicUrl);
  return (request, response, next) => {
    // What a proxy says of the host, anybody can say.
    delete request.headers['x-forwarded-host'];
    if (known) {
      request.headers.host = known.host;
      next();
      return;
    }
    if (isPlain(request.get('host') ?? '', host)) {
      next();
      return;
    }
    response
      .status(421)
      .type('text')
      .send('This host is not known here. Set PUBLIC_URL to the address people use.');
  };
}
