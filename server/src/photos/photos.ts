import { MOST_PHOTO_BYTES, MOST_PHOTOS, type FiledPhoto } from '@elwand/core';
import { QueryTypes, type Transaction } from 'sequelize';
import { HouseRow, JobRow, PhotoRow } from '../database.ts';
import type { Kind } from '../documents.ts';
import { HOUSE_PHOTO_BYTES } from '../limits.ts';
import { notFound, Problem, unreadable } from '../problem.ts';
import type { Store } from '../store.ts';
import { bareJpeg } from './bare-jpeg.ts';

/** The pictures of a job, and of the walls of a house: once one is here it stays as it is, so that sending it again does nothing. */

const megabytes = (bytes: number): string => `${(bytes / 1e6).toFixed(1)} MB`;

/** Whose pictures they are: those of a job, or of the walls of a house. */
export interface PhotosOf {
  readonly kind: Kind;
  readonly id: string;
}
/** What stands beside their pictures: the id of the job; no id has the mark that those of a house begin with. */
export const photosKey = ({ kind, id }: PhotosOf): string => (kind === 'house' ? `@${id}` : id);

/** Bytes of all pictures of a house and its jobs, and how many this owner has. */
async function held(
  store: Store,
  houseId: string,
  owner: string,
  transaction: Transaction,
): Promise<{ bytes: number; count: number }> {
  const [row] = await store.sequelize.query<{ bytes: number | null; count: number }>(
    `SELECT sum(length(p.jpeg)) AS bytes, (SELECT count(*) FROM photos WHERE jobId = $owner) AS count
     FROM photos p LEFT JOIN jobs j ON j.id = p.jobId WHERE j.houseId = $houseId OR p.jobId = $house`,
    {
      type: QueryTypes.SELECT,
      bind: { owner, houseId, house: photosKey({ kind: 'house', id: houseId }) },
      transaction,
    },
  );
  return { bytes: row?.bytes ?? 0, count: row?.count ?? 0 };
}

/** The house that pictures belong to; undefined where there is no such job or house. */
async function houseOf({ kind, id }: PhotosOf, transaction: Transaction): Promise<string | undefined> {
  if (kind === 'house') return (await HouseRow.findByPk(id, { attributes: ['id'], transaction }))?.id;
  return (await JobRow.findByPk(id, { attributes: ['houseId'], transaction }))?.houseId;
}

/**
 * Keeps a picture of a job or a wall, with nothing in it of where it was taken.
 * @throws Problem when it is no JPEG, too large, one too many, or the job or house is not here
 */
export async function keepPhoto(
  store: Store,
  of: PhotosOf,
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
    const houseId = await houseOf(of, transaction);
    if (houseId === undefined) throw notFound(`such ${of.kind}`);
    const jobId = photosKey(of);
    const there = await PhotoRow.findOne({ where: { jobId, id }, attributes: ['id'], transaction });
    if (there) return { isNew: false };
    const { bytes: sum, count } = await held(store, houseId, jobId, transaction);
    // What was taken out of the job can come back by undo, so it is still here: twice as many as a job shows.
    if (count >= 2 * MOST_PHOTOS)
      throw new Problem(
        413,
        'Too many photos',
        `A ${of.kind} can have ${MOST_PHOTOS} photos of its own. Nothing was changed.`,
      );
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
export async function photoOf(of: PhotosOf, id: string): Promise<Buffer> {
  const row = await PhotoRow.findOne({ where: { jobId: photosKey(of), id } });
  if (!row) throw notFound('such photo');
  return row.jpeg;
}

/** Pictures of a job by their id. */
export async function photosOf(jobId: string): Promise<Map<string, Buffer>> {
  const rows = await PhotoRow.findAll({ where: { jobId } });
  return new Map(rows.map((r) => [r.id, r.jpeg] as const));
}

/** Pictures of a house and its jobs as they go into a file, in the order in which they came. */
export async function filedPhotos(houseId: string, jobIds: readonly string[]): Promise<FiledPhoto[]> {
  const house = photosKey({ kind: 'house', id: houseId });
  const rows = await PhotoRow.findAll({
    where: { jobId: [house, ...jobIds] },
    order: [
      ['addedAt', 'ASC'],
      ['id', 'ASC'],
    ],
  });
  return rows.map((r) => ({
    ...(r.jobId === house ? {} : { jobId: r.jobId as NonNullable<FiledPhoto['jobId']> }),
    id: r.id as FiledPhoto['id'],
    jpeg: r.jpeg.toString('base64'),
  }));
}
