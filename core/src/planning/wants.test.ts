import { describe, expect, it } from '@jest/globals';
import {
  houseProblems,
  ItemId,
  makeWant,
  PanelId,
  PointId,
  RoomId,
  WallId,
  type Change,
  type DeviceKind,
  type House,
  type Want,
} from '../document/index.ts';
import { evaluate } from '../testing/kept.ts';
import { circuitLoad } from '../load/index.ts';
import { signOff } from '../evaluation/sign-off.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  loadAt,
  nm,
  outlet,
  panel,
  smallHouse,
  wallAt,
  wanted,
  SIGNER,
} from '../testing/build.ts';
import { inches } from '../units/index.ts';
import { applyChanges, changedPoints, changeText } from './changes.ts';
import { groupWants } from './candidates.ts';
import { MOST_EXACT } from './forest.ts';
import { heard, said } from '../testing/said.ts';

const light = (id: string, x: number, more: Partial<Want> = {}): Want =>
  makeWant(
    id,
    id.toUpperCase(),
    { on: 'ceiling', roomId: RoomId.parse('room'), xMm: inches(x), yMm: inches(60) },
    {
      kind: 'luminaire',
      ...more,
    },
  );
const switchWant = makeWant('s', 'new switch', wallAt(130, 48), { kind: 'switch' });
const by = (want: Want): Pick<Want, 'control'> => ({ control: { by: 'want', wantId: want.id } });

describe('a wanted switch with its lights', () => {
  const e = evaluate(
    bundle(smallHouse(), [switchWant, light('l1', 60, by(switchWant)), light('l2', 90, by(switchWant))]),
  );
  it('is planned as one: every option says where the power enters, and which cables have a third conductor', () => {
    expect(e.options.length).toBeGreaterThan(0);
    for (const o of e.options) {
      expect(heard(o.schemes)).toHaveLength(1);
      const carries = o.legs.map((l) => l.carries);
      expect(carries.filter((c) => c === 'feed')).toHaveLength(1);
      for (const l of o.legs)
        expect(l.conductors).toBe(l.carries === 'loop-neutral' || l.carries === 'both' ? 3 : 2);
      if (said(o.schemes[0]!).includes('neutral brought')) expect(carries).toContain('loop-neutral');
      if (said(o.schemes[0]!) === 'power at new switch')
        expect(carries.sort()).toEqual(['feed', 'switched', 'switched']);
    }
  });
  it('leaves both lights commanded by the switch, with a neutral at the switch', () => {
    const { feed } = e.chosen!.applied;
    const s = PointId.parse('new-s');
    for (const id of ['new-l1', 'new-l2']) expect(feed.boxes.get(PointId.parse(id))!.switchedBy).toContain(s);
    expect(feed.boxes.get(s)).toMatchObject({ constantHot: true, neutral: true });
  });
  it('buys cable with a third conductor exactly where the plan has one', () => {
    const three = e.chosen!.option.legs.some((l) => l.conductors === 3);
    expect(e.chosen!.bill.lines.some((l) => /1[024]-3 with ground/.test(said(l.name)))).toBe(three);
  });
  it('the cheapest scheme wins: a switch far behind its light gets the power at the light', () => {
    const near = makeWant('l', 'L', wallAt(40, 60), { kind: 'luminaire', ...by(switchWant) });
    const far = { ...switchWant, at: wallAt(110, 48, 'room-w3') };
    const best = evaluate(bundle(smallHouse(), [far, near])).options[0]!;
    expect(said(best.schemes[0] ?? '')).toBe('power at L, neutral brought to new switch');
    expect(best.legs.find((l) => l.carries === 'feed')!.to).toBe('new-l');
  });
  it('a light whose switch is not wanted any more is named, and still planned', () => {
    const alone = evaluate(bundle(smallHouse(), [light('l1', 60, by(switchWant))]));
    expect(
      alone.findings.some(
        (f) => f.rule === 'integrity' && said(f.says).includes('switch that doesn’t exist'),
      ),
    ).toBe(true);
    expect(alone.options.length).toBeGreaterThan(0);
  });
});

