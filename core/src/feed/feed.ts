import {
  cablesByPoint,
  givesArcFault,
  goesOn,
  isProtecting,
  givesGroundFault,
  hasSwitched,
  isReceptacleDevice,
  isTravelerSwitch,
  switchedIn,
  switchPlaces,
  type Breaker,
  type BreakerId,
  type Cable,
  type CableEnd,
  type CableId,
  type House,
  type Point,
  type PointId,
  type SwitchKey,
} from '../document/index.ts';
import { isMetalBox } from '../network/index.ts';

/** A cable seen from one box: which way power goes through it, when that is known. */
export interface CableAtBox {
  readonly cable: Cable;
  /** 'in' brings power to the box, 'out' takes it on, 'loop' is a switch loop or traveler that does neither alone. */
  readonly direction: 'in' | 'out' | 'unfed';
}

/** What a box has, as far as the survey tells. */
export interface BoxFeed {
  readonly point: Point;
  readonly cables: readonly CableAtBox[];
  readonly circuits: readonly BreakerId[];
  readonly constantHot: boolean;
  /** Switches whose switched conductor is in this box. */
  readonly switchedBy: readonly SwitchKey[];
  readonly neutral: boolean;
  readonly ground: 'yes' | 'no' | 'unknown';
  /** A cable here whose conductors nobody has read: what it carries is open. */
  readonly unread: boolean;
  /** Cables from the breaker to this box, in order. */
  readonly path: readonly CableId[];
  /** Point or breaker that gives ground-fault (arc-fault) protection to the box's own device; null when none does. */
  readonly groundFaultBy: string | null;
  readonly arcFaultBy: string | null;
}

export interface Circuit {
  readonly breaker: Breaker;
  /** Points it feeds, in the order in which power reaches them. */
  readonly points: readonly PointId[];
  readonly cables: readonly CableId[];
}

export interface Feed {
  readonly boxes: ReadonlyMap<PointId, BoxFeed>;
  readonly circuits: ReadonlyMap<BreakerId, Circuit>;
  /** The cable that brings power to a point, and the point (or null for the breaker) it comes from. */
  readonly parent: ReadonlyMap<PointId, { cable: Cable; from: PointId | null }>;
  readonly unfed: readonly PointId[];
}

interface Draft {
  point: Point;
  /** Travelers bring power here, now on one and now on the other: enough for the switch that stands at their end. */
  travelers: boolean;
  circuits: Set<BreakerId>;
  hot: boolean;
  switched: Set<SwitchKey>;
  neutral: boolean;
  ground: 'yes' | 'no' | 'unknown';
  unread: boolean;
  depth: number;
  path: CableId[];
  groundFaultBy: string | null;
  arcFaultBy: string | null;
  /** Protection that goes on to what hangs on the load terminals of this box. */
  onward: { groundFault: string | null; arcFault: string | null };
  directions: Map<CableId, 'in' | 'out'>;
}

const endsAt = (end: CableEnd, id: PointId): boolean => end.at === 'point' && end.pointId === id;
const carriesOn = (end: CableEnd): 'line' | 'load' | 'splice' | 'breaker' =>
  end.at === 'point' ? end.on : 'breaker';

function emptyDraft(point: Point): Draft {
  return {
    point,
    travelers: false,
    circuits: new Set(),
    hot: false,
    switched: new Set(),
    neutral: false,
    ground: 'unknown',
    unread: false,
    depth: -1,
    path: [],
    groundFaultBy: null,
    arcFaultBy: null,
    onward: { groundFault: null, arcFault: null },
    directions: new Map(),
  };
}

/**
 * A ground is there when every cable back to the panel has one, and every box takes it on: armor and tubing ground the metal of a box,
 * and one of plastic has none (NEC 314.3).
 */
