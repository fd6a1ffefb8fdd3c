import { ItemId } from '@elwand/core';
import { Router } from 'express';
import { z } from 'zod';
import { keepPhoto, photoOf } from '../photos/photos.ts';
import type { Store } from '../store.ts';
import { idOf } from './asked.ts';

const Upload = z.object({ jpeg: z.base64() });
const A_YEAR = 365 * 24 * 3600;

/** Pictures of a job: they come as JSON, like everything that changes something, and go out as what they are. */
export function photoRoutes(store: Store): Router {
  const routes = Router();
  routes.put('/jobs/:id/photos/:photo', async (request, response) => {
    const id = ItemId.parse(request.params.photo);
    const { jpeg } = Upload.parse(request.body);
    const { isNew } = await keepPhoto(store, idOf(request), id, Buffer.from(jpeg, 'base64'));
    response.status(isNew ? 201 : 204).end();
  });
  routes.get('/jobs/:id/photos/:photo', async (request, response) => {
    const jpeg = await photoOf(idOf(request), ItemId.parse(request.params.photo));
    // A picture never changes under its id.
    response.set('Cache-Control', `private, max-age=${A_YEAR}, immutable`).type('image/jpeg').send(jpeg);
  });
  return routes;
}