const withPanel = (more: Partial<House['panels'][number]> = {}): House =>
  smallHouse({ panels: panel().map((p) => ({ ...p, at: wallAt(20, 60, 'room-w4'), spaces: 12, ...more })) });

describe('a new circuit from the panel', () => {
  const asked = wanted(60, { source: { from: 'panel', panelId: PanelId.parse('p') } });
  it('when it is asked for: a new breaker, a cable from it, and the panel work split off', () => {
    const e = evaluate(bundle(withPanel(), [asked]));
    const o = e.chosen!.option;
    expect(o.taps).toMatchObject([{ atPanel: true, breaker: { number: '2', amps: 20, poles: 1 } }]);
    const { house, feed } = e.chosen!.applied;
    expect(house.panels[0]!.breakers).toHaveLength(2);
    expect(house.cables.at(-1)).toMatchObject({ from: { at: 'breaker' }, gauge: '12' });
    expect(circuitLoad(house, feed, house.panels[0]!.breakers[1]!.id)?.breaker.amps).toBe(20);
    const step = e.chosen!.steps.find((s) => s.key === 'new-circuit')!;
    expect(heard(step)).toMatchObject({ by: 'electrician', place: 'panel' });
    expect(e.chosen!.steps.findIndex((s) => s === step)).toBeGreaterThan(
      e.chosen!.steps.findIndex((s) => s.key === 'wire:new-w1'),
    );
    // No box is opened, but the hole is cut between two boxes that a cable of theirs joins.
    expect(e.chosen!.power).toMatchObject({ opened: [], tested: ['r1'] });
  });
  it('competes when it is not asked for: among the options, dearer than a box in the next bay', () => {
    const options = evaluate(bundle(withPanel(), [wanted(40)])).options;
    expect(options[0]!.taps[0]!.atPanel).toBe(false);
    expect(options.filter((o) => o.taps.some((t) => t.atPanel))).toHaveLength(1);
  });
  it('is the way out when every circuit is full', () => {
    const house = { ...withPanel(), loads: [loadAt('r1', 1700)] };
    const w = wanted(40, { loads: [loadAt('x', 1000)] });
    expect(evaluate(bundle(house, [w])).options.every((o) => o.taps.every((t) => t.atPanel))).toBe(true);
  });
  it.each([
    // NEMA WD 6 and NEC Table 310.16 (60 C column), Table 210.21(B)(3).
    ['6-15', 15, '14', 'two-hots', 2, 1],
    ['6-20', 20, '12', 'two-hots', 2, 1],
    ['6-30', 30, '10', 'two-hots', 2, 2],
    ['14-30', 30, '10', 'two-hots-neutral', 3, 2],
    ['14-50', 50, '6', 'two-hots-neutral', 3, 2],
  ] as const)(
    'for a %s plug: %d A on two poles, %s AWG, %s',
    (plug, amps, gauge, carries, conductors, gangs) => {
      const e = evaluate(bundle(withPanel(), [wanted(60, { devices: [{ kind: 'receptacle', plug }] })]));
      expect(e.chosen!.option.taps[0]!.breaker).toMatchObject({ amps, poles: 2 });
      const { house } = e.chosen!.applied;
      expect(house.cables.at(-1)).toMatchObject({ gauge, carries, conductors });
      const made = house.points.find((p) => p.id === 'new-w1')!;
      expect(made.box.gangs).toBe(gangs);
      expect(made.devices).toMatchObject([{ kind: 'receptacle-single', volts: 240, plug, amps }]);
      expect(e.chosen!.bill.lines.map((l) => l.partKey)).toContain(`receptacle-240-${plug}`);
      expect(
        e.findings.filter((f) => f.rule === 'proof' || f.rule === 'box-fill').map((f) => f.severity),
      ).not.toContain('stop');
      const pairs = e.chosen!.tests.filter((t) => t.key.startsWith('prove:new-w1:terminals')).length;
      expect(pairs).toBe(conductors === 3 ? 6 : 3);
    },
  );
  it('more than its plug is rated for is refused with the reason', () => {
    const e = evaluate(
      bundle(withPanel(), [
        wanted(60, { devices: [{ kind: 'receptacle', plug: '6-20' }], loads: [loadAt('x', 6000)] }),
      ]),
    );
    expect(e.options).toEqual([]);
    const reasons = e.planning.candidates.flatMap((c) => c.candidate.reasons.map((r) => said(r.says)));
    expect(reasons).toContain('the load is more than its plug is rated for');
  });
  it('has a breaker of the next size for a 240 V appliance, on two spaces', () => {
    const heater = wanted(60, {
      kind: 'appliance',
      devices: [{ kind: 'appliance', volts: 240 }],
      loads: [loadAt('x', 4500, { connection: 'fixed', continuous: true })],
    });
    const tap = evaluate(bundle(withPanel(), [heater])).options[0]!.taps[0]!;
    // 4500 VA / 240 V = 18.75 A, 1.25 times continuous = 23.4 A: the next standard size is 25 A.
    expect(tap.breaker).toMatchObject({ amps: 25, poles: 2 });
    expect(evaluate(bundle(withPanel({ spaces: 2 }), [heater])).options).toEqual([]);
  });
  it.each([
    ['no space is free', { spaces: 1 }, 'no free space'],
    ['nobody has measured where it stands', { at: undefined }, 'hasn’t been measured'],
  ] as const)('is refused with the reason when %s', (_, more, reason) => {
    const { at, ...rest } = withPanel().panels[0]!;
    const house = {
      ...withPanel(),
      panels: [{ ...rest, ...('at' in more ? {} : { at }), ...('spaces' in more ? more : {}) }],
    } as House;
    const c = evaluate(bundle(house, [asked])).planning.candidates.find(
      (x) => x.candidate.atPanel,
    )!.candidate;
    expect(c.usable).toBe(false);
    expect(
      c.reasons
        .map((r) => r.says)
        .map(said)
        .join(),
    ).toContain(reason);
  });
});

