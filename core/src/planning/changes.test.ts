import { describe, expect, it } from '@jest/globals';
import {
  jobProblems,
  makePoint,
  makeWant,
  PointId,
  RoomId,
  type BoxFunction,
  type Bundle,
  type Change,
  type Device,
  type House,
  type LoadFacts,
  type Point,
} from '../document/index.ts';
import { evaluate } from '../testing/kept.ts';
import { applyEdit } from '../findings/index.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  ceilingAt,
  knownBox,
  loadAt,
  nm,
  outlet,
  smallHouse,
  wallAt,
  wanted,
  change,
} from '../testing/build.ts';
import { inches } from '../units/index.ts';
import { changeText, shiftRoomMm, switchesOf } from './index.ts';
import { heard, said } from '../testing/said.ts';

const id = (s: string) => PointId.parse(s);

/** S1 gets the power; R1 is half-switched by it: constant, switched and neutral come over one cable. */
const half = (): House =>
  smallHouse({
    points: [makePoint('s1', 'S1', 'switch', wallAt(40, 48), knownBox('new-1g-22')), outlet('r1', 70)],
    cables: [
      nm('c1', atBreaker(), atPoint('s1')),
      nm('c2', atPoint('s1'), atPoint('r1'), { carries: 'both', conductors: 3, switchedBy: id('s1') }),
    ],
  });
const convert = change({ kind: 'convert', pointId: id('r1'), switchId: id('s1') });
const light = makeWant(
  'l',
  'new light',
  { on: 'ceiling', roomId: RoomId.parse('room'), xMm: inches(72), yMm: inches(60) },
  { kind: 'luminaire', control: { by: 'switch', pointId: id('s1') } },
);

describe('a half-switched outlet that gives its switch to a light', () => {
  it('both ends are named: which switch commands it', () => {
    expect(switchesOf(half(), id('r1'))).toEqual(['s1']);
    expect(switchesOf(half(), id('s1'))).toEqual([]);
  });
  const e = evaluate(bundle(half(), [light], { changes: [convert] }));
  it('is live at all times afterwards, and the light is commanded by the switch', () => {
    const { feed, house } = e.chosen!.applied;
    expect(feed.boxes.get(id('r1'))).toMatchObject({ constantHot: true, switchedBy: [] });
    expect(feed.boxes.get(id('new-l'))).toMatchObject({ constantHot: false, switchedBy: ['s1'] });
    expect(house.cables.find((c) => c.id === 'c2')).toMatchObject({
      carries: 'feed',
      switchedBy: null,
      conductors: 3,
    });
  });
  it('the light is fed from the switch: the outlet has no switched conductor to give any more', () => {
    for (const o of e.options) expect(o.taps.map((t) => t.pointId)).toEqual(['s1']);
    const r1 = e.planning.candidates.find((c) => c.candidate.pointId === 'r1')!.candidate;
    expect(
      r1.reasons
        .map((r) => r.says)
        .map(said)
        .join(),
    ).toContain('switched conductor from that switch isn’t here');
    // Left as it is, the outlet does have one.
    const before = evaluate(bundle(half(), [light])).planning.candidates;
    expect(before.find((c) => c.candidate.pointId === 'r1')!.candidate.usable).toBe(true);
  });
  it('opens both boxes, says what to do at each, and buys a receptacle with a whole tab', () => {
    expect(e.chosen!.boxes.map((b) => b.point.id)).toEqual(expect.arrayContaining(['s1', 'r1']));
    const step = e.chosen!.steps.find((s) => s.key === 'change:c1')!;
    expect(said(step.title)).toBe('Make R1 always hot: take its switched conductor off S1');
    expect(said(step.detail)).toContain('tab');
    expect(heard(e.chosen!.bill.lines.find((l) => l.partKey === 'receptacle-15'))).toMatchObject({
      needed: 1,
      why: ['R1'],
    });
  });
  it('a change that names a switch that is not there is told with its place', () =>
    expect(
      heard(
        jobProblems(bundle(half(), [], { changes: [change({ ...convert, switchId: id('gone') })] })).map(
          (p) => p.what,
        ),
      ),
    ).toEqual(['is of a box that doesn’t exist (gone)']));
});

