import { inches } from '../units/index.ts';
import { MOST_IN_HOLE, type Hole, type Move } from '../routing/index.ts';
import type { PlannedLeg } from './types.ts';
import { msg, q } from '../words/index.ts';

/** Holes through plates and blocks, which go anywhere in their bay: a stud or a corner is drilled at one place. */
const IN_BAY: ReadonlySet<Hole['through']> = new Set(['top plates', 'bottom plate', 'block']);

/** Holes that stand beside each other keep wood between them, mm: common practice. */
const BESIDE_INCHES = 2;
const BESIDE_MM = inches(BESIDE_INCHES);
/** Places tried for a hole of its own, each beside the last. */
const PLACES = 9;

/** Where a hole goes when its place is taken: beside the others in a plate, above or below them in a stud. */
const besides = (hole: Hole): Hole[] =>
  Array.from({ length: PLACES }, (_, n) => {
    if (n === 0) return hole;
    const by = BESIDE_MM * Math.ceil(n / 2) * (n % 2 === 0 ? 1 : -1);
    return IN_BAY.has(hole.through)
      ? { ...hole, xMm: Math.max(0, hole.xMm + by) }
      : { ...hole, heightMm: Math.max(0, hole.heightMm + by) };
  });

const sameWood = (a: Hole, b: Hole): boolean =>
  a.wallId === b.wallId && a.through === b.through && a.diameterMm === b.diameterMm;

interface Drilled {
  readonly hole: Hole;
  readonly users: number[];
}

/** @returns undefined where its bay has no room for one more */
function beside(hole: Hole, drilled: readonly Drilled[], intoBox: (hole: Hole) => boolean): Hole | undefined {
  const taken = (h: Hole) =>
    drilled.some(
      (d) =>
        d.hole.wallId === h.wallId &&
        d.hole.through === h.through &&
        Math.abs(d.hole.xMm - h.xMm) < BESIDE_MM - 1 &&
        Math.abs(d.hole.heightMm - h.heightMm) < BESIDE_MM - 1,
    );
  const half = hole.diameterMm / 2;
  const [left, right] = hole.bayMm;
  return besides(hole).find(
    (h, n) =>
      !taken(h) &&
      (n === 0 || !intoBox(h)) &&
      (n === 0 || !IN_BAY.has(hole.through) || (h.xMm - half >= left && h.xMm + half <= right)),
  );
}

/** The hole that was drilled for this one: in the same bay of a plate, in the same stud where the first of them went. */
function drilledFor(hole: Hole, drilled: readonly Drilled[]): Drilled | undefined {
  const off = ({ hole: d }: Drilled) => Math.abs(d.xMm - hole.xMm) + Math.abs(d.heightMm - hole.heightMm);
  const [left, right] = hole.bayMm;
  const near = (d: Drilled) =>
    IN_BAY.has(hole.through)
      ? d.hole.xMm >= left && d.hole.xMm <= right && Math.abs(d.hole.heightMm - hole.heightMm) < BESIDE_MM
      : Math.abs(d.hole.xMm - hole.xMm) < BESIDE_MM && off(d) <= (BESIDE_MM * PLACES) / 2;
  return drilled
    .filter((d) => d.users.length < MOST_IN_HOLE && sameWood(d.hole, hole) && near(d))
    .sort((a, b) => off(a) - off(b))[0];
}

/**
 * The legs of a plan with every hole at its place: one that an earlier run has drilled is gone through again, one whose place is
 * taken stands beside the others, where no bit comes into a box.
 * @returns null where they need more holes than a bay has room for
 */
export function shareHoles(
  legs: readonly PlannedLeg[],
  intoBox: (hole: Hole) => boolean,
): PlannedLeg[] | null {
  const drilled: Drilled[] = [];
  let full = false;
  const shared = legs.map((leg, i): PlannedLeg => {
    const drill = (hole: Hole): Hole[] => {
      const own = beside(hole, drilled, intoBox);
      if (!own) {
        full = true;
        return [];
      }
      drilled.push({ hole: own, users: [i] });
      return [own];
    };
    const moves = leg.route.moves.map((move): Move => {
      const { again: wanted = [], ...rest } = move;
      const again: Hole[] = [];
      // Where a strip is open for two cables already, a third one gets another hole in it.
      const more: Hole[] = [];
      for (const hole of wanted) {
        const there = drilledFor(hole, drilled);
        if (there) {
          there.users.push(i);
          again.push(there.hole);
        } else more.push(hole);
      }
      const holes = [...move.holes, ...more].flatMap(drill);
      const aside = holes.some((h) => !move.holes.includes(h) && !more.includes(h));
      return {
        ...rest,
        holes,
        ...(again.length > 0 && { again }),
        says: aside
          ? msg('planning.share.beside', { move: move.says, beside: q.length(BESIDE_MM) })
          : move.says,
      };
    });
    return { ...leg, route: { ...leg.route, moves } };
  });
  if (full) return null;
  // Conductors of the other cable in one hole keep each other warm.
  return shared.map((leg, i): PlannedLeg => {
    const others = drilled.filter((d) => d.users.includes(i)).flatMap((d) => d.users.filter((u) => u !== i));
    const beside = Math.max(0, ...others.map((u) => legs[u]?.conductors ?? 0));
    return beside > 0 ? { ...leg, beside } : leg;
  });
}
