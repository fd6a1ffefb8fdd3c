import { clock, type LoadFacts, msg, type Text } from '@elwand/core';

export type Hours = LoadFacts['hours'];

/** Spans of hours as they are typed. */
export const hoursText = (hours: Hours): string =>
  hours.map(([a, b]) => `${clock(a)}-${clock(b)}`).join(', ');

/** Reads "9-12, 18:30-22"; empty means at any hour. */
export function parseHours(text: string): Hours | Text {
  if (text.trim() === '') return [];
  const out: Hours = [];
  for (const part of text.split(',')) {
    const m = /^\s*(\d{1,2})(?::(\d{2}))?\s*(?:-|to)\s*(\d{1,2})(?::(\d{2}))?\s*$/.exec(part);
    const hour = (h?: string, min?: string) => Number(h) + Number(min ?? 0) / 60;
    const [from, to] = m ? [hour(m[1], m[2]), hour(m[3], m[4])] : [Number.NaN, Number.NaN];
    if (!(from >= 0 && from <= 24 && to >= 0 && to <= 24))
      return msg('screen.parts.is-no-span-of-hours', { part: part.trim() });
    out.push([from, to]);
  }
  return out;
}
