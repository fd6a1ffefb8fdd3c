import { describe, expect, it } from '@jest/globals';
import {
  ItemId,
  makeRoom,
  type Bundle,
  type Furniture,
  type House,
  type Point,
} from '../../../document/index.ts';
import { evaluate } from '../../../evaluation/evaluate.ts';
import { applyEdit, holdsUp, sourceLine, type Source } from '../../../findings/index.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  knownBox,
  loadAt,
  nm,
  outlet,
  OUTLET,
  placeOf,
  smallHouse,
  wallAt,
  wanted,
} from '../../../testing/build.ts';
import { of, one, plan } from '../../../testing/judged.ts';
import { feet, inches } from '../../../units/index.ts';
import { cutFault } from './frame.ts';
import { necPack } from '../pack.ts';
import type { Edition } from '../tables/editions.ts';
import { SITE_CHECKS, checksAt, type CheckFacts } from '../tables/checks.ts';
import { heard, said } from '../../../testing/said.ts';

/** Each rule here with a case that holds, one that fails, one that is exactly equal and one where a fact is missing. */

describe('protection in the plan', () => {
  const furniture = (kind: 'sink' | 'tub', left: number, right: number): Furniture => ({
    id: ItemId.parse(kind),
    name: kind,
    kind,
    leftMm: inches(left),
    rightMm: inches(right),
    bottomMm: 0,
    topMm: inches(20),
    depthMm: inches(30),
    planned: false,
  });
  const withTub = (left: number, code: House['code'] = 'nec-2023') => {
    const house = smallHouse({ code });
    const rooms = house.rooms.map((r) => ({
      ...r,
      walls: r.walls.map((w, i) => (i === 0 ? { ...w, furniture: [furniture('tub', left, left + 20)] } : w)),
    }));
    return bundle({ ...house, rooms }, [wanted(84)], {
      protection: { groundFault: 'at-new', arcFault: 'at-breaker' },
    });
  };
  it('a place in the zone of a tub is a stop from 2020, exactly 3 ft away holds', () => {
    const zone = (b: Bundle) => of(b, 'bath-zone').find((f) => f.subjects[0] === 'new-w1')?.severity;
    expect(zone(withTub(110))).toBe('stop');
    expect(zone(withTub(110, 'nec-2017'))).toBe('ok');
    expect(zone(withTub(120))).toBe('ok');
  });
  it('an appliance that the code names is protected whatever its room', () => {
    const b = bundle(
      smallHouse(),
      [
        wanted(104, {
          kind: 'appliance',
          loads: [{ ...loadAt('x', 900), connection: 'fixed', appliance: 'dishwasher' }],
        }),
      ],
      { protection: { groundFault: null, arcFault: 'at-breaker' } },
    );
    const f = of(b, 'ground-fault').find((x) => x.subjects[0] === 'new-w1');
    expect(f).toMatchObject({ severity: 'stop' });
    expect(f?.remedies.map((r) => r.edit.edit === 'protect' && r.edit.how)).not.toContain('at-new');
  });
  it('a replaced first outlet says what the new device must be', () => {
    const b = plan({}, { protection: { groundFault: null, arcFault: 'at-first' } });
    expect(heard(of(b, 'replaced-device'))).toMatchObject([
      { severity: 'ok', detail: expect.stringContaining('Grounding receptacle') },
    ]);
    expect(of(plan(), 'replaced-device')).toEqual([]);
  });
});

describe('box remedies, cheapest first', () => {
  const tapped = (model: string, clamps: 'inside' | 'none') =>
    plan({ points: [outlet('r1', 24), outlet('r2', 88, knownBox(model, clamps))] });
  it('connectors outside where that is enough', () => {
    const b = tapped('dev-2-3/4', 'inside');
    const f = of(b, 'box-fill').find((x) => x.severity === 'fix')!;
    expect(f.because).toMatchObject({ need: 16, have: 14 });
    expect(f.remedies[0]?.edit).toMatchObject({ edit: 'clamps-outside' });
    expect(of(applyEdit(b, f.remedies[0]!.edit), 'box-fill').every((x) => x.severity === 'ok')).toBe(true);
  });
  it('a ring on a square or octagon box, then a larger box', () => {
    const b = tapped('oct-4-1-1/2', 'inside');
    const f = of(b, 'box-fill').find((x) => x.severity === 'fix')!;
    const kinds = f.remedies.map((r) => r.edit.edit);
    expect(kinds.indexOf('set-ring')).toBeLessThan(kinds.indexOf('set-box'));
    const ring = f.remedies.find((r) => r.edit.edit === 'set-ring')!;
    expect(of(applyEdit(b, ring.edit), 'box-fill').find((x) => x.subjects[0] === 'r2')).toMatchObject({
      severity: 'ok',
      because: { have: 31 },
    });
  });
});

