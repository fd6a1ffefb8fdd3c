import type { House, Position, Room, WallId } from '../document/index.ts';
import {
  bayAt,
  frameWall,
  type Bay,
  type PlanOfHouse,
  type Spot,
  type WallFrame,
} from '../structure/index.ts';
import { inches } from '../units/index.ts';
import {
  ARM_REACH_MM,
  BOTTOM_PLATE_MM,
  OPERATION_BIT,
  OPERATIONS,
  SLOT_HEIGHT_MM,
  TOP_PLATES_MM,
  type OperationKind,
  type Weights,
} from './operations.ts';

/** Where a node of the graph lies, for drawing and for measuring. */
export type Place =
  | { readonly in: 'wall'; readonly wallId: WallId; readonly xMm: number; readonly heightMm: number }
  | { readonly in: 'above' | 'below'; readonly spot: Spot };

export interface Node {
  readonly id: number;
  readonly place: Place;
  /** Set on the node of a box. */
  readonly terminal: string | null;
}

export interface Edge {
  readonly to: number;
  readonly op: OperationKind;
  /** The operation as one bit, for leaving kinds out of a search. */
  readonly bit: number;
  readonly cableMm: number;
  readonly minutes: number;
  readonly openedMm2: number;
  readonly holes: number;
  readonly risk: number;
  readonly cost: number;
}

export interface RouteGraph {
  readonly nodes: readonly Node[];
  readonly edges: readonly (readonly Edge[])[];
  readonly terminals: ReadonlyMap<string, number>;
}

export interface Terminal {
  readonly id: string;
  readonly at: Position;
}

export interface GraphInput {
  readonly house: House;
  readonly plan: PlanOfHouse;
  readonly frames: ReadonlyMap<WallId, WallFrame>;
  readonly terminals: readonly Terminal[];
  readonly weights: Weights;
  /** Fishing alone takes about twice as long. */
  readonly alone: boolean;
  /** Walls that the wiring method may not run inside. */
  readonly closed?: ReadonlySet<WallId>;
}

const SAME_HEIGHT_MM = 40;
/** Two members side by side are still one crossing; a wider gap is a door. */
const CROSSING_MM = inches(6.5);

interface BayPlace {
  readonly frame: WallFrame;
  readonly bay: Bay;
  readonly nodes: number[];
}

/** Builds the portals and the operations between them. One builder a call; its arrays become the graph. */
class GraphBuilder {
  readonly nodes: Node[] = [];
  readonly edges: Edge[][] = [];
  readonly terminals = new Map<string, number>();
  readonly bays = new Map<string, BayPlace>();
  /** Boxes by wall, as places. */
  readonly boxesOn = new Map<WallId, Extract<Place, { in: 'wall' }>[]>();
  readonly above: number[] = [];
  readonly below: number[] = [];
  private readonly input: GraphInput;

  constructor(input: GraphInput) {
    this.input = input;
  }

  add(place: Place, terminal: string | null = null): number {
    const id = this.nodes.length;
    this.nodes.push({ id, place, terminal });
    this.edges.push([]);
    if (terminal !== null) {
      this.terminals.set(terminal, id);
      if (place.in === 'wall')
        this.boxesOn.set(place.wallId, [...(this.boxesOn.get(place.wallId) ?? []), place]);
    }
    return id;
  }

  link(
    a: number,
    b: number,
    op: OperationKind,
    cableMm: number,
    extra: { openedMm2?: number; factor?: number; crowded?: number } = {},
  ): void {
    const { minutes: base, minutesPerMetre, holes, risk } = OPERATIONS[op];
    const { weights, alone } = this.input;
    const solo = alone && op === 'fish' ? 2 : 1;
    const minutes = (base + (minutesPerMetre * cableMm) / 1000) * solo * (extra.factor ?? 1);
    const openedMm2 = extra.openedMm2 ?? 0;
    const totalRisk = risk + (extra.crowded ?? 0);
    const perMinute = op === 'run-attic' || op === 'drill-plate-above' ? weights.atticMinute : weights.minute;
    const cost =
      minutes * perMinute +
      (cableMm / 1000) * weights.cableMetre +
      (openedMm2 / 1e6) * weights.openedSquareMetre +
      holes * weights.hole +
      totalRisk * weights.risk;
    const bit = OPERATION_BIT[op];
    this.edges[a]?.push({ to: b, op, bit, cableMm, minutes, openedMm2, holes, risk: totalRisk, cost });
    this.edges[b]?.push({ to: a, op, bit, cableMm, minutes, openedMm2, holes, risk: totalRisk, cost });
  }

