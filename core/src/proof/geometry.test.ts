import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { demoHouses, demoJobs } from '../demo/index.ts';
import {
  ItemId,
  type Bundle,
  type Obstacle,
  type Opening,
  type RoomId,
  type Wall,
  type WallId,
} from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { geometryPlanOf } from '../evaluation/prove-option.ts';
import { atBreaker, atPoint, bundle, nm, outlet, smallHouse, wanted } from '../testing/build.ts';
import { anyBundle } from '../testing/random-house.ts';
import { anyWiring } from '../testing/random-wiring.ts';
import { inches } from '../units/index.ts';
import { proveGeometry, type GeometryPlan, type HoleOfRun, type MoveOfRun } from './index.ts';
import { heard } from '../testing/said.ts';

/** A box on one side of a door and a want on the other, with nothing over or under the room: the trim comes off. */
function besideADoor(): Bundle {
  const house = smallHouse({ points: [outlet('r1', 40)], cables: [nm('c1', atBreaker(), atPoint('r1'))] });
  const door = { id: ItemId.parse('d'), kind: 'door' as const, bottomMm: 0, topMm: inches(80) };
  const rooms = house.rooms.map((r) => ({
    ...r,
    above: { ...r.above, kind: 'finished' as const, canEnter: false },
    walls: r.walls.map((w, i) => ({
      ...w,
      baseboard: i === 0,
      casing: i === 0,
      openings: i === 0 ? [{ ...door, leftMm: inches(60), rightMm: inches(92) }] : [],
    })),
  }));
  return bundle({ ...house, rooms }, [wanted(110)]);
}

const bundles: Bundle[] = [
  besideADoor(),
  ...fc.sample(anyWiring, { numRuns: 120, seed: 11 }),
  ...fc.sample(anyBundle, { numRuns: 220, seed: 12 }),
  ...demoJobs().flatMap((job) =>
    demoHouses().flatMap((house) => (house.id === job.houseId ? [{ house, job }] : [])),
  ),
];
const plans: GeometryPlan[] = bundles.flatMap((b) => {
  const e = evaluate(b);
  return e.chosen ? [geometryPlanOf(e.bundle, e.chosen.option, e.chosen.applied)] : [];
});

/** The first move that fits is changed. */
function move(
  plan: GeometryPlan,
  fits: (m: MoveOfRun) => boolean,
  to: (m: MoveOfRun) => MoveOfRun,
): GeometryPlan | null {
  for (const [i, leg] of plan.legs.entries()) {
    const k = leg.moves.findIndex(fits);
    const found = leg.moves[k];
    if (!found) continue;
    const moves = leg.moves.map((m, n) => (n === k ? to(found) : m));
    return { ...plan, legs: plan.legs.map((l, n) => (n === i ? { ...l, moves } : l)) };
  }
  return null;
}
const holesIn = (m: MoveOfRun, change: (h: HoleOfRun) => HoleOfRun): MoveOfRun => ({
  ...m,
  holes: m.holes.map(change),
});
const hasHole = (through: string) => (m: MoveOfRun) => m.holes.some((h) => h.through === through);
/** The coordinate along the joists over a room. */
const along = (plan: GeometryPlan, roomId: RoomId): 'xMm' | 'yMm' =>
  plan.before.rooms.find((r) => r.id === roomId)?.above.joists === 'x' ? 'xMm' : 'yMm';
const isWall = (m: MoveOfRun) => 'wallId' in m.from && 'wallId' in m.to && m.from.wallId === m.to.wallId;

/** Changes one wall of the house as it is given. */
const inWall = (plan: GeometryPlan, id: WallId, change: (w: Wall) => Wall): GeometryPlan => ({
  ...plan,
  before: {
    ...plan.before,
    rooms: plan.before.rooms.map((r) => ({ ...r, walls: r.walls.map((w) => (w.id === id ? change(w) : w)) })),
  },
});
const longFish = (m: MoveOfRun) =>
  m.op === 'fish' &&
  'heightMm' in m.from &&
  'heightMm' in m.to &&
  Math.abs(m.from.heightMm - m.to.heightMm) > 400;
