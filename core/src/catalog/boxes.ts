import { msg, q, type Named, type Text } from '../words/index.ts';
import type { BoxFacts } from '../document/index.ts';
import { inches } from '../units/index.ts';
import { practice, published, type Source } from '../findings/index.ts';

export type Mounting = 'old-work' | 'new-work' | 'surface' | 'weatherproof' | 'ceiling' | 'brace' | 'masonry';

export interface BoxModel {
  readonly id: string;
  readonly name: Text;
  readonly mounting: Mounting;
  readonly metal: boolean;
  readonly gangs: number;
  readonly volumeCubicInches: number;
  readonly clampsInside: boolean;
  readonly widthMm: number;
  readonly heightMm: number;
  /** How far it reaches behind the face of the board. */
  readonly depthMm: number;
  /** Clear room its wings or clips need beside or above the opening, behind the board. */
  readonly wingsMm: number;
  /** Thickness of the finished surface that its wings can hold; null for boxes that are fastened to the frame. */
  readonly gripMm: readonly [number, number] | null;
  readonly priceCents: number;
  readonly source: Source;
}

/** What wings of retrofit boxes usually hold, mm: common practice, from memory; the instructions of the box say. */
const GRIP_MM = [inches(0.25), inches(1.25)] as const;

const table = published('NEC Table 314.16(A)');
const marked = practice(msg('names.practice.box-mark'));

const box = (
  id: Named<'names.box'>,
  mounting: Mounting,
  metal: boolean,
  gangs: number,
  volumeCubicInches: number,
  [w, h, d]: [number, number, number],
  priceCents: number,
  clampsInside: boolean,
  source: Source,
): BoxModel => ({
  id,
  name: msg(`names.box.${id}`, { volume: q.volume(volumeCubicInches) }),
  mounting,
  metal,
  gangs,
  volumeCubicInches,
  clampsInside,
  widthMm: inches(w),
  heightMm: inches(h),
  depthMm: inches(d),
  wingsMm: mounting === 'old-work' ? inches(0.75) : 0,
  gripMm: mounting === 'old-work' ? GRIP_MM : null,
  priceCents,
  source,
});

