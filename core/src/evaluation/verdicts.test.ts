import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { EDITIONS, necPack } from '../codes/index.ts';
import { demoHouses, demoJobs } from '../demo/index.ts';
import type { Bundle } from '../document/index.ts';
import { sourceLine } from '../findings/index.ts';
import { said } from '../testing/said.ts';
import { anyBundle } from '../testing/random-house.ts';
import { anyWiring } from '../testing/random-wiring.ts';
import { outcome } from '../testing/verdict-text.ts';
import { evaluate } from './evaluate.ts';

/**
 * What is said of some sixty houses, kept as text: whoever changes a rule, a table or the search sees in review which verdict,
 * price, part or splice comes out otherwise, also where nobody looked for it. Nothing here says that a verdict is right; that is
 * said beside each rule and by the replays. `npm run test:unit -- verdicts -u` takes over what was meant.
 */

const drawn = [
  ...fc.sample(anyWiring, { numRuns: 34, seed: 7 }),
  ...fc.sample(anyBundle, { numRuns: 22, seed: 7 }),
];
const demo = demoJobs().map((job): Bundle => ({
  house: demoHouses().find((h) => h.id === job.houseId)!,
  job,
}));

describe('the numbers that rules compare with', () => {
  it.each(EDITIONS)('of %i', (edition) => {
    const pack = necPack(edition);
    const lines = pack.rules.flatMap((rule) =>
      rule
        .numbers(pack)
        .map((n) => `${rule.id} ${said(n.what)}: ${said(n.value)} {${said(sourceLine(n.source))}}`),
    );
    expect(lines.join('\n')).toMatchSnapshot();
  });
});

describe('what is said of the same houses as yesterday', () => {
  it.each([...demo, ...drawn].map((b, i) => [i, b] as const))('house %i', (_, b) =>
    expect(outcome(evaluate(b)).join('\n')).toMatchSnapshot(),
  );
});
