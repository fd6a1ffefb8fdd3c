import { cardOf, type House, type HouseCard, type Job } from '@elwand/core';

/** Entry of the thread that plans the jobs of a house for the start page. */
export default ({ house, jobs }: { house: House; jobs: readonly Job[] }): HouseCard => cardOf(house, jobs);
