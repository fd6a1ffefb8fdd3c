import { z } from 'zod';
import { House } from './house.ts';
import { Job } from './job.ts';
import { FiledPhoto, MOST_PHOTOS } from './photo.ts';

/** Files that carry houses: one house with its jobs and their history, or all houses. */

/** Jobs that one house may have; the server keeps to it when a job is made, so that every house that is saved can be read again. */
export const MOST_JOBS = 60;

/** One saved version of a document, as it was saved: gzip, base64. It is carried, not read, until somebody wants it back. */
export const FiledRevision = z.object({
  kind: z.enum(['house', 'job']),
  id: z.string().max(64),
  version: z.int().min(1),
  savedAt: z.iso.datetime(),
  /** The first version, or one that was signed off: thinning leaves it alone. */
  milestone: z.boolean(),
  gzip: z.base64().max(12_000_000),
});
export type FiledRevision = z.infer<typeof FiledRevision>;

export const BUNDLE_FORMAT = 'elwand-bundle';
export const BUNDLE_VERSION = 2;

export const BundleFile = z.object({
  format: z.literal(BUNDLE_FORMAT),
  formatVersion: z.literal(BUNDLE_VERSION),
  house: House,
  jobs: z.array(Job).max(MOST_JOBS),
  revisions: z.array(FiledRevision).max(20_000).optional(),
  photos: z
    .array(FiledPhoto)
    .max(MOST_JOBS * MOST_PHOTOS)
    .optional(),
});
export type BundleFile = z.infer<typeof BundleFile>;

/** All houses in one file: a list of bundles. */
export const ARCHIVE_FORMAT = 'elwand-archive';
export const ARCHIVE_VERSION = 1;
export const MOST_HOUSES = 400;
