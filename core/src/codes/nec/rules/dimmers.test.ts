import { describe, expect, it } from '@jest/globals';
import {
  ItemId,
  makePoint,
  makeWant,
  PointId,
  type Bundle,
  type DeviceKind,
  type DimmerMarking,
  type LampKind,
  type LoadFacts,
  type Want,
} from '../../../document/index.ts';
import { applyEdit } from '../../../findings/index.ts';
import {
  atBreaker,
  atPoint,
  bundle,
  ceilingAt,
  device,
  knownBox,
  loadAt,
  nm,
  outlet,
  smallHouse,
  wallAt,
} from '../../../testing/build.ts';
import { of, one } from '../../../testing/judged.ts';
import { said } from '../../../testing/said.ts';
import { carriesWatts } from '../tables/dimmers.ts';

/**
 * Dimmers and their lamps: NEC 404.14(E), from memory; watts with the sides broken off as makers print them (600 W: 500 and 400;
 * 1000 W: 800 and 650), from memory.
 */

interface Case {
  readonly marked?: DimmerMarking;
  readonly lamps?: LampKind;
  /** Of its one light, VA; left out, nobody has said. */
  readonly watts?: number;
  /** What stands at its left and its right in the same box. */
  readonly left?: DeviceKind;
  readonly right?: DeviceKind;
}
const light = (voltAmperes: number): LoadFacts => ({
  name: 'lamps',
  voltAmperes,
  connection: 'light',
  continuous: false,
  motor: false,
  roomAirConditioner: false,
  hours: [],
});

/** A new dimmer with a new light on it. */
function wantedOnes({ marked, lamps, watts, left, right }: Case): Bundle {
  const beside = (kind?: DeviceKind): Want['devices'] => (kind ? [{ kind }] : []);
  const s = makeWant('s', 'S', wallAt(104, 48), {
    kind: 'switch',
    devices: [...beside(left), { kind: 'dimmer', ...(marked ? { marked } : {}) }, ...beside(right)],
  });
  const lamp = makeWant('l', 'L', ceilingAt(60, 60), {
    kind: 'luminaire',
    control: { by: 'want', wantId: s.id, ...(left === 'switch' ? { nth: 2 } : {}) },
    devices: [{ kind: 'luminaire', ...(lamps ? { lamps } : {}) }],
    loads: watts === undefined ? [] : [light(watts)],
  });
  return bundle(smallHouse(), [s, lamp], { protection: { groundFault: null, arcFault: 'at-breaker' } });
}
const told = (c: Case): string =>
  of(wantedOnes(c), 'dimmer-load')
    .map((f) => f.severity)
    .join();

