import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { HouseId, makeHouse, makeJob, writeBundle, type House, type Job } from '@elwand/core';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import { nastyBundle, spoiledBundle } from '@elwand/core/testing';
import request from 'supertest';
import { HouseRow, JobRow } from './database.ts';
import { fillDemo } from './demo.ts';
import { threadReader } from './reading/reader.ts';
import { testServer, type TestServer } from './testing.ts';

let server: TestServer;
beforeEach(async () => {
  server = await testServer();
});
afterEach(() => server.close());

const exported = async (path: string) => (await request(server.app).get(path).buffer(true)).text;
const take = (text: string) =>
  request(server.app).post('/api/import').set('Content-Type', 'application/json').send(text);
type Took = {
  houseId: string;
  jobs: string[];
  copied: boolean;
  houses: { houseId: string; copied: boolean }[];
};
const empty = async () => {
  await server.close();
  server = await testServer();
};

/** Documents that nobody would draw, by number; NASTY=500 tries more of them. */
const RUNS = Number(process.env.NASTY ?? 25);
const HOW = { most: 3, atBounds: 0.3, known: 0.8 };
const drawn = (seed: number): { house: House; job: Job } => {
  const sound = { house: demoHouses()[seed % 2]!, job: demoJobs()[seed % 2 === 0 ? 0 : 2]! };
  return seed % 3 === 0 ? nastyBundle(seed, HOW) : spoiledBundle(sound, seed, 0.02, HOW);
};

describe('what the server saves, it can restore', () => {
  it('any document that is accepted comes back equal through export, import and export', async () => {
    let tried = 0;
    for (let seed = 0; seed < RUNS; seed++) {
      const { house, job } = drawn(seed);
      if ((await request(server.app).post('/api/houses').send(house)).status !== 201) continue;
      expect((await request(server.app).post('/api/jobs').send(job)).status).toBe(201);
      await request(server.app)
        .put(`/api/jobs/${job.id}`)
        .set('If-Match', '1')
        .send({ ...job, note: 'second version' });
      const first = await exported(`/api/houses/${house.id}/export`);
      await empty();
      const r = await take(first);
      expect([seed, r.status, r.body]).toEqual([seed, 201, expect.objectContaining({ houseId: house.id })]);
      expect(await exported(`/api/houses/${house.id}/export`)).toBe(first);
      await empty();
      tried += 1;
    }
    expect(tried).toBeGreaterThan(RUNS / 2);
  });
  it('a house that does not hang together is taken, with its history', async () => {
    const house = demoHouses()[1]!;
    const twin = { ...house.points[0]!, id: 'twin' as never, label: 'Twin' };
    await request(server.app).post('/api/houses').send(house);
    await request(server.app)
      .put('/api/houses/quarry')
      .set('If-Match', '1')
      .send({ ...house, points: [...house.points, twin] });
    const text = await exported('/api/houses/quarry/export');
    await empty();
    expect((await take(text)).status).toBe(201);
    const history = await request(server.app).get('/api/houses/quarry/revisions');
    expect((history.body as { total: number }).total).toBe(2);
    expect((await request(server.app).get('/api/houses/quarry')).body).toMatchObject({ version: 2 });
  });
  it('copying over and over never lengthens an id, and no two are the same', async () => {
    const long = HouseId.parse('h'.repeat(64));
    const house = makeHouse(long, 'Long');
    const jobs = ['a', 'b'].map((n) => makeJob(n.repeat(64), long, n));
    for (let i = 0; i < 5; i++) expect((await take(writeBundle(house, jobs))).status).toBe(201);
    const all = [...(await HouseRow.findAll()), ...(await JobRow.findAll())].map((r) => r.id);
    expect(new Set(all).size).toBe(15);
    expect(Math.max(...all.map((id) => id.length))).toBe(64);
    for (const job of await JobRow.findAll()) expect((JSON.parse(job.body) as Job).houseId).toBe(job.houseId);
  });
  it('all houses go into one file and come back from it', async () => {
    await fillDemo(server.store);
    const text = await exported('/api/export');
    await empty();
    const r = await take(text);
    expect((r.body as Took).houses.map((h) => [h.houseId, h.copied])).toEqual([
      ['tamarack', false],
      ['quarry', false],
    ]);
    expect(await exported('/api/export')).toBe(text);
  });
});

