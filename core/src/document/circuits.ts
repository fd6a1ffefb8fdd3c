import type { Cable, CableEnd, House } from './house.ts';
import type { BreakerId, CableId, PointId } from './ids.ts';

/** Does a cable end at a point? */
export const isAtPoint = (cable: Cable, id: string): boolean =>
  [cable.from, cable.to].some((e) => e.at === 'point' && e.pointId === id);

/** The house with the cables of a box as they were assumed, and now seen. */
export const seenAtBox = (house: House, id: PointId): House => ({
  ...house,
  cables: house.cables.map((c) => {
    if (!isAtPoint(c, id)) return c;
    const { assumed: _, ...seen } = c;
    return seen;
  }),
});

/** Does a cable hang on the LOAD side of the device at a point? */
export const isOnLoad = (cable: Cable, id: PointId): boolean =>
  [cable.from, cable.to].some((e) => e.at === 'point' && e.pointId === id && e.on === 'load');

/** The cables at every point. */
export function cablesByPoint(cables: readonly Cable[]): Map<PointId, Cable[]> {
  const at = new Map<PointId, Cable[]>();
  for (const cable of cables)
    for (const end of new Set([cable.from, cable.to].flatMap((e) => (e.at === 'point' ? [e.pointId] : []))))
      at.set(end, [...(at.get(end) ?? []), cable]);
  return at;
}

const otherThan = (breaker: BreakerId, cable: Cable): boolean =>
  [cable.from, cable.to].some((e) => e.at === 'breaker' && e.breakerId !== breaker);

/** Does a home run of another breaker lie beyond a cable, seen from one of its ends? */
function othersBeyond(
  breaker: BreakerId,
  cable: Cable,
  beyond: CableEnd,
  at: ReadonlyMap<PointId, readonly Cable[]>,
): boolean {
  const seen = new Set<CableId>([cable.id]);
  const queue: CableEnd[] = [beyond];
  for (let end = queue.pop(); end; end = queue.pop()) {
    if (end.at === 'breaker') {
      if (end.breakerId !== breaker) return true;
      continue;
    }
    for (const next of at.get(end.pointId) ?? []) {
      if (seen.has(next.id)) continue;
      seen.add(next.id);
      queue.push(...[next.from, next.to]);
    }
  }
  return false;
}

/**
 * May power of a breaker go on through a cable from this box? Where two breakers meet in a box, each stops there: a cable that was
 * surveyed as coming from the other one's side brings power and takes none away.
 */
export function goesOn(
  breaker: BreakerId,
  cable: Cable,
  from: PointId,
  at: ReadonlyMap<PointId, readonly Cable[]>,
): boolean {
  if (otherThan(breaker, cable)) return false;
  const backwards = cable.to.at === 'point' && cable.to.pointId === from;
  return !backwards || !othersBeyond(breaker, cable, cable.from, at);
}

/** Every cable that a breaker feeds, with the end at which its power arrives; each cable once for a breaker. */
function* fedCables(
  house: Pick<House, 'cables'>,
): Generator<{ readonly breaker: BreakerId; readonly cable: Cable; readonly far: 'from' | 'to' }> {
  const at = cablesByPoint(house.cables);
  for (const start of house.cables)
    for (const [far, end] of [
      ['to', start.from],
      ['from', start.to],
    ] as const) {
      if (end.at !== 'breaker') continue;
      const breaker = end.breakerId;
      const queue = [{ breaker, cable: start, far: far }];
      const seen = new Set<CableId>([start.id]);
      for (let fed = queue.pop(); fed; fed = queue.pop()) {
        yield fed;
        for (const e of [fed.cable.from, fed.cable.to])
          for (const next of e.at === 'point' ? (at.get(e.pointId) ?? []) : []) {
            if (seen.has(next.id) || e.at !== 'point' || !goesOn(breaker, next, e.pointId, at)) continue;
            seen.add(next.id);
            const isFrom = next.from.at === 'point' && next.from.pointId === e.pointId;
            queue.push({ breaker, cable: next, far: isFrom ? 'to' : 'from' });
          }
      }
    }
}

/** The breakers that power can come from through each cable. */
export function circuitsByCable(house: Pick<House, 'cables'>): Map<CableId, Set<BreakerId>> {
  const out = new Map<CableId, Set<BreakerId>>();
  for (const { breaker, cable } of fedCables(house))
    out.set(cable.id, (out.get(cable.id) ?? new Set()).add(breaker));
  return out;
}

/** The end of each cable at which power arrives, whichever way round it was noted; cables that nothing feeds are left out. */
export const farEnds = (house: Pick<House, 'cables'>): ReadonlyMap<CableId, 'from' | 'to'> =>
  new Map([...fedCables(house)].reverse().map((f) => [f.cable.id, f.far] as const));
