import { BOXES, CABLE_ROLLS, PARTS, RINGS, rollKey, type Part, type PartKey } from '../catalog/index.ts';
import type { House, Job } from '../document/index.ts';
import { practice } from '../findings/index.ts';
import { csvText, cutLength } from '../units/index.ts';
import type { BoxWiring } from '../wiring/index.ts';
import type { PlanOfHouse } from '../structure/index.ts';
import { cutRolls, type Cut, type Piece } from './cut-rolls.ts';
import { breakerNeeds, deviceNeeds, routeNeeds, type Need, type RunOfBill } from './needs.ts';
import { msg, type Tool, type Text, distinct, row, type Say } from '../words/index.ts';

export interface BillLine {
  readonly partKey: string;
  readonly name: Text;
  readonly needed: number;
  readonly onShelf: number;
  /** Sale units to buy, after the shelf. */
  readonly buy: number;
  readonly unit: Part['unit'];
  /** Null where nobody knows what it costs. */
  readonly unitPriceCents: number | null;
  readonly totalCents: number | null;
  /** Is it the owner's own price, or an estimate? */
  readonly ownPrice: boolean;
  /** What it is for: boxes by name, breakers, parts of the route. */
  readonly why: readonly Text[];
}

export interface Bill {
  readonly lines: readonly BillLine[];
  readonly cuts: readonly Cut[];
  /** Of everything that has a price. */
  readonly totalCents: number;
  /** Things to buy whose price nobody knows: they are in no total. */
  readonly unpriced: number;
  readonly tools: readonly Tool[];
}

/** Rolls of one kind in several lengths are lines of their own. */
const rollLine = ({ key, holds }: Part): string => `${key}/${Math.round(holds)}`;

const partOf = (key: string): Part | undefined => {
  if (key.startsWith('box:')) {
    const box = BOXES.find((b) => b.id === key.slice(4));
    return (
      box && {
        key,
        name: box.name,
        unit: 'each',
        holds: 1,
        priceCents: box.priceCents,
        source: practice(msg('materials.estimated')),
      }
    );
  }
  if (key.startsWith('ring:')) {
    const ring = RINGS.find((r) => r.id === key.slice(5));
    return (
      ring && {
        key,
        name: ring.name,
        unit: 'each',
        holds: 1,
        priceCents: ring.priceCents,
        source: practice(msg('materials.estimated')),
      }
    );
  }
  return key in PARTS ? PARTS[key as PartKey] : undefined;
};

type Own = House['prices'];
/** Price and total of a line: the owner's own price goes before the estimate. */
function priced(
  { key, priceCents }: Part,
  buy: number,
  own: Own,
): Pick<BillLine, 'unitPriceCents' | 'totalCents' | 'ownPrice'> {
  const mine = own?.[key];
  const unitPriceCents = mine ?? priceCents;
  return {
    unitPriceCents,
    totalCents: unitPriceCents === null ? null : buy * unitPriceCents,
    ownPrice: mine !== undefined,
  };
}

function gather(needs: readonly Need[], job: Job, own: Own): BillLine[] {
  const sums = new Map<string, { count: number; why: Text[] }>();
  for (const n of needs) {
    const s = sums.get(n.key) ?? { count: 0, why: [] };
    sums.set(n.key, { count: s.count + n.count, why: distinct([...s.why, n.why]) });
  }
  return [...sums].flatMap(([key, { count, why }]) => {
    const part = partOf(key);
    return part ? [lineOf(part, count, why, job, own)] : [];
  });
}

function lineOf(part: Part, needed: number, why: readonly Text[], job: Job, own: Own): BillLine {
  const onShelf = job.shelf.filter((s) => s.partKey === part.key).reduce((s, x) => s + x.count, 0);
  const buy = Math.ceil(Math.max(0, needed - onShelf) / part.holds);
  return {
    partKey: part.key,
    name: part.name,
    needed,
    onShelf,
    buy,
    unit: part.unit,
    ...priced(part, buy, own),
    why,
  };
}

const TOOLS: readonly Tool[] = [
  'meter-and-source',
  'screwdrivers',
  'wire-strippers',
  'cable-ripper',
  'glasses',
  'breaker-lock',
];

export interface BillInput {
  /** The house with the plan in it, and as it stands. */
  readonly house: House;
  readonly before: House;
  readonly job: Job;
  readonly plan: PlanOfHouse;
  readonly boxes: readonly BoxWiring[];
  /** The new runs and what they are wired in. */
  readonly legs: readonly RunOfBill[];
  readonly pieces: readonly Piece[];
}

/** Everything to buy for the chosen plan, less what the shelf has; cable as rolls with a cut list. */
export function makeBill(input: BillInput): Bill {
  const { job, legs } = input;
  const own = input.before.prices;
  // What goes on a roll is what is cut off it: a run is cut to the next 6 in.
  const pieces = input.pieces.map((p) => ({ ...p, lengthMm: cutLength(p.lengthMm, input.house.units) }));
  const kinds = [...new Set(pieces.map((p) => rollKey(p.gauge, p.conductors, p.method)))].sort();
  const cuts = kinds.flatMap((kind) =>
    cutRolls(
      pieces.filter((p) => rollKey(p.gauge, p.conductors, p.method) === kind),
      CABLE_ROLLS.filter((r) => r.key === kind).map((r) => ({
        ...r,
        priceCents: own?.[rollLine(r)] ?? r.priceCents,
      })),
    ),
  );
  const rolls = new Map<string, { part: Part; n: number; pieces: number }>();
  for (const c of cuts) {
    const known = rolls.get(rollLine(c.roll));
    rolls.set(rollLine(c.roll), {
      part: c.roll,
      n: (known?.n ?? 0) + 1,
      pieces: (known?.pieces ?? 0) + c.pieces.length,
    });
  }
  const cableLines = [...rolls.values()].map(({ part, n, pieces: count }): BillLine => ({
    partKey: rollLine(part),
    name: part.name,
    needed: n,
    onShelf: 0,
    buy: n,
    unit: 'roll',
    ...priced({ ...part, key: rollLine(part) }, n, own),
    why: [msg('materials.pieces', { count })],
  }));
  const lines = [
    ...cableLines,
    ...gather([...deviceNeeds(input), ...breakerNeeds(input), ...routeNeeds(input, legs)], job, own),
  ];
  return {
    lines,
    cuts,
    totalCents: lines.reduce((s, l) => s + (l.totalCents ?? 0), 0),
    unpriced: lines.filter((l) => l.buy > 0 && l.totalCents === null).length,
    tools: [...new Set([...TOOLS, ...legs.flatMap((l) => l.route.tools)])],
  };
}

const dollars = (cents: number | null): string => (cents === null ? '' : (cents / 100).toFixed(2));
/** The bill as comma-separated values, one line a part; what has no price is left empty. */
export function billCsv(bill: Bill, say: Say): string {
  const rows: (string | number)[][] = [
    (['part', 'needed', 'on-hand', 'buy', 'unit', 'unit-price', 'total', 'for'] as const).map((h) =>
      say(msg(`materials.column.${h}`)),
    ),
  ];
  for (const l of bill.lines)
    rows.push([
      say(l.name),
      l.needed,
      l.onShelf,
      l.buy,
      say(msg(`materials.unit.${l.unit}`)),
      dollars(l.unitPriceCents),
      dollars(l.totalCents),
      say(row(l.why)),
    ]);
  return csvText(rows);
}