describe('holes in the frame', () => {
  const pack = necPack(2023);
  const cut = (more: Partial<Parameters<typeof cutFault>[1]>) =>
    cutFault(pack, {
      member: 'stud',
      depthMm: inches(3.5),
      cutMm: inches(0.75),
      kind: 'hole',
      edgeMm: inches(1.375),
      bearing: false,
      engineered: false,
      ...more,
    });
  it.each<[string, Parameters<typeof cut>[0], boolean]>([
    ['3/4 in hole in a stud', {}, true],
    ['60 % of a stud exactly', { cutMm: inches(2.1), edgeMm: inches(0.7) }, true],
    ['a hair over 60 %', { cutMm: inches(2.11), edgeMm: inches(0.69) }, false],
    ['40 % of a bearing stud exactly', { cutMm: inches(1.4), edgeMm: inches(1.05), bearing: true }, true],
    ['over 40 % of a bearing stud', { cutMm: inches(1.41), edgeMm: inches(1.04), bearing: true }, false],
    ['5/8 in to the edge exactly', { edgeMm: inches(0.625) }, true],
    ['less than 5/8 in', { edgeMm: inches(0.6) }, false],
    ['notch of 40 %', { kind: 'notch', cutMm: inches(1.4) }, true],
    ['notch over 40 %', { kind: 'notch', cutMm: inches(1.5) }, false],
    ['notch over 25 % in a bearing stud', { kind: 'notch', cutMm: inches(0.9), bearing: true }, false],
    [
      'a third of a joist exactly',
      { member: 'joist', depthMm: inches(9), cutMm: inches(3), edgeMm: inches(3) },
      true,
    ],
    [
      'over a third of a joist',
      { member: 'joist', depthMm: inches(9), cutMm: inches(3.1), edgeMm: inches(2.95) },
      false,
    ],
    [
      'less than 2 in to a joist edge',
      { member: 'joist', depthMm: inches(9), cutMm: inches(1), edgeMm: inches(1.9) },
      false,
    ],
    [
      'joist notch of a sixth',
      { member: 'joist', kind: 'notch', depthMm: inches(9), cutMm: inches(1.5) },
      true,
    ],
    [
      'joist notch over a sixth',
      { member: 'joist', kind: 'notch', depthMm: inches(9), cutMm: inches(1.6) },
      false,
    ],
    [
      'joist notch of a quarter at its end',
      { member: 'joist', kind: 'notch', along: 'end', depthMm: inches(9), cutMm: inches(2.25) },
      true,
    ],
    [
      'joist notch over a quarter at its end',
      { member: 'joist', kind: 'notch', along: 'end', depthMm: inches(9), cutMm: inches(2.3) },
      false,
    ],
    [
      'any joist notch in the middle third',
      { member: 'joist', kind: 'notch', along: 'middle', depthMm: inches(9), cutMm: inches(0.25) },
      false,
    ],
    ['half of a top plate', { member: 'top-plate', cutMm: inches(1.75) }, true],
    ['over half of a top plate', { member: 'top-plate', cutMm: inches(1.8) }, false],
    ['a bottom plate', { member: 'bottom-plate', cutMm: inches(2) }, true],
  ])('%s', (_, facts, holds) => expect(cut(facts) === undefined).toBe(holds));
  it('the plan tells how much wood stays', () =>
    expect(of(plan(), 'holes').every((f) => f.severity === 'ok' && f.because?.unit === 'mm')).toBe(true));
});

