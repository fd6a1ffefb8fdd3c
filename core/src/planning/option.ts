import type { CodePack } from '../codes/index.ts';
import {
  isProtecting,
  type Breaker,
  type BreakerId,
  type CableType,
  type House,
  type Job,
  type PointId,
  type WallId,
} from '../document/index.ts';
import { goesDark, type Feed } from '../feed/index.ts';
import {
  buildGraph,
  holesOf,
  maskOf,
  routeOf,
  wayTo,
  WEIGHTS,
  type Found,
  type OperationKind,
  type RouteGraph,
} from '../routing/index.ts';
import type { PlanOfHouse, WallFrame } from '../structure/index.ts';
import { groupWants, judgeCandidates, type Candidate, type WantGroup } from './candidates.ts';
import { cheapestLegs, Closure, type Leg } from './legs.ts';
import { closedWalls, methodsToTry } from './runs.ts';
import { newPointId, type Option, type PlannedLeg, type Way } from './types.ts';

export interface Planning {
  readonly groups: readonly WantGroup[];
  readonly candidates: readonly {
    readonly group: number;
    readonly candidate: Candidate;
    readonly reached: boolean;
    readonly shown: boolean;
  }[];
  readonly options: readonly Option[];
  /** Wiring method that was planned with. */
  readonly method: CableType;
}

export interface PlanSetting {
  readonly house: House;
  readonly job: Job;
  readonly feed: Feed;
  readonly plan: PlanOfHouse;
  readonly frames: ReadonlyMap<WallId, WallFrame>;
  readonly pack: CodePack;
}

/** Kinds of way to look for besides the cheapest: each forbids what the others may use. */
const MODES: readonly (readonly OperationKind[])[] = [
  [],
  ['run-attic'],
  ['run-attic', 'run-below'],
  ['slot-wall', 'turn-corner'],
  ['run-below', 'slot-wall', 'turn-corner'],
];

/** Minutes to open a tap, splice and close it, and for a new box: cut, mount, wire, plate. */
const TAP_MINUTES = 30;
const NEW_BOX_MINUTES = 35;
const PATCH_MINUTES = 60;
const PATCH_DAYS = 3;
const MOST_OPTIONS = 4;
/** A way this many times dearer than the best is not shown for its kind alone. */
const WORTH_SHOWING = 3;

/** What a leg adds beside its way: another box to enter. It keeps the tree from preferring needless stars. */
const LEG_MINUTES = 8;

function wayOf(ops: ReadonlySet<OperationKind>): Way {
  const opened = ops.has('slot-wall') || ops.has('turn-corner');
  if (ops.has('run-attic') && ops.has('run-below')) return 'mixed';
  if (ops.has('run-attic')) return opened ? 'mixed' : 'over the attic';
  if (ops.has('run-below')) return opened ? 'mixed' : 'under the floor';
  if (opened) return 'opening the wall';
  return ops.has('drill-stud') ? 'through the wall' : 'same bay';
}

/** A leg as the search found it; its words and holes are worked out only when its option is kept. */
interface FoundLeg {
  readonly from: string;
  readonly to: string;
  readonly found: Found;
}

interface Part {
  readonly tap: Candidate;
  readonly breaker: Breaker;
  readonly group: WantGroup;
  readonly graph: RouteGraph;
  readonly legs: readonly FoundLeg[];
  readonly cost: number;
  readonly way: Way;
  readonly method: CableType;
}

function partsFor(
  setting: PlanSetting,
  group: WantGroup,
  candidates: readonly Candidate[],
  method: CableType,
): { parts: Part[]; reached: Set<string> } {
  const { house, job, plan, frames, feed } = setting;
  const usable = candidates.filter((c) => c.usable && c.breaker);
  const wants = group.wants.map((w) => newPointId(w));
  const parts = new Map<string, Part>();
  const reached = new Set<string>();
  const terminals = [
    ...usable.flatMap((c) => {
      const p = feed.boxes.get(c.pointId)?.point;
      return p ? [{ id: p.id, at: p.at }] : [];
    }),
    ...group.wants.map((w) => ({ id: newPointId(w), at: w.at })),
  ];
  const graph = buildGraph({
    house,
    plan,
    frames,
    terminals,
    weights: WEIGHTS[job.preferences.weigh],
    alone: job.preferences.alone,
    closed: closedWalls(house, plan, method),
  });
  for (const mode of MODES) {
    const closure = new Closure(graph, maskOf(mode));
    for (const tap of usable) {
      const tree = cheapestLegs(closure, tap.pointId, wants, LEG_MINUTES);
      if (!tree || !tap.breaker) continue;
      reached.add(tap.pointId);
      const legs = tree.legs.map((leg) => legOf(closure, leg));
      const whole = legs.filter((l) => l !== undefined);
      if (whole.length < legs.length) continue;
      const way = wayOf(new Set(whole.flatMap((l) => l.found.edges.map((e) => e.op))));
      const key = `${tap.pointId}|${way}`;
      const cost = tree.cost + tap.minutes + TAP_MINUTES + NEW_BOX_MINUTES * wants.length;
      const known = parts.get(key);
      if (!known || cost < known.cost - 1e-9)
        parts.set(key, { tap, breaker: tap.breaker, group, graph, legs: whole, cost, way, method });
    }
  }
  return {
    parts: [...parts.values()].sort((a, b) => a.cost - b.cost || (a.tap.pointId < b.tap.pointId ? -1 : 1)),
    reached,
  };
}

