export * from './feed.ts';
export * from './zones.ts';
export * from './commands.ts';
export * from './chain.ts';
export * from './panel-face.ts';
export * from './hunt.ts';
export * from './directory.ts';