describe('notches behind a baseboard', () => {
  const behind = (depth: number, exterior: boolean) => {
    const base = smallHouse();
    const house = smallHouse({
      rooms: base.rooms.map((r) => ({
        ...r,
        above: { ...r.above, kind: 'finished' as const, canEnter: false },
        walls: r.walls.map((w) => ({
          ...w,
          baseboard: true,
          exterior,
          framing: { ...w.framing, depthMm: inches(depth) },
        })),
      })),
      points: [outlet('r1', 24)],
      cables: [nm('c1', atBreaker(), atPoint('r1'))],
    });
    const b = bundle(house, [wanted(136)], { protection: { groundFault: null, arcFault: 'at-breaker' } });
    const option = evaluate(b).options.find((o) => o.way === 'behind the baseboard')!;
    return of({ ...b, job: { ...b.job, option: option.key } }, 'holes');
  };
  it('3/4 in of a 2x4 holds, of a 2x3 in an outside wall it is too deep (IRC R602.6, from memory)', () => {
    expect(behind(3.5, true)).toMatchObject([{ severity: 'ok', because: { have: 0.25 } }]);
    expect(said(behind(3.5, true)[0]!.says)).toContain('notched 3/4 in deep');
    expect(behind(2.5, true)).toMatchObject([
      { severity: 'fix', because: { need: expect.closeTo(0.3, 9), have: 0.25 } },
    ]);
    // Inside it may go to 40 %.
    expect(behind(2.5, false)).toMatchObject([{ severity: 'ok', because: { have: 0.4 } }]);
  });
});

describe('outlets of a room', () => {
  it('what is out of reach is told, stands already, and grows less with the want', () => {
    const before = of(bundle(smallHouse(), []), 'outlet-spacing')[0]!;
    const after = of(plan(), 'outlet-spacing')[0]!;
    expect([before.origin, after.origin]).toEqual(['standing', 'standing']);
    expect(after.because!.have!).toBeGreaterThan(before.because!.have!);
  });
  const alone = (use: 'hall' | 'laundry' | 'bath', w: number, furniture: Furniture[] = [], x = 24) => {
    const room = makeRoom('room', 'Room', use, feet(w), feet(4));
    const rooms = [
      { ...room, walls: room.walls.map((wall, i) => (i === 0 ? { ...wall, furniture } : wall)) },
    ];
    const light = {
      ...outlet('l1', 20),
      kind: 'luminaire' as const,
      devices: [{ kind: 'luminaire' as const, amps: 15, grounded: true }],
    };
    return of(
      bundle(smallHouse({ rooms, points: use === 'bath' ? [outlet('r1', x)] : [light], cables: [] }), []),
      'outlet-required',
    );
  };
  it('a hall of exactly 10 ft needs one, a shorter one does not; a laundry always', () => {
    expect(alone('hall', 10)).toMatchObject([{ severity: 'fix', origin: 'standing' }]);
    expect(alone('hall', 9.99)).toEqual([]);
    expect(alone('laundry', 6)).toHaveLength(1);
  });
  it('an outlet on the outer face, in the attic or below the floor is none of the room', () => {
    const room = makeRoom('room', 'Room', 'garage', feet(20), feet(20));
    const at = (place: Partial<Point>) => {
      const points = [outlet('r1', 24, place), { ...outlet('s1', 50), kind: 'switch' as const, devices: [] }];
      return of(bundle(smallHouse({ rooms: [room], points, cables: [] }), []), 'outlet-required');
    };
    const spot = { roomId: room.id, xMm: 900, yMm: 900 };
    expect(at({})).toEqual([]);
    expect(at({ at: { ...wallAt(24), on: 'outside' } })).toHaveLength(1);
    expect(at({ at: { on: 'attic', ...spot } })).toHaveLength(1);
    expect(at({ at: { on: 'basement', ...spot } })).toHaveLength(1);
  });
  it('a basin wants one within 3 ft of its edge', () => {
    const sink: Furniture = {
      id: ItemId.parse('s'),
      name: 'Basin',
      kind: 'sink',
      leftMm: 0,
      rightMm: inches(20),
      bottomMm: 0,
      topMm: inches(34),
      depthMm: inches(18),
      planned: false,
    };
    expect(alone('bath', 10, [sink], 56)).toEqual([]);
    expect(alone('bath', 10, [sink], 57)).toHaveLength(1);
  });
  it('a room where nothing is entered is not judged', () => {
    const room = makeRoom('room', 'Room', 'laundry', feet(6), feet(6));
    expect(of(bundle(smallHouse({ rooms: [room], points: [], cables: [] }), []), 'outlet-required')).toEqual(
      [],
    );
  });
});

