import type { Cable, Device, House, Point, PointId } from '../document/index.ts';
import {
  conductorsOf,
  endAt,
  endOf,
  handleOf,
  partsOf,
  screwOf,
  screwsOf,
  type Color,
  type Network,
  type NodeId,
  type Role,
  type Screw,
} from '../network/index.ts';
import type { Extra } from '../network/solver.ts';

/** Faults put into the network of a house: each at one place, as it is made or as it comes with the years. */

export const FAULT_KINDS = [
  'open-hot',
  'open-neutral',
  'open-ground',
  'abandoned',
  'loose-hot',
  'loose-neutral',
  'high-ground',
  'reversed',
  'hot-ground-reversed',
  'neutral-ground-swapped',
  'bootleg',
  'reversed-bootleg',
  'reversed-open-neutral',
  'multiwire-open-neutral',
  'multiwire-same-leg',
  'second-hot-on-neutral',
  'switch-in-neutral',
  'three-way-mixed',
  'four-way-mixed',
  'open-traveler',
  'line-load-swapped',
  'neutral-ground-touch',
  'leakage',
  'tab-left',
  'lost-leg',
  'same-leg-240',
  'short',
  'switch-open',
  'switch-welded',
] as const;
export type FaultKind = (typeof FAULT_KINDS)[number];

export interface Fault {
  readonly kind: FaultKind;
  readonly point: PointId;
  /** The device it is at, or the cable at whose end in the box it is. */
  readonly device?: number;
  readonly cable?: Cable['id'];
}

/** A splice that has come loose, and a ground that is one in name only, ohm: as in `values`, fairly sure. */
const LOOSE_OHMS = 0.3;
const HIGH_GROUND_OHMS = 1000;
/** Of damp insulation, and of a nail through a cable, ohm: common practice. */
const DAMP_OHMS = 10_000;
const NAIL_OHMS = 0.01;

/** Links of a network that can be taken apart. */
class Links {
  readonly groups: NodeId[][];
  readonly extra: Extra[] = [];
  constructor(links: readonly (readonly NodeId[])[]) {
    // Groups that share an end are one piece of metal.
    const merged: NodeId[][] = [];
    for (const link of links) {
      const touching = merged.filter((g) => link.some((n) => g.includes(n)));
      const one = [...new Set([...touching.flat(), ...link])];
      for (const g of touching) merged.splice(merged.indexOf(g), 1);
      merged.push(one);
    }
    this.groups = merged;
  }
  groupOf(n: NodeId): NodeId[] | undefined {
    return this.groups.find((g) => g.includes(n));
  }
  /** Lets an end hang loose. */
  cut(n: NodeId): void {
    const g = this.groupOf(n);
    g?.splice(g.indexOf(n), 1);
  }
  swap(a: NodeId, b: NodeId): void {
    const [one, two] = [this.groupOf(a), this.groupOf(b)];
    if (one === two) return;
    this.cut(a);
    this.cut(b);
    if (one) one.push(b);
    if (two) two.push(a);
  }
  tie(a: NodeId, b: NodeId): void {
    this.groups.push([a, b]);
  }
  /** Puts a resistance between an end and what it was made to. */
  loosen(n: NodeId, ohms: number): void {
    const other = this.groupOf(n)?.find((x) => x !== n);
    if (other === undefined) return;
    this.cut(n);
    this.extra.push({ kind: 'resistance', a: n, b: other, value: ohms });
  }
}

/** Ends of conductors of a role in a box, by cable. */
function endsOf(
  house: House,
  point: PointId,
  roles: (r: Role) => boolean,
): { cable: Cable; node: NodeId; color: Color }[] {
  return house.cables.flatMap((cable) => {
    const end = endAt(cable, point);
    if (!end) return [];
    return conductorsOf(cable, false)
      .filter((c) => roles(c.role))
      .map(({ color }) => ({ cable, color, node: endOf(cable, color, end) }));
  });
}
const isHot = (r: Role): boolean => r === 'hot' || r.startsWith('switched');
const is = (role: Role) => (r: Role) => r === role;

/** The hot and the neutral side of a device, where it has two. */
function sidesOf(device: Device): { readonly hot: Screw; readonly neutral: Screw } | null {
  const screws = screwsOf(device);
  for (const [hot, neutral] of [
    ['line brass', 'line silver'],
    ['brass', 'silver'],
    ['lamp lead black', 'lamp lead white'],
  ] as const)
    if (screws.includes(hot) && screws.includes(neutral) && device.volts !== 240) return { hot, neutral };
  return null;
}

