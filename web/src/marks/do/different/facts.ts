import { ItemId, type House, type Job, type Obstacle, type Step, type Wall, type WallId } from '@elwand/core';
import { withWall } from '../../../state/edit.ts';
import { freshId } from '../../../parts/ids.ts';

/** What was found at the wall, put into the documents; everything that is done stays done. */

export type Kind = 'in-the-wall' | 'stud' | 'box' | 'way' | 'other';

export interface Span {
  readonly kind: Obstacle['kind'];
  readonly leftMm: number;
  readonly rightMm: number;
  readonly bottomMm: number;
  readonly topMm: number;
}

/** A pipe, a block, a cable in the wall where the plan had none. */
export const withThing = (house: House, wallId: WallId, span: Span): House =>
  withWall(house, wallId, (w) => ({
    ...w,
    obstacles: [...w.obstacles, { id: ItemId.parse(freshId('ob')), ...span }],
  }));

/** Wood that was felt at a place, or nothing where a stud should be. */
export const withProbe = (house: House, wallId: WallId, atMm: number, wood: boolean): House =>
  withWall(house, wallId, (w) => ({
    ...w,
    hits: [...w.hits, { id: ItemId.parse(freshId('hit')), method: wood ? 'probe' : 'nothing', atMm }],
  }));

/** A kind of work that does not go here. The option is looked for anew: the chosen one may be the one that does not go. */
export const withoutWay = (job: Job, way: Step['ways'][number]): Job => ({
  ...job,
  avoid: [...(job.avoid ?? []), way],
  option: null,
});

export const withSurprise = (job: Job, stepKey: string, says: string): Job => ({
  ...job,
  surprises: [
    ...(job.surprises ?? []),
    { id: ItemId.parse(freshId('found')), at: new Date().toISOString(), stepKey, says: says.slice(0, 600) },
  ],
});

/** Why something can't be there: outside the wall, or with no width. */
export function spanFault(wall: Wall, ceilingMm: number, span: Span): 'order' | 'outside' | null {
  if (span.rightMm <= span.leftMm || span.topMm <= span.bottomMm) return 'order';
  return span.rightMm > wall.lengthMm || span.topMm > ceilingMm ? 'outside' : null;
}
