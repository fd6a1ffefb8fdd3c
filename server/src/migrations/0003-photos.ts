import type { QueryInterface } from 'sequelize';

/** Pictures of the jobs, beside the documents that tell of them. Nothing happens when they are there already. */
export async function up({ sequelize }: QueryInterface): Promise<void> {
  await sequelize.query(
    `CREATE TABLE IF NOT EXISTS photos (
      jobId VARCHAR(64) NOT NULL, id VARCHAR(64) NOT NULL, jpeg BLOB NOT NULL, addedAt DATETIME NOT NULL,
      PRIMARY KEY (jobId, id))`,
  );
}

export async function down(queryInterface: QueryInterface): Promise<void> {
  await queryInterface.dropTable('photos');
}
