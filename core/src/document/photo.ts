import { z } from 'zod';
import { ItemId, JobId } from './ids.ts';

/** Photos of a job: what was behind the wall before it was closed, a box before it was touched. The job tells of them; the pictures lie beside it. */

/** Longest edge of a picture as it is kept, px: a splice can be read, and fifty of them still go into a file. */
export const PHOTO_EDGE_PX = 1600;
/** Photos that one job may have, and bytes that one may take. */
export const MOST_PHOTOS = 60;
export const MOST_PHOTO_BYTES = 1_500_000;

export const JobPhoto = z.object({
  id: ItemId,
  at: z.iso.datetime(),
  /** The step at which it was taken; empty where it is of the whole job. */
  stepKey: z.string().max(200),
  caption: z.string().max(200),
  widthPx: z.int().min(1).max(20_000),
  heightPx: z.int().min(1).max(20_000),
});
export type JobPhoto = z.infer<typeof JobPhoto>;

/** A picture of a wall with the points on it whose place was measured: px of the picture as it is kept, mm of the face. */
export const WallPhoto = z.object({
  id: ItemId,
  widthPx: z.int().min(1).max(20_000),
  heightPx: z.int().min(1).max(20_000),
  pins: z
    .array(
      z.object({
        at: z.object({ x: z.number().min(0).max(20_000), y: z.number().min(0).max(20_000) }),
        is: z.object({
          xMm: z.number().min(-100_000).max(100_000),
          heightMm: z.number().min(-30_000).max(30_000),
        }),
      }),
    )
    .max(60),
});
export type WallPhoto = z.infer<typeof WallPhoto>;

/** A picture in a file: JPEG, base64. */
export const FiledPhoto = z.object({
  /** Left out, it is of a wall of the house. */
  jobId: JobId.optional(),
  id: ItemId,
  jpeg: z.base64().max(Math.ceil((MOST_PHOTO_BYTES * 4) / 3) + 4),
});
export type FiledPhoto = z.infer<typeof FiledPhoto>;
