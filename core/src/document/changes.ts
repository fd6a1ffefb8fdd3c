import { formatLength } from '../units/index.ts';
import type { House } from './house.ts';

/** One difference between two versions of a document, as a person would name it. */
export interface DocumentChange {
  readonly kind: 'added' | 'removed' | 'changed';
  /** The place, from the outside in: `Study, East wall, length`. */
  readonly where: string;
  readonly from?: string;
  readonly to?: string;
}

type Raw = Readonly<Record<string, unknown>>;
const isRecord = (v: unknown): v is Raw => typeof v === 'object' && v !== null && !Array.isArray(v);

/** What an entry of a list is called where it has no name of its own. */
const ENTRY: Readonly<Record<string, string>> = {
  rooms: 'room',
  walls: 'wall',
  points: 'box',
  cables: 'cable',
  panels: 'panel',
  breakers: 'breaker',
  loads: 'load',
  amendments: 'local rule',
  hits: 'stud reading',
  openings: 'opening',
  obstacles: 'obstacle',
  furniture: 'furniture',
  passages: 'hole',
  layers: 'layer',
  wants: 'wanted point',
  changes: 'change',
  overrides: 'override',
  readings: 'meter reading',
  log: 'log entry',
  pinned: 'pinned option',
  shelf: 'part on hand',
  devices: 'device',
  tests: 'test',
  findings: 'check',
};

/** Fields that say nothing to a person. */
const HIDDEN = new Set(['format', 'formatVersion', 'id', 'planKey', 'testKey']);

/** Field names as words: `ceilingMm` is "ceiling", `signedOff` is "signed off". */
const words = (key: string): string =>
  key
    .replace(/(Mm|CubicInches|Celsius)$/, '')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();

const nameOf = (entry: unknown, list: string): string => {
  const one = ENTRY[list] ?? words(list);
  if (!isRecord(entry)) return one;
  const own = [entry.label, entry.name, entry.number, entry.says].find(
    (v): v is string => typeof v === 'string' && v.trim() !== '',
  );
  return own === undefined ? one : `${one} ${own}`;
};

/** Entries are matched by id where they have one, else by their place in the list. */
const keyed = (list: readonly unknown[]): Map<string, unknown> => {
  const out = new Map<string, unknown>();
  list.forEach((entry, i) => {
    const id = isRecord(entry) && typeof entry.id === 'string' ? entry.id : undefined;
    out.set(id === undefined || out.has(id) ? `#${i}` : id, entry);
  });
  return out;
};

const LONGEST = 60;

function valueWords(key: string, value: unknown, units: House['units']): string {
  if (value === null || value === undefined || value === '') return 'none';
  if (typeof value === 'number' && key.endsWith('Mm')) return formatLength(value, units);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text.length > LONGEST ? `${text.slice(0, LONGEST)}…` : text;
}

/**
 * What changed from one version of a house or a job to a later one.
 * @param units in which lengths are told
 * @param most differences listed; the rest is left out
 */
export function changesBetween(
  before: unknown,
  after: unknown,
  units: House['units'],
  most = 200,
): DocumentChange[] {
  const out: DocumentChange[] = [];
  const note = (
    kind: DocumentChange['kind'],
    path: readonly string[],
    more: Partial<DocumentChange> = {},
  ) => {
    if (out.length < most) out.push({ kind, where: path.join(', ') || 'the document', ...more });
  };
  const lists = (key: string, a: readonly unknown[], b: readonly unknown[], path: readonly string[]) => {
    const [old, now] = [keyed(a), keyed(b)];
    for (const [id, entry] of old) if (!now.has(id)) note('removed', [...path, nameOf(entry, key)]);
    for (const [id, entry] of now)
      if (!old.has(id)) note('added', [...path, nameOf(entry, key)]);
      else walk(key, old.get(id), entry, [...path, nameOf(entry, key)]);
  };
  const walk = (key: string, a: unknown, b: unknown, path: readonly string[]): void => {
    if (out.length >= most || a === b || JSON.stringify(a) === JSON.stringify(b)) return;
    if (isRecord(a) && isRecord(b)) {
      for (const k of new Set([...Object.keys(a), ...Object.keys(b)])) {
        if (HIDDEN.has(k)) continue;
        const [x, y] = [a[k], b[k]];
        if (Array.isArray(x) && Array.isArray(y) && Object.hasOwn(ENTRY, k)) lists(k, x, y, path);
        else walk(k, x, y, [...path, words(k)]);
      }
      return;
    }
    note('changed', path, { from: valueWords(key, a, units), to: valueWords(key, b, units) });
  };
  walk('', before, after, []);
  return out;
}
