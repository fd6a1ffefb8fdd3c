import { boxSolids, spotOn } from '../structure/index.ts';
import { inches } from '../units/index.ts';
import { article, msg } from '../words/index.ts';
import {
  at,
  bandOf,
  Ground,
  inWall,
  meets,
  named,
  SAME_MM,
  within,
  woodBetween,
  type Band,
  type InWall,
} from './ground.ts';
import { alongJoistBay, joists, overOrUnder } from './overhead.ts';
import { plates } from './plates.ts';
import type { Fault, GeometryPlan, HoleOfRun, JoistOfRun, MoveOfRun, PlaceOfRun } from './plan.ts';

/**
 * The geometry replay: every piece of every run swept through the house as it stands. What it meets must be what the plan says it
 * drills; nothing else may be in the way.
 */

/** A bit stands out of the wood by so much when it is through, mm: common practice. */
const OUT_MM = inches(1);
/** Wood or air that stays between a hole and a box, mm: common practice. */
const CLEAR_MM = inches(1 / 8);
/** Free conductor at a box, mm: NEC 300.14. */
const FREE_MM = inches(6);
/** What a cable needs beside a thing that nearly fills a bay, mm: common practice. */
const PASS_MM = inches(1.5);

/** Every member that is crossed has one hole, and every hole is in a member that is crossed. */
function crossings(g: Ground, move: MoveOfRun, a: InWall, b: InWall): void {
  const wood = woodBetween(g, a, b);
  const holes = [...move.holes, ...move.again].filter((h) => h.through === 'stud');
  const where = named(g, a.wallId);
  for (const r of wood) {
    const own = holes.filter((h) => within(h, r)).length;
    if (own === 0) g.says('no hole', [a.wallId], msg('proof.stud-no-hole', { wall: where }));
    if (own > 1) g.says('one hole twice', [a.wallId], msg('proof.stud-twice', { wall: where }));
  }
  // A box that was measured on a stud hangs beside it, on whichever side: its own stud may have to be crossed.
  const own = g
    .runs(a.wallId, bandOf(a, b))
    .filter((r) => [a, b].some((p) => p.xMm >= r.leftMm && p.xMm <= r.rightMm));
  for (const h of holes)
    if (![...wood, ...own].some((r) => within(h, r)))
      g.says('idle hole', [a.wallId], msg('proof.idle-hole', { wall: where }));
}

/** Where a piece of run lies; what was measured on a stud is reckoned from the side that its bay is on. */
function clearOfWood(g: Ground, op: string, a: InWall, b: InWall): Band {
  const band = bandOf(a, b);
  const runs = g.runs(a.wallId, band);
  const onWood = (x: number) => runs.some((r) => x > r.leftMm && x < r.rightMm);
  const clear = [a.xMm, b.xMm].find((x) => !onWood(x));
  if (!IN_ONE_BAY.has(op) || clear === undefined) return band;
  const bay = g.bay(a.wallId, clear, band);
  return { ...band, leftMm: Math.max(band.leftMm, bay.leftMm), rightMm: Math.min(band.rightMm, bay.rightMm) };
}

/** What a cable meets inside a wall besides studs: doors and windows, ducts and flues, blocks. */
function inTheWay(g: Ground, move: MoveOfRun, a: InWall, b: InWall): void {
  const wall = g.wall(a.wallId);
  if (!wall) return;
  const sweep = clearOfWood(g, move.op, a, b);
  for (const o of wall.openings)
    if (meets(sweep, o))
      g.says(
        'opening',
        [a.wallId],
        msg('proof.opening', { what: msg(`names.opening.${o.kind}`), wall: named(g, a.wallId) }),
      );
  for (const o of wall.obstacles) {
    if (!meets(sweep, o) || o.kind === 'cable') continue;
    const middle = Math.min(Math.max((sweep.leftMm + sweep.rightMm) / 2, o.leftMm), o.rightMm);
    const bay = g.bay(a.wallId, middle, sweep);
    const left = Math.min(o.rightMm, bay.rightMm) - Math.max(o.leftMm, bay.leftMm);
    const fills = left > bay.rightMm - bay.leftMm - PASS_MM;
    const bored = [...move.holes, ...move.again].some(
      (h) => h.through === 'block' && h.heightMm >= o.bottomMm && h.heightMm <= o.topMm,
    );
    const never = o.kind === 'return-air' || o.kind === 'flue';
    const block = o.kind === 'blocking' || o.kind === 'brace';
    if (never || (fills && !(block && bored && wall.framing.kind === 'wood')))
      g.says(
        'in the way',
        [a.wallId],
        msg('proof.obstacle', { what: article(msg(`names.obstacle.${o.kind}`)), wall: named(g, a.wallId) }),
      );
  }
}

