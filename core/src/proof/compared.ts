import {
  isSwitchDevice,
  switchPlaces,
  type Change,
  type House,
  type Job,
  type Point,
  type PointId,
} from '../document/index.ts';
import {
  handleOf,
  type Joined,
  type NodeId,
  type State,
  type Surveyed,
  type Touched,
  type UseAt,
} from '../network/index.ts';
import type { Fault, WiringPlan } from './plan.ts';
import { msg, type Text } from '../words/index.ts';

/** What the electrical replay compares: the house before and after, in every position of the switches. */

export type Labels = ReadonlyMap<string, string>;

export const fault = (what: string, subjects: readonly string[], says: Text): Fault => ({
  replay: 'electrical',
  kind: 'contradiction',
  what,
  subjects,
  says,
});

/** A device that stands in the house before and after: `p#i` to `p#i`. */
export interface Kept {
  readonly point: PointId;
  readonly device: number;
}

/** Where each device of the house as it stands is in the plan; null when it goes. A place whose device is another kind is the same place. */
export function whereItGoes(job: Job, before: House, made: WiringPlan['made']): (at: Kept) => Kept | null {
  const moves = job.wants.filter((w) => w.replaces !== undefined);
  const movedTo = (at: Kept): Kept | undefined => {
    const want = moves.find(
      (w) => w.replaces === at.point && (w.replacesDevice === undefined || w.replacesDevice === at.device),
    );
    const point = want && made.get(want.id);
    // One that moves alone is the only one of its new box.
    return point && { point, device: want.replacesDevice === undefined ? at.device : 0 };
  };
  // A device that is taken out leaves a blank in its gang: those beside it keep their numbers.
  const goes = (at: Kept, change: Change): boolean =>
    change.pointId === at.point &&
    (change.kind === 'retire' || (change.kind === 'reduce' && change.drop.includes(at.device)));
  const stood = new Set(before.points.map((p) => p.id));
  return (at) => {
    if (!stood.has(at.point)) return at;
    if ((job.changes ?? []).some((c) => goes(at, c))) return null;
    return movedTo(at) ?? at;
  };
}

export const at = (labels: Labels, id: string): string => labels.get(id) ?? id;

/** Positions of the handles that tell what every switch does: all of them for a few, else each alone and all but one. */
export function statesOf(keys: readonly string[]): State[] {
  const EXACT = 5;
  const state = (on: (i: number) => boolean): State => new Map(keys.map((k, i) => [k, on(i) ? 1 : 0]));
  if (keys.length <= EXACT)
    return Array.from({ length: 2 ** keys.length }, (_, n) => state((i) => ((n >> i) & 1) === 1));
  return [
    state(() => false),
    state(() => true),
    ...keys.map((_, i) => state((k) => k === i)),
    ...keys.map((_, i) => state((k) => k !== i)),
  ];
}

export const useName = (u: UseAt, labels: Labels): Text =>
  u.what === 'light' || u.what === 'appliance' || u.what === 'outlet'
    ? at(labels, u.point.id)
    : msg('proof.use', { what: msg(`names.use.${u.what}`), box: at(labels, u.point.id) });

export interface Side {
  readonly joined: Joined;
  readonly uses: readonly UseAt[];
}

export type Looked = (node: NodeId) => Touched;

export interface Compared {
  readonly plan: WiringPlan;
  readonly job: Job;
  readonly labels: Labels;
  readonly was: Side;
  readonly is: Side;
  readonly goesTo: (at: Kept) => Kept | null;
  /** Two switches for one light that the job makes: the handle of each, and the other's. */
  readonly pairs: Pairs;
  /** Handles before, and where each of them is after. */
  readonly states: readonly { readonly was: State; readonly is: State }[];
  /** What every node touches in each of these states. */
  readonly wasAt: readonly Looked[];
  readonly isAt: readonly Looked[];
  readonly open: ReadonlySet<PointId>;
}

