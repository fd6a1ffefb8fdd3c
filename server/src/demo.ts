import { demoHouses, demoJobs } from '@elwand/core/demo';
import type { Store } from './store.ts';

/** Fills an empty database with the invented demo houses; a database with anything in it is left alone. */
export async function fillDemo(store: Store): Promise<boolean> {
  if ((await store.list()).length > 0) return false;
  for (const house of demoHouses())
    await store.createBundle(
      house,
      demoJobs().filter((j) => j.houseId === house.id),
    );
  return true;
}
