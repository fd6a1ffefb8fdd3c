export * from './message.ts';
export { spoken, type Spoken } from './spoken.ts';
export { lengthFault, toolText } from './names.ts';
export { q } from './quantity.ts';
export { speaker, speakerOf, type Say } from './speaker.ts';
export { LANGUAGES, learn, type MessageId } from './catalogs.ts';
