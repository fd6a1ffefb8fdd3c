import { expect } from '@playwright/test';
import { makeHouse, makeRoom } from '@elwand/core';
import { choose, saved, test, unfold, watch } from './help.ts';

/** The house pages, beyond what the first plan needs. */
test.beforeEach(async ({ page }, info) => {
  const id = `pages-${info.testId.slice(-12)}`;
  await page.request.post('/api/houses', {
    data: { ...makeHouse(id, 'Sedge End 11'), rooms: [makeRoom(`${id}-r`, 'Study', 'den', 3657.6, 3048)] },
  });
  await page.goto(`/houses/${id}/rooms`);
  await expect(page.getByRole('heading', { name: 'Sedge End 11' })).toBeVisible();
});

test('a nonsense length stays in its field with the reason, and Escape takes it back', async ({ page }) => {
  const quiet = watch(page);
  const length = page.getByLabel('Length', { exact: true });
  await length.fill('twelve');
  await length.press('Enter');
  await expect(length).toHaveValue('twelve');
  await expect(page.getByRole('alert')).toContainText('"twelve" is not a length');
  await length.press('Escape');
  await expect(length).toHaveValue('144 in');
  await length.fill("11' 6 1/2");
  await length.press('Enter');
  await expect(length).toHaveValue('138 1/2 in');
  await expect(page.getByText('The walls do not close')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('The walls do not close')).toHaveCount(0);
  await saved(page);
  quiet();
});

test('openings, what is in the wall and what stands before it, by menu and by measure', async ({ page }) => {
  const quiet = watch(page);
  await page.getByRole('button', { name: 'Add an opening' }).click();
  await page.getByRole('menuitem', { name: 'Window' }).click();
  await page.getByLabel('left', { exact: true }).fill('30');
  await page.getByLabel('left', { exact: true }).press('Enter');
  await page.getByLabel('right', { exact: true }).fill('66');
  await page.getByLabel('right', { exact: true }).press('Enter');
  await expect(page.locator('.strip').getByText('window')).toBeVisible();
  await page.getByRole('button', { name: 'Add something in the wall' }).click();
  await page.getByRole('menuitem', { name: 'pipe' }).click();
  await expect(page.getByRole('button', { name: 'Delete the pipe' })).toBeVisible();
  await page.getByRole('button', { name: 'Add something in front' }).click();
  await page.getByRole('menuitem', { name: 'sink' }).click();
  await expect(page.getByRole('button', { name: 'Delete sink' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Delete the pipe' })).toBeVisible();
  // A window past the corner is said at once, and nothing is lost.
  await page.getByLabel('right', { exact: true }).first().fill('200');
  await page.getByLabel('right', { exact: true }).first().press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'past the wall’s right corner' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete the window' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'past the wall' })).toHaveCount(0);
  await saved(page);
  quiet();
});

test('a second room behind a wall shares it, and taking it out can be undone', async ({ page }) => {
  await page.getByLabel('Another room').fill('Landing 4 x 14');
  await choose(page, 'Next to', 'behind the east wall of Study');
  await page.getByRole('button', { name: 'Add room' }).click();
  const rooms = page.getByRole('navigation', { name: 'Rooms' });
  await expect(rooms.getByRole('button', { name: /Landing/ })).toHaveAttribute('aria-current', 'true');
  await unfold(page, 'room');
  await page.getByRole('button', { name: 'Delete room' }).click();
  await page.getByRole('tooltip').getByRole('button', { name: 'Delete' }).click();
  await expect(rooms.getByRole('button', { name: /Landing/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(rooms.getByRole('button', { name: /Landing/ })).toBeVisible();
  await saved(page);
});

test('readings show how they lie against the fit, and one that stands out is told', async ({ page }) => {
  await page.locator('#tape-input').fill('m 16 32 48 p 70 m 80 96');
  await page.locator('#tape-input').press('Enter');
  await expect(page.getByText('16 in on center')).toBeVisible();
  await expect(page.getByText(/off the spacing by/)).toBeVisible();
  await page.getByRole('button', { name: 'Delete the probe reading' }).click();
  await expect(page.getByText(/off the spacing by/)).toHaveCount(0);
});

test('metric: the same house in millimeters, and back', async ({ page }) => {
  await unfold(page, 'house');
  await choose(page, 'Units', 'metric');
  await expect(page.getByLabel('Length', { exact: true })).toHaveValue('3658 mm');
  await page.locator('#tape-input').fill('m 400 800 o 1800@380');
  await page.locator('#tape-input').press('Enter');
  await page.getByRole('link', { name: 'Outlets and cables' }).click();
  await expect(page.getByText('1800 mm from the left corner, 380 mm up')).toBeVisible();
  await page.getByRole('link', { name: 'Rooms' }).click();
  await choose(page, 'Units', 'feet and inches');
  await expect(page.getByLabel('Length', { exact: true })).toHaveValue('144 in');
  await saved(page);
});

test('history: an old version comes back as the newest', async ({ page }) => {
  await unfold(page, 'house');
  await page.getByLabel('House', { exact: true }).fill('Renamed');
  await page.getByLabel('House', { exact: true }).press('Enter');
  await saved(page);
  await page.getByRole('link', { name: 'History' }).click();
  await page.getByRole('button', { name: 'Restore version 1' }).click();
  await expect(page.getByRole('heading', { name: 'Sedge End 11' })).toBeVisible();
  await expect(page.getByText('Version 1 is back. Undo reverses it.')).toBeVisible();
});

test('a very long name and many breakers stay readable', async ({ page }) => {
  const long =
    'The long house at the far end of the lane behind the second row of tamaracks, upper floor, facing the quarry and the sedge';
  await unfold(page, 'house');
  await page.getByLabel('House', { exact: true }).fill(long.slice(0, 120));
  await page.getByLabel('House', { exact: true }).press('Enter');
  await page.getByRole('link', { name: 'Panel' }).click();
  await page.getByRole('button', { name: 'Add the panel' }).click();
  for (let i = 0; i < 11; i++) await page.getByRole('button', { name: 'Add a breaker' }).click();
  const face = page.getByRole('group', { name: 'Main panel, as you face it' });
  await expect(face.getByRole('button', { name: /no label/ })).toHaveCount(11);
  await expect(page.getByLabel('Number')).toHaveValue('11');
  expect(
    await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
  ).toBeLessThanOrEqual(0);
  await saved(page);
});
