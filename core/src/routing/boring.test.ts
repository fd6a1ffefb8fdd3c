import { describe, expect, it } from '@jest/globals';
import type { Room, Wall } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { frameWall, planOfHouse } from '../structure/index.ts';
import { bundle, smallHouse, wallAt, wanted } from '../testing/build.ts';
import { inches } from '../units/index.ts';
import { boreOf, boreText, nailerOver } from './boring.ts';
import { heard, said } from '../testing/said.ts';

/** Sizes of framing lumber are the actual ones of the trade: a 2x is 1-1/2 in; common practice. */

const house = (room: (r: Room) => Room = (r) => r, wall: (w: Wall) => Wall = (w) => w) => {
  const h = smallHouse();
  return { ...h, rooms: h.rooms.map((r) => room({ ...r, walls: r.walls.map(wall) })) };
};
const bore = (
  through: Parameters<typeof boreOf>[0]['through'],
  h = house(),
  wallId = 'room-w1',
  xMm = inches(48),
) => {
  const line = planOfHouse(h).lines.get(wallAt(1, 1, wallId).wallId)!;
  return boreOf(
    { through, xMm, heightMm: inches(40), bushing: false },
    frameWall(line.wall, line.room.ceilingMm),
    line,
  );
};
const joists = (dir: 'x' | 'y') => house((r) => ({ ...r, above: { ...r.above, joists: dir } }));

describe('what one hole goes through', () => {
  it.each([
    ['stud', 1.5],
    ['corner studs', 3],
    ['bottom plate', 2.25],
    ['block', 1.5],
    ['exterior wall', 1.25],
  ] as const)('%s: %d in', (through, wood) => {
    const b = bore(through)!;
    expect(b.woodMm).toBeCloseTo(inches(wood), 6);
    expect(b.bitLeastMm).toBeCloseTo(inches(wood + 2), 6);
  });
  it('double top plates, and a nailer board over walls along the joists', () => {
    expect(bore('top plates', joists('y'))!.woodMm).toBeCloseTo(inches(3), 6);
    expect(bore('top plates', joists('x'))!.woodMm).toBeCloseTo(inches(4.5), 6);
    expect(bore('top plates', joists('x'))!.layers).toEqual(['nailer board', 'double top plate']);
    // The wall square to the first has it the other way round.
    expect(bore('top plates', joists('x'), 'room-w2')!.woodMm).toBeCloseTo(inches(3), 6);
    expect(bore('top plates', joists('y'), 'room-w2')!.woodMm).toBeCloseTo(inches(4.5), 6);
  });
  it('no ceiling frame, no nailer', () => {
    const open = house((r) => ({ ...r, above: { ...r.above, kind: 'none', joists: 'x' } }));
    expect(nailerOver(planOfHouse(open).lines.get(wallAt(1).wallId)!)).toBe(false);
  });
  it('brick is more than siding; sheet steel is not bored', () => {
    const brick = house(undefined, (w) => ({ ...w, exterior: true, outerFace: 'masonry' }));
    expect(bore('exterior wall', brick)!.woodMm).toBeGreaterThan(inches(4));
    const line = planOfHouse(house()).lines.get(wallAt(1).wallId)!;
    const frame = frameWall(line.wall, line.room.ceilingMm);
    expect(
      boreOf({ through: 'stud', heightMm: inches(40), xMm: 500, bushing: true }, frame, line),
    ).toBeUndefined();
  });
});

describe('the drill in the bay', () => {
  const spaced = (spacing: number) =>
    house(undefined, (w) => ({
      ...w,
      framing: { ...w.framing, spacingMm: inches(spacing), firstStudMm: inches(spacing) },
    }));
  it('16 in on center: 14-1/2 in free, 9-1/2 in of them for the bit', () => {
    expect(bore('stud', spaced(16))!.bitMostMm).toBeCloseTo(inches(9.5), 3);
  });
  it('only inside a bay does its width count', () => {
    for (const through of ['top plates', 'bottom plate', 'exterior wall', 'corner studs'] as const)
      expect(bore(through)!.bitMostMm).toBeNull();
  });
  it('a narrow bay asks for a short bit, a very narrow one for a flexible one', () => {
    expect(said(boreText(bore('stud', spaced(16))!))).not.toContain('narrow');
    expect(said(boreText(bore('stud', spaced(12))!))).toMatch(/no longer than 5 1\/2 in/);
    const tight = bore('stud', spaced(9), 'room-w1', inches(45))!;
    expect(tight.bitMostMm!).toBeLessThan(tight.bitLeastMm);
    expect(said(boreText(tight))).toContain('flexible bit');
  });
});

describe('on the way', () => {
  it('every hole tells its wood, the words and the check with it', () => {
    const e = evaluate(bundle(joists('x'), [wanted(104)]));
    for (const o of e.options)
      for (const m of o.legs.flatMap((l) => l.route.moves))
        for (const h of m.holes) {
          expect(h.bore!.bitLeastMm).toBeGreaterThan(h.bore!.woodMm);
          if (m.op === 'drill-plate-above')
            expect(said(m.why)).toContain('4 1/2 in to drill (ceiling nailer');
        }
    const key = e.options.find((o) =>
      o.legs.some((l) => l.route.moves.some((m) => m.op === 'drill-plate-above')),
    )!.key;
    const above = evaluate({ ...e.given, job: { ...e.given.job, option: key } });
    expect(heard(above.findings.find((f) => f.rule === 'boring'))).toMatchObject({
      severity: 'ok',
      says: expect.stringMatching(
        /^The deepest hole on the run from R[12] to new 1 goes through 4 1\/2 in of wood$/,
      ),
    });
  });
  it('says so where no drill gets beside the stud', () => {
    const narrow = house(undefined, (w) => ({
      ...w,
      framing: { ...w.framing, spacingMm: inches(9), firstStudMm: inches(9) },
    }));
    const e = evaluate(bundle(narrow, [wanted(104)]));
    const through = e.options.find((o) =>
      o.legs.some((l) => l.route.moves.some((m) => m.op === 'drill-stud')),
    )!;
    const f = evaluate({ ...e.given, job: { ...e.given.job, option: through.key } }).findings;
    expect(f.find((x) => x.rule === 'boring')).toMatchObject({ severity: 'watch' });
  });
});
