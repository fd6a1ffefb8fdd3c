import { circuitsByCable, type BreakerId, type House, type PointId } from '../document/index.ts';
import {
  endAt,
  endOf,
  handlesIn,
  joined,
  partsOf,
  screwOf,
  screwsOf,
  touchedIn,
  tripOf,
  type NodeId,
  type Touched,
  type UseAt,
  type Wire,
} from '../network/index.ts';
import { circuitOf, size } from '../network/solver.ts';
import { allTrips, benchOf, conditionsOf, EARTH, faulted, settle, type Bench, type Trip } from './bench.ts';
import { arriving, type Fault } from './faults.ts';
import { readLowZ, readMeter, readOhms, shownAmps } from './instruments.ts';

/** Everything that can be read of one circuit without taking it apart, and how the circuit stands meanwhile. */

/** How a circuit stands while something is read: idle, all switches on, one of them moved, a load on one outlet, a device tripped. */
export type Stand =
  | { readonly is: 'idle' }
  | { readonly is: 'on' }
  | { readonly is: 'moved'; readonly handle: string }
  | { readonly is: 'loaded'; readonly use: string }
  | { readonly is: 'tripped'; readonly relay: string };

/** What is read at one place while the circuit stands so. */
export interface Look {
  readonly key: string;
  readonly stand: Stand;
  /** Three: hot to neutral, hot to ground, neutral to ground; else one reading. Ohms with the breaker off. */
  readonly what: 'three' | 'low-z' | 'frame' | 'hot-hot' | 'ground-amps' | 'ohms';
  readonly point: PointId;
  readonly use: UseAt['what'];
  readonly device: number;
  /** Nodes of the probes: hot, neutral, ground, or the two of one reading. */
  readonly at: readonly NodeId[];
}

/** What was shown: volts, amperes or ohms, null for what was not read; and what tripped. */
export interface Shown {
  readonly values: readonly (number | null)[];
  readonly trips: readonly string[];
}
/** What instruments show: every value. */
export interface ShownAll extends Shown {
  readonly values: readonly number[];
}
export interface Taken {
  readonly look: Look;
  readonly shown: Shown;
}

/** On an outlet while it is read, VA: a heater. Common practice. */
export const LOAD_VA = 1400;

/** A use by its box, its device and what it is. */
export const keyOfUse = (u: Pick<UseAt, 'point' | 'device' | 'what'>): string =>
  `${u.point.id}#${u.device} ${u.what}`;

/** The house with one circuit only: its boxes, cables and breaker. */
export function circuitAlone(house: House, breaker: BreakerId): House {
  const circuits = circuitsByCable(house);
  const cables = house.cables.filter((c) => circuits.get(c.id)?.has(breaker));
  const points = house.points.filter((p) => cables.some((c) => endAt(c, p.id)));
  return {
    ...house,
    cables,
    points,
    panels: house.panels.map((p) => ({ ...p, breakers: p.breakers.filter((b) => b.id === breaker) })),
  };
}

/** How a bench stands for a look. */
export function standing(bench: Bench, stand: Stand): Bench {
  switch (stand.is) {
    case 'idle':
      return bench;
    case 'on':
      return { ...bench, state: new Map(handlesIn(bench.network).map((k) => [k, 1] as const)) };
    case 'moved':
      return { ...bench, state: new Map([[stand.handle, 1]]) };
    case 'tripped':
      return { ...bench, state: new Map([[stand.relay, 1]]) };
    case 'loaded':
      return {
        ...bench,
        plugged: new Map([
          ...bench.plugged,
          ...bench.network.uses.filter((u) => keyOfUse(u) === stand.use).map((u) => [u, LOAD_VA] as const),
        ]),
      };
  }
}

/** Are the hot sides of two uses of a device one piece of metal: the outlets of a duplex whose tab is whole? */
function isOnePiece(a: UseAt, b: UseAt): boolean {
  const device = a.point.devices[a.device];
  return (
    device !== undefined &&
    partsOf(device).links.some((l) =>
      [a, b].every((u) => l.some((s) => screwOf(u.point.id, u.device, s) === u.line)),
    )
  );
}

