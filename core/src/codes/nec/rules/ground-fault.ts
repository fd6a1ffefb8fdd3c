import { givesGroundFault, type ApplianceKind, type Point, type RoomUse } from '../../../document/index.ts';
import { published } from '../../../findings/index.ts';
import { outletFacts } from '../../place.ts';
import { beforePlace } from '../../../structure/index.ts';
import { inches } from '../../../units/index.ts';
import type { Judgement, Need, Rule, RuleContext } from '../../pack.ts';
import { APPLIANCE_SINCE, GROUND_FAULT_SINCE } from '../tables/protection.ts';
import { isNew, isNewWork, isReceptacle, judge, limitNumbers } from './judge.ts';
import { article, msg } from '../../../words/index.ts';
import { byName, factsOf, giver, groundFaultRemedies, list, polesOf } from './protecting.ts';

const hiddenBehind = (context: RuleContext, { at }: Point): string | undefined =>
  beforePlace(context.plan, at).find((f) => f.depthMm > inches(6))?.name;

/** A protecting receptacle must be reached without tools or ladder, to be tested and reset. */
function reachable(context: RuleContext, point: Point): Judgement[] {
  if (!point.devices.some(givesGroundFault)) return [];
  const behind = hiddenBehind(context, point);
  const high = point.at.on === 'wall' && point.at.heightMm > context.pack.limits.switchHeightMm.value;
  if (!behind && !high) return [];
  return [
    judge('ground-fault-reach', {
      severity: 'fix',
      mark: 'tap',
      subjects: [point.id],
      says: behind
        ? msg('rules.protection.hidden', { point: point.label, behind })
        : msg('rules.protection.too-high', { point: point.label }),
      detail: msg('rules.protection.reach-why'),
      sources: [published('NEC 210.8, readily accessible')],
      remedies: groundFaultRemedies(context, [point]).filter(
        (r) => r.edit.edit !== 'change-device' && (r.edit.edit !== 'protect' || r.edit.how !== 'at-new'),
      ),
    }),
  ];
}

/** What one outlet comes to; those that come to the same, for the same reason, are told together. */
interface GroundFaultVerdict {
  readonly is: 'standing' | 'not-needed' | 'given' | 'missing';
  readonly point: Point;
  readonly need: Need;
  readonly by: string | null;
}

function groundFaultVerdict(context: RuleContext, point: Point): GroundFaultVerdict | undefined {
  const place = factsOf(context, point, polesOf(context, point));
  const box = context.feed.boxes.get(point.id);
  if (!place || !box || box.circuits.length === 0) return undefined;
  const need = context.pack.groundFault(place, outletFacts(context.house, point));
  if (!need.needed && !isReceptacle(point)) return undefined;
  const by = box.groundFaultBy;
  const verdict = { point, need, by };
  if (!isNewWork(context, point)) return need.needed && !by ? { ...verdict, is: 'standing' } : undefined;
  if (!need.needed) return isNew(context, point) ? { ...verdict, is: 'not-needed' } : undefined;
  return { ...verdict, is: by ? 'given' : 'missing' };
}

/** Verdicts that are the same in everything but the outlet; an outlet that a change puts in is settled by itself. */
function alike(verdicts: readonly GroundFaultVerdict[]): GroundFaultVerdict[][] {
  const groups = new Map<string, GroundFaultVerdict[]>();
  for (const v of verdicts) {
    const own = v.by === v.point.id;
    const key = JSON.stringify([v.is, v.need, own ? 'itself' : v.by]);
    groups.set(key, [...(groups.get(key) ?? []), v]);
  }
  return [...groups.values()].map((g) => g.sort((x, y) => byName(x.point.label, y.point.label)));
}

function groundFaultJudgement(context: RuleContext, group: readonly GroundFaultVerdict[]): Judgement {
  const points = group.map((v) => v.point);
  const [{ is, need, by, point: first }] = group as readonly [GroundFaultVerdict];
  const named = { points: list(points) };
  const common = { subjects: points.map((p) => p.id), sources: [need.source] };
  switch (is) {
    case 'standing':
      return judge('ground-fault', {
        ...common,
        severity: 'fix',
        mark: 'feed',
        says: msg('rules.protection.gfci-today', named),
        detail: msg('rules.protection.gfci-today-why', { why: need.why }),
        origin: 'standing',
      });
    case 'not-needed':
      return judge('ground-fault', {
        ...common,
        severity: 'ok',
        mark: 'tap',
        says: msg('rules.protection.gfci-not-needed', named),
        detail: need.why,
      });
    case 'given':
      return judge('ground-fault', {
        ...common,
        severity: 'ok',
        mark: 'tap',
        says: msg('rules.protection.gfci-by', {
          ...named,
          by: giver(context, by ?? '', first),
        }),
        detail: need.why,
      });
    case 'missing':
      return judge('ground-fault', {
        ...common,
        severity: 'stop',
        mark: 'tap',
        says: msg('rules.protection.gfci-missing', named),
        detail: need.why,
        remedies: groundFaultRemedies(context, points),
      });
  }
}

/** Ground-fault protection of receptacles by room and water, of named appliances, of lights in crawl spaces, of outlets outdoors. */
export const groundFault: Rule = {
  id: 'ground-fault',
  title: msg('rules.protection.gfci-title'),
  about: msg('rules.protection.gfci-about'),
  numbers: (pack) => [
    ...Object.entries(GROUND_FAULT_SINCE).map(([use, since]) => ({
      what: msg('rules.protection.receptacles', { where: msg(`names.in-room.${use as RoomUse}`) }),
      value: pack.edition >= since ? msg('rules.protection.needed') : msg('rules.protection.not-by-room'),
      source: published('NEC 210.8(A)', pack.edition),
    })),
    ...Object.entries(APPLIANCE_SINCE).map(([appliance, since]) => ({
      what: msg('rules.protection.appliance', {
        appliance: article(msg(`names.appliance.${appliance as ApplianceKind}`)),
      }),
      value: pack.edition >= since ? msg('rules.protection.needed') : msg('rules.protection.not-listed'),
      source: published('NEC 210.8(D)', pack.edition, 'fairly-sure' as const),
    })),
    ...limitNumbers('waterReachMm')(pack),
  ],
  check: (context) => {
    const points = context.house.points.filter(
      (p) => p.kind !== 'junction' && (p.kind !== 'switch' || isReceptacle(p)),
    );
    const verdicts = points.flatMap((point) => groundFaultVerdict(context, point) ?? []);
    return [
      ...alike(verdicts).map((group) => groundFaultJudgement(context, group)),
      ...verdicts.flatMap(({ is, point }) => (is === 'given' ? reachable(context, point) : [])),
    ];
  },
};
