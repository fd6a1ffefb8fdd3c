import Flatbush from 'flatbush';
import { parseSync, type INode } from 'svgson';
import svgPath from 'svg-path-commander';
import { makeWall, RoomId, type Room, type Wall } from '../document/index.ts';
import type { At } from './drawing.ts';
import { parseDxf } from './dxf-parser.ts';

/**
 * Walls out of a drawing: closed outlines and loose lines of a DXF or an SVG become segments, the segments become the rooms that
 * they enclose. What was understood is told, and what was left out; the person corrects it.
 */

export interface Segment {
  readonly a: At;
  readonly b: At;
}

export interface Understood {
  /** Each an outline in mm, clockwise as seen from above, corners only. */
  readonly outlines: readonly (readonly At[])[];
  readonly segments: number;
  /** Sentences about what was not used, with where. */
  readonly leftOut: readonly string[];
  /** Mm for one unit of the file, and where that is from; `known` is false when neither file nor person has said. */
  readonly scale: { readonly mmPerUnit: number; readonly from: string; readonly known: boolean };
  /** How large all of it is, in units of the file: what helps to tell the unit. */
  readonly extent: { readonly x: number; readonly y: number };
  /** How far the drawing was moved to lie at its origin, mm; null when it was there. */
  readonly movedMm: number | null;
}

/** A drawing that begins farther from its origin than this was drawn in coordinates of the land, mm. */
const FAR_MM = 50_000;
/** A room is no longer than a wall may be, mm. */
const MOST_SIDE_MM = 100_000;

/** A room needs this much on each side, mm; what is smaller is a cupboard in a drawing or the thickness of a wall. */
const LEAST_SIDE_MM = 700;
/** Ends of lines this near to each other are one corner, mm. */
const SNAP_MM = 25;
/** Walls this far off square, mm over their length, are still square walls drawn by hand. */
const SQUARE_SHARE = 0.02;

const DXF_UNITS: Readonly<Record<number, readonly [number, string]>> = {
  1: [25.4, 'inches, as the file says'],
  2: [304.8, 'feet, as the file says'],
  4: [1, 'millimeters, as the file says'],
  5: [10, 'centimeters, as the file says'],
  6: [1000, 'meters, as the file says'],
};

const pairs = (points: readonly At[], closed: boolean): Segment[] => [
  ...points.slice(1).map((b, i): Segment => ({ a: points[i] ?? b, b })),
  ...(closed && points.length > 2
    ? [{ a: points.at(-1) ?? { x: 0, y: 0 }, b: points[0] ?? { x: 0, y: 0 } }]
    : []),
];

interface RawPlan {
  readonly segments: readonly Segment[];
  readonly leftOut: readonly string[];
  readonly unit: readonly [number, string] | null;
}

function fromDxf(source: string): RawPlan {
  const parsed = parseDxf(source);
  const leftOut = new Map<string, number>();
  const segments: Segment[] = [];
  for (const e of parsed.entities) {
    const entity = e as unknown as { type: string; vertices?: { x: number; y: number }[]; shape?: boolean };
    // Up in a DXF is down on a plan that grows to the south.
    const points = (entity.vertices ?? []).map((v) => ({ x: v.x, y: -v.y }));
    if (entity.type === 'LINE' || entity.type === 'LWPOLYLINE' || entity.type === 'POLYLINE')
      segments.push(...pairs(points, entity.shape === true));
    else leftOut.set(entity.type, (leftOut.get(entity.type) ?? 0) + 1);
  }
  const unit = Number((parsed.header as Record<string, unknown> | undefined)?.['$INSUNITS'] ?? 0);
  return {
    segments,
    leftOut: [...leftOut].map(([type, k]) => `${k} ${type.toLowerCase()}${k === 1 ? '' : ' entities'}`),
    unit: DXF_UNITS[unit] ?? null,
  };
}

const num = (v: string | undefined): number => Number.parseFloat(v ?? '0') || 0;

function pointsOf(list: string): At[] {
  const values = (list.match(/-?\d*\.?\d+(?:e[-+]?\d+)?/gi) ?? []).map(Number);
  return values.flatMap((x, i) =>
    i % 2 === 0 && values[i + 1] !== undefined ? [{ x, y: values[i + 1] ?? 0 }] : [],
  );
}

function pathSegments(d: string): Segment[] {
  const out: Segment[] = [];
  let start: At = { x: 0, y: 0 };
  let last: At = start;
  for (const [command, ...v] of svgPath.pathToAbsolute(d) as [string, ...number[]][]) {
    const [p, q] = [v.at(-2), v.at(-1)];
    const to: At =
      command === 'H'
        ? { x: v[0] ?? 0, y: last.y }
        : command === 'V'
          ? { x: last.x, y: v[0] ?? 0 }
          : command === 'Z'
            ? start
            : { x: p ?? 0, y: q ?? 0 };
    if (command === 'M') start = to;
    // Curves are no walls: what they join stays open, and is told.
    else if (command === 'L' || command === 'H' || command === 'V' || command === 'Z')
      out.push({ a: last, b: to });
    last = to;
  }
  return out;
}

