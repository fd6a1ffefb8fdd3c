import {
  msg,
  type BreakerId,
  type CableId,
  type Evaluation,
  type Feed,
  type House,
  type Point,
  type PointId,
  type Text,
} from '@elwand/core';

/** One box of a circuit, in the order in which power reaches it. */
export interface Stop {
  readonly point: Point;
  /** Counted from the panel; null for what the job puts in. */
  readonly order: number | null;
  /** What feeds it; null for the breaker itself. */
  readonly from: PointId | null;
  readonly cable: CableId;
  readonly assumed: boolean;
  readonly fresh: boolean;
}

const stopsOf = (feed: Feed, house: House, breaker: BreakerId): Omit<Stop, 'order' | 'fresh'>[] => {
  const points = new Map(house.points.map((p) => [p.id, p]));
  return (feed.circuits.get(breaker)?.points ?? []).flatMap((id) => {
    const point = points.get(id);
    const by = feed.parent.get(id);
    return point && by
      ? [{ point, from: by.from, cable: by.cable.id, assumed: by.cable.assumed === true }]
      : [];
  });
};

/** The boxes of a circuit as it stands, and those that the chosen plan adds to it. */
export function circuitMap({ feed, bundle, chosen }: Evaluation, breaker: BreakerId): Stop[] {
  const standing = stopsOf(feed, bundle.house, breaker).map((s, i): Stop => ({
    ...s,
    order: i + 1,
    fresh: false,
  }));
  const added = chosen
    ? stopsOf(chosen.applied.feed, chosen.applied.house, breaker)
        .filter((s) => chosen.applied.fresh.has(s.point.id))
        .map((s): Stop => ({ ...s, order: null, fresh: true }))
    : [];
  return [...standing, ...added];
}

/** A box of the circuit in words: its place in the order, what feeds it, and how sure that is. */
export const stopText = (stop: Stop, stops: readonly Stop[]): Text =>
  msg('screen.feed.stop', {
    label: stop.point.label,
    order: stop.order ?? 0,
    from:
      stop.from === null
        ? msg('screen.feed.the-panel')
        : (stops.find((s) => s.point.id === stop.from)?.point.label ?? '?'),
    known: stop.fresh ? 'new' : stop.assumed ? 'assumed' : 'seen',
  });

/** What a breaker turns off, and what stays on in the same rooms: on other breakers, or on nothing that is known. */
export function turnedOff(
  { feed, plan, bundle: { house } }: Evaluation,
  stops: readonly Stop[],
): { readonly off: readonly Point[]; readonly on: readonly Point[]; readonly unknown: readonly Point[] } {
  const off = stops.filter((s) => !s.fresh).map((s) => s.point);
  const rooms = new Set(off.map((p) => plan.roomOf(p.at)?.id));
  const own = new Set(off.map((p) => p.id));
  const beside = house.points.filter((p) => !own.has(p.id) && rooms.has(plan.roomOf(p.at)?.id));
  const unfed = new Set(feed.unfed);
  return {
    off,
    on: beside.filter((p) => !unfed.has(p.id)),
    unknown: beside.filter((p) => unfed.has(p.id)),
  };
}
