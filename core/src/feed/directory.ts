import type { Breaker, Panel } from '../document/index.ts';
import { BREAKER_AMPS } from '../tape/breaker-line.ts';
import { csvText } from '../units/index.ts';
import { msg, type Message, type Say } from '../words/index.ts';

/** The directory of a panel as rows of a table: out for a printed card, in from one that somebody has typed. */

const COLUMNS = ['number', 'amps', 'poles', 'protection', 'label', 'tested', 'feeds'] as const;
type Column = (typeof COLUMNS)[number];

/** How a column may be named in a table that somebody else made; the first one that is in it counts. */
const NAMES: Readonly<Record<Column, readonly string[]>> = {
  number: ['number', 'breaker', 'space', 'circuit', 'no', '#'],
  amps: ['amps', 'amperes', 'rating', 'size', 'a'],
  poles: ['poles', 'pole'],
  protection: ['protection'],
  label: ['label', 'description', 'what', 'room', 'name'],
  tested: ['tested', 'proved', 'checked'],
  feeds: ['feeds', 'boxes'],
};
const PROTECTIONS: Readonly<Record<string, Breaker['protection']>> = {
  none: 'none',
  gfci: 'gfci',
  afci: 'afci',
  both: 'dual',
  dual: 'dual',
};
const YES = new Set(['yes', 'y', 'x', 'true', '1', 'tested']);

/**
 * The breakers of a panel as comma-separated values, in the order of their numbers.
 * @param feeds the boxes on a breaker, by name
 */
export function directoryCsv(panel: Panel, feeds: (breaker: Breaker) => string, say: Say): string {
  const inOrder = [...panel.breakers].sort((a, b) =>
    a.number.localeCompare(b.number, 'en', { numeric: true }),
  );
  return csvText([
    COLUMNS.map((c) => say(msg(`feed.directory.column.${c}`))),
    ...inOrder.map((b) => [
      b.number,
      b.amps,
      b.poles,
      b.protection === 'dual' ? 'both' : b.protection,
      b.label,
      b.proved ? 'yes' : 'no',
      feeds(b),
    ]),
  ]);
}

/** A row of a table as a breaker; what the table doesn’t say is left out. */
export type DirectoryEntry = Pick<Breaker, 'number' | 'amps'> &
  Partial<Pick<Breaker, 'poles' | 'protection' | 'label' | 'proved'>>;

export interface DirectoryRead {
  readonly entries: readonly DirectoryEntry[];
  /** What could not be read, by the row of the table, from 1. */
  readonly faults: readonly { readonly row: number; readonly why: Message }[];
}

const MOST_BREAKERS = 84;
const MOST_LETTERS = 120;

/** Where each column is, from the first row; null where that is no row of names. */
function columnsOf(first: readonly string[]): ReadonlyMap<Column, number> | null {
  const names = first.map((c) => c.trim().toLowerCase());
  const found = new Map(
    COLUMNS.flatMap((c): [Column, number][] => {
      const at = NAMES[c].map((n) => names.indexOf(n)).find((i) => i >= 0);
      return at === undefined ? [] : [[c, at]];
    }),
  );
  return found.has('number') && found.has('amps') ? found : null;
}
/** Without names: number, rating, label. */
const PLAIN: ReadonlyMap<Column, number> = new Map([
  ['number', 0],
  ['amps', 1],
  ['label', 2],
]);

function readRow(cell: (column: Column) => string | undefined): DirectoryEntry | Message {
  const number = (cell('number') ?? '').toUpperCase();
  if (!/^\d{1,3}[A-Z]?$/.test(number)) return msg('feed.directory.no-number', { text: number });
  const amps = Number(/^(\d{1,3})\s*(?:a|amps?)?$/i.exec(cell('amps') ?? '')?.[1]);
  if (!BREAKER_AMPS.includes(amps)) return msg('feed.directory.no-rating', { text: cell('amps') ?? '' });
  const poles = cell('poles');
  const protection = PROTECTIONS[(cell('protection') ?? '').toLowerCase()];
  // An apostrophe before a formula keeps a spreadsheet from running it; it is no part of the label.
  const label = cell('label')?.replace(/^'(?=[=+\-@])/, '');
  const tested = cell('tested');
  return {
    number,
    amps,
    ...(poles === undefined || poles === '' ? {} : { poles: /2/.test(poles) ? 2 : 1 }),
    ...(protection ? { protection } : {}),
    ...(label === undefined ? {} : { label: label.slice(0, MOST_LETTERS) }),
    ...(tested === undefined || tested === '' ? {} : { proved: YES.has(tested.toLowerCase()) }),
  };
}

/** Reads the rows of a table; what is wrong is named by its row, and the rest counts. */
export function readDirectory(rows: readonly (readonly string[])[]): DirectoryRead {
  const [first] = rows;
  const named = first ? columnsOf(first) : null;
  const columns = named ?? PLAIN;
  const entries: DirectoryEntry[] = [];
  const faults: { row: number; why: Message }[] = [];
  rows.forEach((row, i) => {
    if ((named && i === 0) || row.every((c) => c.trim() === '')) return;
    const read = readRow((c) => {
      const at = columns.get(c);
      return at === undefined ? undefined : row[at]?.trim();
    });
    if ('id' in read) faults.push({ row: i + 1, why: read });
    else if (entries.some((e) => e.number === read.number))
      faults.push({ row: i + 1, why: msg('feed.directory.twice', { number: read.number }) });
    else if (entries.length >= MOST_BREAKERS)
      faults.push({ row: i + 1, why: msg('feed.directory.too-many', { most: MOST_BREAKERS }) });
    else entries.push(read);
  });
  return { entries, faults };
}

/**
 * A panel with what a table says of its breakers: those of the same number changed, others added. Nothing is taken out.
 * @param fresh a new breaker of that number
 */
export function withDirectory(
  panel: Panel,
  entries: readonly DirectoryEntry[],
  fresh: (number: string) => Breaker,
): Panel {
  const known = new Map(entries.map((e) => [e.number, e] as const));
  const there = new Set(panel.breakers.map((b) => b.number.toUpperCase()));
  return {
    ...panel,
    breakers: [
      ...panel.breakers.map((b) => {
        const entry = known.get(b.number.toUpperCase());
        return entry ? { ...b, ...entry, number: b.number } : b;
      }),
      ...entries.filter((e) => !there.has(e.number)).map((e) => ({ ...fresh(e.number), ...e })),
    ],
  };
}
