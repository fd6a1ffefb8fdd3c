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
import { amps as A, duration, plain } from '../../../units/index.ts';
import { ampacity, carryingIn, type Ampacity } from '../ampacity.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { ADJUSTMENT, adjustmentSource, AMBIENT_BANDS, ambientSource } from '../tables/ampacity.ts';
import { tripOfCable, type CableTrip } from '../trip.ts';
import { severalReceptacles } from './conductors.ts';
import { breakerName, cableName, cablesOf, circuitsOf, judge } from './judge.ts';

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
      gauge: cable.gauge,
      metal: cable.metal,
      type: cable.type,
      celsius,
      carrying:
        carryingIn(cable.conductors, circuit.breaker.multiwire) + (cable.surroundings?.alongside ?? 0),
      severalReceptacles: severalReceptacles(context, circuit),
    },
    context.pack.edition,
  );
}

const fahrenheit = (c: number): number => Math.round((c * 9) / 5 + 32);

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
  const together = around.alongside > 0 ? `${around.alongside} more conductors beside it; ` : '';
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
        says: `${cable.gauge} AWG carries ${A(found.amps)} where it runs`,
        detail: `${together}${found.working}. ${asked ? '' : `No attic temperature is entered; it holds at ${fahrenheit(celsius)} °F, as hot as attics get.`}`,
        because,
      }),
    ];
  if (!asked)
    return [
      judge('ampacity', {
        ...common,
        severity: 'watch',
        says: `How hot does it get around ${name}?`,
        detail: `${together}at ${fahrenheit(celsius)} °F its ${cable.gauge} AWG would be too small for the ${breaker.amps} A breaker. Enter the attic's highest temperature in the house settings.`,
        because: { ...because, have: null },
      }),
    ];
  return [
    judge('ampacity', {
      ...common,
      severity: 'fix',
      says: `${cable.gauge} AWG in ${name} carries only ${A(found.amps)} where it runs`,
      detail: `${together}${found.working}. Run it cooler, apart from the others, or one size larger.`,
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
  return next ? [{ says: `Use ${next} AWG`, edit: { edit: 'new-gauge' as const, gauge: next } }] : [];
}

/** Heat around a cable and other cables beside it take from what it may carry. */
export const ampacityWhereItRuns: Rule = {
  id: 'ampacity',
  title: 'Ampacity where the cable runs',
  about:
    'In a hot attic, or beside other cables for more than 24 in or in one foamed hole, a conductor carries less: insulation column, times ambient factor, times bundling factor, never over the 60 °C terminals.',
  numbers: (pack) => [
    ...ADJUSTMENT.slice(1).map(({ upTo, factor }, i) => ({
      what: `${(ADJUSTMENT[i]?.upTo ?? 3) + 1}${Number.isFinite(upTo) ? ` to ${upTo}` : ' and more'} conductors together`,
      value: `× ${plain(factor)}`,
      source: adjustmentSource(pack.edition),
    })),
    ...AMBIENT_BANDS.map(({ topC, factors }) => ({
      what: `Ambient up to ${topC} °C (60 / 75 / 90 °C wire)`,
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
  computed('the ampacity, first-order heating'),
];

function overloadWords(t: CableTrip): string {
  const { overload: o } = t;
  return `The breaker may carry ${A(o.hourAmps)} for an hour; that settles at ${Math.round(o.hourC)} °C, ${o.insulationC} °C is what the insulation is made for. Worst shorter overload: ${A(o.worst.amps)} for ${duration(o.worst.seconds / 60)}, ${Math.round(o.worst.celsius)} °C.`;
}

function faultWords(t: CableTrip): string {
  const far = t.far;
  if (!far) return ' Fault at the far end: not worked out, a length on the way is not known.';
  return ` Fault at the far end: ${Math.round(far.amps)} A, off within ${seconds(far.seconds)}${far.standsSeconds === null ? '' : `, the conductor stands ${seconds(far.standsSeconds)}`}.`;
}
const seconds = (s: number): string => (s < 1 ? `${plain(s, 3)} s` : `${plain(s, 1)} s`);

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
        says: `Does ${breakerName(breaker)} open fast enough for a short circuit in ${cableName(context, fault.cable)}?`,
        detail: `With ${Math.round(fault.panelFaultAmps)} A at the panel the conductor stands it for ${seconds(fault.near.standsSeconds ?? 0)}; the curve of your breaker, from its maker, tells how fast it opens.`,
        because: { need: fault.near.seconds, have: null, unit: 's', sense: 'at-least' },
        sources: [adiabaticSource, tripPractice],
      }),
    ];
  return [
    judge('trip-before-damage', {
      severity: 'ok',
      mark: 'tap',
      subjects: [breaker.id, worst.cable.id],
      says: `The breaker opens before the wire is harmed`,
      detail: overloadWords(worst) + faultWords(worst),
      because,
      sources: [...tripSources, adiabaticSource, ...(worst.faultAsked ? [] : [faultPractice])],
    }),
  ];
}

/** Overload and fault as two questions (a short circuit has no time to lose heat, an overload has). */
export const tripBeforeDamage: Rule = {
  id: 'trip-before-damage',
  title: 'Breaker against wire, over time',
  about:
    'Two questions. Overload: what the breaker may carry for an hour, and shorter overloads, against the heating of the conductor. Fault: the current of a short circuit at both ends against what the conductor stands until the breaker opens.',
  numbers: () => [
    { what: 'Opens within an hour at', value: '135 %', source: tripStandard },
    { what: 'Opens within two minutes at', value: '200 %', source: tripStandard },
    { what: 'Thermoplastic, short overload', value: '105 °C', source: insulationLimitSource },
    { what: 'Thermoplastic, short circuit', value: '150 °C', source: insulationLimitSource },
    { what: 'Around the cable', value: '30 °C', source: practice('the table of ampacities') },
  ],
  check: (context) =>
    circuitsOf(context).flatMap(({ circuit, extended }) => (extended ? judgeTrip(context, circuit) : [])),
};
