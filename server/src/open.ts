import {
  accessSync,
  closeSync,
  constants,
  existsSync,
  mkdirSync,
  openSync,
  readSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import type { Sequelize } from 'sequelize';
import { withConnection } from './connection.ts';
import { MIGRATION_NAMES, openDatabase } from './database.ts';
import { APPLICATION_ID } from './migrations/0002-history.ts';

/** Why Elwand does not start: one sentence with the file and what to do. */
export class CannotStart extends Error {}

/** An error whose message is meant for the person: ours, or what parseArgs says of an option it does not know. */
export const isSaid = (error: unknown): error is Error =>
  error instanceof CannotStart ||
  (error instanceof Error && String((error as { code?: unknown }).code).startsWith('ERR_PARSE_ARGS'));

const HEADER = 'SQLite format 3\0';

function assertHeader(file: string): void {
  const head = Buffer.alloc(16);
  const fd = openSync(file, 'r');
  try {
    readSync(fd, head, 0, 16, 0);
  } finally {
    closeSync(fd);
  }
  if (head.toString('latin1') !== HEADER)
    throw new CannotStart(`${file} is not a database. Move it away, or name another folder with DATA_DIR.`);
}

/**
 * Looks at a database before anything is written to it.
 * @throws CannotStart when it is damaged, another program's, or written by a newer Elwand
 */
export async function inspect(file: string): Promise<void> {
  if (statSync(file).isDirectory())
    throw new CannotStart(
      `${file} is a folder where the database file should be. Move it away, or name another folder with DATA_DIR.`,
    );
  if (statSync(file).size === 0) return;
  assertHeader(file);
  let foreign = '';
  let newer = '';
  try {
    await withConnection(file, 'read', async (all) => {
      const [check] = await all('PRAGMA quick_check(1)');
      if (check?.quick_check !== 'ok') throw new Error('damaged');
      const [app] = await all('PRAGMA application_id');
      const tables = new Set(
        (await all("SELECT name FROM sqlite_master WHERE type = 'table'")).map((r) => r.name),
      );
      const ours = ['houses', 'jobs', 'revisions', 'SequelizeMeta'].every((t) => tables.has(t));
      const id = Number(app?.application_id ?? 0);
      if (tables.size > 0 && (!ours || (id !== 0 && id !== APPLICATION_ID)))
        foreign = 'it holds other tables';
      if (!ours) return;
      const known = new Set(MIGRATION_NAMES);
      newer =
        (await all('SELECT name FROM SequelizeMeta')).map((r) => String(r.name)).find((n) => !known.has(n)) ??
        '';
    });
  } catch {
    throw new CannotStart(
      `${file} is damaged and can't be read. Restore a backup (npx elwand restore FILE) after moving the damaged file away.`,
    );
  }
  if (foreign)
    throw new CannotStart(
      `${file} belongs to another program: ${foreign}. Name another folder with DATA_DIR; nothing was written.`,
    );
  if (newer)
    throw new CannotStart(
      `${file} was written by a newer Elwand (${newer}). Update Elwand, or name another folder with DATA_DIR; nothing was written.`,
    );
}

/** Folder by folder: Node's own recursive way never comes back where the kernel says no, as under /proc. */
function makeFolder(folder: string): void {
  if (existsSync(folder)) return;
  makeFolder(dirname(folder));
  mkdirSync(folder);
}

function assertFolder(dataDir: string): void {
  if (existsSync(dataDir) && !statSync(dataDir).isDirectory())
    throw new CannotStart(
      `${dataDir} is a file where the data folder should be. Move it away, or name another folder with DATA_DIR.`,
    );
  try {
    makeFolder(dataDir);
    const probe = join(dataDir, `.probe-${process.pid}`);
    writeFileSync(probe, '');
    rmSync(probe);
  } catch {
    throw new CannotStart(
      `The data folder ${dataDir} can't be written to. Make it writable, or name another folder with DATA_DIR.`,
    );
  }
}

/**
 * Opens the database of a data folder, after looking at both.
 * @throws CannotStart with one sentence that names the file and what to do
 */
export async function openData(dataDir: string): Promise<Sequelize> {
  assertFolder(dataDir);
  const file = join(dataDir, 'elwand.sqlite');
  if (existsSync(file)) {
    try {
      accessSync(file, constants.R_OK | constants.W_OK);
    } catch {
      throw new CannotStart(
        `${file} can't be written to. Make it writable, or name another folder with DATA_DIR.`,
      );
    }
    await inspect(file);
  }
  return openDatabase(file);
}
