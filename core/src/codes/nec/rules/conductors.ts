import {
  GAUGES,
  isReceptacleDevice,
  type Cable,
  type Gauge,
  type Metal,
  type Point,
} from '../../../document/index.ts';
import type { Remedy, Sourced } from '../../../findings/index.ts';
import type { Judgement, Rule, RuleContext, RuleNumber } from '../../pack.ts';
import { TRIP_CURVE_AMPS } from '../../../catalog/index.ts';
import type { Circuit } from '../../../feed/index.ts';
import { overload } from '../../../load/index.ts';
import { heatedConductor } from '../trip.ts';
import { ampacityTable, nextSizeSource, nextStandardSize } from '../tables/ampacity.ts';
import { singleReceptacleSource } from '../tables/conductors.ts';
import {
  breakerName,
  cableName,
  cablesOf,
  circuitsOf,
  isReceptacle,
  judge,
  pointsOf,
  receptaclesAt,
} from './judge.ts';
import { anyOf, capital, msg, q, type Text } from '../../../words/index.ts';

const RULE = 'gauge-for-breaker';

function unread(context: RuleContext, circuit: Circuit, cables: readonly Cable[]): Judgement[] {
  // Nearest to the breaker first: that look settles most.
  const first = cables[0];
  if (!first) return [];
  const amps = circuit.breaker.amps;
  const metal = first.metal ?? 'Cu';
  const fits = context.pack.minimumGauge(amps, metal);
  const gauges = ['14', '12', '10'] as const;
  const remedies: Remedy[] = gauges
    .filter((g) => g !== '10' || amps > 20)
    .map((gauge) => ({
      says: msg('rules.conductors.looked', { gauge }),
      edit: { edit: 'set-gauge', cableId: first.id, gauge },
    }));
  const more = cables.length > 1 ? msg('rules.conductors.more-unread', { n: cables.length - 1 }) : '';
  return [
    judge(RULE, {
      severity: 'watch',
      mark: 'feed',
      subjects: [first.id, circuit.breaker.id],
      says: msg('rules.conductors.ask', { cable: cableName(context, first) }),
      detail: msg('rules.conductors.ask-why', {
        amps,
        fits: fits ? msg('rules.conductors.fits', { gauge: fits }) : '',
        more,
      }),
      because: { need: amps, have: null, unit: 'A', sense: 'at-least' },
      sources: fits
        ? [
            context.pack.breakerLimit(fits, metal)?.source ?? {
              kind: 'computed',
              from: msg('rules.conductors.from-table'),
            },
          ]
        : [],
      remedies,
    }),
  ];
}

/** Plugged-in loads of more than one receptacle: then the next standard size above an ampacity is not allowed. */
export const severalReceptacles = (context: RuleContext, circuit: Circuit): boolean =>
  pointsOf(context, circuit).reduce((n, p) => n + receptaclesAt(p), 0) > 1;

/** Largest breaker for a conductor of this circuit, the next standard size where it is allowed. */
function largestBreaker(
  context: RuleContext,
  circuit: Circuit,
  { gauge, metal }: Pick<Cable, 'gauge' | 'metal'>,
): Sourced<number> | undefined {
  const limit = gauge && metal ? context.pack.breakerLimit(gauge, metal) : undefined;
  const small = gauge === '14' || gauge === '12' || gauge === '10';
  if (!limit || small || severalReceptacles(context, circuit)) return limit;
  const next = nextStandardSize(limit.value) ?? limit.value;
  return next > limit.value ? { value: next, source: nextSizeSource } : limit;
}

const breakerNumbers: Rule['numbers'] = (pack) =>
  (['Cu', 'Al'] as const).flatMap((metal) =>
    GAUGES.flatMap((gauge): RuleNumber[] => {
      const limit = pack.breakerLimit(gauge, metal);
      return limit
        ? [
            {
              what: msg('rules.conductors.wire', { gauge, metal }),
              value: `${limit.value} A`,
              source: limit.source,
            },
          ]
        : [];
    }),
  );

/** How hot the conductor could get before the breaker has to open: why the rule is what it is. */
function heatWords(context: RuleContext, cable: Cable, breakerAmps: number): Text {
  const conductor = heatedConductor(cable, context.pack);
  if (!conductor || breakerAmps > TRIP_CURVE_AMPS) return '';
  const { hourAmps, hourC, insulationC } = overload(conductor, breakerAmps);
  return msg('rules.conductors.heat', {
    amps: q.amps(hourAmps),
    reached: q.celsius(hourC),
    rated: q.celsius(insulationC),
  });
}

type Of = ReturnType<typeof circuitsOf>[number];

/** A cable whose conductors somebody has read. */
type ReadCable = Cable & { readonly gauge: Gauge; readonly metal: Metal };
const isRead = (c: Cable): c is ReadCable => c.gauge !== null && c.metal !== null;

/** A conductor that may not be there at all, whatever breaker it hangs on. */
const noPlace = (context: RuleContext, { circuit, extended }: Of, cable: ReadCable): Judgement =>
  judge(RULE, {
    severity: 'stop',
    mark: 'feed',
    subjects: [cable.id, circuit.breaker.id],
    says: msg('rules.conductors.no-place', { gauge: cable.gauge, metal: cable.metal }),
    detail: msg('rules.conductors.found-in', { cable: cableName(context, cable) }),
    sources: [ampacityTable(context.pack.edition, cable.metal, cable.gauge)],
    ...(extended ? { origin: 'worse' as const } : {}),
  });

