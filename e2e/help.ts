import { expect, test as plain, type Page } from '@playwright/test';
import { at, served, type Served } from './servers.ts';

/** A test with servers of its worker's own, so that two workers never see each other's houses; plain paths go to the demo. */
export const test = plain.extend<object, { servers: Served<string> }>({
  servers: [
    // Playwright reads what a fixture needs from this pattern.
    // eslint-disable-next-line no-empty-pattern
    async ({}, use, info) => {
      const { demo, empty, words } = served(info.parallelIndex);
      await use({ demo: at(demo), empty: at(empty), words: at(words) });
    },
    { scope: 'worker' },
  ],
  baseURL: ({ servers }, use) => use(servers.demo),
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
