import type { Job, Point } from '../document/index.ts';
import { partOf } from '../materials/index.ts';
import { roomInside, type PlanOfHouse } from '../structure/index.ts';
import type { Step } from '../work/index.ts';
import { msg, type Text, type Tool } from '../words/index.ts';
import type { Chosen } from './chosen.ts';

/** What is carried where: the tools of the steps that are done in a place, and the parts that are put in there. */
export interface Carried {
  readonly place: Text;
  readonly tools: readonly Tool[];
  readonly parts: readonly { readonly key: string; readonly name: Text; readonly count: number }[];
}

/** What goes along the runs and belongs to no box: staples, plates, sealant, the cable itself. */
const ALONG = msg('work.carry.along');

const EVERYWHERE = msg('work.carry.everywhere');

/** Above, below, outside or at the panel a step says so itself; else it is in the room of its box, its hole or its wall. */
function placeOf(step: Step, plan: PlanOfHouse, points: ReadonlyMap<string, Point>): Text {
  if (typeof step.place === 'object') return step.place;
  const at = step.pointId === null ? undefined : points.get(step.pointId)?.at;
  const room = at && roomInside(plan, at);
  if (room) return room.name;
  for (const act of step.does) {
    const box = 'point' in act ? points.get(act.point)?.at : undefined;
    const boxRoom = box && roomInside(plan, box);
    if (boxRoom) return boxRoom.name;
    if (!('at' in act)) continue;
    const inRoom =
      'wallId' in act.at
        ? plan.lines.get(act.at.wallId)?.room
        : [...plan.lines.values()].find((l) => 'roomId' in act.at && l.room.id === act.at.roomId)?.room;
    if (inRoom) return inRoom.name;
  }
  const wallId = step.ways.find((w) => w.wallId !== null)?.wallId;
  return (wallId && plan.lines.get(wallId)?.room.name) ?? step.place;
}

/**
 * What to bring to each place, in the order in which one comes there first: laid out like that at the start, nobody walks back for a
 * staple. Tools that every step may need are on the shopping list.
 */
export function carryList(
  plan: PlanOfHouse,
  { steps, bill, applied }: Chosen,
  { strips = [] }: Pick<Job, 'strips'>,
): Carried[] {
  const points = new Map<string, Point>(applied.house.points.map((p) => [p.id, p]));
  const byLabel = new Map(applied.house.points.map((p) => [p.label, p] as const));
  const found = new Map<string, { place: Text; tools: Set<Tool>; parts: Map<string, number> }>();
  const at = (place: Text) => {
    const key = JSON.stringify(place);
    const known = found.get(key) ?? { place, tools: new Set<Tool>(), parts: new Map<string, number>() };
    found.set(key, known);
    return known;
  };
  for (const step of steps) {
    const place = placeOf(step, plan, points);
    if (step.by === 'electrician' || step.tools.length === 0) continue;
    const there = at(place === '' ? EVERYWHERE : place);
    for (const tool of step.tools) there.tools.add(tool);
  }
  for (const { key, count, why } of bill.needed.parts) {
    if (count <= 0) continue;
    const point = typeof why === 'string' ? byLabel.get(why) : undefined;
    const wallId = strips.find((s) => s.label === why)?.pieces[0]?.wallId;
    const room = point ? roomInside(plan, point.at) : wallId && plan.lines.get(wallId)?.room;
    const { parts } = at(room?.name ?? ALONG);
    parts.set(key, (parts.get(key) ?? 0) + count);
  }
  return [...found.values()].flatMap(({ place, tools, parts }) =>
    tools.size + parts.size === 0
      ? []
      : [
          {
            place,
            tools: [...tools],
            parts: [...parts].flatMap(([key, count]) => {
              const part = partOf(key);
              return part ? [{ key, name: part.name, count }] : [];
            }),
          },
        ],
  );
}
