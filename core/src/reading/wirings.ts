import {
  find,
  groupBefore,
  LIVE,
  nodesOf,
  oddIn,
  oddScrews,
  oddSoFar,
  tie,
  TOUCH,
  travelerScrewsOf,
  tryOut,
  type BoxNodes,
  type Tried,
  type WireNode,
} from './tried.ts';
import { isOther, isOwn, isTraveler, isTwoHots, type Beyond } from './beyond.ts';
import type { Screw } from '../network/index.ts';
import { isRaceway } from '../document/index.ts';
import { isGroundWire, isSameWire, type BoxReading, type SeenBox, type WireAt } from './seen.ts';

/**
 * Every wiring that agrees with what was seen in a box: all choices of what may lie beyond its cables, none left out that is at most one
 * thing odder than the soundest. What holds in all of them is certain; what holds in the soundest is as it is usually wired.
 */

export type WireRole = 'hot' | 'other-hot' | 'neutral' | 'switched' | 'traveler' | 'spare';

export interface Wiring {
  readonly tried: Tried;
  readonly chosen: readonly Beyond[];
  /** By insulated wire of the box. */
  readonly roles: readonly WireRole[];
  /** Where each wire ends whose end nobody has seen: a node of the box. */
  readonly ends: readonly number[];
  readonly odd: number;
  /** How likely against the others before normalizing. */
  readonly weight: number;
}

/** Wires whose end nobody has seen that are still reckoned with; with more of them one looks first. */
export const MOST_UNSEEN = 2;
/** Beyond this many odd things nothing is believed: something was entered wrong, or the box is one for an electrician. */
const MOST_ODD = 4;
/** How often the breakers of two hots in one cable are tied: my judgement, common practice. */
const TIED = 0.7;
/** How rare one odd thing is: my judgement, common practice. */
const RARE = 0.04;

/** The roles of the wires as they come out in a wiring that was tried. */
function rolesOf(tried: Tried): WireRole[] {
  const { nodes, chosen, touches } = tried;
  return nodes.wires.map(({ node, at, nth }): WireRole => {
    const letter = chosen[at.cable]!.letters[nth]!;
    const ever = touches.reduce((m, t) => m | t[node]!, 0);
    const always = touches.reduce((m, t) => m & t[node]!, 7);
    if (always & TOUCH.neutral) return 'neutral';
    if (always & TOUCH.hot) return 'hot';
    if (always & TOUCH.other) return 'other-hot';
    if (isTraveler(letter) || travelerScrewsOf(nodes, node).length > 0) return 'traveler';
    if (ever & LIVE) return 'switched';
    if (ever & TOUCH.neutral) return 'neutral';
    return 'spare';
  });
}

/** How likely an instrument shows yes, with the wiring as supposed and handles elsewhere standing as they like. */
export function chanceOfYes(tried: Tried, reading: BoxReading): number {
  switch (reading.what) {
    case 'live': {
      const shown = liveShown(tried, reading);
      const [yes, no] = [shown.get(true) ?? 0, shown.get(false) ?? 0];
      return yes + no === 0 ? 0 : yes / (yes + no);
    }
    case 'follows':
      return followsShown(tried, reading.at) ? 1 : 0;
    case 'joined':
      return letterAt(tried, reading.at) === 'N' ? 1 : 0;
    case 'between':
      return isSwitchBetween(tried, reading.at, reading.to) ? 1 : 0;
  }
}

export const wireAt = (nodes: BoxNodes, at: WireAt): WireNode | undefined =>
  nodes.wires.find((w) => isSameWire(w.at, at));

const letterAt = (tried: Tried, at: WireAt) => {
  const w = wireAt(tried.nodes, at);
  return w && tried.chosen[at.cable]?.letters[w.nth];
};

