import { DOMParser, type Element } from '@xmldom/xmldom';
import svgPath from 'svg-path-commander';
import type { At } from './drawing.ts';
import { parseDxf } from './dxf-parser.ts';
import { msg, type Message } from '../words/index.ts';

/** The lines of a floor plan in a file: closed outlines and loose lines of a DXF or an SVG as segments. */

export interface Segment {
  readonly a: At;
  readonly b: At;
  /** Drawn in a block or symbol that is set in: a window, furniture. */
  readonly block?: true;
}

/** Part of a circle: the swing of a door, most of the time. */
export interface Arc {
  readonly center: At;
  readonly radius: number;
}

/** A text and where it stands. */
export interface Label {
  readonly at: At;
  readonly text: string;
}

/** Node.ELEMENT_NODE. */
const ELEMENT = 1;
/** A sheet that is wider than this is drawn in the size of the house, mm. */
const LEAST_SHEET_MM = 3000;

/** $INSUNITS of a DXF: millimeters in one unit, and what it is called. */
const DXF_UNITS: Readonly<Record<number, readonly [number, Message]>> = {
  1: [25.4, msg('sheets.plan.file-says.inches')],
  2: [304.8, msg('sheets.plan.file-says.feet')],
  4: [1, msg('sheets.plan.file-says.millimeters')],
  5: [10, msg('sheets.plan.file-says.centimeters')],
  6: [1000, msg('sheets.plan.file-says.meters')],
};

export const pairs = (points: readonly At[], closed: boolean): Segment[] => [
  ...points.slice(1).map((b, i): Segment => ({ a: points[i] ?? b, b })),
  ...(closed && points.length > 2
    ? [{ a: points.at(-1) ?? { x: 0, y: 0 }, b: points[0] ?? { x: 0, y: 0 } }]
    : []),
];

/** The lines of a drawing, in units of its file. */
export interface PlanLines {
  readonly segments: readonly Segment[];
  readonly arcs: readonly Arc[];
  readonly labels: readonly Label[];
  readonly leftOut: readonly Message[];
  /** Mm for one unit of the file and where that is from; null where the file does not say. */
  readonly unit: readonly [number, Message] | null;
}

const DEGREE = Math.PI / 180;
/** What is moved, turned and scaled: [a c e; b d f; 0 0 1], as SVG writes it. */
type Matrix = readonly [number, number, number, number, number, number];
const STAYS: Matrix = [1, 0, 0, 1, 0, 0];
const apply = ([a, b, c, d, e, f]: Matrix, { x, y }: At): At => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f,
});
const after = (m: Matrix, n: Matrix): Matrix => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
];
/** How much lengths grow, on average. */
const grows = ([a, b, c, d]: Matrix): number => Math.sqrt(Math.abs(a * d - b * c));
const turnedBy = (angle: number): Matrix => [
  Math.cos(angle),
  Math.sin(angle),
  -Math.sin(angle),
  Math.cos(angle),
  0,
  0,
];

interface DxfEntity {
  readonly type: string;
  readonly vertices?: readonly { x: number; y: number; bulge?: number }[];
  readonly shape?: boolean;
  readonly center?: At;
  readonly radius?: number;
  readonly text?: string;
  readonly startPoint?: At;
  readonly position?: At;
  readonly name?: string;
  readonly xScale?: number;
  readonly yScale?: number;
  /** Degrees. */
  readonly rotation?: number;
}
interface DxfBlock {
  readonly position?: At;
  readonly entities?: readonly DxfEntity[];
}

/** Blocks set in blocks end somewhere. */
const MOST_NESTED = 6;
/** Formatting inside a text of several lines: fonts, heights, breaks. */
const plainText = (text: string): string =>
  text
    .replaceAll(/\\P/g, ' ')
    .replaceAll(/\\[A-Za-z][^;\\]*;/g, '')
    .replaceAll(/[{}]/g, '')
    .replaceAll(/\s+/g, ' ')
    .trim();

/** A stretch of a polyline that is bent: the circle that it is part of. */
function bent(a: At, b: At, bulge: number): Arc {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const chord = Math.hypot(dx, dy);
  const radius = (chord * (1 + bulge * bulge)) / (4 * Math.abs(bulge));
  const off = (1 - bulge * bulge) / (4 * bulge);
  return { center: { x: (a.x + b.x) / 2 - dy * off, y: (a.y + b.y) / 2 + dx * off }, radius };
}

/** Collects what a drawing holds, placed. */
class Collected {
  readonly segments: Segment[] = [];
  readonly arcs: Arc[] = [];
  readonly labels: Label[] = [];
  readonly skipped = new Map<string, number>();

  line(from: At, to: At, m: Matrix, block: boolean): void {
    const [a, b] = [apply(m, from), apply(m, to)];
    this.segments.push(block ? { a, b, block } : { a, b });
  }
  arc({ center, radius }: Arc, m: Matrix): void {
    this.arcs.push({ center: apply(m, center), radius: radius * grows(m) });
  }
  label(text: string | undefined, at: At | undefined, m: Matrix): void {
    const plain = plainText(text ?? '');
    if (plain !== '' && at) this.labels.push({ text: plain, at: apply(m, at) });
  }
  skip(kind: string): void {
    this.skipped.set(kind, (this.skipped.get(kind) ?? 0) + 1);
  }
}

