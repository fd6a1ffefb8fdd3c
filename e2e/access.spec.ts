import { MARKS } from '@elwand/core';
import { expect, type Page } from '@playwright/test';
import { faults, still, test, visit, watch } from './help.ts';

/** Windows and drawers, and every view in the dim scheme: nothing serious for somebody who reads with other means than eyes. */

const KEYBOARD = '/houses/tamarack/jobs/keyboard';

for (const views of [
  [
    '/',
    '/rules',
    '/sums',
    ...['rooms', 'points', 'panel', 'local', 'jobs', 'supplies', 'history'].map(
      (p) => `/houses/tamarack/${p}`,
    ),
  ],
  MARKS.map((m) => `${KEYBOARD}/${m}`),
])
  test(`in the dim scheme: ${views[0]} and ${views.length - 1} more`, async ({ page }) => {
    const quiet = watch(page);
    await page.addInitScript(() => localStorage.setItem('elwand-device', '{"dim":true}'));
    const wrong: Record<string, string[]> = {};
    for (const path of views) {
      await visit(page, path);
      await expect(page.locator('html')).toHaveAttribute('data-scheme', 'dim');
      // Everything else is the same as in the light.
      const found = await faults(page, 'colors');
      if (found.length > 0) wrong[path] = found;
    }
    expect(wrong).toEqual({});
    quiet();
  });

const WINDOWS: readonly (readonly [string, string, (page: Page) => Promise<void>])[] = [
  ['a new house', '/', (page) => page.getByRole('button', { name: 'New house' }).first().click()],
  [
    'backups',
    '/',
    async (page) => {
      await page.getByRole('button', { name: 'Backups and phones' }).click();
      await page.getByRole('menuitem', { name: 'Backups' }).click();
    },
  ],
  [
    'phones and tablets',
    '/',
    async (page) => {
      await page.getByRole('button', { name: 'Backups and phones' }).click();
      await page.getByRole('menuitem', { name: 'Phones and tablets' }).click();
    },
  ],
  ['a new job', '/houses/tamarack/jobs', (page) => page.getByRole('button', { name: 'New job' }).click()],
  [
    'job preferences',
    `${KEYBOARD}/tap`,
    (page) => page.getByRole('button', { name: 'Job preferences' }).click(),
  ],
  [
    'the history of a job',
    `${KEYBOARD}/tap`,
    (page) => page.getByRole('button', { name: 'History' }).click(),
  ],
  [
    'what to print',
    `${KEYBOARD}/do`,
    (page) => page.getByRole('button', { name: 'Print', exact: true }).first().click(),
  ],
  [
    'the keys',
    `${KEYBOARD}/want`,
    (page) => page.locator('.caution').getByRole('button', { name: 'Keys' }).click(),
  ],
  ['the calendar', `${KEYBOARD}/do`, (page) => page.getByRole('button', { name: 'Calendar' }).click()],
  ['signing off', `${KEYBOARD}/prove`, (page) => page.getByRole('button', { name: 'Sign off' }).click()],
];

for (const dim of [false, true])
  test(`windows and drawers, ${dim ? 'dim' : 'light'}`, async ({ page }) => {
    const quiet = watch(page);
    if (dim) await page.addInitScript(() => localStorage.setItem('elwand-device', '{"dim":true}'));
    const wrong: Record<string, string[]> = {};
    let at = '';
    for (const [name, path, open] of WINDOWS) {
      if (at !== path) await visit(page, path);
      at = path;
      await open(page);
      await expect(page.getByRole('dialog').first()).toBeVisible();
      await still(page);
      const found = await faults(page, dim ? 'colors' : undefined);
      if (found.length > 0) wrong[name] = found;
      // Escape closes every one of them.
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toHaveCount(0);
    }
    expect(wrong).toEqual({});
    quiet();
  });