function groundThrough(
  cable: Cable,
  ends: readonly (Pick<Point, 'box'> | null)[],
  upstream: 'yes' | 'no' | 'unknown',
): 'yes' | 'no' | 'unknown' {
  const byMetal = cable.ground === 'armor' || cable.ground === 'tubing';
  const broken = byMetal && ends.some((p) => p !== null && isMetalBox(p) === false);
  if (cable.ground === 'none' || upstream === 'no' || broken) return 'no';
  return cable.ground === 'unknown' || upstream === 'unknown' ? 'unknown' : 'yes';
}

interface Source {
  hot: boolean;
  travelers: boolean;
  switched: ReadonlySet<SwitchKey>;
  neutral: boolean;
  ground: 'yes' | 'no' | 'unknown';
  groundFault: string | null;
  arcFault: string | null;
  path: CableId[];
  id: PointId | null;
}

/** Lets one cable carry what its near end has to the far box; true when the far box learnt something. */
function carry(cable: Cable, near: Source, far: Draft): boolean {
  const before = `${far.hot}${far.neutral}${[...far.switched].join()}${far.unread}`;
  const learn = (needsHot: boolean) => {
    for (const { by, key } of switchedIn(cable))
      if (near.switched.has(key) || (near.id === by && (near.hot || near.travelers || !needsHot)))
        far.switched.add(key);
  };
  switch (cable.carries) {
    case 'feed':
      far.hot ||= near.hot;
      far.neutral ||= near.neutral;
      break;
    case 'switched':
      learn(true);
      far.neutral ||= near.neutral;
      break;
    case 'loop':
    case 'loop-neutral':
      far.hot ||= near.hot;
      if (cable.carries === 'loop-neutral') far.neutral ||= near.neutral;
      break;
    case 'both':
      far.hot ||= near.hot;
      far.neutral ||= near.neutral;
      learn(false);
      break;
    case 'two-hots':
      far.hot ||= near.hot;
      break;
    case 'two-hots-neutral':
      far.hot ||= near.hot;
      far.neutral ||= near.neutral;
      break;
    case 'travelers':
    case 'travelers-both-ways':
      far.travelers ||= near.hot || near.travelers;
      break;
    case 'common-travelers':
    case 'common-travelers-neutral':
      far.travelers ||= near.hot || near.travelers;
      if (cable.switchedBy === null) far.hot ||= near.hot;
      else learn(false);
      if (cable.carries === 'common-travelers-neutral') far.neutral ||= near.neutral;
      break;
    case 'unknown':
      far.unread = true;
      break;
  }
  return before !== `${far.hot}${far.neutral}${[...far.switched].join()}${far.unread}`;
}

/** A switch loop brings the switched conductors back to the box it came from, and so does a three-way at the end of a run. */
function returnSwitched(cable: Cable, near: Draft): void {
  if (['loop', 'loop-neutral', 'common-travelers', 'common-travelers-neutral'].includes(cable.carries))
    for (const { key } of switchedIn(cable)) near.switched.add(key);
}

function ownProtection(
  draft: Draft,
  inherited: { groundFault: string | null; arcFault: string | null },
): void {
  const { devices } = draft.point;
  // A half-switched or a switched neighbor takes its hot elsewhere: the device beside it does not cover it.
  const covers = devices.every(
    (d) => !isReceptacleDevice(d) || isProtecting(d) || (d.tab !== 'broken' && d.switched !== true),
  );
  const ownGround = covers && devices.some(givesGroundFault);
  const ownArc = covers && devices.some(givesArcFault);
  draft.groundFaultBy = inherited.groundFault ?? (ownGround ? draft.point.id : null);
  draft.arcFaultBy = inherited.arcFault ?? (ownArc ? draft.point.id : null);
  draft.onward = {
    groundFault: inherited.groundFault ?? (ownGround ? draft.point.id : null),
    arcFault: inherited.arcFault ?? (ownArc ? draft.point.id : null),
  };
}

/** A cable that is walked next: from what, where to, how far from the panel. */
interface Walk {
  readonly cable: Cable;
  readonly near: Source;
  readonly nearDraft: Draft | null;
  readonly target: CableEnd;
  readonly depth: number;
}

