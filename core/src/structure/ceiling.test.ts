import { describe, expect, it } from '@jest/globals';
import { boxModel } from '../catalog/index.ts';
import { smallHouse } from '../testing/build.ts';
import { said } from '../testing/said.ts';
import { feet, inches } from '../units/index.ts';
import {
  ceilingPlace,
  clearOfJoists,
  inJoistsWay,
  joistCenters,
  joistLayout,
  joistsCrossed,
  judgeCeiling,
  nearestOnCeiling,
  type CeilingInput,
} from './index.ts';

// A room of 12 x 10 ft from the corner of the plan: its middle is at 6, 5.
const room = (more: object) => ({
  ...smallHouse().rooms[0]!,
  above: { ...smallHouse().rooms[0]!.above, kind: 'finished' as const, ...more },
});
const MODELS = { light: 'old-round-20', fan: 'brace-fan-21', flat: 'pancake-4', side: 'new-round-20' };
const input = (
  more: object,
  box: keyof typeof MODELS = 'light',
  rest: Partial<CeilingInput> = {},
): CeilingInput => ({
  room: room(more),
  box: boxModel(MODELS[box])!,
  hanging: [],
  bayWish: 0.9,
  ...rest,
});
const middle = { xMm: feet(6), yMm: feet(5) };
const kinds = (i: CeilingInput, at = middle) => judgeCeiling(i, at).faults.map((f) => f.kind);

describe('joists', () => {
  const found = joistLayout(room({ joists: 'y', joistAtMm: inches(8) }), 'above');
  it('stand every 16 in from the one that was found, in both directions', () => {
    // From 8 in: 24, 40, 56, 72 lie between 20 and 80 in.
    expect(joistCenters(found, inches(20), inches(80)).map((v) => Math.round(v / 25.4))).toEqual([
      24, 40, 56, 72,
    ]);
    expect(joistCenters(found, inches(80), inches(20))).toHaveLength(4);
    expect(joistsCrossed(found, inches(20), inches(80))).toBe(4);
    expect(joistsCrossed(found, inches(25), inches(39))).toBe(0);
  });
  it('are as many as there must be where none was found: 60 in over 16', () => {
    const unknown = joistLayout(room({ joists: 'y' }), 'above');
    expect(joistsCrossed(unknown, inches(20), inches(80))).toBeCloseTo(3.75, 9);
    expect(joistCenters(unknown, inches(20), inches(80))).toHaveLength(4);
  });
  it('give a box its odds: 3-1/2 in and ears, 1-1/2 in of wood, in every 16', () => {
    const unknown = joistLayout(room({ joists: 'y' }), 'above');
    // 16 - 3.5 - 0.5 - 1.5 = 10.5 of 16.
    expect(clearOfJoists(unknown, feet(6), inches(4))).toBeCloseTo(10.5 / 16, 9);
    expect(clearOfJoists(found, inches(32), inches(4))).toBe(1);
    expect(clearOfJoists(found, inches(26), inches(4))).toBe(0);
  });
});

describe('a box on a ceiling', () => {
  const onJoist = { joists: 'y', joistAtMm: feet(6) };
  it('is asked about, with its odds, where nobody has found a joist', () => {
    const { odds, faults } = judgeCeiling(input({}), middle);
    expect(faults).toEqual([{ kind: 'odds', odds, wish: 0.9 }]);
    expect(judgeCeiling({ ...input({}), bayWish: 0.6 }, middle).faults).toEqual([]);
  });
  it('hangs between two joists, a flat one under one, and a side bracket where joists are seen', () => {
    expect(kinds(input(onJoist))).toEqual(['joist']);
    expect(kinds(input(onJoist, 'fan'))).toEqual(['joist']);
    expect(kinds(input(onJoist, 'flat'))).toEqual([]);
    expect(kinds(input(onJoist, 'flat'), { ...middle, xMm: feet(6) + inches(4) })).toEqual(['no-joist']);
    expect(kinds(input(onJoist), { ...middle, xMm: feet(6) + inches(8) })).toEqual([]);
    expect(kinds(input(onJoist, 'side'))).toEqual(['needs-open']);
    expect(kinds(input({ ...onJoist, open: true }, 'side'))).toEqual([]);
    expect(kinds(input({ ...onJoist, open: true }))).toEqual(['nothing-to-clamp']);
  });
  it('a fan brace spreads from 14-1/2 to 22-1/2 in: 16 and 24 in centers do, 12 does not', () => {
    const at = (spacing: number) =>
      kinds(input({ ...onJoist, joistSpacingMm: inches(spacing) }, 'fan'), {
        ...middle,
        xMm: feet(6) + inches(spacing / 2),
      });
    expect([12, 16, 19.2, 24].map((s) => at(s))).toEqual([['brace'], [], [], []]);
    expect(at(26)).toEqual(['brace']);
  });
  it('keeps clear of what is between the joists, of what hangs there and of the walls', () => {
    const duct = {
      id: 'o1',
      kind: 'duct',
      leftMm: feet(6) - 50,
      rightMm: feet(6) + 400,
      nearMm: 0,
      farMm: feet(10),
    };
    expect(kinds(input({ joists: 'x', joistAtMm: feet(5) + inches(8), obstacles: [duct] }))).toEqual([
      'obstacle',
    ]);
    const fan = { label: 'F1', xMm: feet(6) + inches(4), yMm: feet(5) };
    expect(judgeCeiling(input({ open: true }, 'side', { hanging: [fan] }), middle).faults).toEqual([
      { kind: 'neighbour', label: 'F1' },
    ]);
    expect(kinds(input({ open: true }, 'side'), { xMm: inches(1), yMm: feet(5) })).toEqual(['past-wall']);
  });
});