/** A thing right in the middle of the first long piece of cable that is fished. */
function inTheFish(plan: GeometryPlan, put: (w: Wall, x: number, y: number) => Wall): GeometryPlan | null {
  const found = plan.legs.flatMap((l) => l.moves).find(longFish);
  if (!found || !('heightMm' in found.from) || !('heightMm' in found.to)) return null;
  const [a, b] = [found.from, found.to];
  return inWall(plan, a.wallId, (w) => put(w, (a.xMm + b.xMm) / 2, (a.heightMm + b.heightMm) / 2));
}
const opening = (x: number, y: number): Opening => ({
  id: ItemId.parse('put'),
  kind: 'window',
  leftMm: x - inches(15),
  rightMm: x + inches(15),
  bottomMm: y - inches(2),
  topMm: y + inches(2),
});
const obstacle = (kind: Obstacle['kind'], x: number, y: number): Obstacle => ({ ...opening(x, y), kind });
const firstHole = (plan: GeometryPlan, through: string): HoleOfRun | undefined =>
  plan.legs.flatMap((l) => l.moves.flatMap((m) => m.holes)).find((h) => h.through === through);
const rooms = (
  plan: GeometryPlan,
  change: (r: GeometryPlan['before']['rooms'][number]) => typeof r,
): GeometryPlan => ({
  ...plan,
  before: { ...plan.before, rooms: plan.before.rooms.map(change) },
});
const uses = (plan: GeometryPlan, op: string) => plan.legs.some((l) => l.moves.some((m) => m.op === op));