/** Does the supply of a cable lie at its other end, seen from a box? */
const comesTo = (cable: Cable, point: PointId): boolean => endAt(cable, point) === 'to';

/** Every fault that there may be in a box of a house. */
export function faultsIn(house: House, point: Point): Fault[] {
  const out: Fault[] = [];
  const here = house.cables.filter((c) => endAt(c, point.id));
  for (const cable of here.filter((c) => comesTo(c, point.id))) {
    const roles = conductorsOf(cable, false).map((c) => c.role);
    const add = (...kinds: FaultKind[]) =>
      out.push(...kinds.map((kind) => ({ kind, point: point.id, cable: cable.id })));
    if (roles.some(isHot)) add('open-hot', 'loose-hot');
    if (roles.includes('neutral')) add('open-neutral', 'loose-neutral');
    if (roles.includes('ground')) add('open-ground', 'high-ground');
    if (roles.includes('hot') && roles.includes('neutral') && !roles.includes('second-hot')) add('abandoned');
    if (roles.includes('second-hot') && roles.includes('neutral'))
      add('multiwire-open-neutral', 'multiwire-same-leg', 'second-hot-on-neutral');
    if (roles.includes('second-hot')) add('lost-leg');
    if (roles.includes('second-hot') && !roles.includes('neutral')) add('same-leg-240');
    if (roles.includes('traveler')) add('open-traveler');
    if (roles.includes('hot') && roles.includes('ground')) add('leakage');
    if (roles.includes('hot') && roles.includes('neutral')) add('short');
    if (roles.includes('neutral') && roles.includes('ground')) add('neutral-ground-touch');
  }
  const hasGround = here.some((c) => conductorsOf(c, false).some((k) => k.role === 'ground'));
  const neutrals = endsOf(house, point.id, is('neutral'));
  point.devices.forEach((d, device) => {
    const add = (...kinds: FaultKind[]) =>
      out.push(...kinds.map((kind) => ({ kind, point: point.id, device })));
    if (sidesOf(d)) {
      add('reversed', 'reversed-open-neutral');
      if (hasGround && d.kind.startsWith('receptacle'))
        add('hot-ground-reversed', 'neutral-ground-swapped', 'bootleg', 'reversed-bootleg');
    }
    if (d.kind === 'switch' || d.kind === 'dimmer') {
      add('switch-open', 'switch-welded');
      if (neutrals.length >= 2) add('switch-in-neutral');
    }
    if (d.kind === 'switch-three-way') add('three-way-mixed');
    if (d.kind === 'switch-four-way') add('four-way-mixed');
    if (partsOf(d).contacts.some((c) => c.by === 'trip')) add('line-load-swapped');
    if (d.kind === 'receptacle' && d.tab === 'broken') add('tab-left');
  });
  return out;
}

/** A network with faults in it, and what they put between its nodes. */
export interface Faulted {
  readonly network: Network;
  readonly extra: readonly Extra[];
}

