import { isSwitchDevice, type Point } from '../../../document/index.ts';
import { published } from '../../../findings/index.ts';
import type { Judgement, PlaceFacts, Rule, RuleContext } from '../../pack.ts';
import { isNew, isNewWork, isReceptacle, judge, limitNumbers } from './judge.ts';
import { msg, q, row, sentences } from '../../../words/index.ts';
import { factsOf, polesOf } from './protecting.ts';

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

type ToTub = NonNullable<PlaceFacts['toTub']>;
const overTub = (context: RuleContext, { asideMm, aboveRimMm }: ToTub): boolean =>
  asideMm <= 1e-6 && aboveRimMm <= context.pack.limits.bathZoneHeightMm.value;
const standingOr = (context: RuleContext, point: Point): { origin?: 'standing' } =>
  isNew(context, point) ? {} : { origin: 'standing' };

/** No switch within the space of a tub or shower: 404.4(C). */
function switchAtTub(context: RuleContext, point: Point, toTub: ToTub): Judgement[] {
  if (!overTub(context, toTub)) return [];
  return [
    judge('bath-zone', {
      ...standingOr(context, point),
      severity: 'stop',
      mark: 'want',
      subjects: [point.id],
      says: msg('rules.protection.switch-in-tub', { point: point.label }),
      detail: msg('rules.protection.switch-in-tub-why'),
      because: { need: 0, have: toTub.asideMm, unit: 'mm', sense: 'at-most' },
      sources: [published('NEC 404.4(C)')],
    }),
  ];
}

/** A light over a tub or shower is one marked for it: 410.10(D). */
function lightOverTub(context: RuleContext, point: Point, toTub: ToTub): Judgement[] {
  if (!isNew(context, point) || !overTub(context, toTub)) return [];
  return [
    judge('bath-zone', {
      severity: 'ok',
      mark: 'buy',
      subjects: [point.id],
      says: msg('rules.protection.light-over-tub', { point: point.label }),
      detail: msg('rules.protection.light-over-tub-why'),
      sources: [context.pack.limits.luminaireZoneMm.source],
    }),
  ];
}

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
      if (point.devices.some(isSwitchDevice)) return switchAtTub(context, point, place.toTub);
      if (point.devices.some((d) => d.kind === 'luminaire')) return lightOverTub(context, point, place.toTub);
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
