import { expect } from '@playwright/test';
import { choose, faults, openCharts, openFine, saved, SERVERS, sketch, test, watch } from './help.ts';

const KEYBOARD = '/houses/tamarack/jobs/keyboard';
const FREEZER = '/houses/quarry/jobs/freezer';

test.describe('quick sums', () => {
  test('from the start page to an answer, with its working, its source and a link that gives it again', async ({
    page,
    context,
  }) => {
    const quiet = watch(page);
    await page.goto('/');
    await page.getByRole('link', { name: 'Calculators' }).click();
    await expect(page.getByRole('heading', { name: 'Box fill' })).toBeVisible();
    await page.getByRole('link', { name: 'Voltage drop' }).click();
    await choose(page, 'Conductor', '12 AWG');
    await page.getByLabel('Length one way').fill("100'");
    await page.getByLabel('Current').fill('16');
    const answer = page.getByRole('region', { name: 'Answer' });
    await expect(answer).toContainText('6.2 V lost, 5.1%; 3% is advised');
    await expect(answer).toContainText('6.176 V');
    await expect(answer).toContainText('NEC Chapter 9 Table 8');
    const other = await context.newPage();
    await other.goto(page.url());
    await expect(other.getByRole('region', { name: 'Answer' })).toContainText('6.176 V');
    await other.close();
    quiet();
  });
  test('a field that can’t be read says so, keeps what was typed and the last answer', async ({ page }) => {
    await page.goto('/sums/voltage-drop');
    const answer = page.getByRole('region', { name: 'Answer' });
    const before = await answer.locator('.sum-says').innerText();
    const field = page.getByLabel('Length one way');
    await field.fill('12 furlongs');
    await expect(page.getByRole('alert')).toContainText('"12 furlongs" is not a length');
    await expect(field).toHaveValue('12 furlongs');
    await expect(answer.locator('.sum-says')).toHaveText(before);
    await page.reload();
    await expect(page.getByLabel('Length one way')).toHaveValue('12 furlongs');
    await page.getByRole('button', { name: 'Start over' }).click();
    await expect(page.getByRole('alert')).toHaveCount(0);
  });
  test('editions give other answers: six grounds in one box', async ({ page }) => {
    await page.goto('/sums/box-fill?volume=30.3&n14=0&n12=12&grounds=6&ground=12&devices=0');
    const says = page.locator('.sum-says');
    await expect(says).toContainText('too full by');
    await choose(page, 'Code edition', '2017');
    await expect(says).toContainText('it fits');
  });
  test('on a phone every field is large enough for a glove, and nothing runs off the side', async ({
    page,
  }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto('/sums/gauge');
    await expect(page.getByRole('heading', { name: 'Conductor for a breaker' })).toBeVisible();
    const heights = await page
      .locator('.sum-fields .ant-input, .sum-fields .ant-select')
      .evaluateAll((all) => all.map((e) => e.getBoundingClientRect().height));
    expect(heights.length).toBeGreaterThan(6);
    for (const h of heights) expect(h).toBeGreaterThanOrEqual(44);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(wide).toBeLessThanOrEqual(390);
    expect(await faults(page)).toEqual([]);
  });
  test('a sum that is not there leads back to the list', async ({ page }) => {
    await page.goto('/sums/nothing');
    await expect(page).toHaveURL(/\/sums$/);
  });
});

test('the page of rules: every rule, its numbers by edition, found by a word or a section', async ({
  page,
}) => {
  const quiet = watch(page);
  await page.goto('/rules');
  await expect(page.locator('section.rule')).toHaveCount(48);
  await page.getByLabel('Find a rule').fill('314.16');
  const box = page.getByRole('region', { name: 'Box fill' });
  await expect(box.getByRole('row', { name: /Six grounds together/ })).toContainText(
    /1 of the largest.*1.5 of the largest/,
  );
  expect(await page.locator('section.rule').count()).toBeLessThan(6);
  await page.getByLabel('Find a rule').fill('zeppelin');
  await expect(page.getByText('No rule holds “zeppelin”')).toBeVisible();
  await page.getByLabel('Find a rule').fill('');
  expect(await faults(page)).toEqual([]);
  quiet();
});

