import { expect, it } from '@jest/globals';
import type { Bundle } from '../document/index.ts';
import { evaluate as evaluated } from '../evaluation/evaluate.ts';
import type { Evaluation } from '../evaluation/judge.ts';
import { brief, mark, plainly } from './verdict-text.ts';

/**
 * What tests of planning and wiring work out is kept with the test that asks, a few letters for each part of it. A test says what
 * it means; what changes beside that is seen in review.
 */

/** What was worked out in the bodies of `describe`, before the first test runs. */
const before: string[] = [];

it('what was worked out before the tests comes out as it did', () =>
  expect(before.join('\n')).toMatchSnapshot());

const keep = (text: string): void => {
  if (expect.getState().currentTestName === undefined) before.push(text);
  else expect(text).toMatchSnapshot();
};

/** Any value, kept. */
export function kept<T>(value: T): T {
  keep(mark(plainly(value)));
  return value;
}

/** An evaluation, kept. */
export function evaluate(b: Bundle): Evaluation {
  const e = evaluated(b);
  keep(brief(e));
  return e;
}