describe('the middle of a ceiling', () => {
  it('is the middle, and says so, when nobody has found a joist', () => {
    const place = ceilingPlace(input({}));
    expect(place).toMatchObject({ shiftMm: 0, at: middle });
    expect(said(place.says)).toContain('Find a joist');
  });
  it('moves a light or a fan clear of the joist by as little as its box needs, and a flat box under one', () => {
    const onJoist = { joists: 'y', joistAtMm: feet(6) };
    const light = ceilingPlace(input(onJoist));
    // Half of 3-1/2 in, a quarter for its ears, half a joist: 2-3/4, in steps of 1/2.
    expect(light.shiftMm).toBeCloseTo(inches(3), 6);
    expect(light.at.yMm).toBe(middle.yMm);
    expect(said(light.says)).toContain('clear a joist');
    expect(ceilingPlace(input(onJoist, 'fan')).shiftMm).toBeCloseTo(inches(3), 6);
    expect(ceilingPlace(input({ joists: 'y', joistAtMm: feet(6) + inches(8) })).shiftMm).toBe(0);
    const flat = ceilingPlace(input({ joists: 'y', joistAtMm: feet(6) + inches(8) }, 'flat'));
    expect(Math.abs(flat.at.xMm - middle.xMm)).toBeCloseTo(inches(8), 6);
    expect(said(flat.says)).toContain('hang from a joist');
  });
  it('stays where nothing within 2 ft works, and says so', () => {
    const all = { id: 'o1', kind: 'duct', leftMm: 0, rightMm: feet(12), nearMm: 0, farMm: feet(10) };
    const none = input({ joistAtMm: feet(6) + inches(8), joists: 'y', obstacles: [all] });
    expect(nearestOnCeiling(none, middle)).toBeUndefined();
    expect(said(ceilingPlace(none).says)).toContain('Nothing within 2 ft');
  });
});

describe('what is between the joists', () => {
  const duct = (leftInches: number, rightInches: number, kind = 'duct') => ({
    id: 'o1',
    kind,
    leftMm: inches(leftInches),
    rightMm: inches(rightInches),
    nearMm: feet(4),
    farMm: feet(5),
  });
  // Joists along y at 8, 24, 40 in: a bay from 24-3/4 to 39-1/4.
  const over = (o: ReturnType<typeof duct>) => room({ joists: 'y', joistAtMm: inches(8), obstacles: [o] });
  const along = (r: ReturnType<typeof over>, toFeet: number, x = 32) =>
    inJoistsWay(r, { xMm: inches(32), yMm: feet(1) }, { xMm: inches(x), yMm: feet(toFeet) });
  it('blocks a bay that it fills, not one where a cable gets by, and nothing short of it', () => {
    expect(along(over(duct(25, 39)), 8)).toBe(true);
    expect(along(over(duct(25, 37)), 8)).toBe(false);
    expect(along(over(duct(25, 30, 'flue')), 8)).toBe(true);
    expect(along(over(duct(25, 39)), 3)).toBe(false);
    expect(along(over(duct(25, 39, 'cable')), 8)).toBe(false);
  });
  it('blocks a way across joists wherever it touches it, for want of knowing better', () => {
    expect(along(over(duct(41, 50)), 8, 60)).toBe(true);
    expect(along(over(duct(70, 90)), 8, 60)).toBe(false);
  });
});
