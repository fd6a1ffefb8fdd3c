import { describe, expect, it } from '@jest/globals';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import { readHouse, readJob } from '@elwand/core';
import { spanFault, withoutWay, withProbe, withSurprise, withThing } from './facts.ts';

const house = demoHouses()[0]!;
const job = demoJobs().find((j) => j.houseId === house.id)!;
const wall = house.rooms[0]!.walls[0]!;
const span = { kind: 'pipe' as const, leftMm: 300, rightMm: 360, bottomMm: 0, topMm: 2000 };
const wallIn = (h: typeof house) => h.rooms[0]!.walls[0]!;

describe('what was found at the wall', () => {
  it('is in the house, beside what was there, and the house can be read', () => {
    const now = withProbe(withThing(house, wall.id, span), wall.id, 512, false);
    expect(wallIn(now).obstacles).toHaveLength(wall.obstacles.length + 1);
    expect(wallIn(now).obstacles.at(-1)).toMatchObject(span);
    expect(wallIn(now).hits.at(-1)).toMatchObject({ method: 'nothing', atMm: 512 });
    expect(wallIn(withProbe(house, wall.id, 512, true)).hits.at(-1)!.method).toBe('probe');
    expect(readHouse(JSON.parse(JSON.stringify(now))).ok).toBe(true);
  });
  it('takes a way out of the plan and lets the choice go, and is kept in words', () => {
    const now = withSurprise(
      withoutWay({ ...job, option: 'chosen' }, { op: 'fish', wallId: wall.id }),
      'cut:L1',
      'A pipe, ' + 'long '.repeat(300),
    );
    expect(now.avoid!.at(-1)).toEqual({ op: 'fish', wallId: wall.id });
    expect(now.option).toBeNull();
    expect(now.surprises!.at(-1)!.says).toHaveLength(600);
    expect(readJob(JSON.parse(JSON.stringify(now))).ok).toBe(true);
  });
  it('has a width, and is on the wall', () => {
    expect(spanFault(wall, 2440, span)).toBeNull();
    expect(spanFault(wall, 2440, { ...span, rightMm: 300 })).toBe('order');
    expect(spanFault(wall, 2440, { ...span, topMm: 0 })).toBe('order');
    expect(spanFault(wall, 2440, { ...span, rightMm: wall.lengthMm + 1 })).toBe('outside');
    expect(spanFault(wall, 1900, span)).toBe('outside');
  });
});
