import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { necPack } from '../codes/index.ts';
import { demoHouses } from '../demo/index.ts';
import { PointId, type House } from '../document/index.ts';
import { atBreaker, atPoint, nm, outlet, smallHouse } from '../testing/build.ts';
import { byNgspice } from '../testing/ngspice.ts';
import { anyWiring } from '../testing/random-wiring.ts';
import {
  circuitOf,
  handleOf,
  less,
  networkOf,
  screwOf,
  size,
  solve,
  surveyHouse,
  type Conditions,
  type Network,
} from './solver.ts';

const pack = necPack(2023);
const netOf = (house: House): Network =>
  networkOf(house, new Map([...surveyHouse(house).boxes].map(([id, b]) => [id, b.groups])));
const conditions = (more: Partial<Conditions> = {}): Conditions => ({
  state: new Map(),
  ohmsPerMeter: (c) => pack.resistance(c.gauge ?? '14', c.metal ?? 'Cu', 75).value,
  voltAmperes: () => 0,
  volts: 120,
  hertz: 60,
  ...more,
});

describe('a circuit that can be reckoned by hand', () => {
  const house = smallHouse({
    points: [outlet('r1', 24), outlet('r2', 88)],
    cables: [
      nm('c1', atBreaker(), atPoint('r1'), { lengthMm: 20_000 }),
      nm('c2', atPoint('r1'), atPoint('r2'), { lengthMm: 10_000 }),
    ],
  });
  const net = netOf(house);
  const loaded = conditions({
    voltAmperes: (u) => (u.point.id === PointId.parse('r2') && u.what === 'top outlet' ? 1200 : 0),
  });
  const solved = solve(net, loaded);
  const across = (id: string) =>
    size(
      less(
        solved.volts(screwOf(PointId.parse(id), 0, 'brass')),
        solved.volts(screwOf(PointId.parse(id), 0, 'silver')),
      ),
    );
  it('drops what two conductors of 30 m and a load of 12 ohm make it drop', () => {
    const ohms = 2 * 30 * pack.resistance('14', 'Cu', 75).value;
    const load = (120 * 120) / 1200;
    expect(across('r2')).toBeCloseTo((120 * load) / (load + ohms), 3);
    expect(across('r1')).toBeGreaterThan(across('r2'));
  });
  it('carries the same current out and back, and none on the ground', () => {
    const amps = (color: string) =>
      size(solved.amps(net.wires.find((w) => w.cable.id === 'c1' && w.color === color)!));
    expect(amps('black')).toBeCloseTo(amps('white'), 4);
    expect(amps('black')).toBeGreaterThan(9);
    expect(amps('bare')).toBeLessThan(1e-3);
  });
  it('a conductor that ends open floats at a ghost voltage a meter would show', () => {
    const three = {
      ...house,
      cables: house.cables.map((c) => (c.id === 'c2' ? { ...c, conductors: 3 as const } : c)),
    };
    const open = netOf(three);
    const ghost = solve(open, conditions()).volts(open.wires.find((w) => w.color === 'red')!.a);
    // Between a hot and two grounded conductors: about a third of the supply, and far from dead.
    expect(size(ghost)).toBeGreaterThan(20);
    expect(size(ghost)).toBeLessThan(60);
  });
  it('a hot tied straight to the bonded neutral is told, not solved', () => {
    const hot = net.terminals.find((t) => t.at === 'hot')!.node;
    const neutral = net.terminals.find((t) => t.at === 'neutral')!.node;
    expect(() => solve({ ...net, links: [...net.links, [hot, neutral]] }, conditions())).toThrow(RangeError);
  });
});

/** Every node of a network against ngspice, to 0.1 % of the supply. */
function agree(net: Network, given: Conditions): number {
  const circuit = circuitOf(net, given);
  const solved = solve(net, given);
  const theirs = byNgspice(circuit);
  const seen = new Set<number>();
  for (const node of [
    ...net.wires.flatMap((w) => [w.a, w.b]),
    ...net.uses.flatMap((u) => [u.line, u.back]),
  ]) {
    const n = circuit.nodeOf(node)!;
    if (n === 0 || seen.has(n)) continue;
    seen.add(n);
    expect(size(less(solved.volts(node), theirs[n - 1]!))).toBeLessThan(0.001 * given.volts);
  }
  return seen.size;
}

describe('against ngspice', () => {
  const load = conditions({
    voltAmperes: (u) => (u.what === 'light' ? 60 : u.what === 'appliance' ? 1500 : 400),
  });
  it.each(demoHouses().map((h) => [h.name, h] as const))('%s, everything plugged in', (_, house) => {
    expect(agree(netOf(house), load)).toBeGreaterThan(10);
  });
  it('generated houses, with switches on and off, and with faults', () => {
    let nodes = 0;
    for (const [i, { house }] of fc.sample(anyWiring, { numRuns: 14, seed: 8 }).entries()) {
      const net = netOf(house);
      const on = new Map(
        house.points.flatMap((p) => p.devices.map((_, d) => [handleOf(p.id, d), (i % 2) as 0 | 1] as const)),
      );
      nodes += agree(net, { ...load, state: on });
      // A lost neutral, and a ground that touches nothing.
      const cut = net.wires.find((w) => w.color === (i % 3 === 0 ? 'bare' : 'white'));
      nodes += agree({ ...net, wires: net.wires.filter((w) => w !== cut) }, load);
    }
    expect(nodes).toBeGreaterThan(300);
  });
});
