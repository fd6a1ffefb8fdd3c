import { describe, expect, it } from '@jest/globals';
import { necPack } from '../codes/index.ts';
import { ItemId, makeRoom, type House, type Room, type Wall } from '../document/index.ts';
import { planOfHouse } from '../structure/index.ts';
import { smallHouse, wallAt } from '../testing/build.ts';
import { feet, inches } from '../units/index.ts';
import {
  buildGraph,
  cheapestFrom,
  framesOf,
  holesOf,
  maskOf,
  OPERATION_BIT,
  OPERATIONS,
  routeOf,
  wayTo,
  WEIGHTS,
  type OperationKind,
  type Route,
} from './index.ts';
import { said } from '../testing/said.ts';
import { speaker } from '../words/index.ts';

type At = ReturnType<typeof wallAt>;

function route(
  house: House,
  from: At,
  to: At,
  weigh: keyof typeof WEIGHTS = 'balanced',
  alone = true,
): Route | undefined {
  const [plan, frames] = [planOfHouse(house), framesOf(house)];
  const graph = buildGraph({
    house,
    plan,
    frames,
    terminals: [
      { id: 'a', at: from, opens: true },
      { id: 'b', at: to, opens: true },
    ],
    weights: WEIGHTS[weigh],
    alone,
  });
  const found = wayTo(cheapestFrom(graph, graph.terminals.get('a')!), graph.terminals.get('b')!);
  return (
    found && routeOf({ house, plan, frames, pack: necPack(2023), method: 'NM-B' }, graph, found, 'a', 'b')
  );
}

const withRoom = (change: (r: Room) => Room): House => smallHouse({ rooms: smallHouse().rooms.map(change) });
const withWalls = (change: (w: Wall) => Wall): House =>
  withRoom((r) => ({ ...r, walls: r.walls.map(change) }));
const over =
  (kind: Room['above']['kind'], canEnter = true) =>
  (r: Room): Room => ({ ...r, above: { ...r.above, kind, canEnter } });
const under =
  (kind: Room['below']['kind'], canEnter = true) =>
  (r: Room): Room => ({ ...over('finished')(r), below: { kind, canEnter, joists: 'y' } });
const ops = (r: Route | undefined): OperationKind[] => r?.moves.map((m) => m.op) ?? [];
const across: [At, At] = [wallAt(24), wallAt(60, 15, 'room-w3')];

describe('above and below', () => {
  it.each([['basement'], ['crawl']] as const)('under a finished ceiling the %s is the way', (kind) => {
    expect(ops(route(withRoom(under(kind)), ...across))).toEqual([
      'fish',
      'drill-plate-below',
      'run-below',
      'drill-plate-below',
      'fish',
    ]);
  });
  it('a crawl space takes longer than a basement', () => {
    expect(route(withRoom(under('crawl')), ...across)!.minutes).toBeGreaterThan(
      route(withRoom(under('basement')), ...across)!.minutes,
    );
  });
  it.each([
    ['slab', true],
    ['finished', true],
    ['basement', false],
    ['crawl', false],
  ] as const)('not under the floor with %s, way in: %s', (kind, canEnter) => {
    expect(ops(route(withRoom(under(kind, canEnter)), ...across))).not.toContain('run-below');
  });
  it.each([
    ['finished', true],
    ['none', true],
    ['attic', false],
  ] as const)('not over the ceiling with %s, way in: %s', (kind, canEnter) => {
    expect(ops(route(withRoom(over(kind, canEnter)), ...across))).not.toContain('run-attic');
  });
  it('where both are open the nearer one is taken: low outlets go down, high switches go up', () => {
    const both = withRoom((r) => ({ ...r, below: { kind: 'basement', canEnter: true, joists: 'y' } }));
    expect(ops(route(both, ...across))).toContain('run-below');
    expect(ops(route(both, wallAt(24, 84), wallAt(60, 84, 'room-w3')))).toContain('run-attic');
  });
});

