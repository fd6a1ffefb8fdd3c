/** The solver and what it writes: an entry of its own, out of the first load. */
export * from './circuit.ts';
export { networkOf, handleOf, tripOf, screwOf, type Network, type UseAt, type Wire } from './network.ts';
export { surveyHouse } from './survey.ts';
export type { State } from './touched.ts';
export * from './solve.ts';
export * from './spice.ts';
