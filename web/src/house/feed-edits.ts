import {
  BreakerId,
  conductorsFor,
  freeLabel,
  inches,
  makeCable,
  makePoint,
  PointId,
  switchedIn,
  switchesIn,
  type Cable,
  type CableEnd,
  type Gauge,
  type House,
  type Point,
  type Room,
  msg,
  type Text,
} from '@elwand/core';
import { freshId } from '../parts/ids.ts';

/** Where a cable can come from: every breaker and every other point, as one list of choices. */
export function sourcesFor(house: House, except: string | null): { value: string; label: Text }[] {
  return [
    ...house.panels.flatMap((p) =>
      p.breakers.map((b) => ({
        value: `b:${b.id}`,
        label: b.label
          ? msg('screen.points.breaker-labeled', { number: b.number, label: b.label })
          : msg('screen.points.breaker', { number: b.number }),
      })),
    ),
    ...house.points.filter((p) => p.id !== except).map((p) => ({ value: `p:${p.id}`, label: p.label })),
  ];
}

const endOf = (value: string): CableEnd =>
  value.startsWith('b:')
    ? { at: 'breaker', breakerId: BreakerId.parse(value.slice(2)) }
    : { at: 'point', pointId: PointId.parse(value.slice(2)), on: 'splice' };
export const endValue = (end: CableEnd): string =>
  end.at === 'breaker' ? `b:${end.breakerId}` : `p:${end.pointId}`;
export const isAt = (end: CableEnd, pointId: string): boolean =>
  end.at === 'point' && end.pointId === pointId;

/** The other end of a cable, seen from a point. */
export const farEnd = (cable: Cable, pointId: string): CableEnd =>
  isAt(cable.from, pointId) ? cable.to : cable.from;
export const cablesAt = (house: House, pointId: string): Cable[] =>
  house.cables.filter((c) => isAt(c.from, pointId) || isAt(c.to, pointId));

/** A new cable from somewhere to a point; what it carries is guessed from the two kinds only as a start, to be corrected. */
export function addCable(house: House, from: string, point: Point, gauge: Gauge | null): House {
  const source = from.startsWith('p:') ? house.points.find((p) => p.id === from.slice(2)) : undefined;
  const byLight = source?.kind === 'luminaire' && point.kind === 'switch';
  const bySwitch = source?.kind === 'switch' && point.kind === 'luminaire';
  const carries: Cable['carries'] = byLight ? 'loop' : bySwitch ? 'switched' : 'feed';
  const switchedBy = byLight ? point.id : bySwitch ? source.id : null;
  return {
    ...house,
    cables: [
      ...house.cables,
      makeCable(
        freshId('c'),
        endOf(from),
        { at: 'point', pointId: point.id, on: 'splice' },
        { gauge, carries, switchedBy },
      ),
    ],
  };
}

/** A new cable that is the same as one that was looked at: its kind, size, metal and ground; where it runs is its own. */
export function addCableLike(house: House, from: string, point: Point, like: Cable): House {
  const added = addCable(house, from, point, like.gauge);
  const last = added.cables.at(-1);
  if (!last) return added;
  const { type, metal, ground, size } = like;
  return putCable(added, { ...last, type, metal, ground, ...(size === undefined ? {} : { size }) });
}

export interface SwitchChoice {
  readonly value: string;
  readonly label: Text;
  readonly by: PointId;
  readonly nth: number;
}

/** Every switch of the house, several in one box each by its number from the left. */
export const switchChoices = (points: House['points']): SwitchChoice[] =>
  points.flatMap((p) => {
    const keys = switchesIn(p);
    return keys.map((value, i) => ({
      value,
      label: keys.length > 1 ? msg('screen.points.switch', { label: p.label, n: i + 1 }) : p.label,
      by: p.id,
      nth: i + 1,
    }));
  });

/** Switches whose conductors come into a box: what hangs there may be on one of them. */
export function switchesAt(house: House, pointId: string): SwitchChoice[] {
  const keys = new Set(cablesAt(house, pointId).flatMap((c) => switchedIn(c).map(({ key }) => key)));
  return switchChoices(house.points).filter((s) => keys.has(s.value));
}

/** A cable with its switched conductors set: as many conductors as it then needs. */
export function commandedBy(
  cable: Cable,
  first: SwitchChoice | undefined,
  second: SwitchChoice | undefined,
): Cable {
  const { switchedNth: _, also: __, ...rest } = cable;
  return {
    ...rest,
    conductors: conductorsFor(rest.carries, first && second ? 2 : 1),
    switchedBy: first?.by ?? null,
    ...(first && first.nth > 1 ? { switchedNth: first.nth } : {}),
    ...(first && second ? { also: { switchedBy: second.by, nth: second.nth } } : {}),
  };
}

/** Does a cable of that kind carry a switched conductor? */
export const isCommanded = (carries: Cable['carries']): boolean =>
  carries === 'switched' || carries === 'loop' || carries === 'loop-neutral' || carries === 'both';

export const withCable = (house: House, id: string, change: Partial<Cable>): House => ({
  ...house,
  cables: house.cables.map((c) => (c.id === id ? { ...c, ...change } : c)),
});
/** The house with one of its cables as it is now. */
export const putCable = (house: House, cable: Cable): House => ({
  ...house,
  cables: house.cables.map((c) => (c.id === cable.id ? cable : c)),
});

export const withoutCable = (house: House, id: string): House => ({
  ...house,
  cables: house.cables.filter((c) => c.id !== id),
});

/** How far beside the first its copy stands, mm: a place to correct. */
const BESIDE_MM = 610;

/** A point like another one, beside it, with the next free name: its box and devices, and not yet looked into. */
export function copyOfPoint(house: House, point: Point): Point {
  const length =
    'wallId' in point.at
      ? (house.rooms.flatMap((r) => r.walls).find((w) => 'wallId' in point.at && w.id === point.at.wallId)
          ?.lengthMm ?? 0)
      : Infinity;
  const at =
    'xMm' in point.at
      ? { ...point.at, xMm: point.at.xMm + (point.at.xMm + BESIDE_MM < length ? BESIDE_MM : -BESIDE_MM) }
      : point.at;
  return {
    ...point,
    id: PointId.parse(freshId('p')),
    label: freeLabel(house.points, point.kind),
    at,
    condition: 'not-looked',
  };
}

/** A point with the next free name, where one of its kind usually is; the exact place is typed afterwards. */
export function newPoint(house: House, room: Room, kind: Point['kind']): Point {
  const wall = room.walls[0];
  const ceiling = kind === 'luminaire' || kind === 'fan';
  const width = room.walls[0]?.lengthMm ?? 3000;
  const depth = room.walls[1]?.lengthMm ?? 3000;
  const middle = { xMm: width / 2, yMm: depth / 2 };
  const at: Point['at'] = ceiling
    ? { on: 'ceiling', roomId: room.id, ...middle }
    : kind === 'junction'
      ? { on: room.above.kind === 'attic' ? 'attic' : 'basement', roomId: room.id, ...middle }
      : wall
        ? {
            on: 'wall',
            wallId: wall.id,
            xMm: wall.lengthMm / 2,
            heightMm: inches(kind === 'switch' ? 50 : 15),
          }
        : { on: 'somewhere', roomId: room.id };
  return makePoint(freshId('p'), freeLabel(house.points, kind), kind, at);
}
