import type { Bundle } from './job.ts';
import type { House, Point, Wall } from './house.ts';
import { switchCount } from './kinds.ts';
import { switchedIn, switchesIn } from './switches.ts';
import { msg, q, type Text } from '../words/index.ts';

/** Something in a document that does not hang together: named, never thrown. */
export interface Problem {
  /** Which part of the documents it is in. */
  readonly of: 'wall' | 'want' | 'rest';
  readonly where: Text;
  readonly what: Text;
  readonly subjects: readonly string[];
}

const SINGLE_GANG_MM = 57;
const BOX_HEIGHT_MM = 95;

function duplicates(house: House): Problem[] {
  const seen = new Map<string, Text>();
  const problems: Problem[] = [];
  const note = (id: string, where: Text) => {
    const first = seen.get(id);
    if (first !== undefined)
      problems.push({
        of: 'rest',
        where,
        what: msg('document.problem.same-id', { id, other: first }),
        subjects: [id],
      });
    else seen.set(id, where);
  };
  for (const room of house.rooms) {
    note(room.id, msg('document.room', { room: room.name }));
    for (const wall of room.walls) note(wall.id, msg('document.wall', { wall: wall.name, room: room.name }));
  }
  for (const point of house.points) note(point.id, msg('document.point', { point: point.label }));
  for (const cable of house.cables) note(cable.id, msg('document.cable', { cable: cable.id }));
  for (const panel of house.panels) {
    note(panel.id, msg('document.panel', { panel: panel.label }));
    for (const b of panel.breakers) note(b.id, msg('document.breaker', { number: b.number }));
  }
  return problems;
}

