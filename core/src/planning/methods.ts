import { isRaceway, type CableType } from '../document/index.ts';
import { isPlainRoom, onWall, OPENS, type OperationKind } from '../routing/index.ts';
import type { Candidate, WantGroup } from './candidate.ts';
import { methodsToTry } from './runs.ts';
import { byCost, opensIn, PlanSearch, type Sketch } from './search.ts';
import type { PlanSetting } from './types.ts';

/** Told how far the search is, from 0 to 1. It may throw to end it. */
export type Progress = (share: number) => void;

interface Searched {
  readonly sketches: readonly Sketch[];
  /** Ways that are only there because somebody keeps them. */
  readonly aside: readonly Sketch[];
  readonly reached: ReadonlyMap<number, ReadonlySet<string>>;
  readonly method: CableType;
}

/** Searches with the usual wiring method first; another one only when that opens no way from boxes that would do. */
export function searchMethods(
  setting: PlanSetting,
  groups: readonly WantGroup[],
  judged: readonly (readonly Candidate[])[],
  progress: Progress,
): Searched {
  const [usual, ...others] = methodsToTry(setting.house, setting.job);
  const search = (method: CableType): Searched => {
    const one = new PlanSearch(setting, groups, judged, method);
    const sketches = one.sketches(progress);
    return { sketches, aside: [], reached: one.reached, method };
  };
  let result = search(usual);
  if (!judged.every((list) => list.some((c) => c.usable))) return result;
  for (const method of others) {
    if (result.sketches.length > 0) break;
    const next = search(method);
    if (next.sketches.length > 0) result = next;
  }
  const seen = others.find((m) => isRaceway(m) && !isRaceway(result.method));
  const which = seen && whichSeen(setting, result);
  if (!seen || !which) return result;
  const found = seenWays(setting, groups, judged, result.sketches, seen);
  return which === 'all'
    ? { ...result, sketches: byCost([...result.sketches, ...found]) }
    : { ...result, aside: found.filter((s) => which.has(s.key)) };
}

/**
 * Which runs that stay in sight are worth a look: any, where something is opened without them or they come where nobody minds; else
 * those that somebody keeps or has chosen, wherever they came from. Undefined where there are none.
 */
function whichSeen(
  { job, plan }: PlanSetting,
  { sketches }: Searched,
): 'all' | ReadonlySet<string> | undefined {
  const [best] = sketches;
  if (!best) return undefined;
  const plain = job.wants.some((w) => {
    const room = plan.roomOf(w.at);
    return room !== undefined && isPlainRoom(room);
  });
  if (plain || opensIn(best)) return 'all';
  const kept = [job.option, ...(job.pinned ?? []).map((p) => p.key)];
  const lost = new Set(kept.flatMap((key) => (key && !sketches.some((s) => s.key === key) ? [key] : [])));
  return lost.size > 0 ? lost : undefined;
}

/** Does a run go in sight where people live? Outdoors nobody minds a conduit. */
const seenWhereOneLives = ({ plan }: PlanSetting, { legs, graph }: Sketch): boolean =>
  legs.some((l) =>
    l.found.nodes.some((n, i) => {
      const place = graph.nodes[n]?.place;
      const room = place && onWall(place) ? plan.lines.get(place.wallId)?.room : undefined;
      return l.found.edges[i]?.op === 'surface-run' && room !== undefined && !isPlainRoom(room);
    }),
  );

/**
 * Ways that stay in sight, on a wall or outdoors, at what it weighs to see them. Who hasn't asked for it never gets tubing on a living
 * room wall as the first choice.
 */
function seenWays(
  setting: PlanSetting,
  groups: readonly WantGroup[],
  judged: readonly (readonly Candidate[])[],
  hidden: readonly Sketch[],
  method: CableType,
): readonly Sketch[] {
  const least = hidden[0]?.cost ?? 0;
  return new PlanSearch(setting, groups, judged, method, true)
    .sketches(undefined, SEEN_MODES)
    .filter((s) => s.legs.some((l) => l.found.edges.some((e) => IN_SIGHT.has(e.op))))
    .map((s) => (seenWhereOneLives(setting, s) ? { ...s, cost: Math.max(s.cost, least + 1) } : s));
}
/** The lightest ways of all, and those that go in sight for want of any other. */
const SEEN_MODES: readonly (readonly OperationKind[])[] = [[], ['run-attic', 'run-below', ...OPENS]];
export const IN_SIGHT: ReadonlySet<OperationKind> = new Set(['surface-run', 'conduit-outside']);
