import Flatbush from 'flatbush';
import type { At } from './drawing.ts';
import { pairs, type Segment } from './plan-lines.ts';

/** Rooms out of lines: ends that nearly meet become corners, and the loops that the lines enclose become outlines. */

/** A room is no longer than a wall may be, mm. */
const MOST_SIDE_MM = 100_000;
/** A room needs this much on each side, mm; what is smaller is a cupboard in a drawing or the thickness of a wall. */
const LEAST_SIDE_MM = 700;
/** Ends of lines this near to each other are one corner, mm. */
const SNAP_MM = 25;
/** Walls this far off square, mm over their length, are still square walls drawn by hand. */
const SQUARE_SHARE = 0.02;

/** Ends of lines that nearly meet are one corner: the first of them. Looked up by squares of that size, never one by one. */
class Corners {
  readonly all: At[] = [];
  private readonly squares = new Map<string, number[]>();

  at(p: At): At {
    const [x, y] = [Math.floor(p.x / SNAP_MM), Math.floor(p.y / SNAP_MM)];
    let first = Number.POSITIVE_INFINITY;
    for (let i = x - 1; i <= x + 1; i++)
      for (let j = y - 1; j <= y + 1; j++)
        for (const k of this.squares.get(`${i},${j}`) ?? []) {
          const known = this.all[k];
          if (known && k < first && Math.hypot(known.x - p.x, known.y - p.y) <= SNAP_MM) first = k;
        }
    const known = this.all[first];
    if (known) return known;
    const key = `${x},${y}`;
    const beside = this.squares.get(key);
    if (beside) beside.push(this.all.length);
    else this.squares.set(key, [this.all.length]);
    this.all.push(p);
    return p;
  }
}

/** Joins ends that nearly meet, and cuts segments where another one ends on them. */
export function joined(segments: readonly Segment[]): Segment[] {
  const corners = new Corners();
  const ends = segments.map((s) => ({ a: corners.at(s.a), b: corners.at(s.b) })).filter((s) => s.a !== s.b);
  if (ends.length === 0) return [];
  const index = new Flatbush(corners.all.length);
  for (const { x, y } of corners.all) index.add(x, y, x, y);
  index.finish();
  return ends.flatMap((s) => {
    const length = Math.hypot(s.b.x - s.a.x, s.b.y - s.a.y);
    const along = (p: At) => ((p.x - s.a.x) * (s.b.x - s.a.x) + (p.y - s.a.y) * (s.b.y - s.a.y)) / length;
    const aside = (p: At) =>
      Math.abs((p.x - s.a.x) * (s.b.y - s.a.y) - (p.y - s.a.y) * (s.b.x - s.a.x)) / length;
    const on = index
      .search(
        Math.min(s.a.x, s.b.x) - SNAP_MM,
        Math.min(s.a.y, s.b.y) - SNAP_MM,
        Math.max(s.a.x, s.b.x) + SNAP_MM,
        Math.max(s.a.y, s.b.y) + SNAP_MM,
      )
      .flatMap((k) => corners.all[k] ?? [])
      .filter(
        (p) =>
          p !== s.a && p !== s.b && aside(p) <= SNAP_MM && along(p) > SNAP_MM && along(p) < length - SNAP_MM,
      )
      .sort((p, q) => along(p) - along(q));
    return pairs([s.a, ...on, s.b], false);
  });
}

export const area = (outline: readonly At[]): number =>
  outline.reduce((s, p, i) => {
    const q = outline[(i + 1) % outline.length] ?? p;
    return s + p.x * q.y - q.x * p.y;
  }, 0) / 2;

/** The smallest loops that the segments enclose: at every corner the next one is the sharpest turn. */
export function faces(segments: readonly Segment[]): At[][] {
  const out = new Map<At, At[]>();
  const link = (a: At, b: At) => {
    const list = out.get(a) ?? [];
    if (!list.includes(b)) list.push(b);
    out.set(a, list);
  };
  for (const s of segments) {
    link(s.a, s.b);
    link(s.b, s.a);
  }
  const angle = (from: At, to: At) => Math.atan2(to.y - from.y, to.x - from.x);
  for (const [p, list] of out) list.sort((a, b) => angle(p, a) - angle(p, b));
  const used = new Map<At, Set<At>>();
  const found: At[][] = [];
  for (const [start, list] of out)
    for (const first of list) {
      if (used.get(start)?.has(first)) continue;
      const loop: At[] = [];
      let [a, b] = [start, first];
      for (let guard = 0; guard < 10_000; guard++) {
        const seen = used.get(a) ?? new Set<At>();
        if (seen.has(b)) break;
        seen.add(b);
        used.set(a, seen);
        loop.push(a);
        const around = out.get(b) ?? [];
        const next = around[(around.indexOf(a) - 1 + around.length) % around.length];
        if (!next) break;
        [a, b] = [b, next];
      }
      if (loop.length > 3 && area(loop) > 0) found.push(loop);
    }
  return found;
}

/** A square outline without the points along its sides. */
export const cornersOf = (points: readonly At[]): At[] =>
  points.filter((p, i) => {
    const a = points[(i - 1 + points.length) % points.length] ?? p;
    const b = points[(i + 1) % points.length] ?? p;
    return !(Math.abs(a.x - b.x) < 1 || Math.abs(a.y - b.y) < 1);
  });

/** Which corner of an outline is its upper left one. */
export const upperLeft = (outline: readonly At[]): number =>
  outline.reduce((best, p, i) => {
    const b = outline[best] ?? p;
    return p.y < b.y - 1 || (Math.abs(p.y - b.y) <= 1 && p.x < b.x) ? i : best;
  }, 0);

/** Corners only, walls squared where they are nearly so; undefined when a wall is neither along nor across. */
export function rectilinear(outline: readonly At[]): At[] | undefined {
  const points: At[] = outline.map((p) => ({ ...p }));
  for (let i = 0; i < points.length; i++) {
    const [p, q] = [points[i], points[(i + 1) % points.length]];
    if (!p || !q) return undefined;
    const [dx, dy] = [Math.abs(q.x - p.x), Math.abs(q.y - p.y)];
    const slack = Math.max(SNAP_MM, SQUARE_SHARE * Math.hypot(dx, dy));
    if (dx > slack && dy > slack) return undefined;
    points[(i + 1) % points.length] = dx <= slack ? { x: p.x, y: q.y } : { x: q.x, y: p.y };
  }
  const corners = cornersOf(points);
  return corners.length >= 4 ? corners : undefined;
}

/** How far a list of points reaches, and where it begins. */
export function reach(points: Iterable<At>): { left: number; top: number; x: number; y: number } {
  let [left, top, right, bottom] = [
    Number.POSITIVE_INFINITY,
    Number.POSITIVE_INFINITY,
    Number.NEGATIVE_INFINITY,
    Number.NEGATIVE_INFINITY,
  ];
  for (const p of points) {
    if (p.x < left) left = p.x;
    if (p.y < top) top = p.y;
    if (p.x > right) right = p.x;
    if (p.y > bottom) bottom = p.y;
  }
  return right < left ? { left: 0, top: 0, x: 0, y: 0 } : { left, top, x: right - left, y: bottom - top };
}

export const sizeOf = (outline: readonly At[]): 'small' | 'room' | 'large' => {
  const { x, y } = reach(outline);
  return Math.min(x, y) < LEAST_SIDE_MM ? 'small' : Math.max(x, y) > MOST_SIDE_MM ? 'large' : 'room';
};

export function* endsOf(segments: readonly Segment[]): Generator<At> {
  for (const s of segments) {
    yield s.a;
    yield s.b;
  }
}
