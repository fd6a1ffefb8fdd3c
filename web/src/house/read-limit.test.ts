import { plainly } from '../app/voices.ts';
import { describe, expect, it } from '@jest/globals';
import { readLimit } from './read-limit.ts';

describe('a local value as it is typed', () => {
  it.each([
    ['switchHeightMm', '6\' 7"', 2006.6],
    ['switchHeightMm', '79', 2006.6],
    ['cordShare', '80%', 0.8],
    ['cordShare', '80', 0.8],
    ['cordShare', '0.8', 0.8],
    ['cordShare', '0,8', 0.8],
    ['continuousFactor', '1.5', 1.5],
  ] as const)('%s, %s', (key, text, value) => expect(readLimit(key, text, 'imperial')).toBeCloseTo(value, 6));
  it('a bare number is millimeters in a metric house', () =>
    expect(readLimit('switchHeightMm', '2000', 'metric')).toBe(2000));
  it.each([
    ['switchHeightMm', 'tall', 'not a length'],
    ['switchHeightMm', '', 'Enter a length'],
    ['cordShare', '', 'not a number'],
    ['cordShare', '-5', 'not a number'],
    ['cordShare', '150 %', 'more than 100%'],
    ['continuousFactor', 'x', 'not a number'],
  ] as const)('%s, "%s" is refused', (key, text, says) => {
    const r = readLimit(key, text, 'imperial');
    expect(typeof r).not.toBe('number');
    expect(plainly(r)).toContain(says);
  });
});
