import { boredIn, isRaceway, type Breaker, type CableType, type House } from '../document/index.ts';
import { isMetalBox } from '../network/index.ts';
import {
  buildGraph,
  cheapestFrom,
  maskOf,
  onWall,
  OPENS,
  operationsIn,
  weightsOf,
  withoutTools,
  type OperationKind,
  type RouteGraph,
} from '../routing/index.ts';
import { comesOut } from '../structure/index.ts';
import type { Candidate, CutIn, WantGroup } from './candidate.ts';
import { worstWith } from './tap-circuit.ts';
import {
  ForestSearch,
  MOST_EXACT,
  SLACK,
  type Forest,
  type ForestProblem,
  type ForestTap,
} from './forest.ts';
import { Closure, endMinutes } from './legs.ts';
import { bareRooms, closedWalls } from './runs.ts';
import { savedTogether, shareWork, worksOn } from './shared-work.ts';
import { newPointId, type LegRole, type PlanSetting, type RouteKind } from './types.ts';
import { combinations, foundLeg, groupRole, unitsOf, type FoundLeg, type Unit } from './units.ts';
import { type Text } from '../words/index.ts';

/** Kinds of way to look for besides the cheapest: each forbids what the others may use. */
const MODES: readonly (readonly OperationKind[])[] = [
  [],
  ['run-attic'],
  ['run-attic', 'run-below'],
  OPENS,
  ['run-below', ...OPENS],
  ['run-attic', 'run-below', ...OPENS],
];

/** Minutes to open a tap, splice and close it, and for a new box: cut, mount, wire, plate. */
export const TAP_MINUTES = 30;
export const NEW_BOX_MINUTES = 35;
export const PATCH_MINUTES = 60;
/** What a leg adds beside its way: another box to enter. It keeps the tree from preferring needless stars. */
const LEG_MINUTES = 8;
/**
 * Prices asked for at the most to find what cables share, fewer of them in a large house, and minutes that a better plan would have to
 * save: further on the best that was found is taken.
 */
const MOST_QUESTIONS = 60;
const MOST_NODES = 12_000;
const NEAR_ENOUGH = 0.05;
/** Times that what is too dear is left out beforehand, at the most, and questions that one more time has to be good for. */
const NARROWINGS = 3;
const QUESTIONS_A_NARROWING = 5;
/** Times that the taps found so far are left out, to find others. */
const ROUNDS = 4;

/** A way to do the whole job before its words are worked out: enough to rank and to tell apart. */
export interface Sketch {
  readonly key: string;
  readonly taps: readonly { readonly candidate: Candidate; readonly breaker: Breaker }[];
  readonly legs: readonly (FoundLeg & {
    readonly breaker: Breaker;
    readonly tap: string;
    readonly atPanel: boolean;
    readonly cut: CutIn | null;
  })[];
  readonly schemes: readonly Text[];
  readonly way: RouteKind;
  readonly cost: number;
  readonly graph: RouteGraph;
  readonly method: CableType;
}

const SIMPLE: readonly (readonly [RouteKind, readonly OperationKind[]])[] = [
  ['outside', ['conduit-outside']],
  ['on the surface', ['surface-run']],
  ['inside a soffit', ['run-soffit']],
  ['between floors', ['between-floors']],
  ['behind the baseboard', ['trim-chase', 'casing-chase']],
  ['behind the crown molding', ['crown-chase']],
  ['over the attic', ['run-attic']],
  ['under the floor', ['run-below']],
  ['opening the ceiling', ['slot-ceiling', 'open-ceiling-edge']],
  ['opening the wall', ['slot-wall', 'turn-corner', 'turn-outside']],
];

/** The kind of a way by the work that it takes; several kinds at once are mixed. */
function routeKindOf(ops: ReadonlySet<OperationKind>): RouteKind {
  const kinds = SIMPLE.filter(([, of]) => of.some((op) => ops.has(op))).map(([way]) => way);
  if (kinds.length > 1) return 'mixed';
  return kinds[0] ?? (ops.has('drill-stud') || ops.has('cross-blocking') ? 'through the wall' : 'same bay');
}

