import { describe, expect, it } from '@jest/globals';
import {
  BreakerId,
  ItemId,
  makeRoom,
  makeWant,
  PointId,
  RoomId,
  WallId,
  type Cable,
  type Change,
  type Device,
  type House,
  type Job,
  type Point,
  type Want,
} from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import type { Evaluation } from '../evaluation/judge.ts';
import {
  device,
  atBreaker,
  atPoint,
  bundle,
  nm,
  outlet,
  panel,
  smallHouse,
  wallAt,
  wanted,
} from '../testing/build.ts';
import { feet, inches } from '../units/index.ts';
import { said } from '../testing/said.ts';
import { proveWiring } from './electrical.ts';

/** Jobs in houses as they are, the whole way: documents in, plan out. Each has its counterpart that must still pass. */

const metal = (model: string, gangs = 1): Point['box'] => ({
  model,
  markedCubicInches: null,
  gangs,
  clamps: 'none',
  metal: true,
});
const onCeiling = (x: number, y = 60): Want['at'] => ({
  on: 'ceiling',
  roomId: RoomId.parse('room'),
  xMm: inches(x),
  yMm: inches(y),
});
const tubing = { type: 'EMT', ground: 'tubing', size: '1/2' } as const;
const plan = (house: House, wants: Want[], job: Partial<Job> = {}): Evaluation =>
  evaluate(bundle(house, wants, job));
const change = (c: object, pointId = 'r1'): Change =>
  ({ id: ItemId.parse('ch'), pointId: PointId.parse(pointId), ...c }) as Change;
const stops = (e: Evaluation): string[] =>
  e.findings.filter((f) => f.rule === 'proof' && f.severity === 'stop').map((f) => said(f.says));
const box = (e: Evaluation, id: string) => e.chosen!.boxes.find((b) => b.point.id === id)!;
const bought = (e: Evaluation): string[] => e.chosen!.bill.lines.map((l) => l.partKey);
const steps = (e: Evaluation): string[] => e.chosen!.steps.map((s) => s.key);
const before = (e: Evaluation, a: string, b: string): void => {
  expect(steps(e)).toEqual(expect.arrayContaining([a, b]));
  expect(steps(e).indexOf(a)).toBeLessThan(steps(e).indexOf(b));
};
const switchPoint = (id: string, x: number, devices: Device[], more: Partial<Point> = {}): Point => ({
  ...outlet(id, x, {
    box: {
      ...outlet('x', 1).box,
      model: devices.length > 1 ? 'new-2g-34' : 'new-1g-22',
      gangs: devices.length,
    },
  }),
  kind: 'switch',
  devices,
  ...more,
});
const lamp = (id: string, x: number): Point => ({
  ...outlet(id, x),
  kind: 'luminaire',
  devices: [device('luminaire')],
  at: onCeiling(x),
});
/** A lamp on a single-pole switch so far along the wall; power comes to the switch first. */
const lampOnSwitch = (x: number): House =>
  smallHouse({
    points: [switchPoint('s1', x, [device('switch')]), lamp('l1', 60)],
    cables: [
      nm('c1', atBreaker(), atPoint('s1')),
      nm('c2', atPoint('s1'), atPoint('l1'), { carries: 'switched', switchedBy: by('s1') }),
    ],
  });
const by = (id: string) => PointId.parse(id);

