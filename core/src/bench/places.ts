import type { House, Point, PointId } from '../document/index.ts';
import {
  conductorsOf,
  endAt,
  endOf,
  isMetalBox,
  screwOf,
  screwsOf,
  shellOf,
  SCREWS,
  type NodeId,
} from '../network/index.ts';
import { msg, type Text } from '../words/index.ts';
import { EARTH } from './bench.ts';

/** Where a probe can be held: screws of the devices of a box, ends of its conductors, its metal, and the earth. */

export interface Place {
  readonly node: NodeId;
  readonly says: Text;
}

export function placesIn(house: House, point: Point): Place[] {
  const labels = new Map(house.points.map((p) => [p.id, p.label] as const));
  const screws = point.devices.flatMap((d, i) =>
    screwsOf(d).map((screw): Place => {
      const name = msg(`names.screw.${screw}`);
      const says =
        point.devices.length > 1
          ? msg('bench.place.of-device', { screw: name, n: i + 1, device: msg(`names.device.${d.kind}`) })
          : name;
      return { node: screwOf(point.id, i, screw), says };
    }),
  );
  const ends = house.cables.flatMap((cable) => {
    const end = endAt(cable, point.id);
    if (!end) return [];
    const far = cable[end === 'from' ? 'to' : 'from'];
    const to =
      far.at === 'point'
        ? msg('bench.place.cable-to', { box: labels.get(far.pointId) ?? '?' })
        : msg('bench.place.from-panel');
    return conductorsOf(cable, false).map(({ color }): Place => ({
      node: endOf(cable, color, end),
      says: msg('bench.place.conductor', { color: msg(`names.color.${color}`), cable: to }),
    }));
  });
  const shell: Place[] = isMetalBox(point) ? [{ node: shellOf(point.id), says: msg('bench.place.box') }] : [];
  return [...screws, ...ends, ...shell, { node: EARTH, says: msg('bench.place.earth') }];
}

/** A place that could not be found, with what there is instead. */
export interface NoPlace {
  readonly missing: 'box' | 'screw';
  readonly asked: string;
  readonly there: readonly string[];
}

/**
 * Finds a place by its name: `R1 brass`, `S1/2 common` (the second device), `earth`.
 * Screws go by the first words of their name.
 */
export function placeNamed(
  house: House,
  name: string,
): { readonly node: NodeId; readonly point: PointId | null } | NoPlace {
  const text = name.trim().toLowerCase();
  if (text === 'earth') return { node: EARTH, point: null };
  const [point] = house.points
    .filter(
      (p) =>
        text === p.label.toLowerCase() ||
        text.startsWith(`${p.label.toLowerCase()} `) ||
        text.startsWith(`${p.label.toLowerCase()}/`),
    )
    .sort((a, b) => b.label.length - a.label.length);
  if (!point) return { missing: 'box', asked: name, there: house.points.map((p) => p.label) };
  const rest = text.slice(point.label.length);
  const [, number = '1', wanted = ''] = /^(?:\/(\d+))?\s*(.*)$/.exec(rest) ?? [];
  const device = Number(number) - 1;
  const own = point.devices[device];
  const screws = own ? screwsOf(own) : [];
  const screw = screws.find((s) => s === wanted) ?? screws.find((s) => s.startsWith(wanted) && wanted !== '');
  if (!screw || !SCREWS.includes(screw))
    return {
      missing: 'screw',
      asked: name,
      there: screws.map((s) => `${point.label}${device > 0 ? `/${device + 1}` : ''} ${s}`),
    };
  return { node: screwOf(point.id, device, screw), point: point.id };
}
