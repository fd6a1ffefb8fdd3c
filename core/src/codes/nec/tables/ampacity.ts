import type { CableType, Gauge, Metal } from '../../../document/index.ts';
import { published, type Source } from '../../../findings/index.ts';
import { feet } from '../../../units/index.ts';

/** Conductor temperature ratings for which the ampacity table has a column, C. */
export type Rating = 60 | 75 | 90;
type Row = readonly [at60: number, at75: number, at90: number];

/** What the table reckons with around a conductor, and what it is in a wall or a basement, C. */
export const TABLE_C = 30;
/** Table 310.16: ampacity at 30 C, not more than three current-carrying conductors, A. 14 AWG aluminum has no entry. */
export const AMPACITY: Readonly<Record<Metal, Partial<Record<Gauge, Row>>>> = {
  Cu: {
    '14': [15, 20, 25],
    '12': [20, 25, 30],
    '10': [30, 35, 40],
    '8': [40, 50, 55],
    '6': [55, 65, 75],
    '4': [70, 85, 95],
  },
  Al: {
    '12': [15, 20, 25],
    '10': [25, 30, 35],
    '8': [35, 40, 45],
    '6': [40, 50, 55],
    '4': [55, 65, 75],
  },
};
const COLUMN: Record<Rating, 0 | 1 | 2> = { 60: 0, 75: 1, 90: 2 };
export const ampacityOf = (gauge: Gauge, metal: Metal, rating: Rating): number | undefined =>
  AMPACITY[metal][gauge]?.[COLUMN[rating]];
export const ampacityTable = (edition: number, metal: Metal = 'Cu', gauge: Gauge = '14'): Source =>
  published(
    edition >= 2020 ? 'NEC Table 310.16' : 'NEC Table 310.15(B)(16)',
    edition,
    // Of aluminum only the small sizes are sure.
    metal === 'Al' && ['8', '6', '4'].includes(gauge) ? 'fairly-sure' : 'sure',
  );

/** 240.4(D): largest overcurrent device of a small conductor, A, whatever its ampacity. */
export const SMALL_CONDUCTOR: Readonly<Record<Metal, Partial<Record<Gauge, number>>>> = {
  Cu: { '14': 15, '12': 20, '10': 30 },
  Al: { '12': 15, '10': 25 },
};
export const smallConductorSource = published('NEC 240.4(D)');

/** 240.6(A), as far as this work goes, A. The 10 A size that 2023 may have added is unsure and left out. */
export const STANDARD_SIZES = [15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100] as const;
export const nextSizeSource = published('NEC 240.4(B)');

/** The next standard overcurrent device at or above an ampacity, A; undefined past the end of the list. */
export const nextStandardSize = (amps: number): number | undefined =>
  STANDARD_SIZES.find((s) => s >= amps - 1e-9);

/** Ambient correction, 30 C base: top of each band in C, then the factor for 60, 75 and 90 C conductors (null: no use). */
export const AMBIENT_BANDS: readonly {
  readonly topC: number;
  readonly factors: readonly [number | null, number | null, number];
}[] = [
  { topC: 10, factors: [1.29, 1.2, 1.15] },
  { topC: 15, factors: [1.22, 1.15, 1.12] },
  { topC: 20, factors: [1.15, 1.11, 1.08] },
  { topC: 25, factors: [1.08, 1.05, 1.04] },
  { topC: 30, factors: [1, 1, 1] },
  { topC: 35, factors: [0.91, 0.94, 0.96] },
  { topC: 40, factors: [0.82, 0.88, 0.91] },
  { topC: 45, factors: [0.71, 0.82, 0.87] },
  { topC: 50, factors: [0.58, 0.75, 0.82] },
  { topC: 55, factors: [0.41, 0.67, 0.76] },
  { topC: 60, factors: [null, 0.58, 0.71] },
  { topC: 65, factors: [null, 0.47, 0.65] },
  { topC: 70, factors: [null, 0.33, 0.58] },
  { topC: 75, factors: [null, null, 0.5] },
  { topC: 80, factors: [null, null, 0.41] },
  { topC: 85, factors: [null, null, 0.29] },
];
/** Factor for an ambient temperature, C; 0 where the table has no use for that conductor. */
export const ambientFactor = (celsius: number, rating: Rating): number =>
  AMBIENT_BANDS.find((b) => celsius <= b.topC)?.factors[COLUMN[rating]] ?? 0;
export const ambientSource = (edition: number): Source =>
  edition >= 2023
    ? published('NEC Table 310.15(B)(1)(1)', edition, 'fairly-sure')
    : published(edition >= 2020 ? 'NEC Table 310.15(B)(1)' : 'NEC Table 310.15(B)(2)(a)', edition);

/** Adjustment for more than three current-carrying conductors together: up to so many, this factor. */
export const ADJUSTMENT: readonly { readonly upTo: number; readonly factor: number }[] = [
  { upTo: 3, factor: 1 },
  { upTo: 6, factor: 0.8 },
  { upTo: 9, factor: 0.7 },
  { upTo: 20, factor: 0.5 },
  { upTo: 30, factor: 0.45 },
  { upTo: 40, factor: 0.4 },
  { upTo: Number.POSITIVE_INFINITY, factor: 0.35 },
];
export const adjustmentFactor = (conductors: number): number =>
  ADJUSTMENT.find((a) => conductors <= a.upTo)?.factor ?? 0.35;
export const adjustmentSource = (edition: number): Source =>
  published(edition >= 2020 ? 'NEC 310.15(C)(1)' : 'NEC 310.15(B)(3)(a)', edition);

interface MethodRating {
  /** Column where correction and adjustment may start. */
  readonly start: Rating;
  /** Column that the result may not go over. */
  readonly final: Rating;
  readonly source: Source;
}
const terminals = published('NEC 110.14(C)(1)(a), terminals to 100 A');
const nm = published('NEC 334.80');
const old: MethodRating = { start: 60, final: 60, source: terminals };
/**
 * The columns for a wiring method at the usual 60 C terminals. Old cable and UF-B are taken at 60 C throughout, the careful
 * side: their insulation is not known from outside.
 */
export const METHOD_RATING: Readonly<Record<CableType, MethodRating>> = {
  'NM-B': { start: 90, final: 60, source: nm },
  'old-NM': old,
  'UF-B': { start: 60, final: 60, source: terminals },
  AC: { start: 90, final: 60, source: terminals },
  'old-AC': old,
  MC: { start: 90, final: 60, source: terminals },
  EMT: { start: 90, final: 60, source: terminals },
  FMC: { start: 90, final: 60, source: terminals },
  LFMC: { start: 75, final: 60, source: terminals },
  LFNC: { start: 75, final: 60, source: terminals },
  PVC: { start: 75, final: 60, source: terminals },
  'knob-and-tube': old,
};

/** Insulation temperature of the conductors, C; undefined where it is not known from outside. */
export const insulationC = (type: CableType): 90 | undefined =>
  METHOD_RATING[type].start === 90 ? 90 : undefined;

/** Cables that lie together for longer than this share their heat (310.15, conductors not spaced): asked of the survey. */
export const BUNDLED_OVER = { mm: feet(2), source: published('NEC 310.15(C)(1)', undefined, 'fairly-sure') };
