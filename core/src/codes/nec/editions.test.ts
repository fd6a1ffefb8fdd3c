import { describe, expect, it } from '@jest/globals';
import { RoomUse, type Gauge } from '../../document/index.ts';
import { packFor, type BoxContents } from '../index.ts';
import { OUTLET, placeOf } from '../../testing/build.ts';
import { ALLOWANCE } from './fill.ts';
import { necPack } from './pack.ts';
import { said } from '../../testing/said.ts';

const EDITIONS = [2014, 2017, 2020, 2023] as const;

/**
 * NEC 210.8(A), receptacles of dwellings, by edition (from memory): the room alone asks for ground-fault protection.
 * Columns: 2014, 2017, 2020, 2023.
 */
const GROUND_FAULT: Readonly<Record<RoomUse, readonly [boolean, boolean, boolean, boolean]>> = {
  bath: [true, true, true, true],
  garage: [true, true, true, true],
  outdoor: [true, true, true, true],
  crawl: [true, true, true, true],
  'basement-unfinished': [true, true, true, true],
  'basement-finished': [false, false, true, true],
  kitchen: [false, false, false, true],
  laundry: [true, true, true, true],
  workshop: [true, true, true, true],
  utility: [false, false, false, false],
  living: [false, false, false, false],
  family: [false, false, false, false],
  dining: [false, false, false, false],
  bedroom: [false, false, false, false],
  den: [false, false, false, false],
  library: [false, false, false, false],
  recreation: [false, false, false, false],
  sunroom: [false, false, false, false],
  hall: [false, false, false, false],
  stair: [false, false, false, false],
  closet: [false, false, false, false],
  attic: [false, false, false, false],
};

describe('ground-fault protection by room, every edition', () => {
  it.each(
    RoomUse.options.flatMap((use) =>
      EDITIONS.map((edition, i) => [use, edition, GROUND_FAULT[use][i]] as const),
    ),
  )('%s in %d: %s', (use, edition, needed) => {
    const need = necPack(edition).groundFault(placeOf(use), OUTLET);
    expect(need.needed).toBe(needed);
    expect(need.source).toMatchObject({ kind: 'published', edition, fromMemory: true });
    expect(said(need.why).length).toBeGreaterThan(10);
  });
  it('a sink within 6 ft asks for it in every room and edition', () => {
    for (const use of RoomUse.options)
      for (const edition of EDITIONS)
        expect(
          necPack(edition).groundFault(placeOf(use, { toSinkMm: 1500, toSinkStraightMm: 1500 }), OUTLET)
            .needed,
        ).toBe(true);
  });
});

/** NEC 210.12 rooms, the same list in all four editions (from memory), and the two that we read as similar. */
const ARC_FAULT = [
  'kitchen',
  'family',
  'dining',
  'living',
  'library',
  'den',
  'bedroom',
  'sunroom',
  'recreation',
  'closet',
  'hall',
  'laundry',
];
const SIMILAR = ['stair', 'basement-finished'];

describe('arc-fault protection by room, every edition', () => {
  it.each(RoomUse.options.map((use) => [use, ARC_FAULT.includes(use) || SIMILAR.includes(use)] as const))(
    '%s: %s',
    (use, needed) => {
      for (const edition of EDITIONS)
        for (const amps of [15, 20]) expect(necPack(edition).arcFault(use, amps).needed).toBe(needed);
    },
  );
  it('says so where a room is only similar to those listed', () => {
    for (const use of SIMILAR)
      expect(said(necPack(2023).arcFault(use as RoomUse, 15).why)).toContain('similar');
  });
  it('names the letter of the edition', () => {
    const ref = (e: (typeof EDITIONS)[number]) => necPack(e).arcFault('den', 15).source;
    expect(
      EDITIONS.map((e) => {
        const s = ref(e);
        return s.kind === 'published' ? s.ref : '';
      }),
    ).toEqual(['NEC 210.12(A), (B)', 'NEC 210.12(A), (D)', 'NEC 210.12(A), (D)', 'NEC 210.12(B), (E)']);
  });
});

describe('device kinds', () => {
  it('tamper-resistant everywhere in a dwelling but attic and crawl space', () => {
    for (const use of RoomUse.options)
      expect(necPack(2023).tamperResistant(placeOf(use)).needed).toBe(use !== 'attic' && use !== 'crawl');
  });
  it('weather-resistant outdoors only', () => {
    for (const use of RoomUse.options)
      expect(necPack(2023).weatherResistant(placeOf(use)).needed).toBe(use === 'outdoor');
  });
});

