import { DOMParser, type Element } from '@xmldom/xmldom';
import svgPath from 'svg-path-commander';
import type { At } from './drawing.ts';
import { parseDxf } from './dxf-parser.ts';
import { msg, type Message } from '../words/index.ts';

/** The lines of a floor plan in a file: closed outlines and loose lines of a DXF or an SVG as segments. */

export interface Segment {
  readonly a: At;
  readonly b: At;
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
  readonly leftOut: readonly Message[];
  /** Mm for one unit of the file and where that is from; null where the file does not say. */
  readonly unit: readonly [number, Message] | null;
}

/** @throws whatever the parser throws at what is no DXF */
export function fromDxf(source: string): PlanLines {
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
    leftOut: [...leftOut].map(([type, count]) =>
      msg('sheets.plan.entities', { type: type.toLowerCase(), count }),
    ),
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

/** Kinds of elements that are no walls. */
const NO_WALLS = ['circle', 'ellipse', 'text', 'image', 'use'] as const;
type NoWall = (typeof NO_WALLS)[number];

/** The lines of one element, in its own coordinates. */
function elementSegments(e: Element): Segment[] {
  const n = (name: string) => num(e.getAttribute(name) ?? undefined);
  switch (e.localName) {
    case 'line':
      return [{ a: { x: n('x1'), y: n('y1') }, b: { x: n('x2'), y: n('y2') } }];
    case 'rect': {
      const [l, t, w, h] = [n('x'), n('y'), n('width'), n('height')];
      const corners = [
        { x: l, y: t },
        { x: l + w, y: t },
        { x: l + w, y: t + h },
        { x: l, y: t + h },
      ];
      return pairs(corners, true);
    }
    case 'polyline':
    case 'polygon':
      return pairs(pointsOf(e.getAttribute('points') ?? ''), e.localName === 'polygon');
    case 'path':
      return pathSegments(e.getAttribute('d') ?? '');
    default:
      return [];
  }
}

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

/** @throws Error where it is no SVG */
export function fromSvg(source: string): PlanLines {
  const segments: Segment[] = [];
  const skipped = new Map<NoWall, number>();
  let turned = 0;
  const visit = (e: Element, dx: number, dy: number): void => {
    const transform = e.getAttribute('transform') ?? '';
    const shift = /translate\(\s*(-?[\d.]+)[ ,]*(-?[\d.]+)?/.exec(transform);
    const [x, y] = [dx + num(shift?.[1]), dy + num(shift?.[2])];
    if (/rotate|matrix|scale|skew/.test(transform)) turned += 1;
    for (const { a, b } of elementSegments(e))
      segments.push({ a: { x: a.x + x, y: a.y + y }, b: { x: b.x + x, y: b.y + y } });
    const kind = NO_WALLS.find((k) => k === e.localName);
    if (kind) skipped.set(kind, (skipped.get(kind) ?? 0) + 1);
    for (const child of e.childNodes) if (child.nodeType === ELEMENT) visit(child as Element, x, y);
  };
  const root = svgRoot(source);
  visit(root, 0, 0);
  const width = /^([\d.]+)\s*(mm|cm|in)$/.exec((root.getAttribute('width') ?? '').trim());
  const box = pointsOf(root.getAttribute('viewBox') ?? '')[1];
  const mm = { mm: 1, cm: 10, in: 25.4 }[width?.[2] ?? ''];
  return {
    segments,
    leftOut: [
      ...(turned > 0 ? [msg('sheets.plan.turned', { count: turned })] : []),
      ...[...skipped].map(([kind, count]) => msg(`sheets.plan.skipped.${kind}`, { count })),
    ],
    // A drawing on paper is small: its size alone does not say how large the house is.
    unit:
      width && mm && box && num(width[1]) * mm > LEAST_SHEET_MM
        ? [(num(width[1]) * mm) / box.x, msg('sheets.plan.sheet-size')]
        : null,
  };
}