describe('what is in the wall', () => {
  it('insulation doubles the time of fishing, not its length', () => {
    const plain = route(smallHouse(), wallAt(24), wallAt(26, 70), 'balanced', false)!;
    const full = route(
      withWalls((w) => ({ ...w, insulated: true })),
      wallAt(24),
      wallAt(26, 70),
      'balanced',
      false,
    )!;
    expect(full.minutes).toBeCloseTo(2 * plain.minutes, 9);
    expect(full.cableMm).toBeCloseTo(plain.cableMm, 9);
  });
  it('a cable that was seen is fished past as if nothing were there, but a stud beside it is a worse bet', () => {
    const plain = withWalls((w) => w);
    const seen = (kind: 'cable' | 'pipe', area: { x: [number, number]; y: [number, number] }) =>
      withWalls((w) => ({
        ...w,
        obstacles:
          w.id === 'room-w1'
            ? [
                {
                  id: ItemId.parse('c'),
                  kind,
                  leftMm: inches(area.x[0]),
                  rightMm: inches(area.x[1]),
                  bottomMm: inches(area.y[0]),
                  topMm: inches(area.y[1]),
                },
              ]
            : [],
      }));
    const up = (house: House) => route(house, wallAt(26), wallAt(26, 70))!;
    expect(up(seen('cable', { x: [24, 25], y: [0, 96] })).cost).toBeCloseTo(up(plain).cost, 9);
    const level = { x: [34, 62] as [number, number], y: [14.5, 15.5] as [number, number] };
    const across = (house: House) => route(house, wallAt(40), wallAt(56));
    const stud = (house: House) => across(house)?.moves.find((m) => m.op === 'drill-stud');
    expect(across(seen('cable', level))!.cost).toBeGreaterThan(across(plain)!.cost);
    expect(said(stud(seen('cable', level))!.why)).toContain('A cable was seen there');
    expect(said(stud(plain)!.why)).not.toContain('A cable was seen there');
    // Nothing else moves aside for a drill.
    expect(stud(seen('pipe', level))).toBeUndefined();
  });
  it('a narrow pipe leaves room beside it but makes the bay a worse bet', () => {
    const pipe = (w: Wall): Wall =>
      w.id === 'room-w1'
        ? {
            ...w,
            obstacles: [
              {
                id: ItemId.parse('p'),
                kind: 'pipe',
                leftMm: inches(22),
                rightMm: inches(24),
                bottomMm: inches(30),
                topMm: inches(60),
              },
            ],
          }
        : w;
    const [free, tight] = [
      route(smallHouse(), wallAt(26), wallAt(26, 70))!,
      route(withWalls(pipe), wallAt(26), wallAt(26, 70))!,
    ];
    expect(ops(tight)).toEqual(ops(free));
    expect(tight.cost).toBeGreaterThan(free.cost);
  });
  it('below a window the wall is open to a cable, up is not', () => {
    const window = (w: Wall): Wall =>
      w.id === 'room-w1'
        ? {
            ...w,
            openings: [
              {
                id: ItemId.parse('i'),
                kind: 'window',
                leftMm: inches(48),
                rightMm: inches(84),
                bottomMm: inches(36),
                topMm: inches(80),
              },
            ],
          }
        : w;
    const house = withRoom((r) => ({ ...over('finished')(r), walls: r.walls.map(window) }));
    const r = route(house, wallAt(40), wallAt(96))!;
    expect(holesOf(r).every((h) => h.heightMm < inches(36))).toBe(true);
    expect(ops(r)).not.toContain('turn-corner');
  });
  it('a stud is drilled by hand only within arm reach of an open box', () => {
    const closed = withRoom(over('finished'));
    expect(ops(route(closed, wallAt(24), wallAt(40)))).toEqual(['drill-stud']);
    const far = route(closed, wallAt(24), wallAt(136))!;
    expect(ops(far)).toContain('slot-wall');
    expect(far.openedMm2).toBeGreaterThan(0);
  });
});

