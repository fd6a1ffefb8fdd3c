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

/** A picture in a file: JPEG, base64. */
export const FiledPhoto = z.object({
  jobId: JobId,
  id: ItemId,
  jpeg: z.base64().max(Math.ceil((MOST_PHOTO_BYTES * 4) / 3) + 4),
});
export type FiledPhoto = z.infer<typeof FiledPhoto>;
