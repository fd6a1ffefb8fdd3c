import type { Evaluation } from '../evaluation/judge.ts';
import type { Drawing } from './drawing.ts';
import { houseView, type Quarter } from './house-view.ts';
import { transferSheets } from './transfer-sheet.ts';
import { flatRuns, joistPlan, touchedWalls, wallSheet } from './plans.ts';

/** Every drawing of the chosen plan: joist plans, the house cut open, the walls that are touched, the holes that are found from the other side. Empty without a plan. */
export function sheetsOf(evaluation: Evaluation, turn: Quarter = 0): Drawing[] {
  if (!evaluation.chosen) return [];
  return [
    ...flatRuns(evaluation).map((r) => joistPlan(evaluation, r.level, r.side)),
    houseView(evaluation, turn),
    ...touchedWalls(evaluation).flatMap((w) => wallSheet(evaluation, w) ?? []),
    ...transferSheets(evaluation),
  ];
}