/** Puts faults into the network of a house. */
export function withFaults(house: House, network: Network, faults: readonly Fault[]): Faulted {
  const links = new Links(network.links);
  let { terminals, switching } = network;
  for (const f of faults) {
    const screw = (s: Screw) => screwOf(f.point, f.device ?? 0, s);
    const device = house.points.find((p) => p.id === f.point)?.devices[f.device ?? 0];
    const sides = device ? sidesOf(device) : null;
    const ends = (roles: (r: Role) => boolean) =>
      endsOf(house, f.point, roles).filter((e) => f.cable === undefined || e.cable.id === f.cable);
    const grounds = endsOf(house, f.point, is('ground'));
    const handle = switching.find((s) => s.key === handleOf(f.point, f.device ?? 0));
    const swapSides = () => {
      if (sides) links.swap(screw(sides.hot), screw(sides.neutral));
      if (device?.kind === 'receptacle' && device.tab === 'broken') links.cut(screw('lower brass'));
    };
    const bootleg = () => {
      for (const g of grounds) links.cut(g.node);
      if (sides) links.tie(screw('green'), screw(sides.neutral));
    };
    switch (f.kind) {
      case 'open-hot':
        for (const e of ends(isHot).slice(0, 1)) links.cut(e.node);
        break;
      case 'open-neutral':
      case 'multiwire-open-neutral':
        for (const e of ends(is('neutral'))) links.cut(e.node);
        break;
      case 'open-ground':
        for (const e of ends(is('ground'))) links.cut(e.node);
        break;
      case 'abandoned':
        for (const e of ends((r) => isHot(r) || r === 'neutral' || r === 'ground')) links.cut(e.node);
        break;
      case 'loose-hot':
        for (const e of ends(isHot).slice(0, 1)) links.loosen(e.node, LOOSE_OHMS);
        break;
      case 'loose-neutral':
        for (const e of ends(is('neutral'))) links.loosen(e.node, LOOSE_OHMS);
        break;
      case 'high-ground':
        for (const e of ends(is('ground'))) links.loosen(e.node, HIGH_GROUND_OHMS);
        break;
      case 'reversed':
        swapSides();
        break;
      case 'hot-ground-reversed':
        if (sides) links.swap(screw(sides.hot), screw('green'));
        break;
      case 'neutral-ground-swapped':
        if (sides) links.swap(screw(sides.neutral), screw('green'));
        break;
      case 'bootleg':
        bootleg();
        break;
      case 'reversed-bootleg':
        swapSides();
        bootleg();
        break;
      case 'reversed-open-neutral':
        for (const e of endsOf(house, f.point, is('neutral')).filter((x) => comesTo(x.cable, f.point)))
          links.cut(e.node);
        swapSides();
        break;
      case 'multiwire-same-leg':
      case 'same-leg-240': {
        const feeding = house.cables.find((c) => c.id === f.cable);
        const breakers = terminals.filter((t) => t.at === 'hot').map((t) => t.label.split(':')[0]);
        const own = feeding?.from.at === 'breaker' ? feeding.from.breakerId : breakers[0];
        terminals = terminals.map((t) =>
          t.at === 'hot' && t.label.startsWith(`${own}:`) ? { ...t, leg: 0 } : t,
        );
        break;
      }
      case 'second-hot-on-neutral': {
        const [second, neutral] = [ends(is('second-hot'))[0], ends(is('neutral'))[0]];
        if (second && neutral) links.swap(second.node, neutral.node);
        break;
      }
      case 'switch-in-neutral': {
        const [one, two] = [links.groupOf(screw('switch screw')), links.groupOf(screw('other switch screw'))];
        const [first, ...rest] = endsOf(house, f.point, is('neutral')).map((e) => e.node);
        const back = first === undefined ? undefined : links.groupOf(first);
        if (!one || !two || !first || !back) break;
        links.cut(screw('switch screw'));
        links.cut(screw('other switch screw'));
        if (one[0] && two[0]) links.tie(one[0], two[0]);
        links.cut(first);
        links.tie(first, screw('switch screw'));
        if (rest[0]) links.tie(rest[0], screw('other switch screw'));
        break;
      }
      case 'three-way-mixed':
        links.swap(screw('common screw'), screw('traveler screw'));
        break;
      case 'four-way-mixed':
        links.swap(screw('traveler screw'), screw('onward traveler screw'));
        break;
      case 'open-traveler':
        for (const e of ends(is('traveler')).slice(0, 1)) links.cut(e.node);
        break;
      case 'line-load-swapped':
        links.swap(screw('line brass'), screw('load brass'));
        links.swap(screw('line silver'), screw('load silver'));
        break;
      case 'neutral-ground-touch': {
        const [n, g] = [ends(is('neutral'))[0], ends(is('ground'))[0]];
        if (n && g) links.tie(n.node, g.node);
        break;
      }
      case 'leakage': {
        const [h, g] = [ends(is('hot'))[0], ends(is('ground'))[0]];
        if (h && g) links.extra.push({ kind: 'resistance', a: h.node, b: g.node, value: DAMP_OHMS });
        break;
      }
      case 'short': {
        const [h, n] = [ends(is('hot'))[0], ends(is('neutral'))[0]];
        if (h && n) links.extra.push({ kind: 'resistance', a: h.node, b: n.node, value: NAIL_OHMS });
        break;
      }
      case 'tab-left':
        links.tie(screw('brass'), screw('lower brass'));
        break;
      case 'lost-leg':
        for (const e of ends(is('second-hot'))) links.cut(e.node);
        break;
      case 'switch-open':
        switching = switching.filter((s) => s !== handle);
        break;
      case 'switch-welded':
        if (handle) links.tie(handle.a, handle.b);
        break;
    }
  }
  return {
    network: { ...network, links: links.groups.filter((g) => g.length > 1), terminals, switching },
    extra: links.extra,
  };
}
