import { readHouse, readJob, type House, type Job } from '@elwand/core';
import type { Sequelize, Transaction } from 'sequelize';
import { Transaction as TransactionType } from 'sequelize';
import { HouseRow, JobRow, RevisionRow } from './database.ts';
import { notFound, Problem, unreadable } from './problem.ts';

export interface Saved<T> {
  readonly version: number;
  readonly updatedAt: string;
  readonly document: T;
}

interface JobSummary {
  readonly id: string;
  readonly name: string;
  readonly version: number;
  readonly updatedAt: string;
  readonly signedOff: string | null;
}
export interface HouseSummary extends Omit<JobSummary, 'signedOff'> {
  readonly jobs: readonly JobSummary[];
}
export interface Revision {
  readonly version: number;
  readonly savedAt: string;
}

type Kind = 'house' | 'job';
type Row = HouseRow | JobRow;

const parse = <T extends House | Job>(kind: Kind, row: Pick<Row, 'id' | 'body'>): T => {
  const raw: unknown = JSON.parse(row.body);
  const read = kind === 'house' ? readHouse(raw) : readJob(raw);
  if (!read.ok) throw unreadable(kind, read.problems);
  return read.value as T;
};

const saved = <T extends House | Job>(kind: Kind, row: Row): Saved<T> => ({
  version: row.version,
  updatedAt: row.updatedAt.toISOString(),
  document: parse<T>(kind, row),
});

/** Houses and jobs on disk. Every save is one transaction: the document and its revision together, or neither. */
export class Store {
  private queue: Promise<unknown> = Promise.resolve();
  private readonly sequelize: Sequelize;

  constructor(sequelize: Sequelize) {
    this.sequelize = sequelize;
  }

  async list(): Promise<HouseSummary[]> {
    const [houses, jobs] = await Promise.all([
      HouseRow.findAll({
        attributes: ['id', 'name', 'version', 'updatedAt'],
        order: [
          ['createdAt', 'ASC'],
          ['id', 'ASC'],
        ],
      }),
      JobRow.findAll({
        attributes: ['id', 'houseId', 'name', 'version', 'updatedAt', 'signedOff'],
        order: [
          ['createdAt', 'ASC'],
          ['id', 'ASC'],
        ],
      }),
    ]);
    return houses.map((h) => ({
      id: h.id,
      name: h.name,
      version: h.version,
      updatedAt: h.updatedAt.toISOString(),
      jobs: jobs
        .filter((j) => j.houseId === h.id)
        .map((j) => ({
          id: j.id,
          name: j.name,
          version: j.version,
          updatedAt: j.updatedAt.toISOString(),
          signedOff: j.signedOff,
        })),
    }));
  }

  async house(id: string): Promise<Saved<House>> {
    const row = await HouseRow.findByPk(id);
    if (!row) throw notFound('house');
    return saved('house', row);
  }

  async job(id: string): Promise<Saved<Job>> {
    const row = await JobRow.findByPk(id);
    if (!row) throw notFound('job');
    return saved('job', row);
  }

  async jobsOf(houseId: string): Promise<Job[]> {
    const rows = await JobRow.findAll({
      where: { houseId },
      order: [
        ['createdAt', 'ASC'],
        ['id', 'ASC'],
      ],
    });
    return rows.map((r) => parse<Job>('job', r));
  }

  async createHouse(house: House): Promise<Saved<House>> {
    return this.write((transaction) => this.insertHouse(house, transaction));
  }

  async createJob(job: Job): Promise<Saved<Job>> {
    return this.write((transaction) => this.insertJob(job, transaction));
  }

  /** Brings in a house with its jobs: all of it or nothing. */
  async createBundle(house: House, jobs: readonly Job[]): Promise<void> {
    await this.write(async (transaction) => {
      await this.insertHouse(house, transaction);
      for (const job of jobs) await this.insertJob(job, transaction);
    });
  }

  /** Saves a house over the version that the client knows; a stale one is refused with the present document. */
  async saveHouse(house: House, known: number): Promise<Saved<House>> {
    return this.write(async (transaction) => {
      const row = await HouseRow.findByPk(house.id, { transaction });
      if (!row) throw notFound('house');
      return this.update('house', row, { name: house.name, body: JSON.stringify(house) }, known, transaction);
    });
  }

