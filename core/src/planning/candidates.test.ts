import { describe, expect, it } from '@jest/globals';
import { packFor } from '../codes/index.ts';
import {
  makePoint,
  PointId,
  type House,
  type Point,
  type RoomUse,
  type PlugKey,
  type Want,
} from '../document/index.ts';
import { buildFeed } from '../feed/index.ts';
import { planOfHouse } from '../structure/index.ts';
import {
  atBreaker,
  atPoint,
  knownBox,
  loadAt,
  nm,
  outlet,
  panel,
  smallHouse,
  wallAt,
  wanted,
} from '../testing/build.ts';
import type { TapReason } from './candidate.ts';
import { groupWants, judgeCandidates } from './candidates.ts';
import { kept } from '../testing/kept.ts';
import { worstWith } from './tap-circuit.ts';

const setting = (house: House): Parameters<typeof judgeCandidates>[0] => ({
  house,
  feed: buildFeed(house),
  plan: planOfHouse(house),
  pack: packFor(house),
  frames: new Map(),
});

/** What is said of one box as a tap for one want. */
function reasons(house: House, want: Want = wanted(40), label = 'R2'): readonly TapReason[] {
  const [group] = groupWants([want]);
  const all = kept(judgeCandidates(setting(house), group!));
  return all.find((c) => c.label === label)!.reasons;
}
const ids = (list: readonly TapReason[], kind: TapReason['kind']) =>
  list.flatMap((r) => (r.kind === kind && typeof r.says === 'object' && 'id' in r.says ? [r.says.id] : []));
const refused = (house: House, want?: Want) => ids(reasons(house, want), 'no');
const minutes = (list: readonly TapReason[]) => list.reduce((s, r) => s + r.minutes, 0);

const rooms = (use: RoomUse): House['rooms'] => smallHouse().rooms.map((r) => ({ ...r, use }));
const light = wanted(40, { kind: 'luminaire' });

describe('circuits that are too large for an outlet at 120 V, NEC 210.23 (from memory)', () => {
  it.each([
    [15, []],
    [20, []],
    [25, ['planning.tap.too-large']],
    [30, ['planning.tap.too-large']],
  ])('%s A: %j', (amps, expected) => expect(refused(smallHouse({ panels: panel(amps) }))).toEqual(expected));
  it('a 240 V circuit may be larger', () => {
    const house = smallHouse({
      panels: panel(30, { poles: 2 }),
      cables: [
        nm('c1', atBreaker(), atPoint('r1'), { carries: 'two-hots' }),
        nm('c2', atPoint('r1'), atPoint('r2'), { carries: 'two-hots' }),
      ],
    });
    const at240 = refused(
      house,
      wanted(40, { kind: 'appliance', devices: [{ kind: 'appliance', volts: 240 }] }),
    );
    expect(at240).not.toContain('planning.tap.too-large');
    expect(at240).not.toContain('planning.tap.no-240');
    expect(refused(house)).toContain('planning.tap.only-240');
  });
  it('a two-pole breaker has no neutral for 120 V, unless it is a multiwire circuit', () => {
    expect(refused(smallHouse({ panels: panel(15, { poles: 2 }) }))).toEqual(['planning.tap.no-240-neutral']);
    expect(refused(smallHouse({ panels: panel(15, { poles: 2, multiwire: true }) }))).toEqual([]);
  });
});

describe('circuits that may not feed whatever one likes, NEC 210.11(C), 210.52(B) (from memory)', () => {
  const on = (
    restriction: House['panels'][number]['breakers'][number]['restriction'],
    more: Partial<House>,
  ) => smallHouse({ panels: panel(20, { restriction }), ...more });
  it.each<[Parameters<typeof on>[0], RoomUse, Want, boolean]>([
    ['kitchen-counter', 'kitchen', wanted(40), true],
    ['kitchen-counter', 'dining', wanted(40), true],
    ['kitchen-counter', 'den', wanted(40), false],
    ['kitchen-counter', 'kitchen', light, false],
    ['bath', 'bath', wanted(40), true],
    ['bath', 'hall', wanted(40), false],
    ['bath', 'bath', light, false],
    ['laundry', 'laundry', wanted(40), true],
    ['laundry', 'den', wanted(40), false],
    ['laundry', 'laundry', light, false],
    ['garage', 'garage', wanted(40), true],
    ['garage', 'den', wanted(40), false],
    ['garage', 'garage', light, false],
    ['dedicated', 'den', wanted(40), false],
    ['dedicated', 'garage', light, false],
  ])('%s circuit, %s', (restriction, use, want, allowed) => {
    const said = refused(on(restriction, { rooms: rooms(use) }), want);
    expect(said).toHaveLength(allowed ? 0 : 1);
  });
  it('goes by where the place is: the outer face of a bath is outdoors, below its floor is a basement', () => {
    const house = on('bath', { rooms: rooms('bath') });
    const room = house.rooms[0]!;
    const outside = { ...wallAt(40), on: 'outside' as const };
    const below = { on: 'basement' as const, roomId: room.id, xMm: 500, yMm: 500 };
    expect(refused(house, { ...wanted(40), at: outside })).toContain('planning.tap.bath');
    expect(refused(house, { ...wanted(40), at: below })).toContain('planning.tap.bath');
    const garage = on('garage', { rooms: rooms('garage') });
    expect(refused(garage, { ...wanted(40), at: outside })).toEqual([]);
    expect(refused(garage, { ...wanted(40), at: below })).toEqual(['planning.tap.garage']);
  });
  it('the circuit of a garage is its own from the 2017 edition on', () => {
    const house = (code: House['code']) => on('garage', { rooms: rooms('den'), code });
    expect(refused(house('nec-2014'))).toEqual([]);
    expect(refused(house('nec-2017'))).toEqual(['planning.tap.garage']);
    expect(refused(house('nec-2023'))).toEqual(['planning.tap.garage']);
  });
});

