import { necPack } from '../codes/index.ts';
import type { House, Position, Room, Wall } from '../document/index.ts';
import {
  buildGraph,
  cheapestFrom,
  EVEN_TUNE,
  framesOf,
  maskOf,
  routeOf,
  wayTo,
  weightsOf,
  type GraphInput,
  type OperationKind,
  type Route,
} from '../routing/index.ts';
import { planOfHouse } from '../structure/index.ts';
import { smallHouse } from './build.ts';

/** Ways through small houses, for tests of the search. */

export interface Ask extends Partial<Pick<GraphInput, 'avoid' | 'surface' | 'closed'>> {
  readonly without?: readonly OperationKind[];
  readonly tune?: Partial<typeof EVEN_TUNE>;
}

/** The cheapest way between two places of a house, in words and holes; undefined when there is none. */
export function way(
  house: House,
  from: Position,
  to: Position,
  { without = [], tune, ...ask }: Ask = {},
): Route | undefined {
  const [plan, frames] = [planOfHouse(house), framesOf(house)];
  const graph = buildGraph({
    house,
    plan,
    frames,
    weights: weightsOf({ weigh: 'balanced', tune: { ...EVEN_TUNE, ...tune } }),
    alone: true,
    terminals: [
      { id: 'a', at: from, opens: true },
      { id: 'b', at: to, opens: true },
    ],
    ...ask,
  });
  const [a, b] = [graph.terminals.get('a'), graph.terminals.get('b')];
  // A box in a door hangs in no bay: no way begins there.
  if (a === undefined || b === undefined) return undefined;
  const found = wayTo(cheapestFrom(graph, a, { without: maskOf(without) }), b);
  return (
    found &&
    routeOf(
      { house, plan, frames, pack: necPack(2023), method: ask.surface ? 'EMT' : 'NM-B' },
      graph,
      found,
      'a',
      'b',
    )
  );
}
export const ops = (r: Route | undefined): OperationKind[] => r?.moves.map((m) => m.op) ?? [];
export const withRoom = (change: (r: Room) => Room, house = smallHouse()): House => ({
  ...house,
  rooms: house.rooms.map(change),
});
export const closed = (r: Room): Room => ({ ...r, above: { ...r.above, kind: 'finished' } });
export const withWalls = (change: (w: Wall) => Partial<Wall>, house = smallHouse()): House =>
  withRoom((r) => closed({ ...r, walls: r.walls.map((w) => ({ ...w, ...change(w) })) }), house);
