import {
  heldTo,
  isProtecting,
  letGo,
  type BreakerId,
  type CableType,
  type House,
  type LetGo,
  type PointId,
} from '../document/index.ts';
import { buildFeed, goesDark, type Feed } from '../feed/index.ts';
import { comesIntoBox, holeCount, routeOf, type Hole } from '../routing/index.ts';
import { boxSolids } from '../structure/index.ts';
import type { Candidate, WantGroup } from './candidate.ts';
import { changesOf, withCommanders } from './partners.ts';
import { groupWants, judgeCandidates } from './candidates.ts';
import { applyChanges, changedPoints } from './changes.ts';
import { MOST_EXACT } from './forest.ts';
import { withOwnCables } from './own-cables.ts';
import { IN_SIGHT, searchMethods, type Progress } from './methods.ts';
import { shareHoles } from './share-holes.ts';
import { doneOnce } from './shared-work.ts';
import { byCost, NEW_BOX_MINUTES, openingsOf, PATCH_MINUTES, TAP_MINUTES, type Sketch } from './search.ts';
import type { Option, PlannedLeg, PlanSetting } from './types.ts';
import { msg, q, row, type Text } from '../words/index.ts';

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
  /** What of the job, let go, gives a plan where there is none. */
  readonly opens: readonly LetGo[];
}

const PATCH_DAYS = 3;
const MOST_OPTIONS = 4;
/** A way this many times dearer than the best is not shown for its kind alone. */
const WORTH_SHOWING = 3;
/** Minutes to swap a device or to close a box, where no cable is run. */
const CHANGE_MINUTES = 25;

function plannedLegs(setting: PlanSetting, sketch: Sketch): PlannedLeg[] {
  const { house, plan, frames, pack, feed } = setting;
  const { method, graph } = sketch;
  const ways = doneOnce(
    sketch.legs.map((l) => l.found.edges),
    graph.charges,
  );
  return sketch.legs.map(({ found: asked, tap: _tap, ...leg }, i): PlannedLeg => {
    const found = { ...asked, edges: ways[i] ?? asked.edges };
    const from = feed.boxes.get(leg.from as PointId);
    return {
      ...leg,
      method,
      fromProtected: from?.point.devices.some(isProtecting) ?? false,
      route: routeOf({ house, plan, frames, pack, method }, graph, found, leg.from, leg.to),
    };
  });
}

/** @returns undefined where the bays have no room for all its holes */
function optionOf(setting: PlanSetting, sketch: Sketch): Option | undefined {
  const { house, job, feed, frames } = setting;
  const solids = boxSolids(house);
  const intoBox = (hole: Hole): boolean => {
    const frame = frames.get(hole.wallId);
    return frame !== undefined && comesIntoBox(frame, solids.get(hole.wallId) ?? [], hole);
  };
  const legs = shareHoles(plannedLegs(setting, sketch), intoBox)?.map((l) => withOwnCables(setting, l));
  if (!legs) return undefined;
  const routes = legs.map((l) => l.route);
  const openedMm2 = routes.reduce((s, r) => s + r.openedMm2, 0);
  const minutes =
    routes.reduce((s, r) => s + r.minutes, 0) +
    sketch.taps.reduce((s, t) => s + TAP_MINUTES + t.candidate.minutes, 0) +
    legs.length * NEW_BOX_MINUTES +
    (openedMm2 > 0 ? PATCH_MINUTES + (openedMm2 / 1e6) * 200 : 0);
  const breakers = [...new Set(sketch.taps.map((t) => t.breaker.id))];
  return {
    key: sketch.key,
    taps: sketch.taps.map(({ candidate: c, breaker }) => ({
      pointId: c.pointId,
      label: c.label,
      atPanel: c.atPanel,
      breaker,
    })),
    way: sketch.way,
    schemes: sketch.schemes,
    legs,
    openedMm2,
    openings: openingsOf(sketch.legs, sketch.graph),
    outageMinutes: 0,
    minutes,
    cableMm: routes.reduce((s, r) => s + r.cableMm, 0),
    holes: routes.reduce((s, r) => s + holeCount(r), 0),
    visits: {
      evenings: Math.max(1, Math.ceil(minutes / job.preferences.eveningMinutes)),
      days: openedMm2 > 0 ? PATCH_DAYS : 1,
    },
    dark: darkPoints(feed, breakers, house),
    risk: sketch.legs.reduce((s, l) => s + l.found.edges.reduce((t, e) => t + e.risk, 0), 0),
    cost: sketch.cost,
    why: '',
  };
}

