import { practice, published } from '../../../findings/index.ts';
import { voltageDrop, type Drop } from '../../../load/index.ts';
import { feet, plain } from '../../../units/index.ts';
import { isSwitchDevice, type Gauge, type Point, type PointId } from '../../../document/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { breakerName, circuitsOf, isNew, judge, limitNumbers, noNumbers, touchedPoints } from './judge.ts';
import { msg, q } from '../../../words/index.ts';

/** What 12 AWG new cable would make of it: a remedy is only offered when it helps. */
function dropWith(context: RuleContext, gauge: Gauge, pointId: PointId): number {
  const house = {
    ...context.house,
    cables: context.house.cables.map((c) => (context.touched.has(c.id) ? { ...c, gauge } : c)),
  };
  return voltageDrop(house, context.feed, context.pack, pointId)?.share ?? 1;
}

function dropAt(context: RuleContext, point: Point, d: Drop): Judgement {
  const limit = context.pack.limits.voltageDrop;
  const sources = [limit.source, context.pack.resistance('14', 'Cu', d.celsius).source];
  const known = d.segments.reduce((s, x) => s + (x.volts === null ? 0 : (x.lengthMm ?? 0)), 0);
  const base = msg('rules.site.base', { known: q.run(known), temperature: q.celsius(d.celsius) });
  const common = {
    mark: 'tap' as const,
    subjects: [point.id],
    because: { need: d.share, have: limit.value, unit: 'share', sense: 'at-least' as const },
    sources,
  };
  if (d.share > limit.value) {
    const helps = dropWith(context, '12', point.id) <= limit.value;
    return judge('voltage-drop', {
      ...common,
      severity: 'fix',
      origin: 'advice',
      says: msg('rules.site.drop', {
        share: q.fineShare(d.share),
        point: point.label,
        limit: q.share(limit.value),
      }),
      detail: msg('rules.site.lost', {
        volts: q.volts(d.volts),
        base,
        hint: helps ? '' : msg('rules.site.nearer-tap'),
      }),
      remedies: helps ? [{ says: msg('rules.site.use-12'), edit: { edit: 'new-gauge', gauge: '12' } }] : [],
    });
  }
  if (d.unknownLength.length > 0 && d.roomMm !== null && d.roomMm < feet(250))
    return judge('voltage-drop', {
      ...common,
      severity: 'watch',
      origin: 'advice',
      because: { ...common.because, have: null },
      says: msg('rules.site.ask', { point: point.label }),
      detail: msg('rules.site.ask-why', {
        share: q.fineShare(d.share),
        limit: q.share(limit.value),
        n: d.unknownLength.length,
        length: q.run(d.roomMm),
      }),
    });
  const open = d.unknownLength.length + d.unknownGauge.length;
  return judge('voltage-drop', {
    ...common,
    severity: 'ok',
    says: msg('rules.site.drop', {
      share: q.fineShare(d.share),
      point: point.label,
      limit: q.share(limit.value),
    }),
    detail:
      open > 0 && d.roomMm !== null ? msg('rules.site.unread', { base, length: q.length(d.roomMm) }) : base,
  });
}

/** Voltage drop over the whole feed, existing part included, at the new point that has most of it; advice, not a rule. */
export const drop: Rule = {
  id: 'voltage-drop',
  title: msg('rules.site.title'),
  about: msg('rules.site.about'),
  numbers: (pack) => [
    ...limitNumbers('voltageDrop')(pack),
    ...(['14', '12', '10', '8', '6'] as const).map((g) => ({
      what: msg('rules.site.copper', { gauge: g }),
      value: `${plain(pack.resistance(g, 'Cu', 75).value * 304.8, 3)} ohm/kft`,
      source: pack.resistance(g, 'Cu', 75).source,
    })),
  ],
  check: (context) => {
    const all = touchedPoints(context)
      .filter((p) => isNew(context, p))
      .flatMap((point) => {
        const d = voltageDrop(context.house, context.feed, context.pack, point.id);
        // Where nothing is entered that would run there is nothing to say.
        return d && d.share > 0 ? [{ point, d }] : [];
      });
    const first = all[0];
    if (!first) return [];
    const most = all.reduce((a, b) => (b.d.share > a.d.share ? b : a), first);
    return [dropAt(context, most.point, most.d)];
  },
};

