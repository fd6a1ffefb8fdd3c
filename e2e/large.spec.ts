import { expect } from '@playwright/test';
import { HouseId, JobId, makePoint, WallId, type House } from '@elwand/core';
import { largeHouse, largeJob } from '@elwand/core/demo';
import { test } from './help.ts';

/** Long names, twelve rooms and forty boxes on one wall: nothing runs off the side, on a phone or at twice the size. */

const LONG = 'The long sunny room over the old carriage shed where Grandmother kept the sewing and the seeds';
const JOB =
  'Put an outlet behind the tall cupboard and one more where the sewing machine with the long name stands';

function manyThings(): House {
  const large = largeHouse(12);
  const wall = large.rooms[0]!.walls[0]!.id;
  const boxes = Array.from({ length: 40 }, (_, i) =>
    makePoint(`many-${i}`, `W${i + 1}`, i % 7 === 0 ? 'switch' : 'receptacle', {
      on: 'wall',
      wallId: WallId.parse(wall),
      xMm: 60 + i * 88,
      heightMm: i % 7 === 0 ? 1200 : 400,
    }),
  );
  const points = [...large.points.filter((p) => p.at.on !== 'wall' || p.at.wallId !== wall), ...boxes];
  const there = new Set<string>(points.map((p) => p.id));
  return {
    ...large,
    id: HouseId.parse('many'),
    name: LONG,
    rooms: large.rooms.map((r, i) => (i === 0 ? { ...r, name: LONG } : r)),
    points,
    cables: large.cables.filter((c) => [c.from, c.to].every((e) => e.at !== 'point' || there.has(e.pointId))),
  };
}

test('nothing runs off the side, however long and many', async ({ page }) => {
  const house = manyThings();
  const job = { ...largeJob(), id: JobId.parse('many-job'), houseId: house.id, name: JOB };
  expect((await page.request.post('/api/houses', { data: house })).status()).toBe(201);
  expect((await page.request.post('/api/jobs', { data: job })).status()).toBe(201);
  const work = `/houses/many/jobs/many-job`;
  const pages = [
    ...['want', 'feed', 'tap', 'buy', 'do', 'prove'].map((mark) => `${work}/${mark}`),
    ...['rooms', 'points', 'panel', 'jobs', 'local'].map((tab) => `/houses/many/${tab}`),
    '/',
  ];
  for (const [width, height] of [
    [390, 844],
    [640, 400],
  ] as const) {
    await page.setViewportSize({ width, height });
    for (const path of pages) {
      await page.goto(path);
      await expect(page.locator('h1, h2, h3').first()).toBeVisible();
      await page.waitForLoadState('networkidle');
      const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
      expect({ path, width, over: Math.max(0, over) }).toEqual({ path, width, over: 0 });
    }
  }
});
