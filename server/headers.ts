import { randomBytes } from 'node:crypto';
import type { RequestHandler } from 'express';
import helmet from 'helmet';

const A_YEAR = 31_536_000;

export const nonce: RequestHandler = (_request, response, next) => {
  response.locals.nonce = randomBytes(16).toString('base64');
  next();
};

/**
 * Refuses a changing request that another site sent with this browser's cookies. Browsers say where a
 * request comes from; one that carries neither mark does not come from a browser and has no cookies to
 * misuse.
 */
export const sameSiteOnly: RequestHandler = (request, response, next) => {
  const reading = request.method === 'GET' || request.method === 'HEAD';
  const site = request.get('sec-fetch-site');
  const origin = request.get('origin');
  const foreignSite = site !== undefined && site !== 'same-origin' && site !== 'none';
  const foreignOrigin =
    origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== request.get('host'));
  if (!reading && (foreignSite || foreignOrigin)) {
    response.status(403).type('text').send('This request came from another site and was refused.');
    return;
  }
  next();
};

/** What is sent is what it says it is. */
export const asIs: RequestHandler = (_request, response, next) => {
  response.set('X-Content-Type-Options', 'nosniff');
  next();
};

/** Server pages are for one person's eyes: nothing in between may keep them. */
export const keepPrivate: RequestHandler = (_request, response, next) => {
  response.set('Cache-Control', 'no-store');
  next();
};

export function securityHeaders(secure: boolean): RequestHandler {
  return (request, response, next) => {
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'", `'nonce-${String(response.locals.nonce)}'`],
          styleSrc: ["'self'", `'nonce-${String(response.locals.nonce)}'`],
          // Server-drawn charts set lengths on elements; no style sheet can come in this way.
          styleSrcAttr: ["'unsafe-inline'"],
          imgSrc: ["'self'", 'data:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          manifestSrc: ["'self'"],
          baseUri: ["'none'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: secure ? { maxAge: A_YEAR } : false,
      referrerPolicy: { policy: 'same-origin' },
    })(request, response, next);
  };
}

const HALF_A_YEAR_MS = 182 * 86_400_000;

/** Whom to tell of a hole, as RFC 9116 has it: asked at any time, it is good for another half year. */
export const securityText =
  (contact: string, now: () => Date): RequestHandler =>
  (_request, response) => {
    const until = new Date(now().getTime() + HALF_A_YEAR_MS).toISOString();
    response.type('text').send(`Contact: ${contact}\nExpires: ${until}\nPreferred-Languages: en\n`);
  };