describe('metal boxes', () => {
  const house = (cable: Partial<Cable>): House =>
    smallHouse({
      points: [outlet('r1', 24, { box: metal('dev-3-1/2') }), outlet('r2', 88, { box: metal('dev-3-1/2') })],
      cables: [nm('c1', atBreaker(), atPoint('r1'), cable), nm('c2', atPoint('r1'), atPoint('r2'), cable)],
    });
  it('the new ground is spliced to the box and to the device, in a connector that counts the tail', () => {
    const e = plan(house({}), [wanted(104)]);
    const ground = box(e, 'r2').after.splices.find((j) => j.role === 'ground')!;
    expect(ground.members.map((m) => m.kind).sort()).toEqual([
      'box-tail',
      'conductor',
      'conductor',
      'pigtail',
    ]);
    expect(ground.connector).toBe('twist-4-5');
    expect(bought(e)).toContain('ground-screw');
    expect(stops(e)).toEqual([]);
  });
  it('so it is where the ground comes by tubing and no wire does', () => {
    const e = plan(house(tubing), [wanted(104)]);
    const ground = box(e, 'r2').after.splices.find((j) => j.role === 'ground')!;
    expect(ground.members.map((m) => m.kind)).toEqual(['conductor', 'pigtail', 'box-tail']);
    expect(stops(e)).toEqual([]);
  });
  it('a plastic box has no tail', () => {
    const e = plan(smallHouse(), [wanted(104)]);
    expect(
      box(e, 'r2')
        .after.splices.flatMap((j) => j.members)
        .some((m) => m.kind === 'box-tail'),
    ).toBe(false);
    expect(bought(e)).not.toContain('ground-screw');
  });
  it('a device taken out of a box that tubing feeds leaves the box, and with it the ground of what is beyond', () => {
    const two = house(tubing);
    const points = two.points.map((p) =>
      p.id === 'r1'
        ? { ...p, devices: [device('receptacle'), device('switch')], box: metal('sq-4-2-1/8', 2) }
        : p,
    );
    const e = plan({ ...two, points }, [], { changes: [change({ kind: 'reduce', drop: [1] })] });
    expect(e.chosen!.applied.house.points[0]!.box).toMatchObject({ model: 'sq-4-2-1/8', gangs: 2 });
    expect(stops(e)).toEqual([]);
    // The same with a plastic box put in by hand cuts the ground, and is told.
    const cut = plan(house(tubing), [wanted(104)], { boxes: { r2: 'old-1g-20' } });
    expect(cut.options.every((o) => o.legs.length > 0)).toBe(true);
    const through = plan(house(tubing), [wanted(40, { source: { from: 'point', pointId: by('r1') } })], {
      boxes: { r1: 'old-1g-20' },
    });
    expect(stops(through).join()).toMatch(/no ground path back to the panel/);
  });
  it('tubing on the surface brings a ground conductor into a metal box', () => {
    const e = plan(house({}), [wanted(104)], { method: 'EMT' });
    expect(e.chosen!.applied.house.cables.find((c) => c.id === 'new-leg-1')).toMatchObject({
      type: 'EMT',
      ground: 'wire',
    });
    expect(e.chosen!.applied.house.points.find((p) => p.id === 'new-w1')!.box.metal).toBe(true);
    expect(stops(e)).toEqual([]);
  });
});

