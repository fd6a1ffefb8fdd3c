import {
  ARCHIVE_FORMAT,
  ARCHIVE_VERSION,
  writeBundle,
  type FiledRevision,
  type Imported,
} from '@elwand/core';
import { Op, QueryTypes, type Transaction } from 'sequelize';
import { HouseRow, JobRow, PhotoRow, RevisionRow } from './database.ts';
import { presentForm, type Kind } from './documents.ts';
import { EXPORTED_HISTORY_BYTES, HOUSE_BYTES, HOUSE_PHOTO_BYTES } from './limits.ts';
import { pack } from './packing.ts';
import { filedPhotos, photosKey } from './photos/photos.ts';
import { Problem } from './problem.ts';
import type { PackedDocument, PackedParcel, Reader } from './reading/reader.ts';
import type { Row, Store } from './store.ts';

/** A document as it goes into a file. */
const outgoing = (kind: Kind, row: Row): Record<string, unknown> =>
  presentForm(kind, JSON.parse(row.body) as Record<string, unknown>);

/** What a file has left for history. */
interface Budget {
  bytes: number;
}
/** Files larger than this are written without indentation, bytes. */
const INDENTED_BYTES = 4 * 1024 * 1024;

/** History of a house and its jobs, milestones and the newest first, as much as a file may carry; told in the order of saving. */
async function outgoingHistory(
  house: HouseRow,
  jobs: readonly JobRow[],
  budget: Budget,
): Promise<FiledRevision[]> {
  const rows = await RevisionRow.findAll({
    where: {
      [Op.or]: [
        { kind: 'house', documentId: house.id },
        { kind: 'job', documentId: jobs.map((j) => j.id) },
      ],
    },
    order: [
      ['milestone', 'DESC'],
      ['seq', 'DESC'],
    ],
  });
  return rows
    .filter((r) => (budget.bytes -= Math.ceil((r.packed.length * 4) / 3)) >= 0)
    .sort((a, b) => (a.seq as number) - (b.seq as number))
    .map((r) => ({
      kind: r.kind,
      id: r.documentId,
      version: r.version,
      savedAt: r.savedAt.toISOString(),
      milestone: r.milestone,
      gzip: r.packed.toString('base64'),
    }));
}

/** One house with its jobs and what history the budget allows, as the text of a file. */
async function houseText(store: Store, id: string, budget: Budget, withPhotos: boolean): Promise<string> {
  const house = await store.houseRow(id);
  const jobs = await JobRow.findAll({
    where: { houseId: id, deletedAt: null },
    order: [
      ['createdAt', 'ASC'],
      ['id', 'ASC'],
    ],
  });
  const history = await outgoingHistory(house, jobs, budget);
  const bytes = [house, ...jobs].reduce((sum, row) => sum + row.body.length, 0);
  const photos = withPhotos
    ? await filedPhotos(
        id,
        jobs.map((j) => j.id),
      )
    : [];
  return writeBundle(
    outgoing('house', house),
    jobs.map((j) => outgoing('job', j)),
    history,
    bytes > INDENTED_BYTES || photos.length > 0 ? 0 : 2,
    photos,
  );
}

/** One house with its jobs, their photos and, if asked for, their history, as the text of a file. */
export const exportHouse = (store: Store, id: string, withHistory: boolean): Promise<string> =>
  houseText(store, id, { bytes: withHistory ? EXPORTED_HISTORY_BYTES : 0 }, true);

/** Ids of the houses for a file of all of them, when one file can carry them. */
export async function housesForOneFile(store: Store): Promise<string[]> {
  const [row] = await store.sequelize.query<{ bytes: number }>(
    'SELECT coalesce(sum(length(h.body)), 0) + (SELECT coalesce(sum(length(body)), 0) FROM jobs WHERE deletedAt IS NULL) AS bytes FROM houses h WHERE h.deletedAt IS NULL',
    { type: QueryTypes.SELECT },
  );
  if ((row?.bytes ?? 0) > HOUSE_BYTES)
    throw new Problem(
      413,
      'Too much for one file',
      'All houses together are more than one file can carry. Use a backup instead, or export the houses one by one.',
    );
  const houses = await HouseRow.findAll({
    attributes: ['id'],
    where: { deletedAt: null },
    order: [
      ['createdAt', 'ASC'],
      ['id', 'ASC'],
    ],
  });
  return houses.map((h) => h.id);
}

