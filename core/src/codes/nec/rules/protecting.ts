import type { Breaker, Point } from '../../../document/index.ts';
import type { Remedy } from '../../../findings/index.ts';
import { firstReceptacle } from '../../../feed/index.ts';
import { placeFacts, outletFacts } from '../../place.ts';
import type { PlaceFacts, RuleContext } from '../../pack.ts';
import { breakerName, findBreaker, isNew, isNewWork, isReceptacle } from './judge.ts';
import { msg, row, type Text } from '../../../words/index.ts';
import { devicePriceCents, protectionCents } from '../../../catalog/index.ts';

/** What the rules of protection share: who gives it, and the lawful ways to give it with what they cost. */

export const factsOf = (context: RuleContext, point: Point, poles: 1 | 2 = 1): PlaceFacts | undefined =>
  placeFacts(context.plan, point.at, poles === 2 ? 240 : 120);

/** The breaker that feeds a point; undefined where nothing does. */
export const breakerOf = (context: RuleContext, point: Point): Breaker | undefined => {
  const id = context.feed.boxes.get(point.id)?.circuits[0];
  return id === undefined ? undefined : findBreaker(context, id);
};

export const polesOf = (context: RuleContext, point: Point): 1 | 2 => {
  const breaker = breakerOf(context, point);
  return breaker?.poles === 2 && !breaker.multiwire ? 2 : 1;
};

/** What gives protection to a point, in words: a box by its name, a breaker, or its own device. */
export function giver(context: RuleContext, id: string, to: Point): Text {
  if (id === to.id) return msg('rules.protection.own-device');
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

const ampsAt = (context: RuleContext, point: Point): number => breakerOf(context, point)?.amps ?? 15;
const isWet = (context: RuleContext, point: Point): boolean =>
  (placeFacts(context.plan, point.at)?.moisture ?? 'dry') !== 'dry';

/** Where a change puts the receptacle in, it may be another kind at once: one that gives both where both are asked for. */
function deviceRemedy(context: RuleContext, point: Point, what: 'ground-fault' | 'arc-fault'): Remedy[] {
  const place = factsOf(context, point);
  if (!place || isNew(context, point) || !isNewWork(context, point)) return [];
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
export function groundFaultRemedies(context: RuleContext, points: readonly Point[]): Remedy[] {
  const amps = Math.max(...points.map((p) => ampsAt(context, p)));
  const wet = points.some((p) => isWet(context, p));
  const each = protectionCents('ground-fault', 'device', amps, wet);
  return cheapestFirst([
    ...points.flatMap((p) => deviceRemedy(context, p, 'ground-fault')),
    ...(points.every(
      (p) => isReceptacle(p) && isNew(context, p) && p.devices.every((d) => d.tab !== 'broken'),
    )
      ? [
          {
            says: msg('rules.protection.gfci-here', { points: list(points) }),
            edit: { edit: 'protect' as const, which: 'groundFault' as const, how: 'at-new' as const },
            priceCents: each * points.length,
          },
        ]
      : []),
    ...(points.every((p) => hasUpstream(context, p))
      ? [
          {
            says: msg('rules.protection.first-upstream'),
            edit: { edit: 'protect' as const, which: 'groundFault' as const, how: 'at-first' as const },
            priceCents: each,
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

export function arcFaultRemedies(context: RuleContext, points: readonly Point[]): Remedy[] {
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

export const byName = (a: string, b: string): number => a.localeCompare(b, 'en', { numeric: true });
export const list = (points: readonly Point[]): Text => row(points.map((p) => p.label));
