import { describe, expect, it } from '@jest/globals';
import {
  makePoint,
  makeRoom,
  makeWant,
  PointId,
  type Bundle,
  type Device,
  type House,
  type RoomUse,
  type Want,
} from '../../../document/index.ts';
import { evaluate } from '../../../evaluation/evaluate.ts';
import { applyEdit } from '../../../findings/index.ts';
import {
  device,
  atBreaker,
  atPoint,
  bundle,
  ceilingAt,
  change,
  knownBox,
  nm,
  smallHouse,
  wallAt,
} from '../../../testing/build.ts';
import { of, one } from '../../../testing/judged.ts';
import { feet } from '../../../units/index.ts';

/** What the devices of a switch box need beside their conductors: NEC 404.2(C), 404.14(E), 725.136, from memory. */

const by = (id: string) => PointId.parse(id);

interface Case {
  readonly use?: RoomUse;
  readonly code?: House['code'];
  readonly feed?: 'switch' | 'lamp';
  readonly emt?: boolean;
}
/** A switch and its lamp, power first at the one or the other; the switch moves along the wall. */
function moved({ use = 'den', code = 'nec-2023', feed = 'lamp', emt = false }: Case): Bundle {
  const room = makeRoom('room', 'Room', use, feet(12), feet(10));
  const type = emt ? ({ type: 'EMT', ground: 'tubing', size: '1/2' } as const) : {};
  const metal = emt ? { model: 'dev-3-1/2', metal: true } : {};
  const s1 = makePoint('s1', 'S1', 'switch', wallAt(88, 48), {
    ...knownBox('new-1g-22'),
    devices: [device('switch')],
  });
  const l1 = makePoint('l1', 'L1', 'luminaire', ceilingAt(60, 60), {
    ...knownBox('old-round-20'),
    devices: [device('luminaire')],
  });
  const at = (p: typeof s1) => ({ ...p, box: { ...p.box, ...metal } });
  const house = smallHouse({
    code,
    rooms: [room],
    points: [at(s1), at(l1)],
    cables:
      feed === 'lamp'
        ? [
            nm('c1', atBreaker(), atPoint('l1'), type),
            nm('c2', atPoint('l1'), atPoint('s1'), { carries: 'loop', switchedBy: by('s1'), ...type }),
          ]
        : [
            nm('c1', atBreaker(), atPoint('s1'), type),
            nm('c2', atPoint('s1'), atPoint('l1'), { carries: 'switched', switchedBy: by('s1'), ...type }),
          ],
  });
  return bundle(
    house,
    [makeWant('w1', 'S1 moved', wallAt(104, 48), { kind: 'switch', replaces: by('s1') })],
    emt ? { method: 'EMT' } : {},
  );
}
const neutral = (c: Case) => of(moved(c), 'switch-neutral').map((f) => f.severity);

describe('a neutral at a new switch', () => {
  it('is missing on a switch loop, and there where power comes to the switch first', () => {
    expect(neutral({})).toEqual(['fix']);
    expect(neutral({ feed: 'switch' })).toEqual(['ok']);
  });
  it.each(['garage', 'closet', 'utility', 'attic'] as const)('is not asked for in a %s', (use) =>
    expect(neutral({ use })).toEqual([]),
  );
  it.each([
    ['hall', 'nec-2017', []],
    ['hall', 'nec-2020', ['fix']],
    ['stair', 'nec-2014', []],
    ['bath', 'nec-2014', ['fix']],
    ['bedroom', 'nec-2014', ['fix']],
  ] as const)('%s under %s: %j', (use, code, severities) =>
    expect(neutral({ use, code })).toEqual(severities),
  );
  it('is not asked for where one can be pulled into a raceway later', () =>
    expect(neutral({ emt: true })).toEqual([]));
  it.each([
    ['in the same room', 'room-w1', 'ok'],
    ['in another room', 'hall-w1', 'fix'],
  ] as const)('is enough at the first of three switches, two cables away %s', (_, wall, severity) => {
    const three = { ...knownBox('new-1g-22'), devices: [device('switch-three-way')] };
    const hall = makeRoom('hall', 'Hall', 'hall', feet(12), feet(4), { place: { xMm: 0, yMm: feet(11) } });
    const house = smallHouse({
      rooms: [makeRoom('room', 'Room', 'den', feet(12), feet(10)), hall],
      points: [
        makePoint('s1', 'S1', 'switch', wallAt(20, 48, wall), three),
        makePoint('s2', 'S2', 'switch', wallAt(88, 48), three),
        makePoint('l1', 'L1', 'luminaire', ceilingAt(60, 60), {
          ...knownBox('old-round-20'),
          devices: [device('luminaire')],
        }),
      ],
      cables: [
        nm('c1', atBreaker(), atPoint('s1')),
        nm('c2', atPoint('s1'), atPoint('l1'), { carries: 'switched', switchedBy: by('s1') }),
        nm('c3', atPoint('s1'), atPoint('s2'), { carries: 'common-travelers', conductors: 3 }),
      ],
    });
    const third = makeWant('w1', 'S3', wallAt(120, 48), {
      kind: 'switch',
      partner: { by: 'switch', pointId: by('s2') },
    });
    const said = of(bundle(house, [third]), 'switch-neutral').filter((f) => f.subjects.includes('new-w1'));
    expect(said.map((f) => f.severity)).toEqual([severity]);
  });
  it('is not asked for where the switch is for an outlet', () => {
    const s = makeWant('s', 'S', wallAt(104, 48), { kind: 'switch' });
    const r = makeWant('r', 'R', wallAt(60), { control: { by: 'want', wantId: s.id } });
    expect(of(bundle(smallHouse(), [s, r]), 'switch-neutral')).toEqual([]);
  });
});

