import { circuitsByCable, type BreakerId, type House, type PointId } from '../document/index.ts';
import { endAt, endOf, handlesIn, screwOf, tripOf, type NodeId, type UseAt } from '../network/index.ts';
import { circuitOf, less, size, type Solution } from '../network/solver.ts';
import { allTrips, benchOf, conditionsOf, EARTH, faulted, settle, type Bench, type Trip } from './bench.ts';
import { bitsLeft, entropy, tellsMost } from '../units/index.ts';
import { faultsIn, type Fault, type FaultKind } from './faults.ts';
import { readLowZ, readMeter, readOhms, shownAmps } from './instruments.ts';

/**
 * What is wrong with a circuit, from readings that were taken: every single fault that there may be is put on the bench and read in the
 * same way, and is believed as far as its readings are the ones that were taken. The next reading is the one that tells most of what is
 * still believed apart.
 */

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

/** What was shown: volts, amperes or ohms, and what tripped. */
export interface Shown {
  readonly values: readonly number[];
  readonly trips: readonly string[];
}
export interface Taken {
  readonly look: Look;
  readonly shown: Shown;
}

/** What a supposed fault would show: null for what only couples and may read anything. */
interface Predicted {
  readonly values: readonly (number | null)[];
  readonly trips: readonly string[];
}

export interface Suspected {
  /** Null where nothing is wrong. */
  readonly fault: Fault | null;
  readonly chance: number;
  /** Others that every reading here shows the same. */
  readonly alike: readonly (Fault | null)[];
  /** The reading that speaks most for it against right wiring, with what that would have shown; null for right wiring itself. */
  readonly because: { readonly taken: Taken; readonly right: readonly (number | null)[] } | null;
}

export interface Diagnosis {
  readonly suspects: readonly Suspected[];
  /** The reading that leaves least open on the average; null where none tells more. */
  readonly next: Look | null;
}

/** How often a fault is met against the others: my judgement, common practice. */
const OFTEN: Readonly<Record<FaultKind, number>> = {
  'open-hot': 1,
  'open-neutral': 1,
  'open-ground': 1,
  abandoned: 0.2,
  'loose-hot': 0.6,
  'loose-neutral': 0.6,
  'high-ground': 0.3,
  reversed: 1,
  'hot-ground-reversed': 0.1,
  'neutral-ground-swapped': 0.3,
  bootleg: 0.5,
  'reversed-bootleg': 0.1,
  'reversed-open-neutral': 0.05,
  'multiwire-open-neutral': 0.5,
  'multiwire-same-leg': 0.3,
  'second-hot-on-neutral': 0.1,
  'switch-in-neutral': 0.3,
  'three-way-mixed': 0.6,
  'four-way-mixed': 0.4,
  'open-traveler': 0.3,
  'line-load-swapped': 0.6,
  'neutral-ground-touch': 0.4,
  leakage: 0.4,
  'tab-left': 0.6,
  'lost-leg': 0.4,
  'same-leg-240': 0.2,
  short: 0.4,
  'switch-open': 0.6,
  'switch-welded': 0.2,
};
/** That nothing is wrong, against one usual fault: somebody had a reason to look. */
const SOUND = 0.2;
/** A reading that fits nothing: a slip of the hand, or a fault nobody thought of. */
const SLIP = 1e-4;
/** Of a meter and of what draws on other outlets meanwhile: share, V, A and decades of ohm, as standard deviations. */
const SPREAD = { share: 0.006, volts: 0.35, amps: 0.3, decades: 0.2 } as const;
/** Ghosts read anything up to here, V. */
const GHOST_MOST = 125;
const GHOST_LEAST = 1;
/** On an outlet while it is read, VA: a heater. Common practice. */
export const LOAD_VA = 1400;

/** One circuit with everything that can be read of it and be wrong with it. */
export interface Case {
  readonly house: House;
  readonly looks: readonly Look[];
  readonly faults: readonly (Fault | null)[];
  readonly predicted: (fault: number, look: number) => Predicted;
  /** One word for what a fault would show in a look: faults with the same are not told apart by it. */
  readonly classAt: (fault: number, look: number) => string;
  /** The same over all looks. */
  readonly line: (fault: number) => string;
}

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

const isOutlet = (u: UseAt): boolean =>
  u.what === 'top outlet' || u.what === 'bottom outlet' || u.what === 'outlet';
