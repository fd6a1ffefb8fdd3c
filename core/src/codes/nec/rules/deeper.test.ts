import { describe, expect, it } from '@jest/globals';
import {
  BreakerId,
  ItemId,
  makeRoom,
  PanelId,
  type Bundle,
  type Cable,
  type Furniture,
  type House,
} from '../../../document/index.ts';
import { evaluate } from '../../../evaluate.ts';
import { applyEdit, holdsUp, sourceLine, type Finding } from '../../../findings/index.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  knownBox,
  loadAt,
  nm,
  outlet,
  panel,
  smallHouse,
  wallAt,
  wanted,
} from '../../../testing/build.ts';
import { feet, inches } from '../../../units/index.ts';
import { cutFault } from './frame.ts';
import { necPack } from '../pack.ts';
import { METHODS, NEW_METHODS, RUN_PLACES } from '../tables/methods.ts';
import { SITE_CHECKS, checksAt, type CheckFacts } from '../tables/checks.ts';
import { methodsFor } from './method.ts';

/** Each rule here with a case that holds, one that fails, one that is exactly equal and one where a fact is missing. */

const plan = (more: Partial<House> = {}, job: Parameters<typeof bundle>[2] = {}): Bundle =>
  bundle(smallHouse(more), [wanted(104)], {
    protection: { groundFault: null, arcFault: 'at-breaker' },
    ...job,
  });
const of = (b: Bundle, rule: string): Finding[] => evaluate(b).findings.filter((f) => f.rule === rule);
const one = (b: Bundle, rule: string): Finding => {
  const found = of(b, rule)[0];
  if (!found) throw new Error(`no finding of ${rule}`);
  return found;
};
const cables = (first: Partial<Cable>, second: Partial<Cable> = {}): Cable[] => [
  nm('c1', atBreaker(), atPoint('r1'), first),
  nm('c2', atPoint('r1'), atPoint('r2'), second),
];

describe('ampacity where the cable runs', () => {
  const around = (celsius: number | null, alongside: number) =>
    plan({ cables: cables({ surroundings: { celsius, alongside } }) });
  const verdict = (b: Bundle) => of(b, 'ampacity').find((f) => f.subjects[0] === 'c1');
  it('alone in a hot attic it holds', () => expect(verdict(around(60, 0))?.severity).toBe('ok'));
  it('with three cables beside it in that attic it does not', () =>
    expect(verdict(around(60, 6))).toMatchObject({ severity: 'fix', because: { need: 15, have: 12 } }));
  it('exactly at the breaker it holds', () =>
    // 25 A x 0.87 x 0.7 = 15.2 A at 45 C: not under 15.
    expect(verdict(around(45, 6))).toMatchObject({ severity: 'ok', because: { need: 15, have: 15 } }));
  it('a temperature nobody knows is asked for only where it would decide', () => {
    expect(verdict(around(null, 0))?.severity).toBe('ok');
    expect(verdict(around(null, 6))).toMatchObject({ severity: 'watch', because: { have: null } });
  });
  it('says nothing of cables with nothing around them', () =>
    expect(of(plan(), 'ampacity').filter((f) => f.subjects[0] === 'c1')).toEqual([]));
});

describe('gauge: next standard size', () => {
  const big = (devices: number) => {
    const points = [outlet('r1', 24), ...(devices > 1 ? [outlet('r2', 88)] : [])];
    return bundle(
      smallHouse({
        panels: panel(60),
        points,
        cables: [
          nm('c1', atBreaker(), atPoint('r1'), { gauge: '6' }),
          ...(devices > 1 ? [nm('c2', atPoint('r1'), atPoint('r2'), { gauge: '6' })] : []),
        ],
      }),
      [],
    );
  };
  it('6 AWG on 60 A holds for a single receptacle, not for two', () => {
    expect(of(big(1), 'gauge-for-breaker')).toEqual([]);
    expect(of(big(2), 'gauge-for-breaker').map((f) => f.severity)).toEqual(['stop', 'stop']);
  });
  it('a conductor too small says how hot it would get', () => {
    const f = of(
      plan({ panels: panel(20), cables: cables({ gauge: '12' }, { gauge: '14' }) }),
      'gauge-for-breaker',
    ).find((x) => x.severity === 'stop');
    expect(f?.detail).toContain('27.0 A');
    expect(f?.detail).toContain('127 °C');
  });
});

