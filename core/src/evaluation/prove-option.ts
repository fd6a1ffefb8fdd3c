import {
  madeSoFar,
  PointId,
  type Bundle,
  type Device,
  type House,
  type Job,
  type Point,
  type WallId,
  type WantId,
} from '../document/index.ts';
import type { Sheet } from './chosen.ts';
import { inches } from '../units/index.ts';
import { newPointId, openingMm2, restOf, type Applied, type Option } from '../planning/index.ts';
import { boredByHand, onWall, type Hole, type Move } from '../routing/index.ts';
import {
  litAt,
  proveGeometry,
  proveParts,
  proveWiring,
  proveWork,
  type BoxDrawing,
  type Fault,
  type GeometryPlan,
  type HoleOfRun,
  type PartsPlan,
  type WiringPlan,
  type WorkPlan,
} from '../proof/index.ts';

/** What an option puts out, as the replays take it. */
export function wiringPlanOf(
  { house, job }: Bundle,
  applied: Applied,
  boxes: readonly BoxDrawing[],
): WiringPlan {
  const { feed } = applied;
  const points = new Map(applied.house.points.map((p) => [p.id as string, p] as const));
  const claims: WiringPlan['claims'][number][] = [];
  for (const kind of ['ground fault', 'arc fault'] as const) {
    const by = new Map<PointId, PointId[]>();
    for (const box of feed.boxes.values()) {
      const giver = kind === 'ground fault' ? box.groundFaultBy : box.arcFaultBy;
      const point = giver === null ? undefined : points.get(giver);
      if (point) by.set(point.id, [...(by.get(point.id) ?? []), box.point.id]);
    }
    for (const [giver, covered] of by) claims.push({ by: giver, kind, points: covered });
  }
  return {
    before: house,
    after: applied.house,
    boxes,
    made: new Map(job.wants.map((w): readonly [WantId, PointId] => [w.id, newPointId(w)])),
    pieces: new Map(applied.cuts.map(({ cable }) => [restOf(cable), cable.id] as const)),
    claims,
  };
}

const spot = ({ wallId, xMm, heightMm }: Hole) => ({ wallId, xMm, heightMm });
/** The holes of a move, each with the places of which an open box hole must be near; none where it is bored otherwise. */
function boredIn(house: House, move: Move): WorkPlan['legs'][number]['holes'] {
  const groups = boredByHand(house, move);
  return move.holes.map((h) => ({
    ...spot(h),
    byHand: (groups.find((g) => g.includes(h)) ?? []).map(spot),
  }));
}

/** The work of an option, as the replay of it takes it. */
export function workPlanOf(
  { house, job }: Bundle,
  option: Option,
  sheet: Pick<Sheet, 'boxes' | 'steps'>,
): WorkPlan {
  return {
    before: house,
    steps: sheet.steps,
    minutes: option.minutes,
    was: madeSoFar(job.log),
    strips: (job.strips ?? []).flatMap((strip) =>
      strip.driver && litAt([strip], strip.volts).mm > 0 ? [{ id: strip.id, label: strip.label }] : [],
    ),
    legs: option.legs.map((l) => ({
      from: l.from,
      to: l.to,
      holes: l.route.moves.flatMap((m) => boredIn(house, m)),
      through: l.route.moves.flatMap((m) => m.again ?? []).map((h) => ({ ...spot(h), byHand: [] })),
    })),
    boxes: sheet.boxes.map(({ point, isNew }) => ({
      id: point.id,
      isNew,
      replaced: house.points.some((p) => p.id === point.id && p.box.model !== point.box.model),
      cut: isNew && (point.at.on === 'wall' || point.at.on === 'outside' || point.at.on === 'ceiling'),
    })),
  };
}

/** Devices that need not be bought for a box: what stays in it, what moves to it, what a swap brings. */
function hadFor(house: House, job: Job): Map<PointId, readonly Device[]> {
  const had = new Map<PointId, Device[]>(house.points.map((p) => [p.id, [...p.devices]]));
  const of = (id: PointId) => house.points.find((p) => p.id === id)?.devices ?? [];
  for (const c of job.changes ?? [])
    if (c.kind === 'swap') {
      had.set(c.pointId, [...of(c.withId)]);
      had.set(c.withId, [...of(c.pointId)]);
    }
  for (const w of job.wants) {
    if (w.replaces === undefined) continue;
    const { replacesDevice: one } = w;
    const goes = of(w.replaces).filter((_, i) => one === undefined || i === one);
    had.set(newPointId(w), goes);
    had.set(
      w.replaces,
      (had.get(w.replaces) ?? []).filter((d) => !goes.includes(d)),
    );
  }
  return had;
}

