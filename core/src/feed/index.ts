export * from './feed.ts';
export * from './zones.ts';
