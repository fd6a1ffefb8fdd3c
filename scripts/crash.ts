import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { HouseId, makeHouse, makeJob, writeBundle, type House } from '@elwand/core';
import { withConnection } from '../server/src/connection.ts';
import { serve, type Served } from './served.ts';

/**
 * Kills the server in the middle of what it does and looks at what is left: npm run crash [-- KILLS]. Nothing that was
 * acknowledged may be gone, and nothing may be there by half.
 */

const kills = Number(process.argv[2] ?? 20);
const dir = mkdtempSync(join(tmpdir(), 'elwand-crash-'));
const faults: string[] = [];
const fail = (what: string) => faults.push(what);

interface Answer {
  readonly status: number;
  readonly body: unknown;
}
/** Asks; null when the server is gone before it answers. */
async function ask(
  server: Served,
  method: string,
  path: string,
  body?: unknown,
  version?: number,
): Promise<Answer | null> {
  try {
    const r = await fetch(`${server.url}${path}`, {
      method,
      headers: {
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...(version === undefined ? {} : { 'If-Match': `"${version}"` }),
      },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    return { status: r.status, body: r.status === 204 ? null : ((await r.json()) as unknown) };
  } catch {
    return null;
  }
}

const filler = Array.from({ length: 200 }, (_, i) => ({
  limit: `x${i}`,
  value: i,
  note: 'filler text',
})).slice(0, 40);
const house = (name: string): House => makeHouse('h1', name, { amendments: filler });
const job = (note: string, signedOff: string | null = null) =>
  makeJob('j1', HouseId.parse('h1'), 'Job', { note, signedOff });

/** What was acknowledged: the last version of each document, and how often each has been restored or thinned since. */
const acknowledged = {
  house: { version: 0, name: '' },
  job: { version: 0, note: '' },
  imports: new Set<string>(),
  backups: new Set<string>(),
};

type Versioned = { version: number; document: { name: string; note: string } };

async function saveOn(server: Served, tag: string): Promise<void> {
  for (let i = 0; ; i++) {
    const now = (await ask(server, 'GET', '/api/houses/h1'))?.body as Versioned | undefined;
    if (!now) return;
    const r = await ask(server, 'PUT', '/api/houses/h1', house(`${tag} ${i}`), now.version);
    if (!r) return;
    if (r.status === 200)
      acknowledged.house = { version: (r.body as Versioned).version, name: `${tag} ${i}` };
  }
}
async function signOffOn(server: Served, tag: string): Promise<void> {
  for (let i = 0; ; i++) {
    const now = (await ask(server, 'GET', '/api/jobs/j1'))?.body as Versioned | undefined;
    if (!now) return;
    const at = new Date(Date.UTC(2026, 0, 1, 0, 0, i)).toISOString();
    const r = await ask(server, 'PUT', '/api/jobs/j1', job(`${tag} ${i}`, at), now.version);
    if (!r) return;
    if (r.status === 200) acknowledged.job = { version: (r.body as Versioned).version, note: `${tag} ${i}` };
  }
}
/** A house and its job, signed off and saved together: what one says the other says. */
async function togetherOn(server: Served, tag: string): Promise<void> {
  for (let i = 0; ; i++) {
    const [h, j] = await Promise.all([
      ask(server, 'GET', '/api/houses/h1'),
      ask(server, 'GET', '/api/jobs/j1'),
    ]);
    if (!h || !j) return;
    const versions = { house: (h.body as Versioned).version, job: (j.body as Versioned).version };
    const at = new Date(Date.UTC(2026, 1, 1, 0, 0, i)).toISOString();
    const both = `${tag} ${i}`;
    const body = { house: house(both), job: job(both, at), versions };
    const r = await ask(server, 'PUT', '/api/jobs/j1/with-house', body);
    if (!r) return;
    if (r.status !== 200) return void fail(`${tag}: saving together was answered with ${r.status}`);
    const saved = r.body as { house: Versioned; job: Versioned };
    acknowledged.house = { version: saved.house.version, name: both };
    acknowledged.job = { version: saved.job.version, note: both };
  }
}
async function importOn(server: Served, tag: string): Promise<void> {
  for (let i = 0; i < 12; i++) {
    const id = `imp-${tag}-${i}`;
    const jobs = Array.from({ length: 10 }, (_, k) => makeJob(`${id}-${k}`, HouseId.parse(id), `Job ${k}`));
    const r = await ask(server, 'POST', '/api/import', writeBundle(makeHouse(id, id), jobs, [], 0));
    if (!r) return;
    if (r.status === 201) acknowledged.imports.add(id);
  }
}
async function backUpOn(server: Served): Promise<void> {
  for (;;) {
    const r = await ask(server, 'POST', '/api/backups');
    if (!r) return;
    if (r.status === 201) acknowledged.backups.add((r.body as { name: string }).name);
  }
}
async function restoreOn(server: Served): Promise<void> {
  const made = await ask(server, 'POST', '/api/backups');
  if (made?.status !== 201) return;
  const { name } = made.body as { name: string };
  for (;;) {
    const r = await ask(server, 'POST', `/api/backups/${name}/restore`);
    if (!r) return;
  }
}

const KINDS = ['save', 'together', 'import', 'restore', 'sign-off', 'thinning', 'backup'] as const;

/** Makes the history old, so that thinning has something to take out, and writes on until it does. */
async function thinOn(target: Served, tag: string): Promise<void> {
  await withConnection(join(dir, 'elwand.sqlite'), 'write', (sql) =>
    sql(
      "UPDATE revisions SET savedAt = strftime('%Y-%m-%d %H:%M:%f +00:00', substr(savedAt, 1, 23), '-40 days')",
    ),
  );
  // Thinning runs every fifty saves of a document: two writers get there soon.
  await Promise.all([saveOn(target, tag), signOffOn(target, tag)]);
}

/** Everything that was acknowledged is there, and nothing by half. */
async function inspect(server: Served, round: number, kind: (typeof KINDS)[number]): Promise<void> {
  const where = `kill ${round} (${kind})`;
  const h = (await ask(server, 'GET', '/api/houses/h1'))?.body as Versioned | undefined;
  const j = (await ask(server, 'GET', '/api/jobs/j1'))?.body as Versioned | undefined;
  if (!h || !j) return void fail(`${where}: house or job can't be read`);
  // A restore puts an earlier state back, under a version above it.
  if (h.version < acknowledged.house.version)
    fail(`${where}: house at ${h.version}, ${acknowledged.house.version} was acknowledged`);
  if (j.version < acknowledged.job.version)
    fail(`${where}: job at ${j.version}, ${acknowledged.job.version} was acknowledged`);
  if (
    kind !== 'restore' &&
    h.version === acknowledged.house.version &&
    h.document.name !== acknowledged.house.name
  )
    fail(
      `${where}: version ${h.version} of the house is "${h.document.name}", not "${acknowledged.house.name}"`,
    );
  const said = [h.document.name, j.document.note];
  // Killed before its first save nothing of this round is there.
  if (kind === 'together' && said.some((s) => s.startsWith(`r${round} `)) && said[0] !== said[1])
    fail(`${where}: the house says "${h.document.name}", the job "${j.document.note}"`);
  for (const [path, version] of [
    ['houses/h1', h.version],
    ['jobs/j1', j.version],
  ] as const) {
    const page = (await ask(server, 'GET', `/api/${path}/revisions?limit=1`))?.body as
      { revisions?: { version: number }[] } | undefined;
    if (page?.revisions?.[0]?.version !== version)
      fail(
        `${where}: ${path} is at ${version}, its history at ${page?.revisions?.[0]?.version ?? 'nothing'}`,
      );
  }
  const list = ((await ask(server, 'GET', '/api/houses'))?.body ?? []) as { id: string; jobs: unknown[] }[];
  for (const one of list)
    if (one.id.startsWith('imp-') && one.jobs.length !== 10)
      fail(`${where}: ${one.id} came in with ${one.jobs.length} of 10 jobs`);
  const there = new Set(list.map((one) => one.id));
  for (const id of acknowledged.imports)
    if (!there.has(id)) fail(`${where}: import ${id} was acknowledged and is gone`);
  const kept = new Set(
    ((await ask(server, 'GET', '/api/backups'))?.body as { name: string }[]).map((b) => b.name),
  );
  const lost = [...acknowledged.backups].filter((name) => !kept.has(name));
  // Only the newest twenty are kept.
  if (lost.length > 0 && kept.size < 20) fail(`${where}: backup ${lost[0] ?? ''} is gone`);
  if (
    readdirSync(join(dir, 'backups'), { withFileTypes: true }).some(
      (f) => f.name.startsWith('.restoring') && kind !== 'restore',
    )
  )
    for (const f of readdirSync(join(dir, 'backups')))
      if (f.startsWith('.restoring')) rmSync(join(dir, 'backups', f));
}

let server = await serve(dir);
await ask(server, 'POST', '/api/houses', house('first'));
await ask(server, 'POST', '/api/jobs', job('first'));
await ask(server, 'POST', '/api/backups');
for (let round = 1; round <= kills; round++) {
  const kind = KINDS[(round - 1) % KINDS.length] ?? 'save';
  const tag = `r${round}`;
  const work =
    kind === 'import'
      ? importOn(server, tag)
      : kind === 'restore'
        ? restoreOn(server)
        : kind === 'together'
          ? togetherOn(server, tag)
          : kind === 'sign-off'
            ? signOffOn(server, tag)
            : kind === 'backup'
              ? Promise.all([backUpOn(server), saveOn(server, tag)])
              : kind === 'thinning'
                ? thinOn(server, tag)
                : saveOn(server, tag);
  // Thinning needs the writers to get to their fiftieth save.
  const wait = (kind === 'thinning' ? 700 : 60) + ((round * 137) % 600);
  await new Promise((resolve) => setTimeout(resolve, wait));
  await server.kill('SIGKILL');
  await work;
  server = await serve(dir);
  await inspect(server, round, kind);
}
await server.kill();
rmSync(dir, { recursive: true, force: true });
console.log(
  `crash: ${kills} kills, house at ${acknowledged.house.version}, job at ${acknowledged.job.version}, ${acknowledged.imports.size} imports, ${acknowledged.backups.size} backups acknowledged`,
);
for (const fault of faults) console.error(fault);
process.exitCode = faults.length > 0 ? 1 : 0;
