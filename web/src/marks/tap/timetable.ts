import type { LoadFacts } from '@elwand/core';

export type Span = LoadFacts['hours'][number];
export type Handle = 'from' | 'to' | 'whole';

/** Hours are dragged in halves. */
export const STEP_HOURS = 0.5;
const snap = (h: number): number => Math.round(h / STEP_HOURS) * STEP_HOURS;
const wrap = (h: number): number => ((h % 24) + 24) % 24;

/** A span of hours after one of its ends, or all of it, was moved; never empty, past midnight it goes on in the morning. */
export function movedSpan([from, to]: Span, handle: Handle, byHours: number): Span {
  const d = snap(byHours);
  if (d === 0) return [from, to];
  const end = (h: number): number => (wrap(h) === 0 ? 24 : wrap(h));
  switch (handle) {
    case 'whole':
      return [wrap(from + d), end(to + d)];
    case 'from': {
      const next = wrap(snap(from + d));
      return next === wrap(to) ? [from, to] : [next, to];
    }
    case 'to': {
      const next = end(snap(to + d));
      return wrap(next) === wrap(from) ? [from, to] : [from, next];
    }
  }
}

/** A span as pieces of one day, for drawing: past midnight it is two. */
export const piecesOf = ([from, to]: Span): readonly Span[] =>
  from <= to
    ? [[from, to]]
    : [
        [from, 24],
        [0, to],
      ];
