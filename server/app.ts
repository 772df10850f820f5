import type { RequestHandler as Handler } from 'express';
import { createRequestHandler } from '@react-router/express';
import compression from 'compression';
import staticGzip from 'express-static-gzip';
import express, { type ErrorRequestHandler, type Express, type Request } from 'express';
import { Readable } from 'node:stream';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { RouterContextProvider } from 'react-router';
import { nonceContext, requestContext, settingContext } from '~/context.server';
import { oneReading } from '~/db/reading.server';
import { isSignedIn, passing } from '~/door.server';
import type { Setting } from '~/keeping/server/setting.server';
import * as build from 'virtual:react-router/server-build';
import { bodyLimits } from './bodyLimits';
import { simulatedClinic } from './devices/clinic';
import { simulatedScale } from './devices/scale';
import { simulatedTilt } from './devices/tilt';
import { codesOf } from './errorCodes';
import { asIs, keepPrivate, nonce, sameSiteOnly, securityHeaders, securityText } from './headers';
import { needsRoom } from './room';
import { publicHost } from './publicHost';
import { routePatterns } from './routePattern';

export { routes as routeTable } from 'virtual:react-router/server-build';
export { ArchiveTrouble } from '~/db/archive.server';
export { backUp, backUpOpen, restore, verifyBackup } from '~/db/backup.server';
export { openFolder, openMemory, openServer, type OpenDatabase } from '~/db/open.server';
export { FolderInUse, LOCK_NAME, lockFolder } from '~/db/lock.server';
export { holdsData } from '~/db/folder.server';
export { backupName, scheduleBackups } from './backups';
export { codesOf } from './errorCodes';
export { mailBy, pushHosts } from '~/services/outward.server';
export { remind } from '~/services/reminding.server';
export { scheduleReminders } from './reminders';
export { ALWAYS_ROOM, watchRoom } from './room';
export { readSettings } from './settings';
export { listenTrouble, startTrouble } from './startTrouble';
export { needsSetUp } from '~/services/accounts.server';
export { checkRecord } from '~/services/record/bringIn.server';
export { exportByOperator, importByOperator } from '~/services/record/byOperator.server';
export { endTwoFactorByOperator } from '~/services/twoFactor.server';
export { DEMO_PASS_PHRASE, demoPeopleToPrint, seedDemo } from '~/services/demo/seed.server';
export { scaleClients, scalePractice } from '~/services/demo/scale.server';
export { openSignIn } from '~/services/signIns.server';

export interface AppOptions {
  setting: Setting;
  log: Logger;
  /** The folder of the browser's files. */
  clientFolder: string;
  /** Cookies only over https; set when a proxy ends TLS in front. */
  secure: boolean;
  /** The address people use; null: whatever plain host they ask for. */
  publicUrl: string | null;
  /** Whom to tell of a hole in this installation; null: nobody was named. */
  securityContact: string | null;
  /** The name the server listens at. */
  host: string;
  /** Whether the server is being stopped: whoever still asks is answered and let go. */
  isStopping: () => boolean;
}

/** Logs route, status and time of each request; nothing of what was asked for or sent. */
function requestLog(log: Logger): Handler {
  const patternOf = routePatterns(build.routes);
  return pinoHttp({
    logger: log,
    // A scale is asked several times a second.
    autoLogging: { ignore: ({ url }) => url?.startsWith('/devices/') ?? false },
    wrapSerializers: false,
    serializers: {
      req: ({ method, originalUrl, url }: Request) => ({
        method,
        // Routers cut the address short while they work on it.
        route: patternOf(originalUrl ?? url),
      }),
      res: ({ statusCode }: { statusCode: number }) => ({ status: statusCode }),
      err: codesOf,
    },
    customLogLevel: (_request, response, error) =>
      error || response.statusCode >= 500 ? 'error' : 'info',
  });
}

