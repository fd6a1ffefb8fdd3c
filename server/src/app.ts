import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { HouseId, JobId, readBundle, readHouse, readJob, writeBundle, type BundleFile } from '@elwand/core';
import express, { type ErrorRequestHandler, type Express, type Request, type Response } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { z } from 'zod';
import { notFound, Problem, unreadable } from './problem.ts';
import type { Saved, Store } from './store.ts';

export interface AppOptions {
  readonly store: Store;
  readonly logger: Logger;
  /** Folder of the built interface; left out when the developer's server has it. */
  readonly webDir?: string;
}

const BODY_LIMIT = '8mb';
const Kind = z.enum(['houses', 'jobs']);
const kindOf = (k: z.infer<typeof Kind>): 'house' | 'job' => (k === 'houses' ? 'house' : 'job');

function known(request: Request): number {
  const header = request.get('if-match');
  const version = /^"?(\d+)"?$/.exec(header ?? '')?.[1];
  if (version === undefined)
    throw new Problem(
      428,
      'Version needed',
      'Say which version you changed in an If-Match header. Nothing was changed.',
      [{ where: 'If-Match', what: header ? `"${header}" is no version` : 'is missing' }],
    );
  return Number(version);
}

function send<T>(response: Response, one: Saved<T>, status = 200): void {
  response.status(status).set('ETag', `"${one.version}"`).json(one);
}

const idOf = (request: Request): string => z.string().max(64).parse(request.params.id);

/** A copy of a bundle under ids of its own, when the ones in the file are taken. */
function asCopy(bundle: BundleFile, taken: { house: boolean; jobs: ReadonlySet<string> }): BundleFile {
  const suffix = randomUUID().slice(0, 8);
  const house = taken.house
    ? {
        ...bundle.house,
        id: HouseId.parse(`${bundle.house.id.slice(0, 50)}-${suffix}`),
        name: `${bundle.house.name} (copy)`.slice(0, 120),
      }
    : bundle.house;
  const jobs = bundle.jobs.map((j) => ({
    ...j,
    houseId: house.id,
    id: taken.jobs.has(j.id) ? JobId.parse(`${j.id.slice(0, 50)}-${suffix}`) : j.id,
  }));
  return { ...bundle, house, jobs };
}

function documentRoutes(app: Express, store: Store): void {
  app.get('/api/houses', async (_request, response) => {
    response.json(await store.list());
  });
  app.post('/api/houses', async (request, response) => {
    const read = readHouse(request.body);
    if (!read.ok) throw unreadable('house', read.problems);
    send(response, await store.createHouse(read.value), 201);
  });
  app.get('/api/houses/:id', async (request, response) => send(response, await store.house(idOf(request))));
  app.put('/api/houses/:id', async (request, response) => {
    const read = readHouse(request.body);
    if (!read.ok) throw unreadable('house', read.problems);
    if (read.value.id !== idOf(request))
      throw unreadable('house', [{ where: 'house.id', what: 'is not the id of this address' }]);
    send(response, await store.saveHouse(read.value, known(request)));
  });
  app.post('/api/jobs', async (request, response) => {
    const read = readJob(request.body);
    if (!read.ok) throw unreadable('job', read.problems);
    send(response, await store.createJob(read.value), 201);
  });
  app.get('/api/jobs/:id', async (request, response) => send(response, await store.job(idOf(request))));
  app.put('/api/jobs/:id', async (request, response) => {
    const read = readJob(request.body);
    if (!read.ok) throw unreadable('job', read.problems);
    if (read.value.id !== idOf(request))
      throw unreadable('job', [{ where: 'job.id', what: 'is not the id of this address' }]);
    send(response, await store.saveJob(read.value, known(request)));
  });
}

function otherRoutes(app: Express, store: Store): void {
  app.delete('/api/:kind/:id', async (request, response) => {
    await store.remove(kindOf(Kind.parse(request.params.kind)), idOf(request));
    response.status(204).end();
  });
  app.get('/api/:kind/:id/revisions', async (request, response) => {
    response.json(await store.revisions(kindOf(Kind.parse(request.params.kind)), idOf(request)));
  });
  app.post('/api/:kind/:id/revisions/:version/restore', async (request, response) => {
    const version = z.coerce.number().int().positive().parse(request.params.version);
    send(response, await store.restore(kindOf(Kind.parse(request.params.kind)), idOf(request), version));
  });
  app.get('/api/houses/:id/export', async (request, response) => {
    const { document } = await store.house(idOf(request));
    const text = writeBundle(document, await store.jobsOf(document.id));
    response
      .set('Content-Disposition', `attachment; filename="${document.id}.elwand.json"`)
      .type('application/json')
      .send(text);
  });
  app.post('/api/import', async (request, response) => {
    const read = readBundle(request.body);
    if (!read.ok) throw unreadable('file', read.problems);
    const there = await store.list();
    const taken = {
      house: there.some((h) => h.id === read.value.house.id),
      jobs: new Set(there.flatMap((h) => h.jobs.map((j) => j.id))),
    };
    const bundle = asCopy(read.value, taken);
    await store.createBundle(bundle.house, bundle.jobs);
    response
      .status(201)
      .json({ houseId: bundle.house.id, jobs: bundle.jobs.map((j) => j.id), copied: taken.house });
  });
}

interface BodyError {
  readonly type?: unknown;
  readonly message?: unknown;
}

/** Every error leaves as problem+json; only what we did not foresee is logged as an error, and never shown with its stack. */
function asProblem(error: unknown): Problem | undefined {
  if (error instanceof Problem) return error;
  if (error instanceof z.ZodError)
    return new Problem(400, 'Bad address', error.issues[0]?.message ?? 'The address is not one of ours.');
  const type = (error as BodyError | null)?.type;
  if (type === 'entity.too.large')
    return new Problem(
      413,
      'Too large',
      `This is larger than ${BODY_LIMIT.toUpperCase()}. An exported house is far smaller; is it the right file? Nothing was changed.`,
    );
  if (type === 'entity.parse.failed')
    return new Problem(
      400,
      'Not JSON',
      `The file can't be read: ${String((error as BodyError).message)}. Nothing was changed.`,
      [{ where: 'the file', what: 'is not JSON, or is cut off' }],
    );
  return undefined;
}

/** Builds the HTTP interface over a store. */
export function createApp({ store, logger, webDir }: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
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
  app.get('/api/health', (_request, response) => {
    response.json({ ok: true });
  });
  app.use('/api', express.json({ limit: BODY_LIMIT }));
  documentRoutes(app, store);
  otherRoutes(app, store);
  app.use('/api/{*rest}', () => {
    throw notFound('such address');
  });
  if (webDir !== undefined && existsSync(webDir)) {
    app.use('/assets', express.static(join(webDir, 'assets'), { immutable: true, maxAge: '1y' }));
    app.use(express.static(webDir, { maxAge: 0 }));
    app.get('/{*rest}', (_request, response) => {
      response.set('Cache-Control', 'no-cache').sendFile(join(webDir, 'index.html'));
    });
  }
  const onError: ErrorRequestHandler = (error: unknown, request, response, next) => {
    if (response.headersSent) return next(error);
    const problem = asProblem(error);
    if (!problem) request.log.error({ err: error }, 'unforeseen');
    const told =
      problem ??
      new Problem(
        500,
        'Something went wrong here',
        'The server met a fault. What was saved before is kept; try again.',
      );
    response.status(told.status).type('application/problem+json').send(JSON.stringify(told));
  };
  app.use(onError);
  return app;
}
