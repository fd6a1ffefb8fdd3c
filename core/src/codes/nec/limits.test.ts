import { describe, expect, it } from '@jest/globals';
import { feet, inches } from '../../units/index.ts';
import { makeHouse, makeJob } from '../../document/index.ts';
import { evaluate } from '../../evaluation/evaluate.ts';
import { necPack, packFor } from './pack.ts';
import { EDITIONS } from './tables/editions.ts';
import { limitRange, LIMITS, limitWords } from './tables/limits.ts';
import { isLimitKey, LIMIT_KEYS, type LimitKey } from '../terms.ts';
import { heard, said } from '../../testing/said.ts';

/** Values of the sections named in the table, in their printed units (from memory). */
const PRINTED: Readonly<Record<LimitKey, number>> = {
  continuousFactor: 1.25,
  motorFactor: 1.25,
  cordShare: 0.8,
  fixedShare: 0.5,
  arcFaultMoveMm: feet(6),
  airConditionerShared: 0.5,
  airConditionerAlone: 0.8,
  voltageDrop: 0.03,
  holeEdgeMm: inches(1.25),
  supportEveryMm: feet(4.5),
  supportFromBoxMm: inches(12),
  freeConductorMm: inches(6),
  pastOpeningMm: inches(3),
  jacketInsideMm: inches(0.25),
  switchHeightMm: feet(6) + inches(7),
  boxSetbackMm: inches(0.25),
  gapMm: inches(0.125),
  waterReachMm: feet(6),
  wallReachMm: feet(6),
  wallSpaceMm: feet(2),
  counterReachMm: inches(24),
  counterWidthMm: inches(12),
  counterHeightMm: inches(20),
  countedHeightMm: feet(5.5),
  hallLengthMm: feet(10),
  basinReachMm: feet(3),
  bathZoneMm: feet(3),
  bathZoneHeightMm: feet(8),
  luminaireZoneMm: feet(3),
  luminaireZoneHeightMm: feet(8),
  // 50, 6, 70 and 35 lb.
  luminaireWeightKg: 22.6796185,
  wallLuminaireWeightKg: 2.72155422,
  fanWeightKg: 31.7514659,
  fanMarkedWeightKg: 15.87573295,
  tamperHeightMm: feet(5.5),
  joistHoleShare: 1 / 3,
  joistHoleEdgeMm: inches(2),
  joistNotchShare: 1 / 6,
  joistEndNotchShare: 1 / 4,
  studHoleShare: 0.6,
  studHoleBearingShare: 0.4,
  studHoleEdgeMm: inches(0.625),
  studNotchShare: 0.4,
  studNotchBearingShare: 0.25,
  plateCutShare: 0.5,
  bendDegrees: 360,
  oppositeBoxesMm: inches(24),
  ratedBoxIn2: 16,
  // 100 in2 in 100 ft2 of 144 in2 each.
  ratedBoxesShare: 100 / 14400,
};

describe('single numbers of the rules', () => {
  it.each(LIMIT_KEYS)('%s is as printed in 2023', (key) =>
    expect(necPack(2023).limits[key].value).toBeCloseTo(PRINTED[key], 9),
  );
  it('only the zone beside a tub is another number in an older edition', () => {
    const changed = LIMIT_KEYS.filter(
      (k) => new Set(EDITIONS.map((e) => necPack(e).limits[k].value)).size > 1,
    );
    expect(changed).toEqual(['bathZoneMm']);
    expect(EDITIONS.map((e) => necPack(e).limits.bathZoneMm.value)).toEqual([0, 0, feet(3), feet(3)]);
  });
  it('every one names a section, from memory, never unsure', () => {
    for (const e of EDITIONS)
      for (const k of LIMIT_KEYS)
        expect(necPack(e).limits[k].source).toMatchObject({
          kind: 'published',
          fromMemory: true,
          certainty: expect.stringMatching(/^(sure|fairly-sure)$/),
        });
  });
  it('renumbered sections follow their edition', () => {
    const ref = (e: (typeof EDITIONS)[number], k: LimitKey) => {
      const { source } = necPack(e).limits[k];
      return source.kind === 'published' ? source.ref : '';
    };
    expect(EDITIONS.map((e) => ref(e, 'cordShare'))).toEqual([
      'NEC 210.23(A)(1)',
      'NEC 210.23(A)(1)',
      'NEC 210.23(A)(1)',
      'NEC 210.23(B)(1)',
    ]);
    expect(ref(2017, 'voltageDrop')).toContain('Note 4');
    expect(ref(2020, 'voltageDrop')).toContain('Note 3');
  });
});