/** The taps that the groups may use, each once, with its judgement for each group. */
interface Taps {
  readonly list: readonly {
    readonly candidate: Candidate;
    readonly breaker: Breaker;
    readonly serves: readonly boolean[];
  }[];
}

function tapsOf(judged: readonly (readonly Candidate[])[]): Taps {
  const ids = [...new Set(judged.flatMap((list) => list.map((c) => `${c.pointId}|${c.breaker?.id ?? ''}`)))];
  return {
    list: ids.flatMap((id) => {
      const each = judged.map((list) => list.find((c) => `${c.pointId}|${c.breaker?.id ?? ''}` === id));
      const serves = each.map((c) => c?.usable === true && c.breaker !== null);
      const usable = each.filter((c, g) => c && serves[g]);
      const candidate = usable[0];
      if (!candidate?.breaker) return [];
      const most = Math.min(...usable.map((c) => c?.most ?? 1));
      return [{ candidate: { ...candidate, most }, breaker: candidate.breaker, serves }];
    }),
  };
}

/** The candidates that are no boxes of plastic, or of nobody knows what. */
function inMetalBoxes(house: House, judged: readonly (readonly Candidate[])[]): Candidate[][] {
  const plastic = new Set(house.points.filter((p) => isMetalBox(p) !== true).map((p) => p.id));
  return judged.map((list) => list.filter((c) => !plastic.has(c.pointId)));
}

/** One way of wiring the units, with the search over their taps. */
interface UnitSearch {
  readonly units: readonly Unit[];
  readonly forest: ForestSearch;
  /** Cost of the cables inside the units. */
  readonly inside: number;
}

export const byCost = (all: readonly Sketch[]): Sketch[] =>
  [...all].sort((a, b) => a.cost - b.cost || (a.key < b.key ? -1 : 1));

/** Does a way of these cables open a finished surface? */
export const opensIn = ({ legs }: Pick<Sketch, 'legs'>): boolean =>
  legs.some((l) => l.found.edges.some((e) => e.openedMm2 > 0));

/** A forest with the ways of its cables; its cost is that of the prices it was searched at. */
interface Solved {
  readonly units: readonly Unit[];
  readonly legs: Sketch['legs'];
  readonly cost: number;
}

/** How dear a cable may be, which nodes it may go by (all where nothing is said), and what work is there. */
interface Near {
  readonly farthest: number;
  readonly within: Uint8Array | undefined;
  readonly works: ReadonlySet<number> | undefined;
}

/** One method's graph and the searches in it. */
export class PlanSearch {
  readonly reached = new Map<number, Set<string>>();
  private readonly setting: PlanSetting;
  private readonly groups: readonly WantGroup[];
  /** What the cable that brings each group its power carries. */
  private readonly roles: readonly LegRole[];
  private readonly taps: Taps;
  private readonly method: CableType;
  private readonly graph: RouteGraph;
  private readonly worst = new Map<string, Map<number, boolean>>();

  constructor(
    setting: PlanSetting,
    groups: readonly WantGroup[],
    judged: readonly (readonly Candidate[])[],
    method: CableType,
    unasked = false,
  ) {
    const { house, job, plan, frames } = setting;
    this.setting = setting;
    this.groups = groups;
    this.roles = groups.map((g) => groupRole(g, setting.feed));
    this.method = method;
    // Armored cable brings no ground conductor: where the box is of plastic its ground would end.
    this.taps = tapsOf(method === 'AC' ? inMetalBoxes(house, judged) : judged);
    const sources = new Map(
      this.taps.list.flatMap(({ candidate: { pointId, at } }) => (at ? [[pointId, at] as const] : [])),
    );
    const open = new Set(house.points.filter((p) => comesOut(p.box)).map((p) => p.id));
    this.graph = buildGraph({
      house,
      plan,
      frames,
      terminals: [
        ...[...sources].map(([id, at]) => ({ id, at, opens: open.has(id) || job.boxes[id] !== undefined })),
        ...job.wants.map((w) => ({ id: newPointId(w), at: w.at, opens: true })),
      ],
      weights: weightsOf(job.preferences),
      alone: job.preferences.alone,
      closed: closedWalls(house, plan, method),
      surface: isRaceway(method),
      unasked,
      bare: bareRooms(house, method),
      avoid: job.avoid ?? [],
      bored: boredIn(job.log),
    });
  }

