import { isReceptacleDevice, type Panel, type Point } from '../../../document/index.ts';
import {
  circuitLoad,
  countedOnCircuit,
  countFactors,
  feederLoad,
  type CircuitLoad,
  type OnLegs,
} from '../../../load/index.ts';
import { published, type Source } from '../../../findings/index.ts';
import type { CodePack, Judgement, Rule, RuleContext } from '../../pack.ts';
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
import { capital, msg, q, row } from '../../../words/index.ts';

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

/** Does a panel, or one that it feeds in its turn, feed what the plan extends? */
const feedsExtended = (context: RuleContext, panel: Panel, seen: Set<string>): boolean => {
  if (seen.has(panel.id)) return false;
  seen.add(panel.id);
  return panel.breakers.some(
    (b) =>
      context.extended.has(b.id) ||
      context.house.panels.some((p) => p.fedFrom === b.id && feedsExtended(context, p, seen)),
  );
};

/** All on one leg of a multiwire circuit would be too much: which leg the largest load hangs on that nobody has traced. */
function askLeg(
  context: RuleContext,
  { breaker, loads }: CircuitLoad,
  open: CircuitLoad['loads'],
): Judgement {
  const [first, ...others] = open as [OnLegs, ...OnLegs[]];
  const largest = others.reduce((a, b) => (b.amps > a.amps ? b : a), first);
  return judge('load', {
    severity: 'watch',
    mark: 'tap',
    subjects: [breaker.id, largest.id],
    says: msg('rules.load.ask-leg', { load: largest.name, breaker: breakerName(breaker) }),
    detail: msg('rules.load.ask-leg-why', {
      amps: q.amps(countedOnCircuit(loads, countFactors(context.pack)).amps),
      rating: breaker.amps,
    }),
    because: { need: breaker.amps, have: null, unit: 'look', sense: 'at-most' },
    sources: [published('NEC 210.4'), context.pack.limits.continuousFactor.source],
    // What the plan brings has no leg before it is wired: its place is chosen then.
    remedies: context.house.loads.some((l) => l.id === largest.id)
      ? ([1, 2] as const).map((leg) => ({
          says: msg('rules.load.on-leg', { leg }),
          edit: { edit: 'set-leg' as const, loadId: largest.id, leg },
        }))
      : [],
  });
}

/** Connected load against the rating: continuous load counts 1.25 times. The hours given decide what runs together. */
export const connectedLoad: Rule = {
  id: 'load',
  title: msg('rules.load.title'),
  about: msg('rules.load.about'),
  numbers: limitNumbers('continuousFactor', 'motorFactor'),
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
                says: msg('rules.load.ask', { breaker: breakerName(breaker) }),
                detail: msg('rules.load.ask-why'),
                because: { need: 0, have: null, unit: 'A', sense: 'at-most' },
                sources: [factor.source],
              }),
            ]
          : [];
      const factors = countFactors(context.pack);
      const top = countedOnCircuit(load.loads, factors);
      const over = top.amps > breaker.amps + 1e-9;
      const open = load.loads.filter((l) => l.untraced);
      const known = load.loads.filter((l) => !l.untraced);
      if (over && open.length > 0 && countedOnCircuit(known, factors).amps <= breaker.amps + 1e-9)
        return [askLeg(context, load, open)];
      const all = load.connectedAmps + load.continuousAmps * (factor.value - 1);
      return [
        judge('load', {
          severity: over ? 'fix' : 'ok',
          mark: 'tap',
          subjects: [breaker.id],
          says: over
            ? msg('rules.load.over', { breaker: capital(breakerName(breaker)) })
            : msg('rules.load.ok', { amps: q.amps(top.amps), rating: breaker.amps }),
          detail: msg('rules.load.why', {
            time: q.hour(top.hour),
            loads: row(top.names),
            factor: q.number(factor.value),
            all:
              all > breaker.amps
                ? msg('rules.load.all-over', { amps: q.amps(all) })
                : msg('rules.load.all-ok', { amps: q.amps(all) }),
          }),
          because: { need: top.amps, have: breaker.amps, unit: 'A', sense: 'at-least' },
          sources: [factor.source],
        }),
      ];
    }),
};

