import { LANGUAGES, msg, q, row, type MessageId, type Named, type Text } from '../words/index.ts';

/** One difference between two versions of a document, as a person would name it. */
export interface DocumentChange {
  readonly kind: 'added' | 'removed' | 'changed';
  /** The place, from the outside in: `Study, East wall, length`. */
  readonly where: Text;
  readonly from?: Text;
  readonly to?: Text;
}

type Raw = Readonly<Record<string, unknown>>;
const isRecord = (v: unknown): v is Raw => typeof v === 'object' && v !== null && !Array.isArray(v);

/** Lists whose entries are told one by one. */
const LISTS = new Set([
  'rooms',
  'walls',
  'points',
  'cables',
  'panels',
  'breakers',
  'loads',
  'amendments',
  'waivers',
  'hits',
  'openings',
  'obstacles',
  'furniture',
  'passages',
  'posts',
  'layers',
  'wants',
  'changes',
  'overrides',
  'readings',
  'log',
  'timers',
  'surprises',
  'photos',
  'deviations',
  'samples',
  'pinned',
  'shelf',
  'cable',
  'strips',
  'inspections',
  'pieces',
  'devices',
  'tests',
  'findings',
] as const satisfies readonly Named<'document.entry'>[]);
type ListName = typeof LISTS extends ReadonlySet<infer K> ? K : never;
const isListOrNone = (value: unknown): value is readonly unknown[] | undefined =>
  value === undefined || Array.isArray(value);
const isList = (key: string): key is ListName => LISTS.has(key as ListName);

/** Fields that say nothing to a person. */
const HIDDEN = new Set(['format', 'formatVersion', 'id', 'planKey', 'testKey', 'undo', 'built', 'did']);

/** What a field is called; a field of a later version, or of none, by its own name. */
const fieldText = (key: string): Text => {
  const id = `document.field.${key}` as MessageId;
  return id in LANGUAGES['en-US'] ? msg(id) : key;
};

function nameOf(entry: unknown, list: ListName): Text {
  const one = msg(`document.entry.${list}`);
  if (!isRecord(entry)) return one;
  const own = [entry.label, entry.name, entry.number, entry.says, entry.caption].find(
    (v): v is string => typeof v === 'string' && v.trim() !== '',
  );
  return own === undefined ? one : msg('document.named', { what: one, name: own });
}

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

function valueText(key: string, value: unknown): Text {
  if (value === null || value === undefined || value === '') return msg('document.value.none');
  if (typeof value === 'number' && key.endsWith('Mm')) return q.run(value);
  if (typeof value === 'boolean') return msg(value ? 'document.value.yes' : 'document.value.no');
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text.length > LONGEST ? `${text.slice(0, LONGEST)}…` : text;
}

/**
 * What changed from one version of a house or a job to a later one.
 * @param most differences listed; the rest is left out
 */
export function changesBetween(before: unknown, after: unknown, most = 200): DocumentChange[] {
  const out: DocumentChange[] = [];
  const note = (kind: DocumentChange['kind'], path: readonly Text[], more: Partial<DocumentChange> = {}) => {
    if (out.length < most)
      out.push({ kind, where: path.length > 0 ? row(path) : msg('document.itself'), ...more });
  };
  const lists = (key: ListName, a: readonly unknown[], b: readonly unknown[], path: readonly Text[]) => {
    const [old, now] = [keyed(a), keyed(b)];
    for (const [id, entry] of old) if (!now.has(id)) note('removed', [...path, nameOf(entry, key)]);
    for (const [id, entry] of now)
      if (!old.has(id)) note('added', [...path, nameOf(entry, key)]);
      else walk(key, old.get(id), entry, [...path, nameOf(entry, key)]);
  };
  const walk = (key: string, a: unknown, b: unknown, path: readonly Text[]): void => {
    if (out.length >= most || a === b || JSON.stringify(a) === JSON.stringify(b)) return;
    if (isRecord(a) && isRecord(b)) {
      for (const k of new Set([...Object.keys(a), ...Object.keys(b)])) {
        if (HIDDEN.has(k)) continue;
        const [x, y] = [a[k], b[k]];
        // A list that is left out is an empty one.
        if (isList(k) && isListOrNone(x) && isListOrNone(y)) lists(k, x ?? [], y ?? [], path);
        else walk(k, x, y, [...path, fieldText(k)]);
      }
      return;
    }
    note('changed', path, { from: valueText(key, a), to: valueText(key, b) });
  };
  walk('', before, after, []);
  return out;
}
