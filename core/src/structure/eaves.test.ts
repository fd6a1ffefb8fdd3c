import { describe, expect, it } from '@jest/globals';
import type { Room } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { bundle, smallHouse, wallAt, wanted } from '../testing/build.ts';
import { inches } from '../units/index.ts';
import { clearUnderRoof, crawlsTo, planOfHouse, plateReach } from './index.ts';

type Above = Partial<Room['above']>;
const room = (pitch: number, more: Above = {}): Room => {
  const [r] = smallHouse().rooms;
  return { ...r!, above: { ...r!.above, kind: 'attic', roof: { pitch }, ...more } };
};
const inch = (mm: number) => Math.round((10 * mm) / inches(1)) / 10;

describe('room under a roof, reckoned from a 2x6 rafter with a seat of 3-1/2 in', () => {
  // By hand, rise 4 in 12: HAP = 5.5 x sqrt(1 + 1/9) - 3.5 / 3 = 5.797 - 1.167 = 4.63; at 1-3/4 in 4.63 + 0.58 = 5.21, at 24 in 12.63.
  it('at 4 in 12: 5.2 in over the plate, 12.6 in two feet in, 16 in 34 in in', () => {
    expect(inch(clearUnderRoof(room(4), inches(1.75)))).toBe(5.2);
    expect(inch(clearUnderRoof(room(4), inches(24)))).toBe(12.6);
    // (16 - 4.63) x 3 = 34.1.
    expect(inch(crawlsTo(room(4)))).toBe(34.1);
  });
  // 8 in 12: HAP = 5.5 x 1.2019 - 2.333 = 4.277; at 24 in 20.28; (16 - 4.277) x 1.5 = 17.6.
  it('at 8 in 12: 20.3 in two feet in, 16 in 17.6 in in', () => {
    expect(inch(clearUnderRoof(room(8), inches(24)))).toBe(20.3);
    expect(inch(crawlsTo(room(8)))).toBe(17.6);
  });
  it('a truss heel is 3-3/4 in whatever the pitch; a flat roof is never entered to its edge', () => {
    expect(inch(clearUnderRoof(room(6, { members: 'truss' }), 0))).toBe(3.8);
    expect(crawlsTo(room(0))).toBe(Number.POSITIVE_INFINITY);
  });
});

describe('the plate of a wall from over it', () => {
  const reach = (above: Above, exterior = true, at = inches(60), wall = 0) => {
    const house = smallHouse();
    const [r] = house.rooms;
    const built = {
      ...house,
      rooms: [
        {
          ...r!,
          above: { ...r!.above, kind: 'attic' as const, canEnter: true, ...above },
          walls: r!.walls.map((w) => ({ ...w, exterior })),
        },
      ],
    };
    const line = planOfHouse(built).lines.get(r!.walls[wall]!.id)!;
    return plateReach(line, at);
  };
  // Rafters run as the joists do: along y they end on the first wall.
  it('is open over inside walls and raised heels', () => {
    expect(reach({ joists: 'y' }, false)).toBe('open');
    expect(reach({ joists: 'y', roof: { heel: 'raised' } })).toBe('open');
  });
  it('under the eave it is a matter of pitch: 6 in 12 lets an arm get there, 4 in 12 and less do not', () => {
    // x16 less 1-3/4 in: 23.2 - 1.75 = 21.4 at 6; 34.1 - 1.75 = 32.4 at 4, beyond an arm with a drill.
    const at = (pitch: number) => reach({ joists: 'y', roof: { pitch } });
    expect([3, 4, 5, 6, 9].map(at)).toEqual(['none', 'none', 'slant', 'slant', 'slant']);
    expect(reach({ joists: 'y' })).toBe('none');
  });
  it('in a gable it opens up towards the middle; a hip comes down all round', () => {
    const gable = (x: number) => reach({ joists: 'x', roof: { pitch: 6 } }, true, inches(x));
    expect([2, 60, 140].map(gable)).toEqual(['slant', 'open', 'slant']);
    expect(reach({ joists: 'x', roof: { pitch: 6, shape: 'hip' } })).toBe('slant');
  });
});

describe('a way over an outside wall', () => {
  const ops = (above: Above) => {
    const house = smallHouse();
    const built = {
      ...house,
      rooms: house.rooms.map((r) => ({
        ...r,
        above: { ...r.above, kind: 'attic' as const, canEnter: true, joists: 'y' as const, ...above },
        below: { ...r.below, kind: 'slab' as const },
        walls: r.walls.map((w) => ({ ...w, exterior: true })),
      })),
    };
    const e = evaluate(bundle(built, [wanted(60, { at: wallAt(60, 15, 'room-w3') })]));
    return e.chosen?.option.legs.flatMap((l) => l.route.moves.map((m) => m.op)) ?? [];
  };
  it('drills from the room where the roof is low, lying down where it is steep, upright over a raised heel', () => {
    expect(ops({ roof: { pitch: 4 } })).toEqual(expect.arrayContaining(['drill-eave-below', 'run-attic']));
    expect(ops({ roof: { pitch: 8 } })).toContain('drill-eave-above');
    expect(ops({ roof: { pitch: 8 } })).not.toContain('drill-plate-above');
    expect(ops({ roof: { heel: 'raised' } })).toContain('drill-plate-above');
  });
});
