/**
 * The Express application: the built interface, the sample, and what is fetched from mirrors, with caching by hash and a
 * strict content policy.
 */
import compression from 'compression';
import express, { type Express } from 'express';
import { isLocalName } from './localName.ts';
import { POLICY_REPORTS, policyReports } from './policyReports.ts';
import type { SampleState } from './sampleMaker.ts';
import { existsSync } from 'node:fs';
import { join } from 'node:path';

interface ServerParts {
  /** The built interface. */
  readonly web: string;
  /** The generated sample. */
  readonly sample: string;
  /** How far the sample is; ready without it. */
  readonly sampleState?: () => SampleState;
  /** Told what browsers report of the content policy, as a line of text. */
  readonly onPolicyReport?: (line: string) => void;
  /** Answers about mirrors; without them the server fetches nothing. */
  readonly mirrors?: express.Router;
  /** Answers about images on its side; without them the server reads none. */
  readonly images?: express.Router;
}

/** What a page of ours may load: its own files only. Vuetify writes its theme into a style element. */
const POLICY = [
  "default-src 'self'",
  // A report is previewed as it is saved, with its font inside.
  "font-src 'self' data:",
  "script-src 'self' 'wasm-unsafe-eval'",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  "worker-src 'self' blob:",
  "connect-src 'self' data:",
  "object-src 'none'",
  "base-uri 'none'",
  "frame-ancestors 'none'",
  `report-uri ${POLICY_REPORTS}`,
].join('; ');

/** Of the sample the interface gets its catalogue and its captures; the mirror's tree has a server of its own. */
function sampleFiles(folder: string, stateOf: () => SampleState): express.Router {
  const router = express.Router();
  router.get('/catalogue.json', (_request, response, next) => {
    const state = stateOf();
    if (state.state === 'ready') next();
    else response.status(202).set({ 'Retry-After': '1', 'Cache-Control': 'no-store' }).json(state);
  });
  const files = express.static(folder, { fallthrough: false, index: false, cacheControl: false, etag: true });
  router.get(['/catalogue.json', '/captures/:name'], files);
  router.use((_request, response) => notFound(response));
  return router;
}

/** Creates the application. Of files it reads nothing but the two folders and what its parts may read. */
export function createApp({
  web,
  sample,
  sampleState = () => ({ state: 'ready' }),
  onPolicyReport = console.error,
  mirrors,
  images,
}: ServerParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use((_request, response, next) => {
    response.set({
      'Content-Security-Policy': POLICY,
      'X-Content-Type-Options': 'nosniff',
      'Referrer-Policy': 'no-referrer',
      'Cross-Origin-Opener-Policy': 'same-origin',
    });
    next();
  });
  app.use(onlyUnderOwnName);
  app.use(toOneAddress);
  app.use(POLICY_REPORTS, policyReports(onPolicyReport));
  if (mirrors) app.use('/api/mirror', mirrors);
  if (images) app.use('/api/images', images);
  app.use(compression());
  app.use('/sample', sampleFiles(sample, sampleState));
  app.use(
    '/assets',
    express.static(join(web, 'assets'), { fallthrough: false, immutable: true, maxAge: '1y', index: false }),
  );
  app.use(express.static(web, { index: false }));
  app.use('/api', (_request, response) => notFound(response));
  app.get('/{*path}', (request, response) => {
    const page = join(web, 'index.html');
    if (!request.accepts('html') || !existsSync(page)) {
      response.status(404).type('text').send('Not found. Run "npm run build" if this is the start page.\n');
      return;
    }
    response.set('Cache-Control', 'no-cache').sendFile(page);
  });
  app.use(
    (_error: unknown, _request: express.Request, response: express.Response, _next: express.NextFunction) =>
      notFound(response),
  );
  return app;
}

/** A name that was pointed at this machine is not its own: a page under that name gets nothing. */
function onlyUnderOwnName(
  request: express.Request,
  response: express.Response,
  next: express.NextFunction,
): void {
  if (isLocalName(request.headers.host ?? '')) return next();
  response
    .status(403)
    .type('text')
    .send('This server answers under its own address only, http://127.0.0.1.\n');
}

/**
 * A browser keeps what it stores by address, and `localhost` is another one than `127.0.0.1`: pages are led to the latter,
 * so that one's catalogues are the same under both.
 */
function toOneAddress(
  request: express.Request,
  response: express.Response,
  next: express.NextFunction,
): void {
  const { hostname, port } = new URL(`http://${request.headers.host ?? '127.0.0.1'}`);
  const isPage = request.method === 'GET' && request.accepts(['html', 'json']) === 'html';
  if (hostname !== 'localhost' || !isPage) return next();
  response.redirect(302, `http://127.0.0.1${port && `:${port}`}${request.originalUrl}`);
}

function notFound(response: express.Response): void {
  response.status(404).type('text').send('Not found.\n');
}
