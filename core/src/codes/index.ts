export * from './pack.ts';
export * from './boxes.ts';
export { necPack, packFor, cableEndSlackMm } from './nec/pack.ts';
