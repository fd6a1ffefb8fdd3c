import type { FaceLayer, Wall } from '../document/index.ts';

/** The finished surface at one place of a wall: as it is, as it will be, and what is still to come. */
export interface Surface {
  readonly nowMm: number;
  readonly laterMm: number;
  readonly coming: readonly FaceLayer[];
}

/** Board and everything on it at a place, mm. */
export function surfaceAt(
  wall: Pick<Wall, 'boardMm' | 'layers'>,
  at: { readonly xMm: number; readonly heightMm: number },
): Surface {
  const here = (wall.layers ?? []).filter(
    ({ area: a }) =>
      !a ||
      (at.xMm >= a.leftMm && at.xMm <= a.rightMm && at.heightMm >= a.bottomMm && at.heightMm <= a.topMm),
  );
  const sum = (list: readonly FaceLayer[]): number => list.reduce((s, l) => s + l.thicknessMm, 0);
  const coming = here.filter((l) => l.planned);
  const nowMm = wall.boardMm + sum(here.filter((l) => !l.planned));
  return { nowMm, laterMm: nowMm + sum(coming), coming };
}
