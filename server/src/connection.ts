import sqlite3 from 'sqlite3';

export type SqlRow = Record<string, unknown>;
/** Asks one connection of its own, one statement after the other. */
export type Ask = (sql: string, bind?: Readonly<Record<string, unknown>>) => Promise<SqlRow[]>;

/** Waiting for somebody else's lock, ms. */
const BUSY_MS = 15_000;

/**
 * Opens a database file beside the server's own connection, for what needs one of its own: looking at a file that may not be
 * ours, backing up, restoring. Closed again whatever happens.
 */
export async function withConnection<T>(
  file: string,
  mode: 'read' | 'write',
  work: (ask: Ask) => Promise<T>,
): Promise<T> {
  const flags = mode === 'read' ? sqlite3.OPEN_READONLY : sqlite3.OPEN_READWRITE;
  const db = await new Promise<sqlite3.Database>((resolve, reject) => {
    const opened: sqlite3.Database = new sqlite3.Database(file, flags, (error) =>
      error ? reject(error) : resolve(opened),
    );
  });
  db.configure('busyTimeout', BUSY_MS);
  const ask: Ask = (sql, bind = {}) =>
    new Promise((resolve, reject) => {
      db.all<SqlRow>(sql, bind, (error, rows) => (error ? reject(error) : resolve(rows)));
    });
  try {
    return await work(ask);
  } finally {
    await new Promise<void>((resolve) => db.close(() => resolve()));
  }
}