  /** Can a circuit carry these wants together, existing loads included? Asked by a mask of the job's wants. */
  private fits(breaker: Breaker, wantMask: number): boolean {
    const cache = this.worst.get(breaker.id) ?? new Map<number, boolean>();
    this.worst.set(breaker.id, cache);
    const known = cache.get(wantMask);
    if (known !== undefined) return known;
    const { house, feed, pack, job } = this.setting;
    const wants = job.wants.filter((_, i) => wantMask & (1 << i));
    // What is overloaded already is so whatever is added: a want without a load makes nothing worse.
    const none = wants.every((w) => w.loads.length === 0);
    const ok = none || worstWith(house, feed, pack, breaker, wants) <= breaker.amps + 1e-9;
    cache.set(wantMask, ok);
    return ok;
  }

  /** What the cable costs that brings a unit its power from a box. */
  private legCost(closure: Closure, unit: Unit, from: string): number {
    const conductors = this.roles[unit.group]?.conductors ?? 2;
    return closure.for(conductors).cost(unit.entry, from) + LEG_MINUTES + endMinutes(conductors);
  }

  private problem(closure: Closure, units: readonly Unit[]): ForestProblem {
    const { groups, taps } = this;
    const breakers = new Map(taps.list.map((t) => [t.breaker.id as string, t.breaker] as const));
    const usable = taps.list;
    const { wants } = this.setting.job;
    const wantMasks = units.map((u) =>
      wants.reduce((m, w, i) => (u.wants.includes(w) ? m | (1 << i) : m), 0),
    );
    return {
      wants: units.length,
      taps: usable.map((t): ForestTap => ({
        id: t.candidate.pointId,
        fixed: t.candidate.minutes + TAP_MINUTES,
        circuit: t.breaker.id,
        most: t.candidate.most,
      })),
      fromTap: (t, w) => {
        const [tap, unit] = [usable[t], units[w]];
        if (!tap || !unit || !tap.serves[unit.group]) return Number.POSITIVE_INFINITY;
        return this.legCost(closure, unit, tap.candidate.pointId);
      },
      onward: (u, w) => {
        const [from, to] = [units[u], units[w]];
        if (!from || !to || from.group !== to.group || groups[to.group]?.only !== null)
          return Number.POSITIVE_INFINITY;
        return Math.min(...from.exits.map((x) => this.legCost(closure, to, x)));
      },
      fits: (circuit, mask) => {
        const breaker = breakers.get(circuit);
        const all = wantMasks.reduce((m, own, i) => (mask & (1 << i) ? m | own : m), 0);
        return breaker !== undefined && this.fits(breaker, all);
      },
    };
  }

  /** Everything that is searched at one set of prices: the ways of wiring the units, with their cables. */
  private searchesIn(closure: Closure): UnitSearch[] | null {
    const combos = combinations(unitsOf({ closure, legMinutes: LEG_MINUTES }, this.groups));
    if ((combos[0]?.length ?? 0) > MOST_EXACT) return null;
    return combos.map((units): UnitSearch => ({
      units,
      forest: new ForestSearch(this.problem(closure, units)),
      inside: units.reduce((s, u) => s + u.cost, 0),
    }));
  }

