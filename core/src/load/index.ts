export * from './load.ts';
export * from './drop.ts';
export * from './trip.ts';
export * from './feeder.ts';