describe('a plate shifted over its box', () => {
  const two = (more: Partial<Point> = {}): House =>
    smallHouse({
      points: [
        outlet('r1', 24, {
          box: { model: 'new-2g-34', markedCubicInches: null, gangs: 2, clamps: 'none', metal: null },
          ...more,
        }),
      ],
      cables: [nm('c1', atBreaker(), atPoint('r1'))],
    });
  const shift = (byInches: number) =>
    evaluate(
      bundle(two(), [], { changes: [change({ kind: 'shift', pointId: id('r1'), byMm: inches(byInches) })] }),
    );
  it('an oversize plate hides 3/8 in more, no farther: it is offered, bought and said', () => {
    const asked = (byInches: number) =>
      bundle(two(), [], { changes: [change({ kind: 'shift', pointId: id('r1'), byMm: inches(byInches) })] });
    const found = (b: Bundle) => evaluate(b).findings.find((f) => f.rule === 'shift');
    // Half a gang, the play of the slots and 3/8 in: 1.4 in.
    expect(found(asked(1.45))!.remedies).toEqual([]);
    const over = applyEdit(asked(1.35), found(asked(1.35))!.remedies[0]!.edit);
    expect(found(over)).toBeUndefined();
    expect(evaluate(over).chosen!.bill.lines.map((l) => l.partKey)).toContain('plate-1-oversize');
    expect(said(changeText(two(), over.job.changes![0]!))).toBe(
      'Shift the plate of R1 to the right and fit an oversize one; the box stays',
    );
    expect(evaluate(over).findings.some((f) => f.rule === 'proof')).toBe(false);
    const square = two({
      box: { model: 'sq-4-1-1/2', markedCubicInches: null, gangs: 2, clamps: 'none', metal: true },
    });
    const none = evaluate({ ...over, house: square }).findings.find((f) => f.rule === 'shift');
    expect(said(none!.says)).toBe('No oversize plate is made for the box at R1');
  });
  it('goes half a gang to each side where one gang is free: 29/32 in', () => {
    // Two gangs stand 1-13/16 in apart: half of that from the middle.
    expect(shiftRoomMm(two().points[0]!) / 25.4).toBeCloseTo(1.8125 / 2, 2);
    expect(shift(0.9).findings.filter((f) => f.rule === 'shift')).toEqual([]);
    expect(shift(-0.9).findings.filter((f) => f.rule === 'shift')).toEqual([]);
    // A ring closes the gang that is left; the plate is as wide as what it shows.
    const bought = shift(0.9).chosen!.bill.lines.map((l) => l.partKey);
    expect(bought).toEqual(expect.arrayContaining(['ring-reducing', 'plate-1']));
  });
  it('no further: then the point has to move', () => {
    const f = shift(2).findings.find((x) => x.rule === 'shift')!;
    expect(f).toMatchObject({ severity: 'fix', subjects: ['r1'], because: { need: inches(2) } });
    expect(said(f.says)).toMatch(/shifted (7\/8|15\/16) in at most/);
  });
  it('not at all in a box that it fills', () => expect(shiftRoomMm(outlet('r9', 10))).toBe(0));
});

describe('a box that is sealed or taken out', () => {
  const stepOf = (c: Change, points = smallHouse().points) => {
    const e = evaluate(bundle(smallHouse({ points }), [], { changes: [c] }));
    return {
      step: e.chosen!.steps.find((s) => s.key === 'change:c1')!,
      bill: e.chosen!.bill.lines.map((l) => l.partKey),
    };
  };
  it('sealed against air it gets a gasket and sealant, and stays what it was', () => {
    const { step, bill } = stepOf(change({ kind: 'seal', pointId: id('r2') }));
    expect(said(step.title)).toBe('Air-seal the box at R2');
    expect(bill).toContain('air-seal');
  });
  it('one that was nailed to its stud takes longer to come out than a retrofit box', () => {
    const bigger = change({ kind: 'enlarge', pointId: id('r2'), devices: [{ kind: 'switch' }] });
    const nailed = stepOf(bigger).step;
    const old = knownBox('old-1g-20');
    const retrofit = stepOf(bigger, [outlet('r1', 24), outlet('r2', 88, old)]).step;
    expect(said(nailed.detail)).toContain('cut the nails');
    expect(said(retrofit.detail)).not.toContain('nails');
    expect(nailed.minutes).toBeGreaterThan(retrofit.minutes);
  });
});