/** What a reading of what is live may show, and how often: over the positions that agree with what was noted. */
function liveShown(
  tried: Tried,
  { at, breaker, apart, stood }: Extract<BoxReading, { what: 'live' }>,
): Map<boolean, number> {
  const out = new Map<boolean, number>();
  const add = (shows: boolean, n: number) => out.set(shows, (out.get(shows) ?? 0) + n);
  const w = wireAt(tried.nodes, at);
  if (!w) return out;
  const addLive = (bits: number, n: number) => {
    if (breaker === 'on' || (bits & TOUCH.other) === 0) add(breaker === 'on', n);
    // The other hot of the same cable goes off with it where the two handles are tied.
    else if (tried.chosen.some(isTwoHots)) {
      add(false, n * TIED);
      add(true, n * (1 - TIED));
    } else add(true, n);
  };
  if (apart) {
    const { letters, commons } = tried.chosen[at.cable]!;
    const letter = letters[w.nth]!;
    const far = letter === 'T' ? commons[0] : letter === 'U' ? commons[1] : undefined;
    const bits = letter === 'B' ? TOUCH.other : TOUCH.hot;
    const isHot = letter === 'A' || letter === 'B';
    const isSometimes = letter === 'S' || far === 'A';
    if (isHot || isSometimes) addLive(bits, 1);
    if (!isHot) add(false, 1);
    return out;
  }
  tried.touches.forEach((touch, state) => {
    if (stood?.some(({ device, at: pos }) => bitOf(tried, device, state) !== pos)) return;
    const direct = touch[w.node]!;
    if (direct & LIVE) {
      addLive(direct, 1);
      return;
    }
    const loads = direct & TOUCH.neutral ? 0 : tried.through(state)[w.node]!;
    if (loads & LIVE) {
      // Through a lamp or a tool that may be plugged in, or not.
      addLive(loads, 0.5);
      add(false, 0.5);
    } else add(false, 1);
  });
  return out;
}

function bitOf({ nodes }: Tried, device: number, state: number): 0 | 1 | undefined {
  const bit = nodes.handles.indexOf(device);
  return bit < 0 ? undefined : ((state >> bit) & 1) === 1 ? 1 : 0;
}

/** Does what a wire shows change when handles elsewhere are moved, in any position of those here? */
function followsShown(tried: Tried, at: WireAt): boolean {
  const w = wireAt(tried.nodes, at);
  if (!w) return false;
  const here = (1 << tried.nodes.handles.length) - 1;
  const seen = new Map<number, Set<boolean>>();
  tried.touches.forEach((t, state) => {
    const live = (t[w.node]! & LIVE) !== 0;
    seen.set(state & here, (seen.get(state & here) ?? new Set()).add(live));
  });
  return [...seen.values()].some((s) => s.size > 1);
}

function isSwitchBetween(tried: Tried, a: WireAt, b: WireAt): boolean {
  if (a.cable !== b.cable) return false;
  const [one, two] = [letterAt(tried, a), letterAt(tried, b)];
  const pair = [one, two].sort().join('');
  return ['Oo', 'CT', 'FG'].includes(pair);
}

/** A choice for a cable with what its wires' ends in the box say of it. */
interface Choice {
  readonly beyond: Beyond;
  /** Odd things that come out at the end at the least. */
  readonly odd: number;
}

/** The choices for every cable, with what is odd about each for the ends of its wires alone. */
const choicesOf = (nodes: BoxNodes): Choice[][] =>
  nodes.options.map((of, c) =>
    of.map((beyond) => ({
      beyond,
      odd: beyond.odd + Math.max(oddScrews(nodes, c, beyond), isLoose(nodes, c, beyond) ? 1 : 0),
    })),
  );

/** Do travelers of a cable end nowhere in this box? */
function isLoose(nodes: BoxNodes, cable: number, { letters }: Beyond): boolean {
  return nodes.byCable[cable]!.some((w, i) => {
    if (!isTraveler(letters[i]) || travelerScrewsOf(nodes, w.node).length > 0) return false;
    const root = groupBefore(nodes, w.node);
    return !nodes.wires.some((o) => o !== w && groupBefore(nodes, o.node) === root);
  });
}

interface Search {
  readonly nodes: BoxNodes;
  readonly choices: readonly (readonly Choice[])[];
  readonly readings: readonly BoxReading[];
  readonly order: readonly number[];
  /** The first cable with a wire that is open before this box; -1 where none has. */
  readonly broken: number;
  readonly bound: number;
  readonly otherAlone: boolean;
  readonly found: Wiring[];
  readonly ends: readonly number[];
  /** For each cable the first that looks just like it, wire by wire and end by end. */
  readonly like: readonly number[];
  /** What is odd of wirings that were tried, by their choices: cables that are alike may change places. */
  readonly known: Map<string, number>;
}

