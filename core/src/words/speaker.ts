import { IntlMessageFormat } from 'intl-messageformat';
import type { UnitSystem } from '../units/index.ts';
import { LANGUAGES, type Language } from './catalogs.ts';
import type { ListOf, Value } from './message.ts';
import { isPlain, withValues } from './plain.ts';
import { printQuantity } from './quantity.ts';

/** Says a message in one language and one system of units; what is already text stays as it is. */
export type Say = (text: Value) => string;

/** Sentences by their id; as ICU text, or compiled ahead (for the browser) as syntax trees. */
export type Catalog = Readonly<Record<string, unknown>>;
type Entry = ConstructorParameters<typeof IntlMessageFormat>[0];

/** Parsed sentences of each catalog. */
const parsed = new WeakMap<Catalog, Map<string, IntlMessageFormat>>();

function formatOf(catalog: Catalog, id: string, entry: Entry, language: string): IntlMessageFormat {
  const of = parsed.get(catalog) ?? new Map<string, IntlMessageFormat>();
  parsed.set(catalog, of);
  const known = of.get(id);
  if (known) return known;
  const made = new IntlMessageFormat(entry, language);
  of.set(id, made);
  return made;
}

/** A value that is empty leaves its blank behind. */
const tidied = (text: string): string => text.replaceAll(/ {2,}/g, ' ').trim();
const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const SPELLED_WITH_A_VOWEL = /^[aeiou8]/i;

const LIST_TYPE = { and: 'conjunction', or: 'disjunction' } as const;
const lists = new Map<string, Intl.ListFormat>();

/** Made once for each language: costs more than what it formats. */
function listFormat(language: string, by: keyof typeof LIST_TYPE): Intl.ListFormat {
  const key = `${language} ${by}`;
  const made = lists.get(key) ?? new Intl.ListFormat(language, { type: LIST_TYPE[by] });
  lists.set(key, made);
  return made;
}

function joined({ list, by }: ListOf, text: (value: Value) => string, language: string): string {
  const parts = list.map(text).filter((t) => t !== '');
  switch (by) {
    case 'and':
    case 'or':
      return listFormat(language, by).format(parts);
    case 'comma':
      return parts.join(', ');
    case 'semicolon':
      return parts.join('; ');
    case 'sentence':
      return parts.join(' ');
  }
}

/**
 * The one renderer: sentences of a language, quantities in the units of a house.
 * @param units feet and inches, or metric
 * @param catalog ids and ICU text, or their syntax trees
 * @throws on an id that the catalog does not have, or a value that the sentence needs and was not given: both are mistakes of
 *   the program, and `npm run catalogs` finds them
 */
export function speakerOf(units: UnitSystem, language: string, catalog: Catalog): Say {
  const text = (value: Value): string => {
    if (typeof value === 'string') return value;
    if (typeof value === 'number') return String(value);
    if ('kind' in value) return printQuantity(value, units);
    if ('list' in value) return joined(value, text, language);
    if ('capital' in value) return upper(text(value.capital));
    if ('article' in value) {
      const noun = text(value.article);
      return `${SPELLED_WITH_A_VOWEL.test(noun) ? 'an' : 'a'} ${noun}`;
    }
    const entry = catalog[value.id] as Entry | undefined;
    if (entry === undefined) throw new Error(`no message ${value.id}`);
    const given = value.values ?? {};
    if (typeof entry === 'string' && isPlain(entry))
      return tidied(withValues(entry, (name) => (name in given ? text(given[name] ?? '') : undefined)));
    const values = Object.entries(given).map(([k, v]) => [k, typeof v === 'number' ? v : text(v)] as const);
    return tidied(String(formatOf(catalog, value.id, entry, language).format(Object.fromEntries(values))));
  };
  return text;
}

/** The renderer for the units of a house. */
export const speaker = (units: UnitSystem, language: Language = 'en-US'): Say =>
  speakerOf(units, language, LANGUAGES[language]);
