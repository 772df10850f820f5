import { randomBytes } from 'node:crypto';
import { createRequestHandler } from '@react-router/express';
import compression from 'compression';
import staticGzip from 'express-static-gzip';
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { RouterContextProvider } from 'react-router';
import { nonceContext, requestContext, settingContext } from '~/context.server';
import type { Setting } from '~/keeping/server/setting.server';
import { simulatedScale } from './devices/scale';
import { simulatedTilt } from './devices/tilt';
import * as build from 'virtual:react-router/server-build';

export { openFolder, openMemory, openServer, type OpenDatabase } from '~/db/open.server';
export { FolderInUse, lockFolder } from '~/db/lock.server';
export { readSettings } from './settings';
export { needsSetUp } from '~/services/accounts.server';
export { DEMO_PASS_PHRASE, demoPeopleToPrint, seedDemo } from '~/services/demo/seed.server';

const A_YEAR = 31_536_000;

const nonce: RequestHandler = (_request, response, next) => {
  response.locals.nonce = randomBytes(16).toString('base64');
  next();
};

/**
 * Refuses a changing request that another site sent with this browser's cookies. Browsers say where a
 * request comes from; one that carries neither mark does not come from a browser and has no cookies to
 * misuse.
 */
const sameSiteOnly: RequestHandler = (request, response, next) => {
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

/** Server pages are for one person's eyes: nothing in between may keep them. */
const keepPrivate: RequestHandler = (_request, response, next) => {
  response.set('Cache-Control', 'no-store');
  next();
};

function securityHeaders(secure: boolean): RequestHandler {
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

export interface AppOptions {
  setting: Setting;
  log: Logger;
  /** The folder of the browser's files. */
  clientFolder: string;
  /** Cookies only over https; set when a proxy ends TLS in front. */
  secure: boolean;
}

/** The whole application as an Express app. */
export function createApp({ setting, log, clientFolder, secure }: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', secure ? 1 : false);
  app.use(
    pinoHttp({
      logger: log,
      // A scale is asked several times a second.
      autoLogging: { ignore: ({ url }) => url?.startsWith('/devices/') ?? false },
      // The path may carry an invitation: log the route's shape, not its secret.
      serializers: {
        req: (request: { method: string; url: string }) => ({
          method: request.method,
          url: request.url.replace(/\/join\/[^/?.]+/, '/join/…'),
        }),
        res: (response: { statusCode: number }) => ({ status: response.statusCode }),
      },
      customLogLevel: (_request, response, error) =>
        error || response.statusCode >= 500 ? 'error' : 'info',
    }),
  );
  app.use(nonce, securityHeaders(secure));
  app.use(
    '/assets',
    staticGzip(`${clientFolder}/assets`, {
      enableBrotli: true,
      orderPreference: ['br'],
      serveStatic: { immutable: true, maxAge: '1y' },
    }),
  );
  app.use(compression());
  app.use(express.static(clientFolder, { maxAge: '1h', index: false }));
  app.use(sameSiteOnly, keepPrivate);
  app.use(
    '/devices/scale',
    simulatedScale(() => setting.now().getTime()),
  );
  app.use(
    '/devices/tilt',
    simulatedTilt(() => setting.now().getTime()),
  );
  app.use(
    createRequestHandler({
      build,
      mode: 'production',
      getLoadContext: (request, response) => {
        const context = new RouterContextProvider();
        context.set(settingContext, setting);
        context.set(nonceContext, String(response.locals.nonce));
        context.set(requestContext, {
          address: request.ip ?? 'unknown',
          device: request.get('user-agent') ?? 'unknown device',
          secure,
        });
        return context;
      },
    }),
  );
  const broken: ErrorRequestHandler = (error, request, response, next) => {
    request.log.error(error);
    if (response.headersSent) {
      next(error);
      return;
    }
    const status = error instanceof URIError ? 400 : 500;
    response
      .status(status)
      .type('text')
      .send(status === 400 ? 'That address cannot be read.' : 'Something broke on our side.');
  };
  app.use(broken);
  return app;
}