/** A name for the choices of a wiring that is the same when cables that look alike change places. */
function nameOf({ like, nodes }: Search, chosen: readonly Beyond[]): string {
  const by = new Map<number, number[]>();
  chosen.forEach((b, c) => {
    const first = like[c]!;
    by.set(first, [...(by.get(first) ?? []), nodes.options[c]!.indexOf(b)]);
  });
  return [...by].map(([c, of]) => `${c}:${of.sort((x, y) => x - y).join()}`).join(';');
}

/** For each cable the first one with the same wires at the same ends. */
function alike({ seen }: BoxNodes): number[] {
  const looks = seen.cables.map(({ type, wires }) =>
    JSON.stringify([isRaceway(type), wires.filter((w) => !isGroundWire(w))]),
  );
  return looks.map((l, i) =>
    seen.cables[i]!.wires.some((w) => w.seat.on !== 'splice' && w.seat.on !== 'cap') ? i : looks.indexOf(l),
  );
}

/** Goes through the cables one by one, as long as no more is odd than the bound allows. */
function search(
  s: Search,
  depth: number,
  parent: Int32Array,
  chosen: (Beyond | undefined)[],
  odd: number,
  weight: number,
): void {
  const cable = s.order[depth];
  if (cable === undefined) {
    take(s, parent, chosen as Beyond[], weight);
    return;
  }
  for (const { beyond, odd: own } of s.choices[cable]!) {
    if (beyond.broken ? s.broken < 0 || cable < s.broken : cable === s.broken) continue;
    const sum = odd + own;
    if (sum + tooMany(chosen, beyond) > s.bound) continue;
    const tied = parent.slice();
    if (!tie(s.nodes, tied, cable, beyond)) continue;
    chosen[cable] = beyond;
    if (sum + oddSoFar(s.nodes, tied, chosen) <= s.bound)
      search(s, depth + 1, tied, chosen, sum, weight * beyond.weight);
    chosen[cable] = undefined;
  }
}

/** Supplies that a choice would add to those that are there. */
function tooMany(chosen: readonly (Beyond | undefined)[], beyond: Beyond): number {
  const among = (l: 'A' | 'B') => [...chosen, beyond].filter((b) => b?.letters.includes(l)).length;
  return Math.max(0, among('A') - 1) + Math.max(0, among('B') - 1);
}

function take(s: Search, parent: Int32Array, chosen: readonly Beyond[], weight: number): void {
  // Which of two breakers is which is a matter of names, unless a reading with this one off says so.
  if (!s.otherAlone && chosen.some(isOther) && !chosen.some(isOwn)) return;
  const name = nameOf(s, chosen);
  if ((s.known.get(name) ?? 0) > s.bound) return;
  const tried = tryOut(s.nodes, [...chosen], parent);
  const all = tried ? oddIn(tried) : Infinity;
  s.known.set(name, all);
  if (!tried || all > s.bound) return;
  const fits = likelihood(tried, s.readings);
  if (fits === 0) return;
  s.found.push({
    tried,
    chosen: tried.chosen,
    roles: rolesOf(tried),
    ends: s.ends,
    odd: all,
    weight: weight * RARE ** all * usualUse(tried) * fits,
  });
}

/** How usual what the devices do is: outlets are hot, lights have a switch. My judgement, common practice. */
const USUAL_USE = { switchedOutlet: 0.1, lightAlwaysOn: 0.1, splitForNothing: 0.2 } as const;
function usualUse(tried: Tried): number {
  const { nodes, touches } = tried;
  const isAlways = (device: number, screw: Screw): boolean | undefined => {
    const n = nodes.nodeOfScrew(device, screw);
    return n === undefined ? undefined : touches.every((t) => (t[n]! & LIVE) !== 0);
  };
  return nodes.seen.devices.reduce((weight, d, i) => {
    const [top, bottom] = [isAlways(i, 'brass'), isAlways(i, 'lower brass')];
    if (d.tab === 'broken' && d.kind === 'receptacle')
      return weight * (top === bottom && top === true ? USUAL_USE.splitForNothing : 1);
    if (top === false || isAlways(i, 'line brass') === false) return weight * USUAL_USE.switchedOutlet;
    return isAlways(i, 'lamp lead black') === true && d.kind === 'luminaire'
      ? weight * USUAL_USE.lightAlwaysOn
      : weight;
  }, 1);
}

/** How likely readings come out as they did. */
const likelihood = (tried: Tried, readings: readonly BoxReading[]): number =>
  readings.reduce((fits, r) => {
    if (fits === 0) return 0;
    const yes = chanceOfYes(tried, r);
    return fits * (r.shows ? yes : 1 - yes);
  }, 1);

