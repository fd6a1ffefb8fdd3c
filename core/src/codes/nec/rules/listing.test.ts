import { describe, expect, it } from '@jest/globals';
import {
  ItemId,
  makePoint,
  makeRoom,
  makeWant,
  PointId,
  type Bundle,
  type Cable,
  type House,
  type Point,
  type RoomUse,
} from '../../../document/index.ts';
import { evaluate } from '../../../evaluation/evaluate.ts';
import { applyEdit } from '../../../findings/index.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  ceilingAt,
  change,
  knownBox,
  nm,
  outlet,
  smallHouse,
  standing,
  wallAt,
  wanted,
} from '../../../testing/build.ts';
import { of, one } from '../../../testing/judged.ts';
import { feet, inches, pounds } from '../../../units/index.ts';

/** What boxes are made to carry (NEC 314.27), what may come into them (314.3), and what switches what. */

const at = ceilingAt(72, 60);
const hung = (kind: 'luminaire' | 'fan', lb: number | undefined, more: Partial<House> = {}): Bundle =>
  bundle(smallHouse(more), [
    makeWant('w1', 'new 1', at, {
      kind,
      devices: [{ kind, ...(lb === undefined ? {} : { weightKg: pounds(lb) }) }],
    }),
  ]);
const weight = (b: Bundle) => evaluate(b).findings.find((f) => f.rule === 'box-weight')?.severity;

describe('the weight that a box carries', () => {
  it.each([
    ['luminaire', 50, 'ok'],
    ['luminaire', 50.1, 'fix'],
    ['fan', 35, 'ok'],
    ['fan', 35.1, 'watch'],
    ['fan', 70, 'watch'],
    ['fan', 70.1, 'fix'],
  ] as const)('a %s of %d lb: %s', (kind, lb, severity) => expect(weight(hung(kind, lb))).toBe(severity));
  it('says nothing where nobody has said what it weighs', () =>
    expect(weight(hung('luminaire', undefined))).toBeUndefined());
  it('one that hangs there already is listed as standing', () => {
    const lamp = makePoint('l1', 'L1', 'luminaire', at, {
      ...knownBox('oct-4-1-1/2'),
      devices: [{ kind: 'luminaire', amps: 15, grounded: true, weightKg: pounds(60) }],
    });
    const house = smallHouse();
    const b = bundle({ ...house, points: [...house.points, lamp] }, [wanted(104)]);
    expect(evaluate(b).findings.find((f) => f.rule === 'box-weight')).toMatchObject({ origin: 'standing' });
  });
});

describe('a ceiling box where a fan could hang one day', () => {
  const light = (code: House['code'], use: RoomUse, xInches = 72): Bundle => {
    const room = makeRoom('room', 'Room', use, feet(12), feet(10));
    return bundle(smallHouse({ code, rooms: [room] }), [
      makeWant('w1', 'new 1', ceilingAt(xInches, 60), { kind: 'luminaire' }),
    ]);
  };
  const plain = (b: Bundle): Bundle => ({ ...b, job: { ...b.job, boxes: { 'new-w1': 'old-round-20' } } });
  it('is chosen fan-rated in a bedroom from 2023 on', () => {
    const model = (b: Bundle) =>
      evaluate(b).chosen!.applied.house.points.find((p) => p.id === 'new-w1')!.box.model;
    expect(model(light('nec-2023', 'bedroom'))).toMatch(/^brace/);
    expect(model(light('nec-2020', 'bedroom'))).toBe('old-round-20');
    expect(model(light('nec-2023', 'hall'))).toBe('old-round-20');
    // 2 ft from the wall no fan would turn.
    expect(model(light('nec-2023', 'bedroom', 24))).toBe('old-round-20');
  });
  it('a retrofit box in its place is told, and mended by the brace', () => {
    const b = plain(light('nec-2023', 'bedroom'));
    const f = one(b, 'box-listing');
    expect(f.severity).toBe('fix');
    expect(one(applyEdit(b, f.remedies[0]!.edit), 'box-listing').severity).toBe('ok');
    expect(of(plain(light('nec-2020', 'bedroom')), 'box-listing')).toEqual([]);
    expect(of(plain(light('nec-2023', 'bath')), 'box-listing')).toEqual([]);
  });
});

