import { describe, expect, it } from '@jest/globals';
import { ItemId, type House, type Point } from '../../../document/index.ts';
import { evaluate } from '../../../evaluation/evaluate.ts';
import { applyEdit, holdsUp } from '../../../findings/index.ts';
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
} from '../../../testing/build.ts';
import { of, one, plan } from '../../../testing/judged.ts';
import { heard, said } from '../../../testing/said.ts';

describe('gauge for breaker', () => {
  it('14 AWG all the way holds on 15 A, exactly', () =>
    expect(one(plan(), 'gauge-for-breaker')).toMatchObject({
      severity: 'ok',
      because: { need: 15, have: 15 },
    }));
  it('a 14 AWG tail behind a 20 A breaker stops the job, though the new cable is 12', () => {
    const b = plan({
      panels: panel(20),
      cables: [nm('c1', atBreaker(), atPoint('r1'), { gauge: '12' }), nm('c2', atPoint('r1'), atPoint('r2'))],
    });
    const f = one(b, 'gauge-for-breaker', 'c2');
    expect(f).toMatchObject({ severity: 'stop', origin: 'worse', because: { need: 20, have: 15 } });
    expect(evaluate(b).chosen?.applied.house.cables.find((c) => c.id === 'new-leg-1')?.gauge).toBe('12');
  });
  it('new 14 AWG by hand on a 20 A circuit stops, and the remedy mends it', () => {
    const cables = [
      nm('c1', atBreaker(), atPoint('r1'), { gauge: '12' }),
      nm('c2', atPoint('r1'), atPoint('r2'), { gauge: '12' }),
    ];
    const b = plan({ panels: panel(20), cables }, { gauge: '14' });
    const f = one(b, 'gauge-for-breaker', 'new-leg-1');
    expect(f.severity).toBe('stop');
    const after = applyEdit(b, f.remedies[0]!.edit);
    expect(of(after, 'gauge-for-breaker').map((x) => x.severity)).toEqual(['ok']);
  });
  it('an unread conductor is asked for, with what hangs on it, and an answer removes the question', () => {
    const b = plan({
      cables: [nm('c1', atBreaker(), atPoint('r1'), { gauge: null }), nm('c2', atPoint('r1'), atPoint('r2'))],
    });
    const f = one(b, 'gauge-for-breaker', 'c1');
    expect(f).toMatchObject({ severity: 'watch', because: { have: null } });
    expect(of(applyEdit(b, f.remedies[0]!.edit), 'gauge-for-breaker').every((x) => x.severity === 'ok')).toBe(
      true,
    );
  });
  it('small aluminum stops an extension and is not mixed', () => {
    const b = plan({
      cables: [
        nm('c1', atBreaker(), atPoint('r1'), { gauge: '12', metal: 'Al' }),
        nm('c2', atPoint('r1'), atPoint('r2')),
      ],
    });
    expect(evaluate(b).chosen).toBeNull();
    expect(said(one(b, 'no-way').detail)).toContain('aluminum');
    expect(one(b, 'cable-material')).toMatchObject({ severity: 'stop', origin: 'standing' });
  });
  it('knob-and-tube stops too; a large aluminum feeder does not', () => {
    expect(
      evaluate(
        plan({
          cables: [
            nm('c1', atBreaker(), atPoint('r1'), { type: 'knob-and-tube' }),
            nm('c2', atPoint('r1'), atPoint('r2')),
          ],
        }),
      ).chosen,
    ).toBeNull();
    expect(
      of(
        plan({
          cables: [
            nm('c1', atBreaker(), atPoint('r1'), { gauge: '6', metal: 'Al' }),
            nm('c2', atPoint('r1'), atPoint('r2')),
          ],
        }),
        'cable-material',
      ),
    ).toEqual([]);
  });
});

