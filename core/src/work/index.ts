export * from './step.ts';
export * from './tests.ts';
export { powerOf, type Power } from './power.ts';
export * from './steps.ts';
export * from './progress.ts';
export * from './pace.ts';
export * from './timer.ts';
