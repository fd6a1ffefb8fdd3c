import type { House } from '../document/index.ts';
import { ofContact, tripOf } from '../network/index.ts';
import { csvText } from '../units/index.ts';
import { msg, type Text } from '../words/index.ts';
import type { Case } from './diagnose.ts';
import type { Look, Taken } from './looks.ts';
import { boxText } from './places.ts';

/**
 * Readings of a circuit as a table: a row for each look, with its place, how the circuit stands, and columns to fill in. What was left
 * empty was not read.
 */

const COLUMNS = [
  'look',
  'box',
  'device',
  'use',
  'what',
  'stand',
  'reading 1',
  'reading 2',
  'reading 3',
  'tripped',
] as const;

const standName = (house: House, { stand }: Look): string => {
  if (stand.is !== 'moved') return stand.is;
  const { point, device } = ofContact(stand.handle);
  return `moved ${boxText(house, point)}/${device + 1}`;
};

/** What tripped, by the number of the breaker or the box of the device. */
function tripNamed(house: House, key: string): string {
  const breaker = house.panels.flatMap((p) => p.breakers).find((b) => b.id === key);
  if (breaker) return breaker.number;
  return boxText(house, ofContact(key).point);
}

/** The cells that name a look. */
const cellsOf = (house: House, look: Look): string[] => [
  boxText(house, look.point),
  String(look.device + 1),
  look.use,
  look.what,
  standName(house, look),
];

/** The table, blank or with readings in it. */
export function readingsCsv({ house, looks }: Case, taken: readonly Taken[] = []): string {
  const rows = looks.map((look, i) => {
    const found = taken.find((t) => t.look.key === look.key)?.shown;
    return [
      String(i + 1),
      ...cellsOf(house, look),
      ...[0, 1, 2].map((n) => {
        const value = found?.values[n] ?? null;
        return value === null ? '' : String(Math.round(value * 100) / 100);
      }),
      found ? found.trips.map((t) => tripNamed(house, t)).join(' ') : '',
    ];
  });
  return csvText([COLUMNS, ...rows]);
}

/** A row that could not be read, with its number in the file. */
export interface BadRow {
  readonly row: number;
  readonly says: Text;
}

/** Reads the rows of a table that were filled in; the first row names the columns. */
export function readReadings(
  of: Case,
  rows: readonly (readonly string[])[],
): { readonly taken: readonly Taken[]; readonly bad: readonly BadRow[] } {
  const taken: Taken[] = [];
  const bad: BadRow[] = [];
  const known = new Map(of.looks.map((l) => [cellsOf(of.house, l).join('|'), l] as const));
  const tripKeys = new Map<string, string>([
    ...of.house.panels.flatMap((p) => p.breakers.map((b) => [b.number, b.id as string] as const)),
    ...of.house.points.flatMap((p) => p.devices.flatMap((_, d) => [[p.label, tripOf(p.id, d)] as const])),
  ]);
  rows.forEach((cells, i) => {
    if (i === 0 || cells.every((c) => c.trim() === '')) return;
    const [, box = '', device = '', use = '', what = '', stand = '', ...rest] = cells.map((c) => c.trim());
    const texts = rest.slice(0, 3);
    const trips = (rest[3] ?? '').split(/\s+/).filter((t) => t !== '');
    const read = texts.filter((t) => t !== '');
    if (read.length === 0 && trips.length === 0) return;
    const fault = (says: Text) => bad.push({ row: i + 1, says });
    const look = known.get([box, device, use, what, stand].join('|'));
    if (!look) {
      fault(msg('bench.row.no-look', { box, what }));
      return;
    }
    const wanted = look.what === 'three' ? 3 : 1;
    const values = texts.slice(0, wanted).map((t) => (t === '' ? null : Number(t.replace(',', '.'))));
    const more = texts.slice(wanted).filter((t) => t !== '');
    if (values.some((v) => v !== null && (!Number.isFinite(v) || v < 0)))
      fault(msg('bench.row.no-number', { text: read.join(' ') }));
    else if (more.length > 0) fault(msg('bench.row.count', { wanted, found: read.length }));
    else {
      const unknown = trips.find((t) => !tripKeys.has(t));
      if (unknown === undefined)
        taken.push({ look, shown: { values, trips: trips.map((t) => tripKeys.get(t) ?? t).sort() } });
      else fault(msg('bench.row.no-trip', { text: unknown }));
    }
  });
  return { taken, bad };
}
