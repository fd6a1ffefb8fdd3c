import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { existsSync } from 'node:fs';
import express, { Router, type RequestHandler } from 'express';
import { backupFile, backupHere, isBackupName, listBackups, restoreFrom } from '../backup.ts';
import { exportAll, exportHouse, housesForOneFile, importFile } from '../exchange.ts';
import { IMPORT_BYTES } from '../limits.ts';
import { inspect } from '../open.ts';
import { notFound, Problem } from '../problem.ts';
import type { Reader } from '../reading/reader.ts';
import type { Store } from '../store.ts';
import { idOf } from './asked.ts';

const asFile = (name: string): string => `attachment; filename="${name}"`;

/** Files in and out: one house, all houses, backups of the database. */
export function exchangeRoutes(store: Store, reader: Reader, dataDir: string, heavy: RequestHandler): Router {
  const routes = Router();
  routes.get('/houses/:id/export', async (request, response) => {
    const id = idOf(request);
    const text = await exportHouse(store, id, request.query.history !== '0');
    response
      .set('Content-Disposition', asFile(`${id}.elwand.json`))
      .type('application/json')
      .send(text);
  });
  routes.get('/export', heavy, async (_request, response) => {
    const ids = await housesForOneFile(store);
    response.set('Content-Disposition', asFile('all-houses.elwand.json')).type('application/json');
    await pipeline(Readable.from(exportAll(store, ids)), response);
  });
  // The file is read as it came; a thread of its own makes sense of it.
  const raw = express.raw({ type: 'application/json', limit: IMPORT_BYTES });
  routes.post('/import', heavy, raw, async (request, response) => {
    const file: unknown = request.body;
    if (!(file instanceof Uint8Array))
      throw new Problem(400, 'No file', 'The request has no file in it. Nothing was changed.', [
        { where: 'the file', what: 'is missing' },
      ]);
    const houses = await importFile(store, reader, file);
    response.status(201).json({ ...houses[0], houses });
  });
  routes.get('/backups', (_request, response) => {
    response.json(listBackups(dataDir));
  });
  routes.post('/backups', heavy, async (_request, response) => {
    response.status(201).json(await store.exclusively(() => backupHere(dataDir, store.now())));
  });
  const there = (name: unknown): string => {
    if (typeof name !== 'string' || !isBackupName(name) || !existsSync(backupFile(dataDir, name)))
      throw notFound('such backup');
    return backupFile(dataDir, name);
  };
  routes.get('/backups/:name', (request, response) => {
    response.download(there(request.params.name));
  });
  routes.post('/backups/:name/restore', heavy, async (request, response) => {
    const file = there(request.params.name);
    await inspect(file);
    response.json({ before: await store.exclusively(() => restoreFrom(dataDir, file, store.now())) });
  });
  return routes;
}