/** The node that stands for a wire that is capped. */
const CAPPED = -1;

/** Every way in which the wires may end that nobody has seen. */
function unseenEnds(nodes: BoxNodes): number[][] {
  return nodes.unknown
    .reduce<number[][]>(
      (all, _, i) =>
        all.flatMap((ends) =>
          [CAPPED, ...nodes.ends, ...(nodes.unknown.length > 1 ? [nodes.hidden] : [])]
            // Alone under a connector is capped.
            .filter((e) => e !== nodes.hidden || i < nodes.unknown.length - 1 || ends.includes(nodes.hidden))
            .map((e) => [...ends, e]),
        ),
      [[]],
    )
    .filter((ends) => ends.filter((e) => e === nodes.hidden).length !== 1);
}

function withEnds(nodes: BoxNodes, ends: readonly number[]): BoxNodes {
  const parent = nodes.parent.slice();
  ends.forEach((end, i) => {
    const w = nodes.unknown[i];
    if (w && end !== CAPPED) parent[find(parent, w.node)] = find(parent, end);
  });
  return { ...nodes, parent };
}

export interface Kept {
  readonly nodes: BoxNodes;
  /** Likeliest first; none where nothing agrees. */
  readonly wirings: readonly Wiring[];
  /** Odd things in the soundest of them. */
  readonly least: number;
}

/**
 * Keeps every wiring that agrees with what was seen and read, up to one odd thing more than the soundest has.
 * @param before what was kept before the last readings of the same box: where it still holds the search is not made anew
 */
export function keptWirings(seen: SeenBox, before?: Kept): Kept {
  const gone = before && goneOn(before, seen);
  if (gone) return gone;
  const nodes = nodesOf(seen);
  const order = nodes.options
    .map((_, i) => i)
    .sort((a, b) => nodes.options[a]!.length - nodes.options[b]!.length);
  const like = alike(nodes);
  const perEnds = unseenEnds(nodes).map((ends) => {
    const own = withEnds(nodes, ends);
    return { ends, own, choices: choicesOf(own), known: new Map<string, number>() };
  });
  const within = (bound: number): Wiring[] => {
    const found: Wiring[] = [];
    for (const { ends, own, choices, known } of perEnds) {
      // What a broken wire leaves dead is forgiven: it is chosen first, so that nothing is ruled out before.
      for (const broken of [-1, ...order]) {
        const s: Search = {
          nodes: own,
          choices,
          readings: seen.readings,
          order: broken < 0 ? order : [broken, ...order.filter((c) => c !== broken)],
          broken,
          bound,
          otherAlone: isOtherAlone(seen),
          found,
          ends,
          like,
          known,
        };
        search(s, 0, own.parent, [], 0, 1);
      }
    }
    return found;
  };
  for (let bound = 0; bound <= MOST_ODD; bound++) {
    if (within(bound).length === 0) continue;
    const wirings = within(bound + 1).sort((a, b) => b.weight - a.weight);
    return { nodes, wirings, least: bound };
  }
  return { nodes, wirings: [], least: MOST_ODD + 1 };
}

/** Live with its breaker off: what is here may be of another breaker alone. */
const isOtherAlone = ({ readings }: SeenBox): boolean =>
  readings.some((r) => r.what === 'live' && r.breaker === 'off' && r.shows);

/** What is left of wirings after more readings of the same box; null where it was another, or the soundest are gone. */
function goneOn(before: Kept, seen: SeenBox): Kept | null {
  const was = before.nodes.seen;
  const readings = seen.readings.slice(was.readings.length);
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
  if (
    !same({ ...was, readings: [] }, { ...seen, readings: [] }) ||
    !same(was.readings, seen.readings.slice(0, was.readings.length)) ||
    isOtherAlone(was) !== isOtherAlone(seen)
  )
    return null;
  const wirings = before.wirings.flatMap((w) => {
    const fits = likelihood(w.tried, readings);
    return fits === 0 ? [] : [{ ...w, weight: w.weight * fits }];
  });
  if (!wirings.some((w) => w.odd === before.least)) return null;
  return {
    ...before,
    nodes: { ...before.nodes, seen },
    wirings: wirings.sort((a, b) => b.weight - a.weight),
  };
}