describe('load', () => {
  it('L80: one 1500 W heater on a 15 A circuit draws 12.5 A of 12.0 (NEC 210.23(A)(1), from memory)', () => {
    expect(one(plan({ loads: [loadAt('r1', 1500)] }), 'cord-share')).toMatchObject({
      severity: 'fix',
      because: { need: 12.5, have: 12 },
    });
  });
  it('exactly 12 A passes', () =>
    expect(one(plan({ loads: [loadAt('r1', 1440)] }), 'cord-share')).toMatchObject({
      severity: 'ok',
      because: { need: 12, have: 12 },
    }));
  it('L80: on 20 A the same heater is limited to 12 A by its 15 A receptacle (Table 210.21(B)(2), from memory)', () => {
    const cables = [
      nm('c1', atBreaker(), atPoint('r1'), { gauge: '12' }),
      nm('c2', atPoint('r1'), atPoint('r2'), { gauge: '12' }),
    ];
    expect(one(plan({ panels: panel(20), cables, loads: [loadAt('r1', 1500)] }), 'cord-share')).toMatchObject(
      {
        severity: 'fix',
        because: { have: 12 },
      },
    );
    const twenty = outlet('r1', 24, { devices: [{ kind: 'receptacle', amps: 20, grounded: true }] });
    expect(
      one(
        plan({ panels: panel(20), cables, points: [twenty, outlet('r2', 88)], loads: [loadAt('r1', 1500)] }),
        'cord-share',
      ),
    ).toMatchObject({ severity: 'ok', because: { have: 16 } });
  });
  it('L125: 12 A continuous and 4 A on 20 A is 19.0 A (NEC 210.20(A), from memory)', () => {
    const cables = [
      nm('c1', atBreaker(), atPoint('r1'), { gauge: '12' }),
      nm('c2', atPoint('r1'), atPoint('r2'), { gauge: '12' }),
    ];
    const f = one(
      plan({
        panels: panel(20),
        cables,
        loads: [loadAt('r1', 1440, { continuous: true }), loadAt('r2', 480)],
      }),
      'load',
    );
    expect(f).toMatchObject({ severity: 'ok' });
    expect(f.because?.need).toBeCloseTo(19, 9);
  });
  it('what never runs together is not added; what might is', () => {
    const day = loadAt('r1', 1200, { hours: [[9, 12]] });
    const night = loadAt('r2', 1300, { hours: [[20, 23]] });
    expect(one(plan({ loads: [day, night] }), 'load').because?.need).toBeCloseTo(1300 / 120, 9);
    expect(evaluate(plan({ loads: [day, { ...night, hours: [] }] })).chosen).toBeNull();
  });
  it('asks when no load is known', () =>
    expect(one(plan(), 'load')).toMatchObject({ severity: 'watch', because: { have: null } }));
  it('a room air conditioner on a shared 15 A circuit: 10 A fails, 7.5 A passes (NEC 440.62(C), from memory)', () => {
    const cool = (va: number) => plan({ loads: [loadAt('r1', va, { roomAirConditioner: true })] });
    expect(one(cool(1200), 'room-air-conditioner')).toMatchObject({
      severity: 'fix',
      because: { need: 10, have: 7.5 },
    });
    expect(one(cool(900), 'room-air-conditioner')).toMatchObject({
      severity: 'ok',
      because: { need: 7.5, have: 7.5 },
    });
  });
  it('fixed appliances take half at most (NEC 210.23(A)(2), from memory)', () => {
    expect(one(plan({ loads: [loadAt('r1', 960, { connection: 'fixed' })] }), 'fixed-share')).toMatchObject({
      severity: 'fix',
      because: { need: 8, have: 7.5 },
    });
    expect(one(plan({ loads: [loadAt('r1', 900, { connection: 'fixed' })] }), 'fixed-share')).toMatchObject({
      severity: 'ok',
    });
  });
});

