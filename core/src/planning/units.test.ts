import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { DirectedGraph } from 'graphology';
import { dijkstra } from 'graphology-shortest-path';
import { makeWant, RoomId, switchNumbers, type Want } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { buildGraph, edgesFrom, framesOf, WEIGHTS, type RouteGraph } from '../routing/index.ts';
import { planOfHouse } from '../structure/index.ts';
import { bundle, smallHouse, wallAt } from '../testing/build.ts';
import { inches } from '../units/index.ts';
import { groupWants } from './candidates.ts';
import { Closure, endMinutes } from './legs.ts';
import { newPointId } from './types.ts';
import { combinations, unitsOf } from './units.ts';
import { heard, said } from '../testing/said.ts';

/** Wanted switches with what hangs on them: ways by a general graph package, trees by enumerating all of them. */

const LEG = 8;
const METER = WEIGHTS.balanced.cableMeter;
/** What a meter more costs for every conductor beyond two: half of the cable, as the plan says. */
const perMeter = (conductors: number): number => METER * 0.5 * (conductors - 2);

const spot = fc.record({ x: fc.integer({ min: 6, max: 138 }), y: fc.integer({ min: 6, max: 114 }) });
const drawn = fc.record({
  s: fc.integer({ min: 20, max: 130 }),
  lights: fc.array(fc.record({ at: spot, nth: fc.constantFrom(1, 2, 3) }), { minLength: 1, maxLength: 4 }),
});

function wants({
  s,
  lights,
}: {
  s: number;
  lights: { at: { x: number; y: number }; nth: number }[];
}): Want[] {
  const control = makeWant('s', 'S', wallAt(s, 48), {
    kind: 'switch',
    devices: [{ kind: 'switch' }, { kind: 'switch' }],
  });
  return [
    control,
    ...lights.map(({ at, nth }, i) =>
      makeWant(
        `l${i}`,
        `L${i}`,
        { on: 'ceiling', roomId: RoomId.parse('room'), xMm: inches(at.x), yMm: inches(at.y) },
        {
          // Three stands for a fan whose light has a switch of its own.
          kind: nth === 3 ? 'fan' : 'luminaire',
          control: { by: 'want', wantId: control.id, ...(nth === 2 ? { nth } : {}) },
          ...(nth === 3 ? { devices: [{ kind: 'fan' as const, lightNth: 2 }] } : {}),
        },
      ),
    ),
  ];
}

function graphOf(list: readonly Want[]): RouteGraph {
  const house = smallHouse();
  return buildGraph({
    house,
    plan: planOfHouse(house),
    frames: framesOf(house),
    weights: WEIGHTS.balanced,
    alone: true,
    terminals: list.map((w) => ({ id: newPointId(w), at: w.at })),
  });
}

/** Cheapest way between two boxes for a cable of so many conductors, by a general graph package; no box is passed through. */
function packaged(graph: RouteGraph, conductors: number): (a: string, b: string) => number {
  const known = new Map<string, number>();
  return (a, b) => {
    const key = [a, b].sort().join();
    const there = known.get(key);
    if (there !== undefined) return there;
    const [from, to] = [graph.terminals.get(a)!, graph.terminals.get(b)!];
    const open = (n: number) => n === from || n === to || graph.nodes[n]?.terminal === null;
    const g = new DirectedGraph<Record<string, never>, { cost: number }>();
    graph.nodes.forEach((n) => open(n.id) && g.addNode(n.id));
    graph.nodes.forEach(({ id: n }) => {
      for (const e of open(n) ? edgesFrom(graph, n) : []) {
        const cost = e.cost + (e.cableMm / 1000) * perMeter(conductors);
        if (open(e.to) && !(g.hasEdge(n, e.to) && g.getEdgeAttribute(n, e.to, 'cost') <= cost))
          g.mergeDirectedEdge(n, e.to, { cost });
      }
    });
    const path = dijkstra.bidirectional(g, from, to, 'cost') as (string | number)[] | null;
    const cost = path
      ? path.slice(1).reduce<number>((s, n, i) => s + g.getEdgeAttribute(path[i]!, n, 'cost'), 0)
      : Number.POSITIVE_INFINITY;
    known.set(key, cost);
    return cost;
  };
}