describe('receptacle alone on its circuit', () => {
  const single = (amps: number) =>
    bundle(
      smallHouse({
        panels: panel(20),
        points: [outlet('r1', 24, { devices: [{ kind: 'receptacle-single', amps, grounded: true }] })],
        cables: [nm('c1', atBreaker(), atPoint('r1'), { gauge: '12' })],
      }),
      [],
    );
  it('20 A on 20 A holds, 15 A does not', () => {
    expect(of(single(20), 'receptacle-rating')).toEqual([]);
    expect(of(single(15), 'receptacle-rating')).toMatchObject([
      { severity: 'fix', because: { need: 20, have: 15 } },
    ]);
  });
});

describe('trip before damage', () => {
  it('holds on an ordinary circuit and shows both questions', () => {
    const f = one(plan(), 'trip-before-damage');
    expect(f).toMatchObject({ severity: 'ok', because: { have: 90 } });
    expect(f.because?.need).toBeCloseTo(84.675, 3);
    expect(f.detail).toContain('Fault at the far end');
  });
  it('a length nobody measured leaves the far end open, and says so', () =>
    expect(
      one(plan({ cables: cables({ lengthMm: null }, { lengthMm: null }) }), 'trip-before-damage').detail,
    ).toContain('not known'));
  it('with a large fault current entered it asks for the breaker’s own curve', () => {
    const short = cables({ lengthMm: 100 }, { lengthMm: 100 });
    expect(one(plan({ faultAmps: 20_000, cables: short }), 'trip-before-damage')).toMatchObject({
      severity: 'watch',
      because: { have: null },
    });
    expect(one(plan({ faultAmps: 1000, cables: short }), 'trip-before-damage').severity).toBe('ok');
  });
  it('leaves a conductor that is too small to the gauge rule', () =>
    expect(
      of(plan({ panels: panel(20), cables: cables({ gauge: '12' }, { gauge: '14' }) }), 'trip-before-damage'),
    ).toEqual([]));
});

describe('raceway fill', () => {
  const tubing = (more: Partial<Cable>) =>
    plan({ cables: cables({ type: 'EMT', ground: 'tubing', ...more }) });
  const f = (b: Bundle) => of(b, 'raceway-fill').find((x) => x.subjects[0] === 'c1');
  it('12 conductors of 14 AWG fill 1/2 in tubing exactly; one more does not fit, and 3/4 in mends it', () => {
    expect(f(tubing({ size: '1/2', surroundings: { celsius: 30, alongside: 10 } }))).toBeUndefined();
    const full = tubing({ size: '1/2', surroundings: { celsius: 30, alongside: 11 } });
    expect(f(full)).toMatchObject({ severity: 'fix', origin: 'standing' });
    expect(f(applyEdit(full, f(full)!.remedies[0]!.edit))).toBeUndefined();
  });
  it('new tubing is shown to fit', () => {
    const b = plan({}, { method: 'EMT' });
    expect(of(b, 'raceway-fill')).toMatchObject([{ severity: 'ok', subjects: ['new-leg-1'] }]);
  });
  it('a size nobody read is asked for where the plan touches it', () => {
    const b = plan({}, { method: 'EMT' });
    const chosen = evaluate(b).chosen!.applied.house.cables.find((c) => c.id === 'new-leg-1')!;
    expect(chosen).toMatchObject({ type: 'EMT', size: '1/2', ground: 'tubing' });
  });
});

