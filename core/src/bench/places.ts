import type { Cable, House, Point, PointId } from '../document/index.ts';
import {
  conductorsOf,
  endAt,
  endOf,
  isMetalBox,
  screwOf,
  screwsOf,
  shellOf,
  type NodeId,
} from '../network/index.ts';
import { msg, type Text } from '../words/index.ts';
import { EARTH } from './bench.ts';

/** Where a probe can be held: screws of the devices of a box, ends of its conductors, its metal, and the earth. */

export interface Place {
  readonly node: NodeId;
  readonly says: Text;
}

/** The name of a box. */
export const boxText = ({ points }: House, id: string): string =>
  points.find((p) => p.id === id)?.label ?? '?';

/** A cable of a box by where its other end is. */
export function cableText(house: House, cable: Cable, here: PointId): Text {
  const far = cable[endAt(cable, here) === 'from' ? 'to' : 'from'];
  return far.at === 'point'
    ? msg('bench.place.cable-to', { box: boxText(house, far.pointId) })
    : msg('bench.place.from-panel');
}

/** Every place of a box, in the order of its devices and cables. */
export function placesIn(house: House, point: Point): Place[] {
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
    const to = cableText(house, cable, point.id);
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
export function placeNamed(house: House, name: string): { readonly node: NodeId } | NoPlace {
  const text = name.trim().toLowerCase();
  if (text === 'earth') return { node: EARTH };
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
  if (!screw)
    return {
      missing: 'screw',
      asked: name,
      there: screws.map((s) => `${point.label}${device > 0 ? `/${device + 1}` : ''} ${s}`),
    };
  return { node: screwOf(point.id, device, screw) };
}
