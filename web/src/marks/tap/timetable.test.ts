import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { movedSpan, piecesOf, STEP_HOURS, type Span } from './timetable.ts';

const hour = fc.integer({ min: 0, max: 47 }).map((n) => n / 2);
const span: fc.Arbitrary<Span> = fc.tuple(hour, hour).filter(([a, b]) => a !== b);
const lengthOf = ([a, b]: Span): number => (((b - a) % 24) + 24) % 24 || 24;

describe('dragging the hours of a load', () => {
  it('moves the whole, an end, or the beginning, by half hours', () => {
    expect(movedSpan([17, 22], 'whole', 2.2)).toEqual([19, 24]);
    expect(movedSpan([17, 22], 'to', 1.3)).toEqual([17, 23.5]);
    expect(movedSpan([17, 22], 'from', -0.6)).toEqual([16.5, 22]);
  });
  it('a move of less than a quarter hour is none', () =>
    expect(movedSpan([17, 22], 'whole', 0.2)).toEqual([17, 22]));
  it('goes on past midnight', () => {
    expect(movedSpan([17, 22], 'whole', 4)).toEqual([21, 2]);
    expect(movedSpan([22, 2], 'whole', -3)).toEqual([19, 23]);
    expect(movedSpan([1, 3], 'from', -2)).toEqual([23, 3]);
  });
  it('never becomes empty: an end does not reach the other', () => {
    expect(movedSpan([17, 22], 'to', -5)).toEqual([17, 22]);
    expect(movedSpan([17, 22], 'from', 5)).toEqual([17, 22]);
  });
  it('keeps its length when all of it is moved, and every hour stays within the day', () => {
    fc.assert(
      fc.property(span, fc.double({ min: -30, max: 30, noNaN: true }), (s, by) => {
        const moved = movedSpan(s, 'whole', by);
        expect(lengthOf(moved)).toBeCloseTo(lengthOf(s), 9);
        for (const h of moved) {
          expect(h).toBeGreaterThanOrEqual(0);
          expect(h).toBeLessThanOrEqual(24);
          expect(Math.abs(h / STEP_HOURS - Math.round(h / STEP_HOURS))).toBeLessThan(1e-9);
        }
      }),
    );
  });
  it('is drawn as two pieces past midnight, together as long as the span', () => {
    expect(piecesOf([9, 17])).toEqual([[9, 17]]);
    expect(piecesOf([22, 6])).toEqual([
      [22, 24],
      [0, 6],
    ]);
    fc.assert(
      fc.property(span, (s) =>
        expect(piecesOf(s).reduce((t, [a, b]) => t + b - a, 0)).toBeCloseTo(
          s[0] < s[1] ? s[1] - s[0] : lengthOf(s),
          9,
        ),
      ),
    );
  });
});
