import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { demoHouses, demoJobs } from '../demo/index.ts';
import { makeHouse } from '../document/index.ts';
import { anyBundle } from '../testing/random-house.ts';
import { said } from '../testing/said.ts';
import { cardOf } from './card.ts';
import { evaluate } from './evaluate.ts';

const houses = demoHouses();
const jobsOf = (id: string) => demoJobs().filter((j) => j.houseId === id);

describe('a house at a glance', () => {
  it.each(houses)('says of the jobs of $name what their own page says', (house) => {
    const card = cardOf(house, jobsOf(house.id));
    expect(card.rooms.length).toBeGreaterThan(0);
    for (const job of jobsOf(house.id)) {
      const [own, e] = [card.jobs.find((j) => j.id === job.id)!, evaluate({ house, job })];
      expect(own.marks).toEqual(e.marks);
      expect(own.next).toEqual(e.next);
      expect(own.runs).toHaveLength(e.chosen!.option.legs.length);
      for (const t of e.chosen!.option.taps) expect(said(own.circuit)).toContain(t.breaker.number);
    }
  });
  it('counts rooms, boxes and tested breakers', () => {
    const [house] = houses;
    const tested = house!.panels.flatMap((p) => p.breakers).filter((b) => b.proved).length;
    const all = house!.panels.flatMap((p) => p.breakers).length;
    expect(said(cardOf(house!, []).facts)).toBe(
      `${house!.rooms.length} rooms, ${house!.points.length} boxes, ${tested} of ${all} breakers tested`,
    );
    expect(said(cardOf(makeHouse('h', 'Empty'), []).facts)).toBe(
      'No rooms yet, no boxes yet, no breakers yet',
    );
  });
  it('shows new cable square to the walls, from a box to a wanted one', () => {
    for (const { house, job } of fc.sample(anyBundle, { numRuns: 25, seed: 3 })) {
      const card = cardOf(house, [job]);
      for (const run of card.jobs[0]!.runs)
        run.slice(1).forEach((s, i) => {
          const last = run[i]!;
          expect(Math.min(Math.abs(s.xMm - last.xMm), Math.abs(s.yMm - last.yMm))).toBeLessThanOrEqual(1);
        });
    }
  });
  it('tells a room that nobody has looked at from one that is known', () => {
    const [house] = houses;
    const bare = {
      ...house!,
      points: [],
      rooms: house!.rooms.map((r) => ({
        ...r,
        walls: r.walls.map((w) => ({ ...w, hits: [], openings: [] })),
      })),
    };
    expect(cardOf(house!, []).rooms.every((r) => r.known)).toBe(true);
    expect(cardOf(bare, []).rooms.some((r) => r.known)).toBe(false);
  });
});
