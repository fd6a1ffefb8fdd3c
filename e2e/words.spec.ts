import { expect, type Page } from '@playwright/test';
import type { Job, StripLight } from '@elwand/core';
import { SERVERS, still, test, visit } from './help.ts';

/**
 * Every screen in the test language, in which each letter that a catalog wrote is struck out. What can still be read came from
 * somewhere else, and must be somebody's own words, a unit, a citation, or a name that every language uses.
 */

/** Sizes, units and types of products, the same in every language; days and months are the browser’s; `or` and `and` are joined in by the language's own list format. */
const ANYWHERE =
  /\b(Elwand|or|and|AWG|NM-B|UF-B|MC|AC|EMT|PVC|LFMC|LFNC|FMC|THWN|THHN|GFCI|AFCI|LINE|LOAD|VA|kW|kVA|kB|MB|mV|OL|Cu|Al|lb|kg|in|ft|cu|sq|mm|cm|min|h|s|A|V|W|ohm|kft|AM|PM|DXF|SVG|CSV|Ctrl|Shift|Page|Up|Down|Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec|Mon|Tue|Wed|Thu|Fri|Sat|Sun|OK)\b/g;
/** Citations: the publications are in English. */
const CITED = /\b(NEC|UL|IRC|ICEA|OSHA|US federal|Article)\b[^;¤]*/g;
/** What the component library says of its own parts, in its own locale; the application names every field itself. */
const LIBRARY =
  /^(up|Close|Cancel|Increase Value|Decrease Value|down|close|close-circle|more|loading|search|right|left|ellipsis)$/;

/** Everything that a person sees, or hears from a screen reader. */
const said = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT | NodeFilter.SHOW_ELEMENT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      if (node instanceof Element) {
        for (const a of ['aria-label', 'title', 'placeholder', 'alt', 'aria-valuetext', 'data-name'])
          if (node.hasAttribute(a)) found.push(node.getAttribute(a) ?? '');
        // What a choice stands for is not what is read of it.
        const chosen = node instanceof HTMLInputElement && /^(?:radio|checkbox)$/.test(node.type);
        if (!chosen && (node instanceof HTMLInputElement || node instanceof HTMLTextAreaElement))
          found.push(node.value);
      } else if (!['SCRIPT', 'STYLE', 'CODE', 'KBD'].includes(node.parentElement?.tagName ?? ''))
        found.push(node.textContent ?? '');
    }
    return found;
  });

/** Every word that somebody typed into the demo. */
async function typed(page: Page): Promise<ReadonlySet<string>> {
  const words = new Set<string>();
  const take = (value: unknown): void => {
    if (typeof value === 'string')
      for (const w of value.match(/[A-Za-z]+/g) ?? []) words.add(w.toLowerCase());
    else if (typeof value === 'object' && value !== null) Object.values(value).forEach(take);
  };
  const get = async (path: string) => (await page.request.get(`/api${path}`)).json() as Promise<unknown>;
  const houses = (await get('/houses')) as { id: string; jobs: { id: string }[] }[];
  for (const h of houses) {
    take(await get(`/houses/${h.id}`));
    for (const j of h.jobs) take(await get(`/jobs/${j.id}`));
  }
  return words;
}

const HOUSE = ['rooms', 'points', 'panel', 'jobs', 'local', 'supplies', 'history'].map(
  (t) => `/houses/tamarack/${t}`,
);
const MARKS = ['want', 'site', 'feed', 'tap', 'run', 'wire', 'buy', 'do', 'prove'];
const SCREENS = [
  '/',
  '/sums',
  '/sums/voltage-drop',
  '/rules',
  ...['dead', 'breaker', 'box', 'switch-loop', 'line-load', 'fill', 'fault'].map((d) => `/practice/${d}`),
  '/nowhere',
  ...HOUSE,
  ...MARKS.map((m) => `/houses/quarry/jobs/freezer/${m}`),
  ...['want', 'tap', 'do', 'prove'].map((m) => `/houses/tamarack/jobs/aquarium/${m}`),
];

async function readable(page: Page, own: ReadonlySet<string>): Promise<string[]> {
  const left = (await said(page)).filter((text) => {
    if (LIBRARY.test(text.trim())) return false;
    const bare = text.replaceAll(CITED, '').replaceAll(ANYWHERE, '');
    return (bare.match(/[A-Za-z]{2,}/g) ?? []).some((w) => !own.has(w.toLowerCase()));
  });
  return [...new Set(left)].map((t) => t.slice(0, 120));
}

/** Opens what is folded away. */
async function unfold(page: Page): Promise<void> {
  await page.evaluate(() => document.querySelectorAll('details').forEach((d) => (d.open = true)));
}

test.use({ baseURL: SERVERS.words });

