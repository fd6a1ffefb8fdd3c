import { isReceptacleDevice, type Cable, type Point } from '../../../document/index.ts';
import type { Remedy, Sourced } from '../../../findings/index.ts';
import type { Judgement, Rule, RuleContext, RuleNumber } from '../../pack.ts';
import { TRIP_CURVE_AMPS } from '../../../catalog/index.ts';
import type { Circuit } from '../../../feed/index.ts';
import { overload } from '../../../load/index.ts';
import { amps as A } from '../../../units/index.ts';
import { heatedConductor } from '../trip.ts';
import { GAUGES, nextSizeSource, nextStandardSize } from '../tables/ampacity.ts';
import { singleReceptacleSource } from '../tables/conductors.ts';
import {
  breakerName,
  capital,
  cableName,
  cablesOf,
  circuitsOf,
  isReceptacle,
  judge,
  pointsOf,
  receptaclesAt,
} from './judge.ts';

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
      says: `I looked: ${gauge} AWG`,
      edit: { edit: 'set-gauge', cableId: first.id, gauge },
    }));
  const more =
    cables.length > 1
      ? ` ${cables.length - 1} more cable${cables.length === 2 ? '' : 's'} of this circuit ${cables.length === 2 ? 'was' : 'were'} never read either.`
      : '';
  return [
    judge(RULE, {
      severity: 'watch',
      mark: 'feed',
      subjects: [first.id, circuit.breaker.id],
      says: `What size are the conductors of ${cableName(context, first)}?`,
      detail: `The breaker says ${amps} A, and that alone proves nothing: somebody may have changed it. ${fits ? `It wants ${fits} AWG at least, all the way.` : ''}${more}`,
      because: { need: amps, have: null, unit: 'A', sense: 'at-least' },
      sources: fits
        ? [context.pack.breakerLimit(fits, metal)?.source ?? { kind: 'computed', from: 'the breaker table' }]
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
              what: `${gauge} AWG ${metal === 'Cu' ? 'copper' : 'aluminum'}`,
              value: `${limit.value} A`,
              source: limit.source,
            },
          ]
        : [];
    }),
  );

/** How hot the conductor could get before the breaker has to open: why the rule is what it is. */
function heatWords(context: RuleContext, cable: Cable, breakerAmps: number): string {
  const conductor = heatedConductor(cable, context.pack);
  if (!conductor || breakerAmps > TRIP_CURVE_AMPS) return '';
  const { hourAmps, hourC, insulationC } = overload(conductor, breakerAmps);
  return ` ${A(hourAmps)}, which the breaker may carry for an hour, would bring it to ${Math.round(hourC)} °C; its insulation is made for ${insulationC} °C.`;
}

/** The weakest conductor of a circuit sets the limit of its breaker: every cable is looked at, not the breaker alone. */
export const gaugeForBreaker: Rule = {
  id: RULE,
  title: 'Conductor size against the breaker',
  about:
    'Every cable of the circuit, read or not, is held against its breaker: the weakest sets the limit. The next standard size is taken only where the circuit has no more than one receptacle.',
  numbers: breakerNumbers,
  check: (context) =>
    circuitsOf(context).flatMap(({ circuit, extended }) => {
      const { breaker } = circuit;
      const cables = cablesOf(context, circuit).sort(
        (a, b) => circuit.cables.indexOf(a.id) - circuit.cables.indexOf(b.id),
      );
      const out: Judgement[] = [];
      let weakest: { cable: Cable; amps: number } | undefined;
      for (const cable of cables) {
        if (cable.gauge === null || cable.metal === null) continue;
        const limit = largestBreaker(context, circuit, cable);
        if (!limit) {
          out.push(
            judge(RULE, {
              severity: 'stop',
              mark: 'feed',
              subjects: [cable.id, breaker.id],
              says: `${cable.gauge} AWG ${cable.metal === 'Al' ? 'aluminum' : 'copper'} has no place on a branch circuit`,
              detail: `Found in ${cableName(context, cable)}.`,
              sources: [],
              ...(extended ? { origin: 'worse' as const } : {}),
            }),
          );
          continue;
        }
        if (!weakest || limit.value < weakest.amps) weakest = { cable, amps: limit.value };
        if (breaker.amps > limit.value) {
          const own = context.touched.has(cable.id);
          const fits = context.pack.minimumGauge(breaker.amps, cable.metal);
          out.push(
            judge(RULE, {
              severity: 'stop',
              mark: own ? 'tap' : 'feed',
              subjects: [cable.id, breaker.id],
              says: `${cable.gauge} AWG in ${cableName(context, cable)} is too small for the ${breaker.amps} A ${breakerName(breaker)}`,
              detail: own
                ? `The new cable would be the weak one: it could run hot without the breaker ever tripping.${heatWords(context, cable, breaker.amps)}`
                : `${capital(cableName(context, cable))} is the weak one. A ${limit.value} A breaker would suit it; that is the electrician's change.${heatWords(context, cable, breaker.amps)}`,
              because: { need: breaker.amps, have: limit.value, unit: 'A', sense: 'at-least' },
              sources: [limit.source],
              remedies:
                own && fits ? [{ says: `Use ${fits} AWG`, edit: { edit: 'new-gauge', gauge: fits } }] : [],
              ...(extended && !own ? { origin: 'worse' as const } : {}),
            }),
          );
        }
      }
      if (!extended) return out;
      const open = cables.filter((c) => c.gauge === null || c.metal === null);
      out.push(...unread(context, circuit, open));
      if (weakest && out.length === 0) {
        const limit = largestBreaker(context, circuit, weakest.cable);
        out.push(
          judge(RULE, {
            severity: 'ok',
            mark: 'tap',
            subjects: [breaker.id],
            says: `${weakest.cable.gauge} AWG all the way suits the ${breaker.amps} A breaker`,
            detail: `Weakest: ${cableName(context, weakest.cable)}.`,
            because: { need: breaker.amps, have: weakest.amps, unit: 'A', sense: 'at-least' },
            sources: limit ? [limit.source] : [],
          }),
        );
      }
      return out;
    }),
};

/** Receptacle ratings that a circuit may have: by table with several, at least the circuit's own with a single one alone. */
export const receptacleRating: Rule = {
  id: 'receptacle-rating',
  title: 'Receptacle rating against the circuit',
  about:
    'With two or more receptacles the table says which ratings the circuit may have; a single receptacle alone on its circuit is rated at least as the circuit.',
  numbers: (pack) =>
    [15, 20, 30, 40, 50].map((amps) => {
      const { value, source } = pack.receptacleRatings(amps);
      return { what: `${amps} A circuit`, value: `${value.join(' or ')} A`, source };
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
              says: `${point.label} is a ${d.amps} A receptacle on a ${circuit.breaker.amps} A circuit`,
              detail:
                allowed.value.length > 0
                  ? `Allowed here: ${allowed.value.join(' or ')} A.`
                  : 'The table has no entry for this circuit.',
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
    says: `${point.label}, alone on its circuit, is rated ${amps} A on ${breaker} A`,
    detail: 'A single receptacle that has a circuit alone is rated at least as the circuit.',
    because: { need: breaker, have: amps, unit: 'A', sense: 'at-least' },
    sources: [singleReceptacleSource],
  });