describe('the bill of changes', () => {
  const lines = (changes: Change[], wants = [wanted(104)]) =>
    new Map(
      evaluate(bundle(smallHouse(), wants, { changes })).chosen!.bill.lines.map(
        (l) => [l.partKey, l] as const,
      ),
    );
  it('a device replaced by one of its own kind is bought', () =>
    expect(
      heard(
        lines(
          [change({ kind: 'replace', pointId: id('r2'), index: 0, device: { kind: 'receptacle' } })],
          [],
        ).get('receptacle-15'),
      ),
    ).toMatchObject({ needed: 1, why: ['R2'] }));
  it('a device of another kind is bought once', () =>
    expect(
      heard(
        lines(
          [change({ kind: 'replace', pointId: id('r2'), index: 0, device: { kind: 'receptacle-gfci' } })],
          [],
        ).get('gfci-15'),
      ),
    ).toMatchObject({ needed: 1, why: ['R2'] }));
  it('an enlarged box brings box, device and plate', () => {
    const bill = lines([change({ kind: 'enlarge', pointId: id('r2'), devices: [{ kind: 'switch' }] })], []);
    expect(heard(bill.get('switch'))).toMatchObject({ needed: 1, why: ['R2'] });
    expect(bill.get('plate-combination-2')).toMatchObject({ needed: 1 });
    expect([...bill.keys()].some((k) => k.startsWith('box:'))).toBe(true);
  });
  it('a protecting receptacle that is there already is not bought again', () => {
    const gfci = outlet('r1', 24, { devices: [{ kind: 'receptacle-gfci', amps: 15, grounded: true }] });
    const e = evaluate(bundle(smallHouse({ points: [gfci, outlet('r2', 88)] }), [wanted(40)]));
    expect(e.chosen!.option.taps[0]!.pointId).toBe('r1');
    expect(e.chosen!.bill.lines.filter((l) => l.partKey.startsWith('gfci'))).toEqual([]);
  });
  it('wanted switches are bought with a plate, new breakers with what they protect', () => {
    const s = makeWant('s', 'new switch', wallAt(130, 48), { kind: 'switch' });
    const l = { ...light, control: { by: 'want' as const, wantId: s.id } };
    const e = evaluate(
      bundle(smallHouse(), [s, l], { protection: { groundFault: null, arcFault: 'at-breaker' } }),
    );
    const bill = new Map(e.chosen!.bill.lines.map((x) => [x.partKey, x.needed] as const));
    expect(bill.get('switch')).toBe(1);
    expect(bill.get('plate-toggle-1')).toBe(1);
    expect(bill.get('breaker-afci')).toBe(1);
  });
});

describe('a light in the place of another', () => {
  const house = (): House => {
    const base = smallHouse();
    const lamp = makePoint('l1', 'L1', 'luminaire', ceilingAt(60, 60), {
      ...knownBox('oct-4-2-1/8'),
      devices: [{ kind: 'luminaire', amps: 15, grounded: true }],
    });
    return {
      ...base,
      points: [...base.points, lamp],
      cables: [...base.cables, nm('c9', atPoint('r2'), atPoint('l1'))],
      loads: [loadAt('l1', 60, { connection: 'light' }), loadAt('r1', 500)],
    };
  };
  const row = (loads?: LoadFacts[]) =>
    bundle(house(), [], {
      changes: [
        change({
          kind: 'replace',
          pointId: id('l1'),
          index: 0,
          device: { kind: 'luminaire' },
          ...(loads ? { loads } : {}),
        }),
      ],
    });
  const facts = (watts: number): LoadFacts => {
    const { id: _, pointId: __, ...rest } = loadAt('x', watts, { connection: 'light' });
    return rest;
  };
  it('asks what it draws, once, and either answer ends it', () => {
    const asked = evaluate(row());
    const f = asked.findings.find((x) => x.rule === 'new-load')!;
    expect(f).toMatchObject({ severity: 'watch', subjects: ['l1'] });
    const same = evaluate(applyEdit(row(), f.remedies[0]!.edit));
    expect(same.findings.some((x) => x.rule === 'new-load')).toBe(false);
    expect(same.bundle.job.changes).toMatchObject([{ loads: [{ voltAmperes: 60, connection: 'light' }] }]);
    expect(evaluate(row([facts(320)])).findings.some((x) => x.rule === 'new-load')).toBe(false);
  });
  it('draws its own and not what hung there before; what is plugged in stays', () => {
    const loads = (b: Bundle) =>
      evaluate(b).chosen!.applied.house.loads.map((l) => `${l.pointId} ${l.voltAmperes}`);
    expect(loads(row([facts(320), facts(40)]))).toEqual(['r1 500', 'l1 320', 'l1 40']);
    const over = evaluate(row([facts(1900)])).findings.find((x) => x.rule === 'load')!;
    expect(over).toMatchObject({ severity: 'fix' });
  });
  it('an outlet in the place of another asks nothing', () =>
    expect(
      evaluate(
        bundle(house(), [], {
          changes: [change({ kind: 'replace', pointId: id('r1'), index: 0, device: { kind: 'receptacle' } })],
        }),
      ).findings.some((x) => x.rule === 'new-load'),
    ).toBe(false));
});

