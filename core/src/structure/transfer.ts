import type { House, Wall } from '../document/index.ts';
import { inches } from '../units/index.ts';
import type { WallFrame } from './bays.ts';
import type { PlanOfHouse } from './plan.ts';
import { posteriorOf } from './posterior.ts';
import { FRAMING_ERROR_MM, normalCdf } from './studs.ts';
import { msg, type Text } from '../words/index.ts';

/**
 * Finding from above or below the place that was chosen in the room: a dimension from something that is seen on both sides, and
 * the chance that the hole lands inside the bay (along the wall) and inside the plate (across it).
 */

export type ReferenceKind =
  'driven-nail' | 'crossing-plate' | 'outside-corner' | 'pipe' | 'cable-of-box' | 'laser';

/** How well a reference itself is known on both sides, standard error in mm along and across the wall: common practice. */
const REFERENCE_MM: Readonly<Record<ReferenceKind, readonly [number, number]>> = {
  'driven-nail': [inches(1 / 16), inches(1 / 8)],
  laser: [inches(1 / 8), inches(1 / 8)],
  'crossing-plate': [inches(1 / 4), inches(3 / 16)],
  pipe: [inches(3 / 8), inches(1 / 4)],
  'outside-corner': [inches(3 / 4), inches(3 / 8)],
  'cable-of-box': [inches(2), inches(1 / 4)],
};
/** One reading of a tape, and what a tape adds over a long way, standard error in mm: common practice. */
const READING_MM = inches(1 / 16);
const READING_PER_MM = 1 / 800;
/** How far a wall leans over a story, and how well its thickness is known, standard error in mm: common practice. */
const PLUMB_MM = inches(1 / 8);
const THICKNESS_MM = inches(1 / 16);
/** Below this chance a transfer is not to be trusted. */
export const TRANSFER_WISH = 0.9;

export interface TransferErrors {
  /** Standard error along the wall and across it, mm. */
  readonly alongMm: number;
  readonly acrossMm: number;
}

/** Where the hole may be: clear room on each side of the aim along the wall, and wood left on each side across it, mm. */
export interface TransferRoom {
  readonly leftMm: number;
  readonly rightMm: number;
  readonly acrossMm: number;
}

const within = (sigma: number, low: number, high: number): number =>
  normalCdf(high / sigma) - normalCdf(-low / sigma);

/** Chance that the hole lands inside the bay and inside the plate: both errors are normal and independent. */
export function transferOdds(
  errors: TransferErrors,
  room: TransferRoom,
): { along: number; across: number; both: number } {
  const along = within(errors.alongMm, room.leftMm, room.rightMm);
  const across = within(errors.acrossMm, room.acrossMm, room.acrossMm);
  return { along, across, both: along * across };
}

/**
 * Errors of one transfer: two readings, the reference on both sides, how sure the bay is, plumb and thickness.
 * @param awayMm how far from the wall the reference is, read on both sides as well
 */
export function transferErrors(
  kind: ReferenceKind,
  distanceMm: number,
  bayErrorMm: number,
  awayMm = 0,
): TransferErrors {
  const [along, across] = REFERENCE_MM[kind];
  const read = (mm: number) => Math.hypot(READING_MM, READING_PER_MM * mm);
  const [reading, away] = [read(distanceMm), read(awayMm)];
  return {
    alongMm: Math.hypot(along, reading, reading, PLUMB_MM, bayErrorMm),
    acrossMm: Math.hypot(across, away, away, PLUMB_MM, THICKNESS_MM),
  };
}

export interface LayoutTransfer {
  readonly kind: ReferenceKind;
  /** What to look for on both sides. */
  readonly name: Text;
  /** Where it is, along the wall from its left corner as seen from inside, mm. */
  readonly referenceMm: number;
  /** From the reference to the hole: to be marked, mm; negative to the left as seen from inside. */
  readonly markMm: number;
  readonly errors: TransferErrors;
  readonly odds: { readonly along: number; readonly across: number; readonly both: number };
  /** How far from the wall the reference is, mm; 0 beside it. */
  readonly awayMm: number;
  /** True when the reference costs a hole of its own that is patched. */
  readonly makesHole: boolean;
}

export interface TransferAsk {
  readonly house: House;
  readonly plan: PlanOfHouse;
  readonly frame: WallFrame;
  readonly side: 'above' | 'below';
  readonly xMm: number;
  readonly diameterMm: number;
}

interface Reference {
  readonly kind: ReferenceKind;
  readonly name: Text;
  readonly atMm: number;
  readonly awayMm?: number;
}

const CASING_GAP_MM = inches(1);
/** This near floor or ceiling it reaches it. */
const NEAR_MM = inches(4);

/** Does a thing on a wall reach its ceiling, or its floor? */
const reaches = (
  { bottomMm, topMm }: { readonly bottomMm: number; readonly topMm: number },
  side: 'above' | 'below',
  ceilingMm: number,
): boolean => (side === 'above' ? topMm >= ceilingMm - NEAR_MM : bottomMm <= NEAR_MM);

