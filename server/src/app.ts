import { existsSync } from 'node:fs';
import express, { type Express } from 'express';
import helmet from 'helmet';
import { fontPath } from '@hatrail/node/fonts';
import { HEADER_JS } from '@hatrail/core/output/headerJs';
import { BANDS_JS } from '@hatrail/core/output/bandsJs';
import type { Captures } from './captures.ts';
import type { Context } from './context.ts';
import { onlyOwnHosts, onlyOwnPages } from './guard.ts';
import { notFound, problemHandler } from './problem.ts';
import { captureRoutes } from './routes/captures.ts';
import { documentRoutes } from './routes/documents.ts';
import { headerFileRoutes, releaseRoutes } from './routes/handOver.ts';
import { keptFileRoutes, siteFileRoutes } from './routes/files.ts';
import { siteRoutes } from './routes/sites.ts';

/** What the application's server is told. */
export interface AppSettings {
  /** Hosts it answers to, as in the `Host` header. */
  hosts: () => readonly string[];
  /** Address of the site stand-in, for links to it. */
  liveUrl: () => string;
  /** Sites that are being brought in from where they are. */
  captures: Captures;
  /** Folder of the built interface. */
  webFolder: string;
  log: (error: unknown) => void;
}

/** What pages of the application may load and run: nothing from elsewhere. */
const DIRECTIVES = {
  defaultSrc: ["'self'"],
  scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
  styleSrc: ["'self'", "'unsafe-inline'"],
  imgSrc: ["'self'", 'data:', 'blob:'],
  workerSrc: ["'self'", 'blob:'],
  frameSrc: ["'self'"],
  objectSrc: ["'none'"],
  baseUri: ["'self'"],
  formAction: ["'self'"],
  frameAncestors: ["'self'"],
};

/** The application: its interface and its API. */
export function createApp(context: Context, settings: AppSettings): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(onlyOwnHosts(settings.hosts), onlyOwnPages);
  app.use(
    helmet({
      strictTransportSecurity: false,
      contentSecurityPolicy: { useDefaults: false, directives: DIRECTIVES },
    }),
  );

  app.use(
    '/api/sites',
    siteRoutes(context),
    siteFileRoutes(context),
    headerFileRoutes(context),
    releaseRoutes(context),
    documentRoutes(context),
  );
  app.use('/api/captures', captureRoutes(context, settings.captures));
  app.use('/api', keptFileRoutes(context));
  app.get('/api/stand-in', (_request, response) => {
    response.json({ url: settings.liveUrl() });
  });
  app.use('/api', () => {
    throw notFound('address');
  });

  app.get('/fonts/:file', (request, response) => {
    const path = fontPath(request.params.file);
    if (!path) throw notFound('font');
    response.set('Cache-Control', 'public, max-age=31536000, immutable').sendFile(path);
  });
  for (const [name, script] of [
    ['header.js', HEADER_JS],
    ['bands.js', BANDS_JS],
  ] as const) {
    app.get(`/preview/${name}`, (_request, response) => {
      response.type('text/javascript').send(script);
    });
  }

  if (existsSync(settings.webFolder)) {
    app.use('/assets', express.static(`${settings.webFolder}/assets`, { immutable: true, maxAge: '1y' }));
    app.use(express.static(settings.webFolder, { index: false }));
    app.get('/{*path}', (_request, response) => {
      response.set('Cache-Control', 'no-cache').sendFile('index.html', { root: settings.webFolder });
    });
  }
  app.use(problemHandler(settings.log));
  return app;
}
