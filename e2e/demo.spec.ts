import { expect, type Page } from '@playwright/test';
import { faults, saved, test, visit, watch } from './help.ts';

const KEYBOARD = '/houses/tamarack/jobs/keyboard';
const MARKS = ['want', 'site', 'feed', 'tap', 'run', 'wire', 'buy', 'do', 'prove'];
const opened = (page: Page) => expect(page.getByRole('heading', { level: 1 })).toBeVisible();

test('the demo is there: two houses, four jobs', async ({ page }) => {
  const quiet = watch(page);
  await page.goto('/');
  for (const name of [
    '14 Tamarack Row',
    '3 Quarry Lane',
    'Keyboard wall and picture light',
    'Aquarium in the hall',
    'Chest freezer in the passage',
    'Light over the wash tray',
  ])
    await expect(page.getByRole('link', { name })).toBeVisible();
  quiet();
});

test('the freezer job has two stops and one thing to fix, and says them', async ({ page }) => {
  await page.goto('/houses/quarry/jobs/freezer/tap');
  const checks = page.getByRole('complementary', { name: 'Checks' });
  await expect(checks.locator('.checks-head')).toContainText('2 stops, 1 to fix');
  await expect(checks.getByText(/14 AWG in the cable from P1 to P2 is too small/)).toBeVisible();
  await expect(page.locator('.next')).toContainText('Stop: 14 AWG');
  await expect(page.getByText('its circuit is dedicated to one appliance').first()).toBeVisible();
});

test('a remedy settles its check at once and can be undone', async ({ page }) => {
  const quiet = watch(page);
  await page.goto(`${KEYBOARD}/wire`);
  const checks = page.getByRole('complementary', { name: 'Checks' });
  await checks.getByRole('button', { name: /Use a 21.5 cu in box at L1/ }).click();
  const folded = checks.locator('.check-folded[data-rule="box-fill"]');
  await expect(folded).toContainText('Box fill at L1: OK');
  await checks.getByRole('button', { name: 'Undo' }).click();
  await expect(checks.getByRole('heading', { name: 'Box fill at L1: too full' })).toBeVisible();
  await saved(page);
  quiet();
});

test('the whole of it by keyboard: marks, placing, moving, undo', async ({ page }) => {
  await page.goto(`${KEYBOARD}/want`);
  await opened(page);
  for (let i = 0; i < 9; i++) {
    await page.keyboard.press(String(i + 1));
    await expect(page).toHaveURL(new RegExp(`${MARKS[i]}$`));
    await expect(page.locator('.workspace')).toHaveAttribute('data-mark', MARKS[i] ?? '');
  }
  await page.keyboard.press('1');
  await expect(page.locator('.workspace')).toHaveAttribute('data-mark', 'want');
  const wanted = page.getByRole('button', { name: /^new 1, East wall/ });
  await expect(wanted).toHaveAccessibleName(/100 in from the left/);
  await wanted.focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('button', { name: /^new 1, East wall, 100 1\/16 in/ })).toBeVisible();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByRole('button', { name: /^new 1, East wall, 101 1\/16 in/ })).toBeVisible();
  await page.keyboard.press('PageUp');
  await expect(page.getByRole('button', { name: /^new 1, East wall.*bay 7/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^new 1, East wall, 100 in/ })).toBeVisible();
  await page.keyboard.press('l');
  await expect(page.getByRole('cell', { name: 'new 3, light' })).toBeVisible();
  await page.keyboard.press('l');
  await page.keyboard.press('?');
  await expect(page.getByText('go to a mark')).toBeVisible();
  await page.keyboard.press('Escape');
  await saved(page);
});

test('the walls are drawn higher or folded away, by key and by hand, and stay so on this device', async ({
  page,
}) => {
  await page.goto(`${KEYBOARD}/want`);
  await opened(page);
  const strip = page.locator('svg.strip');
  const high = async () => (await strip.boundingBox())?.height ?? 0;
  const before = await high();
  const handle = page.getByRole('button', { name: /^Height of the walls/ });
  await handle.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowDown');
  await expect.poll(high).toBeGreaterThan(before + 60);
  const box = (await handle.boundingBox())!;
  const at = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.mouse.move(at.x, at.y - 80, { steps: 4 });
  await page.mouse.up();
  await expect.poll(high).toBeLessThan(before + 20);
  await handle.press('Enter');
  await expect(strip).toHaveCount(0);
  await page.reload();
  await opened(page);
  await expect(strip).toHaveCount(0);
  await page.getByRole('button', { name: 'Show the walls' }).press('Enter');
  await expect(strip).toBeVisible();
});

