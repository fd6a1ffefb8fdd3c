import { mkdirSync, writeFileSync } from 'node:fs';
import { request as httpRequest } from 'node:http';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { makeHouse } from '@elwand/core';
import request from 'supertest';
import { hostNames } from './guard.ts';
import { testServer, type TestServer } from './testing.ts';

let server: TestServer;
beforeEach(async () => {
  server = await testServer();
  await request(server.app).post('/api/houses').send(makeHouse('h1', 'House'));
});
afterEach(() => server.close());

type Method = 'get' | 'post' | 'put' | 'patch' | 'delete' | 'head' | 'options';
const METHODS: readonly Method[] = ['get', 'post', 'put', 'patch', 'delete', 'head', 'options'];
const stillThere = async () => (await request(server.app).get('/api/houses/h1')).status;

describe('requests that are not from here', () => {
  it.each(METHODS)('%s under a rebound name is turned away before anything is looked at', async (method) => {
    for (const path of ['/api/houses/h1', '/api/nothing', '/'])
      expect((await request(server.app)[method](path).set('Host', 'evil.example:4600')).status).toBe(403);
    expect(await stillThere()).toBe(200);
  });
  it.each(METHODS)('%s from a page of another site is turned away', async (method) => {
    const ask = () => request(server.app)[method]('/api/houses/h1').set('Host', 'localhost:4600');
    for (const origin of [
      'http://evil.example',
      'http://localhost:3000',
      'https://localhost:4600.evil.example',
      'null',
    ])
      expect((await ask().set('Origin', origin)).status).toBe(403);
    for (const site of ['cross-site', 'same-site'])
      expect((await ask().set('Sec-Fetch-Site', site)).status).toBe(403);
    expect(await stillThere()).toBe(200);
  });
  it('our own page, typed addresses and programs are let in', async () => {
    const ask = () => request(server.app).get('/api/houses').set('Host', 'localhost:4600');
    expect((await ask()).status).toBe(200);
    expect(
      (await ask().set('Origin', 'http://localhost:4600').set('Sec-Fetch-Site', 'same-origin')).status,
    ).toBe(200);
    expect((await ask().set('Sec-Fetch-Site', 'none')).status).toBe(200);
    expect((await request(server.app).get('/api/houses').set('Host', '[::1]:4600')).status).toBe(200);
  });
  it('names of the network count only where the network is let in', () => {
    expect([...hostNames('127.0.0.1', false)].sort()).toEqual(['127.0.0.1', '[::1]', 'localhost']);
    expect(hostNames('192.168.7.9', false).has('192.168.7.9')).toBe(true);
    expect(hostNames('0.0.0.0', true).size).toBeGreaterThan(3);
  });
});

describe('changing requests', () => {
  it.each(['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data; boundary=x'])(
    'as %s, which a form of another site can send, are refused',
    async (type) => {
      for (const path of ['/api/houses', '/api/import', '/api/jobs']) {
        const r = await request(server.app).post(path).set('Content-Type', type).send('{"a":1}');
        expect([r.status, (r.body as { problems: { where: string }[] }).problems[0]?.where]).toEqual([
          415,
          'Content-Type',
        ]);
      }
    },
  );
});

/** A request as it stands on the wire, which no client library would send. */
const raw = (path: string, headers: Record<string, string> = {}, method = 'GET', body = '') =>
  new Promise<{ status: number; type: string; body: string; cache: string }>((resolve, reject) => {
    const listening = server.app.listen(0, '127.0.0.1', () => {
      const { port } = listening.address() as { port: number };
      const r = httpRequest({ port, host: '127.0.0.1', path, method, headers }, (answer) => {
        let text = '';
        answer.on('data', (d: Buffer) => (text += d.toString()));
        answer.on('end', () => {
          listening.close();
          resolve({
            status: answer.statusCode ?? 0,
            type: answer.headers['content-type'] ?? '',
            cache: answer.headers['cache-control'] ?? '',
            body: text,
          });
        });
      });
      r.on('error', reject);
      r.end(body);
    });
  });

