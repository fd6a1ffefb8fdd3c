import { boxModel } from '../catalog/index.ts';
import {
  cablesByPoint,
  type Cable,
  type CableEnd,
  type House,
  type Point,
  type PointId,
} from '../document/index.ts';
import { conductorsOf, type Color } from './conductors.ts';
import { partsOf, type Screw, type Use } from './devices.ts';

/**
 * The wiring of a house as an electrical network: one node for every end that a conductor or a screw has, and what is between
 * them. What is spliced or screwed together is told for each box from outside: as surveyed, or as a plan says.
 */

export type NodeId = string;

/** One end of a conductor of a cable; `metal` for armor or tubing that leads on as a ground. */
export const endOf = (cable: Pick<Cable, 'id'>, color: Color | 'metal', end: 'from' | 'to'): NodeId =>
  `${cable.id}/${color}@${end}`;
export const screwOf = (point: PointId, device: number, screw: Screw): NodeId =>
  `${point}#${device}:${screw}`;
/** The metal of a box. */
export const shellOf = (point: PointId): NodeId => `${point}#box`;
/** The grounding wire of its own that was run to a box. */
export const groundRunOf = (point: PointId): NodeId => `${point}#ground-run`;

/** A contact's name among the states: which device of which box moves it, and how. */
export const handleOf = (point: PointId, device: number): string => `handle ${point}#${device}`;
export const tripOf = (point: PointId, device: number): string => `trip ${point}#${device}`;
const isHandle = (key: string): boolean => key.startsWith('handle ');
export const isTrip = (key: string): boolean => key.startsWith('trip ');
/** The box and the device that such a key names. */
export function ofContact(key: string): { readonly point: string; readonly device: number } {
  const [point = '', device = ''] = key.slice(key.indexOf(' ') + 1).split('#');
  return { point, device: Number(device) };
}

export interface Wire {
  readonly cable: Cable;
  readonly color: Color | 'metal';
  readonly a: NodeId;
  readonly b: NodeId;
}

export interface Switching {
  readonly key: string;
  readonly a: NodeId;
  readonly b: NodeId;
  readonly closedAt: 0 | 1;
}

export interface UseAt extends Omit<Use, 'line' | 'back'> {
  readonly point: Point;
  readonly device: number;
  readonly line: NodeId;
  readonly back: NodeId;
}

/** Where a conductor of a home run ends in the panel. */
export interface PanelTerminal {
  readonly node: NodeId;
  readonly at: 'hot' | 'neutral' | 'ground';
  /** Breaker and pole for a hot; the home run for what is on a bar. */
  readonly label: string;
  /** For a hot: which leg of the service, 0 or 1, as far as a pole tells. */
  readonly leg: 0 | 1;
}

export interface Network {
  readonly wires: readonly Wire[];
  /** Ends that are one piece of metal: splices, screws, tabs, the shell of a metal box. */
  readonly links: readonly (readonly NodeId[])[];
  readonly switching: readonly Switching[];
  readonly uses: readonly UseAt[];
  readonly terminals: readonly PanelTerminal[];
  /** Metal that a person can touch: yokes and boxes. */
  readonly metal: readonly { readonly point: Point; readonly what: 'yoke' | 'box'; readonly node: NodeId }[];
}

/** The handles of a network, each once. */
export const handlesIn = ({ switching }: Pick<Network, 'switching'>): string[] => [
  ...new Set(switching.map((s) => s.key).filter(isHandle)),
];

/** Is a box metal? What was looked at wins over what its kind usually is; null when nobody knows. */
export const isMetalBox = ({ box }: Pick<Point, 'box'>): boolean | null =>
  box.metal ?? boxModel(box.model)?.metal ?? null;

/** Does the outside of a cable lead on as a ground: armor, or metal tubing with its fittings? */
export const groundsByMetal = (cable: Pick<Cable, 'ground' | 'type'>): boolean =>
  cable.ground === 'armor' || cable.ground === 'tubing' || cable.type === 'EMT';

/** Does the ground of a box come, or go on, by armor or tubing? A plastic box in its place would cut it. */
export const isMetalFed = ({ cables }: Pick<House, 'cables'>, id: PointId): boolean =>
  cables.some((c) => groundsByMetal(c) && endAt(c, id) !== null);

