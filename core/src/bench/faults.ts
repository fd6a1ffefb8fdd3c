import {
  circuitsByCable,
  farEnds,
  type Cable,
  type Device,
  type House,
  type Point,
  type PointId,
} from '../document/index.ts';
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
  /** What is on some screws that are one piece goes to others, and the other way round. */
  swap(a: readonly NodeId[], b: readonly NodeId[]): void {
    const [one, two] = [a, b].map((s) => this.groups.find((g) => s.some((n) => g.includes(n))));
    if (one !== undefined && one === two) return;
    for (const n of [...a, ...b]) this.cut(n);
    for (const [to, screws] of [
      [one, b],
      [two, a],
    ] as const)
      if (to) to.push(...screws);
      else this.groups.push([...screws]);
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
export function arriving(house: House): (cable: Cable, point: PointId) => boolean {
  const far = farEnds(house);
  return (cable, point) => endAt(cable, point) === (far.get(cable.id) ?? 'to');
}

/**
 * Every fault that there may be in a box of a house.
 * @param comesTo which cables bring power to a box, where that is known already
 */
export function faultsIn(house: House, point: Point, comesTo = arriving(house)): Fault[] {
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

/** A network that is being spoilt, and the place of one fault in it. */
interface Spoilt {
  terminals: Network['terminals'];
  switching: Network['switching'];
}
interface Spot {
  readonly house: House;
  readonly links: Links;
  readonly made: Spoilt;
  readonly fault: Fault;
  readonly device: Device | undefined;
  readonly sides: ReturnType<typeof sidesOf>;
}
const screwAt = ({ fault }: Spot, s: Screw): NodeId => screwOf(fault.point, fault.device ?? 0, s);
/** Ends of conductors of a role, of the cable of the fault where it has one. */
const endsAt = ({ house, fault }: Spot, roles: (r: Role) => boolean) =>
  endsOf(house, fault.point, roles).filter((e) => fault.cable === undefined || e.cable.id === fault.cable);
const contactAt = ({ made, fault }: Spot) =>
  made.switching.find((s) => s.key === handleOf(fault.point, fault.device ?? 0));

/** Lets ends of a role hang loose; all of them, or the first few. */
const cutEnds =
  (roles: (r: Role) => boolean, most = Infinity) =>
  (at: Spot): void => {
    for (const e of endsAt(at, roles).slice(0, most)) at.links.cut(e.node);
  };
const loosenEnds =
  (roles: (r: Role) => boolean, ohms: number, most = Infinity) =>
  (at: Spot): void => {
    for (const e of endsAt(at, roles).slice(0, most)) at.links.loosen(e.node, ohms);
  };
/** What lies between the first ends of two roles: metal, or so many ohms. */
const bridge =
  (one: Role, other: Role, ohms: number | null) =>
  (at: Spot): void => {
    const [a, b] = [endsAt(at, is(one))[0], endsAt(at, is(other))[0]];
    if (!a || !b) return;
    if (ohms === null) at.links.tie(a.node, b.node);
    else at.links.extra.push({ kind: 'resistance', a: a.node, b: b.node, value: ohms });
  };
/** A screw with those that are one piece of metal with it inside the device: the brass ones under a whole tab. */
const pieceAt = (at: Spot, screw: Screw): NodeId[] => {
  const links = at.device ? partsOf(at.device).links : [];
  const piece = links.find((l) => l.includes(screw)) ?? [screw];
  return piece.map((s) => screwAt(at, s));
};
const swapScrews =
  (...pairs: readonly (readonly [Screw, Screw])[]) =>
  (at: Spot): void => {
    for (const [a, b] of pairs) at.links.swap(pieceAt(at, a), pieceAt(at, b));
  };

function swapSides(at: Spot): void {
  if (at.sides) swapScrews([at.sides.hot, at.sides.neutral])(at);
  if (at.device?.kind === 'receptacle' && at.device.tab === 'broken')
    at.links.cut(screwAt(at, 'lower brass'));
}
function bootleg(at: Spot): void {
  for (const g of endsOf(at.house, at.fault.point, is('ground'))) at.links.cut(g.node);
  if (at.sides) at.links.tie(screwAt(at, 'green'), screwAt(at, at.sides.neutral));
}
/** Both hots of a circuit on one leg of the service. */
function sameLeg(at: Spot): void {
  const own = at.fault.cable && circuitsByCable(at.house).get(at.fault.cable);
  at.made.terminals = at.made.terminals.map((t) =>
    t.at === 'hot' && [...(own ?? [])].some((b) => t.label.startsWith(`${b}:`)) ? { ...t, leg: 0 } : t,
  );
}
/** The hots go straight through, and the neutrals over the switch. */
function switchTheNeutral(at: Spot): void {
  const { links } = at;
  const [screw, other] = [screwAt(at, 'switch screw'), screwAt(at, 'other switch screw')];
  const [one, two] = [links.groupOf(screw), links.groupOf(other)];
  const [first, ...rest] = endsOf(at.house, at.fault.point, is('neutral')).map((e) => e.node);
  const back = first === undefined ? undefined : links.groupOf(first);
  if (!one || !two || !first || !back) return;
  links.cut(screw);
  links.cut(other);
  if (one[0] && two[0]) links.tie(one[0], two[0]);
  links.cut(first);
  links.tie(first, screw);
  if (rest[0]) links.tie(rest[0], other);
}

/** What each fault does to the wiring. */
const SPOILS: Readonly<Record<FaultKind, (at: Spot) => void>> = {
  'open-hot': cutEnds(isHot, 1),
  'open-neutral': cutEnds(is('neutral')),
  'multiwire-open-neutral': cutEnds(is('neutral')),
  'open-ground': cutEnds(is('ground')),
  abandoned: cutEnds((r) => isHot(r) || r === 'neutral' || r === 'ground'),
  'loose-hot': loosenEnds(isHot, LOOSE_OHMS, 1),
  'loose-neutral': loosenEnds(is('neutral'), LOOSE_OHMS),
  'high-ground': loosenEnds(is('ground'), HIGH_GROUND_OHMS),
  reversed: swapSides,
  'hot-ground-reversed': (at) => at.sides && swapScrews([at.sides.hot, 'green'])(at),
  'neutral-ground-swapped': (at) => at.sides && swapScrews([at.sides.neutral, 'green'])(at),
  bootleg,
  'reversed-bootleg': (at) => {
    swapSides(at);
    bootleg(at);
  },
  'reversed-open-neutral': (at) => {
    const comesTo = arriving(at.house);
    for (const e of endsOf(at.house, at.fault.point, is('neutral')))
      if (comesTo(e.cable, at.fault.point)) at.links.cut(e.node);
    swapSides(at);
  },
  'multiwire-same-leg': sameLeg,
  'same-leg-240': sameLeg,
  'second-hot-on-neutral': (at) => {
    const [second, neutral] = [endsAt(at, is('second-hot'))[0], endsAt(at, is('neutral'))[0]];
    if (second && neutral) at.links.swap([second.node], [neutral.node]);
  },
  'switch-in-neutral': switchTheNeutral,
  'three-way-mixed': swapScrews(['common screw', 'traveler screw']),
  'four-way-mixed': swapScrews(['traveler screw', 'onward traveler screw']),
  'open-traveler': cutEnds(is('traveler'), 1),
  'line-load-swapped': swapScrews(['line brass', 'load brass'], ['line silver', 'load silver']),
  'neutral-ground-touch': bridge('neutral', 'ground', null),
  leakage: bridge('hot', 'ground', DAMP_OHMS),
  short: bridge('hot', 'neutral', NAIL_OHMS),
  'tab-left': (at) => at.links.tie(screwAt(at, 'brass'), screwAt(at, 'lower brass')),
  'lost-leg': cutEnds(is('second-hot')),
  'switch-open': (at) => {
    const contact = contactAt(at);
    at.made.switching = at.made.switching.filter((s) => s !== contact);
  },
  'switch-welded': (at) => {
    const contact = contactAt(at);
    if (contact) at.links.tie(contact.a, contact.b);
  },
};

/** Puts faults into the network of a house, one after the other. */
export function withFaults(house: House, network: Network, faults: readonly Fault[]): Faulted {
  const links = new Links(network.links);
  const made: Spoilt = { terminals: network.terminals, switching: network.switching };
  for (const fault of faults) {
    const device = house.points.find((p) => p.id === fault.point)?.devices[fault.device ?? 0];
    SPOILS[fault.kind]({ house, links, made, fault, device, sides: device ? sidesOf(device) : null });
  }
  return {
    network: { ...network, links: links.groups.filter((g) => g.length > 1), ...made },
    extra: links.extra,
  };
}