describe('load of a tap', () => {
  const house = smallHouse({ loads: [loadAt('r1', 960)] });
  const pack = packFor(house);
  const feed = buildFeed(house);
  const breaker = house.panels[0]!.breakers[0]!;
  const drawing = (voltAmperes: number, continuous = false) =>
    wanted(40, { loads: [{ ...loadAt('r1', voltAmperes), continuous }] });
  it('counts what is there and what comes, exactly full holds, one ampere more does not', () => {
    expect(worstWith(house, feed, pack, breaker, [drawing(840)])).toBeCloseTo(15, 9);
    expect(refused(house, drawing(840))).toEqual([]);
    expect(refused(house, drawing(841))).toEqual(['planning.tap.over']);
  });
  it('counts what runs three hours and more at 125 %', () => {
    expect(worstWith(house, feed, pack, breaker, [drawing(672, true)])).toBeCloseTo(15, 9);
    expect(refused(house, drawing(673, true))).toEqual(['planning.tap.over']);
  });
  it('of several wants the ones that fit alone leave the tap open', () => {
    const two = [drawing(800), { ...drawing(800), id: 'w2' as Want['id'], label: 'new 2' }];
    const [group] = groupWants(two);
    const all = kept(judgeCandidates(setting(house), group!));
    expect(ids(all.find((c) => c.label === 'R2')!.reasons, 'good')).toContain('planning.tap.some');
    const none = groupWants([drawing(900), { ...two[1]!, loads: drawing(900).loads }])[0]!;
    const tight = judgeCandidates(setting(house), none);
    expect(ids(tight.find((c) => c.label === 'R2')!.reasons, 'no')).toEqual(['planning.tap.over']);
  });
});

describe('the box of a tap', () => {
  const withR2 = (more: Partial<Point>, rest: Partial<House> = {}) =>
    smallHouse({ points: [outlet('r1', 24), outlet('r2', 88, more)], ...rest });
  it.each<[Point['condition'], TapReason['kind'] | null, number]>([
    ['sound', null, 0],
    ['not-looked', null, 0],
    ['short-conductors', 'work', 10],
    ['loose', 'work', 15],
    ['burnt', 'work', 30],
    ['burnt-beyond-reach', 'no', 0],
  ])('%s', (condition, kind, extra) => {
    const all = reasons(withR2({ condition }));
    const plain = reasons(withR2({ condition: 'sound' }));
    expect(minutes(all) - minutes(plain)).toBeCloseTo(kind === 'no' ? -minutes(plain) : extra, 9);
    if (kind) expect(ids(all, kind)).toHaveLength(1);
  });
  it('one that cannot be got at is none', () =>
    expect(refused(withR2({ accessible: false }))).toEqual(['planning.tap.buried']));
  it('one that nobody has measured is none', () =>
    expect(refused(withR2({ at: { on: 'somewhere', roomId: smallHouse().rooms[0]!.id } }))).toContain(
      'planning.tap.unmeasured',
    ));
  it('knob-and-tube and small aluminum on the way to it, NEC 110.14 and practice', () => {
    const cables = (more: Parameters<typeof nm>[3]) => ({
      cables: [nm('c1', atBreaker(), atPoint('r1'), more), nm('c2', atPoint('r1'), atPoint('r2'))],
    });
    expect(refused(smallHouse(cables({ type: 'knob-and-tube' })))).toContain('planning.tap.knob');
    expect(refused(smallHouse(cables({ metal: 'Al', gauge: '12' })))).toContain('planning.tap.aluminum');
  });
  it('a ground that is missing refuses it, one that nobody has seen is asked for', () => {
    const cables = (ground: 'none' | 'unknown') => ({
      cables: [nm('c1', atBreaker(), atPoint('r1'), { ground }), nm('c2', atPoint('r1'), atPoint('r2'))],
    });
    expect(refused(smallHouse(cables('none')))).toEqual(['planning.tap.no-ground']);
    const open = reasons(smallHouse(cables('unknown')));
    expect(ids(open, 'ask')).toEqual(['planning.tap.ground-unseen']);
    expect(open.find((r) => r.kind === 'ask')?.minutes).toBe(10);
  });
  it('exactly full is room enough; less asks for a larger box, with its time', () => {
    // Two 12-2 cables with ground, one receptacle: 4 + 1 + 2 volumes at 2.25 in3 = 15.75; a third cable makes 20.25.
    const twelve = (id: string, from: Parameters<typeof nm>[1], to: Parameters<typeof nm>[2]) =>
      nm(id, from, to, { gauge: '12' });
    const box = (cubic: number) =>
      smallHouse({
        panels: panel(20),
        points: [
          outlet('r1', 24, {
            box: { model: null, markedCubicInches: cubic, gangs: 1, clamps: 'none', metal: false },
          }),
          outlet('r2', 88),
        ],
        cables: [twelve('c1', atBreaker(), atPoint('r1')), twelve('c2', atPoint('r1'), atPoint('r2'))],
      });
    const at = (cubic: number) => reasons(box(cubic), wanted(40), 'R1');
    expect(ids(at(20.25), 'good')).toContain('planning.tap.fill');
    expect(ids(at(20.2), 'work')).toEqual(['planning.tap.too-small']);
    expect(minutes(at(20.2)) - minutes(at(20.25))).toBe(40);
  });
});

