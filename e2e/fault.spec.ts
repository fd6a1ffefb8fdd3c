import { expect, type Page } from '@playwright/test';
import { faults, test, watch } from './help.ts';

/** Finding a fault: what was noticed, what was read, what it may be. */

const suspects = (page: Page) => page.getByRole('region', { name: /^What may be wrong/ });

test('from the feed: noticed, read, ranked, kept on the device, and out as a table', async ({ page }) => {
  const quiet = watch(page);
  await page.goto('/houses/tamarack/jobs/keyboard/feed');
  await page.getByRole('button', { name: 'Find a fault' }).click();
  const dialog = page.getByRole('dialog', { name: 'Find a fault' });
  await expect(suspects(page)).toBeVisible();
  await dialog.getByText('What did you notice?').click();
  await dialog.getByRole('checkbox', { name: 'lights flicker' }).check();
  await expect(suspects(page).getByRole('listitem').first()).toContainText(/loose (hot|neutral) splice/);
  await dialog.getByRole('checkbox', { name: 'lights flicker' }).uncheck();
  // A reading that is none is told, and stays.
  const next = dialog.getByRole('region', { name: 'Next reading' });
  const fields = next.getByRole('textbox');
  await fields.first().fill('high');
  await next.getByRole('button', { name: /^Enter reading/ }).click();
  await expect(next.getByRole('alert')).toContainText('Enter a number');
  await expect(fields.first()).toHaveValue('high');
  // Any other reading, searched for: hot and neutral are reversed at R2.
  await next.getByRole('combobox', { name: 'Or read something else' }).fill('R2, top outlet: volts hot');
  await page.keyboard.press('Enter');
  const other = dialog.getByRole('region', { name: 'Next reading' });
  await other.getByLabel('Hot to neutral, V').fill('119.7');
  await other.getByLabel('Hot to ground, V').fill('0.1');
  await other.getByLabel('Neutral to ground, V').fill('119.6');
  await other.getByRole('button', { name: 'Enter reading at R2' }).click();
  await expect(suspects(page).getByRole('listitem').first()).toContainText('hot and neutral reversed, at R2');
  await expect(suspects(page)).toContainText('you read 119.7 V, 0.1 V, 119.6 V; right wiring would read');
  await expect(suspects(page)).toContainText('Leave it off until it’s fixed');
  expect(await faults(page)).toEqual([]);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'Save as CSV' }).click(),
  ]);
  expect(file.suggestedFilename()).toMatch(/^readings-\w+\.csv$/);
  const table = await file.createReadStream().then(async (s) => {
    let text = '';
    for await (const chunk of s) text += String(chunk);
    return text;
  });
  expect(table).toContain('119.7,0.1,119.6');
  // Closed and opened again it is all there; the table can be read back after it was emptied.
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Find a fault' }).click();
  await expect(dialog.getByText('1 reading', { exact: true })).toBeVisible();
  await dialog.getByRole('button', { name: 'Start over' }).click();
  await expect(dialog.getByText('No readings yet')).toBeVisible();
  await dialog
    .getByLabel('Open CSV')
    .last()
    .setInputFiles({ name: 'r.csv', mimeType: 'text/csv', buffer: Buffer.from(table) });
  await expect(suspects(page).getByRole('listitem').first()).toContainText('hot and neutral reversed, at R2');
  quiet();
});

test('the test sheet hands its readings over, and a live frame ends the reading; on a phone too', async ({
  page,
}) => {
  await page.goto('/houses/tamarack/jobs/keyboard/prove');
  for (const [i, value] of ['119.8', '0.2', '119.9'].entries()) {
    await page.getByRole('textbox').nth(i).fill(value);
    await page.keyboard.press('Enter');
  }
  await page.getByRole('button', { name: 'Find a fault' }).click();
  const dialog = page.getByRole('dialog', { name: 'Find a fault' });
  await expect(dialog.getByText('from the test sheet').first()).toBeVisible();
  await expect(suspects(page).getByRole('listitem').first()).toContainText('reversed');
  await page.setViewportSize({ width: 390, height: 844 });
  await dialog.getByRole('combobox', { name: 'Or read something else' }).fill('known earth');
  await page.keyboard.press('Enter');
  await dialog.getByLabel('Volts').fill('118');
  await dialog.getByRole('button', { name: /^Enter reading/ }).click();
  await expect(dialog.getByRole('alert').first()).toContainText('call an electrician now');
  await expect(dialog.getByText('Don’t read on')).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('what is tested at the panel stands under its breaker', async ({ page }) => {
  await page.goto('/houses/tamarack/jobs/aquarium/prove');
  await expect(page.getByRole('rowheader', { name: 'Breaker 9' })).toBeVisible();
});
