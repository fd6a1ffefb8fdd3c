import { describe, expect, it } from '@jest/globals';
import { planOfHouse } from '../structure/index.ts';
import { ceilingAt, smallHouse, wallAt } from '../testing/build.ts';
import { said } from '../testing/said.ts';
import { workPlace } from './place.ts';

describe('where somebody works', () => {
  const house = smallHouse();
  const at = (place: Parameters<typeof workPlace>[1]) => said(workPlace(planOfHouse(house), place));
  const spot = { roomId: house.rooms[0]!.id, xMm: 900, yMm: 900 };
  it('is a room by its name for its walls and its ceiling', () => {
    expect(at(wallAt(24))).toBe('Den');
    expect(at(ceilingAt(60, 60))).toBe('Den');
  });
  it('is outside, above or below where the place is', () => {
    expect(at({ ...wallAt(24), on: 'outside' })).toBe('outside');
    expect(at({ on: 'attic', ...spot })).toBe('attic');
    expect(at({ on: 'basement', ...spot })).toBe('below the floor');
  });
});
