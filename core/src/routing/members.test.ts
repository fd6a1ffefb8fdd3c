import { describe, expect, it } from '@jest/globals';
import type { House, JoistMembers, Room } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { atBreaker, atPoint, bundle, nm, outlet, smallHouse, wallAt, wanted } from '../testing/build.ts';
import { closed, ops, way, withRoom, withWalls } from '../testing/ways.ts';
import { holeCount, holesOf } from './index.ts';
import { said } from '../testing/said.ts';

const over = (members: JoistMembers): House =>
  withRoom((r: Room) => ({
    ...closed(r),
    below: { kind: 'basement', canEnter: true, joists: 'y', members },
  }));
const across = [wallAt(24), wallAt(110)] as const;
const run = (members: JoistMembers) =>
  way(over(members), ...across)!.moves.find((m) => m.op === 'run-below')!;

/** IRC R502.8.2 and R802.10.4, from memory: engineered members are altered only as their maker or a designer says. */
describe('joists that are not sawn lumber', () => {
  it('sawn lumber is bored, once a joist', () => {
    expect(run('lumber').joists.length).toBeGreaterThan(0);
    expect(said(run('lumber').why)).toContain('middle third');
  });
  it.each([
    ['truss', 'open webs'],
    ['i-joist', 'knockouts'],
    ['glued', 'running board'],
  ] as const)('%s: nothing is bored, the cable goes another way across', (members, words) => {
    const r = way(over(members), ...across)!;
    expect(run(members).joists).toEqual([]);
    expect(holeCount(r)).toBe(holesOf(r).length);
    expect(said(run(members).why)).toContain(words);
  });
  it('a board under every joist takes longer than open webs', () =>
    expect(run('glued').minutes).toBeGreaterThan(run('truss').minutes));
  const light = { on: 'ceiling', roomId: smallHouse().rooms[0]!.id, xMm: 2500, yMm: 1500 } as const;
  const ceiling = (members: JoistMembers) =>
    way(
      withRoom((r) => ({ ...closed(r), above: { ...closed(r).above, joists: 'y', members } })),
      wallAt(24, 60),
      light,
    );
  it('a closed ceiling is crossed at lumber and at trusses, never at I-joists or glued timber', () => {
    expect(ops(ceiling('lumber'))).toContain('slot-ceiling');
    expect(ops(ceiling('truss'))).toContain('slot-ceiling');
    for (const members of ['i-joist', 'glued'] as const)
      expect(ops(ceiling(members))).not.toContain('slot-ceiling');
  });
  it('no rule finds a cut in a truss, because there is none', () => {
    const house = {
      ...over('truss'),
      points: [outlet('r1', 24)],
      cables: [nm('c1', atBreaker(), atPoint('r1'))],
    };
    const e = evaluate(bundle(house, [wanted(110)]));
    expect(e.chosen!.option.legs[0]!.route.moves.map((m) => m.op)).toContain('run-below');
    expect(e.findings.filter((f) => f.rule === 'holes' && f.severity !== 'ok')).toEqual([]);
  });
});

describe('studs of sheet steel', () => {
  const kind = (k: 'wood' | 'steel') =>
    withWalls((w) => ({ framing: { ...w.framing, kind: k }, baseboard: true }));
  const past = [wallAt(24), wallAt(44)] as const;
  it('are passed through a bushing (NEC 300.4(B)), wood is not', () => {
    const steel = way(kind('steel'), ...past)!;
    expect(holesOf(steel).length).toBeGreaterThan(0);
    expect(holesOf(steel).every((h) => h.bushing)).toBe(true);
    expect(steel.moves.some((m) => said(m.why).includes('bushing'))).toBe(true);
    expect(holesOf(way(kind('wood'), ...past)!).some((h) => h.bushing)).toBe(false);
  });
  it('are not notched behind a baseboard', () => {
    const far = [wallAt(10), wallAt(130)] as const;
    expect(ops(way(kind('wood'), ...far))).toContain('trim-chase');
    expect(ops(way(kind('steel'), ...far))).not.toContain('trim-chase');
  });
  it('their bushings are on the bill, and shares of lumber are not asked of them', () => {
    const house = {
      ...kind('steel'),
      points: [outlet('r1', 24)],
      cables: [nm('c1', atBreaker(), atPoint('r1'))],
    };
    const e = evaluate(bundle(house, [wanted(44)]));
    const holes = e.chosen!.option.legs.flatMap((l) => holesOf(l.route)).length;
    expect(e.chosen!.bill.lines.find((l) => l.partKey === 'bushing')?.needed).toBe(holes);
    expect(e.findings.filter((f) => f.rule === 'holes')).toEqual([]);
  });
});
