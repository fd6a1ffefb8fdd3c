export * from './tape.ts';
export * from './apply.ts';
export * from './usual-boxes.ts';
export * from './sketch.ts';
export * from './room-words.ts';
export * from './breaker-line.ts';
export * from './want-line.ts';
