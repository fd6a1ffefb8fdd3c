/** The bench: an entry of its own, out of the first load. */
export * from './faults.ts';
export * from './bench.ts';
export * from './during.ts';
export * from './instruments.ts';
export * from './places.ts';
export * from './words.ts';
export * from './looks.ts';
export { dangerOf, SYMPTOMS, type Danger, type Symptom } from './belief.ts';
export * from './diagnose.ts';
export * from './from-tests.ts';
export * from './readings-table.ts';
export { handleOf, handlesIn, tripOf } from '../network/index.ts';
export { wiringPlanOf } from '../evaluation/prove-option.ts';
