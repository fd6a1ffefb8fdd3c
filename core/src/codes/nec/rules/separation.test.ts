import { describe, expect, it } from '@jest/globals';
import {
  makeRoom,
  WallId,
  type House,
  type Point,
  type RoomUse,
  type Wall,
} from '../../../document/index.ts';
import { evaluate } from '../../../evaluation/evaluate.ts';
import { placeBehind, planOfHouse, separationAt, wallLines } from '../../../structure/index.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  nm,
  outlet,
  smallHouse,
  wallAt,
  wanted,
} from '../../../testing/build.ts';
import { of } from '../../../testing/judged.ts';
import { feet, inches } from '../../../units/index.ts';
import { said } from '../../../testing/said.ts';

/** Two rooms back to back at the first wall of the first one, 12 ft long; that wall as the test says. */
function pair(
  change: Partial<Wall>,
  other: RoomUse = 'bedroom',
  points: Point[] = [],
  ceilingMm = feet(8),
): House {
  const base = smallHouse().rooms[0]!;
  const front = {
    ...base,
    ceilingMm,
    walls: base.walls.map((w, i) => (i === 0 ? { ...w, ...change } : w)),
  };
  const place = placeBehind(wallLines(front)[0]!, feet(12), feet(10), 0);
  return smallHouse({
    rooms: [front, makeRoom('rear', 'Rear', other, feet(12), feet(10), { place })],
    points: [outlet('r1', 24), ...points],
    cables: [nm('c1', atBreaker(), atPoint('r1'))],
  });
}
/** On the other face, so far from its left corner: 144 in less that, seen from the first room. */
const opposite = (x: number): Point => outlet('x1', 0, { at: wallAt(144 - x, 15, 'rear-w3') });
const job = { protection: { groundFault: null, arcFault: 'at-breaker' as const } };
const judged = (house: House, x = 60) => of(bundle(house, [wanted(x)], job), 'separation');

describe('what a wall keeps fire from', () => {
  const kind = (house: House) => separationAt(planOfHouse(house), WallId.parse('room-w1'), inches(60));
  it('is entered, or follows from the rooms on its faces', () => {
    expect(kind(pair({ separates: 'party' }))).toBe('party');
    expect(kind(pair({}))).toBeUndefined();
    expect(kind(pair({}, 'garage'))).toBe('garage');
  });
  it('counts from the other face as well', () =>
    expect(separationAt(planOfHouse(pair({ separates: 'party' })), WallId.parse('rear-w3'), inches(60))).toBe(
      'party',
    ));
});

/** IRC R302.4.2, from memory: 24 in between boxes on opposite faces, 16 in2 each, 100 in2 in 100 ft2. */
describe('a box in a rated wall', () => {
  it('holds with nothing on the other face, and far enough from what is', () => {
    expect(judged(pair({ separates: 'party' }))).toMatchObject([{ severity: 'ok' }]);
    expect(judged(pair({ separates: 'party' }, 'bedroom', [opposite(60 + 30)]))).toMatchObject([
      { severity: 'ok' },
    ]);
  });
  it('is equal at 24 in, and too near at 23', () => {
    expect(judged(pair({ separates: 'party' }, 'bedroom', [opposite(60 + 24)]))).toMatchObject([
      { severity: 'ok' },
    ]);
    const near = judged(pair({ separates: 'party' }, 'bedroom', [opposite(60 + 23)]));
    expect(near).toMatchObject([{ severity: 'fix', because: { need: feet(2), unit: 'mm' } }]);
    expect(near[0]!.because!.have! / 25.4).toBeCloseTo(23, 6);
    expect(said(near[0]!.says)).toContain('X1');
  });
  it('three gangs open it too far, two do not', () => {
    const gangs = (n: number) =>
      of(bundle(pair({ separates: 'party' }), [wanted(60, { gangs: n })], job), 'separation')[0];
    expect(gangs(2)).toMatchObject({ severity: 'ok' });
    expect(gangs(3)).toMatchObject({ severity: 'fix', because: { have: 16, unit: 'sq in' } });
  });
  it('many boxes together take too much of it', () => {
    // 12 ft by 8 ft is 96 ft2: 96 in2 of openings at most, some ten single boxes.
    const row = Array.from({ length: 12 }, (_, i) => outlet(`m${i}`, 6 + 4 * i));
    expect(judged(pair({ separates: 'party' }, 'bedroom', row), 100)).toMatchObject([
      { severity: 'fix', because: { unit: 'share' } },
    ]);
  });
  it('the garage wall is sealed, not counted: its check stands at its step', () => {
    const e = evaluate(bundle(pair({}, 'garage', [opposite(60)]), [wanted(60)], job));
    expect(e.findings.filter((f) => f.rule === 'separation')).toEqual([]);
    const looks = e.chosen!.steps.flatMap((s) => s.checks).map((l) => l.says);
    expect(looks.map(said).join(' ')).toContain('Between garage and house');
  });
});
