import type { BreakerId, House, Point, PointId, Position, WallId } from '../document/index.ts';
import { changedPoints } from '../planning/index.ts';
import { ARM_REACH_MM, boredByHand, type Hole, type Move } from '../routing/index.ts';
import { comesOut } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { cutPlace, cutsOf } from './cut-places.ts';
import { leftIn, type Leftovers } from './left-in.ts';
import type { CutPlace, WorkInput } from './step.ts';
import { measuredClosed } from './tests.ts';

/** What has to be dead before hands or tools come near it: boxes that are opened, and what is within reach of a cut. */

/** Cutting nearer than this to a box, on either face of the wall, is touching its circuit: common practice. */
const REACH_MM = 400;

/** A box as it stands behind one face of a wall. */
interface Behind {
  readonly point: Point;
  readonly xMm: number;
}

export interface Power {
  /** Boxes that are there and are opened, whatever for. */
  readonly opened: readonly PointId[];
  /** Boxes that are tested dead: those that are opened, and those a cut comes near. */
  readonly tested: readonly PointId[];
  /** Of those, the ones that stay closed: measured in their slots. */
  readonly closed: readonly PointId[];
  readonly breakers: readonly BreakerId[];
  /** Boxes for which no breaker is known: everything goes off. */
  readonly unfed: readonly PointId[];
  readonly dark: readonly PointId[];
  /** What an earlier plan has left behind. */
  readonly left: Leftovers;
}

/** Both boxes of a wall: those on this face, and those on the other. */
const behindOf = new WeakMap<House, Map<WallId, Behind[]>>();
function boxesBehind({ house, plan }: Pick<WorkInput, 'house' | 'plan'>): Map<WallId, Behind[]> {
  const known = behindOf.get(house);
  if (known) return known;
  const out = new Map<WallId, Behind[]>();
  const add = (wall: WallId, b: Behind) => out.set(wall, [...(out.get(wall) ?? []), b]);
  for (const point of house.points) {
    const { at } = point;
    if (at.on !== 'wall' && at.on !== 'outside') continue;
    add(at.wallId, { point, xMm: at.xMm });
    const other = plan.behind(at.wallId, at.xMm);
    if (other) add(other.line.wall.id, { point, xMm: other.xMm });
  }
  behindOf.set(house, out);
  return out;
}

/** Does a cable of this box, on a way that nobody has seen, start here? Then it may be anywhere in the wall. */
const strayCables = (house: House, id: PointId) =>
  house.cables.filter(
    (c) => c.way === 'unknown' && [c.from, c.to].some((e) => e.at === 'point' && e.pointId === id),
  );

/** Boxes near a place that is cut, and boxes whose cables may run there. */
export function nearCut(input: Pick<WorkInput, 'house' | 'plan'>, at: CutPlace): Point[] {
  const { house, plan } = input;
  if ('wallId' in at) {
    const all = boxesBehind(input).get(at.wallId) ?? [];
    const passing = house.cables.flatMap((c): PointId[] => {
      if (c.from.at !== 'point' || c.to.at !== 'point') return [];
      const ends = [c.from.pointId, c.to.pointId].map((id) => all.find((b) => b.point.id === id));
      const [a, b] = ends;
      if (!a || !b) return [];
      const [low, high] = [Math.min(a.xMm, b.xMm), Math.max(a.xMm, b.xMm)];
      return at.xMm > low - REACH_MM && at.xMm < high + REACH_MM ? [a.point.id] : [];
    });
    return all.flatMap(({ point, xMm }) =>
      Math.abs(xMm - at.xMm) < REACH_MM ||
      strayCables(house, point.id).length > 0 ||
      passing.includes(point.id)
        ? [point]
        : [],
    );
  }
  return house.points.filter((p) => {
    if (p.at.on !== 'ceiling' || p.at.roomId !== at.roomId) return false;
    const spot = plan.spotOf(p.at);
    return (
      strayCables(house, p.id).length > 0 ||
      (spot !== undefined && Math.hypot(spot.xMm - at.spot.xMm, spot.yMm - at.spot.yMm) < REACH_MM)
    );
  });
}

/** From a box to the middle of the studs that are drilled through its hole, doubled ones at an opening too, mm. */
const THROUGH_HOLE_MM = ARM_REACH_MM + inches(4);

const reachOf = (at: Position, hole: { wallId: WallId; xMm: number }): number =>
  at.on === 'wall' && at.wallId === hole.wallId ? Math.abs(at.xMm - hole.xMm) : Number.POSITIVE_INFINITY;

const withinReach = (at: Position, group: readonly Hole[]): boolean =>
  group.some((h) => reachOf(at, h) <= THROUGH_HOLE_MM);

/** Is a piece of a run bored through a box that is there already? Then that box is dead and open first. */
export const throughOldBox = ({ boxes, house }: Pick<WorkInput, 'boxes' | 'house'>, move: Move): boolean =>
  boredByHand(house, move).some((g) => !boxes.some((b) => b.isNew && withinReach(b.point.at, g)));