describe('what a change says of a switch', () => {
  const R1 = id('r1');
  /** R1 has a constant and a switched conductor, or the switched one alone; R2 beyond it nothing switched. */
  const house = (carries: 'both' | 'switched'): House => {
    const base = half();
    return {
      ...base,
      points: [...base.points, outlet('r2', 110)],
      cables: [
        ...base.cables.map((c) =>
          c.id === 'c2' ? { ...c, carries, conductors: carries === 'both' ? (3 as const) : (2 as const) } : c,
        ),
        nm('c3', atPoint('s1'), atPoint('r2')),
      ],
    };
  };
  const asked = (carries: 'both' | 'switched', ...changes: Change[]) =>
    bundle(house(carries), [], { changes });
  const enlarged = (part: Partial<BoxFunction>, pointId = R1): Change =>
    change({ kind: 'enlarge', pointId, devices: [{ kind: 'receptacle', ...part }] });
  const found = (b: Bundle) => evaluate(b).findings.filter((f) => f.rule === 'asked-switch');
  const devices = (b: Bundle, pointId = R1) =>
    evaluate(b).chosen!.applied.house.points.find((p) => p.id === pointId)!.devices;

  it('one more outlet where only a switched conductor comes: asked, settled by the answer', () => {
    const b = asked('switched', enlarged({}));
    const [f] = found(b);
    expect(f).toMatchObject({ severity: 'watch', subjects: ['r1'], mark: 'want' });
    expect(said(f!.says)).toContain('goes dead when S1 is off');
    const yes = applyEdit(b, f!.remedies[0]!.edit);
    expect(found(yes)).toEqual([]);
    expect(devices(yes)[1]).toMatchObject({ kind: 'receptacle', switched: true });
  });
  it.each([{ switched: false }, { tab: 'broken' }] as const)('%j cannot be had there: fix', (part) => {
    const b = asked('switched', enlarged(part));
    expect(found(b)).toMatchObject([{ severity: 'fix' }]);
    expect(found(applyEdit(b, found(b)[0]!.remedies[0]!.edit))).toEqual([]);
  });
  it.each([{ switched: true }, { tab: 'broken' }] as const)(
    '%j where nothing is on a switch: fix',
    (part) => {
      const b = asked('both', enlarged(part, id('r2')));
      expect(found(b)).toMatchObject([{ severity: 'fix' }]);
      const hot = applyEdit(b, found(b)[0]!.remedies[0]!.edit);
      expect(found(hot)).toEqual([]);
      expect(devices(hot, id('r2'))[1]).toMatchObject({ tab: 'whole', switched: false });
    },
  );
  it('where both come everything can be had', () => {
    for (const part of [{}, { switched: true }, { tab: 'broken' }, { switched: false }] as const)
      expect(found(asked('both', enlarged(part)))).toEqual([]);
  });
  const replaced = (device: BoxFunction): Device =>
    devices(
      bundle(
        {
          ...house('both'),
          points: house('both').points.map((p) =>
            p.id === R1 ? { ...p, devices: [{ ...p.devices[0]!, tab: 'broken' as const }] } : p,
          ),
        },
        [],
        { changes: [change({ kind: 'replace', pointId: R1, index: 0, device })] },
      ),
    )[0]!;
  it('a duplex for a half-switched duplex stays half-switched, unless something else is asked for', () => {
    expect(replaced({ kind: 'receptacle' }).tab).toBe('broken');
    expect(replaced({ kind: 'receptacle', switched: true })).toMatchObject({ tab: 'whole', switched: true });
    expect(replaced({ kind: 'receptacle-gfci' }).tab).toBeUndefined();
    expect(replaced({ kind: 'receptacle', plug: '5-20' })).toMatchObject({ amps: 20, tab: 'broken' });
  });
  it('a plug for 240 V on a 120 V circuit is a stop that says so', () => {
    const e = evaluate(asked('both', enlarged({ plug: '6-20' })));
    const f = e.findings.find((x) => x.rule === 'asked-volts')!;
    expect(f.severity).toBe('stop');
    expect(said(f.says)).toBe('R1 is on a 120 V circuit; that plug takes 240 V');
    const ordinary = evaluate(asked('both', enlarged({ plug: '5-20' })));
    expect(ordinary.findings.some((x) => x.rule === 'asked-volts')).toBe(false);
  });
  it('an outlet in the box of a switch loop is a stop that says why', () => {
    const base = half();
    const loop: House = {
      ...base,
      cables: [
        nm('c1', atBreaker(), atPoint('r1')),
        nm('c2', atPoint('r1'), atPoint('s1'), { carries: 'loop', switchedBy: id('s1') }),
      ],
    };
    const found = (pointId: PointId) =>
      evaluate(bundle(loop, [], { changes: [enlarged({}, pointId)] })).findings.filter(
        (f) => f.rule === 'asked-neutral',
      );
    expect(found(id('s1')).map((f) => [f.severity, said(f.says)])).toEqual([
      ['stop', 'No neutral comes to S1: an outlet there can’t work'],
    ]);
    expect(found(R1)).toEqual([]);
  });
  it('is said in the words of the change', () => {
    const text = (part: Partial<BoxFunction>) => said(changeText(half(), enlarged(part)));
    expect(text({})).toBe('Enlarge the box at R1 for a receptacle');
    expect(text({ tab: 'broken' })).toBe(
      'Enlarge the box at R1 for a receptacle, its lower half on the switch',
    );
    expect(text({ switched: true })).toBe('Enlarge the box at R1 for a receptacle on the switch');
  });
});

