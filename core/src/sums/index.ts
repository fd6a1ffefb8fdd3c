import type { UnitSystem } from '../units/index.ts';
import { holeSum, replaceSum, spacingSum, unitsSum } from './building.ts';
import { boxFillSum, conduitFillSum, gaugeSum, heatSum, loadShareSum, voltageDropSum } from './electrical.ts';
import { readValues, type FieldProblem, type Sum, type SumResult } from './field.ts';

export const SUMS: readonly Sum[] = [
  boxFillSum,
  gaugeSum,
  loadShareSum,
  voltageDropSum,
  conduitFillSum,
  heatSum,
  holeSum,
  spacingSum,
  replaceSum,
  unitsSum,
];
export const sumById = (id: string): Sum | undefined => SUMS.find((s) => s.id === id);

/** Does one sum from what was typed; left-out fields take their preset, bad ones are named. */
export function doSum(
  sum: Sum,
  given: Readonly<Record<string, string>>,
  units: UnitSystem = 'imperial',
): { ok: true; result: SumResult } | { ok: false; problems: readonly FieldProblem[] } {
  const read = readValues(sum.fields, given, units);
  return read.ok ? { ok: true, result: sum.compute(read.values) } : read;
}

export type { Field, FieldProblem, Line, Sum, SumResult } from './field.ts';