describe('two switches for one light', () => {
  const one = (): House => lampOnSwitch(24);
  const second = (more: Partial<Want> = {}) =>
    makeWant('w1', 'S2', wallAt(88, 48), {
      kind: 'switch',
      partner: { by: 'switch', pointId: by('s1') },
      ...more,
    });
  it('the one that is there keeps the conductor to the light, the new one gets the hot', () => {
    const e = plan(one(), [second()]);
    expect(stops(e)).toEqual([]);
    expect(e.chosen!.option.legs).toMatchObject([{ from: 's1', carries: 'common-travelers-neutral' }]);
    expect(e.chosen!.applied.house.points.map((p) => p.devices[0]?.kind)).toEqual([
      'switch-three-way',
      'luminaire',
      'switch-three-way',
    ]);
    const on = (id: string) =>
      new Map(box(e, id).after.terminations.map((t) => [t.screw, t.conductor.role] as const));
    expect(on('s1').get('common screw')).toBe('switched:s1');
    expect(on('new-w1').get('common screw')).toBe('hot');
    expect(e.chosen!.bill.lines.find((l) => l.partKey === 'switch-three-way')!.needed).toBe(2);
    expect(e.chosen!.steps.map((s) => s.key)).toContain('change:three-way-w1');
    expect(e.findings.find((f) => f.rule === 'switch-neutral')).toMatchObject({ severity: 'ok' });
  });
  it('a drawing with common and traveler exchanged is caught', () => {
    const wants = [second()];
    const { job } = bundle(one(), wants);
    const { applied, boxes } = plan(one(), wants).chosen!;
    const wiring = {
      before: one(),
      after: applied.house,
      boxes,
      made: new Map([[wants[0]!.id, by('new-w1')]]),
      pieces: new Map(),
      claims: [],
    };
    const faults = (b: typeof boxes) => proveWiring({ ...wiring, boxes: b }, job).map((f) => f.what);
    expect(faults(boxes)).toEqual([]);
    const exchanged = boxes.map((b) =>
      b.point.id === 'new-w1'
        ? {
            ...b,
            after: {
              ...b.after,
              terminations: b.after.terminations.map((t) => ({
                ...t,
                screw:
                  t.screw === 'common screw'
                    ? ('traveler screw' as const)
                    : t.screw === 'traveler screw'
                      ? ('common screw' as const)
                      : t.screw,
              })),
            },
          }
        : b,
    );
    expect(faults(exchanged)).toContain('works otherwise');
  });
  const threeSwitches = (four: boolean): House =>
    smallHouse({
      points: [
        switchPoint('s1', 24, [device('switch-three-way')]),
        switchPoint('s3', 60, [device('switch-three-way')]),
        ...(four ? [switchPoint('s4', 40, [device('switch-four-way')])] : []),
        lamp('l1', 60),
      ],
      cables: [
        nm('c1', atBreaker(), atPoint('s1')),
        nm('c2', atPoint('s1'), atPoint('s3'), { carries: 'travelers', conductors: 3 }),
        nm('c3', atPoint('s3'), atPoint('l1'), { carries: 'switched', switchedBy: by('s3') }),
        ...(four
          ? [nm('c4', atPoint('s1'), atPoint('s4'), { carries: 'travelers-both-ways', conductors: 4 })]
          : []),
      ],
    });
  it.each(['s1', 's3'])('a third one is a four-way between the travelers, from either end: %s', (first) => {
    const e = plan(threeSwitches(false), [second({ partner: { by: 'switch', pointId: by(first) } })]);
    expect(stops(e)).toEqual([]);
    expect(e.chosen!.option.legs).toMatchObject([
      { from: first, carries: 'travelers-both-ways', conductors: 4, switchedBy: null },
    ]);
    const four = box(e, 'new-w1');
    expect(four.point.devices[0]!.kind).toBe('switch-four-way');
    expect(four.after.terminations.map((t) => [t.conductor.color, t.screw])).toEqual(
      expect.arrayContaining([
        ['black', 'traveler screw'],
        ['red', 'other traveler screw'],
        ['blue', 'onward traveler screw'],
        ['white', 'other onward traveler screw'],
      ]),
    );
    // At the first the pair that comes back is spliced to the travelers that went on before.
    const passed = box(e, first).after.splices.filter((j) => j.role === 'traveler');
    expect(passed.map((j) => j.members.length)).toEqual([2, 2]);
    expect(bought(e)).toContain('switch-four-way');
    expect(bought(e)).not.toContain('switch-three-way');
  });
  it('a switch loop has no neutral to take along: the new place says so', () => {
    const loop = smallHouse({
      points: [lamp('l1', 60), switchPoint('s1', 24, [device('switch')])],
      cables: [
        nm('c1', atBreaker(), atPoint('l1')),
        nm('c2', atPoint('l1'), atPoint('s1'), { carries: 'loop', switchedBy: by('s1') }),
      ],
    });
    const e = plan(loop, [second()]);
    expect(e.chosen!.option.legs).toMatchObject([{ carries: 'common-travelers', conductors: 3 }]);
    expect(e.findings.find((f) => f.rule === 'switch-neutral')).toMatchObject({ severity: 'fix' });
    expect(stops(e)).toEqual([]);
  });
  it.each<[string, () => ReturnType<typeof plan>, string]>([
    [
      'a dimmer',
      () =>
        plan(
          {
            ...one(),
            points: one().points.map((p) => (p.id === by('s1') ? { ...p, devices: [device('dimmer')] } : p)),
          },
          [second()],
        ),
      'only a single-pole switch becomes a three-way',
    ],
    [
      'a third beside a four-way',
      () => plan(threeSwitches(true), [second()]),
      'only one more switch can be added here',
    ],
    [
      'two at once',
      () =>
        plan(one(), [
          second(),
          makeWant('w2', 'S3', wallAt(104, 48), {
            kind: 'switch',
            partner: { by: 'switch', pointId: by('s1') },
          }),
        ]),
      'four-way',
    ],
  ])('%s is refused with the reason', (_, asked, why) => {
    const e = asked();
    const told = e.findings
      .filter((f) => f.severity === 'stop')
      .map((f) => `${said(f.says)} ${said(f.detail)}`);
    expect(told.join(' ')).toContain(why);
    expect(e.chosen).toBeNull();
  });
});

