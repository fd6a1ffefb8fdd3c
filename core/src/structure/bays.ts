import type { Opening, Wall } from '../document/index.ts';
import { inches } from '../units/index.ts';
import { spanClear } from './posterior.ts';
import { fitStuds, type StudFit } from './studs.ts';

/** A member that stands in the wall: regular stud, corner, or the doubled studs beside an opening. */
export interface Member {
  readonly leftMm: number;
  readonly rightMm: number;
  readonly kind: 'stud' | 'corner' | 'opening';
  /** True when a reading touched it. */
  readonly hit: boolean;
}

/** The clear room between two members; bottom and top are where it ends (plates, sill or header). */
export interface Bay {
  readonly index: number;
  readonly leftMm: number;
  readonly rightMm: number;
  readonly bottomMm: number;
  readonly topMm: number;
  /** Can a cable leave it through the top plate, the bottom plate. */
  readonly throughTop: boolean;
  readonly throughBottom: boolean;
}

export interface WallFrame {
  readonly wall: Wall;
  readonly fit: StudFit;
  readonly members: readonly Member[];
  readonly bays: readonly Bay[];
  readonly clearDepthMm: number;
}

/** Height of plates: one below, two above, each 1-1/2 in. */
const PLATE_MM = inches(1.5);

function regularMembers(wall: Wall, fit: StudFit): Member[] {
  const half = wall.framing.memberMm / 2;
  const members: Member[] = [];
  for (let x = fit.firstStudMm; x < wall.lengthMm; x += fit.spacingMm) {
    const hit = wall.hits.some((h) => h.method !== 'nothing' && Math.abs(h.atMm - x) <= inches(1.5));
    members.push({ leftMm: x - half, rightMm: x + half, kind: 'stud', hit });
  }
  return members;
}

/** Studs and jacks that carry the header stand on both sides of an opening: two members wide. */
function openingMembers(o: Opening, memberMm: number): Member[] {
  const two = 2 * memberMm;
  return [
    { leftMm: o.leftMm - two, rightMm: o.leftMm, kind: 'opening', hit: false },
    { leftMm: o.rightMm, rightMm: o.rightMm + two, kind: 'opening', hit: false },
  ];
}

/** Openings as far as they lie in the wall; one that was entered wrongly has no studs of its own (the checks name it). */
const openingsIn = (wall: Wall): Opening[] =>
  wall.openings
    .map((o) => ({ ...o, leftMm: Math.max(0, o.leftMm), rightMm: Math.min(wall.lengthMm, o.rightMm) }))
    .filter((o) => o.rightMm > o.leftMm && o.topMm > o.bottomMm);

/** Works out members and bays of a wall from its framing, its hits and its openings. */
export function frameWall(wall: Wall, ceilingMm: number): WallFrame {
  const fit = fitStuds(wall);
  const m = wall.framing.memberMm;
  const openings = openingsIn(wall);
  const inOpening = (x: Member) =>
    openings.some((o) => x.leftMm >= o.leftMm - 2 * m && x.rightMm <= o.rightMm + 2 * m);
  const members: Member[] = [
    { leftMm: 0, rightMm: m, kind: 'corner' as const, hit: false },
    ...regularMembers(wall, fit).filter(
      (x) => !inOpening(x) && x.leftMm > m && x.rightMm < wall.lengthMm - m,
    ),
    ...openings.flatMap((o) => openingMembers(o, m)),
    { leftMm: wall.lengthMm - m, rightMm: wall.lengthMm, kind: 'corner' as const, hit: false },
  ].sort((a, b) => a.leftMm - b.leftMm);
  const bays: Bay[] = [];
  // Members may overlap, as the studs of two openings side by side do: a bay begins where the last of them ends.
  let leftMm = 0;
  for (let i = 0; i + 1 < members.length; i++) {
    leftMm = Math.max(leftMm, members[i]?.rightMm ?? 0);
    const rightMm = Math.min(wall.lengthMm, members[i + 1]?.leftMm ?? 0);
    if (rightMm - leftMm < inches(1)) continue;
    const opening = openings.find((o) => o.leftMm <= leftMm + 1 && o.rightMm >= rightMm - 1);
    const base = {
      leftMm,
      rightMm,
      bottomMm: PLATE_MM,
      topMm: ceilingMm - 2 * PLATE_MM,
      throughTop: true,
      throughBottom: true,
    };
    if (!opening) bays.push({ ...base, index: bays.length });
    else if (opening.bottomMm > PLATE_MM + inches(6))
      bays.push({ ...base, index: bays.length, topMm: opening.bottomMm - PLATE_MM, throughTop: false });
  }
  return { wall, fit, members, bays, clearDepthMm: wall.framing.depthMm };
}

/** The wood across a place of a wall: members that stand side by side, with no bay between them, are bored as one. */
export function woodAt(
  { members }: Pick<WallFrame, 'members'>,
  xMm: number,
): { readonly leftMm: number; readonly rightMm: number } | undefined {
  let run: { leftMm: number; rightMm: number } | undefined;
  for (const m of members) {
    if (run && m.leftMm - run.rightMm < inches(1))
      run = { ...run, rightMm: Math.max(run.rightMm, m.rightMm) };
    else {
      if (run && xMm <= run.rightMm) break;
      run = { leftMm: m.leftMm, rightMm: m.rightMm };
    }
  }
  return run && xMm >= run.leftMm && xMm <= run.rightMm ? run : undefined;
}

export const bayAt = (frame: WallFrame, xMm: number, heightMm: number): Bay | undefined =>
  frame.bays.find(
    (b) => xMm >= b.leftMm && xMm <= b.rightMm && heightMm >= b.bottomMm && heightMm <= b.topMm,
  );

/**
 * Chance that a span of the wall is clear of regular studs, given all that the readings leave possible.
 * Pipes and cables are not counted: the screens must say so.
 */
export function clearOdds({ fit, wall }: WallFrame, leftMm: number, rightMm: number): number {
  const half = wall.framing.memberMm / 2;
  // An outlier is something solid where the fit has nothing.
  for (const o of fit.outliers) if (o.atMm + half > leftMm && o.atMm - half < rightMm) return 0;
  return spanClear(wall, leftMm, rightMm);
}

/** Half the opening of a single-gang box. */
const HALF_OPENING_MM = inches(1.125);
/** Chance that a single-gang opening in the middle of a bay meets no regular stud. */
export function oddsInMiddle(frame: WallFrame, bay: Pick<Bay, 'leftMm' | 'rightMm'>): number {
  const middle = (bay.leftMm + bay.rightMm) / 2;
  return clearOdds(frame, middle - HALF_OPENING_MM, middle + HALF_OPENING_MM);
}
