import { expect } from '@playwright/test';
import { choose, saved, SERVERS, sketch, test, watch } from './help.ts';

/** The whole job by hand, from an empty database, as somebody would who has never seen it. */
test('from a tape measure to a tested outlet', async ({ page }) => {
  const quiet = watch(page);
  await page.goto(SERVERS.empty);
  await expect(page.getByText('No house yet')).toBeVisible();

  // A house and its first room, by size.
  await page.getByRole('button', { name: 'New house' }).click();
  await page.getByRole('textbox', { name: /What do you call it/ }).fill('Sedge End 5');
  await page.getByRole('button', { name: 'Add house' }).click();
  await sketch(page, `Reading room 12' x 10' 6"`);

  // The walls by the tape: a bad token keeps its text and says why, the rest is placed.
  const tape = page.locator('#tape-input');
  await tape.fill('w 144 m 16 1/8 m 32 f 47 1/4 48 3/4 o 24@15 o 88@15 banana');
  await expect(page.getByText('magnet 16 1/8 in')).toBeVisible();
  await expect(page.locator('.tape-error')).toContainText('banana');
  await tape.press('Enter');
  await expect(tape).toHaveValue('banana');
  await tape.fill('');
  await tape.press('Enter');
  await expect(page.getByText('Tape on the east wall')).toBeVisible();
  await page.locator('#tape-input').fill('s 110@48 d 76 106');
  await page.locator('#tape-input').press('Enter');
  await expect(page.getByText('16 in on center')).toBeVisible();
  await saved(page);

  // The panel with its breaker, proved.
  await page.getByRole('link', { name: 'Panel' }).click();
  await page.getByRole('button', { name: 'Add the panel' }).click();
  await page.getByLabel('Or type it as the directory has it').fill('1 15 Reading room');
  await page.getByLabel('Or type it as the directory has it').press('Enter');
  await page.getByRole('checkbox', { name: 'Tested: turns this circuit off' }).check();

  // What feeds what: a light on the ceiling, the two outlets, the switch in a loop.
  await page.getByRole('link', { name: 'Outlets and cables' }).click();
  await page.getByRole('button', { name: 'Add to Reading room' }).click();
  await page.getByRole('menuitem', { name: 'Light' }).click();
  await choose(page, 'R1 is fed from', /breaker 1/);
  await choose(page, 'R2 is fed from', 'R1');
  await choose(page, 'L1 is fed from', 'R2');
  await choose(page, 'S1 is fed from', 'L1');
  for (const p of ['R1', 'R2', 'L1', 'S1']) await choose(page, `Size of the cable to ${p}`, '14 AWG');
  await page.getByRole('button', { name: 'R2', exact: true }).click();
  await choose(page, 'Box', /Metal device box 3 x 2 x 2-3\/4/);
  await choose(page, 'State', 'Opened: sound');
  await page.getByRole('combobox', { name: 'What is plugged in' }).fill('Table lamp');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByLabel('Volt-amperes of Table lamp')).toHaveValue('15');
  await page.getByLabel('Length').first().fill("30'");
  await page.getByLabel('Length').first().press('Enter');
  await saved(page);

  // One new outlet: placed by a click, dragged, then typed exactly.
  await page.getByRole('link', { name: 'Jobs' }).click();
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('textbox', { name: 'What is wanted?' }).fill('Outlet beside the chair');
  await page.getByRole('button', { name: 'Add job' }).click();
  await page.getByRole('button', { name: 'Place an outlet' }).click();
  const strip = page.getByRole('group', { name: /unrolled/ });
  const box = (await strip.boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.14, box.y + box.height * 0.72);
  const wanted = page.getByRole('button', { name: /^new 1,/ });
  await expect(wanted).toBeVisible();
  const at = (await wanted.boundingBox())!;
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  await page.mouse.move(at.x + 60, at.y + 16, { steps: 6 });
  await expect(page.locator('.strip-live')).toContainText('new 1:');
  await page.mouse.up();
  await page.getByLabel('From left corner').fill('104');
  await page.getByLabel('From left corner').press('Enter');
  await page.getByLabel('Center, above floor').fill('15');
  await page.getByLabel('Center, above floor').press('Enter');
  await page.getByRole('combobox', { name: 'What is plugged in' }).fill('Kettle');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByLabel('Volt-amperes of Kettle').fill('1500');

  // The checks judge it, with numbers and sources.
  const checks = page.getByRole('complementary', { name: 'Checks' });
  await expect(checks.getByText('Kettle draws too much for breaker 1')).toBeVisible();
  await expect(checks.getByText('12.5 A needed, 12 A available')).toBeVisible();
  await page.getByRole('button', { name: 'Delete Kettle' }).click();
  await expect(checks.getByText('draws too much')).toHaveCount(0);

  // Tap: ranked ways, and why the switch cannot feed it.
  await page.getByRole('link', { name: /Tap/ }).click();
  await expect(page.getByRole('button', { name: /R2, through the wall/ })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await expect(page.getByText('no neutral in the box: it is a switch loop')).toBeVisible();
  await expect(checks.getByRole('heading', { name: 'Box fill at R2: too full' })).toBeVisible();
  await checks.getByRole('button', { name: /Use a 20.3 cu in box at R2/ }).click();
  await checks.getByRole('button', { name: 'At the breaker (electrician)' }).click();
  await expect(checks.locator('.checks-head')).toContainText('nothing open');

  // Run, wire, buy.
  await page.keyboard.press('5');
  await expect(page.getByText(/Through the box opening, drill 3\/4 in through the stud at/)).toBeVisible();
  await page.keyboard.press('6');
  await expect(page.getByText('always hot: black R1')).toBeVisible();
  await page.keyboard.press('7');
  await expect(page.getByText(/NM-B 14-2 with ground, 25 ft roll/).first()).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  expect((await download).suggestedFilename()).toMatch(/bill\.csv$/);

  // Do: no way round the proof of dead.
  await page.keyboard.press('8');
  await page.getByRole('button', { name: 'Wire R2' }).click();
  await expect(page.getByText(/Not before .*R2.* tests? dead\./)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Done, next step' })).toBeDisabled();
  const read = async (digits: string) => {
    for (const d of digits) await page.getByRole('button', { name: d, exact: true }).click();
    await page.getByRole('button', { name: `Record ${digits} V` }).click();
  };
  // Nobody has seen how the cables in that wall run: every box on it is tested, R2 among them.
  const boxes = page.getByRole('button', { name: /^Test .* dead/ });
  const labels = (await boxes.allTextContents()).map((t) => /Test (.+?) dead/.exec(t)![1]!);
  expect(labels).toContain('R2');
  for (const label of labels) {
    await page.getByRole('button', { name: `Test ${label} dead` }).click();
    const proof = page.getByRole('region', { name: `Test ${label} dead` });
    const asked = proof.getByRole('heading');
    await read('121');
    await read('120.5');
    await page.getByRole('button', { name: 'The breaker is off and locked or taped' }).click();
    const again = 'The same known live source again';
    for (let now = await asked.textContent(); now !== again; now = await asked.textContent()) {
      await read('0.1');
      await expect(asked).not.toHaveText(now ?? '');
    }
    await read('121');
    await expect(page.getByText(`${label} tests dead.`)).toBeVisible();
    await page.getByRole('button', { name: 'Done, next step' }).click();
  }
  await saved(page);

  // All of it is still there after a reload.
  await page.reload();
  await page.getByRole('button', { name: 'Test R2 dead' }).click();
  await expect(page.getByText('R2 tests dead.')).toBeVisible();

  // Prove: a bad reading is told apart from a good one, then sign off.
  await page.getByRole('link', { name: /Test$/ }).click();
  const type = async (what: string, volts: string) => {
    await page.getByLabel(`Reading: new 1, ${what}`).fill(volts);
    await page.getByLabel(`Reading: new 1, ${what}`).press('Enter');
  };
  await type('top outlet, hot to neutral', '121');
  await type('top outlet, hot to ground', '0.2');
  await type('top outlet, neutral to ground', '120');
  await expect(page.getByText('Hot and neutral are swapped')).toBeVisible();
  for (const half of ['top', 'bottom']) {
    await type(`${half} outlet, hot to neutral`, '121');
    await type(`${half} outlet, hot to ground`, '120.8');
    await type(`${half} outlet, neutral to ground`, '0.3');
  }
  await expect(page.getByText('Hot and neutral are swapped')).toHaveCount(0);
  for (const yes of await page.getByRole('button', { name: /^Yes:/ }).all()) await yes.click();
  await expect(page.getByText(/(\d+) of \1 as expected/)).toBeVisible();
  await page.getByRole('button', { name: 'Sign off' }).click();
  const dialog = page.getByRole('dialog', { name: 'Sign off this job' });
  await expect(dialog.getByText(/open:/)).toHaveCount(0);
  await dialog.getByLabel('Name').fill('Wilma Tester');
  await dialog.getByRole('button', { name: 'Sign off', exact: true }).click();
  await expect(page.getByRole('heading', { name: /Signed off .* by Wilma Tester/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /R2 tested dead before work.*as expected/ })).toBeVisible();
  await saved(page);
  await page.goto(`${SERVERS.empty}/`);
  await page.getByRole('link', { name: 'Sedge End 5' }).click();
  await page.getByRole('link', { name: 'Outlets and cables' }).click();
  await expect(page.getByRole('button', { name: 'R3', exact: true })).toBeVisible();
  quiet();
});
