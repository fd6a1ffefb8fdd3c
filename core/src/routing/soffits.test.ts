import { describe, expect, it } from '@jest/globals';
import { ItemId, type Furniture, type House } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { bundle, outlet, smallHouse, wallAt, wanted } from '../testing/build.ts';
import { ops, way, withWalls } from '../testing/ways.ts';
import { inches } from '../units/index.ts';
import { said } from '../testing/said.ts';

/** Soffits: boxed-down pieces of ceiling along a wall. That a cable can go inside one is common practice. */

const soffit = (left: number, right: number, more: Partial<Furniture> = {}): Furniture => ({
  id: ItemId.parse(`s-${left}-${right}`),
  name: 'Soffit',
  kind: 'soffit',
  leftMm: inches(left),
  rightMm: inches(right),
  bottomMm: inches(84),
  topMm: inches(96),
  depthMm: inches(12),
  planned: false,
  ...more,
});
const over = (first: Furniture[], second: Furniture[] = []): House =>
  withWalls((w) => ({ furniture: w.id === 'room-w1' ? first : w.id === 'room-w2' ? second : [] }));
const far = [wallAt(24), wallAt(120)] as const;

describe('a soffit', () => {
  it('is a way from bay to bay where the ceiling is closed: cheaper than a strip of wall over many studs', () => {
    const r = way(over([soffit(0, 144)]), ...far)!;
    expect(ops(r)).toEqual(expect.arrayContaining(['open-soffit', 'run-soffit']));
    expect(ops(r)).not.toContain('slot-wall');
    expect(r.cost).toBeLessThan(way(over([]), ...far)!.cost);
    // Up one bay, along, down the other: never shorter than that.
    const run = r.moves.find((m) => m.op === 'run-soffit')!;
    expect(run.cableMm).toBeGreaterThan(inches(120 - 24 - 16));
    expect(r.cableMm).toBeGreaterThan(inches(120 - 24) + 2 * inches(80 - 15));
    expect(r.openedMm2).toBeCloseTo(2 * inches(8) ** 2, 3);
    expect(said(run.says)).toContain('inside the soffit');
  });
  it('only over the bays that it covers, and not before it is there', () => {
    expect(ops(way(over([soffit(0, 100)]), ...far))).not.toContain('run-soffit');
    expect(ops(way(over([soffit(0, 144, { planned: true })]), ...far))).not.toContain('run-soffit');
    expect(ops(way(over([soffit(0, 70), soffit(74, 144)]), ...far))).not.toContain('run-soffit');
  });
  it('goes round a corner with the one on the next wall, and stops where that one stops short', () => {
    const round = [wallAt(60), wallAt(60, 15, 'room-w2')] as const;
    expect(ops(way(over([soffit(0, 144)], [soffit(0, 120)]), ...round))).toContain('run-soffit');
    expect(ops(way(over([soffit(0, 144)], [soffit(20, 120)]), ...round))).not.toContain('run-soffit');
    const lower = soffit(0, 120, { bottomMm: inches(60), topMm: inches(72) });
    expect(ops(way(over([soffit(0, 144)], [lower]), ...round))).not.toContain('run-soffit');
  });
  it('is ruled out by hand, without rods, and by a wall that is closed to the method', () => {
    const [from, to] = far;
    const house = over([soffit(0, 144)]);
    const wallId = wallAt(1).wallId;
    expect(ops(way(house, from, to, { avoid: [{ op: 'open-soffit', wallId: null }] }))).not.toContain(
      'run-soffit',
    );
    expect(ops(way(house, from, to, { without: ['run-soffit'] }))).not.toContain('run-soffit');
    expect(ops(way(house, from, to, { closed: new Set([wallId]) }))).not.toContain('run-soffit');
  });
  it('is told as a kind of its own in the plan, closed again in the work, and no place for a box', () => {
    const house = { ...over([soffit(0, 144)]), points: [outlet('r1', 24)] };
    const base = smallHouse();
    const e = evaluate(bundle({ ...house, cables: base.cables.filter((c) => c.id === 'c1') }, [wanted(120)]));
    expect(e.options.map((o) => o.way)).toContain('inside a soffit');
    const key = e.options.find((o) => o.way === 'inside a soffit')!.key;
    const chosen = evaluate({ ...e.given, job: { ...e.given.job, option: key } }).chosen!;
    expect(chosen.steps.some((s) => s.kind === 'patch')).toBe(true);
    expect(chosen.bill.lines.some((l) => l.partKey === 'patch-compound')).toBe(true);
    const high = evaluate(bundle(house, [wanted(56, { at: wallAt(56, 86) })]));
    expect(high.findings.some((f) => f.rule === 'place-furniture' && said(f.says).includes('Soffit'))).toBe(
      true,
    );
  });
});
