import {
  carriesTravelers,
  isLamp,
  isParted,
  isReceptacleDevice,
  isTravelerSwitch,
  nthOf,
  switchesIn,
  switchKey,
  switchPlaces,
  type Device,
  type Point,
  type PointId,
  type SwitchKey,
} from '../document/index.ts';
import { msg, type Text } from '../words/index.ts';
import type { Feed } from './feed.ts';

/** What switches what, as the survey or the plan has it. */

/** What a switch commands, by name: lights, fans and receptacles whose conductor is its own. */
export function commandedBy(feed: Feed, key: SwitchKey): Text[] {
  return [...feed.boxes.values()].flatMap(({ point, switchedBy, constantHot }) => {
    if (!switchedBy.includes(key) || switchesIn(point).includes(key)) return [];
    return point.devices.flatMap((d): Text[] => {
      if (isParted(d))
        return d.motor === 'always' || nthOf(key) === d.lightNth
          ? [msg('work.test.light-of', { point: point.label })]
          : [msg('work.test.fan-of', { point: point.label })];
      if (isReceptacleDevice(d)) {
        if (d.tab === 'broken' && constantHot) return [msg('work.test.half-of', { point: point.label })];
        return d.switched === true || !constantHot ? [point.label] : [];
      }
      return isLamp(d) ? [point.label] : [];
    });
  });
}

/** Lights and fans whose conductor is that of a switch, each with its place in its box. */
export function lampsOn(feed: Feed, key: SwitchKey): { point: Point; device: Device; index: number }[] {
  return [...feed.boxes.values()].flatMap(({ point, switchedBy }) =>
    switchedBy.includes(key)
      ? point.devices.flatMap((device, index) =>
          isLamp(device) && (device.by === undefined || switchKey(device.by.pointId, device.by.nth) === key)
            ? [{ point, device, index }]
            : [],
        )
      : [],
  );
}

/** The other switches of a light that has several: those at the far ends of the travelers. */
export function togetherWith(feed: Feed, { id }: Pick<Point, 'id'>): { point: Point; key: SwitchKey }[] {
  const seen = new Set<PointId>([id]);
  const queue = [id];
  for (let at = queue.pop(); at !== undefined; at = queue.pop())
    for (const { cable } of feed.boxes.get(at)?.cables ?? []) {
      if (!carriesTravelers(cable)) continue;
      for (const end of [cable.from, cable.to])
        if (end.at === 'point' && !seen.has(end.pointId)) {
          seen.add(end.pointId);
          queue.push(end.pointId);
        }
    }
  return [...seen].flatMap((other) => {
    const point = other === id ? undefined : feed.boxes.get(other)?.point;
    return point
      ? switchPlaces(point).flatMap(({ key, device }) => (isTravelerSwitch(device) ? [{ point, key }] : []))
      : [];
  });
}

/** A switch, or several that work together, and what hangs on it; of a box with several, which of them it is. */
export interface Commanding {
  readonly switches: readonly {
    readonly key: SwitchKey;
    readonly label: string;
    readonly nth: number;
    readonly of: number;
  }[];
  readonly things: readonly Text[];
}

/** Every switch of a house with what it commands, those that work together as one; and the lights that none commands. */
export function switching(feed: Feed): {
  readonly by: readonly Commanding[];
  readonly always: readonly string[];
} {
  const told = new Set<SwitchKey>();
  const by: Commanding[] = [];
  const named = (point: Point, key: SwitchKey): Commanding['switches'][number] => ({
    key,
    label: point.label,
    nth: nthOf(key),
    of: switchesIn(point).length,
  });
  for (const { point } of feed.boxes.values())
    for (const { key, device } of switchPlaces(point)) {
      if (told.has(key)) continue;
      const others = isTravelerSwitch(device) ? togetherWith(feed, point) : [];
      const all = [{ point, key }, ...others];
      for (const s of all) told.add(s.key);
      by.push({
        switches: all.map((s) => named(s.point, s.key)),
        things: all.flatMap((s) => commandedBy(feed, s.key)),
      });
    }
  const always = [...feed.boxes.values()].flatMap(({ point, switchedBy, constantHot }) =>
    constantHot && switchedBy.length === 0 && point.devices.some((d) => d.kind === 'luminaire')
      ? [point.label]
      : [],
  );
  return { by, always };
}
