import type { Gauge } from '../../document/index.ts';
import type { Source } from '../../findings/index.ts';
import {
  BORE,
  boreSource,
  conductorAreaSource,
  FILL_SHARE,
  fillSource,
  NIPPLE_MM,
  ROUND_UP_FROM,
  THHN,
  type RacewayKind,
  type TradeSize,
} from './tables/raceway.ts';

export type WireGauge = keyof typeof THHN;
export const isWireGauge = (gauge: Gauge): gauge is WireGauge => gauge in THHN;

export interface RacewayFill {
  /** Conductors inside, grounds among them, in2. */
  readonly areaSquareInches: number;
  readonly share: number;
  readonly allowedSquareInches: number;
  readonly fits: boolean;
  readonly sources: readonly Source[];
}

const shareFor = (count: number, lengthMm: number | null): number => {
  if (lengthMm !== null && lengthMm <= NIPPLE_MM) return FILL_SHARE.nipple;
  return count === 1 ? FILL_SHARE.one : count === 2 ? FILL_SHARE.two : FILL_SHARE.more;
};

/** Whole number of equal conductors that fit, the decimal of 0.8 and more rounding up (Chapter 9 note 7). */
export function countThatFits(allowedSquareInches: number, eachSquareInches: number): number {
  const n = allowedSquareInches / eachSquareInches;
  const whole = Math.floor(n + 1e-9);
  return n - whole >= ROUND_UP_FROM - 1e-9 ? whole + 1 : whole;
}

/** Most conductors of one size in a raceway, by areas and shares of Chapter 9; undefined when it is not made in that size. */
export function mostConductors(kind: RacewayKind, size: TradeSize, gauge: WireGauge): number | undefined {
  const bore = BORE[kind][size];
  return bore && countThatFits(bore.areaSquareInches * FILL_SHARE.more, THHN[gauge].areaSquareInches);
}

/**
 * Fill of a raceway by conductors of possibly several sizes.
 * @param conductors how many of each gauge, grounds counted like any other
 * @param lengthMm of the raceway; null when it is surely longer than a 24 in nipple
 * @returns undefined when the raceway is not made in that size
 */
export function racewayFill(
  kind: RacewayKind,
  size: TradeSize,
  conductors: Partial<Record<WireGauge, number>>,
  lengthMm: number | null,
): RacewayFill | undefined {
  const bore = BORE[kind][size];
  if (!bore) return undefined;
  const sizes = (Object.keys(THHN) as WireGauge[]).filter((g) => (conductors[g] ?? 0) > 0);
  const count = sizes.reduce((s, g) => s + (conductors[g] ?? 0), 0);
  const areaSquareInches = sizes.reduce((s, g) => s + (conductors[g] ?? 0) * THHN[g].areaSquareInches, 0);
  const allowedSquareInches = bore.areaSquareInches * shareFor(count, lengthMm);
  const [only] = sizes;
  // Equal conductors go by count, with its rounding; mixed sizes by area alone.
  const fits =
    sizes.length === 1 && only !== undefined && count > 2
      ? count <= countThatFits(allowedSquareInches, THHN[only].areaSquareInches)
      : areaSquareInches <= allowedSquareInches + 1e-9;
  return {
    areaSquareInches,
    share: areaSquareInches / bore.areaSquareInches,
    allowedSquareInches,
    fits,
    sources: [fillSource, boreSource(kind, size), conductorAreaSource],
  };
}
