/** How much one request, one house and one minute may hold. Told in docs/operations.md; every number stands here once. */

/** One house or job as it is saved, bytes. */
export const DOCUMENT_BYTES = 8 * 1024 * 1024;
/** A house with all its jobs, bytes: what fits is sure to fit into an export that can be imported. */
export const HOUSE_BYTES = 32 * 1024 * 1024;
/** History that goes into an exported file, bytes; the oldest is left out first. */
export const EXPORTED_HISTORY_BYTES = 12 * 1024 * 1024;
/** Photos of all jobs of one house, bytes: as many as go into its file. */
export const HOUSE_PHOTO_BYTES = 40_000_000;
/** A file to import, bytes. */
export const IMPORT_BYTES = 104 * 1024 * 1024;
/** Reading and checking one file, ms. */
export const IMPORT_MS = 30_000;
/** Planning the jobs of one house for the start page, ms; how many may wait, and how many are kept. */
export const CARD_MS = 20_000;
export const CARDS_WAITING = 64;
export const CARDS_KEPT = 200;
/** Planning and laying out the sheets of one job, ms; and how many may wait for it. */
export const PRINT_MS = 30_000;
export const PRINTS_WAITING = 8;
/** Imports that may wait for one another. */
export const IMPORTS_WAITING = 4;

/** Requests of one address in ten seconds: a page asks for some twenty pieces, a person at work saves twice a second. */
export const RATE_MS = 10_000;
export const RATE_REQUESTS = 2000;
/** Of these, imports and backups. */
export const RATE_HEAVY = 20;
/** Pairing codes that one address may try in ten minutes. */
export const PAIRING_MS = 600_000;
export const PAIRING_TRIES = 5;

export const CONNECTIONS = 256;
/** Revisions on one page of the history, and the most that may be asked for. */
export const PAGE = 30;
export const PAGE_MOST = 100;
/** Backups that are kept in the data folder. */
export const BACKUPS_KEPT = 20;
