import {
  atticPractice,
  faultPractice,
  heatSource,
  HOT_ATTIC_C,
  insulationLimitSource,
  adiabaticSource,
  tripPractice,
  tripStandard,
  TRIP_CURVE_AMPS,
} from '../../../catalog/index.ts';
import type { Cable } from '../../../document/index.ts';
import { computed, practice, type Source } from '../../../findings/index.ts';
import type { Circuit } from '../../../feed/index.ts';
import { plain } from '../../../units/index.ts';
import { ampacity, carryingIn, type Ampacity } from '../ampacity.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import {
  BUNDLED_OVER,
  ADJUSTMENT,
  adjustmentSource,
  AMBIENT_BANDS,
  ambientSource,
} from '../tables/ampacity.ts';
import { tripOfCable, type CableTrip } from '../trip.ts';
import { severalReceptacles } from './conductors.ts';
import { breakerName, cableName, cablesOf, circuitsOf, judge } from './judge.ts';
import { msg, q, sentences, type Text } from '../../../words/index.ts';

/** Ampacity of a cable at a temperature, on its circuit. */
function ampacityAt(
  context: RuleContext,
  circuit: Circuit,
  cable: Cable,
  celsius: number,
): Ampacity | undefined {
  if (cable.gauge === null || cable.metal === null) return undefined;
  return ampacity(
    {
      gauge: cable.gauge ?? '?',
      metal: cable.metal,
      type: cable.type,
      celsius,
      carrying:
        carryingIn(cable.conductors, circuit.breaker.multiwire || cable.carries === 'two-hots-neutral') +
        (cable.surroundings?.alongside ?? 0),
      severalReceptacles: severalReceptacles(context, circuit),
    },
    context.pack.edition,
  );
}

function judgeHeat(context: RuleContext, circuit: Circuit, cable: Cable): Judgement[] {
  const around = cable.surroundings;
  if (!around) return [];
  const asked = around.celsius !== null;
  const celsius = around.celsius ?? HOT_ATTIC_C;
  const found = ampacityAt(context, circuit, cable, celsius);
  if (!found) return [];
  const name = cableName(context, cable);
  const { breaker } = circuit;
  const sources: Source[] = [...found.sources, ...(asked ? [] : [atticPractice])];
  const together = around.alongside > 0 ? msg('rules.heat.beside', { count: around.alongside }) : '';
  const common = {
    mark: 'tap' as const,
    subjects: [cable.id, breaker.id],
    sources,
  };
  const because = { need: breaker.amps, have: found.breaker, unit: 'A', sense: 'at-least' as const };
  if (breaker.amps <= found.breaker)
    return [
      judge('ampacity', {
        ...common,
        severity: 'ok',
        says: msg('rules.heat.ok', { gauge: cable.gauge ?? '?', amps: q.amps(found.amps) }),
        detail: msg('rules.heat.ok-why', {
          beside: together,
          working: found.working,
          asked: asked ? '' : msg('rules.heat.no-temperature', { temperature: q.celsius(celsius) }),
        }),
        because,
      }),
    ];
  if (!asked)
    return [
      judge('ampacity', {
        ...common,
        severity: 'watch',
        says: msg('rules.heat.ask', { cable: name }),
        detail: msg('rules.heat.ask-why', {
          beside: together,
          temperature: q.celsius(celsius),
          gauge: cable.gauge ?? '?',
          amps: breaker.amps,
        }),
        because: { ...because, have: null },
      }),
    ];
  return [
    judge('ampacity', {
      ...common,
      severity: 'fix',
      says: msg('rules.heat.over', { gauge: cable.gauge ?? '?', cable: name, amps: q.amps(found.amps) }),
      detail: msg('rules.heat.over-why', { beside: together, working: found.working }),
      because,
      remedies: context.touched.has(cable.id) ? largerGauge(context, circuit, cable, celsius) : [],
    }),
  ];
}

function largerGauge(context: RuleContext, circuit: Circuit, cable: Cable, celsius: number) {
  const next = (['12', '10', '8'] as const).find(
    (gauge) =>
      (ampacityAt(context, circuit, { ...cable, gauge }, celsius)?.breaker ?? 0) >= circuit.breaker.amps,
  );
  return next
    ? [
        {
          says: msg('rules.conductors.use', { gauge: next }),
          edit: { edit: 'new-gauge' as const, gauge: next },
        },
      ]
    : [];
}

