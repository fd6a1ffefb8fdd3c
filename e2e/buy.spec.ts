import { expect } from '@playwright/test';
import { faults, saved, test, watch } from './help.ts';

/** Buying: own prices, and what nobody knows the price of. */

test('a price of one’s own goes into the total and stays with the house; a light without one is in no total', async ({
  page,
}) => {
  const quiet = watch(page);
  await page.goto('/houses/tamarack/jobs/keyboard/buy');
  const heading = page.getByRole('heading', { name: /^To buy/ });
  await expect(heading).toContainText('plus 1 part without a price');
  const before = Number(/\$(\d+)/.exec((await heading.textContent()) ?? '')?.[1]);
  const light = page.getByRole('row', { name: /^Luminaire/ });
  await expect(light).toContainText('price?');
  await light.getByRole('spinbutton', { name: /^Price of/ }).fill('45');
  await page.keyboard.press('Tab');
  await expect(light).toContainText('your price');
  await expect(light).toContainText('$45.00');
  await expect(heading).not.toContainText('without a price');
  await expect(heading).toContainText(`$${before + 45}`);
  await saved(page);
  expect(await faults(page)).toEqual([]);
  await page.reload();
  await expect(light).toContainText('$45.00');
  // Emptied, the estimate counts again; for this one there is none.
  await light.getByRole('spinbutton', { name: /^Price of/ }).fill('');
  await page.keyboard.press('Tab');
  await expect(heading).toContainText('plus 1 part without a price');
  await saved(page);
  quiet();
});

test('what another way of working would come to is planned when asked, and can be taken', async ({
  page,
}) => {
  const quiet = watch(page);
  await page.goto('/houses/tamarack/jobs/aquarium/buy');
  await page.getByText('What if you did it another way?').click();
  const levers = page.getByRole('listitem').filter({ hasText: 'Lever connectors' });
  await expect(levers).toContainText('more');
  await levers.getByRole('button', { name: 'Use it' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Wire nuts' })).toContainText('less');
  await expect(page.getByRole('row', { name: /^Lever/ }).first()).toBeVisible();
  await saved(page);
  expect(await faults(page)).toEqual([]);
  quiet();
});
