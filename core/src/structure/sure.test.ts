import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { ItemId, makeWall, type Hit, type Wall } from '../document/index.ts';
import { smallHouse } from '../testing/build.ts';
import { seeded } from '../units/seeded.ts';
import { transferText } from '../placement/transfers.ts';
import { feet, inches } from '../units/index.ts';
import {
  frameWall,
  HIT_ERROR_MM,
  offGrid,
  planOfHouse,
  posteriorOf,
  spanClear,
  nextReading,
  bestTransfer,
  transferErrors,
  transferOdds,
  transfersFor,
  TRANSFER_WISH,
  clearOdds,
} from './index.ts';
import { said } from '../testing/said.ts';

let n = 0;
const hit = (atMm: number, method: Hit['method'] = 'magnet'): Hit => ({
  id: ItemId.parse(`p${n++}`),
  method,
  atMm,
});
const wall = (hits: Hit[], more: Partial<Wall> = {}): Wall =>
  makeWall('w', 'Wall', feet(14), { hits, ...more });

/** Walls as they are found: a spacing, an offset, some readings of it with the errors of their method, now and then a stray. */
function synthetic(random: ReturnType<typeof seeded>, count: number, strays: number) {
  const spacingMm = [inches(16), inches(24), inches(16), 400][Math.floor(random.uniform() * 4)] ?? inches(16);
  const firstMm = random.uniform() * spacingMm;
  const studs = Math.floor((feet(14) - firstMm) / spacingMm);
  const methods: Hit['method'][] = ['magnet', 'finder', 'probe'];
  const picks = new Set<number>();
  while (picks.size < Math.min(count, studs)) picks.add(Math.floor(random.uniform() * studs));
  const hits = [...picks].map((k) => {
    const method = methods[Math.floor(random.uniform() * 3)] ?? 'magnet';
    return hit(
      Math.max(
        0,
        firstMm + k * spacingMm + random.normal() * Math.hypot(HIT_ERROR_MM[method] / 2, inches(1 / 8)),
      ),
      method,
    );
  });
  for (let i = 0; i < strays; i++) hits.push(hit(random.uniform() * feet(14), 'knock'));
  return { spacingMm, firstMm, hits };
}

describe('studs from noisy readings', () => {
  const trial = (count: number, strays: number, said: number | null) => {
    const random = seeded(count * 100 + strays);
    let sure = 0;
    let right = 0;
    const runs = 300;
    for (let i = 0; i < runs; i++) {
      const t = synthetic(random, count, strays);
      const w = wall(t.hits, { framing: { ...wall([]).framing, spacingMm: said ?? t.spacingMm } });
      const p = posteriorOf(w);
      if (!p.sure) continue;
      sure++;
      const best = p.hypotheses[0]!;
      // 400 mm and 16 in differ by a quarter inch: over a few studs nobody can tell them apart, nor needs to.
      const same = Math.abs(best.spacingMm - t.spacingMm) < 8;
      if (same && Math.abs(offGrid(best.firstMm, t.firstMm, t.spacingMm)) < inches(3 / 4)) right++;
    }
    return { sure: sure / runs, right: right / Math.max(1, sure) };
  };
  it('four readings on a wall of the said spacing: sure in nine of ten, and then right in 97 of 100', () => {
    const t = trial(4, 0, null);
    expect(t.sure).toBeGreaterThan(0.88);
    expect(t.right).toBeGreaterThan(0.97);
  });
  it('five readings and a stray one: still right in 95 of 100 of those that it is sure of', () => {
    const t = trial(5, 1, null);
    expect(t.sure).toBeGreaterThan(0.75);
    expect(t.right).toBeGreaterThan(0.95);
  });
  it('five readings of a wall whose spacing was said wrong are not believed blindly', () => {
    const t = trial(5, 0, inches(19.2));
    expect(t.right).toBeGreaterThan(0.9);
  });
  it('one reading is never sure, nor are two that contradict each other, nor none', () => {
    expect(posteriorOf(wall([hit(inches(30))])).sure).toBe(false);
    expect(posteriorOf(wall([])).sure).toBe(false);
    expect(posteriorOf(wall([hit(inches(30)), hit(inches(37))])).sure).toBe(false);
  });
  it('what is possible adds up to one', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: feet(14), noNaN: true }), { maxLength: 6 }), (xs) => {
        const total = posteriorOf(wall(xs.map((x) => hit(x)))).hypotheses.reduce((s, h) => s + h.weight, 0);
        expect(total).toBeCloseTo(1, 9);
      }),
      { numRuns: 40 },
    );
  });
});

