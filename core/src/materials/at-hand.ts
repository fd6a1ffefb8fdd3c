import { CABLE_SORTS, leftoverPart } from '../catalog/index.ts';
import type { House, Job, Shelf } from '../document/index.ts';
import type { Leftover } from './cut-rolls.ts';

/** What is left of earlier jobs: it is used before anything is bought. */

/** How many of a part are at hand: in the house, and for this job alone. */
export const atHand = ({ shelf }: Pick<House, 'shelf'>, extra: Job['shelf'], key: string): number =>
  (shelf?.parts[key] ?? 0) + extra.reduce((sum, s) => (s.partKey === key ? sum + s.count : sum), 0);

/** Pieces of cable at hand, as something to cut from. */
export const leftoversOf = (shelf: Shelf | undefined): Leftover[] =>
  (shelf?.cable ?? []).flatMap(({ id, method, gauge, conductors, lengthMm }) => {
    const sort = CABLE_SORTS.find(
      (s) => s.method === method && s.gauge === gauge && s.conductors === conductors,
    );
    return sort ? [{ id, part: leftoverPart(sort, lengthMm) }] : [];
  });
