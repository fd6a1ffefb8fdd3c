import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import {
  DataTypes,
  Model,
  Sequelize,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
} from 'sequelize';
import sqlite3 from 'sqlite3';
import { SequelizeStorage, Umzug } from 'umzug';
import * as documents from './migrations/0001-documents.ts';

export class HouseRow extends Model<InferAttributes<HouseRow>, InferCreationAttributes<HouseRow>> {
  declare id: string;
  declare name: string;
  declare version: number;
  declare body: string;
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
  declare createdAt: CreationOptional<Date>;
  declare updatedAt: CreationOptional<Date>;
}

export class RevisionRow extends Model<InferAttributes<RevisionRow>, InferCreationAttributes<RevisionRow>> {
  declare seq: CreationOptional<number>;
  declare kind: 'house' | 'job';
  declare documentId: string;
  declare version: number;
  declare body: string;
  declare savedAt: Date;
}

const MIGRATIONS = [{ name: '0001-documents', ...documents }];

function defineModels(sequelize: Sequelize): void {
  const document = {
    id: { type: DataTypes.STRING(64), primaryKey: true },
    name: { type: DataTypes.STRING(120), allowNull: false },
    version: { type: DataTypes.INTEGER, allowNull: false },
    body: { type: DataTypes.TEXT, allowNull: false },
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
      body: { type: DataTypes.TEXT, allowNull: false },
      savedAt: { type: DataTypes.DATE, allowNull: false },
    },
    { sequelize, tableName: 'revisions', timestamps: false },
  );
}

/**
 * Opens (and makes, if need be) the database and brings it up to date.
 * Write-ahead log and full syncs: a crash in the middle of a save leaves the last good version.
 */
export async function openDatabase(storage: string): Promise<Sequelize> {
  mkdirSync(dirname(storage), { recursive: true });
  const sequelize = new Sequelize({ dialect: 'sqlite', dialectModule: sqlite3, storage, logging: false });
  await sequelize.query('PRAGMA journal_mode = WAL');
  await sequelize.query('PRAGMA synchronous = FULL');
  await sequelize.query('PRAGMA foreign_keys = ON');
  defineModels(sequelize);
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