describe('what a person wishes', () => {
  it('staying out of the attic is worth opening a wall', () => {
    expect(ops(route(smallHouse(), wallAt(24), wallAt(88), 'least-attic'))).not.toContain('run-attic');
  });
  it('as little patching as can be never opens more than another wish does', () => {
    for (const to of [wallAt(88), wallAt(136), wallAt(60, 15, 'room-w2'), wallAt(60, 15, 'room-w3')]) {
      const least = route(smallHouse(), wallAt(24), to, 'least-patching')!.openedMm2;
      for (const weigh of ['balanced', 'least-cable', 'least-attic', 'least-time'] as const)
        expect(least).toBeLessThanOrEqual(route(smallHouse(), wallAt(24), to, weigh)!.openedMm2);
    }
  });
  it('as little cable as can be never takes more than another wish does', () => {
    for (const to of [wallAt(88), wallAt(136), wallAt(60, 15, 'room-w2')]) {
      const least = route(smallHouse(), wallAt(24), to, 'least-cable')!.cableMm;
      for (const weigh of ['balanced', 'least-patching', 'least-attic', 'least-time'] as const)
        expect(least).toBeLessThanOrEqual(route(smallHouse(), wallAt(24), to, weigh)!.cableMm + 1e-6);
    }
  });
});

describe('a way in words', () => {
  const r = route(smallHouse(), ...across)!;
  it('says where to mark every hole: how far from which corner', () => {
    for (const m of r.moves.filter((x) => x.holes.length > 0))
      expect(said(m.says)).toMatch(/from the left corner of the (north|south) wall/);
  });
  it('names bit and tools, and why', () => {
    expect(
      r.moves.filter((m) => m.op === 'drill-plate-above').every((m) => said(m.says).includes('1 in')),
    ).toBe(true);
    expect(r.tools).toEqual(expect.arrayContaining(['bit-1', 'fish-tape', 'marker-wire']));
    expect(r.moves.every((m) => said(m.why).length > 10)).toBe(true);
  });
  it('fastens what is run and not what is fished', () => {
    for (const m of r.moves) expect(m.supportsMm.length > 0).toBe(m.op === 'run-attic');
  });
  it('adds up: moves to the whole, with 12 in at each end', () => {
    // 12 in at each end and 5 % for sag, up to the next 6 in.
    const run = r.moves.reduce((s, m) => s + m.cableMm, 0) / inches(1);
    expect(r.cableMm / inches(1)).toBeCloseTo(6 * Math.ceil((run * 1.05 + 24) / 6), 6);
    expect(r.minutes).toBeCloseTo(
      r.moves.reduce((s, m) => s + m.minutes, 0),
      9,
    );
  });
  it('in a metric house in millimeters', () => {
    const metric = route(smallHouse({ units: 'metric' }), ...across)!;
    expect(metric.moves.some((m) => / mm\b/.test(speaker('metric')(m.says)))).toBe(true);
  });
});

describe('two rooms under one attic', () => {
  it('join over it, at the distance they lie apart', () => {
    const next = makeRoom('next', 'Next', 'bedroom', feet(10), feet(10), {
      place: { xMm: feet(20), yMm: 0 },
    });
    const house = smallHouse({ rooms: [...smallHouse().rooms, next] });
    const r = route(house, wallAt(24), wallAt(24, 15, 'next-w1'))!;
    expect(ops(r)).toContain('run-attic');
    expect(r.cableMm).toBeGreaterThan(feet(20));
  });
});

describe('operations', () => {
  it('have a bit each, and a source that says what they are', () => {
    const kinds = Object.keys(OPERATIONS) as OperationKind[];
    expect(new Set(kinds.map((k) => OPERATION_BIT[k])).size).toBe(kinds.length);
    expect(maskOf(kinds)).toBe(kinds.reduce((s, k) => s + OPERATION_BIT[k], 0));
    for (const k of kinds) expect(OPERATIONS[k].source.kind).toBe('practice');
  });
});
