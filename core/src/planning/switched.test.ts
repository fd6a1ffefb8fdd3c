import { describe, expect, it } from '@jest/globals';
import { CABLE_ROLLS, rollKey } from '../catalog/index.ts';
import {
  makeWant,
  PointId,
  RoomId,
  switchCount,
  switchedIn,
  switchesIn,
  switchNumbers,
  type Device,
  type House,
  type Point,
  type Want,
} from '../document/index.ts';
import { evaluate } from '../testing/kept.ts';
import type { Evaluation } from '../evaluation/judge.ts';
import { signOff } from '../evaluation/sign-off.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  loadAt,
  nm,
  outlet,
  smallHouse,
  wallAt,
  SIGNER,
} from '../testing/build.ts';
import { inches } from '../units/index.ts';
import { switchRole } from './units.ts';
import { heard, said } from '../testing/said.ts';

/** Legs of two, three and four conductors; colors and what goes where are common practice, neutral at switches NEC 404.2(C). */

const onCeiling = (x: number, y = 60): Want['at'] => ({
  on: 'ceiling',
  roomId: RoomId.parse('room'),
  xMm: inches(x),
  yMm: inches(y),
});
const device = (kind: Device['kind']): Device => ({ kind, amps: 15, grounded: true });
const pair = makeWant('s', 'pair', wallAt(130, 48), {
  kind: 'switch',
  devices: [{ kind: 'switch' }, { kind: 'switch' }],
});
const fan = makeWant('f', 'fan', onCeiling(70), {
  kind: 'fan',
  control: { by: 'want', wantId: pair.id },
  devices: [{ kind: 'fan', lightNth: 2 }],
});
const point = (e: Evaluation, id: string) => e.chosen!.applied.house.points.find((p) => p.id === id)!;
const boxOf = (e: Evaluation, id: string) => e.chosen!.boxes.find((b) => b.point.id === id)!;
const ends = (e: Evaluation, id: string) =>
  boxOf(e, id).after.splices.flatMap((j) =>
    j.members.flatMap((m) => (m.kind === 'pigtail' ? [`${j.role} to ${m.to}`] : [])),
  );
const schemes = (e: Evaluation) => e.options.map((o) => o.schemes[0]);