describe('a switch that is added to a box', () => {
  // S1 is fed and commands L1, to which only its switched conductor and the neutral go.
  const small = smallHouse();
  const house = {
    ...small,
    points: [
      ...small.points,
      makePoint('s1', 'S1', 'switch', wallAt(60, 48), knownBox('new-2g-32')),
      makePoint('l1', 'L1', 'luminaire', wallAt(60, 84), knownBox('new-1g-22')),
    ],
    cables: [
      ...small.cables,
      nm('c3', atPoint('r1'), atPoint('s1')),
      nm('c4', atPoint('s1'), atPoint('l1'), { carries: 'switched', switchedBy: id('s1') }),
    ],
  };
  const said1 = (pointId: PointId, kind: BoxFunction['kind']) =>
    heard(
      evaluate({
        house,
        job: {
          ...bundle(house, []).job,
          changes: [change({ kind: 'enlarge', pointId, devices: [{ kind }] })],
        },
      })
        .findings.filter((f) => f.rule === 'added-switch' && f.severity === 'stop')
        .map((f) => f.says),
    );
  it('as a three-way has nothing to work with', () =>
    expect(said1(id('s1'), 'switch-three-way')).toEqual([
      'A three-way switch added at S1 has nothing to work with',
    ]));
  it('with a pilot light is dead where everything is on a switch', () =>
    expect(said1(id('l1'), 'switch-pilot')).toEqual([
      'No always-hot conductor comes to L1: the pilot light there would be dead whenever S1 is off',
    ]));
  it('with a pilot light works where something is always hot, and so does an ordinary switch', () => {
    expect(said1(id('r1'), 'switch-pilot')).toEqual([]);
    expect(said1(id('l1'), 'switch')).toEqual([]);
  });
});
