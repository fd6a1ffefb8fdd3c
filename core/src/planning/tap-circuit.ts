import { servedBy, type CodePack } from '../codes/index.ts';
import {
  holds,
  switchCount,
  voltsOf,
  type Breaker,
  type House,
  type Restriction,
  type RoomUse,
  type Want,
} from '../document/index.ts';
import type { Feed } from '../feed/index.ts';
import type { Source } from '../findings/index.ts';
import {
  circuitLoad,
  countedOnCircuit,
  countFactors,
  isContinuous,
  legsOf,
  loadVolts,
} from '../load/index.ts';
import type { PlanOfHouse } from '../structure/index.ts';
import { msg, q, type Text } from '../words/index.ts';
import type { TapReason, WantGroup } from './candidate.ts';
import { ask, FROM, good, no } from './tap-reasons.ts';

/** What the circuit of a box says to a want: what it may feed, what it carries already. */

/** Circuits that may not feed whatever one likes: what they feed, from which edition on, and by which rule. */
const RESTRICTED: Record<
  Exclude<Restriction, 'none'>,
  { says: Text; unless: readonly RoomUse[]; outletsOnly: boolean; since: number; source: Source }
> = {
  'kitchen-counter': {
    says: msg('planning.tap.kitchen'),
    unless: ['kitchen', 'dining'],
    outletsOnly: true,
    since: 0,
    source: FROM.smallAppliance,
  },
  bath: {
    says: msg('planning.tap.bath'),
    unless: ['bath'],
    outletsOnly: true,
    since: 0,
    source: FROM.bath,
  },
  laundry: {
    says: msg('planning.tap.laundry'),
    unless: ['laundry'],
    outletsOnly: true,
    since: 0,
    source: FROM.laundry,
  },
  garage: {
    says: msg('planning.tap.garage'),
    unless: ['garage', 'outdoor'],
    outletsOnly: true,
    since: 2017,
    source: FROM.garage,
  },
  dedicated: {
    says: msg('planning.tap.individual'),
    unless: [],
    outletsOnly: false,
    since: 0,
    source: FROM.individual,
  },
};

/** Receptacles that must hang on a circuit of another kind, where the house has one, and those that this kind may not feed. */
function setAsideReasons(
  house: House,
  plan: PlanOfHouse,
  pack: CodePack,
  breaker: Breaker,
  group: WantGroup,
): TapReason[] {
  const marked = new Set(house.panels.flatMap((p) => p.breakers.map((b) => b.restriction)));
  for (const want of group.wants) {
    if (!holds(want, 'receptacle')) continue;
    const served = servedBy(plan, pack, {
      at: want.at,
      volts: group.volts,
      switched: want.control.by !== 'always' && switchCount(want) === 0,
      appliance: want.loads.find((l) => l.appliance)?.appliance ?? null,
      fixed: want.loads.some((l) => l.connection === 'fixed'),
    });
    if (served.offTheCounter && breaker.restriction === 'kitchen-counter')
      return [no(msg('planning.tap.off-the-counter'), served.source)];
    const { by } = served;
    // One is enough in a laundry or garage: whether this is that one is the checks' question.
    if (by !== null && !served.oneIsEnough && breaker.restriction !== by && marked.has(by))
      return [no(msg('planning.tap.wrong-circuit', { kind: msg(`names.set-aside.${by}`) }), served.source)];
  }
  return [];
}

export function circuitReasons(
  house: House,
  plan: PlanOfHouse,
  feed: Feed,
  pack: CodePack,
  breaker: Breaker,
  group: WantGroup,
  uses: readonly RoomUse[],
): TapReason[] {
  const out: TapReason[] = [];
  if (breaker.restriction !== 'none') {
    const rule = RESTRICTED[breaker.restriction];
    if (
      pack.edition >= rule.since &&
      (uses.length === 0 ||
        uses.some((u) => !rule.unless.includes(u)) ||
        (rule.outletsOnly && group.wants.some((w) => w.kind !== 'receptacle')))
    )
      out.push(no(rule.says, rule.source));
  }
  out.push(...setAsideReasons(house, plan, pack, breaker, group));
  if (breaker.poles === 2 && !breaker.multiwire && group.volts === 120)
    out.push(no(msg('planning.tap.no-240-neutral'), FROM.survey));
  if (breaker.amps > 20 && group.volts === 120)
    out.push(no(msg('planning.tap.too-large', { amps: breaker.amps }), FROM.outlets));
  out.push(...loadReasons(house, feed, pack, breaker, group));
  return out;
}

/** What would run on a breaker with these wants on it, each load with the legs that it counts on. */
function loadsWith(house: House, feed: Feed, breaker: Breaker, wants: readonly Want[]) {
  const there = circuitLoad(house, feed, breaker.id)?.loads ?? [];
  const added = wants.flatMap((w) =>
    w.loads.map((l) => ({
      ...l,
      ...legsOf(breaker, voltsOf(w), l.leg),
      continuous: isContinuous(l),
      amps: l.voltAmperes / loadVolts(breaker, voltsOf(w)),
    })),
  );
  return [...there, ...added];
}

/** What would run at the worst hour on a breaker with these wants on it, A. */
export const worstWith = (
  house: House,
  feed: Feed,
  pack: CodePack,
  breaker: Breaker,
  wants: readonly Want[],
): number => countedOnCircuit(loadsWith(house, feed, breaker, wants), countFactors(pack)).amps;

/** Would it hold if what nobody has traced hung on the other leg of a multiwire circuit? Then that is asked. */
function holdsOnOwnLegs(
  house: House,
  feed: Feed,
  pack: CodePack,
  breaker: Breaker,
  wants: readonly Want[],
): boolean {
  const loads = loadsWith(house, feed, breaker, wants).filter((l) => !l.untraced);
  return breaker.multiwire && countedOnCircuit(loads, countFactors(pack)).amps <= breaker.amps;
}

function loadReasons(
  house: House,
  feed: Feed,
  pack: CodePack,
  breaker: Breaker,
  group: WantGroup,
): TapReason[] {
  const worst = worstWith(house, feed, pack, breaker, group.wants);
  if (worst <= breaker.amps)
    return [
      good(
        msg('planning.tap.to-spare', { left: q.amps(breaker.amps - worst), rating: breaker.amps }),
        FROM.load,
      ),
    ];
  if (holdsOnOwnLegs(house, feed, pack, breaker, group.wants))
    return [ask(msg('planning.tap.legs', { amps: q.amps(worst), rating: breaker.amps }), FROM.load)];
  const some = group.wants.filter(
    (w) => w.loads.length > 0 && worstWith(house, feed, pack, breaker, [w]) <= breaker.amps,
  );
  return some.length > 0 && group.wants.length > 1
    ? [good(msg('planning.tap.some', { amps: q.amps(worst), rating: breaker.amps }), FROM.load)]
    : [no(msg('planning.tap.over', { amps: q.amps(worst), rating: breaker.amps }), FROM.load)];
}
