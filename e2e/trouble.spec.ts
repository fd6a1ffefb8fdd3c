import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { expect, type Response } from '@playwright/test';
import { demoHouses, demoJobs, largeHouse, largeJob } from '@elwand/core/demo';
import { writeBundle, makeHouse } from '@elwand/core';
import { saved, test, watch } from './help.ts';

const quarry = () => demoHouses()[1]!;
const file = (name: string, text: string) => ({
  name,
  mimeType: 'application/json',
  buffer: Buffer.from(text),
});

test('bad files are refused with the place, nothing is lost, no stack is shown', async ({ page }) => {
  // The browser notes the refusals of the server on its console.
  const quiet = watch(page, /status of 4(00|22)/);
  await page.goto('/');
  await expect(page.getByRole('link', { name: '3 Quarry Lane' }).first()).toBeVisible();
  const before = await page.getByRole('article').count();
  const text = writeBundle(quarry(), [demoJobs()[2]!]);
  const nonsense = text.replace(/"lengthMm": 1625\.6,?/, '"lengthMm": "long",');
  for (const [name, content, says] of [
    ['cut.json', text.slice(0, text.length / 3), /cut off/],
    ['foreign.json', '{"name":"left","version":3}', /format/],
    ['words.json', 'hello', /not JSON/],
    ['nonsense.json', nonsense, /lengthMm/],
  ] as const) {
    await page.locator('input[type=file]').setInputFiles(file(name, content));
    const alert = page.getByRole('alert').filter({ hasText: name });
    await expect(alert).toContainText('Nothing was changed');
    await expect(alert).toContainText(says);
    await expect(alert).not.toContainText(/at .*\.(ts|js):/);
  }
  const huge = join(mkdtempSync(join(tmpdir(), 'elwand-')), 'huge.json');
  writeFileSync(huge, 'x'.repeat(60_000_000));
  await page.locator('input[type=file]').setInputFiles(huge);
  await expect(page.getByRole('alert').filter({ hasText: 'huge.json' })).toContainText('57 MB');
  rmSync(huge);
  expect(await page.getByRole('article').count()).toBe(before);
  quiet();
});

