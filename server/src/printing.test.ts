import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import request from 'supertest';
import { threadPrinter } from './printing/printer.ts';
import { testServer, type TestServer } from './testing.ts';

const [job] = demoJobs();
const house = demoHouses().find((h) => h.id === job!.houseId)!;

let server: TestServer;
const fill = async () => {
  await request(server.app).post('/api/houses').send(house);
  await request(server.app).post('/api/jobs').send(job);
};
beforeEach(async () => {
  server = await testServer();
  await fill();
});
afterEach(() => server.close());

const ask = (query = '') => request(server.app).get(`/api/jobs/${job!.id}/sheets.pdf${query}`).buffer(true);

describe('the sheets of a job', () => {
  it('come as a PDF that opens in the browser', async () => {
    const r = await ask().expect(200);
    expect(r.headers['content-type']).toBe('application/pdf');
    expect(r.headers['content-disposition']).toBe(`inline; filename="${job!.id}.pdf"`);
    expect((r.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
  });
  it('are fewer bytes where fewer are asked for', async () => {
    const size = async (q: string) => ((await ask(q).expect(200)).body as Buffer).length;
    expect(await size('?sheets=directory')).toBeLessThan(await size('?sheets=job,boxes,tests'));
  });
  it.each([
    ['?sheets=job,poster', 'sheets'],
    ['?page=a3', 'page'],
  ])('%s is refused, with the place', async (query, where) => {
    const r = await ask(query).expect(400);
    expect((r.body as { problems: { where: string }[] }).problems[0]!.where).toBe(where);
  });
  it('without a plan there is nothing to print but the panel directory', async () => {
    await request(server.app)
      .post('/api/jobs')
      .send({ ...job!, id: 'bare', wants: [], changes: [] });
    const bare = (q: string) => request(server.app).get(`/api/jobs/bare/sheets.pdf${q}`);
    expect((await bare('')).status).toBe(409);
    expect((await bare('?sheets=directory')).status).toBe(200);
    expect((await request(server.app).get('/api/jobs/nobody/sheets.pdf')).status).toBe(404);
  });
  it('are made in a thread of their own, which a limit ends', async () => {
    const script = new URL('./printing/printing.worker.ts', import.meta.url);
    const request = {
      house,
      job: job!,
      sheets: ['directory' as const],
      page: 'letter' as const,
      at: '2026-11-30T09:00:00Z',
      version: 1,
      photos: new Map(),
      address: 'http://localhost/',
    };
    const printer = threadPrinter(script);
    expect(
      Buffer.from((await printer.run(request))!)
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
    await printer.close();
    const hasty = threadPrinter(script, 1);
    await expect(hasty.run(request)).rejects.toThrow(/Print fewer at once/);
    await hasty.close();
  });
});

describe('the shopping list of a trip', () => {
  const trip = (query: string) =>
    request(server.app).get(`/api/houses/${house.id}/shopping.pdf${query}`).buffer(true);

  it('comes as one PDF for several jobs', async () => {
    await request(server.app)
      .post('/api/jobs')
      .send({ ...job!, id: 'second', name: 'The same again' })
      .expect(201);
    const r = await trip(`?jobs=${job!.id},second`).expect(200);
    expect(r.headers['content-disposition']).toBe(`inline; filename="${house.id}-shopping.pdf"`);
    expect((r.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
  });
  it('is refused without a job, with one of another house, with one that is not there, and with none that has a plan', async () => {
    const places = async (q: string) =>
      ((await trip(q).expect(400)).body as { problems: { where: string }[] }).problems[0]!.where;
    expect(await places('')).toBe('jobs');
    expect(await places(`?jobs=${job!.id}&page=a3`)).toBe('page');
    const other = demoHouses().find((h) => h.id !== house.id)!;
    const strange = demoJobs().find((j) => j.houseId === other.id)!;
    await request(server.app).post('/api/houses').send(other);
    await request(server.app).post('/api/jobs').send(strange);
    expect(await places(`?jobs=${strange.id}`)).toBe('jobs');
    await trip('?jobs=nobody').expect(404);
    await request(server.app)
      .post('/api/jobs')
      .send({ ...job!, id: 'bare', wants: [], changes: [] });
    await trip('?jobs=bare').expect(409);
  });
});
