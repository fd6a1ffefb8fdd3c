import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { DirectedGraph } from 'graphology';
import { dijkstra } from 'graphology-shortest-path';
import { ItemId, makeRoom, type House } from '../document/index.ts';
import { necPack } from '../codes/index.ts';
import { planOfHouse } from '../structure/index.ts';
import { feet, inches } from '../units/index.ts';
import { outlet, smallHouse, wallAt } from '../testing/build.ts';
import {
  WEIGHTS,
  buildGraph,
  cheapestFrom,
  edgesFrom,
  framesOf,
  holesOf,
  maskOf,
  routeOf,
  supportsAlong,
  wayTo,
  type RouteGraph,
} from './index.ts';

const graphOf = (
  house: House,
  terminals: { id: string; at: ReturnType<typeof wallAt>; opens?: boolean }[],
  weigh: keyof typeof WEIGHTS = 'balanced',
) =>
  buildGraph({
    house,
    plan: planOfHouse(house),
    frames: framesOf(house),
    terminals,
    weights: WEIGHTS[weigh],
    alone: true,
  });

const route = (
  house: House,
  from: ReturnType<typeof wallAt>,
  to: ReturnType<typeof wallAt>,
  without = 0,
  opens = true,
) => {
  const graph = graphOf(house, [
    { id: 'a', at: from, opens },
    { id: 'b', at: to, opens },
  ]);
  const found = wayTo(cheapestFrom(graph, graph.terminals.get('a')!, { without }), graph.terminals.get('b')!);
  return (
    found &&
    routeOf(
      { house, plan: planOfHouse(house), frames: framesOf(house), pack: necPack(2023), method: 'NM-B' },
      graph,
      found,
      'a',
      'b',
    )
  );
};

const noAttic = (house: House): House => ({
  ...house,
  rooms: house.rooms.map((r) => ({ ...r, above: { ...r.above, kind: 'finished' as const } })),
});

/** The same search by a general graph package: the cheapest parallel edge, and no passing through a box. */
function byPackage(graph: RouteGraph, from: number, to: number): number {
  const g = new DirectedGraph();
  graph.nodes.forEach((n) => g.addNode(n.id));
  graph.nodes.forEach(({ id: a, terminal }) => {
    if (a !== from && terminal !== null) return;
    for (const e of edgesFrom(graph, a))
      if (!g.hasEdge(a, e.to) || (g.getEdgeAttribute(g.edge(a, e.to)!, 'weight') as number) > e.cost)
        g.mergeEdge(a, e.to, { weight: e.cost });
  });
  const path = dijkstra.bidirectional(g, String(from), String(to), 'weight') as string[] | null;
  if (!path) return Number.POSITIVE_INFINITY;
  return path
    .slice(1)
    .reduce((s, n, i) => s + (g.getEdgeAttribute(g.edge(path[i]!, n)!, 'weight') as number), 0);
}

