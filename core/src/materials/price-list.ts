import type { House } from '../document/index.ts';
import { csvText } from '../units/index.ts';
import { msg, type Message, type Say } from '../words/index.ts';
import { allParts, partOf } from './sold.ts';

/** Prices as rows of a table: out for the counter, in with what things really cost. */

type Prices = NonNullable<House['prices']>;

const COLUMNS = ['key', 'part', 'unit', 'price', 'whose'] as const;
type Column = (typeof COLUMNS)[number];

/** How a column may be named in a table that somebody else made. */
const NAMES: Readonly<Record<Column, readonly string[]>> = {
  key: ['key', 'id', 'code'],
  part: ['part', 'name', 'item', 'description'],
  unit: ['unit'],
  price: ['price', 'unit price', 'cost', 'each'],
  whose: ['whose'],
};

/** The price list with a row of names: every part with the owner's own price or the estimate, empty where there is neither. */
export function priceRows({ prices }: Pick<House, 'prices'>, say: Say): (string | number)[][] {
  return [
    COLUMNS.map((c) => say(msg(`materials.price-column.${c}`))),
    ...allParts().map((p) => {
      const own = prices?.[p.key];
      const cents = own ?? p.priceCents;
      return [
        p.key,
        say(p.name),
        say(msg(`materials.unit.${p.unit}`)),
        cents === null ? '' : cents / 100,
        say(msg(own === undefined ? 'materials.price.estimate' : 'materials.price.yours')),
      ];
    }),
  ];
}

/** The price list as comma-separated values. */
export const priceCsv = (house: Pick<House, 'prices'>, say: Say): string =>
  csvText(
    priceRows(house, say).map((row) =>
      row.map((cell) => (typeof cell === 'number' ? cell.toFixed(2) : cell)),
    ),
  );

export interface PricesRead {
  /** Cents by part; null where the table has the estimate. */
  readonly prices: ReadonlyMap<string, number | null>;
  /** How many of them differ from what counts now. */
  readonly changed: number;
  /** What could not be read, by the row of the table, from 1. */
  readonly faults: readonly { readonly row: number; readonly why: Message }[];
}

const MOST_CENTS = 10_000_000;
/** Dollars and cents, with or without the sign and commas between thousands. */
const MONEY = /^\$?\s*(\d{1,3}(?:,\d{3})+|\d+)(?:\.(\d{1,2}))?$/;

/** A price as people write it, in cents. */
function centsOf(text: string): number | null {
  const [, whole, part = ''] = MONEY.exec(text) ?? [];
  if (whole === undefined) return null;
  const cents = 100 * Number(whole.replaceAll(',', '')) + Number(part.padEnd(2, '0'));
  return cents <= MOST_CENTS ? cents : null;
}

/**
 * Prices out of a table. A row without a price is passed over; a price that is the estimate takes one's own away.
 * @param now the prices that count now
 * @param say names parts as the table may name them
 */
export function readPrices(
  rows: readonly (readonly string[])[],
  { prices: now }: Pick<House, 'prices'>,
  say: Say,
): PricesRead {
  const [first = []] = rows;
  const names = first.map((c) => c.trim().toLowerCase());
  const at = (c: Column): number | undefined => NAMES[c].map((n) => names.indexOf(n)).find((i) => i >= 0);
  const [key, part, price] = [at('key'), at('part'), at('price')];
  const prices = new Map<string, number | null>();
  const faults: { row: number; why: Message }[] = [];
  if (price === undefined || (key === undefined && part === undefined))
    return { prices, changed: 0, faults: [{ row: 1, why: msg('materials.price.no-columns') }] };
  const byName = new Map(allParts().map((p) => [say(p.name).toLowerCase(), p.key] as const));
  rows.forEach((row, i) => {
    if (i === 0) return;
    const cell = (c: number | undefined): string => (c === undefined ? '' : (row[c] ?? '').trim());
    const [id, name, text] = [cell(key), cell(part), cell(price)];
    if (text === '') return;
    const sold = partOf(id) ?? partOf(byName.get(name.toLowerCase()) ?? '');
    const cents = centsOf(text);
    if (!sold) faults.push({ row: i + 1, why: msg('materials.price.no-part', { part: name || id }) });
    else if (cents === null) faults.push({ row: i + 1, why: msg('materials.price.no-price', { text }) });
    else prices.set(sold.key, cents === sold.priceCents ? null : cents);
  });
  const changed = [...prices].filter(([k, cents]) => (now?.[k] ?? null) !== cents).length;
  return { prices, changed, faults };
}

/** The prices that count once those of a table are taken; others stay. */
export function withPrices(now: House['prices'], { prices }: Pick<PricesRead, 'prices'>): Prices {
  const all = new Map<string, number | null>([...Object.entries(now ?? {}), ...prices]);
  return Object.fromEntries([...all].filter((e): e is [string, number] => e[1] !== null));
}
