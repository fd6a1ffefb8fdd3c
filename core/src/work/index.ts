export * from './step.ts';
export * from './tests.ts';
export * from './steps.ts';
