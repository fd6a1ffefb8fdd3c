import { LuDecomposition, Matrix } from 'ml-matrix';
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

const NOTHING: Phasor = { re: 0, im: 0 };

/** Nodes that hang together through elements, sources and node 0 left out: each is solved by itself. */
function blocks(circuit: Circuit): number[][] {
  const parent = Array.from({ length: circuit.nodes }, (_, i) => i);
  const find = (i: number): number => {
    let at = i;
    while (parent[at] !== at) at = parent[at] ?? at;
    return at;
  };
  const free = (n: number) => n !== 0 && !circuit.sources.has(n);
  for (const { a, b } of circuit.elements) if (free(a) && free(b)) parent[find(a)] = find(b);
  const out = new Map<number, number[]>();
  for (let n = 0; n < circuit.nodes; n++) if (free(n)) out.set(find(n), [...(out.get(find(n)) ?? []), n]);
  return [...out.values()];
}

/** Admittance of an element, S: conductance or susceptance. */
const admittance = ({ kind, value }: Element, hertz: number): Phasor =>
  kind === 'resistance' ? { re: 1 / value, im: 0 } : { re: 0, im: 2 * Math.PI * hertz * value };

/**
 * Solves the network by nodal analysis: the admittance matrix of every block, real and imaginary part side by side.
 * @throws RangeError where a hot is tied straight to neutral, ground or the other leg
 */
export function solve(network: Network, conditions: Conditions): Solution {
  const circuit = circuitOf(network, conditions);
  const volts = new Map<number, Phasor>([[0, NOTHING]]);
  for (const [n, v] of circuit.sources) volts.set(n, { re: v, im: 0 });
  const at = new Map<number, Element[]>();
  for (const e of circuit.elements) for (const n of [e.a, e.b]) at.set(n, [...(at.get(n) ?? []), e]);
  for (const block of blocks(circuit)) {
    const n = block.length;
    const row = new Map(block.map((node, i) => [node, i] as const));
    const matrix = Matrix.zeros(2 * n, 2 * n);
    const right = Matrix.zeros(2 * n, 1);
    const add = (r: number, c: number, y: Phasor, sign: 1 | -1) => {
      matrix.set(r, c, matrix.get(r, c) + sign * y.re);
      matrix.set(r, c + n, matrix.get(r, c + n) - sign * y.im);
      matrix.set(r + n, c, matrix.get(r + n, c) + sign * y.im);
      matrix.set(r + n, c + n, matrix.get(r + n, c + n) + sign * y.re);
    };
    block.forEach((node, i) => {
      right.set(i, 0, right.get(i, 0) + (circuit.driven.get(node) ?? 0));
      for (const e of at.get(node) ?? []) {
        const y = admittance(e, conditions.hertz);
        add(i, i, y, 1);
        const other = e.a === node ? e.b : e.a;
        const j = row.get(other);
        if (j !== undefined) add(i, j, y, -1);
        else {
          const v = volts.get(other) ?? NOTHING;
          right.set(i, 0, right.get(i, 0) + y.re * v.re - y.im * v.im);
          right.set(i + n, 0, right.get(i + n, 0) + y.re * v.im + y.im * v.re);
        }
      }
    });
    const solved = new LuDecomposition(matrix).solve(right);
    block.forEach((node, i) => volts.set(node, { re: solved.get(i, 0), im: solved.get(i + n, 0) }));
  }
  const voltsAt = (node: NodeId): Phasor => volts.get(circuit.nodeOf(node) ?? 0) ?? NOTHING;
  const ohms = new Map(circuit.elements.flatMap((e) => (e.wire ? [[e.wire, e.value] as const] : [])));
  const relays = new Map(circuit.elements.flatMap((e) => (e.relay ? [[e.relay, e.value] as const] : [])));
  return {
    volts: voltsAt,
    relayAmps: (contact) => {
      const r = relays.get(contact);
      if (r === undefined) return NOTHING;
      const d = less(voltsAt(contact.a), voltsAt(contact.b));
      return { re: d.re / r, im: d.im / r };
    },
    amps: (wire) => {
      const r = ohms.get(wire);
      if (r === undefined) return NOTHING;
      const d = less(voltsAt(wire.a), voltsAt(wire.b));
      return { re: d.re / r, im: d.im / r };
    },
  };
}
