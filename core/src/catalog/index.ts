export * from './boxes.ts';
export * from './parts.ts';
export * from './tools.ts';
export * from './appliances.ts';
export * from './breakers.ts';
export * from './connectors.ts';
export * from './grounds.ts';
export * from './strip-parts.ts';
