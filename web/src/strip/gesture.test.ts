import { describe, expect, it } from '@jest/globals';
import { inDrawing, keyMove, snap } from './gesture.ts';

const key = (name: string, shiftKey = false) => keyMove({ key: name, shiftKey });

describe('moving a point by hand', () => {
  it('goes by sixteenths of an inch', () => {
    expect(snap(25.4 / 16)).toBeCloseTo(1.5875, 9);
    expect(snap(2.3)).toBeCloseTo(1.5875, 9);
    expect(snap(2.4)).toBeCloseTo(3.175, 9);
  });
  it('arrows nudge, right and up positive; with Shift by an inch', () => {
    expect(key('ArrowLeft')).toEqual({ move: 'nudge', dxMm: -1.5875, dyMm: 0 });
    expect(key('ArrowRight', true)).toEqual({ move: 'nudge', dxMm: 25.4, dyMm: 0 });
    expect(key('ArrowUp')).toEqual({ move: 'nudge', dxMm: 0, dyMm: 1.5875 });
    expect(key('ArrowDown', true)).toEqual({ move: 'nudge', dxMm: 0, dyMm: -25.4 });
  });
  it('the page keys go from bay to bay; others do nothing', () => {
    expect([key('PageUp'), key('PageDown')]).toEqual([
      { move: 'bay', direction: -1 },
      { move: 'bay', direction: 1 },
    ]);
    expect(key('Enter')).toBeNull();
  });
  it('a pointer over a drawing shown at half its size is twice as far in it', () =>
    expect(
      inDrawing(
        { clientX: 60, clientY: 30 },
        { left: 10, top: 10, width: 500, height: 100 },
        { width: 1000, height: 200 },
      ),
    ).toEqual({ x: 100, y: 40 }));
});
