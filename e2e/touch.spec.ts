import { expect, type CDPSession, type Page } from '@playwright/test';
import { saved, test, watch } from './help.ts';

/** The strip under real touches, as the browser makes them of fingers. */
test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

interface Xy {
  readonly x: number;
  readonly y: number;
}

/** Moves fingers in a few steps from one place each to another. */
async function fingers(cdp: CDPSession, ways: readonly { from: Xy; to: Xy }[], lift = true): Promise<void> {
  const at = (t: number) =>
    ways.map(({ from, to }, id) => ({
      x: from.x + (to.x - from.x) * t,
      y: from.y + (to.y - from.y) * t,
      id,
    }));
  await cdp.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: at(0) });
  for (const t of [0.25, 0.5, 0.75, 1])
    await cdp.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: at(t) });
  if (lift) await cdp.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
}

const open = async (page: Page) => {
  await page.goto('/houses/tamarack/jobs/keyboard/want');
  const strip = page.locator('svg.strip');
  await expect(strip).toBeVisible();
  // What fingers do is fetched after the strip.
  await expect(page.locator('.strip-touch')).toBeAttached();
  await page.waitForLoadState('networkidle');
  const box = (await strip.boundingBox())!;
  return { strip, box, cdp: await page.context().newCDPSession(page) };
};
const shownWall = (page: Page) => page.locator('.strip-bar .segment-on').last();

test('a swipe goes to the next wall and back, and scrolling the page does not', async ({ page }) => {
  const done = watch(page);
  const { box, cdp } = await open(page);
  const y = box.y + 150;
  const first = (await shownWall(page).textContent()) ?? '';
  await fingers(cdp, [{ from: { x: 320, y }, to: { x: 90, y: y + 8 } }]);
  await expect(shownWall(page)).not.toHaveText(first);
  await fingers(cdp, [{ from: { x: 90, y }, to: { x: 320, y: y + 8 } }]);
  await expect(shownWall(page)).toHaveText(first);
  await fingers(cdp, [{ from: { x: 200, y }, to: { x: 190, y: y - 120 } }]);
  await expect(shownWall(page)).toHaveText(first);
  done();
});

test('two fingers make the strip larger, and one button shows the whole wall again', async ({ page }) => {
  const { strip, box, cdp } = await open(page);
  const y = box.y + 150;
  await fingers(cdp, [
    { from: { x: 170, y }, to: { x: 60, y } },
    { from: { x: 220, y }, to: { x: 330, y } },
  ]);
  await expect.poll(async () => (await strip.boundingBox())!.width).toBeGreaterThan(1.5 * box.width);
  await page.getByRole('button', { name: 'Whole wall' }).click();
  await expect.poll(async () => Math.round((await strip.boundingBox())!.width)).toBe(Math.round(box.width));
});

test('a point that is dragged is seen beside the finger, and lands where it was dropped', async ({
  page,
}) => {
  const { cdp } = await open(page);
  const point = page.locator('.strip-new').first();
  const box = (await point.boundingBox())!;
  const from = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  const name = (await point.getAttribute('aria-label')) ?? '';
  await fingers(cdp, [{ from, to: { x: from.x + 24, y: from.y - 30 } }], false);
  const lens = page.locator('.strip-lens');
  await expect(lens).toBeVisible();
  const seen = (await lens.boundingBox())!;
  // The finger doesn’t cover it.
  expect(seen.y + seen.height).toBeLessThan(from.y - 30);
  await cdp.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await expect(lens).toHaveCount(0);
  await expect(point).not.toHaveAttribute('aria-label', name);
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(point).toHaveAttribute('aria-label', name);
  await saved(page);
});
