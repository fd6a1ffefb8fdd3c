import { execFileSync } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { makeHouse, type House } from '@elwand/core';
import request from 'supertest';
import { backupCommand, restoreCommand } from './backup.ts';
import { withConnection } from './connection.ts';
import { HouseRow } from './database.ts';
import { fillDemo } from './demo.ts';
import { CannotStart, openData } from './open.ts';
import { pack } from './packing.ts';
import { testServer, type TestServer } from './testing.ts';

let server: TestServer;
beforeEach(async () => {
  server = await testServer();
});
afterEach(() => server.close());

const named = (name: string): House => makeHouse('h1', name);
const names = async () =>
  ((await request(server.app).get('/api/houses')).body as { name: string }[]).map((h) => h.name);

describe('backup and restore while the server runs', () => {
  it('by command line: everything comes back, and an open tab can not save over it unasked', async () => {
    await server.store.createHouse(named('One'));
    const file = join(server.dir, 'kept', 'one.sqlite');
    expect(await backupCommand(server.dir, file)).toContain('one.sqlite');
    await server.store.saveHouse(named('Two'), 1);
    await server.store.createHouse(makeHouse('h2', 'Later'));
    const said = await restoreCommand(server.dir, file, new Date('2026-11-28T12:00:00.000Z'));
    expect(await names()).toEqual(['One']);
    // A tab that was open at version 2 is asked, not obeyed.
    const stale = await request(server.app)
      .put('/api/houses/h1')
      .set('If-Match', '2')
      .send(named('From a tab'));
    expect([stale.status, (await HouseRow.findByPk('h1'))!.version]).toEqual([409, 3]);
    // What was there before the restore is not lost either.
    const before = /is in (.*)\.$/.exec(said)?.[1] ?? '';
    await restoreCommand(server.dir, before, new Date('2026-11-28T13:00:00.000Z'));
    expect((await names()).sort()).toEqual(['Later', 'Two']);
  });
  it('in the app: made, listed, downloaded, restored', async () => {
    await fillDemo(server.store);
    const made = await request(server.app).post('/api/backups');
    const { name } = made.body as { name: string };
    await request(server.app).delete('/api/houses/quarry');
    await request(server.app).delete('/api/bin/houses/quarry');
    expect(await names()).toHaveLength(1);
    const r = await request(server.app).post(`/api/backups/${name}/restore`);
    expect([r.status, (r.body as { before: { name: string } }).before.name]).toEqual([
      200,
      expect.stringMatching(/^before-restore/),
    ]);
    expect(await names()).toHaveLength(2);
    const file = await request(server.app)
      .get(`/api/backups/${name}`)
      .buffer(true)
      .parse((res, done) => {
        const parts: Buffer[] = [];
        res.on('data', (d: Buffer) => parts.push(d));
        res.on('end', () => done(null, Buffer.concat(parts)));
      });
    expect((file.body as Buffer).subarray(0, 15).toString()).toBe('SQLite format 3');
    for (const bad of ['..%2Felwand.sqlite', 'elwand.sqlite', 'x.json'])
      expect((await request(server.app).get(`/api/backups/${bad}`)).status).toBe(404);
  });
  it('a backup that is damaged or foreign changes nothing', async () => {
    await server.store.createHouse(named('One'));
    const damaged = join(server.dir, 'damaged.sqlite');
    await backupCommand(server.dir, damaged);
    const bytes = readFileSync(damaged);
    bytes.fill(7, 4096, 4096 * 6);
    writeFileSync(damaged, bytes);
    const foreign = join(server.dir, 'foreign.txt');
    writeFileSync(foreign, 'not a database at all, but long enough');
    for (const file of [damaged, foreign, join(server.dir, 'gone.sqlite')])
      await expect(restoreCommand(server.dir, file, new Date())).rejects.toThrow(CannotStart);
    expect(await names()).toEqual(['One']);
    await expect(backupCommand(server.dir, damaged)).rejects.toThrow(/there already/);
  });
});