describe('what a want needs of the conductors in a box', () => {
  const switched = smallHouse({
    points: [
      outlet('r1', 24),
      makePoint('r2', 'R2', 'luminaire', wallAt(88, 60), knownBox('oct-4-2-1/8')),
      makePoint('s1', 'S1', 'switch', wallAt(110, 48), knownBox('new-1g-22')),
    ],
    cables: [
      nm('c1', atBreaker(), atPoint('s1')),
      nm('c2', atPoint('s1'), atPoint('r2'), { carries: 'switched', switchedBy: PointId.parse('s1') }),
    ],
  });
  it('an outlet needs what is always live; a light on that switch may be tapped there', () => {
    expect(refused(switched)).toContain('planning.tap.only-switched');
    const by = (nth?: number) =>
      wanted(40, {
        kind: 'luminaire',
        control: { by: 'switch', pointId: PointId.parse('s1'), ...(nth ? { nth } : {}) },
      });
    expect(refused(switched, by())).toEqual([]);
    expect(refused(switched, by(2))).toContain('planning.tap.no-switched');
  });
  it('a box without a cable, and one that nothing feeds', () => {
    const lone = smallHouse({ cables: [nm('c1', atBreaker(), atPoint('r1'))] });
    expect(refused(lone)).toEqual(['planning.tap.no-cable']);
    const dead = smallHouse({ cables: [nm('c2', atPoint('r1'), atPoint('r2'))] });
    expect(refused(dead)).toEqual(['planning.tap.no-feed']);
  });
  it('wants that ask for different sources or voltages are groups of their own', () => {
    const want = (id: string, more: Partial<Want>) => ({ ...wanted(40, more), id: id as Want['id'] });
    const groups = groupWants([
      want('a', {}),
      want('b', {}),
      want('c', { kind: 'appliance', devices: [{ kind: 'appliance', volts: 240 }] }),
      want('d', { source: { from: 'point', pointId: PointId.parse('r1') } }),
    ]);
    expect(groups.map((g) => [g.wants.map((w) => w.id).join(), g.volts, g.only])).toEqual([
      ['a,b', 120, null],
      ['c', 240, null],
      ['d', 120, 'r1'],
    ]);
  });
  it('between two hots each plug is a group; at 120 V plugs make none', () => {
    const plugged = (id: string, plug: PlugKey) => ({
      ...wanted(40, { devices: [{ kind: 'receptacle', plug }] }),
      id: id as Want['id'],
    });
    const ids = (wants: Want[]) => groupWants(wants).map((g) => g.wants.map((w) => w.id).join());
    expect(ids([plugged('a', '6-20'), plugged('b', '6-30'), plugged('c', '6-20')])).toEqual(['a,c', 'b']);
  });
  it('a second switch gets its power from where the first one does', () => {
    const first = { ...wanted(40, { kind: 'switch' }), id: 'a' as Want['id'] };
    const from = { ...first, source: { from: 'point' as const, pointId: PointId.parse('r1') } };
    const second = {
      ...wanted(80, { kind: 'switch', partner: { by: 'want', wantId: first.id } }),
      id: 'b' as Want['id'],
    };
    expect(groupWants([from, second]).map((g) => [g.wants.map((w) => w.id).join(), g.only])).toEqual([
      ['a,b', 'r1'],
    ]);
  });
});
