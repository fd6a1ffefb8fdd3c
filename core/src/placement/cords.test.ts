import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  ItemId,
  WallId,
  type Furniture,
  type House,
  type LoadFacts,
  type Opening,
  type Room,
} from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { cordWays } from '../structure/index.ts';
import { bundle, loadAt, smallHouse, wanted } from '../testing/build.ts';
import { feet, inches } from '../units/index.ts';
import { heard, said } from '../testing/said.ts';

const thing = (id: string, left: number, right: number, more: Partial<Furniture> = {}): Furniture => ({
  id: ItemId.parse(id),
  name: id,
  kind: 'furniture',
  leftMm: inches(left),
  rightMm: inches(right),
  bottomMm: 0,
  topMm: inches(36),
  depthMm: inches(24),
  planned: false,
  ...more,
});
const door = (left: number, right: number): Opening => ({
  id: ItemId.parse('d'),
  kind: 'door',
  leftMm: inches(left),
  rightMm: inches(right),
  bottomMm: 0,
  topMm: inches(80),
});
/** The den of 12 by 10 ft: round it goes 44 ft. What stands on its first wall, and its doors. */
const den = (furniture: Furniture[], openings: Opening[] = []): House => {
  const house = smallHouse();
  return {
    ...house,
    rooms: house.rooms.map((r) => ({
      ...r,
      walls: r.walls.map((w, i) => (i === 0 ? { ...w, furniture, openings } : w)),
    })),
  };
};
const room = (h: House): Room => h.rooms[0]!;
const from = (x: number, height = 15, wall = 'room-w1') => ({
  wallId: WallId.parse(wall),
  xMm: inches(x),
  heightMm: inches(height),
});

describe('the way of a cord', () => {
  const desk = thing('desk', 60, 100);
  it('goes along the wall to the near edge, or right up where the outlet is behind', () => {
    expect(cordWays(room(den([desk])), from(30), 'desk')![0]).toMatchObject({
      needMm: inches(30),
      across: [],
    });
    expect(cordWays(room(den([desk])), from(80), 'desk')).toEqual([{ needMm: 0, across: [] }]);
  });
  it('goes up or down to what stands higher or lower', () => {
    const shelf = thing('shelf', 60, 100, { bottomMm: inches(55), topMm: inches(60) });
    // 30 in along and 40 in up: 50 in.
    expect(cordWays(room(den([shelf])), from(30), 'shelf')![0]!.needMm).toBeCloseTo(inches(50), 6);
  });
  it('goes round a corner, and the other way round the room where something is in the way', () => {
    const [near, far] = cordWays(room(den([desk], [door(20, 50)])), from(10), 'desk')!;
    expect(heard(near)).toMatchObject({ needMm: inches(50), across: ['the door in the north wall'] });
    // All of the 44 ft but from 10 to 100 in: 438 in.
    expect(far!.needMm).toBeCloseTo(feet(44) - inches(90), 6);
    expect(heard(far!.across)).toEqual([]);
  });
  it('is not laid across a basin, a tub or a hob, but may pass a chair', () => {
    for (const kind of ['sink', 'tub', 'hob'] as const)
      expect(
        heard(cordWays(room(den([desk, thing('x', 40, 50, { kind })])), from(30), 'desk')![0]!.across),
      ).toEqual(['x']);
    expect(heard(cordWays(room(den([desk, thing('x', 40, 50)])), from(30), 'desk')![0]!.across)).toEqual([]);
  });
  it('both ways round together are the room less the thing, whatever stands where', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 50 }), (x) => {
        const ways = cordWays(room(den([thing('t', 60, 100, { topMm: inches(90) })])), from(x), 't')!;
        expect(ways.reduce((s, w) => s + w.needMm, 0)).toBeCloseTo(feet(44) - inches(40), 6);
      }),
    ));
  it('nothing is known of a thing that is not in the room', () =>
    expect(cordWays(room(den([])), from(30), 'desk')).toBeUndefined());
});

describe('the cord of what a wanted outlet is for', () => {
  const load = (lengthMm: number, at = 'desk'): LoadFacts => {
    const { id: _i, pointId: _p, ...facts } = loadAt('x', 100, { name: 'Lamp' });
    return { ...facts, cord: { lengthMm, at: ItemId.parse(at) } };
  };
  const judged = (house: House, cordInches: number, x = 30, at = 'desk') =>
    evaluate(bundle(house, [wanted(x, { loads: [load(inches(cordInches), at)] })])).findings.find(
      (f) => f.rule === 'cord',
    );
  const desk = thing('desk', 60, 100);
  it('reaches, is equal, is too short', () => {
    expect(judged(den([desk]), 40)).toMatchObject({ severity: 'ok' });
    expect(judged(den([desk]), 30)).toMatchObject({
      severity: 'ok',
      because: { need: inches(30), have: inches(30) },
    });
    expect(heard(judged(den([desk]), 29))).toMatchObject({
      severity: 'fix',
      says: 'The cord of Lamp doesn’t reach',
    });
  });
  it('that only reaches across a door is told so', () =>
    expect(heard(judged(den([desk], [door(38, 56)]), 72))).toMatchObject({
      severity: 'fix',
      says: 'The cord of Lamp would lie across the door in the north wall',
    }));
  it('of something that is gone is asked about', () =>
    expect(judged(den([desk]), 72, 30, 'gone')).toMatchObject({ severity: 'watch' }));
});

describe('what comes down and goes back', () => {
  const cabinet = (more: Partial<Furniture> = {}) =>
    thing('cab', 90, 120, {
      name: 'mirror cabinet',
      comesDown: { minutes: 25, people: 2 },
      ...more,
    });
  const stepsFor = (f: Furniture, x = 104) => evaluate(bundle(den([f]), [wanted(x)])).chosen!.steps;
  it('is taken down before the outline is marked and put back at the end, with its time and hands', () => {
    const steps = stepsFor(cabinet());
    const keys = steps.map((s) => s.key);
    expect(keys.indexOf('down:cab')).toBeGreaterThan(-1);
    expect(keys.indexOf('down:cab')).toBeLessThan(keys.indexOf('mark:w1'));
    expect(keys.indexOf('back:cab')).toBeGreaterThan(keys.indexOf('plates'));
    expect(keys.indexOf('back:cab')).toBeLessThan(keys.indexOf('record'));
    expect(steps.find((s) => s.key === 'down:cab')).toMatchObject({ minutes: 25, window: 'before' });
    expect(said(steps.find((s) => s.key === 'down:cab')!.detail)).toContain('2 people');
  });
  it('stays where it is when nothing is done behind it', () =>
    expect(stepsFor(cabinet({ leftMm: inches(130), rightMm: inches(140) })).map((s) => s.key)).not.toContain(
      'down:cab',
    ));
  it('is told of a box that ends up behind it (NEC 314.29)', () =>
    expect(
      evaluate(bundle(den([cabinet()]), [wanted(104)])).findings.find((f) => f.rule === 'covered'),
    ).toMatchObject({ severity: 'ok', subjects: ['w1'] }));
  it('what does not come down has no such step', () =>
    expect(stepsFor(thing('chair', 90, 120)).filter((s) => /^(down|back):/.test(s.key))).toEqual([]));
});
