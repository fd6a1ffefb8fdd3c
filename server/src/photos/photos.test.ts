import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { MOST_PHOTO_BYTES, type FiledPhoto } from '@elwand/core';
import { jpegWithPlace, plainJpeg } from '../../../core/src/testing/picture.ts';
import exifr from 'exifr';
import request from 'supertest';
import { backupCommand, restoreCommand } from '../backup.ts';
import { PhotoRow } from '../database.ts';
import { fillDemo } from '../demo.ts';
import { testServer, type TestServer } from '../testing.ts';
import { bareJpeg } from './bare-jpeg.ts';

let server: TestServer;
beforeEach(async () => {
  server = await testServer();
  await fillDemo(server.store);
});
afterEach(() => server.close());

const put = (id: string, jpeg: Uint8Array, job = 'keyboard') =>
  request(server.app)
    .put(`/api/jobs/${job}/photos/${id}`)
    .send({ jpeg: Buffer.from(jpeg).toString('base64') });
const get = (id: string, job = 'keyboard') =>
  request(server.app).get(`/api/jobs/${job}/photos/${id}`).buffer(true).responseType('blob');
/** The picture with so many bytes in it: a tail of noise in its scan. */
const large = (bytes: number): Uint8Array => {
  const plain = plainJpeg();
  return Buffer.concat([plain.subarray(0, -2), Buffer.alloc(bytes - plain.length, 7), plain.subarray(-2)]);
};

