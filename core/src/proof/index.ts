export * from './plan.ts';
export { proveGeometry } from './geometry.ts';
export { proveWiring } from './electrical.ts';
export { networkAsDrawn, surveysOf } from './drawn.ts';
export * from './work.ts';
export * from './parts.ts';
