import {
  hasHandle,
  isEntered,
  isTravelerDevice,
  seenParts,
  seenScrews,
  type SeenBox,
  type SeenWire,
  type WireAt,
} from './seen.ts';
import {
  beyondOf,
  insulated,
  isOther,
  isOwn,
  isTraveler,
  isTwoHots,
  looksOf,
  type Beyond,
  type Letter,
} from './beyond.ts';
import type { Screw } from '../network/index.ts';

/**
 * One box as numbers: a node for every wire, splice and screw, what is one piece of metal already joined, and what the handles make and
 * break. A wiring is one choice of what lies beyond every cable; here it is tried out, handle by handle.
 */

/** Nodes that are always there. */
const HOT = 0;
const OTHER = 1;
const NEUTRAL = 2;
const FIRST = 3;

/** What a node touches in one state: bits. */
export const TOUCH = { hot: 1, other: 2, neutral: 4 } as const;
export const LIVE = TOUCH.hot | TOUCH.other;

export interface WireNode {
  readonly at: WireAt;
  readonly seen: SeenWire;
  /** Its place among the insulated wires of its cable. */
  readonly nth: number;
  readonly node: number;
}

interface Contact {
  readonly a: number;
  readonly b: number;
  readonly bit: number;
  readonly closedAt: 0 | 1;
}

interface LoadAt {
  readonly line: number;
  readonly back: number;
  /** Which device of the box, or -1 for one elsewhere. */
  readonly device: number;
  /** Made for 240 V, for 120 V, or nobody sees: elsewhere. */
  readonly volts: 120 | 240 | null;
}

export interface BoxNodes {
  readonly seen: SeenBox;
  readonly wires: readonly WireNode[];
  readonly byCable: readonly (readonly WireNode[])[];
  readonly unknown: readonly WireNode[];
  readonly count: number;
  readonly parent: Int32Array;
  readonly nodeOfScrew: (device: number, screw: Screw) => number | undefined;
  readonly contacts: readonly Contact[];
  /** Devices whose handle is a bit of the state, in their order. */
  readonly handles: readonly number[];
  readonly loads: readonly LoadAt[];
  readonly options: readonly (readonly Beyond[])[];
  /** Where a wire may end whose end nobody has seen. */
  readonly ends: readonly number[];
  /** Bits of plain switches, which make and break one way. */
  readonly plain: ReadonlySet<number>;
  /** A node for what is spliced where nobody can see. */
  readonly hidden: number;
}

export function find(parent: Int32Array, i: number): number {
  let at = i;
  while (parent[at] !== at) at = parent[at]!;
  return at;
}
function unite(parent: Int32Array, a: number, b: number): void {
  parent[find(parent, a)] = find(parent, b);
}

/** What the devices join, switch and use, between the nodes of their screws. */
function deviceNodes(
  seen: SeenBox,
  parent: Int32Array,
  nodeOf: (device: number, screw: Screw) => number,
): Pick<BoxNodes, 'contacts' | 'handles' | 'loads' | 'plain'> {
  const contacts: Contact[] = [];
  const loads: LoadAt[] = [];
  const handles: number[] = [];
  const plain = new Set<number>();
  seen.devices.forEach((d, i) => {
    // What nobody has entered yet is not there.
    if (!isEntered(seen, i)) return;
    const parts = seenParts(d);
    const at = (s: Screw) => nodeOf(i, s);
    for (const [a, b] of parts.links) unite(parent, at(a), at(b));
    const bit = hasHandle(d) ? handles.push(i) - 1 : -1;
    if (bit >= 0 && !isTravelerDevice(d)) plain.add(bit);
    for (const c of parts.contacts)
      if (c.by === 'handle') contacts.push({ a: at(c.a), b: at(c.b), bit, closedAt: c.closedAt });
      // Set and ready: what it feeds through is what it gets.
      else contacts.push({ a: at(c.a), b: at(c.b), bit: -1, closedAt: 0 });
    for (const u of parts.uses)
      if (u.what !== 'pilot light')
        loads.push({
          line: at(u.line),
          back: at(u.back),
          device: i,
          volts: u.what === 'appliance' && d.volts === 240 ? 240 : 120,
        });
  });
  return { contacts, handles, loads, plain };
}

