import { describe, expect, it } from '@jest/globals';
import { ItemId } from '../document/index.ts';
import { settingOf } from '../evaluation/judge.ts';
import { planJob } from '../planning/index.ts';
import { bundle, outlet, smallHouse, wanted } from '../testing/build.ts';
import { closed } from '../testing/ways.ts';
import { inches } from '../units/index.ts';
import { gainsOf } from './near-places.ts';

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
  return gainsOf(setting).places;
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

/**
 * A closed house with studs on 16 in. Between R1 (24 in) or R2 (84 in) and a place at 56 in stand two studs: the nearer one is bored
 * with a bent bit through the new opening, the one beside the box that is there (8 or 4 in off) only through the opening of that box.
 * While it is nailed on, a strip of wall is opened for it: 55 minutes and its patch instead of 12 for the hole and 40 for the box.
 */
describe('a box that is nailed to the stud', () => {
  const from = (model: string | null, lacks: 'flexible-bit'[] = []) => {
    const h = house(84);
    const points = h.points.map((p) => ({ ...p, box: { ...p.box, model } }));
    const b = bundle({ ...h, points }, [wanted(56)]);
    return gainsOf(settingOf({ ...b, job: { ...b.job, preferences: { ...b.job.preferences, lacks } } }))
      .boxes;
  };
  it('is told when taking it out saves opening the wall', () => {
    const [out, ...more] = from('new-1g-22');
    expect(more).toEqual([]);
    expect(['r1', 'r2']).toContain(out!.pointId);
    expect(out!.model).toMatch(/^old-1g-/);
    expect(out!.share).toBeLessThan(0.8);
    expect(out!.minutesLess).toBeGreaterThan(30);
  });
  it('is told of a box that nobody has looked at, too', () => expect(from(null)).toHaveLength(1));
  it('comes out by itself when it is an old-work box', () => expect(from('old-1g-20')).toEqual([]));
  it('is left alone where nobody has a bit that bends', () =>
    expect(from('new-1g-22', ['flexible-bit'])).toEqual([]));
  it('makes a way where there is none, under tile that is not opened', () => {
    const h = house(84);
    const layers = [{ id: ItemId.parse('t'), name: 'Tile', thicknessMm: inches(0.375), planned: false }];
    const b = bundle(
      { ...h, rooms: h.rooms.map((r) => ({ ...r, walls: r.walls.map((w) => ({ ...w, layers })) })) },
      [wanted(56)],
    );
    const preferences = { ...b.job.preferences, lacks: ['tubing-bender' as const] };
    const setting = settingOf({ ...b, job: { ...b.job, preferences } });
    expect(planJob(setting).options).toEqual([]);
    expect(gainsOf(setting).boxes).toMatchObject([{ share: null, minutesLess: 0 }]);
  });
});
