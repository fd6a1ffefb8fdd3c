import type { Text } from './message.ts';
import type { Say } from './speaker.ts';

/** The same data with everything that is said as plain text. */
export type Spoken<T> = T extends string | number | boolean | null | undefined
  ? T
  : Extract<T, Exclude<Text, string>> extends never
    ? T extends readonly (infer Item)[]
      ? readonly Spoken<Item>[]
      : { readonly [K in keyof T]: Spoken<T[K]> }
    : string;

const IS_SAID: readonly (readonly string[])[] = [
  ['id', 'values'],
  ['kind', 'value'],
  ['list', 'by'],
  ['capital'],
  ['article'],
];
/** Messages and quantities are told by their keys: nothing else in our data has exactly these. */
function isSaid(value: object): value is Exclude<Text, string> {
  const keys = Object.keys(value);
  if (keys.length === 1 && keys[0] === 'id') return String((value as { id: unknown }).id).includes('.');
  return IS_SAID.some((of) => of.length === keys.length && of.every((k) => keys.includes(k)));
}

/** Renders everything that is said in a piece of data: for files and for programs that read them. */
export function spoken<T>(value: T, say: Say): Spoken<T> {
  if (typeof value !== 'object' || value === null) return value as Spoken<T>;
  if (Array.isArray(value)) return (value as readonly unknown[]).map((v) => spoken(v, say)) as Spoken<T>;
  if (isSaid(value)) return say(value) as Spoken<T>;
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, spoken(v, say)])) as Spoken<T>;
}
