import { describe, expect, it } from '@jest/globals';
import {
  PointId,
  type Bundle,
  type Change,
  type House,
  type RoomUse,
  type Want,
} from '../../../document/index.ts';
import { evaluate } from '../../../evaluation/evaluate.ts';
import { applyEdit } from '../../../findings/index.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  knownBox,
  nm,
  outlet,
  smallHouse,
  wanted,
  change,
} from '../../../testing/build.ts';
import { of, one } from '../../../testing/judged.ts';
import { heard } from '../../../testing/said.ts';

/** Receptacles that a change puts in are new work: NEC 406.4(D) for replaced ones, 210.8, 210.12 and 250.130 for one more. */

const r = (n: 1 | 2) => PointId.parse(`r${n}`);
const replace = (n: 1 | 2 = 2) =>
  change({ kind: 'replace', pointId: r(n), index: 0, device: { kind: 'receptacle' } });
const enlarge = (n: 1 | 2 = 2) =>
  change({ kind: 'enlarge', pointId: r(n), devices: [{ kind: 'receptacle' }] });

const used = (use: RoomUse, more: Partial<House> = {}) =>
  smallHouse({ rooms: smallHouse().rooms.map((room) => ({ ...room, use })), ...more });
const job = (
  house: House,
  c: Change,
  protection: Bundle['job']['protection'] = { groundFault: null, arcFault: null },
) => bundle(house, [], { changes: [c], protection });
const severity = (b: Bundle, rule: string, subject: string) =>
  of(b, rule).find((f) => f.subjects.includes(subject) && f.origin !== 'standing')?.severity;

describe('a receptacle that is replaced', () => {
  it('in a garage needs GFCI protection now, whatever it had; each remedy settles it', () => {
    const b = job(used('garage'), replace());
    const f = one(b, 'ground-fault', 'r2');
    expect([f.severity, f.origin]).toEqual(['stop', 'new']);
    expect(f.remedies.map((x) => x.edit.edit)).toContain('change-device');
    for (const remedy of f.remedies)
      expect(severity(applyEdit(b, remedy.edit), 'ground-fault', 'r2')).toBe('ok');
  });
  it('its neighbor that nobody touches stays as it was', () =>
    expect(one(job(used('garage'), replace()), 'ground-fault', 'r1')).toMatchObject({
      severity: 'fix',
      origin: 'standing',
    }));
  it('in a den needs AFCI protection: at itself, at the first outlet or at the breaker', () => {
    const b = job(used('den'), replace());
    const f = one(b, 'arc-fault', 'r2');
    expect(f.severity).toBe('stop');
    expect(f.remedies.map((x) => x.edit)).toContainEqual({
      edit: 'change-device',
      pointId: 'r2',
      device: 'receptacle-afci',
    });
    for (const remedy of f.remedies)
      expect(severity(applyEdit(b, remedy.edit), 'arc-fault', 'r2')).toBe('ok');
    const bought = evaluate(applyEdit(b, f.remedies[0]!.edit)).chosen!.bill.lines.map((l) => l.partKey);
    expect(bought).toContain('afci-15');
  });
  it('where both are asked for, one device gives both', () => {
    const b = job(used('laundry'), replace());
    const f = one(b, 'ground-fault', 'r2');
    const dual = f.remedies.find((x) => x.edit.edit === 'change-device')!;
    expect(dual.edit).toMatchObject({ device: 'receptacle-dual' });
    const after = applyEdit(b, dual.edit);
    expect([severity(after, 'ground-fault', 'r2'), severity(after, 'arc-fault', 'r2')]).toEqual(['ok', 'ok']);
  });
  it('in an unfinished basement under the 2014 code needs no AFCI, and where no rule asks nothing is said', () => {
    expect(severity(job(used('utility'), replace()), 'arc-fault', 'r2')).toBeUndefined();
    expect(severity(job(used('utility'), replace()), 'ground-fault', 'r2')).toBeUndefined();
  });
  it('is tamper-resistant like a new one', () =>
    expect(one(job(used('den'), replace()), 'device-kind', 'r2')).toMatchObject({ severity: 'ok' }));
  it('a cover that is sealed or a plate that is shifted is no replacement', () => {
    const seal = change({ kind: 'seal', pointId: r(2) });
    expect(severity(job(used('garage'), seal), 'ground-fault', 'r2')).toBeUndefined();
    expect(severity(job(used('den'), seal), 'arc-fault', 'r2')).toBeUndefined();
  });
});

