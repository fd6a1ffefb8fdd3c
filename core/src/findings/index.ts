export * from './source.ts';
export * from './finding.ts';
