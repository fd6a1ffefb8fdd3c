import { mkdtempSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeBundle } from '@elwand/core';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import { nastyBundle, spoiledBundle } from '@elwand/core/testing';
import { peakMegabytes, serve } from './served.ts';

/**
 * Asks a running server what nobody would ask: npm run fuzz [-- MINUTES] [--requests N] [--seed N]. Ends with 1 at any answer
 * of 500, at a trace in an answer, at an unhandled rejection, or when it took more memory than it may.
 */

const args = process.argv.slice(2);
const option = (name: string): string | undefined => {
  const at = args.indexOf(`--${name}`);
  return at < 0 ? undefined : args[at + 1];
};
const minutes = args[0] !== undefined && !args[0].startsWith('--') ? Number(args[0]) : null;
const requests = Number(option('requests') ?? (minutes === null ? 20_000 : Number.MAX_SAFE_INTEGER));
const seed = Number(option('seed') ?? 20261128);
const MOST_MB = 600;

/** Mulberry32: the same for the same seed. */
let state = seed >>> 0;
function random(): number {
  state = (state + 0x6d2b79f5) >>> 0;
  let t = state;
  t = Math.imul(t ^ (t >>> 15), t | 1);
  t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
}
const upTo = (n: number): number => Math.floor(random() * n);
const pick = <T>(list: readonly T[]): T => list[upTo(list.length)] as T;

const IDS = [
  'tamarack',
  'quarry',
  'aquarium',
  'keyboard',
  'freezer',
  'nasty',
  'nasty-job',
  'none',
  '__proto__',
  '%00',
  '%zz',
  '..%2f',
  'a'.repeat(64),
  'a'.repeat(65),
  'é',
  '1',
];
const PATHS = [
  '/api/houses',
  '/api/houses/ID',
  '/api/jobs',
  '/api/jobs/ID',
  '/api/houses/ID/revisions',
  '/api/jobs/ID/revisions?before=N&limit=N',
  '/api/houses/ID/revisions/N',
  '/api/houses/ID/revisions/N/restore',
  '/api/houses/ID/export',
  '/api/export',
  '/api/import',
  '/api/jobs/ID/photos/ID',
  '/api/bin',
  '/api/bin/houses/ID/restore',
  '/api/bin/jobs/ID',
  '/api/backups',
  '/api/backups/ID',
  '/api/backups/ID/restore',
  '/api/devices',
  '/api/devices/code',
  '/api/devices/ID',
  '/api/health',
  '/api/ID/ID/ID',
  '/assets/ID.js',
  '/houses/ID/rooms',
  '/ID',
];
const NUMBERS = ['0', '1', '2', '-1', '1.5', '99999999999999999999', 'NaN', 'x', '', '1e3'];
const METHODS = ['GET', 'GET', 'GET', 'PUT', 'PUT', 'POST', 'POST', 'DELETE', 'PATCH', 'HEAD', 'OPTIONS'];
const TYPES = [
  'application/json',
  'application/json',
  'application/json',
  'text/plain',
  'application/json; charset=utf-16',
  'application/json; charset=x',
  'multipart/form-data',
  '',
];
const HEADERS: readonly (readonly [string, readonly string[]])[] = [
  ['If-Match', ['1', '"1"', '"2"', '*', 'W/"1"', '"1', 'x', '999999999999999999999']],
  ['Content-Encoding', ['gzip', 'br', 'identity', 'zip']],
  ['Range', ['bytes=0-1', 'bytes=9999-', 'lines=1-2']],
  ['Origin', ['http://evil.example', 'null', 'http://']],
  ['Host', ['evil.example', 'localhost', '']],
  ['Cookie', ['elwand-device=s%3Ax.y', 'a=%zz']],
  ['Accept', ['text/html', '*/*', 'x']],
  ['If-None-Match', ['"1"', 'x']],
];

function document(): { house: unknown; job: unknown } {
  const how = { most: 4, atBounds: 0.3, known: 0.8 };
  const n = upTo(1e9);
  const sound = { house: demoHouses()[n % 2]!, job: demoJobs()[n % 2 === 0 ? n % 2 : 2]! };
  return n % 3 === 0 ? nastyBundle(n, how) : spoiledBundle(sound, n, 0.02, how);
}

function mutate(text: string): string {
  const at = upTo(text.length);
  switch (upTo(7)) {
    case 0:
      return text.slice(0, at);
    case 1:
      return text.slice(0, at) + String.fromCharCode(upTo(0xffff)) + text.slice(at + 1);
    case 2:
      return text.replace(/:\d+/, pick([':1e999', ':-1', ':"x"', ':null', ':[]', ':{}', ':1e-400']));
    case 3:
      return text.replace(/"[a-zA-Z]+":/, pick(['"__proto__":', '"":', '"constructor":', '"format":']));
    case 4:
      return `${'['.repeat(upTo(20_000))}${text}`;
    case 5:
      return text.replace(/"formatVersion":\s*\d+/, `"formatVersion":${pick(['0', '99', '1', '-1', '"3"'])}`);
    default:
      return text;
  }
}

