import { isBetweenHots, isReceptacleDevice, type Breaker, type Point } from '../../../document/index.ts';
import { practice } from '../../../findings/index.ts';
import type { Judgement, Rule, RuleContext } from '../../pack.ts';
import { outletFacts } from '../../place.ts';
import { servedBy, type Served } from '../../served.ts';
import { capital, msg, row } from '../../../words/index.ts';
import { breakerName, isNew, isReceptacle, judge, limitNumbers } from './judge.ts';
import { breakerOf } from './protecting.ts';

const RULE = 'set-aside-circuit';
/** Circuits that are set aside are 20 A ones: 210.11(C). */
const SET_ASIDE_AMPS = 20;

const servedAt = (context: RuleContext, point: Point): Served => {
  const devices = point.devices.filter(isReceptacleDevice);
  const loads = context.house.loads.filter((l) => l.pointId === point.id);
  return servedBy(context.plan, context.pack, {
    at: point.at,
    volts: isBetweenHots({ devices }) ? 240 : 120,
    switched: devices.every((d) => d.switched === true || d.tab === 'broken'),
    appliance: outletFacts(context.house, point).appliance,
    fixed: loads.some((l) => l.connection === 'fixed'),
  });
};

/** Has the room a receptacle already? Then this one is one more, and what the room lacks it lacked before. */
const hasOne = (context: RuleContext, point: Point, served: Served): boolean =>
  served.oneIsEnough &&
  context.house.points.some(
    (p) =>
      p.id !== point.id &&
      !isNew(context, p) &&
      isReceptacle(p) &&
      context.plan.roomOf(p.at)?.id === context.plan.roomOf(point.at)?.id,
  );

function judgePoint(context: RuleContext, point: Point, breaker: Breaker): Judgement[] {
  const served = servedAt(context, point);
  const common = { mark: 'tap' as const, subjects: [point.id, breaker.id], sources: [served.source] };
  const named = { point: point.label, breaker: breakerName(breaker) };
  if (served.offTheCounter)
    return breaker.restriction === 'kitchen-counter'
      ? [
          judge(RULE, {
            ...common,
            severity: 'stop',
            says: msg('rules.circuits.off-the-counter', named),
            detail: msg('rules.circuits.off-the-counter-why'),
          }),
        ]
      : [];
  if (served.by === null || hasOne(context, point, served)) return [];
  const kind = { kind: msg(`names.set-aside.${served.by}`) };
  if (breaker.restriction === served.by)
    return [
      judge(RULE, {
        ...common,
        severity: 'ok',
        says: msg('rules.circuits.ok', { ...named, ...kind }),
      }),
    ];
  const others = context.house.panels
    .flatMap((p) => p.breakers)
    .filter((b) => b.restriction === served.by && b.id !== breaker.id);
  // A 20 A breaker that nobody has marked may well be the one; a smaller one never is.
  if (breaker.restriction === 'none' && breaker.amps >= SET_ASIDE_AMPS && others.length === 0)
    return [
      judge(RULE, {
        ...common,
        severity: 'watch',
        says: msg('rules.circuits.ask', { ...named, ...kind }),
        detail: msg('rules.circuits.ask-why'),
        because: { need: 1, have: null, unit: 'look', sense: 'at-least' },
        sources: [served.source, practice(msg('rules.circuits.ask-practice'))],
        remedies: [
          {
            says: msg('rules.circuits.it-is', kind),
            edit: { edit: 'set-restriction', breakerId: breaker.id, restriction: served.by },
          },
        ],
      }),
    ];
  return [
    judge(RULE, {
      ...common,
      severity: 'fix',
      says: msg('rules.circuits.wrong', { point: point.label, breaker: capital(named.breaker), ...kind }),
      detail: msg('rules.circuits.wrong-why', {
        why: msg(`rules.circuits.why.${served.by}`),
        others:
          others.length > 0 ? msg('rules.circuits.others', { breakers: row(others.map(breakerName)) }) : '',
      }),
    }),
  ];
}

/** What a counter, dining room, basin, laundry or garage receptacle must be fed by, and what may not hang on a counter circuit. */
export const setAside: Rule = {
  id: RULE,
  title: msg('rules.circuits.title'),
  about: msg('rules.circuits.about'),
  numbers: limitNumbers('countedHeightMm', 'basinReachMm'),
  check: (context) =>
    context.house.points
      // One that is replaced, or only moves, stays on the circuit that it has.
      .filter(
        (p) => (isNew(context, p) ? !context.moved.has(p.id) : context.added.has(p.id)) && isReceptacle(p),
      )
      .flatMap((point) => {
        const breaker = breakerOf(context, point);
        return breaker ? judgePoint(context, point, breaker) : [];
      }),
};
