import { describe, expect, it } from '@jest/globals';
import { GAUGES, PointId, type Gauge } from '../document/index.ts';
import { groundIn } from '../catalog/index.ts';
import { buildFeed } from '../feed/index.ts';
import { atBreaker, atPoint, nm, outlet, smallHouse } from '../testing/build.ts';
import { crowding, surveyBox } from './boxes.ts';
import { necPack } from './nec/pack.ts';

const boxOf = (gauge: Gauge, more: Parameters<typeof outlet>[2] = {}, ground: 'wire' | 'none' = 'wire') => {
  const house = smallHouse({
    points: [outlet('r1', 24, more), outlet('r2', 88)],
    cables: [
      nm('c1', atBreaker(), atPoint('r1'), { gauge, ground }),
      nm('c2', atPoint('r1'), atPoint('r2'), { gauge, ground }),
    ],
  });
  return buildFeed(house).boxes.get(PointId.parse('r1'))!;
};

describe('what is in a box', () => {
  it('the ground of 8 and 6 AWG cable is 10 AWG, of 4 AWG cable 8 (NEC Table 250.122, from memory)', () => {
    expect(GAUGES.map((g) => `${g}:${groundIn(g)}`).sort()).toEqual(
      ['14:14', '12:12', '10:10', '8:10', '6:10', '4:8'].sort(),
    );
    expect(surveyBox(boxOf('8')).contents.largestGround).toBe('10');
    // Four conductors of 8 at 3.0, the grounds as one of 10 at 2.5, the yoke twice 3.0.
    expect(necPack(2023).fill(surveyBox(boxOf('8')).contents).cubicInches).toBeCloseTo(4 * 3 + 2.5 + 6, 9);
  });
  it('counts conductors, and grounds that are wires', () => {
    expect(surveyBox(boxOf('12')).contents).toMatchObject({ conductors: { '12': 4 }, grounds: 2 });
    expect(surveyBox(boxOf('12', {}, 'none')).contents).toMatchObject({ grounds: 0, largestGround: null });
  });
  it('the volume that is marked wins over the catalog, and a ring adds to either', () => {
    const box = {
      model: 'new-1g-22',
      markedCubicInches: null,
      gangs: 1,
      clamps: 'none' as const,
      metal: null,
    };
    const of = (more: object) => surveyBox(boxOf('14', { box: { ...box, ...more } })).volume;
    const catalog = of({})!.cubicInches;
    expect(of({})).toMatchObject({ from: 'catalog' });
    expect(of({ markedCubicInches: 18 })).toEqual({ cubicInches: 18, from: 'marked' });
    expect(of({ extras: { ringCubicInches: 4 } })?.cubicInches).toBe(catalog + 4);
    expect(of({ markedCubicInches: 18, extras: { ringCubicInches: 4 } })?.cubicInches).toBe(22);
    expect(of({ model: null })).toBeNull();
  });
  it('says what nobody has looked at', () => {
    const box = { model: null, markedCubicInches: null, gangs: 1, clamps: 'unknown' as const, metal: null };
    expect(surveyBox(boxOf('14', { box })).missing).toEqual(['volume', 'clamps']);
    expect(surveyBox(boxOf('14')).missing).toEqual([]);
  });
  it('is crowded by connectors and deep devices, which no rule counts', () => {
    const state = (free: number, more: Parameters<typeof outlet>[2] = {}) =>
      crowding(boxOf('14', more), free);
    expect(state(10)).toMatchObject({ splices: 3, bulky: 0, state: 'easy' });
    // Three connectors take 1.8 in3: from 2.8 on it is easy, down to -0.2 snug.
    expect([2.8, 2.79, -0.2, -0.21].map((free) => state(free).state)).toEqual([
      'easy',
      'snug',
      'snug',
      'crowded',
    ]);
    const deep = { devices: [{ kind: 'receptacle-gfci' as const, amps: 15, grounded: true }] };
    expect(state(2.8, deep)).toMatchObject({ bulky: 1, state: 'snug' });
  });
});