describe('metal cable in a plastic box', () => {
  const house = (cable: Partial<Cable>, box: string): House =>
    smallHouse({
      points: [outlet('r1', 24, knownBox('dev-3-1/2')), outlet('r2', 88, knownBox(box))],
      cables: [nm('c1', atBreaker(), atPoint('r1')), nm('c2', atPoint('r1'), atPoint('r2'), cable)],
    });
  const told = (cable: Partial<Cable>, box: string) =>
    of(bundle(house(cable, box), [wanted(40)]), 'box-material').map((f) => f.origin);
  it.each<Partial<Cable>>([
    { type: 'AC', ground: 'armor' },
    { type: 'MC' },
    { type: 'EMT', ground: 'tubing', size: '1/2' },
    { type: 'FMC', ground: 'tubing', size: '1/2' },
  ])('%j is told where it stands, and not in a metal box', (cable) => {
    expect(told(cable, 'new-1g-22')).toEqual(['standing']);
    expect(told(cable, 'dev-3-1/2')).toEqual([]);
  });
  it('nonmetallic cable and conduit may be there', () => {
    expect(told({}, 'new-1g-22')).toEqual([]);
    expect(told({ type: 'PVC', size: '1/2' }, 'new-1g-22')).toEqual([]);
  });
  it('armor into plastic brings no ground: nothing is fed from there', () => {
    const b = bundle(house({ type: 'AC', ground: 'armor' }, 'new-1g-22'), [wanted(104)]);
    const r2 = evaluate(b).planning.candidates.find((c) => c.candidate.pointId === 'r2')!.candidate;
    expect(r2.usable).toBe(false);
  });
  it('new tubing into a plastic box is mended by a metal one', () => {
    const b = bundle(smallHouse(), [wanted(104)], { method: 'EMT' });
    const f = one(b, 'box-material');
    expect(f.severity).toBe('fix');
    expect(of(applyEdit(b, f.remedies[0]!.edit), 'box-material')).toEqual([]);
  });
});

const switchAt = (id: string, x: number, devices: Point['devices']): Point =>
  makePoint(id, id.toUpperCase(), 'switch', wallAt(x, 48), { ...knownBox('new-1g-22'), devices });
const device = (kind: Point['devices'][number]['kind']) => ({ kind, amps: 15, grounded: true });

describe('what switches what', () => {
  const lit = (kind: 'switch' | 'dimmer', load: Point): House =>
    smallHouse({
      points: [outlet('r1', 24), switchAt('s1', 60, [device(kind)]), load],
      cables: [
        nm('c1', atBreaker(), atPoint('r1')),
        nm('c2', atPoint('r1'), atPoint('s1')),
        nm('c3', atPoint('s1'), atPoint(load.id), { carries: 'switched', switchedBy: PointId.parse('s1') }),
      ],
    });
  const lamp = makePoint('l1', 'L1', 'luminaire', at, knownBox('oct-4-1-1/2'));
  it('a dimmer on an outlet is told wherever it is; on a light it may be, and a switch on an outlet too', () => {
    const dimmed = (house: House) => of(bundle(house, [wanted(40)]), 'dimmed-outlet').map((f) => f.origin);
    expect(dimmed(lit('dimmer', outlet('r2', 88)))).toEqual(['standing']);
    expect(dimmed(lit('dimmer', lamp))).toEqual([]);
    expect(dimmed(lit('switch', outlet('r2', 88)))).toEqual([]);
  });
  it('one that a change puts in is new work, and the remedy takes it back', () => {
    const b = bundle(lit('switch', outlet('r2', 88)), [], {
      changes: [
        change({ kind: 'replace', pointId: PointId.parse('s1'), index: 0, device: { kind: 'dimmer' } }),
      ],
    });
    const f = one(b, 'dimmed-outlet');
    expect(f).toMatchObject({ severity: 'fix', origin: 'new' });
    expect(of(applyEdit(b, f.remedies[0]!.edit), 'dimmed-outlet')).toEqual([]);
  });
  it('a new light that nothing switches is asked about; a switch of the room, or one beside the door, ends the question', () => {
    const b = bundle(lit('switch', lamp), [
      makeWant('w1', 'new 1', ceilingAt(90, 60), { kind: 'luminaire' }),
    ]);
    const f = one(b, 'unswitched-light');
    expect(f.remedies.map((r) => r.edit.edit)).toEqual(['switch-by', 'add-switch']);
    for (const r of f.remedies) {
      const after = applyEdit(b, r.edit);
      expect(of(after, 'unswitched-light')).toEqual([]);
      expect(evaluate(after).options.length).toBeGreaterThan(0);
    }
    expect(of(bundle(smallHouse(), [wanted(104)]), 'unswitched-light')).toEqual([]);
  });
  it('a new switch with nothing to switch is asked about, and may be given the light', () => {
    const b = bundle(smallHouse(), [
      makeWant('s', 'new 1', wallAt(104, 48), { kind: 'switch' }),
      makeWant('l', 'new 2', at, { kind: 'luminaire' }),
    ]);
    const f = one(b, 'idle-switch', 'new-s');
    expect(f.severity).toBe('watch');
    const after = applyEdit(b, f.remedies[0]!.edit);
    expect(of(after, 'idle-switch')).toEqual([]);
    expect(of(after, 'unswitched-light')).toEqual([]);
  });
  it('a switch that loses what it switched may be blanked', () => {
    const half = makePoint('r2', 'R2', 'receptacle', wallAt(88), {
      ...knownBox('new-1g-22'),
      devices: [{ ...device('receptacle'), tab: 'broken' }],
    });
    const house = lit('switch', half);
    const cables = house.cables.map((c) =>
      c.id === 'c3' ? { ...c, carries: 'both' as const, conductors: 3 as const } : c,
    );
    const freed = change({ kind: 'convert', pointId: PointId.parse('r2'), switchId: PointId.parse('s1') });
    const b = bundle({ ...house, cables }, [], { changes: [freed] });
    const f = one(b, 'idle-switch', 's1');
    expect(f.remedies.map((r) => r.edit)).toMatchObject([{ edit: 'put-device', device: 'blank' }]);
    expect(of(applyEdit(b, f.remedies[0]!.edit), 'idle-switch')).toEqual([]);
  });
});