/** Makes the nodes of a box as it was seen. */
export function nodesOf(seen: SeenBox): BoxNodes {
  let count = FIRST;
  const byCable = seen.cables.map((cable, c) =>
    insulated(cable).map((w, nth): WireNode => ({
      at: { cable: c, wire: cable.wires.indexOf(w) },
      seen: w,
      nth,
      node: count++,
    })),
  );
  const wires = byCable.flat();
  const screws = new Map<string, number>();
  seen.devices.forEach((d, i) => {
    for (const s of seenScrews(d)) if (s !== 'green') screws.set(`${i}:${s}`, count++);
  });
  const splices = new Map<number, number>();
  const splice = (n: number): number => {
    const known = splices.get(n);
    if (known !== undefined) return known;
    splices.set(n, count);
    return count++;
  };
  for (const w of wires) if (w.seen.seat.on === 'splice') splice(w.seen.seat.n);
  // A pigtail of the grounds is made to no insulated wire.
  const pigtails = seen.pigtails.flatMap((p) =>
    p.to.on === 'screw' && p.to.screw !== 'green' ? [{ from: splice(p.splice), to: p.to }] : [],
  );
  const hidden = count++;
  const parent = Int32Array.from({ length: count }, (_, i) => i);
  const nodeOfScrew = (device: number, screw: Screw) => screws.get(`${device}:${screw}`);
  const join = (a: number, b: number | undefined) => {
    if (b !== undefined) unite(parent, a, b);
  };
  for (const { node, seen: w } of wires) {
    if (w.seat.on === 'splice') join(node, splices.get(w.seat.n));
    if (w.seat.on === 'screw') join(node, nodeOfScrew(w.seat.device, w.seat.screw));
  }
  for (const { from, to } of pigtails) join(from, nodeOfScrew(to.device, to.screw));
  const inDevices = deviceNodes(seen, parent, (i, s) => nodeOfScrew(i, s) ?? hidden);
  const unknown = wires.filter((w) => w.seen.seat.on === 'unknown');
  return {
    seen,
    wires,
    byCable,
    unknown,
    count,
    parent,
    nodeOfScrew,
    ...inDevices,
    options: seen.cables.map(beyondOf),
    ends: [...splices.values(), ...screws.values()],
    hidden,
  };
}

/** Joins what a choice for one cable ties to the panel; false where that would be a short. */
export function tie(nodes: BoxNodes, parent: Int32Array, cable: number, { letters }: Beyond): boolean {
  nodes.byCable[cable]!.forEach((w, i) => {
    const letter = letters[i];
    if (letter === 'A') unite(parent, w.node, HOT);
    else if (letter === 'B') unite(parent, w.node, OTHER);
    else if (letter === 'N') unite(parent, w.node, NEUTRAL);
  });
  return !isShort(parent);
}

/**
 * How much is odd already, whatever the cables that are still open turn out to be; Infinity for a short.
 * Metal that is joined stays joined: what counts here counts at the end.
 */
export function oddSoFar(
  nodes: BoxNodes,
  parent: Int32Array,
  chosen: readonly (Beyond | undefined)[],
): number {
  const [hot, other, neutral] = [find(parent, HOT), find(parent, OTHER), find(parent, NEUTRAL)];
  const clash = (a: number, b: number): boolean => {
    const [x, y] = [find(parent, a), find(parent, b)];
    if (x === y) return false;
    const panel = [hot, other, neutral];
    return panel.includes(x) && panel.includes(y);
  };
  let odd = 0;
  for (const [c, beyond] of chosen.entries()) {
    if (!beyond) continue;
    const wires = nodes.byCable[c]!;
    const { letters, commons } = beyond;
    const first = (l: Letter) => wires[letters.indexOf(l)]?.node;
    const [supply, common] = [first('O'), first('C')];
    for (const [i, w] of wires.entries()) {
      const root = find(parent, w.node);
      switch (letters[i]) {
        case 'S':
          if (root === neutral || root === other) return Infinity;
          break;
        case 'o':
          if (supply === undefined) break;
          if (clash(supply, w.node)) return Infinity;
          if (root === find(parent, supply)) odd++;
          break;
        case 'T':
        case 'U': {
          const far = commons[letters[i] === 'T' ? 0 : 1];
          const at = far === 'A' ? HOT : far === 'C' ? common : undefined;
          if (at !== undefined && clash(at, w.node)) return Infinity;
          break;
        }
        default:
      }
    }
  }
  for (const c of nodes.contacts) {
    if (clash(c.a, c.b)) return Infinity;
    if (c.bit >= 0 && nodes.plain.has(c.bit) && find(parent, c.a) === find(parent, c.b)) odd++;
  }
  return odd + deadSoFar(nodes, parent, chosen);
}

