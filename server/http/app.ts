import { join } from 'node:path';
import compression from 'compression';
import connectPg from 'connect-pg-simple';
import express, { json, type Express } from 'express';
import session from 'express-session';
import helmet from 'helmet';
import { fonts } from '@core/style/fonts';
import { accountRoutes } from '../accounts/routes';
import { pageRoutes } from '../pages/routes';
import { pictureRoutes } from '../pictures/routes';
import { previewRoutes, type FollowingPreviews } from '../previews/previews';
import { releaseRoutes } from '../releases/routes';
import { fontPath } from '../releases/write';
import { siteRoutes } from '../sites/routes';
import { sectionRoutes } from '../sites/sections';
import { answerErrors, notFound } from './answer';
import { sameOrigin } from './guard';
import type { Service } from './service';

const policy = {
  'default-src': ["'self'"],
  'script-src': ["'self'"],
  'style-src': ["'self'", "'unsafe-inline'"],
  'img-src': ["'self'", 'data:', 'blob:'],
  'font-src': ["'self'", 'data:'],
  'connect-src': ["'self'"],
  'frame-src': ["'self'"],
  'frame-ancestors': ["'self'"],
  'object-src': ["'none'"],
  'base-uri': ["'self'"],
  'form-action': ["'self'"],
};

/** Who asks, kept in PostgreSQL so that any server may answer. */
function sessions(service: Service): express.RequestHandler {
  const Store = connectPg(session);
  return session({
    name: 'fold',
    secret: service.config.secret,
    resave: false,
    saveUninitialized: false,
    store: new Store({ conString: service.config.database, tableName: 'sessions', pruneSessionInterval: false }),
    cookie: { httpOnly: true, sameSite: 'strict', maxAge: 14 * 86_400_000 },
  });
}

/** The editor's server: the interface's files and the API it speaks to. */
export function editorApp(service: Service, previews: FollowingPreviews): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: { useDefaults: false, directives: policy },
      strictTransportSecurity: false,
      crossOriginOpenerPolicy: false,
    }),
  );
  app.use(
    compression({
      filter: (request, response) => !request.path.endsWith('/feed') && compression.filter(request, response),
    }),
  );
  app.get('/fonts/:file', (request, response) => {
    const file = fonts.find((font) => font.file === request.params.file)?.file;
    if (file === undefined) throw notFound();
    response.set('cache-control', 'public, max-age=31536000').sendFile(fontPath(file));
  });
  app.use('/api', sameOrigin(service.config.port), sessions(service));
  app.use('/api', (request, response, next) => {
    response.set('cache-control', 'no-store');
    return request.path.endsWith('/edits') ? next() : json({ limit: '200kb' })(request, response, next);
  });
  app.use(
    '/api',
    accountRoutes(service),
    siteRoutes(service),
    sectionRoutes(service),
    pageRoutes(service),
    pictureRoutes(service),
  );
  app.use('/api', releaseRoutes(service), previewRoutes(service, previews));
  app.use('/api', () => {
    throw notFound();
  });
  app.use(express.static(service.config.webFolder, { index: false, maxAge: '1h' }));
  app.get('/{*any}', (_request, response) =>
    response.set('cache-control', 'no-cache').sendFile(join(service.config.webFolder, 'index.html')),
  );
  app.use(answerErrors(service.log));
  return app;
}
