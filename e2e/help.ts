import { AxeBuilder } from '@axe-core/playwright';
import { expect, test as plain, type Page } from '@playwright/test';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import { serversOf } from './servers.ts';

/** Servers of this worker's own, so that two workers never see each other's houses. */
export const SERVERS = serversOf(Number(process.env.TEST_PARALLEL_INDEX ?? 0));

/** Puts a document of the demo back as it ships, whatever became of it. */
async function putBack(
  server: string,
  kind: 'houses' | 'jobs',
  document: { readonly id: string },
): Promise<void> {
  const headers = { 'Content-Type': 'application/json' };
  const body = JSON.stringify(document);
  const there = await fetch(`${server}/api/${kind}/${document.id}`);
  const answer = there.ok
    ? await fetch(`${server}/api/${kind}/${document.id}`, {
        method: 'PUT',
        headers: { ...headers, 'If-Match': `"${((await there.json()) as { version: number }).version}"` },
        body,
      })
    : await fetch(`${server}/api/${kind}`, { method: 'POST', headers, body });
  if (!answer.ok) throw new Error(`the demo was not put back: ${document.id}, ${answer.status}`);
}

/** The whole demo as it ships. */
export async function asShipped(server: string = SERVERS.demo): Promise<void> {
  for (const house of demoHouses()) await putBack(server, 'houses', house);
  for (const job of demoJobs()) await putBack(server, 'jobs', job);
}

let begun = '';
/** A test whose plain paths go to the demo, which every file of tests finds as it ships: which files came before is chance. */
export const test = plain.extend<{ demoAsShipped: void }>({
  baseURL: SERVERS.demo,
  demoAsShipped: [
    async ({ baseURL }, use, { file }) => {
      const server = baseURL ?? SERVERS.demo;
      if (file !== begun) {
        begun = file;
        await asShipped(server);
      }
      await use();
    },
    { auto: true },
  ],
});

/** Fails the test on anything the page complains about: errors, warnings of React, rejections nobody handled. */
export function watch(page: Page, allow: RegExp = /$^/): () => void {
  const heard: string[] = [];
  page.on('console', (m) => {
    if (m.type() === 'error' && !allow.test(m.text())) heard.push(m.text());
  });
  page.on('pageerror', (e) => heard.push(String(e)));
  return () => expect(heard).toEqual([]);
}

export const saved = (page: Page) =>
  expect(page.locator('[data-save]')).toHaveAttribute('data-save', 'saved');

/** Nothing on the page has changed for a quarter of a second, and nothing is on its way. */
export async function still(page: Page): Promise<void> {
  await page.waitForFunction(() => {
    const own = window as { seen?: string; since?: number };
    const now = document.body.innerHTML;
    const busy = document.querySelector('[aria-busy="true"]') !== null;
    if (busy || own.seen !== now) [own.seen, own.since] = [now, performance.now()];
    return performance.now() - (own.since ?? Infinity) > 250;
  });
}

/** Goes to another view as its links do, without loading the application again; and waits until it is all there. */
export async function visit(page: Page, path: string): Promise<void> {
  if (page.url() === 'about:blank') await page.goto(path);
  else {
    const shown = () => page.evaluate(() => document.querySelector('main')?.innerText ?? '');
    const before = await shown();
    await page.evaluate((to) => {
      history.pushState(null, '', to);
      dispatchEvent(new PopStateEvent('popstate', { state: null }));
    }, path);
    await expect.poll(shown).not.toBe(before);
  }
  await still(page);
}

/** Chooses from one of our select fields by its label. */
export async function choose(page: Page, label: string | RegExp, option: string | RegExp): Promise<void> {
  await page.getByRole('combobox', { name: label }).first().click();
  const options = page.locator(
    '.ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option',
  );
  await options
    .filter({
      hasText: typeof option === 'string' ? new RegExp(`^${option.replace(/[()]/g, '\\$&')}$`) : option,
    })
    .first()
    .click();
  await expect(page.locator('.ant-select-dropdown:not(.ant-select-dropdown-hidden)')).toHaveCount(0);
}

/** The charts of mark Tap are one line until somebody asks for them. */
export const openCharts = (page: Page) => page.locator('.tap-charts > summary').click();

/** What is said of a house, or of a room, is one line until somebody opens it. */
export const unfold = (page: Page, what: 'house' | 'room') =>
  page.locator(`.${what}-facts > summary`).click();

/** What is OK is one line until somebody opens it. */
export const openFine = (page: Page) => page.locator('.checks-fine > summary').first().click();

/** The first room of a house, by its line and by what is over and under it. */
export async function sketch(page: Page, line: string, above = 'attic', below = 'slab'): Promise<void> {
  await page.getByLabel('Name and sizes; the first is along the north wall').fill(line);
  const around = (legend: string, what: string) =>
    page.getByRole('group', { name: legend }).getByText(what, { exact: true }).click();
  await around('What is above the ceiling?', above);
  await around('What is below the floor?', below);
  await page.getByRole('button', { name: 'Add room' }).click();
}

/**
 * What a checker of accessibility finds serious on the page as it is, with the places. Only what is wrong is gathered, and in the
 * page itself, which has no frames: that is a third of the time.
 */
export const faults = async (page: Page, only?: 'colors'): Promise<string[]> =>
  (
    await new AxeBuilder({ page })
      .setLegacyMode(true)
      .options({
        resultTypes: ['violations'],
        preload: false,
        ...(only ? { runOnly: ['color-contrast'] } : {}),
      })
      .analyze()
  ).violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 160)).join(' | ')}`);