/** The request as the router reads it: its body is what was taken in within limits. */
function bodied(request: Request, body: unknown, origin: string | null): Request {
  const parts = Buffer.isBuffer(body) && body.length > 0 ? [body] : [];
  const { method, headers, originalUrl, hostname, app, ip } = request;
  return Object.assign(Readable.from(parts), {
    method,
    headers,
    originalUrl,
    hostname,
    app,
    ip,
    protocol: origin === null ? request.protocol : new URL(origin).protocol.slice(0, -1),
    get: request.get.bind(request),
  }) as unknown as Request;
}

/** The simulated devices answer those who are signed in. */
const forPeople =
  (setting: Setting): Handler =>
  (request, response, next) => {
    isSignedIn(setting, request.get('cookie') ?? null).then((signedIn) => {
      if (signedIn) next();
      else response.status(401).json({ says: 'Sign in first.' });
    }, next);
  };

/** The status of a request that nobody can read: a parser says so in its error. */
function refusedStatus(error: unknown): number | null {
  if (error instanceof URIError) return 400;
  if (!(error instanceof Error) || !('status' in error)) return null;
  const { status } = error;
  return typeof status === 'number' && status >= 400 && status < 500 ? status : null;
}

/** The whole application as an Express app. */
export function createApp(options: AppOptions): Express {
  const { setting, log, clientFolder, secure, publicUrl, securityContact, host, isStopping } =
    options;
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', secure ? 1 : false);
  app.use(requestLog(log));
  app.use((_request, response, next) => {
    if (isStopping()) response.set('Connection', 'close');
    next();
  });
  // Files are no pages: of what guards a page they need one line, and a phone fetches many of them.
  app.use(
    '/assets',
    asIs,
    staticGzip(`${clientFolder}/assets`, {
      enableBrotli: true,
      orderPreference: ['br'],
      serveStatic: { immutable: true, maxAge: '1y' },
    }),
  );
  app.use(nonce, securityHeaders(secure));
  app.use(compression());
  // A new edition is seen at once.
  app.get('/service-worker.js', (_request, response, next) => {
    response.set('Cache-Control', 'no-cache');
    next();
  });
  app.use(express.static(clientFolder, { maxAge: '1h', index: false }));
  if (securityContact !== null) {
    app.get('/.well-known/security.txt', securityText(securityContact, setting.now));
  }
  app.use(publicHost(publicUrl, host), sameSiteOnly, keepPrivate);
  const time = () => setting.now().getTime();
  app.use('/devices', forPeople(setting));
  app.use('/devices/scale', simulatedScale(time));
  app.use('/devices/tilt', simulatedTilt(time));
  if (setting.demo) app.use('/devices/clinic', simulatedClinic());
  app.use(needsRoom(setting.hasRoom), bodyLimits);
  const route = createRequestHandler({
    build,
    mode: 'production',
    getLoadContext: (request, response) => {
      const context = new RouterContextProvider();
      const isReading = request.method === 'GET' || request.method === 'HEAD';
      context.set(settingContext, isReading ? { ...setting, db: oneReading(setting.db) } : setting);
      context.set(nonceContext, String(response.locals.nonce));
      context.set(requestContext, {
        address: request.ip ?? 'unknown',
        device: request.get('user-agent') ?? 'unknown device',
        secure,
      });
      return context;
    },
  });
  app.use((request, response, next) =>
    route(bodied(request, response.locals.body, publicUrl), response, next),
  );
  const broken: ErrorRequestHandler = (error, request, response, next) => {
    // Beside the router too: what will pass is said as such.
    const trouble = passing(error);
    const refused = trouble?.status ?? refusedStatus(error);
    if (refused === null)
      request.log.error({ event: 'broken', ...codesOf(error) }, 'something broke');
    if (response.headersSent) {
      next(error);
      return;
    }
    response
      .status(refused ?? 500)
      .type('text')
      .send(
        trouble?.message ??
          (refused === null ? 'Something broke on our side.' : 'That cannot be read.'),
      );
  };
  app.use(broken);
  return app;
}