describe('local amendments', () => {
  const amended = (value: number, limit = 'switchHeightMm') =>
    plan({ amendments: [{ limit, value, note: 'the town inspector' }] });
  it('a tighter value decides, and its finding names who asked', () => {
    const house = smallHouse();
    const s = {
      ...outlet('s1', 60),
      kind: 'switch' as const,
      devices: [{ kind: 'switch' as const, amps: 15, grounded: true }],
      at: wallAt(60, 70),
    };
    const b = (amendments: House['amendments']) =>
      bundle({ ...house, points: [...house.points, s], amendments }, []);
    expect(of(b([]), 'switch-height')).toEqual([]);
    const f = of(
      b([{ limit: 'switchHeightMm', value: inches(60), note: 'the town inspector' }]),
      'switch-height',
    )[0]!;
    expect(heard(f.sources.map(sourceLine))).toEqual(['Local rule: the town inspector']);
  });
  it('a looser value is shown as an override, a tighter one as tighter', () => {
    expect(heard(one(amended(inches(90)), 'local-amendment'))).toMatchObject({
      severity: 'ok',
      says: expect.stringContaining('Looser'),
    });
    expect(heard(one(amended(inches(60)), 'local-amendment'))).toMatchObject({
      severity: 'ok',
      says: expect.stringContaining('Tighter'),
    });
    expect(
      heard(
        necPack(2023, [{ limit: 'switchHeightMm', value: inches(90), note: 'x y z' }]).limits.switchHeightMm
          .source,
      ),
    ).toMatchObject({
      note: expect.stringContaining('looser'),
    });
  });
  it('the code’s own value changes nothing; an unknown one is named', () => {
    expect(of(amended(inches(79)), 'local-amendment')).toEqual([]);
    expect(one(amended(5, 'noSuchThing'), 'local-amendment')).toMatchObject({
      severity: 'fix',
      origin: 'standing',
    });
  });
});

describe('checks that only the person at the wall can see', () => {
  const facts: CheckFacts = {
    method: 'NM-B',
    metalBox: false,
    oldWorkBox: true,
    smallPlasticBox: true,
    outdoors: false,
    ceiling: false,
    throughPlate: false,
    opensWall: false,
    attic: false,
    inFrame: true,
    remarked: false,
    multiwire: false,
    garage: false,
    separation: 'none',
    switched: false,
    dimmer: false,
    lowVoltage: false,
  };
  const ids = (more: Partial<CheckFacts>) =>
    new Set(
      (['cable', 'box', 'splice', 'device', 'close', 'record'] as const)
        .flatMap((at) => checksAt(at, { ...facts, ...more }, necPack(2023)))
        .map((c) => c.id),
    );
  it('have ids of their own and a source each', () => {
    expect(new Set(SITE_CHECKS.map((c) => c.id)).size).toBe(SITE_CHECKS.length);
    for (const c of SITE_CHECKS) expect(said(sourceLine(c.source)).length).toBeGreaterThan(5);
  });
  it.each<[string, Partial<CheckFacts>]>([
    ['guard-strips', { attic: true }],
    ['fire-block', { throughPlate: true }],
    ['ground-metal', { metalBox: true }],
    ['remark', { remarked: true }],
    ['neutral-multiwire', { multiwire: true }],
    ['weather-box', { outdoors: true }],
    ['ceiling-box', { ceiling: true }],
    ['garage-seal', { garage: true }],
    ['garage-seal', { separation: 'garage' }],
    ['party-seal', { separation: 'party' }],
    ['bushing', { method: 'AC' }],
    ['support-other', { method: 'EMT' }],
    ['support-other', { method: 'PVC' }],
    ['ground-pulled', { method: 'PVC' }],
    ['patch-board', { opensWall: true }],
    ['grip-height', { switched: true }],
    ['dimmer', { dimmer: true }],
  ])('%s appears with its fact and not without', (id, more) => {
    expect(ids({}).has(id)).toBe(false);
    expect(ids(more).has(id)).toBe(true);
  });
  it('what runs on the face of walls meets no stud, no bay and no hole edge', () => {
    for (const id of ['metal-stud', 'air-bay', 'parallel']) {
      expect({ id, said: ids({}).has(id) }).toEqual({ id, said: true });
      expect({ id, said: ids({ inFrame: false }).has(id) }).toEqual({ id, said: false });
    }
  });
  const checked = (id: string, more: Partial<CheckFacts> = {}, pack = necPack(2023)) =>
    (['cable', 'box', 'splice', 'device', 'close'] as const)
      .flatMap((at) => checksAt(at, { ...facts, ...more }, pack))
      .find((c) => c.id === id)!;
  it.each<[string, Partial<CheckFacts>, string]>([
    ['support', {}, 'within 12 in of each box'],
    ['support', {}, 'every 4 ft 6 in'],
    ['support-other', { method: 'MC' }, 'every 6 ft'],
    ['support-other', { method: 'EMT' }, 'within 3 ft of each box, then every 10 ft'],
    ['parallel', {}, '1 1/4 in from'],
    ['free-6', {}, '6 in of free conductor from the jacket, 3 in of it'],
    [
      'setback',
      {},
      'no more than 1/4 in behind drywall or plaster, flush in wood. Gaps around it no more than 1/8 in',
    ],
    ['grip-height', { switched: true }, 'no more than 6 ft 7 in above'],
    ['bends', { method: 'EMT' }, '360°'],
  ])('%s %j says the value of the tables: %s', (id, more, words) =>
    expect(said(checked(id, more).says)).toContain(words),
  );
  it('a local value is said at the wall, with where it comes from, and only where it holds', () => {
    const pack = necPack(2023, [
      { limit: 'supportEveryMm', value: feet(3), note: 'the county' },
      { limit: 'freeConductorMm', value: inches(8), note: 'the county' },
    ]);
    expect(heard(checked('support', {}, pack))).toMatchObject({
      says: expect.stringContaining('every 3 ft'),
      source: { kind: 'local' },
    });
    expect(said(checked('support-other', { method: 'EMT' }, pack).says)).toContain('every 10 ft');
    expect(said(checked('free-6', {}, pack).says)).toContain('8 in of free conductor');
    expect(checked('parallel', {}, pack).source.kind).toBe('published');
  });
  it('names nothing that is no limit: every brace is filled for every method', () => {
    for (const method of ['NM-B', 'MC', 'AC', 'EMT', 'PVC', 'LFNC', 'LFMC', 'FMC', 'UF-B'] as const)
      for (const at of ['cable', 'box', 'splice', 'device', 'close', 'record'] as const)
        for (const separation of ['party', 'garage'] as const)
          for (const c of checksAt(at, { ...facts, method, separation, switched: true }, necPack(2023)))
            expect(said(c.says)).not.toMatch(/[{}]|undefined|NaN/);
  });
});

