import type { Quantity } from './quantity.ts';
import type { MessageId } from './catalogs.ts';

/**
 * What is said, without the saying: which sentence, and with which values. The sentence itself stands in a catalog, and only
 * the renderer (`speaker`) knows language and units.
 */
export interface Message {
  readonly id: MessageId;
  readonly values?: Values;
}
export type Values = Readonly<Record<string, Value>>;
/** A name that somebody typed, a number (for plurals), a quantity with its unit, or something that is said in its turn. */
export type Value = string | number | Quantity | Message | ListOf | Capital | WithArticle;

export interface ListOf {
  readonly list: readonly Value[];
  readonly by: 'and' | 'or' | 'comma' | 'semicolon' | 'sentence';
}
export interface Capital {
  readonly capital: Value;
}
export interface WithArticle {
  readonly article: Value;
}

/** Anything that is said: a message, a quantity, a list, or the words of a person, which nobody translates. */
export type Text = Exclude<Value, number>;

export const msg = (id: MessageId, values?: Values): Message => (values ? { id, values } : { id });

/** `A, B, and C`. */
export const allOf = (list: readonly Value[]): ListOf => ({ list, by: 'and' });
/** `A, B, or C`. */
export const anyOf = (list: readonly Value[]): ListOf => ({ list, by: 'or' });
/** `A, B, C`: values of one row. */
export const row = (list: readonly Value[]): ListOf => ({ list, by: 'comma' });
/** `A; B; C`. */
export const apart = (list: readonly Value[]): ListOf => ({ list, by: 'semicolon' });
/** Sentences, one after the other; what is empty is left out. */
export const sentences = (list: readonly Value[]): ListOf => ({ list, by: 'sentence' });
/** Begins a sentence with it. */
export const capital = (value: Value): Capital => ({ capital: value });
/** `a box`, `an attic`. */
export const article = (value: Value): WithArticle => ({ article: value });

type After<Prefix extends string> = MessageId extends infer Id
  ? Id extends `${Prefix}.${infer Rest}`
    ? Rest
    : never
  : never;
/** Things that a catalog names, by the end of their id. */
export type Named<Prefix extends string> = After<Prefix>;
export type Tool = Named<'names.tool'>;

/** Each thing said once, in the order in which they first come. */
export const distinct = <T extends Value>(values: readonly T[]): T[] => [
  ...new Map(values.map((v) => [JSON.stringify(v), v] as const)).values(),
];