describe('several taps and circuits in one plan', () => {
  const two = (load: number): House =>
    smallHouse({
      panels: [
        {
          ...panel()[0]!,
          breakers: [
            panel()[0]!.breakers[0]!,
            { ...panel()[0]!.breakers[0]!, id: 'b2' as never, number: '2' },
          ],
        },
      ],
      points: [outlet('r1', 24), outlet('r2', 88), { ...outlet('r3', 40), at: wallAt(40, 15, 'room-w3') }],
      cables: [
        nm('c1', atBreaker(), atPoint('r1')),
        nm('c2', atPoint('r1'), atPoint('r2')),
        nm('c3', atBreaker('b2'), atPoint('r3')),
      ],
      loads: [loadAt('r1', load)],
    });
  const wants = [
    wanted(40, { loads: [loadAt('x', 600)] }),
    makeWant('w2', 'new 2', wallAt(60, 15, 'room-w3'), { loads: [loadAt('y', 600)] }),
  ];
  it('each wall is fed from its own box where that is nearer than one way for both', () => {
    const best = evaluate(bundle(two(0), wants)).options[0]!;
    expect(heard(best.taps.map((t) => t.label).sort())).toEqual(['R1', 'R3']);
  });
  it('and from one box with the circuit that can carry them when the other is full', () => {
    const options = evaluate(bundle(two(1500), wants)).options;
    expect(options.length).toBeGreaterThan(0);
    for (const o of options) for (const t of o.taps) expect(said(t.label)).toBe('R3');
  });
  it('more points than can be searched exactly are refused in words', () => {
    const many = Array.from({ length: MOST_EXACT + 1 }, (_, i) =>
      makeWant(`w${i}`, `n${i}`, wallAt(8 + 12 * i)),
    );
    const e = evaluate(bundle(smallHouse(), many));
    expect(e.options).toEqual([]);
    expect(said(e.findings.find((f) => f.rule === 'no-way')?.says ?? '')).toContain(`${MOST_EXACT} or fewer`);
  });
});