describe('what a first version of the database has', () => {
  it('is brought over: history packed, what was deleted goes into the bin, sign-offs marked', async () => {
    const dir = mkdtempSync(join(tmpdir(), 'elwand-old-'));
    const file = join(dir, 'elwand.sqlite');
    writeFileSync(file, '');
    const body = JSON.stringify(named('Old house'));
    const gone = JSON.stringify({ ...makeHouse('h2', 'Deleted long ago') });
    const at = '2026-11-01 10:00:00.000 +00:00';
    await withConnection(file, 'write', async (ask) => {
      await ask(
        'CREATE TABLE houses (id VARCHAR(64) PRIMARY KEY, name VARCHAR(120) NOT NULL, version INTEGER NOT NULL, body TEXT NOT NULL, createdAt DATETIME NOT NULL, updatedAt DATETIME NOT NULL)',
      );
      await ask(
        'CREATE TABLE jobs (id VARCHAR(64) PRIMARY KEY, name VARCHAR(120) NOT NULL, version INTEGER NOT NULL, body TEXT NOT NULL, createdAt DATETIME NOT NULL, updatedAt DATETIME NOT NULL, houseId VARCHAR(64) NOT NULL REFERENCES houses (id) ON DELETE CASCADE, signedOff VARCHAR(40))',
      );
      await ask(
        'CREATE TABLE revisions (seq INTEGER PRIMARY KEY AUTOINCREMENT, kind VARCHAR(8) NOT NULL, documentId VARCHAR(64) NOT NULL, version INTEGER NOT NULL, body TEXT NOT NULL, savedAt DATETIME NOT NULL)',
      );
      await ask(
        'CREATE UNIQUE INDEX revisions_kind_document_id_version ON revisions (kind, documentId, version)',
      );
      await ask('CREATE TABLE SequelizeMeta (name VARCHAR(255) PRIMARY KEY)');
      await ask("INSERT INTO SequelizeMeta VALUES ('0001-documents')");
      await ask('INSERT INTO houses VALUES ($id, $name, 1, $body, $at, $at)', {
        $id: 'h1',
        $name: 'Old house',
        $body: body,
        $at: at,
      });
      for (const [id, text] of [
        ['h1', body],
        ['h2', gone],
      ])
        await ask(
          "INSERT INTO revisions (kind, documentId, version, body, savedAt) VALUES ('house', $id, 1, $body, $at)",
          { $id: id, $body: text, $at: at },
        );
    });
    await server.close();
    server = await testServer({ dir });
    expect(await names()).toEqual(['Old house']);
    const bin = (await request(server.app).get('/api/bin')).body as { name: string }[];
    expect(bin.map((b) => b.name)).toEqual(['Deleted long ago']);
    expect((await request(server.app).post('/api/bin/houses/h2/restore').set('If-Match', '1')).status).toBe(
      200,
    );
    const history = await request(server.app).get('/api/houses/h1/revisions');
    expect(history.body).toMatchObject({ total: 1, revisions: [{ version: 1, milestone: true }] });
  });
});

