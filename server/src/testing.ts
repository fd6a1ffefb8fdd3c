import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Express } from 'express';
import { pino, type Logger } from 'pino';
import type { Sequelize } from 'sequelize';
import { createApp, type AppOptions } from './app.ts';
import { openDatabase } from './database.ts';
import { readFile } from './reading/read-file.ts';
import { parcelsOf, type Reader } from './reading/reader.ts';
import { cardOf } from '@elwand/core';
import type { Carder } from './cards/cards.ts';
import type { Printer } from './printing/printer.ts';
import { print } from './printing/print.ts';
import { Store, type StoreOptions } from './store.ts';

/** For tests that are not about the thread: files are read where the test runs. */
export const sameThread = (): Reader => ({
  // The promise carries the problem, as it does from the thread.
  read: async (file, taken) => Promise.resolve(parcelsOf(readFile(file, taken))),
  close: () => Promise.resolve(),
});

/** Sheets are made where the test runs. */
export const samePrinter: Printer = { run: print, close: () => Promise.resolve() };

/** Houses are looked at where the test runs. */
export const sameCarder: Carder = {
  run: ({ house, jobs }) => Promise.resolve(cardOf(house, jobs)),
  close: () => Promise.resolve(),
};

export interface TestServer {
  readonly dir: string;
  readonly db: Sequelize;
  readonly store: Store;
  readonly app: Express;
  readonly close: () => Promise<void>;
}

/** A server on a folder of its own, gone again with `close`. */
export async function testServer(
  more: Partial<AppOptions> & { readonly clock?: StoreOptions['now']; readonly dir?: string } = {},
): Promise<TestServer> {
  const { clock, dir = mkdtempSync(join(tmpdir(), 'elwand-')), ...options } = more;
  const db = await openDatabase(join(dir, 'elwand.sqlite'));
  const store = new Store(db, clock ? { now: clock } : {});
  const logger: Logger = pino({ level: 'silent' });
  const app = createApp({
    store,
    reader: sameThread(),
    printer: samePrinter,
    carder: sameCarder,
    dataDir: dir,
    logger,
    rate: 1_000_000,
    ...options,
  });
  return {
    dir,
    db,
    store,
    app,
    close: async () => {
      await db.close();
      rmSync(dir, { recursive: true, force: true });
    },
  };
}
