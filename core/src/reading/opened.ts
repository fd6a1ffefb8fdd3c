import {
  cablesByPoint,
  type BreakerId,
  type CableId,
  type House,
  type Point,
  type PointId,
} from '../document/index.ts';
import {
  conductorsOf,
  endAt,
  endOf,
  handlesIn,
  isMetalBox,
  joined,
  networkOf,
  ofContact,
  screwOf,
  surveyHouse,
  touchedIn,
  type Joined,
  type Network,
  type NodeId,
  type Role,
} from '../network/index.ts';
import type { BoxAsk } from './ask.ts';
import { seenOf } from './written.ts';
import { seenScrews, type Seat, type SeenBox, type SeenWire, type WireAt } from './seen.ts';

/**
 * Boxes of a house as a person who opens them would see them: colors and ends, without what anything is for. The truth beside them, and
 * the instruments, come from the network of the whole house.
 */

export interface OpenedBox {
  readonly point: Point;
  readonly seen: SeenBox;
  /** By cable and wire of what was seen; a ground wire has the role ground. */
  readonly truth: readonly (readonly Role[])[];
  /** Breakers that feed each cable. */
  readonly breakers: readonly (readonly string[])[];
  /** What an instrument shows at the wall, all handles standing as the number says. */
  readonly shows: (ask: BoxAsk, handles: number) => boolean;
}

/** Every box of a house that was read to the end. */
export function openedBoxes(house: House): OpenedBox[] {
  const { boxes, circuits } = surveyHouse(house);
  const at = cablesByPoint(house.cables);
  const made = new Map([...boxes].map(([id, b]) => [id, b.groups]));
  return house.points.flatMap((point): OpenedBox[] => {
    const box = boxes.get(point.id);
    const cables = at.get(point.id) ?? [];
    if (!box || box.open !== null || cables.length === 0) return [];
    const groupOf = new Map<NodeId, number>();
    box.groups.forEach((g, i) => g.forEach((n) => groupOf.set(n, i)));
    const screws = point.devices.flatMap((d, i) =>
      seenScrews(d).map((screw) => ({ device: i, screw, group: groupOf.get(screwOf(point.id, i, screw)) })),
    );
    const wiresIn = new Map<number, number>();
    const ends = cables.map((c) => {
      const end = endAt(c, point.id)!;
      return conductorsOf(c, false).map((k) => ({ k, node: endOf(c, k.color, end) }));
    });
    for (const e of ends.flat()) {
      const g = groupOf.get(e.node);
      if (g !== undefined) wiresIn.set(g, (wiresIn.get(g) ?? 0) + 1);
    }
    const numbers = new Map<number, number>();
    const splice = (g: number): number => {
      numbers.set(g, numbers.get(g) ?? numbers.size + 1);
      return numbers.get(g)!;
    };
    const seatOf = (node: NodeId): Seat => {
      const g = groupOf.get(node);
      if (g === undefined) return { on: 'cap' };
      const on = screws.filter((s) => s.group === g);
      const [one] = on;
      if (one && on.length === 1 && wiresIn.get(g) === 1)
        return { on: 'screw', device: one.device, screw: one.screw };
      return { on: 'splice', n: splice(g) };
    };
    const seen: SeenBox = {
      format: 'elwand-box',
      formatVersion: 1,
      label: point.label,
      metal: isMetalBox(point),
      devices: point.devices.map(seenOf),
      cables: cables.map((c, i) => ({
        id: c.id,
        type: c.type,
        gauge: c.gauge,
        ground: c.ground,
        wires: ends[i]!.map(({ k, node }): SeenWire => ({ color: k.color, seat: seatOf(node) })),
      })),
      pigtails: [],
      readings: [],
    };
    const pigtails = screws.flatMap((s) => {
      const n = s.group === undefined ? undefined : numbers.get(s.group);
      return n === undefined
        ? []
        : [{ splice: n, to: { on: 'screw' as const, device: s.device, screw: s.screw } }];
    });
    return [
      {
        point,
        seen: { ...seen, pigtails },
        truth: ends.map((e) => e.map(({ k }) => k.role)),
        breakers: cables.map((c) => [...(circuits.get(c.id) ?? [])]),
        shows: instrument(house, circuits, point, made, (at) => ends[at.cable]![at.wire]!.node),
      },
    ];
  });
}

type Made = ReadonlyMap<PointId, readonly (readonly NodeId[])[]>;

/** Positions of so many handles are tried when something is to follow one. */
const MOST_TRIED = 10;

/** What instruments show on the wires of a box, by the network of the whole house. */
function instrument(
  house: House,
  circuits: ReadonlyMap<CableId, ReadonlySet<BreakerId>>,
  point: Point,
  made: Made,
  node: (at: WireAt) => NodeId,
): OpenedBox['shows'] {
  const cablesAt = cablesByPoint(house.cables);
  const breakersAt = (id: string) =>
    (cablesAt.get(id as PointId) ?? []).flatMap((c) => [...(circuits.get(c.id) ?? [])]);
  const own = breakersAt(point.id);
  const netOf = (apart: boolean) =>
    networkOf(house, new Map([...made].filter(([id]) => !apart || id !== point.id)));
  const nets = new Map<boolean, { readonly network: Network; readonly joined: Joined }>();
  const net = (apart: boolean) => {
    const network = nets.get(apart)?.network ?? netOf(apart);
    const known = nets.get(apart) ?? { network, joined: joined(network) };
    nets.set(apart, known);
    return known;
  };
  const isNear = (key: string) => breakersAt(ofContact(key).point).some((b) => own.includes(b));
  return (ask, handles) => {
    const { network, joined: j } = net(
      ask.what === 'joined' || ask.what === 'between' || (ask.what === 'live' && ask.apart),
    );
    const keys = handlesIn(network);
    const here = keys.filter((k) => ofContact(k).point === point.id);
    const far = positions(keys.filter((k) => !here.includes(k) && isNear(k)));
    const state = new Map(keys.map((k, i) => [k, ((handles >> (i % 30)) & 1) as 0 | 1] as const));
    const at = node(ask.at);
    switch (ask.what) {
      case 'live': {
        const off = ask.breaker === 'off' ? own[0] : undefined;
        return touchedIn(j, state)(at).hots.some((h) => h.split(':')[0] !== off);
      }
      case 'joined': {
        const { neutrals, grounds } = touchedIn(j, state)(at);
        return neutrals.length + grounds.length > 0;
      }
      case 'follows':
        // Whatever stands here, does moving some of the others change it?
        return positions(here).some(
          (stands) =>
            new Set(far.map((f) => touchedIn(j, new Map([...stands, ...f]))(at).hots.length > 0)).size > 1,
        );
      case 'between': {
        const probe = joined({ ...network, terminals: [{ node: at, at: 'hot', label: 'probe', leg: 0 }] });
        return new Set(far.map((f) => touchedIn(probe, f)(node(ask.to)).hots.length > 0)).size > 1;
      }
    }
  };
}

/** Every position of some handles; of many the first only. */
const positions = (keys: readonly string[]): Map<string, 0 | 1>[] => {
  const moved = keys.slice(0, MOST_TRIED);
  return Array.from(
    { length: 2 ** moved.length },
    (_, n) => new Map(moved.map((k, i) => [k, ((n >> i) & 1) as 0 | 1] as const)),
  );
};
