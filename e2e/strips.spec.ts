import { expect } from '@playwright/test';
import { faults, saved, test, watch } from './help.ts';

/** Strip lighting: pieces by the tape, a driver, its outlet, what comes of it. */

test('a strip is entered by the tape, planned as it is typed, and its driver gets an outlet', async ({
  page,
}) => {
  const quiet = watch(page);
  await page.goto('/houses/tamarack/jobs/aquarium/want');
  await page.getByRole('button', { name: 'Plan strip lighting' }).click();
  await page.getByRole('button', { name: 'Add strip lighting' }).click();
  const strips = page.getByRole('region', { name: 'Strip lighting' });
  await expect(strips.getByText('Add the first piece')).toBeVisible();
  await strips.getByRole('button', { name: 'Add a piece' }).click();
  await strips.getByLabel('To, piece 1').fill('50 1/2');
  await page.keyboard.press('Enter');
  const result = strips.getByRole('status');
  await expect(result).toContainText('4\' 0" lit, 12 W, 1 driver, 1 lead');
  // It is drawn on the wall as it is cut.
  await expect(page.locator('.led-piece')).toHaveCount(1);
  const checks = page.getByRole('complementary', { name: 'Checks' });
  await expect(checks.getByText('where does the driver go?')).toBeVisible();
  await strips.getByRole('button', { name: 'Place the driver' }).click();
  await expect(checks.getByText('no outlet for the driver’s cord')).toBeVisible();
  await strips.getByRole('button', { name: 'Add an outlet for it' }).click();
  await expect(checks.getByText('no outlet for the driver’s cord')).toHaveCount(0);
  await expect(page.getByText('Strip 1 driver').first()).toBeVisible();
  // A weak strip at 12 V cannot be fed from one end alone.
  await strips.getByLabel('To, piece 1').fill('98');
  await page.keyboard.press('Enter');
  await strips.getByLabel('Voltage').click();
  await page.getByTitle('12 V DC').click();
  await strips.getByLabel('Brightness').click();
  await page.getByTitle(/^Bright/).click();
  await expect(result).toContainText('Fed from one end only');
  // What is OK is folded away.
  await expect(checks.getByText(/the dimmest spot has (8[5-9]|9\d)% of full light/)).toHaveCount(1);
  await saved(page);
  expect(await faults(page)).toEqual([]);
  await page.reload();
  await expect(strips.getByLabel('To, piece 1')).toHaveValue('98 in');
  await page.goto('/houses/tamarack/jobs/aquarium/buy');
  await expect(page.getByRole('row', { name: /^LED driver, Class 2, 12 V/ }).first()).toBeVisible();
  quiet();
});