/** Boxes as they are bought or found. Metal volumes are the table's; prices are ballpark. */
export const BOXES: readonly BoxModel[] = [
  box('old-1g-12', 'old-work', false, 1, 12.0, [4.0, 3.625, 1.25], 890, false, marked),
  box('old-1g-14', 'old-work', false, 1, 14.0, [2.25, 3.5, 2.75], 210, false, marked),
  box('old-1g-16', 'old-work', false, 1, 16.0, [2.25, 3.5, 3.0], 260, false, marked),
  box('old-1g-20', 'old-work', false, 1, 20.3, [2.25, 3.625, 3.5], 390, false, marked),
  box('old-2g-25', 'old-work', false, 2, 25.0, [4.0, 3.625, 2.75], 420, false, marked),
  box('old-2g-32', 'old-work', false, 2, 32.0, [4.0, 3.625, 3.25], 560, false, marked),
  box('old-3g-45', 'old-work', false, 3, 45.0, [5.8, 3.625, 3.0], 880, false, marked),
  box('old-4g-68', 'old-work', false, 4, 68.0, [7.6, 3.75, 3.25], 1690, false, marked),
  box('old-round-14', 'old-work', false, 1, 14.0, [3.5, 3.5, 2.75], 380, false, marked),
  box('old-round-20', 'old-work', false, 1, 20.0, [3.5, 3.5, 3.25], 560, false, marked),
  box('new-1g-18', 'new-work', false, 1, 18.0, [2.25, 3.75, 2.75], 90, false, marked),
  box('new-1g-22', 'new-work', false, 1, 22.5, [2.25, 3.75, 3.5], 150, false, marked),
  box('new-2g-34', 'new-work', false, 2, 34.0, [4.0, 3.75, 3.25], 260, false, marked),
  box('new-3g-54', 'new-work', false, 3, 54.0, [5.8, 3.75, 3.25], 490, false, marked),
  box('new-4g-72', 'new-work', false, 4, 72.0, [7.6, 3.75, 3.25], 890, false, marked),
  // Ceiling boxes that are nailed or screwed to the side of a joist.
  box('new-round-20', 'new-work', false, 1, 20.0, [3.5, 3.5, 2.75], 260, false, marked),
  box('oct-side-1-1/2', 'new-work', true, 1, 15.5, [4, 4, 1.5], 390, true, table),
  box('oct-side-2-1/8', 'new-work', true, 1, 21.5, [4, 4, 2.125], 460, true, table),
  box('dev-1-1/2', 'new-work', true, 1, 7.5, [2, 3, 1.5], 290, true, table),
  box('dev-2', 'new-work', true, 1, 10.0, [2, 3, 2], 300, true, table),
  box('dev-2-1/4', 'new-work', true, 1, 10.5, [2, 3, 2.25], 310, true, table),
  box('dev-2-1/2', 'new-work', true, 1, 12.5, [2, 3, 2.5], 320, true, table),
  box('dev-2-3/4', 'new-work', true, 1, 14.0, [2, 3, 2.75], 360, true, table),
  box('dev-3-1/2', 'new-work', true, 1, 18.0, [2, 3, 3.5], 430, true, table),
  box('sq-4-1-1/4', 'surface', true, 1, 18.0, [4, 4, 1.25], 230, false, table),
  box('sq-4-1-1/2', 'surface', true, 1, 21.0, [4, 4, 1.5], 240, false, table),
  box('sq-4-2-1/8', 'surface', true, 2, 30.3, [4, 4, 2.125], 310, false, table),
  box('wide-1-1/2', 'surface', true, 2, 29.5, [4.6875, 4.6875, 1.5], 490, false, table),
  box('wide-2-1/8', 'surface', true, 2, 42.0, [4.6875, 4.6875, 2.125], 560, false, table),
  box('utility-1-1/2', 'surface', true, 1, 10.3, [2.125, 4, 1.5], 210, false, table),
  box('utility-1-7/8', 'surface', true, 1, 13.0, [2.125, 4, 1.875], 230, false, table),
  box('utility-2-1/8', 'surface', true, 1, 14.5, [2.125, 4, 2.125], 250, false, table),
  // Set in block or brick while it is laid: 3-3/4 in high, so much for each gang.
  box('masonry-1g-2-1/2', 'masonry', true, 1, 14.0, [2, 3.75, 2.5], 590, false, table),
  box('masonry-1g-3-1/2', 'masonry', true, 1, 21.0, [2, 3.75, 3.5], 690, false, table),
  box('masonry-2g-3-1/2', 'masonry', true, 2, 42.0, [4, 3.75, 3.5], 1190, false, table),
  // So shallow that it sits on the face of a joist.
  box('pancake-4', 'ceiling', true, 1, 6.0, [4, 4, 0.5], 260, false, marked),
  box('oct-4-1-1/4', 'ceiling', true, 1, 12.5, [4, 4, 1.25], 220, true, table),
  box('oct-4-1-1/2', 'ceiling', true, 1, 15.5, [4, 4, 1.5], 230, true, table),
  box('oct-4-2-1/8', 'ceiling', true, 1, 21.5, [4, 4, 2.125], 290, true, table),
  box('brace-fan-21', 'brace', true, 1, 21.5, [4, 4, 2.125], 2290, false, table),
  box('brace-fan-15', 'brace', true, 1, 15.5, [4, 4, 1.5], 1990, false, table),
  box('wp-1g-18', 'weatherproof', true, 1, 18.3, [2.8, 4.5, 2.6], 790, false, marked),
  box('wp-2g-30', 'weatherproof', true, 2, 30.5, [4.6, 4.5, 2.6], 1490, false, marked),
  box('wp-3g-45', 'weatherproof', true, 3, 45, [6.4, 4.5, 2.6], 2690, false, marked),
  // Metal device boxes with ears and side clips, ganged for more devices: their volumes add up.
  box('cut-1g-14', 'old-work', true, 1, 14.0, [2, 3, 2.75], 640, true, table),
  box('cut-1g-18', 'old-work', true, 1, 18.0, [2, 3, 3.5], 790, true, table),
  box('cut-2g-28', 'old-work', true, 2, 28.0, [3.8, 3, 2.75], 1290, true, table),
  box('cut-2g-36', 'old-work', true, 2, 36.0, [3.8, 3, 3.5], 1590, true, table),
  box('cut-3g-54', 'old-work', true, 3, 54.0, [5.6, 3, 3.5], 2390, true, table),
];

/** What a box must be: made for lights, made of metal because armor or tubing comes into it. */
export interface BoxWish {
  readonly round?: boolean;
  readonly metal?: boolean;
}

/** Old-work boxes are had in plastic and in metal; of the other mountings there is one kind. */
const suits = (b: BoxModel, metal: boolean): boolean => b.mounting !== 'old-work' || b.metal === metal;

/** Boxes of one mounting and width; the largest first. */
export const boxesOf = (mounting: Mounting, gangs: number, wish: BoxWish = {}): BoxModel[] =>
  BOXES.filter(
    (b) =>
      b.mounting === mounting &&
      b.gangs === gangs &&
      b.id.includes('round') === (wish.round ?? false) &&
      suits(b, wish.metal ?? false),
  ).sort((a, b) => b.volumeCubicInches - a.volumeCubicInches);

