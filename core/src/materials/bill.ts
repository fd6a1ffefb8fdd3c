import {
  BOXES,
  CABLE_ROLLS,
  PARTS,
  boxModel,
  ringModel,
  RINGS,
  receptaclePart,
  rollKey,
  type Part,
  type PartKey,
} from '../catalog/index.ts';
import {
  isProtecting,
  isReceptacleDevice,
  type CableType,
  type Gauge,
  type House,
  type Job,
} from '../document/index.ts';
import { practice } from '../findings/index.ts';
import { holesOf, type Route } from '../routing/index.ts';
import type { BoxWiring } from '../wiring/index.ts';
import type { PlanOfHouse } from '../structure/index.ts';

export interface BillLine {
  readonly partKey: string;
  readonly name: string;
  readonly needed: number;
  readonly onShelf: number;
  /** Sale units to buy, after the shelf. */
  readonly buy: number;
  readonly unit: Part['unit'];
  readonly unitPriceCents: number;
  readonly totalCents: number;
  readonly why: string;
}

export interface Piece {
  readonly label: string;
  readonly gauge: Gauge;
  readonly conductors: number;
  readonly method: CableType;
  readonly lengthMm: number;
}

export interface Cut {
  readonly roll: Part;
  readonly pieces: readonly Piece[];
  readonly leftMm: number;
}

export interface Bill {
  readonly lines: readonly BillLine[];
  readonly cuts: readonly Cut[];
  readonly totalCents: number;
  readonly tools: readonly string[];
}

/**
 * Buys rolls for the pieces of one kind of cable at least price: the cheapest roll that holds all, else the largest
 * roll filled with the longest pieces first and so on. Pieces longer than every roll are left out by the caller.
 */
export function cutRolls(pieces: readonly Piece[], rolls: readonly Part[]): Cut[] {
  const sizes = [...rolls].sort((a, b) => a.holds - b.holds);
  const left = [...pieces].sort((a, b) => b.lengthMm - a.lengthMm);
  const cuts: Cut[] = [];
  while (left.length > 0) {
    const total = left.reduce((s, p) => s + p.lengthMm, 0);
    const whole = sizes.filter((r) => r.holds >= total).sort((a, b) => a.priceCents - b.priceCents)[0];
    const roll = whole ?? sizes.at(-1);
    if (!roll || (left[0]?.lengthMm ?? 0) > roll.holds) break;
    let room = roll.holds;
    const taken: Piece[] = [];
    for (const piece of [...left])
      if (piece.lengthMm <= room) {
        taken.push(piece);
        room -= piece.lengthMm;
        left.splice(left.indexOf(piece), 1);
      }
    cuts.push({ roll, pieces: taken, leftMm: room });
  }
  return cuts;
}

interface Need {
  readonly key: string;
  readonly count: number;
  readonly why: string;
}

function deviceNeeds(boxes: readonly BoxWiring[], plan: PlanOfHouse, job: Job): Need[] {
  const needs: Need[] = [];
  for (const box of boxes) {
    const replaced = !box.isNew && job.boxes[box.point.id];
    const model = boxModel(box.point.box.model);
    if ((box.isNew || replaced) && model)
      needs.push({ key: `box:${model.id}`, count: 1, why: box.point.label });
    const ring = box.isNew ? undefined : ringModel(job.rings[box.point.id] ?? null);
    if (ring) needs.push({ key: `ring:${ring.id}`, count: 1, why: box.point.label });
    if (!box.isNew && job.clampsOutside.includes(box.point.id))
      needs.push({ key: 'clamp-connector', count: box.cables.length, why: box.point.label });
    const wet = plan.roomOf(box.point.at)?.use === 'outdoor';
    for (const d of box.point.devices) {
      if (!box.isNew && !isProtecting(d)) continue;
      if (isReceptacleDevice(d))
        needs.push({ key: receptaclePart(d.kind, d.amps, wet), count: 1, why: box.point.label });
      else if (d.kind === 'luminaire') needs.push({ key: 'luminaire', count: 1, why: box.point.label });
    }
    if (box.isNew && box.point.kind === 'receptacle')
      needs.push({
        key: wet ? 'plate-blank-wp' : `plate-${Math.min(3, box.point.box.gangs)}`,
        count: 1,
        why: box.point.label,
      });
    for (const j of box.after.joins)
      if (box.isNew || j.isNew) needs.push({ key: j.connector, count: 1, why: box.point.label });
    if (box.point.box.metal && (box.isNew || box.cables.some((c) => c.isNew)))
      needs.push({ key: 'ground-screw', count: 1, why: box.point.label });
    if (box.cables.some((c) => c.isNew && c.conductors.some((x) => x.remark)))
      needs.push({ key: 'marking-tape', count: 1, why: box.point.label });
  }
  return needs;
}

