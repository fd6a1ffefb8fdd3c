import { devicePriceCents, protectionCents } from '../../../catalog/index.ts';
import { givesGroundFault, type ApplianceKind, type Point, type RoomUse } from '../../../document/index.ts';
import { published, type Remedy, type Source } from '../../../findings/index.ts';
import { firstReceptacle } from '../../../feed/index.ts';
import { placeFacts, outletFacts } from '../../place.ts';
import { inches } from '../../../units/index.ts';
import type { Judgement, Need, PlaceFacts, Rule, RuleContext } from '../../pack.ts';
import {
  ARC_FAULT_AMPS,
  ARC_FAULT_ROOMS,
  APPLIANCE_SINCE,
  GROUND_FAULT_SINCE,
} from '../tables/protection.ts';
import { breakerName, findBreaker, isNew, isNewWork, isReceptacle, judge, limitNumbers } from './judge.ts';
import { article, msg, q, row, sentences, type Text } from '../../../words/index.ts';

const factsOf = (context: RuleContext, point: Point, poles: 1 | 2 = 1): PlaceFacts | undefined =>
  placeFacts(context.plan, point.at, poles === 2 ? 240 : 120);

const polesOf = (context: RuleContext, point: Point): 1 | 2 => {
  const id = context.feed.boxes.get(point.id)?.circuits[0];
  const breaker = id === undefined ? undefined : findBreaker(context, id);
  return breaker?.poles === 2 && !breaker.multiwire ? 2 : 1;
};

function giver(context: RuleContext, id: string): Text {
  const point = context.house.points.find((p) => p.id === id);
  if (point) return point.label;
  const breaker = context.house.panels.flatMap((p) => p.breakers).find((b) => b.id === id);
  return breaker ? breakerName(breaker) : id;
}

/** Upstream protection is only offered where power really passes a receptacle on its way. */
const hasUpstream = (context: RuleContext, point: Point): boolean => {
  const first = firstReceptacle(context.feed, point.id);
  return first !== undefined && !isNew(context, first);
};

/** Lawful ways to protect, the cheapest first: each with what its part costs, about. */
const cheapestFirst = (remedies: readonly Remedy[]): Remedy[] =>
  [...remedies].sort((a, b) => (a.priceCents ?? 0) - (b.priceCents ?? 0));

const ampsAt = (context: RuleContext, point: Point): number => {
  const id = context.feed.boxes.get(point.id)?.circuits[0];
  return (id === undefined ? undefined : findBreaker(context, id))?.amps ?? 15;
};
const isWet = (context: RuleContext, point: Point): boolean =>
  (placeFacts(context.plan, point.at)?.moisture ?? 'dry') !== 'dry';

/** Where a change puts the receptacle in, it may be another kind at once: one that gives both where both are asked for. */
function deviceRemedy(context: RuleContext, point: Point, what: 'ground-fault' | 'arc-fault'): Remedy[] {
  const place = factsOf(context, point);
  if (!place || isNew(context, point) || !(context.replaced.has(point.id) || context.added.has(point.id)))
    return [];
  // At a device that is only one more, an arc-fault receptacle is not the first of its circuit.
  if (what === 'arc-fault' && !context.replaced.has(point.id)) return [];
  const amps = ampsAt(context, point);
  const box = context.feed.boxes.get(point.id);
  const ground =
    context.pack.groundFault(place, outletFacts(context.house, point)).needed && !box?.groundFaultBy;
  const arc = context.pack.arcFault(place.use, amps).needed && !box?.arcFaultBy;
  const device =
    ground && arc && context.replaced.has(point.id)
      ? ('receptacle-dual' as const)
      : what === 'ground-fault'
        ? ('receptacle-gfci' as const)
        : ('receptacle-afci' as const);
  return [
    {
      says: msg('rules.protection.device-here', {
        device: msg(`names.a-device.${device}`),
        point: point.label,
      }),
      edit: { edit: 'change-device', pointId: point.id, device },
      priceCents: devicePriceCents(device, amps, isWet(context, point)),
    },
  ];
}

