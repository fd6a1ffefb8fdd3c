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
 * two pairs are passed on. Anything else can be told at the wall only: null.
 */
export function travelerEnds(
  { devices }: Pick<Point, 'devices'>,
  travelers: readonly Conductor[],
): ReadonlyMap<Conductor, TravelerEnd> | null {
  const pairs = [...new Set(travelers.map((t) => t.cableId))].map((id) =>
    travelers.filter((t) => t.cableId === id),
  );
  if (pairs.some((p) => p.length !== 2)) return null;
  const own = devices.flatMap((d, i) => (isTravelerSwitch(d) ? [i] : []));
  const [device] = own;
  const all = pairs.flat();
  if (device === undefined)
    return pairs.length === 2
      ? new Map(pairs.flatMap((p) => p.map((c, n) => [c, { to: 'on', n: n === 0 ? 0 : 1 }] as const)))
      : null;
  const screws = devices[device]?.kind === 'switch-four-way' ? FOUR_WAY : THREE_WAY;
  if (own.length > 1 || all.length !== screws.length) return null;
  return new Map(
    all.flatMap((c, i) => {
      const screw = screws[i];
      return screw ? [[c, { to: 'screw', screw, device }] as const] : [];
    }),
  );
}