describe('what a change puts in', () => {
  const loop = () =>
    smallHouse({
      points: [lamp('l1', 60), switchPoint('s1', 24, [device('switch')])],
      cables: [
        nm('c1', atBreaker(), atPoint('l1')),
        nm('c2', atPoint('l1'), atPoint('s1'), { carries: 'loop', switchedBy: by('s1') }),
      ],
    });
  it('a pilot light without a neutral is a stop; with one it burns with its switch', () => {
    const pilot = change({ kind: 'replace', index: 0, device: { kind: 'switch-pilot' } }, 's1');
    expect(stops(plan(loop(), [], { changes: [pilot] }))[0]).toContain('pilot light');
    const fed = lampOnSwitch(24);
    expect(stops(plan(fed, [], { changes: [pilot] }))).toEqual([]);
  });
  it('an outlet beside a switch on a loop has no neutral, and that is a stop', () => {
    const more = change({ kind: 'enlarge', devices: [{ kind: 'receptacle' }] }, 's1');
    expect(stops(plan(loop(), [], { changes: [more] }))[0]).toContain('S1');
  });
  it('a dimmer that is asked for in the place of a first switch is not made a three-way in silence', () => {
    const house = lampOnSwitch(24);
    const e = plan(
      house,
      [
        makeWant('w1', 'S2', wallAt(88, 48), {
          kind: 'switch',
          partner: { by: 'switch', pointId: by('s1') },
        }),
      ],
      { changes: [change({ kind: 'replace', index: 0, device: { kind: 'dimmer' } }, 's1')] },
    );
    expect(e.chosen).toBeNull();
    expect(said(e.findings.find((f) => f.rule === 'no-way')!.detail)).toContain('only a single-pole switch');
  });
});

describe('switches that move', () => {
  const threeWay = (): House =>
    smallHouse({
      points: [
        switchPoint('s1', 24, [device('switch-three-way')]),
        switchPoint('s2', 88, [device('switch-three-way')]),
        lamp('l1', 60),
      ],
      cables: [
        nm('c1', atBreaker(), atPoint('s1')),
        nm('c2', atPoint('s1'), atPoint('s2'), { carries: 'travelers', conductors: 3 }),
        nm('c3', atPoint('s2'), atPoint('l1'), { carries: 'switched', switchedBy: by('s2') }),
      ],
    });
  it.each([
    // At the end with the light the common brings the switched hot back; at the other it is always hot.
    ['s2', 's2'],
    ['s1', null],
  ])('a three-way takes its common and both travelers along: %s', (switchId, commandedBy) => {
    const e = plan(threeWay(), [
      makeWant('w1', 'moved', wallAt(104, 48), { kind: 'switch', replaces: by(switchId) }),
    ]);
    const leg = e.chosen!.option.legs[0]!;
    expect(leg).toMatchObject({ from: switchId, switchedBy: commandedBy });
    expect(leg.carries).toBe(commandedBy === null ? 'common-travelers-neutral' : 'common-travelers');
    expect(stops(e)).toEqual([]);
    // Both travelers go on from the box that is left, pair by pair.
    const passed = box(e, switchId).after.splices.filter((j) => j.role === 'traveler');
    expect(passed.map((j) => j.members.length)).toEqual([2, 2]);
    const moved = e.chosen!.boxes.find((b) => b.isNew)!;
    expect(moved.after.terminations.map((t) => t.screw)).toEqual(
      expect.arrayContaining(['common screw', 'traveler screw', 'other traveler screw']),
    );
  });
  it('with a second three-way beside it, it stays: one cable cannot take both along', () => {
    const house = threeWay();
    const two = {
      ...house,
      points: house.points.map((p) =>
        p.id === by('s1')
          ? {
              ...p,
              devices: [device('switch-three-way'), device('switch-three-way')],
              box: { ...p.box, gangs: 2 },
            }
          : p,
      ),
    };
    const e = plan(two, [makeWant('w1', 'moved', wallAt(104, 48), { kind: 'switch', replaces: by('s1') })]);
    expect(e.options).toEqual([]);
    expect(said(e.findings.find((f) => f.rule === 'no-way')!.detail)).toContain(
      'its common and both travelers',
    );
  });
  it('the light of a three-way may move: it takes its switched conductor along', () => {
    const e = plan(threeWay(), [
      makeWant('w1', 'L1 moved', onCeiling(90), { kind: 'luminaire', replaces: by('l1') }),
    ]);
    expect(e.chosen!.option.legs[0]).toMatchObject({ carries: 'switched', switchedBy: 's2' });
    expect(stops(e)).toEqual([]);
  });
  it('a single-pole switch that moves goes on commanding its light', () => {
    const house = lampOnSwitch(88);
    const e = plan(house, [
      makeWant('w1', 'S1 moved', wallAt(104, 48), { kind: 'switch', replaces: by('s1') }),
    ]);
    expect(e.options.length).toBeGreaterThan(0);
    expect(stops(e)).toEqual([]);
    // Before is what is there: the lamp's conductor on the switch, nothing capped.
    expect(box(e, 's1').before!.caps).toEqual([]);
    expect(box(e, 's1').before!.terminations.map((t) => t.screw)).toContain('other switch screw');
  });
  it('a switch that changed is tested with its light, not told to work as before', () => {
    const house = lampOnSwitch(88);
    const tests = (e: Evaluation) => e.chosen!.tests.map((t) => t.key);
    const dimmed = plan(house, [], {
      changes: [change({ kind: 'replace', index: 0, device: { kind: 'dimmer' } }, 's1')],
    });
    expect(tests(dimmed)).toContain('prove:s1:switch-1');
    expect(tests(dimmed)).not.toContain('prove:s1:alive');
    // One that only lost its power for the work is looked at as it was.
    const beside = plan(house, [wanted(104)]);
    expect(tests(beside)).toContain('prove:l1:alive');
  });
  it('a switch that is taken away from its light is a stop, with the light named', () => {
    const house = lampOnSwitch(88);
    expect(stops(plan(house, [], { changes: [change({ kind: 'retire' }, 's1')] }))).toEqual([
      'This plan doesn’t work: L1 would have no power',
    ]);
    expect(
      stops(
        plan(house, [], {
          changes: [change({ kind: 'replace', index: 0, device: { kind: 'dimmer' } }, 's1')],
        }),
      ),
    ).toEqual([]);
  });
});

