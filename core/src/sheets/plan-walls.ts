import type { At } from './drawing.ts';
import type { Arc, Segment } from './plan-lines.ts';
import { area, cornersOf, sizeOf, upperLeft } from './plan-outlines.ts';

/**
 * Walls drawn as two lines: lines that face each other are the two faces of a wall, gaps between two pieces of one wall are its
 * openings, and what walls and openings enclose are rooms. All in mm, walls along and across the sheet.
 */

/** A wall is so thick, from face to face, mm; a leaf of a door is thinner, a closet deeper. */
const LEAST_WALL_MM = 50;
const MOST_WALL_MM = 500;
/** A piece of wall shorter than this is none, mm. */
const LEAST_PIECE_MM = 30;
/** Lines this near to each other are one line, mm. */
const SAME_MM = 12;
/** Openings are so wide, mm. */
const LEAST_OPENING_MM = 350;
const MOST_OPENING_MM = 6000;
/** One that nothing is drawn in is a way through only up to this, and only with a jamb at both ends, mm. */
const MOST_CASED_MM = 2500;
/** A window is drawn no wider than its opening by more than its frame, mm. */
const MOST_FRAME_MM = 60;
/** A piece is at least so long for its thickness: between two jambs there is an opening, not a wall. */
const LEAST_SHAPE = 0.8;
/** Lines at even steps this far apart and more are stairs, mm. */
const LEAST_TREAD_MM = 150;
/** A grid finer than this is no house. */
const MOST_CELLS = 4_000_000;

/** A line along the sheet (or, turned, across it): where it lies, from where to where. */
interface Line {
  readonly at: number;
  readonly from: number;
  readonly to: number;
  /** It belongs to something that is set in: a window, a piece of furniture. */
  readonly block: boolean;
}

/** A piece of wall or an opening: along from `from` to `to`, its faces at `low` and `high`. */
interface Piece {
  readonly from: number;
  readonly to: number;
  readonly low: number;
  readonly high: number;
}

export type OpeningKind = 'door' | 'window' | 'cased';
interface Gap extends Piece {
  readonly kind: OpeningKind;
}

/** One wall of a room that was found, from one corner of its outline to the next. */
export interface WallFound {
  /** From face to face, mm; null where no wall is drawn there. */
  readonly thicknessMm: number | null;
  /** Nothing lies behind it. */
  readonly exterior: boolean;
  /** From the first corner of that wall, seen from inside going left to right. */
  readonly openings: readonly {
    readonly kind: OpeningKind;
    readonly leftMm: number;
    readonly rightMm: number;
  }[];
}

export interface RoomFound {
  /** Clockwise as seen from above, corners only. */
  readonly outline: readonly At[];
  readonly walls: readonly WallFound[];
}

/** Numbers that nearly agree as one: each is given the middle of its like. */
function snapped(values: readonly number[]): (v: number) => number {
  const sorted = [...new Set(values)].sort((a, b) => a - b);
  const to = new Map<number, number>();
  let group: number[] = [];
  const close = () => {
    const middle = group.reduce((s, v) => s + v, 0) / Math.max(1, group.length);
    for (const v of group) to.set(v, middle);
    group = [];
  };
  for (const v of sorted) {
    if (group.length > 0 && v - (group[0] ?? v) > SAME_MM) close();
    group.push(v);
  }
  close();
  return (v) => to.get(v) ?? v;
}

/** What of a stretch is left when others are taken out of it. */
function without(from: number, to: number, others: readonly Line[]): [number, number][] {
  const out: [number, number][] = [];
  let at = from;
  for (const o of [...others].sort((a, b) => a.from - b.from)) {
    if (o.to <= at) continue;
    if (o.from >= to) break;
    if (o.from > at) out.push([at, Math.min(to, o.from)]);
    at = Math.max(at, o.to);
  }
  if (at < to) out.push([at, to]);
  return out;
}

