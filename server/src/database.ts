import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import {
  DataTypes,
  Model,
  QueryTypes,
  Sequelize,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
} from 'sequelize';
import sqlite3 from 'sqlite3';
import { SequelizeStorage, Umzug } from 'umzug';
import * as documents from './migrations/0001-documents.ts';
import * as history from './migrations/0002-history.ts';
import * as photos from './migrations/0003-photos.ts';

export class HouseRow extends Model<InferAttributes<HouseRow>, InferCreationAttributes<HouseRow>> {
  declare id: string;
  declare name: string;
  declare version: number;
  declare body: string;
  /** Set while it lies in the bin. */
  declare deletedAt: CreationOptional<Date | null>;
  declare createdAt: CreationOptional<Date>;
  declare updatedAt: CreationOptional<Date>;
}

export class JobRow extends Model<InferAttributes<JobRow>, InferCreationAttributes<JobRow>> {
  declare id: string;
  declare houseId: string;
  declare name: string;
  declare version: number;
  declare body: string;
  declare signedOff: string | null;
  /** Set while it lies in the bin. */
  declare deletedAt: CreationOptional<Date | null>;
  declare createdAt: CreationOptional<Date>;
  declare updatedAt: CreationOptional<Date>;
}

export class RevisionRow extends Model<InferAttributes<RevisionRow>, InferCreationAttributes<RevisionRow>> {
  declare seq: CreationOptional<number>;
  declare kind: 'house' | 'job';
  declare documentId: string;
  declare version: number;
  /** The document as saved, gzip. */
  declare packed: Buffer;
  /** The first version, and those that were signed off: they are never thinned out. */
  declare milestone: boolean;
  declare savedAt: Date;
}

/** A picture of a job. */
export class PhotoRow extends Model<InferAttributes<PhotoRow>, InferCreationAttributes<PhotoRow>> {
  declare jobId: string;
  declare id: string;
  declare jpeg: Buffer;
  declare addedAt: Date;
}

/** A phone or tablet that was let in from the house network. */
export class DeviceRow extends Model<InferAttributes<DeviceRow>, InferCreationAttributes<DeviceRow>> {
  declare id: string;
  declare name: string;
  declare pairedAt: Date;
  declare seenAt: Date;
}

export class SettingRow extends Model<InferAttributes<SettingRow>, InferCreationAttributes<SettingRow>> {
  declare key: string;
  declare value: string;
}

const MIGRATIONS = [
  { name: '0001-documents', ...documents },
  { name: '0002-history', ...history },
  { name: '0003-photos', ...photos },
];
/** Migrations that this program knows; a database with others was written by a newer one. */
export const MIGRATION_NAMES: readonly string[] = MIGRATIONS.map((m) => m.name);

function defineModels(sequelize: Sequelize): void {
  const document = {
    id: { type: DataTypes.STRING(64), primaryKey: true },
    name: { type: DataTypes.STRING(120), allowNull: false },
    version: { type: DataTypes.INTEGER, allowNull: false },
    body: { type: DataTypes.TEXT, allowNull: false },
    deletedAt: { type: DataTypes.DATE, allowNull: true },
    createdAt: DataTypes.DATE,
    updatedAt: DataTypes.DATE,
  };
  HouseRow.init(document, { sequelize, tableName: 'houses' });
  JobRow.init(
    {
      ...document,
      houseId: { type: DataTypes.STRING(64), allowNull: false },
      signedOff: { type: DataTypes.STRING(40), allowNull: true },
    },
    { sequelize, tableName: 'jobs' },
  );
  RevisionRow.init(
    {
      seq: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      kind: { type: DataTypes.STRING(8), allowNull: false },
      documentId: { type: DataTypes.STRING(64), allowNull: false },
      version: { type: DataTypes.INTEGER, allowNull: false },
      packed: { type: DataTypes.BLOB, allowNull: false },
      milestone: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
      savedAt: { type: DataTypes.DATE, allowNull: false },
    },
    { sequelize, tableName: 'revisions', timestamps: false },
  );
  PhotoRow.init(
    {
      jobId: { type: DataTypes.STRING(64), primaryKey: true },
      id: { type: DataTypes.STRING(64), primaryKey: true },
      jpeg: { type: DataTypes.BLOB, allowNull: false },
      addedAt: { type: DataTypes.DATE, allowNull: false },
    },
    { sequelize, tableName: 'photos', timestamps: false },
  );
  DeviceRow.init(
    {
      id: { type: DataTypes.STRING(32), primaryKey: true },
      name: { type: DataTypes.STRING(120), allowNull: false },
      pairedAt: { type: DataTypes.DATE, allowNull: false },
      seenAt: { type: DataTypes.DATE, allowNull: false },
    },
    { sequelize, tableName: 'devices', timestamps: false },
  );
  SettingRow.init(
    {
      key: { type: DataTypes.STRING(40), primaryKey: true },
      value: { type: DataTypes.TEXT, allowNull: false },
    },
    { sequelize, tableName: 'settings', timestamps: false },
  );
}

/**
 * Connects to a database file (and makes it, if need be) and brings its tables up to date.
 * Write-ahead log and full syncs: a crash in the middle of a save leaves the last good version.
 */
export async function connect(storage: string): Promise<Sequelize> {
  mkdirSync(dirname(storage), { recursive: true });
  const sequelize = new Sequelize({ dialect: 'sqlite', dialectModule: sqlite3, storage, logging: false });
  await sequelize.query('PRAGMA journal_mode = WAL');
  await sequelize.query('PRAGMA synchronous = FULL');
  await sequelize.query('PRAGMA foreign_keys = ON');
  // The index that the list is made from stays in memory.
  await sequelize.query('PRAGMA cache_size = -32000');
  // A restore from the command line may hold the lock for a moment.
  await sequelize.query('PRAGMA busy_timeout = 15000');
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, up, down }) => ({
      name,
      up: () => up(sequelize.getQueryInterface()),
      down: () => down(sequelize.getQueryInterface()),
    })),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  });
  await umzug.up();
  return sequelize;
}

/** Opens the database that this process works with: the models are its own from here on. */
export async function openDatabase(storage: string): Promise<Sequelize> {
  const sequelize = await connect(storage);
  defineModels(sequelize);
  await shrink(sequelize);
  return sequelize;
}

/** Free pages, as a share of the file and in number, from which the file is written anew. */
const FREE_SHARE = 0.25;
const FREE_PAGES = 1000;

/** Gives back what thinning and the bin have freed. */
async function shrink(sequelize: Sequelize): Promise<void> {
  const read = async (name: string): Promise<number> => {
    const [row] = await sequelize.query<Record<string, number>>(`PRAGMA ${name}`, {
      type: QueryTypes.SELECT,
    });
    return row?.[name] ?? 0;
  };
  const free = await read('freelist_count');
  if (free > FREE_PAGES && free > FREE_SHARE * (await read('page_count'))) await sequelize.query('VACUUM');
}
