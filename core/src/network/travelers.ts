import { isTravelerSwitch, type Point } from '../document/index.ts';
import type { Conductor } from './conductors.ts';
import type { Screw } from './devices.ts';

/** Where a traveler goes in a box: under a screw of the switch there, or on with its like, color by color as they come. */
export type TravelerEnd =
  | { readonly to: 'screw'; readonly screw: Screw; readonly device: number }
  | { readonly to: 'on'; readonly n: 0 | 1 };

const THREE_WAY: readonly Screw[] = ['traveler screw', 'other traveler screw'];
const FOUR_WAY: readonly Screw[] = [...THREE_WAY, 'onward traveler screw', 'other onward traveler screw'];

/**
 * Where the travelers of a box go. Two of one cable belong to the one three-way there, two pairs to a four-way; with no such switch
 * two pairs are passed on; a cable of four goes to a four-way and comes back. Anything else can be told at the wall only: null.
 */
export function travelerEnds(
  { devices }: Pick<Point, 'devices'>,
  travelers: readonly Conductor[],
): ReadonlyMap<Conductor, TravelerEnd> | null {
  const byCable = [...new Set(travelers.map((t) => t.cableId))].map((id) =>
    travelers.filter((t) => t.cableId === id),
  );
  if (byCable.some((of) => of.length !== 2 && of.length !== 4)) return null;
  const own = devices.flatMap((d, i) => (isTravelerSwitch(d) ? [i] : []));
  const [device] = own;
  const all = byCable.flat();
  if (device === undefined) return all.length === 4 ? passedOn(all) : null;
  // To a four-way and back: the first pair goes out from the switch here, the second comes back and on to the next.
  const [there] = byCable.filter((of) => of.length === 4);
  const rest = byCable.filter((of) => of.length === 2);
  if (there && rest.length === 1 && own.length === 1 && devices[device]?.kind === 'switch-three-way')
    return new Map([
      ...under(THREE_WAY, there.slice(0, 2), device),
      ...passedOn([...there.slice(2), ...rest.flat()]),
    ]);
  const screws = devices[device]?.kind === 'switch-four-way' ? FOUR_WAY : THREE_WAY;
  if (own.length > 1 || all.length !== screws.length) return null;
  return new Map(under(screws, all, device));
}

/** Two pairs, the first of each with the first of the other. */
const passedOn = (travelers: readonly Conductor[]): Map<Conductor, TravelerEnd> =>
  new Map(travelers.map((c, i) => [c, { to: 'on', n: i % 2 === 0 ? 0 : 1 }] as const));

/** Each under its screw. */
const under = (
  screws: readonly Screw[],
  travelers: readonly Conductor[],
  device: number,
): (readonly [Conductor, TravelerEnd])[] =>
  travelers.flatMap((c, i) => {
    const screw = screws[i];
    return screw ? [[c, { to: 'screw', screw, device }] as const] : [];
  });
