import type { FaceLayer, Furniture, Position, Wall } from '../document/index.ts';
import type { PlanOfHouse } from './plan.ts';

/** A place on a wall, and a rectangle that may hold it. */
interface SurfaceSpot {
  readonly xMm: number;
  readonly heightMm: number;
}
type Area = Pick<Furniture, 'leftMm' | 'rightMm' | 'bottomMm' | 'topMm'>;

/** Does a rectangle on a wall hold a place? Its edges count. */
export const holds = (a: Area, at: SurfaceSpot): boolean =>
  at.xMm >= a.leftMm && at.xMm <= a.rightMm && at.heightMm >= a.bottomMm && at.heightMm <= a.topMm;

/** What a box on the face of a wall, or screwed through its side, is fastened to. */
export type Substrate = 'wood' | 'steel' | 'masonry';

/** What is behind the face at a place: the cladding outside, the frame inside; wood overhead. */
export function substrateAt({ lines }: Pick<PlanOfHouse, 'lines'>, at: Position): Substrate {
  const wall = at.on === 'wall' || at.on === 'outside' ? lines.get(at.wallId)?.wall : undefined;
  if (at.on === 'outside' && wall?.framing.kind !== 'masonry')
    return wall?.outerFace === 'masonry' ? 'masonry' : 'wood';
  return wall?.framing.kind ?? 'wood';
}

/** What stands or hangs before a place on a wall, on the face that it is on. */
export function beforePlace({ lines }: Pick<PlanOfHouse, 'lines'>, at: Position): readonly Furniture[] {
  if (at.on !== 'wall' && at.on !== 'outside') return [];
  const wall = lines.get(at.wallId)?.wall;
  return ((at.on === 'wall' ? wall?.furniture : wall?.outside?.furniture) ?? []).filter((f) => holds(f, at));
}

/** What a box covers of a wall. */
export type BoxOutline = Area;

/** The outline of a box around its middle. */
export const outlineAt = (
  at: SurfaceSpot,
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
): BoxOutline => ({
  leftMm: at.xMm - widthMm / 2,
  rightMm: at.xMm + widthMm / 2,
  bottomMm: at.heightMm - heightMm / 2,
  topMm: at.heightMm + heightMm / 2,
});

/** Do two outlines lie over each other? Edges that touch do not. */
export const overlaps = (a: BoxOutline, b: BoxOutline): boolean =>
  a.leftMm < b.rightMm && a.rightMm > b.leftMm && a.bottomMm < b.topMm && a.topMm > b.bottomMm;

/** What is fixed to a wall: it is not taken down to open what is behind it. */
const FIXED: ReadonlySet<Furniture['kind']> = new Set(['cabinet', 'counter', 'sink', 'tub', 'hob', 'soffit']);

/**
 * May the wall be opened there? Drywall and plaster are; not behind what is fixed to it, nor under tile or a panel that is on it
 * already (common practice: from another side, or another way).
 */
export const canOpen = (wall: Wall, area: BoxOutline): boolean =>
  !wall.furniture.some((f) => FIXED.has(f.kind) && !f.planned && !f.comesDown && overlaps(f, area)) &&
  !(wall.layers ?? []).some((l) => !l.planned && (!l.area || overlaps(l.area, area)));

/** Furniture that a box can be asked for inside of. */
export const holdsBoxes = ({ kind }: Pick<Furniture, 'kind'>): boolean =>
  kind === 'cabinet' || kind === 'counter' || kind === 'sink';

/** The finished surface at one place of a wall: as it is, as it will be, and what is still to come. */
export interface Surface {
  readonly nowMm: number;
  readonly laterMm: number;
  readonly coming: readonly FaceLayer[];
}

/** Board and everything on it at a place, mm. */
export function surfaceAt(wall: Pick<Wall, 'boardMm' | 'layers'>, at: SurfaceSpot): Surface {
  const here = (wall.layers ?? []).filter(({ area }) => !area || holds(area, at));
  const sum = (list: readonly FaceLayer[]): number => list.reduce((s, l) => s + l.thicknessMm, 0);
  const coming = here.filter((l) => l.planned);
  const nowMm = wall.boardMm + sum(here.filter((l) => !l.planned));
  return { nowMm, laterMm: nowMm + sum(coming), coming };
}

/** Will a layer that is still to come stand before a place on a wall? */
export function isToBeCovered({ lines }: Pick<PlanOfHouse, 'lines'>, at: Position): boolean {
  const wall = at.on === 'wall' ? lines.get(at.wallId)?.wall : undefined;
  return at.on === 'wall' && wall !== undefined && surfaceAt(wall, at).coming.length > 0;
}
