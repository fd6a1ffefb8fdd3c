import { isRaceway, type House } from '../document/index.ts';
import {
  atEvenSteps,
  bayAt,
  joistBayAt,
  joistCenters,
  joistLayout,
  joistsOf,
  openStuds,
  studsSeen,
  USUAL_JOISTS_MM,
} from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { boreOf, type Through } from './boring.ts';
import { bayFor, metBetween } from './in-walls.ts';
import {
  cutLengthMm,
  END_SLACK_MM,
  holeDiameterMm,
  JOIST_HOLE_MM,
  OPERATIONS,
  RACEWAY_HOLE_MM,
  type OperationKind,
} from './operations.ts';
import type { Hole, JoistHole, Move, Route, RouteSetting } from './move.ts';
import { doneText, moveText } from './move-text.ts';
import { holeBetween, onWall, type Edge, type Place, type RouteGraph, type WallPlace } from './places.ts';
import type { Found } from './search.ts';
import type { Tool } from '../words/index.ts';

const THROUGH: Partial<Record<OperationKind, Through>> = {
  'drill-stud': 'stud',
  'bore-open': 'stud',
  'slot-wall': 'stud',
  'turn-corner': 'corner studs',
  'drill-plate-above': 'top plates',
  'drill-plate-open': 'top plates',
  'drill-eave-above': 'top plates',
  'drill-eave-below': 'top plates',
  'turn-outside': 'corner studs',
  'drill-plate-below': 'bottom plate',
  'open-ceiling-edge': 'top plates',
  'between-floors': 'top plates',
  'cross-blocking': 'block',
  'through-siding': 'exterior wall',
  'through-masonry': 'exterior wall',
};
/** Crossings of a floor or ceiling line that are sealed against fire and air; a wall to the outside against rain. */
const SEALED: ReadonlySet<Through> = new Set(['top plates', 'bottom plate', 'block', 'exterior wall']);

function hole(setting: RouteSetting, op: OperationKind, through: Through, at: WallPlace, xMm: number): Hole {
  const frame = setting.frames.get(at.wallId);
  const framing = frame?.wall.framing;
  const bushing = framing?.kind === 'steel' && through !== 'exterior wall' && through !== 'block';
  const depth = framing?.depthMm ?? inches(3.5);
  const diameterMm = holeDiameterMm(op, isRaceway(setting.method));
  const edgeMm = (depth - diameterMm) / 2;
  const bay =
    frame && (bayAt(frame, xMm, at.heightMm) ?? frame.bays.find((b) => xMm >= b.leftMm && xMm <= b.rightMm));
  return {
    through,
    diameterMm,
    edgeMm,
    plateNeeded: through !== 'exterior wall' && edgeMm < setting.pack.limits.holeEdgeMm.value - 0.01,
    fireSeal: SEALED.has(through),
    bushing,
    bore:
      frame &&
      boreOf({ through, xMm, heightMm: at.heightMm, bushing }, frame, setting.plan.lines.get(at.wallId)),
    bayMm: bay ? [bay.leftMm, bay.rightMm] : [0, frame?.wall.lengthMm ?? 0],
    wallId: at.wallId,
    xMm,
    heightMm: at.heightMm,
  };
}

/** Heights of the blocks that are drilled between two places of one bay: those that the search reckoned with. */
function blocksBetween(setting: RouteSetting, a: WallPlace, b: WallPlace): number[] {
  const frame = setting.frames.get(a.wallId);
  const bay = frame && bayFor(frame, (a.xMm + b.xMm) / 2, a.heightMm);
  return bay ? metBetween({ frame, bay }, a, b).blocks.map((o) => (o.bottomMm + o.topMm) / 2) : [];
}

function holesOfEdge(setting: RouteSetting, op: OperationKind, from: Place, to: Place): Hole[] {
  const through = THROUGH[op];
  const at = onWall(from) ? from : onWall(to) ? to : undefined;
  if (!through || !at) return [];
  const both = onWall(from) && onWall(to);
  if (op === 'between-floors' && both) {
    const [low, high] = from.heightMm > to.heightMm ? [from, to] : [to, from];
    return [hole(setting, op, 'top plates', low, low.xMm), hole(setting, op, 'bottom plate', high, high.xMm)];
  }
  if ((op === 'turn-corner' || op === 'turn-outside') && both)
    return [hole(setting, op, through, from, from.xMm), hole(setting, op, through, to, to.xMm)];
  if (op === 'cross-blocking' && both)
    return blocksBetween(setting, from, to).map((heightMm) => ({
      ...hole(setting, op, through, from, (from.xMm + to.xMm) / 2),
      heightMm,
    }));
  return [hole(setting, op, through, at, (holeBetween(from, to) ?? at).xMm)];
}