describe('a wanted switch with what it commands, wired at least cost', () => {
  it('every scheme is the cheapest of all trees that bring each light its conductors', () => {
    fc.assert(
      fc.property(drawn, (d) => {
        const list = wants(d);
        const graph = graphOf(list);
        const closure = new Closure(graph, { cableMeter: METER });
        const units = unitsOf({ closure, legMinutes: LEG }, groupWants(list)).flat();
        const ways = new Map([2, 3, 4].map((n) => [n, packaged(graph, n)] as const));
        const leg = (a: string, b: string, conductors: number) =>
          ways.get(conductors)!(a, b) + LEG + endMinutes(conductors);
        const s = newPointId(list[0]!) as string;
        const lights = list.slice(1).map((w) => ({ id: newPointId(w), nths: switchNumbers(w) }));
        const all = new Set(lights.flatMap((l) => l.nths));
        const keysOf = (id: string) => (id === s ? [...all] : lights.find((l) => l.id === id)!.nths);
        /** The least tree over the lights that are not joined yet: each hangs on a box that has its conductors. */
        const least = (joined: readonly string[], rest: typeof lights): number => {
          let best = Number.POSITIVE_INFINITY;
          const walk = (i: number, pick: string[]): void => {
            if (i === rest.length) {
              const rooted = rest.every((l) => {
                let at: string = l.id;
                for (let n = 0; n <= rest.length && !joined.includes(at); n++)
                  at = pick[rest.findIndex((x) => x.id === at)]!;
                return joined.includes(at);
              });
              const cost = rest.reduce((sum, l, k) => sum + leg(pick[k]!, l.id, 1 + l.nths.length), 0);
              if (rooted && cost < best) best = cost;
              return;
            }
            const own = rest[i]!;
            for (const p of [...joined, ...rest.map((l) => l.id)])
              if (p !== own.id && own.nths.every((n) => keysOf(p).includes(n))) walk(i + 1, [...pick, p]);
          };
          walk(0, []);
          return best;
        };
        for (const u of units) {
          const via = u.exits.find((x) => x !== s) ?? null;
          const expected =
            via === null
              ? least([s], lights)
              : leg(s, via, 2 + keysOf(via).length) +
                least(
                  [s, via],
                  lights.filter((l) => l.id !== via),
                );
          expect(heard([u.scheme, u.cost.toFixed(6)])).toEqual([said(u.scheme), expected.toFixed(6)]);
        }
        // Power at the switch; at each light; and constant on to each light.
        expect(units).toHaveLength(1 + 2 * lights.length);
      }),
      { numRuns: 60 },
    );
  });
  it('a wider cable never costs less than a narrower one over the same two boxes', () => {
    fc.assert(
      fc.property(drawn, (d) => {
        const list = wants(d);
        const closure = new Closure(graphOf(list), { cableMeter: METER });
        const [a, b] = [newPointId(list[0]!), newPointId(list[1]!)];
        const costs = [2, 3, 4].map((n) => closure.for(n).cost(b, a));
        expect(costs[1]!).toBeGreaterThan(costs[0]!);
        expect(costs[2]!).toBeGreaterThan(costs[1]!);
      }),
      { numRuns: 40 },
    );
  });
  it('five switches with a light each are still searched in every combination', () => {
    const list = Array.from({ length: 5 }, (_, i): Want[] => {
      const control = makeWant(`s${i}`, `S${i}`, wallAt(10 + 24 * i, 48), { kind: 'switch' });
      const at = {
        on: 'ceiling' as const,
        roomId: RoomId.parse('room'),
        xMm: inches(20 + 22 * i),
        yMm: inches(40 + 10 * i),
      };
      return [
        control,
        makeWant(`l${i}`, `L${i}`, at, { kind: 'luminaire', control: { by: 'want', wantId: control.id } }),
      ];
    }).flat();
    const closure = new Closure(graphOf(list), { cableMeter: METER });
    const units = unitsOf({ closure, legMinutes: LEG }, groupWants(list));
    expect(units.map((u) => u.length)).toEqual([3, 3, 3, 3, 3]);
    expect(combinations(units)).toHaveLength(3 ** 5);
    // What is found is no dearer than every switch fed alone, first come first served.
    const best = evaluate(bundle(smallHouse(), list)).options[0]!;
    const alone = list
      .filter((w) => w.kind === 'switch')
      .map(
        (s) =>
          evaluate(
            bundle(
              smallHouse(),
              list.filter((w) => w === s || (w.control.by === 'want' && w.control.wantId === s.id)),
            ),
          ).options[0]!.cost,
      );
    expect(best.cost).toBeLessThanOrEqual(alone.reduce((a, b) => a + b, 0) + 1e-6);
  });
});