describe('the rules as a whole', () => {
  it('every one says what it looks at, and each number has a source that is not unsure', () => {
    for (const e of [2014, 2017, 2020, 2023] as const) {
      const pack = necPack(e);
      for (const rule of pack.rules) {
        expect(said(rule.about).length).toBeGreaterThan(40);
        for (const n of rule.numbers(pack)) {
          expect(said(n.value)).not.toMatch(/undefined|NaN/);
          expect(n.source.kind === 'published' ? n.source.certainty : 'sure').not.toBe('unsure');
        }
      }
    }
  });
  it('an edition that nobody has checked reads unsure, in every limit, number, need and finding', () => {
    const pack = necPack(2026 as Edition);
    const certainties = (sources: readonly Source[]) =>
      new Set(sources.flatMap((s) => (s.kind === 'published' ? [s.certainty] : [])));
    expect(certainties(Object.values(pack.limits).map((l) => l.source))).toEqual(new Set(['unsure']));
    expect(certainties(pack.rules.flatMap((r) => r.numbers(pack).map((n) => n.source)))).toEqual(
      new Set(['unsure']),
    );
    const place = placeOf('bath');
    const values = [
      pack.breakerLimit('12', 'Cu'),
      pack.fill({ conductors: {}, grounds: 0, largestGround: null, clampsInside: false, yokes: [] }),
      pack.resistance('12', 'Cu', 75),
      pack.groundFault(place, OUTLET),
      pack.arcFault('bedroom', 20),
      pack.tamperResistant(place),
      pack.weatherResistant(place),
      pack.bathZone(place),
      pack.receptacleRatings(20),
      pack.support('EMT'),
    ];
    expect(certainties(values.flatMap((v) => (v ? [v.source] : [])))).toEqual(new Set(['unsure']));
    expect(pack.groundFault(place, OUTLET).needed).toBe(true);
    const ids = new Set(pack.rules.map((r) => r.id));
    const findings = evaluate(plan({ code: 'nec-2026' as House['code'] }, {})).findings;
    const judged = findings.filter((f) => ids.has(f.rule));
    expect(judged.length).toBeGreaterThan(5);
    expect(certainties(judged.flatMap((f) => f.sources))).toEqual(new Set(['unsure']));
  });
  it('nothing that is already so holds a job up', () =>
    expect(evaluate(bundle(smallHouse(), [])).findings.filter(holdsUp)).toEqual([]));
});
