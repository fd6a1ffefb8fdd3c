export * from './load.ts';
export * from './drop.ts';