describe('what a picture tells beside itself', () => {
  it('is there for any reader before, and for none after: no place, no comment, nothing behind it', async () => {
    const before = jpegWithPlace();
    expect(await exifr.gps(Buffer.from(before))).toEqual({ latitude: 46.5, longitude: 7.25 });
    const after = bareJpeg(before)!;
    expect(await exifr.gps(Buffer.from(after))).toBeUndefined();
    expect(Buffer.from(after).toString('latin1')).not.toMatch(/Exif|shed|film/);
    // The picture itself is as it was.
    expect(Buffer.from(after)).toEqual(Buffer.from(plainJpeg()));
  });
  it('no JPEG, or one that is cut off anywhere, is none', () => {
    const plain = plainJpeg();
    for (let n = 0; n < plain.length; n++) expect(bareJpeg(plain.subarray(0, n))).toBeNull();
    expect(bareJpeg(Uint8Array.of(0xff, 0xd8, 0xff, 0xd9))).toBeNull();
    expect(bareJpeg(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'))).toBeNull();
    // A length that points past the end, or to nothing.
    for (const length of [0, 1, 0xffff])
      expect(bareJpeg(Uint8Array.of(0xff, 0xd8, 0xff, 0xe0, length >> 8, length & 0xff, 0, 0))).toBeNull();
  });
});

describe('photos of a job', () => {
  it('are kept bare, given back as JPEG, and sent twice without harm', async () => {
    expect((await put('p1', jpegWithPlace())).status).toBe(201);
    expect((await put('p1', large(5000))).status).toBe(204);
    const r = await get('p1');
    expect([r.status, r.type]).toEqual([200, 'image/jpeg']);
    expect(r.headers['cache-control']).toContain('immutable');
    expect(r.body).toEqual(Buffer.from(plainJpeg()));
    expect((await get('p2')).status).toBe(404);
    expect((await put('p1', plainJpeg(), 'nobody')).status).toBe(404);
  });
  it('are refused with the reason: no picture, too large, no id, not base64', async () => {
    const bad = await put('p1', Buffer.from('hello'));
    expect([bad.status, (bad.body as { detail: string }).detail]).toEqual([
      400,
      expect.stringContaining('is not a JPEG'),
    ]);
    const big = await put('p1', large(MOST_PHOTO_BYTES + 1));
    expect([big.status, (big.body as { detail: string }).detail]).toEqual([
      413,
      expect.stringContaining('1.5 MB'),
    ]);
    expect((await put('a b', plainJpeg())).status).toBe(400);
    expect((await request(server.app).put('/api/jobs/keyboard/photos/p1').send({ jpeg: 'ä' })).status).toBe(
      400,
    );
    expect(await PhotoRow.count()).toBe(0);
  });
  it('of one house fill 40 MB at most', async () => {
    for (let n = 0; n < 26; n++) expect((await put(`p${n}`, large(1_500_000))).status).toBe(201);
    // Another job of the same house shares the room; another house has its own.
    const full = await put('q1', large(1_100_000), 'aquarium');
    expect([full.status, (full.body as { detail: string }).detail]).toEqual([
      413,
      expect.stringContaining('40.0 MB'),
    ]);
    expect((await put('q1', large(1_100_000), 'freezer')).status).toBe(201);
  });
});

describe('a file with photos', () => {
  const text = async () => (await request(server.app).get('/api/houses/tamarack/export').buffer(true)).text;
  const take = (file: string) =>
    request(server.app).post('/api/import').set('Content-Type', 'application/json').send(file);
  it('carries them, and a copy has them under its own job', async () => {
    await put('p1', plainJpeg());
    const r = await take(await text());
    expect(r.status).toBe(201);
    const { jobs } = r.body as { jobs: string[] };
    expect(jobs).not.toContain('keyboard');
    const rows = await PhotoRow.findAll({ where: { id: 'p1' } });
    expect(rows.map((row) => row.jobId).sort()).toEqual(['keyboard', jobs[0]].sort());
    expect((await get('p1', jobs[0])).body).toEqual(Buffer.from(plainJpeg()));
  });
  it('is refused whole where one of them is none, is of no job, or is there twice', async () => {
    await put('p1', plainJpeg());
    const file = JSON.parse(await text()) as { photos: FiledPhoto[] };
    const with_ = (photos: (object | undefined)[]) => JSON.stringify({ ...file, photos });
    const [photo] = file.photos;
    for (const [photos, why] of [
      [[{ ...photo, jpeg: Buffer.from('hello').toString('base64') }], 'is not a JPEG'],
      [[{ ...photo, jobId: 'nobody' }], 'belongs to no job'],
      [[photo, photo], 'is there twice'],
    ] as const) {
      const r = await take(with_([...photos]));
      expect([r.status, JSON.stringify(r.body)]).toEqual([422, expect.stringContaining(why)]);
      expect(JSON.stringify(r.body)).toContain('photos[');
    }
    expect(await PhotoRow.count()).toBe(1);
    // What a file brings is made bare too.
    const told = await take(with_([{ ...photo, jpeg: Buffer.from(jpegWithPlace()).toString('base64') }]));
    const { jobs } = told.body as { jobs: string[] };
    expect((await get('p1', jobs[0])).body).toEqual(Buffer.from(plainJpeg()));
  });
});

it('photos go with a job that is deleted for good, and come back with a backup', async () => {
  await put('p1', plainJpeg());
  await put('q1', plainJpeg(), 'aquarium');
  const file = `${server.dir}/kept.sqlite`;
  await backupCommand(server.dir, file);
  await request(server.app).delete('/api/jobs/keyboard');
  expect(await PhotoRow.count()).toBe(2);
  await request(server.app).delete('/api/bin/jobs/keyboard');
  expect((await PhotoRow.findAll()).map((p) => p.id)).toEqual(['q1']);
  await request(server.app).delete('/api/houses/tamarack');
  await request(server.app).delete('/api/bin/houses/tamarack');
  expect(await PhotoRow.count()).toBe(0);
  await restoreCommand(server.dir, file, new Date('2026-11-28T12:00:00.000Z'));
  expect((await get('p1')).body).toEqual(Buffer.from(plainJpeg()));
});

describe('photos of the walls of a house', () => {
  const putWall = (id: string, jpeg: Uint8Array, house = 'tamarack') =>
    request(server.app)
      .put(`/api/houses/${house}/photos/${id}`)
      .send({ jpeg: Buffer.from(jpeg).toString('base64') });
  const getWall = (id: string, house = 'tamarack') =>
    request(server.app).get(`/api/houses/${house}/photos/${id}`).buffer(true).responseType('blob');

  it('are kept bare beside those of the jobs, under names of their own', async () => {
    expect((await putWall('p1', jpegWithPlace())).status).toBe(201);
    expect((await putWall('p1', large(5000))).status).toBe(204);
    expect((await getWall('p1')).body).toEqual(Buffer.from(plainJpeg()));
    // A job has none of them, whatever it is called.
    expect((await get('p1')).status).toBe(404);
    expect((await getWall('p1', 'quarry')).status).toBe(404);
    expect((await putWall('p1', plainJpeg(), 'nowhere')).status).toBe(404);
  });

  it('count with those of the jobs towards what a house may take', async () => {
    for (let i = 0; i < 26; i++) expect((await put(`p${i}`, large(MOST_PHOTO_BYTES))).status).toBe(201);
    expect((await putWall('w1', large(MOST_PHOTO_BYTES))).status).toBe(413);
    expect((await putWall('w1', plainJpeg())).status).toBe(201);
  });

  it('go into the file of the house and come back with it, also under another id', async () => {
    await putWall('p1', plainJpeg());
    await put('p1', plainJpeg());
    const { text } = await request(server.app).get('/api/houses/tamarack/export').buffer(true);
    const { photos } = JSON.parse(text) as { photos: FiledPhoto[] };
    expect(photos.map((p) => p.jobId ?? 'the house').sort()).toEqual(['keyboard', 'the house']);
    const back = await request(server.app)
      .post('/api/import')
      .set('Content-Type', 'application/json')
      .send(text);
    const { houseId, jobs } = back.body as { houseId: string; jobs: string[] };
    expect(houseId).not.toBe('tamarack');
    expect((await getWall('p1', houseId)).body).toEqual(Buffer.from(plainJpeg()));
    expect((await Promise.all(jobs.map((j) => get('p1', j)))).map((r) => r.status)).toContain(200);
  });

  it('go with the house when it is deleted for good', async () => {
    await putWall('p1', plainJpeg());
    await put('p1', plainJpeg());
    await putWall('p1', plainJpeg(), 'quarry');
    await request(server.app).delete('/api/houses/tamarack');
    await request(server.app).delete('/api/bin/houses/tamarack');
    expect(await PhotoRow.count()).toBe(1);
  });
});
