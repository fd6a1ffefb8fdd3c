import type { Room } from '../document/index.ts';
import { joistsOf, USUAL_JOISTS_MM } from '../structure/index.ts';
import { article, msg } from '../words/index.ts';
import { inWall, SAME_MM, type Ground } from './ground.ts';
import type { MoveOfRun } from './plan.ts';

/** Runs over and under rooms: where a person gets to, which joists are crossed, what lies between them. */

/** A run over or under rooms is somewhere a person gets to. */
export function overOrUnder(g: Ground, move: MoveOfRun): void {
  for (const p of [move.from, move.to]) {
    if (inWall(p)) continue;
    const room = g.given.before.rooms.find((r) => r.id === p.roomId);
    if (!room) continue;
    if (move.op === 'run-attic' && room.above.kind !== 'attic')
      g.says('no way in', [room.id], msg('proof.no-attic', { room: room.name }));
    // Open joists over a room are worked on from the room itself.
    if (p.in === 'joists') {
      if (move.op === 'run-below' && room.above.open !== true)
        g.says('no way in', [room.id], msg('proof.no-open', { room: room.name }));
      continue;
    }
    if (move.op === 'run-below' && room.below.kind !== 'basement' && room.below.kind !== 'crawl')
      g.says('no way in', [room.id], msg('proof.no-below', { room: room.name }));
  }
}

/** Where joists were found: the ones between two places across them. Where none was, undefined. */
function foundBetween(
  space: Room['above'] | Room['below'],
  place: number,
  a: number,
  b: number,
): number[] | undefined {
  if (space.joistAtMm === undefined) return undefined;
  const step = space.joistSpacingMm ?? USUAL_JOISTS_MM;
  const out: number[] = [];
  const first = place + space.joistAtMm;
  for (let k = Math.ceil((Math.min(a, b) - first) / step); first + k * step < Math.max(a, b); k++)
    out.push(first + k * step);
  return out;
}

/** The ones that are crossed for sure: a place measured right at a joist is on either side of it. */
const surely = (found: readonly number[], a: number, b: number): number[] =>
  found.filter((v) => Math.abs(v - a) > SAME_MM && Math.abs(v - b) > SAME_MM);

/** Runs below a floor, along open joists, or in a strip of ceiling: every joist that is crossed is bored, and none that its maker forbids. */
export function joists(g: Ground, move: MoveOfRun): void {
  const { from, to, op } = move;
  if ((op !== 'run-below' && op !== 'slot-ceiling') || inWall(from) || inWall(to)) return;
  const room = g.given.before.rooms.find((r) => r.id === from.roomId);
  if (!room) return;
  const facing = from.in === 'joists' ? 'above' : 'below';
  const says = (what: string, id: 'proof.bores-joists' | 'proof.more-joists' | 'proof.idle-joist') =>
    g.says(what, [room.id], msg(id, { room: room.name, side: facing }));
  const { pass } = joistsOf(room, facing);
  const bored = [...move.joists, ...move.joistsAgain];
  if (pass !== 'bore') {
    if (bored.length > 0) says('bored', 'proof.bores-joists');
    return;
  }
  const axis = room[facing].joists === 'y' ? 'xMm' : 'yMm';
  const [a, b] = [from.spot[axis], to.spot[axis]];
  const holes = bored.map((j) => j.spot[axis]);
  const found = foundBetween(room[facing], room.place[axis], a, b);
  if (found) {
    if (surely(found, a, b).some((v) => !holes.some((h) => Math.abs(h - v) < SAME_MM)))
      says('no hole', 'proof.more-joists');
    if (holes.some((h) => !found.some((v) => Math.abs(h - v) < SAME_MM)))
      says('idle hole', 'proof.idle-joist');
    return;
  }
  if (holes.length < Math.floor(Math.abs(b - a) / USUAL_JOISTS_MM) - 1) says('no hole', 'proof.more-joists');
  if (holes.some((v) => v < Math.min(a, b) || v > Math.max(a, b))) says('idle hole', 'proof.idle-joist');
}

/** Along a joist bay of a closed ceiling: across no joist that was found, past nothing that fills the bay. */
export function alongJoistBay(g: Ground, move: MoveOfRun): void {
  const { from, to, op } = move;
  if ((op !== 'fish-joists' && op !== 'slot-ceiling') || inWall(from) || inWall(to)) return;
  const room = g.given.before.rooms.find((r) => r.id === from.roomId);
  if (!room) return;
  const across = room.above.joists === 'y' ? 'xMm' : 'yMm';
  const [a, b] = [from.spot[across], to.spot[across]];
  const found = foundBetween(room.above, room.place[across], a, b) ?? [];
  if (op === 'fish-joists' && surely(found, a, b).length > 0)
    g.says('no hole', [room.id], msg('proof.more-joists', { room: room.name, side: 'above' }));
  // What stands right between the two places, as wide as from one to the other, is met whatever way is taken.
  const [x, y] = [room.place.xMm, room.place.yMm];
  const [left, right] = [Math.min(from.spot.xMm, to.spot.xMm) - x, Math.max(from.spot.xMm, to.spot.xMm) - x];
  const [near, far] = [Math.min(from.spot.yMm, to.spot.yMm) - y, Math.max(from.spot.yMm, to.spot.yMm) - y];
  const half = (room.above.joistSpacingMm ?? USUAL_JOISTS_MM) / 2;
  for (const o of room.above.obstacles ?? []) {
    if (o.kind === 'cable') continue;
    const [lowO, highO, low, high] =
      across === 'xMm' ? [o.leftMm, o.rightMm, left, right] : [o.nearMm, o.farMm, near, far];
    const [alongLowO, alongHighO, alongLow, alongHigh] =
      across === 'xMm' ? [o.nearMm, o.farMm, near, far] : [o.leftMm, o.rightMm, left, right];
    const fills = lowO <= low - half && highO >= high + half;
    if (fills && alongLowO > alongLow && alongHighO < alongHigh)
      g.says(
        'in the way',
        [room.id],
        msg('proof.obstacle', { what: article(msg(`names.obstacle.${o.kind}`)), wall: room.name }),
      );
  }
}
