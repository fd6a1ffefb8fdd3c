import { published, type Source } from '../../../findings/index.ts';
import { EDITIONS } from './editions.ts';
import { feet, formatLength, inches, percent, plain } from '../../../units/index.ts';

/** What a limit is measured in, so that screens and reports can print it. */
export type LimitUnit = 'mm' | 'sq in' | 'share' | 'times' | 'A' | 'degrees';

/** A limit's value as people read it. */
export function limitWords(value: number, unit: LimitUnit): string {
  switch (unit) {
    case 'mm':
      return value === 0 ? 'none' : formatLength(value, 'imperial', value >= 2 * 304.8 ? 'feet' : 'inches');
    case 'share':
      return percent(value, value * 100 === Math.round(value * 100) ? 0 : 1);
    case 'times':
      return `${plain(value)} times`;
    case 'A':
      return `${plain(value)} A`;
    case 'sq in':
      return `${plain(value)} sq in`;
    case 'degrees':
      return `${plain(value)}°`;
  }
}

export interface Limit {
  readonly title: string;
  readonly unit: LimitUnit;
  /** Which way is stricter. */
  readonly tighter: 'less' | 'more';
  readonly value: (edition: number) => number;
  readonly source: (edition: number) => Source;
}

const same = (
  title: string,
  unit: LimitUnit,
  tighter: Limit['tighter'],
  value: number,
  ref: string,
  certainty: 'sure' | 'fairly-sure' = 'sure',
): Limit => ({
  title,
  unit,
  tighter,
  value: () => value,
  source: () => published(ref, undefined, certainty),
});

const section = (old: string, from2023: string) => (edition: number) =>
  edition >= 2023 ? published(from2023, edition, 'fairly-sure') : published(old, edition);

