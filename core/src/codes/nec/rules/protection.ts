import { givesGroundFault, type Point } from '../../../document/index.ts';
import { published, type Remedy, type Source } from '../../../findings/index.ts';
import { firstReceptacle } from '../../../feed/index.ts';
import { placeFacts, outletFacts } from '../../place.ts';
import { inches } from '../../../units/index.ts';
import type { Judgement, PlaceFacts, Rule, RuleContext } from '../../pack.ts';
import {
  ARC_FAULT_AMPS,
  ARC_FAULT_ROOMS,
  APPLIANCE_SINCE,
  GROUND_FAULT_SINCE,
} from '../tables/protection.ts';
import { breakerName, findBreaker, isNew, isReceptacle, judge, limitNumbers } from './judge.ts';

const factsOf = (context: RuleContext, point: Point, poles: 1 | 2 = 1): PlaceFacts | undefined =>
  placeFacts(context.plan, point.at, poles === 2 ? 240 : 120);

const polesOf = (context: RuleContext, point: Point): 1 | 2 => {
  const id = context.feed.boxes.get(point.id)?.circuits[0];
  const breaker = id === undefined ? undefined : findBreaker(context, id);
  return breaker?.poles === 2 && !breaker.multiwire ? 2 : 1;
};

function giver(context: RuleContext, id: string): string {
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

const groundFaultRemedies = (context: RuleContext, point: Point): Remedy[] => [
  ...(isReceptacle(point)
    ? [
        {
          says: `Ground-fault receptacle at ${point.label}`,
          edit: { edit: 'protect' as const, which: 'groundFault' as const, how: 'at-new' as const },
        },
      ]
    : []),
  ...(hasUpstream(context, point)
    ? [
        {
          says: 'At the first outlet on the way',
          edit: { edit: 'protect' as const, which: 'groundFault' as const, how: 'at-first' as const },
        },
      ]
    : []),
  {
    says: 'At the breaker (electrician)',
    edit: { edit: 'protect', which: 'groundFault', how: 'at-breaker' },
  },
];

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
        ? `The test button at ${point.label} hides behind ${behind}`
        : `The test button at ${point.label} is out of reach`,
      detail:
        'A ground-fault device is tested and reset by hand, so it must be reached without tools, ladder or moving heavy things. Protect it from upstream instead.',
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
  title: 'Ground-fault protection',
  about:
    'By room, by cord path to a sink, by tub or shower, by damp place, by named appliance; lights in crawl spaces and outlets outdoors. Given by the breaker, an upstream device or the device itself, which must be reachable.',
  numbers: (pack) => [
    ...Object.entries(GROUND_FAULT_SINCE).map(([use, since]) => ({
      what: `Receptacles, ${use.replace('-', ' ')}`,
      value: pack.edition >= since ? 'needed' : 'not by room alone',
      source: published('NEC 210.8(A)', pack.edition),
    })),
    ...Object.entries(APPLIANCE_SINCE).map(([appliance, since]) => ({
      what: `Outlet of a ${appliance.replace('-', ' ')}`,
      value: pack.edition >= since ? 'needed' : 'not listed',
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
        if (!isNew(context, point)) {
          if (!need.needed || by) return [];
          return [
            judge('ground-fault', {
              severity: 'fix',
              mark: 'feed',
              subjects: [point.id],
              says: `${point.label} would need ground-fault protection today`,
              detail: `${need.why} It may have been lawful when it was put in; adding it is cheap.`,
              sources: [need.source],
              origin: 'standing',
            }),
          ];
        }
        if (!need.needed)
          return [
            judge('ground-fault', {
              severity: 'ok',
              mark: 'tap',
              subjects: [point.id],
              says: `${point.label} needs no ground-fault protection`,
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
              says: `${point.label} is ground-fault protected by ${by === point.id ? 'its own device' : giver(context, by)}`,
              detail: need.why,
              sources: [need.source],
            }),
            ...reachable(context, point),
          ];
        return [
          judge('ground-fault', {
            severity: 'fix',
            mark: 'tap',
            subjects: [point.id],
            says: `${point.label} needs ground-fault protection`,
            detail: need.why,
            sources: [need.source],
            remedies: groundFaultRemedies(context, point),
          }),
        ];
      }),
};

const list = (points: readonly Point[]): string => points.map((p) => p.label).join(', ');

/** Arc-fault protection of outlets; an extension gets it at the origin or at the circuit's first receptacle, not at the new device. */
export const arcFault: Rule = {
  id: 'arc-fault',
  title: 'Arc-fault protection',
  about:
    'New outlets in the rooms listed, on 120 V circuits of the ratings listed: at the origin of the circuit or at its first receptacle, not at the new device alone. Work at the panel is the electrician’s.',
  numbers: (pack) => [
    {
      what: 'Rooms',
      value: [...ARC_FAULT_ROOMS].map((r) => r.replace('-', ' ')).join(', '),
      source: published('NEC 210.12', pack.edition),
    },
    {
      what: 'Circuits',
      value: `${ARC_FAULT_AMPS(pack.edition).join(', ')} A`,
      source: published('NEC 210.12', pack.edition),
    },
    ...limitNumbers('arcFaultFreeMm')(pack),
  ],
  check: (context) => {
    const open: Point[] = [];
    const out: Judgement[] = [];
    const held = new Map<string, { points: Point[]; says: string; why: string; source: Source }>();
    const hold = (key: string, point: Point, says: string, why: string, source: Source) =>
      held.set(key, { says, why, source, points: [...(held.get(key)?.points ?? []), point] });
    let reason: { why: string; source: Source } | undefined;
    for (const point of context.house.points.filter((p) => isNew(context, p) && p.kind !== 'junction')) {
      const place = factsOf(context, point);
      const box = context.feed.boxes.get(point.id);
      const breaker = box?.circuits[0] === undefined ? undefined : findBreaker(context, box.circuits[0]);
      if (!place || !box || !breaker) continue;
      const need = context.pack.arcFault(place.use, breaker.amps, polesOf(context, point));
      if (!need.needed) hold('none', point, 'no arc-fault protection needed', need.why, need.source);
      else if (box.arcFaultBy)
        hold(
          box.arcFaultBy,
          point,
          `arc-fault protected by ${giver(context, box.arcFaultBy)}`,
          need.why,
          need.source,
        );
      else {
        open.push(point);
        reason = { why: need.why, source: need.source };
      }
    }
    if (open.length > 0 && reason)
      out.push(
        judge('arc-fault', {
          severity: 'fix',
          mark: 'tap',
          subjects: open.map((p) => p.id),
          says: `${list(open)}: arc-fault protection needed`,
          detail: `${reason.why} Protect the extension with an AFCI breaker, or an AFCI receptacle at the circuit’s first outlet. An AFCI device only at the new outlet doesn’t qualify.`,
          sources: [reason.source],
          remedies: [
            ...(open.every((p) => hasUpstream(context, p))
              ? [
                  {
                    says: 'At the first outlet on the way',
                    edit: { edit: 'protect-arc' as const, how: 'at-first' as const },
                  },
                ]
              : []),
            { says: 'At the breaker (electrician)', edit: { edit: 'protect-arc', how: 'at-breaker' } },
          ],
        }),
      );
    for (const { points, says, why, source } of held.values())
      out.push(
        judge('arc-fault', {
          severity: 'ok',
          mark: 'tap',
          subjects: points.map((p) => p.id),
          says: `${list(points)}: ${says}`,
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
  title: 'Tamper- and weather-resistant devices',
  about:
    'Receptacles of dwellings are tamper-resistant up to a height; damp places want weather-resistant ones under a tight cover, wet ones under an extra-duty in-use cover.',
  numbers: limitNumbers('tamperHeightMm'),
  check: (context) =>
    context.house.points
      .filter((p) => isNew(context, p) && isReceptacle(p))
      .flatMap((point) => {
        const place = factsOf(context, point, polesOf(context, point));
        if (!place) return [];
        const tamper = context.pack.tamperResistant(place);
        const weather = context.pack.weatherResistant(place);
        const kinds = [
          tamper.needed ? 'tamper-resistant' : '',
          weather.needed
            ? place.moisture === 'wet'
              ? 'weather-resistant, in-use cover'
              : 'weather-resistant, weather cover'
            : '',
        ].filter(Boolean);
        return [
          judge('device-kind', {
            severity: 'ok',
            mark: 'buy',
            subjects: [point.id],
            says:
              kinds.length > 0
                ? `${point.label}: ${kinds.join(', ')}`
                : `${point.label}: a plain receptacle will do`,
            detail: `${tamper.why} ${weather.why}`,
            sources: [tamper.source, weather.source],
          }),
        ];
      }),
};

/** No receptacle in the zone of a tub or shower; no hanging luminaire or fan over it. */
export const bathZone: Rule = {
  id: 'bath-zone',
  title: 'Clear of tub and shower',
  about:
    'No receptacle over a tub or shower, nor (from 2020) in the zone beside it; no hanging luminaire, track or fan above or near the rim.',
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
              ? `${point.label} is too near the tub or shower`
              : `${point.label} is clear of the tub or shower`,
            detail: zone.needed ? `${zone.why} Move it.` : zone.why,
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
          says: `${point.label} hangs too near the tub or shower`,
          detail: 'Three feet sideways or eight feet above the rim keep a fan or hanging luminaire clear.',
          because: { need: aside.value, have: place.toTub.asideMm, unit: 'mm', sense: 'at-least' },
          sources: [aside.source],
          ...standing,
        }),
      ];
    }),
};
