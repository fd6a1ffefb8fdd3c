import { expect, type Page } from '@playwright/test';
import { SERVERS, test, watch } from './help.ts';

test('a house shows its floor plan, and each job where it stands', async ({ page }) => {
  const quiet = watch(page);
  await page.goto('/');
  const house = page.getByRole('article', { name: '14 Tamarack Row' });
  await expect(house.getByRole('img', { name: 'Floor plan of 14 Tamarack Row' })).toBeVisible();
  await expect(house.getByText('2 rooms, 9 boxes, 2 of 3 breakers tested')).toBeVisible();
  const rod = house.getByRole('list', { name: 'Marks of the job' }).first();
  await expect(rod.getByRole('link')).toHaveCount(9);
  await rod.getByRole('link', { name: /Wire$/ }).click();
  await expect(page).toHaveURL(/jobs\/\w+\/wire$/);
  quiet();
});

test('one button goes on where somebody was last', async ({ page }) => {
  await page.goto('/');
  const on = page.getByRole('button', { name: /^Continue at / });
  await expect(on).toBeVisible();
  await expect(page.locator('.ant-btn-primary')).toHaveCount(1);
  const mark = (await on.textContent())!.replace('Continue at ', '');
  await on.click();
  await expect(page).toHaveURL(
    new RegExp(`/jobs/[\\w-]+/${mark === 'Test' ? 'prove' : mark.toLowerCase()}$`),
  );
});

/** Everything out of the database of empty houses, into its bin. */
async function emptied(page: Page): Promise<void> {
  const list = (await (await page.request.get(`${SERVERS.empty}/api/houses`)).json()) as { id: string }[];
  for (const { id } of list)
    expect((await page.request.delete(`${SERVERS.empty}/api/houses/${id}`)).status()).toBe(204);
}

test('before the first house there is a sample to look around in', async ({ page }) => {
  await emptied(page);
  await page.goto(SERVERS.empty);
  await expect(page.getByRole('heading', { name: /start with one room/ })).toBeVisible();
  await expect(page.locator('.ant-btn-primary')).toHaveCount(1);
  await page.getByRole('button', { name: 'Open the sample house' }).click();
  await expect(page).toHaveURL(/\/houses\/tamarack\/jobs\//);
  await emptied(page);
});
