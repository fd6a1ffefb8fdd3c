import type { House, WallId } from '../document/index.ts';
import type { CodePack } from '../codes/pack.ts';
import type { PlanOfHouse, WallFrame } from '../structure/index.ts';
import { MM_PER_INCH, formatLength, inches } from '../units/index.ts';
import type { Edge, Place, RouteGraph } from './graph.ts';
import { END_SLACK_MM, OPERATIONS, type OperationKind } from './operations.ts';
import type { Found } from './search.ts';

export interface Hole {
  readonly through: 'stud' | 'top plates' | 'bottom plate' | 'corner studs';
  readonly diameterMm: number;
  /** What stays of the wood to its nearer face when drilled in the middle. */
  readonly edgeMm: number;
  readonly plateNeeded: boolean;
  readonly fireSeal: boolean;
  /** Where to mark: along the wall from its left corner, and how high. */
  readonly wallId: WallId;
  readonly xMm: number;
  readonly heightMm: number;
}

export interface Move {
  readonly op: OperationKind;
  readonly from: Place;
  readonly to: Place;
  readonly cableMm: number;
  readonly minutes: number;
  readonly openedMm2: number;
  readonly holes: readonly Hole[];
  /** Distances along this move at which the cable is fastened, mm; empty where it is fished. */
  readonly supportsMm: readonly number[];
  readonly says: string;
  readonly why: string;
}

export interface Route {
  readonly from: string;
  readonly to: string;
  readonly moves: readonly Move[];
  /** With the slack left at both boxes. */
  readonly cableMm: number;
  readonly minutes: number;
  readonly openedMm2: number;
  readonly cost: number;
  readonly tools: readonly string[];
  readonly places: readonly Place[];
}

const THROUGH: Partial<Record<OperationKind, Hole['through']>> = {
  'drill-stud': 'stud',
  'slot-wall': 'stud',
  'turn-corner': 'corner studs',
  'drill-plate-above': 'top plates',
  'drill-plate-below': 'bottom plate',
};

interface Words {
  readonly house: House;
  readonly plan: PlanOfHouse;
  readonly frames: ReadonlyMap<WallId, WallFrame>;
  readonly pack: CodePack;
}

function holeOf(words: Words, op: OperationKind, from: Place, to: Place): Hole[] {
  const through = THROUGH[op];
  const at = from.in === 'wall' ? from : to.in === 'wall' ? to : undefined;
  if (!through || !at) return [];
  const frame = words.frames.get(at.wallId);
  const depth = frame?.wall.framing.depthMm ?? inches(3.5);
  const { holeMm } = OPERATIONS[op];
  const edgeMm = (depth - holeMm) / 2;
  const other = from.in === 'wall' && to.in === 'wall' && to.wallId === from.wallId ? to.xMm : at.xMm;
  return [
    {
      through,
      diameterMm: holeMm,
      edgeMm,
      plateNeeded: edgeMm < words.pack.limits.holeEdgeMm.value - 0.01,
      fireSeal: through === 'top plates' || through === 'bottom plate',
      wallId: at.wallId,
      xMm: (at.xMm + other) / 2,
      heightMm: at.heightMm,
    },
  ];
}

const bit = (mm: number): string =>
  Math.abs(mm - MM_PER_INCH) < 0.1
    ? '1 in'
    : Math.abs(mm - 0.75 * MM_PER_INCH) < 0.1
      ? '3/4 in'
      : `${Math.round(mm)} mm`;

function describe(
  words: Words,
  op: OperationKind,
  from: Place,
  to: Place,
  cableMm: number,
  holes: readonly Hole[],
): { says: string; why: string } {
  const L = (mm: number) => formatLength(mm, words.house.units);
  const wallName = (p: Place) =>
    p.in === 'wall' ? (words.plan.lines.get(p.wallId)?.wall.name ?? 'the wall') : '';
  const corner = (p: Place) =>
    p.in === 'wall' ? `${L(p.xMm)} from the left corner of the ${wallName(p).toLowerCase()}` : '';
  const on = from.in === 'wall' ? from : to;
  const studs = `${holes.length === 1 ? 'the stud' : `${holes.length} studs`} at ${holes.map((h) => L(h.xMm)).join(', ')} from the left corner of the ${wallName(from).toLowerCase()}, ${L(holes[0]?.heightMm ?? 0)} up`;
  switch (op) {
    case 'fish': {
      if (from.in !== 'wall' || to.in !== 'wall') return { says: 'Fish through the bay', why: '' };
      const rise = to.heightMm - from.heightMm;
      const way = Math.abs(rise) < 50 ? 'across the bay' : rise > 0 ? 'up the bay' : 'down the bay';
      return {
        says: `Fish ${L(cableMm)} ${way}, ${wallName(from).toLowerCase()}`,
        why: 'Tape the cable smoothly to the fish so that it does not snag. If one end does not work, come from the other.',
      };
    }
    case 'drill-plate-above':
      return {
        says: `Drill ${bit(OPERATIONS[op].holeMm)} down through the top plates, ${corner(on)}`,
        why: 'Aim for the middle of the bay. Push a marker wire through first and measure to the same reference on both sides. Seal the hole afterwards.',
      };
    case 'drill-plate-below':
      return {
        says: `Drill ${bit(OPERATIONS[op].holeMm)} up through the bottom plate, ${corner(on)}`,
        why: 'Aim for the middle of the bay; a marker wire at the baseboard shows the spot from below. Seal the hole afterwards.',
      };
    case 'drill-stud':
      return {
        says: `Through the open box hole, drill ${bit(OPERATIONS[op].holeMm)} through ${studs}`,
        why: 'In the middle of the stud, so that the wood to both faces is even.',
      };
    case 'slot-wall':
      return {
        says: `Open a 4 in strip of board and drill ${bit(OPERATIONS[op].holeMm)} through ${studs}`,
        why: 'Cut shallow, save the piece, close it again afterwards.',
      };
    case 'turn-corner':
      return {
        says: `Open both sides of the corner and drill round it, ${corner(on)}`,
        why: 'Corner studs stand double: two holes that meet.',
      };
    case 'run-attic':
      return {
        says: `In the attic, run ${L(cableMm)} and staple it`,
        why: 'Along the joists low on their sides; across them only with guard strips near a hatch. Step on joists only.',
      };
    case 'run-below':
      return {
        says: `Below the floor, run ${L(cableMm)} and staple it`,
        why: 'Through bored joists or on a running board, never bare across their undersides.',
      };
    case 'same-bay':
      return { says: 'Bring it out on the other face of the same bay', why: 'The two rooms share this bay.' };
  }
}

