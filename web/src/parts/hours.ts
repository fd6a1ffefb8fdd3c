import { clock, msg, type LoadFacts, type Text, type UnitSystem } from '@elwand/core';

export type Hours = LoadFacts['hours'];

/** Spans of hours as they are typed. */
export const hoursText = (hours: Hours, system: UnitSystem): string =>
  hours.map(([a, b]) => `${clock(a, system)}-${clock(b, system)}`).join(', ');

const TIME = String.raw`(\d{1,2})(?::(\d{2}))?\s*([ap])?\.?m?\.?`;
const SPAN = new RegExp(String.raw`^\s*${TIME}\s*(?:-|to)\s*${TIME}\s*$`, 'i');

/** An hour of the day; NaN where it can't be one. */
function hourOf(hour: string, minutes: string | undefined, half: string | undefined): number {
  const h = Number(hour);
  const part = Number(minutes ?? 0) / 60;
  if (half === undefined) return h + part;
  if (h < 1 || h > 12) return Number.NaN;
  return (h % 12) + (half.toLowerCase() === 'p' ? 12 : 0) + part;
}

function spanOf(text: string): [number, number] | null {
  const m = SPAN.exec(text);
  if (!m?.[1] || !m[4]) return null;
  // "5-11 pm" means both.
  const from = hourOf(m[1], m[2], m[3] ?? m[6]);
  const to = hourOf(m[4], m[5], m[6]);
  const end = to === 0 && m[6] !== undefined ? 24 : to;
  return from >= 0 && from <= 24 && end >= 0 && end <= 24 ? [from, end] : null;
}

/** Reads "9-12, 18:30-22" and "9 am-12 pm, 6:30-10 pm"; empty means at any hour. */
export function parseHours(text: string): Hours | Text {
  if (text.trim() === '') return [];
  const out: Hours = [];
  for (const part of text.split(',')) {
    const span = spanOf(part);
    if (!span) return msg('screen.loads.is-no-span-of-hours', { part: part.trim() });
    out.push(span);
  }
  return out;
}
