import type { Position, Room, WallId } from '@elwand/core';

/** Millimeters to pixels along one line: all that the strip asks of a scale, and it is on the first screen. */
export interface Scale {
  (mm: number): number;
  readonly invert: (px: number) => number;
}
function linear(lengthMm: number, from: number, to: number): Scale {
  const perMm = (to - from) / (lengthMm || 1);
  return Object.assign((mm: number) => from + mm * perMm, {
    invert: (px: number) => (perMm === 0 ? 0 : (px - from) / perMm),
  });
}

/** Where one wall stands on the strip, px. */
export interface WallBox {
  readonly wallId: WallId;
  readonly name: string;
  readonly left: number;
  readonly right: number;
  readonly lengthMm: number;
  readonly x: Scale;
}

export interface StripLayout {
  readonly width: number;
  readonly height: number;
  readonly walls: readonly WallBox[];
  /** Height above the floor in mm to px. */
  readonly y: Scale;
  readonly ceilingMm: number;
  readonly attic: { readonly top: number; readonly bottom: number };
  readonly below: { readonly top: number; readonly bottom: number };
  /** Where the odds of the bays stand; null when they are not shown. */
  readonly odds: { readonly top: number; readonly bottom: number } | null;
  readonly rule: { readonly top: number; readonly bottom: number };
  /** How much heights are stretched against lengths; 1 is true shape. */
  readonly ratio: number;
}

export interface LayoutOptions {
  readonly width: number;
  readonly onlyWall: string | null;
  readonly trueShape: boolean;
  /** Most px for the height of the walls. */
  readonly wallPx: number;
  /** Leaves room under the walls for the dimensions of holes and boxes. */
  readonly dimensions?: boolean;
  /** Leaves room under the walls for the odds of their bays. */
  readonly odds?: boolean;
}

/** Room for three lanes of cable where there is an attic; a narrow band where nothing runs. */
const ATTIC_PX = 88;
const NO_ATTIC_PX = 34;
const BELOW_PX = 26;
const DIMENSIONS_PX = 32;
const ODDS_PX = 20;
const RULE_PX = 24;
const SIDE_PX = 10;
const MOST_STRETCH = 3;

/** Lays the room's walls side by side as seen from inside; the last wall's right end meets the first one's left. */
export function layoutStrip(
  room: Room,
  { width, onlyWall, trueShape, wallPx, dimensions = false, odds = false }: LayoutOptions,
): StripLayout {
  const walls = onlyWall === null ? room.walls : room.walls.filter((w) => w.id === onlyWall);
  const total = walls.reduce((s, w) => s + w.lengthMm, 0) || 1;
  const across = (width - 2 * SIDE_PX) / total;
  const up = trueShape
    ? Math.min(across, (2 * wallPx) / room.ceilingMm)
    : Math.min(wallPx / room.ceilingMm, across * MOST_STRETCH);
  const scale = trueShape ? up : across;
  const wallHeight = room.ceilingMm * up;
  let at = SIDE_PX;
  const boxes = walls.map((w): WallBox => {
    const left = at;
    at += w.lengthMm * scale;
    return {
      wallId: w.id,
      name: w.name,
      left,
      right: at,
      lengthMm: w.lengthMm,
      x: linear(w.lengthMm, left, at),
    };
  });
  const top = room.above.kind === 'attic' ? ATTIC_PX : NO_ATTIC_PX;
  const floor = top + wallHeight;
  const oddsPx = odds ? ODDS_PX : 0;
  const under = oddsPx + BELOW_PX + (dimensions ? DIMENSIONS_PX : 0);
  return {
    width,
    walls: boxes,
    ceilingMm: room.ceilingMm,
    ratio: up / scale,
    height: floor + under + RULE_PX + 4,
    y: linear(room.ceilingMm, floor, top),
    attic: { top: 4, bottom: top },
    odds: odds ? { top: floor, bottom: floor + oddsPx } : null,
    below: { top: floor + oddsPx, bottom: floor + oddsPx + BELOW_PX },
    rule: { top: floor + under, bottom: floor + under + RULE_PX },
  };
}

export interface Xy {
  readonly x: number;
  readonly y: number;
}

/** Where a position of this room is drawn; undefined when it is not on the strip. Ceiling and attic points stand in the band above, over the first wall's measure. */
export function drawnAt(layout: StripLayout, at: Position, roomId: string): Xy | undefined {
  // A box on the outer face stands where it is, seen through the wall.
  if (at.on === 'wall' || at.on === 'outside') {
    const box = layout.walls.find((w) => w.wallId === at.wallId);
    return box && { x: box.x(at.xMm), y: layout.y(at.heightMm) };
  }
  if (at.roomId !== roomId || at.on === 'somewhere') return undefined;
  const first = layout.walls[0];
  if (!first) return undefined;
  const x = first.x(Math.min(Math.max(at.xMm, 0), first.lengthMm));
  return {
    x,
    y: at.on === 'basement' ? (layout.below.top + layout.below.bottom) / 2 : layout.attic.bottom - 16,
  };
}

/** The wall position under a spot on the screen; undefined beside the walls. */
export function positionAt(
  layout: StripLayout,
  { x, y }: Xy,
): { wallId: WallId; xMm: number; heightMm: number } | undefined {
  const box = layout.walls.find((w) => x >= w.left && x <= w.right);
  if (!box) return undefined;
  const heightMm = layout.y.invert(y);
  if (heightMm < 0 || heightMm > layout.ceilingMm) return undefined;
  return { wallId: box.wallId, xMm: box.x.invert(x), heightMm };
}
