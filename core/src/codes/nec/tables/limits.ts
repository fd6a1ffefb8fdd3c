import { published, type Source } from '../../../findings/index.ts';
import type { LimitKey } from '../../terms.ts';
import { EDITIONS } from './editions.ts';
import { feet, inches, pounds } from '../../../units/index.ts';
import { msg, q, type Message, type Text } from '../../../words/index.ts';

/** What a limit is measured in, so that screens and reports can print it. */
export type LimitUnit = 'mm' | 'sq in' | 'share' | 'times' | 'A' | 'degrees' | 'kg';

/** A limit's value as people read it. */
export function limitWords(value: number, unit: LimitUnit): Text {
  switch (unit) {
    case 'mm':
      return value === 0 ? msg('rules.limit-value.none') : q.distance(value);
    case 'share':
      return value * 100 === Math.round(value * 100)
        ? q.share(value)
        : value < 0.01
          ? q.tinyShare(value)
          : q.fineShare(value);
    case 'times':
      return msg('rules.limit-value.times', { n: q.number(value) });
    case 'A':
      return q.rating(value);
    case 'sq in':
      return q.bore(value);
    case 'kg':
      return q.weight(value);
    case 'degrees':
      return q.degrees(value);
  }
}

/** What a limit is called. */
export const limitTitle = (key: LimitKey): Message => msg(`rules.limit.${key}`);

export interface Limit {
  readonly unit: LimitUnit;
  /** Which way is stricter. */
  readonly tighter: 'less' | 'more';
  readonly value: (edition: number) => number;
  readonly source: (edition: number) => Source;
}

const same = (
  unit: LimitUnit,
  tighter: Limit['tighter'],
  value: number,
  ref: string,
  certainty: 'sure' | 'fairly-sure' = 'sure',
): Limit => ({
  unit,
  tighter,
  value: () => value,
  source: () => published(ref, undefined, certainty),
});

const section = (old: string, from2023: string) => (edition: number) =>
  edition >= 2023 ? published(from2023, edition, 'fairly-sure') : published(old, edition);

