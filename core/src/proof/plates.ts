import type { Room } from '../document/index.ts';
import { inches } from '../units/index.ts';
import { msg } from '../words/index.ts';
import { at, named, SAME_MM, type Ground } from './ground.ts';
import type { HoleOfRun, MoveOfRun } from './plan.ts';

/** Holes through the plates of a wall: what is over and under them, and whether a drill gets there. */

const LEAST_CRAWL_MM = inches(18);
const openAbove = (room: Room): boolean => room.above.kind === 'attic' && room.above.canEnter;
const openBelow = (room: Room): boolean =>
  room.below.kind === 'basement'
    ? room.below.canEnter
    : room.below.kind === 'crawl' &&
      room.below.canEnter &&
      (room.below.clearMm ?? LEAST_CRAWL_MM) >= LEAST_CRAWL_MM;

/** Plates that are bored from an attic, or up into one. */
const UNDER_ROOF: ReadonlySet<string> = new Set([
  'drill-plate-above',
  'drill-eave-above',
  'drill-eave-below',
]);
/** A drill that stands upright on a plate, mm; an arm with a drill in it, from where a body still gets to: common practice. */
const UPRIGHT_MM = inches(10);
const BODY_MM = inches(16);
const ARM_MM = inches(30);

/** Does the roof over an outside wall leave room for the drill? Inside walls have all of the attic over them. */
function roomUnderRoof(g: Ground, h: HoleOfRun, op: string): boolean {
  const line = g.plan.lines.get(h.wallId);
  if (!line || op === 'drill-eave-below' || !line.wall.exterior) return true;
  const { roof, joists: run, members } = line.room.above;
  if (roof?.heel === 'raised') return true;
  const rise = (roof?.pitch ?? 4) / 12;
  const low = members === 'truss' ? inches(3.75) : inches(5.5) * Math.hypot(1, rise) - inches(3.5) * rise;
  const eave = roof?.shape === 'hip' || (Math.abs(line.along.xMm) > 0.5 ? run === 'y' : run === 'x');
  const { lengthMm, framing } = line.wall;
  const away = eave ? inches(1.75) : Math.max(0, Math.min(h.xMm, lengthMm - h.xMm)) + framing.depthMm;
  const clear = low + rise * away;
  if (op === 'drill-plate-above') return clear >= UPRIGHT_MM - SAME_MM;
  return rise > 0 && (BODY_MM - low) / rise - away <= ARM_MM + SAME_MM;
}

/** A hole through the plates: into the clear of a bay, under no header, and from a place that can be reached. */
export function plates(g: Ground, move: MoveOfRun): void {
  for (const h of [...move.holes, ...move.again]) {
    if (h.through !== 'top plates' && h.through !== 'bottom plate') continue;
    const [wall, room] = [g.wall(h.wallId), g.room(h.wallId)];
    if (!wall || !room) continue;
    const where = named(g, h.wallId);
    const half = h.diameterMm / 2;
    // What stands on the plate that is bored: a cripple does, on the one below.
    const runs = g.runs(h.wallId, at(h.heightMm));
    if (runs.some((r) => h.xMm + half > r.leftMm + SAME_MM && h.xMm - half < r.rightMm - SAME_MM))
      g.says('into a stud', [h.wallId], msg('proof.plates-into-stud', { wall: where }));
    const shut = wall.openings.some(
      (o) =>
        h.xMm + half > o.leftMm &&
        h.xMm - half < o.rightMm &&
        (h.through === 'top plates' || o.bottomMm < inches(1.5)),
    );
    if (shut) g.says('over an opening', [h.wallId], msg('proof.over-opening', { wall: where }));
    if (!h.fireSeal) g.says('no seal', [h.wallId], msg('proof.no-seal', { wall: where }));
    if (UNDER_ROOF.has(move.op) && openAbove(room) && !roomUnderRoof(g, h, move.op))
      g.says('no room', [h.wallId], msg('proof.roof-too-low', { wall: where }));
    if (UNDER_ROOF.has(move.op) && !openAbove(room))
      g.says('no way in', [room.id], msg('proof.no-way-above', { wall: where }));
    const seen = room.above.open === true || (wall.finish === 'none' && openAbove(room));
    if (move.op === 'drill-plate-open' && !seen)
      g.says('no way in', [room.id], msg('proof.no-way-open', { wall: where }));
    if (move.op === 'drill-plate-below' && !openBelow(room))
      g.says('no way in', [room.id], msg('proof.no-way-below', { wall: where }));
  }
}
