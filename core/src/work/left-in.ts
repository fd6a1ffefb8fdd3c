import { cutPlace, openingsIn } from './cut-places.ts';
import { leftovers, type Leftovers } from './made.ts';
import type { WorkInput } from './step.ts';

export type { Leftovers } from './made.ts';

/** What is left in the house of plans that are none any more, as seen from the present one. */
export function leftIn(input: WorkInput): Leftovers {
  const { house, job, option, boxes, cuts } = input;
  const at = boxes.flatMap((b) => (b.isNew ? (cutPlace(input, b.point.at) ?? []) : []));
  return leftovers(house, job.log, {
    openings: [
      ...at,
      ...option.legs.flatMap((l) => l.route.moves.flatMap(openingsIn)),
      ...cuts.flatMap((c) => cutPlace(input, c.at) ?? []),
    ],
    cables: option.legs.map(({ from, to }) => ({ from, to })),
    wired: boxes.map((b) => b.point.id),
  });
}
