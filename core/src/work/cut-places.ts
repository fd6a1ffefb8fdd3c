import type { Position } from '../document/index.ts';
import { onWall, type Move } from '../routing/index.ts';
import type { CutPlace, WorkInput } from './step.ts';

/** Where a want or a new box is cut in; null where nothing is cut. */
export function cutPlace({ plan }: Pick<WorkInput, 'plan'>, at: Position): CutPlace | null {
  if (at.on === 'wall' || at.on === 'outside')
    return { wallId: at.wallId, xMm: at.xMm, heightMm: at.heightMm };
  const spot = at.on === 'ceiling' ? plan.spotOf(at) : undefined;
  return spot && at.on === 'ceiling' ? { roomId: at.roomId, spot } : null;
}

/** Holes that a piece of a run bores. */
export const boresOf = (move: Move): CutPlace[] =>
  move.holes.map(({ wallId, xMm, heightMm }) => ({ wallId, xMm, heightMm }));
/** Where a piece of a run opens a wall or a ceiling: at both its ends. */
export const openingsIn = (move: Move): CutPlace[] =>
  move.openedMm2 <= 0
    ? []
    : [move.from, move.to].map((p): CutPlace =>
        onWall(p)
          ? { wallId: p.wallId, xMm: p.xMm, heightMm: p.heightMm }
          : { roomId: p.roomId, spot: p.spot },
      );
/** Places where a piece of a run cuts or bores into a wall or a ceiling. */
export const cutsOf = (move: Move): CutPlace[] => [...boresOf(move), ...openingsIn(move)];