/** Pieces of wall between lines that face each other with nothing between them. */
function piecesOf(lines: readonly Line[]): Piece[] {
  const sorted = lines.filter((l) => !l.block).sort((a, b) => a.at - b.at);
  const pieces: Piece[] = [];
  sorted.forEach((low, i) => {
    const between: Line[] = [];
    for (let j = i + 1; j < sorted.length; j++) {
      const high = sorted[j];
      if (!high || high.at - low.at > MOST_WALL_MM) break;
      const [from, to] = [Math.max(low.from, high.from), Math.min(low.to, high.to)];
      if (high.at - low.at >= LEAST_WALL_MM && to - from >= LEAST_PIECE_MM)
        for (const [a, b] of without(
          from,
          to,
          between.filter((l) => l.at < high.at - 1),
        ))
          if (b - a >= LEAST_PIECE_MM) pieces.push({ from: a, to: b, low: low.at, high: high.at });
      if (high.at > low.at + 1) between.push(high);
    }
  });
  return bridged(pieces.filter((p) => !stairs(p, pieces) && !besideWall(p, pieces))).filter(
    (p) => p.to - p.from >= LEAST_SHAPE * thicknessOf(p),
  );
}

const thicknessOf = (p: Piece): number => p.high - p.low;
/** Does it lie along more than half of another one? */
const alongMost = (q: Piece, p: Piece): boolean =>
  Math.min(q.to, p.to) - Math.max(q.from, p.from) > (p.to - p.from) / 2;

/** Is it one of a flight of treads: pieces of the same depth on both sides of it, and beyond? */
function stairs(p: Piece, all: readonly Piece[]): boolean {
  if (thicknessOf(p) < LEAST_TREAD_MM) return false;
  const like = all.filter((q) => Math.abs(thicknessOf(q) - thicknessOf(p)) <= 2 * SAME_MM && alongMost(q, p));
  /** Treads one after another from a place on, to one side. */
  const flight = (at: number, near: 'low' | 'high', far: 'low' | 'high'): number => {
    const next = like.find((q) => Math.abs(q[near] - at) < 1);
    return next ? 1 + flight(next[far], near, far) : 0;
  };
  return 1 + flight(p.high, 'low', 'high') + flight(p.low, 'high', 'low') >= 3;
}

/**
 * Is it the room between the face of a wall and a line before it: a shelf, a dimension, the other wall of a closet? A face belongs to
 * one wall, and that is the thinner one.
 */
const besideWall = (p: Piece, all: readonly Piece[]): boolean =>
  thicknessOf(p) >= LEAST_TREAD_MM &&
  all.some(
    (q) =>
      (Math.abs(q.high - p.low) < 1 || Math.abs(q.low - p.high) < 1) &&
      thicknessOf(q) < thicknessOf(p) - SAME_MM &&
      alongMost(q, p),
  );

/** The squares where a wall along and a wall across meet at their ends: in either of them, and drawn in none. */
function cornersBetween(level: readonly Piece[], upright: readonly Piece[]): Rect[] {
  const near = (a: number, b: number) => Math.abs(a - b) <= SAME_MM;
  return level.flatMap((p) =>
    upright.flatMap((q): Rect[] => {
      const meets =
        [p.from, p.to].some((end) => near(end, q.low) || near(end, q.high)) &&
        [q.from, q.to].some((end) => near(end, p.low) || near(end, p.high));
      return meets ? [{ left: q.low, right: q.high, top: p.low, bottom: p.high }] : [];
    }),
  );
}

interface Sheet {
  /** Lines along, and across. */
  readonly lines: readonly Line[];
  readonly across: readonly Line[];
  /** Pieces of wall across: where one stands in a gap there is a corner, and no opening. */
  readonly crossing: readonly Piece[];
  readonly arcs: readonly Arc[];
}

/** Does a jamb close a piece at its end: a line from face to face? */
const jamb = ({ across }: Sheet, { low, high }: Piece, end: number): boolean =>
  across.some((l) => Math.abs(l.at - end) <= SAME_MM && l.from <= low + SAME_MM && l.to >= high - SAME_MM);