/** Loads that can't get power any more, were every handle to make all at once. */
function deadSoFar(nodes: BoxNodes, parent: Int32Array, chosen: readonly (Beyond | undefined)[]): number {
  // What a broken wire leaves dead is one thing with it.
  if (chosen.some((b) => b?.broken)) return 0;
  const all = parent.slice();
  for (const c of nodes.contacts) unite(all, c.a, c.b);
  const loads: [number, number, number][] = nodes.loads.map((l) => [l.line, l.back, l.device]);
  const more = new Map<number, number>();
  const open = new Set<number>();
  const lives: number[] = [];
  nodes.byCable.forEach((wires, c) => {
    const beyond = chosen[c];
    if (!beyond) {
      for (const w of wires) open.add(w.node);
      return;
    }
    const { letters, commons } = beyond;
    const node = (l: Letter) => wires[letters.indexOf(l)]?.node;
    wires.forEach((w, i) => {
      const letter = letters[i]!;
      if (letter === 'S') lives.push(w.node);
      else if (letter === 'L') loads.push([w.node, NEUTRAL, -1]);
      else if (letter === 'P') loads.push([w.node, node('Q') ?? w.node, -1]);
      else if (letter === 'o') unite(all, w.node, node('O') ?? w.node);
      else if (letter === 'F' || letter === 'G') unite(all, w.node, node('F') ?? w.node);
      else if (letter === 'T' || letter === 'U') {
        const far = commons[letter === 'T' ? 0 : 1];
        if (far === 'A') lives.push(w.node);
        else if (far === 'C') unite(all, w.node, node('C') ?? w.node);
        else {
          unite(all, w.node, node(letter) ?? w.node);
          more.set(w.node, far === 'Q' ? (node('Q') ?? NEUTRAL) : NEUTRAL);
        }
      }
    });
  });
  for (const [line, back] of more) loads.push([line, back, -1]);
  const live = new Set([HOT, OTHER, ...lives].map((n) => find(all, n)));
  const back = new Set([find(all, NEUTRAL)]);
  for (const n of open) {
    const root = find(all, n);
    live.add(root);
    back.add(root);
  }
  const dead = new Set<number>();
  let odd = 0;
  for (const [line, other, device] of loads) {
    const [a, b] = [find(all, line), find(all, other)];
    const may = (live.has(a) && back.has(b)) || (live.has(b) && back.has(a)) || (live.has(a) && live.has(b));
    if (may) continue;
    if (device < 0) odd++;
    else dead.add(device);
  }
  return odd + dead.size;
}

function isShort(parent: Int32Array): boolean {
  const n = find(parent, NEUTRAL);
  const h = find(parent, HOT);
  const o = find(parent, OTHER);
  return n === h || n === o || h === o;
}

/** What stands behind the choices: contacts and loads elsewhere, and the bits that move them. */
interface Elsewhere {
  readonly contacts: readonly Contact[];
  readonly loads: readonly LoadAt[];
  readonly bits: number;
  /** Bits that must change some lamp each time they are moved: of three-ways and four-ways. */
  readonly always: readonly number[];
  /** Of plain switches elsewhere, with their two wires. */
  readonly loops: readonly { readonly bit: number; readonly supply: WireNode; readonly back: WireNode }[];
  /** Switched hots that arrive, with the handle elsewhere. */
  readonly arrivals: readonly { readonly bit: number; readonly wire: WireNode }[];
  readonly count: number;
}

