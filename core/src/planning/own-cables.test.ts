import { describe, expect, it } from '@jest/globals';
import { makeWant, PointId, type House, type Want } from '../document/index.ts';
import { evaluate } from '../testing/kept.ts';
import type { Evaluation } from '../evaluation/judge.ts';
import { bundle, device, loadAt, outlet, smallHouse, wallAt } from '../testing/build.ts';
import { inches } from '../units/index.ts';
import { BLANK } from './changes.ts';
import { movedPoints, switchGoes, withMoved } from './moves.ts';
import { openingMm2 } from './own-cables.ts';

/** A box that moves along its wall with the cables that are in it, where somebody has measured that they reach. */

const r1 = PointId.parse('r1');
const moved = (x: number, height: number, reach: number | undefined, more: Partial<Want> = {}): Want =>
  makeWant('w1', 'R1', wallAt(x, height), {
    replaces: r1,
    ...(reach === undefined ? {} : { reachMm: inches(reach) }),
    ...more,
  });
/** R1 stands in a bay from 16 to 32 in: 24 in its middle. */
const plan = (want: Want, house: House = smallHouse()): Evaluation => evaluate(bundle(house, [want]));
const leg = (e: Evaluation) => e.chosen!.option.legs[0]!;
const stops = (e: Evaluation) => e.findings.filter((f) => f.rule === 'proof' && f.severity === 'stop');

describe('a box that moves with its own cables', () => {
  const e = plan(moved(22, 30, 20));
  it('takes no new cable and leaves no junction behind', () => {
    expect(leg(e).own).toEqual({ reachMm: inches(20) });
    expect(stops(e)).toEqual([]);
    const { house, feed } = e.chosen!.applied;
    expect(house.points.map((p) => p.id)).toEqual(['r2', 'new-w1']);
    expect(house.cables.map((c) => c.id)).toEqual(smallHouse().cables.map((c) => c.id));
    expect(feed.boxes.get(PointId.parse('r2'))!.constantHot).toBe(true);
    expect(e.chosen!.bill.lines.map((l) => l.partKey).filter((k) => k.startsWith('nm-'))).toEqual([]);
    expect(e.chosen!.option.cableMm).toBe(0);
  });
  it('its own old place is no neighbor, however near; a box that stays is one', () => {
    const near = (reachMm: number) =>
      plan(moved(22, 17, reachMm)).findings.filter((f) => f.rule === 'place-neighbour').length;
    expect(near(20)).toBe(0);
    expect(near(1)).toBe(1);
  });
  it('is drawn over with the power off, and its old opening is patched', () => {
    const steps = e.chosen!.steps.map((s) => s.key);
    expect(steps).toEqual(expect.arrayContaining(['leg1:pull', 'patch1', 'wire:new-w1']));
    expect(e.chosen!.bill.lines.map((l) => l.partKey)).toContain('patch-compound');
    expect(steps.indexOf('dead')).toBeLessThan(steps.indexOf('leg1:pull'));
    expect(steps.indexOf('leg1:pull')).toBeLessThan(steps.indexOf('wire:new-w1'));
    expect(e.chosen!.option.openedMm2).toBeGreaterThan(0);
  });
  it.each([
    // Up 15 in and 2 in aside: 17 in along both.
    ['as far as they reach', moved(22, 30, 17), true],
    ['an inch less', moved(22, 30, 16), false],
    ['not measured', moved(22, 30, undefined), false],
    ['into the next bay', moved(40, 15, 60), false],
  ])('%s', (_, want, own) => {
    const it = plan(want);
    expect(leg(it).own !== undefined).toBe(own);
    expect(stops(it)).toEqual([]);
    // Else a new cable, and the old box stays as a junction.
    expect(it.chosen!.applied.house.points.some((p) => p.id === r1)).toBe(!own);
  });
  it('a full box that could take no other cable moves all the same', () => {
    const house = smallHouse();
    const full: House = {
      ...house,
      points: house.points.map((p) =>
        p.id === r1
          ? { ...outlet('r1', 24), box: { ...p.box, model: null, markedCubicInches: 9, metal: false } }
          : p,
      ),
    };
    expect(leg(plan(moved(22, 30, 20), full)).own).toBeDefined();
  });
});

describe('the wall that is open where a box was', () => {
  it('is 2-1/4 by 3-3/4 in for one gang (common practice), wider by one pitch for each more', () => {
    expect(openingMm2(1)).toBeCloseTo(inches(2.25) * inches(3.75), 6);
    expect(openingMm2(3) - openingMm2(2)).toBeCloseTo(openingMm2(2) - openingMm2(1), 6);
    expect(openingMm2(2) / openingMm2(1)).toBeGreaterThan(1.7);
  });
  it('counts by the gangs of the box that goes', () => {
    const opened = (gangs: number) => {
      const house = smallHouse();
      const wide: House = {
        ...house,
        points: house.points.map((p) =>
          p.id === r1
            ? { ...p, box: { ...p.box, model: null, markedCubicInches: 40, gangs }, devices: p.devices }
            : p,
        ),
      };
      return leg(plan(moved(22, 30, 20), wide)).route.openedMm2;
    };
    expect(opened(2) - opened(1)).toBeCloseTo(openingMm2(2) - openingMm2(1), 6);
  });
});

describe('what goes along with a device that moves', () => {
  const pair = (): House => {
    const house = smallHouse();
    return {
      ...house,
      points: house.points.map((p) =>
        p.id === r1 ? { ...p, devices: [device('switch'), device('receptacle'), device('switch')] } : p,
      ),
      loads: [loadAt('r1', 100), loadAt('r2', 200)],
    };
  };
  const moving = (replacesDevice: number | undefined, house = pair()) =>
    withMoved(house, {
      wants: [moved(22, 30, undefined, replacesDevice === undefined ? {} : { replacesDevice })],
    });
  it('the outlet takes its loads; the switches stay, and so do the loads of other boxes', () => {
    const after = moving(1);
    expect(after.loads.map((l) => l.pointId)).toEqual(['new-w1', 'r2']);
    expect(after.points.find((p) => p.id === r1)?.devices.map((d) => d.kind)).toEqual([
      'switch',
      'blank',
      'switch',
    ]);
  });
  it('a switch takes none of them, and the other switch becomes the first', () => {
    const house = pair();
    expect(moving(0).loads.map((l) => l.pointId)).toEqual(['r1', 'r2']);
    const goes = switchGoes(house, { wants: [moved(22, 30, undefined, { replacesDevice: 0 })] });
    expect(goes({ by: r1, nth: 1 })).toEqual({ by: 'new-w1', nth: 1 });
    expect(goes({ by: r1, nth: 2 })).toEqual({ by: r1, nth: 1 });
    expect(goes({ by: PointId.parse('r2'), nth: 1 })).toEqual({ by: 'r2', nth: 1 });
  });
  it('the whole box takes everything', () => {
    const after = moving(undefined);
    expect(after.loads.map((l) => l.pointId)).toEqual(['new-w1', 'r2']);
    expect(after.points.find((p) => p.id === r1)).toMatchObject({ kind: 'junction', devices: [BLANK] });
  });
  it('who takes over is told by what a want replaces', () => {
    const taking = movedPoints({ wants: [moved(22, 30, 20), makeWant('w2', 'W', wallAt(90))] });
    expect([...taking]).toEqual(['new-w1']);
  });
});