describe('a fan and its light, each on its own switch', () => {
  const e = evaluate(bundle(smallHouse(), [pair, fan]));
  it('needs three conductors with the power at the switches, four with the power at the fan', () => {
    expect(e.options.length).toBeGreaterThan(0);
    for (const o of e.options)
      for (const leg of o.legs) {
        const wanted = leg.carries === 'feed' ? 2 : leg.carries === 'switched' ? 3 : 4;
        expect([leg.carries, leg.conductors]).toEqual([leg.carries, wanted]);
      }
    expect(new Set(e.options.flatMap((o) => o.legs.map((l) => l.conductors))).size).toBeGreaterThan(1);
  });
  it('brings both switched conductors to the fan: motor on one, light on the other', () => {
    const box = e.chosen!.applied.feed.boxes.get(PointId.parse('new-f'))!;
    expect([...box.switchedBy].sort()).toEqual(['new-s', 'new-s/2']);
    expect(point(e, 'new-f').devices).toEqual([{ ...device('fan'), lightNth: 2 }]);
    expect(ends(e, 'new-f')).toEqual(
      expect.arrayContaining(['switched:new-s to fan lead black', 'switched:new-s/2 to light lead blue']),
    );
  });
  it('puts each switched conductor on its own switch', () => {
    const { after } = boxOf(e, 'new-s');
    const at = [
      ...after.terminations.map((t) => ({ role: t.conductor.role, screw: t.screw, device: t.device })),
      ...after.splices.flatMap((j) =>
        j.members.flatMap((m) =>
          m.kind === 'pigtail' ? [{ role: j.role, screw: m.to, device: m.device }] : [],
        ),
      ),
    ].filter((x) => x.screw === 'other switch screw');
    expect(at.sort((a, b) => a.device - b.device)).toEqual([
      { role: 'switched:new-s', screw: 'other switch screw', device: 0 },
      { role: 'switched:new-s/2', screw: 'other switch screw', device: 1 },
    ]);
  });
  it('buys the cable that it needs and no other, and counts its conductors in both boxes', () => {
    for (const o of e.options) {
      const view = evaluate({ ...e.given, job: { ...e.given.job, option: o.key } }).chosen!;
      const kinds = new Set(view.option.legs.map((l) => rollKey('14', l.conductors, l.method)));
      const names = CABLE_ROLLS.filter((r) => kinds.has(r.key)).map((r) => said(r.name));
      const bought = view.bill.lines.filter((l) => l.unit === 'roll').map((l) => said(l.name));
      expect(bought.length).toBeGreaterThan(0);
      for (const name of bought) expect(names).toContain(name);
      const into = view.option.legs.filter((l) => l.to === 'new-f' || l.from === 'new-f');
      const there = view.boxes.find((b) => b.point.id === 'new-f')!.cables.flatMap((c) => c.conductors);
      expect(there.filter((c) => c.role !== 'ground')).toHaveLength(
        into.reduce((s, l) => s + l.conductors, 0),
      );
    }
  });
  it('costs more than the same fan on one switch, and that one has no fourth conductor', () => {
    const together = evaluate(
      bundle(smallHouse(), [
        { ...pair, devices: [{ kind: 'switch' }] },
        { ...fan, devices: [{ kind: 'fan' }] },
      ]),
    );
    expect(Math.max(...together.options.flatMap((o) => o.legs.map((l) => l.conductors)))).toBe(3);
    for (const o of together.options) {
      const twin = e.options.find((x) => x.key === o.key);
      if (twin) expect(twin.cost).toBeGreaterThan(o.cost);
    }
    expect(e.options.some((x) => together.options.some((o) => o.key === x.key))).toBe(true);
  });
  it('is tried out switch by switch', () => {
    const tests = e.chosen!.tests.filter((t) => t.key.includes(':switch-'));
    expect(heard(tests.map((t) => [t.says, t.see]))).toEqual([
      ['Switch 1 of pair, both ways', 'the fan at fan goes on and off, nothing else does'],
      ['Switch 2 of pair, both ways', 'the light at fan goes on and off, nothing else does'],
    ]);
  });
  it('is kept with the house: which switch commands what', () => {
    const { house } = signOff(e, '2026-11-25T12:00:00.000Z', SIGNER);
    const s = house.points.find((p) => p.label === 'S1' || p.label === 'pair')!;
    const keys = house.cables.flatMap(switchedIn).map(({ key }) => key);
    expect(new Set(keys)).toEqual(new Set(switchesIn(s)));
  });
  it('says so when the box has fewer switches than hang on it', () => {
    const few = evaluate(bundle(smallHouse(), [{ ...pair, devices: [{ kind: 'switch' }] }, fan]));
    const said = few.findings.filter((f) => f.rule === 'switches' && f.severity === 'fix');
    expect(heard(said.map((f) => f.says))).toEqual(
      expect.arrayContaining([expect.stringContaining('is controlled by switch 2 of pair, which has 1')]),
    );
    expect(e.findings.filter((f) => f.rule === 'switches')).toEqual([]);
  });
});

describe('two lights on two switches of one box', () => {
  const l1 = makeWant('l1', 'L1', onCeiling(50), {
    kind: 'luminaire',
    control: { by: 'want', wantId: pair.id },
  });
  const l2 = makeWant('l2', 'L2', onCeiling(90), {
    kind: 'luminaire',
    control: { by: 'want', wantId: pair.id, nth: 2 },
  });
  const e = evaluate(bundle(smallHouse(), [pair, l1, l2]));
  it('each gets the conductor of its own switch and no light hangs on the other light', () => {
    for (const o of e.options)
      for (const leg of o.legs.filter((x) => x.carries === 'switched')) {
        expect([leg.from, leg.conductors]).toEqual(['new-s', 2]);
        expect(switchedIn(leg).map(({ key }) => key)).toEqual([leg.to === 'new-l1' ? 'new-s' : 'new-s/2']);
      }
    const { feed } = e.chosen!.applied;
    expect(feed.boxes.get(PointId.parse('new-l1'))!.switchedBy).toContain('new-s');
    expect(feed.boxes.get(PointId.parse('new-l2'))!.switchedBy).toContain('new-s/2');
  });
  it('two lights on the same switch may hang on each other', () => {
    const same = evaluate(
      bundle(smallHouse(), [
        { ...pair, devices: [{ kind: 'switch' }] },
        l1,
        { ...l2, control: { by: 'want', wantId: pair.id } },
      ]),
    );
    const chained = same.options.flatMap((o) => o.legs).filter((l) => /^new-l/.test(l.from));
    expect(chained.length).toBeGreaterThan(0);
  });
  it('a second switch with nothing on it is asked about', () => {
    const lone = evaluate(bundle(smallHouse(), [pair, l1]));
    expect(heard(lone.findings.find((f) => f.rule === 'idle-switch'))).toMatchObject({
      severity: 'watch',
      says: 'A switch at pair switches nothing',
    });
  });
});

