import type { House, Job, JobId, Opening, Room } from '../document/index.ts';
import { onWall, type Place } from '../routing/index.ts';
import { levelOf, planOfHouse, spotOn, wallLines, type PlanOfHouse, type Spot } from '../structure/index.ts';
import { allOf, msg, type Text } from '../words/index.ts';
import { evaluate } from './evaluate.ts';
import type { Marks, Next } from './guidance.ts';

/** A house with its jobs at a glance: its floor plan, what is new in it, and how far each job is. */
export interface HouseCard {
  readonly rooms: readonly RoomOnCard[];
  /** Boxes that are there. */
  readonly points: readonly Spot[];
  /** What is known of it, in a line. */
  readonly facts: Text;
  readonly jobs: readonly JobOnCard[];
}
export interface RoomOnCard {
  readonly name: string;
  readonly corners: readonly Spot[];
  readonly openings: readonly { readonly kind: Opening['kind']; readonly from: Spot; readonly to: Spot }[];
  /** Somebody has read its walls, or found a box in it. */
  readonly known: boolean;
}
export interface JobOnCard {
  readonly id: JobId;
  readonly marks: Marks;
  readonly next: Next;
  /** The breakers that it is fed from; empty without a plan. */
  readonly circuit: Text;
  /** New cables from box to box, and the new boxes. */
  readonly runs: readonly (readonly Spot[])[];
  readonly wanted: readonly Spot[];
}

function roomOnCard(house: House, room: Room): RoomOnCard {
  const lines = wallLines(room);
  const walls = new Set(room.walls.map((w) => w.id));
  return {
    name: room.name,
    corners: lines.map((l) => l.from),
    openings: lines.flatMap((l) =>
      l.wall.openings.map(({ kind, leftMm, rightMm }) => ({
        kind,
        from: spotOn(l, leftMm),
        to: spotOn(l, rightMm),
      })),
    ),
    known:
      room.walls.some((w) => w.hits.length > 0 || w.openings.length > 0) ||
      house.points.some(({ at }) =>
        'wallId' in at ? walls.has(at.wallId) : at.on === 'ceiling' && at.roomId === room.id,
      ),
  };
}

/** The story that is shown: that of the first thing that is wanted, else the lowest. */
function shownLevel(house: House, plan: PlanOfHouse, jobs: readonly Job[]): number {
  const first = jobs.flatMap((j) => j.wants)[0];
  const room = first && plan.roomOf(first.at);
  return room ? levelOf(room) : Math.min(...house.rooms.map(levelOf));
}

/** Along the framing and square to it: a way from above has no slants. */
const squared = (spots: readonly Spot[]): Spot[] =>
  spots.flatMap((s, i) => {
    const last = spots[i - 1];
    return last && Math.abs(last.xMm - s.xMm) > 1 && Math.abs(last.yMm - s.yMm) > 1
      ? [{ xMm: s.xMm, yMm: last.yMm }, s]
      : [s];
  });

function spotsOf(plan: PlanOfHouse, places: readonly Place[]): Spot[] {
  return places.flatMap((p) => {
    if (!onWall(p)) return [p.spot];
    const line = plan.lines.get(p.wallId);
    return line ? [spotOn(line, p.xMm)] : [];
  });
}

function jobOnCard(house: House, job: Job): JobOnCard {
  const { plan, chosen, marks, next } = evaluate({ house, job });
  const breakers = [...new Set(chosen?.option.taps.map((t) => t.breaker) ?? [])];
  return {
    id: job.id,
    marks,
    next,
    circuit:
      breakers.length === 0
        ? ''
        : allOf(breakers.map((b) => msg('evaluation.card.breaker', { number: b.number, amps: b.amps }))),
    runs: chosen?.option.legs.map((l) => squared(spotsOf(plan, l.route.places))) ?? [],
    wanted: job.wants.flatMap((w) => plan.spotOf(w.at) ?? []),
  };
}

/** Everything that the start page shows of a house; each of its jobs is planned for it. */
export function cardOf(house: House, jobs: readonly Job[]): HouseCard {
  const plan = planOfHouse(house);
  const level = shownLevel(house, plan, jobs);
  const rooms = house.rooms.filter((r) => levelOf(r) === level);
  const shown = new Set(rooms.map((r) => r.id));
  const breakers = house.panels.flatMap((p) => p.breakers);
  return {
    rooms: rooms.map((r) => roomOnCard(house, r)),
    points: house.points.flatMap(({ at }) => {
      const room = plan.roomOf(at);
      return room && shown.has(room.id) ? (plan.spotOf(at) ?? []) : [];
    }),
    facts: msg('evaluation.card.facts', {
      rooms: house.rooms.length,
      points: house.points.length,
      tested: breakers.filter((b) => b.proved).length,
      breakers: breakers.length,
    }),
    jobs: jobs.map((j) => jobOnCard(house, j)),
  };
}