/** Runs that go across joists. */
const ACROSS_JOISTS: ReadonlySet<OperationKind> = new Set(['run-below', 'slot-ceiling']);

/** Joists bored on a run below the floor or in a ceiling: where they were found, else at even steps. */
function joistHoles(setting: RouteSetting, op: OperationKind, from: Place, to: Place): JoistHole[] {
  if (!ACROSS_JOISTS.has(op)) return [];
  if (!('spot' in from) || !('spot' in to)) return [];
  const room = setting.house.rooms.find((r) => r.id === from.roomId);
  const facing = from.in === 'joists' ? 'above' : 'below';
  if (!room || joistsOf(room, facing).pass !== 'bore') return [];
  const layout = joistLayout(room, facing);
  const keepMm = setting.pack.limits.joistHoleEdgeMm.value;
  // The same holes whichever way a cable goes: a second one may come from the other end.
  const [first, last] = from.spot[layout.axis] <= to.spot[layout.axis] ? [from, to] : [to, from];
  const [a, b] = [first.spot[layout.axis], last.spot[layout.axis]];
  // A strip of ceiling is opened from joist bay to joist bay: one joist more or less would be no strip.
  const crossed = Math.abs(joistBayAt(layout, a) - joistBayAt(layout, b));
  const centers =
    op === 'slot-ceiling' && layout.atMm === undefined
      ? atEvenSteps(crossed, a, b)
      : joistCenters(layout, a, b);
  return centers.map((v): JoistHole => ({
    spot: { ...first.spot, [layout.axis]: v },
    diameterMm: isRaceway(setting.method) ? RACEWAY_HOLE_MM : JOIST_HOLE_MM,
    keepMm,
  }));
}

/**
 * The holes of a piece of run that are bored through the open hole of a box, with nothing else opened, in groups: one of each
 * group has to be within reach of such a hole. None where it is bored otherwise, as from a side where the studs are seen.
 */
export function boredByHand(house: Pick<House, 'rooms'>, move: Move): readonly (readonly Hole[])[] {
  const holes = [...move.holes, ...(move.again ?? [])];
  if (move.op === 'drill-stud') return holes.map((h) => [h]);
  const through = FROM_THE_HOLE.has(move.op) && move.openedMm2 === 0 && holes.length > 0;
  return through && !holes.some((h) => studsSeen(house, h.wallId)) ? [holes] : [];
}

/** Work through the hole of a box where there is one in the bay, else through a patch of the wall. */
const FROM_THE_HOLE: ReadonlySet<OperationKind> = new Set([
  'cross-blocking',
  'between-floors',
  'drill-eave-below',
]);

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

/** Runs behind a board that is nailed to the studs: a plate over the cable at each. */
const CHASES: ReadonlySet<OperationKind> = new Set(['trim-chase', 'casing-chase', 'crown-chase']);

/** Nothing is done where such a piece has no length: a corner that is passed. */
const JUST_THERE: ReadonlySet<OperationKind> = new Set([
  'fish',
  'trim-chase',
  'crown-chase',
  'run-soffit',
  'surface-run',
  'conduit-outside',
]);

/** Studs that are crossed one after another. */
const ROWS: ReadonlySet<OperationKind> = new Set(['drill-stud', 'bore-open', 'slot-wall']);