function elsewhereOf(nodes: BoxNodes, chosen: readonly Beyond[]): Elsewhere {
  const contacts: Contact[] = [];
  const loads: LoadAt[] = [];
  const always: number[] = [];
  const loops: Elsewhere['loops'][number][] = [];
  const arrivals: Elsewhere['arrivals'][number][] = [];
  let bits = nodes.handles.length;
  let count = nodes.count;
  chosen.forEach(({ letters, commons }, c) => {
    const wires = nodes.byCable[c]!;
    const of = (l: Letter) => wires.filter((_, i) => letters[i] === l);
    const [q] = of('Q');
    for (const wire of of('S')) {
      arrivals.push({ bit: bits, wire });
      contacts.push({ a: wire.node, b: HOT, bit: bits++, closedAt: 1 });
    }
    for (const w of of('L')) loads.push({ line: w.node, back: NEUTRAL, device: -1, volts: null });
    const [supply] = of('O');
    for (const back of of('o')) {
      if (!supply) continue;
      loops.push({ bit: bits, supply, back });
      contacts.push({ a: supply.node, b: back.node, bit: bits++, closedAt: 1 });
    }
    for (const w of of('P')) if (q) loads.push({ line: w.node, back: q.node, device: -1, volts: null });
    ([of('T'), of('U')] as const).forEach(([one, two], i) => {
      const what = commons[i];
      if (!one || !two || what === undefined) return;
      const own = what === 'C' ? of('C')[0]?.node : what === 'A' ? HOT : count++;
      if (own === undefined) return;
      always.push(bits);
      contacts.push(
        { a: own, b: one.node, bit: bits, closedAt: 0 },
        { a: own, b: two.node, bit: bits++, closedAt: 1 },
      );
      if (what === 'lamp') loads.push({ line: own, back: NEUTRAL, device: -1, volts: null });
      if (what === 'Q' && q) loads.push({ line: own, back: q.node, device: -1, volts: null });
    });
    const [f, g] = [of('F'), of('G')];
    if (f[0] && f[1] && g[0] && g[1]) {
      always.push(bits);
      contacts.push(
        { a: f[0].node, b: g[0].node, bit: bits, closedAt: 0 },
        { a: f[1].node, b: g[1].node, bit: bits, closedAt: 0 },
        { a: f[0].node, b: g[1].node, bit: bits, closedAt: 1 },
        { a: f[1].node, b: g[0].node, bit: bits++, closedAt: 1 },
      );
    }
  });
  return { contacts, loads, bits, always, loops, arrivals, count };
}

/** Handles that are tried in every position; a box with more is not there in practice. */
const MOST_BITS = 9;

/** One wiring, tried out in every position of every handle. */
export interface Tried {
  readonly nodes: BoxNodes;
  readonly chosen: readonly Beyond[];
  /** Where the metal is joined with no handle touched, by node. */
  readonly parent: Int32Array;
  /** Touches by state and node. */
  readonly touches: readonly Uint8Array[];
  /** The same in one state through loads that may be there: what an instrument may show of a wire that floats. */
  readonly through: (state: number) => Uint8Array;
  readonly elsewhere: Elsewhere;
  readonly loads: readonly LoadAt[];
}

/** Tries a wiring out; null where the breaker would not hold in some position. */
export function tryOut(nodes: BoxNodes, chosen: readonly Beyond[], tied: Int32Array): Tried | null {
  const elsewhere = elsewhereOf(nodes, chosen);
  const fixed = Int32Array.from({ length: elsewhere.count }, (_, i) => tied[i] ?? i);
  const contacts = [...nodes.contacts, ...elsewhere.contacts];
  for (const c of contacts) if (c.bit < 0) unite(fixed, c.a, c.b);
  if (isShort(fixed)) return null;
  const loads = [...nodes.loads, ...elsewhere.loads];
  const touches: Uint8Array[] = [];
  const moved = (state: number): Int32Array => {
    const parent = fixed.slice();
    for (const c of contacts)
      if (c.bit >= 0 && ((state >> c.bit) & 1) === c.closedAt) unite(parent, c.a, c.b);
    return parent;
  };
  const states = 1 << Math.min(elsewhere.bits, MOST_BITS);
  for (let state = 0; state < states; state++) {
    const parent = moved(state);
    if (isShort(parent)) return null;
    touches.push(touched(parent));
  }
  const through = (state: number): Uint8Array => {
    const parent = moved(state);
    // A load ties nothing that is neutral already.
    for (const l of loads) {
      const [x, y] = [find(parent, l.line), find(parent, l.back)];
      const n = find(parent, NEUTRAL);
      if (x !== n && y !== n) parent[x] = y;
    }
    return touched(parent);
  };
  return { nodes, chosen, parent: fixed, touches, through, elsewhere, loads };
}