  async saveJob(job: Job, known: number): Promise<Saved<Job>> {
    return this.write(async (transaction) => {
      const row = await JobRow.findByPk(job.id, { transaction });
      if (!row) throw notFound('job');
      if (row.houseId !== job.houseId)
        throw new Problem(
          422,
          "This job can't be saved",
          'houseId: a job stays with its house. Nothing was changed.',
          [{ where: 'job.houseId', what: 'differs from the saved one' }],
        );
      row.signedOff = job.signedOff;
      return this.update('job', row, { name: job.name, body: JSON.stringify(job) }, known, transaction);
    });
  }

  async remove(kind: Kind, id: string): Promise<void> {
    await this.write(async (transaction) => {
      const count =
        kind === 'house'
          ? await HouseRow.destroy({ where: { id }, transaction })
          : await JobRow.destroy({ where: { id }, transaction });
      if (count === 0) throw notFound(kind);
    });
  }

  async revisions(kind: Kind, id: string): Promise<Revision[]> {
    const rows = await RevisionRow.findAll({
      attributes: ['version', 'savedAt'],
      where: { kind, documentId: id },
      order: [['version', 'DESC']],
      limit: 200,
    });
    return rows.map((r) => ({ version: r.version, savedAt: r.savedAt.toISOString() }));
  }

  /** Brings an old version back as the newest one; a deleted document comes back the same way. */
  async restore(kind: Kind, id: string, version: number): Promise<Saved<House | Job>> {
    const old = await RevisionRow.findOne({ where: { kind, documentId: id, version } });
    if (!old) throw notFound('such version');
    if (kind === 'house') {
      const house = parse<House>('house', { id, body: old.body });
      const row = await HouseRow.findByPk(id);
      return row ? this.saveHouse(house, row.version) : this.createHouse(house);
    }
    const job = parse<Job>('job', { id, body: old.body });
    const row = await JobRow.findByPk(id);
    return row ? this.saveJob(job, row.version) : this.createJob(job);
  }

  private async insertHouse(house: House, transaction: Transaction): Promise<Saved<House>> {
    if (await HouseRow.findByPk(house.id, { transaction }))
      throw new Problem(409, 'Already there', `A house with the id ${house.id} is already here.`);
    const version = await this.nextVersion('house', house.id, transaction);
    const row = await HouseRow.create(
      { id: house.id, name: house.name, version, body: JSON.stringify(house) },
      { transaction },
    );
    await this.keep('house', house.id, version, row.body, transaction);
    return saved('house', row);
  }

  private async insertJob(job: Job, transaction: Transaction): Promise<Saved<Job>> {
    if (!(await HouseRow.findByPk(job.houseId, { transaction }))) throw notFound('house for this job');
    if (await JobRow.findByPk(job.id, { transaction }))
      throw new Problem(409, 'Already there', `A job with the id ${job.id} is already here.`);
    const version = await this.nextVersion('job', job.id, transaction);
    const row = await JobRow.create(
      {
        id: job.id,
        houseId: job.houseId,
        name: job.name,
        signedOff: job.signedOff,
        version,
        body: JSON.stringify(job),
      },
      { transaction },
    );
    await this.keep('job', job.id, version, row.body, transaction);
    return saved('job', row);
  }

  private async update<T extends House | Job>(
    kind: Kind,
    row: Row,
    change: { name: string; body: string },
    known: number,
    transaction: Transaction,
  ): Promise<Saved<T>> {
    if (row.version !== known)
      throw new Problem(
        409,
        'Changed elsewhere',
        `This ${kind} was saved from another tab or device after you opened it. Your changes are kept here; choose which to keep.`,
        [],
        { current: saved(kind, row) },
      );
    if (row.body === change.body) return saved(kind, row);
    row.name = change.name;
    row.body = change.body;
    row.version = await this.nextVersion(kind, row.id, transaction);
    await row.save({ transaction });
    await this.keep(kind, row.id, row.version, row.body, transaction);
    return saved(kind, row);
  }

  private async nextVersion(kind: Kind, documentId: string, transaction: Transaction): Promise<number> {
    const last: number | null = await RevisionRow.max('version', {
      where: { kind, documentId },
      transaction,
    });
    return (last ?? 0) + 1;
  }

  private async keep(
    kind: Kind,
    documentId: string,
    version: number,
    body: string,
    transaction: Transaction,
  ): Promise<void> {
    await RevisionRow.create({ kind, documentId, version, body, savedAt: new Date() }, { transaction });
  }

  /** One writer at a time: SQLite has one anyway, and waiting here never ends in "database is locked". */
  private write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
    const run = this.queue.then(() =>
      this.sequelize.transaction({ type: TransactionType.TYPES.IMMEDIATE }, work),
    );
    this.queue = run.catch(() => undefined);
    return run;
  }
}
