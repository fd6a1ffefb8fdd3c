import { formatLength, percent, plain, type UnitSystem } from '../units/index.ts';
import type { Because, Finding } from './finding.ts';

/** Units of numbers that only stand for a look at something: they say nothing in print. */
const UNPRINTED: ReadonlySet<string> = new Set(['look', 'reading', 'ground', 'AWG']);

/** A number of a finding in the units of the house: lengths in feet and inches or metric, shares in percent. */
function numberWords(value: number, unit: Because['unit'], system: UnitSystem): string {
  if (unit === 'share') return percent(value);
  if (unit === 'mm') return formatLength(value, system, 'inches');
  return `${plain(value, 2)} ${unit}`;
}

/**
 * What a finding needs and what there is, in words; empty where there is nothing to compare.
 * @param system units of the house
 */
export function becauseWords({ because }: Pick<Finding, 'because'>, system: UnitSystem): string {
  if (!because) return '';
  const { need, have, unit } = because;
  if (UNPRINTED.has(unit) || (have === null && need === 0)) return '';
  const show = (n: number) => numberWords(n, unit, system);
  if (unit === '°C' && have !== null) return `${plain(need, 0)} °C reached, ${show(have)} allowed`;
  return have === null
    ? `${show(need)} needed, not read yet`
    : `${show(need)} needed, ${show(have)} available`;
}

/** The same numbers for a program: rounded, with their unit. */
export const becauseRounded = (because: Because): Because => ({
  ...because,
  need: round(because.need),
  have: because.have === null ? null : round(because.have),
});
const round = (n: number): number => Math.round(n * 1000) / 1000;
