export * from './bill.ts';
export * from './cut-rolls.ts';
export * from './shelf.ts';
export * from './price-list.ts';
export * from './sold.ts';
export * from './tools.ts';
export * from './substitutes.ts';
