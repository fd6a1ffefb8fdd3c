import type { BreakerId, Cable, PointId } from '../document/index.ts';
import type { Feed } from './feed.ts';
import { msg, type Text } from '../words/index.ts';

/** What one giver protects: a breaker or a device, and the points behind it. */
export interface ProtectionZone {
  readonly by: string;
  readonly kind: 'ground-fault' | 'arc-fault';
  readonly points: readonly PointId[];
}

/** Protection zones of a feed, ground-fault and arc-fault apart; points in the order in which power reaches them. */
export function protectionZones(feed: Feed): ProtectionZone[] {
  const zones = new Map<string, ProtectionZone & { points: PointId[] }>();
  const add = (kind: ProtectionZone['kind'], by: string | null, id: PointId) => {
    if (by === null) return;
    const key = `${kind}:${by}`;
    const zone = zones.get(key) ?? { by, kind, points: [] };
    if (!zone.points.includes(id)) zone.points.push(id);
    zones.set(key, zone);
  };
  for (const circuit of feed.circuits.values())
    for (const id of circuit.points) {
      const box = feed.boxes.get(id);
      add('ground-fault', box?.groundFaultBy ?? null, id);
      add('arc-fault', box?.arcFaultBy ?? null, id);
    }
  return [...zones.values()];
}

/** One box of a circuit as a node of its feed tree. */
export interface FeedNode {
  readonly id: PointId | BreakerId;
  readonly label: Text;
  readonly cable: Cable | null;
  readonly groundFaultBy: string | null;
  readonly arcFaultBy: string | null;
  readonly children: readonly FeedNode[];
}

/** The circuit of a breaker as a tree, from the breaker outwards: what is drawn as the feed graph. */
export function feedTree(feed: Feed, breakerId: BreakerId): FeedNode | undefined {
  const circuit = feed.circuits.get(breakerId);
  if (!circuit) return undefined;
  const childrenOf = (from: PointId | null): FeedNode[] =>
    circuit.points
      .filter((id) => {
        const up = feed.parent.get(id);
        return up !== undefined && up.from === from && feed.boxes.get(id)?.circuits[0] === breakerId;
      })
      .map((id) => {
        const box = feed.boxes.get(id);
        return {
          id,
          label: box?.point.label ?? id,
          cable: feed.parent.get(id)?.cable ?? null,
          groundFaultBy: box?.groundFaultBy ?? null,
          arcFaultBy: box?.arcFaultBy ?? null,
          children: childrenOf(id),
        };
      });
  const { breaker } = circuit;
  return {
    id: breaker.id,
    label: msg('feed.breaker', { number: breaker.number }),
    cable: null,
    groundFaultBy: null,
    arcFaultBy: null,
    children: childrenOf(null),
  };
}