/** What a job opens in walls and ceilings or leaves open, told by the moves and the boxes themselves. */
function openedIn({ house, job }: Bundle, { legs }: Pick<Option, 'legs'>): PartsPlan['opened'] {
  const walls = new Map(house.rooms.flatMap((r) => r.walls.map((w) => [w.id, w] as const)));
  const at = (id: WallId | undefined, mm2: number): PartsPlan['opened'] => {
    const wall = id === undefined ? undefined : walls.get(id);
    if (mm2 <= 0 || wall?.finish === 'none') return [];
    const boardMm = wall && wall.boardMm > 0 ? wall.boardMm : inches(0.5);
    return [{ surface: wall?.finish === 'plaster' ? 'plaster' : 'board', boardMm, mm2 }];
  };
  const onWallOf = (id: string, gangs: (p: Point) => number): PartsPlan['opened'] => {
    const p = house.points.find((x) => x.id === id);
    return p?.at.on === 'wall' ? at(p.at.wallId, gangs(p)) : [];
  };
  const beside = (p: Point): number =>
    Math.max(0, p.box.gangs - Math.max(1, p.devices.filter((d) => d.kind !== 'blank').length)) *
    inches(1.8125) *
    inches(3.75);
  return [
    ...legs.flatMap((l) => (l.own ? onWallOf(l.from, (p) => openingMm2(p.box.gangs)) : [])),
    ...legs.flatMap((l) =>
      l.route.moves.flatMap((m) => at([m.from, m.to].find(onWall)?.wallId, m.openedMm2)),
    ),
    ...(job.changes ?? []).flatMap((c) => (c.kind === 'shift' ? onWallOf(c.pointId, beside) : [])),
  ];
}

/** What an option buys, against what it needs. */
export function partsPlanOf(
  { house, job }: Bundle,
  applied: Applied,
  sheet: Pick<Sheet, 'boxes' | 'bill' | 'steps'>,
  option: Pick<Option, 'legs'>,
): PartsPlan {
  // The far piece of a cable that is cut is no new cable.
  const stood = new Set<string>([
    ...house.cables.map((c) => c.id),
    ...applied.cuts.map(({ cable }) => restOf(cable)),
  ]);
  return {
    before: house,
    after: applied.house,
    boxes: sheet.boxes,
    movedFrom: new Map(
      job.wants.flatMap((w) => (w.replaces === undefined ? [] : [[newPointId(w), w.replaces] as const])),
    ),
    had: hadFor(house, job),
    decorator: job.preferences.style === 'decorator',
    oversize: new Set(
      (job.changes ?? []).flatMap((c) => (c.kind === 'shift' && c.oversize ? [c.pointId] : [])),
    ),
    shifted: new Set((job.changes ?? []).flatMap((c) => (c.kind === 'shift' ? [c.pointId] : []))),
    sealed: new Set([
      ...job.wants.flatMap((w) => (w.seal ? [newPointId(w)] : [])),
      ...(job.changes ?? []).flatMap((c) => (c.kind === 'seal' ? [c.pointId] : [])),
    ]),
    lines: sheet.bill.lines,
    cable: sheet.bill.cuts.map((c) => ({
      pieces: c.pieces.map((p) => ({ ...p, type: p.method })),
      ...(c.leftover === undefined ? { boughtMm: c.roll.holds } : { leftover: c.leftover }),
    })),
    rows: job.wants.flatMap(({ label, fixture: f, at }) =>
      f && at.on === 'ceiling' ? [{ label, linked: f.linked, held: f.linked * f.mountsMm.length }] : [],
    ),
    tools: {
      listed: sheet.bill.tools,
      asked: sheet.steps.flatMap((s) => (s.by === 'electrician' ? [] : s.tools)),
    },
    strips: job.strips ?? [],
    opened: openedIn({ house, job }, option),
    runs: applied.house.cables.flatMap((c) =>
      stood.has(c.id) ? [] : [{ ...c, gauge: c.gauge ?? '14', lengthMm: c.lengthMm ?? 0 }],
    ),
  };
}

const holeOf = (h: Hole): HoleOfRun => ({ ...h, bitMm: h.bore?.bitLeastMm });

/** The routes of an option, as the replay of them takes them. */
export function geometryPlanOf({ house }: Bundle, option: Option, applied: Applied): GeometryPlan {
  const after = new Map(applied.house.points.map((p) => [p.id, p.box.model] as const));
  return {
    before: house,
    after: applied.house,
    replaced: new Set(house.points.filter((p) => after.get(p.id) !== p.box.model).map((p) => p.id)),
    legs: option.legs.map(({ from, to, route, own }) => ({
      from,
      to,
      cableMm: route.cableMm,
      drawnMm: own?.reachMm ?? null,
      moves: route.moves.map((m) => ({
        ...m,
        holes: m.holes.map(holeOf),
        again: (m.again ?? []).map(holeOf),
        joistsAgain: m.joistsAgain ?? [],
        doneBy: m.doneBy ?? null,
      })),
    })),
  };
}

/** Faults of an option: where what it puts out contradicts itself or the house. */
export const proveOption = (bundle: Bundle, option: Option, applied: Applied, sheet: Sheet): Fault[] => [
  ...proveGeometry(geometryPlanOf(bundle, option, applied)),
  ...proveWiring(wiringPlanOf(bundle, applied, sheet.boxes), bundle.job),
  ...proveWork(workPlanOf(bundle, option, sheet)),
  ...proveParts(partsPlanOf(bundle, applied, sheet, option)),
];