/** Every box stays reachable without taking the building apart. */
export const accessible: Rule = {
  id: 'accessible',
  title: msg('rules.site.accessible-title'),
  about: msg('rules.site.accessible-about'),
  numbers: noNumbers,
  check: (context) =>
    context.house.points
      .filter((p) => !p.accessible)
      .map((point) =>
        judge('accessible', {
          severity: 'fix',
          mark: 'feed',
          subjects: [point.id],
          says: msg('rules.site.buried', { point: point.label }),
          detail: msg('rules.site.buried-why'),
          sources: [published('NEC 314.29')],
          ...(context.touched.has(point.id) ? { origin: 'worse' as const } : {}),
        }),
      ),
};

/** How high a point is over the floor, mm; null where nobody stands under it or it was not measured. */
function heightOf({ plan }: RuleContext, { at }: Point): number | null {
  if (at.on === 'wall' || at.on === 'outside') return at.heightMm;
  return at.on === 'ceiling' ? (plan.roomOf(at)?.ceilingMm ?? null) : null;
}

/** Highest place of a switch. */
export const switchHeight: Rule = {
  id: 'switch-height',
  title: msg('rules.site.switch-title'),
  about: msg('rules.site.switch-about'),
  numbers: limitNumbers('switchHeightMm'),
  check: (context) =>
    context.house.points.flatMap((point): Judgement[] => {
      const limit = context.pack.limits.switchHeightMm;
      const heightMm = heightOf(context, point);
      if (!point.devices.some(isSwitchDevice) || heightMm === null || heightMm <= limit.value + 1e-6)
        return [];
      return [
        judge('switch-height', {
          severity: 'fix',
          mark: 'want',
          subjects: [point.id],
          says: msg('rules.site.switch-high', { point: point.label }),
          because: { need: heightMm, have: limit.value, unit: 'mm', sense: 'at-least' },
          sources: [limit.source],
        }),
      ];
    }),
};

/** The panel label is often wrong: the breaker is proved by switching it, not by reading it. Old houses get their dust warning here too. */
export const provedLabel: Rule = {
  id: 'breaker-proved',
  title: msg('rules.site.proved-title'),
  about: msg('rules.site.proved-about'),
  numbers: noNumbers,
  check: (context) => {
    const out = circuitsOf(context)
      .filter((c) => c.extended)
      .map(({ circuit: { breaker } }) =>
        breaker.proved
          ? judge('breaker-proved', {
              severity: 'ok',
              mark: 'feed',
              subjects: [breaker.id],
              says: msg('rules.site.proved', { breaker: breakerName(breaker) }),
              sources: [practice(msg('rules.site.proved-practice'))],
            })
          : judge('breaker-proved', {
              severity: 'watch',
              mark: 'feed',
              subjects: [breaker.id],
              says: msg('rules.site.ask-proved', { breaker: breakerName(breaker) }),
              detail: msg('rules.site.ask-proved-why'),
              because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
              sources: [practice(msg('rules.site.proved-practice'))],
              remedies: [
                {
                  says: msg('rules.site.i-tested'),
                  edit: { edit: 'breaker-proved', breakerId: breaker.id },
                },
              ],
            }),
      );
    const year = context.house.yearBuilt;
    if (context.touched.size > 0 && year !== null && year < 1978)
      out.push(
        judge('old-dust', {
          severity: 'ok',
          mark: 'do',
          subjects: [context.house.id],
          says: msg('rules.site.dust', { year }),
          detail: msg('rules.site.dust-why'),
          sources: [
            published('US federal ban of lead house paint, 1978'),
            practice(msg('rules.site.dust-practice')),
          ],
        }),
      );
    return out;
  },
};
