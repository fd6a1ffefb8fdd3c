import { HouseId, JobId, makeHouse, makeJob, writeBundle } from '@elwand/core';
import { demoHouses, demoJobs, largeHouse, largeJob } from '@elwand/core/demo';
import { expect, type Page } from '@playwright/test';
import { saved, test, watch } from './help.ts';

/** Nothing that was typed is ever lost, whatever the server, the browser or another tab does. */

const open = async (page: Page, id: string, name = 'Before') => {
  await page.request.post('/api/houses', { data: makeHouse(id, name) });
  await page.goto(`/houses/${id}/rooms`);
  await expect(page.getByLabel('House', { exact: true })).toBeVisible();
};
const type = async (page: Page, name: string) => {
  await page.getByLabel('House', { exact: true }).fill(name);
  await page.getByLabel('House', { exact: true }).press('Enter');
};
const onServer = async (page: Page, id: string) =>
  ((await (await page.request.get(`/api/houses/${id}`)).json()) as { document: { name: string } }).document
    .name;
const state = (page: Page) => page.locator('[data-save]');

test('the bin keeps what was deleted, also after a reload, and gives it back with its jobs', async ({
  page,
}) => {
  await page.request.post('/api/houses', { data: makeHouse('binned', 'Quarry Lane 51') });
  await page.request.post('/api/jobs', {
    data: makeJob('binned-job', HouseId.parse('binned'), 'Porch light'),
  });
  await page.goto('/');
  await page.getByRole('button', { name: 'More for Quarry Lane 51' }).click();
  await page.getByRole('menuitem', { name: /Delete this house/ }).click();
  await expect(page.getByRole('dialog', { name: 'Delete "Quarry Lane 51" and its job?' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Quarry Lane 51' })).toHaveCount(0);
  await page.reload();
  await page.getByText(/^Bin \(/).click();
  await page.getByRole('button', { name: 'Restore Quarry Lane 51' }).click();
  await expect(page.getByRole('link', { name: 'Porch light' })).toBeVisible();
});

test('Undo that fails says so and stays', async ({ page }) => {
  await page.request.post('/api/houses', { data: makeHouse('undo-fails', 'Quarry Lane 52') });
  await page.goto('/');
  await page.getByRole('button', { name: 'More for Quarry Lane 52' }).click();
  await page.getByRole('menuitem', { name: /Delete this house/ }).click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await page.route('**/api/bin/**', (route) => route.abort());
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/could not be restored/)).toBeVisible();
  await page.unroute('**/api/bin/**');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: 'Quarry Lane 52' })).toBeVisible();
});

