import { z } from 'zod';

/** A drawing as it is kept in a record: what is on it in mm of the house, x to the right, y down. */

/** As far from the corner of a drawing as anything is, mm. */
const FAR_MM = 1e6;
const Drawn = z.number().min(-FAR_MM).max(FAR_MM);
const At = z.object({ x: Drawn, y: Drawn });
const Layer = z.enum([
  'wall',
  'opening',
  'framing',
  'obstacle',
  'furniture',
  'existing',
  'new',
  'hole',
  'dimension',
  'text',
]);

const DrawnShape = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('line'),
    layer: Layer,
    points: z.array(At).max(400),
    closed: z.boolean().optional(),
    dashed: z.boolean().optional(),
  }),
  z.object({ kind: z.literal('circle'), layer: Layer, at: At, radius: z.number().min(0).max(FAR_MM) }),
  z.object({
    kind: z.literal('text'),
    layer: Layer,
    at: At,
    text: z.string().max(200),
    size: z.number().positive().max(10_000),
    anchor: z.enum(['start', 'middle', 'end']),
  }),
]);
/** Shapes that one drawing of a record may have. */
export const MOST_SHAPES = 4000;
/** Drawings that one record may have. */
export const MOST_DRAWINGS = 30;

export const DrawnSheet = z.object({
  title: z.string().max(200),
  note: z.string().max(600),
  shapes: z.array(DrawnShape).max(MOST_SHAPES),
});
export type DrawnSheet = z.infer<typeof DrawnSheet>;