describe('what a place changes', () => {
  const amended = (limit: string, value: number) => necPack(2023, [{ limit, value, note: 'the town' }]);
  it.each(LIMIT_KEYS)('%s: stricter and looser are told apart', (key) => {
    const code = necPack(2023).limits[key].value;
    // A share is never more than the whole.
    const [low, high] = [
      amended(key, code * 0.5).amended[0],
      amended(key, Math.min(code * 2, limitRange(key).most)).amended[0],
    ];
    const looserWhenHigher = LIMITS[key].tighter === 'less';
    expect([low?.looser, high?.looser]).toEqual([!looserWhenHigher, looserWhenHigher]);
    expect(low?.code.value).toBe(code);
  });
  it.each(LIMIT_KEYS)('%s: the value holds, with its new source, and nothing else moves', (key) => {
    const code = necPack(2023);
    const here = amended(key, code.limits[key].value * 0.5);
    expect(here.limits[key].value).toBe(code.limits[key].value * 0.5);
    expect(heard(here.limits[key].source)).toMatchObject({
      kind: 'local',
      note: expect.stringContaining('the town'),
    });
    for (const other of LIMIT_KEYS.filter((k) => k !== key))
      expect(here.limits[other]).toEqual(code.limits[other]);
  });
  it('the last word on a value wins; an unknown key and the code’s own value change nothing', () => {
    const two = necPack(2023, [
      { limit: 'switchHeightMm', value: 1900, note: 'first' },
      { limit: 'switchHeightMm', value: 1800, note: 'second' },
    ]);
    expect(heard(two.limits.switchHeightMm)).toMatchObject({ value: 1800, source: { note: 'second' } });
    expect(amended('noSuchThing', 5).amended).toEqual([]);
    expect(amended('switchHeightMm', inches(79)).amended).toEqual([]);
    expect(['noSuchThing', 'constructor', '__proto__'].map(isLimitKey)).toEqual([false, false, false]);
  });
  it.each(LIMIT_KEYS)('%s: a value far beyond every published one is not used, and told', (key) => {
    const { least, most } = limitRange(key);
    const code = necPack(2023);
    for (const value of [most * 1.01, ...(least > 0 ? [least * 0.99] : [])]) {
      expect(amended(key, value).limits[key]).toEqual(code.limits[key]);
      const house = makeHouse('h', 'House', { amendments: [{ limit: key, value, note: 'the town' }] });
      const told = evaluate({ house, job: makeJob('j', house.id, 'Job') }).findings;
      expect(heard(told.filter((f) => f.rule === 'local-amendment').map((f) => f.says))).toEqual([
        expect.stringContaining('Local value not used'),
      ]);
    }
  });
  it('a house without amendments shares its pack, one with them has its own', () => {
    const amendments = [{ limit: 'switchHeightMm', value: 1800, note: 'the town' }];
    expect(packFor({ code: 'nec-2020', amendments: [] })).toBe(packFor({ code: 'nec-2020', amendments: [] }));
    expect(packFor({ code: 'nec-2020', amendments }).limits.switchHeightMm.value).toBe(1800);
    expect(packFor({ code: 'nec-2020', amendments: [] }).limits.switchHeightMm.value).toBe(inches(79));
  });
});

describe('limits as people read them', () => {
  it.each([
    [inches(1.25), 'mm', '1 1/4 in'],
    [feet(6), 'mm', '6 ft'],
    [0, 'mm', 'none'],
    [0.8, 'share', '80%'],
    [1 / 3, 'share', '33.3%'],
    [1.25, 'times', '1.25 times'],
    [20, 'A', '20 A'],
    [360, 'degrees', '360°'],
  ] as const)('%d %s: %s', (value, unit, text) => expect(said(limitWords(value, unit))).toBe(text));
});