describe('ways through the building', () => {
  it('next bay from an open box: one stud, drilled by hand', () => {
    const r = route(smallHouse(), wallAt(24), wallAt(40))!;
    expect(r.moves.map((m) => m.op)).toEqual(['drill-stud']);
    expect(holesOf(r)).toHaveLength(1);
    expect(holesOf(r)[0]).toMatchObject({ through: 'stud', diameterMm: inches(0.75), plateNeeded: false });
  });
  it('between two boxes that are nailed in: nothing gets past them, so the wall is opened', () => {
    const r = route(noAttic(smallHouse()), wallAt(24), wallAt(40), 0, false)!;
    expect(r.moves.map((m) => m.op)).toEqual(['slot-wall']);
  });
  it('far apart under an attic: up, over and down, with two sealed holes', () => {
    const r = route(smallHouse(), wallAt(24), wallAt(60, 15, 'room-w3'))!;
    expect(r.moves.map((m) => m.op)).toEqual([
      'fish',
      'drill-plate-above',
      'run-attic',
      'drill-plate-above',
      'fish',
    ]);
    expect(holesOf(r).every((h) => h.fireSeal)).toBe(true);
    expect(r.openedMm2).toBe(0);
  });
  it('with no attic and no basement the wall is opened', () => {
    const r = route(noAttic(smallHouse()), wallAt(24), wallAt(120))!;
    expect(r.moves.some((m) => m.op === 'slot-wall')).toBe(true);
    expect(r.openedMm2).toBeGreaterThan(0);
  });
  it('never across a door: round the other way or not at all', () => {
    const room = makeRoom('room', 'Den', 'den', feet(12), feet(10));
    const door = {
      id: ItemId.parse('d'),
      kind: 'door' as const,
      leftMm: inches(60),
      rightMm: inches(92),
      bottomMm: 0,
      topMm: inches(80),
    };
    const house = noAttic(
      smallHouse({
        rooms: [{ ...room, walls: room.walls.map((w, i) => (i === 0 ? { ...w, openings: [door] } : w)) }],
      }),
    );
    const r = route(house, wallAt(40), wallAt(120))!;
    expect(
      holesOf(r).every((h) => h.wallId !== 'room-w1' || h.xMm < door.leftMm || h.xMm > door.rightMm),
    ).toBe(true);
    expect(r.moves.some((m) => m.op === 'turn-corner')).toBe(true);
  });
  it('a duct that fills the bay sends the cable another way', () => {
    const room = makeRoom('room', 'Den', 'den', feet(12), feet(10));
    const duct = {
      id: ItemId.parse('o'),
      kind: 'duct' as const,
      leftMm: inches(16.75),
      rightMm: inches(31.25),
      bottomMm: inches(40),
      topMm: inches(70),
    };
    const rooms = [
      {
        ...room,
        walls: room.walls.map((w) => ({
          ...w,
          framing: { ...w.framing, firstStudMm: inches(16) },
          obstacles: w.id === 'room-w1' ? [duct] : [],
        })),
      },
    ];
    const free = route(smallHouse(), wallAt(24), wallAt(60, 15, 'room-w3'))!;
    const blocked = route(smallHouse({ rooms }), wallAt(24), wallAt(60, 15, 'room-w3'))!;
    expect(blocked.cost).toBeGreaterThan(free.cost);
    expect(
      blocked.places.some(
        (p) =>
          p.in === 'wall' &&
          p.wallId === 'room-w1' &&
          p.xMm > duct.leftMm &&
          p.xMm < duct.rightMm &&
          p.heightMm > duct.topMm,
      ),
    ).toBe(false);
  });
  it('back to back: through the shared bay', () => {
    const a = makeRoom('room', 'Den', 'den', feet(12), feet(10));
    const b = makeRoom('next', 'Hall', 'hall', feet(5), feet(10), {
      place: { xMm: feet(12) + inches(4.5), yMm: 0 },
    });
    const house = smallHouse({ rooms: [a, b] });
    const r = route(house, wallAt(40, 15, 'room-w2'), wallAt(120 - 42, 15, 'next-w4'))!;
    expect(r.moves.map((m) => m.op)).toContain('same-bay');
    expect(r.cableMm).toBeLessThan(feet(4));
  });
  it('leaving out a kind of operation leaves it out', () => {
    const r = route(smallHouse(), wallAt(24), wallAt(60, 15, 'room-w3'), maskOf(['run-attic']));
    expect(r?.moves.every((m) => m.op !== 'run-attic')).toBe(true);
  });
  it('a 1 in hole in a 3-1/2 in plate keeps 1-1/4 in to both faces; in a 3 in one it needs steel (NEC 300.4)', () => {
    const room = smallHouse().rooms[0]!;
    const slim = smallHouse({
      rooms: [
        { ...room, walls: room.walls.map((w) => ({ ...w, framing: { ...w.framing, depthMm: inches(3) } })) },
      ],
    });
    const plates = (h: House) =>
      holesOf(route(h, wallAt(24), wallAt(60, 15, 'room-w3'))!).map((x) => x.plateNeeded);
    expect(plates(smallHouse())).toEqual([false, false]);
    expect(plates(slim)).toEqual([true, true]);
  });
});

