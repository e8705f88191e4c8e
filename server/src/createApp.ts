import { readFile } from 'node:fs/promises';
import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { EventStream } from './eventStream';
import { openingRoutes, type Ready } from './openingToday';
import { airRoutes, type SimulatedAir } from './simulatedAir';
import { readerRoutes, type SimulatedReader } from './simulatedReader';
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
 * @param air the stand-in thermo-hygrometer served at /api/air; left out: none
 * @param reader the stand-in colour reader served at /api/reader; left out: none
 * @param opening what is ready of the demo's Today, served at /api/opening; left out: nothing
 */
export function createApp(
  distFolder: string,
  stream: EventStream,
  scale?: SimulatedScale,
  air?: SimulatedAir,
  reader?: SimulatedReader,
  opening?: Ready,
): Express {
  const app = express();
  app.disable('x-powered-by');
  // One origin, so one IndexedDB: a workshop opened under the other name would seem lost. Any other name that leads here is
  // somebody else's page, reaching in through its own name for this address.
  app.use((request, response, next) => {
    if (request.hostname === '127.0.0.1') return next();
    if (request.hostname !== 'localhost')
      return void response.status(421).type('text').send('Cosmesis answers at 127.0.0.1 only.');
    response.redirect(307, `http://127.0.0.1:${request.socket.localPort}${request.originalUrl}`);
  });
  app.use(helmet({ contentSecurityPolicy, strictTransportSecurity: false, crossOriginEmbedderPolicy: false }));
  app.use('/api', ownPageOnly);
  app.get('/api/health', (_request, response) => {
    response.set('Cache-Control', 'no-store').json({ status: 'ready', streamClients: stream.clients() });
  });
  app.get('/api/events', stream.handle);
  if (scale) app.use('/api/scale', scaleRoutes(scale, stream));
  if (air) app.use('/api/air', airRoutes(air, stream));
  if (reader) app.use('/api/reader', readerRoutes(reader, stream));
  if (opening) app.use('/api/opening', openingRoutes(opening));
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
    // Ids may hold a dot: only what lies under /assets, and what no page would ask for, is a file.
    const wantsPage = (request.method === 'GET' || request.method === 'HEAD') && request.accepts('html') !== false;
    const isFile = request.path.startsWith('/assets/') || request.path.startsWith('/api/');
    if (!wantsPage || isFile) return next();
    sendPage(`${distFolder}/index.html`, response).catch(next);
  });
  app.use((_request, response) => {
    response.status(404).type('text').send('There is nothing at this address.');
  });
  app.use(inPlainWords);
  return app;
}

/** The one page of the application, whose parts lie at the top however deep its address is. */
async function sendPage(file: string, response: Response): Promise<void> {
  const html = await readFile(file, 'utf8');
  response
    .set('Cache-Control', 'no-cache')
    .type('html')
    .send(html.replace(/="\.\//g, '="/'));
}

/** Only the page this server sends may speak to it: not a page of another origin, nor a form that needs no permission. */
function ownPageOnly(request: Request, response: Response, next: NextFunction): void {
  const { origin, 'sec-fetch-site': site } = request.headers;
  const foreign =
    (origin !== undefined && origin !== `http://${request.headers.host}`) ||
    (site !== undefined && site !== 'same-origin' && site !== 'none');
  const changes = request.method !== 'GET' && request.method !== 'HEAD';
  if (foreign) return void response.status(403).json({ error: 'Only the page of Cosmesis itself may ask this.' });
  if (changes && !request.is('application/json'))
    return void response.status(415).json({ error: 'Send JSON, with the content type application/json.' });
  next();
}

/** Whatever goes wrong is said in a sentence: no stack, no path of this machine. */
function inPlainWords(error: unknown, _request: Request, response: Response, next: NextFunction): void {
  if (response.headersSent) {
    next(error);
    return;
  }
  const status = (error as { status?: unknown } | null)?.status;
  const code = typeof status === 'number' && status >= 400 && status < 500 ? status : 500;
  response.status(code).json({
    error: code === 500 ? 'The server could not do this. Try again.' : 'This cannot be read: send whole, valid JSON.',
  });
}
