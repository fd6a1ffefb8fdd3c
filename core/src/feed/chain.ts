import {
  makeCable,
  type BreakerId,
  type Cable,
  type CableType,
  type Gauge,
  type House,
  type Point,
  type PointId,
} from '../document/index.ts';
import { planOfHouse, type PlanOfHouse } from '../structure/index.ts';
import { buildFeed } from './feed.ts';

/** What is assumed of every cable of a chain. */
export interface ChainCable {
  readonly type: CableType;
  /** Null while nobody has read it. */
  readonly gauge: Gauge | null;
}

/** Types with a grounding wire in them, and those whose metal may be the ground; of the rest nobody knows without a look. */
const GROUND_OF: Partial<Record<CableType, Cable['ground']>> = {
  'NM-B': 'wire',
  'UF-B': 'wire',
  MC: 'wire',
  AC: 'armor',
};

const hangsOnSwitch = ({ kind }: Point): boolean => kind === 'luminaire' || kind === 'fan';

/** Points in the order in which one meets them: room by room, along the walls, then what is not on a wall of it. */
function asOneWalks({ rooms }: House, plan: PlanOfHouse, points: readonly Point[]): Point[] {
  const walls = rooms.flatMap((r) => r.walls.map((w) => w.id));
  const place = ({ at }: Point): readonly [number, number] => {
    if ('wallId' in at) return [walls.indexOf(at.wallId), at.xMm];
    const last = plan.roomOf(at)?.walls.at(-1);
    return [last ? walls.indexOf(last.id) + 0.5 : walls.length, 0];
  };
  const placed = points.map((point) => ({ point, at: place(point) }));
  return placed.sort((a, b) => a.at[0] - b.at[0] || a.at[1] - b.at[1]).map(({ point }) => point);
}

/**
 * Puts boxes on one breaker as a circuit usually runs: from box to box in the order of the walls, each light behind a switch of its
 * room. Every cable is marked as assumed. Boxes that something already feeds keep what feeds them and are passed over.
 * How cables usually run is common practice; nothing here is known before a box is opened.
 * @returns the house with the cables, and the points that got one
 */
export function chained(
  house: House,
  breakerId: BreakerId,
  pointIds: readonly PointId[],
  cable: ChainCable,
  nextId: () => string,
): { readonly house: House; readonly fed: readonly PointId[] } {
  const unfed = new Set(buildFeed(house).unfed);
  const plan = planOfHouse(house);
  const points = asOneWalks(
    house,
    plan,
    house.points.filter((p) => pointIds.includes(p.id) && unfed.has(p.id)),
  );
  const byRoom = new Map(
    house.rooms.map((room) => {
      const own = points.filter((p) => plan.roomOf(p.at) === room);
      return [
        room,
        { switches: own.filter((p) => p.kind === 'switch'), lamps: own.filter(hangsOnSwitch) },
      ] as const;
    }),
  );
  const onSwitch = new Set(
    [...byRoom.values()].flatMap(({ switches, lamps }) => (switches.length > 0 ? lamps : [])),
  );
  const cables: Cable[] = [];
  const put = (from: Cable['from'], to: PointId, more: Partial<Cable>) =>
    cables.push(
      makeCable(
        nextId(),
        from,
        { at: 'point', pointId: to, on: 'splice' },
        {
          ...cable,
          ground: GROUND_OF[cable.type] ?? 'unknown',
          assumed: true,
          ...more,
        },
      ),
    );
  const at = (pointId: PointId): Cable['from'] => ({ at: 'point', pointId, on: 'splice' });
  let from: Cable['from'] = { at: 'breaker', breakerId };
  for (const p of points) {
    if (onSwitch.has(p)) continue;
    put(from, p.id, {});
    from = at(p.id);
  }
  // Each light of a room on a switch of its own, as far as there are enough; the rest go on from the one before.
  for (const { switches, lamps } of byRoom.values())
    lamps.forEach((lamp, i) => {
      const own = switches[Math.min(i, switches.length - 1)];
      if (!own) return;
      const before = i < switches.length ? own : lamps[i - 1];
      put(at((before ?? own).id), lamp.id, { carries: 'switched', switchedBy: own.id });
    });
  return { house: { ...house, cables: [...house.cables, ...cables] }, fed: points.map((p) => p.id) };
}
