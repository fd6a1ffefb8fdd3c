import { describe, expect, it } from '@jest/globals';
import { lensAt, LENS_PX, pinched, scrolledTo, swiped } from './touch.ts';

describe('fingers on the strip', () => {
  it('a quick move to the left asks for the next wall, to the right for the one before', () => {
    expect(swiped({ x: 300, y: 50 }, { x: 120, y: 60 }, 200)).toBe(1);
    expect(swiped({ x: 120, y: 50 }, { x: 300, y: 40 }, 200)).toBe(-1);
  });
  it.each([
    ['is too short', { x: 260, y: 50 }, 200],
    ['scrolls the page', { x: 200, y: 140 }, 200],
    ['rests on the way', { x: 120, y: 50 }, 1500],
  ])('a move that %s asks for nothing', (_, to, ms) => {
    expect(swiped({ x: 300, y: 50 }, to, ms)).toBeNull();
  });
  it('two fingers make it as much larger as they part, between whole and four times', () => {
    expect(pinched(1, 100, 200)).toBe(2);
    expect(pinched(2, 200, 150)).toBe(1.5);
    expect(pinched(2, 200, 20)).toBe(1);
    expect(pinched(3, 100, 900)).toBe(4);
    expect(pinched(1, 0, 50)).toBe(4);
  });
  it('what is between the fingers stays between them', () => {
    // 100 px of the drawing are scrolled away, the fingers are 60 px in: the drawing’s 160th px is under them, then its 320th.
    expect(scrolledTo(100, 60, 2)).toBe(260);
    expect(scrolledTo(0, 0, 3)).toBe(0);
    expect(scrolledTo(260, 60, 0.5)).toBe(100);
  });
  it('the lens stands over the finger, beside it at the top, and never off the screen', () => {
    const screen = { width: 390, height: 844 };
    const covers = (x: number, y: number) => {
      const at = lensAt({ x, y }, screen);
      expect(at.x).toBeGreaterThanOrEqual(4);
      expect(at.x + LENS_PX).toBeLessThanOrEqual(386);
      expect(at.y).toBeGreaterThanOrEqual(4);
      const [dx, dy] = [at.x + LENS_PX / 2 - x, at.y + LENS_PX / 2 - y];
      return Math.hypot(dx, dy) > LENS_PX / 2;
    };
    for (const x of [5, 195, 385]) for (const y of [10, 90, 400, 840]) expect(covers(x, y)).toBe(true);
  });
});
