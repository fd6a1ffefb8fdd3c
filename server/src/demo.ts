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

/** The first demo house with its jobs, as it was made; the one that is here already where there is one. */
export async function sampleHouse(
  store: Store,
): Promise<{ readonly id: string; readonly jobId: string | null }> {
  const [house] = demoHouses();
  if (!house) throw new Error('there is no demo house');
  const jobs = demoJobs().filter((j) => j.houseId === house.id);
  const here = (await store.list()).find((h) => h.id === house.id);
  if (!here) await store.createBundle(house, jobs);
  return { id: house.id, jobId: (here ? here.jobs[0]?.id : jobs[0]?.id) ?? null };
}