/** A bit through a stud comes out on the other side: no box of any circuit may be there, on either face. */
function boxesInTheBit(g: Ground, move: MoveOfRun): void {
  for (const h of move.holes) {
    if (h.through !== 'stud' && h.through !== 'corner studs') continue;
    const wall = g.wall(h.wallId);
    const wood = g.runs(h.wallId, at(h.heightMm)).find((r) => within(h, r));
    if (!wall || !wood) continue;
    const half = h.diameterMm / 2;
    const depth = wall.framing.depthMm / 2;
    for (const s of boxSolids(g.given.before).get(h.wallId) ?? []) {
      if (g.given.replaced.has(s.id)) continue;
      const hit =
        s.leftMm < wood.rightMm + OUT_MM &&
        s.rightMm > wood.leftMm - OUT_MM &&
        s.bottomMm < h.heightMm + half + CLEAR_MM &&
        s.topMm > h.heightMm - half - CLEAR_MM &&
        s.fromMm < depth + half &&
        s.toMm > depth - half;
      if (hit)
        g.says('into a box', [s.id], msg('proof.stud-into-box', { wall: named(g, h.wallId), box: s.label }));
    }
  }
}

/** Sizes of a hole: wood to the face or a plate over it, share of the stud, length of the bit. */
function sizes(g: Ground, h: HoleOfRun): void {
  const wall = g.wall(h.wallId);
  if (!wall) return g.says('no such wall', [h.wallId], msg('proof.no-wall'));
  const { depthMm, kind } = wall.framing;
  const where = named(g, h.wallId);
  if (h.xMm < -SAME_MM || h.xMm > wall.lengthMm + SAME_MM)
    g.says('outside', [h.wallId], msg('proof.past-end', { wall: where }));
  if (h.through === 'exterior wall') return;
  const edge = (depthMm - h.diameterMm) / 2;
  if (edge < g.limits.holeEdgeMm.value - 0.1 && !h.plateNeeded)
    g.says('no plate', [h.wallId], msg('proof.no-plate', { wall: where }));
  if (kind !== 'wood' || h.bitMm === undefined) {
    if (kind === 'steel' && !h.bushing && h.through !== 'block')
      g.says('no bushing', [h.wallId], msg('proof.no-bushing', { wall: where }));
    return;
  }
  if (h.through !== 'stud') return;
  const wood = g.runs(h.wallId, at(h.heightMm)).find((r) => within(h, r));
  if (wood && h.bitMm < wood.rightMm - wood.leftMm)
    g.says('short bit', [h.wallId], msg('proof.short-bit', { wall: where }));
}

/** A stud bored through the hole of a box: with a bit that bends, which sheet steel and a shallow wall do not allow. */
function throughTheBox(g: Ground, move: MoveOfRun): void {
  if (move.op !== 'drill-stud') return;
  for (const h of move.holes) {
    const framing = g.wall(h.wallId)?.framing;
    if (framing && (framing.kind !== 'wood' || framing.depthMm < inches(2.5)))
      g.says('no room', [h.wallId], msg('proof.no-room-to-bend', { wall: named(g, h.wallId) }));
  }
}

/** What is opened of a wall is drywall or plaster: nothing fixed hangs on it, and no tile or panel is on it. */
function openedThere(g: Ground, move: MoveOfRun): void {
  if (move.op !== 'slot-wall' && move.op !== 'turn-corner' && move.op !== 'turn-outside') return;
  // A strip is opened where it is drilled; what is fished on both sides of it may lie behind anything.
  for (const p of move.holes) {
    const wall = g.wall(p.wallId);
    if (!wall) continue;
    const over = (o: { leftMm: number; rightMm: number; bottomMm: number; topMm: number }) =>
      p.xMm > o.leftMm + SAME_MM &&
      p.xMm < o.rightMm - SAME_MM &&
      p.heightMm > o.bottomMm + SAME_MM &&
      p.heightMm < o.topMm - SAME_MM;
    const fixed = wall.furniture.some((f) => f.kind !== 'furniture' && !f.planned && !f.comesDown && over(f));
    const clad = (wall.layers ?? []).some((l) => !l.planned && (!l.area || over(l.area)));
    if (fixed || clad) g.says('fixed', [p.wallId], msg('proof.fixed', { wall: named(g, p.wallId) }));
  }
}

