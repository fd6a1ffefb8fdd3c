import type { House, PointId } from '../document/index.ts';
import {
  endAt,
  endOf,
  groundRunOf,
  networkOf,
  screwOf,
  shellOf,
  surveyHouse,
  type Conductor,
  type Network,
  type NodeId,
  type Surveyed,
  type SurveyedBox,
  type Wired,
} from '../network/index.ts';
import type { BoxDrawing, WiringPlan } from './plan.ts';

/** Boxes as a plan draws them and as they were found, as groups of nodes that are one piece of metal. */

/** Everything that a drawing joins, as groups of nodes. */
function drawn(house: House, box: BoxDrawing, wired: Wired): { groups: NodeId[][]; named: NodeId[] } {
  const { id } = box.point;
  const cables = new Map(house.cables.map((c) => [c.id as string, c] as const));
  const end = (c: Conductor): NodeId => {
    const cable = cables.get(c.cableId);
    const at = cable && endAt(cable, id);
    return cable && at ? endOf(cable, c.color, at) : `nowhere ${c.cableId}/${c.color}`;
  };
  const groups = wired.splices.map((j) => {
    return [
      `${id}#splice ${j.n}`,
      ...j.members.map((m): NodeId => {
        switch (m.kind) {
          case 'conductor':
            return end(m.conductor);
          case 'pigtail':
            return screwOf(id, m.device, m.to);
          case 'box-tail':
            return shellOf(id);
          case 'ground-run':
            return groundRunOf(id);
          case 'jumper':
            return `${id}#splice ${m.to}`;
        }
      }),
    ];
  });
  const screwed = wired.terminations.map((t) => [end(t.conductor), screwOf(id, t.device, t.screw)]);
  const capped = wired.caps.map((c) => end(c.conductor));
  return {
    groups: [...groups, ...screwed],
    named: [...groups.flatMap((g) => g.slice(1)), ...screwed.flat(), ...capped],
  };
}

/** Boxes as drawn where they are drawn, as surveyed elsewhere; what a drawing leaves out stays as it was found. */
export function asDrawn(
  house: House,
  survey: Surveyed,
  boxes: readonly BoxDrawing[],
  which: 'before' | 'after',
  stays: (point: PointId, device: number) => boolean,
): Map<PointId, NodeId[][]> {
  const out = new Map<PointId, NodeId[][]>(
    [...survey.boxes].map(([id, b]) => [id, b.groups.map((g) => [...g])]),
  );
  for (const box of boxes) {
    const wired = box[which];
    if (!wired) continue;
    const { id } = box.point;
    const { groups, named } = drawn(house, box, wired);
    if (box.isNew) {
      out.set(id, groups);
      continue;
    }
    const told = new Set(named);
    const device = new RegExp(`^${id.replace(/[^\w-]/g, '\\$&')}#(\\d+):`);
    const left = (survey.boxes.get(id)?.groups ?? []).map((g) =>
      g.filter((n) => {
        if (told.has(n)) return false;
        const own = device.exec(n);
        return !own || stays(id, Number(own[1]));
      }),
    );
    // A conductor that the drawing leaves alone stays in the splice that it was found in.
    const alone = (survey.boxes.get(id)?.groups ?? []).flatMap((g) => {
      const [stay, ...more] = g.filter((n) => !told.has(n) && !device.test(n));
      const mate = g.find((n) => told.has(n) && !device.test(n) && n !== shellOf(id));
      return stay !== undefined && more.length === 0 && mate !== undefined ? [[stay, mate]] : [];
    });
    out.set(id, [...groups, ...left.filter((g) => g.length > 1), ...alone]);
  }
  return out;
}

/** A house as it was surveyed, and with a plan in it. */
export interface Surveys {
  readonly before: Surveyed;
  readonly after: Surveyed;
}
export const surveysOf = (plan: WiringPlan): Surveys => ({
  before: surveyHouse(plan.before),
  after: surveyHouse(plan.after),
});

/**
 * The network of a house with a plan in it: boxes that are wired as they are drawn, the rest as it was found.
 * @param wired the boxes that are wired so far; left out, all of them
 */
export function networkAsDrawn(
  plan: WiringPlan,
  { before, after }: Surveys,
  wired?: ReadonlySet<PointId>,
): Network {
  const stood = new Map(plan.before.points.map((p) => [p.id, p] as const));
  const stands = new Map(plan.after.points.map((p) => [p.id, p] as const));
  const stays = (id: PointId, device: number): boolean => {
    const [a, b] = [stood.get(id)?.devices, stands.get(id)?.devices];
    return a !== undefined && b !== undefined && a.length === b.length && a[device]?.kind === b[device]?.kind;
  };
  const isOpen = (id: PointId) => wired !== undefined && !wired.has(id);
  // What stays undrawn in a drawn box is as it was found before, not as the new house would be read.
  const found: Surveyed = {
    circuits: after.circuits,
    boxes: new Map(
      plan.after.points.map((p) => {
        const isNew = !stood.has(p.id);
        const own = isNew && isOpen(p.id) ? undefined : (isNew ? after : before).boxes.get(p.id);
        return [p.id, own ? renamed(plan, p.id, own) : { groups: [], open: null }] as const;
      }),
    ),
  };
  const drawings = plan.boxes.filter((b) => !isOpen(b.point.id));
  return networkOf(plan.after, asDrawn(plan.after, found, drawings, 'after', stays));
}

/** A box that was surveyed before, with its cables by the names and ends they have after: a cable that is cut is two. */
function renamed(plan: WiringPlan, id: PointId, box: SurveyedBox): SurveyedBox {
  const names = new Map<NodeId, NodeId>();
  for (const old of plan.before.cables) {
    const was = endAt(old, id);
    if (!was) continue;
    const now = plan.after.cables.find(
      (c) => endAt(c, id) !== null && (c.id === old.id || plan.pieces.get(c.id) === old.id),
    );
    const end = now && endAt(now, id);
    if (!now || !end || (now.id === old.id && end === was)) continue;
    for (const color of ALL_COLORS) names.set(endOf(old, color, was), endOf(now, color, end));
  }
  return names.size === 0 ? box : { ...box, groups: box.groups.map((g) => g.map((n) => names.get(n) ?? n)) };
}
const ALL_COLORS = ['black', 'white', 'red', 'blue', 'bare', 'metal'] as const;
