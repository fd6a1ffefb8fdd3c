import { describe, expect, it } from '@jest/globals';
import {
  ItemId,
  PointId,
  RoomId,
  WallId,
  type Bundle,
  type House,
  type Job,
  type LoadFacts,
  type Want,
} from '../document/index.ts';
import { evaluate } from '../testing/kept.ts';
import { settingOf } from '../evaluation/judge.ts';
import { beyond } from '../feed/index.ts';
import {
  bundle,
  outlet,
  panel,
  smallHouse,
  wallAt,
  wanted,
  nm,
  atBreaker,
  atPoint,
} from '../testing/build.ts';
import { makeWant } from '../document/index.ts';
import { surfaceAt } from '../structure/index.ts';
import { said } from '../testing/said.ts';
import { boxesFor, chooseBox, type BoxPlace } from './apply.ts';

const thing = (voltAmperes: number): LoadFacts => ({
  name: 'Thing',
  voltAmperes,
  connection: 'cord',
  continuous: false,
  motor: false,
  roomAirConditioner: false,
  hours: [],
});
const plan = (house: House, wants: Want[], job: Partial<Job> = {}) =>
  evaluate(bundle(house, wants, job)).chosen!;
const used = (use: 'garage' | 'den'): House =>
  smallHouse({ rooms: smallHouse().rooms.map((r) => ({ ...r, use })) });
const twelve = (house: House): House => ({
  ...house,
  panels: panel(20),
  cables: house.cables.map((c) => ({ ...c, gauge: '12' as const })),
});
const pair = () => [wanted(104), makeWant('w2', 'new 2', wallAt(120))];

describe('the gauge of new cable', () => {
  const gauge = (house: House, job: Partial<Job> = {}) =>
    plan(house, [wanted(104)], job).applied.house.cables.at(-1)?.gauge;
  it('matches the breaker', () => {
    expect(gauge(smallHouse())).toBe('14');
    expect(gauge(twelve(smallHouse()))).toBe('12');
  });
  it('goes up to 12 on 15 A when that is liked, and by hand to anything', () => {
    const { preferences } = bundle(smallHouse(), []).job;
    expect(gauge(smallHouse(), { preferences: { ...preferences, gaugeOnFifteen: '12' } })).toBe('12');
    expect(gauge(smallHouse(), { gauge: '10' })).toBe('10');
  });
});

describe('the new receptacle', () => {
  const amps = (house: House, va: number) =>
    plan(house, [{ ...wanted(104), loads: [thing(va)] }]).applied.house.points.at(-1)?.devices[0]?.amps;
  it('is 15 A on 15 A, and on 20 A unless one load alone would be too much for it', () => {
    expect(amps(smallHouse(), 1000)).toBe(15);
    expect(amps(twelve(smallHouse()), 1440)).toBe(15);
    expect(amps(twelve(smallHouse()), 1500)).toBe(20);
  });
  it('brings its loads with it', () => {
    const chosen = plan(smallHouse(), [{ ...wanted(104), loads: [thing(300), thing(60)] }]);
    expect(chosen.applied.house.loads.map((l) => [l.pointId, l.voltAmperes])).toEqual([
      ['new-w1', 300],
      ['new-w1', 60],
    ]);
  });
});

describe('protection as chosen', () => {
  const both = { groundFault: 'at-first', arcFault: 'at-first' } as const;
  it('at the breaker: a combined one when both are wanted', () => {
    const chosen = plan(used('garage'), [wanted(104)], {
      protection: { groundFault: 'at-breaker', arcFault: 'at-breaker' },
    });
    expect(chosen.applied.house.panels[0]?.breakers[0]?.protection).toBe('dual');
  });
  it('keeps what a breaker already gives', () => {
    const chosen = plan({ ...used('garage'), panels: panel(15, { protection: 'afci' }) }, [wanted(104)], {
      protection: { groundFault: 'at-breaker', arcFault: null },
    });
    expect(chosen.applied.house.panels[0]?.breakers[0]?.protection).toBe('dual');
  });
  it('at the first outlet: one device for both, everything beyond on LOAD', () => {
    const chosen = plan(used('garage'), [wanted(104)], { protection: both });
    const { house, feed } = chosen.applied;
    expect(house.points.find((p) => p.id === 'r1')?.devices[0]?.kind).toBe('receptacle-dual');
    for (const id of beyond(feed, PointId.parse('r1')))
      expect([feed.boxes.get(id)?.groundFaultBy, feed.boxes.get(id)?.arcFaultBy]).toEqual(['r1', 'r1']);
    expect(chosen.bill.lines.some((l) => l.partKey === 'dual-15')).toBe(true);
    expect(chosen.boxes.map((b) => b.point.id)).toContain('r1');
  });
  it('at the new device: the first of a chain protects the next from its LOAD side', () => {
    const chosen = plan(used('garage'), pair(), { protection: { groundFault: 'at-new', arcFault: null } });
    const kinds = chosen.applied.house.points
      .filter((p) => p.id.startsWith('new-'))
      .map((p) => p.devices[0]?.kind);
    expect(kinds.filter((k) => k === 'receptacle-gfci')).toHaveLength(1);
    for (const w of ['new-w1', 'new-w2'])
      expect(chosen.applied.feed.boxes.get(PointId.parse(w))?.groundFaultBy).toMatch(/^new-/);
  });
  it('a den gets no ground-fault device, whatever was chosen for it', () => {
    const chosen = plan(used('den'), [wanted(104)], {
      protection: { groundFault: 'at-new', arcFault: null },
    });
    expect(chosen.applied.house.points.at(-1)?.devices[0]?.kind).toBe('receptacle');
  });
  it('a tap that already protects feeds the new outlet from LOAD', () => {
    const gfci = outlet('r1', 24, { devices: [{ kind: 'receptacle-gfci', amps: 15, grounded: true }] });
    const house = {
      ...used('garage'),
      points: [gfci],
      cables: [nm('c1', atBreaker(), atPoint('r1', 'line'))],
    };
    const chosen = plan(house, [wanted(40)]);
    expect(chosen.applied.house.cables.at(-1)?.from).toMatchObject({ pointId: 'r1', on: 'load' });
    expect(chosen.applied.feed.boxes.get(PointId.parse('new-w1'))?.groundFaultBy).toBe('r1');
  });
});

