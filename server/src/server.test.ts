import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { HouseId, makeHouse, makeJob, writeBundle, type House, type Job } from '@elwand/core';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import { pino } from 'pino';
import type { Sequelize } from 'sequelize';
import request from 'supertest';
import { createApp } from './app.ts';
import { openDatabase, RevisionRow } from './database.ts';
import { fillDemo } from './demo.ts';
import { pack } from './packing.ts';
import { sameCarder, samePrinter, sameThread } from './testing.ts';
import { Store } from './store.ts';

let dir: string;
let db: Sequelize;
let app: ReturnType<typeof createApp>;
const reader = sameThread();
const open = async () => {
  db = await openDatabase(join(dir, 'elwand.sqlite'));
  app = createApp({
    store: new Store(db),
    reader,
    printer: samePrinter,
    carder: sameCarder,
    dataDir: dir,
    logger: pino({ level: 'silent' }),
    rate: 100_000,
  });
};
beforeEach(async () => {
  dir = mkdtempSync(join(tmpdir(), 'elwand-'));
  await open();
});
afterEach(async () => {
  await db.close();
  rmSync(dir, { recursive: true, force: true });
});

const house = (more: Partial<House> = {}) => makeHouse('h1', 'Sedge End', more);
const put = (body: House, version: number | string) =>
  request(app).put('/api/houses/h1').set('If-Match', String(version)).send(body);
type Body = Record<string, unknown> & {
  version?: number;
  document?: House;
  problems?: { where: string; what: string }[];
  detail?: string;
  current?: { version: number };
};
const body = (r: { body: unknown }) => r.body as Body;

describe('houses and jobs', () => {
  it('are made, read, changed and listed, and survive a restart', async () => {
    expect((await request(app).post('/api/houses').send(house())).status).toBe(201);
    const changed = await put(house({ name: 'Sedge End 2' }), 1);
    expect([changed.status, body(changed).version, changed.headers.etag]).toEqual([200, 2, '"2"']);
    await db.close();
    await open();
    expect(body(await request(app).get('/api/houses/h1')).document).toEqual(house({ name: 'Sedge End 2' }));
    const list = (await request(app).get('/api/houses')).body as { name: string }[];
    expect(list.map((h) => h.name)).toEqual(['Sedge End 2']);
  });
  it('a house and its job are saved together or not at all', async () => {
    await request(app).post('/api/houses').send(house());
    const job = makeJob('j1', HouseId.parse('h1'), 'Job');
    await request(app).post('/api/jobs').send(job);
    const both = (versions: { house: number; job: number }, more: Partial<Job> = {}, name = 'Built') =>
      request(app)
        .put('/api/jobs/j1/with-house')
        .send({
          house: house({ name }),
          job: { ...job, signedOff: '2026-11-28T18:00:00.000Z', ...more },
          versions,
        });
    const done = await both({ house: 1, job: 1 });
    expect([done.status, (done.body as { house: Body; job: Body }).house.version]).toEqual([200, 2]);
    // The job was changed elsewhere: the house stays as it was.
    const stale = await both({ house: 2, job: 1 }, {}, 'Built twice');
    expect([stale.status, body(stale).current?.version]).toEqual([409, 2]);
    expect(body(await request(app).get('/api/houses/h1')).document?.name).toBe('Built');
    const staleHouse = await both({ house: 1, job: 2 }, { note: 'later' }, 'Built twice');
    expect([
      staleHouse.status,
      (staleHouse.body as { current: { document: House } }).current.document.name,
    ]).toEqual([409, 'Built']);
    for (const [sent, status] of [
      [{ house: house(), job }, 400],
      [{ house: house(), job, versions: { house: 0, job: 1 } }, 400],
      [{ house: { ...house(), rooms: 3 }, job, versions: { house: 2, job: 2 } }, 422],
      [{ house: makeHouse('h2', 'Other'), job, versions: { house: 2, job: 2 } }, 422],
      [{ house: house(), job: { ...job, id: 'j2' }, versions: { house: 2, job: 2 } }, 422],
    ] as const)
      expect((await request(app).put('/api/jobs/j1/with-house').send(sent)).status).toBe(status);
    expect(body(await request(app).get('/api/jobs/j1')).version).toBe(2);
  });
  it('the demo fills an empty database only', async () => {
    const store = new Store(db);
    expect(await fillDemo(store)).toBe(true);
    expect(await fillDemo(store)).toBe(false);
    expect((await store.list()).flatMap((h) => h.jobs)).toHaveLength(demoJobs().length);
  });
});

describe('two tabs', () => {
  it('a stale save gets 409 with the present version and changes nothing', async () => {
    await request(app).post('/api/houses').send(house());
    await put(house({ name: 'First tab' }), 1);
    const late = await put(house({ name: 'Second tab' }), 1);
    expect(late.status).toBe(409);
    expect(late.headers['content-type']).toContain('application/problem+json');
    expect(body(late).current?.version).toBe(2);
    expect(body(await request(app).get('/api/houses/h1')).document?.name).toBe('First tab');
  });
  it('of ten saves at once over one version exactly one wins', async () => {
    await request(app).post('/api/houses').send(house());
    const all = await Promise.all(Array.from({ length: 10 }, (_, i) => put(house({ name: `Tab ${i}` }), 1)));
    expect(all.filter((r) => r.status === 200)).toHaveLength(1);
    expect(all.filter((r) => r.status === 409)).toHaveLength(9);
  });
  it('wants to know the version', async () => {
    await request(app).post('/api/houses').send(house());
    expect((await request(app).put('/api/houses/h1').send(house())).status).toBe(428);
    expect((await put(house(), 'soon')).status).toBe(428);
  });
  it('saving the same again makes no new version', async () => {
    await request(app).post('/api/houses').send(house());
    expect(body(await put(house(), 1)).version).toBe(1);
  });
});