describe('what a dimmer carries', () => {
  it('is what makers print, with its sides on and broken off', () => {
    expect([0, 1, 2].map((s) => carriesWatts(600, s as 0))).toEqual([600, 500, 400]);
    expect([0, 1, 2].map((s) => carriesWatts(1000, s as 0))).toEqual([1000, 800, 650]);
  });

  it.each<[Case, string]>([
    [{ marked: { lamps: 'incandescent', watts: 600 }, lamps: 'incandescent', watts: 600 }, 'ok'],
    [{ marked: { lamps: 'incandescent', watts: 600 }, lamps: 'incandescent', watts: 601 }, 'fix'],
    [
      { marked: { lamps: 'incandescent', watts: 600 }, lamps: 'incandescent', watts: 500, right: 'switch' },
      'ok',
    ],
    [
      { marked: { lamps: 'incandescent', watts: 600 }, lamps: 'incandescent', watts: 501, right: 'switch' },
      'fix',
    ],
    [
      {
        marked: { lamps: 'incandescent', watts: 600 },
        lamps: 'incandescent',
        watts: 501,
        right: 'receptacle',
      },
      'fix',
    ],
    // A blank beside it leaves its side where it is.
    [
      { marked: { lamps: 'incandescent', watts: 600 }, lamps: 'incandescent', watts: 600, right: 'blank' },
      'ok',
    ],
    [
      {
        marked: { lamps: 'incandescent', watts: 600 },
        lamps: 'incandescent',
        watts: 400,
        left: 'switch',
        right: 'switch',
      },
      'ok',
    ],
    [
      {
        marked: { lamps: 'incandescent', watts: 600 },
        lamps: 'incandescent',
        watts: 401,
        left: 'switch',
        right: 'switch',
      },
      'fix',
    ],
    [{ marked: { lamps: 'led', watts: 150 }, lamps: 'led', watts: 150 }, 'ok'],
    [{ marked: { lamps: 'led', watts: 150 }, lamps: 'led', watts: 151 }, 'fix'],
    // Too much is too much, whatever the lamps are.
    [{ marked: { lamps: 'led', watts: 150 }, watts: 151 }, 'fix'],
    [{ marked: { lamps: 'led', watts: 150 }, watts: 100 }, 'watch'],
  ])('%j is %s', (c, severity) => expect(told(c)).toBe(severity));

  it.each<[DimmerMarking['lamps'], LampKind, string]>([
    ['led', 'led', 'ok'],
    ['led', 'incandescent', 'ok'],
    ['incandescent', 'led', 'fix'],
    ['incandescent', 'incandescent', 'ok'],
    ['low-voltage-magnetic', 'low-voltage-magnetic', 'ok'],
    ['low-voltage-magnetic', 'low-voltage-electronic', 'fix'],
    ['low-voltage-electronic', 'low-voltage-magnetic', 'fix'],
    ['low-voltage-electronic', 'led', 'fix'],
    ['led', 'led-not-dimmable', 'fix'],
    ['led', 'fluorescent', 'fix'],
  ])('one for %s on %s: %s', (made, lamps, severity) =>
    expect(told({ marked: { lamps: made, watts: 300 }, lamps, watts: 20 })).toBe(severity),
  );

  it('says what to buy where nobody has chosen one, with what its sides take away', () => {
    const buy = (c: Case) => said(one(wantedOnes(c), 'dimmer-load').says);
    expect(buy({ lamps: 'led', watts: 50 })).toBe('For S, buy a dimmer for LED lamps marked 50 W or more');
    expect(buy({ lamps: 'led', watts: 50, right: 'switch' })).toBe(
      'For S, buy a dimmer for LED lamps marked 60 W or more',
    );
    // A 1000 W one keeps 80 %, a smaller one five sixths: 700 W want 840, which is none of the large ones.
    expect(buy({ lamps: 'incandescent', watts: 700, right: 'switch' })).toContain('840 W or more');
    // 650 of 1000 W with both sides off is the most that is sold.
    expect(told({ lamps: 'incandescent', watts: 650, left: 'switch', right: 'switch' })).toBe('ok');
    expect(told({ lamps: 'incandescent', watts: 667, left: 'switch', right: 'switch' })).toBe('fix');
    expect(told({ lamps: 'led', watts: 300 })).toBe('fix');
  });

  it('asks for the lamps and for their watts, and each answer is one click', () => {
    const b = wantedOnes({});
    const f = one(b, 'dimmer-load');
    expect([f.severity, said(f.says)]).toEqual(['watch', 'What lamps does L have? S is a dimmer']);
    const answered = applyEdit(b, f.remedies[0]!.edit);
    expect(said(one(answered, 'dimmer-load').says)).toBe('How many watts do the lights on S draw?');
    const wrong = wantedOnes({ marked: { lamps: 'incandescent' }, lamps: 'led', watts: 9 });
    const other = one(wrong, 'dimmer-load');
    expect(other.severity).toBe('fix');
    expect(told({ marked: { lamps: 'led' }, lamps: 'led', watts: 9 })).toBe('ok');
    expect(one(applyEdit(wrong, other.remedies[0]!.edit), 'dimmer-load').severity).toBe('ok');
  });
});