describe('a folder that can not be used is told in one sentence, and nothing is written', () => {
  let dir: string;
  const file = () => join(dir, 'elwand.sqlite');
  beforeEach(() => {
    dir = mkdtempSync(join(tmpdir(), 'elwand-bad-'));
  });
  afterEach(() => rmSync(dir, { recursive: true, force: true }));
  const refused = async (says: RegExp, folder = dir) => {
    const error: unknown = await openData(folder).catch((e: unknown) => e);
    expect(error).toBeInstanceOf(CannotStart);
    const { message } = error as Error;
    expect(message).toMatch(says);
    expect(message).toContain(folder);
  };
  const makeDatabase = (...sql: string[]) => {
    writeFileSync(file(), '');
    return withConnection(file(), 'write', async (ask) => {
      for (const one of sql) await ask(one);
    });
  };

  it('a text file in the place of the database', async () => {
    writeFileSync(file(), 'hello, this is no database');
    await refused(/is not a database/);
    expect(readFileSync(file(), 'utf8')).toBe('hello, this is no database');
  });
  it('the database of another program', async () => {
    await makeDatabase('CREATE TABLE recipes (id INTEGER)');
    const before = readFileSync(file());
    await refused(/another program/);
    expect(readFileSync(file())).toEqual(before);
  });
  it('a database of a newer Elwand', async () => {
    await (await openData(dir)).close();
    await withConnection(file(), 'write', (ask) => ask("INSERT INTO SequelizeMeta VALUES ('0999-future')"));
    await refused(/newer Elwand \(0999-future\)/);
  });
  it('a damaged database', async () => {
    await (await openData(dir)).close();
    const bytes = readFileSync(file());
    bytes.fill(9, 2000);
    writeFileSync(file(), bytes);
    await refused(/damaged/);
  });
  it('a file in the place of the folder, a folder in the place of the file', async () => {
    const inTheWay = join(dir, 'data');
    writeFileSync(inTheWay, '');
    await refused(/is a file where the data folder should be/, inTheWay);
    mkdirSync(file());
    await refused(/is a folder where the database file should be/);
  });
  it('a folder that can not be written to', async () => {
    if (process.getuid?.() !== 0) chmodSync(dir, 0o500);
    // Root may write anywhere but where the kernel itself says no.
    await refused(/can't be written to/, process.getuid?.() === 0 ? '/proc/elwand' : dir);
  });
  it('nothing is left behind where all is well', async () => {
    await (await openData(dir)).close();
    expect(existsSync(file())).toBe(true);
    expect(execFileSync('ls', ['-A', dir], { encoding: 'utf8' })).not.toContain('probe');
  });
});

describe('what the disk says', () => {
  it.each([
    ['SQLITE_FULL', 507, 'Disk full'],
    ['SQLITE_READONLY', 500, 'Folder is read-only'],
    ['SQLITE_CORRUPT', 500, 'Database is damaged'],
    ['SQLITE_IOERR', 500, "Disk can't be used"],
    ['SQLITE_BUSY', 503, 'Database is busy'],
  ])('%s is told as %i, %s', async (code, status, title) => {
    await server.store.createHouse(named('One'));
    server.store.saveHouse = () => Promise.reject(Object.assign(new Error('write'), { original: { code } }));
    const r = await request(server.app).put('/api/houses/h1').set('If-Match', '1').send(named('Two'));
    expect([r.status, (r.body as { title: string }).title]).toEqual([status, title]);
  });
  it('a full disk in earnest: the database may not grow, and the last good version stays', async () => {
    await server.store.createHouse(named('One'));
    await server.db.query('PRAGMA max_page_count = 30');
    const write = server.store.write.bind(server.store);
    // Each transaction has a connection of its own: the limit goes with it.
    server.store.write = (work) =>
      write(async (transaction) => {
        await server.db.query('PRAGMA max_page_count = 30', { transaction });
        return work(transaction);
      });
    const noise = Array.from({ length: 4000 }, (_, i) => pack(String(i * 7919)).toString('hex')).join('');
    const big = {
      ...named('Two'),
      rooms: [],
      loads: [],
      panels: [],
      amendments: [{ limit: 'x', value: 1, note: noise.slice(0, 240) }],
    };
    let r = await request(server.app).put('/api/houses/h1').set('If-Match', '1').send(big);
    for (let v = 2; r.status === 200 && v < 400; v++)
      r = await request(server.app)
        .put('/api/houses/h1')
        .set('If-Match', String(v))
        .send({
          ...big,
          amendments: Array.from({ length: 40 }, (_, i) => ({
            limit: 'x',
            value: 1,
            note: noise.slice(v * 300 + i * 240, v * 300 + i * 240 + 240),
          })),
        });
    expect([r.status, (r.body as { title: string }).title]).toEqual([507, 'Disk full']);
    expect((await request(server.app).get('/api/houses/h1')).status).toBe(200);
  });
});