describe('box fill at the tap', () => {
  const tapped = (box: Partial<Point>, job: Parameters<typeof bundle>[2] = {}) =>
    plan({ points: [outlet('r1', 24), outlet('r2', 88, box)], loads: [loadAt('r1', 100)] }, job);
  it('a third 14-2 and a duplex in 14.0 in3 with clamps: 16.0 in3 needed', () => {
    const f = one(tapped(knownBox('dev-2-3/4', 'inside')), 'box-fill', 'r2');
    expect(f).toMatchObject({ severity: 'fix', origin: 'new', because: { need: 16, have: 14 } });
  });
  it('exactly full passes', () => {
    const f = one(
      tapped({
        condition: 'sound',
        box: { model: null, markedCubicInches: 14, gangs: 1, clamps: 'none', metal: false },
      }),
      'box-fill',
      'r2',
    );
    expect(f).toMatchObject({ severity: 'ok', because: { need: 14, have: 14 } });
  });
  it('a remedy makes it fit', () => {
    const b = tapped(knownBox('dev-2-3/4', 'inside'));
    const bigger = one(b, 'box-fill', 'r2').remedies.find((r) => r.edit.edit === 'set-box')!;
    const after = applyEdit(b, bigger.edit);
    expect(one(after, 'box-fill', 'r2').severity).toBe('ok');
    expect(
      evaluate(after)
        .chosen?.bill.lines.filter((l) => l.partKey.startsWith('box:old-1g'))
        .reduce((s, l) => s + l.needed, 0),
    ).toBe(2);
  });
  it('offers a box with the margin the person likes, not the tightest', () => {
    const b = tapped(knownBox('dev-2-3/4', 'none'), {});
    const offer = (boxMarginCubicInches: number) => {
      const tight = {
        ...b,
        house: {
          ...b.house,
          points: b.house.points.map((p) =>
            p.id === 'r2' ? { ...p, box: { ...p.box, markedCubicInches: 13 } } : p,
          ),
        },
      };
      return one(
        { ...tight, job: { ...tight.job, preferences: { ...tight.job.preferences, boxMarginCubicInches } } },
        'box-fill',
        'r2',
      ).remedies[0]?.edit;
    };
    expect(offer(0)).toMatchObject({ model: 'old-1g-14' });
    expect(offer(2)).toMatchObject({ model: 'old-1g-16' });
  });
  it('asks for the volume when nobody has read it', () =>
    expect(
      one(
        tapped({
          condition: 'sound',
          box: { model: null, markedCubicInches: null, gangs: 1, clamps: 'none', metal: null },
        }),
        'box-fill',
        'r2',
      ),
    ).toMatchObject({ severity: 'watch', because: { need: 14, have: null } }));
  it('asks about clamps only when they decide', () => {
    const marked = (v: number) =>
      tapped({
        condition: 'sound',
        box: { model: null, markedCubicInches: v, gangs: 1, clamps: 'unknown', metal: null },
      });
    expect(heard(one(marked(15), 'box-fill', 'r2'))).toMatchObject({
      severity: 'watch',
      says: expect.stringContaining('clamps'),
    });
    expect(one(marked(16), 'box-fill', 'r2').severity).toBe('ok');
  });
  it('passing power by pigtails or through the device takes the same room', () => {
    const need = (passPower: 'pigtails' | 'through-device') => {
      const b = tapped(knownBox('dev-2-3/4', 'inside'));
      return one(
        { ...b, job: { ...b.job, preferences: { ...b.job.preferences, passPower } } },
        'box-fill',
        'r2',
      ).because?.need;
    };
    expect(need('pigtails')).toBe(need('through-device'));
  });
  it('a box that was too full before the job is standing and holds nothing up', () => {
    const b = plan({ points: [outlet('r1', 24, knownBox('dev-2-1/2', 'inside')), outlet('r2', 88)] });
    expect(one(b, 'box-fill', 'r1')).toMatchObject({ severity: 'fix', origin: 'standing' });
  });
});