  bayPlace(frame: WallFrame, bay: Bay): BayPlace {
    const key = `${frame.wall.id}#${bay.index}`;
    const known = this.bays.get(key);
    if (known) return known;
    const made: BayPlace = { frame, bay, nodes: [] };
    this.bays.set(key, made);
    return made;
  }

  inBay(at: BayPlace, xMm: number, heightMm: number, terminal: string | null = null): number {
    const id = this.add({ in: 'wall', wallId: at.frame.wall.id, xMm, heightMm }, terminal);
    at.nodes.push(id);
    return id;
  }
}

const wallNode = (builder: GraphBuilder, id: number): { xMm: number; heightMm: number } => {
  const place = builder.nodes[id]?.place;
  return place?.in === 'wall' ? place : { xMm: 0, heightMm: 0 };
};

function addTerminals(builder: GraphBuilder, input: GraphInput): void {
  for (const t of input.terminals) {
    const spot = input.plan.spotOf(t.at);
    if (!spot) continue;
    if (t.at.on === 'wall') {
      const frame = input.frames.get(t.at.wallId);
      if (!frame) continue;
      // A box on a stud still hangs in the bay beside it: the nearest one at that height.
      const at = t.at;
      const bay =
        bayAt(frame, at.xMm, at.heightMm) ??
        [...frame.bays]
          .filter((b) => at.heightMm >= b.bottomMm && at.heightMm <= b.topMm)
          .sort((a, b) => gapTo(a, at.xMm) - gapTo(b, at.xMm))[0];
      if (bay) builder.inBay(builder.bayPlace(frame, bay), at.xMm, at.heightMm, t.id);
    } else {
      const side = t.at.on === 'basement' ? 'below' : 'above';
      const room = input.plan.roomOf(t.at);
      const open =
        side === 'above'
          ? room?.above.kind === 'attic'
          : room?.below.kind === 'basement' || room?.below.kind === 'crawl';
      const id = builder.add({ in: side, spot }, t.id);
      if (open) builder[side].push(id);
    }
  }
}

const gapTo = (bay: Bay, x: number): number => Math.max(bay.leftMm - x, x - bay.rightMm, 0);

const roomOfFrame = (input: GraphInput, frame: WallFrame): Room | undefined =>
  input.plan.lines.get(frame.wall.id)?.room;

/** Plates of the bays that hold a box, and of their neighbours within reach of it. */
function addPlates(builder: GraphBuilder, input: GraphInput): void {
  for (const { frame, bay, nodes } of [...builder.bays.values()]) {
    if (input.closed?.has(frame.wall.id)) continue;
    const room = roomOfFrame(input, frame);
    const line = input.plan.lines.get(frame.wall.id);
    if (!room || !line) continue;
    const boxes = nodes.filter((n) => builder.nodes[n]?.terminal !== null);
    if (boxes.length === 0) continue;
    // Aim for the middle of the bay, as a person drilling blind does.
    const x = (bay.leftMm + bay.rightMm) / 2;
    const spot: Spot = { xMm: line.from.xMm + line.along.xMm * x, yMm: line.from.yMm + line.along.yMm * x };
    const place = builder.bayPlace(frame, bay);
    if (bay.throughTop && room.above.kind === 'attic' && room.above.canEnter) {
      const top = builder.inBay(place, x, bay.topMm);
      const up = builder.add({ in: 'above', spot });
      builder.above.push(up);
      builder.link(top, up, 'drill-plate-above', TOP_PLATES_MM);
    }
    if (
      bay.throughBottom &&
      (room.below.kind === 'basement' || room.below.kind === 'crawl') &&
      room.below.canEnter
    ) {
      const bottom = builder.inBay(place, x, bay.bottomMm);
      const down = builder.add({ in: 'below', spot });
      builder.below.push(down);
      builder.link(bottom, down, 'drill-plate-below', BOTTOM_PLATE_MM, {
        factor: room.below.kind === 'crawl' ? 1.6 : 1,
      });
    }
  }
}