it('a wanted dimmer becomes an ordinary switch where it is wanted, in its place among the others', () => {
  const b = wantedOnes({ left: 'switch', lamps: 'fluorescent', watts: 9 });
  const f = one(b, 'dimmer-load');
  expect(said(f.remedies[0]!.says)).toBe('Use an ordinary switch at S');
  const after = applyEdit(b, f.remedies[0]!.edit);
  expect(after.job.wants[0]!.devices).toEqual([{ kind: 'switch' }, { kind: 'switch' }]);
  expect(after.job.changes ?? []).toEqual([]);
  expect(of(after, 'dimmer-load')).toEqual([]);
});

describe('a dimmer that is there', () => {
  const by = PointId.parse('s');
  const house = (dimmer: Partial<ReturnType<typeof device>>, lamps: LampKind, va = 60) =>
    smallHouse({
      points: [
        outlet('r1', 24),
        outlet('r2', 88),
        makePoint('s', 'S', 'switch', wallAt(100, 48), {
          ...knownBox('new-1g-22'),
          devices: [device('dimmer', dimmer)],
        }),
        makePoint('l', 'L', 'luminaire', ceilingAt(60, 60), {
          ...knownBox('old-round-20'),
          devices: [device('luminaire', { lamps })],
        }),
      ],
      cables: [
        nm('c1', atBreaker(), atPoint('r1')),
        nm('c2', atPoint('r1'), atPoint('r2')),
        nm('c3', atPoint('r2'), atPoint('s')),
        nm('c4', atPoint('s'), atPoint('l'), { carries: 'switched', switchedBy: by }),
      ],
      loads: [loadAt('l', va, { connection: 'light' })],
    });
  const more = (va: number): Want[] => [
    makeWant('w1', 'new 1', ceilingAt(100, 60), {
      kind: 'luminaire',
      devices: [{ kind: 'luminaire', lamps: 'led' }],
      control: { by: 'switch', pointId: by },
      loads: [light(va)],
    }),
  ];
  const job = { protection: { groundFault: null, arcFault: 'at-breaker' as const } };

  it('is read before one more light goes on it, and counts what hangs there already', () => {
    const b = bundle(house({}, 'led'), more(20), job);
    const f = one(b, 'dimmer-load');
    expect([f.severity, said(f.says)]).toEqual([
      'watch',
      'Read the label of the dimmer at S: it has to say LED lamps, 80 W or more',
    ]);
    const read = applyEdit(b, f.remedies[0]!.edit);
    expect(read.house.points.find((p) => p.id === by)?.devices[0]?.marked).toEqual({
      lamps: 'led',
      watts: 80,
    });
    expect(one(read, 'dimmer-load').severity).toBe('ok');
    const small = { marked: { lamps: 'led' as const, watts: 75 } };
    expect(one(bundle(house(small, 'led'), more(20), job), 'dimmer-load').severity).toBe('fix');
    expect(one(bundle(house(small, 'led', 50), more(20), job), 'dimmer-load').severity).toBe('ok');
  });

  it('is standing where the job touches neither, and bought for its lamps where it takes the place of a switch', () => {
    const wrong = house({ marked: { lamps: 'incandescent' } }, 'led');
    expect(of(bundle(wrong, [makeWant('w1', 'new 1', wallAt(60), {})], job), 'dimmer-load')).toMatchObject([
      { severity: 'fix', origin: 'standing' },
    ]);
    const plain = house({ kind: 'switch' }, 'led');
    const b = bundle(plain, [], {
      ...job,
      changes: [
        { kind: 'replace', id: ItemId.parse('c'), pointId: by, index: 0, device: { kind: 'dimmer' } },
      ],
    });
    expect(said(one(b, 'dimmer-load').says)).toBe('For S, buy a dimmer for LED lamps marked 60 W or more');
  });
});
