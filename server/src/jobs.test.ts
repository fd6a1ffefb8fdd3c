import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { HouseId, makeHouse, makeJob, type Job } from '@elwand/core';
import { pino } from 'pino';
import type { Sequelize } from 'sequelize';
import request from 'supertest';
import { createApp } from './app.ts';
import { HouseRow, JobRow, openDatabase } from './database.ts';
import { Store } from './store.ts';
import { sameCarder, samePrinter, sameThread } from './testing.ts';
import { revisionPage } from './history.ts';

let dir: string;
let db: Sequelize;
let app: ReturnType<typeof createApp>;
const log: string[] = [];

beforeEach(async () => {
  dir = mkdtempSync(join(tmpdir(), 'elwand-'));
  log.length = 0;
  db = await openDatabase(join(dir, 'nested', 'test.sqlite'));
  app = createApp({
    store: new Store(db),
    reader: sameThread(),
    printer: samePrinter,
    carder: sameCarder,
    dataDir: dir,
    rate: 100_000,
    logger: pino({ level: 'info' }, { write: (line: string) => void log.push(line) }),
  });
  await request(app).post('/api/houses').send(makeHouse('h1', 'House'));
});
afterEach(async () => {
  await db.close();
  rmSync(dir, { recursive: true, force: true });
});

const job = (more: Partial<Job> = {}) => makeJob('j1', HouseId.parse('h1'), 'Job', more);
const put = (body: Job, version: number) =>
  request(app).put(`/api/jobs/${body.id}`).set('If-Match', `"${version}"`).send(body);
type Body = { version: number; document: Job; detail: string; problems: { where: string }[] };
const body = (r: { body: unknown }) => r.body as Body;

describe('jobs', () => {
  it('are made in their house, changed, signed off and listed with it', async () => {
    expect((await request(app).post('/api/jobs').send(job())).status).toBe(201);
    await put(job({ name: 'Renamed' }), 1);
    await put(job({ name: 'Renamed', signedOff: '2026-11-25T10:00:00.000Z' }), 2);
    const list = (await request(app).get('/api/houses')).body as {
      jobs: { name: string; signedOff: string | null; version: number }[];
    }[];
    expect(list[0]?.jobs).toMatchObject([
      { name: 'Renamed', signedOff: '2026-11-25T10:00:00.000Z', version: 3 },
    ]);
  });
  it('stay with their house', async () => {
    await request(app).post('/api/jobs').send(job());
    const r = await put(job({ houseId: HouseId.parse('other') }), 1);
    expect([r.status, body(r).problems[0]?.where]).toEqual([422, 'job.houseId']);
  });
  it('cannot be saved under another address', async () => {
    await request(app).post('/api/jobs').send(job());
    const r = await request(app).put('/api/jobs/j2').set('If-Match', '"1"').send(job());
    expect([r.status, body(r).problems[0]?.where]).toEqual([422, 'job.id']);
  });
  it('the same id twice is refused and changes nothing', async () => {
    await request(app).post('/api/jobs').send(job());
    expect(
      (
        await request(app)
          .post('/api/jobs')
          .send(job({ name: 'Twin' }))
      ).status,
    ).toBe(409);
    expect(body(await request(app).get('/api/jobs/j1')).document.name).toBe('Job');
  });
  it('a bad want is named by its place', async () => {
    const raw = { ...job(), wants: [{ id: 'w1', label: '', kind: 'receptacle' }] };
    const r = await request(app).post('/api/jobs').send(raw);
    expect(r.status).toBe(422);
    expect(body(r).problems.map((p) => p.where)).toContain('job.wants[0].label');
    expect(body(r).detail).toContain('Nothing was changed');
  });
  it('go with a house that is deleted, and come back with it', async () => {
    await request(app).post('/api/jobs').send(job());
    await request(app).delete('/api/houses/h1');
    const r = await request(app).get('/api/jobs/j1');
    expect([r.status, r.body]).toEqual([404, expect.objectContaining({ deleted: true })]);
    expect((await request(app).post('/api/bin/houses/h1/restore')).status).toBe(428);
    expect((await request(app).post('/api/bin/houses/h1/restore').set('If-Match', '"1"')).status).toBe(200);
    expect(body(await request(app).get('/api/jobs/j1')).version).toBe(1);
  });
  it('a job that was deleted by itself stays in the bin when its house comes back', async () => {
    await request(app).post('/api/jobs').send(job());
    await request(app)
      .post('/api/jobs')
      .send({ ...job({ name: 'Other' }), id: 'j2' });
    await request(app).delete('/api/jobs/j1');
    await request(app).delete('/api/houses/h1');
    const bin = (await request(app).get('/api/bin')).body as { kind: string; id: string; jobs: string[] }[];
    expect(bin.map((b) => [b.kind, b.id, b.jobs])).toEqual([
      ['house', 'h1', ['Other']],
      ['job', 'j1', []],
    ]);
    const early = await request(app).post('/api/bin/jobs/j1/restore').set('If-Match', '1');
    expect([early.status, body(early).detail]).toEqual([409, expect.stringContaining('House')]);
    await request(app).post('/api/bin/houses/h1/restore').set('If-Match', '1');
    expect((await request(app).get('/api/jobs/j1')).status).toBe(404);
    expect((await request(app).post('/api/bin/jobs/j1/restore').set('If-Match', '1')).status).toBe(200);
    expect((await request(app).get('/api/jobs/j1')).status).toBe(200);
  });
  it('a version that never was cannot come back', async () => {
    await request(app).post('/api/jobs').send(job());
    const back = (v: string) => request(app).post(`/api/jobs/j1/revisions/${v}/restore`).set('If-Match', '1');
    expect((await back('77')).status).toBe(404);
    expect((await back('x')).status).toBe(400);
  });
});

