import { expect } from '@playwright/test';
import { saved, test, watch } from './help.ts';

const JOB = '/houses/tamarack/jobs/keyboard';

test('what goes on paper is chosen, and opens as a PDF', async ({ page }) => {
  const quiet = watch(page);
  await page.goto(`${JOB}/want`);
  await saved(page);
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  const drawer = page.getByRole('dialog');
  await expect(drawer.getByRole('checkbox', { name: /^Job sheet/ })).toBeChecked();
  await expect(drawer.getByRole('checkbox', { name: /^Shopping list/ })).not.toBeChecked();
  await drawer.getByRole('checkbox', { name: /^Cut-outs/ }).check();
  await drawer.getByRole('radio', { name: 'A4' }).check();
  const open = drawer.getByRole('link', { name: 'Open 4 sheets as a PDF' });
  const href = (await open.getAttribute('href'))!;
  expect(href).toContain('sheets=job,boxes,tests,template&page=a4');
  const pdf = await page.request.get(href);
  expect(pdf.status()).toBe(200);
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  for (const name of [/^Job sheet/, /^Box sheets/, /^Test sheet/, /^Cut-outs/])
    await drawer.getByRole('checkbox', { name }).uncheck();
  await expect(drawer.getByText('Choose a sheet')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(drawer).toHaveCount(0);
  quiet();
});

test('each mark offers its own sheet first', async ({ page }) => {
  for (const [mark, name] of [
    ['buy', /^Shopping list/],
    ['prove', /^Test sheet/],
  ] as const) {
    await page.goto(`${JOB}/${mark}`);
    await page.getByRole('main').getByRole('button', { name: 'Print', exact: true }).click();
    const drawer = page.getByRole('dialog');
    await expect(drawer.getByRole('checkbox', { name })).toBeChecked();
    await expect(drawer.getByRole('checkbox', { checked: true })).toHaveCount(1);
    await page.keyboard.press('Escape');
  }
});

test('without a plan there is the panel directory', async ({ page }) => {
  const made = await page.request.get('/api/jobs/keyboard');
  const { document: job } = (await made.json()) as { document: object };
  const bare = { ...job, id: 'bare-print', name: 'Nothing yet', wants: [], changes: [] };
  await page.request.post('/api/jobs', { data: bare });
  await page.goto('/houses/tamarack/jobs/bare-print/want');
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  const drawer = page.getByRole('dialog');
  await expect(drawer.getByRole('status')).toHaveText(/There is no plan yet/);
  await expect(drawer.getByRole('checkbox', { name: /^Job sheet/ })).toBeDisabled();
  const href = await drawer.getByRole('link', { name: 'Open the PDF' }).getAttribute('href');
  expect((await page.request.get(href!)).status()).toBe(200);
});