describe('where power is to come from', () => {
  it('wants that name a box hang on it, whatever else is nearer', () => {
    const w = wanted(40, { source: { from: 'point', pointId: PointId.parse('r2') } });
    for (const o of evaluate(bundle(smallHouse(), [w])).options)
      expect(heard(o.taps.map((t) => t.label))).toEqual(['R2']);
  });
  it('groups go by control, voltage and source; a light goes with its wanted switch', () => {
    const groups = groupWants([
      switchWant,
      light('l1', 60, by(switchWant)),
      wanted(20),
      makeWant('w2', 'b', wallAt(50), { kind: 'appliance', devices: [{ kind: 'appliance', volts: 240 }] }),
      makeWant('w3', 'c', wallAt(70), { control: { by: 'switch', pointId: PointId.parse('s9') } }),
      makeWant('w4', 'd', wallAt(80), { source: { from: 'point', pointId: PointId.parse('r1') } }),
    ]);
    expect(groups.map((g) => g.wants.length)).toEqual([3, 1, 1, 1]);
    expect(groups.map((g) => g.only)).toEqual([null, null, null, 'r1']);
  });
});

describe('places other than walls', () => {
  it('a light on a ceiling under an attic is reached from above', () => {
    const o = evaluate(bundle(smallHouse(), [light('l1', 70)])).options[0]!;
    expect(o.way).toBe('over the attic');
  });
  it('under a finished floor along the joists, with the ceiling edge opened', () => {
    const house = smallHouse();
    const closed = {
      ...house,
      rooms: house.rooms.map((r) => ({ ...r, above: { ...r.above, kind: 'finished' as const } })),
    };
    const o = evaluate(bundle(closed, [light('l1', 24)])).options[0]!;
    const ops = o.legs[0]!.route.moves.map((m) => m.op);
    expect(ops).toContain('open-ceiling-edge');
    expect(ops.some((x) => x === 'fish-joists' || x === 'slot-ceiling')).toBe(true);
    expect(o.openings).toBeGreaterThan(0);
  });
  it.each([
    ['siding', 'through-siding'],
    ['masonry', 'through-masonry'],
  ] as const)('outdoors through %s, with a weatherproof box and a hole that is sealed', (outerFace, op) => {
    const house = smallHouse();
    const rooms = house.rooms.map((r) => ({
      ...r,
      walls: r.walls.map((w) => ({ ...w, exterior: true, outerFace })),
    }));
    const at = {
      on: 'outside' as const,
      wallId: WallId.parse('room-w1'),
      xMm: inches(40),
      heightMm: inches(20),
    };
    const e = evaluate(bundle({ ...house, rooms }, [makeWant('w1', 'porch', at)]));
    const route = e.options[0]!.legs[0]!.route;
    expect(route.moves.map((m) => m.op)).toContain(op);
    expect(route.moves.flatMap((m) => m.holes).find((h) => h.through === 'exterior wall')).toMatchObject({
      fireSeal: true,
      plateNeeded: false,
    });
    expect(e.chosen!.applied.house.points.find((p) => p.id === 'new-w1')!.box.model).toMatch(/weather|wp/);
    // Outdoors a ground-fault device is asked for in every edition that the rules know.
    expect(e.findings.some((f) => f.rule.includes('ground-fault') && f.severity !== 'ok')).toBe(true);
  });
});

