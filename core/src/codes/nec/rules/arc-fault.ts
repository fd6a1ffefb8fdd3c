import type { Point } from '../../../document/index.ts';
import { published, type Source } from '../../../findings/index.ts';
import { firstReceptacle } from '../../../feed/index.ts';
import type { Judgement, Need, PlaceFacts, Rule, RuleContext } from '../../pack.ts';
import { ARC_FAULT_AMPS, ARC_FAULT_ROOMS } from '../tables/protection.ts';
import { isNew, isNewWork, judge, limitNumbers } from './judge.ts';
import { msg, q, row, type Text } from '../../../words/index.ts';
import { arcFaultRemedies, breakerOf, byName, factsOf, giver, list, polesOf } from './protecting.ts';

/** Whether a new outlet asks for arc-fault protection: one that only moves does not on a short extension with nothing added. */
function arcFaultAt(context: RuleContext, point: Point, place: PlaceFacts, amps: number): Need {
  const need = context.pack.arcFault(place.use, amps, polesOf(context, point));
  const limit = context.pack.limits.arcFaultMoveMm;
  if (!need.needed || !context.moved.has(point.id)) return need;
  const runs = context.house.cables.filter(
    (c) => context.fresh.has(c.id) && [c.from, c.to].some((e) => e.at === 'point' && e.pointId === point.id),
  );
  const mm = runs.reduce((sum, c) => sum + (c.lengthMm ?? Number.POSITIVE_INFINITY), 0);
  return mm <= limit.value + 1e-6
    ? {
        needed: false,
        why: msg('rules.protection.arc-moved', { reach: q.distance(limit.value) }),
        source: limit.source,
      }
    : need;
}

/**
 * Does what gives arc-fault protection count? A breaker does; a receptacle as the first of its circuit (210.12(D)); at a receptacle
 * that is replaced the new one itself (406.4(D)(4)).
 */
const countsAsArcFault = (context: RuleContext, point: Point, by: string): boolean =>
  !context.house.points.some((p) => p.id === by) ||
  firstReceptacle(context.feed, point.id)?.id === by ||
  (by === point.id && context.replaced.has(by));

/** Arc-fault protection of outlets; an extension gets it at the origin or at the circuit's first receptacle, not at the new device. */
export const arcFault: Rule = {
  id: 'arc-fault',
  title: msg('rules.protection.afci-title'),
  about: msg('rules.protection.afci-about'),
  numbers: (pack) => [
    {
      what: msg('rules.protection.rooms'),
      value: row([...ARC_FAULT_ROOMS].map((r) => msg(`names.room.${r}`))),
      source: published('NEC 210.12', pack.edition),
    },
    {
      what: msg('rules.protection.circuits'),
      value: row(ARC_FAULT_AMPS(pack.edition).map((a) => q.rating(a))),
      source: published('NEC 210.12', pack.edition),
    },
    ...limitNumbers('arcFaultMoveMm')(pack),
  ],
  check: (context) => {
    const open: Point[] = [];
    const out: Judgement[] = [];
    const held = new Map<string, { points: Point[]; says: Text; why: Text; source: Source }>();
    const hold = (key: string, point: Point, says: Text, why: Text, source: Source) =>
      held.set(key, { says, why, source, points: [...(held.get(key)?.points ?? []), point] });
    let reason: { why: Text; source: Source } | undefined;
    for (const point of context.house.points.filter((p) => isNewWork(context, p) && p.kind !== 'junction')) {
      const place = factsOf(context, point);
      const box = context.feed.boxes.get(point.id);
      const breaker = breakerOf(context, point);
      if (!place || !box || !breaker) continue;
      const need = arcFaultAt(context, point, place, breaker.amps);
      if (!need.needed) {
        if (isNew(context, point))
          hold('none', point, msg('rules.protection.afci-not-needed'), need.why, need.source);
      } else if (box.arcFaultBy && countsAsArcFault(context, point, box.arcFaultBy))
        hold(
          box.arcFaultBy,
          point,
          msg('rules.protection.afci-by', { by: giver(context, box.arcFaultBy, point) }),
          need.why,
          need.source,
        );
      else {
        open.push(point);
        reason = { why: need.why, source: need.source };
      }
    }
    // By name, so that the finding is the same one whatever the order of the runs.
    open.sort((a, b) => byName(a.label, b.label));
    if (open.length > 0 && reason)
      out.push(
        judge('arc-fault', {
          severity: 'stop',
          mark: 'tap',
          subjects: open.map((p) => p.id),
          says: msg('rules.protection.afci-missing', { points: list(open) }),
          detail: msg('rules.protection.afci-missing-why', { why: reason.why }),
          sources: [reason.source],
          remedies: arcFaultRemedies(context, open),
        }),
      );
    for (const { points, says, why, source } of held.values())
      out.push(
        judge('arc-fault', {
          severity: 'ok',
          mark: 'tap',
          subjects: points.map((p) => p.id),
          says: msg('rules.protection.kinds', { points: list(points), kinds: says }),
          detail: why,
          sources: [source],
        }),
      );
    return out;
  },
};