describe('an outlet and a switch in one box', () => {
  const mixed = makeWant('s', 'mixed', wallAt(130, 48), {
    kind: 'receptacle',
    devices: [{ kind: 'receptacle' }, { kind: 'switch' }],
    loads: [{ ...loadAt('x', 300) }],
  });
  const lamp = makeWant('l', 'L', onCeiling(90), {
    kind: 'luminaire',
    control: { by: 'want', wantId: mixed.id },
  });
  const e = evaluate(bundle(smallHouse(), [mixed, lamp]));
  it('has both devices, and the outlet is always live whatever way the light is wired', () => {
    expect(switchCount(mixed)).toBe(1);
    expect(e.options.length).toBeGreaterThan(0);
    for (const o of e.options) {
      const { applied, boxes } = evaluate({ ...e.given, job: { ...e.given.job, option: o.key } }).chosen!;
      const s = applied.house.points.find((p) => p.id === 'new-s')!;
      expect(s.devices.map((d) => d.kind)).toEqual(['receptacle', 'switch']);
      expect(applied.feed.boxes.get(s.id)).toMatchObject({ constantHot: true, neutral: true });
      expect(applied.feed.boxes.get(PointId.parse('new-l'))!.switchedBy).toContain('new-s');
      const after = boxes.find((b) => b.point.id === 'new-s')!.after;
      const at = (device: number) => [
        ...after.terminations.filter((t) => t.device === device).map((t) => t.screw),
        ...after.splices.flatMap((j) =>
          j.members.flatMap((m) => (m.kind === 'pigtail' && m.device === device ? [m.to] : [])),
        ),
      ];
      expect(at(0).sort()).toEqual(['brass', 'green', 'silver']);
      expect(at(1).sort()).toEqual(['green', 'other switch screw', 'switch screw']);
    }
  });
  it('is judged as the outlet and as the switch that it is, bought and tested as both', () => {
    const high = evaluate(bundle(smallHouse(), [{ ...mixed, at: wallAt(130, 82) }, lamp]));
    expect(high.findings.some((f) => f.rule === 'switch-height')).toBe(true);
    expect(e.findings.some((f) => f.rule === 'ground-fault' && f.subjects.includes('new-s'))).toBe(true);
    const names = e.chosen!.bill.lines.map((l) => said(l.name));
    expect(names).toEqual(
      expect.arrayContaining([expect.stringMatching(/^Receptacle/), expect.stringMatching(/^Switch/)]),
    );
    const keys = e.chosen!.tests.map((t) => t.key);
    expect(keys).toEqual(expect.arrayContaining(['prove:new-s:plug', 'prove:new-s:switch-1']));
  });
  it('one protecting device covers its neighbor in the same box, on its LOAD side', () => {
    const twin = makeWant('s', 'twin', wallAt(130), {
      devices: [{ kind: 'receptacle' }, { kind: 'receptacle' }],
    });
    const p = evaluate(
      bundle(
        smallHouse({ rooms: smallHouse().rooms.map((r) => ({ ...r, use: 'garage' as const })) }),
        [twin],
        {
          protection: { groundFault: 'at-new', arcFault: null },
        },
      ),
    );
    expect(point(p, 'new-s').devices.map((d) => d.kind)).toEqual(['receptacle-gfci', 'receptacle']);
    expect(ends(p, 'new-s')).toEqual(
      expect.arrayContaining([
        'hot to load brass',
        'hot to brass',
        'neutral to load silver',
        'neutral to silver',
      ]),
    );
  });
});

