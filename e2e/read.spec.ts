import { expect, type Locator, type Page } from '@playwright/test';
import {
  BreakerId,
  HouseId,
  JobId,
  makeCable,
  makeHouse,
  makeJob,
  PointId,
  type CableEnd,
  type House,
} from '@elwand/core';
import { demoHouses } from '@elwand/core/demo';
import { faults, saved, test, watch } from './help.ts';

/** Reading an open box: what is seen is entered, what it can only be is told, and it goes into the survey. */

const at = (id: string): CableEnd => ({ at: 'point', pointId: PointId.parse(id), on: 'splice' });

/** A switch whose one cable the survey has as a plain feed; at the wall it is the end of a switch loop. */
function mistaken(id: string): House {
  const demo = demoHouses()[0]!;
  const wall = demo.points.filter((p) => p.devices[0]?.kind === 'receptacle').slice(0, 2);
  const cable = (n: string, from: CableEnd, to: CableEnd) => makeCable(n, from, to, { gauge: '14' });
  const breaker = demo.panels[0]!.breakers[0]!;
  return {
    ...makeHouse(id, 'Loop Lane 4'),
    rooms: demo.rooms,
    panels: [{ ...demo.panels[0]!, breakers: [{ ...breaker, id: BreakerId.parse('b1') }] }],
    points: [
      {
        ...wall[0]!,
        id: PointId.parse('s1'),
        label: 'Closet switch',
        kind: 'switch',
        devices: [{ kind: 'switch', amps: 15, grounded: true }],
      },
      { ...wall[1]!, id: PointId.parse('r1'), label: 'R1' },
    ],
    cables: [
      cable('c1', { at: 'breaker', breakerId: BreakerId.parse('b1') }, at('r1')),
      cable('c2', at('r1'), at('s1')),
    ],
  };
}

async function open(page: Page, id: string, box: string): Promise<Locator> {
  const created = await page.request.post('/api/houses', { data: mistaken(id) });
  expect(created.status()).toBe(201);
  const job = makeJob(`${id}-job`, HouseId.parse(id), 'What is in the wall');
  await page.request.post('/api/jobs', { data: { ...job, id: JobId.parse(`${id}-job`) } });
  await page.goto(`/houses/${id}/jobs/${id}-job/feed`);
  return drawer(page, box);
}