  /** The whole job at least cost with the taps that are allowed. */
  private solve(
    closure: Closure,
    searches: readonly UnitSearch[],
    allowed: (id: string) => boolean,
  ): Solved | undefined {
    let best: { units: readonly Unit[]; forest: Forest; cost: number } | undefined;
    for (const { units, forest: search, inside } of searches) {
      const forest = search.cheapest((t) => allowed(this.taps.list[t]?.candidate.pointId ?? ''));
      const cost = (forest?.cost ?? Number.POSITIVE_INFINITY) + inside;
      if (forest && (!best || cost < best.cost - 1e-9)) best = { units, forest, cost };
    }
    return best && this.drawn(closure, best.units, best.forest, best.cost);
  }

  private drawn(closure: Closure, units: readonly Unit[], forest: Forest, cost: number): Solved | undefined {
    const tapAt = (t: number | null) => (t === null ? undefined : this.taps.list[t]);
    const source = (w: number): ReturnType<typeof tapAt> => {
      const leg = forest.legs.find((l) => l.to === w);
      return leg && (leg.tap === null ? source(leg.from ?? -1) : tapAt(leg.tap));
    };
    const legs: Sketch['legs'][number][] = [];
    for (const leg of forest.legs) {
      const unit = units[leg.to];
      const tap = source(leg.to);
      const role = unit && this.roles[unit.group];
      if (!unit || !tap || !role) return undefined;
      const from = leg.tap === null ? units[leg.from ?? -1] : undefined;
      const start = from
        ? [...from.exits].sort((a, b) => this.legCost(closure, unit, a) - this.legCost(closure, unit, b))[0]
        : tap.candidate.pointId;
      const found = start === undefined ? undefined : foundLeg(closure, start, unit.entry, role);
      if (!found) return undefined;
      for (const l of [found, ...unit.legs])
        legs.push({
          ...l,
          breaker: tap.breaker,
          tap: tap.candidate.pointId,
          atPanel: l === found && !from && tap.candidate.atPanel,
          cut: l === found && !from ? tap.candidate.cut : null,
        });
    }
    return { units, legs, cost };
  }

  /** @param shared what the cables cost where what they share is paid once; worked out where it is not known */
  private sketch({ units, legs, cost }: Solved, shared?: number): Sketch {
    const ways = legs.map((l) => l.found.edges);
    const cables = shared ?? cost - savedTogether(ways, this.graph.charges);
    const byTap = new Map<string, Set<OperationKind>>();
    for (const { tap, found } of legs) {
      const ops = byTap.get(tap) ?? new Set<OperationKind>();
      for (const e of found.edges) ops.add(e.op);
      byTap.set(tap, ops);
    }
    const opened = opensIn({ legs });
    const schemes = units.map((u) => u.scheme).filter((s) => s !== '');
    const boxes = units.reduce((s, u) => s + u.wants.length, 0);
    const used = [...byTap].map(([id, ops]) => `${id}|${routeKindOf(ops)}`).sort();
    const marks = units.map((u) => (u.scheme === '' ? '' : `~${u.entry}${u.exits.length}`)).join('');
    return {
      key: `${used.join('+')}${marks}`.slice(0, 300),
      taps: [...byTap.keys()].flatMap((id) => {
        const t = this.taps.list.find(
          (x) =>
            x.candidate.pointId === id && legs.some((l) => l.from === id && l.breaker.id === x.breaker.id),
        );
        return t ? [{ candidate: t.candidate, breaker: t.breaker }] : [];
      }),
      legs,
      schemes,
      way: routeKindOf(new Set(ways.flatMap((edges) => edges.map((e) => e.op)))),
      cost: cables + NEW_BOX_MINUTES * boxes + (opened ? PATCH_MINUTES : 0),
      graph: this.graph,
      method: this.method,
    };
  }

