export * from './tests.ts';
export * from './steps.ts';
