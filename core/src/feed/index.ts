export * from './feed.ts';
