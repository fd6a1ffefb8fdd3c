import { givesGroundFault, type Point } from '../../../document/index.ts';
import { published, type Remedy, type Source } from '../../../findings/index.ts';
import { firstReceptacle } from '../../../feed/index.ts';
import { toWaterMm } from '../../../structure/index.ts';
import { inches } from '../../../units/index.ts';
import type { Judgement, PlaceFacts, Rule, RuleContext } from '../../pack.ts';
import { breakerName, findBreaker, isNew, isReceptacle, judge } from './judge.ts';

/** Highest a ground-fault device may sit and still be reached without a ladder: the switch height. */
const REACH_MM = inches(79);

function placeFacts(context: Pick<RuleContext, 'plan'>, point: Point): PlaceFacts | undefined {
  const room = context.plan.roomOf(point.at);
  if (!room) return undefined;
  const use = point.at.on === 'attic' ? 'attic' : room.use;
  return {
    use,
    toWaterMm: toWaterMm(context.plan, point.at),
    heightMm: point.at.on === 'wall' ? point.at.heightMm : room.ceilingMm,
  };
}

function giver(context: RuleContext, id: string): string {
  const point = context.house.points.find((p) => p.id === id);
  if (point) return point.label;
  const breaker = context.house.panels.flatMap((p) => p.breakers).find((b) => b.id === id);
  return breaker ? breakerName(breaker) : id;
}

/** Upstream protection is only offered where power really passes a receptacle on its way. */
const hasUpstream = (context: RuleContext, point: Point): boolean => {
  const first = firstReceptacle(context.feed, point.id);
  return first !== undefined && !isNew(first);
};

const groundFaultRemedies = (context: RuleContext, point: Point): Remedy[] => [
  {
    says: `Ground-fault receptacle at ${point.label}`,
    edit: { edit: 'protect', which: 'groundFault', how: 'at-new' },
  },
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
  const high = point.at.on === 'wall' && point.at.heightMm > REACH_MM;
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
      remedies: groundFaultRemedies(context, point).slice(1),
    }),
  ];
}

/** Ground-fault protection of receptacles by room and water. */
export const groundFault: Rule = {
  id: 'ground-fault',
  title: 'Ground-fault protection',
  check: (context) =>
    context.house.points.filter(isReceptacle).flatMap((point) => {
      const place = placeFacts(context, point);
      const box = context.feed.boxes.get(point.id);
      if (!place || !box || box.circuits.length === 0) return [];
      const need = context.pack.groundFault(place);
      const by = box.groundFaultBy;
      if (!isNew(point)) {
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
  check: (context) => {
    const open: Point[] = [];
    const out: Judgement[] = [];
    const held = new Map<string, { points: Point[]; says: string; why: string; source: Source }>();
    const hold = (key: string, point: Point, says: string, why: string, source: Source) =>
      held.set(key, { says, why, source, points: [...(held.get(key)?.points ?? []), point] });
    let reason: { why: string; source: Source } | undefined;
    for (const point of context.house.points.filter((p) => isNew(p) && p.kind !== 'junction')) {
      const place = placeFacts(context, point);
      const box = context.feed.boxes.get(point.id);
      const breaker = box?.circuits[0] === undefined ? undefined : findBreaker(context, box.circuits[0]);
      if (!place || !box || !breaker) continue;
      const need = context.pack.arcFault(place.use, breaker.amps);
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
          detail: `${reason.why} An extension gets it where the circuit starts or at its first receptacle; a protecting device at the new place alone would not do.`,
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
  check: (context) =>
    context.house.points
      .filter((p) => isNew(p) && isReceptacle(p))
      .flatMap((point) => {
        const place = placeFacts(context, point);
        if (!place) return [];
        const tamper = context.pack.tamperResistant(place);
        const weather = context.pack.weatherResistant(place);
        const kinds = [
          tamper.needed ? 'tamper-resistant' : '',
          weather.needed ? 'weather-resistant, in-use cover' : '',
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
