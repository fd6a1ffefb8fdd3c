import { z } from 'zod';
import { ItemId, WallId } from './ids.ts';

/** Strip lighting under cabinets, on shelves and in coves, in a job and, once it is built, in the house. */

const Name = z.string().trim().min(1, 'a name is needed').max(120, 'at most 120 characters');

/** A straight piece of strip lighting, as the tape is read: on a wall, under a cabinet or shelf that hangs on it. */
export const StripPiece = z.object({
  id: ItemId,
  wallId: WallId,
  leftMm: z.number().min(0).max(100_000),
  rightMm: z.number().min(0).max(100_000),
  heightMm: z.number().min(0).max(30_000),
  /** Dimmed together with the pieces of the same zone. */
  zone: z.int().min(1).max(8),
});
export type StripPiece = z.infer<typeof StripPiece>;

/** How bright a strip is: accent, under a cabinet, for work, bright. */
export const StripKind = z.enum(['accent', 'cabinet', 'task', 'bright']);
export type StripKind = z.infer<typeof StripKind>;

/** Strip lighting for a cabinet, a shelf or a cove: what is lit, with what, and from where. */
export const StripLight = z.object({
  id: ItemId,
  label: Name,
  kind: StripKind,
  volts: z.literal([12, 24]),
  widthMm: z.literal([8, 10, 12]),
  wires: z.literal([2, 3, 4, 5, 6]),
  /** What its label says, where it was read: power at full light, how far apart it may be cut, how much one feed may carry. */
  wattsPerMeter: z.number().min(0.5).max(60).optional(),
  cutMm: z.number().min(5).max(500).optional(),
  mostFeedMm: z.number().min(300).max(100_000).optional(),
  /** In the order of the run. */
  pieces: z.array(StripPiece).max(30),
  /** What happens where the strip ends and the next piece begins: a jumper between them, or a lead to each. */
  corners: z.enum(['jumper', 'feed']),
  channel: z.enum(['none', 'surface', 'recessed', 'corner']),
  /** Where its driver is and how it is connected; null, nobody has said. */
  driver: z
    .object({
      wallId: WallId,
      xMm: z.number().min(0).max(100_000),
      heightMm: z.number().min(0).max(30_000),
      /** In a cabinet, in the open, or closed into the wall. */
      spot: z.enum(['cabinet', 'open', 'hidden']),
      connection: z.enum(['cord', 'hardwired']),
      /** From the driver to the nearest end of the strip, where it was measured. */
      leadMm: z.number().min(0).max(100_000).optional(),
    })
    .nullable(),
  dimming: z.enum(['none', 'phase', 'pwm', '0-10v']),
});
export type StripLight = z.infer<typeof StripLight>;
/** Strips that one job may have, and that a house may have in all. */
export const MOST_STRIPS = 10;
export const MOST_HOUSE_STRIPS = 100;
