import { test } from './help.ts';

test('look', async ({ page }) => {
  test.setTimeout(90_000);
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto('/houses/tamarack/jobs/keyboard/buy');
  await page.waitForTimeout(2500);
  await page.screenshot({ path: '/tmp/w/buy1.png', fullPage: true });
  await page.goto('/houses/tamarack/supplies');
  await page.waitForTimeout(6000);
  await page.screenshot({ path: '/tmp/w/sup1.png', fullPage: true });
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/houses/tamarack/jobs/keyboard/buy');
  await page.waitForTimeout(2500);
  await page.locator('.tool-list').scrollIntoViewIfNeeded();
  await page.screenshot({ path: '/tmp/w/buy2.png' });
});
