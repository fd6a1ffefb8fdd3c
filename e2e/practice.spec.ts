import { expect } from '@playwright/test';
import { faults, test, watch } from './help.ts';

/** Practice: drills with made-up houses. */

const DEAD = [
  'Look at the meter: dial on AC volts, leads in COM and V',
  'Measure a known live outlet',
  'Turn off breaker 7, lock it out and tag it',
  'Measure all three pairs in the top outlet',
  'Measure all three pairs in the bottom outlet',
  'Take the plate off and draw the receptacle forward',
  'Measure every wire in the box to ground',
  'Measure a known live outlet',
] as const;

test('a box is made dead and tested dead; the answer counts with its reason, and stays on the device', async ({
  page,
}) => {
  const quiet = watch(page);
  await page.goto('/');
  await page.getByRole('link', { name: 'Practice' }).click();
  await expect(page.getByRole('heading', { name: 'Test it dead' })).toBeVisible();
  for (const [i, name] of DEAD.entries()) {
    await page.getByRole('button', { name, exact: true }).click();
    await expect(page.getByRole('heading', { name: new RegExp(`^${i + 1} steps?, `) })).toBeVisible();
  }
  await expect(page.getByText('It showed: 120.0 V')).toBeVisible();
  await page.getByRole('button', { name: 'Dead. Work can start.' }).click();
  await page
    .getByRole('button', { name: 'It may have failed, or a lead come loose, while you measured.' })
    .click();
  await expect(page.getByRole('status')).toContainText('Right.');
  await expect(page.getByRole('status')).toContainText('You took 5 readings; 5 are enough.');
  await expect(page.getByRole('link', { name: 'Test it dead' })).toContainText('Level 1, 1 of 3 in a row');
  expect(await faults(page)).toEqual([]);
  await page.reload();
  await expect(page.getByRole('status')).toContainText('Right.');
  await expect(page.getByRole('link', { name: 'Test it dead' })).toContainText('Level 1, 1 of 3 in a row');
  // A step that could have hurt somebody ends the next one, with the reason and the shortest way.
  await page.getByRole('button', { name: 'Next drill' }).click();
  await page.getByRole('button', { name: DEAD[5] }).click();
  await expect(page.getByRole('status')).toContainText('You drew a live receptacle out of its box.');
  await page.getByText('The shortest way').click();
  await expect(page.getByText(DEAD[0])).toBeVisible();
  await expect(page.getByRole('link', { name: 'Test it dead' })).toContainText('Level 1, 0 of 3 in a row');
  quiet();
});

test('every drill opens, tells its box in words, and fits a phone', async ({ page }) => {
  const quiet = watch(page);
  await page.setViewportSize({ width: 390, height: 844 });
  for (const kind of ['breaker', 'box', 'switch-loop', 'line-load', 'fill', 'fault']) {
    await page.goto(`/practice/${kind}`);
    await expect(page.getByRole('heading', { name: 'Your answer' })).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  }
  expect(await faults(page)).toEqual([]);
  await page.goto('/practice/box');
  await page.getByText('The box in words').click();
  await expect(page.getByText(/^Black of cable 1: /)).toBeVisible();
  // Another level is another drill.
  await page.getByRole('radiogroup', { name: 'Level' }).getByText('3').click();
  await expect(page.getByRole('heading', { name: 'Your answer' })).toBeVisible();
  await page.goto('/practice/nothing');
  await expect(page.getByRole('heading', { name: 'Test it dead' })).toBeVisible();
  quiet();
});
