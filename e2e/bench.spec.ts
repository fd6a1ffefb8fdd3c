import { expect, type Page } from '@playwright/test';
import { choose, faults, test, watch } from './help.ts';

/** The test bench: the wiring under simulated power, right beside faulty. */

const row = (page: Page, what: string | RegExp) => page.getByRole('row', { name: what });

test('breakers, switches and loads move what the instruments show, and a fault stands beside it', async ({
  page,
}) => {
  const quiet = watch(page);
  await page.goto('/houses/tamarack/jobs/keyboard/wire');
  await page.getByRole('button', { name: 'Test bench' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('Simulated: never instead of a reading at the wall.')).toBeVisible();
  await choose(page, 'Box', 'R1');
  await expect(row(page, /^Multimeter/)).toContainText(/1[12]\d\.\d V/);
  await expect(row(page, /^Plug tester/)).toContainText('hot–neutral on, hot–ground on, neutral–ground off');
  await expect(row(page, /^Ohmmeter/)).toContainText('still live');
  // A heater on it: volts fall, the clamp shows it.
  await dialog.getByRole('checkbox', { name: 'R1, top outlet: 1200 W' }).check();
  await expect(row(page, /^Clamp on the black of the cable from the panel/)).toContainText(/(9|10)\.\d A/);
  await choose(page, 'Compare with a fault', 'hot and neutral reversed');
  await expect(row(page, /^Plug tester/)).toContainText('neutral–ground on');
  await expect(dialog.getByText(/readings? here tell this fault from right wiring/)).toBeVisible();
  expect(await faults(page)).toEqual([]);
  // The breaker off: nothing, on either side.
  await dialog.getByRole('checkbox', { name: /^7 / }).uncheck();
  await expect(row(page, /^Multimeter/)).toContainText('0 V');
  // As it was before the work.
  await dialog.getByText('As surveyed').click();
  await expect(row(page, /^Multimeter/)).toContainText(/1[12]\d\.\d V/);
  quiet();
});

test('step by step through the work, a device drawn out, a TEST button', async ({ page }) => {
  await page.goto('/houses/tamarack/jobs/keyboard/wire');
  await page.getByRole('button', { name: 'Test bench' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByText('Step by step').click();
  await choose(page, 'Box', 'R1');
  await expect(row(page, /^Multimeter/)).toContainText(/1[12]\d\.\d V/);
  await choose(page, 'After this step', /Turn off/);
  await expect(row(page, /^Multimeter/)).toContainText('0 V');
  await expect(row(page, /^Multimeter/).locator('.bench-other')).toBeVisible();
  await dialog.getByRole('button', { name: 'Next step' }).click();
  await expect(row(page, /^Multimeter/)).toContainText('0 V');
  await choose(page, 'After this step', /Turn the breakers? on/);
  await expect(row(page, /^Multimeter/)).toContainText(/1[12]\d\.\d V/);
  // The receptacle drawn out: its screws are dead, its conductors are not.
  const group = dialog.getByRole('group', { name: 'Drawn out, its wires off' });
  await group.getByRole('checkbox').first().check();
  await expect(row(page, /^Multimeter/)).toContainText('0 V');
  await choose(page, 'Red probe on', /^black of the cable/);
  await choose(page, 'Black probe on', /^white of the cable/);
  await expect(row(page, /^Multimeter/)).toContainText(/1[12]\d\.\d V/);
  expect(await faults(page)).toEqual([]);
});

test('the light follows its switch, on a phone too', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/houses/tamarack/jobs/keyboard/wire');
  await page.getByRole('button', { name: 'Test bench' }).click();
  await choose(page, 'Box', 'L1');
  await expect(row(page, /^Low-impedance/)).toContainText('0 V');
  await page.getByRole('checkbox', { name: /^S1, switch/ }).check();
  await expect(row(page, /^Low-impedance/)).toContainText(/1[12]\d\.\d V/);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});