/** Which end of a cable is at a point; the first where both are. */
export const endAt = (cable: Cable, id: PointId): 'from' | 'to' | null => {
  const is = (end: CableEnd) => end.at === 'point' && end.pointId === id;
  return is(cable.from) ? 'from' : is(cable.to) ? 'to' : null;
};

function terminalsOf(cable: Cable, poles: ReadonlyMap<string, 1 | 2>): PanelTerminal[] {
  return (['from', 'to'] as const).flatMap((side) => {
    const end = cable[side];
    if (end.at !== 'breaker') return [];
    const bar = (at: 'neutral' | 'ground', color: Color | 'metal'): PanelTerminal => ({
      node: endOf(cable, color, side),
      at,
      label: `${at} ${cable.id}`,
      leg: 0,
    });
    const hot = (pole: 1 | 2, color: Color): PanelTerminal => ({
      node: endOf(cable, color, side),
      at: 'hot',
      label: `${end.breakerId}:${pole}`,
      leg: pole === 1 ? 0 : 1,
    });
    const out = conductorsOf(cable, false).flatMap(({ role, color }): PanelTerminal[] => {
      if (role === 'hot') return [hot(1, color)];
      if (role === 'second-hot') return poles.get(end.breakerId) === 2 ? [hot(2, color)] : [];
      return role === 'neutral' || role === 'ground' ? [bar(role, color)] : [];
    });
    return groundsByMetal(cable) ? [...out, bar('ground', 'metal')] : out;
  });
}

/**
 * The network of a house.
 * @param made what is made to what in each box, by point id; a box that is left out has nothing made in it
 */
export function networkOf(house: House, made: ReadonlyMap<PointId, readonly (readonly NodeId[])[]>): Network {
  const poles = new Map<string, 1 | 2>(
    house.panels.flatMap((p) => p.breakers.map((b) => [b.id, b.poles] as const)),
  );
  const links: (readonly NodeId[])[] = [];
  const switching: Switching[] = [];
  const uses: UseAt[] = [];
  const metal: Network['metal'][number][] = [];
  const at = cablesByPoint(house.cables);
  for (const point of house.points) {
    links.push(...(made.get(point.id) ?? []));
    const node = (device: number, screw: Screw) => screwOf(point.id, device, screw);
    point.devices.forEach((d, i) => {
      const parts = partsOf(d);
      for (const [a, b] of parts.links) links.push([node(i, a), node(i, b)]);
      for (const c of parts.contacts)
        switching.push({
          key: (c.by === 'trip' ? tripOf : handleOf)(point.id, i),
          a: node(i, c.a),
          b: node(i, c.b),
          closedAt: c.closedAt,
        });
      for (const u of parts.uses)
        uses.push({ ...u, point, device: i, line: node(i, u.line), back: node(i, u.back) });
      if (d.kind !== 'blank' && d.kind !== 'low-voltage')
        metal.push({ point, what: 'yoke', node: node(i, 'green') });
    });
    if (isMetalBox(point) === false) continue;
    if (isMetalBox(point)) metal.push({ point, what: 'box', node: shellOf(point.id) });
    // Armor and tubing are fastened to a metal box by their fittings; what nobody has looked at is taken for one there.
    for (const cable of at.get(point.id) ?? []) {
      const end = endAt(cable, point.id);
      if (end && groundsByMetal(cable)) links.push([endOf(cable, 'metal', end), shellOf(point.id)]);
    }
  }
  return {
    links,
    switching,
    uses,
    metal,
    wires: house.cables.flatMap((cable) => {
      const colors: (Color | 'metal')[] = conductorsOf(cable, false).map((c) => c.color);
      if (groundsByMetal(cable)) colors.push('metal');
      return colors.map((color): Wire => ({
        cable,
        color,
        a: endOf(cable, color, 'from'),
        b: endOf(cable, color, 'to'),
      }));
    }),
    terminals: [
      ...house.cables.flatMap((c) => terminalsOf(c, poles)),
      ...house.points.flatMap((p): PanelTerminal[] =>
        p.groundRun ? [{ node: groundRunOf(p.id), at: 'ground', label: `ground run ${p.id}`, leg: 0 }] : [],
      ),
    ],
  };
}
