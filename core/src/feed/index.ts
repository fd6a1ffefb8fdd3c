export * from './feed.ts';
export * from './zones.ts';
export * from './commands.ts';