/** Boxes that are fastened to framing that is seen, before any board: round ones for lights; the largest first. */
export const openFramingBoxes = (gangs: number, { round = false, metal = false }: BoxWish): BoxModel[] =>
  BOXES.filter(
    (b) =>
      b.mounting === 'new-work' &&
      b.gangs === gangs &&
      b.metal === metal &&
      /^(?:new-round|oct-side)-/.test(b.id) === round,
  ).sort((a, b) => b.volumeCubicInches - a.volumeCubicInches);

/** How a box is mounted that takes the place of one: outdoors and overhead as it was, on framing that is seen a new-work one, else an old-work one in the finished wall. */
export const replacementMounting = (present: BoxModel | undefined, open = false): Mounting => {
  const own = present?.mounting;
  if (own === 'weatherproof' || own === 'ceiling' || own === 'brace' || own === 'masonry') return own;
  return open ? 'new-work' : 'old-work';
};

/** Boxes that can take the place of one, of the same width; of metal where armor or tubing comes in. Largest first. */
export function replacements(
  present: BoxModel | undefined,
  gangs: number,
  metal: boolean,
  open = false,
): BoxModel[] {
  const mounting = replacementMounting(present, open);
  const round = present?.id.includes('round') === true && gangs === 1 && !metal;
  return mounting === 'new-work'
    ? openFramingBoxes(gangs, { metal, round })
    : boxesOf(mounting, gangs, { metal, round });
}

/** What is known of a box once its kind is chosen; nothing but its width where there is no such kind. */
export const factsOf = (
  model: BoxModel | undefined,
  gangs: number,
): Pick<BoxFacts, 'model' | 'markedCubicInches' | 'gangs' | 'clamps' | 'metal' | 'listedFor'> => ({
  model: model?.id ?? null,
  markedCubicInches: null,
  gangs,
  clamps: model?.clampsInside ? 'inside' : 'none',
  metal: model?.metal ?? null,
  // A box on a brace is sold for fans.
  ...(model?.mounting === 'brace' ? { listedFor: 'fan' as const } : {}),
});

export const boxModel = (id: string | null): BoxModel | undefined => BOXES.find((b) => b.id === id);

/** Outlines of boxes that extension rings are made for. */
type RingShape = 'square' | 'octagon' | 'weatherproof' | 'weatherproof-2g';

/** Rings that give a box that stays more room. */
export interface RingModel {
  readonly id: string;
  readonly name: Text;
  /** Boxes it fits, by their outline. */
  readonly fits: RingShape;
  readonly volumeCubicInches: number;
  readonly priceCents: number;
  readonly source: Source;
}

/** A ring made like a listed box has that box's volume. */
export const RINGS: readonly RingModel[] = [
  {
    id: 'ring-sq-1-1/2',
    name: msg('names.ring.ring-sq-1-1/2', { volume: q.volume(21.0) }),
    fits: 'square',
    volumeCubicInches: 21,
    priceCents: 360,
    source: table,
  },
  {
    id: 'ring-oct-1-1/2',
    name: msg('names.ring.ring-oct-1-1/2', { volume: q.volume(15.5) }),
    fits: 'octagon',
    volumeCubicInches: 15.5,
    priceCents: 340,
    source: table,
  },
  {
    id: 'ring-wp-1g',
    name: msg('names.ring.ring-wp-1g', { volume: q.volume(9) }),
    fits: 'weatherproof',
    volumeCubicInches: 9,
    priceCents: 690,
    source: marked,
  },
  {
    id: 'ring-wp-2g',
    name: msg('names.ring.ring-wp-2g', { volume: q.volume(16) }),
    fits: 'weatherproof-2g',
    volumeCubicInches: 16,
    priceCents: 1090,
    source: marked,
  },
];
export const ringModel = (id: string | null): RingModel | undefined => RINGS.find((r) => r.id === id);

/** The outline of a kind of box, where rings are made for it. */
function ringShape({ id, mounting, gangs }: BoxModel): RingShape | null {
  if (id.startsWith('sq-')) return 'square';
  if (id.startsWith('oct-')) return 'octagon';
  if (mounting !== 'weatherproof' || gangs > 2) return null;
  return gangs === 2 ? 'weatherproof-2g' : 'weatherproof';
}

/** The ring that fits a kind of box; none for boxes behind finished board that no ring is made for. */
export const ringFor = (model: BoxModel | undefined): RingModel | undefined => {
  const shape = model && ringShape(model);
  return shape ? RINGS.find((r) => r.fits === shape) : undefined;
};

/** Boxes whose knockouts take connectors that clamp outside instead of the clamps inside. */
export const takesOutsideClamps = (model: BoxModel | undefined): boolean => model?.metal === true;