function legOf(closure: Closure, leg: Leg): FoundLeg | undefined {
  const tree = closure.tree(leg.to);
  const node = closure.graph.terminals.get(leg.from);
  const way = tree && node !== undefined ? wayTo(tree, node) : undefined;
  // Searched from the wanted end; told from the tap's.
  return (
    way && {
      from: leg.from,
      to: leg.to,
      found: { cost: way.cost, nodes: [...way.nodes].reverse(), edges: [...way.edges].reverse() },
    }
  );
}

function plannedLegs({ house, plan, frames, pack, feed }: PlanSetting, part: Part): PlannedLeg[] {
  return part.legs.map((leg) => {
    const from = feed.boxes.get(leg.from as PointId);
    const protects = from?.point.devices.some(isProtecting) ?? false;
    return {
      from: leg.from,
      to: leg.to,
      breaker: part.breaker,
      control: part.group.control,
      method: part.method,
      fromProtected: protects,
      route: routeOf({ house, plan, frames, pack }, part.graph, leg.found, leg.from, leg.to),
    };
  });
}

function optionOf(setting: PlanSetting, { parts, key, way, cost }: Sketch): Option {
  const { house, job, feed } = setting;
  const legs = parts.flatMap((p) => plannedLegs(setting, p));
  const routes = legs.map((l) => l.route);
  const openedMm2 = routes.reduce((s, r) => s + r.openedMm2, 0);
  const minutes =
    routes.reduce((s, r) => s + r.minutes, 0) +
    parts.reduce((s, p) => s + TAP_MINUTES + p.tap.minutes, 0) +
    legs.length * NEW_BOX_MINUTES +
    (openedMm2 > 0 ? PATCH_MINUTES + (openedMm2 / 1e6) * 200 : 0);
  const breakers = [...new Set(parts.flatMap((p) => p.tap.breaker?.id ?? []))];
  return {
    key,
    taps: parts.flatMap((p) =>
      p.tap.breaker ? [{ pointId: p.tap.pointId, label: p.tap.label, breaker: p.tap.breaker }] : [],
    ),
    way,
    legs,
    openedMm2,
    outageMinutes: 0,
    minutes,
    cableMm: routes.reduce((s, r) => s + r.cableMm, 0),
    holes: routes.reduce((s, r) => s + holesOf(r).length, 0),
    visits: {
      evenings: Math.max(1, Math.ceil(minutes / job.preferences.eveningMinutes)),
      days: openedMm2 > 0 ? PATCH_DAYS : 1,
    },
    dark: darkPoints(feed, breakers, house),
    cost,
    why: '',
  };
}

function darkPoints(feed: Feed, breakers: readonly BreakerId[], house: House): PointId[] {
  const ids = new Set(breakers.flatMap((b) => goesDark(feed, b)));
  return house.points.filter((p) => ids.has(p.id)).map((p) => p.id);
}

function reasons(options: readonly Omit<Option, 'why'>[]): Option[] {
  const best = options[0];
  return options.map((o, i): Option => {
    if (!best || i === 0) return { ...o, why: 'Lightest work of all ways found' };
    const say: string[] = [];
    if (o.openedMm2 > best.openedMm2) say.push('opens the wall');
    if (o.cableMm > best.cableMm * 1.15)
      say.push(`${Math.round((o.cableMm - best.cableMm) / 304.8)} ft more cable`);
    if (o.minutes > best.minutes + 10) say.push(`${Math.round(o.minutes - best.minutes)} min more work`);
    if (o.holes > best.holes)
      say.push(`${o.holes - best.holes} more hole${o.holes - best.holes === 1 ? '' : 's'}`);
    if (o.minutes < best.minutes - 10) say.push(`${Math.round(best.minutes - o.minutes)} min less work`);
    return { ...o, why: say.length > 0 ? say.join(', ') : 'about the same work' };
  });
}

