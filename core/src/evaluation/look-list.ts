import type { House, Point, Position } from '../document/index.ts';
import { holdsUp, type Edit, type Finding } from '../findings/index.ts';
import { placeText, type PlanOfHouse } from '../structure/index.ts';
import { msg, type Text } from '../words/index.ts';

/** What one stands before and reads: it says which picture helps. */
export type LookAt =
  'jacket' | 'ground' | 'box' | 'clamp' | 'breaker' | 'marking' | 'tab' | 'divider' | 'raceway';

/** Answers that write a fact into the survey; a question with one of them can be answered by looking. */
const LOOK_OF: Partial<Record<Edit['edit'], LookAt>> = {
  'set-gauge': 'jacket',
  'set-ground': 'ground',
  'ground-proved': 'ground',
  'set-condition': 'box',
  'cables-seen': 'box',
  'place-seen': 'box',
  'not-there': 'box',
  'set-clamps': 'clamp',
  'breaker-proved': 'breaker',
  'set-restriction': 'breaker',
  'set-listed': 'marking',
  'set-lamps': 'marking',
  'mark-dimmer': 'marking',
  'set-tab': 'tab',
  'set-divider': 'divider',
  'set-raceway': 'raceway',
};

export interface LookItem {
  readonly finding: Finding;
  readonly at: LookAt;
}

/** Everything still to be looked at in one place. */
export interface LookStop {
  readonly key: string;
  /** The box or the panel, by name. */
  readonly label: Text;
  readonly place: Text;
  readonly items: readonly LookItem[];
}

interface Setting {
  readonly house: House;
  readonly plan: PlanOfHouse;
  readonly findings: readonly Finding[];
}

/** Where one goes to answer it: the box that it is about, the box at the far end of a cable, else the panel. */
function pointOf(house: House, edit: Edit): Point | undefined {
  const byId = (id: string | undefined) => house.points.find((p) => p.id === id);
  if ('pointId' in edit) return byId(edit.pointId);
  if (!('cableId' in edit)) return undefined;
  const cable = house.cables.find((c) => c.id === edit.cableId);
  const ends = cable ? [cable.to, cable.from] : [];
  return ends.map((e) => (e.at === 'point' ? byId(e.pointId) : undefined)).find((p) => p !== undefined);
}

/** The order of a walk: room by room, along the walls. */
function walk({ rooms }: House, plan: PlanOfHouse, at: Position): number {
  const room = plan.roomOf(at);
  const r = room ? rooms.findIndex((x) => x.id === room.id) : rooms.length;
  const w = 'wallId' in at ? (room?.walls.findIndex((x) => x.id === at.wallId) ?? 0) : 50;
  return r * 1e8 + w * 1e6 + ('xMm' in at ? Math.max(0, at.xMm) : 0);
}

/**
 * Everything that holds the job up because nobody has looked, as one walk through the house: room by room along the walls, the panel
 * last. What no look answers is not in it.
 */
export function lookList({ house, plan, findings }: Setting): LookStop[] {
  const stops = new Map<string, { point: Point | null; items: LookItem[] }>();
  for (const finding of findings) {
    if (finding.severity !== 'watch' || !holdsUp(finding)) continue;
    const edit = finding.remedies.map((r) => r.edit).find((e) => LOOK_OF[e.edit] !== undefined);
    const at = edit && LOOK_OF[edit.edit];
    if (!edit || !at) continue;
    const point = pointOf(house, edit) ?? null;
    const key = point?.id ?? 'panel';
    const stop = stops.get(key) ?? { point, items: [] };
    stop.items.push({ finding, at });
    stops.set(key, stop);
  }
  const last = (point: Point | null) => (point ? walk(house, plan, point.at) : Infinity);
  return [...stops.entries()]
    .sort(([, a], [, b]) => last(a.point) - last(b.point))
    .map(([key, { point, items }]) => ({
      key,
      label: point?.label ?? house.panels[0]?.label ?? msg('evaluation.look.panel'),
      place: point ? placeText(plan, point) : (house.panels[0]?.place ?? ''),
      items,
    }));
}
