import { boxModel } from '../catalog/index.ts';
import type { BoxFacts, House, Point, PointId, WallId } from '../document/index.ts';
import { inches } from '../units/index.ts';
import { GANG_MM } from './placement.ts';
import { planOfHouse } from './plan.ts';

/** A box in a wall as a solid, seen from one face: along it, up it, and into it from the wood of that face, mm. */
export interface BoxSolid {
  readonly id: PointId;
  readonly label: string;
  readonly leftMm: number;
  readonly rightMm: number;
  readonly bottomMm: number;
  readonly topMm: number;
  readonly fromMm: number;
  readonly toMm: number;
}

/** A box nobody has looked at: an ordinary device box, mm. Common practice. */
const USUAL = { widthMm: inches(2.25), heightMm: inches(3.75), depthMm: inches(2.75) };

const sizeOf = (box: BoxFacts): typeof USUAL =>
  boxModel(box.model) ?? { ...USUAL, widthMm: USUAL.widthMm + (box.gangs - 1) * GANG_MM };

/** Does a box come out of its hole, so that a hand or a drill gets into the wall there? One that is nailed to the framing does not. */
export const comesOut = (box: Pick<BoxFacts, 'model'>): boolean =>
  boxModel(box.model)?.mounting === 'old-work';

/** Boxes on the face of a wall, not in it. */
const onFace = (box: BoxFacts): boolean => {
  const mounting = boxModel(box.model)?.mounting;
  return mounting === 'surface' || mounting === 'weatherproof';
};

const known = new WeakMap<House, ReadonlyMap<WallId, readonly BoxSolid[]>>();

/** The boxes in every wall, those of its other face among them: where a bit must not come. */
export function boxSolids(house: House): ReadonlyMap<WallId, readonly BoxSolid[]> {
  const there = known.get(house);
  if (there) return there;
  const plan = planOfHouse(house);
  const solids = new Map<WallId, BoxSolid[]>();
  const put = (wallId: WallId, p: Point, xMm: number, heightMm: number, from: 'this' | 'other') => {
    const wall = plan.lines.get(wallId)?.wall;
    if (!wall) return;
    const size = sizeOf(p.box);
    const inside = Math.max(0, Math.min(size.depthMm - wall.boardMm, wall.framing.depthMm));
    const solid: BoxSolid = {
      id: p.id,
      label: p.label,
      leftMm: xMm - size.widthMm / 2,
      rightMm: xMm + size.widthMm / 2,
      bottomMm: heightMm - size.heightMm / 2,
      topMm: heightMm + size.heightMm / 2,
      fromMm: from === 'this' ? 0 : wall.framing.depthMm - inside,
      toMm: from === 'this' ? inside : wall.framing.depthMm,
    };
    solids.set(wallId, [...(solids.get(wallId) ?? []), solid]);
  };
  for (const p of house.points) {
    if (p.at.on !== 'wall' || onFace(p.box)) continue;
    put(p.at.wallId, p, p.at.xMm, p.at.heightMm, 'this');
    const behind = plan.behind(p.at.wallId, p.at.xMm);
    if (behind) put(behind.line.wall.id, p, behind.xMm, p.at.heightMm, 'other');
  }
  known.set(house, solids);
  return solids;
}