function fromSvg(source: string): RawPlan {
  const segments: Segment[] = [];
  const leftOut = new Map<string, number>();
  const visit = (node: INode, dx: number, dy: number): void => {
    const { attributes: a } = node;
    const shift = /translate\(\s*(-?[\d.]+)[ ,]*(-?[\d.]+)?/.exec(a['transform'] ?? '');
    const [x, y] = [dx + num(shift?.[1]), dy + num(shift?.[2])];
    if (/rotate|matrix|scale|skew/.test(a['transform'] ?? ''))
      leftOut.set('turned or scaled groups', (leftOut.get('turned or scaled groups') ?? 0) + 1);
    const add = (list: readonly Segment[]) =>
      segments.push(
        ...list.map((s) => ({ a: { x: s.a.x + x, y: s.a.y + y }, b: { x: s.b.x + x, y: s.b.y + y } })),
      );
    switch (node.name) {
      case 'line':
        add([{ a: { x: num(a['x1']), y: num(a['y1']) }, b: { x: num(a['x2']), y: num(a['y2']) } }]);
        break;
      case 'rect': {
        const [l, t, w, h] = [num(a['x']), num(a['y']), num(a['width']), num(a['height'])];
        add(
          pairs(
            [
              { x: l, y: t },
              { x: l + w, y: t },
              { x: l + w, y: t + h },
              { x: l, y: t + h },
            ],
            true,
          ),
        );
        break;
      }
      case 'polyline':
      case 'polygon':
        add(pairs(pointsOf(a['points'] ?? ''), node.name === 'polygon'));
        break;
      case 'path':
        add(pathSegments(a['d'] ?? ''));
        break;
      case 'circle':
      case 'ellipse':
      case 'text':
      case 'image':
      case 'use':
        leftOut.set(node.name, (leftOut.get(node.name) ?? 0) + 1);
        break;
    }
    for (const child of node.children) visit(child, x, y);
  };
  const root = parseSync(source);
  visit(root, 0, 0);
  const width = /^([\d.]+)\s*(mm|cm|in)$/.exec((root.attributes['width'] ?? '').trim());
  const box = pointsOf(root.attributes['viewBox'] ?? '')[1];
  const mm = { mm: 1, cm: 10, in: 25.4 }[width?.[2] ?? ''];
  return {
    segments,
    leftOut: [...leftOut].map(([k, count]) => `${count} ${k}`),
    // A drawing on paper is small: its size alone does not say how large the house is.
    unit:
      width && mm && box && num(width[1]) * mm > 3000
        ? [(num(width[1]) * mm) / box.x, 'the size of the sheet']
        : null,
  };
}

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
function joined(segments: readonly Segment[]): Segment[] {
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

const area = (outline: readonly At[]): number =>
  outline.reduce((s, p, i) => {
    const q = outline[(i + 1) % outline.length] ?? p;
    return s + p.x * q.y - q.x * p.y;
  }, 0) / 2;

/** The smallest loops that the segments enclose: at every corner the next one is the sharpest turn. */
function faces(segments: readonly Segment[]): At[][] {
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

/** Corners only, walls squared where they are nearly so; undefined when a wall is neither along nor across. */
function rectilinear(outline: readonly At[]): At[] | undefined {
  const points: At[] = outline.map((p) => ({ ...p }));
  for (let i = 0; i < points.length; i++) {
    const [p, q] = [points[i], points[(i + 1) % points.length]];
    if (!p || !q) return undefined;
    const [dx, dy] = [Math.abs(q.x - p.x), Math.abs(q.y - p.y)];
    const slack = Math.max(SNAP_MM, SQUARE_SHARE * Math.hypot(dx, dy));
    if (dx > slack && dy > slack) return undefined;
    points[(i + 1) % points.length] = dx <= slack ? { x: p.x, y: q.y } : { x: q.x, y: p.y };
  }
  const corners = points.filter((p, i) => {
    const a = points[(i - 1 + points.length) % points.length] ?? p;
    const b = points[(i + 1) % points.length] ?? p;
    return !(Math.abs(a.x - b.x) < 1 || Math.abs(a.y - b.y) < 1);
  });
  return corners.length >= 4 ? corners : undefined;
}

/** How far a list of points reaches, and where it begins. */
function reach(points: Iterable<At>): { left: number; top: number; x: number; y: number } {
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

const sizeOf = (outline: readonly At[]): 'small' | 'room' | 'large' => {
  const { x, y } = reach(outline);
  return Math.min(x, y) < LEAST_SIDE_MM ? 'small' : Math.max(x, y) > MOST_SIDE_MM ? 'large' : 'room';
};

function* endsOf(segments: readonly Segment[]): Generator<At> {
  for (const s of segments) {
    yield s.a;
    yield s.b;
  }
}

/**
 * Reads the walls of a floor plan.
 * @param mmPerUnit what one unit of the file is, when the person says so; left out, as the file says, else inches
 * @throws Error when the file is neither a DXF nor an SVG that can be read
 */
export function readFloorPlan(source: string, kind: 'dxf' | 'svg', mmPerUnit?: number): Understood {
  let raw: RawPlan;
  try {
    raw = kind === 'dxf' ? fromDxf(source) : fromSvg(source);
  } catch (error) {
    throw new Error(
      `This is no ${kind.toUpperCase()} that can be read: ${error instanceof Error ? error.message : String(error)}`,
      { cause: error },
    );
  }
  const [unit, from] = raw.unit ?? [25.4, 'inches, because the file does not say'];
  const k = mmPerUnit ?? unit;
  const whole = reach(endsOf(raw.segments));
  const far = Math.max(Math.abs(whole.left), Math.abs(whole.top)) * k;
  const [left, top] = far > FAR_MM ? [whole.left, whole.top] : [0, 0];
  const placed = (p: At): At => ({ x: (p.x - left) * k, y: (p.y - top) * k });
  const segments = raw.segments.map((s) => ({ a: placed(s.a), b: placed(s.b) }));
  const square = faces(joined(segments)).map(rectilinear);
  const closed = square.flatMap((o) => (o ? [o] : []));
  const counted = (n: number, what: string): string[] =>
    n === 0 ? [] : [`${n} outline${n === 1 ? '' : 's'} ${what}`];
  return {
    outlines: closed
      .filter((o) => sizeOf(o) === 'room')
      .sort((a, b) => (a[0]?.y ?? 0) - (b[0]?.y ?? 0) || (a[0]?.x ?? 0) - (b[0]?.x ?? 0)),
    segments: segments.length,
    leftOut: [
      ...raw.leftOut,
      ...counted(square.length - closed.length, 'with slanted walls'),
      ...counted(closed.filter((o) => sizeOf(o) === 'small').length, 'too small for a room'),
      ...counted(closed.filter((o) => sizeOf(o) === 'large').length, 'longer than 100 m: is the unit right?'),
    ],
    scale: {
      mmPerUnit: k,
      from: mmPerUnit === undefined ? from : 'as you said',
      known: mmPerUnit !== undefined || raw.unit !== null,
    },
    extent: { x: whole.x, y: whole.y },
    movedMm: far > FAR_MM ? far : null,
  };
}

const SIDE: Readonly<Record<string, string>> = {
  '1,0': 'North',
  '0,1': 'East',
  '-1,0': 'South',
  '0,-1': 'West',
};

/** An outline as a room: its walls clockwise from its upper left corner, named by the side they are on. */
export function roomFromOutline(
  outline: readonly At[],
  name: string,
  template: Room,
  nextId: () => string,
): Room {
  const clockwise = area(outline) > 0 ? outline : [...outline].reverse();
  const start = clockwise.reduce((best, p, i) => {
    const b = clockwise[best] ?? p;
    return p.y < b.y - 1 || (Math.abs(p.y - b.y) <= 1 && p.x < b.x) ? i : best;
  }, 0);
  const corners = [...clockwise.slice(start), ...clockwise.slice(0, start)];
  const id = nextId();
  const count = new Map<string, number>();
  const walls = corners.map((p, i): Wall => {
    const q = corners[(i + 1) % corners.length] ?? p;
    const r = corners[(i + 2) % corners.length] ?? q;
    const cross = (q.x - p.x) * (r.y - q.y) - (q.y - p.y) * (r.x - q.x);
    const side = SIDE[`${Math.sign(Math.round(q.x - p.x))},${Math.sign(Math.round(q.y - p.y))}`] ?? 'Inner';
    const k = (count.get(side) ?? 0) + 1;
    count.set(side, k);
    return makeWall(
      `${id}-w${i + 1}`,
      `${side} wall${k > 1 ? ` ${k}` : ''}`,
      Math.hypot(q.x - p.x, q.y - p.y),
      {
        turn: cross >= 0 ? 'right' : 'left',
      },
    );
  });
  const first = corners[0] ?? { x: 0, y: 0 };
  return { ...template, id: RoomId.parse(id), name, place: { xMm: first.x, yMm: first.y }, walls };
}