function darkPoints(feed: Feed, breakers: readonly BreakerId[], house: House): PointId[] {
  const ids = new Set(breakers.flatMap((b) => goesDark(feed, b)));
  return house.points.filter((p) => ids.has(p.id)).map((p) => p.id);
}

/** What is no difference in work, minutes. */
const A_LITTLE_MINUTES = 10;

/** What each option costs more than the first one, in words; the minutes are those of its steps once they are worked out. */
export function toldApart<T extends Option>(options: readonly T[]): T[] {
  const best = options[0];
  return options.map((o, i): T => {
    const quicker = (x: Option) => x.minutes < o.minutes - A_LITTLE_MINUTES;
    if (!best || i === 0)
      return { ...o, why: msg(options.some(quicker) ? 'planning.why.best' : 'planning.why.least') };
    const say: Text[] = [];
    if (o.taps.some((t) => t.atPanel) && !best.taps.some((t) => t.atPanel))
      say.push(msg('planning.why.own-circuit'));
    if (o.openedMm2 > best.openedMm2) say.push(msg('planning.why.opens-more'));
    const inSight = ({ legs }: Option) => legs.some((l) => l.route.moves.some((m) => IN_SIGHT.has(m.op)));
    if (inSight(o) && !inSight(best)) say.push(msg('planning.why.in-sight'));
    if (o.cableMm > best.cableMm * 1.15)
      say.push(msg('planning.why.more-cable', { cable: q.run(o.cableMm - best.cableMm) }));
    if (o.minutes > best.minutes + A_LITTLE_MINUTES)
      say.push(msg('planning.why.more-work', { time: q.roughMinutes(o.minutes - best.minutes) }));
    if (o.holes > best.holes) say.push(msg('planning.why.more-holes', { n: o.holes - best.holes }));
    if (o.minutes < best.minutes - A_LITTLE_MINUTES)
      say.push(msg('planning.why.less-work', { time: q.roughMinutes(best.minutes - o.minutes) }));
    return { ...o, why: say.length > 0 ? row(say) : msg('planning.why.same') };
  });
}

const tapsKey = (s: Sketch): string =>
  s.taps
    .map((t) => t.candidate.pointId)
    .sort()
    .join('+');

/** Keeps options that differ in tap or in kind of way, cheapest first; pinned ones come on top of that. */
function chooseDifferent(
  all: readonly Sketch[],
  pinned: readonly string[],
  aside: readonly Sketch[],
): Sketch[] {
  const kept: Sketch[] = [];
  const take = (fits: (o: Sketch) => boolean) => {
    for (const o of all) if (kept.length < MOST_OPTIONS && !kept.includes(o) && fits(o)) kept.push(o);
  };
  const sane = (o: Sketch) => o.cost <= (all[0]?.cost ?? 0) * WORTH_SHOWING;
  const atPanel = (o: Sketch) => o.taps.some((t) => t.candidate.atPanel);
  // The lightest, then the lightest of each other kind of way, a circuit of its own, then other taps: options that differ in kind.
  take((o) => kept.length === 0 && sane(o));
  take((o) => sane(o) && kept.length < MOST_OPTIONS - 1 && !kept.some((k) => k.way === o.way) && !atPanel(o));
  take((o) => sane(o) && atPanel(o) && !kept.some(atPanel));
  take((o) => !kept.some((k) => tapsKey(k) === tapsKey(o)));
  take((o) => kept.filter((k) => tapsKey(k) === tapsKey(o)).length < 2);
  const more = [...all, ...aside].filter((o) => pinned.includes(o.key) && !kept.includes(o));
  return byCost([...kept, ...more]);
}

