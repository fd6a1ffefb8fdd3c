import type { DimmerMarking, LampKind } from '../../../document/index.ts';
import { practice, published, type Sourced } from '../../../findings/index.ts';
import { msg } from '../../../words/index.ts';

/** What dimmers carry, and which lamps. Values of makers' labels, from memory. */

type DimmerLamps = DimmerMarking['lamps'];

const LISTED = published('NEC 404.14(E)');
const LABEL = practice(msg('rules.dimmers.label-practice'));

/** Lamps that a dimmer made for others takes as well: an incandescent lamp is the load that every one of them can carry. */
export const DIMS: Readonly<Record<DimmerLamps, Sourced<readonly LampKind[]>>> = {
  incandescent: { value: ['incandescent'], source: LISTED },
  led: { value: ['led', 'incandescent'], source: LISTED },
  'low-voltage-magnetic': { value: ['low-voltage-magnetic', 'incandescent'], source: LISTED },
  'low-voltage-electronic': { value: ['low-voltage-electronic', 'incandescent'], source: LISTED },
};

/** What the usual dimmer for such lamps is marked with, and the largest that is sold, W. */
export const USUAL_DIMMERS: Readonly<Record<DimmerLamps, Sourced<{ usual: number; most: number }>>> = {
  incandescent: { value: { usual: 600, most: 1000 }, source: LABEL },
  led: { value: { usual: 150, most: 250 }, source: LABEL },
  'low-voltage-magnetic': { value: { usual: 450, most: 800 }, source: LABEL },
  'low-voltage-electronic': { value: { usual: 300, most: 600 }, source: LABEL },
};

/**
 * What is left of a marking with none, one or both of the fins at its sides cut off to fit beside another device. Makers print their
 * own: 600 W gives 500 and 400, 1000 W gives 800 and 650; taken for LED lamps too, where they differ most.
 */
export const SIDES_CUT: readonly {
  readonly fromWatts: number;
  readonly shares: readonly [number, number, number];
}[] = [
  { fromWatts: 1000, shares: [1, 0.8, 0.65] },
  { fromWatts: 0, shares: [1, 5 / 6, 2 / 3] },
];
export const SIDES_SOURCE = practice(msg('rules.dimmers.sides-practice'));

/** What a dimmer of a marking carries with sides cut off, W. */
export function carriesWatts(marked: number, sides: 0 | 1 | 2): number {
  const row = SIDES_CUT.find((r) => marked >= r.fromWatts);
  return marked * (row?.shares[sides] ?? 1);
}
