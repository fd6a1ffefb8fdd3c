import { readHouse, readJob } from '@elwand/core';
import { Router } from 'express';
import { unreadable } from '../problem.ts';
import type { Store } from '../store.ts';
import { idOf, kindOf, known, knownIfSaid, send } from './asked.ts';

/** Houses and jobs: list, make, read, save, delete. */
export function documentRoutes(store: Store): Router {
  const routes = Router();
  routes.get('/houses', async (_request, response) => {
    response.type('application/json').send(await store.listText());
  });
  routes.post('/houses', async (request, response) => {
    const read = readHouse(request.body);
    if (!read.ok) throw unreadable('house', read.problems);
    send(response, await store.createHouse(read.value), 201);
  });
  routes.get('/houses/:id', async (request, response) => send(response, await store.house(idOf(request))));
  routes.put('/houses/:id', async (request, response) => {
    const read = readHouse(request.body);
    if (!read.ok) throw unreadable('house', read.problems);
    if (read.value.id !== idOf(request))
      throw unreadable('house', [{ where: 'house.id', what: 'is not the id of this address' }]);
    send(response, await store.saveHouse(read.value, known(request)));
  });
  routes.post('/jobs', async (request, response) => {
    const read = readJob(request.body);
    if (!read.ok) throw unreadable('job', read.problems);
    send(response, await store.createJob(read.value), 201);
  });
  routes.get('/jobs/:id', async (request, response) => send(response, await store.job(idOf(request))));
  routes.put('/jobs/:id', async (request, response) => {
    const read = readJob(request.body);
    if (!read.ok) throw unreadable('job', read.problems);
    if (read.value.id !== idOf(request))
      throw unreadable('job', [{ where: 'job.id', what: 'is not the id of this address' }]);
    send(response, await store.saveJob(read.value, known(request)));
  });
  routes.delete('/:kind/:id', async (request, response) => {
    await store.remove(kindOf(request), idOf(request), knownIfSaid(request));
    response.status(204).end();
  });
  return routes;
}