function body(path: string): string {
  const { house, job } = document();
  const text = path.includes('import')
    ? writeBundle(house as never, random() < 0.7 ? [job as never] : [], [], 0)
    : JSON.stringify(path.includes('jobs') ? job : house);
  return random() < 0.6 ? mutate(text) : text;
}

interface Asked {
  readonly method: string;
  readonly path: string;
  readonly headers: Record<string, string>;
  readonly body: string;
}
/** A document under an id of its own, as a program would send it: what is taken is exported and imported later. */
function sensible(): Asked {
  const { house } = document();
  const text = JSON.stringify({ ...(house as object), id: `f-${upTo(60)}` });
  const sent = random() < 0.3 ? mutate(text) : text;
  return { method: 'POST', path: '/api/houses', headers: { 'Content-Type': 'application/json' }, body: sent };
}

function draw(): Asked {
  if (random() < 0.1) return sensible();
  let path = pick(PATHS)
    .replace(/\bID\b/g, () => pick(IDS))
    .replace(/\bN\b/g, () => pick(NUMBERS));
  if (random() < 0.03) path += pick(['%', '%00', '?a[b]=c', '?x=%ff', '//', '/../..']);
  const method = pick(METHODS);
  const headers: Record<string, string> = {};
  const type = pick(TYPES);
  const hasBody = method === 'PUT' || method === 'POST' || random() < 0.05;
  if (hasBody && type) headers['Content-Type'] = type;
  for (const [name, values] of HEADERS)
    if (random() < (name === 'If-Match' ? 0.4 : 0.04)) headers[name] = pick(values);
  return {
    method,
    path: encodeURI(decodeSafely(path)) === path ? path : path.replace(/[^\x21-\x7e]/g, ''),
    headers,
    body: hasBody ? body(path) : '',
  };
}
function decodeSafely(path: string): string {
  try {
    return decodeURI(path);
  } catch {
    return path;
  }
}

const ask = (
  url: string,
  { method, path, headers, body: sent }: Asked,
): Promise<{ status: number; text: string }> =>
  new Promise((resolve) => {
    const { port } = new URL(url);
    const r = request({ port, host: '127.0.0.1', method, path, headers, timeout: 60_000 }, (answer) => {
      const parts: Buffer[] = [];
      answer.on('data', (d: Buffer) => parts.push(d));
      answer.on('end', () =>
        resolve({ status: answer.statusCode ?? 0, text: Buffer.concat(parts).toString('utf8') }),
      );
      answer.on('error', () => resolve({ status: 0, text: '' }));
    });
    r.on('timeout', () => {
      r.destroy();
      resolve({ status: 599, text: 'no answer within a minute' });
    });
    r.on('error', () => resolve({ status: 0, text: '' }));
    r.end(sent);
  });

const TRACE = /\bat [\w.<> ]+\(?(file:|node:|\/)|node_modules|\.ts:\d+|\.js:\d+:\d+/;
const dir = mkdtempSync(join(tmpdir(), 'elwand-fuzz-'));
const server = await serve(dir, { DEMO: '1' });
const faults: string[] = [];
const counts = new Map<number, number>();
const end = minutes === null ? Number.POSITIVE_INFINITY : Date.now() + minutes * 60_000;
let done = 0;
while (done < requests && Date.now() < end && faults.length < 20) {
  const batch = Array.from({ length: Math.min(6, requests - done) }, draw);
  const answers = await Promise.all(batch.map((one) => ask(server.url, one)));
  answers.forEach(({ status, text }, i) => {
    const { method, path, headers } = batch[i]!;
    counts.set(status, (counts.get(status) ?? 0) + 1);
    const exported = status === 200 && method === 'GET';
    if ((status >= 500 && status !== 503) || (!exported && TRACE.test(text)))
      faults.push(`${status} ${method} ${path} ${JSON.stringify(headers)}: ${text.slice(0, 300)}`);
  });
  done += batch.length;
  // Everything that was deleted or renamed is put back from time to time, so that there is something to ask about.
  if (done % 1200 === 0)
    for (const house of demoHouses())
      await ask(server.url, {
        method: 'POST',
        path: '/api/houses',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(house),
      });
}
const alive = await ask(server.url, { method: 'GET', path: '/api/health', headers: {}, body: '' });
const peak = peakMegabytes(server.process.pid);
if (alive.status !== 200) faults.push('the server is gone');
if (/Unhandled|unforeseen/i.test(server.said())) faults.push(`it wrote: ${server.said().slice(0, 2000)}`);
if (peak !== null && peak > MOST_MB) faults.push(`${peak} MB at its peak, ${MOST_MB} allowed`);
await server.kill();
rmSync(dir, { recursive: true, force: true });
console.log(
  `fuzz: seed ${seed}, ${done} requests, ${peak ?? '?'} MB at the peak; ${[...counts]
    .sort(([a], [b]) => a - b)
    .map(([s, n]) => `${s}: ${n}`)
    .join(', ')}`,
);
for (const fault of faults) console.error(fault);
process.exitCode = faults.length > 0 ? 1 : 0;
