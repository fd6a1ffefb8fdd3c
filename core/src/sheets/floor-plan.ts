import {
  ItemId,
  makeWall,
  RoomId,
  type Opening,
  type Room,
  type RoomUse,
  type Wall,
} from '../document/index.ts';
import type { At } from './drawing.ts';
import { fromDxf, fromSvg, type Arc, type Label, type PlanLines, type Segment } from './plan-lines.ts';
import { nameIn, useOf } from './plan-names.ts';
import { area, endsOf, faces, joined, reach, rectilinear, sizeOf, upperLeft } from './plan-outlines.ts';
import { wallsOf, type WallFound } from './plan-walls.ts';
import { msg, type Message } from '../words/index.ts';

/**
 * Walls out of a drawing: its lines become the rooms that they enclose. What was understood is told, and what was left out; the
 * person corrects it.
 */

export interface Understood {
  /** Each an outline in mm, clockwise as seen from above, corners only. */
  readonly outlines: readonly (readonly At[])[];
  /** The same rooms with what else is known of them, in the same order. */
  readonly rooms: readonly RoomUnderstood[];
  /** Whether walls are drawn as two lines: then their thickness and openings are known. */
  readonly twoLines: boolean;
  /** What is drawn, in mm: to look at what was understood over it. */
  readonly lines: readonly Segment[];
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

/** A room as it was read out of a drawing. */
export interface RoomUnderstood {
  /** The text that stands in it, and what that says it is used as; null where there is none. */
  readonly name: string | null;
  readonly use: RoomUse | null;
  /** Its walls from corner to corner of the outline; empty where they are drawn as one line. */
  readonly walls: readonly WallFound[];
}

export type ReadPlan =
  { readonly ok: true; readonly value: Understood } | { readonly ok: false; readonly message: Message };

/** So much of what is drawn are faces of walls where walls are two lines; with less it is a drawing of single lines. */
const FACES_SHARE = 0.4;
/** With less than this drawn outside of blocks, the blocks are the drawing. */
const OWN_SHARE = 0.2;
/** More lines than these are not shown over what was understood. */
const MOST_SHOWN = 6000;
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
  const all = raw.segments.map((s): Segment => ({ ...s, a: placed(s.a), b: placed(s.b) }));
  // A drawing that is set in as a whole is the drawing.
  const own = all.filter((s) => s.block !== true);
  const segments: readonly Segment[] =
    own.length < OWN_SHARE * all.length ? all.map(({ a, b }) => ({ a, b })) : all;
  const arcs = raw.arcs.map(({ center, radius }): Arc => ({ center: placed(center), radius: radius * k }));
  const labels = raw.labels.map((l): Label => ({ ...l, at: placed(l.at) }));
  const two = wallsOf(segments, arcs);
  const twoLines = two.share >= FACES_SHARE && two.rooms.length > 0;
  const single = twoLines ? [] : segments.filter((s) => s.block !== true);
  const square = faces(joined(single)).map(rectilinear);
  const closed = twoLines ? two.rooms.map((r) => r.outline) : square.flatMap((o) => (o ? [o] : []));
  const wallsIn = new Map<readonly At[], readonly WallFound[]>(two.rooms.map((r) => [r.outline, r.walls]));
  const outlines = closed
    .filter((o) => sizeOf(o) === 'room')
    .sort((a, b) => (a[0]?.y ?? 0) - (b[0]?.y ?? 0) || (a[0]?.x ?? 0) - (b[0]?.x ?? 0));
  const counted = (count: number, what: 'slanted' | 'small' | 'large'): Message[] =>
    count === 0 ? [] : [msg(`sheets.plan.outlines.${what}`, { count })];
  const value: Understood = {
    outlines,
    rooms: outlines.map((outline) => {
      const name = nameIn(outline, labels);
      return { name, use: name === null ? null : useOf(name), walls: wallsIn.get(outline) ?? [] };
    }),
    twoLines,
    lines: segments.slice(0, MOST_SHOWN),
    segments: segments.length,
    leftOut: [
      ...raw.leftOut,
      ...counted(twoLines ? 0 : square.length - closed.length, 'slanted'),
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

/** Heights of openings that a plan does not tell, mm: common practice. */
const HEAD_MM = 2032;
const SILL_MM = 914.4;
/** Boards on both faces of an inside wall, mm. */
const BOARDS_MM = 25.4;
const LEAST_FRAME_MM = 38;
const MOST_FRAME_MM = 600;

/** What a plan tells of a wall: its frame from its thickness, whether it is an outside one, its openings. */
function asFound(found: WallFound | undefined, nextId: () => string): Partial<Wall> {
  if (!found) return {};
  const { framing } = makeWall('w', 'W', 1000);
  const depthMm =
    found.thicknessMm === null
      ? framing.depthMm
      : Math.min(MOST_FRAME_MM, Math.max(LEAST_FRAME_MM, found.thicknessMm - BOARDS_MM));
  return {
    exterior: found.exterior,
    framing: { ...framing, depthMm },
    openings: found.openings.slice(0, 40).map(({ kind, leftMm, rightMm }): Opening => ({
      id: ItemId.parse(nextId()),
      kind,
      leftMm,
      rightMm,
      bottomMm: kind === 'window' ? SILL_MM : 0,
      topMm: HEAD_MM,
    })),
  };
}

/** An outline as a room: its walls clockwise from its upper left corner, named by the side they are on. */
export function roomFromOutline(
  outline: readonly At[],
  name: string,
  template: Room,
  nextId: () => string,
  known: readonly WallFound[] = [],
): Room {
  const clockwise = area(outline) > 0 ? outline : [...outline].reverse();
  const start = upperLeft(clockwise);
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
        ...(known.length === corners.length ? asFound(known[(i + start) % corners.length], nextId) : {}),
      },
    );
  });
  const first = corners[0] ?? { x: 0, y: 0 };
  return { ...template, id: RoomId.parse(id), name, place: { xMm: first.x, yMm: first.y }, walls };
}
