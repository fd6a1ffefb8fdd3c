export * from './pack.ts';
export * from './boxes.ts';
export { necPack, packFor } from './nec/pack.ts';
