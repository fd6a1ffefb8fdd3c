import {
  formatLength,
  ItemId,
  msg,
  PHOTO_ERROR_MM,
  type House,
  type PhotoReading,
  type Pixel,
  type Text,
  type Wall,
} from '@elwand/core';
import { slot } from '../app/Said.tsx';
import { freshId } from '../parts/ids.ts';

/** What the next click in the picture is. */
export const CLICKS = [
  { value: 'pin', label: msg('screen.wall.a-known-point') },
  { value: 'stud', label: msg('screen.wall.middle-of-a-stud') },
  { value: 'pipe', label: msg('screen.wall.a-pipe') },
  { value: 'cable', label: msg('screen.wall.a-cable-both-ends') },
] as const;
export type Click = (typeof CLICKS)[number]['value'];

export interface PhotoMark {
  readonly kind: Exclude<Click, 'pin'>;
  readonly at: Pixel;
  /** The other end of a cable; null until it is clicked. */
  readonly to: Pixel | null;
}

/** A pipe read off a photo is taken this wide, a cable with this much room around it, mm. */
const PIPE_MM = 60;
const CABLE_MM = 12;
/** The most readings and things that the document of a wall holds. */
const MOST_HITS = 200;
const MOST_OBSTACLES = 60;

/** What was clicked, and where it stands by the pinned points. */
export type PhotoThing = Pick<PhotoMark, 'kind'> & PhotoReading & { readonly end: PhotoReading | null };

/** A click that is no known point: a new thing, or the other end of the cable that was begun. */
export function withClick(
  marks: readonly PhotoMark[],
  kind: PhotoMark['kind'],
  at: Pixel,
): readonly PhotoMark[] {
  const last = marks.at(-1);
  return kind === 'cable' && last?.kind === 'cable' && last.to === null
    ? [...marks.slice(0, -1), { ...last, to: at }]
    : [...marks, { kind, at, to: null }];
}

export const thingsRead = (
  marks: readonly PhotoMark[],
  read: (at: Pixel) => PhotoReading,
): readonly PhotoThing[] =>
  marks.map((m) => ({ ...m, ...read(m.at), end: m.to === null ? null : read(m.to) }));

/** Is it known well enough to be taken over, and on the wall? A cable needs both its ends. */
export const isSure = (thing: PhotoThing, { lengthMm }: Pick<Wall, 'lengthMm'>): boolean =>
  (thing.kind !== 'cable' || thing.end !== null) &&
  [thing, ...(thing.end ? [thing.end] : [])].every(
    (x) => x.errorMm.xMm <= PHOTO_ERROR_MM && x.xMm >= 0 && x.xMm <= lengthMm,
  );

/** The wall with what was read off the picture in it: studs as readings, pipes and cables as things in the wall. */
export function withThings(wall: Wall, things: readonly PhotoThing[], ceilingMm: number): Wall {
  const obstacle = (kind: 'pipe' | 'cable', x: readonly number[], y: readonly number[], room: number) => ({
    id: ItemId.parse(freshId('ob')),
    kind,
    leftMm: Math.max(0, Math.min(...x) - room),
    rightMm: Math.min(wall.lengthMm, Math.max(...x) + room),
    bottomMm: Math.max(0, Math.min(...y) - room),
    topMm: Math.min(ceilingMm, Math.max(...y) + room),
  });
  return {
    ...wall,
    hits: [
      ...wall.hits,
      ...things
        .filter((r) => r.kind === 'stud')
        .map((r) => ({ id: ItemId.parse(freshId('hit')), method: 'photo' as const, atMm: r.xMm })),
    ].slice(0, MOST_HITS),
    obstacles: [
      ...wall.obstacles,
      ...things.flatMap((r) => {
        if (r.kind === 'pipe') return [obstacle('pipe', [r.xMm], [0, ceilingMm], PIPE_MM / 2)];
        return r.kind === 'cable' && r.end
          ? [obstacle('cable', [r.xMm, r.end.xMm], [r.heightMm, r.end.heightMm], CABLE_MM)]
          : [];
      }),
    ].slice(0, MOST_OBSTACLES),
  };
}

/** A thing read off the picture, as a sentence; its places stand in slots. */
export function thingText(r: PhotoThing, system: House['units']): Text {
  const L = (mm: number) => formatLength(mm, system, 'inches');
  const at = { at: slot('at'), error: slot('error') };
  if (r.kind !== 'cable') return msg(`screen.wall.read.${r.kind}`, at);
  return r.end
    ? msg('screen.wall.read.cable', {
        ...at,
        height: L(r.heightMm),
        end: slot('end'),
        endHeight: L(r.end.heightMm),
      })
    : msg('screen.wall.read.cable-one-end', at);
}