function routeNeeds(routes: readonly Route[]): Need[] {
  const holes = routes.flatMap(holesOf);
  const staples = routes.flatMap((r) => r.moves).reduce((s, m) => s + m.supportsMm.length, 0);
  const plates =
    holes.filter((h) => h.plateNeeded).length +
    routes.flatMap((r) => r.moves).reduce((s, m) => s + m.plates, 0);
  const seal = holes.filter((h) => h.fireSeal).length;
  const opened = routes.some((r) => r.openedMm2 > 0);
  return [
    { key: 'staple', count: staples, why: 'where it is not fished' },
    { key: 'nail-plate', count: plates, why: 'holes too near a face' },
    { key: 'fire-seal', count: seal > 0 ? 1 : 0, why: `${seal} plate hole${seal === 1 ? '' : 's'}` },
    { key: 'patch', count: opened ? 1 : 0, why: 'opened board' },
  ].filter((n) => n.count > 0);
}

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
        source: practice('ballpark shelf price'),
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
        source: practice('ballpark shelf price'),
      }
    );
  }
  return key in PARTS ? PARTS[key as PartKey] : undefined;
};

function gather(needs: readonly Need[], job: Job): BillLine[] {
  const sums = new Map<string, { count: number; why: string[] }>();
  for (const n of needs) {
    const s = sums.get(n.key) ?? { count: 0, why: [] };
    sums.set(n.key, { count: s.count + n.count, why: s.why.includes(n.why) ? s.why : [...s.why, n.why] });
  }
  return [...sums].flatMap(([key, { count, why }]) => {
    const part = partOf(key);
    return part ? [lineOf(part, count, why.join(', '), job)] : [];
  });
}

function lineOf(part: Part, needed: number, why: string, job: Job): BillLine {
  const onShelf = job.shelf.filter((s) => s.partKey === part.key).reduce((s, x) => s + x.count, 0);
  const buy = Math.ceil(Math.max(0, needed - onShelf) / part.holds);
  return {
    partKey: part.key,
    name: part.name,
    needed,
    onShelf,
    buy,
    unit: part.unit,
    unitPriceCents: part.priceCents,
    totalCents: buy * part.priceCents,
    why,
  };
}

const TOOLS = [
  'contact voltage meter with a proving source',
  'screwdrivers',
  'wire strippers',
  'cable ripper',
  'glasses and mask',
  'breaker lock or tape and note',
];

export interface BillInput {
  readonly house: House;
  readonly job: Job;
  readonly plan: PlanOfHouse;
  readonly boxes: readonly BoxWiring[];
  readonly routes: readonly Route[];
  readonly pieces: readonly Piece[];
}

/** Everything to buy for the chosen plan, less what the shelf has; cable as rolls with a cut list. */
export function makeBill(input: BillInput): Bill {
  const { job, boxes, plan, routes, pieces } = input;
  const kinds = [...new Set(pieces.map((p) => rollKey(p.gauge, p.conductors, p.method)))].sort();
  const cuts = kinds.flatMap((kind) =>
    cutRolls(
      pieces.filter((p) => rollKey(p.gauge, p.conductors, p.method) === kind),
      CABLE_ROLLS.filter((r) => r.key === kind),
    ),
  );
  const rolls = new Map<string, { part: Part; n: number; pieces: number }>();
  for (const c of cuts) {
    const known = rolls.get(c.roll.name);
    rolls.set(c.roll.name, {
      part: c.roll,
      n: (known?.n ?? 0) + 1,
      pieces: (known?.pieces ?? 0) + c.pieces.length,
    });
  }
  const cableLines = [...rolls.values()].map(({ part, n, pieces: count }): BillLine => ({
    partKey: part.name,
    name: part.name,
    needed: n,
    onShelf: 0,
    buy: n,
    unit: 'roll',
    unitPriceCents: part.priceCents,
    totalCents: n * part.priceCents,
    why: `${count} piece${count === 1 ? '' : 's'}`,
  }));
  const lines = [...cableLines, ...gather([...deviceNeeds(boxes, plan, job), ...routeNeeds(routes)], job)];
  return {
    lines,
    cuts,
    totalCents: lines.reduce((s, l) => s + l.totalCents, 0),
    tools: [...new Set([...TOOLS, ...routes.flatMap((r) => r.tools)])],
  };
}

const csvCell = (v: string | number): string =>
  /[",\n]/.test(String(v)) ? `"${String(v).replaceAll('"', '""')}"` : String(v);

/** The bill as comma-separated values, one line a part. */
export function billCsv(bill: Bill): string {
  const rows: (string | number)[][] = [
    ['part', 'needed', 'on shelf', 'buy', 'unit', 'unit price', 'total', 'for'],
  ];
  for (const l of bill.lines)
    rows.push([
      l.name,
      l.needed,
      l.onShelf,
      l.buy,
      l.unit,
      (l.unitPriceCents / 100).toFixed(2),
      (l.totalCents / 100).toFixed(2),
      l.why,
    ]);
  return `${rows.map((r) => r.map(csvCell).join(',')).join('\n')}\n`;
}