/** One cord-and-plug load may not take more than its share of a circuit with several outlets, nor more than its receptacle allows. */
export const cordShare: Rule = {
  id: 'cord-share',
  title: msg('rules.load.cord-title'),
  about: msg('rules.load.cord-about'),
  numbers: (pack) => [
    ...limitNumbers('cordShare')(pack),
    ...Object.entries(CORD_LIMIT_BY_RECEPTACLE).map(([rating, most]) => ({
      what: msg('rules.load.at-receptacle', { rating }),
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
              ? msg('rules.load.cord-over', { load: l.name, breaker: breakerName(breaker) })
              : msg('rules.load.cord-ok', { load: l.name }),
            detail: msg('rules.load.cord-why', {
              va: q.number(l.voltAmperes),
              amps: q.amps(l.amps),
              who: alone ? msg('rules.load.cord-alone') : msg('rules.load.cord-one'),
              most: q.amps(most),
              by:
                byReceptacle < byCircuit ? msg('rules.load.cord-by-receptacle', { rating: receptacle }) : '',
            }),
            because: { need: l.amps, have: most, unit: 'A', sense: 'at-least' },
            sources: [byReceptacle < byCircuit ? cordLimitSource : limit.source],
          }),
        ];
      });
    }),
};

/** A luminaire shares the circuit also where nobody has entered what it draws. */
const isLit = (p: Point): boolean => p.devices.some((d) => d.kind === 'luminaire');

/** Fixed appliances together may take half of a circuit that also feeds lights or outlets. */
export const fixedShare: Rule = {
  id: 'fixed-share',
  title: msg('rules.load.fixed-title'),
  about: msg('rules.load.fixed-about'),
  numbers: limitNumbers('fixedShare'),
  check: (context) =>
    eachLoad(context, (load) => {
      const fixed = load.loads.filter((l) => l.connection === 'fixed');
      const circuit = context.feed.circuits.get(load.breaker.id);
      const others =
        load.loads.some((l) => l.connection !== 'fixed') ||
        (circuit && pointsOf(context, circuit).some((p) => isReceptacle(p) || isLit(p)));
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
            ? msg('rules.load.fixed-over', { breaker: breakerName(load.breaker) })
            : msg('rules.load.fixed-ok'),
          detail: row(fixed.map((l) => l.name)),
          because: { need: total, have: most, unit: 'A', sense: 'at-least' },
          sources: [limit.source],
        }),
      ];
    }),
};

/** A room air conditioner: half of a shared circuit, 80 % of one it has alone. */
export const airConditioner: Rule = {
  id: 'room-air-conditioner',
  title: msg('rules.load.ac-title'),
  about: msg('rules.load.ac-about'),
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
              ? msg('rules.load.ac-over', { load: l.name, shared: String(shared), amps: load.breaker.amps })
              : msg('rules.load.ac-ok', { load: l.name }),
            detail: shared ? msg('rules.load.ac-shared') : msg('rules.load.ac-alone'),
            because: { need: l.amps, have: most, unit: 'A', sense: 'at-least' },
            sources: [limit.source],
          });
        }),
    ),
};

/** A feeder counts by its own article, unless the place has a value of its own. */
const feederSource = ({ limits, edition }: CodePack): Source =>
  limits.continuousFactor.source.kind === 'local'
    ? limits.continuousFactor.source
    : published('NEC 215.2(A)(1), 215.3', edition);

/** A new load on a sub-panel is a load on its feeder too. */
export const feeder: Rule = {
  id: 'feeder',
  title: msg('rules.load.feeder-title'),
  about: msg('rules.load.feeder-about'),
  numbers: (pack) =>
    limitNumbers(
      'continuousFactor',
      'motorFactor',
    )(pack).map((n, i) => (i === 0 ? { ...n, source: feederSource(pack) } : n)),
  check: (context) =>
    context.house.panels.flatMap((panel): Judgement[] => {
      if (!panel.fedFrom || !feedsExtended(context, panel, new Set())) return [];
      const load = feederLoad(context.house, context.feed, panel, countFactors(context.pack));
      if (!load) return [];
      const over = load.amps > load.breaker.amps + 1e-9;
      const empty = load.empty.length;
      return [
        judge('feeder', {
          severity: over ? 'fix' : empty > 0 ? 'watch' : 'ok',
          mark: 'tap',
          subjects: [panel.id, load.breaker.id],
          says: over
            ? msg('rules.load.feeder-over', { panel: panel.label })
            : empty > 0
              ? msg('rules.load.feeder-ask', { count: empty, circuits: row(load.empty), panel: panel.label })
              : msg('rules.load.feeder-ok', { panel: panel.label }),
          detail: msg('rules.load.feeder-why', {
            time: q.hour(load.hour),
            loads: load.names.length > 0 ? row(load.names) : msg('rules.load.nothing'),
          }),
          because: {
            need: load.amps,
            have: over || empty === 0 ? load.breaker.amps : null,
            unit: 'A',
            sense: 'at-least',
          },
          sources: [feederSource(context.pack)],
        }),
      ];
    }),
};