/** What is drawn in a gap says what it is: the swing of a door, the lines of a window; nothing in it is a way through. */
function openingIn(sheet: Sheet, gap: Piece, jambs: boolean): OpeningKind | undefined {
  const width = gap.to - gap.from;
  if (width < LEAST_OPENING_MM || width > MOST_OPENING_MM) return undefined;
  const near = thicknessOf(gap) + 3 * SAME_MM;
  const swings = sheet.arcs.some(
    ({ center: { x, y }, radius }) =>
      y >= gap.low - near &&
      y <= gap.high + near &&
      [gap.from, gap.to].some((end) => Math.abs(x - end) <= near) &&
      [width, width / 2].some((w) => Math.abs(radius - w) <= 0.2 * w),
  );
  if (swings) return 'door';
  const glazed = sheet.lines.some(
    (l) =>
      l.at >= gap.low - SAME_MM &&
      l.at <= gap.high + SAME_MM &&
      // It ends with the opening: a face of the wall goes on.
      l.from >= gap.from - MOST_FRAME_MM &&
      l.to <= gap.to + MOST_FRAME_MM &&
      l.to - l.from >= 0.6 * width,
  );
  if (glazed) return 'window';
  return jambs && width <= MOST_CASED_MM ? 'cased' : undefined;
}

/** Pieces of one wall that only another wall parts, where it comes in, are one piece. */
function bridged(pieces: readonly Piece[]): Piece[] {
  const out: Piece[] = [];
  for (const p of [...pieces].sort((a, b) => a.low - b.low || a.high - b.high || a.from - b.from)) {
    const last = out.at(-1);
    if (last && last.low === p.low && last.high === p.high && p.from - last.to < LEAST_OPENING_MM)
      out[out.length - 1] = { ...last, to: Math.max(last.to, p.to) };
    else out.push(p);
  }
  return out;
}

/** Openings between the pieces of one wall, and between its end and the wall that it runs up to. */
function gapsOf(pieces: readonly Piece[], sheet: Sheet): Gap[] {
  const out: Gap[] = [];
  const bands = new Map<string, Piece[]>();
  for (const p of pieces) {
    const key = `${Math.round(p.low)},${Math.round(p.high)}`;
    bands.set(key, [...(bands.get(key) ?? []), p]);
  }
  const add = (gap: Piece, jambs: boolean) => {
    const kind = openingIn(sheet, gap, jambs);
    if (kind) out.push({ ...gap, kind });
  };
  for (const band of bands.values()) {
    band.sort((a, b) => a.from - b.from);
    const { low, high } = band[0] ?? { low: 0, high: 0 };
    const middle = (low + high) / 2;
    // Walls across that this one runs up to: turned, their faces are where they begin and end along this one.
    const stops = sheet.crossing.filter((c) => middle >= c.from - SAME_MM && middle <= c.to + SAME_MM);
    band.forEach((p, i) => {
      const next = band[i + 1];
      const wall = stops
        .filter((c) => c.low >= p.to - SAME_MM)
        .reduce((best, c) => Math.min(best, c.low), Number.POSITIVE_INFINITY);
      if (next && next.from <= wall + SAME_MM) {
        const gap = { from: p.to, to: next.from, low, high };
        add(gap, jamb(sheet, gap, gap.from) && jamb(sheet, gap, gap.to));
      } else if (wall < Number.POSITIVE_INFINITY) {
        const gap = { from: p.to, to: wall, low, high };
        add(gap, jamb(sheet, gap, gap.from));
      }
      const before = band[i - 1];
      const back = stops
        .filter((c) => c.high <= p.from + SAME_MM)
        .reduce((best, c) => Math.max(best, c.high), Number.NEGATIVE_INFINITY);
      if (back > Number.NEGATIVE_INFINITY && (!before || before.to < back - SAME_MM)) {
        const gap = { from: back, to: p.from, low, high };
        add(gap, jamb(sheet, gap, gap.to));
      }
    });
  }
  return out;
}