const WRONG: readonly (readonly [string, readonly string[], (p: GeometryPlan) => GeometryPlan | null])[] = [
  [
    'a hole through a stud is forgotten',
    ['no hole'],
    (p) => move(p, hasHole('stud'), (m) => ({ ...m, holes: m.holes.slice(1) })),
  ],
  [
    'two holes are ordered through one stud',
    ['one hole twice'],
    (p) => move(p, hasHole('stud'), (m) => ({ ...m, holes: [...m.holes, ...m.holes.slice(0, 1)] })),
  ],
  [
    'a hole is marked in the bay instead of the stud',
    ['no hole', 'idle hole'],
    (p) => move(p, hasHole('stud'), (m) => holesIn(m, (h) => ({ ...h, xMm: h.xMm + inches(5) }))),
  ],
  [
    'king and jack studs are drilled with a bit for one stud',
    ['short bit'],
    (p) =>
      move(
        p,
        (m) => m.holes.some((h) => h.through === 'stud' && (h.bitMm ?? 0) > inches(4.5)),
        (m) => holesIn(m, (h) => ({ ...h, bitMm: inches(2.5) })),
      ),
  ],
  [
    'a bit is shorter than the stud',
    ['short bit'],
    (p) =>
      move(
        p,
        (m) => m.holes.some((h) => h.through === 'stud' && h.bitMm !== undefined),
        (m) => holesIn(m, (h) => ({ ...h, bitMm: inches(1) })),
      ),
  ],
  [
    'a hole near the face has no plate',
    ['no plate'],
    (p) =>
      move(
        p,
        (m) => m.holes.some((h) => h.plateNeeded),
        (m) => holesIn(m, (h) => ({ ...h, plateNeeded: false })),
      ),
  ],
  [
    'a wide hole has no plate',
    ['no plate'],
    (p) =>
      move(p, hasHole('stud'), (m) =>
        holesIn(m, (h) => ({ ...h, diameterMm: inches(3.2), plateNeeded: false })),
      ),
  ],
  [
    'sheet steel is passed without a bushing',
    ['no bushing'],
    (p) =>
      move(
        p,
        (m) => m.holes.some((h) => h.bushing),
        (m) => holesIn(m, (h) => ({ ...h, bushing: false })),
      ),
  ],
  [
    'the hole through the plates is drilled into a stud',
    ['into a stud'],
    (p) => move(p, hasHole('top plates'), (m) => holesIn(m, (h) => ({ ...h, xMm: inches(0.5) }))),
  ],
  [
    'the hole through the floor comes into a stud',
    ['into a stud'],
    (p) => move(p, hasHole('bottom plate'), (m) => holesIn(m, (h) => ({ ...h, xMm: inches(0.5) }))),
  ],
  [
    'the hole through the plates comes down on a header',
    ['over an opening'],
    (p) => {
      const h = firstHole(p, 'top plates');
      return h
        ? inWall(p, h.wallId, (w) => ({ ...w, openings: [...w.openings, opening(h.xMm, inches(60))] }))
        : null;
    },
  ],
  [
    'a hole through the plates is not sealed',
    ['no seal'],
    (p) => move(p, hasHole('top plates'), (m) => holesIn(m, (h) => ({ ...h, fireSeal: false }))),
  ],
  [
    'the plates are drilled from an attic nobody can enter',
    ['no way in'],
    (p) =>
      uses(p, 'drill-plate-above')
        ? rooms(p, (r) => ({ ...r, above: { ...r.above, canEnter: false } }))
        : null,
  ],
  [
    'the plates are drilled from a crawl space nobody fits into',
    ['no way in'],
    (p) =>
      uses(p, 'drill-plate-below')
        ? rooms(p, (r) => ({ ...r, below: { ...r.below, kind: 'crawl', clearMm: inches(12) } }))
        : null,
  ],
  [
    'there is a slab where the cable runs below the floor',
    ['no way in'],
    (p) => (uses(p, 'run-below') ? rooms(p, (r) => ({ ...r, below: { ...r.below, kind: 'slab' } })) : null),
  ],
  [
    'a cable is fished through a window',
    ['opening'],
    (p) => inTheFish(p, (w, x, y) => ({ ...w, openings: [...w.openings, opening(x, y)] })),
  ],
  [
    'a cable is fished through a return-air bay',
    ['in the way'],
    (p) => inTheFish(p, (w, x, y) => ({ ...w, obstacles: [...w.obstacles, obstacle('return-air', x, y)] })),
  ],
  [
    'a cable is fished past a block with no hole in it',
    ['in the way'],
    (p) => inTheFish(p, (w, x, y) => ({ ...w, obstacles: [...w.obstacles, obstacle('blocking', x, y)] })),
  ],
  [
    'a block is crossed with the hole left out',
    ['in the way'],
    (p) =>
      move(
        p,
        (m) => m.op === 'cross-blocking' && m.holes.length === 1 && m.again.length === 0,
        (m) => ({ ...m, holes: [] }),
      ),
  ],
  [
    'a cable is fished through a stud',
    ['no hole'],
    (p) =>
      move(
        p,
        (m) => m.op === 'fish' && isWall(m),
        (m) =>
          'wallId' in m.to
            ? { ...m, to: { ...m.to, xMm: m.to.xMm + (m.to.xMm > inches(60) ? -1 : 1) * inches(33) } }
            : m,
      ),
  ],
  [
    'a stud is bored into the box of another circuit behind it',
    ['into a box'],
    (p) => {
      const h = firstHole(p, 'stud');
      const [some] = p.before.points;
      if (!h || !some) return null;
      const there = {
        ...some,
        box: { ...some.box, model: 'new-1g-22' },
        at: { on: 'wall' as const, wallId: h.wallId, xMm: h.xMm + inches(2), heightMm: h.heightMm },
      };
      return {
        ...p,
        before: { ...p.before, points: [there, ...p.before.points.slice(1)] },
        replaced: new Set(),
      };
    },
  ],
  [
    'the cable is cut as long as its way, with nothing for the ends',
    ['short cable'],
    (p) =>
      p.legs.length > 0 &&
      p.legs.every((l) =>
        l.moves.every((m) => isWall(m) && ['fish', 'drill-stud', 'slot-wall'].includes(m.op)),
      )
        ? {
            ...p,
            legs: p.legs.map((l) => ({ ...l, cableMm: l.moves.reduce((sum, m) => sum + m.cableMm, 0) })),
          }
        : null,
  ],
  [
    'a second cable goes through a hole that nobody drills',
    ['not drilled'],
    (p) =>
      move(
        p,
        (m) => m.again.some((h) => h.through === 'top plates'),
        (m) => ({ ...m, again: m.again.map((h) => ({ ...h, xMm: h.xMm + inches(1) })) }),
      ),
  ],
  [
    'a second cable counts on joists that nobody bores',
    ['not drilled'],
    (p) =>
      uses(p, 'run-below')
        ? move(
            p,
            (m) => m.op === 'run-below' && m.joists.length > 0,
            (m) => ({ ...m, joists: [], joistsAgain: m.joists }),
          )
        : null,
  ],
  [
    'three cables go through one hole',
    ['full hole'],
    (p) => {
      const k = p.legs.findIndex((l) => l.moves.some((m) => m.again.length > 0));
      return k < 0 ? null : { ...p, legs: [...p.legs, ...p.legs.slice(k, k + 1)] };
    },
  ],
  [
    'an opening is counted on that nobody makes',
    ['not opened'],
    (p) =>
      move(
        p,
        (m) => ['slot-wall', 'turn-corner', 'drill-plate-above'].includes(m.op) && m.doneBy === null,
        (m) => ({ ...m, doneBy: 0 }),
      ),
  ],
  [
    'a run has a gap',
    ['gap'],
    (p) => {
      const [l] = p.legs;
      const k = l?.moves.findIndex((m, n) => n > 0 && n < l.moves.length - 1 && m.cableMm > 1000) ?? -1;
      return l && k > 0
        ? { ...p, legs: [{ ...l, moves: l.moves.filter((_, n) => n !== k) }, ...p.legs.slice(1)] }
        : null;
    },
  ],
  [
    'a run ends beside its box',
    ['not at its box'],
    (p) => {
      const [l] = p.legs;
      const to = l?.moves.at(-1)?.to;
      return l && to && 'wallId' in to && p.after.points.some((x) => x.id === l.to && x.at.on === 'wall')
        ? {
            ...p,
            legs: [
              {
                ...l,
                moves: [
                  ...l.moves.slice(0, -1),
                  { ...l.moves.at(-1)!, to: { ...to, heightMm: to.heightMm + 50 } },
                ],
              },
              ...p.legs.slice(1),
            ],
          }
        : null;
    },
  ],
  [
    'the baseboard is nailed for good',
    ['no baseboard'],
    (p) =>
      uses(p, 'trim-chase')
        ? rooms(p, (r) => ({ ...r, walls: r.walls.map((w) => ({ ...w, baseboard: false })) }))
        : null,
  ],
  [
    'the crown molding is nailed for good',
    ['no baseboard'],
    (p) =>
      uses(p, 'crown-chase')
        ? rooms(p, (r) => ({ ...r, walls: r.walls.map((w) => ({ ...w, crown: false })) }))
        : null,
  ],
  [
    'the casing is nailed for good',
    ['no casing'],
    (p) =>
      uses(p, 'casing-chase')
        ? rooms(p, (r) => ({ ...r, walls: r.walls.map((w) => ({ ...w, casing: false })) }))
        : null,
  ],
  [
    'the cable around a door goes straight across it',
    ['short of the door'],
    (p) =>
      move(
        p,
        (m) => m.op === 'casing-chase',
        (m) => ({ ...m, cableMm: m.cableMm - 2000 }),
      ),
  ],
  [
    'drywall is on the studs that are drilled from the room',
    ['closed wall'],
    (p) =>
      uses(p, 'bore-open')
        ? rooms(p, (r) => ({ ...r, walls: r.walls.map((w) => ({ ...w, finish: 'board' as const })) }))
        : null,
  ],
  [
    'brick is drilled as siding',
    ['wrong bit'],
    (p) =>
      uses(p, 'through-siding')
        ? rooms(p, (r) => ({ ...r, walls: r.walls.map((w) => ({ ...w, outerFace: 'masonry' as const })) }))
        : null,
  ],
  [
    'a wall between two rooms is drilled as an outer one',
    ['not outside'],
    (p) =>
      uses(p, 'through-siding')
        ? rooms(p, (r) => ({ ...r, walls: r.walls.map((w) => ({ ...w, exterior: false })) }))
        : null,
  ],
  [
    'joists below are crossed with most of their holes left out',
    ['no hole'],
    (p) =>
      move(
        p,
        (m) => m.joists.length > 5,
        (m) => ({ ...m, joists: m.joists.slice(0, 2) }),
      ),
  ],
  [
    'a joist that was found is not where the hole is',
    ['no hole'],
    (p) =>
      p.legs.some((l) =>
        l.moves.some((m) => m.op === 'run-below' && m.joists.length > 0 && m.from.in === 'below'),
      )
        ? rooms(p, (r) => ({
            ...r,
            below: {
              ...r.below,
              joistAtMm: (r.below.joistAtMm ?? 0) + 33,
              joistSpacingMm: r.below.joistSpacingMm ?? 300,
            },
          }))
        : null,
  ],
  [
    'a duct fills the joist bay that a cable is fished along',
    ['in the way'],
    (p) => {
      const fished = p.legs
        .flatMap((l) => l.moves)
        .find(
          (m) =>
            m.op === 'fish-joists' &&
            'spot' in m.from &&
            'spot' in m.to &&
            Math.abs(m.from.spot[along(p, m.from.roomId)] - m.to.spot[along(p, m.from.roomId)]) > 100,
        );
      if (!fished || !('spot' in fished.from) || !('spot' in fished.to)) return null;
      const axis = along(p, fished.from.roomId);
      const middle = (fished.from.spot[axis] + fished.to.spot[axis]) / 2;
      return rooms(p, (r) => {
        const [x, y] = [middle - r.place.xMm, middle - r.place.yMm];
        const wide = { leftMm: -9_000, rightMm: 99_000, nearMm: -9_000, farMm: 99_000 };
        const duct =
          axis === 'xMm'
            ? { ...wide, leftMm: x - 5, rightMm: x + 5 }
            : { ...wide, nearMm: y - 5, farMm: y + 5 };
        return {
          ...r,
          above: { ...r.above, obstacles: [{ id: ItemId.parse('duct'), kind: 'duct' as const, ...duct }] },
        };
      });
    },
  ],
  [
    'a ceiling is closed under joists that a run was to be stapled to',
    ['no way in'],
    (p) =>
      p.legs.some((l) => l.moves.some((m) => m.op === 'drill-plate-open'))
        ? rooms(p, (r) => ({
            ...r,
            above: (({ open: _, ...a }) => a)(r.above),
            walls: r.walls.map((w) => ({ ...w, finish: 'board' as const })),
          }))
        : null,
  ],
  [
    'a drill stands upright under a low roof',
    ['no room'],
    (p) =>
      uses(p, 'drill-plate-above')
        ? rooms(p, (r) => ({
            ...r,
            above: { ...r.above, roof: { pitch: 3, shape: 'hip' as const } },
            walls: r.walls.map((w) => ({ ...w, exterior: true })),
          }))
        : null,
  ],
  [
    'an arm reaches over a roof that is too flat',
    ['no room'],
    (p) =>
      uses(p, 'drill-eave-above')
        ? rooms(p, (r) => ({ ...r, above: { ...r.above, roof: { pitch: 2, shape: 'hip' as const } } }))
        : null,
  ],
  [
    'a stud is bored through a box opening in a wall with no depth to bend the bit',
    ['no room'],
    (p) =>
      uses(p, 'drill-stud')
        ? rooms(p, (r) => ({
            ...r,
            walls: r.walls.map((w) => ({ ...w, framing: { ...w.framing, depthMm: inches(1.5) } })),
          }))
        : null,
  ],
  [
    'a wall is opened behind tile',
    ['fixed'],
    (p) =>
      uses(p, 'slot-wall')
        ? rooms(p, (r) => ({
            ...r,
            walls: r.walls.map((w) => ({
              ...w,
              layers: [{ id: ItemId.parse('tile'), name: 'tile', thicknessMm: 9, planned: false }],
            })),
          }))
        : null,
  ],
  [
    'a cable is fished in solid masonry',
    ['in masonry'],
    (p) =>
      uses(p, 'fish')
        ? rooms(p, (r) => ({
            ...r,
            walls: r.walls.map((w) => ({
              ...w,
              framing: { ...w.framing, kind: 'masonry' as const, masonry: 'solid' as const },
            })),
          }))
        : null,
  ],
  [
    'trusses are bored',
    ['bored'],
    (p) =>
      p.legs.some((l) => l.moves.some((m) => m.joists.length > 0))
        ? rooms(p, (r) => ({
            ...r,
            above: { ...r.above, members: 'truss' as const },
            below: { ...r.below, members: 'truss' as const },
          }))
        : null,
  ],
  [
    'a corner is turned with one hole',
    ['no hole'],
    (p) =>
      move(
        p,
        (m) => m.op === 'turn-corner' && m.again.length === 0,
        (m) => ({ ...m, holes: m.holes.slice(1) }),
      ),
  ],
];