describe('ground through armor and tubing', () => {
  const f = (first: Partial<Cable>) => of(plan({ cables: cables(first) }), 'ground-path');
  it.each<[string, Partial<Cable>]>([
    ['tubing', { type: 'EMT', ground: 'tubing' }],
    ['bonded armor', { type: 'AC', ground: 'armor' }],
    ['metal-clad with a wire', { type: 'MC', ground: 'wire' }],
    ['6 ft of flexible metal exactly', { type: 'FMC', ground: 'tubing', lengthMm: feet(6) }],
    ['old armor that was read', { type: 'old-AC', ground: 'armor', groundProved: true }],
  ])('holds: %s', (_, first) => expect(f(first)).toEqual([]));
  it.each<[string, Partial<Cable>]>([
    ['plain metal-clad armor', { type: 'MC', ground: 'armor' }],
    ['plastic conduit', { type: 'PVC', ground: 'tubing' }],
    ['flexible metal a hair over 6 ft', { type: 'FMC', ground: 'tubing', lengthMm: feet(6) + 1 }],
  ])('does not: %s, and a wire in it mends it', (_, first) => {
    const b = plan({ cables: cables(first) });
    const finding = of(b, 'ground-path')[0]!;
    expect(finding).toMatchObject({ severity: 'fix', origin: 'worse' });
    expect(of(applyEdit(b, finding.remedies[0]!.edit), 'ground-path')).toEqual([]);
  });
  it.each<[string, Partial<Cable>]>([
    ['old armor', { type: 'old-AC', ground: 'armor' }],
    ['flexible metal of unknown length', { type: 'FMC', ground: 'tubing', lengthMm: null }],
  ])('asks: %s, and every answer removes the question', (_, first) => {
    const b = plan({ cables: cables(first) });
    const finding = of(b, 'ground-path')[0]!;
    expect(finding).toMatchObject({ severity: 'watch', because: { have: null } });
    for (const r of finding.remedies)
      expect(of(applyEdit(b, r.edit), 'ground-path').filter((x) => x.severity === 'watch')).toEqual([]);
  });
});

describe('wiring method by place', () => {
  it('plastic cable in a dry wall holds', () =>
    expect(one(plan(), 'wiring-method')).toMatchObject({
      severity: 'ok',
      says: expect.stringContaining('Plastic cable'),
    }));
  it('a method that the place forbids is never searched: nothing but tubing is left in masonry', () => {
    const house = smallHouse();
    const rooms = house.rooms.map((r) => ({
      ...r,
      walls: r.walls.map((w) => ({ ...w, framing: { ...w.framing, kind: 'masonry' as const } })),
    }));
    const found = evaluate(plan({ rooms }));
    expect(found.planning.method).not.toBe('NM-B');
    expect(METHODS[found.planning.method].may.masonry).not.toBe('no');
    expect(evaluate(plan({ rooms }, { method: 'NM-B' })).chosen).toBeNull();
  });
  it('a banned method is replaced by the next, and stops when it is asked for by hand', () => {
    expect(evaluate(plan({ bannedMethods: ['NM-B'] })).planning.method).toBe('UF-B');
    const byHand = plan({ bannedMethods: ['NM-B'] }, { method: 'NM-B' });
    const f = one(byHand, 'wiring-method');
    expect(f).toMatchObject({ severity: 'stop', origin: 'new' });
    expect(of(applyEdit(byHand, f.remedies[0]!.edit), 'wiring-method').map((x) => x.severity)).toEqual([
      'ok',
    ]);
  });
  it('plastic cable that stands in a damp room is told to the owner', () => {
    const house = smallHouse();
    const rooms = house.rooms.map((r) => ({ ...r, moisture: 'damp' as const }));
    const standing = of(plan({ rooms }), 'wiring-method').find((f) => f.subjects[0] === 'c2');
    expect(standing).toMatchObject({ severity: 'fix', origin: 'standing' });
  });
  it('the table: plastic dry only, underground cable wet too, tubing where conductors are a wet type', () => {
    expect([METHODS['NM-B'].may.damp, METHODS['NM-B'].may.wet, METHODS['NM-B'].may.masonry]).toEqual([
      'no',
      'no',
      'no',
    ]);
    expect([METHODS['UF-B'].may.wet, METHODS['UF-B'].may.buried]).toEqual(['yes', 'yes']);
    expect(METHODS.EMT.may.wet).toMatchObject({ if: expect.stringContaining('THWN') });
    expect(methodsFor(['wet', 'masonry'], [])).not.toContain('NM-B');
    expect(methodsFor(['dry'], ['NM-B'])[0]).toBe('UF-B');
    for (const m of NEW_METHODS)
      expect(Object.keys(METHODS[m].may).sort()).toEqual(Object.keys(RUN_PLACES).sort());
  });
});