describe('switched outlets', () => {
  const s = makeWant('s', 'new switch', wallAt(130, 48), { kind: 'switch' });
  const r = makeWant('r', 'lamp outlet', wallAt(104), { control: { by: 'want', wantId: s.id } });
  it('whichever box the power comes in at, the outlet follows the switch and the switched conductor is on its brass', () => {
    const all = plan(smallHouse(), [s, r]);
    expect(all.options.length).toBeGreaterThan(1);
    for (const o of all.options) {
      const e = plan(smallHouse(), [s, r], { option: o.key });
      expect(stops(e)).toEqual([]);
      const there = box(e, 'new-r').after;
      const brass = [
        ...there.terminations.filter((t) => t.screw === 'brass').map((t) => t.conductor.role),
        ...there.splices
          .filter((j) => j.members.some((m) => m.kind === 'pigtail' && m.to === 'brass'))
          .map((j) => j.role),
      ];
      expect(brass).toEqual(['switched:new-s']);
    }
  });
  it('an outlet that is always live stays so beside one that is not', () => {
    const e = plan(smallHouse(), [s, r, makeWant('r2', 'always', wallAt(118))]);
    expect(stops(e)).toEqual([]);
  });
  it('a switched outlet is tested with its switch off as well', () => {
    expect(plan(smallHouse(), [s, r]).chosen!.tests.map((t) => t.key)).toEqual(
      expect.arrayContaining(['prove:new-r:switch-off', 'prove:new-s:switch-1']),
    );
  });
});

describe('240 V', () => {
  const heater = (): House =>
    smallHouse({
      panels: panel(20, { poles: 2 }),
      points: [
        outlet('h1', 88, { kind: 'appliance', devices: [device('appliance', { amps: 20, volts: 240 })] }),
      ],
      cables: [nm('c1', atBreaker(), atPoint('h1'), { gauge: '12', carries: 'two-hots' })],
    });
  it('an outlet on two hots is a 250 V receptacle, both hots landed', () => {
    const e = plan(heater(), [wanted(104, { devices: [{ kind: 'receptacle', volts: 240 }] })]);
    expect(e.chosen!.applied.house.points.at(-1)!.devices).toEqual([
      device('receptacle-single', { amps: 20, volts: 240 }),
    ]);
    expect(box(e, 'new-w1').after.caps).toEqual([]);
    expect(bought(e)).toContain('receptacle-240-20');
    expect(bought(e).some((k) => /^receptacle-(15|20)$/.test(k))).toBe(false);
    expect(stops(e)).toEqual([]);
  });
  it('an appliance on it is wired as before, and an ordinary outlet finds nothing there', () => {
    expect(
      stops(
        plan(heater(), [wanted(104, { kind: 'appliance', devices: [{ kind: 'appliance', volts: 240 }] })]),
      ),
    ).toEqual([]);
    expect(plan(heater(), [wanted(104)]).options).toEqual([]);
  });
  it('a 240 V point that moves takes both hots along', () => {
    const e = plan(heater(), [
      makeWant('w1', 'H1 moved', wallAt(104), { kind: 'appliance', replaces: by('h1') }),
    ]);
    expect(e.chosen!.option.legs[0]).toMatchObject({ carries: 'two-hots' });
    expect(stops(e)).toEqual([]);
  });
});