describe('protection', () => {
  const wet = (use: 'garage' | 'den' | 'utility' | 'kitchen'): Partial<House> => ({
    rooms: smallHouse().rooms.map((r) => ({ ...r, use })),
  });
  it('a garage outlet needs a ground-fault device; each of the three ways settles it', () => {
    const b = plan(wet('garage'));
    const f = one(b, 'ground-fault', 'new-w1');
    expect(f.severity).toBe('stop');
    for (const remedy of f.remedies)
      expect(one(applyEdit(b, remedy.edit), 'ground-fault', 'new-w1').severity).toBe('ok');
    // A device first, the breaker last: each with what its part costs, about.
    const prices = f.remedies.map((r) => r.priceCents ?? 0);
    expect(prices).toEqual([...prices].sort((a, b) => a - b));
    expect(prices[0]).toBeGreaterThan(0);
    expect(f.remedies.at(-1)?.edit).toMatchObject({ how: 'at-breaker' });
  });
  it('the old outlets beside it are listed as standing', () =>
    expect(one(plan(wet('garage')), 'ground-fault', 'r1')).toMatchObject({ origin: 'standing' }));
  it('a den needs none', () =>
    expect(one(plan(), 'ground-fault', 'new-w1')).toMatchObject({ severity: 'ok' }));
  it('an extension in a den needs arc-fault at origin or first outlet, and never at the new device', () => {
    const b = plan({}, { protection: { groundFault: null, arcFault: null } });
    const f = one(b, 'arc-fault');
    expect(f.severity).toBe('stop');
    expect(f.remedies.map((r) => r.edit)).toEqual([
      { edit: 'protect-arc', how: 'at-first' },
      { edit: 'protect-arc', how: 'at-breaker' },
    ]);
    for (const remedy of f.remedies) expect(one(applyEdit(b, remedy.edit), 'arc-fault').severity).toBe('ok');
  });
  it('protection that is missing is never overridden; only a local rule lifts it, and is named', () => {
    const overrides = ['ground-fault', 'arc-fault', 'ground'].map((rule) => ({
      rule,
      subject: '',
      basis: 'own' as const,
      reason: 'It has been like this for years',
    }));
    const bare = { protection: { groundFault: null, arcFault: null }, overrides };
    const kitchen = wet('kitchen');
    const stops = (house: Partial<House>) =>
      evaluate(plan(house, bare)).findings.flatMap((f) =>
        f.severity === 'stop' && f.origin === 'new' ? [f.rule] : [],
      );
    expect(stops(kitchen).sort()).toEqual(['arc-fault', 'ground-fault']);
    const waivers: House['waivers'] = [
      { what: 'ground-fault', note: 'Town amendment 7' },
      { what: 'arc-fault', note: 'Town amendment 8' },
    ];
    expect(stops({ ...kitchen, waivers: waivers.slice(0, 1) })).toEqual(['arc-fault']);
    expect(stops({ ...kitchen, waivers })).toEqual([]);
    const lifted = heard(one(plan({ ...kitchen, waivers }, bare), 'arc-fault'));
    expect(lifted).toMatchObject({ severity: 'ok', sources: [{ kind: 'local', note: 'Town amendment 8' }] });
    expect(lifted.detail).toContain('Town amendment 8');
    expect(of(plan({ waivers }), 'local-amendment')).toHaveLength(2);
    // A ground that is missing is lifted by nothing.
    const cables = smallHouse().cables.map((c) => ({ ...c, ground: 'none' as const }));
    expect(evaluate(plan({ cables, waivers }, bare)).chosen).toBeNull();
  });
  it('protection still to be chosen does not push the cheapest option to the end of the list', () => {
    const options = (arcFault: 'at-breaker' | null) =>
      evaluate(plan({}, { protection: { groundFault: null, arcFault } })).options;
    expect(options(null).map((o) => o.key)).toEqual(options('at-breaker').map((o) => o.key));
    expect([options(null)[0]?.state, options(null)[0]?.blocked]).toEqual(['stop', false]);
  });
  it('at the first outlet: R1 becomes the protecting device and what follows goes on LOAD', () => {
    const e = evaluate(plan({}, { protection: { groundFault: null, arcFault: 'at-first' } }));
    const house = e.chosen!.applied.house;
    expect(house.points.find((p) => p.id === 'r1')?.devices[0]?.kind).toBe('receptacle-afci');
    expect(house.cables.find((c) => c.id === 'c2')?.from).toMatchObject({ on: 'load' });
  });
  it('a test button behind a freezer is out of reach, and upstream protection settles it', () => {
    const room = smallHouse().rooms[0]!;
    const freezer = {
      id: ItemId.parse('f'),
      name: 'Freezer',
      kind: 'furniture' as const,
      leftMm: 2300,
      rightMm: 3300,
      bottomMm: 0,
      topMm: 900,
      depthMm: 700,
      planned: true,
    };
    const rooms = [
      {
        ...room,
        use: 'garage' as const,
        walls: room.walls.map((w, i) => (i === 0 ? { ...w, furniture: [freezer] } : w)),
      },
    ];
    const b = plan({ rooms }, { protection: { groundFault: 'at-new', arcFault: null } });
    const f = one(b, 'ground-fault-reach');
    expect(of(applyEdit(b, f.remedies[0]!.edit), 'ground-fault-reach')).toEqual([]);
  });
});