describe('a point that moves', () => {
  const moved = (x: number) => makeWant('w1', 'R2 moved', wallAt(x), { replaces: PointId.parse('r2') });
  it('takes its devices and loads along; its old box stays as a junction with a blank plate', () => {
    const house = smallHouse({ loads: [loadAt('r2', 300)] });
    const e = evaluate(bundle(house, [moved(104)]));
    expect(heard(e.chosen!.option.taps.map((t) => t.label))).toEqual(['R2']);
    const points = e.chosen!.applied.house.points;
    expect(points.find((p) => p.id === 'r2')).toMatchObject({
      kind: 'junction',
      devices: [{ kind: 'blank' }],
      accessible: true,
    });
    expect(points.find((p) => p.id === 'new-w1')).toMatchObject({
      kind: 'receptacle',
      devices: [{ kind: 'receptacle' }],
    });
    expect(e.chosen!.applied.house.loads.map((l) => l.pointId)).toEqual(['new-w1']);
  });
  it('a switch that moves keeps commanding its light, over a cable with the neutral kept', () => {
    const house = smallHouse({
      points: [
        outlet('r1', 24),
        {
          ...outlet('s1', 110),
          kind: 'switch',
          label: 'S1',
          devices: [{ kind: 'switch', amps: 15, grounded: true }],
        },
        {
          ...outlet('l1', 60),
          kind: 'luminaire',
          label: 'L1',
          devices: [{ kind: 'luminaire', amps: 15, grounded: true }],
          at: { on: 'ceiling', roomId: RoomId.parse('room'), xMm: 1500, yMm: 1500 },
        },
      ],
      cables: [
        nm('c1', atBreaker(), atPoint('r1')),
        nm('c2', atPoint('r1'), atPoint('s1')),
        nm('c3', atPoint('s1'), atPoint('l1'), { carries: 'switched', switchedBy: PointId.parse('s1') }),
      ],
    });
    const e = evaluate(
      bundle(house, [
        makeWant('w1', 'S1 moved', wallAt(126, 15), { kind: 'switch', replaces: PointId.parse('s1') }),
      ]),
    );
    const { applied } = e.chosen!;
    expect(applied.house.cables.at(-1)).toMatchObject({
      carries: 'loop-neutral',
      conductors: 3,
      switchedBy: 'new-w1',
    });
    expect(applied.feed.boxes.get(PointId.parse('l1'))!.switchedBy).toContain('new-w1');
  });
});

