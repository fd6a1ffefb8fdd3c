import type { House, RoomUse, WallId } from '../document/index.ts';
import type { PlanOfHouse } from './plan.ts';

export type Separation = 'garage' | 'party';

/** Rooms that belong to the garage as far as fire goes. */
const GARAGE: ReadonlySet<RoomUse> = new Set(['garage', 'workshop']);

/** What a wall keeps fire from at a place along it: as entered, else by the rooms on its two faces. */
export function separationAt(plan: PlanOfHouse, wallId: WallId, xMm: number): Separation | undefined {
  const line = plan.lines.get(wallId);
  if (!line) return undefined;
  const other = plan.behind(wallId, xMm)?.line;
  const entered = line.wall.separates ?? other?.wall.separates;
  if (entered || !other) return entered;
  const uses = [line.room.use, other.room.use];
  return uses.includes('garage') && uses.some((u) => !GARAGE.has(u)) ? 'garage' : undefined;
}

/** Boxes on the other face of a wall with their distance sideways, nearest first, mm. */
export function oppositeBoxes(
  house: Pick<House, 'points'>,
  plan: PlanOfHouse,
  wallId: WallId,
  xMm: number,
): { readonly id: string; readonly label: string; readonly apartMm: number }[] {
  const behind = plan.behind(wallId, xMm);
  if (!behind) return [];
  return house.points
    .flatMap((p) =>
      p.at.on === 'wall' && p.at.wallId === behind.line.wall.id
        ? [{ id: p.id, label: p.label, apartMm: Math.abs(p.at.xMm - behind.xMm) }]
        : [],
    )
    .sort((a, b) => a.apartMm - b.apartMm);
}