interface Rect {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}
const along = (p: Piece): Rect => ({ left: p.from, right: p.to, top: p.low, bottom: p.high });
const acrossRect = (p: Piece): Rect => ({ left: p.low, right: p.high, top: p.from, bottom: p.to });

/** The plan as squares between all edges: solid, outside, or the number of a room. */
class Grid {
  readonly xs: number[];
  readonly ys: number[];
  private readonly cells: Int32Array;
  readonly rooms: number;
  static readonly SOLID = -1;
  static readonly OUTSIDE = -2;

  constructor(solids: readonly Rect[]) {
    const edges = (list: readonly number[]) => {
      const all = [...new Set(list)].sort((a, b) => a - b);
      return [(all[0] ?? 0) - 1000, ...all, (all.at(-1) ?? 0) + 1000];
    };
    this.xs = edges(solids.flatMap((r) => [r.left, r.right]));
    this.ys = edges(solids.flatMap((r) => [r.top, r.bottom]));
    this.cells = new Int32Array(this.width * this.height);
    if (this.width * this.height > MOST_CELLS) {
      this.rooms = 0;
      return;
    }
    const atX = new Map(this.xs.map((v, i) => [v, i] as const));
    const atY = new Map(this.ys.map((v, i) => [v, i] as const));
    for (const r of solids)
      for (let j = atY.get(r.top) ?? 0; j < (atY.get(r.bottom) ?? 0); j++)
        this.cells.fill(
          Grid.SOLID,
          j * this.width + (atX.get(r.left) ?? 0),
          j * this.width + (atX.get(r.right) ?? 0),
        );
    this.flood(0, Grid.OUTSIDE);
    let rooms = 0;
    for (let i = 0; i < this.cells.length; i++) if (this.cells[i] === 0) this.flood(i, ++rooms);
    this.rooms = rooms;
  }
  get width(): number {
    return this.xs.length - 1;
  }
  get height(): number {
    return this.ys.length - 1;
  }
  private flood(start: number, as: number): void {
    const queue = [start];
    this.cells[start] = as;
    for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
      const x = at % this.width;
      for (const to of [
        x > 0 ? at - 1 : -1,
        x < this.width - 1 ? at + 1 : -1,
        at - this.width,
        at + this.width,
      ])
        if (to >= 0 && to < this.cells.length && this.cells[to] === 0) {
          this.cells[to] = as;
          queue.push(to);
        }
    }
  }
  cell(i: number, j: number): number {
    return i < 0 || j < 0 || i >= this.width || j >= this.height
      ? Grid.OUTSIDE
      : (this.cells[j * this.width + i] ?? Grid.OUTSIDE);
  }
  at({ x, y }: At): number {
    const find = (list: readonly number[], v: number) =>
      list.findIndex((e, i) => v >= e && v < (list[i + 1] ?? e));
    return this.cell(find(this.xs, x), find(this.ys, y));
  }
}

/** Outer outlines of every room of a grid, clockwise, corners only. */
function outlinesOf(grid: Grid): At[][] {
  const edges = Array.from({ length: grid.rooms + 1 }, () => new Map<string, [number, number][]>());
  const put = (room: number, a: [number, number], b: [number, number]) => {
    const from = edges[room];
    const key = a.join(',');
    from?.set(key, [...(from.get(key) ?? []), b]);
  };
  for (let j = 0; j < grid.height; j++)
    for (let i = 0; i < grid.width; i++) {
      const room = grid.cell(i, j);
      if (room <= 0) continue;
      if (grid.cell(i, j - 1) !== room) put(room, [i, j], [i + 1, j]);
      if (grid.cell(i + 1, j) !== room) put(room, [i + 1, j], [i + 1, j + 1]);
      if (grid.cell(i, j + 1) !== room) put(room, [i + 1, j + 1], [i, j + 1]);
      if (grid.cell(i - 1, j) !== room) put(room, [i, j + 1], [i, j]);
    }
  return edges.slice(1).map((from) => {
    const loops: At[][] = [];
    for (;;) {
      const first = [...from].find(([, to]) => to.length > 0);
      if (!first) break;
      const loop: [number, number][] = [];
      let key: string | undefined = first[0];
      while (key !== undefined) {
        const to: [number, number] | undefined = from.get(key)?.pop();
        if (!to) break;
        loop.push(to);
        key = to.join(',');
      }
      const points = loop.map(([i, j]): At => ({ x: grid.xs[i] ?? 0, y: grid.ys[j] ?? 0 }));
      loops.push(cornersOf(points));
    }
    return loops.reduce((best, l) => (Math.abs(area(l)) > Math.abs(area(best)) ? l : best), []);
  });
}