/** The one option of a job that runs no cable: its changes at the points that are there. */
function changesOnly(setting: PlanSetting): Option[] {
  const { house, job, feed } = setting;
  const ids = changedPoints(job);
  if (ids.length === 0) return [];
  const taps = ids.flatMap((id): Option['taps'][number][] => {
    const box = feed.boxes.get(id);
    const breaker = house.panels.flatMap((p) => p.breakers).find((b) => b.id === box?.circuits[0]);
    return box && breaker ? [{ pointId: id, label: box.point.label, breaker, atPanel: false }] : [];
  });
  const minutes = (job.changes ?? []).length * CHANGE_MINUTES;
  return [
    {
      key: 'changes',
      taps,
      way: 'no new cable',
      legs: [],
      schemes: [],
      cableMm: 0,
      holes: 0,
      openings: 0,
      openedMm2: 0,
      outageMinutes: 0,
      minutes,
      visits: { evenings: Math.max(1, Math.ceil(minutes / job.preferences.eveningMinutes)), days: 1 },
      dark: darkPoints(feed, [...new Set(taps.map((t) => t.breaker.id))], house),
      risk: 0,
      cost: minutes,
      why: msg('planning.why.changes'),
    },
  ];
}

/** Why a job as asked for cannot be searched as a whole; undefined when it can. */
export const tooMany = (wants: number): Text | undefined =>
  wants > MOST_EXACT ? msg('planning.why.too-many', { wants, most: MOST_EXACT }) : undefined;

/**
 * The house that a cable is planned in: what is changed where it stands is changed already. A point that goes out of use feeds
 * nothing, a switched conductor that comes off its switch is constant.
 */
function changedFirst(setting: PlanSetting): PlanSetting {
  const { house, job } = setting;
  if (changesOf(house, job).length === 0) return setting;
  const after = applyChanges(house, job).house;
  return { ...setting, house: after, feed: buildFeed(after) };
}

/** Finds taps and ways for all wants of the job: options that differ in kind, and every candidate with its reasons. */
export function searchJob(given: PlanSetting, progress: Progress = () => undefined): Omit<Planning, 'opens'> {
  const setting = changedFirst(given);
  const { job } = setting;
  const groups = groupWants(withCommanders(job.wants));
  const poles = (g: WantGroup): number => (g.volts === 240 ? 2 : 1);
  const judged = groups.map((g, i) =>
    judgeCandidates(
      setting,
      g,
      groups.slice(0, i).reduce((n, x) => n + poles(x), 0),
    ),
  );
  const { sketches, aside, reached, method } = searchMethods(setting, groups, judged, progress);
  const options =
    job.wants.length === 0
      ? changesOnly(given)
      : toldApart(
          chooseDifferent(
            sketches,
            (job.pinned ?? []).map((p) => p.key),
            aside,
          ).flatMap((s) => optionOf(setting, s) ?? []),
        );
  const used = new Set(options.flatMap((o) => o.taps.map((t) => t.pointId)));
  return {
    groups,
    options,
    method,
    candidates: judged.flatMap((list, group) =>
      list.map((candidate) => ({
        group,
        candidate,
        reached: reached.get(group)?.has(candidate.pointId) ?? false,
        shown: used.has(candidate.pointId),
      })),
    ),
  };
}

/** The same, and where nothing was found also what the job would have to let go: each of it is tried. */
export function planJob(given: PlanSetting, progress?: Progress): Planning {
  const planning = searchJob(given, progress);
  const { job } = given;
  const stuck =
    job.wants.length > 0 && planning.options.length === 0 && tooMany(job.wants.length) === undefined;
  const opens = stuck
    ? heldTo(job).filter((what) => searchJob({ ...given, job: letGo(job, what) }).options.length > 0)
    : [];
  return { ...planning, opens };
}