/** Brings what is one piece of work together: a row of studs drilled or slotted at one height, with the short ways between. */
function stretches(found: Found, places: readonly Place[]): Stretch[] {
  const out: { op: OperationKind; edges: Edge[]; places: Place[] }[] = [];
  found.edges.forEach((edge, i) => {
    const [a, b] = [places[i], places[i + 1]];
    if (!a || !b || (edge.cableMm < 1 && JUST_THERE.has(edge.op))) return;
    const last = out.at(-1);
    const end = last?.places.at(-1);
    const flat = level(a, b) && (!last || last.op !== 'fish' || level(last.places[0] ?? a, a));
    const joins =
      last &&
      end &&
      flat &&
      level(end, a) &&
      (last.op === edge.op ||
        (ROWS.has(last.op) && edge.op === 'fish') ||
        (last.op === 'fish' && ROWS.has(edge.op)));
    if (!joins) out.push({ op: edge.op, edges: [edge], places: [a, b] });
    else {
      last.edges.push(edge);
      last.places.push(b);
      if (ROWS.has(edge.op)) last.op = edge.op;
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

/** Is this run laid along a stud that is seen, and stapled to it? */
const isStapled = (setting: RouteSetting, op: OperationKind, at: Place): boolean => {
  const wall = op === 'fish' && onWall(at) ? setting.frames.get(at.wallId)?.wall : undefined;
  return wall !== undefined && openStuds(wall);
};
const STAPLING: readonly Tool[] = ['hammer', 'staples'];

/** Turns a way through the graph into moves with holes, supports, cable with slack and setting. */
export function routeOf(
  setting: RouteSetting,
  graph: RouteGraph,
  found: Found,
  from: string,
  to: string,
): Route {
  const places = found.nodes.flatMap((n) => graph.nodes[n]?.place ?? []);
  const support = setting.pack.support(setting.method);
  const moves = stretches(found, places).map((stretch): Move => {
    const first = stretch.places[0];
    const last = stretch.places.at(-1);
    if (!first || !last) throw new Error('a stretch has no places');
    const cableMm = stretch.edges.reduce((s, e) => s + e.cableMm, 0);
    const openedMm2 = stretch.edges.reduce((s, e) => s + e.openedMm2, 0);
    const stapled = isStapled(setting, stretch.op, first);
    const runs = FASTENED.has(stretch.op) || stapled;
    const holesWhere = (which: (e: Edge) => boolean) =>
      stretch.edges.flatMap((e, i) =>
        which(e) ? holesOfEdge(setting, e.op, stretch.places[i] ?? first, stretch.places[i + 1] ?? last) : [],
      );
    const holes = holesWhere((e) => e.doneBy === undefined);
    const again = holesWhere((e) => e.doneBy !== undefined);
    const work = stretch.edges.filter((e) => e.charge >= 0 && !runs);
    const done = work.length > 0 && work.every((e) => e.doneBy !== undefined);
    const by = Math.max(...work.flatMap((e) => e.doneBy ?? []));
    const opened = openedMm2 > 0;
    const joists = joistHoles(setting, stretch.op, first, last);
    return {
      op: stretch.op,
      from: first,
      to: last,
      cableMm,
      holes,
      ...(again.length > 0 && { again }),
      ...(done && { doneBy: by }),
      joists: done ? [] : joists,
      ...(done && joists.length > 0 && { joistsAgain: joists }),
      plates: CHASES.has(stretch.op) ? Math.max(1, Math.round(cableMm / USUAL_JOISTS_MM)) : 0,
      minutes: stretch.edges.reduce((s, e) => s + e.minutes, 0),
      openedMm2,
      supportsMm: runs ? supportsAlong(cableMm, support.everyMm, support.fromBoxMm) : [],
      ...(done
        ? doneText(by, again.length)
        : moveText(setting, { op: stretch.op, from: first, to: last, cableMm, holes, opened, stapled })),
    };
  });
  const run = found.edges.reduce((s, e) => s + e.cableMm, 0);
  return {
    from,
    to,
    moves,
    cost: found.cost,
    // Wires in a raceway are as long as the raceway is.
    cableMm: isRaceway(setting.method) ? run + 2 * END_SLACK_MM : cutLengthMm(run),
    minutes: moves.reduce((s, m) => s + m.minutes, 0),
    openedMm2: moves.reduce((s, m) => s + m.openedMm2, 0),
    tools: [
      ...new Set(
        moves.flatMap((m) => (isStapled(setting, m.op, m.from) ? STAPLING : OPERATIONS[m.op].tools)),
      ),
    ],
    places,
  };
}

export const holesOf = (route: Route): readonly Hole[] => route.moves.flatMap((m) => m.holes);
/** Every hole that is drilled on a way, joists included. */
export const holeCount = (route: Route): number =>
  route.moves.reduce((s, m) => s + m.holes.length + m.joists.length, 0);
