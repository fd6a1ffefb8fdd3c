export * from './bill.ts';
