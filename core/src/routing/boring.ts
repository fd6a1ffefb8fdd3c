import type { Framing } from '../document/index.ts';
import { woodAt, type WallFrame, type WallLine } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { allOf, msg, q, type Text } from '../words/index.ts';

/** A layer of wood, sheet or brick, by the end of its name's id. */
export type Layer =
  | 'nailer board'
  | 'studs side by side'
  | 'stud'
  | 'doubled corner studs'
  | 'double top plate'
  | 'subfloor'
  | 'bottom plate'
  | 'block'
  | 'brick and its gap'
  | 'sheathing and siding';

/** What a hole can go through. */
export type Through = 'stud' | 'top plates' | 'bottom plate' | 'corner studs' | 'block' | 'exterior wall';

/** What one hole goes through, and how long the bit must and may be. */
export interface Bore {
  readonly through: Through;
  /** Wood (or masonry) to go through, mm; 0 for sheet steel. */
  readonly woodMm: number;
  /** What lies there, from the side that is drilled from. */
  readonly layers: readonly Layer[];
  /** Shortest bit that comes out on the other side, mm. */
  readonly bitLeastMm: number;
  /** Longest bit that fits beside the member with its drill, mm; null where there is room. */
  readonly bitMostMm: number | null;
}

/** Actual sizes of framing lumber and boards, mm; common practice. */
const PLATE_MM = inches(1.5);
export const NAILER: Layer = 'nailer board';
const NAILER_MM = inches(1.5);
const SUBFLOOR_MM = inches(0.75);
const SHEATHING_MM = inches(1.25);
const BRICK_MM = inches(4.5);
/** What of a bit stays in the chuck and in front of the wood. */
const SHANK_MM = inches(2);
/** Head of a right-angle drill with its chuck. */
const HEAD_MM = inches(5);

/** Do the joists over a room run along a wall: then a nailer board holds the ceiling board over its plates. */
export const nailerOver = ({ room, along }: WallLine): boolean =>
  room.above.kind !== 'none' && (room.above.joists === 'x') === Math.abs(along.xMm) > 0.5;

function layersOf(
  through: Through,
  framing: Framing,
  line: WallLine | undefined,
  woodMm: number,
): readonly (readonly [Layer, number])[] {
  switch (through) {
    case 'stud':
      return [[woodMm > 1.5 * framing.memberMm ? 'studs side by side' : 'stud', woodMm]];
    case 'corner studs':
      return [['doubled corner studs', 2 * framing.memberMm]];
    case 'top plates':
      return [
        ...(line && nailerOver(line) ? ([[NAILER, NAILER_MM]] as const) : []),
        ['double top plate', 2 * PLATE_MM],
      ];
    case 'bottom plate':
      return [
        ['subfloor', SUBFLOOR_MM],
        ['bottom plate', PLATE_MM],
      ];
    case 'block':
      return [['block', PLATE_MM]];
    case 'exterior wall':
      return line?.wall.outerFace === 'masonry'
        ? [['brick and its gap', BRICK_MM]]
        : [['sheathing and siding', SHEATHING_MM]];
  }
}

/** Clear width of the narrower bay beside a place at a height, mm; undefined where no bay is. */
function bayBeside(frame: WallFrame, xMm: number, heightMm: number): number | undefined {
  const beside = frame.bays.filter(
    (b) =>
      b.rightMm >= xMm - frame.wall.framing.memberMm &&
      b.leftMm <= xMm + frame.wall.framing.memberMm &&
      heightMm >= b.bottomMm &&
      heightMm <= b.topMm,
  );
  return beside.length === 0 ? undefined : Math.min(...beside.map((b) => b.rightMm - b.leftMm));
}

/**
 * What a hole goes through and which bit does it. A drill that works inside a bay has only that bay's width for its head and bit.
 * @returns undefined for sheet steel, which is punched or cut with a step bit
 */
export function boreOf(
  hole: {
    readonly through: Through;
    readonly xMm: number;
    readonly heightMm: number;
    readonly bushing: boolean;
  },
  frame: WallFrame,
  line: WallLine | undefined,
): Bore | undefined {
  if (hole.bushing) return undefined;
  const across = hole.through === 'stud' ? woodAt(frame, hole.xMm, hole.heightMm) : undefined;
  const member = across ? across.rightMm - across.leftMm : frame.wall.framing.memberMm;
  const layers = layersOf(hole.through, frame.wall.framing, line, member);
  const woodMm = layers.reduce((s, [, mm]) => s + mm, 0);
  const bay = hole.through === 'stud' ? bayBeside(frame, hole.xMm, hole.heightMm) : undefined;
  return {
    through: hole.through,
    woodMm,
    layers: layers.map(([name]) => name),
    bitLeastMm: woodMm + SHANK_MM,
    bitMostMm: bay === undefined ? null : Math.max(0, bay - HEAD_MM),
  };
}

/** Short enough to be worth a word: the usual spade bit is longer. */
const SPADE_MM = inches(6);

/** What is drilled and with what, as one sentence. */
export function boreText(bore: Bore): Text {
  const least = msg('routing.bore', {
    wood: q.length(bore.woodMm),
    layers: allOf(bore.layers.map((layer) => msg(`names.layer.${layer}`))),
    least: q.length(bore.bitLeastMm),
  });
  if (bore.bitMostMm === null || bore.bitMostMm >= SPADE_MM)
    return msg('routing.bore.plain', { bore: least });
  return bore.bitMostMm < bore.bitLeastMm
    ? msg('routing.bore.flexible', { wood: q.length(bore.woodMm) })
    : msg('routing.bore.narrow', { bore: least, most: q.length(bore.bitMostMm) });
}
