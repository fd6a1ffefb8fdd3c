import { expect } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { asShipped, faults, saved, test, watch } from './help.ts';

/** When the work is done: evenings and weekends, drying, a file for a calendar. */

test('the steps are laid over evenings, a visit that is moved takes the rest with it, and a calendar reads the file', async ({
  page,
}) => {
  const quiet = watch(page);
  await page.goto('/houses/tamarack/jobs/keyboard/do');
  await page.getByRole('button', { name: 'Calendar' }).click();
  const drawer = page.getByRole('dialog', { name: 'Calendar' });
  await drawer.getByLabel('First day').fill('2026-11-30');
  const sum = drawer.getByRole('status');
  await expect(sum).toContainText(/\d+ visits?, done/);
  const visits = drawer.locator('.calendar-visits > li');
  await expect(visits.first()).toContainText('Mon, Nov 30, 6:00 PM');
  const before = await sum.textContent();
  // No weekdays: the first Saturday.
  await drawer.getByRole('checkbox', { name: 'Weekdays', exact: true }).uncheck();
  await expect(visits.first()).toContainText('Sat, Dec 5, 9:00 AM');
  await drawer.getByRole('checkbox', { name: 'Weekdays', exact: true }).check();
  await expect(sum).toContainText(before ?? '');
  // The last visit is put off to a day that somebody else has set.
  await visits
    .last()
    .getByLabel(/^Not before/)
    .fill('2026-12-23');
  await expect(sum).toContainText('done Wed, Dec 23');
  await expect(visits.first()).toContainText('Mon, Nov 30, 6:00 PM');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    drawer.getByRole('button', { name: 'Save as iCalendar' }).click(),
  ]);
  const text = readFileSync(await file.path(), 'utf8');
  expect(text).toContain('DTSTART:20261130T180000');
  expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(await visits.count());
  await saved(page);
  expect(await faults(page)).toEqual([]);
  await page.reload();
  await page.getByRole('button', { name: 'Calendar' }).click();
  await expect(drawer.getByLabel('First day')).toHaveValue('2026-11-30');
  await expect(sum).toContainText('done Wed, Dec 23');
  await page.setViewportSize({ width: 390, height: 844 });
  await expect(visits.first()).toBeVisible();
  quiet();
});

test('all open jobs are on one calendar, and two on one circuit have the power off once', async ({
  page,
}) => {
  const quiet = watch(page);
  await asShipped();
  await page.goto('/houses/tamarack/jobs');
  await page.getByRole('button', { name: 'All jobs on one calendar' }).click();
  const year = page.getByRole('region', { name: 'All jobs on one calendar' });
  await expect(year.getByRole('img', { name: /2 jobs over/ })).toBeVisible();
  await expect(year).toContainText(
    /Keyboard wall and picture light and Aquarium in the hall need breakers? .*7.* off: do that work with one power-off/,
  );
  await year.getByLabel('First day').fill('2026-11-30');
  const sum = year.getByRole('status').filter({ hasText: /visits/ });
  const visits = year.locator('.calendar-visits > li');
  await expect(visits.first()).toContainText('Mon, Nov 30, 6:00 PM');
  await expect(visits.first()).toContainText('Keyboard wall and picture light');
  // The house is dark once for both.
  await expect(visits.getByText(/Look for a second circuit/)).toHaveCount(1);
  expect(await faults(page)).toEqual([]);
  await year.getByRole('checkbox', { name: 'Weekdays', exact: true }).uncheck();
  await expect(visits.first()).toContainText('Sat, Dec 5, 9:00 AM');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    year.getByRole('button', { name: 'Save as iCalendar' }).click(),
  ]);
  const text = readFileSync(await file.path(), 'utf8');
  expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(await visits.count());
  expect(text).toContain('Aquarium in the hall');
  // It is kept with the house.
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: 'All jobs on one calendar' }).click();
  await expect(year.getByRole('checkbox', { name: 'Weekdays', exact: true })).not.toBeChecked();
  await expect(sum).toContainText('done');
  await page.setViewportSize({ width: 390, height: 844 });
  await expect(visits.first()).toBeVisible();
  quiet();
});