/** The cables that start at a breaker, with what it gives. */
function fromBreaker(breaker: Breaker, cables: readonly Cable[]): Walk[] {
  const gf = breaker.protection === 'gfci' || breaker.protection === 'dual' ? breaker.id : null;
  const af = breaker.protection === 'afci' || breaker.protection === 'dual' ? breaker.id : null;
  const root: Source = {
    hot: true,
    travelers: false,
    switched: new Set(),
    neutral: true,
    ground: 'yes',
    groundFault: gf,
    arcFault: af,
    path: [],
    id: null,
  };
  const queue: Walk[] = [];
  for (const cable of cables) {
    if (cable.from.at === 'breaker' && cable.from.breakerId === breaker.id)
      queue.push({ cable, near: root, nearDraft: null, target: cable.to, depth: 1 });
    else if (cable.to.at === 'breaker' && cable.to.breakerId === breaker.id)
      queue.push({ cable, near: root, nearDraft: null, target: cable.from, depth: 1 });
  }
  return queue;
}

/** The next cable out of a box, with what the box gives there: LOAD of its own device, or what arrived. */
function onwardFrom(next: Cable, pointId: PointId, far: Draft, near: Source, depth: number): Walk[] {
  const here = endsAt(next.from, pointId) ? next.from : endsAt(next.to, pointId) ? next.to : undefined;
  if (!here) return [];
  const onward =
    carriesOn(here) === 'load' ? far.onward : { groundFault: near.groundFault, arcFault: near.arcFault };
  return [
    {
      cable: next,
      nearDraft: far,
      target: here === next.from ? next.to : next.from,
      depth: depth + 1,
      near: {
        hot: far.hot,
        travelers: far.travelers,
        switched: far.switched,
        neutral: far.neutral,
        ground: far.ground,
        groundFault: onward.groundFault,
        arcFault: onward.arcFault,
        path: far.path,
        id: pointId,
      },
    },
  ];
}

function walkBreaker(
  breaker: Breaker,
  drafts: Map<PointId, Draft>,
  cables: readonly Cable[],
  at: ReadonlyMap<PointId, readonly Cable[]>,
  parent: Map<PointId, { cable: Cable; from: PointId | null }>,
): Circuit {
  const order: PointId[] = [];
  const used: CableId[] = [];
  const queue = fromBreaker(breaker, cables);
  const done = new Set<CableId>();
  for (let item = queue.shift(); item; item = queue.shift()) {
    const { cable, near, nearDraft, target, depth } = item;
    if (target.at !== 'point' || done.has(cable.id)) continue;
    const far = drafts.get(target.pointId);
    if (!far) continue;
    done.add(cable.id);
    used.push(cable.id);
    const first = !far.circuits.has(breaker.id);
    far.circuits.add(breaker.id);
    far.directions.set(cable.id, 'in');
    nearDraft?.directions.set(cable.id, 'out');
    carry(cable, near, far);
    if (nearDraft) returnSwitched(cable, nearDraft);
    if (!first) continue;
    order.push(target.pointId);
    if (far.depth < 0 || depth < far.depth) {
      far.depth = depth;
      far.path = [...near.path, cable.id];
      // A grounding wire of its own makes good what the cables lack: 250.130(C).
      far.ground = far.point.groundRun
        ? 'yes'
        : groundThrough(cable, [nearDraft?.point ?? null, far.point], near.ground);
      parent.set(target.pointId, { cable, from: near.id });
      ownProtection(far, near);
    }
    for (const next of at.get(target.pointId) ?? [])
      if (!done.has(next.id) && goesOn(breaker.id, next, target.pointId, at))
        queue.push(...onwardFrom(next, target.pointId, far, near, depth));
  }
  return { breaker, points: order, cables: used };
}

