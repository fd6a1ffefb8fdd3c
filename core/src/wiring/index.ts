export * from './box.ts';