function touched(parent: Int32Array): Uint8Array {
  const [h, o, n] = [find(parent, HOT), find(parent, OTHER), find(parent, NEUTRAL)];
  return Uint8Array.from(parent, (_, i) => {
    const root = find(parent, i);
    return (root === h ? TOUCH.hot : 0) | (root === o ? TOUCH.other : 0) | (root === n ? TOUCH.neutral : 0);
  });
}

type Power = 'right' | 'reversed' | 'dead';

const isLit = (touch: Uint8Array, { line, back, volts }: LoadAt): boolean => {
  const [a, b] = [touch[line]!, touch[back]!];
  const between =
    ((a & TOUCH.hot) !== 0 && (b & TOUCH.other) !== 0) || ((a & TOUCH.other) !== 0 && (b & TOUCH.hot) !== 0);
  if (between) return volts !== 120;
  return (
    volts !== 240 &&
    (((a & LIVE) !== 0 && (b & TOUCH.neutral) !== 0) || ((b & LIVE) !== 0 && (a & TOUCH.neutral) !== 0))
  );
};

function powerOf(tried: Tried, load: LoadAt): Power {
  let reversed = false;
  for (const t of tried.touches) {
    if (!isLit(t, load)) continue;
    if ((t[load.line]! & TOUCH.neutral) === 0) return 'right';
    reversed = true;
  }
  return reversed ? 'reversed' : 'dead';
}

const isWhite = (wire: SeenWire): boolean => looksOf(wire) === 'white';
const isColored = (wire: SeenWire): boolean => looksOf(wire) === 'hot';

/** Does moving one handle change some load, always or ever? */
function moves(tried: Tried, bit: number): 'always' | 'ever' | 'never' {
  const mask = 1 << bit;
  let ever = false;
  const perLoad = tried.loads.map((load) => {
    let every = true;
    let some = false;
    tried.touches.forEach((t, state) => {
      if (state & mask) return;
      const other = tried.touches[state | mask];
      if (!other) return;
      const changes = isLit(t, load) !== isLit(other, load);
      every &&= changes;
      some ||= changes;
    });
    ever ||= some;
    return every && some;
  });
  return perLoad.some(Boolean) ? 'always' : ever ? 'ever' : 'never';
}

/** Every device and every load beyond gets power the right way round, and LINE is where power comes from. */
function oddPower(tried: Tried): number {
  const { nodes, chosen } = tried;
  const reversedBefore = chosen.some((b) => b.reversed);
  const brokenBefore = chosen.some((b) => b.broken);
  let odd = 0;
  const byDevice = new Map<number, Power[]>();
  for (const load of tried.loads) {
    const power = powerOf(tried, load);
    if (load.device >= 0) {
      byDevice.set(load.device, [...(byDevice.get(load.device) ?? []), power]);
      continue;
    }
    if (power === 'dead') odd += brokenBefore ? 0 : 1;
    else if (power === 'reversed' && !reversedBefore && isReversedByColor(tried, load)) odd++;
  }
  nodes.seen.devices.forEach((d, i) => {
    const powers = byDevice.get(i) ?? [];
    for (const wrong of new Set(powers))
      if (wrong === 'dead' ? !brokenBefore : wrong === 'reversed' && d.volts !== 240 && !reversedBefore)
        odd++;
    if (powers.every((p) => p !== 'dead') && isFedFromLoad(tried, i)) odd++;
  });
  return odd;
}

/** LINE is where power comes from, also with the device tripped. */
function isFedFromLoad(tried: Tried, device: number): boolean {
  const [line, load] = (['line brass', 'load brass'] as const).map((s) => tried.nodes.nodeOfScrew(device, s));
  if (line === undefined || load === undefined) return false;
  const apart = unprotected(tried, device);
  return (apart[line]! & LIVE) === 0 && (apart[load]! & LIVE) !== 0;
}

