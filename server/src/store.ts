import {
  HOUSE_VERSION,
  JOB_VERSION,
  MOST_JOBS,
  type House,
  type HouseSummary,
  type Job,
  type Saved,
} from '@elwand/core';
import { QueryTypes, Transaction, type Sequelize } from 'sequelize';
import { HouseRow, JobRow, RevisionRow } from './database.ts';
import { readDocument, type Kind } from './documents.ts';
import { HOUSE_BYTES } from './limits.ts';
import { pack } from './packing.ts';
import { gone, notFound, Problem, unreadable } from './problem.ts';
import { thinnedOut } from './thinning.ts';

export type Row = HouseRow | JobRow;

/** The row of a document, wherever it is, in the bin too. */
export const findRow = (kind: Kind, id: string, transaction?: Transaction): Promise<Row | null> =>
  kind === 'house' ? HouseRow.findByPk(id, { transaction }) : JobRow.findByPk(id, { transaction });

export interface StoreOptions {
  /** The clock; tests bring their own. */
  readonly now?: () => Date;
}

/** Saves of one document between two looks for revisions to thin out. */
const SAVES_PER_THINNING = 50;

const parse = <T extends House | Job>(kind: Kind, row: Pick<Row, 'id' | 'body'>): T => {
  const raw: unknown = JSON.parse(row.body);
  const read = readDocument(kind, raw);
  if (!read.ok) throw unreadable(kind, read.problems);
  return read.value as T;
};

export const saved = <T extends House | Job>(kind: Kind, row: Row): Saved<T> => ({
  version: row.version,
  updatedAt: row.updatedAt.toISOString(),
  document: parse<T>(kind, row),
});

/** A document of a newer program is kept as it is: this one would lose what it does not know. */
function assertOurs(kind: Kind, row: Row): void {
  const { formatVersion } = JSON.parse(row.body) as { formatVersion?: unknown };
  const known = kind === 'house' ? HOUSE_VERSION : JOB_VERSION;
  if (typeof formatVersion === 'number' && formatVersion > known)
    throw unreadable(kind, [
      {
        where: `${kind}.formatVersion`,
        what: `is ${formatVersion}; this program knows up to ${known}. Update Elwand and try again`,
      },
    ]);
}

const LISTED = (of: string): string =>
  `'id', ${of}.id, 'name', ${of}.name, 'version', ${of}.version, 'updatedAt', ${of}.updatedAt`;

// Objects are joined as text: given to another JSON function, SQLite would read every one of them again.
const LIST = `SELECT '[' || coalesce(group_concat(house, ','), '') || ']' AS list FROM (
  SELECT rtrim(json_object(${LISTED('h')}), '}') || ',"jobs":[' || coalesce((
    SELECT group_concat(job, ',') FROM (
      SELECT json_object(${LISTED('j')}, 'signedOff', j.signedOff) AS job
      FROM jobs j WHERE j.houseId = h.id AND j.deletedAt IS NULL ORDER BY j.createdAt, j.id)
  ), '') || ']}' AS house
  FROM houses h WHERE h.deletedAt IS NULL ORDER BY h.createdAt, h.id)`;

/** Sequelize writes `2026-11-28 10:00:00.000 +00:00`; the list speaks ISO 8601. A name can't look like this: its quotes are escaped. */
const isoDates = (list: string): string =>
  list.replace(/"updatedAt":"(\S{10}) (\S{12}) \+00:00"/g, '"updatedAt":"$1T$2Z"');

/** Houses and jobs on disk. Every save is one transaction: the document and its revision together, or neither. */
export class Store {
  private queue: Promise<unknown> = Promise.resolve();
  private listed: { readonly dataVersion: number; readonly text: string } | null = null;
  private readonly savesSince = new Map<string, number>();
  readonly sequelize: Sequelize;
  readonly now: () => Date;

  constructor(sequelize: Sequelize, { now = () => new Date() }: StoreOptions = {}) {
    this.sequelize = sequelize;
    this.now = now;
  }

  /**
   * Houses with their jobs as JSON text, put together by SQLite from an index: no document is read for it. It is kept until
   * the database says that somebody, this program or another one, has written to it.
   */
  async listText(): Promise<string> {
    const [now] = await this.sequelize.query<{ data_version: number }>('PRAGMA data_version', {
      type: QueryTypes.SELECT,
    });
    if (now && this.listed?.dataVersion === now.data_version) return this.listed.text;
    const [row] = await this.sequelize.query<{ list: string }>(LIST, { type: QueryTypes.SELECT });
    const text = isoDates(row?.list ?? '[]');
    if (now) this.listed = { dataVersion: now.data_version, text };
    return text;
  }

  async list(): Promise<HouseSummary[]> {
    return JSON.parse(await this.listText()) as HouseSummary[];
  }

  async house(id: string): Promise<Saved<House>> {
    return saved('house', await this.houseRow(id));
  }

  async job(id: string): Promise<Saved<Job>> {
    return saved('job', await this.jobRow(id));
  }

  async createHouse(house: House): Promise<Saved<House>> {
    return this.write((transaction) => this.insertHouse(house, transaction));
  }