describe('revisions', () => {
  it('every save is kept and an old one can come back', async () => {
    await request(app).post('/api/houses').send(house());
    await put(house({ name: 'Two' }), 1);
    await put(house({ name: 'Three' }), 2);
    const { revisions } = (await request(app).get('/api/houses/h1/revisions')).body as {
      revisions: { version: number }[];
    };
    expect(revisions.map((r) => r.version)).toEqual([3, 2, 1]);
    const back = await request(app).post('/api/houses/h1/revisions/2/restore').set('If-Match', '3');
    expect([body(back).version, body(back).document?.name]).toEqual([4, 'Two']);
  });
  it('a save that breaks off in the middle leaves the last good version', async () => {
    await request(app).post('/api/houses').send(house());
    // The revision it is about to write is already taken: the whole save fails after the house row was changed.
    await RevisionRow.create({
      kind: 'house',
      documentId: 'h1',
      version: 2,
      packed: pack('{}'),
      milestone: false,
      savedAt: new Date(),
    });
    await db.query(
      "CREATE TRIGGER no_more BEFORE INSERT ON revisions BEGIN SELECT RAISE(ABORT, 'disk full'); END",
    );
    const broken = await put(house({ name: 'Lost' }), 1);
    expect(broken.status).toBe(500);
    expect(JSON.stringify(broken.body)).not.toContain('disk full');
    await db.query('DROP TRIGGER no_more');
    expect(body(await request(app).get('/api/houses/h1'))).toMatchObject({
      version: 1,
      document: { name: 'Sedge End' },
    });
  });
});

describe('bad input', () => {
  it('names the place in the document', async () => {
    const bad = { ...demoHouses()[0]!, rooms: [{ ...demoHouses()[0]!.rooms[0]!, ceilingMm: -4 }] };
    const r = await request(app).post('/api/houses').send(bad);
    expect(r.status).toBe(422);
    expect(body(r).problems?.[0]?.where).toBe('house.rooms[0].ceilingMm');
  });
  it.each([
    ['{"format": "elwand-bun', 400, 'the file'],
    ['{"name": "left-pad"}', 422, 'the file'],
    ['[1,2]', 422, 'the file'],
  ])('import of %s', async (text, status, where) => {
    const r = await request(app).post('/api/import').set('Content-Type', 'application/json').send(text);
    expect([r.status, body(r).problems?.[0]?.where]).toEqual([status, where]);
    expect(((await request(app).get('/api/houses')).body as unknown[]).length).toBe(0);
  });
  it('110 MB are refused before they are read', async () => {
    const r = await request(app)
      .post('/api/import')
      .set('Content-Type', 'application/json')
      .send(`{"a":"${'x'.repeat(110_000_000)}"}`);
    expect(r.status).toBe(413);
    expect(body(r).detail).toContain('104 MB');
    const one = await request(app)
      .post('/api/houses')
      .send({ ...house(), name: 'x'.repeat(9_000_000) });
    expect([one.status, body(one).detail]).toEqual([413, expect.stringContaining('8 MB')]);
  });
  it('an address that is not there, a job without a house', async () => {
    expect((await request(app).get('/api/nothing')).status).toBe(404);
    expect((await request(app).get('/api/houses/none')).status).toBe(404);
    expect((await request(app).post('/api/jobs').send(demoJobs()[0])).status).toBe(404);
    expect((await request(app).delete('/api/cars/1')).status).toBe(400);
  });
});

describe('exchange', () => {
  it('what is exported can be imported, and a second time as a copy', async () => {
    await fillDemo(new Store(db));
    const out = await request(app).get('/api/houses/quarry/export?history=0').buffer(true);
    expect(JSON.parse(out.text)).toEqual(JSON.parse(writeBundle(demoHouses()[1]!, demoJobs().slice(2))));
    expect(out.text).toMatch(/^\{\n {2}"format": "elwand-bundle"/);
    const back = await request(app)
      .post('/api/import')
      .send(JSON.parse(out.text) as object);
    expect([back.status, body(back).copied]).toEqual([201, true]);
    await request(app).delete('/api/houses/quarry');
    const kept = body(
      await request(app)
        .post('/api/import')
        .send(JSON.parse(out.text) as object),
    );
    // The one in the bin keeps its id, so that it can still be restored.
    expect([kept.copied, kept.houseId === 'quarry']).toEqual([true, false]);
    await request(app).delete('/api/bin/houses/quarry');
    expect(
      body(
        await request(app)
          .post('/api/import')
          .send(JSON.parse(out.text) as object),
      ),
    ).toMatchObject({ houseId: 'quarry', jobs: ['freezer', 'tray-light'], copied: false });
  });
});

it('an import that breaks off half way leaves nothing behind', async () => {
  await db.query("CREATE TRIGGER no_jobs BEFORE INSERT ON jobs BEGIN SELECT RAISE(ABORT, 'disk full'); END");
  const text = writeBundle(demoHouses()[1]!, [demoJobs()[2]!]);
  expect(
    (
      await request(app)
        .post('/api/import')
        .send(JSON.parse(text) as object)
    ).status,
  ).toBe(500);
  expect((await request(app).get('/api/houses')).body).toEqual([]);
});

it('headers keep scripts to our own', async () => {
  const r = await request(app).get('/api/health');
  expect(r.headers['content-security-policy']).toContain("default-src 'self'");
  expect(r.headers['x-powered-by']).toBeUndefined();
});
