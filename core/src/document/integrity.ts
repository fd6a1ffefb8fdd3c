import type { Bundle } from './job.ts';
import type { House, Point, Wall } from './house.ts';
import { switchCount } from './kinds.ts';
import { switchedIn } from './switches.ts';

/** Something in a document that does not hang together: named, never thrown. */
export interface Problem {
  readonly where: string;
  readonly what: string;
  readonly subjects: readonly string[];
}

const SINGLE_GANG_MM = 57;
const BOX_HEIGHT_MM = 95;

function duplicates(house: House): Problem[] {
  const seen = new Map<string, string>();
  const problems: Problem[] = [];
  const note = (id: string, where: string) => {
    const first = seen.get(id);
    if (first !== undefined)
      problems.push({ where, what: `has the same id (${id}) as ${first}`, subjects: [id] });
    else seen.set(id, where);
  };
  for (const room of house.rooms) {
    note(room.id, `room "${room.name}"`);
    for (const wall of room.walls) note(wall.id, `wall "${wall.name}" of "${room.name}"`);
  }
  for (const point of house.points) note(point.id, `point "${point.label}"`);
  for (const cable of house.cables) note(cable.id, `cable ${cable.id}`);
  for (const panel of house.panels) {
    note(panel.id, `panel "${panel.label}"`);
    for (const b of panel.breakers) note(b.id, `breaker ${b.number}`);
  }
  return problems;
}

function wallProblems(wall: Wall, roomName: string, ceilingMm: number): Problem[] {
  const problems: Problem[] = [];
  const where = `wall "${wall.name}" of "${roomName}"`;
  for (const o of [...wall.openings, ...wall.obstacles, ...wall.furniture]) {
    const what = 'kind' in o ? o.kind : 'thing';
    if (o.rightMm > wall.lengthMm + 1)
      problems.push({
        where,
        what: `the ${what} ends ${Math.round(o.rightMm - wall.lengthMm)} mm past the wall's right corner`,
        subjects: [wall.id, o.id],
      });
    if (o.rightMm <= o.leftMm || o.topMm <= o.bottomMm)
      problems.push({
        where,
        what: `the ${what} has no size: its right must lie right of its left, its top above its bottom`,
        subjects: [wall.id, o.id],
      });
    if (o.topMm > ceilingMm + 1 && !('planned' in o))
      problems.push({ where, what: `the ${what} is higher than the ceiling`, subjects: [wall.id, o.id] });
  }
  for (const hit of wall.hits)
    if (hit.atMm > wall.lengthMm)
      problems.push({
        where,
        what: `a ${hit.method} reading lies past the wall's right corner`,
        subjects: [wall.id, hit.id],
      });
  return problems;
}

/** Boxes of one wall that overlap, each told once, with one that was there before it. Those that lie apart along the wall are never compared. */
function overlaps(list: readonly Point[]): Problem[] {
  const boxes = list
    .flatMap((point, order) =>
      point.at.on === 'wall'
        ? [{ point, order, xMm: point.at.xMm, heightMm: point.at.heightMm, gangs: point.box.gangs }]
        : [],
    )
    .sort((a, b) => a.xMm - b.xMm || a.order - b.order);
  const widest = Math.max(0, ...boxes.map((b) => b.gangs)) * SINGLE_GANG_MM;
  const told = new Map<number, Problem>();
  boxes.forEach((a, i) => {
    for (let k = i + 1; k < boxes.length; k++) {
      const b = boxes[k];
      if (!b || b.xMm - a.xMm >= widest) break;
      const width = ((a.gangs + b.gangs) / 2) * SINGLE_GANG_MM;
      if (b.xMm - a.xMm >= width || Math.abs(a.heightMm - b.heightMm) >= BOX_HEIGHT_MM) continue;
      const [first, second] = a.order < b.order ? [a, b] : [b, a];
      if (told.has(second.order)) continue;
      told.set(second.order, {
        where: `point "${second.point.label}"`,
        what: `overlaps the box of "${first.point.label}"`,
        subjects: [first.point.id, second.point.id],
      });
    }
  });
  return [...told].sort(([a], [b]) => a - b).map(([, problem]) => problem);
}

function pointProblems(house: House): Problem[] {
  const problems: Problem[] = [];
  const walls = new Map(
    house.rooms.flatMap((r) => r.walls.map((w) => [w.id, { wall: w, room: r }] as const)),
  );
  const rooms = new Set(house.rooms.map((r) => r.id));
  const onWall = new Map<string, Point[]>();
  for (const p of house.points) {
    const where = `point "${p.label}"`;
    if (p.at.on !== 'wall' && p.at.on !== 'outside') {
      if (!rooms.has(p.at.roomId))
        problems.push({ where, what: `is in a room that is not there (${p.at.roomId})`, subjects: [p.id] });
      continue;
    }
    const found = walls.get(p.at.wallId);
    if (!found) {
      problems.push({ where, what: `is on a wall that is not there (${p.at.wallId})`, subjects: [p.id] });
      continue;
    }
    if (p.at.xMm > found.wall.lengthMm || p.at.heightMm > found.room.ceilingMm)
      problems.push({
        where,
        what: `lies outside its wall "${found.wall.name}"`,
        subjects: [p.id, found.wall.id],
      });
    if (p.at.on !== 'wall') continue;
    const beside = onWall.get(p.at.wallId);
    if (beside) beside.push(p);
    else onWall.set(p.at.wallId, [p]);
  }
  for (const list of onWall.values()) problems.push(...overlaps(list));
  return problems;
}