/** What stands fixed before the wall at a place where it meets floor or ceiling: no nail is pushed through beside the wall there. */
const standsBefore = (
  { wall }: WallFrame,
  xMm: number,
  side: 'above' | 'below',
  ceilingMm: number,
): Wall['furniture'][number] | undefined =>
  wall.furniture.find(
    (f) =>
      f.kind !== 'furniture' &&
      !f.planned &&
      f.comesDown === undefined &&
      xMm >= f.leftMm &&
      xMm <= f.rightMm &&
      reaches(f, side, ceilingMm),
  );

/** What can be seen both in the room and from above or below, near this wall. */
function references({ house, plan, frame, side, xMm }: TransferAsk, ceilingMm: number): Reference[] {
  const { wall } = frame;
  const line = plan.lines.get(wall.id);
  const walls = line?.room.walls ?? [];
  const i = walls.findIndex((w) => w.id === wall.id);
  const before = walls[(i - 1 + walls.length) % walls.length];
  const after = walls[(i + 1) % walls.length];
  const corner = (next: typeof before, atMm: number, which: string): Reference => ({
    kind: next?.exterior ? 'outside-corner' : 'crossing-plate',
    name: next?.exterior
      ? msg('structure.transfer.outside-face', { wall: next.name.toLowerCase(), which })
      : msg('structure.transfer.plate', {
          side: side === 'above' ? 'plate' : 'foot',
          wall: next?.name.toLowerCase() ?? msg('structure.transfer.next-wall'),
          which,
        }),
    atMm,
  });
  const pipes = wall.obstacles
    .filter(
      (o) => (o.kind === 'pipe' || o.kind === 'duct' || o.kind === 'flue') && reaches(o, side, ceilingMm),
    )
    .map((o): Reference => ({
      kind: 'pipe',
      name: msg('structure.transfer.pipe', { what: msg(`names.obstacle.${o.kind}`) }),
      atMm: (o.leftMm + o.rightMm) / 2,
    }));
  const bay = frame.bays.find((b) => xMm >= b.leftMm && xMm <= b.rightMm);
  const boxes = house.points.flatMap((p): Reference[] =>
    p.at.on === 'wall' &&
    p.at.wallId === wall.id &&
    bay &&
    p.at.xMm >= bay.leftMm - CASING_GAP_MM &&
    p.at.xMm <= bay.rightMm + CASING_GAP_MM
      ? [{ kind: 'cable-of-box', name: msg('structure.transfer.cable', { point: p.label }), atMm: p.at.xMm }]
      : [],
  );
  const board = side === 'above' ? 'ceiling' : 'floor';
  const inFront = standsBefore(frame, xMm, side, ceilingMm);
  return [
    inFront
      ? {
          kind: 'laser',
          name: msg('structure.transfer.laser', { thing: inFront.name, board }),
          atMm: xMm,
          awayMm: inFront.depthMm,
        }
      : {
          kind: 'driven-nail',
          name: msg('structure.transfer.nail', { board }),
          atMm: xMm,
        },
    corner(before, 0, 'left'),
    corner(after, wall.lengthMm, 'right'),
    ...pipes,
    ...boxes,
  ];
}

/** Every reference for one hole through a plate, the surest first; ties go to what makes no hole. */
export function transfersFor(ask: TransferAsk): LayoutTransfer[] {
  const { frame, xMm, diameterMm, plan } = ask;
  const bay = frame.bays.find((b) => xMm >= b.leftMm && xMm <= b.rightMm);
  const ceilingMm = plan.lines.get(frame.wall.id)?.room.ceilingMm ?? 0;
  if (!bay) return [];
  const bayErrorMm = Math.hypot(posteriorOf(frame.wall).spreadMm, FRAMING_ERROR_MM);
  const room: TransferRoom = {
    leftMm: xMm - diameterMm / 2 - bay.leftMm,
    rightMm: bay.rightMm - xMm - diameterMm / 2,
    // The hole must stay in the plate: half of what is left of its width.
    acrossMm: (frame.wall.framing.depthMm - diameterMm) / 2,
  };
  return references(ask, ceilingMm)
    .map(({ kind, name, atMm, awayMm }): LayoutTransfer => {
      const markMm = xMm - atMm;
      const errors = transferErrors(kind, Math.abs(markMm), bayErrorMm, awayMm);
      return {
        kind,
        name,
        referenceMm: atMm,
        markMm,
        errors,
        odds: transferOdds(errors, room),
        makesHole: kind === 'driven-nail' || kind === 'laser',
        awayMm: awayMm ?? 0,
      };
    })
    .sort((a, b) => b.odds.both - a.odds.both || Number(a.makesHole) - Number(b.makesHole));
}

/** The reference to use: the surest that makes no hole if it is good enough, else the surest of all. */
export const bestTransfer = (all: readonly LayoutTransfer[]): LayoutTransfer | undefined =>
  all.find((t) => !t.makesHole && t.odds.both >= TRANSFER_WISH) ?? all[0];