function wallProblems(wall: Wall, roomName: string, ceilingMm: number): Problem[] {
  const problems: Problem[] = [];
  const where = msg('document.wall', { wall: wall.name, room: roomName });
  for (const o of [
    ...wall.openings,
    ...wall.obstacles,
    ...wall.furniture,
    ...(wall.outside?.furniture ?? []),
  ]) {
    const what = 'kind' in o ? o.kind : 'thing';
    if (o.rightMm > wall.lengthMm + 1)
      problems.push({
        of: 'wall',
        where,
        what: msg('document.problem.past-corner', { what, by: q.length(o.rightMm - wall.lengthMm) }),
        subjects: [wall.id, o.id],
      });
    if (o.rightMm <= o.leftMm || o.topMm <= o.bottomMm)
      problems.push({
        of: 'wall',
        where,
        what: msg('document.problem.no-size', { what }),
        subjects: [wall.id, o.id],
      });
    if (o.topMm > ceilingMm + 1 && !('planned' in o))
      problems.push({
        of: 'wall',
        where,
        what: msg('document.problem.too-high', { what }),
        subjects: [wall.id, o.id],
      });
  }
  for (const hit of wall.hits)
    if (hit.atMm > wall.lengthMm)
      problems.push({
        of: 'wall',
        where,
        what: msg('document.problem.reading-past', { method: hit.method }),
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
        of: 'rest',
        where: msg('document.point', { point: second.point.label }),
        what: msg('document.problem.overlaps', { other: first.point.label }),
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
    const where = msg('document.point', { point: p.label });
    if (p.at.on !== 'wall' && p.at.on !== 'outside') {
      if (!rooms.has(p.at.roomId))
        problems.push({
          of: 'rest',
          where,
          what: msg('document.problem.no-room', { id: p.at.roomId }),
          subjects: [p.id],
        });
      continue;
    }
    const found = walls.get(p.at.wallId);
    if (!found) {
      problems.push({
        of: 'rest',
        where,
        what: msg('document.problem.no-wall', { id: p.at.wallId }),
        subjects: [p.id],
      });
      continue;
    }
    if (p.at.xMm > found.wall.lengthMm || p.at.heightMm > found.room.ceilingMm)
      problems.push({
        of: 'rest',
        where,
        what: msg('document.problem.outside-wall', { wall: found.wall.name }),
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
  const places = new Set<string>(house.rooms.flatMap((r) => [r.id, ...r.walls.map((w) => w.id)]));
  for (const point of house.points)
    for (const { by } of point.devices)
      if (by && !points.has(by.pointId))
        problems.push({
          of: 'rest',
          where: msg('document.point', { point: point.label }),
          what: msg('document.problem.no-switch', { id: by.pointId }),
          subjects: [point.id],
        });
  for (const cable of house.cables) {
    const ends = [cable.from, cable.to].map((e) => (e.at === 'breaker' ? e.breakerId : e.pointId));
    [cable.from, cable.to].forEach((end, i) => {
      const known = end.at === 'breaker' ? breakers.has(end.breakerId) : points.has(end.pointId);
      if (!known)
        problems.push({
          of: 'rest',
          where: msg('document.cable', { cable: cable.id }),
          what: msg('document.problem.cable-end', {
            end: i === 0 ? 'first' : 'second',
            to: end.at,
            id: ends[i] ?? '?',
          }),
          subjects: [cable.id],
        });
    });
    if (ends[0] === ends[1])
      problems.push({
        of: 'rest',
        where: msg('document.cable', { cable: cable.id }),
        what: msg('document.problem.same-box'),
        subjects: [cable.id],
      });
    for (const at of cable.seenAt ?? [])
      if (!places.has(at.on === 'wall' || at.on === 'outside' ? at.wallId : at.roomId))
        problems.push({
          of: 'rest',
          where: msg('document.cable', { cable: cable.id }),
          what: msg('document.problem.seen-nowhere'),
          subjects: [cable.id],
        });
    for (const { by } of switchedIn(cable))
      if (!points.has(by))
        problems.push({
          of: 'rest',
          where: msg('document.cable', { cable: cable.id }),
          what: msg('document.problem.no-switch', { id: by }),
          subjects: [cable.id],
        });
  }
  for (const load of house.loads)
    if (!points.has(load.pointId))
      problems.push({
        of: 'rest',
        where: msg('document.load', { load: load.name }),
        what: msg('document.problem.no-point', { id: load.pointId }),
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

/** Is there a device at that place of a box, with what changes put beside it? */
const deviceIsThere = (job: Bundle['job'], { id, devices }: Point, index: number): boolean =>
  index <
  (job.changes ?? []).reduce(
    (n, c) => (c.kind === 'enlarge' && c.pointId === id ? n + c.devices.length : n),
    devices.length,
  );

const partnerName = (p: NonNullable<Bundle['job']['wants'][number]['partner']>): string =>
  `${p.by === 'want' ? p.wantId : p.pointId}/${p.nth ?? 1}`;

type AskedFor = Bundle['job']['wants'][number];

const wantedOf = (job: Bundle['job'], id: string): AskedFor | undefined => job.wants.find((w) => w.id === id);
const has = (list: readonly { readonly id: string }[], id: string): boolean => list.some((x) => x.id === id);

/** What a want is commanded by, and what it commands beside another switch. */
function controlFaults({ house, job }: Bundle, want: AskedFor): Text[] {
  const faults: Text[] = [];
  if (want.control.by === 'want') {
    const by = wantedOf(job, want.control.wantId);
    if (!by || switchCount(by) === 0) faults.push(msg('document.problem.no-wanted-switch'));
  }
  if (want.control.by === 'switch' && !has(house.points, want.control.pointId))
    faults.push(msg('document.problem.want-no-switch'));
  const { partner } = want;
  if (partner) {
    const other = partner.by === 'want' ? wantedOf(job, partner.wantId) : undefined;
    const there = house.points.find((p) => partner.by === 'switch' && p.id === partner.pointId);
    const count = other ? switchCount(other) : there ? switchesIn(there).length : 0;
    if (count < (partner.nth ?? 1) || other?.id === want.id) faults.push(msg('document.problem.no-partner'));
    // A third switch for one light takes a four-way between the travelers.
    const same = job.wants.filter((w) => w.partner && partnerName(w.partner) === partnerName(partner));
    if (other?.partner || same.length > 1) faults.push(msg('document.problem.third-switch'));
  }
  return faults;
}

/** Where a want gets its power, and what it takes the place of. */
function sourceFaults({ house, job }: Bundle, want: AskedFor): Text[] {
  const faults: Text[] = [];
  if (want.source?.from === 'point' && !has(house.points, want.source.pointId))
    faults.push(msg('document.problem.no-feed'));
  if (want.source?.from === 'cable' && !has(house.cables, want.source.cableId))
    faults.push(msg('document.problem.no-feed'));
  if (want.source?.from === 'panel' && !has(house.panels, want.source.panelId))
    faults.push(msg('document.problem.no-panel'));
  if (want.replaces !== undefined && !has(house.points, want.replaces))
    faults.push(msg('document.problem.no-replaced'));
  const left = house.points.find((p) => p.id === want.replaces);
  if (left && want.replacesDevice !== undefined && !deviceIsThere(job, left, want.replacesDevice))
    faults.push(msg('document.problem.no-device'));
  return faults;
}

/** Where a want is to be. */
function placeFaults(house: House, want: AskedFor): Text[] {
  const faults: Text[] = [];
  if (want.at.on !== 'wall' && want.at.on !== 'outside' && !has(house.rooms, want.at.roomId))
    faults.push(msg('document.problem.want-no-room'));
  if (want.at.on === 'wall' || want.at.on === 'outside') {
    const { wallId } = want.at;
    const room = house.rooms.find((r) => has(r.walls, wallId));
    const wall = room?.walls.find((w) => w.id === wallId);
    if (!room || !wall) faults.push(msg('document.problem.want-no-wall'));
    else if (want.at.xMm > wall.lengthMm || want.at.heightMm > room.ceilingMm)
      faults.push(msg('document.problem.outside-wall', { wall: wall.name }));
  }
  return faults;
}

const wantProblems = (bundle: Bundle, want: AskedFor): Problem[] =>
  [...placeFaults(bundle.house, want), ...sourceFaults(bundle, want), ...controlFaults(bundle, want)].map(
    (what) => ({ of: 'want', where: msg('document.want', { want: want.label }), what, subjects: [want.id] }),
  );

/** The same for a job against its house. */
export function jobProblems({ house, job }: Bundle): Problem[] {
  const problems: Problem[] = [];
  if (job.houseId !== house.id)
    problems.push({
      of: 'want',
      where: msg('document.job', { job: job.name }),
      what: msg('document.problem.other-house', { id: job.houseId }),
      subjects: [job.id],
    });
  const points = new Set<string>(house.points.map((p) => p.id));
  for (const change of job.changes ?? [])
    for (const id of namedBy(change))
      if (!points.has(id))
        problems.push({
          of: 'want',
          where: msg('document.change', { change: change.kind }),
          what: msg('document.problem.no-changed', { id }),
          subjects: [change.id],
        });
  return [...problems, ...job.wants.flatMap((want) => wantProblems({ house, job }, want))];
}
