import path from 'node:path';
import express, { type Express } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { EventStream } from './eventStream';
import { type SimulatedScale, scaleRoutes } from './simulatedScale';

/** The policy of the page: own scripts only, no inline script, no outside host. Styles inline because of Emotion. */
const contentSecurityPolicy = {
  useDefaults: false,
  directives: {
    defaultSrc: ["'none'"],
    scriptSrc: ["'self'"],
    styleSrc: ["'self'", "'unsafe-inline'"],
    imgSrc: ["'self'", 'data:', 'blob:'],
    fontSrc: ["'self'"],
    connectSrc: ["'self'"],
    workerSrc: ["'self'"],
    manifestSrc: ["'self'"],
    baseUri: ["'none'"],
    formAction: ["'none'"],
    frameAncestors: ["'none'"],
  },
};

/**
 * The application server: built page, health, event stream.
 * @param distFolder folder of the built page
 * @param stream the event stream served at /api/events
 * @param scale the stand-in scale served at /api/scale; left out: none
 */
export function createApp(distFolder: string, stream: EventStream, scale?: SimulatedScale): Express {
  const app = express();
  app.disable('x-powered-by');
  // One origin, so one IndexedDB: a workshop opened under the other name would seem lost.
  app.use((request, response, next) => {
    if (request.hostname !== 'localhost') return next();
    response.redirect(307, `http://127.0.0.1:${request.socket.localPort}${request.originalUrl}`);
  });
  app.use(helmet({ contentSecurityPolicy, strictTransportSecurity: false, crossOriginEmbedderPolicy: false }));
  app.get('/api/health', (_request, response) => {
    response.set('Cache-Control', 'no-store').json({ status: 'ready', streamClients: stream.clients() });
  });
  app.get('/api/events', stream.handle);
  if (scale) app.use('/api/scale', scaleRoutes(scale, stream));
  app.use('/api', (_request, response) => {
    response.status(404).json({ error: 'There is nothing at this address.' });
  });
  app.use(
    expressStaticGzip(distFolder, {
      enableBrotli: true,
      orderPreference: ['br'],
      index: false,
      serveStatic: {
        setHeaders: (response, file) => {
          const hashed = /[/\\]assets[/\\]/.test(file);
          response.setHeader('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
        },
      },
    }),
  );
  app.use((request, response, next) => {
    const wantsPage = (request.method === 'GET' || request.method === 'HEAD') && request.accepts('html') !== false;
    if (!wantsPage || path.extname(request.path) !== '') return next();
    response.set('Cache-Control', 'no-cache').sendFile('index.html', { root: distFolder });
  });
  app.use((_request, response) => {
    response.status(404).type('text').send('There is nothing at this address.');
  });
  return app;
}
