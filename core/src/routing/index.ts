export * from './operations.ts';
export * from './graph.ts';
export * from './search.ts';
export type * from './move.ts';
export * from './route.ts';
export * from './raceway-leg.ts';
export { NAILER } from './boring.ts';
export { bayFor, CROWN_LEAST_MM } from './in-walls.ts';
export { isPlainRoom } from './on-walls.ts';