interface Found {
  readonly level: { readonly pieces: readonly Piece[]; readonly gaps: readonly Gap[] };
  readonly upright: { readonly pieces: readonly Piece[]; readonly gaps: readonly Gap[] };
  readonly grid: Grid;
}

/** One wall of an outline: how thick what is behind it is, whether that is the outside, and its openings. */
function wallOf({ level, upright, grid }: Found, p: At, q: At): WallFound {
  const flat = p.y === q.y;
  const { pieces, gaps } = flat ? level : upright;
  const face = flat ? p.y : p.x;
  const [a, b] = flat ? [p.x, q.x] : [p.y, q.y];
  const [from, to] = [Math.min(a, b), Math.max(a, b)];
  // Clockwise with y growing down, what is outside lies to the left of the way.
  const out = flat ? (q.x > p.x ? -1 : 1) : q.y > p.y ? 1 : -1;
  const onFace = (x: Piece) => Math.abs((out < 0 ? x.high : x.low) - face) <= SAME_MM;
  const shared = (x: Piece) => Math.min(x.to, to) - Math.max(x.from, from);
  const behind = [...pieces, ...gaps].filter((x) => onFace(x) && shared(x) > LEAST_PIECE_MM);
  const most = behind.reduce<Piece | undefined>((m, x) => (!m || shared(x) > shared(m) ? x : m), undefined);
  const thicknessMm = most ? thicknessOf(most) : null;
  const beyond = face + out * ((thicknessMm ?? 0) + 50);
  const samples = [0.1, 0.3, 0.5, 0.7, 0.9].map((s) => {
    const v = from + s * (to - from);
    return grid.at(flat ? { x: v, y: beyond } : { x: beyond, y: v });
  });
  return {
    thicknessMm,
    exterior: samples.filter((s) => s === Grid.OUTSIDE).length >= 3,
    openings: gaps
      .flatMap((g) => {
        if (!onFace(g) || shared(g) <= (g.to - g.from) / 2) return [];
        const ends = [Math.abs(g.from - a), Math.abs(g.to - a)];
        return [{ kind: g.kind, leftMm: Math.min(...ends), rightMm: Math.min(Math.max(...ends), to - from) }];
      })
      .sort((x, y) => x.leftMm - y.leftMm),
  };
}

const turned = (p: At): At => ({ x: p.y, y: p.x });

/** So little off square is drawn by hand. */
const nearlyNone = (offMm: number, lengthMm: number): boolean => offMm <= Math.max(3, 0.005 * lengthMm);

/** Lines that lie along the sheet, of segments that were squared. */
function linesAlong(
  segments: readonly Segment[],
  snapAt: (v: number) => number,
  snapAlong: (v: number) => number,
): Line[] {
  return segments.flatMap(({ a, b, block }) => {
    if (a.y !== b.y || Math.abs(b.x - a.x) < 1) return [];
    const [from, to] = [snapAlong(Math.min(a.x, b.x)), snapAlong(Math.max(a.x, b.x))];
    return to > from ? [{ at: snapAt(a.y), from, to, block: block === true }] : [];
  });
}

