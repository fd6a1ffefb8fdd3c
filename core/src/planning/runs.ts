import type { CutFact, RunFact, RunPlace } from '../codes/index.ts';
import { METHODS, methodsFor } from '../codes/index.ts';
import {
  isRaceway,
  type CableType,
  type House,
  type Job,
  type RoomUse,
  type WallId,
  isStiff,
  type Room,
  type RoomId,
} from '../document/index.ts';
import { JOIST_DEPTH_MM, NAILER, racewayLeg, type Move, type Place } from '../routing/index.ts';
import { moistureOf, type PlanOfHouse, type WallFrame } from '../structure/index.ts';
import type { PlannedLeg } from './types.ts';
import { inches } from '../units/index.ts';
import { msg } from '../words/index.ts';

/** Methods to plan with, in order: what was chosen by hand alone, else the usual ones that the house allows. */
export function methodsToTry(house: House, job: Job): readonly [CableType, ...CableType[]] {
  if (job.method) return [job.method];
  const allowed = methodsFor([], house.bannedMethods).filter((m) => m !== 'FMC' && m !== 'LFMC');
  // In a house where cable is forbidden nothing else is left than what stays allowed.
  const [first = 'NM-B' as const, ...others] = allowed;
  return [first, ...others];
}

function placeIn(plan: PlanOfHouse, wallId: WallId): RunPlace {
  const line = plan.lines.get(wallId);
  // Air voids of block are no masonry for a cable that is fished in them: NEC 334.10(A).
  if (line?.wall.framing.kind === 'masonry' && line.wall.framing.masonry !== 'hollow') return 'masonry';
  return line ? moistureOf(line.room) : 'dry';
}

/** Walls that a method may not run inside, or can't be brought into: nothing is fished in solid masonry. The search leaves them closed. */
export function closedWalls(house: House, plan: PlanOfHouse, method: CableType): Set<WallId> {
  const closed = new Set<WallId>();
  for (const room of house.rooms)
    for (const wall of room.walls) {
      const place = placeIn(plan, wall.id);
      if (place === 'masonry' || isStiff(method) || METHODS[method].may[place] === 'no') closed.add(wall.id);
    }
  return closed;
}

const wallOf = (place: Place): WallId | undefined => (place.in === 'wall' ? place.wallId : undefined);

/** Rooms where things are moved, leaned and knocked about: what runs on a wall there is exposed to damage. Common practice. */
const ROUGH: ReadonlySet<RoomUse> = new Set(['garage', 'workshop']);

/** What a run on the walls of a room is exposed to: the air of the room, and what is done there. */
function exposureIn(room: Room): RunPlace[] {
  const moisture = moistureOf(room);
  return [
    'exposed',
    ...(moisture === 'dry' ? [] : [moisture]),
    ...(ROUGH.has(room.use) ? ['damage' as const] : []),
  ];
}

/** Rooms on whose walls a method may not be seen; the search leaves their surfaces alone. */
export const bareRooms = (house: House, method: CableType): Set<RoomId> =>
  new Set(
    house.rooms
      .filter((r) => exposureIn(r).some((place) => METHODS[method].may[place] === 'no'))
      .map((r) => r.id),
  );

/** On the face of a wall a run is exposed, in the air of its room, and to what is done there. */
function onSurface(plan: PlanOfHouse, move: Move): RunFact['places'] {
  const where = msg('planning.run.on-wall');
  const rooms = [move.from, move.to].flatMap((p) => {
    const id = wallOf(p);
    return (id && plan.lines.get(id)?.room) ?? [];
  });
  return [...new Set<RunPlace>(['exposed', ...rooms.flatMap(exposureIn)])].map((place) => ({ place, where }));
}

function placesOf(plan: PlanOfHouse, move: Move): RunFact['places'] {
  if (move.op === 'run-attic') return [{ place: 'attic', where: msg('planning.run.attic') }];
  if (move.op === 'run-below') return [{ place: 'joist-undersides', where: msg('planning.run.below') }];
  // A box on the other face is reached from the back: the cable stays in the cavity of the wall it came through.
  if (move.op === 'same-bay') return [];
  if (move.op === 'conduit-outside')
    return [
      { place: 'wet', where: msg('planning.run.outside') },
      { place: 'sunlight', where: msg('planning.run.outside') },
    ];
  if (move.op === 'surface-run') return onSurface(plan, move);
  return [move.from, move.to].flatMap((p) => {
    const id = wallOf(p);
    return id
      ? [{ place: placeIn(plan, id), where: plan.lines.get(id)?.wall.name ?? msg('planning.run.wall') }]
      : [];
  });
}

