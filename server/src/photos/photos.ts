import { MOST_PHOTO_BYTES, MOST_PHOTOS, type FiledPhoto } from '@elwand/core';
import { QueryTypes, type Transaction } from 'sequelize';
import { JobRow, PhotoRow } from '../database.ts';
import { HOUSE_PHOTO_BYTES } from '../limits.ts';
import { notFound, Problem, unreadable } from '../problem.ts';
import type { Store } from '../store.ts';
import { bareJpeg } from './bare-jpeg.ts';

/** The pictures of a job: once one is here it stays as it is, so that sending it again does nothing. */

const megabytes = (bytes: number): string => `${(bytes / 1e6).toFixed(1)} MB`;

/** Bytes of all pictures of the house that a job is in, and how many this job has. */
async function held(
  store: Store,
  jobId: string,
  transaction: Transaction,
): Promise<{ bytes: number; count: number }> {
  const [row] = await store.sequelize.query<{ bytes: number | null; count: number }>(
    `SELECT sum(length(p.jpeg)) AS bytes, (SELECT count(*) FROM photos WHERE jobId = $jobId) AS count
     FROM photos p JOIN jobs j ON j.id = p.jobId WHERE j.houseId = (SELECT houseId FROM jobs WHERE id = $jobId)`,
    { type: QueryTypes.SELECT, bind: { jobId }, transaction },
  );
  return { bytes: row?.bytes ?? 0, count: row?.count ?? 0 };
}

/**
 * Keeps a picture of a job, with nothing in it of where it was taken.
 * @throws Problem when it is no JPEG, too large, one too many, or the job is not here
 */
export async function keepPhoto(
  store: Store,
  jobId: string,
  id: string,
  bytes: Uint8Array,
): Promise<{ readonly isNew: boolean }> {
  const jpeg = bareJpeg(bytes);
  if (!jpeg) throw unreadable('photo', [{ where: 'jpeg', what: 'is not a JPEG, or is cut off' }], 400);
  if (jpeg.length > MOST_PHOTO_BYTES)
    throw new Problem(
      413,
      'Too large',
      `This photo is ${megabytes(jpeg.length)}; a photo may take ${megabytes(MOST_PHOTO_BYTES)}. Send it smaller.`,
    );
  return store.write(async (transaction) => {
    const job = await JobRow.findByPk(jobId, { attributes: ['id'], transaction });
    if (!job) throw notFound('such job');
    const there = await PhotoRow.findOne({ where: { jobId, id }, attributes: ['id'], transaction });
    if (there) return { isNew: false };
    const { bytes: sum, count } = await held(store, jobId, transaction);
    // What was taken out of the job can come back by undo, so it is still here: twice as many as a job shows.
    if (count >= 2 * MOST_PHOTOS)
      throw new Problem(413, 'Too many photos', `A job can have ${MOST_PHOTOS} photos. Nothing was changed.`);
    if (sum + jpeg.length > HOUSE_PHOTO_BYTES)
      throw new Problem(
        413,
        'Too many photos',
        `The photos of one house may take ${megabytes(HOUSE_PHOTO_BYTES)} together. Delete old jobs for good, or keep these photos elsewhere. Nothing was changed.`,
      );
    await PhotoRow.create({ jobId, id, jpeg: Buffer.from(jpeg), addedAt: store.now() }, { transaction });
    return { isNew: true };
  });
}

/** @throws Problem when there is no such picture */
export async function photoOf(jobId: string, id: string): Promise<Buffer> {
  const row = await PhotoRow.findOne({ where: { jobId, id } });
  if (!row) throw notFound('such photo');
  return row.jpeg;
}

/** Pictures of a job by their id. */
export async function photosOf(jobId: string): Promise<Map<string, Buffer>> {
  const rows = await PhotoRow.findAll({ where: { jobId } });
  return new Map(rows.map((r) => [r.id, r.jpeg] as const));
}

/** Pictures of jobs as they go into a file, in the order in which they came. */
export async function filedPhotos(jobIds: readonly string[]): Promise<FiledPhoto[]> {
  const rows = await PhotoRow.findAll({
    where: { jobId: [...jobIds] },
    order: [
      ['addedAt', 'ASC'],
      ['id', 'ASC'],
    ],
  });
  return rows.map((r) => ({
    jobId: r.jobId as FiledPhoto['jobId'],
    id: r.id as FiledPhoto['id'],
    jpeg: r.jpeg.toString('base64'),
  }));
}