/** Nothing is fished in solid masonry, and no stud stands in it. */
function inMasonry(g: Ground, move: MoveOfRun, a: InWall, b: InWall): void {
  if (!IN_WALL.has(move.op)) return;
  for (const p of [a, b]) {
    const framing = g.wall(p.wallId)?.framing;
    if (p.in !== 'wall' || framing?.kind !== 'masonry') continue;
    if (framing.masonry !== 'hollow' || move.op !== 'fish')
      g.says('in masonry', [p.wallId], msg('proof.in-masonry', { wall: named(g, p.wallId) }));
  }
}
const IN_WALL: ReadonlySet<string> = new Set([
  'fish',
  'drill-stud',
  'bore-open',
  'slot-wall',
  'turn-corner',
  'turn-outside',
  'cross-blocking',
  'same-bay',
]);

/** A board at the floor or the ceiling is no higher than this, mm. */
const TRIM_HIGH_MM = inches(6);

/** Studs are bored from the room only where no board is on them. */
function inTheOpen(g: Ground, move: MoveOfRun, at: InWall): void {
  const wall = g.wall(at.wallId);
  if (move.op === 'bore-open' && wall && (wall.finish !== 'none' || wall.framing.kind === 'masonry'))
    g.says('closed wall', [at.wallId], msg('proof.closed-wall', { wall: named(g, at.wallId) }));
}

/** Around doors behind their casings: boards that come off, wood behind them, and cable enough to go up, over and down. */
function aroundDoors(g: Ground, move: MoveOfRun, a: InWall, b: InWall): void {
  const wall = g.wall(a.wallId);
  const room = g.room(a.wallId);
  if (!wall || !room) return;
  const doors = wall.openings.filter((o) => meets(bandOf(a, b), o));
  const comesOff = wall.baseboard === true && wall.casing === true && wall.framing.kind === 'wood';
  if (!comesOff || Math.min(a.heightMm, b.heightMm) > TRIM_HIGH_MM)
    g.says('no casing', [a.wallId], msg('proof.no-casing', { wall: named(g, a.wallId) }));
  const up = doors.reduce((s, o) => s + 2 * (o.topMm - a.heightMm), 0);
  if (doors.length === 0 || move.cableMm < Math.abs(a.xMm - b.xMm) + up - SAME_MM)
    g.says('short of the door', [a.wallId], msg('proof.short-of-door', { wall: named(g, a.wallId) }));
  if (doors.some((o) => o.topMm > room.ceilingMm - inches(3) + SAME_MM))
    g.says('no casing', [a.wallId], msg('proof.no-head-casing', { wall: named(g, a.wallId) }));
}

/** Behind a baseboard or a crown molding: where there is one, on wood, near the floor or the ceiling, and past no opening. */
function behindTrim(g: Ground, crown: boolean, a: InWall, b: InWall): void {
  const wall = g.wall(a.wallId);
  const room = g.room(a.wallId);
  if (!wall || !room) return;
  const there = crown ? wall.crown === true : wall.baseboard === true;
  const off = (p: InWall) => (crown ? room.ceilingMm - p.heightMm : p.heightMm);
  if (!there || wall.framing.kind !== 'wood' || Math.min(off(a), off(b)) > TRIM_HIGH_MM)
    g.says(
      'no baseboard',
      [a.wallId],
      msg('proof.no-baseboard', { wall: named(g, a.wallId), crown: String(crown) }),
    );
  if (wall.openings.some((o) => meets(bandOf(a, b), o)))
    g.says(
      'opening',
      [a.wallId],
      msg('proof.baseboard-door', { wall: named(g, a.wallId), crown: String(crown) }),
    );
}

/** A hole to the outside: through a wall that is an outer one, in no opening and in no box. */
function outward(g: Ground, move: MoveOfRun, at: InWall): void {
  const wall = g.wall(at.wallId);
  if (!wall) return;
  if (!wall.exterior)
    g.says('not outside', [at.wallId], msg('proof.not-outside', { wall: named(g, at.wallId) }));
  const brick = wall.outerFace === 'masonry' || wall.framing.kind === 'masonry';
  if (brick !== (move.op === 'through-masonry'))
    g.says('wrong bit', [at.wallId], msg('proof.wrong-bit', { wall: named(g, at.wallId) }));
  for (const h of move.holes)
    if (
      wall.openings.some(
        (o) => h.xMm > o.leftMm && h.xMm < o.rightMm && h.heightMm > o.bottomMm && h.heightMm < o.topMm,
      )
    )
      g.says('opening', [at.wallId], msg('proof.out-opening', { wall: named(g, at.wallId) }));
}