describe('how clear a span is', () => {
  it('with no reading: the share of the wall that is not wood, for the spacings in use', () => {
    // A span of 2-1/4 in is touched while a stud's middle is within 3-3/4 in: 3.75/16 at 16 in, less at wider spacings.
    const clear = spanClear(wall([]), inches(60), inches(62.25));
    expect(clear).toBeGreaterThan(1 - 3.75 / 15.7);
    expect(clear).toBeLessThan(1 - 3.75 / 24);
  });
  it('agrees with counting over the pictures that are left, drawn at random', () => {
    const w = wall([hit(inches(15.5)), hit(inches(47), 'knock'), hit(inches(40), 'nothing')]);
    const random = seeded(7);
    const { hypotheses } = posteriorOf(w);
    const [left, right] = [inches(52), inches(56)];
    let clear = 0;
    const runs = 40_000;
    for (let i = 0; i < runs; i++) {
      let u = random.uniform();
      const h = hypotheses.find((x) => (u -= x.weight) <= 0) ?? hypotheses[0]!;
      let ok = true;
      for (let x = h.firstMm - h.spacingMm; x < feet(14) + h.spacingMm; x += h.spacingMm) {
        const at = x + random.normal() * inches(1 / 4);
        if (at + inches(0.75) > left && at - inches(0.75) < right) ok = false;
      }
      if (ok) clear++;
    }
    expect(spanClear(w, left, right)).toBeCloseTo(clear / runs, 1.7);
  });
  it('one more reading where it is said to help makes surer, whatever it says', () => {
    const w = wall([hit(inches(30))]);
    const span = [inches(60), inches(62.25)] as const;
    const next = nextReading(w, ...span);
    expect(next.then).toBeGreaterThan(Math.max(next.now, 1 - next.now));
    const after = (method: Hit['method']) => spanClear(wall([...w.hits, hit(next.atMm, method)]), ...span);
    const sure = (p: number) => Math.max(p, 1 - p);
    expect(Math.max(sure(after('probe')), sure(after('nothing')))).toBeGreaterThan(sure(next.now));
  });
  it('an extra stud that was met is solid whatever the grid says', () => {
    const frame = frameWall(
      wall([hit(inches(16)), hit(inches(32)), hit(inches(48)), hit(inches(72), 'probe'), hit(inches(80))]),
      feet(8),
    );
    expect(clearOdds(frame, inches(71), inches(73))).toBe(0);
  });
});