test('a good file is taken, and a house that is already here comes as a copy', async ({ page }) => {
  await page.goto('/');
  await page.locator('input[type=file]').setInputFiles(
    file(
      'quarry.json',
      // A load on a point that is not there is a finding, no reason to refuse the house.
      writeBundle(
        {
          ...quarry(),
          name: 'Sedge End 9',
          loads: quarry().loads.map((l, i) => (i === 0 ? { ...l, pointId: 'gone' as typeof l.pointId } : l)),
        },
        [],
      ),
    ),
  );
  await expect(page.getByRole('link', { name: 'Sedge End 9 (copy)' })).toBeVisible();
  await page.getByRole('button', { name: 'More for Sedge End 9 (copy)' }).click();
  await page.getByRole('menuitem', { name: /Delete this house/ }).click();
  await expect(page.getByRole('dialog', { name: 'Delete "Sedge End 9 (copy)"?' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Sedge End 9 (copy)' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: 'Sedge End 9 (copy)' })).toBeVisible();
});

test('two tabs: the later one is asked, and neither version is lost', async ({ page, context }) => {
  const house = makeHouse('two-tabs', 'Two tabs');
  await page.request.post('/api/houses', { data: house });
  const other = await context.newPage();
  await page.goto('/houses/two-tabs/rooms');
  await other.goto('/houses/two-tabs/rooms');
  // Both have what they work on before either changes it.
  for (const p of [page, other]) await expect(p.getByLabel('House', { exact: true })).toBeVisible();
  const rename = async (p: typeof page, name: string) => {
    await p.getByLabel('House', { exact: true }).fill(name);
    await p.getByLabel('House', { exact: true }).press('Enter');
  };
  await rename(page, 'From the first tab');
  await saved(page);
  await rename(other, 'From the second tab');
  await expect(other.getByText('This was changed in another tab')).toBeVisible();
  await other.getByRole('button', { name: 'Take theirs' }).click();
  await expect(other.getByRole('heading', { name: 'From the first tab' })).toBeVisible();
  await other.getByRole('button', { name: 'Undo' }).click();
  await expect(other.getByRole('heading', { name: 'From the second tab' })).toBeVisible();
  await saved(other);
});

test('while the server is away the work goes on, survives a reload, and is saved when it is back', async ({
  page,
}) => {
  await page.request.post('/api/houses', { data: makeHouse('away', 'Before') });
  await page.goto('/houses/away/rooms');
  await expect(page.getByLabel('House', { exact: true })).toBeVisible();
  await page.route('**/api/houses/away', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await page.getByLabel('House', { exact: true }).fill('Typed while away');
  await page.getByLabel('House', { exact: true }).press('Enter');
  await expect(page.locator('[data-save]')).toHaveAttribute('data-save', 'away');
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Typed while away' })).toBeVisible();
  await page.unroute('**/api/houses/away');
  await saved(page);
  const body = (await (await page.request.get('/api/houses/away')).json()) as { document: { name: string } };
  expect(body.document.name).toBe('Typed while away');
});

test('a save whose answer never came is no conflict with oneself', async ({ page }) => {
  await page.request.post('/api/houses', { data: makeHouse('cut-off', 'Before') });
  await page.goto('/houses/cut-off/rooms');
  const name = page.getByLabel('House', { exact: true });
  const arrived = page.waitForEvent('requestfailed');
  await page.route('**/api/houses/cut-off', async (route) => {
    if (route.request().method() !== 'PUT') return route.continue();
    await route.fetch();
    return route.abort();
  });
  await name.fill('Arrived');
  await name.press('Enter');
  await arrived;
  await page.unroute('**/api/houses/cut-off');
  await page.reload();
  await saved(page);
  await expect(page.getByText('This was changed in another tab')).toHaveCount(0);
  await expect(page.getByRole('heading', { name: 'Arrived' })).toBeVisible();
});

test('an address that is not there, a house that is gone', async ({ page }) => {
  await page.goto('/nowhere');
  await expect(page.getByText('There is no such page')).toBeVisible();
  await page.goto('/houses/none/rooms');
  await expect(page.getByText(/There is no house here/)).toBeVisible();
});

test('a house of 90 points: the ways are searched beside the screen, which stays alive', async ({ page }) => {
  const quiet = watch(page);
  await page.request.post('/api/import', {
    data: JSON.parse(writeBundle(largeHouse(15), [largeJob()])) as object,
  });
  await page.goto('/houses/large/jobs/large-job/tap');
  await expect(page.locator('.option')).toHaveCount(4);
  await expect(page.locator('.option-chosen')).toBeVisible();
  await page.getByRole('button', { name: /^new 1, North wall/ }).focus();
  await page.keyboard.press('PageDown');
  await expect(page.locator('.next')).not.toContainText('looking for ways');
  await expect(page.locator('.option')).toHaveCount(4);
  quiet();
});

test('first load is light, and the strip is there soon', async ({ page }) => {
  const sizes = new Map<string, Promise<number>>();
  const count = (r: Response) => {
    if (r.url().endsWith('.js'))
      sizes.set(
        r.url(),
        r.body().then((b) => gzipSync(b).length),
      );
  };
  page.on('response', count);
  // A job that no other test has given more to show.
  await page.goto('/houses/tamarack/jobs/aquarium/want');
  await expect(page.getByRole('group', { name: /unrolled/ })).toBeVisible();
  await page.waitForLoadState('networkidle');
  page.off('response', count);
  // What is fetched ahead once the page is up belongs to the marks that may be opened later.
  const early = await page.evaluate(() => {
    const ahead = performance.getEntriesByName('elwand-ahead')[0]?.startTime ?? Number.POSITIVE_INFINITY;
    return performance
      .getEntriesByType('resource')
      .filter((e) => e.startTime < ahead)
      .map((e) => e.name);
  });
  const bytes = (await Promise.all(early.map((url) => sizes.get(url) ?? Promise.resolve(0)))).reduce(
    (s, n) => s + n,
    0,
  );
  expect(bytes).toBeGreaterThan(100_000);
  expect(bytes).toBeLessThan(450_000);
});