test('a stop for missing protection is lifted by a local rule with its source, and comes back without it', async ({
  page,
}) => {
  const checks = page.getByRole('complementary', { name: 'Checks' });
  const stop = checks.locator('.check-stop[data-rule="arc-fault"]');
  await page.goto(`${KEYBOARD}/tap`);
  await expect(stop).toContainText('AFCI protection needed');
  await expect(stop.getByRole('button', { name: 'Override' })).toHaveCount(0);
  await expect(stop).toContainText('cheapest');
  await page.goto('/houses/tamarack/local');
  await page.getByLabel('Who says so: AFCI protection isn’t required').fill('Town ordinance 31');
  await page.getByRole('button', { name: 'Add: AFCI protection isn’t required' }).click();
  await saved(page);
  await page.goto(`${KEYBOARD}/tap`);
  await expect(stop).toHaveCount(0);
  await openFine(page);
  await expect(checks.getByText(/A local rule lifts this here: Town ordinance 31/).first()).toBeVisible();
  await page.goto('/houses/tamarack/local');
  await page.getByRole('button', { name: 'Delete AFCI protection isn’t required' }).click();
  await saved(page);
  await page.goto(`${KEYBOARD}/tap`);
  await expect(stop).toContainText('AFCI protection needed');
});

test('a local rule: refused without a reason, then it decides, is named, and can be taken out', async ({
  page,
}) => {
  await page.goto('/houses/tamarack/local');
  await choose(page, 'Value to change', 'Highest switch handle');
  await page.getByLabel('Here it is').fill('tall');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('"tall" is not a length')).toBeVisible();
  await page.getByLabel('Here it is').fill('40');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('Say who asks for it');
  await page.getByLabel('Who says so', { exact: true }).fill('the town inspector');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const row = page.getByRole('row', { name: /Highest switch handle/ });
  await expect(row).toContainText('stricter');
  await saved(page);
  await page.goto(`${KEYBOARD}/want`);
  const checks = page.getByRole('complementary', { name: 'Checks' });
  // It was so before the job: it is listed for the owner.
  await checks.getByText(/already so before this job/).click();
  await expect(checks.getByText('S1 is too high for a switch')).toBeVisible();
  await openFine(page);
  await expect(checks.getByText('Local rule: the town inspector').first()).toBeVisible();
  await page.goto('/houses/tamarack/local');
  await page.getByRole('button', { name: 'Delete Highest switch handle' }).click();
  await choose(page, 'Value to change', 'Share of one plugged-in load');
  await page.getByLabel('Here it is').fill('100%');
  await page.getByLabel('Who says so', { exact: true }).fill('the town inspector');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('row', { name: /Share of one plugged-in load/ })).toContainText('looser');
  await saved(page);
  await page.goto(`${KEYBOARD}/want`);
  await expect(checks.getByRole('note')).toContainText('A value is looser here than the code');
  await page.goto('/houses/tamarack/local');
  await page.getByRole('button', { name: 'Delete Share of one plugged-in load' }).click();
  await expect(page.getByText('None: the code as it stands.')).toBeVisible();
  await saved(page);
  expect(await faults(page)).toEqual([]);
});

test('a forbidden method is never planned with: the next one takes its place', async ({ page }) => {
  await page.goto('/houses/tamarack/local');
  await page.getByRole('checkbox', { name: 'NM-B' }).check();
  await saved(page);
  await page.goto(`${KEYBOARD}/buy`);
  await expect(page.getByText(/UF-B 14-2/).first()).toBeVisible();
  await page.goto('/houses/tamarack/local');
  await page.getByRole('checkbox', { name: 'NM-B' }).uncheck();
  await saved(page);
});