const isOutlet = (u: UseAt): boolean =>
  u.what === 'top outlet' || u.what === 'bottom outlet' || u.what === 'outlet';
/** Lamps and motors stay where they are while somebody reads. */
const FIXED_VA = 60;
/** The bench of a circuit as it is used: what is fixed draws, nothing is plugged in. */
export function wired(house: House): Bench {
  const bench = benchOf(house);
  return {
    ...bench,
    plugged: new Map(
      bench.network.uses.flatMap((u) =>
        isOutlet(u) || u.what === 'pilot light' ? [] : [[u, FIXED_VA] as const],
      ),
    ),
  };
}
export const caseBench = (house: House, faults: readonly Fault[]): Bench => faulted(wired(house), faults);

/** Which devices belong to a circuit: others may sit in the same boxes. */
export function ownDevices({ house, network }: Bench): (point: PointId, device: number) => boolean {
  const own = new Set<string>();
  const reached = joined(network);
  const on = new Map(handlesIn(network).map((k) => [k, 1] as const));
  for (const touched of [touchedIn(reached, new Map()), touchedIn(reached, on)])
    for (const { id, devices } of house.points)
      devices.forEach((d, i) => {
        if (screwsOf(d).some((s) => s !== 'green' && isFed(touched(screwOf(id, i, s)))))
          own.add(`${id}#${i}`);
      });
  return (point, device) => own.has(`${point}#${device}`);
}
const isFed = ({ hots, neutrals }: Touched): boolean => hots.length + neutrals.length > 0;

/** Everything that can be read of a circuit without taking it apart. */
export function looksOf(house: House, sound: Bench, own: ReturnType<typeof ownDevices>): Look[] {
  const { network } = sound;
  const handles = handlesIn(network);
  const comesTo = arriving(house);
  const uses = network.uses.filter((u) => u.what !== 'pilot light' && own(u.point.id, u.device));
  return uses
    .flatMap((u, i): Look[] => {
      const key = keyOfUse(u);
      const of = { key: '', point: u.point.id, use: u.what, device: u.device } as const;
      const point = u.point.id;
      const green = screwOf(point, u.device, 'green');
      const three = [u.line, u.back, green];
      const stands: Stand[] = [
        { is: 'idle' },
        ...(handles.length > 0 ? [{ is: 'on' } as const] : []),
        ...handles.slice(0, 4).map((handle) => ({ is: 'moved', handle }) as const),
      ];
      const load: Stand = { is: 'loaded', use: key };
      const grounds = groundsInto(house, point, comesTo);
      const relay = tripOf(point, u.device);
      const relayed = network.switching.some((s) => s.key === relay);
      const second = uses.find(
        (o, k) =>
          k !== i && o.point.id === point && o.device === u.device && o.line !== u.line && !isOnePiece(o, u),
      );
      return [
        ...stands.map((stand): Look => ({ ...of, stand, what: 'three', at: three })),
        ...(isOutlet(u)
          ? [
              { ...of, stand: load, what: 'three', at: three } as const,
              ...(grounds[0] ? [{ ...of, stand: load, what: 'ground-amps', at: grounds } as const] : []),
            ]
          : []),
        { ...of, stand: { is: 'idle' }, what: 'low-z', at: [u.line, green] },
        { ...of, stand: { is: 'idle' }, what: 'frame', at: [green, EARTH] },
        { ...of, stand: { is: 'idle' }, what: 'ohms', at: [u.back, green] },
        ...(relayed ? [{ ...of, stand: { is: 'tripped', relay }, what: 'three', at: three } as const] : []),
        ...(second && second.what !== u.what
          ? [{ ...of, stand: { is: 'idle' }, what: 'hot-hot', at: [u.line, second.line] } as const]
          : []),
      ];
    })
    .map((l) => ({ ...l, key: JSON.stringify([l.stand, l.what, l.at]) }))
    .filter((l, i, all) => all.findIndex((o) => o.key === l.key) === i);
}

