import { isReceptacleDevice, type Cable } from '../../../document/index.ts';
import type { Remedy } from '../../../findings/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import type { Circuit } from '../../../feed/index.ts';
import {
  breakerName,
  capital,
  cableName,
  cablesOf,
  circuitsOf,
  isReceptacle,
  judge,
  pointsOf,
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

/** The weakest conductor of a circuit sets the limit of its breaker: every cable is looked at, not the breaker alone. */
export const gaugeForBreaker: Rule = {
  id: RULE,
  title: 'Conductor size against the breaker',
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
        const limit = context.pack.breakerLimit(cable.gauge, cable.metal);
        if (!limit) {
          out.push(
            judge(RULE, {
              severity: 'stop',
              mark: 'feed',
              subjects: [cable.id, breaker.id],
              says: `${cable.gauge} AWG ${cable.metal === 'Al' ? 'aluminium' : 'copper'} has no place on a branch circuit`,
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
                ? `The new cable would be the weak one: it could run hot without the breaker ever tripping.`
                : `${capital(cableName(context, cable))} is the weak one. A ${limit.value} A breaker would suit it; that is the electrician's change.`,
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
        const limit = context.pack.breakerLimit(weakest.cable.gauge ?? '14', weakest.cable.metal ?? 'Cu');
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

/** Receptacle ratings that a circuit with several outlets may have. */
export const receptacleRating: Rule = {
  id: 'receptacle-rating',
  title: 'Receptacle rating against the circuit',
  check: (context) =>
    circuitsOf(context).flatMap(({ circuit }) => {
      const points = pointsOf(context, circuit).filter(isReceptacle);
      const allowed = context.pack.receptacleRatings(circuit.breaker.amps);
      // One receptacle alone on a circuit answers to another rule.
      if (points.length < 2) return [];
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