describe('feeder of a sub-panel', () => {
  const sub = (watts: number, feederAmps = 30): House['panels'] => {
    const [own] = panel(20);
    const [main] = panel(feederAmps, { id: BreakerId.parse('f1'), poles: 2 });
    return [
      { ...own!, fedFrom: BreakerId.parse('f1') },
      { ...main!, id: PanelId.parse('main'), label: 'Main' },
    ].map((p) => (watts < 0 ? { ...p } : p));
  };
  const f = (watts: number, feederAmps = 30) =>
    of(
      plan({
        panels: sub(watts, feederAmps),
        cables: cables({ gauge: '12' }, { gauge: '12' }),
        loads: watts >= 0 ? [loadAt('r1', watts, { connection: 'light' })] : [],
      }),
      'feeder',
    );
  it('within the feeder it holds, exactly at it too, over it does not', () => {
    expect(f(1200)).toMatchObject([{ severity: 'ok', because: { need: 10, have: 30 } }]);
    expect(f(1200, 10)[0]?.severity).toBe('ok');
    expect(f(1201, 10)[0]?.severity).toBe('fix');
  });
  it('circuits with nothing entered are asked for', () =>
    expect(f(-1)).toMatchObject([{ severity: 'watch', because: { have: null } }]));
  it('a panel fed from the service has no such question', () => expect(of(plan(), 'feeder')).toEqual([]));
});

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
    expect(f).toMatchObject({ severity: 'fix' });
    expect(f?.remedies.map((r) => r.edit.edit === 'protect' && r.edit.how)).not.toContain('at-new');
  });
  it('a replaced first outlet says what the new device must be', () => {
    const b = plan({}, { protection: { groundFault: null, arcFault: 'at-first' } });
    expect(of(b, 'replaced-device')).toMatchObject([
      { severity: 'ok', detail: expect.stringContaining('Grounding type') },
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
    ['half of a top plate', { member: 'top-plate', cutMm: inches(1.75) }, true],
    ['over half of a top plate', { member: 'top-plate', cutMm: inches(1.8) }, false],
    ['a bottom plate', { member: 'bottom-plate', cutMm: inches(2) }, true],
  ])('%s', (_, facts, holds) => expect(cut(facts) === undefined).toBe(holds));
  it('the plan tells how much wood stays', () =>
    expect(of(plan(), 'holes').every((f) => f.severity === 'ok' && f.because?.unit === 'mm')).toBe(true));
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
    expect(f.sources.map(sourceLine)).toEqual(['Local: the town inspector']);
  });
  it('a looser value is shown as an override, a tighter one as tighter', () => {
    expect(one(amended(inches(90)), 'local-amendment')).toMatchObject({
      severity: 'ok',
      says: expect.stringContaining('Looser'),
    });
    expect(one(amended(inches(60)), 'local-amendment')).toMatchObject({
      severity: 'ok',
      says: expect.stringContaining('Tighter'),
    });
    expect(
      necPack(2023, [{ limit: 'switchHeightMm', value: inches(90), note: 'x y z' }]).limits.switchHeightMm
        .source,
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
    remarked: false,
    multiwire: false,
    garage: false,
    switched: false,
    dimmer: false,
  };
  const ids = (more: Partial<CheckFacts>) =>
    new Set(
      (['cable', 'box', 'splice', 'device', 'close', 'record'] as const)
        .flatMap((at) => checksAt(at, { ...facts, ...more }))
        .map((c) => c.id),
    );
  it('have ids of their own and a source each', () => {
    expect(new Set(SITE_CHECKS.map((c) => c.id)).size).toBe(SITE_CHECKS.length);
    for (const c of SITE_CHECKS) expect(sourceLine(c.source).length).toBeGreaterThan(5);
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
    ['bushing', { method: 'AC' }],
    ['support-emt', { method: 'EMT' }],
    ['support-lfnc', { method: 'LFNC' }],
    ['ground-pulled', { method: 'PVC' }],
    ['patch-board', { opensWall: true }],
    ['grip-height', { switched: true }],
    ['dimmer', { dimmer: true }],
  ])('%s appears with its fact and not without', (id, more) => {
    expect(ids({}).has(id)).toBe(false);
    expect(ids(more).has(id)).toBe(true);
  });
});

describe('the rules as a whole', () => {
  it('every one says what it looks at, and each number has a source that is not unsure', () => {
    for (const e of [2014, 2017, 2020, 2023] as const) {
      const pack = necPack(e);
      for (const rule of pack.rules) {
        expect(rule.about.length).toBeGreaterThan(40);
        for (const n of rule.numbers(pack)) {
          expect(n.value).not.toMatch(/undefined|NaN/);
          expect(n.source.kind === 'published' ? n.source.certainty : 'sure').not.toBe('unsure');
        }
      }
    }
  });
  it('nothing that is already so holds a job up', () =>
    expect(evaluate(bundle(smallHouse(), [])).findings.filter(holdsUp)).toEqual([]));
});
