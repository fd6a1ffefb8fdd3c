export * from './length.ts';
export * from './quantity.ts';