  async createJob(job: Job): Promise<Saved<Job>> {
    return this.write((transaction) => this.insertJob(job, transaction));
  }

  /** A house with all its jobs, or nothing. */
  async createBundle(house: House, jobs: readonly Job[]): Promise<void> {
    await this.write(async (transaction) => {
      await this.insertHouse(house, transaction);
      for (const job of jobs) await this.insertJob(job, transaction);
    });
  }

  /** Saves a house over the version that the client knows; a stale one is refused with the present document. */
  async saveHouse(house: House, known: number): Promise<Saved<House>> {
    return this.write((transaction) => this.updateHouse(house, known, transaction));
  }

  async saveJob(job: Job, known: number): Promise<Saved<Job>> {
    return this.write((transaction) => this.updateJob(job, known, transaction));
  }

  /** A house and one of its jobs, both or neither: what a sign-off changes at once. */
  async saveBoth(
    house: House,
    job: Job,
    known: { readonly house: number; readonly job: number },
  ): Promise<{ house: Saved<House>; job: Saved<Job> }> {
    return this.write(async (transaction) => ({
      house: await this.updateHouse(house, known.house, transaction),
      job: await this.updateJob(job, known.job, transaction),
    }));
  }

  private async updateHouse(house: House, known: number, transaction: Transaction): Promise<Saved<House>> {
    const row = await this.houseRow(house.id, transaction);
    return this.update('house', row, { name: house.name, body: JSON.stringify(house) }, known, transaction);
  }

  private async updateJob(job: Job, known: number, transaction: Transaction): Promise<Saved<Job>> {
    const row = await this.jobRow(job.id, transaction);
    if (row.houseId !== job.houseId)
      throw new Problem(
        422,
        "This job can't be saved",
        'houseId: a job stays with its house. Nothing was changed.',
        [{ where: 'job.houseId', what: 'differs from the saved one' }],
      );
    const signedNow = job.signedOff !== null && job.signedOff !== row.signedOff;
    row.signedOff = job.signedOff;
    const change = { name: job.name, body: JSON.stringify(job) };
    const done = await this.update<Job>('job', row, change, known, transaction, signedNow);
    // The house as it was written together with the sign-off belongs to the record too.
    if (signedNow) await this.markHouse(row.houseId, transaction);
    return done;
  }

  /** Puts a document into the bin, a house with all its jobs. */
  async remove(kind: Kind, id: string, known?: number): Promise<void> {
    await this.write(async (transaction) => {
      const row =
        kind === 'house' ? await this.houseRow(id, transaction) : await this.jobRow(id, transaction);
      if (known !== undefined && row.version !== known) throw this.conflict(kind, row);
      row.deletedAt = this.now();
      await row.save({ transaction, silent: true });
    });
  }

  /** The row of a house that is there; one in the bin is told so. */
  async houseRow(id: string, transaction?: Transaction): Promise<HouseRow> {
    const row = await HouseRow.findByPk(id, { transaction });
    if (!row) throw notFound('house');
    if (row.deletedAt) throw gone('house');
    return row;
  }

  /** The row of a job that is there; one in the bin, or in a house in the bin, is told so. */
  async jobRow(id: string, transaction?: Transaction): Promise<JobRow> {
    const row = await JobRow.findByPk(id, { transaction });
    if (!row) throw notFound('job');
    if (row.deletedAt) throw gone('job');
    const house = await HouseRow.findByPk(row.houseId, { attributes: ['deletedAt'], transaction });
    if (!house || house.deletedAt) throw gone('job');
    return row;
  }

  private async insertHouse(house: House, transaction: Transaction): Promise<Saved<House>> {
    await this.assertFree('house', house.id, transaction);
    const version = await this.nextVersion('house', house.id, transaction);
    const row = await HouseRow.create(
      { id: house.id, name: house.name, version, body: JSON.stringify(house) },
      { transaction },
    );
    await this.keep('house', row, transaction, version === 1);
    return saved('house', row);
  }

  private async insertJob(job: Job, transaction: Transaction): Promise<Saved<Job>> {
    const house = await HouseRow.findByPk(job.houseId, { attributes: ['deletedAt'], transaction });
    if (!house) throw notFound('house for this job');
    if (house.deletedAt) throw gone('house');
    await this.assertFree('job', job.id, transaction);
    if ((await JobRow.count({ where: { houseId: job.houseId }, transaction })) >= MOST_JOBS)
      throw new Problem(
        422,
        'Too many jobs',
        `A house holds ${MOST_JOBS} jobs, those in the bin included. Delete one for good, or copy the house.`,
        [{ where: 'job.houseId', what: `already has ${MOST_JOBS} jobs` }],
      );
    const body = JSON.stringify(job);
    await this.assertRoom(job.houseId, body.length, transaction);
    const version = await this.nextVersion('job', job.id, transaction);
    const row = await JobRow.create(
      { id: job.id, houseId: job.houseId, name: job.name, signedOff: job.signedOff, version, body },
      { transaction },
    );
    await this.keep('job', row, transaction, version === 1 || job.signedOff !== null);
    return saved('job', row);
  }