/** @throws whatever the parser throws at what is no DXF */
export function fromDxf(source: string): PlanLines {
  const parsed = parseDxf(source);
  const { blocks = {} } = parsed as unknown as { blocks?: Record<string, DxfBlock | undefined> };
  const out = new Collected();
  const visit = (e: DxfEntity, m: Matrix, depth: number): void => {
    const block = depth > 0;
    switch (e.type) {
      case 'LINE':
      case 'LWPOLYLINE':
      case 'POLYLINE': {
        const points = e.vertices ?? [];
        const closed = e.shape === true;
        points.forEach((p, i) => {
          const next = points[i + 1] ?? (closed ? points[0] : undefined);
          if (!next) return;
          if (p.bulge) out.arc(bent(p, next, p.bulge), m);
          else out.line(p, next, m, block);
        });
        return;
      }
      case 'ARC':
        if (e.center && e.radius) out.arc({ center: e.center, radius: e.radius }, m);
        return;
      case 'TEXT':
        return out.label(e.text, e.startPoint ?? e.position, m);
      case 'MTEXT':
        return out.label(e.text, e.position, m);
      case 'INSERT': {
        const own = blocks[e.name ?? ''];
        if (!own?.entities || depth >= MOST_NESTED) return out.skip(e.type);
        const { x, y } = e.position ?? { x: 0, y: 0 };
        const base = own.position ?? { x: 0, y: 0 };
        const placed = [
          [1, 0, 0, 1, x, y],
          turnedBy((e.rotation ?? 0) * DEGREE),
          [e.xScale ?? 1, 0, 0, e.yScale ?? 1, 0, 0],
          [1, 0, 0, 1, -base.x, -base.y],
        ] as const satisfies readonly Matrix[];
        for (const inner of own.entities) visit(inner, placed.reduce<Matrix>(after, m), depth + 1);
        return;
      }
      default:
        return out.skip(e.type);
    }
  };
  // Up in a DXF is down on a plan that grows to the south.
  for (const e of parsed.entities) visit(e, [1, 0, 0, -1, 0, 0], 0);
  const unit = Number((parsed.header as Record<string, unknown> | undefined)?.['$INSUNITS'] ?? 0);
  return {
    segments: out.segments,
    arcs: out.arcs,
    labels: out.labels,
    leftOut: [...out.skipped].map(([type, count]) =>
      msg('sheets.plan.entities', { type: type.toLowerCase(), count }),
    ),
    unit: DXF_UNITS[unit] ?? null,
  };
}

const num = (v: string | undefined): number => Number.parseFloat(v ?? '0') || 0;

const NUMBERS = /-?\d*\.?\d+(?:e[-+]?\d+)?/gi;

function pointsOf(list: string): At[] {
  const values = (list.match(NUMBERS) ?? []).map(Number);
  return values.flatMap((x, i) =>
    i % 2 === 0 && values[i + 1] !== undefined ? [{ x, y: values[i + 1] ?? 0 }] : [],
  );
}

/** Circle through two points with a radius: which of the two centers, the flags of the path say. */
function circleOf(a: At, b: At, radius: number, large: boolean, sweep: boolean): Arc {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const half = Math.hypot(dx, dy) / 2;
  const r = Math.max(radius, half);
  const off = Math.sqrt(Math.max(0, r * r - half * half)) * (large === sweep ? -1 : 1);
  const n = half === 0 ? { x: 0, y: 0 } : { x: -dy / (2 * half), y: dx / (2 * half) };
  return { center: { x: (a.x + b.x) / 2 + n.x * off, y: (a.y + b.y) / 2 + n.y * off }, radius: r };
}

function pathShapes(d: string): { segments: Segment[]; arcs: Arc[] } {
  const segments: Segment[] = [];
  const arcs: Arc[] = [];
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
    else if (command === 'A') arcs.push(circleOf(last, to, v[0] ?? 0, v[3] === 1, v[4] === 1));
    // Other curves are no walls: what they join stays open, and is told.
    else if (command === 'L' || command === 'H' || command === 'V' || command === 'Z')
      segments.push({ a: last, b: to });
    last = to;
  }
  return { segments, arcs };
}

/** Kinds of elements that are no walls. */
const NO_WALLS = ['circle', 'ellipse', 'image'] as const;
type Skipped = (typeof NO_WALLS)[number] | 'use';

