import { ItemId } from '@elwand/core';
import { Router } from 'express';
import { z } from 'zod';
import { keepPhoto, photoOf } from '../photos/photos.ts';
import type { Store } from '../store.ts';
import { idOf } from './asked.ts';

const Upload = z.object({ jpeg: z.base64() });
const A_YEAR = 365 * 24 * 3600;

/** Pictures of jobs and walls: they come as JSON, like everything that changes something, and go out as what they are. */
export function photoRoutes(store: Store): Router {
  const routes = Router();
  for (const kind of ['job', 'house'] as const) {
    const path = `/${kind}s/:id/photos/:photo`;
    routes.put(path, async (request, response) => {
      const id = ItemId.parse(request.params.photo);
      const { jpeg } = Upload.parse(request.body);
      const of = { kind, id: idOf(request) };
      const { isNew } = await keepPhoto(store, of, id, Buffer.from(jpeg, 'base64'));
      response.status(isNew ? 201 : 204).end();
    });
    routes.get(path, async (request, response) => {
      const jpeg = await photoOf({ kind, id: idOf(request) }, ItemId.parse(request.params.photo));
      // A picture never changes under its id.
      response.set('Cache-Control', `private, max-age=${A_YEAR}, immutable`).type('image/jpeg').send(jpeg);
    });
  }
  return routes;
}
