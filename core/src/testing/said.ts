import { speaker, spoken, type Spoken } from '../words/index.ts';

/** What a message says in feet and inches, for tests that read it. */
export const said = speaker('imperial');
/** A result with everything in it said. */
export const heard = <T>(value: T): Spoken<T> => spoken(value, said);
