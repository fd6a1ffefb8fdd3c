import { expect, type Locator, type Page } from '@playwright/test';
import { saved, SERVERS, test, watch } from './help.ts';

/**
 * What a person does from the empty start page to two printed sheets, counted. One action is a click, a key or a chord of keys, a field
 * typed (however long), or a drag. Choosing from a list is two: one opens it, one takes the entry.
 */
class Hand {
  actions = 0;
  readonly page: Page;
  constructor(page: Page) {
    this.page = page;
  }
  async click(what: Locator): Promise<void> {
    await what.click();
    this.actions++;
  }
  /** Types where the focus is. */
  async type(text: string): Promise<void> {
    await this.page.keyboard.insertText(text);
    this.actions++;
  }
  async key(chord: string): Promise<void> {
    await this.page.keyboard.press(chord);
    this.actions++;
  }
  async choose(label: string, option: string): Promise<void> {
    await this.click(this.page.getByRole('combobox', { name: label }).first());
    await this.click(
      this.page
        .locator('.ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option')
        .filter({ hasText: option })
        .first(),
    );
  }
}

const MOST_ACTIONS = 60;

test('from the empty start page to a printed job sheet and test sheet in sixty actions', async ({ page }) => {
  const quiet = watch(page);
  await page.goto(SERVERS.empty);
  const hand = new Hand(page);

  await hand.click(page.getByRole('button', { name: 'New house' }).first());
  await expect(page.getByRole('textbox', { name: /What do you call it/ })).toBeFocused();
  await hand.type('Sedge End 60');
  await hand.key('Enter');

  // Two rooms, in one line each.
  await expect(page.locator('#room-line')).toBeFocused();
  await hand.type(`sewing room 11'2" x 13'7"`);
  await expect(page.getByText(/den, study, music, north wall 11 ft 2 in/i)).toBeVisible();
  const around = (legend: string, what: string) =>
    page.getByRole('group', { name: legend }).getByText(what, { exact: true });
  await hand.click(around('What is above the ceiling?', 'attic'));
  await hand.click(around('What is below the floor?', 'slab'));
  await hand.click(page.getByRole('button', { name: 'Add room' }));

  // Door, window, readings on two walls, three outlets, a switch and the light, wall after wall.
  await hand.click(page.locator('#tape-input'));
  await hand.type(
    'm 16 1/4 32 1/8 o 60@15; d 10 40 s 48@48 o 120@15; i 40 88@36 m 15 31; m 16 1/2 o 70@15 c 80',
  );
  await hand.key('Enter');
  await expect(page.locator('#tape-input')).toHaveValue('');
  await hand.click(page.getByLabel('Another room'));
  await hand.type('hall 4 x 14');
  await hand.key('Enter');

  // One breaker with its cables.
  await hand.click(page.getByRole('link', { name: 'Panel' }));
  await hand.click(page.getByRole('button', { name: 'Add the panel' }));
  await hand.click(page.getByLabel('Or type it as the directory has it'));
  await hand.type('7 15 sewing room');
  await hand.key('Enter');
  await hand.click(page.getByRole('checkbox', { name: 'Tested: turns this circuit off' }));
  await hand.click(page.getByRole('link', { name: 'Outlets and cables' }));
  await hand.choose('Their size', '14 AWG');
  await hand.click(page.getByRole('button', { name: 'Chain all 5 on this breaker' }));
  await expect(page.getByRole('button', { name: 'Chain all 5 on this breaker' })).toHaveCount(0);

  // The job: an outlet under the window, a sconce with its own switch.
  await hand.click(page.getByRole('link', { name: 'Jobs' }));
  await hand.click(page.getByRole('button', { name: 'New job' }));
  await expect(page.getByRole('textbox', { name: 'What is wanted?' })).toBeFocused();
  await hand.type('Outlet under the window, light over the machine');
  await hand.key('Enter');
  await hand.click(page.getByLabel(/^Or type it: what, which wall/));
  await hand.type('outlet south 64; light west 100@66 switched');
  await hand.key('Enter');
  await expect(page.getByRole('button', { name: /^new 3/ }).first()).toBeVisible();

  // Every mark seen.
  await page.locator('#want-line').blur();
  for (const mark of '23456789') {
    await hand.key(mark);
    await expect(page.locator(`.workspace[data-mark]`)).toBeVisible();
  }
  await expect(page).toHaveURL(/\/prove$/);

  // On paper.
  await saved(page);
  await hand.click(page.getByRole('button', { name: 'Print', exact: true }).first());
  const link = page.getByRole('link', { name: /^Open/ });
  const pdf = await page.request.get(`${SERVERS.empty}${(await link.getAttribute('href')) ?? ''}`);
  hand.actions++;
  expect(pdf.headers()['content-type']).toContain('application/pdf');
  expect((await pdf.body()).length).toBeGreaterThan(20_000);

  test.info().annotations.push({ type: 'actions', description: String(hand.actions) });
  expect(hand.actions).toBeLessThanOrEqual(MOST_ACTIONS);
  quiet();
});

