import { expect, test as plain, type Page } from '@playwright/test';
import { serversOf } from './servers.ts';

/** Servers of this worker's own, so that two workers never see each other's houses. */
export const SERVERS = serversOf(Number(process.env.TEST_PARALLEL_INDEX ?? 0));

/** A test whose plain paths go to the demo. */
export const test = plain.extend({ baseURL: SERVERS.demo });

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

/** The charts of mark Tap are one line until somebody asks for them. */
export const openCharts = (page: Page) => page.locator('.tap-charts > summary').click();