/** Handles of the plan that work as two for one light, each with the other; `crosses` where one of them is a four-way between travelers. */
export type Pairs = ReadonlyMap<string, { readonly other: string; readonly crosses: boolean }>;

/** The handle of the n-th switch of a box. */
function nthHandle(point: Point | undefined, nth: number): string | undefined {
  const place = point && switchPlaces(point)[nth - 1];
  return point && place && handleOf(point.id, place.index);
}

/** The pairs that a job asks for. */
export function pairsOf({ made, after }: Pick<WiringPlan, 'made' | 'after'>, job: Job): Pairs {
  const points = new Map(after.points.map((p) => [p.id, p] as const));
  const at = (id: PointId | undefined) => (id === undefined ? undefined : points.get(id));
  return new Map(
    job.wants.flatMap(({ id, partner }) => {
      if (!partner) return [];
      const other = partner.by === 'want' ? made.get(partner.wantId) : partner.pointId;
      const [a, b] = [nthHandle(at(made.get(id)), 1), nthHandle(at(other), partner.nth ?? 1)];
      const own = at(made.get(id))?.devices.some((d) => d.kind === 'switch-four-way') ?? false;
      return a === undefined || b === undefined
        ? []
        : [[a, { other: b, crosses: own }] as const, [b, { other: a, crosses: own }] as const];
    }),
  );
}

/** Is what a switch commands on? Of two for one light: when both stand alike, so that each of them changes it. */
export function isOn(handle: string, state: State, pairs: Pairs): boolean {
  const pair = pairs.get(handle);
  const own = state.get(handle) ?? 0;
  if (pair === undefined) return own === 1;
  const alike = own === (state.get(pair.other) ?? 0);
  // A four-way that stands straight changes nothing, one that crosses turns the other switch over.
  return pair.crosses ? !alike : alike;
}

/** Points in whose box something was never read, or two circuits meet: what hangs there is not claimed. */
export const openPoints = (house: House, survey: Surveyed): Set<PointId> =>
  new Set(house.points.filter((p) => survey.boxes.get(p.id)?.open !== null).map((p) => p.id));

/** Points on the circuits that the plan touches, before or after: nothing else can change. */
export function circuitsNear(plan: WiringPlan, touched: ReadonlySet<PointId>): Set<PointId> {
  const cables = [...plan.before.cables, ...plan.after.cables];
  const pointsOf = (c: (typeof cables)[number]) =>
    [c.from, c.to].flatMap((e) => (e.at === 'point' ? [e.pointId] : []));
  const near = new Set<PointId>(touched);
  for (let grown = true; grown;) {
    grown = false;
    for (const c of cables) {
      const ends = pointsOf(c);
      if (!ends.some((p) => near.has(p))) continue;
      for (const p of ends)
        if (!near.has(p)) {
          near.add(p);
          grown = true;
        }
    }
  }
  return near;
}

/** Handles of the switches on these circuits: by the box before, and the box after. */
export function handlesOn(
  plan: WiringPlan,
  near: ReadonlySet<PointId>,
  goesTo: (at: Kept) => Kept | null,
): { key: string; was: string | null; is: string | null }[] {
  const out: { key: string; was: string | null; is: string | null }[] = [];
  const taken = new Set<string>();
  for (const p of plan.before.points) {
    if (!near.has(p.id)) continue;
    p.devices.forEach((d, i) => {
      if (!isSwitchDevice(d)) return;
      const was = handleOf(p.id, i);
      const to = goesTo({ point: p.id, device: i });
      const is = to ? handleOf(to.point, to.device) : null;
      if (is !== null) taken.add(is);
      out.push({ key: was, was, is });
    });
  }
  for (const p of plan.after.points) {
    if (!near.has(p.id)) continue;
    p.devices.forEach((d, i) => {
      const is = handleOf(p.id, i);
      if (isSwitchDevice(d) && !taken.has(is)) out.push({ key: is, was: null, is });
    });
  }
  return out;
}