test('a house that was deleted in another tab can be saved as new, with what was typed', async ({ page }) => {
  await open(page, 'deleted-elsewhere');
  await page.request.delete('/api/houses/deleted-elsewhere');
  await type(page, 'Typed after that');
  await expect(page.getByText('This house was deleted in another tab')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download' }).click();
  expect((await download).suggestedFilename()).toBe('deleted-elsewhere.elwand.json');
  await page.getByRole('button', { name: 'Save as new' }).click();
  await expect(page).toHaveURL(/houses\/house-.*\/rooms/);
  await expect(page.getByRole('heading', { name: 'Typed after that' })).toBeVisible();
  await saved(page);
});

test('two answers that got lost with typing between them are no conflict with oneself', async ({ page }) => {
  await open(page, 'lost-twice');
  let lose = 2;
  await page.route('**/api/houses/lost-twice', async (route) => {
    if (route.request().method() !== 'PUT' || lose === 0) return route.continue();
    lose -= 1;
    // The first arrives, the second does not; neither is answered.
    if (lose === 1) await route.fetch();
    return route.abort();
  });
  await type(page, 'First');
  await expect(state(page)).toHaveAttribute('data-save', 'away');
  await type(page, 'Second');
  await expect.poll(() => lose).toBe(0);
  await type(page, 'Third');
  await saved(page);
  await expect(page.getByText('This was changed in another tab')).toHaveCount(0);
  expect(await onServer(page, 'lost-twice')).toBe('Third');
});

test('a full disk is told as that, tried again, and saved when there is room', async ({ page }) => {
  await open(page, 'disk-full');
  let full = true;
  await page.route('**/api/houses/disk-full', (route) =>
    route.request().method() === 'PUT' && full
      ? route.fulfill({
          status: 507,
          contentType: 'application/problem+json',
          body: JSON.stringify({ title: 'Disk full', status: 507, detail: 'Make room.', problems: [] }),
        })
      : route.continue(),
  );
  await type(page, 'Waits for room');
  await expect(state(page)).toContainText('Disk full. Trying again. Saved on this device; will sync.');
  await expect(page.getByRole('button', { name: 'Download' })).toBeVisible();
  full = false;
  await saved(page);
  expect(await onServer(page, 'disk-full')).toBe('Waits for room');
});

test.describe('a browser that keeps nothing', () => {
  for (const [what, script] of [
    [
      'blocked',
      () =>
        Object.defineProperty(window, 'localStorage', {
          get: () => {
            throw new DOMException('no', 'SecurityError');
          },
        }),
    ],
    [
      'full',
      () => {
        Storage.prototype.setItem = () => {
          throw new DOMException('full', 'QuotaExceededError');
        };
      },
    ],
  ] as const)
    test(`storage ${what}: everything works, and nothing is called safe that is not`, async ({ page }) => {
      await page.addInitScript(script);
      const quiet = watch(page, /Failed to load resource/);
      const id = `storage-${what}`;
      await open(page, id);
      await type(page, 'Saved all the same');
      await saved(page);
      await page.route(`**/api/houses/${id}`, (route) =>
        route.request().method() === 'PUT' ? route.abort() : route.continue(),
      );
      await type(page, 'Only on screen');
      await expect(state(page)).toContainText('Not saved on this device: keep this page open.');
      await expect(page.getByRole('button', { name: 'Download' })).toBeVisible();
      await page.unroute(`**/api/houses/${id}`);
      await saved(page);
      quiet();
    });
});

test('a mark that was never opened works while the server is away', async ({ page }) => {
  await page.goto('/houses/tamarack/jobs/aquarium/want');
  await expect(page.getByRole('group', { name: /unrolled/ })).toBeVisible();
  await page.waitForFunction(() => performance.getEntriesByName('elwand-ahead').length > 0);
  await page.waitForLoadState('networkidle');
  await page.route('**/*', (route) => route.abort());
  for (const [mark, shows] of [
    ['6 Wire', /H1/],
    ['8 Do', /power|breaker/i],
    ['7 Buy', /cable/i],
  ] as const) {
    await page
      .getByRole('navigation', { name: 'Marks of the job' })
      .getByRole('link', { name: new RegExp(mark.slice(2)) })
      .click();
    await expect(page.locator('#sheet')).toContainText(shows);
  }
});

test('a piece that could not be fetched is fetched again', async ({ page }) => {
  let refuse = 2;
  // A browser that keeps the failure of a module is asked again under an address of its own.
  await page.route('**/assets/RulesPage-*.js*', (route) => (refuse-- > 0 ? route.abort() : route.continue()));
  await page.goto('/rules');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  expect(refuse).toBeLessThan(0);
});

test('a piece that does not come at all says so, and is there after another try', async ({ page }) => {
  let away = true;
  await page.route('**/assets/RulesPage-*.js*', (route) => (away ? route.abort() : route.continue()));
  await page.goto('/rules');
  await expect(page.getByRole('heading', { name: 'Something went wrong' })).toBeVisible();
  away = false;
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('heading', { name: /checked/i, level: 1 })).toBeVisible();
});

test('a fault in one mark leaves the rod, Undo and the other marks alone', async ({ page }) => {
  await page.route('**/assets/WireMark-*.js', (route) =>
    route.fulfill({
      contentType: 'text/javascript',
      body: 'export const WireMark = () => { throw new Error("a splice went missing"); };',
    }),
  );
  await page.goto('/houses/tamarack/jobs/aquarium/wire');
  await expect(page.getByRole('heading', { name: 'Something went wrong in mark 6 Wire' })).toBeVisible();
  await expect(page.getByText('a splice went missing')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Download house and job' }).click();
  expect((await download).suggestedFilename()).toBe('aquarium.elwand.json');
  await expect(page.getByRole('complementary', { name: 'Checks' })).toBeVisible();
  await page.getByRole('navigation', { name: 'Marks of the job' }).getByRole('link', { name: /Buy/ }).click();
  await expect(page.getByText('Something went wrong')).toHaveCount(0);
});

test('a search that breaks off is told in a sentence, and can be tried again', async ({ page }) => {
  await page.request.post('/api/import', {
    data: JSON.parse(
      writeBundle({ ...largeHouse(15), id: HouseId.parse('breaks-off') }, [
        { ...largeJob(), id: 'breaks-job' as never, houseId: HouseId.parse('breaks-off') },
      ]),
    ) as object,
  });
  let broken = true;
  await page.route('**/planning.worker-*.js', (route) => (broken ? route.abort() : route.continue()));
  await page.goto('/houses/breaks-off/jobs/breaks-job/tap');
  await expect(page.getByRole('alert').filter({ hasText: 'broke off' })).toBeVisible();
  broken = false;
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.locator('.option')).toHaveCount(4);
});