const terminalHeights = (builder: GraphBuilder, wallId: WallId) => builder.boxesOn.get(wallId) ?? [];

/** Levels at which studs are crossed: those of the boxes, near-equal ones as one. */
function levels(heights: readonly number[]): number[] {
  const out: number[] = [];
  for (const h of [...heights].sort((a, b) => a - b))
    if (out.length === 0 || h - (out.at(-1) ?? 0) > SAME_HEIGHT_MM) out.push(h);
  return out;
}

/** Stud crossings along a wall: by hand next to an open box, else by opening the wall. */
function addCrossings(builder: GraphBuilder, frame: WallFrame, heights: readonly number[]): void {
  const boxes = terminalHeights(builder, frame.wall.id);
  for (let i = 0; i + 1 < frame.bays.length; i++) {
    const [a, b] = [frame.bays[i], frame.bays[i + 1]];
    if (!a || !b || b.leftMm - a.rightMm > CROSSING_MM) continue;
    for (const h of heights) {
      if (h < Math.max(a.bottomMm, b.bottomMm) || h > Math.min(a.topMm, b.topMm)) continue;
      const left = builder.inBay(builder.bayPlace(frame, a), a.rightMm, h);
      const right = builder.inBay(builder.bayPlace(frame, b), b.leftMm, h);
      const wood = b.leftMm - a.rightMm;
      const hand = boxes.some(
        (t) =>
          Math.abs(t.heightMm - h) <= SAME_HEIGHT_MM &&
          (Math.abs(t.xMm - a.rightMm) <= ARM_REACH_MM || Math.abs(t.xMm - b.leftMm) <= ARM_REACH_MM),
      );
      if (hand) builder.link(left, right, 'drill-stud', wood);
      // From the middle of one bay to the middle of the next: the board that comes off for one stud.
      const strip = (a.rightMm - a.leftMm) / 2 + wood + (b.rightMm - b.leftMm) / 2;
      builder.link(left, right, 'slot-wall', wood, { openedMm2: strip * SLOT_HEIGHT_MM });
    }
  }
}

function addCorners(builder: GraphBuilder, input: GraphInput, room: Room, heights: readonly number[]): void {
  room.walls.forEach((wall, i) => {
    const next = room.walls[(i + 1) % room.walls.length];
    const a = input.frames.get(wall.id);
    const b = next && input.frames.get(next.id);
    const last = a?.bays.at(-1);
    const first = b?.bays[0];
    if (!a || !b || !last || !first || wall.id === next.id || wall.turn !== 'right') return;
    if (input.closed?.has(wall.id) || input.closed?.has(next.id)) return;
    // A door right in the corner leaves no bay to turn from.
    if (a.wall.lengthMm - last.rightMm > CROSSING_MM || first.leftMm > CROSSING_MM) return;
    for (const h of heights) {
      if (h < Math.max(last.bottomMm, first.bottomMm) || h > Math.min(last.topMm, first.topMm)) continue;
      const from = builder.inBay(builder.bayPlace(a, last), last.rightMm, h);
      const to = builder.inBay(builder.bayPlace(b, first), first.leftMm, h);
      const wood = a.wall.lengthMm - last.rightMm + first.leftMm;
      builder.link(from, to, 'turn-corner', wood, { openedMm2: (inches(12) + wood) * SLOT_HEIGHT_MM });
    }
  });
}

/** Another room's face of the same bay: the cable only has to come out on the other side. */
function addBackToBack(builder: GraphBuilder, input: GraphInput): void {
  for (const node of [...builder.nodes]) {
    if (node.terminal === null || node.place.in !== 'wall') continue;
    const behind = input.plan.behind(node.place.wallId, node.place.xMm);
    const frame = behind && input.frames.get(behind.line.wall.id);
    const bay = frame && bayAt(frame, behind.xMm, node.place.heightMm);
    if (!frame || !bay) continue;
    const far = builder.inBay(builder.bayPlace(frame, bay), behind.xMm, node.place.heightMm);
    builder.link(node.id, far, 'same-bay', frame.wall.framing.depthMm);
  }
}