/** Strip lighting in the demo’s freezer job: what few jobs have is looked at, too. */
test.beforeEach(async ({ request: at }) => {
  const { document, version } = (await (await at.get('/api/jobs/freezer')).json()) as {
    document: Job;
    version: number;
  };
  const wallId = 'pottery-w2' as StripLight['pieces'][number]['wallId'];
  const strip: StripLight = {
    id: 'shelf' as StripLight['id'],
    label: 'Shelf',
    kind: 'bright',
    volts: 12,
    widthMm: 10,
    wires: 2,
    corners: 'jumper',
    channel: 'surface',
    dimming: 'pwm',
    pieces: [
      { id: 'a' as StripLight['id'], wallId, leftMm: 100, rightMm: 2600, heightMm: 1500, zone: 1 },
      { id: 'b' as StripLight['id'], wallId, leftMm: 2700, rightMm: 2990, heightMm: 1500, zone: 1 },
    ],
    driver: { wallId, xMm: 100, heightMm: 1500, spot: 'hidden', connection: 'cord' },
  };
  const saved = await at.put('/api/jobs/freezer', {
    headers: { 'If-Match': `"${version}"` },
    data: { ...document, strips: [strip] },
  });
  expect(saved.ok()).toBe(true);
});

test('every screen speaks from the catalogs', async ({ page }) => {
  await page.goto('/');
  const own = await typed(page);
  const wrong: Record<string, string[]> = {};
  for (const path of SCREENS) {
    if (new URL(page.url()).pathname !== path) await visit(page, path);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await unfold(page);
    await still(page);
    const left = await readable(page, own);
    if (left.length > 0) wrong[path] = left;
  }
  expect(wrong).toEqual({});
});

test('so do lists of choices, windows and drawers', async ({ page }) => {
  await page.goto('/');
  const own = await typed(page);
  const wrong: Record<string, string[]> = {};
  const look = async (where: string) => {
    await page.waitForTimeout(250);
    const left = await readable(page, own);
    if (left.length > 0) wrong[where] = left;
  };
  await page.locator('header > .ant-btn').last().click();
  await look('start: a new house');
  await page.keyboard.press('Escape');
  for (const path of [
    '/houses/tamarack/rooms',
    '/houses/tamarack/points',
    '/houses/tamarack/panel',
    '/houses/quarry/jobs/freezer/want',
  ]) {
    await page.goto(path);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await page.waitForLoadState('networkidle');
    await unfold(page);
    const choices = page.locator('main .ant-select:visible');
    const count = Math.min(await choices.count(), 40);
    for (let i = 0; i < count; i++) {
      await choices.nth(i).click();
      await look(`${path}, choice ${i}`);
      await page.keyboard.press('Escape');
    }
  }
  const job = async () => {
    await page.goto(`/houses/quarry/jobs/freezer/run`);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await page.waitForLoadState('networkidle');
  };
  // Job preferences, the history of the job, what to print; each from a fresh page, so that none is in the way of the next.
  for (const i of [1, 2, 3]) {
    await job();
    await page.locator('.topbar > button').nth(i).click();
    await expect(page.getByRole('dialog')).toBeVisible();
    await page.waitForLoadState('networkidle');
    await look(`drawer ${i}`);
  }
  // Hunting a breaker, reading a box, finding a fault; the test bench; the calendar.
  for (const [mark, buttons] of [
    ['feed', '.feed-page .row > .ant-btn'],
    ['wire', '.section > .row > .ant-btn'],
    ['do', '.section > .row > .ant-btn'],
  ] as const) {
    const count = mark === 'feed' ? 3 : 1;
    for (let i = 0; i < count; i++) {
      await page.goto(`/houses/quarry/jobs/freezer/${mark}`);
      await page.locator(buttons).nth(i).click();
      await expect(page.getByRole('dialog')).toBeVisible();
      await page.waitForLoadState('networkidle');
      await unfold(page);
      await look(`${mark}, drawer ${i}`);
    }
  }
  // What was different, each kind of it; all jobs on one calendar.
  await page.goto('/houses/tamarack/jobs/keyboard/do');
  await page.locator('.step-list button').nth(12).click();
  await page.locator('.step-card .big-button').nth(1).click();
  const kinds = page.getByRole('dialog').locator('.pick');
  await expect(kinds.first()).toBeVisible();
  for (let i = 0; i < (await kinds.count()); i++) {
    await kinds.nth(i).click();
    await page.waitForLoadState('networkidle');
    await look(`different, ${i}`);
  }
  await page.goto('/houses/tamarack/jobs');
  await page.locator('main .row > .ant-btn').nth(1).click();
  await expect(page.locator('.calendar-picture')).toBeVisible();
  await look('all jobs');
  await job();
  await page.keyboard.press('?');
  await look('keys');
  expect(wrong).toEqual({});
});

test('on a phone, too', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/');
  const own = await typed(page);
  for (const m of ['want', 'do', 'prove']) {
    await page.goto(`/houses/tamarack/jobs/aquarium/${m}`);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await page.waitForLoadState('networkidle');
    // The keypad of the dead test comes with its step, the sixth.
    if (m === 'do') await page.locator('.step-list button').nth(5).click();
    await unfold(page);
    expect(await readable(page, own)).toEqual([]);
  }
});