/** Every single number that a rule compares with and that a local amendment may change. */
export const LIMITS = {
  continuousFactor: same('times', 'more', 1.25, 'NEC 210.19(A), 210.20(A)'),
  motorFactor: same('times', 'more', 1.25, 'NEC 220.18(A), 430.22'),
  cordShare: {
    unit: 'share',
    tighter: 'less',
    value: () => 0.8,
    source: section('NEC 210.23(A)(1)', 'NEC 210.23(B)(1)'),
  },
  fixedShare: {
    unit: 'share',
    tighter: 'less',
    value: () => 0.5,
    source: section('NEC 210.23(A)(2)', 'NEC 210.23(B)(2)'),
  },
  arcFaultMoveMm: {
    unit: 'mm',
    tighter: 'less',
    value: () => feet(6),
    source: (edition) =>
      published(
        edition >= 2023
          ? 'NEC 210.12(E), exception'
          : edition >= 2017
            ? 'NEC 210.12(D), exception'
            : 'NEC 210.12(B), exception',
        edition,
        edition >= 2020 ? 'fairly-sure' : 'sure',
      ),
  },
  airConditionerShared: same('share', 'less', 0.5, 'NEC 440.62(C)'),
  airConditionerAlone: same('share', 'less', 0.8, 'NEC 440.62(B)'),
  voltageDrop: {
    unit: 'share',
    tighter: 'less',
    value: () => 0.03,
    source: (edition) =>
      published(
        edition >= 2023
          ? 'NEC 210.19, Informational Note'
          : `NEC 210.19(A)(1), Informational Note ${edition >= 2020 ? '3' : '4'}`,
        edition,
      ),
  },
  holeEdgeMm: same('mm', 'more', inches(1.25), 'NEC 300.4(A)(1)'),
  supportEveryMm: same('mm', 'less', feet(4.5), 'NEC 334.30'),
  supportFromBoxMm: same('mm', 'less', feet(1), 'NEC 334.30'),
  freeConductorMm: same('mm', 'more', inches(6), 'NEC 300.14'),
  pastOpeningMm: same('mm', 'more', inches(3), 'NEC 300.14'),
  jacketInsideMm: same('mm', 'more', inches(0.25), 'NEC 314.17'),
  switchHeightMm: same('mm', 'less', inches(79), 'NEC 404.8(A)'),
  boxSetbackMm: same('mm', 'less', inches(0.25), 'NEC 314.20'),
  gapMm: same('mm', 'less', inches(0.125), 'NEC 314.21'),
  waterReachMm: {
    unit: 'mm',
    tighter: 'more',
    value: () => feet(6),
    source: (edition) => published('NEC 210.8(A)', edition, 'fairly-sure'),
  },
  wallReachMm: same('mm', 'less', feet(6), 'NEC 210.52(A)(1)'),
  wallSpaceMm: same('mm', 'less', feet(2), 'NEC 210.52(A)(2)'),
  counterReachMm: same('mm', 'less', feet(2), 'NEC 210.52(C)(1)'),
  counterWidthMm: same('mm', 'less', feet(1), 'NEC 210.52(C)(1)'),
  counterHeightMm: same('mm', 'less', inches(20), 'NEC 210.52(C)(3)'),
  countedHeightMm: same('mm', 'less', feet(5.5), 'NEC 210.52'),
  hallLengthMm: same('mm', 'less', feet(10), 'NEC 210.52(H)'),
  basinReachMm: same('mm', 'less', feet(3), 'NEC 210.52(D)'),
  bathZoneMm: {
    unit: 'mm',
    tighter: 'more',
    // Before 2020 only what stands within or directly over the tub was forbidden.
    value: (edition) => (edition >= 2020 ? feet(3) : 0),
    source: (edition) => published('NEC 406.9(C)', edition, 'fairly-sure'),
  },
  bathZoneHeightMm: {
    unit: 'mm',
    tighter: 'more',
    value: () => feet(8),
    source: (edition) => published('NEC 406.9(C)', edition, 'fairly-sure'),
  },
  luminaireZoneMm: same('mm', 'more', feet(3), 'NEC 410.10(D)'),
  luminaireZoneHeightMm: same('mm', 'more', feet(8), 'NEC 410.10(D)'),
  luminaireWeightKg: same('kg', 'less', pounds(50), 'NEC 314.27(A)(2)'),
  wallLuminaireWeightKg: same('kg', 'less', pounds(6), 'NEC 314.27(A)(1), exception'),
  fanWeightKg: same('kg', 'less', pounds(70), 'NEC 314.27(C)'),
  fanMarkedWeightKg: same('kg', 'less', pounds(35), 'NEC 314.27(C)'),
  tamperHeightMm: same('mm', 'more', feet(5.5), 'NEC 406.12, exception'),
  joistHoleShare: same('share', 'less', 1 / 3, 'IRC R502.8.1'),
  joistHoleEdgeMm: same('mm', 'more', inches(2), 'IRC R502.8.1'),
  joistNotchShare: same('share', 'less', 1 / 6, 'IRC R502.8.1'),
  joistEndNotchShare: same('share', 'less', 1 / 4, 'IRC R502.8.1'),
  studHoleShare: same('share', 'less', 0.6, 'IRC R602.6'),
  studHoleBearingShare: same('share', 'less', 0.4, 'IRC R602.6'),
  studHoleEdgeMm: same('mm', 'more', inches(0.625), 'IRC R602.6'),
  studNotchShare: same('share', 'less', 0.4, 'IRC R602.6'),
  studNotchBearingShare: same('share', 'less', 0.25, 'IRC R602.6'),
  plateCutShare: same('share', 'less', 0.5, 'IRC R602.6.1'),
  bendDegrees: same('degrees', 'less', 360, 'NEC 358.26, 352.26, 348.26, 350.26'),
  oppositeBoxesMm: same('mm', 'more', feet(2), 'NEC 300.21, informational note; IRC R302.4.2', 'fairly-sure'),
  ratedBoxIn2: same('sq in', 'less', 16, 'IRC R302.4.2', 'fairly-sure'),
  // 100 in2 in every 100 ft2.
  ratedBoxesShare: same('share', 'less', 100 / (100 * 144), 'IRC R302.4.2', 'fairly-sure'),
} as const satisfies Record<LimitKey, Limit>;

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