test('a plan that could not be checked is not OK, says so, and can be checked again', async ({ page }) => {
  let broken = true;
  await page.route('**/planning.worker-*.js', (route) => (broken ? route.abort() : route.continue()));
  await page.goto('/houses/tamarack/jobs/keyboard/tap');
  await expect(page.getByRole('alert').filter({ hasText: 'Checking the plan broke off' })).toBeVisible();
  const checking = page.getByRole('heading', { name: 'Checking this plan step by step' });
  await expect(checking).toBeVisible();
  await expect(page.locator('.option-chosen')).toContainText('3 to find out');
  broken = false;
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(checking).toHaveCount(0);
  await expect(page.locator('.option-chosen')).toContainText('2 to find out');
  await expect(page.getByRole('alert').filter({ hasText: 'broke off' })).toHaveCount(0);
});

test('signing off with tests missing takes a name and a reason, and both stay in the record', async ({
  page,
}) => {
  const quiet = watch(page);
  const [house] = demoHouses();
  const id = 'signs-early';
  await page.request.post('/api/import', {
    data: JSON.parse(
      writeBundle({ ...house!, id: HouseId.parse(id) }, [
        { ...demoJobs()[1]!, id: JobId.parse('early'), houseId: HouseId.parse(id) },
      ]),
    ) as object,
  });
  await page.goto(`/houses/${id}/jobs/early/prove`);
  await page.getByRole('button', { name: 'Sign off', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Sign off this job' });
  await expect(dialog.getByText(/items are open:/)).toBeVisible();
  const early = dialog.getByRole('button', { name: /^Sign off with \d+ open/ });
  await expect(early).toBeDisabled();
  await expect(early).not.toHaveClass(/primary/);
  await dialog.getByLabel('Name', { exact: true }).fill('Wilma Tester');
  await expect(early).toBeDisabled();
  await dialog.getByRole('textbox', { name: /Reason/ }).fill('Meter broke; the electrician tests on Monday');
  // What is typed is still there after going back to the sheet.
  await dialog.getByRole('button', { name: 'Keep testing' }).click();
  await page.getByRole('button', { name: 'Sign off', exact: true }).click();
  await early.click();
  await expect(page.getByRole('heading', { name: /Signed off .* by Wilma Tester/ })).toBeVisible();
  await expect(page.getByText('Meter broke; the electrician tests on Monday')).toBeVisible();
  await expect(page.getByRole('cell', { name: 'not tested' }).first()).toBeVisible();
  await saved(page);
  quiet();
});

test('a job opens only within its own house, and says where that is', async ({ page }) => {
  await page.goto('/houses/quarry/jobs/aquarium/want');
  await expect(page.getByText('There is no such job in this house')).toBeVisible();
  await page.getByRole('link', { name: 'Open it there' }).click();
  await expect(page).toHaveURL(/houses\/tamarack\/jobs\/aquarium/);
  await expect(page.getByRole('heading', { name: 'Aquarium in the hall' })).toBeVisible();
});

test('the history of a job: what changed, compare, restore, and Undo takes it away again', async ({
  page,
}) => {
  const house = { ...demoHouses()[1]!, id: HouseId.parse('with-history') };
  await page.request.post('/api/houses', { data: house });
  const job = makeJob('old-job', house.id, 'First name');
  await page.request.post('/api/jobs', { data: job });
  for (let v = 1; v < 40; v++)
    await page.request.put('/api/jobs/old-job', {
      data: { ...job, name: `Name ${v}` },
      headers: { 'If-Match': `"${v}"` },
    });
  await page.goto('/houses/with-history/jobs/old-job/want');
  await page.getByRole('button', { name: 'History' }).click();
  await expect(page.getByText('name: Name 38 → Name 39')).toBeVisible();
  await page.getByRole('button', { name: 'Show older versions' }).click();
  await expect(page.getByText('name: First name → Name 1')).toBeVisible();
  await page.getByRole('row').last().getByRole('button', { name: 'Compare' }).click();
  await expect(page.getByText('name: First name → Name 39')).toBeVisible();
  await page.getByRole('dialog').getByRole('button', { name: 'Restore version 1' }).last().click();
  await expect(page.getByRole('heading', { name: 'First name' })).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Close' }).first().click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { name: 'Name 39' })).toBeVisible();
});

test('a backup is made and put back in the app', async ({ page }) => {
  await page.request.post('/api/houses', { data: makeHouse('backed-up', 'Quarry Lane 53') });
  await page.goto('/');
  const drawer = async () => {
    await page.getByRole('button', { name: 'Backups and phones' }).click();
    await page.getByRole('menuitem', { name: 'Backups' }).click();
  };
  await drawer();
  await page.getByRole('button', { name: 'Back up now' }).click();
  await expect(page.getByRole('button', { name: 'Restore' }).first()).toBeVisible();
  await page.request.delete('/api/houses/backed-up');
  await page.request.delete('/api/bin/houses/backed-up');
  await page.getByRole('dialog').getByRole('button', { name: 'Restore' }).first().click();
  const sure = page.getByRole('dialog', { name: /^Restore the backup of/ });
  await sure.getByRole('button', { name: 'Restore', exact: true }).click();
  await expect(page.getByText('Restored', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('link', { name: 'Quarry Lane 53' })).toBeVisible();
});

test('what was saved a moment ago is what the next page opens with', async ({ page }) => {
  // However fast somebody is: for this page no time goes by, and nothing that it read grows old.
  await page.clock.setFixedTime(new Date('2026-11-30T09:00:00Z'));
  await open(page, 'just-saved', 'Quarry Lane 58');
  await page.request.post('/api/jobs', {
    data: makeJob('just-saved-job', HouseId.parse('just-saved'), 'Porch outlet'),
  });
  await type(page, 'Quarry Lane 58, rear');
  await saved(page);
  await page.getByRole('link', { name: 'Jobs' }).click();
  await page.getByRole('link', { name: 'Porch outlet' }).click();
  await expect(page.getByRole('link', { name: 'Quarry Lane 58, rear', exact: true })).toBeVisible();
  expect(await onServer(page, 'just-saved')).toBe('Quarry Lane 58, rear');
});

test('what was typed right before a page is left is on the next one, saved first or as a draft', async ({
  page,
}) => {
  await open(page, 'left-fast', 'Quarry Lane 59');
  await page.request.post('/api/jobs', {
    data: makeJob('left-fast-job', HouseId.parse('left-fast'), 'Porch outlet'),
  });
  await page.getByRole('link', { name: 'Jobs' }).click();
  const job = page.getByRole('link', { name: 'Porch outlet' });
  await expect(job).toBeVisible();
  const leave = () => job.evaluate((link: HTMLElement) => link.click());
  const rename = async (name: string) => {
    await page.getByLabel('House', { exact: true }).fill(name);
    await page.getByLabel('House', { exact: true }).press('Enter');
    await leave();
  };
  const named = (name: string) => page.getByRole('link', { name, exact: true });

  // The save takes its time: the next page waits for it.
  await page.route('**/api/houses/left-fast', async (route) => {
    if (route.request().method() === 'PUT') await new Promise((done) => setTimeout(done, 700));
    await route.continue();
  });
  await rename('Quarry Lane 59, rear');
  await expect(named('Quarry Lane 59, rear')).toBeVisible();
  expect(await onServer(page, 'left-fast')).toBe('Quarry Lane 59, rear');
  await page.unroute('**/api/houses/left-fast');

  // It can't be saved now: the next page goes on with it, and saves it when it can.
  await page.goto('/houses/left-fast/jobs');
  await expect(job).toBeVisible();
  await page.route('**/api/houses/left-fast', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await rename('Quarry Lane 59, up');
  await expect(named('Quarry Lane 59, up')).toBeVisible();
  expect(await onServer(page, 'left-fast')).toBe('Quarry Lane 59, rear');
  await page.unroute('**/api/houses/left-fast');
  await expect.poll(() => onServer(page, 'left-fast')).toBe('Quarry Lane 59, up');
  await saved(page);
  // Nothing of it is left behind to come up again.
  await page.goto('/houses/left-fast/rooms');
  await saved(page);
  expect(await page.evaluate(() => Object.keys(localStorage).filter((k) => k.includes('left-fast')))).toEqual(
    [],
  );
});
