import type { Backup } from '@elwand/core';
import { copyFileSync, existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { basename, dirname, join, resolve } from 'node:path';
import { withConnection, type Ask } from './connection.ts';
import { connect } from './database.ts';
import { BACKUPS_KEPT } from './limits.ts';
import { CannotStart, inspect } from './open.ts';

/** Backups by SQLite itself: a consistent copy of the whole database while the server runs or not. */

const FOLDER = 'backups';
const NAME = /^[\w-]{1,80}\.sqlite$/;
/** A name that can be one of our backups; anything else never reaches the disk. */
export const isBackupName = (name: string): boolean => NAME.test(name);

const stamp = (now: Date): string => now.toISOString().slice(0, 19).replaceAll(':', '-');

const backupFolder = (dataDir: string): string => join(dataDir, FOLDER);
export const backupFile = (dataDir: string, name: string): string => join(backupFolder(dataDir), name);

/** Backups in the data folder, newest first. */
export function listBackups(dataDir: string): Backup[] {
  const folder = backupFolder(dataDir);
  if (!existsSync(folder)) return [];
  return readdirSync(folder)
    .filter(isBackupName)
    .map((name) => {
      const { size, mtime } = statSync(join(folder, name));
      return { name, bytes: size, madeAt: mtime.toISOString() };
    })
    .sort((a, b) => b.madeAt.localeCompare(a.madeAt) || b.name.localeCompare(a.name));
}

const databaseFile = (dataDir: string): string => join(dataDir, 'elwand.sqlite');

/** Writes a database as it is at this moment into a file that must not exist yet. */
async function copyDatabase(database: string, target: string): Promise<void> {
  mkdirSync(dirname(resolve(target)), { recursive: true });
  await withConnection(database, 'write', (ask) => ask('VACUUM INTO $target', { $target: resolve(target) }));
}

/** A backup in the data folder; the oldest go when there are too many. */
export async function backupHere(
  dataDir: string,
  now: Date,
  why: 'backup' | 'before-restore' = 'backup',
): Promise<Backup> {
  let name = `${why}-${stamp(now)}.sqlite`;
  for (let n = 2; existsSync(backupFile(dataDir, name)); n++) name = `${why}-${stamp(now)}-${n}.sqlite`;
  await copyDatabase(databaseFile(dataDir), backupFile(dataDir, name));
  const all = listBackups(dataDir);
  for (const old of all.slice(BACKUPS_KEPT)) rmSync(backupFile(dataDir, old.name), { force: true });
  return all.find((b) => b.name === name) ?? { name, bytes: 0, madeAt: now.toISOString() };
}

const DOCUMENT_TABLES = ['houses', 'jobs', 'revisions', 'photos'] as const;

/**
 * Puts a backup in the place of all houses and jobs that are here, in one transaction; what was here is backed up first.
 * Documents that are here and in the backup get a version above both, so that a tab that is still open cannot save over them
 * unasked. Paired devices stay.
 * @returns the backup of what was here
 */
export async function restoreFrom(dataDir: string, source: string, now: Date): Promise<Backup> {
  const before = await backupHere(dataDir, now, 'before-restore');
  const copy = join(backupFolder(dataDir), `.restoring-${process.pid}-${now.getTime()}.sqlite`);
  try {
    copyFileSync(source, copy);
    // An older backup is brought up to date in the copy; the file itself is left as it is.
    await (await connect(copy)).close();
    await withConnection(databaseFile(dataDir), 'write', async (ask) => {
      await ask('ATTACH DATABASE $copy AS backup', { $copy: copy });
      await ask('BEGIN IMMEDIATE');
      try {
        await replaceAll(ask, now);
        await ask('COMMIT');
      } catch (error) {
        await ask('ROLLBACK');
        throw error;
      }
    });
  } finally {
    for (const end of ['', '-wal', '-shm']) rmSync(`${copy}${end}`, { force: true });
  }
  return before;
}

async function replaceAll(ask: Ask, now: Date): Promise<void> {
  await ask(
    'CREATE TEMP TABLE known AS SELECT kind, documentId, max(version) AS version FROM main.revisions GROUP BY kind, documentId',
  );
  for (const table of ['photos', 'revisions', 'jobs', 'houses']) await ask(`DELETE FROM main.${table}`);
  for (const table of DOCUMENT_TABLES) {
    const columns = (await ask(`PRAGMA main.table_info(${table})`))
      .map((c) => String(c.name))
      .filter((c) => c !== 'seq')
      .join(', ');
    await ask(`INSERT INTO main.${table} (${columns}) SELECT ${columns} FROM backup.${table}`);
  }
  await raiseVersions(ask, 'house', 'houses', now);
  await raiseVersions(ask, 'job', 'jobs', now);
}

async function raiseVersions(
  ask: Ask,
  kind: 'house' | 'job',
  table: 'houses' | 'jobs',
  now: Date,
): Promise<void> {
  const mine = `kind = '${kind}' AND documentId = d.id`;
  const next = `max((SELECT max(version) FROM temp.known WHERE ${mine}), (SELECT max(version) FROM main.revisions WHERE ${mine})) + 1`;
  await ask(
    `INSERT INTO main.revisions (kind, documentId, version, packed, savedAt, milestone)
     SELECT '${kind}', d.id, ${next}, r.packed, $now, 0 FROM main.${table} d
     JOIN main.revisions r ON r.kind = '${kind}' AND r.documentId = d.id AND r.version = d.version
     WHERE d.id IN (SELECT documentId FROM temp.known WHERE kind = '${kind}')`,
    { $now: now.toISOString().replace('T', ' ').replace('Z', ' +00:00') },
  );
  await ask(
    `UPDATE main.${table} AS d SET version = (SELECT max(version) FROM main.revisions WHERE ${mine})
     WHERE d.id IN (SELECT documentId FROM temp.known WHERE kind = '${kind}')`,
  );
}

/** `elwand backup FILE`: the database of a data folder into a file, whether a server runs on it or not. */
export async function backupCommand(dataDir: string, file: string): Promise<string> {
  const database = databaseFile(dataDir);
  if (!existsSync(database))
    throw new CannotStart(`There is no database in ${dataDir}. Name its folder with DATA_DIR.`);
  if (existsSync(file))
    throw new CannotStart(`${file} is there already. Choose another name; nothing was overwritten.`);
  await inspect(database);
  await copyDatabase(database, file);
  return `${file}: ${Math.ceil(statSync(file).size / 1024)} kB`;
}

/** `elwand restore FILE`: puts a backup in the place of what is in the data folder, whether a server runs on it or not. */
export async function restoreCommand(dataDir: string, file: string, now: Date): Promise<string> {
  if (!existsSync(file)) throw new CannotStart(`There is no file ${file}.`);
  await inspect(file);
  const database = databaseFile(dataDir);
  if (existsSync(database)) await inspect(database);
  mkdirSync(dataDir, { recursive: true });
  await (await connect(database)).close();
  const before = await restoreFrom(dataDir, file, now);
  return `Restored ${basename(file)}. What was here before is in ${backupFile(dataDir, before.name)}.`;
}
