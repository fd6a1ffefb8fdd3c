import { boxModel } from '../../../catalog/index.ts';
import type { Point, WallId } from '../../../document/index.ts';
import { oppositeBoxes, separationAt } from '../../../structure/index.ts';
import { inches } from '../../../units/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { isNew, judge, limitNumbers, touchedPoints } from './judge.ts';
import { msg, q } from '../../../words/index.ts';

/** What a single-gang box opens where its model is not known: 2-1/4 by 3-3/4 in. */
const SINGLE_IN2 = 2.25 * 3.75;

/** Opening of a box in the board, in2; a single-gang one where nobody knows the model. */
function openingIn2(point: Pick<Point, 'box'>): number {
  const model = boxModel(point.box.model);
  return model ? (model.widthMm * model.heightMm) / inches(1) ** 2 : point.box.gangs * SINGLE_IN2;
}

function inRated(context: RuleContext, point: Point, wallId: WallId, xMm: number): Judgement[] {
  const { limits } = context.pack;
  const line = context.plan.lines.get(wallId);
  if (!line) return [];
  const common = { mark: 'want' as const, subjects: [point.id as string] };
  const own = openingIn2(point);
  if (own > limits.ratedBoxIn2.value + 1e-6)
    return [
      judge('separation', {
        ...common,
        severity: 'fix',
        says: msg('rules.separation.too-wide', { point: point.label }),
        detail: msg('rules.separation.too-wide-why', {
          own: q.bore(own),
          allowed: q.bore(limits.ratedBoxIn2.value),
        }),
        because: { need: own, have: limits.ratedBoxIn2.value, unit: 'sq in', sense: 'at-least' },
        sources: [limits.ratedBoxIn2.source],
      }),
    ];
  const opposite = oppositeBoxes(context.house, context.plan, wallId, xMm)[0];
  if (opposite && opposite.apartMm < limits.oppositeBoxesMm.value - 0.5)
    return [
      judge('separation', {
        ...common,
        severity: 'fix',
        says: msg('rules.separation.too-near', { point: point.label, opposite: opposite.label }),
        detail: msg('rules.separation.too-near-why', { apart: q.distance(limits.oppositeBoxesMm.value) }),
        because: {
          need: limits.oppositeBoxesMm.value,
          have: opposite.apartMm,
          unit: 'mm',
          sense: 'at-least',
        },
        sources: [limits.oppositeBoxesMm.source],
      }),
    ];
  const boxes = context.house.points.filter((p) => p.at.on === 'wall' && p.at.wallId === wallId);
  const wallIn2 = (line.wall.lengthMm * line.room.ceilingMm) / inches(1) ** 2;
  const share = boxes.reduce((s, p) => s + openingIn2(p), 0) / wallIn2;
  if (share > limits.ratedBoxesShare.value)
    return [
      judge('separation', {
        ...common,
        severity: 'fix',
        says: msg('rules.separation.too-many', { wall: line.wall.name }),
        detail: msg('rules.separation.too-many-why', {
          count: boxes.length,
          share: q.tinyShare(share),
          allowed: q.tinyShare(limits.ratedBoxesShare.value),
        }),
        because: { need: share, have: limits.ratedBoxesShare.value, unit: 'share', sense: 'at-least' },
        sources: [limits.ratedBoxesShare.source],
      }),
    ];
  return [
    judge('separation', {
      ...common,
      severity: 'ok',
      says: msg('rules.separation.ok', { point: point.label }),
      detail: msg('rules.separation.ok-why', { gap: q.length(limits.gapMm.value) }),
      sources: [limits.oppositeBoxesMm.source],
    }),
  ];
}

/** Walls that keep fire from another dwelling: how far boxes may open them. A garage wall is told and sealed, not counted. */
export const separation: Rule = {
  id: 'separation',
  title: msg('rules.separation.title'),
  about: msg('rules.separation.about'),
  numbers: limitNumbers('oppositeBoxesMm', 'ratedBoxIn2', 'ratedBoxesShare'),
  check: (context) =>
    touchedPoints(context).flatMap((point) =>
      isNew(context, point) &&
      point.at.on === 'wall' &&
      separationAt(context.plan, point.at.wallId, point.at.xMm) === 'party'
        ? inRated(context, point, point.at.wallId, point.at.xMm)
        : [],
    ),
};
