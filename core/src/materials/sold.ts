import {
  BOXES,
  CABLE_ROLLS,
  PARTS,
  RINGS,
  STRIP_PARTS,
  TOOL_PARTS,
  type BoxModel,
  type Part,
  type RingModel,
} from '../catalog/index.ts';
import { practice } from '../findings/index.ts';
import { msg } from '../words/index.ts';

/** Everything that is sold, by the key that a bill, a price or a count has. */

/** Rolls of one kind in several lengths are lines of their own. */
export const rollLine = ({ key, holds }: Part): string => `${key}/${Math.round(holds)}`;

const oneOf = (kind: 'box' | 'ring', { id, name, priceCents }: BoxModel | RingModel): Part => ({
  key: `${kind}:${id}`,
  name,
  unit: 'each',
  holds: 1,
  priceCents,
  source: practice(msg('materials.estimated')),
});

/** Cable first, then boxes and rings, then all the rest. */
const SOLD: ReadonlyMap<string, Part> = new Map(
  [
    ...CABLE_ROLLS.map((r) => ({ ...r, key: rollLine(r) })),
    ...BOXES.map((b) => oneOf('box', b)),
    ...RINGS.map((r) => oneOf('ring', r)),
    ...Object.values(PARTS),
    ...STRIP_PARTS,
    ...TOOL_PARTS,
  ].map((p) => [p.key, p]),
);

/** A part by its key; undefined for one that nobody sells. */
export const partOf = (key: string): Part | undefined => SOLD.get(key);

/** Everything that is sold, in the order of the price list. */
export const allParts = (): readonly Part[] => [...SOLD.values()];
