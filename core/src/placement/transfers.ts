import { practice, type Finding } from '../findings/index.ts';
import type { Option, PlanSetting } from '../planning/index.ts';
import type { Hole, Move } from '../routing/index.ts';
import { bestTransfer, TRANSFER_WISH, transfersFor, type Transfer } from '../structure/index.ts';
import { formatMark, chance } from '../units/index.ts';

/** A hole through a plate that is drilled from the other side, with every way to find it there. */
export interface HoleTransfer {
  readonly leg: number;
  readonly move: number;
  readonly hole: Hole;
  readonly side: 'above' | 'below';
  readonly all: readonly Transfer[];
  readonly best: Transfer | undefined;
}

const SIDE: Partial<Record<Move['op'], 'above' | 'below'>> = {
  'drill-plate-above': 'above',
  'drill-plate-below': 'below',
};

/** Transfers of all holes of an option that are drilled from above or below. */
export function transfersOf({ house, plan, frames }: PlanSetting, option: Option): HoleTransfer[] {
  return option.legs.flatMap((leg, l) =>
    leg.route.moves.flatMap((move, m): HoleTransfer[] => {
      const side = SIDE[move.op];
      const hole = move.holes[0];
      const frame = hole && frames.get(hole.wallId);
      if (!side || !hole || !frame) return [];
      const all = transfersFor({ house, plan, frame, side, xMm: hole.xMm, diameterMm: hole.diameterMm });
      return [{ leg: l, move: m, hole, side, all, best: bestTransfer(all) }];
    }),
  );
}

/** What to measure to find a hole from the other side, as a sentence. */
export function transferWords(t: Transfer, length: (mm: number) => string): string {
  const way = t.markMm >= 0 ? 'to the right' : 'to the left';
  const away =
    t.awayMm > 0
      ? `; from it ${length(t.awayMm)} and half the thickness of the wall back, square to the wall`
      : '';
  return Math.abs(t.markMm) < 1
    ? `At ${t.name}${away}`
    : `${length(Math.abs(t.markMm))} ${way} of ${t.name}, as seen from inside the room`;
}

/** A hole that may well miss its bay is asked about; one that is sure enough is no finding. */
export function transferFindings(setting: PlanSetting, option: Option): Finding[] {
  const L = (mm: number) => formatMark(mm, setting.house.units);
  return transfersOf(setting, option).flatMap(({ leg, move, hole, side, best }): Finding[] => {
    if (!best || best.odds.both >= TRANSFER_WISH) return [];
    const wall = setting.plan.lines.get(hole.wallId)?.wall.name.toLowerCase() ?? 'wall';
    return [
      {
        rule: 'transfer',
        key: `transfer:${leg}-${move}`,
        severity: 'watch',
        origin: 'new',
        mark: 'run',
        subjects: [hole.wallId],
        says: `Will the hole from ${side} meet the bay, ${wall}, ${L(hole.xMm)}?`,
        detail: `${transferWords(best, L)}: lands at ${chance(best.odds.both)}, along the wall ${chance(best.odds.along)}, across it ${chance(best.odds.across)}. One more stud reading beside the bay, or a nail pushed through at the place, makes it surer.`,
        because: { need: TRANSFER_WISH, have: best.odds.both, unit: 'share', sense: 'at-least' },
        sources: [practice('errors of tape, reference, plumb and thickness of a careful amateur')],
        remedies: [],
      },
    ];
  });
}
