export * from './conductors.ts';
export * from './box.ts';