describe('points out of use', () => {
  it('nothing is fed from one that ends its run', () => {
    const e = plan(smallHouse(), [wanted(104)], { changes: [change({ kind: 'retire' }, 'r2')] });
    for (const o of e.options) expect(o.taps.map((t) => t.pointId as string)).not.toContain('r2');
    expect(stops(e)).toEqual([]);
    // Its cable is taken off at the other end too: that box is opened, tested dead and wired.
    expect(e.chosen!.power.opened).toContain('r1');
    expect(e.chosen!.boxes.map((b) => b.point.id as string)).toContain('r1');
  });
  it('one in the middle stays a live junction, which may be tapped', () => {
    const e = plan(smallHouse(), [wanted(30, { source: { from: 'point', pointId: by('r1') } })], {
      changes: [change({ kind: 'retire' })],
    });
    expect(e.chosen!.option.taps.map((t) => t.pointId as string)).toEqual(['r1']);
    expect(stops(e)).toEqual([]);
  });
});

describe('what is dead before hands and steel', () => {
  const b2 = BreakerId.parse('b2');
  /** A second circuit with a box near where the want goes, on the same face or the other. */
  const withNeighbor = (at: Point['at']): House => {
    const base = smallHouse();
    const [one] = panel();
    return {
      ...base,
      panels: [{ ...one!, breakers: [one!.breakers[0]!, { ...one!.breakers[0]!, id: b2, number: '2' }] }],
      points: [...base.points, { ...outlet('k1', 1), at }],
      cables: [...base.cables, nm('c9', atBreaker('b2'), atPoint('k1'))],
    };
  };
  it('a cut beside a box of another circuit waits for that circuit, tested dead', () => {
    const e = plan(withNeighbor(wallAt(112)), [
      wanted(104, { source: { from: 'point', pointId: by('r2') } }),
    ]);
    expect(e.chosen!.power.breakers.map(String)).toEqual(['b1', 'b2']);
    before(e, 'dead:k1', 'cut:new-w1');
    expect(said(e.chosen!.steps.find((s) => s.key === 'off')!.title)).toBe(
      'Turn off breakers 1 and 2, lock them out and tag them',
    );
    expect(e.chosen!.chains.map((c) => c.pointId)).toContain('k1');
  });
  it('a hole out through the wall behind a box of another circuit waits for that circuit too', () => {
    const outside = (x: number): Evaluation => {
      const house = withNeighbor(wallAt(70));
      const wall = WallId.parse('room-w1');
      return plan(
        {
          ...house,
          rooms: house.rooms.map((r) => ({
            ...r,
            walls: r.walls.map((w) => ({ ...w, exterior: true, outerFace: 'siding' as const })),
          })),
        },
        [
          wanted(x, {
            at: { on: 'outside', wallId: wall, xMm: inches(x), heightMm: inches(20) },
            source: { from: 'point', pointId: by('r2') },
          }),
        ],
      );
    };
    const near = outside(72);
    expect(stops(near)).toEqual([]);
    const out = near.chosen!.steps.find((s) => said(s.title).includes('out through'))!.key;
    before(near, 'dead:k1', out);
    expect(outside(120).chosen!.power.tested.map(String)).not.toContain('k1');
  });
  it('one far away stays on', () => {
    const e = plan(withNeighbor(wallAt(60, 15, 'room-w3')), [wanted(104)]);
    expect(e.chosen!.power.breakers.map(String)).toEqual(['b1']);
  });
  it('where nobody knows how the cables of a wall run, everything in it is off before it is cut', () => {
    const house = withNeighbor(wallAt(20));
    const blind = {
      ...house,
      cables: house.cables.map((c) => (c.id === 'c9' ? { ...c, way: 'unknown' as const } : c)),
    };
    before(plan(blind, [wanted(104)]), 'dead:k1', 'cut:new-w1');
    expect(plan(house, [wanted(104)]).chosen!.power.tested.map(String)).not.toContain('k1');
  });
  it('the first outlet that gets a protecting device is opened, tested dead and tested afterwards', () => {
    const e = plan(smallHouse(), [wanted(104)], { protection: { groundFault: null, arcFault: 'at-first' } });
    before(e, 'dead:r1', 'wire:r1');
    expect(said(e.chosen!.tests.find((t) => t.key === 'prove:r1:trip')!.says)).toBe(
      'Press the test button of the AFCI at R1',
    );
  });
  it('power, hole, cable: in that order; and the plan takes as long as its steps', () => {
    for (const o of plan(smallHouse(), [wanted(40, { at: wallAt(40, 15, 'room-w3') })]).options) {
      const e = plan(smallHouse(), [wanted(40, { at: wallAt(40, 15, 'room-w3') })], { option: o.key });
      const drills = steps(e).filter((k) => k.includes(':drill'));
      for (const d of drills) before(e, d, 'leg1:pull');
      before(e, 'off', 'leg1:pull');
      expect(e.chosen!.option.minutes).toBeCloseTo(
        e.chosen!.steps.reduce((s, x) => s + x.minutes, 0),
        6,
      );
    }
  });
  it('a cable that is cut into is cut in boxes of its own kind: armor wants metal ones', () => {
    const buried = smallHouse({
      points: [
        outlet('r1', 24, { box: metal('dev-3-1/2') }),
        outlet('r2', 120, { box: metal('dev-3-1/2') }),
      ].map((p) => ({ ...p, accessible: false })),
      cables: [
        nm('c1', atBreaker(), atPoint('r1'), { type: 'old-AC', ground: 'armor', groundProved: true }),
        nm('c2', atPoint('r1'), atPoint('r2'), { type: 'old-AC', ground: 'armor', groundProved: true }),
      ],
    });
    const e = plan(buried, [wanted(72)]);
    for (const id of ['cut-c2', 'cut-far-c2'])
      expect(e.chosen!.applied.house.points.find((p) => p.id === id)!.box.metal).toBe(true);
    expect(stops(e)).toEqual([]);
  });
});

