import type { Change, House, Point, Wall, WallId } from '../document/index.ts';
import { practice, type Source } from '../findings/index.ts';
import { onWall, PATCH_SIDE_MM, SLOT_HEIGHT_MM, type Move } from '../routing/index.ts';
import { GANG_MM, type PlanOfHouse } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { msg } from '../words/index.ts';
import { BOX_HEIGHT_MM, openingMm2 } from './own-cables.ts';
import type { PlannedLeg } from './types.ts';

/** What a job opens in walls and ceilings, hole by hole, and how a hole of such a size is closed. */

/** How a hole is closed: with a mesh patch, with strips of wood behind it, or with board from stud to stud. */
export type Closing = 'mesh' | 'backed' | 'to-studs';

const FINISHERS = practice(msg('planning.openings.practice'));

/** Up to what size a hole is closed how, mm across; what is larger goes back to the studs. From memory. */
export const CLOSINGS: readonly {
  readonly upToMm: number;
  readonly how: Closing;
  readonly source: Source;
}[] = [
  { upToMm: inches(3), how: 'mesh', source: FINISHERS },
  { upToMm: inches(6), how: 'backed', source: FINISHERS },
  { upToMm: Number.POSITIVE_INFINITY, how: 'to-studs', source: FINISHERS },
];

/** Board of a ceiling that nobody has measured: common practice. */
const CEILING_BOARD_MM = inches(0.5);

export interface Opening {
  readonly wall: Wall | null;
  readonly surface: 'board' | 'plaster';
  readonly boardMm: number;
  readonly longMm: number;
  readonly shortMm: number;
  readonly how: Closing;
}

/** A hole as it is closed: its size is that of a square as large. */
function hole(wall: Wall | null, aMm: number, bMm: number): Opening {
  const [longMm, shortMm] = [Math.max(aMm, bMm), Math.min(aMm, bMm)];
  const across = Math.sqrt(longMm * shortMm);
  return {
    wall,
    surface: wall?.finish === 'plaster' ? 'plaster' : 'board',
    boardMm: wall && wall.boardMm > 0 ? wall.boardMm : CEILING_BOARD_MM,
    longMm,
    shortMm,
    how: CLOSINGS.find((c) => across <= c.upToMm)?.how ?? 'to-studs',
  };
}

/** Holes that a piece of a run leaves: square ones to reach in by, else one slot as tall as a hand needs. */
function holesIn(move: Move, wall: Wall | null): Opening[] {
  if (move.openedMm2 <= 0) return [];
  const squares = move.openedMm2 / PATCH_SIDE_MM ** 2;
  if (Math.abs(squares - Math.round(squares)) < 1e-6 && squares > 0.5 && !move.op.startsWith('slot'))
    return Array.from({ length: Math.round(squares) }, () => hole(wall, PATCH_SIDE_MM, PATCH_SIDE_MM));
  return [hole(wall, move.openedMm2 / SLOT_HEIGHT_MM, SLOT_HEIGHT_MM)];
}

interface Opened {
  readonly plan: PlanOfHouse;
  readonly before: Pick<House, 'points'>;
  /** What is changed at boxes that stay. */
  readonly changes: readonly Change[];
}

/** Gangs that the devices of a box fill: blanks fill none. */
export const gangsUsed = ({ devices }: Pick<Point, 'devices'>): number =>
  Math.max(
    1,
    devices.reduce((n, d) => n + (d.kind === 'blank' ? 0 : (d.gangs ?? 1)), 0),
  );

/** What shows beside a plate that was shifted over a wider box: a ring closes it, and board comes up to the ring. */
function besidePlates({ plan, before, changes }: Opened): Opening[] {
  return changes.flatMap((c): Opening[] => {
    const at = c.kind === 'shift' ? before.points.find((p) => p.id === c.pointId) : undefined;
    const wall = at?.at.on === 'wall' ? plan.lines.get(at.at.wallId)?.wall : undefined;
    if (!at || !wall || wall.finish === 'none') return [];
    const left = at.box.gangs - gangsUsed(at);
    return left > 0 ? [hole(wall, BOX_HEIGHT_MM, left * GANG_MM)] : [];
  });
}

/** Every hole that the ways and the boxes of a job leave in board or plaster, to be closed before it is painted. */
export function openingsOf(
  opened: Opened,
  legs: readonly (Pick<PlannedLeg, 'route'> & Partial<Pick<PlannedLeg, 'own' | 'from'>>)[],
): Opening[] {
  const { plan, before } = opened;
  const wallAt = (id: WallId | undefined): Wall | null => (id && plan.lines.get(id)?.wall) ?? null;
  // The old opening of a box that goes with its cables is closed like any other.
  const left = legs.flatMap((l): Opening[] => {
    const old = l.own ? before.points.find((p) => p.id === l.from) : undefined;
    if (old?.at.on !== 'wall') return [];
    return [hole(wallAt(old.at.wallId), BOX_HEIGHT_MM, openingMm2(old.box.gangs) / BOX_HEIGHT_MM)];
  });
  const moves = legs.flatMap((l) => l.route.moves);
  return [
    ...left,
    ...moves.flatMap((m) => holesIn(m, wallAt([m.from, m.to].find(onWall)?.wallId))),
    ...besidePlates(opened),
  ];
}