/** Heat around a cable and other cables beside it take from what it may carry. */
export const ampacityWhereItRuns: Rule = {
  id: 'ampacity',
  title: msg('rules.heat.title'),
  about: msg('rules.heat.about'),
  numbers: (pack) => [
    { what: msg('rules.heat.bundled'), value: q.distance(BUNDLED_OVER.mm), source: BUNDLED_OVER.source },
    ...ADJUSTMENT.slice(1).map(({ upTo, factor }, i) => ({
      what: msg('rules.heat.bundle', {
        from: (ADJUSTMENT[i]?.upTo ?? 3) + 1,
        to: Number.isFinite(upTo) ? msg('rules.heat.up-to', { most: upTo }) : msg('rules.heat.and-more'),
      }),
      value: `× ${plain(factor)}`,
      source: adjustmentSource(pack.edition),
    })),
    ...AMBIENT_BANDS.map(({ topC, factors }) => ({
      what: msg('rules.heat.ambient', { temperature: q.celsius(topC) }),
      value: factors.map((f) => (f === null ? '–' : plain(f))).join(' / '),
      source: ambientSource(pack.edition),
    })),
  ],
  check: (context) =>
    circuitsOf(context).flatMap(({ circuit, extended }) =>
      cablesOf(context, circuit)
        .flatMap((cable) => judgeHeat(context, circuit, cable))
        .filter((j) => extended || j.severity === 'fix'),
    ),
};

const tripSources = [
  tripStandard,
  tripPractice,
  insulationLimitSource,
  heatSource,
  computed(msg('rules.heat.from')),
];

function overloadWords(t: CableTrip): Text {
  const { overload: o } = t;
  return msg('rules.heat.overload', {
    amps: q.amps(o.hourAmps),
    reached: q.celsius(o.hourC),
    rated: q.celsius(o.insulationC),
    worst: q.amps(o.worst.amps),
    minutes: q.minutes(o.worst.seconds / 60),
    peak: q.celsius(o.worst.celsius),
  });
}

function faultWords(t: CableTrip): Text {
  const far = t.far;
  if (!far) return msg('rules.heat.no-far');
  return msg('rules.heat.far', {
    amps: q.rating(Math.round(far.amps)),
    off: q.seconds(far.seconds),
    stands:
      far.standsSeconds === null ? '' : msg('rules.heat.withstands', { time: q.seconds(far.standsSeconds) }),
  });
}

function judgeTrip(context: RuleContext, circuit: Circuit): Judgement[] {
  const { breaker } = circuit;
  if (breaker.amps > TRIP_CURVE_AMPS) return [];
  const trips = cablesOf(context, circuit).flatMap(
    (cable) => tripOfCable(context.house, context.feed, context.pack, breaker, cable) ?? [],
  );
  const first = trips[0];
  if (!first) return [];
  const worst = trips.reduce((a, b) => (b.overload.hourC > a.overload.hourC ? b : a), first);
  const fault = trips.find((t) => !t.near.holds || t.far?.holds === false);
  const because = {
    need: worst.overload.hourC,
    have: worst.overload.insulationC,
    unit: '°C',
    sense: 'at-least' as const,
  };
  // A conductor too small for its breaker is the gauge rule's to stop, and it says how hot it would get.
  if (!worst.overload.holds) return [];
  if (fault && fault.faultAsked)
    return [
      judge('trip-before-damage', {
        severity: 'watch',
        mark: 'tap',
        subjects: [breaker.id, fault.cable.id],
        says: msg('rules.heat.ask-fault', {
          breaker: breakerName(breaker),
          cable: cableName(context, fault.cable),
        }),
        detail: msg('rules.heat.ask-fault-why', {
          amps: q.rating(Math.round(fault.panelFaultAmps)),
          time: q.seconds(fault.near.standsSeconds ?? 0),
        }),
        because: { need: fault.near.seconds, have: null, unit: 's', sense: 'at-least' },
        sources: [adiabaticSource, tripPractice],
      }),
    ];
  return [
    judge('trip-before-damage', {
      severity: 'ok',
      mark: 'tap',
      subjects: [breaker.id, worst.cable.id],
      says: msg('rules.heat.holds'),
      detail: sentences([overloadWords(worst), faultWords(worst)]),
      because,
      sources: [...tripSources, adiabaticSource, ...(worst.faultAsked ? [] : [faultPractice])],
    }),
  ];
}

/** Overload and fault as two questions (a short circuit has no time to lose heat, an overload has). */
export const tripBeforeDamage: Rule = {
  id: 'trip-before-damage',
  title: msg('rules.heat.trip-title'),
  about: msg('rules.heat.trip-about'),
  numbers: () => [
    { what: msg('rules.heat.hour'), value: q.share(1.35), source: tripStandard },
    { what: msg('rules.heat.two-minutes'), value: q.share(2), source: tripStandard },
    { what: msg('rules.heat.short-overload'), value: q.celsius(105), source: insulationLimitSource },
    { what: msg('rules.heat.short-circuit'), value: q.celsius(150), source: insulationLimitSource },
    { what: msg('rules.heat.around'), value: q.celsius(30), source: practice(msg('rules.heat.table')) },
  ],
  check: (context) =>
    circuitsOf(context).flatMap(({ circuit, extended }) => (extended ? judgeTrip(context, circuit) : [])),
};
