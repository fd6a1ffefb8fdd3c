import { BOXES, boxModel, PARTS, type Part } from '../catalog/index.ts';
import type { House } from '../document/index.ts';
import { msg, q, type Text } from '../words/index.ts';
import type { BillLine } from './bill.ts';
import { allParts, partOf } from './sold.ts';

/** What may be bought instead of a part, and what changes with it. Nothing that a rule would have to be asked about. */

export interface Substitute {
  readonly key: string;
  readonly name: Text;
  /** What is different with it. */
  readonly says: Text;
  /** What the line costs more (or less) with it, cents; null where a price is not known. */
  readonly moreCents: number | null;
}

type Pair = readonly [key: string, says: Text];

/** Twist-on and lever connectors for as many conductors. */
const CONNECTORS: Readonly<Record<string, Pair>> = {
  'twist-2-3': ['lever-3', msg('materials.instead.levers')],
  'twist-4-5': ['lever-5', msg('materials.instead.levers')],
  'lever-2': ['twist-2-3', msg('materials.instead.twist')],
  'lever-3': ['twist-2-3', msg('materials.instead.twist')],
  'lever-5': ['twist-4-5', msg('materials.instead.twist')],
};

/** The next larger box that goes in the same way, in the same opening. */
function deeper(key: string): Pair[] {
  const box = boxModel(key.replace(/^box:/, ''));
  if (!box) return [];
  const [next] = BOXES.filter(
    (b) =>
      b.mounting === box.mounting &&
      b.metal === box.metal &&
      b.gangs === box.gangs &&
      Math.abs(b.widthMm - box.widthMm) < 1 &&
      Math.abs(b.heightMm - box.heightMm) < 5 &&
      b.depthMm > box.depthMm,
  ).sort((a, b) => a.depthMm - b.depthMm);
  return next
    ? [
        [
          `box:${next.id}`,
          msg('materials.instead.deeper', {
            more: q.volume(next.volumeCubicInches - box.volumeCubicInches),
            depth: q.length(next.depthMm),
          }),
        ],
      ]
    : [];
}

/** The same roll of cable one size thicker. */
function thicker(key: string): Pair[] {
  const [, conductors, mm] = /^nm-14-(\d)\/(\d+)$/.exec(key) ?? [];
  if (conductors === undefined) return [];
  const same = allParts().find((p) => p.key === `nm-12-${conductors}/${mm}`);
  return same ? [[same.key, msg('materials.instead.twelve')]] : [];
}

function pairsFor(key: string): Pair[] {
  const connector = CONNECTORS[key];
  return [
    ...(connector ? [connector] : []),
    ...(`${key}-oversize` in PARTS ? [[`${key}-oversize`, msg('materials.instead.oversize')] as const] : []),
    ...(key.startsWith('box:') ? deeper(key) : []),
    ...thicker(key),
  ];
}

const priceOf = (part: Part, { prices }: Pick<House, 'prices'>): number | null =>
  prices?.[part.key] ?? part.priceCents;

/** What may replace the part of a line, with what it costs more. */
export const substitutesFor = (
  line: Pick<BillLine, 'partKey' | 'needed' | 'onShelf' | 'unit' | 'totalCents'>,
  house: Pick<House, 'prices'>,
): Substitute[] =>
  pairsFor(line.partKey).flatMap(([key, says]) => {
    const part = partOf(key);
    if (!part) return [];
    const price = priceOf(part, house);
    const missing = line.unit === 'roll' ? line.needed : Math.max(0, line.needed - line.onShelf);
    const count = Math.ceil(missing / (line.unit === 'roll' ? 1 : part.holds));
    return [
      {
        key,
        name: part.name,
        says,
        moreCents: price === null || line.totalCents === null ? null : price * count - line.totalCents,
      },
    ];
  });
