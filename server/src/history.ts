import {
  changesBetween,
  type Binned,
  type House,
  type Job,
  type Revision,
  type RevisionPage,
  type Saved,
} from '@elwand/core';
import { Op, QueryTypes, type Transaction } from 'sequelize';
import { HouseRow, JobRow, PhotoRow, RevisionRow } from './database.ts';
import { readDocument, type Kind } from './documents.ts';
import { unpack } from './packing.ts';
import { notFound, Problem, unreadable } from './problem.ts';
import { photosKey } from './photos/photos.ts';
import { findRow, saved, type Row, type Store } from './store.ts';

const CHANGES_TOLD = 4;
const CHANGES_COUNTED = 100;

/** A version as this program reads it, without checking it: what is compared may be of any age. */
const raw = (row: RevisionRow): Record<string, unknown> =>
  JSON.parse(unpack(row.packed)) as Record<string, unknown>;

function toldRevision(row: RevisionRow, before: RevisionRow | undefined): Revision {
  const all = before ? changesBetween(raw(before), raw(row), CHANGES_COUNTED) : [];
  return {
    version: row.version,
    savedAt: row.savedAt.toISOString(),
    milestone: row.milestone,
    changes: all.slice(0, CHANGES_TOLD),
    moreChanges: Math.max(0, all.length - CHANGES_TOLD),
  };
}

/** A page of the saved versions of a document, newest first, each with what changed. */
export async function revisionPage(
  store: Store,
  kind: Kind,
  id: string,
  page: { readonly before: number | undefined; readonly limit: number },
): Promise<RevisionPage> {
  const where = { kind, documentId: id };
  const rows = await RevisionRow.findAll({
    where: page.before === undefined ? where : { ...where, version: { [Op.lt]: page.before } },
    order: [['version', 'DESC']],
    // One more than asked for: the last one on the page is compared with it.
    limit: page.limit + 1,
  });
  if (rows.length === 0 && page.before === undefined) throw notFound(kind);
  const shown = rows.slice(0, page.limit);
  const [size] = await store.sequelize.query<{ bytes: number }>(
    'SELECT page_count * page_size AS bytes FROM pragma_page_count(), pragma_page_size()',
    { type: QueryTypes.SELECT },
  );
  return {
    revisions: shown.map((row, i) => toldRevision(row, rows[i + 1])),
    total: await RevisionRow.count({ where }),
    before: rows.length > page.limit ? (shown.at(-1)?.version ?? null) : null,
    fileBytes: size?.bytes ?? 0,
  };
}

async function revisionRow(kind: Kind, id: string, version: number): Promise<RevisionRow> {
  const row = await RevisionRow.findOne({ where: { kind, documentId: id, version } });
  if (!row) throw notFound('such version');
  return row;
}

function readRevision(kind: Kind, row: RevisionRow): House | Job {
  const read = readDocument(kind, raw(row));
  if (!read.ok) throw unreadable(kind, read.problems);
  return read.value;
}

/** One saved version, whole: to look at, to compare, to download. */
export async function revision(kind: Kind, id: string, version: number): Promise<Saved<House | Job>> {
  const row = await revisionRow(kind, id, version);
  return { version, updatedAt: row.savedAt.toISOString(), document: readRevision(kind, row) };
}

/** Brings an old version back as the newest one, over the version that the client knows. */
export async function restoreRevision(
  store: Store,
  kind: Kind,
  id: string,
  version: number,
  known: number,
): Promise<Saved<House | Job>> {
  const document = readRevision(kind, await revisionRow(kind, id, version));
  return kind === 'house' ? store.saveHouse(document as House, known) : store.saveJob(document as Job, known);
}

/** What was deleted, newest first. It stays until it is deleted for good. */
export async function binned(): Promise<Binned[]> {
  const attributes = ['id', 'name', 'version', 'deletedAt'];
  const deletedAt = { [Op.ne]: null };
  const houses = await HouseRow.findAll({ attributes, where: { deletedAt } });
  const jobs = await JobRow.findAll({ attributes: [...attributes, 'houseId'], where: { deletedAt } });
  const homes = await HouseRow.findAll({
    attributes,
    where: { id: [...new Set(jobs.map((j) => j.houseId))] },
  });
  const inside = await JobRow.findAll({
    attributes: ['name', 'houseId'],
    where: { houseId: houses.map((h) => h.id), deletedAt: null },
    order: [['createdAt', 'ASC']],
  });
  const told = (kind: Kind, row: Row) => ({
    kind,
    id: row.id,
    name: row.name,
    version: row.version,
    deletedAt: row.deletedAt?.toISOString() ?? '',
  });
  return [
    ...houses.map((h): Binned => ({
      ...told('house', h),
      house: null,
      jobs: inside.filter((j) => j.houseId === h.id).map((j) => j.name),
    })),
    ...jobs.map((j): Binned => {
      const home = homes.find((h) => h.id === j.houseId);
      return {
        ...told('job', j),
        house: home ? { id: home.id, name: home.name, binned: Boolean(home.deletedAt) } : null,
        jobs: [],
      };
    }),
  ].sort((a, b) => b.deletedAt.localeCompare(a.deletedAt));
}

async function binnedRow(kind: Kind, id: string, transaction: Transaction): Promise<Row> {
  const row = await findRow(kind, id, transaction);
  if (!row) throw notFound(kind);
  if (!row.deletedAt)
    throw new Problem(409, 'Not in the bin', `This ${kind} is not in the bin. Reload the page.`);
  return row;
}

/** Takes a document out of the bin: its newest version, a house with the jobs that were in it. */
export async function unbin(
  store: Store,
  kind: Kind,
  id: string,
  known: number,
): Promise<Saved<House | Job>> {
  return store.write(async (transaction) => {
    const row = await binnedRow(kind, id, transaction);
    if (row.version !== known)
      throw new Problem(
        409,
        'Changed elsewhere',
        `This ${kind} was restored and deleted again in another tab. Reload the page and try again.`,
      );
    if (row instanceof JobRow) {
      const home = await HouseRow.findByPk(row.houseId, { attributes: ['name', 'deletedAt'], transaction });
      if (home?.deletedAt)
        throw new Problem(
          409,
          'Its house is in the bin',
          `Restore the house "${home.name}" first; this job belongs to it.`,
        );
    }
    row.deletedAt = null;
    await row.save({ transaction, silent: true });
    return saved(kind, row);
  });
}

/** Deletes for good what lies in the bin, with its history; a house with its jobs. */
export async function purge(store: Store, kind: Kind, id: string): Promise<void> {
  await store.write(async (transaction) => {
    const row = await binnedRow(kind, id, transaction);
    const jobs =
      kind === 'house'
        ? await JobRow.findAll({ attributes: ['id'], where: { houseId: id }, transaction })
        : [];
    await RevisionRow.destroy({ where: { kind, documentId: id }, transaction });
    if (jobs.length > 0)
      await RevisionRow.destroy({
        where: { kind: 'job', documentId: jobs.map((j) => j.id) },
        transaction,
      });
    await PhotoRow.destroy({
      where: { jobId: [photosKey({ kind, id }), ...jobs.map((j) => j.id)] },
      transaction,
    });
    if (jobs.length > 0) await JobRow.destroy({ where: { houseId: id }, transaction });
    await row.destroy({ transaction });
  });
}
