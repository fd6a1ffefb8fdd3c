import { groupBefore, LIVE, TOUCH } from './tried.ts';
import { isEntered, isGroundWire, isTravelerDevice, seenScrews, type SeenBox, type WireAt } from './seen.ts';
import { insulated, isMultiwire, isOther, isOwn, isTwoHots, type Letter } from './beyond.ts';
import { keptWirings, MOST_UNSEEN, type Kept, type WireRole, type Wiring } from './wirings.ts';

/** What the wirings that are left say together: of every wire, every cable, every device and the box. */

/** Certain holds in every wiring that is left, also with one thing wrong that nobody saw; likely in nearly all, by their weight. */
export type Sureness = 'certain' | 'likely' | 'open';
/** From here on something is called likely: my judgement, common practice. */
export const LIKELY = 0.9;

export interface Agreed<T> {
  readonly is: T;
  readonly how: Sureness;
  /** Everything it may be, likeliest first, with its chance. */
  readonly odds: readonly { readonly is: T; readonly chance: number }[];
}

/** What a cable does here. */
export type CableDoes =
  | 'feeds'
  | 'goes-on'
  | 'to-switch'
  | 'from-light'
  | 'switched-in'
  | 'to-light'
  | 'both-in'
  | 'both-out'
  | 'multiwire-in'
  | 'multiwire-out'
  | 'two-hots-in'
  | 'two-hots-out'
  | 'travelers'
  | 'three-way-end'
  | 'four-way-end'
  | 'broken'
  | 'nothing'
  | 'several';

export type Place = 'end' | 'middle' | 'switch-end' | 'switched-only' | 'no-supply';
export type DeviceGets =
  | 'hot'
  | 'switched'
  | 'half'
  | 'two-circuits'
  | 'two-hots'
  | 'reversed'
  | 'dead'
  | 'makes'
  | 'three-way'
  | 'none'
  | 'not-entered';
export type Circuits = 'one' | 'two' | 'multiwire' | 'none';

export interface BoxRead {
  readonly kept: Kept;
  readonly wires: readonly (Agreed<WireRole> & { readonly at: WireAt })[];
  readonly cables: readonly Agreed<CableDoes>[];
  readonly devices: readonly Agreed<DeviceGets>[];
  readonly place: Agreed<Place>;
  readonly circuits: Agreed<Circuits>;
  /** For a protecting device: which of its pairs power comes to. */
  readonly line: readonly Agreed<'line' | 'load' | 'no'>[];
  /** By cable: has it the common of a three-way elsewhere among its wires? */
  readonly commons: readonly boolean[];
}

/** The same without the wirings themselves: what can be handed on to another thread. */
export type BoxTold = Omit<BoxRead, 'kept'>;

/** Nothing can be said yet: too much was not seen, or nothing agrees with what was. */
export type CannotRead =
  | { readonly why: 'look-first'; readonly at: WireAt; readonly unseen: number }
  | { readonly why: 'nothing-agrees' }
  | { readonly why: 'empty' };

/** How the wirings that are left agree on something. */
export function agreed<T extends string>(
  { wirings }: Pick<Kept, 'wirings'>,
  of: (w: Wiring) => T,
): Agreed<T> {
  const all = wirings.reduce((sum, w) => sum + w.weight, 0);
  const by = new Map<T, number>();
  for (const w of wirings) {
    const is = of(w);
    by.set(is, (by.get(is) ?? 0) + w.weight / all);
  }
  const odds = [...by].map(([is, chance]) => ({ is, chance })).sort((a, b) => b.chance - a.chance);
  const [best] = odds;
  if (!best) throw new RangeError('nothing agrees');
  return {
    is: best.is,
    how: odds.length === 1 ? 'certain' : best.chance >= LIKELY ? 'likely' : 'open',
    odds,
  };
}

/** What one cable does in one wiring. */
export function cableDoes({ chosen, roles, tried }: Wiring, cable: number): CableDoes {
  const { letters, commons } = chosen[cable]!;
  const has = (l: Letter) => letters.includes(l);
  const first = tried.nodes.wires.findIndex((w) => w.at.cable === cable);
  const own = roles.slice(first, first + letters.length);
  const is = (role: WireRole) => own.includes(role);
  if (letters.every((l) => l === 'x')) return 'nothing';
  if (letters.length > 4) return 'several';
  if (has('F') || has('U')) return 'four-way-end';
  if (has('T'))
    return has('C') || (commons[0] === 'lamp' && has('A')) || (commons[0] === 'A' && has('L'))
      ? 'three-way-end'
      : 'travelers';
  if (has('O')) return 'to-switch';
  if (has('A') || has('B')) {
    if (has('L')) return 'from-light';
    if (has('A') && has('B')) return has('N') ? 'multiwire-in' : 'two-hots-in';
    if (has('S')) return 'both-in';
    return has('N') ? 'feeds' : 'broken';
  }
  if (has('S')) return has('N') ? 'switched-in' : 'broken';
  if (has('P')) {
    const hots = (is('hot') ? 1 : 0) + (is('other-hot') ? 1 : 0);
    if (hots === 2) return is('neutral') ? 'multiwire-out' : 'two-hots-out';
    if (is('switched')) return hots > 0 ? 'both-out' : 'to-light';
    return hots > 0 ? 'goes-on' : 'nothing';
  }
  return has('L') ? 'to-light' : 'broken';
}

