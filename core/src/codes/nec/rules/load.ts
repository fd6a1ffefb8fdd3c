import { isReceptacleDevice } from '../../../document/index.ts';
import { circuitLoad, countedWorst, feederLoad, type CircuitLoad } from '../../../load/index.ts';
import { amps as A, clock, plain } from '../../../units/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { CORD_LIMIT_BY_RECEPTACLE, cordLimitSource } from '../tables/conductors.ts';
import {
  breakerName,
  circuitsOf,
  isReceptacle,
  judge,
  limitNumbers,
  pointsOf,
  receptaclesAt,
} from './judge.ts';

/** Runs a check over every loaded circuit; standing circuits only tell of faults. */
function eachLoad(
  context: RuleContext,
  check: (load: CircuitLoad, extended: boolean) => Judgement[],
): Judgement[] {
  return circuitsOf(context).flatMap(({ circuit, extended }) => {
    const load = circuitLoad(context.house, context.feed, circuit.breaker.id);
    if (!load) return [];
    return check(load, extended).filter((j) => extended || j.severity === 'stop' || j.severity === 'fix');
  });
}

/** Connected load against the rating: continuous load counts 1.25 times. The hours given decide what runs together. */
export const connectedLoad: Rule = {
  id: 'load',
  title: 'Load of the circuit',
  about:
    'Everything that is plugged in or fixed, by its hours, against the breaker at the worst hour. What runs three hours or more counts 1.25 times.',
  numbers: limitNumbers('continuousFactor'),
  check: (context) =>
    eachLoad(context, (load, extended) => {
      const { breaker } = load;
      const factor = context.pack.limits.continuousFactor;
      if (load.loads.length === 0)
        return extended
          ? [
              judge('load', {
                severity: 'watch',
                mark: 'tap',
                subjects: [breaker.id],
                says: `What runs on ${breakerName(breaker)}?`,
                detail:
                  'No load is entered for any point of this circuit. Write down what is plugged in, in the Feed mark.',
                because: { need: 0, have: null, unit: 'A', sense: 'at-most' },
                sources: [factor.source],
              }),
            ]
          : [];
      const top = countedWorst(load.loads, factor.value);
      const over = top.amps > breaker.amps + 1e-9;
      const all = load.connectedAmps + load.continuousAmps * (factor.value - 1);
      return [
        judge('load', {
          severity: over ? 'fix' : 'ok',
          mark: 'tap',
          subjects: [breaker.id],
          says: over
            ? `Load on ${breakerName(breaker)} goes over its rating`
            : `Load ${A(top.amps)} of ${breaker.amps} A at the worst hour`,
          detail: `${clock(top.hour)}: ${top.names.join(', ')}. Continuous load counts ${plain(factor.value)} times. ${all > breaker.amps ? `All at once would be ${A(all)}: fine only as long as the hours hold.` : `Even all at once it is ${A(all)}.`}`,
          because: { need: top.amps, have: breaker.amps, unit: 'A', sense: 'at-least' },
          sources: [factor.source],
        }),
      ];
    }),
};

/** One cord-and-plug load may not take more than its share of a circuit with several outlets, nor more than its receptacle allows. */
export const cordShare: Rule = {
  id: 'cord-share',
  title: 'One plugged-in load against the circuit',
  about:
    'On a circuit with several outlets one plugged-in thing may take 80 %, and never more than its receptacle allows.',
  numbers: (pack) => [
    ...limitNumbers('cordShare')(pack),
    ...Object.entries(CORD_LIMIT_BY_RECEPTACLE).map(([rating, most]) => ({
      what: `At a ${rating} A receptacle`,
      value: `${most} A`,
      source: cordLimitSource,
    })),
  ],
  check: (context) =>
    eachLoad(context, (load, extended) => {
      const { breaker } = load;
      const limit = context.pack.limits.cordShare;
      const cords = load.loads.filter((l) => l.connection === 'cord' && !l.roomAirConditioner);
      if (cords.length === 0) return [];
      return cords.flatMap((l) => {
        const devices = context.feed.boxes.get(l.pointId)?.point.devices ?? [];
        const receptacle = Math.max(0, ...devices.filter(isReceptacleDevice).map((d) => d.amps));
        // A circuit for one single receptacle may be used to its rating: the share is for several, and a duplex is two.
        const alone = load.points.length === 1 && receptaclesAt({ devices }) === 1;
        const byReceptacle = alone
          ? Number.POSITIVE_INFINITY
          : (CORD_LIMIT_BY_RECEPTACLE[receptacle] ?? Number.POSITIVE_INFINITY);
        const byCircuit = alone ? breaker.amps : limit.value * breaker.amps;
        const most = Math.min(byCircuit, byReceptacle);
        const over = l.amps > most + 1e-9;
        if (!over && !extended) return [];
        return [
          judge('cord-share', {
            severity: over ? 'fix' : 'ok',
            mark: 'tap',
            subjects: [l.id, breaker.id],
            says: over
              ? `${l.name} takes too much of ${breakerName(breaker)}`
              : `${l.name} keeps within its share`,
            detail: `${plain(l.voltAmperes)} VA is ${A(l.amps)}; ${alone ? 'alone on its circuit it' : 'one plugged-in load'} may take ${A(most)} here${byReceptacle < byCircuit ? `, limited by the ${receptacle} A receptacle` : ''}.`,
            because: { need: l.amps, have: most, unit: 'A', sense: 'at-least' },
            sources: [byReceptacle < byCircuit ? cordLimitSource : limit.source],
          }),
        ];
      });
    }),
};