/** From the end of one wall into the next one of the same room. */
function corner(g: Ground, move: MoveOfRun, a: InWall, b: InWall): void {
  const room = g.room(a.wallId);
  const i = room?.walls.findIndex((w) => w.id === a.wallId) ?? -1;
  const n = room?.walls.length ?? 0;
  const beside = room?.walls[(i + 1) % n]?.id === b.wallId || room?.walls[(i - 1 + n) % n]?.id === b.wallId;
  if (!beside)
    g.says(
      'no corner',
      [a.wallId, b.wallId],
      msg('proof.no-corner', { wall: named(g, a.wallId), other: named(g, b.wallId) }),
    );
  if (move.holes.length + move.again.length < 2)
    g.says('no hole', [a.wallId, b.wallId], msg('proof.corner-holes', { wall: named(g, a.wallId) }));
}

const IN_ONE_BAY: ReadonlySet<string> = new Set(['fish', 'cross-blocking']);
const ACROSS_STUDS: ReadonlySet<string> = new Set(['drill-stud', 'bore-open', 'slot-wall']);
const CROWN: ReadonlySet<string> = new Set(['crown-chase', 'behind-crown']);
const TRIM: ReadonlySet<string> = new Set(['trim-chase', 'behind-baseboard', ...CROWN]);

function sweep(g: Ground, move: MoveOfRun): void {
  const { op, from, to } = move;
  for (const h of move.holes) sizes(g, h);
  boxesInTheBit(g, move);
  plates(g, move);
  throughTheBox(g, move);
  overOrUnder(g, move);
  joists(g, move);
  alongJoistBay(g, move);
  if (!inWall(from) || !inWall(to)) return;
  if (IN_ONE_BAY.has(op) || ACROSS_STUDS.has(op)) {
    if (from.wallId !== to.wallId)
      return g.says('jump', [from.wallId, to.wallId], msg('proof.nothing-between'));
    crossings(g, move, from, to);
    inTheWay(g, move, from, to);
  }
  openedThere(g, move);
  inTheOpen(g, move, from);
  if (op === 'casing-chase' && from.wallId === to.wallId) aroundDoors(g, move, from, to);
  inMasonry(g, move, from, to);
  if (TRIM.has(op) && from.wallId === to.wallId) behindTrim(g, CROWN.has(op), from, to);
  if (op === 'turn-corner' || op === 'turn-outside') corner(g, move, from, to);
  if (op === 'through-siding' || op === 'through-masonry') outward(g, move, from);
}

/** Length from place to place as a cable goes: along and up, along the framing and square to it. Undefined where it leaves a wall. */
function lengthMm({ from, to }: MoveOfRun): number | undefined {
  if (inWall(from) && inWall(to))
    return from.wallId === to.wallId
      ? Math.abs(from.xMm - to.xMm) + Math.abs(from.heightMm - to.heightMm)
      : undefined;
  if (!inWall(from) && !inWall(to))
    return Math.abs(from.spot.xMm - to.spot.xMm) + Math.abs(from.spot.yMm - to.spot.yMm);
  return undefined;
}

/** Where a place is in the plan of the house, to tell whether one piece begins where the last one ends. */
function spotOf(g: Ground, p: PlaceOfRun): { xMm: number; yMm: number } | undefined {
  if (!inWall(p)) return p.spot;
  const line = g.plan.lines.get(p.wallId);
  return line && spotOn(line, p.xMm);
}
/** Faces of one wall, an attic and the plates under it: places this near in the plan may be one, mm. */
const NEAR_MM = 400;

function follows(g: Ground, a: PlaceOfRun, b: PlaceOfRun): boolean {
  if (inWall(a) && inWall(b) && a.wallId === b.wallId)
    return Math.abs(a.xMm - b.xMm) < SAME_MM && Math.abs(a.heightMm - b.heightMm) < SAME_MM;
  const [p, q] = [spotOf(g, a), spotOf(g, b)];
  return p !== undefined && q !== undefined && Math.hypot(p.xMm - q.xMm, p.yMm - q.yMm) < NEAR_MM;
}