  /** The cheapest plan when holes, openings and trips are paid once by all cables that use them. */
  private together(mask: number, found: Solved): Sketch {
    const { graph } = this;
    const { charges } = graph;
    const { job } = this.setting;
    const cables = new Map(job.wants.map((w, k) => [newPointId(w) as string, k] as const));
    const usesOf = ({ legs }: Solved) => {
      const uses = job.wants.map(() => new Map<number, number>());
      for (const l of legs) uses[cables.get(l.to) ?? -1] = worksOn(l.found.edges);
      return uses;
    };
    const cost =
      found.cost -
      savedTogether(
        found.legs.map((l) => l.found.edges),
        charges,
      );
    if (job.wants.length < 2 || charges.length === 0) return this.sketch(found);
    const { cableMeter } = weightsOf(job.preferences);
    const most = Math.min(MOST_QUESTIONS, Math.ceil(MOST_NODES / graph.nodes.length));
    const near = this.nearWork(mask, cost, Math.min(NARROWINGS, Math.floor(most / QUESTIONS_A_NARROWING)));
    const useful = (k: number, g: number) => near[k]?.works?.has(g) ?? true;
    const sharable = charges.some((_, g) => job.wants.filter((_w, k) => useful(k, g)).length > 1);
    if (!sharable) return this.sketch(found);
    const shared = shareWork(
      {
        charges,
        cables: job.wants.length,
        useful,
        cheapest: (due) => {
          const more = due.map((own) => own.map((d, g) => d - (charges[g]?.cost ?? 0)));
          const closure = new Closure(graph, {
            without: mask,
            cableMeter,
            moreFor: (id) => more[cables.get(id) ?? -1],
            farthest: (id) => near[cables.get(id) ?? -1]?.farthest ?? Number.POSITIVE_INFINITY,
            within: (id) => near[cables.get(id) ?? -1]?.within,
          });
          const value = this.solve(closure, this.searchesIn(closure) ?? [], () => true);
          return value && { cost: value.cost, uses: usesOf(value), value };
        },
      },
      { cost, uses: usesOf(found), value: found, proved: true },
      { most, near: NEAR_ENOUGH },
    );
    return this.sketch(shared.value, shared.cost);
  }

  /**
   * For each want how dear a cable to it may be in a plan that is better than a known one, where it may go, and what work lies
   * there. Prices of work are shared evenly by all cables that may use it: no plan costs less than its cables at such prices, so
   * what is too dear by them is left out, which leaves fewer to share, and so on.
   */
  private nearWork(mask: number, known: number, rounds: number): Near[] {
    const { graph } = this;
    const ids = this.setting.job.wants.map((w) => newPointId(w) as string);
    const sources = [...this.taps.list.map((t) => t.candidate.pointId as string), ...ids];
    const tap = TAP_MINUTES + Math.min(...this.taps.list.map((t) => t.candidate.minutes));
    const place = new Map(ids.map((id, k) => [id, k] as const));
    let near = ids.map((): Near => ({ farthest: known, within: undefined, works: undefined }));
    for (let round = 0; round < rounds; round++) {
      const users = graph.charges.map((_, g) => near.filter((n) => n.works?.has(g) ?? true).length);
      const less = near.map(({ works }) =>
        Float64Array.from(graph.charges, ({ cost }, g) =>
          works?.has(g) === false ? 0 : cost / Math.max(1, users[g] ?? 1) - cost,
        ),
      );
      const closure = new Closure(graph, {
        without: mask,
        moreFor: (id) => less[place.get(id) ?? -1],
        within: (id) => near[place.get(id) ?? -1]?.within,
        farthest: (id) => near[place.get(id) ?? -1]?.farthest ?? known,
      });
      const least = ids.map(
        (id) => LEG_MINUTES + Math.min(...sources.filter((s) => s !== id).map((s) => closure.cost(id, s))),
      );
      const all = least.reduce((s, c) => s + c, tap);
      near = ids.map((id, k) => {
        const own = less[k];
        const farthest = known - all + (least[k] ?? 0) - LEG_MINUTES + SLACK;
        const cost = closure.tree(id)?.cost ?? new Float64Array();
        const others = sources.flatMap((s) => (s === id ? [] : (graph.terminals.get(s) ?? [])));
        const prices = { without: mask, farthest, ...(own && { more: own }) };
        const away = cheapestFrom(graph, others, prices).cost;
        const within = Uint8Array.from(cost, (c, n) => (c + (away[n] ?? 0) <= farthest ? 1 : 0));
        const works = new Set<number>();
        graph.edges.forEach((edges, n) => {
          if (within[n] === 0) return;
          for (const e of edges)
            if (
              e.charge >= 0 &&
              (cost[n] ?? 0) + e.cost + (own?.[e.charge] ?? 0) + (away[e.to] ?? 0) <= farthest
            )
              works.add(e.charge);
          const hall = graph.hallOf.get(n);
          if (hall) works.add(hall.charge);
        });
        return { farthest, within, works };
      });
    }
    return near;
  }

