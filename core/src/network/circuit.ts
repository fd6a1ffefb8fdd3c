import type { Cable } from '../document/index.ts';
import {
  isTrip,
  type Network,
  type NodeId,
  type PanelTerminal,
  type Switching,
  type UseAt,
  type Wire,
} from './network.ts';
import type { State } from './touched.ts';
import { msg, speaker, type Text } from '../words/index.ts';

/**
 * The network of a house as a circuit of resistances, capacities and ideal sources: what the solver and a SPICE netlist are both made
 * from. Splices, screws and closed contacts are ideal; conductors have their resistance; what is left open is held by the coupling
 * to its neighbors in the same cable, as a high-impedance meter finds it.
 */

export interface Conditions {
  readonly state: State;
  /** Resistance of a conductor of this cable, ohm per meter. */
  readonly ohmsPerMeter: (cable: Cable) => number;
  /** What something draws, VA at its rated voltage; 0 for nothing. */
  readonly voltAmperes: (use: UseAt) => number;
  /** Line to neutral, V. */
  readonly volts: number;
  /** 0 for the current of an ohmmeter: what couples lets none of it through. */
  readonly hertz: number;
  /** Hot terminals whose breaker is off; left out, all are on. */
  readonly isOff?: (terminal: PanelTerminal) => boolean;
  /** What is connected besides: instruments, leaks, splices that are no longer good. */
  readonly extra?: readonly Extra[];
  /** A current that an ohmmeter drives in at one node and takes out at the other, A. */
  readonly driven?: { readonly in: NodeId; readonly out: NodeId; readonly amps: number };
}

/** Something between two nodes, ohm or farad. */
export interface Extra {
  readonly kind: Element['kind'];
  readonly a: NodeId;
  readonly b: NodeId;
  readonly value: number;
}

export interface Element {
  readonly kind: 'resistance' | 'capacity';
  readonly a: number;
  readonly b: number;
  /** Ohm or farad. */
  readonly value: number;
  readonly wire?: Wire;
  /** A contact of a relay that would trip: what flows through it is looked at. */
  readonly relay?: Switching;
}

export interface Circuit {
  /** Node 0 is the bonded neutral and ground of the service. */
  readonly nodes: number;
  readonly nodeOf: (node: NodeId) => number | undefined;
  readonly elements: readonly Element[];
  /** Nodes held at a voltage against node 0, V. */
  readonly sources: ReadonlyMap<number, number>;
  /** Currents driven into nodes, A. */
  readonly driven: ReadonlyMap<number, number>;
}

/** Where nobody has measured a cable it is reckoned that long, mm: common practice. */
const USUAL_LENGTH_MM = 6000;
/** Picofarads per foot as farads per meter. */
const perFoot = (picofarads: number): number => (picofarads * 1e-12) / 0.3048;
/**
 * Coupling of two conductors of one cable, F per meter. Flat cable: each to the bare one between them, and past it to the other; round
 * cable or a raceway, where all lie beside one another. Reckoned from the spacing, fairly sure; to armor or tubing unsure, and nothing is
 * decided by it.
 */
const COUPLING = {
  flat: { bare: perFoot(25), wires: perFoot(8) },
  round: { bare: perFoot(20), wires: perFoot(15) },
  toMetal: perFoot(20),
} as const;
/** To everything grounded around a cable that brings no ground of its own, F per meter: common practice, from memory. */
const TO_GROUND_PER_M = 15e-12;
/** A closed contact of a relay, ohm. */
const CONTACT_OHMS = 1e-3;
/** What even the best insulation lets through, ohm: it ties down what nothing else does. */
const LEAK_OHMS = 1e12;
const LEAST_OHMS = 1e-6;
/** Armor and tubing with their fittings, ohm per meter: common practice, from memory. */
const METAL_OHMS_PER_M = 0.003;

class Nodes {
  readonly index = new Map<NodeId, number>();
  readonly parent: number[] = [];
  add(n: NodeId): number {
    const known = this.index.get(n);
    if (known !== undefined) return known;
    this.index.set(n, this.parent.length);
    this.parent.push(this.parent.length);
    return this.parent.length - 1;
  }
  find(i: number): number {
    let at = i;
    while (this.parent[at] !== at) at = this.parent[at] ?? at;
    return at;
  }
  unite(a: NodeId, b: NodeId): void {
    this.parent[this.find(this.add(a))] = this.find(this.add(b));
  }
}

const REFERENCE: NodeId = 'service';

const isClosed = (s: Switching, state: State): boolean => (state.get(s.key) ?? 0) === s.closedAt;
/** A relay's contact stays an element: the current through it decides whether it trips. */
const isRelay = ({ key }: Switching): boolean => isTrip(key);

/** How two conductors of a cable couple, F per meter. */
function coupling(wires: readonly Wire[], a: Wire, b: Wire): number {
  if (a.color === 'metal' || b.color === 'metal') return COUPLING.toMetal;
  const insulated = wires.filter((w) => w.color !== 'bare' && w.color !== 'metal').length;
  const of = insulated > 2 || wires.some((w) => w.color === 'metal') ? COUPLING.round : COUPLING.flat;
  return a.color === 'bare' || b.color === 'bare' ? of.bare : of.wires;
}

function gather(network: Network, state: State): Nodes {
  const nodes = new Nodes();
  nodes.add(REFERENCE);
  for (const l of network.links) for (const n of l) nodes.unite(l[0] ?? n, n);
  for (const s of network.switching) {
    nodes.add(s.a);
    nodes.add(s.b);
    if (!isRelay(s) && isClosed(s, state)) nodes.unite(s.a, s.b);
  }
  for (const w of network.wires) [w.a, w.b].forEach((n) => nodes.add(n));
  for (const u of network.uses) [u.line, u.back].forEach((n) => nodes.add(n));
  for (const m of network.metal) nodes.add(m.node);
  for (const t of network.terminals) if (t.at !== 'hot') nodes.unite(t.node, REFERENCE);
  return nodes;
}

