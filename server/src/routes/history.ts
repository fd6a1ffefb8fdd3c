import { Router } from 'express';
import { z } from 'zod';
import { binned, purge, restoreRevision, revision, revisionPage, unbin } from '../history.ts';
import { PAGE, PAGE_MOST } from '../limits.ts';
import type { Store } from '../store.ts';
import { idOf, kindOf, known, send, versionOf } from './asked.ts';

const Page = z.object({
  before: z.coerce.number().int().positive().optional(),
  limit: z.coerce.number().int().min(1).max(PAGE_MOST).default(PAGE),
});

/** Saved versions, and the bin. */
export function historyRoutes(store: Store): Router {
  const routes = Router();
  routes.get('/bin', async (_request, response) => {
    response.json(await binned());
  });
  routes.post('/bin/:kind/:id/restore', async (request, response) => {
    send(response, await unbin(store, kindOf(request), idOf(request), known(request)));
  });
  routes.delete('/bin/:kind/:id', async (request, response) => {
    await purge(store, kindOf(request), idOf(request));
    response.status(204).end();
  });
  routes.get('/:kind/:id/revisions', async (request, response) => {
    const { before, limit } = Page.parse(request.query);
    response.json(await revisionPage(store, kindOf(request), idOf(request), { before, limit }));
  });
  routes.get('/:kind/:id/revisions/:version', async (request, response) => {
    response.json(await revision(kindOf(request), idOf(request), versionOf(request)));
  });
  routes.post('/:kind/:id/revisions/:version/restore', async (request, response) => {
    const [kind, id] = [kindOf(request), idOf(request)];
    send(response, await restoreRevision(store, kind, id, versionOf(request), known(request)));
  });
  return routes;
}