const controlled = (switchKind: Device['kind'], lamp: Partial<Want>) => {
  const s = makeWant('s', 'S', wallAt(104, 48), { kind: 'switch', devices: [{ kind: switchKind }] });
  return bundle(smallHouse(), [
    s,
    makeWant('l', 'L', ceilingAt(60, 60), { control: { by: 'want', wantId: s.id }, ...lamp }),
  ]);
};

describe('dimmers for lights, speed controls for fans', () => {
  it.each<[Device['kind'], Partial<Want>, number]>([
    ['dimmer', { kind: 'luminaire' }, 0],
    ['dimmer', { kind: 'fan' }, 1],
    // Its light alone is on the dimmer.
    ['dimmer', { kind: 'fan', devices: [{ kind: 'fan', motor: 'always' }] }, 0],
    ['fan-control', { kind: 'fan' }, 0],
    ['fan-control', { kind: 'luminaire' }, 1],
    ['switch', { kind: 'fan' }, 0],
    ['switch-pilot', { kind: 'luminaire' }, 0],
  ])('%s with %j: %d', (kind, lamp, faults) =>
    expect(of(controlled(kind, lamp), 'right-control')).toHaveLength(faults),
  );
  it('an outlet goes on neither', () => {
    for (const kind of ['dimmer', 'fan-control'] as const)
      expect(one(controlled(kind, { kind: 'receptacle', at: wallAt(60) }), 'dimmed-outlet')).toMatchObject({
        severity: 'fix',
      });
  });
  it('one that hangs so already is listed as standing where nothing of it is touched', () => {
    const base = smallHouse();
    const s = makePoint('s', 'S', 'switch', wallAt(30, 48), {
      ...knownBox('new-1g-22'),
      devices: [device('dimmer')],
    });
    const f = makePoint('f', 'F', 'fan', ceilingAt(40, 40), {
      ...knownBox('brace-fan-21'),
      devices: [device('fan')],
    });
    const house = {
      ...base,
      points: [...base.points, s, f],
      cables: [
        ...base.cables,
        nm('c8', atPoint('r1'), atPoint('s')),
        nm('c9', atPoint('s'), atPoint('f'), { carries: 'switched', switchedBy: by('s') }),
      ],
    };
    const b = bundle(house, [
      makeWant('w', 'new', wallAt(104), { source: { from: 'point', pointId: by('r2') } }),
    ]);
    expect(one(b, 'right-control')).toMatchObject({ origin: 'standing' });
  });
});

describe('low voltage beside power', () => {
  const wide = () =>
    bundle(smallHouse(), [
      makeWant('w', 'new', wallAt(104), { devices: [{ kind: 'receptacle' }, { kind: 'low-voltage' }] }),
    ]);
  it('a wanted box gets a divider, on the bill too, and its power side has the room of one gang', () => {
    const e = evaluate(wide());
    expect(e.findings.find((f) => f.rule === 'divider')).toMatchObject({ severity: 'ok' });
    const point = e.chosen!.applied.house.points.find((p) => p.id === by('new-w'))!;
    expect(point.box.extras?.barrier).toBe('nonmetallic');
    const keys = e.chosen!.bill.lines.map((l) => l.partKey);
    expect(keys).toEqual(
      expect.arrayContaining(['box-divider', 'low-voltage-insert', 'plate-combination-2']),
    );
    // Half of 32 in3; 14-2 and a device take 2 x 2 + 2 + 4, the divider 1 (314.16(B), from memory).
    const fill = e.findings.find((f) => f.rule === 'box-fill' && f.subjects.includes('new-w'))!;
    expect(fill.because).toMatchObject({ need: expect.closeTo(11, 6), have: expect.closeTo(16, 6) });
  });
  it('a box that is there asks for one, and the answer ends it', () => {
    const base = smallHouse();
    const [r1] = base.points;
    const house = {
      ...base,
      points: base.points.map((p) =>
        p === r1
          ? {
              ...p,
              box: { ...p.box, model: 'new-2g-34', gangs: 2 },
              devices: [...p.devices, device('low-voltage')],
            }
          : p,
      ),
    };
    const b = bundle(house, [
      makeWant('w', 'new', wallAt(60), { source: { from: 'point', pointId: r1!.id } }),
    ]);
    const found = one(b, 'divider');
    expect(found).toMatchObject({ severity: 'fix', subjects: ['r1'] });
    expect(one(applyEdit(b, found.remedies[0]!.edit), 'divider')).toMatchObject({ severity: 'ok' });
  });
  it('one that is enlarged for it gets its divider with the box', () => {
    const b = bundle(smallHouse(), [], {
      changes: [change({ kind: 'enlarge', pointId: by('r1'), devices: [{ kind: 'low-voltage' }] })],
    });
    const e = evaluate(b);
    expect(e.chosen!.applied.house.points[0]!.box.extras?.barrier).toBe('nonmetallic');
    expect(e.chosen!.bill.lines.map((l) => l.partKey)).toContain('box-divider');
  });
});
