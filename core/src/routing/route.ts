import { isRaceway, type CableType, type House, type WallId } from '../document/index.ts';
import type { CodePack } from '../codes/pack.ts';
import {
  JOIST_MEMBERS,
  joistsOf,
  USUAL_JOISTS_MM,
  type MemberFacts,
  type PlanOfHouse,
  type Spot,
  type WallFrame,
} from '../structure/index.ts';
import { formatCable, formatMark, inches, MM_PER_INCH } from '../units/index.ts';
import { boreOf, boreWords, type Bore, type Through } from './boring.ts';
import { atDrill, bayFor, metBetween } from './in-walls.ts';
import { END_SLACK_MM, JOIST_HOLE_MM, OPERATIONS, type OperationKind } from './operations.ts';
import { onWall, type Edge, type Place, type RouteGraph, type WallPlace } from './places.ts';
import type { Found } from './search.ts';

export interface Hole {
  readonly through: Through;
  readonly diameterMm: number;
  /** What stays of the wood to its nearer face when drilled in the middle. */
  readonly edgeMm: number;
  readonly plateNeeded: boolean;
  readonly fireSeal: boolean;
  /** Sheet steel: the cable goes through a bushing that is snapped in first. */
  readonly bushing: boolean;
  /** Where to mark: along the wall from its left corner, and how high. */
  readonly wallId: WallId;
  readonly xMm: number;
  readonly heightMm: number;
  /** The bay it opens into, from stud to stud, mm. */
  readonly bayMm: readonly [number, number];
  /** What it goes through and the bit for it; undefined in sheet steel. */
  readonly bore: Bore | undefined;
}

/** A joist that is bored for a run below the floor. */
export interface JoistHole {
  readonly spot: Spot;
  readonly diameterMm: number;
  /** Wood that must stay above and below the hole, mm. */
  readonly keepMm: number;
}

