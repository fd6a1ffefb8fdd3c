import {
  boxOfKey,
  isBetweenHots,
  isReceptacleDevice,
  isTravelerSwitch,
  needsHotToo,
  type Device,
  conductorsFor,
  nthOf,
  type PointId,
  switchCount,
  switchesIn,
  switchKey,
  takesNeutral,
  switchNumbers,
  type Want,
} from '../document/index.ts';
import type { BoxFeed, Feed } from '../feed/index.ts';
import { wayTo, type Found } from '../routing/index.ts';
import type { WantGroup } from './candidate.ts';
import { endMinutes, type Closure } from './legs.ts';
import { devicesTaken, switchTaken } from './moves.ts';
import { partnerBox, secondRole, secondsOf, threeWayRole } from './partners.ts';
import { newPointId, type LegRole } from './types.ts';
import { msg, type Text } from '../words/index.ts';

/** A cable as the search found it; its words and holes are worked out only when its option is kept. */
export interface FoundLeg extends LegRole {
  readonly from: string;
  readonly to: string;
  readonly found: Found;
}

/** One thing that the search feeds as a whole: a wanted point, or a wanted switch with its lights. */
export interface Unit {
  readonly group: number;
  readonly wants: readonly Want[];
  /** Where power enters it, and from which of its boxes constant power can go on. */
  readonly entry: string;
  readonly exits: readonly string[];
  /** Cables inside it. */
  readonly legs: readonly FoundLeg[];
  readonly cost: number;
  /** How it gets its power, in words; empty for a single point. */
  readonly scheme: Text;
}

export interface UnitPrices {
  readonly closure: Closure;
  readonly legMinutes: number;
}

/** The way of one leg, told from its start; undefined when there is none. */
export function foundLeg(closure: Closure, from: string, to: string, role: LegRole): FoundLeg | undefined {
  const tree = closure.for(role.conductors).tree(to);
  const node = closure.graph.terminals.get(from);
  const way = tree && node !== undefined ? wayTo(tree, node) : undefined;
  // Searched from the wanted end; told from the other.
  return (
    way && {
      ...role,
      from,
      to,
      found: { cost: way.cost, nodes: [...way.nodes].reverse(), edges: [...way.edges].reverse() },
    }
  );
}

/** A light or fan of a unit, and which switches of the wanted box command it. */
interface Led {
  readonly id: string;
  readonly nths: readonly number[];
  /** It needs what is hot at all times as well; of a box that is in place, it has it. */
  readonly hot: boolean;
}

/**
 * What goes between the boxes of one scheme: the first cable as given, then the lights on a tree of least cost. What two switches
 * command hangs on boxes that have both conductors, so it is joined first; a light on one of them may hang on any of these: each of
 * the two is a least spanning tree, and the second does not change the first.
 */
function chain(
  { closure, legMinutes }: UnitPrices,
  by: PointId,
  first: { from: string; to: string; role: LegRole } | null,
  start: readonly Led[],
  rest: readonly Led[],
): { legs: FoundLeg[]; cost: number } | undefined {
  const legs: FoundLeg[] = [];
  if (first) {
    const leg = foundLeg(closure, first.from, first.to, first.role);
    if (!leg) return undefined;
    legs.push(leg);
  }
  const inside = [...start];
  for (const many of [2, 1]) {
    const left = rest.filter((l) => l.nths.length === many).sort((a, b) => (a.id < b.id ? -1 : 1));
    while (left.length > 0) {
      let best: { from: string; to: Led; role: LegRole; cost: number } | undefined;
      for (const to of left) {
        const role = switchRole(to.hot ? 'both' : 'switched', by, to.nths);
        for (const from of inside) {
          if ((to.hot && !from.hot) || !to.nths.every((n) => from.nths.includes(n))) continue;
          const cost = closure.for(role.conductors).cost(to.id, from.id);
          if (Number.isFinite(cost) && (!best || cost < best.cost)) best = { from: from.id, to, role, cost };
        }
      }
      const leg = best && foundLeg(closure, best.from, best.to.id, best.role);
      if (!best || !leg) return undefined;
      legs.push(leg);
      inside.push(best.to);
      left.splice(left.indexOf(best.to), 1);
    }
  }
  return {
    legs,
    cost: costOf(legs, legMinutes),
  };
}