/** Lamps and motors stay where they are while somebody reads. */
const FIXED_VA = 60;
/** The bench of a circuit as it is used: what is fixed draws, nothing is plugged in. */
function wired(house: House): Bench {
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
export const caseBench = (house: House, fault: Fault | null): Bench =>
  faulted(wired(house), fault ? [fault] : []);

/** Everything that can be read of a circuit without taking it apart. */
function looksOf(house: House, sound: Bench): Look[] {
  const { network } = sound;
  const handles = handlesIn(network);
  const uses = network.uses.filter((u) => u.what !== 'pilot light');
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
      const own = groundsInto(house, point);
      const relay = tripOf(point, u.device);
      const relayed = network.switching.some((s) => s.key === relay);
      const second = uses.find(
        (o, k) => k !== i && o.point.id === point && o.device === u.device && o.line !== u.line,
      );
      return [
        ...stands.map((stand): Look => ({ ...of, stand, what: 'three', at: three })),
        ...(isOutlet(u)
          ? [
              { ...of, stand: load, what: 'three', at: three } as const,
              ...(own[0] ? [{ ...of, stand: load, what: 'ground-amps', at: own } as const] : []),
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
const groundsInto = (house: House, point: PointId): NodeId[] =>
  house.cables.flatMap((c) =>
    c.ground === 'wire' && endAt(c, point) === 'to' ? [endOf(c, 'bare', 'to')] : [],
  );

/** Do two nodes stand up to a load against each other: joined to the panel, or to one another, by metal or by something that draws? */
function stiff(bench: Bench): (a: NodeId, b: NodeId) => boolean {
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

const tripNames = (trips: readonly Trip[]): string[] => trips.map((t) => t.key).sort();

/** Beyond that an ohmmeter shows open. */
const MOST_OHMS = 1e6;

/** What instruments show of a bench for one look. */
export function shownBy(bench: Bench, look: Look): Shown {
  const at = standing(bench, look.stand);
  if (look.what === 'ground-amps') {
    const { solution, trips } = settle(at);
    const wire = at.network.wires.find((w) => w.b === look.at[0] || w.a === look.at[0]);
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

const pairsOf = ({ what, at }: Look): (readonly [NodeId, NodeId])[] => {
  const [a = EARTH, b = EARTH, c = EARTH] = at;
  return what === 'three'
    ? [
        [a, b],
        [a, c],
        [b, c],
      ]
    : [[a, b]];
};

/** A circuit ready to be diagnosed; predictions are made when they are asked for, and kept. */
export function caseOf(house: House, breaker: BreakerId): Case {
  const alone = circuitAlone(house, breaker);
  const sound = wired(alone);
  const looks = looksOf(alone, sound);
  const faults: (Fault | null)[] = [null, ...alone.points.flatMap((p) => faultsIn(alone, p))];
  const known = new Map<string, Predicted>();
  const settled = new Map<
    string,
    {
      readonly solution: Solution;
      readonly trips: readonly Trip[];
      readonly isStiff: (a: NodeId, b: NodeId) => boolean;
      readonly bench: Bench;
    }
  >();
  const benches = new Map<number, Bench>();
  const benchAt = (fault: number): Bench => {
    const bench = benches.get(fault) ?? faulted(sound, faults[fault] ? [faults[fault]] : []);
    benches.set(fault, bench);
    return bench;
  };
  const at = (fault: number, stand: Stand) => {
    const key = `${fault} ${JSON.stringify(stand)}`;
    const done = settled.get(key);
    if (done) return done;
    const { solution, trips, bench } = settle(standing(benchAt(fault), stand));
    const made = { solution, trips, bench, isStiff: stiff(bench) };
    settled.set(key, made);
    return made;
  };
  const predicted = (fault: number, n: number): Predicted => {
    const look = looks[n]!;
    const key = `${fault} ${n}`;
    const done = known.get(key);
    if (done) return done;
    let made: Predicted;
    if (look.what === 'low-z' || look.what === 'ohms') made = shownBy(benchAt(fault), look);
    else {
      const { solution, trips, isStiff, bench } = at(fault, look.stand);
      const wire = bench.network.wires.find((w) => w.b === look.at[0] || w.a === look.at[0]);
      made = {
        trips: tripNames(trips),
        values:
          look.what === 'ground-amps'
            ? [wire ? size(solution.amps(wire)) : 0]
            : pairsOf(look).map(([a, b]) =>
                isStiff(a, b) ? size(less(solution.volts(a), solution.volts(b))) : null,
              ),
      };
    }
    known.set(key, made);
    return made;
  };
  const classes = new Map<string, string>();
  const classAt = (fault: number, n: number): string => {
    const key = `${fault} ${n}`;
    const made = classes.get(key) ?? classOf(predicted(fault, n), looks[n]!.what);
    classes.set(key, made);
    return made;
  };
  const lines = new Map<number, string>();
  const line = (fault: number): string => {
    const made = lines.get(fault) ?? looks.map((_, n) => classAt(fault, n)).join(';');
    lines.set(fault, made);
    return made;
  };
  return { house: alone, looks, faults, predicted, classAt, line };
}

/** Of a wire that floats: as often as not next to nothing, else anything. */
const ghost = (volts: number): number =>
  (volts < GHOST_LEAST ? 0.5 / GHOST_LEAST : 0) + (volts <= GHOST_MOST ? 0.5 : SLIP) / GHOST_MOST;

/** How well a reading goes with what a fault would show. */
function likelihood(look: Look, shown: Shown, would: Predicted): number {
  const trips = shown.trips.join() === would.trips.join() ? 1 : SLIP;
  return would.values.reduce<number>((p, v, i) => {
    const x = shown.values[i] ?? 0;
    if (v === null) return p * ghost(x);
    if (look.what === 'ohms') {
      const z = (Math.log10(x + 1) - Math.log10(v + 1)) / SPREAD.decades;
      return p * (Math.exp(-0.5 * z * z) + SLIP);
    }
    const sd = look.what === 'ground-amps' ? SPREAD.amps : SPREAD.volts + SPREAD.share * v;
    const z = (x - v) / sd;
    return p * (Math.exp(-0.5 * z * z) / (sd * Math.sqrt(2 * Math.PI)) + SLIP / GHOST_MOST);
  }, trips);
}

/** One line for what would be shown: faults with the same line are not told apart by that look. */
function classOf({ values, trips }: Predicted, what: Look['what']): string {
  const step = what === 'ground-amps' ? 1 : 1.2;
  const bin = (v: number) => (what === 'ohms' ? Math.round(2 * Math.log10(v + 1)) : Math.round(v / step));
  return `${values.map((v) => (v === null ? 'ghost' : bin(v))).join()}|${trips.join()}`;
}

/** Safest and cheapest first where two tell the same: at the slots, then with a load, then at the metal, then with a clamp in the box. */
const EFFORT: Readonly<Record<Look['what'], number>> = {
  three: 0,
  'hot-hot': 0,
  frame: 1,
  'low-z': 1,
  'ground-amps': 3,
  ohms: 1,
};
const effortOf = (l: Look): number =>
  EFFORT[l.what] + (l.stand.is === 'loaded' || l.stand.is === 'tripped' ? 1 : 0);

/** Less than this is no gain, bits. */
const NOTHING = 0.005;
/** Suspects less likely than this are not read for. */
const HARDLY = 1e-5;

/** The reading that tells a fault most from right wiring. */
function becauseOf(
  of: Case,
  fault: number,
  taken: readonly Taken[],
  indexOf: ReadonlyMap<string, number>,
): Suspected['because'] {
  const sound = of.faults.indexOf(null);
  let best: {
    readonly taken: Taken;
    readonly right: readonly (number | null)[];
    readonly by: number;
  } | null = null;
  for (const t of taken) {
    const n = indexOf.get(t.look.key) ?? -1;
    const right = of.predicted(sound, n);
    const by =
      likelihood(t.look, t.shown, of.predicted(fault, n)) /
      Math.max(Number.MIN_VALUE, likelihood(t.look, t.shown, right));
    if (!best || by > best.by) best = { taken: t, right: right.values, by };
  }
  return best && { taken: best.taken, right: best.right };
}

/** Ranks what may be wrong by the readings that were taken, and names the next. */
export function diagnose(of: Case, taken: readonly Taken[]): Diagnosis {
  const indexOf = new Map(of.looks.map((l, i) => [l.key, i] as const));
  const weights = of.faults.map((f, i) =>
    taken.reduce(
      (w, { look, shown }) => w * likelihood(look, shown, of.predicted(i, indexOf.get(look.key) ?? -1)),
      f ? OFTEN[f.kind] : SOUND,
    ),
  );
  const sum = weights.reduce((s, w) => s + w, 0);
  const believed = weights
    .flatMap((w, i) => (w / sum > HARDLY ? [{ i, chance: w / sum }] : []))
    .sort((a, b) => b.chance - a.chance);
  const open = of.looks.map((_, i) => i).filter((i) => !taken.some((t) => t.look.key === of.looks[i]!.key));
  // Told by every look there is: what is the same in all of them can't be told apart here.
  const groups = new Map<string, typeof believed>();
  for (const b of believed) groups.set(of.line(b.i), [...(groups.get(of.line(b.i)) ?? []), b]);
  const suspects = [...groups.values()]
    .map((g): Suspected => ({
      fault: of.faults[g[0]!.i] ?? null,
      chance: g.reduce((s, b) => s + b.chance, 0),
      alike: g.slice(1).map((b) => of.faults[b.i] ?? null),
      because: of.faults[g[0]!.i] ? becauseOf(of, g[0]!.i, taken, indexOf) : null,
    }))
    .sort((a, b) => b.chance - a.chance);
  const now = entropy(suspects.map((s) => s.chance));
  const leftAfter = (n: number): number => {
    const byShown = new Map<string, Map<string, number>>();
    for (const b of believed) {
      const c = of.classAt(b.i, n);
      const own = byShown.get(c) ?? new Map<string, number>();
      own.set(of.line(b.i), (own.get(of.line(b.i)) ?? 0) + b.chance);
      byShown.set(c, own);
    }
    return bitsLeft([...byShown.values()].map((own) => own.values()));
  };
  const next = tellsMost(open, now, leftAfter, (n) => effortOf(of.looks[n]!), NOTHING);
  return { suspects, next: next && of.looks[next.question]! };
}

/** Faults for which somebody is called at once: metal that people touch is live, or gear burns. Sure. */
export const CALL_NOW: readonly FaultKind[] = [
  'hot-ground-reversed',
  'reversed-bootleg',
  'second-hot-on-neutral',
];
