import { practice, type Finding } from '../findings/index.ts';
import type { Option, PlanSetting } from '../planning/index.ts';
import type { Hole, Move } from '../routing/index.ts';
import { bestTransfer, TRANSFER_WISH, transfersFor, type LayoutTransfer } from '../structure/index.ts';
import { msg, q, capital, type Text } from '../words/index.ts';

/** A hole through a plate that is drilled from the other side, with every way to find it there. */
export interface HoleTransfer {
  readonly leg: number;
  readonly move: number;
  readonly hole: Hole;
  readonly side: 'above' | 'below';
  readonly all: readonly LayoutTransfer[];
  readonly best: LayoutTransfer | undefined;
}

const SIDE: Partial<Record<Move['op'], 'above' | 'below'>> = {
  'drill-plate-above': 'above',
  'drill-eave-above': 'above',
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
export function transferText(t: LayoutTransfer): Text {
  if (Math.abs(t.markMm) >= 1)
    return msg('placement.transfer.measure', {
      by: q.mark(Math.abs(t.markMm)),
      from: t.name,
      way: t.markMm >= 0 ? 'right' : 'left',
    });
  return t.awayMm > 0
    ? msg('placement.transfer.at-and-back', { from: capital(t.name), away: q.mark(t.awayMm) })
    : msg('placement.transfer.at', { from: capital(t.name) });
}

/** A hole that may well miss its bay is asked about; one that is sure enough is no finding. */
export function transferFindings(setting: PlanSetting, option: Option): Finding[] {
  return transfersOf(setting, option).flatMap(({ leg, move, hole, side, best }): Finding[] => {
    if (!best || best.odds.both >= TRANSFER_WISH) return [];
    const wall =
      setting.plan.lines.get(hole.wallId)?.wall.name.toLowerCase() ?? msg('placement.transfer.wall');
    return [
      {
        rule: 'transfer',
        key: `transfer:${leg}-${move}`,
        severity: 'watch',
        origin: 'new',
        mark: 'run',
        subjects: [hole.wallId],
        says: msg('placement.transfer.ask', { side, wall, at: q.mark(hole.xMm) }),
        detail: msg('placement.transfer.ask-why', {
          how: transferText(best),
          chances: Math.round(best.odds.both * 100),
        }),
        because: { need: TRANSFER_WISH, have: best.odds.both, unit: 'share', sense: 'at-least' },
        sources: [practice(msg('placement.transfer.practice'))],
        remedies: [],
      },
    ];
  });
}