/** What cables inside a unit cost: their ways, another box to enter for each, and its ends. */
const costOf = (legs: readonly FoundLeg[], legMinutes: number): number =>
  legs.reduce((s, l) => s + l.found.cost + legMinutes + endMinutes(l.conductors), 0);

/** Switched conductors that one cable can bring beside what else it carries: 14-4 is the widest that is sold. */
export const MOST_SWITCHED = 2;

/** A cable with the conductors of one or two switches of a box, and what goes with them. */
export function switchRole(
  carries: 'switched' | 'loop' | 'loop-neutral' | 'both',
  by: PointId,
  nths: readonly number[],
): LegRole {
  const [own = 1, second] = nths;
  return {
    carries,
    conductors: conductorsFor(carries, second === undefined ? 1 : 2),
    switchedBy: by,
    ...(own === 1 ? {} : { switchedNth: own }),
    ...(second === undefined ? {} : { also: { switchedBy: by, nth: second } }),
  };
}

/**
 * Every way to wire a wanted switch with what it commands: power at the switch; power at one of the lights with the neutral kept
 * at the switch; or constant and switched feed together on to a light, so that more can hang on it. A cable has two, three or
 * four conductors, by how many switches command what hangs on it.
 */
function schemesOf(
  prices: UnitPrices,
  group: number,
  control: Want,
  lights: readonly Want[],
  seconds: readonly Want[],
): Unit[] {
  const s = newPointId(control);
  const led = lights.map((l): Led => ({ id: newPointId(l), nths: switchNumbers(l), hot: needsHotToo(l) }));
  const atSwitch: Led = { id: s, nths: [...new Set(led.flatMap((l) => l.nths))], hot: true };
  const wants = [control, ...seconds, ...lights];
  const out: Unit[] = [];
  // Whatever the scheme, a second switch hangs on the first.
  const more = seconds.flatMap((w) => foundLeg(prices.closure, s, newPointId(w), secondRole(null)) ?? []);
  if (more.length < seconds.length) return out;
  const add = (scheme: Text, entry: string, exits: string[], made: ReturnType<typeof chain>) => {
    if (!made) return;
    const cost = made.cost + costOf(more, prices.legMinutes);
    out.push({ group, wants, entry, exits, scheme, legs: [...made.legs, ...more], cost });
  };
  add(
    msg('planning.scheme.at-switch', { switch: control.label }),
    s,
    [s],
    chain(prices, s, null, [atSwitch], led),
  );
  led.forEach((light, i) => {
    const { id, nths } = light;
    const label = lights[i]?.label ?? '';
    const others = led.filter((x) => x !== light);
    const via = (from: string, to: string, carries: 'loop-neutral' | 'both') =>
      chain(
        prices,
        s,
        { from, to, role: switchRole(carries, s, nths) },
        [{ ...light, hot: true }, atSwitch],
        others,
      );
    add(
      msg('planning.scheme.at-light', { light: label, switch: control.label }),
      id,
      [id, s],
      via(id, s, 'loop-neutral'),
    );
    add(
      msg('planning.scheme.through-switch', { switch: control.label, light: label }),
      s,
      [s, id],
      via(s, id, 'both'),
    );
  });
  return out;
}

const plain = (carries: 'feed' | 'two-hots' | 'two-hots-neutral'): LegRole => ({
  carries,
  conductors: conductorsFor(carries, 0),
  switchedBy: null,
});
/** What brings two hots, with the neutral that a plug of four blades takes. */
const twoHots = (neutral: boolean): LegRole => plain(neutral ? 'two-hots-neutral' : 'two-hots');