function referenceProblems(house: House): Problem[] {
  const problems: Problem[] = [];
  const points = new Set<string>(house.points.map((p) => p.id));
  const breakers = new Set<string>(house.panels.flatMap((p) => p.breakers.map((b) => b.id)));
  for (const cable of house.cables) {
    const ends = [cable.from, cable.to].map((e) => (e.at === 'breaker' ? e.breakerId : e.pointId));
    [cable.from, cable.to].forEach((end, i) => {
      const known = end.at === 'breaker' ? breakers.has(end.breakerId) : points.has(end.pointId);
      if (!known)
        problems.push({
          where: `cable ${cable.id}`,
          what: `its ${i === 0 ? 'first' : 'second'} end goes to ${end.at === 'breaker' ? 'a breaker' : 'a point'} that is not there (${ends[i]})`,
          subjects: [cable.id],
        });
    });
    if (ends[0] === ends[1])
      problems.push({
        where: `cable ${cable.id}`,
        what: 'both ends are in the same box',
        subjects: [cable.id],
      });
    for (const { by } of switchedIn(cable))
      if (!points.has(by))
        problems.push({
          where: `cable ${cable.id}`,
          what: `is commanded by a switch that is not there (${by})`,
          subjects: [cable.id],
        });
  }
  for (const load of house.loads)
    if (!points.has(load.pointId))
      problems.push({
        where: `load "${load.name}"`,
        what: `is on a point that is not there (${load.pointId})`,
        subjects: [load.id],
      });
  return problems;
}

/** Everything in the house that does not hang together, each with its place. Empty when all is well. */
export function houseProblems(house: House): Problem[] {
  return [
    ...duplicates(house),
    ...house.rooms.flatMap((r) => r.walls.flatMap((w) => wallProblems(w, r.name, r.ceilingMm))),
    ...pointProblems(house),
    ...referenceProblems(house),
  ];
}

/** Every point that a change names. */
function namedBy(change: NonNullable<Bundle['job']['changes']>[number]): string[] {
  if (change.kind === 'swap') return [change.pointId, change.withId];
  return change.kind === 'convert' ? [change.pointId, change.switchId] : [change.pointId];
}

/** The same for a job against its house. */
export function jobProblems({ house, job }: Bundle): Problem[] {
  const problems: Problem[] = [];
  if (job.houseId !== house.id)
    problems.push({
      where: `job "${job.name}"`,
      what: `belongs to another house (${job.houseId})`,
      subjects: [job.id],
    });
  const walls = new Map(
    house.rooms.flatMap((r) => r.walls.map((w) => [w.id, { wall: w, room: r }] as const)),
  );
  const points = new Set<string>(house.points.map((p) => p.id));
  const panels = new Set<string>(house.panels.map((p) => p.id));
  const rooms = new Set<string>(house.rooms.map((r) => r.id));
  const wanted = new Map<string, Bundle['job']['wants'][number]>(job.wants.map((w) => [w.id, w]));
  for (const change of job.changes ?? [])
    for (const id of namedBy(change))
      if (!points.has(id))
        problems.push({
          where: `change "${change.kind}"`,
          what: `is of a point that is not there (${id})`,
          subjects: [change.id],
        });
  for (const want of job.wants) {
    const where = `wanted point "${want.label}"`;
    if (want.control.by === 'want') {
      const by = wanted.get(want.control.wantId);
      if (!by || switchCount(by) === 0)
        problems.push({
          where,
          what: 'is commanded by a wanted switch that is not there',
          subjects: [want.id],
        });
    }
    if (want.source?.from === 'point' && !points.has(want.source.pointId))
      problems.push({ where, what: 'is to be fed from a point that is not there', subjects: [want.id] });
    if (want.source?.from === 'panel' && !panels.has(want.source.panelId))
      problems.push({ where, what: 'is to be fed from a panel that is not there', subjects: [want.id] });
    if (want.replaces !== undefined && !points.has(want.replaces))
      problems.push({ where, what: 'takes the place of a point that is not there', subjects: [want.id] });
    if (want.at.on !== 'wall' && want.at.on !== 'outside' && !rooms.has(want.at.roomId))
      problems.push({ where, what: 'is in a room that is not there', subjects: [want.id] });
    if (want.at.on === 'wall' || want.at.on === 'outside') {
      const found = walls.get(want.at.wallId);
      if (!found) problems.push({ where, what: 'is on a wall that is not there', subjects: [want.id] });
      else if (want.at.xMm > found.wall.lengthMm || want.at.heightMm > found.room.ceilingMm)
        problems.push({ where, what: `lies outside its wall "${found.wall.name}"`, subjects: [want.id] });
    }
    if (want.control.by === 'switch' && !points.has(want.control.pointId))
      problems.push({ where, what: 'is commanded by a switch that is not there', subjects: [want.id] });
  }
  return problems;
}
