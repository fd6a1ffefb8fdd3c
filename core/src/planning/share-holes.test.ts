import { describe, expect, it } from '@jest/globals';
import { WallId } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import type { Hole } from '../routing/index.ts';
import { bundle, smallHouse, wanted } from '../testing/build.ts';
import { said } from '../testing/said.ts';
import { inches } from '../units/index.ts';
import { shareHoles } from './share-holes.ts';
import type { PlannedLeg } from './types.ts';

/** Legs made of one planned leg, each with the holes that a case gives it. */
const [planned] = evaluate(bundle(smallHouse(), [wanted(104)])).chosen!.option.legs;
const [move] = planned!.route.moves;
const leg = (
  holes: readonly Hole[],
  again: readonly Hole[] = [],
  conductors: PlannedLeg['conductors'] = 2,
): PlannedLeg => ({
  ...planned!,
  conductors,
  route: { ...planned!.route, moves: [{ ...move!, holes, ...(again.length > 0 && { again }) }] },
});
const plate = (xMm: number, more: Partial<Hole> = {}): Hole => ({
  wallId: WallId.parse('room-w1'),
  through: 'top plates',
  xMm,
  heightMm: inches(96),
  diameterMm: inches(0.75),
  bayMm: [0, inches(14.5)],
  edgeMm: inches(1.375),
  plateNeeded: false,
  fireSeal: true,
  bushing: false,
  bore: undefined,
  ...more,
});
const stud = (heightMm: number, more: Partial<Hole> = {}): Hole =>
  plate(inches(16), { through: 'stud', heightMm, ...more });
const nothing = () => false;
const holes = (legs: readonly PlannedLeg[] | null) => legs?.map((l) => l.route.moves[0]!.holes) ?? null;
const TWO = inches(2);

describe('holes that several runs drill', () => {
  it('two cables share a hole, a third gets one of its own, 2 in beside it (NEC 334.80 with common practice)', () => {
    const legs = shareHoles([leg([plate(100)]), leg([], [plate(120)]), leg([], [plate(110)])], nothing)!;
    const [first, second, third] = legs.map((l) => l.route.moves[0]!);
    expect(first!.holes.map((h) => h.xMm)).toEqual([100]);
    expect(second!.again?.map((h) => h.xMm)).toEqual([100]);
    expect(second!.holes).toEqual([]);
    expect(third!.again).toBeUndefined();
    expect(third!.holes.map((h) => h.xMm)).toEqual([110 + TWO]);
    expect([first, second, third].map((m) => /beside/.test(said(m!.says)))).toEqual([false, false, true]);
  });
  it('in a plate it goes aside, first to one side, then to the other, and stays in its bay', () => {
    const at = (x: number, bay: [number, number]) =>
      holes(
        shareHoles(
          Array.from({ length: 3 }, () => leg([plate(x, { bayMm: bay })])),
          nothing,
        ),
      )?.map((h) => Math.round(h[0]!.xMm - x));
    const aside = at(150, [0, 400])!;
    expect(aside[0]).toBe(0);
    expect(aside.slice(1).sort((a, b) => a - b)).toEqual([-51, 51]);
    // Against the left stud only the right side is left, and then there is no room at all.
    expect(
      at(20, [0, 400])!
        .slice(1)
        .every((d) => d > 0),
    ).toBe(true);
    expect(at(20, [0, 90])).toBeUndefined();
  });
  it('in a stud it goes above or below, never into a box', () => {
    const up = (intoBox: (h: Hole) => boolean) =>
      holes(shareHoles([leg([stud(500)]), leg([stud(500)])], intoBox))?.map((h) =>
        Math.round(h[0]!.heightMm),
      );
    expect(Math.abs(up(nothing)![1]! - 500)).toBe(51);
    const first = up(nothing)![1]!;
    const other = up((h) => Math.round(h.heightMm) === first)![1]!;
    expect(other).not.toBe(first);
    expect(Math.abs(other - 500)).toBe(51);
  });
  it('a hole of another size, in another wall or through other wood is another hole', () => {
    const own = (more: Partial<Hole>) =>
      shareHoles([leg([plate(100)]), leg([], [plate(100, more)])], nothing)![1]!.route.moves[0]!;
    expect(own({}).again).toHaveLength(1);
    expect(own({ diameterMm: inches(1) }).again).toBeUndefined();
    expect(own({ wallId: WallId.parse('room-w2') }).again).toBeUndefined();
    expect(own({ through: 'bottom plate', heightMm: 0 }).again).toBeUndefined();
  });
  it('the nearest of two that were drilled is gone through', () => {
    const legs = shareHoles([leg([plate(100)]), leg([plate(200)]), leg([], [plate(180)])], nothing)!;
    expect(legs[2]!.route.moves[0]!.again?.map((h) => h.xMm)).toEqual([200]);
    const high = shareHoles([leg([stud(500)]), leg([stud(560)]), leg([], [stud(555)])], nothing)!;
    expect(high[2]!.route.moves[0]!.again?.map((h) => h.heightMm)).toEqual([560]);
  });
  it('a cable in a shared hole is kept warm by the conductors of the other, alone by none', () => {
    const legs = shareHoles(
      [leg([plate(100)], [], 3), leg([], [plate(100)], 2), leg([plate(300)])],
      nothing,
    )!;
    expect(legs.map((l) => l.beside)).toEqual([2, 3, undefined]);
  });
});
