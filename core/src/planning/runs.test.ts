import { describe, expect, it } from '@jest/globals';
import { METHODS, type RunPlace } from '../codes/index.ts';
import { WantId, type CableType, type House, type RoomUse } from '../document/index.ts';
import { evaluate } from '../testing/kept.ts';
import { framesOf } from '../routing/index.ts';
import { planOfHouse } from '../structure/index.ts';
import { bundle, smallHouse, wallAt, wanted } from '../testing/build.ts';
import { chosenContext } from '../testing/context.ts';
import { inches } from '../units/index.ts';
import { bareRooms, closedWalls, methodsToTry, runFacts } from './runs.ts';
import { heard } from '../testing/said.ts';

const masonry = (house: House, walls: readonly number[]): House => ({
  ...house,
  rooms: house.rooms.map((r) => ({
    ...r,
    walls: r.walls.map((w, i) =>
      walls.includes(i) ? { ...w, framing: { ...w.framing, kind: 'masonry' as const } } : w,
    ),
  })),
});
const facts = (house: House, x: number, height = 15, wall = 'room-w1') => {
  const e = evaluate(bundle(house, [wanted(x, { at: wallAt(x, height, wall) })]));
  const { applied, option } = e.chosen!;
  const labels = new Map(applied.house.points.map((p) => [p.id as string, p.label] as const));
  return runFacts(house, planOfHouse(house), framesOf(house), option.legs, labels);
};

describe('which methods are tried', () => {
  const { job } = bundle(smallHouse(), []);
  it('plastic cable first, others after it; one chosen by hand alone', () => {
    expect(methodsToTry(smallHouse(), job)[0]).toBe('NM-B');
    expect(methodsToTry(smallHouse(), job).length).toBeGreaterThan(2);
    expect(methodsToTry(smallHouse(), { ...job, method: 'EMT' })).toEqual(['EMT']);
  });
  it('forbidden ones are left out', () => {
    const tried = methodsToTry(smallHouse({ bannedMethods: ['NM-B', 'UF-B'] }), job);
    expect(tried).not.toContain('NM-B');
    expect(tried).not.toContain('UF-B');
  });
  it('where all is forbidden something is still tried, and stopped by its rule', () => {
    const all = Object.keys(METHODS) as House['bannedMethods'];
    expect(methodsToTry(smallHouse({ bannedMethods: all }), job)).toEqual(['NM-B']);
  });
});

describe('walls that a method leaves closed', () => {
  it('solid masonry for all, block for what may not be in it, every finished wall for tubing; every wall of a wet room for dry cable', () => {
    const house = masonry(smallHouse(), [0, 2]);
    const plan = planOfHouse(house);
    expect([...closedWalls(house, plan, 'NM-B')]).toEqual(['room-w1', 'room-w3']);
    expect([...closedWalls(house, plan, 'MC')]).toEqual(['room-w1', 'room-w3']);
    expect(closedWalls(house, plan, 'EMT').size).toBe(4);
    const block = {
      ...house,
      rooms: house.rooms.map((r) => ({
        ...r,
        walls: r.walls.map((w) => ({ ...w, framing: { ...w.framing, masonry: 'hollow' as const } })),
      })),
    };
    // NEC 334.10(A): fished in air voids of block, where it is dry.
    expect(closedWalls(block, planOfHouse(block), 'NM-B').size).toBe(0);
    const wet = {
      ...smallHouse(),
      rooms: smallHouse().rooms.map((r) => ({ ...r, moisture: 'wet' as const })),
    };
    expect(closedWalls(wet, planOfHouse(wet), 'NM-B').size).toBe(4);
    expect(closedWalls(wet, planOfHouse(wet), 'UF-B').size).toBe(0);
  });
});

describe('rooms on whose walls a method may not be seen', () => {
  const bare = (use: RoomUse, method: CableType) =>
    bareRooms(smallHouse({ rooms: smallHouse().rooms.map((r) => ({ ...r, use })) }), method).size;
  it('one thing that forbids it is enough: plastic cable in a garage is exposed to damage, tubing may be there', () => {
    const may = (method: CableType, place: RunPlace) => METHODS[method].may[place] !== 'no';
    for (const method of ['NM-B', 'AC', 'MC', 'EMT'] as const)
      for (const use of ['den', 'garage'] as const)
        expect([method, use, bare(use, method)]).toEqual([
          method,
          use,
          may(method, 'exposed') && (use === 'den' || may(method, 'damage')) ? 0 : 1,
        ]);
    expect([bare('garage', 'EMT'), bare('garage', 'AC'), bare('den', 'AC')]).toEqual([0, 1, 0]);
  });
});

