import { MOST_DRAWINGS, MOST_SHAPES, type DrawnSheet } from '../document/index.ts';
import type { Evaluation } from '../evaluation/judge.ts';
import type { Drawing, Shape } from './drawing.ts';
import { flatRuns, joistPlan, touchedWalls, wallSheet } from './plans.ts';

/** The drawings that a record keeps: where the cable runs and where its holes are, as one finds it again when the wall is closed. */

/** A tenth of a millimeter is as much as anybody measures. */
const near = (mm: number): number => Math.round(mm * 10) / 10;
const nearAt = ({ x, y }: { readonly x: number; readonly y: number }) => ({ x: near(x), y: near(y) });

const kept = (s: Shape): DrawnSheet['shapes'][number] => {
  switch (s.kind) {
    case 'line':
      return {
        kind: s.kind,
        layer: s.layer,
        points: s.points.map(nearAt),
        ...(s.closed ? { closed: true } : {}),
        ...(s.dashed ? { dashed: true } : {}),
      };
    case 'circle':
      return { ...s, at: nearAt(s.at), radius: near(s.radius) };
    case 'text':
      return { ...s, at: nearAt(s.at), text: s.text.slice(0, 200) };
  }
};

/** Joist plans and walls that the chosen way touches; none where nothing is planned. */
export function drawingsOf(evaluation: Evaluation): DrawnSheet[] {
  if (!evaluation.chosen) return [];
  const all: Drawing[] = [
    ...touchedWalls(evaluation).flatMap((w) => wallSheet(evaluation, w) ?? []),
    ...flatRuns(evaluation).map((r) => joistPlan(evaluation, r.level, r.side)),
  ];
  return all
    .filter((d) => d.shapes.length <= MOST_SHAPES)
    .slice(0, MOST_DRAWINGS)
    .map(({ title, note, shapes }) => ({
      title: title.slice(0, 200),
      note: note.slice(0, 600),
      shapes: shapes.map(kept),
    }));
}