/** Fixed appliances together may take half of a circuit that also feeds lights or outlets. */
export const fixedShare: Rule = {
  id: 'fixed-share',
  title: 'Fixed appliances against the circuit',
  about:
    'Appliances fastened in place, lights aside, take half of a circuit that also feeds lights or outlets.',
  numbers: limitNumbers('fixedShare'),
  check: (context) =>
    eachLoad(context, (load) => {
      const fixed = load.loads.filter((l) => l.connection === 'fixed');
      const circuit = context.feed.circuits.get(load.breaker.id);
      const others =
        load.loads.some((l) => l.connection !== 'fixed') ||
        (circuit && pointsOf(context, circuit).some(isReceptacle));
      if (fixed.length === 0 || !others) return [];
      const limit = context.pack.limits.fixedShare;
      const total = fixed.reduce((s, l) => s + l.amps, 0);
      const most = limit.value * load.breaker.amps;
      const over = total > most + 1e-9;
      return [
        judge('fixed-share', {
          severity: over ? 'fix' : 'ok',
          mark: 'tap',
          subjects: [load.breaker.id],
          says: over
            ? `Fixed appliances take more than half of ${breakerName(load.breaker)}`
            : 'Fixed appliances keep to half of the circuit',
          detail: fixed.map((l) => l.name).join(', '),
          because: { need: total, have: most, unit: 'A', sense: 'at-least' },
          sources: [limit.source],
        }),
      ];
    }),
};

/** A room air conditioner: half of a shared circuit, 80 % of one it has alone. */
export const airConditioner: Rule = {
  id: 'room-air-conditioner',
  title: 'Room air conditioner against the circuit',
  about: 'A plugged-in room air conditioner takes half of a shared circuit, 80 % of one that it has alone.',
  numbers: limitNumbers('airConditionerShared', 'airConditionerAlone'),
  check: (context) =>
    eachLoad(context, (load) =>
      load.loads
        .filter((l) => l.roomAirConditioner)
        .map((l) => {
          const circuit = context.feed.circuits.get(load.breaker.id);
          const shared = load.loads.length > 1 || (circuit?.points.length ?? 0) > 1;
          const limit = shared
            ? context.pack.limits.airConditionerShared
            : context.pack.limits.airConditionerAlone;
          const most = limit.value * load.breaker.amps;
          const over = l.amps > most + 1e-9;
          return judge('room-air-conditioner', {
            severity: over ? 'fix' : 'ok',
            mark: 'tap',
            subjects: [l.id, load.breaker.id],
            says: over
              ? `${l.name} is too much for ${shared ? 'a shared' : 'this'} ${load.breaker.amps} A circuit`
              : `${l.name} keeps to its share`,
            detail: shared
              ? 'Other outlets or lights share the circuit: half of its rating is the limit.'
              : 'It has the circuit alone: 80 % is the limit.',
            because: { need: l.amps, have: most, unit: 'A', sense: 'at-least' },
            sources: [limit.source],
          });
        }),
    ),
};

/** A new load on a sub-panel is a load on its feeder too. */
export const feeder: Rule = {
  id: 'feeder',
  title: 'Feeder of a sub-panel',
  about:
    'When the circuit comes from a sub-panel, the loads of all its circuits at their worst hour are held against the breaker that feeds it, leg by leg.',
  numbers: limitNumbers('continuousFactor'),
  check: (context) =>
    context.house.panels.flatMap((panel): Judgement[] => {
      if (!panel.breakers.some((b) => context.extended.has(b.id)) || !panel.fedFrom) return [];
      const factor = context.pack.limits.continuousFactor;
      const load = feederLoad(context.house, context.feed, panel, factor.value);
      if (!load) return [];
      const over = load.amps > load.breaker.amps + 1e-9;
      const empty = load.empty.length;
      return [
        judge('feeder', {
          severity: over ? 'fix' : empty > 0 ? 'watch' : 'ok',
          mark: 'tap',
          subjects: [panel.id, load.breaker.id],
          says: over
            ? `${panel.label} asks more than its feeder gives`
            : empty > 0
              ? `What runs on circuit${empty === 1 ? '' : 's'} ${load.empty.join(', ')} of ${panel.label}?`
              : `${panel.label} stays within its feeder`,
          detail: `${clock(load.hour)}: ${load.names.join(', ') || 'nothing entered'}. The heavier leg is counted; demand factors of a full calculation are the electrician's.`,
          because: {
            need: load.amps,
            have: over || empty === 0 ? load.breaker.amps : null,
            unit: 'A',
            sense: 'at-least',
          },
          sources: [factor.source],
        }),
      ];
    }),
};
