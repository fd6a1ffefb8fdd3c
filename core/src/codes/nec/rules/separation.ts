import { boxModel } from '../../../catalog/index.ts';
import type { Point, WallId } from '../../../document/index.ts';
import { oppositeBoxes, separationAt } from '../../../structure/index.ts';
import { formatLength, inches, percent, plain } from '../../../units/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { isNew, judge, limitNumbers, touchedPoints } from './judge.ts';

/** What a single-gang box opens where its model is not known: 2-1/4 by 3-3/4 in. */
const SINGLE_IN2 = 2.25 * 3.75;

/** Opening of a box in the board, in2; a single-gang one where nobody knows the model. */
function openingIn2(point: Pick<Point, 'box'>): number {
  const model = boxModel(point.box.model);
  return model ? (model.widthMm * model.heightMm) / inches(1) ** 2 : point.box.gangs * SINGLE_IN2;
}

function inRated(context: RuleContext, point: Point, wallId: WallId, xMm: number): Judgement[] {
  const { limits } = context.pack;
  const L = (mm: number) => formatLength(mm, context.house.units, 'inches');
  const line = context.plan.lines.get(wallId);
  if (!line) return [];
  const common = { mark: 'want' as const, subjects: [point.id as string] };
  const own = openingIn2(point);
  if (own > limits.ratedBoxIn2.value + 1e-6)
    return [
      judge('separation', {
        ...common,
        severity: 'fix',
        says: `The box of ${point.label} opens the rated wall too far`,
        detail: `${plain(own, 1)} sq in in one place, ${plain(limits.ratedBoxIn2.value)} sq in allowed: a narrower box, or two apart.`,
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
        says: `${point.label} is too near ${opposite.label} on the other face of the rated wall`,
        detail: `Fire goes from box to box: ${L(limits.oppositeBoxesMm.value)} apart sideways, or boxes and pads listed for being nearer.`,
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
        says: `Too many boxes in the rated ${line.wall.name.toLowerCase()}`,
        detail: `${boxes.length} boxes open ${percent(share, 2)} of it, ${percent(limits.ratedBoxesShare.value, 2)} allowed. On the surface of the wall a box opens nothing.`,
        because: { need: share, have: limits.ratedBoxesShare.value, unit: 'share', sense: 'at-least' },
        sources: [limits.ratedBoxesShare.source],
      }),
    ];
  return [
    judge('separation', {
      ...common,
      severity: 'ok',
      says: `${point.label} keeps the rated wall closed enough`,
      detail:
        'Box of steel or listed for rated walls, no more than 1/8 in of gap round it, cable holes sealed.',
      sources: [limits.oppositeBoxesMm.source],
    }),
  ];
}

/** Walls that keep fire from another dwelling: how far boxes may open them. A garage wall is told and sealed, not counted. */
export const separation: Rule = {
  id: 'separation',
  title: 'Walls that keep fire out',
  about:
    'In a wall between two dwellings: the opening of each box, of all boxes, and boxes back to back. In the wall between garage and house the gaps are sealed; what has to be seen there is printed at its step.',
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
