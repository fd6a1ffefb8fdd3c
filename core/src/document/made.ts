import type { WallId } from './ids.ts';
import type { CutPlace, LogEntry, MadeAct } from './log.ts';

/** What has been done to the house so far, by the log: it stays so, whatever becomes of the plan. */

/** Two places nearer than this are one hole: neither a tape nor a bit is finer. */
const SAME_PLACE_MM = 12;

/** Are these the same hole or opening? */
export function samePlace(a: CutPlace, b: CutPlace): boolean {
  if ('wallId' in a)
    return (
      'wallId' in b &&
      a.wallId === b.wallId &&
      Math.hypot(a.xMm - b.xMm, a.heightMm - b.heightMm) <= SAME_PLACE_MM
    );
  return (
    !('wallId' in b) &&
    a.roomId === b.roomId &&
    Math.hypot(a.spot.xMm - b.spot.xMm, a.spot.yMm - b.spot.yMm) <= SAME_PLACE_MM
  );
}

/** Entries of a log that count: what was taken back is out, one for one. */
export function standing(log: readonly LogEntry[]): LogEntry[] {
  const out: LogEntry[] = [];
  for (const e of log) {
    if (e.state === 'done') {
      out.push(e);
      continue;
    }
    const i = out.findLastIndex((o) => o.stepKey === e.stepKey);
    // A step of another plan that had the same key is not taken back with it.
    if (i >= 0) out.splice(i, 1);
  }
  return out;
}

/** Everything that was done and not taken back, in the order in which it was. */
export const madeSoFar = (log: readonly LogEntry[]): MadeAct[] =>
  standing(log).flatMap((e) => e.did?.does ?? []);

/** Holes bored so far in walls. */
export const boredIn = (
  log: readonly LogEntry[],
): { readonly wallId: WallId; readonly xMm: number; readonly heightMm: number }[] =>
  madeSoFar(log).flatMap((a) => (a.act === 'bore' && 'wallId' in a.at ? [a.at] : []));