describe('documents of a newer program', () => {
  const newer = () => ({ ...demoJobs()[2]!, formatVersion: 99, hologram: { deep: [1, 2, 3] } });
  it('are carried through unread, and do not hold up the rest', async () => {
    const text = writeBundle(demoHouses()[1]!, [newer(), { ...demoJobs()[2]!, id: 'known' as Job['id'] }]);
    expect((await take(text)).status).toBe(201);
    expect((await request(server.app).get('/api/jobs/known')).status).toBe(200);
    const unread = await request(server.app).get('/api/jobs/freezer');
    expect([unread.status, JSON.stringify(unread.body)]).toEqual([
      422,
      expect.stringContaining('Update Elwand'),
    ]);
    const out = JSON.parse(await exported('/api/houses/quarry/export?history=0')) as { jobs: unknown[] };
    expect(out.jobs[0]).toEqual(newer());
  });
  it('are never overwritten', async () => {
    await take(writeBundle(demoHouses()[1]!, [newer()]));
    const before = (await JobRow.findByPk('freezer'))!;
    const r = await request(server.app)
      .put('/api/jobs/freezer')
      .set('If-Match', `"${before.version}"`)
      .send(demoJobs()[2]);
    expect(r.status).toBe(422);
    expect((await JobRow.findByPk('freezer'))!.body).toBe(before.body);
  });
});

describe('many at once', () => {
  it('imports of one file each get an answer: one keeps the ids, the others are copies', async () => {
    const text = writeBundle(demoHouses()[1]!, [demoJobs()[2]!]);
    const all = await Promise.all(Array.from({ length: 6 }, () => take(text)));
    expect(all.map((r) => r.status)).toEqual(Array.from({ length: 6 }, () => 201));
    const took = all.map((r) => r.body as Took);
    expect(took.filter((t) => !t.copied).map((t) => t.houseId)).toEqual(['quarry']);
    expect(new Set(took.map((t) => t.houseId)).size).toBe(6);
    expect(await JobRow.count()).toBe(6);
  });
  it('a house holds sixty jobs, and says so', async () => {
    await request(server.app).post('/api/houses').send(makeHouse('h1', 'House'));
    for (let i = 0; i < 60; i++)
      await request(server.app)
        .post('/api/jobs')
        .send(makeJob(`j${i}`, HouseId.parse('h1'), `Job ${i}`));
    const r = await request(server.app)
      .post('/api/jobs')
      .send(makeJob('one-more', HouseId.parse('h1'), 'Job'));
    expect([r.status, (r.body as { detail: string }).detail]).toEqual([
      422,
      expect.stringContaining('60 jobs'),
    ]);
    const text = await exported('/api/houses/h1/export');
    await empty();
    expect((await take(text)).status).toBe(201);
  });
});

describe('damaged history in a file', () => {
  const spoilt = async (change: (r: Record<string, unknown>) => void) => {
    await fillDemo(server.store);
    const file = JSON.parse(await exported('/api/houses/quarry/export')) as {
      revisions: Record<string, unknown>[];
    };
    change(file.revisions[0]!);
    const r = await take(JSON.stringify(file));
    return [r.status, (r.body as { problems?: { where: string; what: string }[] }).problems?.[0]];
  };
  it.each([
    ['bytes that do not unpack', { gzip: 'AAAA' }, 'does not unpack'],
    ['a version of something else', { id: 'other' }, 'belongs to no document'],
  ])('%s: the place is named and nothing is taken', async (_what, change, says) => {
    const [status, problem] = await spoilt((r) => Object.assign(r, change));
    expect([status, problem]).toEqual([422, { where: 'revisions[0]', what: expect.stringContaining(says) }]);
    expect(await HouseRow.count()).toBe(2);
  });
});

describe('the thread that reads files', () => {
  const reader = () => threadReader(new URL('./reading/reading.worker.ts', import.meta.url));
  const bytes = (text: string) => new TextEncoder().encode(text);
  it('reads a file, and says what is wrong with one', async () => {
    const r = reader();
    const text = writeBundle(demoHouses()[1]!, [demoJobs()[2]!]);
    const [parcel] = await r.read(bytes(text), ['quarry']);
    expect([parcel?.copied, parcel?.house.id === 'quarry', parcel?.jobs.length]).toEqual([true, false, 1]);
    await expect(r.read(bytes(text.slice(0, 500)), [])).rejects.toMatchObject({ status: 400 });
    await expect(r.read(bytes('[1]'), [])).rejects.toMatchObject({ status: 422 });
    await r.close();
  });
  it('a file that takes too long ends the thread, not the server; the next one is read', async () => {
    const quick = threadReader(new URL('./reading/reading.worker.ts', import.meta.url), 1);
    await expect(quick.read(bytes('{}'), [])).rejects.toMatchObject({
      status: 413,
      title: 'Takes too long',
    });
    await quick.close();
  });
});
