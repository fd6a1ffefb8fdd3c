import { describe, expect, it } from '@jest/globals';
import {
  BreakerId,
  makeWant,
  PanelId,
  PointId,
  type Bundle,
  type Cable,
  type House,
  type Point,
} from '../../../document/index.ts';
import { evaluate } from '../../../evaluation/evaluate.ts';
import { applyEdit } from '../../../findings/index.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  ceilingAt,
  knownBox,
  loadAt,
  nm,
  outlet,
  panel,
  smallHouse,
  wanted,
} from '../../../testing/build.ts';
import { of, one, plan } from '../../../testing/judged.ts';
import { feet } from '../../../units/index.ts';
import { METHODS, NEW_METHODS, RUN_PLACES } from '../tables/methods.ts';
import { methodsFor } from './method.ts';
import { heard, said } from '../../../testing/said.ts';

/** Each rule here with a case that holds, one that fails, one that is exactly equal and one where a fact is missing. */

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
  const single = { devices: [{ kind: 'receptacle-single' as const, amps: 50, grounded: true }] };
  const big = (devices: number) => {
    const points = [outlet('r1', 24, single), ...(devices > 1 ? [outlet('r2', 88, single)] : [])];
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
  it('a duplex is two receptacles already', () => {
    const b = big(1);
    const duplex = { ...b.house, points: [outlet('r1', 24)] };
    expect(of({ ...b, house: duplex }, 'gauge-for-breaker').map((f) => f.severity)).toEqual(['stop']);
  });
  it('a conductor too small says how hot it would get', () => {
    const f = of(
      plan({ panels: panel(20), cables: cables({ gauge: '12' }, { gauge: '14' }) }),
      'gauge-for-breaker',
    ).find((x) => x.severity === 'stop');
    expect(said(f?.detail ?? '')).toContain('27.0 A');
    expect(said(f?.detail ?? '')).toContain('261 °F');
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
  it('a single one alone may be used to the rating of its circuit, a duplex to 80 %', () => {
    const run = (kind: 'receptacle' | 'receptacle-single', watts: number) => {
      const b = single(20);
      const points = [outlet('r1', 24, { devices: [{ kind, amps: 20, grounded: true }] })];
      return of({ ...b, house: { ...b.house, points, loads: [loadAt('r1', watts)] } }, 'cord-share').map(
        (f) => f.severity,
      );
    };
    expect(run('receptacle-single', 2400)).toEqual([]);
    expect(run('receptacle-single', 2401)).toEqual(['fix']);
    expect(run('receptacle', 1920)).toEqual([]);
    expect(run('receptacle', 1921)).toEqual(['fix']);
  });
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
    expect(said(f.detail)).toContain('Short circuit at the far end');
  });
  it('a length nobody measured leaves the far end open, and says so', () =>
    expect(
      said(
        one(plan({ cables: cables({ lengthMm: null }, { lengthMm: null }) }), 'trip-before-damage').detail,
      ),
    ).toContain('isn’t known'));
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
    expect(chosen).toMatchObject({ type: 'EMT', size: '1/2', ground: 'wire' });
  });
});

describe('ground through armor and tubing', () => {
  const metal = (p: Point): Point => ({ ...p, box: { ...p.box, model: 'dev-3-1/2', metal: true } });
  const inMetal = (first: Partial<Cable>) =>
    plan({ cables: cables(first), points: smallHouse().points.map(metal) });
  const f = (first: Partial<Cable>) => of(inMetal(first), 'ground-path');
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
    const b = inMetal(first);
    const finding = of(b, 'ground-path')[0]!;
    expect(finding).toMatchObject({ severity: 'fix', origin: 'worse' });
    expect(of(applyEdit(b, finding.remedies[0]!.edit), 'ground-path')).toEqual([]);
  });
  it.each<[string, Partial<Cable>]>([
    ['old armor', { type: 'old-AC', ground: 'armor' }],
    ['flexible metal of unknown length', { type: 'FMC', ground: 'tubing', lengthMm: null }],
  ])('asks: %s, and every answer removes the question', (_, first) => {
    const b = inMetal(first);
    const finding = of(b, 'ground-path')[0]!;
    expect(finding).toMatchObject({ severity: 'watch', because: { have: null } });
    for (const r of finding.remedies)
      expect(of(applyEdit(b, r.edit), 'ground-path').filter((x) => x.severity === 'watch')).toEqual([]);
  });
});