describe('the runs of generated plans, swept through the house', () => {
  it('go only where they can, through what they drill', () => {
    expect(plans.length).toBeGreaterThan(200);
    for (const p of plans) expect(heard(proveGeometry(p).map((f) => f.says))).toEqual([]);
  });
  it('cover every kind of hole and most kinds of work', () => {
    const ops = new Set(plans.flatMap((p) => p.legs.flatMap((l) => l.moves.map((m) => m.op))));
    const through = new Set(
      plans.flatMap((p) => p.legs.flatMap((l) => l.moves.flatMap((m) => m.holes.map((h) => h.through)))),
    );
    expect([...through].sort()).toEqual([
      'block',
      'bottom plate',
      'corner studs',
      'exterior wall',
      'stud',
      'top plates',
    ]);
    expect(ops.size).toBeGreaterThan(14);
  });
  it.each(WRONG)('a seeded mistake is found: %s', (_, told, spoil) => {
    let tried = 0;
    for (const p of plans) {
      const bad = tried < 10 ? spoil(p) : null;
      if (!bad) continue;
      tried += 1;
      expect(
        proveGeometry(bad)
          .map((f) => f.what)
          .filter((x) => told.includes(x)),
      ).not.toEqual([]);
    }
    expect(tried).toBeGreaterThan(0);
  });
});
