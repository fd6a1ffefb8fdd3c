import { expect, type Page } from '@playwright/test';
import { asShipped, faults, saved, test, watch } from './help.ts';

/** The work as it goes: timed, found otherwise than planned, and planned again around what is done. */

/** Steps by their names, done one after the other. */
async function done(page: Page, ...names: readonly RegExp[]): Promise<void> {
  for (const name of names) {
    await page.getByRole('navigation', { name: 'Steps' }).getByRole('button', { name }).click();
    await page.locator('.step-card').getByRole('button', { name: 'Done, next step' }).click();
  }
}

// Every test works on the same job.
test.beforeEach(() => asShipped());

test('a step is timed, what it took moves the later estimates, and it can be forgotten', async ({ page }) => {
  const quiet = watch(page);
  await page.goto('/houses/tamarack/jobs/keyboard/do');
  const card = page.locator('.step-card');
  const minutesOf = (name: RegExp) =>
    page
      .getByRole('navigation', { name: 'Steps' })
      .getByRole('button', { name })
      .locator('.measure')
      .innerText();
  await page.getByRole('button', { name: /Mark the outline of new 1/ }).click();
  await card.getByRole('button', { name: 'Start timer' }).click();
  await expect(card.getByRole('timer')).toHaveText(/0:0\d/);
  // Another step is begun: the first keeps what is on its clock.
  await page.getByRole('button', { name: /Mark the outline of new 2/ }).click();
  await card.getByRole('button', { name: 'Start timer' }).click();
  await page.getByRole('button', { name: /Mark the outline of new 1/ }).click();
  await expect(card.getByRole('button', { name: 'Go on timing' })).toBeVisible();
  await saved(page);
  await page.reload();
  await page.getByRole('button', { name: /Mark the outline of new 1/ }).click();
  await expect(card.getByRole('timer')).toBeVisible();
  const before = Number(await minutesOf(/Mark the outline of new 3/));
  for (const nth of ['1', '2']) {
    await page.getByRole('button', { name: new RegExp(`Mark the outline of new ${nth}`) }).click();
    await card.getByRole('button', { name: 'Done, next step' }).click();
    await page.getByRole('button', { name: new RegExp(`Mark the outline of new ${nth}`) }).click();
    await card.getByLabel('Minutes it took').fill('40');
    await card.getByLabel('Minutes it took').blur();
  }
  await expect(page.getByText('Your pace: 2 steps timed')).toBeVisible();
  await expect.poll(() => minutesOf(/Mark the outline of new 3/).then(Number)).toBeGreaterThan(before * 1.5);
  await page.getByText('Your pace: 2 steps timed').click();
  await expect(page.getByRole('row', { name: /Marking/ })).toContainText('2');
  expect(await faults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Forget my times' }).click();
  await expect(page.getByText('Your pace: nothing timed yet')).toBeVisible();
  await expect.poll(() => minutesOf(/Mark the outline of new 3/).then(Number)).toBe(before);
  quiet();
});

test('what was found is put right in one step, goes into the record, and what was done is known still', async ({
  page,
}) => {
  const quiet = watch(page);
  await page.goto('/houses/tamarack/jobs/keyboard/do');
  const card = page.locator('.step-card');
  const steps = page.getByRole('navigation', { name: 'Steps' });
  await done(page, /Mark the outline of new 1/, /Cut the opening for new 1/);
  await expect(page.getByRole('heading', { name: '2 of 30 steps done' })).toBeVisible();
  await steps
    .getByRole('button', { name: /Drill 1 in down/ })
    .first()
    .click();
  await card.getByRole('button', { name: 'This was different' }).click();
  const drawer = page.getByRole('dialog', { name: 'This was different' });
  // Nothing is taken before it was measured.
  await expect(drawer.getByRole('button', { name: 'Change the plan' })).toBeDisabled();
  await drawer.getByLabel('Left edge').fill('70 in');
  await drawer.getByLabel('Right edge').fill('60 in');
  await drawer.getByLabel('Right edge').blur();
  await expect(drawer).toContainText('to the right of the left edge');
  await drawer.getByLabel('Right edge').fill('73 in');
  await drawer.getByLabel('In your own words, for the record').fill('A vent stack, cast iron');
  expect(await faults(page)).toEqual([]);
  await drawer.getByRole('button', { name: 'Change the plan' }).click();
  await expect(drawer).toBeHidden();
  const found = page.getByRole('region', { name: 'Found to be different' });
  await expect(found).toContainText('Pipe in the east wall, from 70 in to 73 in. A vent stack, cast iron');
  // The plan goes on around it, and what was done is done.
  await expect(page.getByRole('heading', { name: /^2 of \d+ steps done/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(found).toBeHidden();
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(found).toBeVisible();
  // A way that does not go: another one is planned.
  await steps
    .getByRole('button', { name: /Run the cable through the attic/ })
    .first()
    .click();
  await card.getByRole('button', { name: 'This was different' }).click();
  await drawer.getByText('No getting through').click();
  await drawer
    .getByRole('button', { name: /Rule out everywhere: run through the attic/ })
    .first()
    .click();
  await expect(found).toContainText('No getting through');
  await expect(steps.getByRole('button', { name: /Run the cable through the attic/ })).toHaveCount(0);
  await expect(page.getByRole('heading', { name: /^2 of \d+ steps done/ })).toBeVisible();
  await saved(page);
  quiet();
});

test('a point that moves after its opening was cut leaves an opening to close, and says so', async ({
  page,
}) => {
  const quiet = watch(page);
  await page.goto('/houses/tamarack/jobs/keyboard/do');
  const card = page.locator('.step-card');
  const steps = page.getByRole('navigation', { name: 'Steps' });
  await done(page, /Mark the outline of new 1/, /Cut the opening for new 1/);
  await page.goto('/houses/tamarack/jobs/keyboard/want');
  const along = page.getByLabel('From left corner').first();
  const from = parseFloat(await along.inputValue());
  await along.fill(`${from + 7}`);
  await along.blur();
  await page.goto('/houses/tamarack/jobs/keyboard/do');
  const gone = page.getByRole('region', { name: 'Done before the plan changed' });
  await expect(gone).toContainText('Cut the opening for new 1');
  await steps.getByRole('button', { name: /Close the opening you no longer need/ }).click();
  await expect(card).toContainText('in from the left corner');
  await steps.getByRole('button', { name: /Cut the opening for new 1/ }).click();
  await expect(card).toContainText('It’s a different step now');
  expect(await faults(page)).toEqual([]);
  quiet();
});