  private async assertFree(kind: Kind, id: string, transaction: Transaction): Promise<void> {
    const row = await findRow(kind, id, transaction);
    if (!row) return;
    throw new Problem(
      409,
      'Already there',
      row.deletedAt
        ? `A ${kind} with the id ${id} is in the bin. Restore it from there.`
        : `A ${kind} with the id ${id} is already here.`,
    );
  }

  /** A house and its jobs together stay small enough to be exported and read again. */
  private async assertRoom(houseId: string, bytes: number, transaction: Transaction): Promise<void> {
    const [row] = await this.sequelize.query<{ bytes: number }>(
      'SELECT (SELECT length(body) FROM houses WHERE id = $id) + (SELECT coalesce(sum(length(body)), 0) FROM jobs WHERE houseId = $id) AS bytes',
      { type: QueryTypes.SELECT, bind: { id: houseId }, transaction },
    );
    if ((row?.bytes ?? 0) + bytes > HOUSE_BYTES)
      throw new Problem(
        413,
        'Too large',
        `A house and its jobs hold ${HOUSE_BYTES / 1048576} MB together. Delete jobs that are done, or copy the house. Nothing was changed.`,
      );
  }

  private conflict(kind: Kind, row: Row): Problem {
    return new Problem(
      409,
      'Changed elsewhere',
      `This ${kind} was saved from another tab or device after you opened it. Your changes are kept here; choose which to keep.`,
      [],
      { current: saved(kind, row) },
    );
  }

  private async update<T extends House | Job>(
    kind: Kind,
    row: Row,
    change: { name: string; body: string },
    known: number,
    transaction: Transaction,
    milestone = false,
  ): Promise<Saved<T>> {
    assertOurs(kind, row);
    if (row.version !== known) throw this.conflict(kind, row);
    if (row.body === change.body) return saved(kind, row);
    const grown = change.body.length - row.body.length;
    if (grown > 0) await this.assertRoom(row instanceof JobRow ? row.houseId : row.id, grown, transaction);
    row.name = change.name;
    row.body = change.body;
    row.version = await this.nextVersion(kind, row.id, transaction);
    await row.save({ transaction });
    await this.keep(kind, row, transaction, milestone);
    await this.thinNowAndThen(kind, row.id, transaction);
    return saved(kind, row);
  }

  private async nextVersion(kind: Kind, documentId: string, transaction: Transaction): Promise<number> {
    const last: number | null = await RevisionRow.max('version', {
      where: { kind, documentId },
      transaction,
    });
    return (last ?? 0) + 1;
  }

  private async keep(kind: Kind, row: Row, transaction: Transaction, milestone: boolean): Promise<void> {
    await RevisionRow.create(
      {
        kind,
        documentId: row.id,
        version: row.version,
        packed: pack(row.body),
        savedAt: this.now(),
        milestone,
      },
      { transaction },
    );
  }

  private async markHouse(houseId: string, transaction: Transaction): Promise<void> {
    const house = await HouseRow.findByPk(houseId, { attributes: ['id', 'version'], transaction });
    if (house)
      await RevisionRow.update(
        { milestone: true },
        { where: { kind: 'house', documentId: houseId, version: house.version }, transaction },
      );
  }

  private async thinNowAndThen(kind: Kind, documentId: string, transaction: Transaction): Promise<void> {
    const key = `${kind}:${documentId}`;
    const since = (this.savesSince.get(key) ?? 0) + 1;
    this.savesSince.set(key, since % SAVES_PER_THINNING);
    if (since >= SAVES_PER_THINNING) await this.thin(kind, documentId, transaction);
  }

  private async thin(kind: Kind, documentId: string, transaction: Transaction): Promise<number> {
    const revisions = await RevisionRow.findAll({
      attributes: ['version', 'savedAt', 'milestone'],
      where: { kind, documentId },
      transaction,
    });
    const version = thinnedOut(revisions, this.now());
    if (version.length === 0) return 0;
    return RevisionRow.destroy({ where: { kind, documentId, version }, transaction });
  }

  /** Thins the history of every document, one transaction each. @returns how many revisions went */
  async thinAll(): Promise<number> {
    const documents = await this.sequelize.query<{ kind: Kind; documentId: string }>(
      'SELECT DISTINCT kind, documentId FROM revisions',
      { type: QueryTypes.SELECT },
    );
    let count = 0;
    for (const { kind, documentId } of documents)
      count += await this.write((transaction) => this.thin(kind, documentId, transaction));
    return count;
  }

  /** Work on the database from another connection, with no write of ours meanwhile. */
  exclusively<T>(work: () => Promise<T>): Promise<T> {
    const run = this.queue.then(work);
    this.queue = run.catch(() => undefined);
    return run;
  }

  /** One writer at a time: SQLite has one anyway, and waiting here never ends in "database is locked". */
  write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
    const run = this.queue.then(() =>
      this.sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, work),
    );
    this.queue = run.catch(() => undefined);
    return run;
  }
}
