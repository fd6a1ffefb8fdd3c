import { test } from './help.ts';

test('look', async ({ page }) => {
  test.setTimeout(90_000);
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto('/houses/tamarack/jobs');
  await page.getByRole('button', { name: 'All jobs on one calendar' }).click();
  await page.waitForTimeout(6000);
  await page.screenshot({ path: '/tmp/w/year1.png', fullPage: true });
});