/** Lawful ways to give an outlet ground-fault protection, the cheapest first. */
export function groundFaultRemedies(context: RuleContext, point: Point): Remedy[] {
  const amps = ampsAt(context, point);
  const first = hasUpstream(context, point) ? firstReceptacle(context.feed, point.id) : undefined;
  return cheapestFirst([
    ...deviceRemedy(context, point, 'ground-fault'),
    ...(isReceptacle(point) && isNew(context, point)
      ? [
          {
            says: msg('rules.protection.gfci-here', { point: point.label }),
            edit: { edit: 'protect' as const, which: 'groundFault' as const, how: 'at-new' as const },
            priceCents: protectionCents('ground-fault', 'device', amps, isWet(context, point)),
          },
        ]
      : []),
    ...(first
      ? [
          {
            says: msg('rules.protection.first-upstream'),
            edit: { edit: 'protect' as const, which: 'groundFault' as const, how: 'at-first' as const },
            priceCents: protectionCents('ground-fault', 'device', amps, isWet(context, first)),
          },
        ]
      : []),
    {
      says: msg('rules.protection.at-breaker'),
      edit: { edit: 'protect', which: 'groundFault', how: 'at-breaker' },
      priceCents: protectionCents('ground-fault', 'breaker', amps, false),
    },
  ]);
}

function arcFaultRemedies(context: RuleContext, points: readonly Point[]): Remedy[] {
  const amps = Math.max(...points.map((p) => ampsAt(context, p)));
  return cheapestFirst([
    ...points.flatMap((p) => deviceRemedy(context, p, 'arc-fault')),
    ...(points.every((p) => hasUpstream(context, p))
      ? [
          {
            says: msg('rules.protection.first-upstream'),
            edit: { edit: 'protect-arc' as const, how: 'at-first' as const },
            priceCents: protectionCents('arc-fault', 'device', amps, false),
          },
        ]
      : []),
    {
      says: msg('rules.protection.at-breaker'),
      edit: { edit: 'protect-arc', how: 'at-breaker' },
      priceCents: protectionCents('arc-fault', 'breaker', amps, false),
    },
  ]);
}

function hiddenBehind(context: RuleContext, point: Point): string | undefined {
  if (point.at.on !== 'wall') return undefined;
  const at = point.at;
  const thing = context.plan.lines
    .get(at.wallId)
    ?.wall.furniture.find(
      (f) =>
        at.xMm >= f.leftMm &&
        at.xMm <= f.rightMm &&
        at.heightMm >= f.bottomMm &&
        at.heightMm <= f.topMm &&
        f.depthMm > inches(6),
    );
  return thing?.name;
}

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
      remedies: groundFaultRemedies(context, point).filter(
        (r) => r.edit.edit !== 'protect' || r.edit.how !== 'at-new',
      ),
    }),
  ];
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
  check: (context) =>
    context.house.points
      .filter((p) => p.kind !== 'junction' && (p.kind !== 'switch' || isReceptacle(p)))
      .flatMap((point) => {
        const place = factsOf(context, point, polesOf(context, point));
        const box = context.feed.boxes.get(point.id);
        if (!place || !box || box.circuits.length === 0) return [];
        const need = context.pack.groundFault(place, outletFacts(context.house, point));
        if (!need.needed && !isReceptacle(point)) return [];
        const by = box.groundFaultBy;
        if (!isNewWork(context, point)) {
          if (!need.needed || by) return [];
          return [
            judge('ground-fault', {
              severity: 'fix',
              mark: 'feed',
              subjects: [point.id],
              says: msg('rules.protection.gfci-today', { point: point.label }),
              detail: msg('rules.protection.gfci-today-why', { why: need.why }),
              sources: [need.source],
              origin: 'standing',
            }),
          ];
        }
        if (!need.needed)
          return !isNew(context, point)
            ? []
            : [
                judge('ground-fault', {
                  severity: 'ok',
                  mark: 'tap',
                  subjects: [point.id],
                  says: msg('rules.protection.gfci-not-needed', { point: point.label }),
                  detail: need.why,
                  sources: [need.source],
                }),
              ];
        if (by)
          return [
            judge('ground-fault', {
              severity: 'ok',
              mark: 'tap',
              subjects: [point.id],
              says: msg('rules.protection.gfci-by', {
                point: point.label,
                by: by === point.id ? msg('rules.protection.own-device') : giver(context, by),
              }),
              detail: need.why,
              sources: [need.source],
            }),
            ...reachable(context, point),
          ];
        return [
          judge('ground-fault', {
            severity: 'stop',
            mark: 'tap',
            subjects: [point.id],
            says: msg('rules.protection.gfci-missing', { point: point.label }),
            detail: need.why,
            sources: [need.source],
            remedies: groundFaultRemedies(context, point),
          }),
        ];
      }),
};

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

