export * from './bill.ts';
export * from './cut-rolls.ts';
