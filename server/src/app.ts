import { existsSync } from 'node:fs';
import { extname, join } from 'node:path';
import cookieParser from 'cookie-parser';
import express, { type ErrorRequestHandler, type Express, type Request, type RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { z } from 'zod';
import { hostNames, onlyFromHere, onlyJson } from './guard.ts';
import { onlyPaired } from './lan.ts';
import { DOCUMENT_BYTES, RATE_HEAVY, RATE_MS, RATE_REQUESTS } from './limits.ts';
import { errorPage } from './pages.ts';
import { notFound, Problem, storageProblem } from './problem.ts';
import { Cards, type Carder } from './cards/cards.ts';
import { cardRoutes } from './routes/cards.ts';
import type { Printer } from './printing/printer.ts';
import type { Reader } from './reading/reader.ts';
import { paperRoutes } from './routes/paper.ts';
import { deviceRoutes, pairingRoutes, type Lan } from './routes/devices.ts';
import { documentRoutes } from './routes/documents.ts';
import { exchangeRoutes } from './routes/exchange.ts';
import { historyRoutes } from './routes/history.ts';
import { photoRoutes } from './routes/photos.ts';
import type { Store } from './store.ts';

export interface AppOptions {
  readonly store: Store;
  readonly reader: Reader;
  readonly printer: Printer;
  readonly carder: Carder;
  readonly logger: Logger;
  /** Folder with the database and its backups. */
  readonly dataDir: string;
  /** Folder of the built interface; left out when the developer's server has it. */
  readonly webDir?: string;
  /** Names under which the server may be asked; left out, this machine alone. */
  readonly names?: ReadonlySet<string>;
  /** Set when the house network is let in, with the secret for its cookies. */
  readonly lan?: Lan & { readonly secret: string };
  /** Requests of one address in ten seconds. */
  readonly rate?: number;
}

interface BodyError {
  readonly type?: unknown;
  readonly message?: unknown;
  readonly status?: unknown;
}

const megabytes = (bytes: number): string => `${Math.round(bytes / 1048576)} MB`;

/** What a client did wrong, as the parts of Express tell it by a status of their own. */
const CLIENT_FAULTS: Readonly<Record<number, readonly [title: string, detail: string]>> = {
  400: ['Bad request', "The request can't be read. Nothing was changed."],
  404: ['Not found', 'There is no such file here.'],
  412: ['Changed elsewhere', 'It was changed in the meantime. Nothing was changed by this request.'],
  415: ['Unknown encoding', 'Send UTF-8 JSON, plain or gzip. Nothing was changed.'],
  416: ['No such part', 'The file has no such range.'],
};

function bodyProblem({ type, message, status }: BodyError, limit: number): Problem | undefined {
  if (type === 'entity.too.large')
    return new Problem(
      413,
      'Too large',
      `This is larger than ${megabytes(limit)}. An exported house is far smaller; is it the right file? Nothing was changed.`,
    );
  if (type === 'entity.parse.failed')
    return new Problem(
      400,
      'Not JSON',
      `The file can't be read: ${String(message).slice(0, 200)}. Nothing was changed.`,
      [{ where: 'the file', what: 'is not JSON, or is cut off' }],
    );
  if (typeof status !== 'number' || status < 400 || status >= 500) return undefined;
  const [title, detail] = CLIENT_FAULTS[status] ?? [
    'Bad request',
    "The request can't be read. Nothing was changed.",
  ];
  return new Problem(status, title, detail);
}

/** Every error leaves as what it is; only what we did not foresee is logged as an error, and never shown with its stack. */
function asProblem(error: unknown): Problem | undefined {
  if (error instanceof Problem) return error;
  if (error instanceof z.ZodError)
    return new Problem(400, 'Bad address', error.issues[0]?.message ?? 'The address is not one of ours.');
  const limit = (error as { limit?: unknown } | null)?.limit;
  return (
    bodyProblem(error ?? {}, typeof limit === 'number' ? limit : DOCUMENT_BYTES) ?? storageProblem(error)
  );
}

/** A person with a browser, not a program: they get a page. */
const isPerson = (request: Request): boolean =>
  request.method === 'GET' &&
  !request.path.startsWith('/api') &&
  (request.get('accept') ?? '').includes('text/html');

/** The other side went away or sent what is no HTTP: nobody is there to be told, and it is no fault of ours. */
const isBrokenOff = (error: unknown): boolean => {
  const { code } = (error ?? {}) as { code?: unknown };
  if (typeof code !== 'string') return false;
  return code === 'ERR_STREAM_PREMATURE_CLOSE' || code === 'ECONNRESET' || code.startsWith('HPE_');
};

const onError: ErrorRequestHandler = (error: unknown, request, response, next) => {
  if (isBrokenOff(error)) {
    response.destroy();
    return;
  }
  if (response.headersSent) return next(error);
  const problem = asProblem(error);
  if (problem === undefined || problem.status >= 500) request.log.error({ err: error }, 'unforeseen');
  const told =
    problem ??
    new Problem(500, 'Something went wrong', 'The server failed. What was saved before is kept; try again.');
  response.status(told.status).set('Cache-Control', 'no-store');
  const { retryAfterSeconds } = told.extra;
  if (typeof retryAfterSeconds === 'number') response.set('Retry-After', String(retryAfterSeconds));
  if (isPerson(request)) response.type('html').send(errorPage(told.title, told.message));
  else response.type('application/problem+json').send(JSON.stringify(told));
};

const limiter = (limit: number): RequestHandler =>
  rateLimit({
    windowMs: RATE_MS,
    limit,
    standardHeaders: true,
    legacyHeaders: false,
    handler: (_request, _response, next) =>
      next(
        new Problem(429, 'Too many requests', 'Wait a few seconds and try again. Nothing was changed.', [], {
          retryAfterSeconds: RATE_MS / 1000,
        }),
      ),
  });

const noStore: RequestHandler = (_request, response, next) => {
  response.set('Cache-Control', 'no-store');
  next();
};

/** The documents that a page will ask for, for the browser to fetch while the code of the page is still on its way. */
function documentsOf(path: string): string {
  const [, house, job] = /^\/houses\/([\w-]+)(?:\/jobs\/([\w-]+))?/.exec(path) ?? [];
  return [
    ...(house === undefined ? [] : [`/api/houses/${house}`]),
    ...(job === undefined ? [] : [`/api/jobs/${job}`]),
  ]
    .map((address) => `<${address}>; rel=preload; as=fetch; crossorigin`)
    .join(', ');
}

/** The built interface: files by their name, everything else without a file name is a page of the application. */
function webRoutes(app: Express, webDir: string): void {
  app.use(
    '/assets',
    express.static(join(webDir, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
  );
  app.use(express.static(webDir, { maxAge: 0 }));
  app.get('/{*rest}', (request, response) => {
    if (extname(request.path) !== '') throw notFound('such file');
    const ahead = documentsOf(request.path);
    if (ahead !== '') response.set('Link', ahead);
    response.set('Cache-Control', 'no-cache').sendFile(join(webDir, 'index.html'));
  });
}

/** Builds the HTTP interface over a store. */
export function createApp(options: AppOptions): Express {
  const { store, reader, printer, carder, logger, dataDir, webDir, lan } = options;
  const app = express();
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
  app.use(
    pinoHttp({
      logger,
      autoLogging: { ignore: (r) => !r.url?.startsWith('/api') },
      serializers: {
        req: (r: { method: string; url: string }) => ({ method: r.method, url: r.url }),
        res: (r: { statusCode: number }) => ({ status: r.statusCode }),
      },
    }),
  );
  app.use(onlyFromHere(options.names ?? hostNames('127.0.0.1', false)));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'style-src': ["'self'", "'unsafe-inline'"],
          'worker-src': ["'self'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  if (lan) {
    app.use(cookieParser(lan.secret));
    app.use(pairingRoutes(lan, store.now));
    app.use(onlyPaired(store.now));
  }
  app.use('/api', noStore, limiter(options.rate ?? RATE_REQUESTS), onlyJson);
  app.get('/api/health', (_request, response) => {
    response.json({ ok: true });
  });
  const heavy = limiter(Math.min(options.rate ?? RATE_HEAVY, Math.max(RATE_HEAVY, (options.rate ?? 0) / 10)));
  app.use('/api', exchangeRoutes(store, reader, dataDir, heavy));
  app.use('/api', paperRoutes(store, printer, heavy, lan?.address));
  app.use('/api', cardRoutes(store, new Cards(store, carder)));
  // A house and a job that are saved together are as large as both.
  app.use('/api/jobs/:id/with-house', express.json({ limit: 2 * DOCUMENT_BYTES }));
  app.use('/api', express.json({ limit: DOCUMENT_BYTES }));
  app.use('/api', deviceRoutes(lan), historyRoutes(store), photoRoutes(store), documentRoutes(store));
  app.use('/api', () => {
    throw notFound('such address');
  });
  if (webDir !== undefined && existsSync(webDir)) webRoutes(app, webDir);
  app.use(onError);
  return app;
}