/** Numbers of the nodes, the panel's neutral and ground being 0. */
type NumberOf = (n: NodeId) => number;
type Add = (kind: Element['kind'], a: number, b: number, value: number, wire?: Wire) => void;

/** Hot terminals that are on. @throws Shorted */
function sourcesOf(network: Network, conditions: Conditions, numberOf: NumberOf): Map<number, number> {
  const sources = new Map<number, number>();
  for (const t of network.terminals) {
    if (t.at !== 'hot' || conditions.isOff?.(t)) continue;
    const at = numberOf(t.node);
    const volts = t.leg === 0 ? conditions.volts : -conditions.volts;
    if (at === 0 || (sources.get(at) ?? volts) !== volts) throw new Shorted(t.label);
    sources.set(at, volts);
  }
  return sources;
}

const metersOf = (w: Wire): number => (w.cable.lengthMm ?? USUAL_LENGTH_MM) / 1000;

/** Each wire with its resistance, and what lies beside it in its cable as capacity, half at either end. */
function addWires({ wires }: Network, { ohmsPerMeter }: Conditions, numberOf: NumberOf, add: Add): void {
  const byCable = new Map<string, Wire[]>();
  for (const w of wires) {
    byCable.set(w.cable.id, [...(byCable.get(w.cable.id) ?? []), w]);
    const perMeter = w.color === 'metal' ? METAL_OHMS_PER_M : ohmsPerMeter(w.cable);
    add('resistance', numberOf(w.a), numberOf(w.b), Math.max(LEAST_OHMS, perMeter * metersOf(w)), w);
  }
  for (const together of byCable.values()) {
    const isBare = !together.some((w) => w.color === 'bare' || w.color === 'metal');
    together.forEach((w, i) => {
      for (const end of ['a', 'b'] as const) {
        if (isBare) add('capacity', numberOf(w[end]), 0, (TO_GROUND_PER_M * metersOf(w)) / 2);
        for (const o of together.slice(i + 1))
          add('capacity', numberOf(w[end]), numberOf(o[end]), (coupling(together, w, o) * metersOf(w)) / 2);
      }
    });
  }
}

/** What draws power, as the resistance that draws as much at its voltage. */
function addUses({ uses }: Network, { voltAmperes, volts }: Conditions, numberOf: NumberOf, add: Add): void {
  for (const u of uses) {
    const va = voltAmperes(u);
    if (va <= 0) continue;
    const across = (u.point.devices[u.device]?.volts ?? 120) === 240 ? 2 * volts : volts;
    add('resistance', numberOf(u.line), numberOf(u.back), (across * across) / va);
  }
}

function drivenInto({ driven: by }: Conditions, numberOf: NumberOf): Map<number, number> {
  const driven = new Map<number, number>();
  if (!by) return driven;
  driven.set(numberOf(by.in), by.amps);
  driven.set(numberOf(by.out), (driven.get(numberOf(by.out)) ?? 0) - by.amps);
  return driven;
}

/**
 * Makes the circuit of a network under given conditions.
 * @throws RangeError where a hot terminal is tied straight to neutral, ground or the other leg: nothing can be solved there
 */
export function circuitOf(network: Network, conditions: Conditions): Circuit {
  const nodes = gather(network, conditions.state);
  const zero = nodes.find(nodes.add(REFERENCE));
  const numbers = new Map<number, number>([[zero, 0]]);
  const numberOf = (n: NodeId): number => {
    const root = nodes.find(nodes.add(n));
    const known = numbers.get(root) ?? numbers.size;
    numbers.set(root, known);
    return known;
  };
  const sources = sourcesOf(network, conditions, numberOf);
  const elements: Element[] = [];
  const add: Add = (kind, a, b, value, wire) => {
    if (a !== b) elements.push({ kind, a, b, value, ...(wire ? { wire } : {}) });
  };
  addWires(network, conditions, numberOf, add);
  for (const s of network.switching)
    if (isRelay(s) && isClosed(s, conditions.state) && numberOf(s.a) !== numberOf(s.b))
      elements.push({
        kind: 'resistance',
        a: numberOf(s.a),
        b: numberOf(s.b),
        value: CONTACT_OHMS,
        relay: s,
      });
  for (const { kind, a, b, value } of conditions.extra ?? []) add(kind, numberOf(a), numberOf(b), value);
  addUses(network, conditions, numberOf, add);
  for (const n of nodes.index.keys()) add('resistance', numberOf(n), 0, LEAK_OHMS);
  const driven = drivenInto(conditions, numberOf);
  return {
    nodes: numbers.size,
    elements: merged(elements),
    sources,
    driven,
    nodeOf: (n) => {
      const i = nodes.index.get(n);
      return i === undefined ? undefined : numbers.get(nodes.find(i));
    },
  };
}

/** A hot terminal that is connected straight to neutral, ground or the other leg: nothing can be solved there. */
export class Shorted extends RangeError {
  readonly says: Text;
  /** Of the terminal. */
  readonly label: string;
  constructor(label: string) {
    const says = msg('network.shorted', { box: label });
    super(speaker('imperial')(says));
    this.says = says;
    this.label = label;
  }
}

/** One leak a node is enough. */
function merged(elements: readonly Element[]): Element[] {
  const leaks = new Set<number>();
  return elements.filter((e) => {
    if (e.value !== LEAK_OHMS) return true;
    if (leaks.has(e.a)) return false;
    leaks.add(e.a);
    return true;
  });
}
