import { CABLE_ROLLS, isUsedUp, rollKey, usedUpPart, type Part } from '../catalog/index.ts';
import type { House, Job } from '../document/index.ts';
import { csvText, cutLength } from '../units/index.ts';
import type { BoxWiring } from '../wiring/index.ts';
import type { PlanOfHouse } from '../structure/index.ts';
import { planStrip, stripNeeds } from '../lighting/index.ts';
import { cutRolls, type Cut, type Piece } from './cut-rolls.ts';
import { partOf, rollLine } from './sold.ts';
import { atHand, leftoversOf } from './at-hand.ts';
import { breakerNeeds, deviceNeeds, hangingNeeds, routeNeeds, type Need, type RunOfBill } from './needs.ts';
import { repairNeeds } from './repair-needs.ts';
import { msg, type Tool, type Text, distinct, row, type Say } from '../words/index.ts';

export interface BillLine {
  readonly partKey: string;
  readonly name: Text;
  readonly needed: number;
  readonly onShelf: number;
  /** Sale units to buy, after the shelf. */
  readonly buy: number;
  readonly unit: Part['unit'];
  /** How many a sale unit holds. */
  readonly holds: number;
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
  /** Of everything that has a price, without tax. */
  readonly totalCents: number;
  /** Sales tax on it, where the house says what it is. */
  readonly taxCents: number;
  /** Things to buy whose price nobody knows: they are in no total. */
  readonly unpriced: number;
  readonly tools: readonly Tool[];
  /** What it was made from, for a bill of several jobs. */
  readonly needed: Needed;
}

/** What a job takes, before anything is bought for it. */
export interface Needed {
  readonly parts: readonly Need[];
  /** Runs as they are cut. */
  readonly pieces: readonly Piece[];
  readonly tools: readonly Tool[];
}

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

/** Whose prices, tax and leftovers count. */
type Owner = Pick<House, 'prices' | 'shelf' | 'salesTaxPercent'>;

function gather(needs: readonly Need[], owner: Owner, extra: Job['shelf']): BillLine[] {
  const sums = new Map<string, { count: number; why: Text[] }>();
  for (const n of needs) {
    const s = sums.get(n.key) ?? { count: 0, why: [] };
    sums.set(n.key, { count: s.count + n.count, why: distinct([...s.why, n.why]) });
  }
  return [...sums].flatMap(([key, { count: needed, why }]) => {
    const part = partOf(key);
    if (!part) return [];
    const onShelf = atHand(owner, extra, key);
    const buy = Math.ceil(Math.max(0, needed - onShelf) / part.holds);
    return [
      {
        partKey: key,
        name: part.name,
        needed,
        onShelf,
        buy,
        unit: part.unit,
        holds: part.holds,
        ...priced(part, buy, owner.prices),
        why,
      },
    ];
  });
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
  /** What the steps ask for, tools and what they use up. */
  readonly tools: readonly Tool[];
}

const stripsOf = ({ before, job }: BillInput): Need[] =>
  (job.strips ?? []).flatMap((s) => stripNeeds(planStrip(before, s), before));

/** What the steps use up and nothing counts by the piece: tape, caulk, bead. */
function usedUp({ tools }: BillInput, counted: readonly Need[]): Need[] {
  const there = new Set(counted.map((n) => n.key));
  return [...new Set(tools.flatMap((t) => usedUpPart(t) ?? []))]
    .filter((p) => !there.has(p.key) && !COUNTED.has(p.key))
    .map((p) => ({ key: p.key, count: 1, why: msg('materials.for.steps') }));
}
/** Bought by the piece where the plan needs any. */
const COUNTED: ReadonlySet<string> = new Set(['staple', 'nail-plate', 'raceway-strap']);