describe('boxes under a surface to come', () => {
  const wall = (more: object): House => {
    const house = smallHouse();
    return {
      ...house,
      rooms: house.rooms.map((r) => ({
        ...r,
        walls: r.walls.map((w, i) => (i === 0 ? { ...w, ...more } : w)),
      })),
    };
  };
  const tile = { id: ItemId.parse('t'), name: 'Tile', thicknessMm: inches(0.375), planned: true };
  it('a box that the work opens gets its extender, one that stays shut is listed', () => {
    const b = bundle(wall({ layers: [tile] }), [wanted(104)]);
    expect(of(b, 'surface-to-come').map((f) => [f.subjects[0], f.severity])).toEqual([
      ['r1', 'fix'],
      ['r2', 'ok'],
    ]);
    expect(evaluate(b).chosen!.bill.lines.map((l) => l.partKey)).toContain('box-extender');
  });
  it('what is there already asks for nothing', () => {
    const b = bundle(wall({ layers: [{ ...tile, planned: false }] }), [wanted(104)]);
    expect(of(b, 'surface-to-come')).toEqual([]);
    expect(evaluate(b).chosen!.bill.lines.map((l) => l.partKey)).not.toContain('box-extender');
  });
  it('behind a planned cabinet a box is no longer within reach; a cabinet beside it does nothing', () => {
    const cabinet = (left: number) =>
      bundle(wall({ furniture: [standing('cabinet', left, left + 2, { planned: true })] }), [wanted(104)]);
    expect(one(cabinet(7), 'surface-to-come')).toMatchObject({ severity: 'fix', origin: 'worse' });
    expect(of(cabinet(4), 'surface-to-come')).toEqual([]);
  });
});

describe('switches and lights at a tub', () => {
  const bath = (kind: 'switch' | 'luminaire', x: number): Bundle => {
    const room = makeRoom('room', 'Bath', 'bath', feet(12), feet(10));
    const tub = standing('tub', 7, 9, { topMm: inches(20), depthMm: inches(30) });
    const walls = room.walls.map((w, i) => (i === 0 ? { ...w, furniture: [tub] } : w));
    return bundle(smallHouse({ rooms: [{ ...room, walls }] }), [
      makeWant('w1', 'new 1', kind === 'switch' ? wallAt(x, 48) : ceilingAt(x, 15), { kind }),
    ]);
  };
  const zone = (b: Bundle) => of(b, 'bath-zone').find((f) => f.subjects[0] === 'new-w1')?.severity;
  it('no switch inside its space: at the edge of the tub it is one, a hair beyond it is not', () => {
    expect(zone(bath('switch', 108))).toBe('stop');
    expect(zone(bath('switch', 108.1))).toBeUndefined();
  });
  it('a light over it is bought for damp places', () => {
    expect(zone(bath('luminaire', 100))).toBe('ok');
    expect(zone(bath('luminaire', 120))).toBeUndefined();
  });
});

describe('how high a switch may be', () => {
  it('6 ft 7 in exactly; one on the ceiling is over it', () => {
    const high = (position: ReturnType<typeof wallAt> | typeof at) =>
      of(bundle(smallHouse(), [makeWant('w1', 'new 1', position, { kind: 'switch' })]), 'switch-height')
        .length;
    expect(high(wallAt(104, 79))).toBe(0);
    expect(high(wallAt(104, 79.1))).toBe(1);
    expect(high(at)).toBe(1);
  });
});