/** Is there a line beside it, as long, where the other face of a wall would be? */
const hasTwin = ({ a, b }: Segment, all: readonly Segment[]): boolean => {
  const near = (p: number, q: number) => Math.abs(p - q) <= SAME_MM;
  const level = Math.abs(b.x - a.x) > Math.abs(b.y - a.y);
  return all.some((s) => {
    const [p, q] = near(level ? s.a.x : s.a.y, level ? a.x : a.y) ? [s.a, s.b] : [s.b, s.a];
    const aside = Math.abs(level ? p.y - a.y : p.x - a.x);
    const ends = level ? near(p.x, a.x) && near(q.x, b.x) : near(p.y, a.y) && near(q.y, b.y);
    return ends && aside >= LEAST_WALL_MM && aside <= MOST_WALL_MM;
  });
};

/** The leaf of a door: from the middle of its swing as far as the swing goes, and no face of a wall. */
const isLeaf = (line: Segment, arcs: readonly Arc[], all: readonly Segment[]): boolean => {
  const { a, b } = line;
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  const leaf = arcs.some(
    ({ center, radius }) =>
      Math.abs(length - radius) <= 0.1 * radius &&
      [a, b].some((p) => Math.hypot(p.x - center.x, p.y - center.y) <= 3 * SAME_MM),
  );
  return leaf && !hasTwin(line, all);
};

export interface WallsFound {
  readonly rooms: readonly RoomFound[];
  /** How much of what is drawn along and across is the face of a wall, 0 to 1. */
  readonly share: number;
}

/** Reads walls that are drawn as two lines out of a drawing in mm. */
export function wallsOf(segments: readonly Segment[], arcs: readonly Arc[]): WallsFound {
  const squared = segments.map((s): Segment => {
    const { a, b } = s;
    const block = s.block === true || isLeaf(s, arcs, segments);
    const [dx, dy] = [Math.abs(b.x - a.x), Math.abs(b.y - a.y)];
    const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
    const more = block ? { block } : {};
    if (nearlyNone(dy, dx)) return { a: { x: a.x, y: middle.y }, b: { x: b.x, y: middle.y }, ...more };
    return nearlyNone(dx, dy)
      ? { a: { x: middle.x, y: a.y }, b: { x: middle.x, y: b.y }, ...more }
      : { a, b, ...more };
  });
  const own = squared.filter((s) => s.block !== true);
  const x = snapped(own.flatMap((s) => [s.a.x, s.b.x]));
  const y = snapped(own.flatMap((s) => [s.a.y, s.b.y]));
  const lines = linesAlong(squared, y, x);
  const across = linesAlong(
    squared.map(({ a, b, block }) => ({ a: turned(a), b: turned(b), ...(block === true ? { block } : {}) })),
    x,
    y,
  );
  const [level, upright] = [piecesOf(lines), piecesOf(across)];
  const turnedArcs = arcs.map((c) => ({ ...c, center: turned(c.center) }));
  const levelGaps = gapsOf(level, { lines, across, crossing: upright, arcs });
  const uprightGaps = gapsOf(upright, { lines: across, across: lines, crossing: level, arcs: turnedArcs });
  const grid = new Grid([
    ...[...level, ...levelGaps].map(along),
    ...[...upright, ...uprightGaps].map(acrossRect),
    ...cornersBetween(level, upright),
  ]);
  const found: Found = {
    level: { pieces: level, gaps: levelGaps },
    upright: { pieces: upright, gaps: uprightGaps },
    grid,
  };
  const rooms = outlinesOf(grid).flatMap((loop): RoomFound[] => {
    if (loop.length < 4) return [];
    const start = upperLeft(loop);
    const outline = [...loop.slice(start), ...loop.slice(0, start)];
    if (sizeOf(outline) === 'small') return [];
    return [
      {
        outline,
        walls: outline.map((p, i) => wallOf(found, p, outline[(i + 1) % outline.length] ?? p)),
      },
    ];
  });
  const drawn = [...lines, ...across].reduce((s, l) => s + (l.block ? 0 : l.to - l.from), 0);
  const faced = [...level, ...upright].reduce((s, p) => s + 2 * (p.to - p.from), 0);
  return { rooms, share: drawn === 0 ? 0 : faced / drawn };
}