/** Lines and swings of one element, in its own coordinates. */
function shapesOf(e: Element): { segments: readonly Segment[]; arcs: readonly Arc[] } {
  const n = (name: string) => num(e.getAttribute(name) ?? undefined);
  const lines = (segments: readonly Segment[]) => ({ segments, arcs: [] });
  switch (e.localName) {
    case 'line':
      return lines([{ a: { x: n('x1'), y: n('y1') }, b: { x: n('x2'), y: n('y2') } }]);
    case 'rect': {
      const [l, t, w, h] = [n('x'), n('y'), n('width'), n('height')];
      const corners = [
        { x: l, y: t },
        { x: l + w, y: t },
        { x: l + w, y: t + h },
        { x: l, y: t + h },
      ];
      return lines(pairs(corners, true));
    }
    case 'polyline':
    case 'polygon':
      return lines(pairs(pointsOf(e.getAttribute('points') ?? ''), e.localName === 'polygon'));
    case 'path':
      return pathShapes(e.getAttribute('d') ?? '');
    default:
      return lines([]);
  }
}

/** One step of a transform list. */
function stepOf(name: string, v: readonly number[]): Matrix {
  const [a = 0, b = 0, c = 0, d = 1, e = 0, f = 0] = v;
  switch (name) {
    case 'matrix':
      return [a, b, c, d, e, f];
    case 'translate':
      return [1, 0, 0, 1, a, b];
    case 'scale':
      return [a, 0, 0, v[1] ?? a, 0, 0];
    case 'rotate':
      return [
        [1, 0, 0, 1, b, c] as const,
        turnedBy(a * DEGREE),
        [1, 0, 0, 1, -b, -c] as const,
      ].reduce<Matrix>(after, STAYS);
    case 'skewX':
      return [1, 0, Math.tan(a * DEGREE), 1, 0, 0];
    case 'skewY':
      return [1, Math.tan(a * DEGREE), 0, 1, 0, 0];
    default:
      return STAYS;
  }
}
const transformOf = (list: string): Matrix =>
  [...list.matchAll(/(\w+)\s*\(([^)]*)\)/g)].reduce<Matrix>(
    (m, [, name = '', values = '']) => after(m, stepOf(name, (values.match(NUMBERS) ?? []).map(Number))),
    STAYS,
  );

/** What is wrong with the markup ends the reading: half a drawing would be half a house. */
function svgRoot(source: string): Element {
  const parser = new DOMParser({
    onError: (level, message) => {
      if (level !== 'warning') throw new Error(message);
    },
  });
  const root = parser.parseFromString(source, 'image/svg+xml').documentElement;
  if (root?.localName !== 'svg') throw new Error('no svg element');
  return root;
}

/** What is only shown where something else uses it. */
const DEFINED: ReadonlySet<string> = new Set(['defs', 'symbol', 'clipPath', 'mask', 'pattern', 'marker']);

/** @throws Error where it is no SVG */
export function fromSvg(source: string): PlanLines {
  const out = new Collected();
  const root = svgRoot(source);
  const byId = new Map<string, Element>();
  const note = (e: Element): void => {
    const id = e.getAttribute('id');
    if (id) byId.set(id, e);
    for (const child of e.childNodes) if (child.nodeType === ELEMENT) note(child as Element);
  };
  note(root);
  const visit = (e: Element, outer: Matrix, depth: number): void => {
    const m = after(outer, transformOf(e.getAttribute('transform') ?? ''));
    const n = (name: string) => num(e.getAttribute(name) ?? undefined);
    const { segments, arcs } = shapesOf(e);
    for (const { a, b } of segments) out.line(a, b, m, depth > 0);
    for (const a of arcs) out.arc(a, m);
    if (e.localName === 'text') return out.label(e.textContent ?? '', { x: n('x'), y: n('y') }, m);
    if (e.localName === 'use') {
      const used = byId.get((e.getAttribute('href') ?? e.getAttribute('xlink:href') ?? '').replace('#', ''));
      if (!used || depth >= MOST_NESTED) return out.skip('use');
      return visitInside(used, after(m, [1, 0, 0, 1, n('x'), n('y')]), depth + 1);
    }
    const kind = NO_WALLS.find((k) => k === e.localName);
    if (kind) out.skip(kind);
    for (const child of e.childNodes)
      if (child.nodeType === ELEMENT && !DEFINED.has((child as Element).localName ?? ''))
        visit(child as Element, m, depth);
  };
  /** A symbol that is used shows what is in it; anything else shows itself. */
  const visitInside = (e: Element, m: Matrix, depth: number): void => {
    if (e.localName !== 'symbol') return visit(e, m, depth);
    for (const child of e.childNodes) if (child.nodeType === ELEMENT) visit(child as Element, m, depth);
  };
  visit(root, STAYS, 0);
  const width = /^([\d.]+)\s*(mm|cm|in)$/.exec((root.getAttribute('width') ?? '').trim());
  const box = pointsOf(root.getAttribute('viewBox') ?? '')[1];
  const mm = { mm: 1, cm: 10, in: 25.4 }[width?.[2] ?? ''];
  return {
    segments: out.segments,
    arcs: out.arcs,
    labels: out.labels,
    leftOut: [...out.skipped].map(([kind, count]) =>
      msg(`sheets.plan.skipped.${kind as Skipped}`, { count }),
    ),
    // A drawing on paper is small: its size alone does not say how large the house is.
    unit:
      width && mm && box && num(width[1]) * mm > LEAST_SHEET_MM
        ? [(num(width[1]) * mm) / box.x, msg('sheets.plan.sheet-size')]
        : null,
  };
}
