export * from './types.ts';
export * from './candidates.ts';
export * from './legs.ts';
export * from './option.ts';
export * from './apply.ts';
export * from './runs.ts';
