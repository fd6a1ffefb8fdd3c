export * from './tape.ts';
export * from './apply.ts';
