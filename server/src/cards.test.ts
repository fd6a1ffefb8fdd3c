import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { makeHouse, type HouseCard, type Job } from '@elwand/core';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import request from 'supertest';
import { threadCarder, type Carder } from './cards/cards.ts';
import { sameCarder, testServer, type TestServer } from './testing.ts';

let server: TestServer;
let planned = 0;
const counting: Carder = {
  run: (input) => {
    planned += 1;
    return sameCarder.run(input);
  },
  close: sameCarder.close,
};
beforeEach(async () => {
  planned = 0;
  server = await testServer({ carder: counting });
});
afterEach(() => server.close());

const card = (id: string) => request(server.app).get(`/api/houses/${id}/card`);

describe('the card of a house', () => {
  it('is made once, and anew when the house or a job of it has changed', async () => {
    await request(server.app).post('/api/sample');
    const first = (await card('tamarack').expect(200)).body as HouseCard;
    expect(first.jobs.length).toBeGreaterThan(0);
    await card('tamarack').expect(200);
    expect(planned).toBe(1);
    const { id } = first.jobs[0]!;
    const { document, version } = (await request(server.app).get(`/api/jobs/${id}`)).body as {
      document: Job;
      version: number;
    };
    await request(server.app)
      .put(`/api/jobs/${id}`)
      .set('If-Match', `"${version}"`)
      .send({ ...document, wants: [] })
      .expect(200);
    const second = (await card('tamarack').expect(200)).body as HouseCard;
    expect(planned).toBe(2);
    expect(second.jobs.find((j) => j.id === id)!.wanted).toEqual([]);
  });
  it('is there for a house with nothing in it, and not for one that is not there', async () => {
    await request(server.app).post('/api/houses').send(makeHouse('bare', 'Bare'));
    expect((await card('bare').expect(200)).body).toMatchObject({ rooms: [], points: [], jobs: [] });
    await card('nobody').expect(404);
  });
  it('comes from a thread of its own, which a limit ends', async () => {
    const script = new URL('./cards/cards.worker.ts', import.meta.url);
    const [house] = demoHouses();
    const input = { house: house!, jobs: demoJobs().filter((j) => j.houseId === house!.id) };
    const carder = threadCarder(script);
    expect((await carder.run(input)).jobs).toHaveLength(input.jobs.length);
    await carder.close();
    const hasty = threadCarder(script, 1);
    await expect(hasty.run(input)).rejects.toThrow(/Open them one by one/);
    await hasty.close();
  });
});

describe('the sample house', () => {
  it('comes with its jobs, and once', async () => {
    const made = await request(server.app).post('/api/sample').expect(201);
    const again = await request(server.app).post('/api/sample').expect(201);
    expect(again.body).toEqual(made.body);
    const list = (await request(server.app).get('/api/houses')).body as { id: string; jobs: unknown[] }[];
    expect(list).toHaveLength(1);
    expect(list[0]!.jobs.length).toBeGreaterThan(0);
  });
});