/** Every single number that a rule compares with and that a local amendment may change. */
export const LIMITS = {
  continuousFactor: same('Continuous load counts', 'times', 'more', 1.25, 'NEC 210.19(A), 210.20(A)'),
  cordShare: {
    title: 'Share of one plugged-in load',
    unit: 'share',
    tighter: 'less',
    value: () => 0.8,
    source: section('NEC 210.23(A)(1)', 'NEC 210.23(B)(1)'),
  },
  fixedShare: {
    title: 'Share of fixed appliances beside outlets or lights',
    unit: 'share',
    tighter: 'less',
    value: () => 0.5,
    source: section('NEC 210.23(A)(2)', 'NEC 210.23(B)(2)'),
  },
  airConditionerShared: same('Room air conditioner, shared circuit', 'share', 'less', 0.5, 'NEC 440.62(C)'),
  airConditionerAlone: same('Room air conditioner, alone', 'share', 'less', 0.8, 'NEC 440.62(B)'),
  voltageDrop: {
    title: 'Voltage drop at the farthest outlet (advice)',
    unit: 'share',
    tighter: 'less',
    value: () => 0.03,
    source: (edition) =>
      published(
        edition >= 2023
          ? 'NEC 210.19, informational note (advice, no rule)'
          : `NEC 210.19(A)(1), informational note ${edition >= 2020 ? '3' : '4'} (advice, no rule)`,
        edition,
      ),
  },
  holeEdgeMm: same('Wood left beside a bored hole', 'mm', 'more', inches(1.25), 'NEC 300.4(A)(1)'),
  supportEveryMm: same('NM-B fastened every', 'mm', 'less', feet(4.5), 'NEC 334.30'),
  supportFromBoxMm: same('First fastening from the box', 'mm', 'less', feet(1), 'NEC 334.30'),
  freeConductorMm: same('Free conductor in a box', 'mm', 'more', inches(6), 'NEC 300.14'),
  pastOpeningMm: same(
    'Free conductor past the opening of a small box',
    'mm',
    'more',
    inches(3),
    'NEC 300.14',
  ),
  jacketInsideMm: same('Jacket inside the box past the clamp', 'mm', 'more', inches(0.25), 'NEC 314.17'),
  switchHeightMm: same('Highest switch grip', 'mm', 'less', inches(79), 'NEC 404.8(A)'),
  boxSetbackMm: same('Box set back in noncombustible board', 'mm', 'less', inches(0.25), 'NEC 314.20'),
  gapMm: same('Gap around a box in board or plaster', 'mm', 'less', inches(0.125), 'NEC 314.21'),
  waterReachMm: {
    title: 'Ground-fault reach from a sink',
    unit: 'mm',
    tighter: 'more',
    value: () => feet(6),
    source: (edition) => published('NEC 210.8(A)', edition, 'fairly-sure'),
  },
  arcFaultFreeMm: {
    title: 'Extension that needs no arc-fault protection when no outlet is added',
    unit: 'mm',
    tighter: 'less',
    value: () => feet(6),
    source: (edition) =>
      published(
        edition >= 2023 ? 'NEC 210.12(E)' : edition >= 2017 ? 'NEC 210.12(D)' : 'NEC 210.12(B)',
        edition,
        edition >= 2020 ? 'fairly-sure' : 'sure',
      ),
  },
  wallReachMm: same('Wall line from an outlet', 'mm', 'less', feet(6), 'NEC 210.52(A)(1)'),
  wallSpaceMm: same('Wall space that needs an outlet, from', 'mm', 'less', feet(2), 'NEC 210.52(A)(2)'),
  counterReachMm: same('Counter line from an outlet', 'mm', 'less', feet(2), 'NEC 210.52(C)(1)'),
  counterWidthMm: same('Counter that needs an outlet, from', 'mm', 'less', feet(1), 'NEC 210.52(C)(1)'),
  counterHeightMm: same('Outlet above a counter at most', 'mm', 'less', inches(20), 'NEC 210.52(C)(3)'),
  countedHeightMm: same('Outlet counted up to this height', 'mm', 'less', feet(5.5), 'NEC 210.52'),
  hallLengthMm: same('Hall that needs an outlet, from', 'mm', 'less', feet(10), 'NEC 210.52(H)'),
  basinReachMm: same('Outlet from the edge of a basin', 'mm', 'less', feet(3), 'NEC 210.52(D)'),
  bathZoneMm: {
    title: 'Zone beside a tub or shower with no outlet',
    unit: 'mm',
    tighter: 'more',
    // Before 2020 only what stands within or directly over the tub was forbidden.
    value: (edition) => (edition >= 2020 ? feet(3) : 0),
    source: (edition) => published('NEC 406.9(C)', edition, 'fairly-sure'),
  },
  bathZoneHeightMm: {
    title: 'Height of that zone above the rim',
    unit: 'mm',
    tighter: 'more',
    value: () => feet(8),
    source: (edition) => published('NEC 406.9(C)', edition, 'fairly-sure'),
  },
  luminaireZoneMm: same(
    'Hanging luminaire or fan from a tub, sideways',
    'mm',
    'more',
    feet(3),
    'NEC 410.10(D)',
  ),
  luminaireZoneHeightMm: same(
    'Hanging luminaire or fan above a tub rim',
    'mm',
    'more',
    feet(8),
    'NEC 410.10(D)',
  ),
  tamperHeightMm: same('Tamper-resistant up to', 'mm', 'more', feet(5.5), 'NEC 406.12, exception'),
  joistHoleShare: same('Hole through a joist, of its depth', 'share', 'less', 1 / 3, 'IRC R502.8.1'),
  joistHoleEdgeMm: same('Joist hole from its edges', 'mm', 'more', inches(2), 'IRC R502.8.1'),
  joistNotchShare: same('Notch in a joist, of its depth', 'share', 'less', 1 / 6, 'IRC R502.8.1'),
  studHoleShare: same('Hole through a stud, of its depth', 'share', 'less', 0.6, 'IRC R602.6'),
  studHoleBearingShare: same('Hole through a bearing stud, single', 'share', 'less', 0.4, 'IRC R602.6'),
  studHoleEdgeMm: same('Stud hole from its edge (structure)', 'mm', 'more', inches(0.625), 'IRC R602.6'),
  studNotchShare: same('Notch in a nonbearing stud', 'share', 'less', 0.4, 'IRC R602.6'),
  studNotchBearingShare: same('Notch in a bearing or outside stud', 'share', 'less', 0.25, 'IRC R602.6'),
  plateCutShare: same('Top plate cut before it needs a tie', 'share', 'less', 0.5, 'IRC R602.6.1'),
  bendDegrees: same(
    'Bends of a raceway between pull points',
    'degrees',
    'less',
    360,
    'NEC 358.26, 352.26, 348.26, 350.26',
  ),
  oppositeBoxesMm: same(
    'Boxes on opposite faces of a rated wall apart',
    'mm',
    'more',
    feet(2),
    'NEC 300.21, informational note; IRC R302.4.2',
    'fairly-sure',
  ),
  ratedBoxIn2: same('Opening of one box in a rated wall', 'sq in', 'less', 16, 'IRC R302.4.2', 'fairly-sure'),
  // 100 in2 in every 100 ft2.
  ratedBoxesShare: same(
    'Openings of all boxes, of a rated wall face',
    'share',
    'less',
    100 / (100 * 144),
    'IRC R302.4.2',
    'fairly-sure',
  ),
  cableUnspacedMm: same(
    'Bundled longer than this, conductors are adjusted',
    'mm',
    'less',
    feet(2),
    'NEC 310.15',
  ),
} as const satisfies Record<string, Limit>;

export type LimitKey = keyof typeof LIMITS;
export const LIMIT_KEYS = Object.keys(LIMITS) as readonly LimitKey[];
/** How far a local value may lie from the published ones, up or down; beyond that it is a slip of the unit or the decimal point. */
const AMENDMENT_FACTOR = 10;

/** The least and the most that a local value of a limit may be, in the limit's own unit; a share is never more than the whole. */
export function limitRange(key: LimitKey): { readonly least: number; readonly most: number } {
  const limit: Limit = LIMITS[key];
  const values = EDITIONS.map((edition) => limit.value(edition));
  const most = Math.max(...values) * AMENDMENT_FACTOR;
  return {
    least: Math.min(...values) / AMENDMENT_FACTOR,
    most: limit.unit === 'share' ? Math.min(1, most) : most,
  };
}

/** Can this value be meant for the limit? */
export function inLimitRange(key: LimitKey, value: number): boolean {
  const { least, most } = limitRange(key);
  return value >= least && value <= most;
}

export const isLimitKey = (key: string): key is LimitKey => Object.hasOwn(LIMITS, key);