/** Ends of the ground wires of the cables that come to a box. */
const groundsInto = (house: House, point: PointId, comesTo: ReturnType<typeof arriving>): NodeId[] =>
  house.cables.flatMap((c) => {
    const end = endAt(c, point);
    return end && c.ground === 'wire' && comesTo(c, point) ? [endOf(c, 'bare', end)] : [];
  });

/** Do two nodes stand up to a load against each other: joined to the panel, or to one another, by metal or by something that draws? */
export function stiff(bench: Bench): (a: NodeId, b: NodeId) => boolean {
  const circuit = circuitOf(bench.network, conditionsOf(bench));
  const parent = Array.from({ length: circuit.nodes }, (_, i) => i);
  const find = (i: number): number => {
    let at = i;
    while (parent[at] !== at) at = parent[at] ?? at;
    return at;
  };
  for (const e of circuit.elements)
    if (e.kind === 'resistance' && e.value < STIFF_OHMS) parent[find(e.a)] = find(e.b);
  const roots = new Set([0, ...circuit.sources.keys()].map(find));
  const rootOf = (node: NodeId): number | undefined => {
    const n = circuit.nodeOf(node);
    return n === undefined ? undefined : find(n);
  };
  return (a, b) => {
    const [x, y] = [rootOf(a), rootOf(b)];
    if (x === undefined || y === undefined) return false;
    return x === y || (roots.has(x) && roots.has(y));
  };
}
/** Through less than this a meter is not fooled, ohm. */
const STIFF_OHMS = 1e6;

export const tripNames = (trips: readonly Trip[]): string[] => trips.map((t) => t.key).sort();

/** Beyond that an ohmmeter shows open. */
export const MOST_OHMS = 1e6;

/** The wire that a clamp goes around. */
export const clamped = ({ network }: Bench, { at }: Look): Wire | undefined =>
  network.wires.find((w) => w.b === at[0] || w.a === at[0]);

/** What instruments show of a bench for one look. */
export function shownBy(bench: Bench, look: Look): ShownAll {
  const at = standing(bench, look.stand);
  if (look.what === 'ground-amps') {
    const { solution, trips } = settle(at);
    const wire = clamped(at, look);
    return { values: [wire ? shownAmps(size(solution.amps(wire))) : 0], trips: tripNames(trips) };
  }
  if (look.what === 'ohms') {
    const [a = EARTH, b = EARTH] = look.at;
    const off = new Set(at.house.panels.flatMap((p) => p.breakers.map((x) => x.id as string)));
    const read = readOhms({ ...at, off }, a, b);
    return { values: [Math.min(MOST_OHMS, 'ohms' in read ? read.ohms : 0)], trips: [] };
  }
  const read = look.what === 'low-z' ? readLowZ : readMeter;
  const readings = pairsOf(look).map(([a, b]) => read(at, a, b));
  return { values: readings.map((r) => r.volts), trips: tripNames(allTrips(readings)) };
}

export const pairsOf = ({ what, at }: Look): (readonly [NodeId, NodeId])[] => {
  const [a = EARTH, b = EARTH, c = EARTH] = at;
  return what === 'three'
    ? [
        [a, b],
        [a, c],
        [b, c],
      ]
    : [[a, b]];
};

/** Safest and cheapest first where two tell the same: at the slots, then with a load, then at the metal, then with a clamp in the box. */
const EFFORT: Readonly<Record<Look['what'], number>> = {
  three: 0,
  'hot-hot': 0,
  frame: 1,
  'low-z': 1,
  'ground-amps': 3,
  ohms: 1,
};
export const effortOf = (l: Look): number =>
  EFFORT[l.what] + (l.stand.is === 'loaded' || l.stand.is === 'tripped' ? 1 : 0);
