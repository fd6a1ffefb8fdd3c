import type { House, Job } from '../document/index.ts';
import { freezerJob, quarryHouse, trayLightJob } from './quarry.ts';
import { aquariumJob, keyboardJob, tamarackHouse } from './tamarack.ts';

/** The demo: two invented houses and four jobs at different stages. */
export const demoHouses = (): House[] => [tamarackHouse(), quarryHouse()];
export const demoJobs = (): Job[] => [keyboardJob(), aquariumJob(), freezerJob(), trayLightJob()];

export { largeHouse, largeJob, spreadJob } from './large.ts';