describe('grounds in a box, by edition (NEC 314.16(B)(5), from memory)', () => {
  const grounds = (count: number): BoxContents => ({
    conductors: {},
    grounds: count,
    largestGround: '14',
    clampsInside: false,
    yokes: [],
  });
  // Count of grounds; in3 up to 2017; in3 from 2020, a quarter of 2.00 for each above four.
  it.each([
    [0, 0, 0],
    [1, 2, 2],
    [2, 2, 2],
    [4, 2, 2],
    [5, 2, 2.5],
    [6, 2, 3],
    [8, 2, 4],
  ])('%d grounds: %d, then %d', (count, old, now) => {
    expect(EDITIONS.map((e) => necPack(e).fill(grounds(count)).cubicInches)).toEqual([old, old, now, now]);
  });
});

describe('volume of conductors (NEC Table 314.16(B), from memory)', () => {
  it.each([
    ['14', 2.0],
    ['12', 2.25],
    ['10', 2.5],
    ['8', 3.0],
    ['6', 5.0],
  ] as const)('%s AWG takes %d in3', (gauge, volume) => expect(ALLOWANCE[gauge]).toBe(volume));
  it('from 4 AWG up no volume is given: the box goes by its length and width (NEC 314.28)', () => {
    const feeder = {
      conductors: { '4': 3, '14': 2 },
      grounds: 1,
      largestGround: '14' as const,
      clampsInside: true,
      yokes: [{ gangs: 1, gauge: '4' as const }],
    };
    expect(necPack(2023).fill(feeder)).toMatchObject({ bySize: true, cubicInches: 8 });
    expect(necPack(2023).fill({ ...feeder, conductors: { '6': 3 }, yokes: [] }).bySize).toBe(false);
  });
  it('clamps and devices count at the largest conductor that is theirs', () => {
    const mixed = necPack(2023).fill({
      conductors: { '14': 2, '12': 2 },
      grounds: 2,
      largestGround: '12',
      clampsInside: true,
      yokes: [{ gangs: 1, gauge: '12' }],
    });
    expect(mixed.items.map((i) => [i.count, i.eachCubicInches])).toEqual([
      [2, 2],
      [2, 2.25],
      [1, 2.25],
      [1, 2.25],
      [2, 2.25],
    ]);
    expect(mixed.cubicInches).toBe(4 + 4.5 + 2.25 + 2.25 + 4.5);
  });
  it('a device two gangs wide counts twice', () => {
    const wide = necPack(2023).fill({
      conductors: { '10': 3 },
      grounds: 1,
      largestGround: '10',
      clampsInside: false,
      yokes: [{ gangs: 2, gauge: '10' }],
    });
    expect(wide.cubicInches).toBe(7.5 + 2.5 + 10);
  });
});

describe('a pack', () => {
  it.each(['nec-2014', 'nec-2017', 'nec-2020', 'nec-2023'] as const)(
    '%s is made once and knows its edition',
    (code) => {
      expect(packFor({ code, amendments: [] })).toBe(packFor({ code, amendments: [] }));
      expect([packFor({ code, amendments: [] }).id, packFor({ code, amendments: [] }).title]).toEqual([
        code,
        `NEC ${code.slice(4)}`,
      ]);
    },
  );
  it('every limit has a source, none of them unsure', () => {
    for (const limit of Object.values(necPack(2023).limits)) {
      expect(limit.source).toMatchObject({ kind: 'published', certainty: expect.stringMatching(/sure$/) });
    }
  });
  it('every rule has an id and a title of its own', () => {
    const { rules } = necPack(2023);
    expect(new Set(rules.map((r) => r.id)).size).toBe(rules.length);
    expect(rules.every((r) => said(r.title).length > 5)).toBe(true);
  });
  it('a larger conductor never stands behind a smaller breaker limit', () => {
    const order: Gauge[] = ['14', '12', '10', '8', '6', '4'];
    for (const metal of ['Cu', 'Al'] as const) {
      const limits = order.flatMap((g) => necPack(2023).breakerLimit(g, metal)?.value ?? []);
      expect([...limits].sort((a, b) => a - b)).toEqual(limits);
    }
  });
});
