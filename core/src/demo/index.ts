import type { House, Job } from '../document/index.ts';
import { freezerJob, quarryHouse } from './quarry.ts';
import { aquariumJob, keyboardJob, tamarackHouse } from './tamarack.ts';

/** The demo: two invented houses and three jobs at different stages. */
export const demoHouses = (): House[] => [tamarackHouse(), quarryHouse()];
export const demoJobs = (): Job[] => [keyboardJob(), aquariumJob(), freezerJob()];

export { largeHouse, largeJob, spreadJob } from './large.ts';