describe('wiring method by place', () => {
  it('plastic cable in a dry wall holds', () =>
    expect(heard(one(plan(), 'wiring-method'))).toMatchObject({
      severity: 'ok',
      says: expect.stringContaining('NM-B'),
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
    expect(METHODS['UF-B'].may.wet).toBe('yes');
    // Flexible metal conduit is kept out of wet places only (348.12), armored cable out of damp ones too (320.12).
    expect([METHODS.FMC.may.damp, METHODS.FMC.may.wet, METHODS.AC.may.damp]).toEqual(['yes', 'no', 'no']);
    expect(heard(METHODS.EMT.may.wet)).toMatchObject({ if: expect.stringContaining('THWN') });
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

describe('plastic conduit in a hot attic', () => {
  const light = makeWant('w1', 'new 1', ceilingAt(110, 90), { kind: 'luminaire' });
  const attic = (atticCelsius: number | null, method: 'PVC' | 'EMT' = 'PVC') =>
    of(
      bundle(withBox(smallHouse({ atticCelsius })), [light], {
        method,
        avoid: [{ op: 'surface-run', wallId: null }],
      }),
      'wiring-method',
    ).map((f) => f.severity);
  // Pipe is not fished through a finished wall: it starts at a box in the attic.
  const withBox = (house: House): House => ({
    ...house,
    points: [
      ...house.points,
      {
        ...house.points[0]!,
        id: PointId.parse('j1'),
        label: 'J1',
        kind: 'junction',
        at: { on: 'attic', roomId: house.rooms[0]!.id, xMm: 1000, yMm: 1000 },
        devices: [],
        ...knownBox('sq-4-2-1/8'),
      },
    ],
    cables: [...house.cables, nm('cj', atPoint('r2'), atPoint('j1'))],
  });
  it('holds to 50 C, stops above, asks where nobody has said: NEC 352.12(D)', () => {
    expect(attic(50)).toEqual(['ok']);
    expect(attic(50.1)).toEqual(['stop']);
    expect(attic(null)).toEqual(['watch']);
  });
  it('metal tubing does not mind', () => expect(attic(65, 'EMT')).toEqual(['ok']));
});

describe('plastic cable in a house that is wired in metal', () => {
  const metal = { type: 'EMT', ground: 'tubing', size: '1/2' } as const;
  const points = smallHouse().points.map((p) => ({
    ...p,
    box: { ...p.box, model: 'dev-3-1/2', metal: true },
  }));
  const house = (...kinds: Partial<Cable>[]) =>
    bundle(smallHouse({ points, cables: cables(kinds[0] ?? {}, kinds[1] ?? {}) }), [wanted(104)]);
  const asked = (b: Bundle) => evaluate(b).findings.filter((f) => f.rule === 'plastic-cable');
  it('is asked about once, and either answer ends the question', () => {
    const b = house(metal, metal);
    const [question] = asked(b);
    expect(question?.severity).toBe('watch');
    for (const r of question!.remedies) expect(asked(applyEdit(b, r.edit))).toEqual([]);
    const no = evaluate(applyEdit(b, question!.remedies[1]!.edit));
    expect(no.options.length).toBeGreaterThan(0);
    expect(no.chosen!.option.legs.every((l) => l.method !== 'NM-B' && l.method !== 'UF-B')).toBe(true);
  });
  it('is not where plastic cable is there already', () => {
    expect(asked(house(metal, {}))).toEqual([]);
    expect(asked(house({}, {}))).toEqual([]);
  });
});

describe('a grounding wire of its own, NEC 250.130(C)', () => {
  const bare = { ground: 'none' } as const;
  const run = (id: string | null): House => {
    const house = smallHouse({ cables: cables(bare, bare) });
    return {
      ...house,
      points: house.points.map((p) => (p.id === id ? { ...p, groundRun: 'panel' as const } : p)),
    };
  };
  const taps = (house: House) =>
    evaluate(bundle(house, [wanted(104)]))
      .planning.candidates.filter((c) => c.candidate.usable)
      .map((c) => c.candidate.pointId);
  it('makes a box of an old circuit one that may be extended; without it none may', () => {
    expect(taps(run(null))).toEqual([]);
    expect(taps(run('r2'))).toEqual(['r2']);
  });
  it('does not ground what is fed over a cable without one', () => {
    // R2 hangs on R1 over a cable with no ground: the wire at R1 does not reach it.
    expect(taps(run('r1'))).toEqual(['r1']);
  });
  it('is spliced in and counted; the plan replays', () => {
    const e = evaluate(bundle(run('r2'), [wanted(104)]));
    const box = e.chosen!.boxes.find((x) => x.point.id === 'r2')!;
    const ground = box.after.splices.find((j) => j.role === 'ground')!;
    expect(ground.members.map((m) => m.kind)).toEqual(['conductor', 'pigtail', 'ground-run']);
    expect(e.findings.filter((f) => f.rule === 'proof')).toEqual([]);
    expect(said(one(bundle(run('r2'), [wanted(104)]), 'ground').detail)).toContain('separate ground wire');
  });
});
