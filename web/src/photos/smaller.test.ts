import { describe, expect, it } from '@jest/globals';
import { fitted } from './smaller.ts';

describe('the size of a photo as it is kept', () => {
  it('has its longer edge at most so long, and its shape', () => {
    expect(fitted(4000, 3000, 1600)).toEqual({ widthPx: 1600, heightPx: 1200 });
    expect(fitted(3000, 4000, 1600)).toEqual({ widthPx: 1200, heightPx: 1600 });
  });
  it('is never larger than it was, and never nothing', () => {
    expect(fitted(640, 480, 1600)).toEqual({ widthPx: 640, heightPx: 480 });
    expect(fitted(20_000, 3, 1600)).toEqual({ widthPx: 1600, heightPx: 1 });
  });
});