/** What the chosen plan takes: parts, runs as they are cut, tools. */
function neededFor(input: BillInput): Needed {
  const { legs, house } = input;
  const counted = [
    ...deviceNeeds(input),
    ...hangingNeeds(input),
    ...breakerNeeds(input),
    ...routeNeeds(legs),
    ...repairNeeds(input, legs),
    ...stripsOf(input),
  ];
  return {
    parts: [...counted, ...usedUp(input, counted)],
    // What goes on a roll is what is cut off it: a run is cut to the next 6 in.
    pieces: input.pieces.map((p) => ({ ...p, lengthMm: cutLength(p.lengthMm, house.units) })),
    tools: [...new Set([...TOOLS, ...input.tools])].filter((t) => !isUsedUp(t)),
  };
}

const kindOf = ({ gauge, conductors, method }: Piece): string => rollKey(gauge, conductors, method);

/** Runs cut from what is at hand and from rolls. */
function cutsOf(pieces: readonly Piece[], { prices, shelf }: Owner): Cut[] {
  const left = leftoversOf(shelf);
  return [...new Set(pieces.map(kindOf))].sort().flatMap((kind) =>
    cutRolls(
      pieces.filter((p) => kindOf(p) === kind),
      CABLE_ROLLS.filter((r) => r.key === kind).map((r) => ({
        ...r,
        priceCents: prices?.[rollLine(r)] ?? r.priceCents,
      })),
      left.filter((l) => l.part.key === kind),
    ),
  );
}

/** The rolls that are bought, as lines; what is cut from a piece at hand is in the cut list alone. */
function rollLines(cuts: readonly Cut[], own: Own): BillLine[] {
  const rolls = new Map<string, { part: Part; n: number; pieces: number }>();
  for (const c of cuts) {
    if (c.leftover !== undefined) continue;
    const known = rolls.get(rollLine(c.roll));
    rolls.set(rollLine(c.roll), {
      part: c.roll,
      n: (known?.n ?? 0) + 1,
      pieces: (known?.pieces ?? 0) + c.pieces.length,
    });
  }
  return [...rolls.values()].map(({ part, n, pieces: count }) => ({
    partKey: rollLine(part),
    name: part.name,
    needed: n,
    onShelf: 0,
    buy: n,
    unit: 'roll',
    holds: 1,
    ...priced({ ...part, key: rollLine(part) }, n, own),
    why: [msg('materials.pieces', { count })],
  }));
}

/** What is bought for what is needed, less what is at hand; `extra` is at hand for this job alone. */
function buying(needed: Needed, owner: Owner, extra: Job['shelf']): Bill {
  const cuts = cutsOf(needed.pieces, owner);
  const lines = [...rollLines(cuts, owner.prices), ...gather(needed.parts, owner, extra)];
  const totalCents = lines.reduce((s, l) => s + (l.totalCents ?? 0), 0);
  return {
    lines,
    cuts,
    totalCents,
    taxCents: Math.round((totalCents * (owner.salesTaxPercent ?? 0)) / 100),
    unpriced: lines.filter((l) => l.buy > 0 && l.totalCents === null).length,
    tools: needed.tools,
    needed,
  };
}

/** Everything to buy for the chosen plan, less what is at hand; cable with a cut list. */
export const makeBill = (input: BillInput): Bill => buying(neededFor(input), input.before, input.job.shelf);

/**
 * One bill for several jobs of a house: packs and rolls are shared, what is at hand is used once. Each part says for which job it is.
 */
export function tripBill(
  house: Owner,
  jobs: readonly { readonly job: Pick<Job, 'name' | 'shelf'>; readonly needed: Needed }[],
): Bill {
  const of =
    (job: string) =>
    (what: Text): Text =>
      msg('materials.of-job', { job, what });
  return buying(
    {
      parts: jobs.flatMap(({ job, needed }) => needed.parts.map((n) => ({ ...n, why: of(job.name)(n.why) }))),
      pieces: jobs.flatMap(({ job, needed }) =>
        needed.pieces.map((p) => ({ ...p, label: of(job.name)(p.label) })),
      ),
      tools: [...new Set(jobs.flatMap(({ needed }) => needed.tools))],
    },
    house,
    jobs.flatMap(({ job }) => job.shelf),
  );
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