describe('changes at what is there', () => {
  const change = (c: object): Change =>
    ({ id: ItemId.parse('ch'), pointId: PointId.parse('r1'), ...c }) as Change;
  const with_ = (...changes: Change[]) =>
    evaluate(bundle(smallHouse({ loads: [loadAt('r2', 100)] }), [], { changes }));
  it.each<[DeviceKind, string]>([
    ['receptacle-gfci', 'receptacle'],
    ['blank', 'junction'],
    ['switch', 'switch'],
  ])('a device replaced by %s makes the point a %s', (device, kind) => {
    const { applied, option, steps } = with_(
      change({ kind: 'replace', index: 0, device: { kind: device } }),
    ).chosen!;
    expect(applied.house.points[0]).toMatchObject({ kind, devices: [{ kind: device }] });
    expect(option).toMatchObject({ key: 'changes', way: 'no new cable', cableMm: 0 });
    expect(steps.map((s) => s.key)).toEqual(expect.arrayContaining(['dead:r1', 'change:ch', 'measure']));
    expect(steps.findIndex((s) => s.key === 'dead:r1')).toBeLessThan(
      steps.findIndex((s) => s.key === 'change:ch'),
    );
  });
  it('a box that is enlarged gets the gangs and a box that holds them', () => {
    const { applied, boxes } = with_(change({ kind: 'enlarge', devices: [{ kind: 'switch' }] })).chosen!;
    expect(applied.house.points[0]).toMatchObject({
      box: { gangs: 2 },
      devices: [{ kind: 'receptacle' }, { kind: 'switch' }],
    });
    expect(applied.house.points[0]!.box.model).toMatch(/2g/);
    expect(boxes.map((b) => b.point.id)).toContain('r1');
  });
  it('taking devices out leaves the box with blanks in their gangs, and the last one a junction', () => {
    const wide = applyChanges(smallHouse(), {
      changes: [
        change({ kind: 'enlarge', devices: [{ kind: 'switch' }, { kind: 'dimmer' }] }),
        change({ kind: 'reduce', drop: [0, 2] }),
      ],
    });
    expect(wide.house.points[0]).toMatchObject({
      kind: 'switch',
      box: { gangs: 3 },
      devices: [{ kind: 'blank' }, { kind: 'switch' }, { kind: 'blank' }],
    });
    expect(
      applyChanges(smallHouse(), { changes: [change({ kind: 'reduce', drop: [0] })] }).house.points[0],
    ).toMatchObject({ kind: 'junction' });
  });
  it('retiring one on the way keeps what is beyond it fed; at the end of the run its cable is made dead', () => {
    const middle = with_(change({ kind: 'retire' })).chosen!;
    expect(middle.applied.feed.boxes.get(PointId.parse('r2'))!.constantHot).toBe(true);
    expect(middle.applied.deadCables).toEqual([]);
    const end = with_(change({ kind: 'retire', pointId: PointId.parse('r2') })).chosen!;
    expect(end.applied.deadCables).toEqual(['c2']);
    expect(end.applied.house.points.map((p) => p.id)).toEqual(['r1']);
    expect(end.applied.house.loads).toEqual([]);
  });
  it('swapping two changes devices and what is plugged in, and nothing else', () => {
    const house = smallHouse({
      points: [
        outlet('r1', 24, { devices: [{ kind: 'receptacle-gfci', amps: 20, grounded: true }] }),
        outlet('r2', 88),
      ],
      loads: [loadAt('r1', 100)],
    });
    const after = applyChanges(house, {
      changes: [change({ kind: 'swap', withId: PointId.parse('r2') })],
    }).house;
    expect(after.points.map((p) => p.devices[0]!.kind)).toEqual(['receptacle', 'receptacle-gfci']);
    expect(after.loads[0]!.pointId).toBe('r2');
    expect(after.points.map((p) => p.at)).toEqual(house.points.map((p) => p.at));
  });
  it('of points that are gone change nothing and are named', () => {
    const gone = change({ kind: 'retire', pointId: PointId.parse('zz') });
    const e = with_(gone);
    expect(e.findings.some((f) => f.rule === 'integrity' && said(f.says).includes('zz'))).toBe(true);
    expect(applyChanges(smallHouse(), { changes: [gone] }).house.points).toHaveLength(2);
  });
  it('are told in words, each point once', () => {
    const list = [
      change({ kind: 'retire' }),
      change({ kind: 'swap', withId: PointId.parse('r2') }),
      change({ kind: 'replace', index: 0, device: { kind: 'dimmer' } }),
      change({ kind: 'enlarge', devices: [{ kind: 'switch' }, { kind: 'fan' }] }),
      change({ kind: 'reduce', drop: [0, 1] }),
    ];
    expect(changedPoints({ changes: list })).toEqual(['r1', 'r2']);
    expect(list.map((c) => said(changeText(smallHouse(), c)))).toEqual([
      'Take R1 out of service',
      'Swap the devices of R1 and R2',
      'Replace the device at R1 with a dimmer',
      'Enlarge the box at R1 for a switch and a fan',
      'Take 2 devices out of R1',
    ]);
  });
});

