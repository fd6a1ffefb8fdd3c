import { published, type Source } from '../../../findings/index.ts';
import type { CableType } from '../../../document/index.ts';

export type RacewayKind = Extract<CableType, 'EMT' | 'FMC' | 'LFMC' | 'LFNC' | 'PVC'>;
export type TradeSize = '3/8' | '1/2' | '3/4';

interface Bore {
  readonly insideInches: number;
  /** Whole inside area as printed, in2. */
  readonly areaSquareInches: number;
  readonly certainty: 'sure' | 'fairly-sure';
}
const bore = (
  insideInches: number,
  areaSquareInches: number,
  certainty: Bore['certainty'] = 'sure',
): Bore => ({
  insideInches,
  areaSquareInches,
  certainty,
});

/** Chapter 9 Table 4. LFNC is type B; PVC is schedule 40. */
export const BORE: Readonly<Record<RacewayKind, Partial<Record<TradeSize, Bore>>>> = {
  EMT: { '1/2': bore(0.622, 0.304), '3/4': bore(0.824, 0.533) },
  FMC: {
    '3/8': bore(0.384, 0.116, 'fairly-sure'),
    '1/2': bore(0.635, 0.317, 'fairly-sure'),
    '3/4': bore(0.824, 0.533, 'fairly-sure'),
  },
  LFMC: { '1/2': bore(0.632, 0.314), '3/4': bore(0.83, 0.541) },
  LFNC: { '1/2': bore(0.632, 0.314, 'fairly-sure'), '3/4': bore(0.83, 0.541, 'fairly-sure') },
  PVC: { '1/2': bore(0.602, 0.285), '3/4': bore(0.804, 0.508) },
};

/** Chapter 9 Table 5: THHN, THWN and THWN-2, in2 and outside diameter in inches. */
export const THHN: Readonly<
  Record<'14' | '12' | '10', { diameterInches: number; areaSquareInches: number }>
> = {
  '14': { diameterInches: 0.111, areaSquareInches: 0.0097 },
  '12': { diameterInches: 0.13, areaSquareInches: 0.0133 },
  '10': { diameterInches: 0.164, areaSquareInches: 0.0211 },
};

/** Chapter 9 Table 1 and its notes: the share of the bore that may be filled. */
export const FILL_SHARE = { one: 0.53, two: 0.31, more: 0.4, nipple: 0.6 } as const;
/** Note 7: with conductors of one size, a decimal of so much or more rounds the count up. */
export const ROUND_UP_FROM = 0.8;
/** Note 4: a raceway no longer than this is a nipple, mm (24 in). */
export const NIPPLE_MM = 24 * 25.4;

export const fillSource = published('NEC Chapter 9 Table 1, notes 3, 4, 7');
export const boreSource = (kind: RacewayKind, size: TradeSize): Source =>
  published('NEC Chapter 9 Table 4', undefined, BORE[kind][size]?.certainty ?? 'fairly-sure');
export const conductorAreaSource = published('NEC Chapter 9 Table 5');
/** 250.118: longest flexible metal path that may serve as the ground, mm (6 ft), and the largest breaker, A. */
export const FLEX_GROUND = { longestMm: 6 * 304.8, amps: 20 } as const;
export const flexGroundSource = published('NEC 250.118, flexible metal');