describe('the search against a general graph package', () => {
  const x = fc.integer({ min: 4, max: 140 });
  const y = fc.integer({ min: 4, max: 116 });
  const h = fc.integer({ min: 8, max: 80 });
  it('finds ways of the same cost in random rooms', () => {
    fc.assert(
      fc.property(
        x,
        h,
        y,
        h,
        x,
        h,
        fc.boolean(),
        fc.constantFrom<keyof typeof WEIGHTS>('balanced', 'least-cable', 'least-attic', 'least-patching'),
        (x1, h1, y2, h2, x3, h3, attic, weigh) => {
          const house = attic ? smallHouse() : noAttic(smallHouse());
          const graph = graphOf(
            house,
            [
              { id: 'a', at: wallAt(x1, h1) },
              { id: 'b', at: wallAt(y2, h2, 'room-w2') },
              { id: 'c', at: wallAt(x3, h3, 'room-w3') },
            ],
            weigh,
          );
          const [a, b, c] = ['a', 'b', 'c'].map((t) => graph.terminals.get(t)!) as [number, number, number];
          for (const [from, to] of [
            [a, b],
            [b, c],
            [a, c],
          ] as const) {
            const own = wayTo(cheapestFrom(graph, from), to)?.cost ?? Number.POSITIVE_INFINITY;
            expect(own).toBeCloseTo(byPackage(graph, from, to), 6);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  it('a way costs the same in both directions, and its cable is never shorter than the straight line', () => {
    fc.assert(
      fc.property(x, h, y, h, (x1, h1, y2, h2) => {
        const house = smallHouse();
        const from = wallAt(x1, h1);
        const to = wallAt(y2, h2, 'room-w2');
        const there = route(house, from, to)!;
        expect(route(house, to, from)!.cost).toBeCloseTo(there.cost, 6);
        const plan = planOfHouse(house);
        const [p, q] = [plan.spotOf(from)!, plan.spotOf(to)!];
        expect(there.cableMm).toBeGreaterThanOrEqual(
          Math.hypot(p.xMm - q.xMm, p.yMm - q.yMm, inches(h1 - h2)) - 1,
        );
      }),
      { numRuns: 60 },
    );
  });
});

describe('supports, NEC 334.30 (from memory)', () => {
  it('within 12 in of the ends and never over 4-1/2 ft apart', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 30_000, noNaN: true }), (length) => {
        const s = supportsAlong(length, feet(4.5), feet(1));
        const stops = [0, ...s, length];
        expect(s.length).toBeGreaterThan(0);
        stops
          .slice(1)
          .forEach((at, i) =>
            expect(at - stops[i]!).toBeLessThanOrEqual(
              i === 0 || i === stops.length - 2 ? feet(1) + 1e-6 : feet(4.5) + 1e-6,
            ),
          );
      }),
    );
  });
  it('11 ft: at 1 ft, 5 ft 6 in and 10 ft', () =>
    expect(supportsAlong(feet(11), feet(4.5), feet(1)).map((s) => Math.round(s))).toEqual([305, 1676, 3048]));
});

describe('graph', () => {
  it('a point that was never measured is not in it', () => {
    const house = smallHouse();
    const graph = buildGraph({
      house,
      plan: planOfHouse(house),
      frames: framesOf(house),
      terminals: [{ id: 'x', at: { on: 'somewhere', roomId: house.rooms[0]!.id } }],
      weights: WEIGHTS.balanced,
      alone: false,
    });
    expect(graph.terminals.has('x')).toBe(false);
  });
  it('alone, fishing takes twice the time', () => {
    const minutes = (alone: boolean) => {
      const house = smallHouse();
      const graph = buildGraph({
        house,
        plan: planOfHouse(house),
        frames: framesOf(house),
        terminals: [
          { id: 'a', at: wallAt(24) },
          { id: 'b', at: wallAt(28, 60) },
        ],
        weights: WEIGHTS.balanced,
        alone,
      });
      return wayTo(cheapestFrom(graph, graph.terminals.get('a')!), graph.terminals.get('b')!)!.edges.reduce(
        (s, e) => s + e.minutes,
        0,
      );
    };
    expect(minutes(true)).toBeCloseTo(2 * minutes(false), 9);
  });
  it('an outlet on the far side of nothing is unreachable', () => {
    const room = makeRoom('far', 'Shed', 'workshop', 2000, 2000, {
      place: { xMm: 20_000, yMm: 0 },
      above: { kind: 'none', canEnter: false, joists: 'x', insulated: false },
    });
    const house = smallHouse({ rooms: [...smallHouse().rooms, room], points: [outlet('r1', 24)] });
    expect(route(house, wallAt(24), wallAt(20, 15, 'far-w1'))).toBeUndefined();
  });
});
