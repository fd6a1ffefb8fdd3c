import { describe, expect, it } from '@jest/globals';
import { settingOf } from '../evaluation/judge.ts';
import { bundle, outlet, smallHouse, wanted } from '../testing/build.ts';
import { closed } from '../testing/ways.ts';
import { inches } from '../units/index.ts';
import { nearPlaces } from './near-places.ts';

// Studs on 16: the bay of R2 goes from 80-3/4 to 95-1/4, its middle is 88; nothing is open above or below.
const house = (r2: number) => {
  const small = smallHouse();
  return {
    ...small,
    rooms: small.rooms.map(closed),
    points: small.points.map((p) => (p.id === 'r2' ? outlet('r2', r2) : p)),
  };
};
const near = (x: number, r2 = 84) => {
  const b = bundle(house(r2), [wanted(x)]);
  // Nobody drills a stud through a box opening here: crossing one takes a strip of wall.
  const setting = settingOf({
    ...b,
    job: { ...b.job, preferences: { ...b.job.preferences, lacks: ['flexible-bit'] } },
  });
  return nearPlaces(setting);
};

describe('a place beside the one that was asked for', () => {
  it('in the bay of the outlet beside it is told, because no stud has to be crossed', () => {
    const [place] = near(98);
    expect(place!.wantId).toBe('w1');
    expect(place!.at.xMm / inches(1)).toBeCloseTo(88, 1);
    expect(place!.share).toBeLessThan(0.7);
    expect(place!.minutesLess).toBeGreaterThan(30);
  });
  it('is not told where it saves little', () => expect(near(91)).toEqual([]));
  it('is not told where the box would not fit there', () => expect(near(98, 88)).toEqual([]));
});