test('choosing another way, and what matters most', async ({ page }) => {
  await page.goto(`${KEYBOARD}/tap`);
  await page.getByRole('button', { name: 'Use this: J1, over the attic' }).click();
  await expect(page.getByText('Circuit 9')).toBeVisible();
  await page.getByRole('button', { name: 'Job preferences' }).click();
  await page.getByRole('radio', { name: 'Stay out of the attic' }).check({ force: true });
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('button', { name: /opening the wall/ }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await saved(page);
});

for (const views of [
  [
    '/',
    '/sums',
    ...['rooms', 'points', 'panel', 'jobs', 'supplies', 'history'].map((p) => `/houses/tamarack/${p}`),
  ],
  [...MARKS.map((m) => `${KEYBOARD}/${m}`), '/houses/tamarack/jobs/aquarium/do'],
])
  test(`no serious accessibility fault on ${views[0]} and ${views.length - 1} more`, async ({ page }) => {
    const quiet = watch(page);
    const wrong: Record<string, string[]> = {};
    for (const path of views) {
      await visit(page, path);
      await opened(page);
      const found = await faults(page);
      if (found.length > 0) wrong[path] = found;
    }
    expect(wrong).toEqual({});
    quiet();
  });

test('straight from one job to another of the same house, long after it was opened', async ({ page }) => {
  const quiet = watch(page);
  await page.clock.install();
  await page.goto(`${KEYBOARD}/want`);
  await opened(page);
  await page.clock.fastForward('01:00');
  await visit(page, '/houses/tamarack/jobs/aquarium/do');
  await expect(page.getByText(/steps done/).first()).toBeVisible();
  await page.goBack();
  await expect(page.locator('svg.strip')).toBeVisible();
  quiet();
});

test('labels of the strip lie on nothing, in every room of the demo', async ({ page }) => {
  for (const [path, rooms] of [
    [KEYBOARD, 2],
    ['/houses/quarry/jobs/freezer', 2],
  ] as const)
    for (let r = 0; r < rooms; r++) {
      await page.goto(`${path}/tap`);
      await opened(page);
      await page.locator('.strip-bar .segments').first().locator('.segment').nth(r).click();
      const boxes = await page.locator('[data-label]').evaluateAll((all) =>
        all.map((t) => {
          const b = t.getBoundingClientRect();
          return { text: t.textContent, l: b.left, r: b.right, t: b.top + 2, b: b.bottom - 2 };
        }),
      );
      expect(boxes.length).toBeGreaterThan(1);
      boxes.forEach((a, i) =>
        boxes
          .slice(i + 1)
          .forEach((b) =>
            expect(a.l < b.r && b.l < a.r && a.t < b.b && b.t < a.b, `${a.text} on ${b.text}`).toBe(false),
          ),
      );
    }
});

test('on a phone: one wall at a time, checks in a drawer, the proof with big keys', async ({ page }) => {
  const quiet = watch(page);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${KEYBOARD}/want`);
  await page.getByRole('button', { name: /^Checks/ }).click();
  await expect(page.getByRole('heading', { name: 'Checks' })).toBeVisible();
  await page.getByRole('button', { name: 'Close the checks' }).click();
  await page.goto('/houses/tamarack/jobs/aquarium/do');
  await page.getByRole('button', { name: /Test J1 dead/ }).click();
  const key = page.getByRole('button', { name: '1', exact: true });
  expect((await key.boundingBox())!.height).toBeGreaterThanOrEqual(48);
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(wide).toBeLessThanOrEqual(0);
  quiet();
});

test('a live pair on the phone stops everything and nothing goes round it', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/houses/tamarack/jobs/aquarium/do');
  await page.getByRole('button', { name: /Test J1 dead/ }).click();
  const key = (k: string) => page.getByRole('button', { name: k, exact: true }).click();
  for (const volts of ['121', '120']) {
    for (const d of volts) await key(d);
    await key(`Record ${volts} V`);
  }
  await page.getByRole('button', { name: 'The breaker is off and locked or taped' }).click();
  for (const d of '118') await key(d);
  await expect(page.getByText('Not dead')).toBeVisible();
  await key('Record 118 V');
  await expect(page.getByRole('alert').filter({ hasText: 'It is live' })).toContainText('Touch nothing');
  await expect(page.getByRole('button', { name: 'Done, next step' })).toBeDisabled();
  await page.getByRole('button', { name: 'Start the test over' }).click();
  await expect(page.getByRole('heading', { name: 'A source you know is live' })).toBeVisible();
  // A known live point that does not read live proves nothing about the target.
  for (const d of '40') await key(d);
  await key('Record 40 V');
  await expect(page.getByText('That does not look live')).toBeVisible();
  await saved(page);
});

test('on a phone readings are typed with big keys, one after another, box by box', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/houses/tamarack/jobs/aquarium/prove');
  const boxes = page.getByRole('tablist', { name: 'Boxes' });
  await expect(boxes.getByRole('tab').first()).toHaveText(/^new 1 0\/\d+$/);
  await expect(page.getByRole('img', { name: 'new 1, top outlet, hot to neutral' })).toBeVisible();
  const key = (k: string) => page.getByRole('button', { name: k, exact: true });
  for (const k of ['1', '2', '1']) await key(k).click();
  await expect(page.getByText('expect 114 to 126 V')).toBeVisible();
  const save = page.getByRole('button', { name: 'Save 121 V, then hot to ground' });
  // Nothing lies over the button, and it is as large as a glove needs.
  const box = (await save.boundingBox())!;
  expect(box.height).toBeGreaterThanOrEqual(48);
  await save.click();
  await expect(boxes.getByRole('tab').first()).toHaveText(/^new 1 1\/\d+$/);
  // A reading out of its range says so before it is kept.
  for (const k of ['9', '0']) await key(k).click();
  await expect(page.getByText('Out of range')).toBeVisible();
  await page.getByRole('button', { name: "Can't reach it: leave it open" }).click();
  await expect(boxes.getByRole('tab').first()).toHaveText(/^new 1 1\/\d+$/);
  await boxes.getByRole('tab').last().click();
  await page.getByRole('button', { name: 'Yes', exact: true }).click();
  await expect(boxes.getByRole('tab').last()).toHaveText(/1\/1$/);
});
