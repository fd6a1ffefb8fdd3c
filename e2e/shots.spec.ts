import { expect, type Page } from '@playwright/test';
import { demoHouses } from '@elwand/core/demo';
import { boxToRead, SeenBox } from '@elwand/core/reading';
import { choose, openCharts, test } from './help.ts';

/** Refreshes docs/screenshots from the demo data: npm run shots. */
const VIEWS: readonly (readonly [string, string])[] = [
  ['start', '/'],
  ['house-rooms', '/houses/tamarack/rooms'],
  ['sums', '/sums/box-fill?volume=14&n14=0&n12=4&ground=12&clamps=yes&deviceGauge=12'],
  ['rules', '/rules'],
  ['1-want', '/houses/tamarack/jobs/keyboard/want'],
  ['2-site', '/houses/tamarack/jobs/keyboard/site'],
  ['3-feed', '/houses/quarry/jobs/freezer/feed'],
  ['4-tap', '/houses/tamarack/jobs/keyboard/tap'],
  ['5-run', '/houses/tamarack/jobs/keyboard/run'],
  ['6-wire', '/houses/tamarack/jobs/keyboard/wire'],
  ['7-buy', '/houses/tamarack/jobs/keyboard/buy'],
  ['8-do', '/houses/tamarack/jobs/aquarium/do'],
  ['9-prove', '/houses/tamarack/jobs/aquarium/prove'],
];

/** The page and everything that it asks for is on screen. */
async function there(page: Page): Promise<void> {
  await expect(page.getByRole('heading').first()).toBeVisible();
  await page.waitForLoadState('networkidle');
  await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
  await expect(page.getByText('Drawing …')).toHaveCount(0);
  await page.waitForTimeout(400);
  // The replays answer a moment later.
  await expect(page.getByText('Checking this plan step by step')).toHaveCount(0);
  await page.waitForTimeout(200);
}

for (const [name, path] of VIEWS)
  test(`picture of ${name}`, async ({ page }) => {
    await page.goto(path);
    await there(page);
    await page.screenshot({ path: `docs/screenshots/${name}.png` });
  });

test('picture of load and breaker', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 1000 });
  await page.goto('/houses/quarry/jobs/freezer/tap');
  await openCharts(page);
  await page.locator('.trip-charts').scrollIntoViewIfNeeded();
  await there(page);
  await page.screenshot({ path: 'docs/screenshots/4-tap-charts.png' });
});

/** A box as somebody has half read it. */
function halfRead(): readonly [string, string] {
  const house = demoHouses().find((h) => h.id === 'tamarack')!;
  const point = house.points.find((p) => p.devices[0]?.kind === 'receptacle' && p.label === 'R1')!;
  const box = boxToRead(house, point);
  const splice = { black: 1, white: 2, bare: 3 } as Readonly<Record<string, number>>;
  const seen = SeenBox.parse({
    ...box,
    metal: false,
    devices: [{ kind: 'receptacle', tab: 'whole' }],
    cables: box.cables.map((c) => ({
      ...c,
      wires: c.wires.map((w) => ({ ...w, seat: { on: 'splice', n: splice[w.color] ?? 4 } })),
    })),
    pigtails: (['brass', 'silver', 'green'] as const).map((screw, i) => ({
      splice: i + 1,
      to: { on: 'screw', device: 0, screw },
    })),
    readings: [{ what: 'live', at: { cable: 0, wire: 0 }, breaker: 'on', apart: true, shows: true }],
  });
  return [`elwand-box:${house.id}:${point.id}`, JSON.stringify(seen)];
}

test('picture of a box that is read', async ({ page }) => {
  const [key, box] = halfRead();
  await page.addInitScript(([k, b]) => localStorage.setItem(k, b), [key, box] as const);
  await page.setViewportSize({ width: 1280, height: 1000 });
  await page.goto('/houses/tamarack/jobs/keyboard/feed');
  await page.getByRole('button', { name: 'Read a box' }).click();
  await choose(page, 'Which box?', 'R1');
  await expect(page.getByRole('region', { name: 'What is in this box' })).toBeVisible();
  await there(page);
  await page.screenshot({ path: 'docs/screenshots/3-read.png' });
});

test('picture of the house cut open', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 1000 });
  await page.goto('/houses/tamarack/jobs/keyboard/run');
  await choose(page, 'Sheet', 'The house, cut open');
  await page.getByRole('region', { name: 'The house, cut open' }).scrollIntoViewIfNeeded();
  await there(page);
  await page.screenshot({ path: 'docs/screenshots/5-run-house.png' });
});

test('picture of a fault that is looked for', async ({ page }) => {
  await page.goto('/houses/tamarack/jobs/aquarium/feed');
  await page.getByRole('button', { name: 'Find a fault' }).click();
  const dialog = page.getByRole('dialog', { name: 'Find a fault' });
  await dialog
    .getByRole('combobox', { name: 'Or read something else' })
    .fill('H1, top outlet: volts hot to neutral, hot to ground, neutral to ground (nothing');
  await page.keyboard.press('Enter');
  for (const [what, value] of [
    ['Hot to neutral, V', '119.8'],
    ['Hot to ground, V', '57'],
    ['Neutral to ground, V', '56'],
  ] as const)
    await dialog.getByLabel(what).fill(value);
  await dialog.getByRole('button', { name: /^Enter reading/ }).click();
  await expect(page.getByRole('region', { name: 'What may be wrong' })).toContainText('open ground');
  await there(page);
  await page.screenshot({ path: 'docs/screenshots/9-fault.png' });
});

/** A drill as it stands halfway, always the same one. */
test('picture of practice', async ({ page }) => {
  const kept = {
    progress: { level: 2, inARow: 1, done: 9, right: 7, unsafe: 1 },
    level: 2,
    seed: 12,
    moves: ['on', 'live:0:0'],
    counted: false,
  };
  await page.addInitScript(([k, v]) => localStorage.setItem(k, v), [
    'elwand-practice:box',
    JSON.stringify(kept),
  ] as const);
  await page.goto('/practice/box');
  await expect(page.getByText('It showed: ')).toBeVisible();
  await there(page);
  await page.screenshot({ path: 'docs/screenshots/practice.png' });
});

test('picture of the proof on a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/houses/tamarack/jobs/aquarium/do');
  await page.getByRole('button', { name: /Test J1 dead/ }).click();
  await there(page);
  await page.screenshot({ path: 'docs/screenshots/8-do-phone.png' });
});