describe('what a client does wrong is told as that', () => {
  it.each([
    ['percent-encoding that is none', '/api/houses/%zz', {}, 'GET', '', 400],
    ['a NUL in an id', '/api/houses/a%00b', {}, 'GET', '', 400],
    ['an id with a slash in it', '/api/houses/a%2Fb', {}, 'GET', '', 400],
    ['a version that is no number', '/api/houses/h1/revisions/x', {}, 'GET', '', 400],
    ['a page that is no page', '/api/houses/h1/revisions?limit=9999', {}, 'GET', '', 400],
    [
      'an unknown charset',
      '/api/houses',
      { 'Content-Type': 'application/json; charset=klingon', 'Content-Length': '2' },
      'POST',
      '{}',
      415,
    ],
    [
      'an unknown encoding',
      '/api/houses',
      { 'Content-Type': 'application/json', 'Content-Encoding': 'zip', 'Content-Length': '2' },
      'POST',
      '{}',
      415,
    ],
    [
      'gzip that is none',
      '/api/houses',
      { 'Content-Type': 'application/json', 'Content-Encoding': 'gzip', 'Content-Length': '2' },
      'POST',
      '{}',
      400,
    ],
  ] as const)('%s', async (_what, path, headers, method, body, status) => {
    const r = await raw(path, headers, method, body);
    expect([r.status, r.type]).toEqual([status, expect.stringContaining('application/problem+json')]);
    expect(r.body).not.toMatch(/at .*\.(ts|js)|node_modules/);
  });
  it('answers of the API are never kept by a cache', async () => {
    for (const path of ['/api/houses', '/api/houses/h1', '/api/none', '/api/houses/%zz'])
      expect((await raw(path)).cache).toBe('no-store');
  });
});

describe('files of the interface', () => {
  beforeEach(async () => {
    await server.close();
    server = await testServer();
    const webDir = join(server.dir, 'web');
    mkdirSync(join(webDir, 'assets'), { recursive: true });
    writeFileSync(join(webDir, 'index.html'), '<title>Elwand</title>');
    writeFileSync(join(webDir, 'assets', 'main.js'), '0123456789');
    await server.db.close();
    server = await testServer({ webDir, dir: server.dir });
  });
  it('a piece that is not there is a 404, never the page in its place', async () => {
    expect((await request(server.app).get('/assets/old-123.js')).status).toBe(404);
    expect((await request(server.app).get('/favicon.ico')).status).toBe(404);
    expect((await request(server.app).get('/assets/main.js')).status).toBe(200);
    expect((await request(server.app).get('/houses/h1/rooms')).text).toContain('Elwand');
  });
  it('a page of a job has its documents fetched while its code comes; other pages ask for none', async () => {
    const link = async (path: string) => (await request(server.app).get(path)).headers.link;
    expect(await link('/houses/h1/jobs/j-2/want')).toBe(
      '</api/houses/h1>; rel=preload; as=fetch; crossorigin, </api/jobs/j-2>; rel=preload; as=fetch; crossorigin',
    );
    expect(await link('/houses/h1/rooms')).toBe('</api/houses/h1>; rel=preload; as=fetch; crossorigin');
    expect(await link('/')).toBeUndefined();
    expect(await link('/houses/%3E,%3Chttp:/jobs/x')).toBeUndefined();
  });
  it('a range that is none is 416', async () =>
    expect((await request(server.app).get('/assets/main.js').set('Range', 'bytes=90-99')).status).toBe(416));
  it('a person gets a page that says what is wrong, a program a problem', async () => {
    const page = await raw('/%zz', { Accept: 'text/html' });
    expect([page.status, page.type]).toEqual([400, expect.stringContaining('text/html')]);
    expect(page.body).toContain('Go to houses and jobs');
    expect((await raw('/%zz')).type).toContain('problem+json');
  });
});

describe('too much at once', () => {
  it('is told with the time to wait, and nothing else breaks', async () => {
    const small = await testServer({ rate: 5 });
    const answers = [];
    for (let i = 0; i < 8; i++) answers.push(await request(small.app).get('/api/houses'));
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200, 200, 200, 429, 429, 429]);
    expect(answers[7]?.headers['retry-after']).toBe('10');
    await small.close();
  });
});
