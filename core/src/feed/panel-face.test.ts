import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { BreakerId, type Breaker } from '../document/index.ts';
import { panel } from '../testing/build.ts';
import { freeSpace, panelFace } from './index.ts';

/** A panel as one stands before it: odd spaces left, even right, two poles over two of one column. Common practice. */

const breaker = (number: string, more: Partial<Breaker> = {}): Breaker => ({
  ...panel()[0]!.breakers[0]!,
  id: BreakerId.parse(`b-${number}-${more.poles ?? 1}`),
  number,
  ...more,
});
const drawn = (breakers: readonly Breaker[], spaces?: number) => {
  const { rows, loose, free } = panelFace({ breakers: [...breakers], ...(spaces ? { spaces } : {}) });
  return {
    rows: rows.map((r) =>
      r.map((s) => s.breakers.map((b) => b.number).join('+') || (s.goesOn ? '|' : '.')).join(' '),
    ),
    loose: loose.map((b) => b.number),
    free,
  };
};

describe('the face of a panel', () => {
  it('two columns, a breaker of two poles over two spaces of its own', () =>
    expect(drawn([breaker('1'), breaker('2', { poles: 2 }), breaker('7')], 8)).toEqual({
      rows: ['1 2', '. |', '. .', '7 .'],
      loose: [],
      free: 4,
    }));
  it('two halves of a tandem share a space', () =>
    expect(drawn([breaker('3'), breaker('3B', { tandem: true })], 4)).toEqual({
      rows: ['. .', '3+3B .'],
      loose: [],
      free: 3,
    }));
  it('uncounted spaces go a row further than what stands there', () =>
    expect(drawn([breaker('5')])).toEqual({ rows: ['. .', '. .', '5 .', '. .'], loose: [], free: null }));
  it('what has no space of its number is told, not hidden', () =>
    expect(
      drawn([breaker('2', { poles: 2 }), breaker('4'), breaker('main'), breaker('99'), breaker('2')], 6),
    ).toEqual({ rows: ['. 2', '. |', '. .'], loose: ['4', 'main', '99', '2'], free: 4 }));
  it('a new breaker goes into the first free space', () => {
    expect(freeSpace({ breakers: [breaker('1'), breaker('2', { poles: 2 })] })).toBe(3);
    expect(freeSpace({ breakers: [breaker('1'), breaker('2')], spaces: 2 })).toBe(3);
  });
  it('every breaker is somewhere, once', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            n: fc.integer({ min: 0, max: 30 }),
            poles: fc.constantFrom<1 | 2>(1, 1, 2),
            tandem: fc.boolean(),
          }),
          { maxLength: 20 },
        ),
        fc.option(fc.integer({ min: 1, max: 24 }), { nil: undefined }),
        (made, spaces) => {
          const all = made.map((m, i) =>
            breaker(String(m.n), {
              id: BreakerId.parse(`x${i}`),
              poles: m.poles,
              ...(m.tandem ? { tandem: true as const } : {}),
            }),
          );
          const { rows, loose } = panelFace({ breakers: all, ...(spaces ? { spaces } : {}) });
          const shown = [...rows.flat().flatMap((s) => s.breakers), ...loose].map((b) => b.id).sort();
          expect(shown).toEqual(all.map((b) => b.id).sort());
        },
      ),
    ));
});