/** Boxes that come out to let a drill in, where neither a new box nor one that is taken out anyway is near enough. */
function drilledThrough({ house, boxes, option }: WorkInput): PointId[] {
  const was = new Map(house.points.map((p) => [p.id, p.box] as const));
  const opens = ({ isNew, point }: WorkInput['boxes'][number]) => {
    const before = was.get(point.id);
    return isNew || (before !== undefined && (comesOut(before) || before.model !== point.box.model));
  };
  return option.legs
    .flatMap((l) => l.route.moves.flatMap((m) => boredByHand(house, m)))
    .flatMap((group) => {
      if (boxes.some((b) => opens(b) && withinReach(b.point.at, group))) return [];
      const near = (p: Point) => Math.min(...group.map((h) => reachOf(p.at, h)));
      const [nearest] = house.points
        .filter((p) => comesOut(p.box) && withinReach(p.at, group))
        .sort((a, b) => near(a) - near(b));
      return nearest ? [nearest.id] : [];
    });
}

/** Every box that the work opens, of those that are there. */
function openedBoxes(input: WorkInput, left: Leftovers): PointId[] {
  const { house, job, boxes, cuts, option } = input;
  const stood = new Set(house.points.map((p) => p.id));
  return [
    ...new Set([
      ...boxes.filter((b) => !b.isNew).map((b) => b.point.id),
      ...option.taps.map((t) => t.pointId),
      ...changedPoints(job),
      // A cable in a wall has no terminal: it is tested dead at the boxes at both its ends.
      ...cuts.flatMap((c) => [...(c.from ? [c.from.id] : []), c.to.id]),
      ...drilledThrough(input),
      // What was opened for an earlier plan is closed with the rest, and what was wired for it is put back.
      ...left.open,
      ...left.rewired,
      ...left.cables.flatMap((c) =>
        house.points.flatMap((p) => (p.id === c.from || p.id === c.to ? [p.id] : [])),
      ),
    ]),
  ].filter((id) => stood.has(id));
}

/** The breaker that feeds a panel, and the ones that feed that, up to the service. */
function feedersOf(house: House, breaker: BreakerId): BreakerId[] {
  const panel = house.panels.find((p) => p.breakers.some((b) => b.id === breaker));
  return panel?.fedFrom === undefined ? [] : [panel.fedFrom, ...feedersOf(house, panel.fedFrom)];
}

/** Is a protecting breaker put in where the circuit starts? */
export const protectsAtBreaker = ({ protection }: WorkInput['job']): boolean =>
  protection.arcFault === 'at-breaker' || protection.groundFault === 'at-breaker';

/** Breakers whose panel is worked in: a new circuit, or one that gets a protecting breaker. */
export const panelWork = ({ option, job }: Pick<WorkInput, 'option' | 'job'>): BreakerId[] => [
  ...new Set(option.taps.filter((t) => t.atPanel || protectsAtBreaker(job)).map((t) => t.breaker.id)),
];

/** What goes off for a plan, what is tested dead, and what loses its power by it. */
export function powerOf(input: WorkInput): Power {
  const { house, job, feed, option } = input;
  const left = leftIn(input);
  const opened = openedBoxes(input, left);
  const places = [
    ...input.boxes.flatMap((b) => (b.isNew ? (cutPlace(input, b.point.at) ?? []) : [])),
    ...option.legs.flatMap((l) => l.route.moves.flatMap(cutsOf)),
    ...left.openings,
  ];
  const near = new Set(places.flatMap((at) => nearCut(input, at).map((p) => p.id)));
  const tested = [
    ...opened,
    ...house.points.map((p) => p.id).filter((id) => near.has(id) && !opened.includes(id)),
  ];
  const circuits = (id: PointId) => feed.boxes.get(id)?.circuits ?? [];
  const unfed = tested.filter(
    (id) => circuits(id).length === 0 && (feed.boxes.get(id)?.cables.length ?? 0) > 0,
  );
  const all = house.panels.flatMap((p) => p.breakers.map((b) => b.id));
  const known = new Set(all);
  const feeders = panelWork({ option, job }).flatMap((id) => {
    const own = known.has(id) ? feedersOf(house, id) : [];
    const tap = option.taps.find((t) => t.breaker.id === id && t.atPanel);
    const panel = tap && house.panels.find((p) => (p.id as string) === tap.pointId);
    return panel?.fedFrom === undefined ? own : [panel.fedFrom, ...own];
  });
  const off = new Set([
    ...tested.flatMap(circuits),
    ...option.taps.filter((t) => !t.atPanel).map((t) => t.breaker.id),
    ...feeders,
    ...(unfed.length > 0 ? all : []),
  ]);
  const breakers = all.filter((id) => off.has(id));
  // A feeder takes its whole panel with it.
  const dead = new Set(breakers);
  for (let grown = true; grown;) {
    grown = false;
    for (const panel of house.panels)
      if (panel.fedFrom !== undefined && dead.has(panel.fedFrom))
        for (const b of panel.breakers)
          if (!dead.has(b.id)) {
            dead.add(b.id);
            grown = true;
          }
  }
  const dark = new Set([...dead].flatMap((id) => feed.circuits.get(id)?.points ?? []));
  return {
    opened,
    tested,
    closed: house.points.flatMap((p) =>
      tested.includes(p.id) && !opened.includes(p.id) && measuredClosed(p, circuits(p.id).length)
        ? [p.id]
        : [],
    ),
    unfed,
    breakers,
    dark: house.points.map((p) => p.id).filter((id) => dark.has(id)),
    left,
  };
}