/** A switched conductor may come back after its neighbors were walked: carry on until nobody learns anything new. */
function settle(cables: readonly Cable[], drafts: ReadonlyMap<PointId, Draft>): void {
  for (let round = 0, changed = true; changed && round < 12; round++) {
    changed = false;
    for (const cable of cables) {
      const ends = [cable.from, cable.to].map((e) => (e.at === 'point' ? drafts.get(e.pointId) : undefined));
      const [a, b] = ends;
      if (!a || !b) continue;
      const [near, far] = a.directions.get(cable.id) === 'out' ? [a, b] : [b, a];
      const before = far.switched.size;
      carry(cable, { ...near, id: near.point.id, groundFault: null, arcFault: null }, far);
      if (far.switched.size !== before) changed = true;
    }
  }
}

/**
 * Works out what feeds what: a search from every breaker along the cables, with what each box then has.
 * Cables whose conductors were never read are carried as open, never guessed.
 */
export function buildFeed(house: House): Feed {
  const drafts = new Map<PointId, Draft>(house.points.map((p) => [p.id, emptyDraft(p)]));
  const parent = new Map<PointId, { cable: Cable; from: PointId | null }>();
  const circuits = new Map<BreakerId, Circuit>();
  const at = cablesByPoint(house.cables);
  for (const panel of house.panels)
    for (const b of panel.breakers) circuits.set(b.id, walkBreaker(b, drafts, house.cables, at, parent));
  settle(house.cables, drafts);
  for (const d of drafts.values())
    if (d.hot || d.travelers)
      for (const { key, device } of switchPlaces(d.point)) {
        // One of two for the same light: the conductor to it is at the other one, unless a cable here is said to have it.
        const has = () => (at.get(d.point.id) ?? []).some((c) => hasSwitched(c, key));
        if (!isTravelerSwitch(device) || has()) d.switched.add(key);
      }
  const boxes = new Map<PointId, BoxFeed>();
  for (const [id, d] of drafts)
    boxes.set(id, {
      point: d.point,
      cables: (at.get(id) ?? []).map((cable) => ({
        cable,
        direction: d.directions.get(cable.id) ?? 'unfed',
      })),
      circuits: [...d.circuits],
      constantHot: d.hot,
      switchedBy: [...d.switched],
      neutral: d.neutral,
      ground: d.ground,
      unread: d.unread,
      path: d.path,
      groundFaultBy: d.groundFaultBy,
      arcFaultBy: d.arcFaultBy,
    });
  return {
    boxes,
    circuits,
    parent,
    unfed: house.points.filter((p) => drafts.get(p.id)?.circuits.size === 0).map((p) => p.id),
  };
}

/** Points that lose power when a breaker is off: the circuit's own, and those of a multiwire partner are the caller's to add. */
export const goesDark = (feed: Feed, breakerId: BreakerId): readonly PointId[] =>
  feed.circuits.get(breakerId)?.points ?? [];

/** Points that power reaches only through this one: what stays fed, or not, when its device fails. */
export function beyond(feed: Feed, id: PointId): PointId[] {
  const out: PointId[] = [];
  const visit = (of: PointId) => {
    for (const [child, up] of feed.parent)
      if (up.from === of && !out.includes(child)) {
        out.push(child);
        visit(child);
      }
  };
  visit(id);
  return out;
}

/** A box and those that power passes before it, from the box back to the breaker. */
export function wayUp(feed: Feed, id: PointId): PointId[] {
  const way = new Set<PointId>();
  for (let at: PointId | null = id; at !== null && !way.has(at); at = feed.parent.get(at)?.from ?? null)
    way.add(at);
  return [...way];
}

/** The first receptacle that power passes on its way from the breaker to a box, the box itself included; where an upstream device can protect it. */
export function firstReceptacle(feed: Feed, id: PointId): Point | undefined {
  return wayUp(feed, id)
    .flatMap((at) => feed.boxes.get(at)?.point ?? [])
    .findLast((point) => point.devices.some(isReceptacleDevice));
}
