export * from './length.ts';
export * from './quantity.ts';
export * from './bits.ts';
export * from './csv.ts';
export * from './seeded.ts';
