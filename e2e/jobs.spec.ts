import { expect, type Locator, type Page } from '@playwright/test';
import { choose, saved, test, watch } from './help.ts';

/**
 * Jobs in the words of those who ask for them, typed through the screens from "New job" on. Every click, choice and typed field counts
 * as one action: a job may not need more than it is allowed here.
 */

/** Hands that count what they do. */
class Hands {
  actions = 0;
  readonly page: Page;
  constructor(page: Page) {
    this.page = page;
  }
  async press(name: string | RegExp, within: Page | Locator = this.page): Promise<void> {
    this.actions += 1;
    await within.getByRole('button', { name }).first().click();
  }
  async choose(label: string | RegExp, option: string | RegExp): Promise<void> {
    this.actions += 1;
    await choose(this.page, label, option);
  }
  /** One click on the strip, at a share of its width and height. */
  async pointAt(x: number, y: number): Promise<void> {
    this.actions += 1;
    const box = (await this.page.getByRole('group', { name: /unrolled/ }).boundingBox())!;
    await this.page.mouse.click(box.x + box.width * x, box.y + box.height * y);
  }
  async type(label: string, text: string): Promise<void> {
    this.actions += 1;
    const field = this.page.getByLabel(label).first();
    await field.fill(text);
    await field.press('Enter');
  }
  /** A change at a box that is there. */
  async change(
    point: string,
    kind: RegExp | string,
    ...more: (readonly [string, string | RegExp])[]
  ): Promise<void> {
    const open = this.page.getByRole('button', { name: 'Replace, enlarge, move or retire what is there' });
    if (await open.isVisible()) {
      this.actions += 1;
      await open.click();
    }
    await this.choose('Point', point);
    await this.choose('Change', kind);
    for (const [label, option] of more) await this.choose(label, option);
    await this.press('Add this change');
  }
}

/** A house of its own, as the demo's, with its panel measured; the job begins at its list of jobs. */
async function begin(page: Page, id: string, job: string): Promise<Hands> {
  const { document } = (await (await page.request.get('/api/houses/tamarack')).json()) as {
    document: { panels: { at?: object; spaces?: number }[] };
  };
  const at = { on: 'wall', wallId: 'hall-w4', xMm: 600, heightMm: 1500 };
  const panels = document.panels.map((p) => ({ ...p, at, spaces: 20 }));
  const made = await page.request.post('/api/houses', {
    data: { ...document, panels, id, name: `House ${id}` },
  });
  expect(made.ok()).toBe(true);
  await page.goto(`/houses/${id}/jobs`);
  const hands = new Hands(page);
  await hands.press('New job');
  hands.actions += 1;
  await page.getByRole('textbox', { name: 'What is wanted?' }).fill(job);
  await hands.press('Add job');
  await expect(page.getByRole('button', { name: 'Place an outlet' })).toBeVisible();
  return hands;
}

/** The plan stands: it was replayed, it has steps, and it took no more actions than that. */
async function done(hands: Hands, most: number, step: RegExp): Promise<void> {
  const { page } = hands;
  await saved(page);
  await expect(page.locator('.check', { hasText: 'Replaying' })).toHaveCount(0);
  await expect(
    page.locator('.check', { hasText: /This plan doesn’t work|No box here can feed|No cable route/ }),
  ).toHaveCount(0);
  expect(hands.actions).toBeLessThanOrEqual(most);
  await page.getByRole('link', { name: /Do$/ }).click();
  await expect(page.getByText(step).first()).toBeVisible();
}

test('she wants an outlet beside the chair', async ({ page }) => {
  const quiet = watch(page);
  const hands = await begin(page, 'jobs-1', 'An outlet beside the chair');
  await hands.press('Place an outlet');
  await hands.pointAt(0.8, 0.72);
  await done(hands, 5, /Wire new 1/);
  quiet();
});

test('the switch goes to the other side of the door, its old box stays as a blank', async ({ page }) => {
  const quiet = watch(page);
  const hands = await begin(page, 'jobs-2', 'Switch to the other side of the door');
  await hands.change('S1', /Move it/);
  await hands.type('From left corner', '10');
  await done(hands, 9, /S1/);
  quiet();
});

