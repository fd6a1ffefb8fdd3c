import { gzipSync } from 'node:zlib';
import { QueryTypes, type QueryInterface, type Transaction } from 'sequelize';

/** "Elwd": marks the file as ours, so that a foreign database is never taken for one. */
export const APPLICATION_ID = 0x456c7764;

type Named = { name: string };

/**
 * A bin for what was deleted, packed revisions with the ones that stay for good, paired devices.
 * One transaction, and nothing happens when it was already done: a machine that goes off in the middle starts over.
 */
export async function up(queryInterface: QueryInterface): Promise<void> {
  const { sequelize } = queryInterface;
  await sequelize.transaction(async (transaction) => {
    const columns = await sequelize.query<Named>('PRAGMA table_info(revisions)', {
      type: QueryTypes.SELECT,
      transaction,
    });
    if (columns.some((c) => c.name === 'packed')) return;
    const run = (sql: string) => sequelize.query(sql, { transaction });
    for (const table of ['houses', 'jobs']) await run(`ALTER TABLE ${table} ADD COLUMN deletedAt DATETIME`);
    await run('ALTER TABLE revisions ADD COLUMN packed BLOB');
    await run('ALTER TABLE revisions ADD COLUMN milestone TINYINT(1) NOT NULL DEFAULT 0');
    await packAll(queryInterface, transaction);
    await run('UPDATE revisions SET milestone = 1 WHERE version = 1');
    await run(MARK_SIGNED_OFF);
    await binOrphans(queryInterface, transaction);
    await run('ALTER TABLE revisions DROP COLUMN body');
    // Everything the start page lists, so that listing never reads a document.
    await run(
      'CREATE INDEX jobs_listed ON jobs (houseId, deletedAt, createdAt, id, name, version, updatedAt, signedOff)',
    );
    await run('CREATE INDEX houses_listed ON houses (deletedAt, createdAt, id, name, version, updatedAt)');
    await run(
      'CREATE TABLE devices (id VARCHAR(32) PRIMARY KEY, name VARCHAR(120) NOT NULL, pairedAt DATETIME NOT NULL, seenAt DATETIME NOT NULL)',
    );
    await run('CREATE TABLE settings (key VARCHAR(40) PRIMARY KEY, value TEXT NOT NULL)');
  });
  await sequelize.query(`PRAGMA application_id = ${APPLICATION_ID}`);
}

/** The first revision of a job that carries a given sign-off. */
const MARK_SIGNED_OFF = `UPDATE revisions SET milestone = 1 WHERE seq IN (
  SELECT min(seq) FROM revisions WHERE kind = 'job' AND json_valid(body) AND json_extract(body, '$.signedOff') IS NOT NULL
  GROUP BY documentId, json_extract(body, '$.signedOff'))`;

async function packAll({ sequelize }: QueryInterface, transaction: Transaction): Promise<void> {
  const rows = await sequelize.query<{ seq: number }>('SELECT seq FROM revisions', {
    type: QueryTypes.SELECT,
    transaction,
  });
  for (const { seq } of rows) {
    const [row] = await sequelize.query<{ body: string }>('SELECT body FROM revisions WHERE seq = $seq', {
      type: QueryTypes.SELECT,
      bind: { seq },
      transaction,
    });
    if (row)
      await sequelize.query('UPDATE revisions SET packed = $packed WHERE seq = $seq', {
        bind: { seq, packed: gzipSync(row.body, { level: 9 }) },
        transaction,
      });
  }
}

/** What was deleted before there was a bin is still in the revisions: it goes into the bin. */
async function binOrphans({ sequelize }: QueryInterface, transaction: Transaction): Promise<void> {
  const newest = (kind: 'house' | 'job', table: string) =>
    `FROM revisions r WHERE r.kind = '${kind}' AND json_valid(r.body)
       AND r.version = (SELECT max(version) FROM revisions WHERE kind = r.kind AND documentId = r.documentId)
       AND r.documentId NOT IN (SELECT id FROM ${table})`;
  await sequelize.query(
    `INSERT INTO houses (id, name, version, body, createdAt, updatedAt, deletedAt)
     SELECT r.documentId, coalesce(json_extract(r.body, '$.name'), r.documentId), r.version, r.body, r.savedAt, r.savedAt, r.savedAt ${newest('house', 'houses')}`,
    { transaction },
  );
  await sequelize.query(
    `INSERT INTO jobs (id, name, version, body, houseId, signedOff, createdAt, updatedAt, deletedAt)
     SELECT r.documentId, coalesce(json_extract(r.body, '$.name'), r.documentId), r.version, r.body, json_extract(r.body, '$.houseId'), json_extract(r.body, '$.signedOff'), r.savedAt, r.savedAt, r.savedAt
     ${newest('job', 'jobs')} AND json_extract(r.body, '$.houseId') IN (SELECT id FROM houses)`,
    { transaction },
  );
}

export async function down(queryInterface: QueryInterface): Promise<void> {
  await queryInterface.dropTable('devices');
  await queryInterface.dropTable('settings');
}