/** Every handle does what its kind does, and none is in the neutral. */
function oddHandles(tried: Tried): number {
  const { nodes, elsewhere } = tried;
  let odd = 0;
  nodes.handles.forEach((device, bit) => {
    if (bit >= MOST_BITS) return;
    const does = moves(tried, bit);
    if (isTravelerDevice(nodes.seen.devices[device]!) ? does !== 'always' : does === 'never') odd++;
    else if (nodes.contacts.some((c) => c.bit === bit && isNeutral(tried, c.a, c.b))) odd++;
  });
  for (const bit of elsewhere.always) if (bit < MOST_BITS && moves(tried, bit) !== 'always') odd++;
  return odd;
}

/** A switch loop has one side that is always hot, on the right color, and moves something. */
function oddLoops(tried: Tried): number {
  let odd = 0;
  for (const { bit, supply, back } of tried.elsewhere.loops) {
    if (bit >= MOST_BITS) continue;
    const open = (n: number) =>
      tried.touches.some((t, state) => ((state >> bit) & 1) === 0 && (t[n]! & LIVE) !== 0);
    const [one, two] = [open(supply.node), open(back.node)];
    if (one === two || moves(tried, bit) === 'never' || isNeutral(tried, supply.node, back.node)) odd++;
    else if (
      one ? isWhite(back.seen) && isColored(supply.seen) : isWhite(supply.seen) && isColored(back.seen)
    )
      odd++;
  }
  return odd;
}

/** A switched hot that is hot with its switch off is fed from behind. */
function oddArrivals(tried: Tried): number {
  const { arrivals } = tried.elsewhere;
  return arrivals.filter(({ bit, wire }) => {
    if (bit >= MOST_BITS) return false;
    const fed = tried.touches.every((t, state) => ((state >> bit) & 1) === 1 || (t[wire.node]! & LIVE) !== 0);
    const root = find(tried.parent, wire.node);
    const first = arrivals.find((o) => find(tried.parent, o.wire.node) === root);
    return fed || first?.wire !== wire;
  }).length;
}

/** Travelers go to a switch here or on to others, never to a lamp or a plain splice. */
const strayTravelers = (tried: Tried): number =>
  tried.chosen.filter((b, c) =>
    tried.nodes.byCable[c]!.some((w, i) => isTraveler(b.letters[i]) && !goesOn(tried, w)),
  ).length;

/** One supply from each breaker, and one at all. */
function oddSupplies({ chosen }: Tried): number {
  const tooMany = (letter: 'A' | 'B') =>
    Math.max(0, chosen.filter((b) => b.letters.includes(letter)).length - 1);
  const none = chosen.length > 0 && !chosen.some((b) => isOwn(b) || isOther(b));
  return tooMany('A') + tooMany('B') + (none ? 1 : 0);
}

/** Wires that lead nowhere are capped, all others are not. */
function oddCaps({ nodes, chosen, parent }: Tried): number {
  let odd = 0;
  const groups = new Map<number, WireNode[]>();
  for (const w of nodes.wires) {
    const root = find(parent, w.node);
    groups.set(root, [...(groups.get(root) ?? []), w]);
  }
  const onScrew = new Set(nodes.ends.map((n) => find(parent, n)));
  for (const [root, members] of groups) {
    const letters = members
      .filter((w) => !chosen[w.at.cable]!.broken)
      .map((w) => chosen[w.at.cable]!.letters[w.nth]!);
    if (letters.length === 0) continue;
    const alone = members.length === 1 && !onScrew.has(root);
    const neutral = root === find(parent, NEUTRAL);
    if (!alone && !neutral && letters.includes('x') && letters.some((l) => l !== 'x')) odd++;
    if (!alone && letters.every((l) => l === 'x') && onScrewOfDevice(nodes, parent, root)) odd++;
  }
  return odd;
}

