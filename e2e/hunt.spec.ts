import { readFile } from 'node:fs/promises';
import { expect, type Page } from '@playwright/test';
import { HouseId, JobId, makeHouse, makeJob, PanelId, type Breaker, type House } from '@elwand/core';
import { demoHouses } from '@elwand/core/demo';
import { faults, saved, test, watch } from './help.ts';

/** Hunting a breaker, as one does it between panel and box. */

/** The demo house as nobody has found out what feeds what, with a full panel. */
function unknown(id: string): House {
  const demo = demoHouses()[0]!;
  const [first] = demo.panels[0]!.breakers;
  const breakers = Array.from({ length: 12 }, (_, i): Breaker => ({
    ...first!,
    id: `hunt-${i + 1}` as Breaker['id'],
    number: String(i + 1),
    amps: i === 11 ? 40 : 15,
    poles: 1,
    label: i === 4 ? 'Music room' : i === 10 ? 'Spare' : `Circuit ${'ABCDEFGHIJKL'[i]}`,
    proved: false,
    multiwire: false,
    protection: 'none',
  }));
  return {
    ...makeHouse(id, 'Sedge End 90'),
    rooms: demo.rooms,
    points: demo.points,
    panels: [{ ...demo.panels[0]!, id: PanelId.parse('main'), breakers }],
  };
}

async function open(page: Page, id: string): Promise<void> {
  const house = unknown(id);
  expect((await page.request.post('/api/houses', { data: house })).status()).toBe(201);
  const job = makeJob(`${id}-job`, HouseId.parse(id), 'What feeds what');
  await page.request.post('/api/jobs', { data: { ...job, id: JobId.parse(`${id}-job`) } });
  await page.goto(`/houses/${id}/jobs/${id}-job/feed`);
  await page.getByRole('button', { name: 'Hunt a breaker' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
}

/** What is off on the walk that is asked for. */
const off = (page: Page) => page.locator('.hunt-off .hunt-number').allTextContents();

test('alone: few walks, one of them told wrong, and the right breaker is written down', async ({ page }) => {
  const quiet = watch(page);
  await open(page, 'hunt-alone');
  // The label says the music room; it is breaker 9.
  const truth = '9';
  let walks = 0;
  while ((await page.getByRole('button', { name: 'Mark it as tested' }).count()) === 0 && walks < 20) {
    const dead = (await off(page)).includes(truth);
    // The second answer is wrong: the lamp was not switched on.
    const told = walks === 1 ? !dead : dead;
    await page.getByRole('button', { name: told ? 'Dead' : 'Still on', exact: true }).click();
    walks++;
    if (walks === 2) {
      // A phone that was put away has it still.
      await page.reload();
      await page.getByRole('button', { name: 'Hunt a breaker' }).click();
      await expect(page.getByText(/^2 answers so far/)).toBeVisible();
    }
  }
  expect(walks).toBeLessThanOrEqual(9);
  await expect(page.getByRole('heading', { name: /^Breaker 9 turns R1 off$/ })).toBeVisible();
  await page.getByRole('checkbox', { name: 'R2', exact: true }).check();
  expect(await faults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Mark it as tested' }).click();
  await expect(page.getByRole('button', { name: /Circuit I.*15 A.*Tested/s }).first()).toBeVisible();
  // Both boxes hang on it now, as the panel and the list of what goes off say.
  await expect(page.getByRole('button', { name: /Circuit I.*(R1,? R2|R2,? R1)/s }).first()).toBeVisible();
  await saved(page);
  quiet();
});

test('heard at the panel: the likely one first, once more to be sure, and taking back', async ({ page }) => {
  await open(page, 'hunt-heard');
  await page.getByRole('radio', { name: /I hear it at the panel/ }).check({ force: true });
  const order = page.locator('.hunt-order .hunt-number');
  await expect(order.first()).toHaveText('5');
  await page.locator('.hunt-order button').nth(2).click();
  const third = (await page.getByRole('heading', { name: /once more$/ }).textContent()) ?? '';
  await page.getByRole('button', { name: 'Take back the last' }).click();
  await page.getByRole('button', { name: 'Start over' }).click();
  await page.locator('.hunt-order button').nth(2).click();
  await expect(page.getByRole('heading', { name: third })).toBeVisible();
  await page.getByRole('button', { name: 'It follows' }).click();
  await expect(page.getByRole('heading', { name: /^Breaker \d+ turns R1 off$/ })).toBeVisible();
});

test('on a phone its buttons are large, and what must stay on is never turned off', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, 'hunt-phone');
  for (const name of ['Dead', 'Still on', 'Not sure'])
    expect(
      (await page.getByRole('button', { name, exact: true }).boundingBox())!.height,
    ).toBeGreaterThanOrEqual(48);
  await page.getByText('Breakers that must stay on').click();
  await page.getByRole('checkbox', { name: /^5 Music room/ }).check();
  await expect.poll(async () => (await off(page)).includes('5')).toBe(false);
  expect(await faults(page)).toEqual([]);
});

test('the directory goes out as a table and comes in from one, shown before it counts', async ({ page }) => {
  const quiet = watch(page);
  const house = unknown('directory');
  await page.request.post('/api/houses', { data: house });
  await page.goto('/houses/directory/panel');
  const out = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Directory as CSV' }).click();
  const text = await readFile((await (await out).path()) ?? '', 'utf8');
  expect(text.split('\n').slice(0, 2)).toEqual([
    'number,amps,poles,protection,label,tested,feeds',
    '1,15,1,none,Circuit A,no,',
  ]);
  const bring = (name: string, csv: string) =>
    page.locator('input[type=file][accept*=csv]').setInputFiles({
      name,
      mimeType: 'text/csv',
      buffer: Buffer.from(csv),
    });
  await bring('mine.csv', 'Breaker,Rating,Description\n2,20 A,Porch and yard\n14,30,Dryer\n15,17,odd\n');
  await expect(page.getByText('mine.csv: 1 new breaker, 1 changed')).toBeVisible();
  await expect(page.getByText('Row 4: “17” is no standard rating')).toBeVisible();
  await page.getByRole('button', { name: 'Take them over' }).click();
  await expect(page.getByRole('button', { name: /Porch and yard.*20 A/s })).toBeVisible();
  await expect(page.getByRole('button', { name: /Dryer.*30 A/s })).toBeVisible();
  await saved(page);
  await bring('poem.txt', 'Roses are red');
  await expect(page.getByText('poem.txt has no row with a breaker number and a rating.')).toBeVisible();
  expect(await faults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Leave it' }).click();
  quiet();
});
