import { circuitOf, type Circuit, type Conditions } from './circuit.ts';
import type { Network, NodeId } from './network.ts';

const value = (n: number): string => n.toExponential(9);

/** The elements of a circuit as SPICE lines: sources, resistances, capacities. */
export function netlistOf(circuit: Circuit): string[] {
  const sources = [...circuit.sources].map(
    ([n, v], i) => `V${i + 1} ${n} 0 DC 0 AC ${Math.abs(v)} ${v < 0 ? 180 : 0}`,
  );
  const elements = circuit.elements.map(
    (e, i) => `${e.kind === 'resistance' ? 'R' : 'C'}${i + 1} ${e.a} ${e.b} ${value(e.value)}`,
  );
  const driven = [...circuit.driven].map(
    ([n, amps], i) => `I${i + 1} 0 ${n} DC ${value(amps)} AC ${value(amps)}`,
  );
  return [...sources, ...elements, ...driven];
}

/**
 * The network as a SPICE netlist with one analysis at mains frequency, in volts rms: for any simulator that reads the format.
 * @param named nodes to name in comments and to print, with what they are called
 * @throws RangeError where a hot is tied straight to neutral, ground or the other leg
 */
export function spiceOf(
  title: string,
  network: Network,
  conditions: Conditions,
  named: ReadonlyMap<NodeId, string>,
): string {
  const circuit = circuitOf(network, conditions);
  const shown = [...named].flatMap(([node, name]) => {
    const n = circuit.nodeOf(node);
    return n === undefined || n === 0 ? [] : [{ n, name: name.replace(/[\r\n]+/g, ' ') }];
  });
  const prints = [...new Set(shown.map((s) => s.n))].map((n) => `vm(${n})`);
  return [
    `* ${title.replace(/[\r\n]+/g, ' ')}`,
    ...shown.map(({ n, name }) => `* node ${n}: ${name}`),
    ...netlistOf(circuit),
    `.ac lin 1 ${conditions.hertz} ${conditions.hertz}`,
    ...(prints.length > 0 ? [`.print ac ${prints.join(' ')}`] : []),
    '.end',
    '',
  ].join('\n');
}