describe('what the plan leaves alone', () => {
  it('every cable, point and load that is there keeps its facts', () => {
    const house = {
      ...smallHouse(),
      loads: [{ ...thing(100), id: ItemId.parse('l1'), pointId: PointId.parse('r1') }],
    };
    const { applied } = plan(house, pair());
    expect(applied.house.points.slice(0, 2)).toEqual(house.points);
    expect(applied.house.cables.slice(0, 2)).toEqual(house.cables);
    expect(applied.house.loads[0]).toEqual(house.loads[0]);
    expect(house.points).toHaveLength(2);
  });
  it('names what it touches: taps, new points, new cables', () => {
    const { applied } = plan(smallHouse(), [wanted(104)]);
    expect([...applied.touched].sort()).toEqual(['new-leg-1', 'new-w1', 'r2']);
    expect([...applied.extended]).toEqual(['b1']);
  });
});

describe('ids of an imported house', () => {
  const renamed = (id: string): Bundle => {
    const b = bundle(smallHouse(), [wanted(104)]);
    return JSON.parse(JSON.stringify(b).replaceAll('"r2"', JSON.stringify(id))) as Bundle;
  };
  it('may be anything: a box that stood there is judged as one, whatever it is called', () => {
    const rules = (b: Bundle) =>
      evaluate(b)
        .findings.map((f) => `${f.rule} ${f.severity} ${f.origin} ${said(f.says)}`)
        .sort();
    expect(rules(renamed('new-r2'))).toEqual(rules(renamed('r2')));
    expect(rules(renamed('cut-r2'))).toEqual(rules(renamed('r2')));
  });
});

describe('boxes that a want can have', () => {
  const standing = settingOf(bundle(smallHouse(), [])).frames.get(WallId.parse('room-w1'))!;
  const place = (clearDepthMm: number, more: Partial<BoxPlace> = {}): BoxPlace => ({
    frame: { ...standing, clearDepthMm },
    outdoor: false,
    metal: false,
    surface: false,
    fan: false,
    open: false,
    ...more,
  });
  const want = wanted(104);
  it.each([false, true])(
    'none is deeper than the cavity, one of just that depth fits; open framing %p',
    (open) => {
      const all = boxesFor(want, place(500, { open }));
      const depths = [...new Set(all.map((b) => b.depthMm))].sort((a, b) => a - b);
      expect(depths.length).toBeGreaterThan(1);
      // What will be on the wall later makes room for an old-work box.
      const later = open ? 0 : surfaceAt(standing.wall, wallAt(104)).laterMm;
      const middle = depths.at(-2)!;
      const fitting = boxesFor(want, place(middle - later, { open }));
      expect(Math.max(...fitting.map((b) => b.depthMm))).toBe(middle);
      expect(boxesFor(want, place(middle - later - 0.1, { open })).every((b) => b.depthMm < middle)).toBe(
        true,
      );
      // The largest comes first.
      expect(all[0]?.volumeCubicInches).toBe(Math.max(...all.map((b) => b.volumeCubicInches)));
    },
  );
  it('where none fits it is the shallowest, so that the checks can say why', () => {
    const { job } = bundle(smallHouse(), [want]);
    const all = boxesFor(want, place(500));
    expect(boxesFor(want, place(5))).toEqual([]);
    expect(chooseBox(job, want, place(5)).depthMm).toBe(Math.min(...all.map((b) => b.depthMm)));
  });
  it('a fan, and a light where a fan may hang, takes a brace', () => {
    const over = makeWant('f', 'F', { on: 'ceiling', roomId: RoomId.parse('room'), xMm: 900, yMm: 900 });
    expect(boxesFor({ ...over, kind: 'fan' }, place(500)).every((b) => b.mounting === 'brace')).toBe(true);
    const light = { ...over, kind: 'luminaire' as const };
    expect(boxesFor(light, place(500, { fan: true })).every((b) => b.mounting === 'brace')).toBe(true);
    expect(boxesFor(light, place(500)).some((b) => b.mounting === 'brace')).toBe(false);
  });
});
