import { describe, expect, it } from '@jest/globals';
import type { Bundle } from '../../../document/index.ts';
import { of } from '../../../testing/judged.ts';
import { RULE_CASES, under } from '../../../testing/rule-cases.ts';
import { RULES } from './index.ts';

const severities = (b: Bundle, rule: string): string[] => [...new Set(of(b, rule).map((f) => f.severity))];
const told = (b: Bundle, rule: string): string[] =>
  of(b, rule)
    .map((f) => `${f.key} ${f.severity}`)
    .sort();

describe('every rule has its cases', () => {
  it('none is left out', () => expect(Object.keys(RULE_CASES).sort()).toEqual(RULES.map((r) => r.id).sort()));
  for (const [rule, { against, holds, asks, flips }] of Object.entries(RULE_CASES)) {
    if (against)
      it(`${rule}: speaks against`, () =>
        expect(severities(against(), rule)).toEqual(
          expect.arrayContaining([expect.stringMatching(/stop|fix/)]),
        ));
    it(`${rule}: holds`, () => expect(severities(holds(), rule).filter((s) => s !== 'ok')).toEqual([]));
    if (asks) it(`${rule}: asks`, () => expect(severities(asks(), rule)).toContain('watch'));
    if (flips)
      it(`${rule}: is another under ${flips.to}`, () =>
        expect(told(under(flips.house(), flips.from), rule)).not.toEqual(
          told(under(flips.house(), flips.to), rule),
        ));
  }
});