test('the hall outlet becomes a GFCI', async ({ page }) => {
  const quiet = watch(page);
  const hands = await begin(page, 'jobs-3', 'A GFCI in the hall');
  await hands.change('H1', /Replace/, ['With', /GFCI receptacle/]);
  await done(hands, 8, /H1/);
  quiet();
});

test('a switch beside the outlet R3, and with it a new ceiling light', async ({ page }) => {
  const quiet = watch(page);
  const hands = await begin(page, 'jobs-4', 'A light of its own over the reading corner');
  await hands.change('R3', /Enlarge/, ['For another', 'switch']);
  await hands.press('Place a light');
  await hands.press('Middle of the ceiling');
  await hands.choose('Switched by', /R3/);
  await done(hands, 12, /R3/);
  quiet();
});

test('the hall light gets a dimmer', async ({ page }) => {
  const quiet = watch(page);
  const hands = await begin(page, 'jobs-5', 'A dimmer in the hall');
  await hands.change('S2', /Replace/, ['With', 'dimmer']);
  await done(hands, 8, /S2/);
  quiet();
});

test('nobody uses R3 any more: it goes, and its cable with it', async ({ page }) => {
  const quiet = watch(page);
  const hands = await begin(page, 'jobs-6', 'R3 goes');
  await hands.change('R3', /Retire/);
  await done(hands, 7, /R3/);
  quiet();
});

test('a ceiling fan that is always on, its light on the switch by the door', async ({ page }) => {
  const quiet = watch(page);
  const hands = await begin(page, 'jobs-7', 'A fan');
  await hands.press('Place a fan');
  await hands.press('Middle of the ceiling');
  await hands.choose('Switched by', /S1/);
  await hands.choose('The switch controls', /The light; the fan is always hot/);
  await done(hands, 8, /Wire new 1/);
  quiet();
});

test('a welder needs 240 V: a circuit of its own from the panel', async ({ page }) => {
  const quiet = watch(page);
  const hands = await begin(page, 'jobs-8', 'Outlet for the welder');
  await hands.press('Place an outlet');
  await hands.pointAt(0.8, 0.72);
  await hands.choose(/^Plug$/, /6-50/);
  await done(hands, 6, /breaker/);
  quiet();
});

test('half of the new outlet goes on the hall switch', async ({ page }) => {
  const quiet = watch(page);
  const hands = await begin(page, 'jobs-9', 'A lamp outlet');
  await hands.press('Place an outlet');
  await hands.pointAt(0.8, 0.72);
  await hands.choose('Switched by', /S2/);
  await hands.choose('The switch controls', 'The lower outlet only');
  await done(hands, 8, /Wire new 1/);
  quiet();
});

test('two new lights and the switch they hang on', async ({ page }) => {
  const quiet = watch(page);
  const hands = await begin(page, 'jobs-10', 'Lights over the desk');
  await hands.press('Place a light');
  await hands.press('Middle of the ceiling');
  await hands.press('Add a switch beside the door');
  await done(hands, 6, /Wire/);
  quiet();
});

test('a second switch for the light, on the other side of the room', async ({ page }) => {
  const quiet = watch(page);
  const hands = await begin(page, 'jobs-11', 'Switch at the other door');
  await hands.press('Place a switch');
  await hands.pointAt(0.8, 0.5);
  await hands.choose('Works together with', /S1/);
  await done(hands, 6, /Replace the device at S1 with a three-way switch/);
  quiet();
});

test('R3 comes up to desk height, with the cables that are in it', async ({ page }) => {
  const quiet = watch(page);
  const hands = await begin(page, 'jobs-12', 'R3 to desk height');
  await hands.change('R3', /Move it/);
  await hands.type('From left corner', '22 in');
  await hands.type('Center, above floor', '2 ft 6 in');
  await hands.type('Its cables pull over by', '3 ft');
  await done(hands, 11, /draw its cables over/);
  quiet();
});
