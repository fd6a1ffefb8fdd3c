import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import express from 'express';
import request from 'supertest';
import { DeviceRow } from './database.ts';
import { cookieSecret, isLoopback, Pairings } from './lan.ts';
import { testServer, type TestServer } from './testing.ts';

let server: TestServer;
let pairings: Pairings;
let now = new Date('2026-11-28T12:00:00.000Z');
/** The same server as the house network sees it: every request comes from another machine. */
let outside: express.Express;

beforeEach(async () => {
  now = new Date('2026-11-28T12:00:00.000Z');
  server = await testServer();
  pairings = new Pairings(() => now);
  const secret = await cookieSecret();
  await server.db.close();
  server = await testServer({
    dir: server.dir,
    clock: () => now,
    names: new Set(['127.0.0.1']),
    lan: { pairings, address: 'http://192.168.1.5:4600', secure: false, secret },
  });
  outside = express();
  outside.use((req, _res, next) => {
    Object.defineProperty(req.socket, 'remoteAddress', { value: '192.168.1.77', configurable: true });
    next();
  });
  outside.use(server.app);
});
afterEach(() => server.close());

const pair = (code: string, name = 'My phone') =>
  request(outside).get('/pair').query({ go: '1', code, name });
const cookieOf = (r: { headers: Record<string, unknown> }) =>
  ((r.headers['set-cookie'] ?? []) as string[]).map((c) => c.split(';')[0]!).join('; ');

describe('the house network', () => {
  it('sees nothing before it has shown a code', async () => {
    for (const path of ['/api/houses', '/api/devices', '/api/health'])
      expect((await request(outside).get(path)).status).toBe(401);
    expect((await request(server.app).get('/api/houses')).status).toBe(200);
  });
  it('a code lets one device in, once; revoked, it is out again', async () => {
    const { code } = pairings.renew();
    const r = await pair(code.toLowerCase());
    expect([r.status, r.headers.location]).toEqual([303, '/']);
    expect(String(r.headers['set-cookie'])).toMatch(/HttpOnly.*SameSite=Strict/);
    const cookie = cookieOf(r);
    expect((await request(outside).get('/api/houses').set('Cookie', cookie)).status).toBe(200);
    expect((await pair(code)).status).toBe(403);
    const { devices } = (await request(server.app).get('/api/devices')).body as {
      devices: { id: string; name: string }[];
    };
    expect(devices.map((d) => d.name)).toEqual(['My phone']);
    expect((await request(server.app).delete(`/api/devices/${devices[0]!.id}`)).status).toBe(204);
    expect((await request(outside).get('/api/houses').set('Cookie', cookie)).status).toBe(401);
  });
  it('a forged or changed cookie is none', async () => {
    const r = await pair(pairings.renew().code);
    const cookie = cookieOf(r);
    const id = (await DeviceRow.findOne())!.id;
    for (const forged of [`elwand-device=${id}`, `elwand-device=s%3A${id}.AAAA`, cookie.slice(0, -4)])
      expect((await request(outside).get('/api/houses').set('Cookie', forged)).status).toBe(401);
  });
  it('a code grows old, and a new one ends it', async () => {
    const first = pairings.renew().code;
    pairings.renew();
    expect((await pair(first)).status).toBe(403);
    const second = pairings.renew().code;
    now = new Date(now.getTime() + 11 * 60_000);
    expect((await pair(second)).status).toBe(403);
  });
  it('guessing ends after a few tries', async () => {
    pairings.renew();
    const tries = [];
    for (let i = 0; i < 7; i++) tries.push((await pair('AAAAAAAA')).status);
    expect(tries).toEqual([403, 403, 403, 403, 403, 429, 429]);
  });
  it('a device that was not seen for three months has to be paired again', async () => {
    const cookie = cookieOf(await pair(pairings.renew().code));
    now = new Date(now.getTime() + 91 * 24 * 3_600_000);
    expect((await request(outside).get('/api/houses').set('Cookie', cookie)).status).toBe(401);
  });
  it('a paired phone can not see codes or revoke others', async () => {
    const cookie = cookieOf(await pair(pairings.renew().code));
    expect((await request(outside).get('/api/devices').set('Cookie', cookie)).status).toBe(403);
    expect((await request(outside).post('/api/devices/code').set('Cookie', cookie)).status).toBe(403);
    const code = await request(server.app).post('/api/devices/code');
    expect(code.body).toMatchObject({
      address: expect.stringMatching(/^http:\/\/192\.168\.1\.5:4600\/pair\?code=/),
    });
    expect((code.body as { qr: string }).qr).toContain('<svg');
  });
  it('the pairing page shows what it is given as text, never as markup', async () => {
    const page = await request(outside).get('/pair').query({ code: '"><script>' });
    expect([page.status, page.text.includes('<script>')]).toEqual([200, false]);
  });
});

it('without --lan there is no way in to pair, and the list says so', async () => {
  const plain = await testServer();
  expect((await request(plain.app).get('/api/devices')).body).toMatchObject({ lan: false, devices: [] });
  expect((await request(plain.app).post('/api/devices/code')).status).toBe(404);
  await plain.close();
});
it.each([
  ['127.0.0.1', true],
  ['::ffff:127.0.0.1', true],
  ['::1', true],
  ['192.168.1.2', false],
  ['::ffff:10.0.0.1', false],
  [undefined, false],
])('%s is this machine itself: %s', (address, own) => expect(isLoopback(address)).toBe(own));