/** The neutrals of two circuits stay apart. */
function mixedNeutrals({ nodes, chosen }: Tried): number {
  const neutrals = new Map<number, Set<string>>();
  for (const w of nodes.wires) {
    if (chosen[w.at.cable]!.letters[w.nth] !== 'N') continue;
    const of = chosen[w.at.cable]!;
    const circuit = isTwoHots(of) ? 'both' : isOther(of) ? 'B' : 'A';
    const root = groupBefore(nodes, w.node);
    neutrals.set(root, (neutrals.get(root) ?? new Set()).add(circuit));
  }
  return [...neutrals.values()].filter((set) => set.size > 1).length;
}

/** What is not as it should be, with what lies beyond as it is supposed here; each thing counts one. */
export const oddIn = (tried: Tried): number =>
  tried.chosen.reduce((sum, b, c) => sum + b.odd + oddScrews(tried.nodes, c, b), 0) +
  oddPower(tried) +
  oddHandles(tried) +
  oddLoops(tried) +
  oddArrivals(tried) +
  strayTravelers(tried) +
  oddSupplies(tried) +
  oddCaps(tried) +
  mixedNeutrals(tried);

const TRAVELER_SCREWS: readonly Screw[] = [
  'traveler screw',
  'other traveler screw',
  'onward traveler screw',
  'other onward traveler screw',
];
/** Is a node on a screw for travelers in this box, whatever lies beyond? */
export const travelerScrewsOf = (nodes: BoxNodes, node: number): number[] => {
  const root = groupBefore(nodes, node);
  return nodes.handles.filter((d) =>
    TRAVELER_SCREWS.some((s) => {
      const n = nodes.nodeOfScrew(d, s);
      return n !== undefined && groupBefore(nodes, n) === root;
    }),
  );
};
/** Wires of a cable on a traveler screw that are none, unless they go on to another switch here. */
export const oddScrews = (nodes: BoxNodes, cable: number, { letters }: Beyond): number =>
  nodes.byCable[cable]!.filter(
    (w, i) => !isTraveler(letters[i]) && travelerScrewsOf(nodes, w.node).length === 1,
  ).length;

/** Is a traveler under a switch here, or made to a traveler of another cable? */
const goesOn = ({ nodes, chosen }: Tried, w: WireNode): boolean =>
  travelerScrewsOf(nodes, w.node).length > 0 ||
  nodes.wires.some(
    (o) =>
      o.at.cable !== w.at.cable &&
      groupBefore(nodes, o.node) === groupBefore(nodes, w.node) &&
      isTraveler(chosen[o.at.cable]!.letters[o.nth]),
  );

/** The metal a wire is on in this box, with nothing beyond counted. */
export const groupBefore = (nodes: BoxNodes, node: number): number => find(nodes.parent, node);

function onScrewOfDevice(nodes: BoxNodes, parent: Int32Array, root: number): boolean {
  return nodes.seen.devices.some((d, i) =>
    seenScrews(d).some((s) => {
      const n = nodes.nodeOfScrew(i, s);
      return n !== undefined && find(parent, n) === root;
    }),
  );
}

const isNeutral = (tried: Tried, a: number, b: number): boolean =>
  tried.touches.some((t) => ((t[a]! | t[b]!) & TOUCH.neutral) !== 0);

/** What a box touches while one protecting device is tripped. */
function unprotected(tried: Tried, device: number): Uint8Array {
  const { nodes } = tried;
  const own = new Set(
    (['line brass', 'line silver', 'load brass', 'load silver'] as const).flatMap(
      (s) => nodes.nodeOfScrew(device, s) ?? [],
    ),
  );
  const parent = Int32Array.from({ length: tried.elsewhere.count }, (_, i) => nodes.parent[i] ?? i);
  tried.chosen.forEach((b, c) => tie(nodes, parent, c, b));
  for (const c of [...nodes.contacts, ...tried.elsewhere.contacts])
    if (!(c.bit < 0 && own.has(c.a) && own.has(c.b))) unite(parent, c.a, c.b);
  return touched(parent);
}

/** Loads elsewhere whose white is hot and whose other wire is the neutral. */
function isReversedByColor(tried: Tried, load: LoadAt): boolean {
  const wire = (n: number) => tried.nodes.wires.find((w) => w.node === n)?.seen;
  const [line, back] = [wire(load.line), wire(load.back)];
  return line !== undefined && back !== undefined && isColored(line) && isWhite(back);
}