  private note(closure: Closure, units: readonly Unit[]): void {
    for (const u of units)
      for (const t of this.taps.list)
        if (t.serves[u.group] && Number.isFinite(closure.cost(u.entry, t.candidate.pointId))) {
          const set = this.reached.get(u.group) ?? new Set<string>();
          set.add(t.candidate.pointId);
          this.reached.set(u.group, set);
        }
  }

  /**
   * Sketches that differ in tap and in kind of way: in every mode the best one, then again without the taps used so far.
   * @param onMode told how far it is, from 0 to 1
   * @param modes kinds of work that are left out, one way after another
   */
  sketches(onMode: (share: number) => void = () => undefined, modes = MODES): Sketch[] {
    const { job } = this.setting;
    const out = new Map<string, Sketch>();
    const lacking = maskOf(withoutTools(job.preferences.lacks ?? []));
    // A mode that forbids nothing more than another one in this graph would find the same again.
    const there = operationsIn(this.graph);
    const masked = (mode: readonly OperationKind[]) => (maskOf(mode) | lacking) & there;
    const masks = [...new Set(modes.map(masked))];
    // The cheapest of all is one of these two: what is patched once is paid for in one of them only.
    const exact = new Set([masked([]), masked(OPENS)]);
    const { cableMeter } = weightsOf(job.preferences);
    masks.forEach((mask, m) => {
      onMode(m / masks.length);
      const closure = new Closure(this.graph, { without: mask, cableMeter });
      const searches = this.searchesIn(closure);
      if (!searches) return;
      for (const { units } of searches.slice(0, 1)) this.note(closure, units);
      const banned = new Set<string>();
      const keep = (s: Sketch | undefined) => {
        const known = s && out.get(s.key);
        if (s && (!known || s.cost < known.cost - 1e-9)) out.set(s.key, s);
      };
      for (let round = 0; round < ROUNDS; round++) {
        const solved = this.solve(closure, searches, (id) => !banned.has(id));
        if (!solved) break;
        const found = this.sketch(solved);
        keep(found);
        if (round === 0 && exact.has(mask)) {
          const together = this.together(mask, solved);
          keep(together);
          // It opens nothing: nothing better is found where nothing may be opened.
          if (!opensIn(together)) exact.clear();
        }
        // With several taps in one plan each of them alone may do it all, or others than these.
        if (round === 0 && found.taps.length > 1)
          for (const t of found.taps) {
            const alone = this.solve(closure, searches, (id) => id === t.candidate.pointId);
            keep(alone && this.sketch(alone));
          }
        for (const t of found.taps) banned.add(t.candidate.pointId);
      }
    });
    onMode(1);
    return byCost([...out.values()]);
  }
}

/** Where in the house finished surfaces are opened: one place a wall or ceiling. */
export function openingsOf(
  legs: readonly { readonly found: FoundLeg['found'] }[],
  graph: RouteGraph,
): number {
  const places = new Set<string>();
  for (const l of legs)
    l.found.edges.forEach((e, i) => {
      if (e.openedMm2 <= 0) return;
      const place = graph.nodes[l.found.nodes[i] ?? -1]?.place;
      if (place) places.add(onWall(place) ? place.wallId : `ceiling ${place.roomId}`);
    });
  return places.size;
}
