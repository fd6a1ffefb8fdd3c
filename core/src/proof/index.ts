export * from './plan.ts';
export * from './electrical.ts';