/** All houses as the text of one file, piece by piece: one house at a time is in memory. Without photos: those are in a house's own file, and in a backup. */
export async function* exportAll(store: Store, ids: readonly string[]): AsyncGenerator<string> {
  const budget = { bytes: EXPORTED_HISTORY_BYTES };
  yield `{"format":"${ARCHIVE_FORMAT}","formatVersion":${ARCHIVE_VERSION},"bundles":[\n`;
  for (const [i, id] of ids.entries())
    yield `${i > 0 ? ',' : ''}${await houseText(store, id, budget, false)}`;
  yield ']}\n';
}

/** Thrown inside the transaction when an id was taken since the file was read: it is read once more, under new ids. */
class Taken extends Error {}
const TRIES = 4;

/** Every id that a new document may not have, those in the bin included. */
async function takenIds(): Promise<string[]> {
  const [houses, jobs] = await Promise.all([
    HouseRow.findAll({ attributes: ['id'], raw: true }),
    JobRow.findAll({ attributes: ['id'], raw: true }),
  ]);
  return [...houses, ...jobs].map((r) => r.id);
}

/** Takes in a file with one house or all of them: everything in it, or nothing. */
export async function importFile(store: Store, reader: Reader, file: Uint8Array): Promise<Imported[]> {
  for (let i = 0; i < TRIES; i++) {
    const parcels = await reader.read(file, await takenIds());
    try {
      return await store.write(async (transaction) => {
        const done: Imported[] = [];
        for (const parcel of parcels) done.push(await insertParcel(store, parcel, transaction));
        return done;
      });
    } catch (error) {
      if (!(error instanceof Taken)) throw error;
    }
  }
  throw new Problem(
    409,
    'Imported elsewhere',
    'The same file is being imported in other tabs. Nothing was changed by this one; try again.',
  );
}

async function insertParcel(
  store: Store,
  { house, jobs, photos, copied, bytes }: PackedParcel,
  transaction: Transaction,
): Promise<Imported> {
  if (bytes > HOUSE_BYTES)
    throw new Problem(
      413,
      'Too large',
      `"${house.name}" with its jobs is larger than ${HOUSE_BYTES / 1048576} MB. Nothing was changed.`,
    );
  if (photos.reduce((sum, p) => sum + p.jpeg.length, 0) > HOUSE_PHOTO_BYTES)
    throw new Problem(
      413,
      'Too many photos',
      `The photos of "${house.name}" are larger than ${HOUSE_PHOTO_BYTES / 1e6} MB together. Nothing was changed.`,
    );
  if (await HouseRow.findByPk(house.id, { attributes: ['id'], transaction })) throw new Taken();
  const version = lastVersion(house);
  await HouseRow.create({ id: house.id, name: house.name, version, body: house.text }, { transaction });
  await insertHistory(store, 'house', house, transaction);
  for (const job of jobs) {
    if (await JobRow.findByPk(job.id, { attributes: ['id'], transaction })) throw new Taken();
    await JobRow.create(
      {
        id: job.id,
        houseId: house.id,
        name: job.name,
        signedOff: job.signedOff,
        version: lastVersion(job),
        body: job.text,
      },
      { transaction },
    );
    await insertHistory(store, 'job', job, transaction);
  }
  // Pictures of what was deleted for good under such an id are none of these.
  const owners = [photosKey({ kind: 'house', id: house.id }), ...jobs.map((j) => j.id)];
  await PhotoRow.destroy({ where: { jobId: owners }, transaction });
  await PhotoRow.bulkCreate(
    photos.map(({ of, id, jpeg }) => ({
      jobId: photosKey(of),
      id,
      jpeg: Buffer.from(jpeg),
      addedAt: store.now(),
    })),
    { transaction },
  );
  return { houseId: house.id, name: house.name, jobs: jobs.map((j) => j.id), copied };
}

/** The version of what came in: that of its newest revision when they are the same, else the one after. */
const lastVersion = ({ revisions, newestIsIt }: PackedDocument): number =>
  Math.max(0, ...revisions.map((r) => r.version)) + (newestIsIt ? 0 : 1);

async function insertHistory(
  store: Store,
  kind: Kind,
  document: PackedDocument,
  transaction: Transaction,
): Promise<void> {
  const { id, text, revisions, newestIsIt } = document;
  // What is left of a document that was deleted for good under this id would mix with what comes in.
  await RevisionRow.destroy({ where: { kind, documentId: id }, transaction });
  const rows = revisions.map((r) => ({
    kind,
    documentId: id,
    version: r.version,
    packed: Buffer.from(r.packed),
    savedAt: new Date(r.savedAt),
    milestone: r.milestone,
  }));
  if (!newestIsIt)
    rows.push({
      kind,
      documentId: id,
      version: lastVersion(document),
      packed: Buffer.from(pack(text)),
      savedAt: store.now(),
      milestone: revisions.length === 0,
    });
  await RevisionRow.bulkCreate(rows, { transaction });
}
