import { describe, expect, it } from '@jest/globals';
import { RULE_CASES, under } from '../testing/rule-cases.ts';
import { findingLine } from '../testing/verdict-text.ts';
import { evaluate } from './evaluate.ts';

/** What each rule says in its own cases, word for word, as in `verdicts.test.ts`. */
describe('what the rules say in their cases', () => {
  it.each(Object.entries(RULE_CASES))('%s', (rule, { against, holds, asks, flips }) => {
    const cases = {
      against: against?.(),
      holds: holds(),
      asks: asks?.(),
      ...(flips
        ? {
            [flips.from]: under(flips.house(), flips.from),
            [flips.to]: under(flips.house(), flips.to),
          }
        : {}),
    };
    const lines = Object.entries(cases).flatMap(([name, b]) =>
      b
        ? [
            `${name}:`,
            ...evaluate(b)
              .findings.filter((f) => f.rule === rule)
              .map((f) => `  ${findingLine(f)}`),
          ]
        : [],
    );
    expect(lines.join('\n')).toMatchSnapshot();
  });
});
