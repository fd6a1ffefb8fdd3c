import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { HouseId, makeHouse, makeJob, PointId } from '@elwand/core';
import { demoHouses } from '@elwand/core/demo';
import { plainJpeg } from '../core/src/testing/picture.ts';
import { openDatabase } from '../server/src/database.ts';
import { exportHouse, importFile } from '../server/src/exchange.ts';
import { keepPhoto } from '../server/src/photos/photos.ts';
import { readFile } from '../server/src/reading/read-file.ts';
import { parcelsOf } from '../server/src/reading/reader.ts';
import { Store } from '../server/src/store.ts';

/** What the server's storage takes: npm run bench:server. Medians on this machine, and sizes that are the same on all. */

const dir = mkdtempSync(join(tmpdir(), 'elwand-bench-'));
const file = join(dir, 'elwand.sqlite');
const db = await openDatabase(file);
await db.query('PRAGMA synchronous = OFF');
const store = new Store(db);

async function median(work: () => Promise<unknown>, times: number): Promise<number> {
  const all: number[] = [];
  for (let i = 0; i < times; i++) {
    const start = performance.now();
    await work();
    all.push(performance.now() - start);
  }
  return all.sort((a, b) => a - b)[Math.floor(times / 2)] ?? 0;
}

for (let h = 0; h < 200; h++) {
  const houseId = HouseId.parse(`h${h}`);
  const jobs = Array.from({ length: 60 }, (_, j) =>
    makeJob(`h${h}-j${j}`, houseId, `Job ${j}`, { note: 'x'.repeat(3000) }),
  );
  await store.createBundle(makeHouse(houseId, `House ${h}`), jobs);
}
let touched = 0;
const touch = async () => {
  const { version } = await store.house('h0');
  await store.saveHouse(makeHouse('h0', `House ${(touched += 1)}`), version);
};
const fresh: number[] = [];
for (let i = 0; i < 15; i++) {
  await touch();
  const start = performance.now();
  await store.listText();
  fresh.push(performance.now() - start);
}
const median15 = fresh.sort((a, b) => a - b)[7] ?? 0;
console.log(`listing 200 houses of 60 jobs after a save: ${median15.toFixed(1)} ms (budget 50 ms)`);
console.log(`the same again: ${(await median(() => store.listText(), 21)).toFixed(1)} ms`);

const quarry = demoHouses()[1]!;
const twice = [...quarry.points, ...quarry.points, ...quarry.points];
const points = [
  ...quarry.points,
  ...twice.map((p, i) => ({ ...p, id: PointId.parse(`more-${i}`), label: `More ${i}` })),
];
const house = { ...quarry, id: HouseId.parse('saved'), points };
await store.createHouse(house);
await db.query('PRAGMA wal_checkpoint(TRUNCATE)');
const before = statSync(file).size;
const SAVES = Number(process.argv[2] ?? 10_000);
for (let v = 1; v < SAVES; v++) await store.saveHouse({ ...house, name: `Quarry ${v * 7919}` }, v);
await db.query('PRAGMA wal_checkpoint(TRUNCATE)');
const grown = (statSync(file).size - before) / 1e6;
console.log(
  `${SAVES} saves of a ${(JSON.stringify(house).length / 1000).toFixed(1)} kB house within a day: ${grown.toFixed(1)} MB (budget 40 MB)`,
);
// Fifty photos in one job: kept, sent out with their house, and taken in again.
const PHOTOS = 50;
const PHOTO_BYTES = 700_000;
const plain = plainJpeg();
const photo = Buffer.concat([plain.subarray(0, -2), Buffer.alloc(PHOTO_BYTES, 7), plain.subarray(-2)]);
await store.createJob(makeJob('photos', house.id, 'Photos'));
let kept = 0;
const keeping = await median(
  () => keepPhoto(store, { kind: 'job', id: 'photos' }, `p${(kept += 1)}`, photo),
  PHOTOS,
);
console.log(`keeping a photo of ${PHOTO_BYTES / 1000} kB: ${keeping.toFixed(1)} ms`);
let out = '';
const exporting = await median(async () => {
  out = await exportHouse(store, house.id, false);
}, 3);
const reader = {
  read: (bytes: Uint8Array, taken: readonly string[]) => Promise.resolve(parcelsOf(readFile(bytes, taken))),
  close: () => Promise.resolve(),
};
const importing = await median(() => importFile(store, reader, Buffer.from(out)), 3);
console.log(
  `its house with ${PHOTOS} photos, ${(out.length / 1e6).toFixed(0)} MB: out ${exporting.toFixed(0)} ms, in ${importing.toFixed(0)} ms, most memory ${(process.resourceUsage().maxRSS / 1024).toFixed(0)} MB`,
);
await db.close();
rmSync(dir, { recursive: true, force: true });