describe('several outlets in one box, each otherwise on its switch', () => {
  const sw = makeWant('sw', 'sw', wallAt(110, 48), { kind: 'switch' });
  const box = makeWant('s', 'outlets', wallAt(130), {
    control: { by: 'want', wantId: sw.id },
    devices: [
      { kind: 'receptacle' },
      { kind: 'receptacle', tab: 'broken' },
      { kind: 'receptacle', switched: false },
    ],
  });
  const e = evaluate(bundle(smallHouse(), [sw, box]));
  it('each gets its conductors: all of it on the switch, half of it, nothing of it', () => {
    expect(point(e, 'new-s').devices).toEqual([
      { ...device('receptacle'), tab: 'whole', switched: true },
      { ...device('receptacle'), tab: 'broken' },
      { ...device('receptacle'), tab: 'whole' },
    ]);
    const cable = e.chosen!.applied.house.cables.find(
      (c) => c.to.at === 'point' && c.to.pointId === 'new-s',
    )!;
    expect(cable).toMatchObject({ carries: 'both', conductors: 3 });
  });
  it('nobody is asked about the tab of a device that is not bought yet', () =>
    expect(e.findings.filter((f) => f.rule === 'halves').map((f) => f.severity)).toEqual(['ok']));
});

describe('points that move take along what came to them', () => {
  const s1: Point = {
    ...outlet('s1', 110, { kind: 'switch' }),
    kind: 'switch',
    label: 'S1',
    devices: [device('switch'), device('switch')],
    box: { ...outlet('x', 1).box, gangs: 2 },
  };
  const lamp = (id: string, x: number): Point => ({
    ...outlet(id, x),
    kind: 'luminaire',
    label: id.toUpperCase(),
    devices: [device('luminaire')],
    at: onCeiling(x),
  });
  const by = PointId.parse('s1');
  const house = (): House =>
    smallHouse({
      points: [outlet('r1', 24), s1, lamp('l1', 60), lamp('l2', 90)],
      cables: [
        nm('c1', atBreaker(), atPoint('r1')),
        nm('c2', atPoint('r1'), atPoint('s1')),
        nm('c3', atPoint('s1'), atPoint('l1'), { carries: 'switched', switchedBy: by }),
        nm('c4', atPoint('s1'), atPoint('l2'), { carries: 'switched', switchedBy: by, switchedNth: 2 }),
      ],
    });
  it('two switches that move need four conductors back, and go on commanding each its own light', () => {
    const moved = makeWant('w1', 'S1 moved', wallAt(126, 48), {
      kind: 'switch',
      devices: [{ kind: 'switch' }, { kind: 'switch' }],
      replaces: by,
    });
    const e = evaluate(bundle(house(), [moved]));
    expect(e.chosen!.option.legs).toMatchObject([{ carries: 'loop-neutral', conductors: 4 }]);
    expect(switchedIn(e.chosen!.applied.house.cables.at(-1)!).map(({ key }) => key)).toEqual([
      'new-w1',
      'new-w1/2',
    ]);
    const { feed } = e.chosen!.applied;
    expect(feed.boxes.get(PointId.parse('l1'))!.switchedBy).toEqual(['new-w1']);
    expect(feed.boxes.get(PointId.parse('l2'))!.switchedBy).toEqual(['new-w1/2']);
    // In the old box every conductor goes on: none is left over, none joins the wrong one.
    const old = boxOf(e, 's1').after;
    expect(old.caps).toEqual([]);
    expect(old.splices.map((j) => [j.role, j.members.length]).sort()).toEqual(
      [
        ['ground', 4],
        ['hot', 2],
        ['neutral', 4],
        ['switched:new-w1', 2],
        ['switched:new-w1/2', 2],
      ].sort(),
    );
  });
  it('three switches are more than one cable takes along: said, not half done', () => {
    const three = house();
    const points = three.points.map((p) =>
      p.id === 's1' ? { ...p, devices: [...p.devices, device('switch')] } : p,
    );
    const moved = makeWant('w1', 'S1 moved', wallAt(126, 48), { kind: 'switch', gangs: 3, replaces: by });
    const e = evaluate(bundle({ ...three, points }, [moved]));
    expect(e.options).toEqual([]);
    expect(said(e.findings.find((f) => f.rule === 'no-way')!.detail)).toContain('need two cables');
  });
  it('a light that moves stays on its switch', () => {
    const moved = makeWant('w1', 'L2 moved', onCeiling(96), {
      kind: 'luminaire',
      replaces: PointId.parse('l2'),
    });
    const e = evaluate(bundle(house(), [moved]));
    expect(e.chosen!.option.legs).toMatchObject([
      { carries: 'switched', conductors: 2, switchedBy: 's1', switchedNth: 2 },
    ]);
    expect(e.chosen!.applied.feed.boxes.get(PointId.parse('new-w1'))!.switchedBy).toEqual(['s1/2']);
  });
  it('an existing switch commands a new light by its number', () => {
    const more = makeWant('w1', 'L3', onCeiling(110), {
      kind: 'luminaire',
      control: { by: 'switch', pointId: by, nth: 2 },
    });
    const e = evaluate(bundle(house(), [more]));
    expect(heard(e.chosen!.option.taps.map((t) => t.label))).toEqual([expect.stringMatching(/S1|L2/)]);
    expect(e.chosen!.applied.feed.boxes.get(PointId.parse('new-w1'))!.switchedBy).toEqual(['s1/2']);
    const box = e.planning.candidates.find((c) => said(c.candidate.label) === 'L1')!;
    expect(heard(box.candidate.reasons.map((r) => r.says))).toContain(
      'the switched conductor from that switch isn’t here',
    );
  });
  it('a box with several switches is not opened before each conductor has its switch', () => {
    const unsaid = house();
    const cables = unsaid.cables.map(({ switchedNth: _, ...c }) => c);
    const more = makeWant('w1', 'R9', wallAt(96, 15));
    const job = { ...more, source: { from: 'point' as const, pointId: by } };
    const asked = evaluate(bundle({ ...unsaid, cables }, [job])).findings.filter(
      (f) => f.rule === 'switches',
    );
    expect(heard(asked.map((f) => f.says))).toEqual(['Which conductor does switch 2 of S1 control?']);
    expect(evaluate(bundle(unsaid, [job])).findings.filter((f) => f.rule === 'switches')).toEqual([]);
  });
});

