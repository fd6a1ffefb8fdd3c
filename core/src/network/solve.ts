import type { Network, NodeId, Switching, Wire } from './network.ts';
import { circuitOf, type Circuit, type Conditions, type Element } from './circuit.ts';

/** A voltage or a current at mains frequency, in volts or amperes rms. */
export interface Phasor {
  readonly re: number;
  readonly im: number;
}

export interface Solution {
  /** Against the bonded neutral of the service, V. */
  readonly volts: (node: NodeId) => Phasor;
  /** From the `from` end of its cable to the other, A. */
  readonly amps: (wire: Wire) => Phasor;
  /** Through a closed contact of a relay from its first side to its second, A; nothing where it is open. */
  readonly relayAmps: (contact: Switching) => Phasor;
}

export const size = ({ re, im }: Phasor): number => Math.hypot(re, im);
export const less = (a: Phasor, b: Phasor): Phasor => ({ re: a.re - b.re, im: a.im - b.im });
const plus = (a: Phasor, b: Phasor): Phasor => ({ re: a.re + b.re, im: a.im + b.im });
const times = (a: Phasor, b: Phasor): Phasor => ({
  re: a.re * b.re - a.im * b.im,
  im: a.re * b.im + a.im * b.re,
});
const over = (a: Phasor, b: Phasor): Phasor => {
  const d = b.re * b.re + b.im * b.im;
  return { re: (a.re * b.re + a.im * b.im) / d, im: (a.im * b.re - a.re * b.im) / d };
};

const NOTHING: Phasor = { re: 0, im: 0 };
export const sumOf = (all: readonly Phasor[]): Phasor => all.reduce(plus, NOTHING);

/** Admittance of an element, S: conductance or susceptance. */
const admittance = ({ kind, value }: Element, hertz: number): Phasor =>
  kind === 'resistance' ? { re: 1 / value, im: 0 } : { re: 0, im: 2 * Math.PI * hertz * value };

/** A node that was taken out: what it hung on, and what was driven into it. */
interface Gone {
  readonly node: number;
  readonly to: readonly (readonly [number, Phasor])[];
  readonly sum: Phasor;
  readonly driven: Phasor;
}

/**
 * Voltages of all nodes by star-mesh transformation: a node is taken out and its neighbors are joined by what went through it, the one with
 * fewest neighbors first; what is left are node 0 and the sources. Nothing is ever subtracted, so that a wire held by its insulation alone
 * comes out as exactly as one on the breaker.
 */
export function voltages(circuit: Circuit, hertz: number): Map<number, Phasor> {
  const to = Array.from({ length: circuit.nodes }, () => new Map<number, Phasor>());
  const join = (a: number, b: number, y: Phasor) => {
    to[a]!.set(b, plus(to[a]!.get(b) ?? NOTHING, y));
    to[b]!.set(a, plus(to[b]!.get(a) ?? NOTHING, y));
  };
  for (const e of circuit.elements) join(e.a, e.b, admittance(e, hertz));
  const driven = new Map<number, Phasor>(
    [...circuit.driven].map(([n, amps]) => [n, { re: amps, im: 0 }] as const),
  );
  const isHeld = (n: number) => n === 0 || circuit.sources.has(n);
  const left = new Set(Array.from({ length: circuit.nodes }, (_, n) => n).filter((n) => !isHeld(n)));
  const gone: Gone[] = [];
  while (left.size > 0) {
    let node = -1;
    let fewest = Infinity;
    for (const n of left) {
      const degree = to[n]!.size;
      if (degree >= fewest) continue;
      node = n;
      fewest = degree;
      if (degree <= 1) break;
    }
    left.delete(node);
    const own = [...to[node]!];
    const sum = sumOf(own.map(([, y]) => y));
    const into = driven.get(node) ?? NOTHING;
    gone.push({ node, to: own, sum, driven: into });
    own.forEach(([a, ya], i) => {
      to[a]!.delete(node);
      if (into.re !== 0 || into.im !== 0)
        driven.set(a, plus(driven.get(a) ?? NOTHING, times(into, over(ya, sum))));
      for (const [b, yb] of own.slice(i + 1))
        if (!isHeld(a) || !isHeld(b)) join(a, b, over(times(ya, yb), sum));
    });
  }
  const volts = new Map<number, Phasor>([[0, NOTHING]]);
  for (const [n, v] of circuit.sources) volts.set(n, { re: v, im: 0 });
  for (const { node, to: own, sum, driven: into } of gone.reverse()) {
    const flows = own.reduce((s, [n, y]) => plus(s, times(y, volts.get(n) ?? NOTHING)), into);
    volts.set(node, sum.re === 0 && sum.im === 0 ? NOTHING : over(flows, sum));
  }
  return volts;
}

/**
 * Solves the network of a house under given conditions.
 * @throws RangeError where a hot is tied straight to neutral, ground or the other leg
 */
export function solve(network: Network, conditions: Conditions): Solution {
  const circuit = circuitOf(network, conditions);
  const volts = voltages(circuit, conditions.hertz);
  const voltsAt = (node: NodeId): Phasor => volts.get(circuit.nodeOf(node) ?? 0) ?? NOTHING;
  const through = (a: NodeId, b: NodeId, ohms: number | undefined): Phasor => {
    if (ohms === undefined) return NOTHING;
    const d = less(voltsAt(a), voltsAt(b));
    return { re: d.re / ohms, im: d.im / ohms };
  };
  const ohms = new Map(circuit.elements.flatMap((e) => (e.wire ? [[e.wire, e.value] as const] : [])));
  const relays = new Map(circuit.elements.flatMap((e) => (e.relay ? [[e.relay, e.value] as const] : [])));
  return {
    volts: voltsAt,
    amps: (wire) => through(wire.a, wire.b, ohms.get(wire)),
    relayAmps: (contact) => through(contact.a, contact.b, relays.get(contact)),
  };
}
