import type { Network, NodeId, UseAt } from './network.ts';

/** How every handle and relay stands; 0 where a key is missing: a switch off, a three-way on its first traveler, a device not tripped. */
export type State = ReadonlyMap<string, 0 | 1>;

/** What of the panel a node is connected with, through metal and closed contacts only. */
export interface Touched {
  /** Sorted, each once. */
  readonly hots: readonly string[];
  readonly neutrals: readonly string[];
  readonly grounds: readonly string[];
}

const NOWHERE: Touched = { hots: [], neutrals: [], grounds: [] };

/** Nodes of a network by number, with what never changes already joined. */
export interface Joined {
  readonly network: Network;
  readonly index: ReadonlyMap<NodeId, number>;
  readonly parent: Int32Array;
}

function find(parent: Int32Array, i: number): number {
  let root = i;
  while (parent[root] !== root) root = parent[root] ?? root;
  for (let at = i; at !== root;) {
    const next = parent[at] ?? root;
    parent[at] = root;
    at = next;
  }
  return root;
}
function unite(parent: Int32Array, a: number | undefined, b: number | undefined): void {
  if (a === undefined || b === undefined) return;
  parent[find(parent, a)] = find(parent, b);
}

/** Joins wires and links of a network once, for any number of states. */
export function joined(network: Network): Joined {
  const index = new Map<NodeId, number>();
  const add = (n: NodeId) => {
    if (!index.has(n)) index.set(n, index.size);
  };
  for (const w of network.wires) [w.a, w.b].forEach(add);
  for (const l of network.links) l.forEach(add);
  for (const s of network.switching) [s.a, s.b].forEach(add);
  for (const u of network.uses) [u.line, u.back].forEach(add);
  for (const m of network.metal) add(m.node);
  for (const t of network.terminals) add(t.node);
  const parent = Int32Array.from({ length: index.size }, (_, i) => i);
  const at = (n: NodeId | undefined) => (n === undefined ? undefined : index.get(n));
  for (const w of network.wires) unite(parent, at(w.a), at(w.b));
  for (const l of network.links) for (const n of l) unite(parent, at(l[0]), at(n));
  return { network, index, parent };
}

/** What every node reaches in one state. */
export function touchedIn(
  { network, index, parent: fixed }: Joined,
  state: State,
): (node: NodeId) => Touched {
  const parent = fixed.slice();
  for (const s of network.switching)
    if ((state.get(s.key) ?? 0) === s.closedAt) unite(parent, index.get(s.a), index.get(s.b));
  const sets = new Map<number, { hots: Set<string>; neutrals: Set<string>; grounds: Set<string> }>();
  for (const t of network.terminals) {
    const i = index.get(t.node);
    if (i === undefined) continue;
    const root = find(parent, i);
    const own = sets.get(root) ?? { hots: new Set(), neutrals: new Set(), grounds: new Set() };
    (t.at === 'hot' ? own.hots : t.at === 'neutral' ? own.neutrals : own.grounds).add(t.label);
    sets.set(root, own);
  }
  const told = new Map<number, Touched>();
  for (const [root, s] of sets)
    told.set(root, {
      hots: [...s.hots].sort(),
      neutrals: [...s.neutrals].sort(),
      grounds: [...s.grounds].sort(),
    });
  return (node) => {
    const i = index.get(node);
    return i === undefined ? NOWHERE : (told.get(find(parent, i)) ?? NOWHERE);
  };
}

/** What something that uses power gets: the breaker and pole it is live from, or what is wrong with it. */
export type Supply =
  | { readonly is: 'live'; readonly from: string }
  | { readonly is: 'dead' | 'open neutral' | 'reversed' | 'wrong' };

/** What a use gets in one state. */
export function supplyOf(use: Pick<UseAt, 'line' | 'back'>, touched: (node: NodeId) => Touched): Supply {
  const [line, back] = [touched(use.line), touched(use.back)];
  if (line.hots.length === 0) return { is: back.hots.length === 0 ? 'dead' : 'reversed' };
  const [hot] = line.hots;
  if (hot === undefined || line.hots.length > 1 || line.neutrals.length + line.grounds.length > 0)
    return { is: 'wrong' };
  const [other] = back.hots;
  if (other !== undefined)
    return back.hots.length > 1 || other === hot || back.neutrals.length + back.grounds.length > 0
      ? { is: 'wrong' }
      : { is: 'live', from: `${hot} to ${other}` };
  if (back.grounds.length > 0) return { is: 'wrong' };
  return back.neutrals.length > 0 ? { is: 'live', from: hot } : { is: 'open neutral' };
}

export const supplyWords = (s: Supply): string => (s.is === 'live' ? `live from ${s.from}` : s.is);