/** What a point that moves had at its old place: the new cable takes all of it along. */
function movedRole(box: BoxFeed, want: Want): LegRole {
  const { point, constantHot, neutral, switchedBy: all } = box;
  const devices = devicesTaken(want, point);
  if (isBetweenHots({ devices })) return twoHots(devices.some(takesNeutral));
  const one = switchTaken(want, point);
  const threeWay = devices.some(isTravelerSwitch) ? threeWayRole(box, one ?? 1) : null;
  if (threeWay) return threeWay;
  const own =
    one === undefined ? (want.replacesDevice === undefined ? switchesIn(point).map(nthOf) : []) : [one];
  if (own.length > 0)
    return switchRole(neutral ? 'loop-neutral' : 'loop', point.id, own.slice(0, MOST_SWITCHED));
  // What hangs on a switch of its own box takes that conductor along, else the one that comes in.
  const named = devices.flatMap((d) => (d.by ? [switchKey(d.by.pointId, d.by.nth)] : []));
  const switchedBy = named.length > 0 ? named : all;
  const onSwitch = (d: Device) =>
    d.kind === 'luminaire' ||
    d.kind === 'fan' ||
    d.kind === 'appliance' ||
    d.tab === 'broken' ||
    d.switched === true;
  const key = switchedBy[0];
  if (key === undefined || (constantHot && !devices.some(onSwitch))) return plain('feed');
  const light = devices.find((d) => d.lightNth !== undefined)?.lightNth;
  const nths = light === undefined ? [nthOf(key)] : [nthOf(key), light];
  // Something beside it that is live at all times needs the constant hot as well.
  const always =
    constantHot &&
    devices.some((d) => d.motor === 'always' || (isReceptacleDevice(d) && d.switched !== true));
  return switchRole(always ? 'both' : 'switched', boxOfKey(key), [...new Set(nths)]);
}

/** Role of a cable that brings a group's power. */
export function groupRole(group: WantGroup, feed: Feed): LegRole {
  const [want] = group.wants;
  const old = want?.replaces === undefined ? undefined : feed.boxes.get(want.replaces);
  if (want && old) return movedRole(old, want);
  if (group.partner !== null) return secondRole(partnerBox(want, feed) ?? null);
  return group.control.by === 'switch'
    ? switchRole(group.control.hotToo ? 'both' : 'switched', group.control.pointId, group.control.nths)
    : group.volts === 240
      ? twoHots(group.neutral)
      : plain('feed');
}

/** The units of all groups, each with its ways of being wired; a want on a wanted switch belongs to that switch's unit. */
export function unitsOf(prices: UnitPrices, groups: readonly WantGroup[]): (readonly Unit[])[] {
  const all = groups.flatMap((g) => g.wants);
  const led = (id: string) => all.filter((w) => w.control.by === 'want' && w.control.wantId === id);
  return groups.flatMap((group, g) =>
    group.wants.flatMap((want): (readonly Unit[])[] => {
      const first = want.control.by === 'want' ? want.control : want.partner;
      const by = first?.by === 'want' ? first.wantId : null;
      if (by !== null && all.some((w) => w.id === by && switchCount(w) > 0)) return [];
      const lights = switchCount(want) > 0 ? led(want.id) : [];
      const seconds = switchCount(want) > 0 ? secondsOf(all, want) : [];
      // A third switch would want a four-way between the travelers.
      if (seconds.length > 1) return [[]];
      if (lights.length + seconds.length > 0) return [schemesOf(prices, g, want, lights, seconds)];
      const id = newPointId(want);
      return [[{ group: g, wants: [want], entry: id, exits: [id], legs: [], cost: 0, scheme: '' }]];
    }),
  );
}

/**
 * All combinations of one scheme for each unit. A switch with k lights has 1 + 2k schemes: ten wants have 3^5 = 243 at most,
 * so the limit never cuts off what is searched exactly.
 */
export function combinations(units: readonly (readonly Unit[])[], most = 256): (readonly Unit[])[] {
  return units.reduce<(readonly Unit[])[]>(
    (done, schemes) => done.flatMap((list) => schemes.map((u) => [...list, u])).slice(0, most),
    [[]],
  );
}
