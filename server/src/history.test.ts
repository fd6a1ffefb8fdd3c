import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { HouseId, makeHouse, makeJob, PointId, type House } from '@elwand/core';
import { demoHouses } from '@elwand/core/demo';
import { QueryTypes } from 'sequelize';
import request from 'supertest';
import { RevisionRow } from './database.ts';
import { revisionPage } from './history.ts';
import { testServer, type TestServer } from './testing.ts';
import { thinnedOut } from './thinning.ts';

const HOUR = 3_600_000;
const NOW = new Date('2026-11-28T12:00:00.000Z');
const ago = (hours: number) => new Date(NOW.getTime() - hours * HOUR);

describe('thinning', () => {
  const list = (...hours: number[]) =>
    hours.map((h, i) => ({ version: hours.length - i, savedAt: ago(h), milestone: false }));
  it('keeps all of the last 24 hours', () => {
    const minutes = Array.from({ length: 500 }, (_, i) => (i * 23.9) / 500);
    expect(thinnedOut(list(...minutes), NOW)).toEqual([]);
  });
  it('then the last one of each hour, each day, each week', () => {
    const kept = (hours: number[]) => {
      const all = list(...hours);
      const out = new Set(thinnedOut(all, NOW));
      return all.filter((r) => !out.has(r.version)).map((r) => hours[hours.length - r.version]);
    };
    expect(kept([0, 30.1, 30.2, 30.3, 31.1])).toEqual([0, 30.1, 31.1]);
    expect(kept([0, 20 * 24 + 1, 20 * 24 + 2, 21 * 24 + 1])).toEqual([0, 20 * 24 + 1, 21 * 24 + 1]);
    const weeks = kept([0, ...Array.from({ length: 140 }, (_, i) => 24 * (90 + i))]);
    expect(weeks.length).toBeGreaterThanOrEqual(21);
    expect(weeks.length).toBeLessThanOrEqual(22);
  });
  it('leaves the newest, the first and the signed-off ones alone, however old', () => {
    const old = [
      { version: 4, savedAt: ago(9000), milestone: false },
      { version: 3, savedAt: ago(9000.1), milestone: false },
      { version: 2, savedAt: ago(9000.2), milestone: true },
      { version: 1, savedAt: ago(9000.3), milestone: true },
    ];
    expect(thinnedOut(old, NOW)).toEqual([3]);
    expect(thinnedOut([{ version: 5, savedAt: ago(8999), milestone: false }, ...old], NOW)).toEqual([4, 3]);
  });
  it('thinning what was thinned takes nothing more', () => {
    const all = Array.from({ length: 3000 }, (_, i) => ({
      version: 3000 - i,
      savedAt: ago(i * 1.7),
      milestone: i === 2999,
    }));
    const out = new Set(thinnedOut(all, NOW));
    const left = all.filter((r) => !out.has(r.version));
    expect(left.length).toBeLessThan(500);
    expect(thinnedOut(left, NOW)).toEqual([]);
  });
});

