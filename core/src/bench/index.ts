/** The bench: an entry of its own, because of the matrices it brings along. */
export * from './faults.ts';
export * from './bench.ts';
export * from './instruments.ts';
export * from './places.ts';
export * from './words.ts';
