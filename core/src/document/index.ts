export * from './ids.ts';
export * from './house.ts';
export * from './job.ts';
export * from './kinds.ts';
export * from './switches.ts';
export * from './integrity.ts';
export * from './make.ts';
export * from './read.ts';