describe('the history of a document', () => {
  let server: TestServer;
  let now = NOW;
  beforeEach(async () => {
    now = NOW;
    server = await testServer({ clock: () => now });
  });
  afterEach(() => server.close());
  const named = (name: string): House => makeHouse('h1', name);

  it('says what changed, and is reachable to its first version by paging', async () => {
    await server.store.createHouse(named('One'));
    for (let v = 1; v < 75; v++) await server.store.saveHouse(named(`House ${v}`), v);
    const seen: number[] = [];
    let before: number | undefined;
    for (;;) {
      const page = await revisionPage(server.store, 'house', 'h1', { before, limit: 30 });
      seen.push(...page.revisions.map((r) => r.version));
      expect(page.total).toBe(75);
      if (page.before === null) break;
      before = page.before;
    }
    expect(seen).toEqual(Array.from({ length: 75 }, (_, i) => 75 - i));
    const [newest] = (await revisionPage(server.store, 'house', 'h1', { before: undefined, limit: 1 }))
      .revisions;
    expect(newest?.changes).toEqual([
      {
        kind: 'changed',
        where: { list: [{ id: 'document.field.name' }], by: 'comma' },
        from: 'House 73',
        to: 'House 74',
      },
    ]);
  });

  it('signed-off versions of a job, and the house that was written with them, stay for good', async () => {
    const houseId = HouseId.parse('h1');
    await server.store.createHouse(named('One'));
    await server.store.createJob(makeJob('j1', houseId, 'Job'));
    await server.store.saveHouse(named('Built'), 1);
    await server.store.saveJob(makeJob('j1', houseId, 'Job', { signedOff: '2026-11-28T10:00:00.000Z' }), 1);
    for (let i = 0; i < 12; i++)
      await server.store.saveJob(
        makeJob('j1', houseId, 'Job', { signedOff: '2026-11-28T10:00:00.000Z', note: `${i}` }),
        2 + i,
      );
    await server.store.saveHouse(named('Later'), 2);
    await server.store.saveHouse(named('Later still'), 3);
    now = new Date(NOW.getTime() + 400 * 24 * HOUR);
    expect(await server.store.thinAll()).toBeGreaterThan(8);
    const left = await RevisionRow.findAll({ order: ['kind', 'version'] });
    expect(left.map((r) => `${r.kind} ${r.version}`)).toEqual([
      'house 1',
      'house 2',
      'house 4',
      'job 1',
      'job 2',
      'job 14',
    ]);
  });

  it('restoring asks for the version that is known, like any write', async () => {
    await server.store.createHouse(named('One'));
    await server.store.saveHouse(named('Two'), 1);
    const back = (known?: string) => {
      const r = request(server.app).post('/api/houses/h1/revisions/1/restore');
      return known === undefined ? r : r.set('If-Match', known);
    };
    expect((await back()).status).toBe(428);
    expect((await back('"2"x')).status).toBe(428);
    expect((await back('"1')).status).toBe(428);
    expect((await back('"1"')).status).toBe(409);
    expect(await back('"2"')).toMatchObject({ status: 200, body: { version: 3, document: { name: 'One' } } });
  });

  it('of two restores at once one wins and the other is told', async () => {
    await server.store.createHouse(named('One'));
    await server.store.saveHouse(named('Two'), 1);
    const both = await Promise.all(
      [1, 2].map(() => request(server.app).post('/api/houses/h1/revisions/1/restore').set('If-Match', '2')),
    );
    expect(both.map((r) => r.status).sort()).toEqual([200, 409]);
  });

  it('a thousand saves of a 10 kB house take little room', async () => {
    const quarry = demoHouses()[1]!;
    const twice = [...quarry.points, ...quarry.points, ...quarry.points];
    const more = twice.map((p, i) => ({ ...p, id: PointId.parse(`more-${i}`), label: `More ${i}` }));
    const house = { ...quarry, id: HouseId.parse('h1'), points: [...quarry.points, ...more] };
    expect(JSON.stringify(house).length).toBeGreaterThan(10_000);
    await server.store.createHouse(house);
    for (let v = 1; v < 1000; v++) await server.store.saveHouse({ ...house, name: `Quarry ${v * 7919}` }, v);
    const [size] = await server.db.query<{ bytes: number }>(
      'SELECT page_count * page_size AS bytes FROM pragma_page_count(), pragma_page_size()',
      { type: QueryTypes.SELECT },
    );
    // 10,000 of them stay under 40 MB.
    expect(size!.bytes).toBeLessThan(4_000_000);
  });

  it('listing reads an index, never a document', async () => {
    const plan = await server.db.query<{ detail: string }>(
      'EXPLAIN QUERY PLAN SELECT id, name, version, updatedAt, signedOff FROM jobs WHERE houseId = 1 AND deletedAt IS NULL ORDER BY createdAt, id',
      { type: QueryTypes.SELECT },
    );
    expect(plan.map((p) => p.detail).join()).toContain('COVERING INDEX jobs_listed');
  });
});