/** The same by keys alone: Tab to what the screen says, then what a person would press there. */
class Keys {
  readonly page: Page;
  constructor(page: Page) {
    this.page = page;
  }
  press(key: string): Promise<void> {
    return this.page.keyboard.press(key);
  }
  type(text: string): Promise<void> {
    return this.page.keyboard.insertText(text);
  }
  /** Tabs until it has the focus; the focus is seen wherever it is. */
  async reach(what: Locator, step: 'Tab' | 'Shift+Tab' = 'Tab'): Promise<void> {
    await what.waitFor({ state: 'attached' });
    for (let i = 0; i < 120; i++) {
      if (await what.evaluate((e) => e === document.activeElement || e.contains(document.activeElement))) {
        expect(await this.#seen()).toBe(true);
        return;
      }
      await this.press(step);
    }
    throw new Error('it is not reached by Tab');
  }
  async enter(what: Locator, step?: 'Tab' | 'Shift+Tab'): Promise<void> {
    await this.reach(what, step);
    await this.press('Enter');
  }
  /** Is there an outline, a ring or a border around what has the focus, or around what holds it? */
  #seen(): Promise<boolean> {
    return this.page.evaluate(() => {
      const drawn = (e: Element) => {
        const { outlineStyle, outlineWidth, boxShadow } = getComputedStyle(e);
        return (outlineStyle !== 'none' && parseFloat(outlineWidth) > 0) || boxShadow !== 'none';
      };
      for (let e = document.activeElement, up = 0; e && up < 4; e = e.parentElement, up++)
        if (drawn(e)) return true;
      return false;
    });
  }
}

test('the same job without a mouse', async ({ page }) => {
  const quiet = watch(page);
  await page.goto(SERVERS.empty);
  const keys = new Keys(page);

  await keys.enter(page.getByRole('button', { name: 'New house' }).first());
  await expect(page.getByRole('textbox', { name: /What do you call it/ })).toBeFocused();
  await keys.type('Sedge End 61');
  await keys.press('Enter');

  await expect(page.locator('#room-line')).toBeFocused();
  await keys.type(`sewing room 11'2" x 13'7"`);
  await keys.reach(page.getByRole('radio', { name: 'attic' }));
  await keys.press('Space');
  await keys.reach(page.getByRole('radio', { name: 'slab' }));
  await keys.press('Space');
  await keys.enter(page.getByRole('button', { name: 'Add room' }), 'Shift+Tab');

  await keys.reach(page.locator('#tape-input'));
  await keys.type(
    'm 16 1/4 32 1/8 o 60@15; d 10 40 s 48@48 o 120@15; i 40 88@36 m 15 31; m 16 1/2 o 70@15 c 80',
  );
  await keys.press('Enter');
  await expect(page.locator('#tape-input')).toHaveValue('');
  await expect(page.locator('#tape-input')).toBeFocused();
  await keys.reach(page.getByLabel('Another room'), 'Shift+Tab');
  await keys.type('hall 4 x 14');
  await keys.press('Enter');

  await keys.enter(page.getByRole('link', { name: 'Panel' }), 'Shift+Tab');
  await keys.enter(page.getByRole('button', { name: 'Add the panel' }));
  await keys.reach(page.getByLabel('Or type it as the directory has it'));
  await keys.type('7 15 sewing room');
  await keys.press('Enter');
  await keys.reach(page.getByRole('checkbox', { name: 'Tested: turns this circuit off' }));
  await keys.press('Space');
  await expect(page.getByRole('checkbox', { name: 'Tested: turns this circuit off' })).toBeChecked();
  await keys.enter(page.getByRole('link', { name: 'Outlets and cables' }), 'Shift+Tab');
  await keys.reach(page.getByRole('combobox', { name: 'Their size' }));
  await keys.press('ArrowDown');
  await keys.press('ArrowDown');
  await keys.press('Enter');
  await keys.enter(page.getByRole('button', { name: 'Chain all 5 on this breaker' }));
  await expect(page.getByRole('button', { name: 'Chain all 5 on this breaker' })).toHaveCount(0);

  await keys.enter(page.getByRole('link', { name: 'Jobs' }), 'Shift+Tab');
  await keys.enter(page.getByRole('button', { name: 'New job' }));
  await expect(page.getByRole('textbox', { name: 'What is wanted?' })).toBeFocused();
  await keys.type('Outlet under the window, light over the machine');
  await keys.press('Enter');

  // The outlet is placed on the strip: by its typed distance, Escape leaves it, then a hair to the right by the arrows.
  await expect(page.getByRole('button', { name: 'Place an outlet' })).toBeVisible();
  await keys.press('n');
  await expect(page.locator('#placing-line')).toBeFocused();
  await keys.type('south 70@15');
  await expect(page.locator('.strip-live')).toContainText('70 in from the left corner');
  await keys.press('Escape');
  await expect(page.locator('#placing-line')).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^new 1,/ })).toHaveCount(0);
  await keys.press('n');
  await expect(page.locator('#placing-line')).toBeFocused();
  await keys.type('south 64@15');
  await keys.press('Enter');
  await expect(page.getByRole('button', { name: /^new 1,/ })).toBeFocused();
  await keys.press('Shift+ArrowRight');
  await expect(page.getByRole('button', { name: /^new 1, .*65 in/ })).toBeFocused();
  await keys.reach(page.locator('#want-line'));
  await keys.type('light west 100@66 switched');
  await keys.press('Enter');
  await expect(page.getByRole('button', { name: /^new 3/ }).first()).toBeVisible();

  await keys.press('Tab');
  for (const mark of '23456789') {
    await keys.press(mark);
    await expect(page.locator('.workspace[data-mark]')).toBeVisible();
  }
  await expect(page).toHaveURL(/\/prove$/);

  await saved(page);
  await keys.enter(page.getByRole('button', { name: 'Print', exact: true }).first(), 'Shift+Tab');
  const link = page.getByRole('link', { name: /^Open/ });
  await keys.reach(link);
  await keys.press('Escape');
  await expect(link).toHaveCount(0);
  // The focus comes back to where the drawer was opened from.
  await expect(page.getByRole('button', { name: 'Print', exact: true }).first()).toBeFocused();
  quiet();
});