describe('the way as the rules see it', () => {
  it('next bay: dry, one stud cut, in the middle of it', () => {
    const [run] = facts(smallHouse(), 104);
    expect(heard(run)).toMatchObject({
      cableId: 'new-leg-1',
      label: 'the run from R2 to new 1',
      attic: false,
    });
    expect(run?.places.every((p) => p.place === 'dry')).toBe(true);
    expect(run?.cuts).toMatchObject([{ member: 'stud', kind: 'hole', cutMm: inches(0.75), bearing: false }]);
    expect(run?.cuts[0]?.edgeMm).toBeCloseTo(inches(1.375), 6);
  });
  it('over the attic: the place is told, two top plates are cut', () => {
    const [run] = facts(smallHouse(), 60, 15, 'room-w3');
    expect(run?.attic).toBe(true);
    expect(run?.places.map((p) => p.place)).toContain('attic');
    expect(run?.cuts.map((c) => c.member)).toEqual(['top-plate', 'top-plate']);
  });
  it('on the surface: exposed, in the air of its room, to damage in a garage', () => {
    const at = (use: RoomUse, moisture: 'dry' | 'damp' | 'wet') => {
      const house = masonry(smallHouse(), [0, 1, 2, 3]);
      const rooms = house.rooms.map((r) => ({ ...r, use, moisture }));
      const e = evaluate(bundle({ ...house, rooms }, [wanted(104)], { method: 'EMT' }));
      expect(e.chosen!.option.legs[0]!.route.moves.map((m) => m.op)).toContain('surface-run');
      return [...new Set(chosenContext(e).runs.flatMap((r) => r.places.map((p) => p.place)))].sort();
    };
    expect(at('den', 'dry')).toEqual(['exposed']);
    expect(at('garage', 'dry')).toEqual(['damage', 'exposed']);
    expect(at('workshop', 'damp')).toEqual(['damage', 'damp', 'exposed']);
    expect(at('den', 'wet')).toEqual(['exposed', 'wet']);
  });
  it('studs of outside walls are limited like bearing ones', () => {
    const house = smallHouse();
    const outside = {
      ...house,
      rooms: house.rooms.map((r) => ({ ...r, walls: r.walls.map((w) => ({ ...w, exterior: true })) })),
    };
    expect(facts(outside, 104)[0]?.cuts.every((c) => c.bearing)).toBe(true);
  });
  it('the new cable knows the attic it runs through, and how hot it gets there', () => {
    const at = (atticCelsius: number | null) =>
      evaluate(
        bundle(smallHouse({ atticCelsius }), [wanted(60, { at: wallAt(60, 15, 'room-w3') })]),
      ).chosen!.applied.house.cables.at(-1)?.surroundings;
    expect(at(55)).toEqual({ celsius: 55, alongside: 0 });
    expect(at(null)).toEqual({ celsius: null, alongside: 0 });
  });
  it('two cables in one hole under a floor keep each other warm at the heat of a basement, which nobody has to measure', () => {
    const below = { kind: 'basement' as const, canEnter: true, joists: 'x' as const };
    const small = smallHouse();
    const rooms = small.rooms.map((r) => ({ ...r, above: { ...r.above, kind: 'finished' as const }, below }));
    const at = (x: number) => ({ at: wallAt(x, 15, 'room-w3') });
    const two = [wanted(60, at(60)), wanted(100, { ...at(100), id: WantId.parse('w2'), label: 'new 2' })];
    const e = evaluate(bundle({ ...small, rooms }, two));
    const around = e.chosen!.applied.house.cables.flatMap((c) => c.surroundings ?? []);
    expect(around).toEqual([
      { celsius: 30, alongside: 2 },
      { celsius: 30, alongside: 2 },
    ]);
    expect(e.findings.filter((f) => f.rule === 'ampacity').map((f) => f.severity)).toEqual(['ok', 'ok']);
  });
});