function crowded(
  frame: WallFrame,
  a: { xMm: number; heightMm: number },
  b: { xMm: number; heightMm: number },
): 'free' | 'tight' | 'blocked' {
  let state: 'free' | 'tight' | 'blocked' = 'free';
  const [bottom, top] = [Math.min(a.heightMm, b.heightMm), Math.max(a.heightMm, b.heightMm)];
  const [left, right] = [Math.min(a.xMm, b.xMm), Math.max(a.xMm, b.xMm)];
  for (const o of frame.wall.obstacles) {
    if (
      o.topMm <= bottom ||
      o.bottomMm >= top ||
      o.rightMm <= left - inches(7) ||
      o.leftMm >= right + inches(7)
    )
      continue;
    const bay = frame.bays.find((x) => x.leftMm <= left + 1 && x.rightMm >= right - 1);
    const width = bay ? bay.rightMm - bay.leftMm : frame.wall.framing.spacingMm;
    const takes =
      Math.min(o.rightMm, bay?.rightMm ?? o.rightMm) - Math.max(o.leftMm, bay?.leftMm ?? o.leftMm);
    if (takes > width - inches(1.5)) return 'blocked';
    if (takes > 0) state = 'tight';
  }
  return state;
}

const NONE: ReadonlySet<WallId> = new Set();

function joinBays(builder: GraphBuilder, closed: ReadonlySet<WallId> = NONE): void {
  for (const { frame, nodes } of builder.bays.values()) {
    if (closed.has(frame.wall.id)) continue;
    for (let i = 0; i < nodes.length; i++)
      for (let j = i + 1; j < nodes.length; j++) {
        const [p, q] = [nodes[i] ?? 0, nodes[j] ?? 0];
        const [a, b] = [wallNode(builder, p), wallNode(builder, q)];
        const how = crowded(frame, a, b);
        if (how === 'blocked') continue;
        const cable = Math.abs(a.xMm - b.xMm) + Math.abs(a.heightMm - b.heightMm);
        builder.link(p, q, 'fish', cable, {
          // Portals on the same spot need no work between them.
          factor: cable < 1 ? 0 : frame.wall.insulated ? 2 : 1,
          crowded: how === 'tight' ? 0.15 : 0,
        });
      }
  }
}

/** Attic and basement: along the framing and square across it; the house's framing decides which is harder. */
function joinFlat(
  builder: GraphBuilder,
  list: readonly number[],
  op: 'run-attic' | 'run-below',
  acrossX: boolean,
): void {
  for (let i = 0; i < list.length; i++)
    for (let j = i + 1; j < list.length; j++) {
      const [p, q] = [builder.nodes[list[i] ?? 0]?.place, builder.nodes[list[j] ?? 0]?.place];
      if (!p || !q || p.in === 'wall' || q.in === 'wall') continue;
      const dx = Math.abs(p.spot.xMm - q.spot.xMm);
      const dy = Math.abs(p.spot.yMm - q.spot.yMm);
      const across = acrossX ? dx : dy;
      builder.link(list[i] ?? 0, list[j] ?? 0, op, dx + dy, {
        factor: dx + dy === 0 ? 1 : 1 + (0.6 * across) / (dx + dy),
      });
    }
}

/** Frames of every wall of a house, worked out once per house. */
export function framesOf(house: House): Map<WallId, WallFrame> {
  return new Map(house.rooms.flatMap((r) => r.walls.map((w) => [w.id, frameWall(w, r.ceilingMm)] as const)));
}

/** The graph of portals between the boxes given: bays, plates, stud crossings, corners, attic, basement, the other face. */
export function buildGraph(input: GraphInput): RouteGraph {
  const builder = new GraphBuilder(input);
  addTerminals(builder, input);
  addBackToBack(builder, input);
  addPlates(builder, input);
  for (const room of input.house.rooms) {
    const own = room.walls.flatMap((w) => terminalHeights(builder, w.id));
    if (own.length === 0) continue;
    const heights = levels(own.map((t) => t.heightMm));
    for (const wall of room.walls) {
      const frame = input.frames.get(wall.id);
      if (frame && !input.closed?.has(wall.id)) addCrossings(builder, frame, heights);
    }
    addCorners(builder, input, room, heights);
  }
  joinBays(builder, input.closed);
  const first = input.house.rooms[0];
  joinFlat(builder, builder.above, 'run-attic', first?.above.joists === 'y');
  joinFlat(builder, builder.below, 'run-below', first?.below.joists === 'y');
  return { nodes: builder.nodes, edges: builder.edges, terminals: builder.terminals };
}