describe('outer faces', () => {
  const porch = (gangs: number, job: Partial<Job> = {}): Evaluation => {
    const house = smallHouse();
    const rooms = house.rooms.map((r) => ({
      ...r,
      walls: r.walls.map((w) => ({ ...w, exterior: true, outerFace: 'siding' as const })),
    }));
    return plan(
      { ...house, rooms },
      [
        makeWant(
          'w1',
          'porch',
          { on: 'outside', wallId: WallId.parse('room-w1'), xMm: inches(40), heightMm: inches(20) },
          { gangs },
        ),
      ],
      job,
    );
  };
  it('the bill buys what the checks say: weather-resistant, in-use cover, weatherproof box of that width', () => {
    expect(bought(porch(1))).toEqual(
      expect.arrayContaining(['receptacle-15-wr', 'cover-in-use-1', 'box:wp-1g-18']),
    );
    expect(bought(porch(2))).toEqual(expect.arrayContaining(['cover-in-use-2', 'box:wp-2g-30']));
    const own = porch(1, { protection: { groundFault: 'at-new', arcFault: null } });
    expect(bought(own)).toContain('gfci-15-wr');
    for (const e of [porch(1), porch(2), own]) expect(stops(e)).toEqual([]);
  });
  it('indoors none of it', () => {
    const keys = bought(plan(smallHouse(), [wanted(104)]));
    expect(keys).toEqual(expect.arrayContaining(['receptacle-15', 'plate-1']));
    expect(keys.some((k) => /-wr$|in-use/.test(k))).toBe(false);
  });
});

describe('one hole, two cables', () => {
  it('a plate is drilled once for both, and sealed once', () => {
    const far = [
      wanted(60, { at: wallAt(30, 15, 'room-w3') }),
      makeWant('w2', 'new 2', wallAt(100, 15, 'room-w3')),
    ];
    const house = smallHouse({ points: [outlet('r1', 24)], cables: [nm('c1', atBreaker(), atPoint('r1'))] });
    for (const o of plan(house, far).options) {
      const holes = o.legs.flatMap((l) =>
        l.route.moves.flatMap((m) =>
          m.holes.map((h) => `${h.wallId} ${h.through} ${Math.round(h.xMm)} ${Math.round(h.heightMm)}`),
        ),
      );
      expect(new Set(holes).size).toBe(holes.length);
    }
  });
});