/** One run from box to box: without a gap, and with cable enough. */
function leg(g: Ground, own: GeometryPlan['legs'][number], i: number): void {
  const name = `leg ${i + 1}`;
  const ends = [own.moves[0]?.from, own.moves.at(-1)?.to] as const;
  [own.from, own.to].forEach((id, end) => {
    const at = [...g.given.after.points, ...g.given.before.points].find((p) => p.id === id)?.at;
    const place = ends[end];
    if (!at || !place || !('wallId' in at)) return;
    if (!inWall(place) || place.wallId !== at.wallId || !follows(g, place, { in: 'wall', ...at }))
      g.says('not at its box', [id], msg('proof.not-at-box', { n: i + 1, end: end === 0 ? 'start' : 'end' }));
  });
  own.moves.slice(1).forEach((m, k) => {
    const last = own.moves[k];
    if (last && !follows(g, last.to, m.from)) g.says('gap', [name], msg('proof.gap', { n: i + 1 }));
  });
  const along = own.moves.reduce((s, m) => s + (lengthMm(m) ?? 0), 0);
  if (own.drawnMm !== null) {
    // What is stapled in the wall passes no wood, and ends where it is used up.
    if (own.drawnMm < along - SAME_MM)
      g.says('cables too short', [own.to], msg('proof.cables-too-short', { n: i + 1 }));
    if (own.moves.some((m) => m.holes.length > 0))
      g.says('cables through wood', [own.to], msg('proof.cables-through-wood', { n: i + 1 }));
    return;
  }
  const least = along + 2 * FREE_MM;
  if (own.cableMm < least - SAME_MM) g.says('short cable', [name], msg('proof.short-cable', { n: i + 1 }));
}

/** A run that goes through what an earlier one has drilled or opened: that one must have done it, for no more than two in a hole. */
function shared(g: Ground, { moves }: GeometryPlan['legs'][number], i: number): void {
  const earlier = g.given.legs.slice(0, i);
  const before = earlier.flatMap((l) => l.moves);
  for (const m of moves) {
    const says = (what: string, id: 'proof.not-drilled' | 'proof.full-hole' | 'proof.not-opened') =>
      g.says(what, [`leg ${i + 1}`], msg(id, { n: i + 1 }));
    for (const h of m.again) {
      const same = (x: HoleOfRun) => x.through === h.through && isAt(x, h);
      if (!before.some((b) => b.holes.some(same))) says('not drilled', 'proof.not-drilled');
      if (before.filter((b) => b.again.some(same)).length > 0) says('full hole', 'proof.full-hole');
    }
    for (const j of m.joistsAgain)
      if (!before.some((b) => b.joists.some((x) => sameSpot(x.spot, j.spot))))
        says('not drilled', 'proof.not-drilled');
    if (m.doneBy === null) continue;
    const there = earlier[m.doneBy]?.moves.some((b) => b.op === m.op && b.doneBy === null && sameRooms(b, m));
    if (!there) says('not opened', 'proof.not-opened');
  }
}

const isAt = (a: HoleOfRun, b: HoleOfRun): boolean =>
  a.wallId === b.wallId && Math.abs(a.xMm - b.xMm) < SAME_MM && Math.abs(a.heightMm - b.heightMm) < SAME_MM;
const sameSpot = (a: JoistOfRun['spot'], b: JoistOfRun['spot']): boolean =>
  Math.abs(a.xMm - b.xMm) < SAME_MM && Math.abs(a.yMm - b.yMm) < SAME_MM;
/** Are two pieces of run done at the same walls, or under the same ceiling? */
function sameRooms(a: MoveOfRun, b: MoveOfRun): boolean {
  const at = ({ from, to }: MoveOfRun) => [from, to].map((p) => (inWall(p) ? p.wallId : p.roomId));
  return at(b).every((id) => at(a).includes(id));
}

/** Sweeps every run of a plan through the house. Empty when each goes only where it can, through what it drills. */
export function proveGeometry(plan: GeometryPlan): Fault[] {
  const g = new Ground(plan);
  plan.legs.forEach((own, i) => {
    leg(g, own, i);
    shared(g, own, i);
    for (const move of own.moves) sweep(g, move);
  });
  return [...new Map(g.faults.map((f) => [`${f.what}|${JSON.stringify(f.says)}`, f] as const)).values()];
}