/** A breaker that lets through more than the conductor carries: new cable is bought thicker, old cable is a stop. */
function overLimit(
  context: RuleContext,
  { circuit: { breaker }, extended }: Of,
  cable: ReadCable,
  limit: NonNullable<ReturnType<typeof largestBreaker>>,
): Judgement {
  const own = context.touched.has(cable.id);
  const fits = context.pack.minimumGauge(breaker.amps, cable.metal);
  const heat = heatWords(context, cable, breaker.amps);
  return judge(RULE, {
    severity: 'stop',
    mark: own ? 'tap' : 'feed',
    subjects: [cable.id, breaker.id],
    says: msg('rules.conductors.too-small', {
      gauge: cable.gauge,
      cable: cableName(context, cable),
      amps: breaker.amps,
      breaker: breakerName(breaker),
    }),
    detail: own
      ? msg('rules.conductors.own-weak', { heat })
      : msg('rules.conductors.old-weak', {
          cable: capital(cableName(context, cable)),
          limit: limit.value,
          heat,
        }),
    because: { need: breaker.amps, have: limit.value, unit: 'A', sense: 'at-least' },
    sources: [limit.source],
    remedies:
      own && fits
        ? [{ says: msg('rules.conductors.use', { gauge: fits }), edit: { edit: 'new-gauge', gauge: fits } }]
        : [],
    ...(extended && !own ? { origin: 'worse' as const } : {}),
  });
}

function judgeBreaker(context: RuleContext, of: Of): Judgement[] {
  const { circuit, extended } = of;
  const { breaker } = circuit;
  const cables = cablesOf(context, circuit).sort(
    (a, b) => circuit.cables.indexOf(a.id) - circuit.cables.indexOf(b.id),
  );
  const read = cables.filter(isRead);
  const limited = read.map((cable) => ({ cable, limit: largestBreaker(context, circuit, cable) }));
  const out = limited.flatMap(({ cable, limit }) =>
    !limit
      ? [noPlace(context, of, cable)]
      : breaker.amps > limit.value
        ? [overLimit(context, of, cable, limit)]
        : [],
  );
  if (!extended) return out;
  out.push(
    ...unread(
      context,
      circuit,
      cables.filter((c) => !isRead(c)),
    ),
  );
  const [weakest] = limited
    .flatMap(({ cable, limit }) => (limit ? [{ cable, limit }] : []))
    .sort((a, b) => a.limit.value - b.limit.value);
  if (weakest && out.length === 0)
    out.push(
      judge(RULE, {
        severity: 'ok',
        mark: 'tap',
        subjects: [breaker.id],
        says: msg('rules.conductors.ok', { gauge: weakest.cable.gauge, amps: breaker.amps }),
        detail: msg('rules.conductors.weakest', { cable: cableName(context, weakest.cable) }),
        because: { need: breaker.amps, have: weakest.limit.value, unit: 'A', sense: 'at-least' },
        sources: [weakest.limit.source],
      }),
    );
  return out;
}

/** The weakest conductor of a circuit sets the limit of its breaker: every cable is looked at, not the breaker alone. */
export const gaugeForBreaker: Rule = {
  id: RULE,
  title: msg('rules.conductors.title'),
  about: msg('rules.conductors.about'),
  numbers: breakerNumbers,
  check: (context) => circuitsOf(context).flatMap((of) => judgeBreaker(context, of)),
};

/** Receptacle ratings that a circuit may have: by table with several, at least the circuit's own with a single one alone. */
export const receptacleRating: Rule = {
  id: 'receptacle-rating',
  title: msg('rules.conductors.receptacle-title'),
  about: msg('rules.conductors.receptacle-about'),
  numbers: (pack) =>
    [15, 20, 30, 40, 50].map((amps) => {
      const { value, source } = pack.receptacleRatings(amps);
      return {
        what: msg('rules.conductors.circuit', { amps }),
        value: anyOf(value.map((a) => q.rating(a))),
        source,
      };
    }),
  check: (context) =>
    circuitsOf(context).flatMap(({ circuit }) => {
      const points = pointsOf(context, circuit).filter(isReceptacle);
      const allowed = context.pack.receptacleRatings(circuit.breaker.amps);
      const [only] = points;
      // One single receptacle alone answers to its own rule; a duplex is already two.
      if (only && !severalReceptacles(context, circuit))
        return circuit.points.length > 1
          ? []
          : only.devices
              .filter((d) => isReceptacleDevice(d) && d.amps < circuit.breaker.amps)
              .map((d) => tooSmall(only, d.amps, circuit.breaker.amps));
      return points.flatMap((point) =>
        point.devices
          .filter((d) => isReceptacleDevice(d) && !allowed.value.includes(d.amps))
          .map((d) =>
            judge('receptacle-rating', {
              severity: 'fix',
              mark: 'tap',
              subjects: [point.id],
              says: msg('rules.conductors.receptacle-wrong', {
                point: point.label,
                amps: d.amps,
                circuit: circuit.breaker.amps,
              }),
              detail:
                allowed.value.length > 0
                  ? msg('rules.conductors.receptacle-allowed', { ratings: anyOf(allowed.value) })
                  : msg('rules.conductors.receptacle-no-entry'),
              sources: [allowed.source],
            }),
          ),
      );
    }),
};

const tooSmall = (point: Point, amps: number, breaker: number): Judgement =>
  judge('receptacle-rating', {
    severity: 'fix',
    mark: 'tap',
    subjects: [point.id],
    says: msg('rules.conductors.single-wrong', { point: point.label, amps, breaker }),
    detail: msg('rules.conductors.single-why'),
    because: { need: breaker, have: amps, unit: 'A', sense: 'at-least' },
    sources: [singleReceptacleSource],
  });
