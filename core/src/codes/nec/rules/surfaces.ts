import type { Point } from '../../../document/index.ts';
import { published } from '../../../findings/index.ts';
import { holds, surfaceAt } from '../../../structure/index.ts';
import { allOf, msg, q } from '../../../words/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { isNew, judge, limitNumbers } from './judge.ts';

/** What is fixed to a wall and stays: nothing behind it is reached without an opening in its back. */
const FIXED: ReadonlySet<string> = new Set(['cabinet', 'counter', 'tub', 'sink', 'soffit']);

/** A box that is there and that something planned will cover: it comes forward with the surface, or it stays reachable. */
function comingOver(context: RuleContext, point: Point): Judgement[] {
  const { at } = point;
  const wall = at.on === 'wall' ? context.plan.lines.get(at.wallId)?.wall : undefined;
  if (at.on !== 'wall' || !wall) return [];
  const touched = context.touched.has(point.id);
  const common = { mark: 'wire' as const, subjects: [point.id, wall.id] };
  const over = wall.furniture.find((f) => f.planned && FIXED.has(f.kind) && !f.comesDown && holds(f, at));
  if (over)
    return [
      judge('surface-to-come', {
        ...common,
        severity: 'fix',
        says: msg('rules.surfaces.behind', { point: point.label, thing: over.name }),
        detail: msg('rules.surfaces.behind-why'),
        sources: [published('NEC 314.29')],
        origin: touched ? 'worse' : 'standing',
      }),
    ];
  const { nowMm, laterMm, coming } = surfaceAt(wall, at);
  if (coming.length === 0) return [];
  const { boxSetbackMm } = context.pack.limits;
  const named = {
    point: point.label,
    layers: allOf(coming.map((l) => l.name)),
    depth: q.length(laterMm - nowMm),
  };
  return [
    judge('surface-to-come', {
      ...common,
      severity: touched ? 'ok' : 'fix',
      says: msg(touched ? 'rules.surfaces.extender' : 'rules.surfaces.needs-extender', named),
      detail: msg('rules.surfaces.extender-why', { back: q.length(boxSetbackMm.value) }),
      because: { need: laterMm - nowMm, have: boxSetbackMm.value, unit: 'mm', sense: 'at-least' },
      sources: [boxSetbackMm.source],
      ...(touched ? {} : { origin: 'standing' as const }),
    }),
  ];
}

/** Boxes that are there, under tile, a panel or a cabinet that is still to come. */
export const surfaceToCome: Rule = {
  id: 'surface-to-come',
  title: msg('rules.surfaces.title'),
  about: msg('rules.surfaces.about'),
  numbers: limitNumbers('boxSetbackMm'),
  check: (context) =>
    context.house.points.flatMap((point) => (isNew(context, point) ? [] : comingOver(context, point))),
};
