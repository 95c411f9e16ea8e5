import { join } from 'node:path';
import compression from 'compression';
import express, { type Express } from 'express';
import staticGzip from 'express-static-gzip';
import session from 'express-session';
import helmet from 'helmet';
import { fonts } from '@core/style/faces/fonts';
import { fontPath } from '../releases/write';
import { allRoutes } from './all-routes';
import { notFound } from '@core/api/refusal';
import { answerErrors } from './answer';
import { sameOrigin, signedIn } from './guard';
import { requestLog } from './request-log';
import type { Service } from './service';

/** What the editor may load; pages as they will be are framed from the live host. */
const policyFor = ({ livePort }: Service['config']) => ({
  'default-src': ["'self'"],
  'script-src': ["'self'"],
  'style-src': ["'self'", "'unsafe-inline'"],
  'img-src': ["'self'", 'data:', 'blob:'],
  'font-src': ["'self'", 'data:'],
  'connect-src': ["'self'"],
  'frame-src': ["'self'", `http://*.localhost:${livePort}`],
  'frame-ancestors': ["'self'"],
  'object-src': ["'none'"],
  'base-uri': ["'self'"],
  'form-action': ["'self'"],
});

/** Who asks, kept in PostgreSQL so that any server may answer. */
function sessions(service: Service): express.RequestHandler {
  return session({
    name: 'fold',
    secret: service.config.secret,
    resave: false,
    saveUninitialized: false,
    store: service.sessions,
    // “auto”: over TLS alone, once the connection came by TLS
    cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', maxAge: service.config.sessionLasts },
  });
}

const hashed = /-[A-Z0-9]{8}\.\w+$|\/chunk-[\w-]{8}\.js$/; // as the bundler names what holds its own hash

/**
 * The interface's files, compressed when they were built; every address without an ending is a screen of the
 * interface.
 */
function interfaceFiles(app: Express, folder: string): void {
  const files = staticGzip(folder, {
    index: false,
    enableBrotli: true,
    orderPreference: ['br', 'gz'],
    serveStatic: {
      setHeaders: (response, path) =>
        response.setHeader(
          'cache-control',
          hashed.test(path.replace(/\.(br|gz)$/, '')) ? 'public, max-age=31536000, immutable' : 'public, max-age=3600',
        ),
    },
  });
  app.use(files);
  app.get('/{*any}', (request, response) => {
    if (/\.\w+$/.test(request.path)) throw notFound();
    response.set('cache-control', 'no-cache').sendFile(join(folder, 'index.html'));
  });
}

/** The API: who asks is known before anything else is done. */
function api(app: Express, service: Service): void {
  app.use('/api', sameOrigin(service.config), sessions(service));
  app.use(
    '/api',
    compression({
      filter: (request, response) => !request.path.endsWith('/feed') && compression.filter(request, response),
    }),
  );
  app.use('/api', (_request, response, next) => {
    response.set('cache-control', 'no-store');
    next();
  });
  app.use('/api', signedIn);
  for (const routes of allRoutes) app.use('/api', routes(service));
  app.use('/api', () => {
    throw notFound();
  });
}

/** The editor's server: the interface's files and the API it speaks to. */
export function editorApp(service: Service): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', service.config.proxies ?? false);
  app.use(requestLog(service.log));
  app.use(
    helmet({
      contentSecurityPolicy: { useDefaults: false, directives: policyFor(service.config) },
      strictTransportSecurity: false,
      crossOriginOpenerPolicy: false,
    }),
  );
  app.get('/fonts/:file', (request, response) => {
    const file = fonts.find((font) => font.file === request.params.file)?.file;
    if (file === undefined) throw notFound();
    response.set('cache-control', 'public, max-age=31536000').sendFile(fontPath(file));
  });
  api(app, service);
  interfaceFiles(app, service.config.webFolder);
  app.use(answerErrors(service.log));
  return app;
}