describe('without a ground', () => {
  const bare = (grounded: boolean, ground: 'none' | 'unknown' = 'none') => {
    const house = used('utility');
    return {
      ...house,
      cables: house.cables.map((c) => ({ ...c, ground })),
      points: house.points.map((p) => ({ ...p, devices: p.devices.map((d) => ({ ...d, grounded })) })),
    };
  };
  it('two slots replace two slots', () =>
    expect(severity(job(bare(false), replace()), 'ground', 'r2')).toBeUndefined());
  it('three slots are a stop, and lawful behind a GFCI with its mark', () => {
    const b = job(bare(true), replace());
    const f = one(b, 'ground', 'r2');
    expect(f.severity).toBe('stop');
    for (const remedy of f.remedies) {
      const after = one(applyEdit(b, remedy.edit), 'ground', 'r2');
      expect(after.severity).toBe('ok');
      expect(heard(after).says).toContain('No Equipment Ground');
    }
    expect(f.remedies.length).toBeGreaterThan(1);
  });
  it('a ground that nobody has seen is asked for', () =>
    expect(severity(job(bare(true, 'unknown'), replace()), 'ground', 'r2')).toBe('watch'));
  it('one more outlet is an extension, and a stop whatever protects it', () => {
    const b = job(bare(false), enlarge(), { groundFault: 'at-breaker', arcFault: 'at-breaker' });
    expect(severity(b, 'ground', 'r2')).toBe('stop');
  });
});

describe('one more outlet in a box that is there', () => {
  it('extends its circuit: AFCI at the origin or the first outlet, not at itself', () => {
    const b = job(used('den'), enlarge());
    const f = one(b, 'arc-fault', 'r2');
    expect(f.severity).toBe('stop');
    expect(f.remedies.map((x) => x.edit.edit)).toEqual(['protect-arc', 'protect-arc']);
    for (const remedy of f.remedies)
      expect(severity(applyEdit(b, remedy.edit), 'arc-fault', 'r2')).toBe('ok');
    const own = job(
      used('den'),
      change({ kind: 'enlarge', pointId: r(2), devices: [{ kind: 'receptacle-afci' }] }),
    );
    expect(severity(own, 'arc-fault', 'r2')).toBe('stop');
    const first = job(
      used('den'),
      change({ kind: 'enlarge', pointId: r(1), devices: [{ kind: 'receptacle-afci' }] }),
    );
    expect(severity(first, 'arc-fault', 'r1')).toBe('ok');
  });
  it('a GFCI at itself covers it in a garage', () => {
    const b = job(used('garage'), enlarge());
    const f = one(b, 'ground-fault', 'r2');
    expect(f.severity).toBe('stop');
    const here = f.remedies.find((x) => x.edit.edit === 'change-device')!;
    expect(severity(applyEdit(b, here.edit), 'ground-fault', 'r2')).toBe('ok');
  });
  it('a switch that is added asks for nothing', () => {
    const house = used('garage', {
      points: [outlet('r1', 24), outlet('r2', 88, knownBox('new-1g-22'))],
      cables: [nm('c1', atBreaker(), atPoint('r1')), nm('c2', atPoint('r1'), atPoint('r2'))],
    });
    const b = job(house, change({ kind: 'enlarge', pointId: r(2), devices: [{ kind: 'switch' }] }));
    expect(severity(b, 'ground-fault', 'r2')).toBeUndefined();
  });
});

describe('an outlet that only moves, NEC 210.12, exception (from memory)', () => {
  const moved = (x: number, code: House['code'] = 'nec-2023', more: Partial<Want> = {}) =>
    bundle(smallHouse({ code }), [wanted(x, { replaces: r(2), ...more })], {
      protection: { groundFault: null, arcFault: null },
    });
  const arc = (b: Bundle) => of(b, 'arc-fault').find((f) => f.subjects.includes('new-w1'));
  const cableFeet = (b: Bundle) =>
    (evaluate(b).chosen!.applied.house.cables.find((c) => c.id === 'new-leg-1')!.lengthMm ?? 0) / 304.8;
  it('needs no AFCI on up to 6 ft of new cable, in every edition, and says why', () => {
    const b = moved(100);
    expect(cableFeet(b)).toBeLessThanOrEqual(6);
    expect(arc(b)?.severity).toBe('ok');
    expect(heard(arc(b)!).detail).toContain('6 ft');
    for (const code of ['nec-2014', 'nec-2017', 'nec-2020'] as const)
      expect(arc(moved(100, code))?.severity).toBe('ok');
  });
  it('needs it on a longer one, and where it does not move but is added', () => {
    const far = moved(20);
    expect(cableFeet(far)).toBeGreaterThan(6);
    expect(arc(far)?.severity).toBe('stop');
    const added = bundle(smallHouse(), [wanted(100)], { protection: { groundFault: null, arcFault: null } });
    expect(arc(added)?.severity).toBe('stop');
  });
  it('a tighter local value decides', () => {
    const b = moved(100);
    const amendments = [{ limit: 'arcFaultMoveMm', value: 700, note: 'the town' }];
    expect(arc({ ...b, house: { ...b.house, amendments } })?.severity).toBe('stop');
  });
});
