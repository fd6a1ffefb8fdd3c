export * from './plan.ts';
export * from './electrical.ts';
export * from './work.ts';
export * from './parts.ts';