describe('the roles of a cable', () => {
  it.each([
    ['switched', [1], 2],
    ['switched', [1, 2], 3],
    ['loop', [2], 2],
    ['loop', [1, 2], 3],
    ['loop-neutral', [1], 3],
    ['loop-neutral', [1, 2], 4],
    ['both', [2], 3],
    ['both', [2, 1], 4],
  ] as const)('%s of %j has %i conductors beside the ground', (carries, nths, n) => {
    const role = switchRole(carries, PointId.parse('s'), nths);
    expect(role.conductors).toBe(n);
    expect(switchedIn(role).map(({ key }) => key)).toEqual(nths.map((k) => (k === 1 ? 's' : `s/${k}`)));
  });
  it('only a fan has a light of its own', () => {
    expect(switchNumbers(fan)).toEqual([1, 2]);
    expect(switchNumbers({ ...fan, devices: [{ kind: 'luminaire', lightNth: 2 }] })).toEqual([1]);
    expect(switchNumbers({ ...fan, devices: [{ kind: 'fan', lightNth: 1 }] })).toEqual([1]);
  });
  it('has a roll for every number of conductors that is planned', () => {
    const keys = new Set(CABLE_ROLLS.map((r) => r.key));
    for (const gauge of ['14', '12'] as const)
      for (const n of [2, 3, 4]) expect(keys).toContain(rollKey(gauge, n));
  });
});

it('names every scheme by where the power comes in', () => {
  const e = evaluate(bundle(smallHouse(), [pair, fan]));
  for (const s of schemes(e)) expect(said(s ?? '')).toMatch(/^power at (pair|fan)/);
});
