import { describe, expect, it } from '@jest/globals';
import { runs } from '../testing/runs.ts';
import { judge } from '../evaluation/judge.ts';
import { proveOption } from '../evaluation/prove-option.ts';
import { bundle } from '../testing/build.ts';
import { ASKS, changesOf, houseOf, KINDS, kindName, type Ask, type Kind } from '../testing/matrix.ts';
import { said } from '../testing/said.ts';

/**
 * Everything that can be asked, in every kind of house: a plan, and then every option of it replays without a fault; or the reason why
 * there is none. What cannot be done without breaking something else says what it would break.
 */

function faultsOf(kind: Kind, ask: Ask): string[] {
  const found: string[] = [];
  const b = bundle(houseOf(kind), [...(ask.wants ?? [])], {
    changes: changesOf(ask),
    protection: { groundFault: 'at-breaker', arcFault: 'at-breaker' },
    ...ask.job,
  });
  const e = judge(b, {
    prove: (...of) => {
      const faults = proveOption(...of);
      found.push(...faults.filter((f) => f.kind === 'contradiction').map((f) => said(f.says)));
      return faults;
    },
  });
  const silent =
    (ask.wants ?? []).length > 0 &&
    e.options.length === 0 &&
    !e.findings.some((f) => f.rule === 'no-way' && said(f.detail).length > 0);
  const integrity = e.findings.filter((f) => f.rule === 'integrity').map((f) => said(f.says));
  return [...new Set([...found, ...integrity, ...(silent ? ['no plan, and no reason'] : [])])].filter(
    (f) => f !== ask.breaks?.(kind),
  );
}

/** Is it asked of a box that is there? What is only put beside it sees little of what that box holds. */
const isOfTheBox = ({ wants = [], changes = [] }: Ask): boolean =>
  changes.length > 0 ||
  wants.some((w) => w.source !== undefined || w.replaces !== undefined || w.control.by === 'switch');
/**
 * Of the others each meets a fourth of the kinds of house, every one another fourth: all places, all cables, all that a box holds. What
 * is asked of the box meets all of them. At the gate it is a fourth of that again.
 */
const SHARE = 4;
const AT_ONCE = 4 / runs(4);

describe('everything that can be asked, in every kind of house', () => {
  it.each(ASKS.map((ask, n) => [ask.name, ask, n] as const))('%s', (_, ask, n) => {
    const kinds = KINDS.filter((k) => ask.of?.(k) ?? true).filter(
      (_k, i) => (i + Math.floor(i / 4) + Math.floor(i / 16) + n) % (isOfTheBox(ask) ? AT_ONCE : SHARE) === 0,
    );
    expect(kinds.length).toBeGreaterThan(0);
    expect(kinds.flatMap((k) => faultsOf(k, ask).map((f) => `${kindName(k)}: ${f}`))).toEqual([]);
  });
});
