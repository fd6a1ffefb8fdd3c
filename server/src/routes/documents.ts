import { readHouse, readJob } from '@elwand/core';
import { Router } from 'express';
import { z } from 'zod';
import { unreadable } from '../problem.ts';
import type { Store } from '../store.ts';
import { idOf, kindOf, known, knownIfSaid, send } from './asked.ts';

/** A house and a job that are saved together, each over the version that the client knows. */
const Version = z.int().positive();
const Together = z.object({
  house: z.unknown(),
  job: z.unknown(),
  versions: z.object({ house: Version, job: Version }),
});

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
  // Both or neither: what is signed off stands in the house, and what stands in the house is signed off.
  routes.put('/jobs/:id/with-house', async (request, response) => {
    const { house, job, versions } = Together.parse(request.body);
    const [readH, readJ] = [readHouse(house), readJob(job)];
    if (!readH.ok) throw unreadable('house', readH.problems);
    if (!readJ.ok) throw unreadable('job', readJ.problems);
    if (readJ.value.id !== idOf(request))
      throw unreadable('job', [{ where: 'job.id', what: 'is not the id of this address' }]);
    if (readJ.value.houseId !== readH.value.id)
      throw unreadable('job', [{ where: 'job.houseId', what: 'is not the house that came with it' }]);
    response.json(await store.saveBoth(readH.value, readJ.value, versions));
  });
  routes.delete('/:kind/:id', async (request, response) => {
    await store.remove(kindOf(request), idOf(request), knownIfSaid(request));
    response.status(204).end();
  });
  return routes;
}