test.describe('load over the day', () => {
  test('hours are dragged and moved by keys; the worst hour follows, undo brings them back', async ({
    page,
  }) => {
    const quiet = watch(page);
    await page.goto(`${KEYBOARD}/tap`);
    await openCharts(page);
    const bar = page.getByRole('slider', { name: /^Table lamp/ });
    await expect(bar).toHaveAccessibleName('Table lamp, 5 PM to 11 PM');
    await bar.scrollIntoViewIfNeeded();
    await bar.focus();
    await page.keyboard.press('ArrowLeft');
    await expect(page.getByRole('slider', { name: 'Table lamp, 4:30 PM to 10:30 PM' })).toBeVisible();
    const moved = page
      .getByRole('slider', { name: /^Stage keyboard/ })
      .locator('rect')
      .first();
    const at = (await moved.boundingBox())!;
    await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
    await page.mouse.down();
    await page.mouse.move(at.x + at.width / 2 - 140, at.y + at.height / 2, { steps: 6 });
    await page.mouse.up();
    await expect(page.getByRole('slider', { name: /^Stage keyboard/ })).not.toHaveAccessibleName(
      'Stage keyboard, 6 PM to 10 PM',
    );
    await page.getByRole('button', { name: 'Undo' }).first().click();
    await expect(page.getByRole('slider', { name: 'Stage keyboard, 6 PM to 10 PM' })).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).first().click();
    await expect(page.getByRole('slider', { name: 'Table lamp, 5 PM to 11 PM' })).toBeVisible();
    await saved(page);
    quiet();
  });
  test('hours that cannot be read stay in their field, with the reason', async ({ page }) => {
    await page.goto(`${KEYBOARD}/want`);
    const hours = page.getByLabel('Hours it runs').first();
    await expect(hours).toHaveValue('5 PM-11 PM');
    await hours.fill('noon');
    await expect(page.getByRole('alert').filter({ hasText: '"noon" is not a span of hours' })).toBeVisible();
    await hours.fill('5-11 pm');
    await hours.press('Enter');
    await expect(hours).toHaveValue('5 PM-11 PM');
  });
  test('what if these run together has an answer', async ({ page }) => {
    await page.goto(`${FREEZER}/tap`);
    await openCharts(page);
    const what = page.getByRole('region', { name: 'What if they run together' });
    await what.getByRole('checkbox').nth(0).check();
    await what.getByRole('checkbox').nth(1).check();
    await expect(what).toContainText('they may run together');
  });
});

test('why 14 AWG on 20 A is wrong, and 12 AWG right, in two charts', async ({ page }) => {
  await page.goto(`${FREEZER}/tap`);
  await openCharts(page);
  const trip = page.getByRole('region', { name: 'Breaker against wire' });
  await expect(trip).toContainText(
    '14 AWG goes to 261 °F, over the 194 °F of its insulation, and nothing trips.',
  );
  await choose(page, 'Show', 'if it were 12 AWG');
  await expect(trip).toContainText(/12 AWG settles at 18[45] °F/);
  await expect(
    trip.getByRole('img', { name: /Time against current: breaker of 20 A and 12 AWG/ }),
  ).toBeVisible();
  await expect(page.getByRole('img', { name: /Voltage drop to new 1/ })).toBeVisible();
});

