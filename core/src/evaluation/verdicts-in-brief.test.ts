import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { HOUSE_CODES, type Bundle } from '../document/index.ts';
import { anyBundle } from '../testing/random-house.ts';
import { anyWiring } from '../testing/random-wiring.ts';
import { anyWish } from '../testing/random-wishes.ts';
import { brief } from '../testing/verdict-text.ts';
import { evaluate } from './evaluate.ts';

/** Houses of which only is kept whether anything came out otherwise, part by part, as in `verdicts.test.ts`. */

/** The same houses under each edition in turn. */
const inTurn = (b: Bundle, i: number): Bundle => ({
  ...b,
  house: { ...b.house, code: HOUSE_CODES[i % HOUSE_CODES.length]! },
});

describe('in brief: what is said of the same houses as yesterday', () => {
  it.each([
    ['wired in many ways', anyWiring, 90],
    ['built in many ways', anyBundle, 50],
    ['with many wishes', anyWish, 60],
  ] as const)('%s', (_, drawn, numRuns) => {
    const lines = fc
      .sample<Bundle>(drawn, { numRuns, seed: 70 })
      .map((b, i) => `${i} ${brief(evaluate(inTurn(b, i)))}`);
    expect(lines.join('\n')).toMatchSnapshot();
  });
});