/** A combination of parts before its words are worked out: enough to rank and to tell apart. */
interface Sketch {
  readonly parts: readonly Part[];
  readonly key: string;
  readonly taps: string;
  readonly way: Way;
  readonly cost: number;
}

function sketch(parts: readonly Part[]): Sketch {
  const edges = parts.flatMap((p) => p.legs.flatMap((l) => l.found.edges));
  return {
    parts,
    key: parts.map((p) => `${p.tap.pointId}|${p.way}`).join('+'),
    taps: parts.map((p) => p.tap.pointId).join('+'),
    way: wayOf(new Set(edges.map((e) => e.op))),
    cost: parts.reduce((s, p) => s + p.cost, 0) + (edges.some((e) => e.openedMm2 > 0) ? PATCH_MINUTES : 0),
  };
}

/** Combines the parts of all groups, cheapest first, and keeps options that differ in tap or in kind of way. */
function combine(setting: PlanSetting, parts: readonly (readonly Part[])[]): Option[] {
  if (parts.length === 0 || parts.some((p) => p.length === 0)) return [];
  const bestOfRest = (i: number) => parts.map((list, j) => (j === i ? undefined : list[0]));
  const combos = new Map<string, readonly Part[]>();
  parts.forEach((list, i) => {
    for (const part of list.slice(0, 12)) {
      const combo = bestOfRest(i).map((p) => p ?? part);
      combos.set(combo.map((p) => `${p.tap.pointId}|${p.way}`).join('+'), combo);
    }
  });
  const all = [...combos.values()].map(sketch).sort((a, b) => a.cost - b.cost || (a.key < b.key ? -1 : 1));
  const kept: Sketch[] = [];
  const take = (fits: (o: Sketch) => boolean) => {
    for (const o of all) if (kept.length < MOST_OPTIONS && !kept.includes(o) && fits(o)) kept.push(o);
  };
  const sane = (o: Sketch) => o.cost <= (all[0]?.cost ?? 0) * WORTH_SHOWING;
  // The lightest, then the lightest of each other kind of way, then other taps: options that differ in kind.
  take((o) => kept.length === 0 && sane(o));
  take((o) => sane(o) && !kept.some((k) => k.way === o.way));
  take((o) => !kept.some((k) => k.taps === o.taps));
  take((o) => kept.filter((k) => k.taps === o.taps).length < 2);
  kept.sort((a, b) => a.cost - b.cost || (a.key < b.key ? -1 : 1));
  return reasons(kept.map((k) => optionOf(setting, k)));
}

/** Searches with the usual wiring method first; another one only when that opens no way from boxes that would do. */
function searchMethods(
  setting: PlanSetting,
  groups: readonly WantGroup[],
  judged: readonly (readonly Candidate[])[],
) {
  const search = (method: CableType) => {
    const found = groups.map((g, i) => partsFor(setting, g, judged[i] ?? [], method));
    const options = combine(
      setting,
      found.map((f) => f.parts),
    );
    return { found, options, method };
  };
  const [usual, ...others] = methodsToTry(setting.house, setting.job);
  let result = search(usual);
  if (!judged.every((list) => list.some((c) => c.usable))) return result;
  for (const method of others) {
    if (result.options.length > 0) break;
    result = search(method);
  }
  return result;
}

/** Finds taps and ways for all wants of the job: options that differ in kind, and every candidate with its reasons. */
export function planJob(setting: PlanSetting): Planning {
  const groups = groupWants(setting.job.wants);
  const judged = groups.map((g) =>
    judgeCandidates(setting.house, setting.feed, setting.plan, setting.pack, g),
  );
  const { found, options, method } = searchMethods(setting, groups, judged);
  const used = new Set(options.flatMap((o) => o.taps.map((t) => t.pointId)));
  return {
    groups,
    options,
    method,
    candidates: judged.flatMap((list, group) =>
      list.map((candidate) => ({
        group,
        candidate,
        reached: found[group]?.reached.has(candidate.pointId) ?? false,
        shown: used.has(candidate.pointId),
      })),
    ),
  };
}
