import { CABLE_SORTS, rollKey } from '../catalog/index.ts';
import { derivedId, ItemId, MOST_LEFTOVERS, type House, type Job, type Shelf } from '../document/index.ts';
import { feet } from '../units/index.ts';
import type { Bill } from './bill.ts';

/** What is left over when a job is done. */

/** Shorter pieces of cable go in the scrap, mm: common practice, a box takes 2 ft with its slack. */
const WORTH_KEEPING_MM = feet(3);

/**
 * What is at hand when a bill was bought and used up: what opened packs still hold, and of each piece of cable that was cut into what
 * is worth keeping.
 */
export function shelfAfter(
  { shelf }: Pick<House, 'shelf'>,
  { id: jobId, shelf: extra }: Pick<Job, 'id' | 'shelf'>,
  bill: Pick<Bill, 'lines' | 'cuts'>,
): Shelf {
  const parts = { ...shelf?.parts };
  for (const { partKey, count } of extra) if (count > 0) parts[partKey] = (parts[partKey] ?? 0) + count;
  for (const { partKey, unit, needed, onShelf, buy, holds } of bill.lines) {
    if (unit === 'roll') continue;
    delete parts[partKey];
    const left = onShelf + buy * holds - needed;
    if (left > 0) parts[partKey] = left;
  }
  const worth = (mm: number): boolean => mm >= WORTH_KEEPING_MM;
  const cutInto = new Map(bill.cuts.map((c) => [c.leftover, c.leftMm] as const));
  const old = (shelf?.cable ?? []).flatMap((c) => {
    const left = cutInto.get(c.id);
    return left === undefined ? [c] : worth(left) ? [{ ...c, lengthMm: left }] : [];
  });
  const fresh = bill.cuts.flatMap(({ leftover, roll, leftMm }, i) => {
    const sort = CABLE_SORTS.find((s) => rollKey(s.gauge, s.conductors, s.method) === roll.key);
    return leftover === undefined && sort && worth(leftMm)
      ? [{ ...sort, id: ItemId.parse(derivedId('left', jobId, i)), lengthMm: leftMm }]
      : [];
  });
  // The longest are kept where there are more than anybody counts.
  const cable = [...old, ...fresh];
  return {
    parts,
    cable:
      cable.length <= MOST_LEFTOVERS
        ? cable
        : cable.sort((a, b) => b.lengthMm - a.lengthMm).slice(0, MOST_LEFTOVERS),
  };
}
