import type { Opening, Wall } from '../document/index.ts';
import { inches } from '../units/index.ts';
import { spanClear } from './posterior.ts';
import { centreOf, fitStuds, type StudFit } from './studs.ts';

/**
 * A member that stands in the wall, from its foot to its head: a regular stud, a corner, the king and jack beside an opening, a
 * cripple between the bottom plate and a rough sill, the post of a partition, or one more that is not on the layout.
 */
export interface Member {
  readonly leftMm: number;
  readonly rightMm: number;
  readonly bottomMm: number;
  readonly topMm: number;
  readonly kind: 'stud' | 'corner' | 'opening' | 'cripple' | 'extra' | 'post';
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

const isHit = (wall: Wall, xMm: number): boolean =>
  wall.hits.some((h) => h.method !== 'nothing' && Math.abs(centreOf(h) - xMm) <= inches(1.5));

type Across = Omit<Member, 'bottomMm' | 'topMm'>;

const regularMembers = (wall: Wall, fit: StudFit): Across[] => {
  const half = wall.framing.memberMm / 2;
  return fit.studsMm.map((x) => ({ leftMm: x - half, rightMm: x + half, kind: 'stud', hit: isHit(wall, x) }));
};

/** Wood that was read where the layout has none: a doubled stud, one more, the post of a partition. Knocking tells too little. */
const extraMembers = (wall: Wall, fit: StudFit): Across[] => {
  const half = wall.framing.memberMm / 2;
  return fit.outliers
    .filter((h) => h.method !== 'knock')
    .map((h) => ({ leftMm: centreOf(h) - half, rightMm: centreOf(h) + half, kind: 'extra', hit: true }));
};

/** King and jack that carry the header stand on both sides of an opening: two members wide. */
function openingMembers(o: Opening, memberMm: number): Across[] {
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

/** An opening that begins lower than this has nothing under it, mm: a door, a window to the floor. */
const LEAST_UNDER_MM = PLATE_MM + inches(6);

/** The bays between members that stand side by side, of one height. */
function between(
  members: readonly Pick<Member, 'leftMm' | 'rightMm'>[],
  lengthMm: number,
  room: Omit<Bay, 'index' | 'leftMm' | 'rightMm'>,
): Omit<Bay, 'index'>[] {
  const bays: Omit<Bay, 'index'>[] = [];
  // Members may overlap, as the studs of two openings side by side do: a bay begins where the last of them ends.
  let leftMm = 0;
  for (let i = 0; i + 1 < members.length; i++) {
    leftMm = Math.max(leftMm, members[i]?.rightMm ?? 0);
    const rightMm = Math.min(lengthMm, members[i + 1]?.leftMm ?? 0);
    if (rightMm - leftMm >= inches(1)) bays.push({ ...room, leftMm, rightMm });
  }
  return bays;
}

/**
 * Works out members and bays of a wall from its framing, its readings and its openings. The layout runs through under a window: its
 * studs are cripples there (common practice).
 */
export function frameWall(wall: Wall, ceilingMm: number): WallFrame {
  const fit = fitStuds(wall);
  const m = wall.framing.memberMm;
  const openings = openingsIn(wall);
  const whole = { bottomMm: 0, topMm: ceilingMm };
  const beside = (x: Across) =>
    openings.some((o) => x.leftMm >= o.leftMm - 2 * m && x.rightMm <= o.rightMm + 2 * m);
  const inside = (x: Across) => x.leftMm > m && x.rightMm < wall.lengthMm - m;
  const loose = [...regularMembers(wall, fit), ...extraMembers(wall, fit)].filter(inside);
  const standing: Member[] = [
    { leftMm: 0, rightMm: m, kind: 'corner' as const, hit: false },
    ...loose.filter((x) => !beside(x)),
    ...openings.flatMap((o) => openingMembers(o, m)),
    ...(wall.posts ?? []).map((post) => ({ ...post, kind: 'post' as const, hit: false })),
    { leftMm: wall.lengthMm - m, rightMm: wall.lengthMm, kind: 'corner' as const, hit: false },
  ]
    .map((x) => ({ ...whole, ...x }))
    .sort((a, b) => a.leftMm - b.leftMm);
  const cripples: Member[] = [];
  const bays = between(standing, wall.lengthMm, {
    bottomMm: PLATE_MM,
    topMm: ceilingMm - 2 * PLATE_MM,
    throughTop: true,
    throughBottom: true,
  }).flatMap((bay): Omit<Bay, 'index'>[] => {
    const over = openings.find((o) => o.leftMm <= bay.leftMm + 1 && o.rightMm >= bay.rightMm - 1);
    if (!over) return [bay];
    if (over.bottomMm <= LEAST_UNDER_MM) return [];
    const topMm = over.bottomMm - PLATE_MM;
    const own = loose
      .filter((x) => x.leftMm > bay.leftMm && x.rightMm < bay.rightMm)
      .map((x): Member => ({ ...x, kind: 'cripple', bottomMm: 0, topMm }))
      .sort((a, b) => a.leftMm - b.leftMm);
    cripples.push(...own);
    const sides = [
      { leftMm: bay.leftMm, rightMm: bay.leftMm },
      ...own,
      { leftMm: bay.rightMm, rightMm: bay.rightMm },
    ];
    return between(sides, wall.lengthMm, { ...bay, topMm, throughTop: false });
  });
  return {
    wall,
    fit,
    members: [...standing, ...cripples].sort((a, b) => a.leftMm - b.leftMm),
    bays: bays.map((bay, index) => ({ ...bay, index })),
    clearDepthMm: wall.framing.depthMm,
  };
}

/** The wood across a place of a wall at a height: members that stand side by side, with no bay between them, are bored as one. */
export function woodAt(
  { members }: Pick<WallFrame, 'members'>,
  xMm: number,
  heightMm: number,
): { readonly leftMm: number; readonly rightMm: number } | undefined {
  let run: { leftMm: number; rightMm: number } | undefined;
  for (const m of members) {
    if (heightMm < m.bottomMm || heightMm > m.topMm) continue;
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
  for (const o of fit.outliers) if (centreOf(o) + half > leftMm && centreOf(o) - half < rightMm) return 0;
  return spanClear(wall, leftMm, rightMm);
}

/** Half the opening of a single-gang box. */
const HALF_OPENING_MM = inches(1.125);
/** Chance that a single-gang opening in the middle of a bay meets no regular stud. */
export function oddsInMiddle(frame: WallFrame, bay: Pick<Bay, 'leftMm' | 'rightMm'>): number {
  const middle = (bay.leftMm + bay.rightMm) / 2;
  return clearOdds(frame, middle - HALF_OPENING_MM, middle + HALF_OPENING_MM);
}
