import { makeWall, RoomId, type Room, type Wall } from '../document/index.ts';
import type { At } from './drawing.ts';
import { fromDxf, fromSvg, type PlanLines } from './plan-lines.ts';
import { area, endsOf, faces, joined, reach, rectilinear, sizeOf } from './plan-outlines.ts';
import { msg, type Message } from '../words/index.ts';

/**
 * Walls out of a drawing: its lines become the rooms that they enclose. What was understood is told, and what was left out; the
 * person corrects it.
 */

export interface Understood {
  /** Each an outline in mm, clockwise as seen from above, corners only. */
  readonly outlines: readonly (readonly At[])[];
  readonly segments: number;
  /** Sentences about what was not used, with where. */
  readonly leftOut: readonly Message[];
  /** Mm for one unit of the file, and where that is from; `known` is false when neither file nor person has said. */
  readonly scale: { readonly mmPerUnit: number; readonly from: Message; readonly known: boolean };
  /** How large all of it is, in units of the file: what helps to tell the unit. */
  readonly extent: { readonly x: number; readonly y: number };
  /** How far the drawing was moved to lie at its origin, mm; null when it was there. */
  readonly movedMm: number | null;
}

export type ReadPlan =
  { readonly ok: true; readonly value: Understood } | { readonly ok: false; readonly message: Message };

/** A drawing that begins farther from its origin than this was drawn in coordinates of the land, mm. */
const FAR_MM = 50_000;

/**
 * Reads the walls of a floor plan.
 * @param mmPerUnit what one unit of the file is, when the person says so; left out, as the file says, else inches
 * @returns what was understood, or why the file can't be read
 */
export function readFloorPlan(source: string, kind: 'dxf' | 'svg', mmPerUnit?: number): ReadPlan {
  let raw: PlanLines;
  try {
    raw = kind === 'dxf' ? fromDxf(source) : fromSvg(source);
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    return { ok: false, message: msg('sheets.plan.unreadable', { kind: kind.toUpperCase(), why }) };
  }
  const [unit, from] = raw.unit ?? [25.4, msg('sheets.plan.file-does-not-say')];
  const k = mmPerUnit ?? unit;
  const whole = reach(endsOf(raw.segments));
  const far = Math.max(Math.abs(whole.left), Math.abs(whole.top)) * k;
  const [left, top] = far > FAR_MM ? [whole.left, whole.top] : [0, 0];
  const placed = (p: At): At => ({ x: (p.x - left) * k, y: (p.y - top) * k });
  const segments = raw.segments.map((s) => ({ a: placed(s.a), b: placed(s.b) }));
  const square = faces(joined(segments)).map(rectilinear);
  const closed = square.flatMap((o) => (o ? [o] : []));
  const counted = (count: number, what: 'slanted' | 'small' | 'large'): Message[] =>
    count === 0 ? [] : [msg(`sheets.plan.outlines.${what}`, { count })];
  const value: Understood = {
    outlines: closed
      .filter((o) => sizeOf(o) === 'room')
      .sort((a, b) => (a[0]?.y ?? 0) - (b[0]?.y ?? 0) || (a[0]?.x ?? 0) - (b[0]?.x ?? 0)),
    segments: segments.length,
    leftOut: [
      ...raw.leftOut,
      ...counted(square.length - closed.length, 'slanted'),
      ...counted(closed.filter((o) => sizeOf(o) === 'small').length, 'small'),
      ...counted(closed.filter((o) => sizeOf(o) === 'large').length, 'large'),
    ],
    scale: {
      mmPerUnit: k,
      from: mmPerUnit === undefined ? from : msg('sheets.plan.as-you-said'),
      known: mmPerUnit !== undefined || raw.unit !== null,
    },
    extent: { x: whole.x, y: whole.y },
    movedMm: far > FAR_MM ? far : null,
  };
  return { ok: true, value };
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
