import type { House, Opening, Wall, WallId } from '../document/index.ts';
import { inches } from '../units/index.ts';
import { measuredFromBoth } from './faces.ts';
import { fitStuds, layoutHits } from './studs.ts';

/** What was measured from both faces of a wall and does not agree: one of the two is wrong, or their corners are not where they were said. */
export interface FaceConflict {
  readonly kind: 'studs' | 'opening' | 'framing';
  /** The faces, each with what it calls itself. */
  readonly faces: readonly [Wall, Wall];
  /** How far apart what was measured is, mm. */
  readonly apartMm: number;
}

/** Two people with a tape agree on an edge this well, mm: common practice. */
const AGREED_MM = inches(2);
/** Readings of one face that are off the studs of the other: one may be a stray. */
const LEAST_OFF = 2;

const edgesApart = (a: Opening, b: Opening): number =>
  Math.max(Math.abs(a.leftMm - b.leftMm), Math.abs(a.rightMm - b.rightMm));

/** Readings that make sense on each face, and none together: how far the ones are from the studs of the others, mm. */
function studsApart(own: Wall, other: Wall): number | null {
  if (layoutHits(own).length < LEAST_OFF || layoutHits(other).length < LEAST_OFF) return null;
  const all = fitStuds({ ...own, hits: [...own.hits, ...other.hits] });
  const strays = fitStuds(own).outliers.length + fitStuds(other).outliers.length;
  if (strays > 0 || all.outliers.length < LEAST_OFF) return null;
  const off = all.outliers.map((h) => Math.abs(all.residualsMm.get(h.id) ?? 0)).sort((x, y) => x - y);
  return off[Math.floor(off.length / 2)] ?? null;
}

const known = new WeakMap<House['rooms'], readonly FaceConflict[]>();

/** Everything that the two faces of the walls of a house contradict each other in; each pair of faces once. */
export function faceConflicts(house: House): readonly FaceConflict[] {
  const before = known.get(house.rooms);
  if (before) return before;
  const found = conflictsOf(house);
  known.set(house.rooms, found);
  return found;
}

function conflictsOf(house: House): FaceConflict[] {
  const seen = new Set<string>();
  return measuredFromBoth(house).flatMap(({ own, other, turned }): FaceConflict[] => {
    const pair = [own.id, other.id].sort().join();
    if (seen.has(pair)) return [];
    seen.add(pair);
    const faces = [own, other] as const;
    const apart = studsApart(own, turned);
    const openings = own.openings.flatMap((mine) =>
      turned.openings
        .filter((o) => o.leftMm < mine.rightMm && o.rightMm > mine.leftMm && edgesApart(mine, o) > AGREED_MM)
        .map((o) => edgesApart(mine, o)),
    );
    const depth = Math.abs(own.framing.depthMm - other.framing.depthMm);
    return [
      ...(apart === null ? [] : [{ kind: 'studs' as const, faces, apartMm: apart }]),
      ...(openings.length > 0 ? [{ kind: 'opening' as const, faces, apartMm: Math.max(...openings) }] : []),
      ...(own.framing.kind !== other.framing.kind || depth > 1
        ? [{ kind: 'framing' as const, faces, apartMm: depth }]
        : []),
    ];
  });
}

/** Walls that a conflict is of. */
export const conflictWalls = ({ faces: [a, b] }: FaceConflict): readonly [WallId, WallId] => [a.id, b.id];