const ARRIVES: readonly CableDoes[] = ['feeds', 'both-in', 'multiwire-in', 'two-hots-in'];
const LEAVES: readonly CableDoes[] = ['goes-on', 'both-out', 'multiwire-out', 'two-hots-out'];

/** Where in its circuit a box stands, in one wiring. */
export function placeIn(w: Wiring): Place {
  const does = w.chosen.map((_, c) => cableDoes(w, c));
  const any = (of: readonly CableDoes[]) => does.some((d) => of.includes(d));
  if (any(ARRIVES)) return any(LEAVES) ? 'middle' : 'end';
  if (any(['from-light', 'three-way-end', 'travelers', 'four-way-end', 'several'])) return 'switch-end';
  return any(['switched-in']) ? 'switched-only' : 'no-supply';
}

function circuitsIn({ chosen }: Wiring): Circuits {
  if (chosen.some(isMultiwire)) return 'multiwire';
  // Two hots of one cable with no neutral are one 240 V circuit.
  if (chosen.some(isTwoHots)) return 'one';
  const [own, other] = [chosen.some(isOwn), chosen.some(isOther)];
  return own && other ? 'two' : own || other ? 'one' : 'none';
}

/** What a device gets in one wiring. */
export function deviceGets({ tried }: Wiring, device: number): DeviceGets {
  const { nodes, touches } = tried;
  const d = nodes.seen.devices[device]!;
  const own = nodes.loads.filter((l) => l.device === device);
  if (!isEntered(nodes.seen, device) && seenScrews(d).length > 0) return 'not-entered';
  if (nodes.handles.includes(device) && own.length === 0) return isTravelerDevice(d) ? 'three-way' : 'makes';
  if (own.length === 0) return 'none';
  const states = own.map(({ line, back }): string => {
    const from = (n: number, bit: number) => touches.every((t) => (t[n]! & bit) !== 0);
    const ever = (n: number, bits: number) => touches.some((t) => (t[n]! & bits) !== 0);
    if (d.volts === 240)
      return (from(line, TOUCH.hot) && from(back, TOUCH.other)) ||
        (from(line, TOUCH.other) && from(back, TOUCH.hot))
        ? 'two-hots'
        : 'dead';
    if (ever(back, LIVE) && ever(line, TOUCH.neutral)) return 'reversed';
    if (!ever(line, LIVE) || !ever(back, TOUCH.neutral)) return 'dead';
    return from(line, TOUCH.hot) ? 'hot' : from(line, TOUCH.other) ? 'other' : 'switched';
  });
  const set = new Set(states);
  if (set.has('two-hots')) return 'two-hots';
  if (set.has('reversed')) return 'reversed';
  if (set.has('dead')) return 'dead';
  if (set.size === 1) return set.has('switched') ? 'switched' : 'hot';
  return set.has('switched') ? 'half' : 'two-circuits';
}

/** Which pair of a protecting device power comes to in one wiring, its own contacts left out. */
export function lineIn({ tried, chosen }: Wiring, device: number): 'line' | 'load' | 'no' {
  const { nodes } = tried;
  const [line, load] = (['line brass', 'load brass'] as const).map((s) => nodes.nodeOfScrew(device, s));
  if (line === undefined || load === undefined) return 'no';
  // Metal of the box with what is beyond, the device's own contacts not counted.
  const fed = (n: number) =>
    nodes.wires.some(
      (w) =>
        groupBefore(nodes, w.node) === groupBefore(nodes, n) &&
        ['A', 'B', 'S'].includes(chosen[w.at.cable]!.letters[w.nth]!),
    );
  return fed(load) ? 'load' : fed(line) ? 'line' : 'no';
}

/** One line of what a wiring says: wirings with the same line are one answer. */
export const answerOf = (w: Wiring): string =>
  `${w.roles.join()}|${w.chosen.map((_, c) => cableDoes(w, c)).join()}`;

/**
 * Reads a box: what is certain, what is likely, what is open.
 * @param before what was kept before the last readings of the same box
 */
export function readBox(seen: SeenBox, before?: Kept): BoxRead | CannotRead {
  const unseen = seen.cables.flatMap((c, cable) =>
    c.wires.flatMap((w, wire) => (w.seat.on === 'unknown' && !isGroundWire(w) ? [{ cable, wire }] : [])),
  );
  const [look] = unseen;
  if (seen.cables.length === 0) return { why: 'empty' };
  const all = seen.cables.reduce((n, c) => n + insulated(c).length, 0);
  if (look && (unseen.length > MOST_UNSEEN || unseen.length === all))
    return { why: 'look-first', at: look, unseen: unseen.length };
  const kept = keptWirings(seen, before);
  if (kept.wirings.length === 0) return { why: 'nothing-agrees' };
  return {
    kept,
    wires: kept.nodes.wires.map((w, i) => ({ at: w.at, ...agreed(kept, (x) => x.roles[i]!) })),
    cables: seen.cables.map((_, c) => agreed(kept, (w) => cableDoes(w, c))),
    devices: seen.devices.map((_, i) => agreed(kept, (w) => deviceGets(w, i))),
    place: agreed(kept, placeIn),
    circuits: agreed(kept, circuitsIn),
    line: seen.devices.map((_, i) => agreed(kept, (w) => lineIn(w, i))),
    commons: seen.cables.map((_, c) => kept.wirings[0]?.chosen[c]?.letters.includes('C') === true),
  };
}
