import { describe, expect, it } from '@jest/globals';
import { steppedRoom } from './use-room-drag.ts';

describe('moving a room of the floor plan by keys', () => {
  const at = { xMm: 1000, yMm: 2000 };
  const step = (key: string, shiftKey = false) => steppedRoom(at, { key, shiftKey });
  it('an arrow goes an inch, with Shift a foot; up is towards the top of the plan', () => {
    expect(step('ArrowLeft')).toEqual({ xMm: 974.6, yMm: 2000 });
    expect(step('ArrowRight', true)?.xMm).toBeCloseTo(1304.8, 9);
    expect(step('ArrowUp')).toEqual({ xMm: 1000, yMm: 1974.6 });
    expect(step('ArrowDown', true)?.yMm).toBeCloseTo(2304.8, 9);
  });
  it('other keys move nothing', () => expect(step('a')).toBeNull());
});