async function drawer(page: Page, box: string): Promise<Locator> {
  await page.getByRole('button', { name: 'Read a box' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toBeVisible();
  await choose(page, dialog.getByRole('combobox', { name: 'Which box?' }), box);
  return dialog;
}

async function choose(page: Page, box: Locator, option: string): Promise<void> {
  await box.click();
  await page
    .locator('.ant-select-item-option', { hasText: new RegExp(`^${option}$`) })
    .filter({ visible: true })
    .click();
}

const end = (dialog: Locator, wire: string) => dialog.getByRole('combobox', { name: `Where ${wire} ends` });

test('a box is read wire by wire, a reading makes it certain, and the survey is put right', async ({
  page,
}) => {
  const quiet = watch(page);
  const dialog = await open(page, 'read-list', 'Closet switch');
  // One cable, every end still to be looked at.
  await expect(dialog.getByText(/See where the black of cable 1 .* ends/)).toBeVisible();
  await choose(page, end(dialog, 'white of cable 1 (R1)'), 'switch screw');
  await choose(page, end(dialog, 'black of cable 1 (R1)'), 'other switch screw');
  await choose(page, end(dialog, 'bare of cable 1 (R1)'), 'green screw');
  const told = dialog.getByRole('region', { name: 'What is in this box' });
  await expect(told).toContainText('switch loop: comes from the light');
  await expect(told).toContainText('Switch at the end of a loop');
  // What the survey has is doubted, and the white is to be marked.
  const wrong = dialog.getByRole('region', { name: 'Wrong here already' });
  await expect(wrong).toContainText('The survey');
  await expect(wrong).toContainText('re-identified');
  await expect(wrong).toContainText('NEC 200.7(C)');
  // Readings are asked for until nothing more can be told; at this wall the white is live.
  const next = dialog.locator('.asking');
  for (let i = 0; i < 8; i++) {
    await expect(next).not.toHaveAttribute('aria-busy', 'true');
    const text = await next.textContent();
    const isLive = /live to ground/.test(text ?? '');
    const yes = isLive ? /the white of/.test(text ?? '') : false;
    const answer = next.getByRole('button', { name: isLive ? (yes ? 'Live' : 'Dead') : 'No' });
    if (!(await answer.isVisible())) break;
    await answer.click();
  }
  await expect(next).toContainText('Nothing that can be looked at');
  await expect(told.locator('li', { hasText: /^White:/ })).toContainText('always hot');
  expect(await faults(page)).toEqual([]);
  await dialog.getByRole('button', { name: 'Write to the survey' }).click();
  await expect(dialog).toBeHidden();
  await saved(page);
  const house = (await (await page.request.get('/api/houses/read-list')).json()) as {
    document?: House;
  } & House;
  const cable = (house.document ?? house).cables.find((c) => c.id === 'c2')!;
  expect(cable.carries).toBe('loop');
  expect(cable.switchedBy).toBe('s1');
  quiet();
});

test('wires are dragged to where they end, and what was noted is there after the page was left', async ({
  page,
}) => {
  const dialog = await open(page, 'read-drag', 'R1');
  const svg = dialog.locator('svg.read-picture');
  await svg.scrollIntoViewIfNeeded();
  const drag = async (from: Locator, to: Locator) => {
    const [a, b] = [await from.boundingBox(), await to.boundingBox()];
    await page.mouse.move(a!.x + a!.width / 2, a!.y + a!.height / 2);
    await page.mouse.down();
    await page.mouse.move(b!.x + b!.width / 2, b!.y + b!.height / 2, { steps: 6 });
    await page.mouse.up();
  };
  const grips = svg.locator('circle.read-grip');
  // The first wire of the first cable into a new splice, then a pigtail from that to the brass screw.
  await drag(grips.first(), svg.locator('.read-free rect'));
  await expect(dialog.locator('.read-wire').first()).toContainText('in splice 1');
  await drag(
    svg.locator('g:has(> rect.read-splice):not(.read-free) circle.read-grip'),
    svg.locator('circle.read-screw').first(),
  );
  await expect(dialog.getByText('Pigtails (1)')).toBeVisible();
  await page.reload();
  const again = await drawer(page, 'R1');
  await expect(again.locator('.read-wire').first()).toContainText('in splice 1');
  await expect(again.getByText('Pigtails (1)')).toBeVisible();
  await again.getByRole('button', { name: 'Start over' }).click();
  await expect(again.locator('.read-wire').first()).toContainText('can’t see');
});

test('a cable that the survey does not have is entered with where it goes', async ({ page }) => {
  const dialog = await open(page, 'read-new', 'R1');
  await dialog.getByRole('button', { name: 'Add 3-wire cable' }).click();
  const far = dialog.getByRole('combobox', { name: 'Other end of cable 3' });
  await far.scrollIntoViewIfNeeded();
  await choose(page, far, 'Closet switch');
  await dialog.getByRole('button', { name: 'Write to the survey' }).click();
  await saved(page);
  const house = (await (await page.request.get('/api/houses/read-new')).json()) as {
    document?: House;
  } & House;
  const added = (house.document ?? house).cables.at(-1)!;
  expect(added).toMatchObject({
    conductors: 3,
    carries: 'unknown',
    from: { pointId: 's1' },
    to: { pointId: 'r1' },
  });
});

test('on a phone and by keyboard', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const dialog = await open(page, 'read-phone', 'Closet switch');
  const white = end(dialog, 'white of cable 1 (R1)');
  await white.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(dialog.locator('.read-wire').nth(1)).toContainText('switch screw');
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(390);
  await expect(dialog.getByText('The box as a drawing')).toBeVisible();
});
