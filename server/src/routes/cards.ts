import { Router } from 'express';
import type { Cards } from '../cards/cards.ts';
import { sampleHouse } from '../demo.ts';
import type { Store } from '../store.ts';
import { idOf } from './asked.ts';

/** What the start page shows beside the list: houses at a glance, and a sample house to look around in. */
export function cardRoutes(store: Store, cards: Cards): Router {
  const routes = Router();
  routes.get('/houses/:id/card', async (request, response) => {
    response.json(await cards.of(idOf(request)));
  });
  routes.post('/sample', async (_request, response) => {
    response.status(201).json(await sampleHouse(store));
  });
  return routes;
}