const MEMBER: Readonly<Record<Move['holes'][number]['through'], CutFact['member'] | null>> = {
  stud: 'stud',
  'corner studs': 'stud',
  'top plates': 'top-plate',
  'bottom plate': 'bottom-plate',
  // Neither carries anything that a hole of this size weakens.
  block: null,
  'exterior wall': null,
};

/** A notch in a stud for one cable, mm: common practice. */
const NOTCH_MM = inches(0.75);

function cutsOf(house: House, frames: ReadonlyMap<WallId, WallFrame>, move: Move): CutFact[] {
  // Only the joists of a floor were ever measured.
  const joistDepthMm =
    (move.from.in === 'below'
      ? house.rooms.find((r) => 'roomId' in move.from && r.id === move.from.roomId)?.below.joistDepthMm
      : undefined) ?? JOIST_DEPTH_MM;
  const joists = move.joists.map((j): CutFact => ({
    member: 'joist',
    depthMm: joistDepthMm,
    cutMm: j.diameterMm,
    kind: 'hole',
    edgeMm: (joistDepthMm - j.diameterMm) / 2,
    bearing: true,
    engineered: false,
  }));
  const walls = move.holes.flatMap((h): CutFact[] => {
    const wall = frames.get(h.wallId)?.wall;
    const member = MEMBER[h.through];
    // The shares of sawn lumber say nothing of sheet steel, which is punched for what passes it.
    if (member === null || wall?.framing.kind === 'steel') return [];
    return [
      {
        member,
        depthMm: wall?.framing.depthMm ?? 2 * h.edgeMm + h.diameterMm,
        cutMm: h.diameterMm,
        kind: 'hole' as const,
        edgeMm: h.edgeMm,
        // Nobody knows from inside which walls bear: the outside ones surely are limited like them.
        bearing: wall?.exterior ?? false,
        engineered: false,
      },
    ];
  });
  // Behind the baseboard each stud is notched for the cable.
  const wallId = wallOf(move.from) ?? wallOf(move.to);
  const wall = wallId && frames.get(wallId)?.wall;
  const notches: CutFact[] =
    (move.op === 'trim-chase' || move.op === 'casing-chase') && wall?.framing.kind === 'wood'
      ? [
          {
            member: 'stud',
            depthMm: wall.framing.depthMm,
            cutMm: NOTCH_MM,
            kind: 'notch',
            edgeMm: 0,
            bearing: wall.exterior,
            engineered: false,
          },
        ]
      : [];
  return [...walls, ...joists, ...notches];
}

/** Work inside a finished wall or ceiling. */
const INSIDE: ReadonlySet<Move['op']> = new Set([
  'fish',
  'drill-stud',
  'bore-open',
  'slot-wall',
  'turn-corner',
  'turn-outside',
  'cross-blocking',
  'between-floors',
  'fish-joists',
  'run-soffit',
]);

/** What the rules need to know of the way of each new cable. */
export function runFacts(
  house: House,
  plan: PlanOfHouse,
  frames: ReadonlyMap<WallId, WallFrame>,
  legs: readonly PlannedLeg[],
  labels: ReadonlyMap<string, string>,
): RunFact[] {
  return legs.map((leg, i): RunFact => {
    const { moves } = leg.route;
    const places = moves.flatMap((m) => placesOf(plan, m));
    return {
      cableId: `new-leg-${i + 1}`,
      label: msg('planning.run.label', { from: labels.get(leg.from) ?? '?', to: labels.get(leg.to) ?? '?' }),
      places: places.length > 0 ? places : [{ place: 'dry', where: msg('planning.run.one-bay') }],
      concealed: moves.some((m) => INSIDE.has(m.op)),
      attic: moves.some((m) => m.op === 'run-attic'),
      bendDegrees: isRaceway(leg.method) ? (racewayLeg(leg.route, leg.method)?.degrees ?? null) : null,
      cuts: moves.flatMap((m) => cutsOf(house, frames, m)),
      bores: moves.flatMap((m) =>
        m.holes.flatMap(({ bore, wallId }) =>
          bore
            ? [
                {
                  ...bore,
                  through: msg(`names.member.${bore.through}`),
                  wallId,
                  nailer: bore.layers.includes(NAILER),
                },
              ]
            : [],
        ),
      ),
    };
  });
}