describe('ground, condition, site', () => {
  it('an ungrounded circuit is no tap', () => {
    const b = plan({
      cables: [
        nm('c1', atBreaker(), atPoint('r1'), { ground: 'none' }),
        nm('c2', atPoint('r1'), atPoint('r2')),
      ],
    });
    expect(evaluate(b).chosen).toBeNull();
    expect(
      evaluate(b).planning.candidates.every(
        (c) => c.candidate.atPanel || c.candidate.reasons.some((r) => said(r.says).includes('no ground')),
      ),
    ).toBe(true);
  });
  it('asks whether there is a ground, and both answers lead somewhere', () => {
    const b = plan({
      cables: [
        nm('c1', atBreaker(), atPoint('r1'), { ground: 'unknown' }),
        nm('c2', atPoint('r1'), atPoint('r2')),
      ],
    });
    const f = one(b, 'ground');
    expect(f.severity).toBe('watch');
    expect(one(applyEdit(b, f.remedies[0]!.edit), 'ground').severity).toBe('ok');
    expect(evaluate(applyEdit(b, f.remedies[1]!.edit)).chosen).toBeNull();
  });
  it('asks to look into a tap nobody opened', () => {
    const b = plan({ points: [outlet('r1', 24), outlet('r2', 88, { condition: 'not-looked' })] });
    const f = one(b, 'box-condition', 'r2');
    expect(f.severity).toBe('watch');
    expect(of(applyEdit(b, f.remedies[0]!.edit), 'box-condition')).toEqual([]);
  });
  it('burnt beyond reach is never a tap', () =>
    expect(
      evaluate(plan({ points: [outlet('r1', 24), outlet('r2', 88, { condition: 'burnt-beyond-reach' })] }))
        .chosen?.option.taps[0]?.pointId,
    ).toBe('r1'));
  it('VD1: 12 AWG, 100 ft, 16 A, 120 V loses 6.176 V (5.1467 %), from the table from memory', () => {
    const cables = [
      nm('c1', atBreaker(), atPoint('r1'), { gauge: '12', lengthMm: 100 * 304.8 }),
      nm('c2', atPoint('r1'), atPoint('r2'), { gauge: '12', lengthMm: 1 }),
    ];
    const b = plan({ panels: panel(20), cables, loads: [loadAt('r1', 1920)] });
    const f = one(b, 'voltage-drop');
    expect([f.severity, f.origin, holdsUp(f)]).toEqual(['fix', 'advice', false]);
    expect(f.because!.need * 120).toBeCloseTo(6.176, 3);
    expect(f.because!.need).toBeCloseTo(0.051467, 5);
  });
  it('an unmeasured cable is asked for, with the length that would still hold', () => {
    const b = plan({
      cables: [
        nm('c1', atBreaker(), atPoint('r1'), { lengthMm: null }),
        nm('c2', atPoint('r1'), atPoint('r2')),
      ],
      loads: [loadAt('r2', 1200)],
    });
    expect(heard(one(b, 'voltage-drop'))).toMatchObject({
      severity: 'watch',
      origin: 'advice',
      detail: expect.stringContaining('no longer than'),
    });
  });
  it('with nothing entered that would run, voltage drop is no verdict', () =>
    expect(of(plan(), 'voltage-drop')).toEqual([]));
  it('old paint is named before cutting in a house of 1961, not in one of 1990', () => {
    expect(of(plan({ yearBuilt: 1961 }), 'old-dust')).toHaveLength(1);
    expect(of(plan({ yearBuilt: 1990 }), 'old-dust')).toHaveLength(0);
  });
  it('an unproved label is asked for', () => {
    const b = plan({ panels: panel(15, { proved: false }) });
    const f = one(b, 'breaker-proved');
    expect(f.severity).toBe('watch');
    expect(one(applyEdit(b, f.remedies[0]!.edit), 'breaker-proved').severity).toBe('ok');
  });
  it('a shared neutral behind a single-pole breaker is to be settled', () =>
    expect(one(plan({ panels: panel(15, { multiwire: true }) }), 'multiwire')).toMatchObject({
      severity: 'fix',
      origin: 'worse',
    }));
  it('a switch over 6 ft 7 in is too high (NEC 404.8(A), from memory)', () => {
    const high = (h: number) =>
      plan({
        points: [
          outlet('r1', 24),
          outlet('r2', 88),
          outlet('s9', 130, {
            kind: 'switch',
            devices: [{ kind: 'switch', amps: 15, grounded: true }],
            at: wallAt(130, h),
          }),
        ],
      });
    expect(of(high(80), 'switch-height')).toHaveLength(1);
    expect(of(high(79), 'switch-height')).toHaveLength(0);
  });
  it('every finding names a source or asks', () => {
    for (const f of evaluate(plan({ loads: [loadAt('r1', 100)] })).findings)
      expect(f.sources.length > 0 || f.severity === 'watch' || f.rule === 'integrity').toBe(true);
  });
  it('an override needs a reason, keeps the finding listed and holds nothing up', () => {
    const b = plan(
      { panels: panel(15, { multiwire: true }) },
      { overrides: [{ rule: 'multiwire', subject: '', reason: 'The inspector saw the handle tie.' }] },
    );
    expect(one(b, 'multiwire')).toMatchObject({
      severity: 'fix',
      origin: 'standing',
      overridden: 'The inspector saw the handle tie.',
    });
  });
});
