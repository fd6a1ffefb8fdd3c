import { describe, expect, it } from '@jest/globals';
import { keysFor } from './use-row-keys.ts';

describe('keys of rows without ids', () => {
  it('stay when rows are added, and are all different', () => {
    const two = keysFor([], 2);
    const four = keysFor(two, 4);
    expect(four.slice(0, 2)).toEqual(two);
    expect(new Set(four).size).toBe(4);
  });
  it('stay with their rows when the first one goes', () => {
    const three = keysFor([], 3);
    const gone = three.filter((_, i) => i !== 0);
    expect(keysFor(gone, 2)).toEqual(three.slice(1));
  });
  it('are dropped from the end when nobody said which row went', () => {
    const three = keysFor([], 3);
    expect(keysFor(three, 1)).toEqual(three.slice(0, 1));
  });
});
