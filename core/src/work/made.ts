import {
  madeSoFar,
  samePlace,
  type CutPlace,
  type House,
  type LogEntry,
  type MadeAct,
  type PointId,
} from '../document/index.ts';
import type { Act } from './step.ts';

/** What earlier plans of a job have left in the house, and what of a step stays once it is done. */

/** A hole or an opening: what is told from others by its place. */
export interface PlacedAct {
  readonly act: 'cut' | 'bore' | 'patch';
  readonly at: CutPlace;
}
/** The act, where it is one that has a place; else nothing. */
export const holeOf = (a: Act | MadeAct): PlacedAct[] => ('at' in a ? [{ act: a.act, at: a.at }] : []);

/** What of a step stays in the house once it is done. Switching and testing leave nothing. */
export const staysOf = (does: readonly Act[]): MadeAct[] =>
  does.flatMap((a): MadeAct[] => {
    switch (a.act) {
      case 'cut':
      case 'bore':
      case 'patch':
        return [{ act: a.act, at: a.at }];
      case 'pull':
      case 'take-out':
        return [{ act: a.act, from: a.from, to: a.to }];
      case 'open':
      case 'wire':
      case 'restore':
      case 'close':
        return [{ act: a.act, point: a.point }];
      case 'off':
      case 'on':
      case 'panel':
      case 'prove':
      case 'test':
      case 'strip':
        return [];
    }
  });

/** What an earlier plan has left in the house that the present one has no use for. */
export interface Leftovers {
  readonly openings: readonly CutPlace[];
  readonly cables: readonly { readonly from: string; readonly to: string }[];
  /** Boxes that were made up for a plan that is none any more. */
  readonly rewired: readonly PointId[];
  /** Boxes whose cover is off. */
  readonly open: readonly PointId[];
}

/** What the present plan does to the house. */
export interface Planned {
  readonly openings: readonly CutPlace[];
  readonly cables: readonly { readonly from: string; readonly to: string }[];
  readonly wired: readonly string[];
}

const joins = (
  a: { readonly from: string; readonly to: string },
  b: { readonly from: string; readonly to: string },
): boolean => (a.from === b.from && a.to === b.to) || (a.from === b.to && a.to === b.from);

/** What was done for a plan that is another one by now. */
export function leftovers(house: House, log: readonly LogEntry[], now: Planned): Leftovers {
  const openings: CutPlace[] = [];
  const cables: { from: string; to: string }[] = [];
  const rewired = new Set<PointId>();
  const open = new Set<PointId>();
  for (const a of madeSoFar(log))
    switch (a.act) {
      case 'cut':
        if (!openings.some((o) => samePlace(o, a.at))) openings.push(a.at);
        break;
      case 'bore':
        break;
      case 'patch':
        openings.splice(0, openings.length, ...openings.filter((o) => !samePlace(o, a.at)));
        break;
      case 'pull':
        if (!cables.some((c) => joins(c, a))) cables.push({ from: a.from, to: a.to });
        break;
      case 'take-out':
        cables.splice(0, cables.length, ...cables.filter((c) => !joins(c, a)));
        break;
      case 'open':
        open.add(a.point);
        break;
      case 'wire':
        open.add(a.point);
        rewired.add(a.point);
        break;
      case 'restore':
        rewired.delete(a.point);
        break;
      case 'close':
        open.delete(a.point);
        break;
    }
  const there = new Set(house.points.map((p) => p.id));
  return {
    openings: openings.filter((o) => !now.openings.some((p) => samePlace(o, p))),
    cables: cables.filter((c) => !now.cables.some((p) => joins(c, p))),
    rewired: [...rewired].filter((id) => there.has(id) && !now.wired.includes(id)),
    open: [...open].filter((id) => there.has(id)),
  };
}