/** Where staples go on a run of that length: within 12 in of a box end, then never further apart than the limit. */
export function supportsAlong(lengthMm: number, everyMm: number, firstMm: number): number[] {
  if (lengthMm <= 2 * firstMm) return lengthMm > 0 ? [lengthMm / 2] : [];
  const inner = lengthMm - 2 * firstMm;
  const gaps = Math.max(1, Math.ceil(inner / everyMm - 1e-9));
  return Array.from({ length: gaps + 1 }, (_, i) => firstMm + (inner * i) / gaps);
}

interface Stretch {
  readonly op: OperationKind;
  readonly edges: readonly Edge[];
  readonly places: readonly Place[];
}

const level = (a: Place, b: Place): boolean =>
  a.in === 'wall' && b.in === 'wall' && a.wallId === b.wallId && Math.abs(a.heightMm - b.heightMm) < 40;

/** Brings what is one piece of work together: a row of studs drilled or slotted at one height, with the short ways between. */
function stretches(found: Found, places: readonly Place[]): Stretch[] {
  const out: { op: OperationKind; edges: Edge[]; places: Place[] }[] = [];
  found.edges.forEach((edge, i) => {
    const [a, b] = [places[i], places[i + 1]];
    if (!a || !b || (edge.op === 'fish' && edge.cableMm < 1)) return;
    const last = out.at(-1);
    const end = last?.places.at(-1);
    const row = (op: OperationKind) => op === 'drill-stud' || op === 'slot-wall';
    const flat = level(a, b) && (!last || last.op !== 'fish' || level(last.places[0] ?? a, a));
    const joins =
      last &&
      end &&
      flat &&
      level(end, a) &&
      (last.op === edge.op || (row(last.op) && edge.op === 'fish') || (last.op === 'fish' && row(edge.op)));
    if (!joins) out.push({ op: edge.op, edges: [edge], places: [a, b] });
    else {
      last.edges.push(edge);
      last.places.push(b);
      if (row(edge.op)) last.op = edge.op;
    }
  });
  return out;
}

/** Turns a way through the graph into moves with holes, supports, cable with slack and words. */
export function routeOf(words: Words, graph: RouteGraph, found: Found, from: string, to: string): Route {
  const places = found.nodes.flatMap((n) => graph.nodes[n]?.place ?? []);
  const moves = stretches(found, places).map((stretch): Move => {
    const first = stretch.places[0];
    const last = stretch.places.at(-1);
    if (!first || !last) throw new Error('a stretch has no places');
    const cableMm = stretch.edges.reduce((s, e) => s + e.cableMm, 0);
    const runs = stretch.op === 'run-attic' || stretch.op === 'run-below';
    const holes = stretch.edges.flatMap((e, i) =>
      holeOf(words, e.op, stretch.places[i] ?? first, stretch.places[i + 1] ?? last),
    );
    return {
      op: stretch.op,
      from: first,
      to: last,
      cableMm,
      holes,
      minutes: stretch.edges.reduce((s, e) => s + e.minutes, 0),
      openedMm2: stretch.edges.reduce((s, e) => s + e.openedMm2, 0),
      supportsMm: runs
        ? supportsAlong(
            cableMm,
            words.pack.limits.supportEveryMm.value,
            words.pack.limits.supportFromBoxMm.value,
          )
        : [],
      ...describe(words, stretch.op, first, last, cableMm, holes),
    };
  });
  const run = found.edges.reduce((s, e) => s + e.cableMm, 0);
  return {
    from,
    to,
    moves,
    cost: found.cost,
    cableMm: run + 2 * END_SLACK_MM,
    minutes: moves.reduce((s, m) => s + m.minutes, 0),
    openedMm2: moves.reduce((s, m) => s + m.openedMm2, 0),
    tools: [...new Set(moves.flatMap((m) => OPERATIONS[m.op].tools))],
    places,
  };
}

export const holesOf = (route: Route): readonly Hole[] => route.moves.flatMap((m) => m.holes);