test('protection zones before and after follow the choice', async ({ page }) => {
  await page.goto(`${KEYBOARD}/feed`);
  const zones = page.getByRole('region', { name: 'Protection zones' });
  await expect(zones.getByRole('img', { name: /^With the new work.*AFCI-protected nothing/ })).toBeVisible();
  await page
    .getByRole('complementary', { name: 'Checks' })
    .getByRole('button', { name: 'At the first outlet upstream' })
    .click();
  await expect(
    zones.getByRole('img', { name: /^With the new work.*AFCI-protected R1.*new 1/ }),
  ).toBeVisible();
  await expect(zones.getByRole('img', { name: /^Now.*AFCI-protected nothing/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await saved(page);
});

test('facts of a box that the count needs can be entered and change it', async ({ page }) => {
  await page.goto('/houses/tamarack/points');
  await page.getByRole('button', { name: 'L1', exact: true }).click();
  await page.getByText('3. More').click();
  await page.getByText('More about the box').click();
  await page.getByLabel('Fixture studs, hickeys').fill('1');
  await page.getByLabel('Fixture studs, hickeys').blur();
  await saved(page);
  await page.goto(`${KEYBOARD}/wire`);
  await expect(page.getByText('stud or hickey: 2.0 cu in').first()).toBeVisible();
  await page.goto('/houses/tamarack/points');
  await page.getByRole('button', { name: 'L1', exact: true }).click();
  await page.getByLabel('Fixture studs, hickeys').fill('0');
  await page.getByLabel('Fixture studs, hickeys').blur();
  await saved(page);
});

test('the work order shows what only the person there can see, with its rule', async ({ page }) => {
  await page.goto(`${KEYBOARD}/do`);
  await page.getByText('Wire new 1').first().click();
  const list = page.locator('.step-checks');
  await expect(list).toContainText('6 in of free conductor from the jacket');
  await expect(list).toContainText('NEC 300.14');
  await expect(list).not.toContainText('switch handle');
});

test('a 240 V appliance, from the panel to the marked white, by hand', async ({ page }) => {
  const quiet = watch(page);
  await page.goto(SERVERS.empty);
  await page.getByRole('button', { name: 'New house' }).first().click();
  await page.getByRole('textbox', { name: /What do you call it/ }).fill('Sedge End 9');
  await page.getByRole('button', { name: 'Add house' }).click();
  await sketch(page, 'Workroom 12 x 10');
  await page.getByRole('link', { name: 'Panel' }).click();
  await page.getByRole('button', { name: 'Add the panel' }).click();
  await page.getByRole('button', { name: 'Put a breaker in space 1' }).click();
  await choose(page, 'Rating', '20 A');
  await choose(page, 'Poles', /^2|two/i);
  await page.getByRole('link', { name: 'Outlets and cables' }).click();
  await page.getByRole('button', { name: 'Add to Workroom' }).click();
  await page.getByRole('menuitem', { name: 'Fixed appliance' }).click();
  await choose(page, 'A1 is fed from', /breaker 1/);
  await choose(page, 'Size of the cable to A1', '12 AWG');
  if ((await page.getByLabel('All about A1').count()) === 0)
    await page.getByRole('button', { name: 'A1', exact: true }).click();
  await choose(page, 'Where', 'on a wall');
  await choose(page, 'Carries', '240 V: two hots, no neutral');
  await saved(page);
  await page.getByRole('link', { name: 'Jobs' }).click();
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('textbox', { name: 'What is wanted?' }).fill('Second heater');
  await page.getByRole('button', { name: 'Add job' }).click();
  await page.getByRole('button', { name: 'Place a fixed appliance' }).click();
  const strip = (await page.getByRole('group', { name: /unrolled/ }).boundingBox())!;
  await page.mouse.click(strip.x + strip.width * 0.2, strip.y + strip.height * 0.72);
  await choose(page, 'Voltage', '240 V, two hots');
  const checks = page.getByRole('complementary', { name: 'Checks' });
  await openFine(page);
  await expect(checks.getByText('Both conductors are hot: re-identify the white at both ends')).toBeVisible();
  await page.getByRole('link', { name: /Test$/ }).click();
  await expect(page.getByText(/hot to other hot/).first()).toBeVisible();
  await saved(page);
  quiet();
});

test('the new pages and charts on a phone have no serious fault and do not run off the side', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const path of ['/rules', '/sums/trip', '/houses/tamarack/local', `${KEYBOARD}/tap`]) {
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
    if (path.endsWith('/tap')) await openCharts(page);
    expect(await faults(page)).toEqual([]);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(wide).toBeLessThanOrEqual(390);
  }
});