const byName = (a: string, b: string): number => a.localeCompare(b, 'en', { numeric: true });
const list = (points: readonly Point[]): Text => row(points.map((p) => p.label));

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
      const breaker = box?.circuits[0] === undefined ? undefined : findBreaker(context, box.circuits[0]);
      if (!place || !box || !breaker) continue;
      const need = arcFaultAt(context, point, place, breaker.amps);
      if (!need.needed) {
        if (isNew(context, point))
          hold('none', point, msg('rules.protection.afci-not-needed'), need.why, need.source);
      } else if (box.arcFaultBy && countsAsArcFault(context, point, box.arcFaultBy))
        hold(
          box.arcFaultBy,
          point,
          msg('rules.protection.afci-by', {
            by:
              box.arcFaultBy === point.id
                ? msg('rules.protection.own-device')
                : giver(context, box.arcFaultBy),
          }),
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

/** Device kinds that the place asks for; the parts list follows them, so they hold as soon as they are named. */
export const weatherAndTamper: Rule = {
  id: 'device-kind',
  title: msg('rules.protection.kind-title'),
  about: msg('rules.protection.kind-about'),
  numbers: limitNumbers('tamperHeightMm'),
  check: (context) =>
    context.house.points
      .filter((p) => isNewWork(context, p) && isReceptacle(p))
      .flatMap((point) => {
        const place = factsOf(context, point, polesOf(context, point));
        if (!place) return [];
        const tamper = context.pack.tamperResistant(place);
        const weather = context.pack.weatherResistant(place);
        const kinds = [
          ...(tamper.needed ? [msg('rules.local.must-tr')] : []),
          ...(weather.needed
            ? [
                place.moisture === 'wet'
                  ? msg('rules.protection.wr-in-use')
                  : msg('rules.protection.wr-cover'),
              ]
            : []),
        ];
        return [
          judge('device-kind', {
            severity: 'ok',
            mark: 'buy',
            subjects: [point.id],
            says:
              kinds.length > 0
                ? msg('rules.protection.kinds', { points: point.label, kinds: row(kinds) })
                : msg('rules.protection.plain', { point: point.label }),
            detail: sentences([tamper.why, weather.why]),
            sources: [tamper.source, weather.source],
          }),
        ];
      }),
};

/** No receptacle in the zone of a tub or shower; no hanging luminaire or fan over it. */
export const bathZone: Rule = {
  id: 'bath-zone',
  title: msg('rules.protection.bath-title'),
  about: msg('rules.protection.bath-about'),
  numbers: limitNumbers('bathZoneMm', 'bathZoneHeightMm', 'luminaireZoneMm', 'luminaireZoneHeightMm'),
  check: (context) =>
    context.house.points.flatMap((point): Judgement[] => {
      const place = factsOf(context, point);
      if (!place?.toTub) return [];
      const standing = isNew(context, point) ? {} : { origin: 'standing' as const };
      if (isReceptacle(point)) {
        const zone = context.pack.bathZone(place);
        if (!zone.needed && !isNew(context, point)) return [];
        return [
          judge('bath-zone', {
            severity: zone.needed ? 'stop' : 'ok',
            mark: 'want',
            subjects: [point.id],
            says: zone.needed
              ? msg('rules.protection.bath-near', { point: point.label })
              : msg('rules.protection.bath-ok', { point: point.label }),
            detail: zone.needed ? msg('rules.protection.move', { why: zone.why }) : zone.why,
            because: {
              need: context.pack.limits.bathZoneMm.value,
              have: place.toTub.asideMm,
              unit: 'mm',
              sense: 'at-least',
            },
            sources: [zone.source],
            ...standing,
          }),
        ];
      }
      if (point.kind !== 'fan') return [];
      const { luminaireZoneMm: aside, luminaireZoneHeightMm: above } = context.pack.limits;
      if (place.toTub.asideMm >= aside.value - 1e-6 || place.toTub.aboveRimMm >= above.value - 1e-6)
        return [];
      return [
        judge('bath-zone', {
          severity: 'fix',
          mark: 'want',
          subjects: [point.id],
          says: msg('rules.protection.hangs-near', { point: point.label }),
          detail: msg('rules.protection.hangs-near-why', {
            aside: q.distance(aside.value),
            above: q.distance(above.value),
          }),
          because: { need: aside.value, have: place.toTub.asideMm, unit: 'mm', sense: 'at-least' },
          sources: [aside.source],
          ...standing,
        }),
      ];
    }),
};
