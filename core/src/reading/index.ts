/** Reading a box: an entry of its own, because few who open Elwand open a box. */
export * from './seen.ts';
export { insulated } from './beyond.ts';
export { keptWirings, MOST_UNSEEN, type Kept, type WireRole, type Wiring } from './wirings.ts';
export * from './told.ts';
export * from './ask.ts';
export * from './wrong.ts';
export * from './written.ts';
export { openedBoxes, type OpenedBox } from './opened.ts';
export * from './words.ts';