export interface Move {
  readonly op: OperationKind;
  readonly from: Place;
  readonly to: Place;
  readonly cableMm: number;
  readonly minutes: number;
  readonly openedMm2: number;
  readonly holes: readonly Hole[];
  readonly joists: readonly JoistHole[];
  /** Holes that an earlier run has drilled and this one goes through as well. */
  readonly again?: readonly Hole[];
  /** Steel plates over a cable that runs too near a face without a hole of its own. */
  readonly plates: number;
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

const THROUGH: Partial<Record<OperationKind, Through>> = {
  'drill-stud': 'stud',
  'slot-wall': 'stud',
  'turn-corner': 'corner studs',
  'drill-plate-above': 'top plates',
  'drill-plate-below': 'bottom plate',
  'open-ceiling-edge': 'top plates',
  'between-floors': 'top plates',
  'cross-blocking': 'block',
  'through-siding': 'exterior wall',
  'through-masonry': 'exterior wall',
};
/** Crossings of a floor or ceiling line that are sealed against fire and air; a wall to the outside against rain. */
const SEALED: ReadonlySet<Through> = new Set(['top plates', 'bottom plate', 'block', 'exterior wall']);

interface Words {
  readonly house: House;
  readonly plan: PlanOfHouse;
  readonly frames: ReadonlyMap<WallId, WallFrame>;
  readonly pack: CodePack;
  /** Wiring method of the run: the holes of a raceway must take the pipe and its connectors. */
  readonly method: CableType;
}

/** Outside diameter of 1/2 in tubing and its couplings asks for this bit, mm. */
const RACEWAY_HOLE_MM = inches(0.875);

/** Diameter of the hole that an operation needs, mm: for the cable and its fish, or for a raceway with its fittings. */
export const holeDiameterMm = (op: OperationKind, raceway = false): number => {
  const { holeMm } = OPERATIONS[op];
  return holeMm > 0 && raceway ? Math.max(holeMm, RACEWAY_HOLE_MM) : holeMm;
};

function hole(words: Words, op: OperationKind, through: Through, at: WallPlace, xMm: number): Hole {
  const frame = words.frames.get(at.wallId);
  const framing = frame?.wall.framing;
  const bushing = framing?.kind === 'steel' && through !== 'exterior wall' && through !== 'block';
  const depth = framing?.depthMm ?? inches(3.5);
  const diameterMm = holeDiameterMm(op, isRaceway(words.method));
  const edgeMm = (depth - diameterMm) / 2;
  const bay = frame?.bays.find((b) => xMm >= b.leftMm && xMm <= b.rightMm);
  return {
    through,
    diameterMm,
    edgeMm,
    plateNeeded: through !== 'exterior wall' && edgeMm < words.pack.limits.holeEdgeMm.value - 0.01,
    fireSeal: SEALED.has(through),
    bushing,
    bore: frame && boreOf({ through, xMm, bushing }, frame, words.plan.lines.get(at.wallId)),
    bayMm: bay ? [bay.leftMm, bay.rightMm] : [0, frame?.wall.lengthMm ?? 0],
    wallId: at.wallId,
    xMm,
    heightMm: at.heightMm,
  };
}

/** Heights of the blocks that are drilled between two places of one bay: those that the search reckoned with. */
function blocksBetween(words: Words, a: WallPlace, b: WallPlace): number[] {
  const frame = words.frames.get(a.wallId);
  const bay = frame && bayFor(frame, (a.xMm + b.xMm) / 2, a.heightMm);
  return bay ? metBetween({ frame, bay }, a, b).blocks.map((o) => (o.bottomMm + o.topMm) / 2) : [];
}

function holesOfEdge(words: Words, op: OperationKind, from: Place, to: Place): Hole[] {
  const through = THROUGH[op];
  const at = onWall(from) ? from : onWall(to) ? to : undefined;
  if (!through || !at) return [];
  const both = onWall(from) && onWall(to);
  if (op === 'between-floors' && both) {
    const [low, high] = from.heightMm > to.heightMm ? [from, to] : [to, from];
    return [hole(words, op, 'top plates', low, low.xMm), hole(words, op, 'bottom plate', high, high.xMm)];
  }
  if (op === 'turn-corner' && both)
    return [hole(words, op, through, from, from.xMm), hole(words, op, through, to, to.xMm)];
  if (op === 'cross-blocking' && both)
    return blocksBetween(words, from, to).map((heightMm) => ({
      ...hole(words, op, through, from, (from.xMm + to.xMm) / 2),
      heightMm,
    }));
  const other = both && to.wallId === from.wallId ? to.xMm : at.xMm;
  return [hole(words, op, through, at, (at.xMm + other) / 2)];
}

/** Joists bored on a run below the floor: square to them at even steps, as the framing lies. */
function joistHoles(words: Words, from: Place, to: Place): JoistHole[] {
  if (!('spot' in from) || !('spot' in to)) return [];
  const room = words.house.rooms.find((r) => r.id === from.roomId);
  if (!room || joistsOf(room, 'below').pass !== 'bore') return [];
  const alongX = room.below.joists === 'y';
  const [a, b] = alongX ? [from.spot.xMm, to.spot.xMm] : [from.spot.yMm, to.spot.yMm];
  const n = Math.round(Math.abs(b - a) / USUAL_JOISTS_MM);
  const keepMm = words.pack.limits.joistHoleEdgeMm.value;
  return Array.from({ length: n }, (_, i): JoistHole => {
    const v = a + ((b - a) * (i + 0.5)) / n;
    return {
      spot: alongX ? { xMm: v, yMm: from.spot.yMm } : { xMm: from.spot.xMm, yMm: v },
      diameterMm: isRaceway(words.method) ? RACEWAY_HOLE_MM : JOIST_HOLE_MM,
      keepMm,
    };
  });
}

/**
 * The holes of a piece of run that are bored through the open hole of a box, with nothing else opened, in groups: one of each
 * group has to be within reach of such a hole. None where it is bored otherwise.
 */
export function boredByHand(move: Move): readonly (readonly Hole[])[] {
  const holes = [...move.holes, ...(move.again ?? [])];
  if (move.op === 'drill-stud') return holes.map((h) => [h]);
  const fromTheHole = move.op === 'cross-blocking' || move.op === 'between-floors';
  return fromTheHole && move.openedMm2 === 0 ? [holes] : [];
}

const BITS: readonly (readonly [number, string])[] = [
  [0.75, '3/4 in'],
  [0.875, '7/8 in'],
  [1, '1 in'],
];
const bit = (mm: number): string =>
  BITS.find(([n]) => Math.abs(mm - n * MM_PER_INCH) < 0.1)?.[1] ?? `${Math.round(mm)} mm`;

/** Sheet steel cuts: NEC 300.4(B). */
const STEEL_STUD =
  'Steel stud: use a punched hole where one lies at this height, else a step bit; snap a bushing in before the cable goes through.';

const joistsUnder = (words: Words, place: Place): MemberFacts => {
  const room = onWall(place) ? undefined : words.house.rooms.find((r) => r.id === place.roomId);
  return room ? joistsOf(room, 'below') : JOIST_MEMBERS.lumber;
};

function describe(
  words: Words,
  op: OperationKind,
  from: Place,
  to: Place,
  cableMm: number,
  holes: readonly Hole[],
  opened: boolean,
): { says: string; why: string } {
  const L = (mm: number) => formatMark(mm, words.house.units);
  const cable = formatCable(cableMm, words.house.units);
  const wallName = (p: Place) =>
    onWall(p) ? (words.plan.lines.get(p.wallId)?.wall.name ?? 'the wall').toLowerCase() : '';
  const corner = (p: Place) => (onWall(p) ? `${L(p.xMm)} from the left corner of the ${wallName(p)}` : '');
  const on = onWall(from) ? from : to;
  const steel = holes.some((h) => h.bushing);
  const size = bit(holes[0]?.diameterMm ?? holeDiameterMm(op, isRaceway(words.method)));
  const studs = `${holes.length === 1 ? 'the stud' : `${holes.length} studs`} at ${holes.map((h) => L(h.xMm)).join(', ')} from the left corner of the ${wallName(from)}, ${L(holes[0]?.heightMm ?? 0)} up`;
  const bore = holes.find((h) => h.bore)?.bore;
  const beside = holes.some((h) => {
    const frame = words.frames.get(h.wallId);
    return frame && atDrill(frame, h.xMm, h.xMm, h.heightMm).some((o) => o.kind === 'cable');
  });
  const live = beside ? ' A cable was seen there: look first, keep the bit an inch above or below it.' : '';
  const wood = bore ? ` ${boreWords(bore, words.house.units)}` : '';
  switch (op) {
    case 'fish': {
      if (!onWall(from) || !onWall(to)) return { says: 'Fish through the bay', why: '' };
      const rise = to.heightMm - from.heightMm;
      const way = Math.abs(rise) < 50 ? 'across the bay' : rise > 0 ? 'up the bay' : 'down the bay';
      const end =
        Math.abs(rise) < 50
          ? 'Push from the box hole, catch it at the next one.'
          : 'Drop or push from the open end, catch it at the box: gravity works for you from above.';
      return {
        says: `Fish ${cable} ${way}, ${wallName(from)}`,
        why: `${end} Tape the cable smoothly to the fish so that it does not snag. If one end does not work, come from the other.`,
      };
    }
    case 'drill-plate-above':
      return {
        says: `Drill ${size} down through the top plates, ${corner(on)}`,
        why: `Aim for the middle of the bay. Push a marker wire through first and measure to the same reference on both sides.${wood} Seal the hole afterwards.`,
      };
    case 'drill-plate-below':
      return {
        says: `Drill ${size} up through the bottom plate, ${corner(on)}`,
        why: `Aim for the middle of the bay; a marker wire at the baseboard shows the spot from below.${wood} Seal the hole afterwards.`,
      };
    case 'drill-stud':
      return {
        says: `Through the open box hole, ${steel ? 'pass' : `drill ${size} through`} ${studs}`,
        why: steel
          ? STEEL_STUD
          : `In the middle of the stud, so that the wood to both faces is even.${wood}${live}`,
      };
    case 'slot-wall':
      return {
        says: `Open a 4 in strip of board and ${steel ? 'pass' : `drill ${size} through`} ${studs}`,
        why: `Cut shallow, save the piece, close it again afterwards.${steel ? ` ${STEEL_STUD}` : ''}${live}`,
      };
    case 'turn-corner':
      return {
        says: `Open both sides of the corner and drill round it, ${corner(on)}`,
        why: `Corner studs stand double: two holes that meet.${wood}`,
      };
    case 'run-attic':
      return {
        says: `In the attic, run ${cable} and staple it`,
        why: 'Along the joists low on their sides; across them with guard strips within 6 ft of a hatch, and wherever stairs or a ladder stay. Step on joists only.',
      };
    case 'run-below':
      return {
        says: `Below the floor, run ${cable} and staple it`,
        why: joistsUnder(words, from).says,
      };
    case 'same-bay':
      return { says: 'Bring it out on the other face of the same bay', why: 'The two rooms share this bay.' };
    case 'cross-blocking':
      return {
        says: `${opened ? 'Open the drywall at the blocking and drill' : 'Drill'} ${size} through ${holes.length === 1 ? 'the block' : `${holes.length} blocks`} ${corner(on)}, ${holes.map((h) => `${L(h.heightMm)} up`).join(', ')}, and fish ${cable}`,
        why: opened
          ? 'Cut a 6 in square and save the piece. Seal the hole: the block stops fire.'
          : 'With a flexible bit and its guide from the box hole. If it wanders, open the board at the block instead. Seal the hole: the block stops fire.',
      };
    case 'between-floors':
      return {
        says: `${opened ? 'Open the drywall at the plates and drill' : 'Drill'} ${size} through plates and floor to the wall above, ${corner(on)}`,
        why: opened
          ? 'Cut a 6 in square and save the piece; a long bit, in the middle of the bay. Look for pipes and ducts on both floors first. Seal both holes.'
          : 'With a flexible bit from the box hole, in the middle of the bay. Look for pipes and ducts on both floors first. Seal both holes.',
      };
    case 'open-ceiling-edge':
      return {
        says: `Open wall and ceiling where they meet, ${corner(on)}, and drill ${size} through the top plates`,
        why: `From there the joist bay is open to the fish.${wood} A steel plate where the cable bends over the plate.`,
      };
    case 'fish-joists':
      return {
        says: `Fish ${cable} along the joist bay`,
        why: 'Stiff rods lie on the board; look for bridging between the joists with a light and a mirror first.',
      };
    case 'slot-ceiling':
      return {
        says: `Open a 4 in strip of ceiling across the joists and run ${cable}`,
        why: 'Bore every joist in the middle third of its depth; go through the open webs of trusses and never cut them. Cut shallow, save the piece.',
      };
    case 'behind-baseboard':
      return {
        says: `Take the baseboard off and make a hole behind it, ${corner(on)}`,
        why: 'Cut the caulk first, pry against a board so that the wall is not dented, number the pieces.',
      };
    case 'trim-chase':
      return {
        says: `Run ${cable} behind the baseboard, ${wallName(from)}`,
        why: 'A notch in each stud and a steel plate over it: nails of the baseboard would find the cable.',
      };
    case 'open-soffit':
      return {
        says: `Open the underside of the soffit, ${corner(on)}, 8 in square`,
        why: 'Look first whether the wall behind it is open or boarded; save the piece. Soffits often hide ducts and pipes.',
      };
    case 'run-soffit':
      return {
        says: `Fish ${cable} inside the soffit, ${wallName(on)}`,
        why: 'Along its back upper edge, clear of screws from below; blocks inside it are bored or opened.',
      };
    case 'use-passage':
      return {
        says: `Use the hole or conduit that is there, ${corner(on)}`,
        why: 'Fish it first: a way that is there may be full or blocked.',
      };
    case 'through-siding':
      return {
        says: `Drill ${size} out through sheathing and siding, ${corner(on)}`,
        why: 'Slightly downhill to the outside so that water runs out. A long thin bit first to see where it comes out. Seal round the box.',
      };
    case 'through-masonry':
      return {
        says: `Drill ${size} out through the masonry, ${corner(on)}`,
        why: 'In a joint where the cladding is brick; slightly downhill to the outside. Seal round the box.',
      };
    case 'conduit-outside':
      return {
        says: `Run ${cable} of conduit on the outside, ${wallName(on)}`,
        why: 'Straps as the kind of conduit asks, every fitting raintight, wires made for wet places.',
      };
    case 'surface-run':
      return {
        says: `Run ${cable} on the face of the ${wallName(on)}`,
        why: 'Straight and level, strapped; it starts and ends in boxes made for it.',
      };
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

/** Nothing is done where such a piece has no length: a corner that is passed. */
const JUST_THERE: ReadonlySet<OperationKind> = new Set([
  'fish',
  'trim-chase',
  'run-soffit',
  'surface-run',
  'conduit-outside',
]);

/** Brings what is one piece of work together: a row of studs drilled or slotted at one height, with the short ways between. */
function stretches(found: Found, places: readonly Place[]): Stretch[] {
  const out: { op: OperationKind; edges: Edge[]; places: Place[] }[] = [];
  found.edges.forEach((edge, i) => {
    const [a, b] = [places[i], places[i + 1]];
    if (!a || !b || (edge.cableMm < 1 && JUST_THERE.has(edge.op))) return;
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

/** Work where the cable or raceway lies open and is fastened as it goes. */
const FASTENED: ReadonlySet<OperationKind> = new Set([
  'run-attic',
  'run-below',
  'conduit-outside',
  'surface-run',
]);

/** Turns a way through the graph into moves with holes, supports, cable with slack and words. */
export function routeOf(words: Words, graph: RouteGraph, found: Found, from: string, to: string): Route {
  const places = found.nodes.flatMap((n) => graph.nodes[n]?.place ?? []);
  const support = words.pack.support(words.method);
  const moves = stretches(found, places).map((stretch): Move => {
    const first = stretch.places[0];
    const last = stretch.places.at(-1);
    if (!first || !last) throw new Error('a stretch has no places');
    const cableMm = stretch.edges.reduce((s, e) => s + e.cableMm, 0);
    const openedMm2 = stretch.edges.reduce((s, e) => s + e.openedMm2, 0);
    const runs = FASTENED.has(stretch.op);
    const holes = stretch.edges.flatMap((e, i) =>
      holesOfEdge(words, e.op, stretch.places[i] ?? first, stretch.places[i + 1] ?? last),
    );
    return {
      op: stretch.op,
      from: first,
      to: last,
      cableMm,
      holes,
      joists: stretch.op === 'run-below' ? joistHoles(words, first, last) : [],
      plates: stretch.op === 'trim-chase' ? Math.max(1, Math.round(cableMm / USUAL_JOISTS_MM)) : 0,
      minutes: stretch.edges.reduce((s, e) => s + e.minutes, 0),
      openedMm2,
      supportsMm: runs ? supportsAlong(cableMm, support.everyMm, support.fromBoxMm) : [],
      ...describe(words, stretch.op, first, last, cableMm, holes, openedMm2 > 0),
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
/** Every hole that is drilled on a way, joists included. */
export const holeCount = (route: Route): number =>
  route.moves.reduce((s, m) => s + m.holes.length + m.joists.length, 0);
