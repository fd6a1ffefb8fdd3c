import { isRaceway } from '../document/index.ts';
import { inches } from '../units/index.ts';
import type { Hole, Move } from '../routing/index.ts';
import type { PlannedLeg } from './types.ts';
import { msg, q } from '../words/index.ts';

/**
 * A hole is drilled once: the next cable that comes by goes through it as well. Two cables of two current-carrying conductors in one
 * sealed hole keep their breaker (NEC 334.80); a third one gets a hole of its own.
 */
const MOST_IN_HOLE = 2;
/** In a plate the bit goes anywhere in the bay; a stud or a corner is drilled at one place. */
const SAME_PLATE_MM = inches(6);
const SAME_STUD_MM = inches(0.75);
/** Threading a second cable through a hole that is there, minutes: common practice. */
const THREAD_MINUTES = 3;

const IN_BAY: ReadonlySet<Hole['through']> = new Set(['top plates', 'bottom plate', 'block']);

function isSame(a: Hole, b: Hole): boolean {
  const aside = IN_BAY.has(a.through) ? SAME_PLATE_MM : SAME_STUD_MM;
  return (
    a.wallId === b.wallId &&
    a.through === b.through &&
    a.diameterMm === b.diameterMm &&
    Math.abs(a.xMm - b.xMm) <= aside &&
    Math.abs(a.heightMm - b.heightMm) <= SAME_STUD_MM
  );
}

/** Holes that stand beside each other keep wood between them, mm: common practice. */
const BESIDE_INCHES = 2;
const BESIDE_MM = inches(BESIDE_INCHES);

/**
 * Where a hole of its own goes when its place is taken: beside the others in a plate, above or below them in a stud.
 * @returns undefined where its bay has no room for one more
 */
function beside(hole: Hole, drilled: readonly Drilled[]): Hole | undefined {
  const taken = (h: Hole) =>
    drilled.some(
      (d) =>
        d.hole.wallId === h.wallId &&
        d.hole.through === h.through &&
        Math.abs(d.hole.xMm - h.xMm) < BESIDE_MM - 1 &&
        Math.abs(d.hole.heightMm - h.heightMm) < BESIDE_MM - 1,
    );
  for (let n = 0; n < 9; n++) {
    const by = BESIDE_MM * Math.ceil(n / 2) * (n % 2 === 0 ? 1 : -1);
    const moved = IN_BAY.has(hole.through)
      ? { ...hole, xMm: Math.max(0, hole.xMm + by) }
      : { ...hole, heightMm: Math.max(0, hole.heightMm + by) };
    const [left, right] = hole.bayMm;
    const half = hole.diameterMm / 2;
    const fits = !IN_BAY.has(hole.through) || (moved.xMm - half >= left && moved.xMm + half <= right);
    if (!taken(moved) && (n === 0 || fits)) return n === 0 ? hole : moved;
  }
  return undefined;
}

interface Drilled {
  readonly hole: Hole;
  readonly leg: number;
  readonly users: number[];
}

function threaded(move: Move, fresh: readonly Hole[], again: readonly Hole[], owner: number): Move {
  const moved = fresh.some((h) => !move.holes.includes(h));
  const own = moved
    ? {
        ...move,
        says: msg('planning.share.beside', { move: move.says, beside: q.length(inches(BESIDE_INCHES)) }),
      }
    : move;
  if (again.length === 0) return { ...own, holes: fresh };
  if (fresh.length > 0)
    return {
      ...own,
      holes: fresh,
      again,
      minutes: THREAD_MINUTES + (move.minutes * fresh.length) / (fresh.length + again.length),
    };
  return {
    ...move,
    holes: fresh,
    again,
    openedMm2: 0,
    minutes: THREAD_MINUTES,
    says: msg('planning.share.through', { n: again.length, run: owner + 1 }),
    why: msg('planning.share.through-why'),
  };
}

/**
 * The legs of a plan with every hole drilled in one of them only.
 * @returns null where they need more holes than a bay has room for
 */
export function shareHoles(legs: readonly PlannedLeg[]): PlannedLeg[] | null {
  const drilled: Drilled[] = [];
  let full = false;
  const shared = legs.map((leg, i): PlannedLeg => {
    const moves = leg.route.moves.map((move): Move => {
      const again: Hole[] = [];
      const fresh: Hole[] = [];
      let owner = i;
      for (const hole of move.holes) {
        // Tubing fills its hole.
        const most = isRaceway(leg.method) ? 1 : MOST_IN_HOLE;
        const there = drilled.find((d) => d.leg !== i && d.users.length < most && isSame(d.hole, hole));
        if (there) {
          there.users.push(i);
          owner = there.leg;
          again.push(there.hole);
        } else {
          const own = beside(hole, drilled);
          if (!own) {
            full = true;
            continue;
          }
          drilled.push({ hole: own, leg: i, users: [i] });
          fresh.push(own);
        }
      }
      return threaded(move, fresh, again, owner);
    });
    return {
      ...leg,
      route: {
        ...leg.route,
        moves,
        minutes: moves.reduce((s, m) => s + m.minutes, 0),
        openedMm2: moves.reduce((s, m) => s + m.openedMm2, 0),
      },
    };
  });
  if (full) return null;
  // Conductors of the other cable in one hole keep each other warm.
  return shared.map((leg, i): PlannedLeg => {
    const others = drilled.filter((d) => d.users.includes(i)).flatMap((d) => d.users.filter((u) => u !== i));
    const beside = Math.max(0, ...others.map((u) => legs[u]?.conductors ?? 0));
    return beside > 0 ? { ...leg, beside } : leg;
  });
}