describe('cutting into a cable', () => {
  // R1 and R2 are not to be touched: both are buried, so that only the cable between them is left.
  const buried = (more: Partial<House> = {}): House =>
    smallHouse({
      points: [outlet('r1', 24), outlet('r2', 120)].map((p) => ({ ...p, accessible: false })),
      ...more,
    });
  const cut = evaluate(bundle(buried(), [wanted(72)]));
  it('is the way where no box will do: two boxes that stay reachable, and a bridge', () => {
    expect(heard(cut.chosen!.option.taps)).toMatchObject([{ label: 'cable R1 to R2', pointId: 'cut-c2' }]);
    const { house, feed } = cut.chosen!.applied;
    const fresh = house.points.filter((p) => p.id.startsWith('cut-'));
    expect(fresh).toHaveLength(2);
    for (const p of fresh) expect(p).toMatchObject({ accessible: true, devices: [{ kind: 'blank' }] });
    expect(house.cables.map((c) => c.id)).toEqual(
      expect.arrayContaining(['c2', 'cut-bridge-c2', 'cut-rest-c2', 'new-leg-1']),
    );
    // Everything beyond is fed as before, and so is the new point.
    for (const id of ['r2', 'new-w1'])
      expect(feed.boxes.get(PointId.parse(id))).toMatchObject({
        constantHot: true,
        neutral: true,
        ground: 'yes',
      });
  });
  it('is proved dead at the boxes at both its ends before it is cut, and buys the bridge', () => {
    const steps = cut.chosen!.steps.map((s) => s.key);
    for (const end of ['dead:r1', 'dead:r2'])
      expect(steps.indexOf(end)).toBeLessThan(steps.indexOf('cutcable:c2'));
    expect(steps.indexOf('dead:r1')).toBeGreaterThanOrEqual(0);
    expect(cut.chosen!.chains).toHaveLength(2);
    expect(heard(cut.chosen!.bill.cuts.flatMap((c) => c.pieces).map((p) => p.label))).toContain(
      'bridge in R1 to R2',
    );
  });
  it('never where the way is not known, nor behind a window or a door', () => {
    const unknown = buried({
      cables: [
        nm('c1', atBreaker(), atPoint('r1')),
        nm('c2', atPoint('r1'), atPoint('r2'), { way: 'unknown' }),
      ],
    });
    expect(evaluate(bundle(unknown, [wanted(72)])).options).toEqual([]);
    const room = smallHouse().rooms[0]!;
    const window = {
      id: ItemId.parse('w'),
      kind: 'window' as const,
      leftMm: inches(30),
      rightMm: inches(115),
      bottomMm: inches(30),
      topMm: inches(80),
    };
    const behind = buried({
      rooms: [{ ...room, walls: room.walls.map((w, i) => (i === 0 ? { ...w, openings: [window] } : w)) }],
    });
    expect(evaluate(bundle(behind, [wanted(72)])).options).toEqual([]);
  });
  it('is not offered where a box will do, and says what it takes where none will', () => {
    const ids = (e: typeof cut) => e.planning.candidates.map((x) => x.candidate.pointId as string);
    expect(ids(evaluate(bundle(smallHouse(), [wanted(56)])))).not.toContain('cut-c2');
    const c = cut.planning.candidates.find((x) => x.candidate.pointId === 'cut-c2')!.candidate;
    expect(
      c.reasons
        .map((r) => r.says)
        .map(said)
        .join(),
    ).toMatch(/trace it from R1 to R2.*bridge/);
  });
  it('can be signed off into a house that hangs together', () => {
    const { house } = signOff(cut, '2026-11-25T10:00:00.000Z', SIGNER);
    expect(houseProblems(house)).toEqual([]);
    expect(house.points.every((p) => !/^(new|cut)-/.test(p.id))).toBe(true);
  });
});

describe('sign-off of the larger wants', () => {
  it.each([
    [
      'a new circuit',
      bundle(withPanel(), [wanted(60, { source: { from: 'panel', panelId: PanelId.parse('p') } })]),
    ],
    ['a switch with its lights', bundle(smallHouse(), [switchWant, light('l1', 60, by(switchWant))])],
    [
      'a point that moves',
      bundle(smallHouse(), [makeWant('w1', 'moved', wallAt(104), { replaces: PointId.parse('r2') })]),
    ],
    [
      'changes alone',
      bundle(smallHouse(), [], {
        changes: [{ kind: 'retire', id: ItemId.parse('ch'), pointId: PointId.parse('r2') }],
      }),
    ],
  ] as const)('%s leaves a house that hangs together and nothing more to plan', (_, b) => {
    const { house, job } = signOff(evaluate(b), '2026-11-25T10:00:00.000Z', SIGNER);
    expect(houseProblems(house)).toEqual([]);
    const after = evaluate({ house, job });
    expect(after.chosen).toBeNull();
    expect(after.feed.unfed).toEqual([]);
  });
});
