export * from './source.ts';
export * from './finding.ts';
export * from './because.ts';
