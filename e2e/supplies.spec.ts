import { expect } from '@playwright/test';
import { read, utils, write } from '@e965/xlsx';
import { readFileSync } from 'node:fs';
import { faults, saved, test, watch } from './help.ts';

/** What is at hand, prices as a file, one trip for several jobs. */

test('cable at hand is used before a roll is bought, and a count at hand stays with the house', async ({
  page,
}) => {
  const quiet = watch(page);
  await page.goto('/houses/tamarack/supplies');
  const hand = page.getByRole('region', { name: 'On hand' });
  await expect(hand.getByRole('rowheader', { name: 'NM-B 14-2' })).toHaveCount(1);
  await hand.getByLabel('Length of the piece').fill('200 ft');
  await page.keyboard.press('Enter');
  await expect(hand.getByRole('rowheader', { name: 'NM-B 14-2' })).toHaveCount(2);
  await saved(page);
  await page.goto('/houses/tamarack/jobs/keyboard/buy');
  await expect(page.getByRole('region', { name: 'Cut list' })).toContainText('on hand');
  await expect(page.getByRole('row', { name: /NM-B 14-2 with ground/ })).toHaveCount(0);
  const box = page
    .getByRole('row', { name: /^Cover plate/ })
    .first()
    .getByRole('spinbutton', { name: /^On hand/ });
  await box.fill('6');
  await page.keyboard.press('Tab');
  await saved(page);
  await page.getByRole('link', { name: 'Supplies and prices' }).click();
  await expect(page.getByRole('spinbutton', { name: /^How many: Cover plate/ }).first()).toHaveValue('6');
  expect(await faults(page)).toEqual([]);
  quiet();
});

test('the price list goes out as a workbook, is filled in and comes back', async ({ page }) => {
  const quiet = watch(page);
  await page.goto('/houses/quarry/supplies');
  const prices = page.getByRole('region', { name: 'Prices' });
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    prices.getByRole('button', { name: 'Save as XLSX' }).click(),
  ]);
  const book = read(readFileSync(await file.path()));
  const rows = utils.sheet_to_json<unknown[]>(book.Sheets[book.SheetNames[0]!]!, { header: 1 });
  const row = rows.find((r) => r[0] === 'luminaire')!;
  row[3] = 64.5;
  rows.push(['', 'Left-handed outlet', 'each', 3]);
  const changed = utils.book_new();
  utils.book_append_sheet(changed, utils.aoa_to_sheet(rows), 'Prices');
  await prices.getByLabel('Open a price list').setInputFiles({
    name: 'counter.xlsx',
    mimeType: 'application/octet-stream',
    buffer: Buffer.from(write(changed, { type: 'array', bookType: 'xlsx' }) as ArrayBuffer),
  });
  await expect(prices.getByRole('status')).toContainText('1 different');
  await expect(prices.getByRole('status')).toContainText('Left-handed outlet');
  await prices.getByRole('button', { name: 'Use these prices' }).click();
  await expect(prices.getByText('1 price of your own')).toBeVisible();
  // What is no table says so, and changes nothing.
  await prices.getByLabel('Open a price list').setInputFiles({
    name: 'photo.xlsx',
    mimeType: 'application/octet-stream',
    buffer: Buffer.from('not a workbook'),
  });
  await expect(prices.getByRole('status')).toContainText('photo.xlsx');
  await prices.getByRole('button', { name: 'Leave it' }).click();
  await prices.getByLabel('Sales tax, percent').fill('8.25');
  await page.keyboard.press('Tab');
  await saved(page);
  await page.reload();
  await expect(prices.getByText('1 price of your own')).toBeVisible();
  await expect(prices.getByLabel('Sales tax, percent')).toHaveValue('8.25');
  expect(await faults(page)).toEqual([]);
  quiet();
});

test('one trip shares rolls and packs between the jobs that are checked', async ({ page }) => {
  const quiet = watch(page);
  await page.goto('/houses/tamarack/supplies');
  const trip = page.getByRole('region', { name: 'One shopping trip' });
  const jobs = trip.getByRole('checkbox');
  await expect(jobs.first()).toBeChecked();
  await expect(trip.getByText(/less than one at a time/)).toBeVisible();
  const lines = trip.getByRole('row');
  const all = await lines.count();
  expect(all).toBeGreaterThan(5);
  await jobs.first().uncheck();
  await expect.poll(() => lines.count()).toBeLessThan(all);
  quiet();
});
