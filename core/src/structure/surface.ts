import type { FaceLayer, Furniture, Wall } from '../document/index.ts';

/** A place on a wall, and a rectangle that may hold it. */
interface SurfaceSpot {
  readonly xMm: number;
  readonly heightMm: number;
}
type Area = Pick<Furniture, 'leftMm' | 'rightMm' | 'bottomMm' | 'topMm'>;

/** Does a rectangle on a wall hold a place? Its edges count. */
export const holds = (a: Area, at: SurfaceSpot): boolean =>
  at.xMm >= a.leftMm && at.xMm <= a.rightMm && at.heightMm >= a.bottomMm && at.heightMm <= a.topMm;

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