describe('studs, and the boxes beside them', () => {
  const closed = (rooms: House['rooms']): House['rooms'] =>
    rooms.map((r) => ({
      ...r,
      above: { ...r.above, kind: 'finished', canEnter: false },
      below: { ...r.below, kind: 'slab', canEnter: false },
    }));
  /** R1 at 24 in, the new outlet far enough that the first stud is out of reach of its own hole. */
  const along = (model: string): Evaluation => {
    const house = smallHouse({
      points: [outlet('r1', 24, { box: { ...outlet('x', 1).box, model } })],
      cables: [nm('c1', atBreaker(), atPoint('r1'))],
    });
    return plan({ ...house, rooms: closed(house.rooms) }, [wanted(56)]);
  };
  const studAt = (e: Evaluation, x: number) =>
    e
      .chosen!.option.legs.flatMap((l) => l.route.moves)
      .find((m) => m.holes.some((h) => h.through === 'stud' && Math.abs(h.xMm - inches(x)) < inches(1)));

  it('a box that is nailed in stays in its hole: the stud beside it is reached by opening the wall', () => {
    const e = along('new-1g-22');
    expect(stops(e)).toEqual([]);
    expect(studAt(e, 32)?.op).toBe('slot-wall');
  });
  it('an old-work box comes out, and the stud is drilled through its hole, dead and open by then', () => {
    const e = along('old-1g-20');
    expect(stops(e)).toEqual([]);
    expect(studAt(e, 32)?.op).toBe('drill-stud');
    const bores = e.chosen!.steps.findIndex((s) =>
      s.does.some((a) => a.act === 'bore' && 'xMm' in a.at && Math.abs(a.at.xMm - inches(32)) < inches(1)),
    );
    const opens = e.chosen!.steps.findIndex((s) => s.does.some((a) => a.act === 'open' && a.point === 'r1'));
    expect(bores).toBeGreaterThan(opens);
  });

  /** A second room behind the wall, with a box of another breaker on the stud at 48 in. */
  const behind = (heightInches: number | null): Evaluation => {
    const house = smallHouse({
      points: [outlet('r1', 24)],
      cables: [nm('c1', atBreaker(), atPoint('r1'))],
      panels: [
        {
          ...panel()[0]!,
          breakers: [
            ...panel()[0]!.breakers,
            { ...panel()[0]!.breakers[0]!, id: BreakerId.parse('b2'), number: '2', restriction: 'dedicated' },
          ],
        },
      ],
    });
    const next = makeRoom('next', 'Next', 'hall', feet(12), feet(6), {
      place: { xMm: 0, yMm: -feet(6) - inches(4.5) },
    });
    const back = next.walls[2]!;
    const box: Point = {
      ...outlet('n1', 1),
      at: {
        on: 'wall',
        wallId: back.id,
        xMm: back.lengthMm - inches(49.9),
        heightMm: inches(heightInches ?? 15),
      },
    };
    return plan(
      {
        ...house,
        rooms: closed([...house.rooms, next]),
        points: heightInches === null ? house.points : [...house.points, box],
        cables:
          heightInches === null ? house.cables : [...house.cables, nm('n', atBreaker('b2'), atPoint('n1'))],
      },
      [wanted(72)],
    );
  };
  const clearOf = (e: Evaluation): number =>
    Math.min(
      ...e
        .chosen!.option.legs.flatMap((l) => l.route.moves.flatMap((m) => m.holes))
        .filter((h) => Math.abs(h.xMm - inches(48)) < inches(1))
        .map((h) => Math.abs(h.heightMm - inches(15))),
    );
  it('a stud is bored clear of the box of another circuit on its other side', () => {
    const e = behind(15);
    expect(stops(e)).toEqual([]);
    expect(clearOf(e)).toBeGreaterThan(inches(2));
    expect(clearOf(e)).toBeLessThan(inches(6));
    // Its circuit is off and it is tested dead before the bit comes near.
    expect(e.chosen!.power.tested).toContain('n1');
  });
  it('with none there, or one that is higher up, the hole is at the height of the boxes', () => {
    expect(clearOf(behind(null))).toBeLessThan(1);
    expect(clearOf(behind(48))).toBeLessThan(1);
  });
});
