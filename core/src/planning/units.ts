import type { PointId, Want } from '../document/index.ts';
import { wayTo, type Found } from '../routing/index.ts';
import type { WantGroup } from './candidate.ts';
import type { Closure } from './legs.ts';
import { newPointId, type LegRole } from './types.ts';

/** A cable as the search found it; its words and holes are worked out only when its option is kept. */
export interface FoundLeg extends LegRole {
  readonly from: string;
  readonly to: string;
  readonly found: Found;
}

/** One thing that the search feeds as a whole: a wanted point, or a wanted switch with its lights. */
export interface Unit {
  readonly group: number;
  readonly wants: readonly Want[];
  /** Where power enters it, and from which of its boxes constant power can go on. */
  readonly entry: string;
  readonly exits: readonly string[];
  /** Cables inside it. */
  readonly legs: readonly FoundLeg[];
  readonly cost: number;
  /** How it gets its power, in words; empty for a single point. */
  readonly scheme: string;
}

/** A third conductor costs that share of a cable more, and these minutes at its ends; common practice. */
const THIRD_CONDUCTOR_SHARE = 0.5;
const THIRD_CONDUCTOR_MINUTES = 5;

export interface UnitPrices {
  readonly closure: Closure;
  readonly cableMetre: number;
  readonly legMinutes: number;
}

/** The way of one leg, told from its start; undefined when there is none. */
export function foundLeg(closure: Closure, from: string, to: string, role: LegRole): FoundLeg | undefined {
  const tree = closure.tree(to);
  const node = closure.graph.terminals.get(from);
  const way = tree && node !== undefined ? wayTo(tree, node) : undefined;
  // Searched from the wanted end; told from the other.
  return (
    way && {
      ...role,
      from,
      to,
      found: { cost: way.cost, nodes: [...way.nodes].reverse(), edges: [...way.edges].reverse() },
    }
  );
}

const extraOf = (leg: FoundLeg, cableMetre: number): number =>
  leg.conductors <= 2
    ? 0
    : THIRD_CONDUCTOR_MINUTES +
      (leg.found.edges.reduce((s, e) => s + e.cableMm, 0) / 1000) * cableMetre * THIRD_CONDUCTOR_SHARE;

/** What goes between the boxes of one scheme: the first cable as given, then each light from the nearest box that has its conductor. */
function chain(
  prices: UnitPrices,
  first: { from: string; to: string; role: LegRole } | null,
  start: readonly string[],
  rest: readonly string[],
  role: LegRole,
): { legs: FoundLeg[]; cost: number } | undefined {
  const { closure, cableMetre, legMinutes } = prices;
  const legs: FoundLeg[] = [];
  if (first) {
    const leg = foundLeg(closure, first.from, first.to, first.role);
    if (!leg) return undefined;
    legs.push(leg);
  }
  const inside = [...start];
  const left = [...rest].sort();
  while (left.length > 0) {
    let best: { from: string; to: string; cost: number } | undefined;
    for (const to of left)
      for (const from of inside) {
        const cost = closure.cost(to, from);
        if (Number.isFinite(cost) && (!best || cost < best.cost)) best = { from, to, cost };
      }
    const leg = best && foundLeg(closure, best.from, best.to, role);
    if (!best || !leg) return undefined;
    legs.push(leg);
    inside.push(best.to);
    left.splice(left.indexOf(best.to), 1);
  }
  return {
    legs,
    cost: legs.reduce((s, l) => s + l.found.cost + legMinutes + extraOf(l, cableMetre), 0),
  };
}

const role = (
  carries: LegRole['carries'],
  conductors: LegRole['conductors'],
  by: PointId | null,
): LegRole => ({
  carries,
  conductors,
  switchedBy: by,
});

/**
 * Every way to wire a wanted switch with what it commands: power at the switch; power at one of the lights with the neutral kept
 * at the switch (a third conductor); or constant and switched feed together on to a light, so that more can hang on it.
 */
function schemesOf(prices: UnitPrices, group: number, control: Want, lights: readonly Want[]): Unit[] {
  const s = newPointId(control);
  const ids = lights.map((l) => newPointId(l) as string);
  const wants = [control, ...lights];
  const switched = role('switched', 2, s);
  const out: Unit[] = [];
  const add = (scheme: string, entry: string, exits: string[], made: ReturnType<typeof chain>) => {
    if (made) out.push({ group, wants, entry, exits, scheme, ...made });
  };
  add(`power at ${control.label}`, s, [s], chain(prices, null, [s], ids, switched));
  lights.forEach((light, i) => {
    const id = ids[i] ?? '';
    const others = ids.filter((x) => x !== id);
    add(
      `power at ${light.label}, neutral kept at ${control.label}`,
      id,
      [id, s],
      chain(prices, { from: id, to: s, role: role('loop-neutral', 3, s) }, [id, s], others, switched),
    );
    add(
      `power at ${control.label}, constant and switched on to ${light.label}`,
      s,
      [s, id],
      chain(prices, { from: s, to: id, role: role('both', 3, s) }, [s, id], others, switched),
    );
  });
  return out;
}

/** Role of a cable that brings a group's power. */
export const groupRole = (group: WantGroup): LegRole =>
  group.control.by === 'switch'
    ? role('switched', 2, group.control.pointId)
    : role(group.volts === 240 ? 'two-hots' : 'feed', 2, null);

/** The units of all groups, each with its ways of being wired; a want on a wanted switch belongs to that switch's unit. */
export function unitsOf(prices: UnitPrices, groups: readonly WantGroup[]): (readonly Unit[])[] {
  const all = groups.flatMap((g) => g.wants);
  const led = (id: string) => all.filter((w) => w.control.by === 'want' && w.control.wantId === id);
  return groups.flatMap((group, g) =>
    group.wants.flatMap((want): (readonly Unit[])[] => {
      const by = want.control.by === 'want' ? want.control.wantId : null;
      if (by !== null && all.some((w) => w.id === by && w.kind === 'switch')) return [];
      const lights = want.kind === 'switch' ? led(want.id) : [];
      if (lights.length > 0) return [schemesOf(prices, g, want, lights)];
      const id = newPointId(want);
      return [[{ group: g, wants: [want], entry: id, exits: [id], legs: [], cost: 0, scheme: '' }]];
    }),
  );
}

/** All combinations of one scheme for each unit, up to a limit that no real job comes near. */
export function combinations(units: readonly (readonly Unit[])[], most = 64): (readonly Unit[])[] {
  return units.reduce<(readonly Unit[])[]>(
    (done, schemes) => done.flatMap((list) => schemes.map((u) => [...list, u])).slice(0, most),
    [[]],
  );
}
