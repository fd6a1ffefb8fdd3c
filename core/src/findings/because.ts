import { msg, q, type Text, type Value } from '../words/index.ts';
import type { Because, Finding } from './finding.ts';

/** Units of numbers that only stand for a look at something: they say nothing in print. */
const UNPRINTED: ReadonlySet<string> = new Set(['look', 'reading', 'ground', 'AWG']);

/** A number of a finding as a quantity; units without one of their own are told as they are. */
function amount(value: number, unit: Because['unit']): Value {
  switch (unit) {
    case 'share':
      return q.fineShare(value);
    case 'mm':
      return q.length(value);
    case 'cu in':
      return q.volume(value);
    case 'sq in':
      return q.bore(value);
    case 'A':
      return q.rating(value);
    case 'kg':
      return q.weight(value);
    case '°C':
      return q.celsius(value);
    case '°':
      return q.degrees(value);
    case 's':
      return q.seconds(value);
    default:
      return msg('findings.amount', { n: q.number(value), unit });
  }
}

/** What a finding needs and what there is; empty where there is nothing to compare. */
export function becauseText({ because }: Pick<Finding, 'because'>): Text {
  if (!because) return '';
  const { need, have, unit } = because;
  if (UNPRINTED.has(unit) || (have === null && need === 0)) return '';
  if (have === null) return msg('findings.needed', { need: amount(need, unit) });
  return unit === '°C'
    ? msg('findings.reached', { need: amount(need, unit), have: amount(have, unit) })
    : msg('findings.needed-and-there', { need: amount(need, unit), have: amount(have, unit) });
}

/** The same numbers for a program: rounded, with their unit. */
export const becauseRounded = (because: Because): Because => ({
  ...because,
  need: round(because.need),
  have: because.have === null ? null : round(because.have),
});
const round = (n: number): number => Math.round(n * 1000) / 1000;