describe('the request log', () => {
  it('has a line for each call, with method, address and status, and none of the documents', async () => {
    await request(app)
      .post('/api/jobs')
      .send(job({ note: 'a secret note' }));
    const lines = log.map(
      (l) => JSON.parse(l) as { req?: { method: string; url: string }; res?: { status: number } },
    );
    expect(lines.at(-1)).toMatchObject({ req: { method: 'POST', url: '/api/jobs' }, res: { status: 201 } });
    expect(log.join('')).not.toContain('a secret note');
  });
  it('a refused request is no error in the log', async () => {
    await request(app).post('/api/jobs').send({ nonsense: true });
    expect(log.map((l) => (JSON.parse(l) as { level: number }).level).every((level) => level < 50)).toBe(
      true,
    );
  });
});

it('sixty saves one after the other keep their order', async () => {
  await request(app).post('/api/jobs').send(job());
  const store = new Store(db);
  let version = 1;
  for (let i = 0; i < 60; i++) version = (await store.saveJob(job({ note: `note ${i}` }), version)).version;
  expect(version).toBe(61);
  const page = await revisionPage(store, 'job', 'j1', { before: undefined, limit: 30 });
  expect(page.revisions.map((r) => r.version).slice(0, 3)).toEqual([61, 60, 59]);
  expect([page.total, page.before]).toEqual([61, 32]);
});

describe('documents that an older version wrote', () => {
  it('are read as they are now, saved as they are now, and their revisions too', async () => {
    await request(app).post('/api/jobs').send(job());
    const strip = (text: string, keys: readonly string[]): string => {
      const raw = JSON.parse(text) as Record<string, unknown>;
      return JSON.stringify({
        ...Object.fromEntries(Object.entries(raw).filter(([k]) => !keys.includes(k))),
        formatVersion: 1,
      });
    };
    const house = (await HouseRow.findByPk('h1'))!;
    const row = (await JobRow.findByPk('j1'))!;
    await house.update({
      body: strip(house.body, ['amendments', 'bannedMethods', 'atticCelsius', 'faultAmps']),
    });
    await row.update({ body: strip(row.body, ['method', 'rings', 'clampsOutside']) });
    const h = (await request(app).get('/api/houses/h1')).body as {
      document: { formatVersion: number; amendments: unknown[] };
    };
    expect(h.document).toMatchObject({ formatVersion: 3, amendments: [] });
    const j = body(await request(app).get('/api/jobs/j1'));
    expect(j.document).toMatchObject({ formatVersion: 4, method: null, rings: {} });
    expect((await put(j.document, j.version)).status).toBe(200);
    expect(JSON.parse((await JobRow.findByPk('j1'))!.body)).toMatchObject({ formatVersion: 4 });
  });
  it('of a newer version are refused and kept as they are', async () => {
    await request(app).post('/api/jobs').send(job());
    const row = (await JobRow.findByPk('j1'))!;
    const newer = JSON.stringify({ ...(JSON.parse(row.body) as object), formatVersion: 99 });
    await row.update({ body: newer });
    const r = await request(app).get('/api/jobs/j1');
    expect([r.status >= 400, JSON.stringify(r.body)]).toEqual([
      true,
      expect.stringContaining('Update Elwand'),
    ]);
    expect((await JobRow.findByPk('j1'))!.body).toBe(newer);
  });
});
