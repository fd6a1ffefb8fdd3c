import { describe, expect, it } from '@jest/globals';
import { CableId, PointId, type House, type Point } from '../document/index.ts';
import {
  atBreaker,
  atPoint,
  change,
  device,
  loadAt,
  nm,
  outlet,
  smallHouse,
  wallAt,
} from '../testing/build.ts';
import { said } from '../testing/said.ts';
import { applyChanges, BLANK, swappedWith } from './changes.ts';
import { changeText } from './index.ts';
import { withCommanders } from './partners.ts';
import { makeWant } from '../document/index.ts';

const id = (s: string) => PointId.parse(s);
const two = { wants: [], changes: [] };

/** R1 and R2 on one run, T beyond them; each with what the case puts in. */
const house = (more: Partial<Record<'r1' | 'r2' | 't', Partial<Point>>> = {}): House =>
  smallHouse({
    points: [outlet('r1', 24, more.r1), outlet('r2', 60, more.r2), outlet('t', 100, more.t)],
    cables: [
      nm('c1', atBreaker(), atPoint('r1')),
      nm('c2', atPoint('r1'), atPoint('r2')),
      nm('c3', atPoint('r2'), atPoint('t')),
    ],
    loads: [loadAt('r1', 100), loadAt('r2', 200), loadAt('t', 300)],
  });
const swap = change({ kind: 'swap', pointId: id('r1'), withId: id('r2') });

describe('changes carried out', () => {
  it('a swap is told from both sides, and the last one counts', () => {
    expect(swappedWith({ changes: [swap] }, id('r1'))).toBe('r2');
    expect(swappedWith({ changes: [swap] }, id('r2'))).toBe('r1');
    expect(swappedWith({ changes: [swap] }, id('t'))).toBeUndefined();
    const later = change({ kind: 'swap', pointId: id('t'), withId: id('r1') });
    expect(swappedWith({ changes: [swap, later] }, id('r1'))).toBe('t');
  });
  it('takes what is plugged in along, and nothing of a third box', () => {
    const after = applyChanges(house(), { ...two, changes: [swap] });
    const watts = Object.fromEntries(after.house.loads.map((l) => [l.pointId, l.voltAmperes]));
    expect(watts).toEqual({ r1: 200, r2: 100, t: 300 });
    expect([...after.putIn.replaced].sort()).toEqual(['r1', 'r2']);
    expect(after.putIn.added).toEqual([]);
  });
  it('a box that loses everything is a junction with one blank on it', () => {
    const both = { devices: [device('receptacle'), device('switch')] };
    const after = applyChanges(house({ r2: both }), {
      ...two,
      changes: [change({ kind: 'reduce', pointId: id('r2'), drop: [0, 1] })],
    });
    expect(after.house.points.find((p) => p.id === 'r2')).toMatchObject({
      kind: 'junction',
      devices: [BLANK],
    });
    const one = applyChanges(house({ r2: both }), {
      ...two,
      changes: [change({ kind: 'reduce', pointId: id('r2'), drop: [0] })],
    });
    expect(one.house.points.find((p) => p.id === 'r2')?.devices.map((d) => d.kind)).toEqual([
      'blank',
      'switch',
    ]);
  });
  it('a receptacle in the place of another beside a switch is replaced, one more is added', () => {
    const both = { devices: [device('receptacle'), device('switch')] };
    const replace = change({
      kind: 'replace',
      pointId: id('r2'),
      index: 0,
      device: { kind: 'receptacle-gfci' },
    });
    expect(applyChanges(house({ r2: both }), { ...two, changes: [replace] }).putIn).toEqual({
      replaced: ['r2'],
      added: [],
    });
    const enlarge = change({ kind: 'enlarge', pointId: id('r2'), devices: [{ kind: 'receptacle' }] });
    expect(applyChanges(house({ r2: both }), { ...two, changes: [enlarge] }).putIn).toEqual({
      replaced: [],
      added: ['r2'],
    });
  });
  it('the end of a run goes whole, and its cable is undone at the other end; what is on the way stays as a junction', () => {
    const end = applyChanges(house(), { ...two, changes: [change({ kind: 'retire', pointId: id('t') })] });
    expect([end.dead, end.undone]).toEqual([[CableId.parse('c3')], [id('r2')]]);
    expect(end.house.points.map((p) => p.id)).toEqual(['r1', 'r2']);
    expect(end.house.loads.map((l) => l.pointId)).toEqual(['r1', 'r2']);
    const between = applyChanges(house(), {
      ...two,
      changes: [change({ kind: 'retire', pointId: id('r1') })],
    });
    expect([between.dead, between.undone]).toEqual([[], []]);
    // One box alone on its breaker: nothing is left to undo.
    const alone = { ...house(), points: house().points.slice(0, 1), cables: house().cables.slice(0, 1) };
    const gone = applyChanges(alone, { ...two, changes: [change({ kind: 'retire', pointId: id('r1') })] });
    expect([gone.dead, gone.undone]).toEqual([[CableId.parse('c1')], []]);
  });
  it('a wider plate is spoken of where there is one, and to which side', () => {
    const shift = (byMm: number, oversize: boolean) =>
      said(changeText(house(), change({ kind: 'shift', pointId: id('r1'), byMm, oversize })));
    const all = [shift(10, true), shift(10, false), shift(-10, true), shift(-10, false)];
    expect(new Set(all).size).toBe(4);
    expect(all[0]).toMatch(/right/);
    expect(all[2]).toMatch(/left/);
    expect(all.map((s) => /wide|oversize/i.test(s))).toEqual([true, false, true, false]);
  });
});

describe('a light on the second of two switches', () => {
  const partner = { by: 'switch' as const, pointId: id('r1'), nth: 2 };
  const second = makeWant('s', 'S', wallAt(80, 48), { kind: 'switch', partner });
  const light = (nth?: number) =>
    makeWant('l', 'L', wallAt(90), {
      kind: 'luminaire',
      control: { by: 'want', wantId: second.id, ...(nth === undefined ? {} : { nth }) },
    });
  it('hangs on the first, which has the conductor to it', () => {
    expect(withCommanders([second, light()])[1]?.control).toEqual(partner);
    expect(withCommanders([second, light(1)])[1]?.control).toEqual(partner);
  });
  it('but not what hangs on another switch of that box, nor what hangs on none', () => {
    expect(withCommanders([second, light(2)])[1]?.control).toEqual(light(2).control);
    const { partner: _, ...alone } = second;
    const wants = [alone, light()];
    expect(withCommanders(wants)).toBe(wants);
  });
});