describe('transfer of a measure', () => {
  it('the odds agree with throwing the errors a hundred thousand times, within a point', () => {
    const random = seeded(42);
    for (const [along, across, left, right, half] of [
      [8, 6, 100, 160, 30],
      [40, 12, 60, 200, 30],
      [90, 25, 150, 150, 25],
      [15, 30, 20, 300, 28],
    ] as const) {
      const odds = transferOdds(
        { alongMm: along, acrossMm: across },
        { leftMm: left, rightMm: right, acrossMm: half },
      );
      let ok = 0;
      const runs = 100_000;
      for (let i = 0; i < runs; i++) {
        const [x, y] = [random.normal() * along, random.normal() * across];
        if (x > -left && x < right && Math.abs(y) < half) ok++;
      }
      expect(Math.abs(odds.both - ok / runs)).toBeLessThan(0.01);
    }
  });
  it('both axes count: a thin wall misses through the board where the bay is wide enough', () => {
    const errors = transferErrors('outside-corner', feet(8), 6);
    const odds = transferOdds(errors, { leftMm: 180, rightMm: 180, acrossMm: inches(0.75) });
    expect(odds.along).toBeGreaterThan(0.99);
    expect(odds.across).toBeLessThan(0.98);
    expect(odds.both).toBeCloseTo(odds.along * odds.across, 12);
  });
  it('errors grow with the distance, and a nail at the place is the surest reference', () => {
    expect(transferErrors('crossing-plate', feet(12), 6).alongMm).toBeGreaterThan(
      transferErrors('crossing-plate', feet(1), 6).alongMm,
    );
    for (const kind of ['crossing-plate', 'outside-corner', 'pipe', 'cable-of-box'] as const)
      expect(transferErrors(kind, 0, 6).alongMm).toBeGreaterThan(transferErrors('driven-nail', 0, 6).alongMm);
  });
  const house = smallHouse({
    rooms: smallHouse().rooms.map((r) => ({
      ...r,
      walls: r.walls.map((w, i) => ({
        ...w,
        exterior: i === 1,
        obstacles:
          i === 0
            ? [
                {
                  id: ItemId.parse('pipe'),
                  kind: 'pipe' as const,
                  leftMm: inches(64),
                  rightMm: inches(66),
                  bottomMm: 0,
                  topMm: feet(8),
                },
              ]
            : [],
      })),
    })),
  });
  const ask = (xMm: number, side: 'above' | 'below' = 'above') => {
    const room = house.rooms[0]!;
    return transfersFor({
      house,
      plan: planOfHouse(house),
      frame: frameWall(room.walls[0]!, room.ceilingMm),
      side,
      xMm,
      diameterMm: inches(1),
    });
  };
  it('lists what is seen on both sides: corners, the pipe, the cable of a box in the bay, and a nail', () => {
    const kinds = ask(inches(24)).map((t) => t.kind);
    expect([...kinds].sort()).toEqual([
      'cable-of-box',
      'crossing-plate',
      'driven-nail',
      'outside-corner',
      'pipe',
    ]);
    expect(ask(inches(24)).find((t) => t.kind === 'pipe')!.markMm).toBeCloseTo(inches(24 - 65), 6);
  });
  it('past a counter: a laser or plumb line and a nail in front of it take the place of a nail beside the wall', () => {
    const counter = {
      id: ItemId.parse('k'),
      name: 'counter',
      kind: 'counter' as const,
      leftMm: inches(10),
      rightMm: inches(40),
      bottomMm: 0,
      topMm: inches(36),
      depthMm: inches(25),
      planned: false,
    };
    const at = (furniture: object, side: 'above' | 'below') => {
      const room = house.rooms[0]!;
      const wall = { ...room.walls[0]!, furniture: [{ ...counter, ...furniture }] };
      const frame = frameWall(wall, room.ceilingMm);
      return transfersFor({
        house,
        plan: planOfHouse(house),
        frame,
        side,
        xMm: inches(24),
        diameterMm: inches(1),
      });
    };
    const laser = at({}, 'below').find((t) => t.kind === 'laser')!;
    expect(said(laser.name)).toContain('past the counter, and a thin nail through the floor');
    expect(laser).toMatchObject({ markMm: 0, awayMm: inches(25), makesHole: true });
    expect(at({}, 'below').map((t) => t.kind)).not.toContain('driven-nail');
    // The depth is read twice: it widens the error across the wall, not the one along it.
    const beside = transferErrors('laser', 0, 0);
    const away = transferErrors('laser', 0, 0, inches(25));
    expect(away.alongMm).toBeCloseTo(beside.alongMm, 9);
    expect(away.acrossMm).toBeGreaterThan(beside.acrossMm);
    // It is no matter for a hole from above, where it does not reach, nor where it comes down or is still to come.
    const kinds = (f: object, side: 'above' | 'below') => at(f, side).map((t) => t.kind);
    expect(kinds({}, 'above')).toContain('driven-nail');
    expect(kinds({ topMm: feet(8) }, 'above')).toContain('laser');
    expect(kinds({ planned: true }, 'below')).toContain('driven-nail');
    expect(kinds({ comesDown: { minutes: 20, people: 2 } }, 'below')).toContain('driven-nail');
    expect(said(transferText(laser))).toContain('go back 25 in plus half the thickness of the wall');
  });
  it('takes one without a hole of its own when it is good enough', () => {
    const best = bestTransfer(ask(inches(24)))!;
    expect(best.makesHole).toBe(false);
    expect(best.odds.both).toBeGreaterThanOrEqual(TRANSFER_WISH);
  });
  it('falls back to the nail where nothing else is good enough, and to nothing on wood', () => {
    expect(ask(inches(16))).toEqual([]);
    expect(bestTransfer([])).toBeUndefined();
    const unsure = ask(inches(18)).filter((t) => t.kind !== 'crossing-plate' && t.kind !== 'pipe');
    expect(bestTransfer(unsure)!.odds.both).toBe(Math.max(...unsure.map((t) => t.odds.both)));
  });
});
