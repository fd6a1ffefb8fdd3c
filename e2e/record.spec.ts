import { expect } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { RecordFile } from '@elwand/core';
import { faults, saved, test, watch } from './help.ts';

/** Signing off: house and job at once, the record that stays, and the way back. */

test('a sign-off is saved in one piece, keeps a record for the inspector, and can be undone', async ({
  page,
}) => {
  const quiet = watch(page);
  const puts: string[] = [];
  page.on('request', (r) => {
    if (r.method() === 'PUT') puts.push(new URL(r.url()).pathname);
  });
  const points = async () =>
    ((await (await page.request.get('/api/houses/tamarack')).json()) as { document: { points: unknown[] } })
      .document.points.length;
  const before = await points();
  await page.goto('/houses/tamarack/jobs/aquarium/prove');
  await page.getByText('Permit and inspections').click();
  await page.getByLabel('Permit number').fill('E-1207');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Add an inspection' }).click();
  await page.getByLabel('Date').fill('2026-11-20');
  await page.getByRole('button', { name: 'Sign off' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox', { name: 'Name', exact: true }).fill('Wilma Tester');
  await dialog.getByRole('textbox', { name: /^Reason/ }).fill('The electrician tests it on Monday');
  await dialog.getByRole('button', { name: /^Sign off/ }).click();
  await expect(page.getByRole('heading', { name: /Signed off .*Wilma Tester/ })).toBeVisible();
  await saved(page);
  expect(puts).toContain('/api/jobs/aquarium/with-house');
  expect(await points()).toBe(before + 1);
  const boxes = page.getByRole('region', { name: 'Boxes' });
  await expect(boxes.getByRole('rowheader', { name: 'J1' })).toBeVisible();
  await expect(boxes).toContainText('10.0 cu in needed, 20.3 cu in available');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as JSON' }).click(),
  ]);
  const record = RecordFile.parse(JSON.parse(readFileSync(await file.path(), 'utf8')));
  expect(record.permit?.inspections[0]?.on).toBe('2026-11-20');
  expect(record.record.built?.boxes.length).toBeGreaterThan(1);
  await page.getByRole('button', { name: 'Print record' }).click();
  await expect(page.getByRole('dialog').getByRole('checkbox', { name: /^Record/ })).toBeChecked();
  const pdf = await page.request.get('/api/jobs/aquarium/sheets.pdf?sheets=record');
  expect(pdf.headers()['content-type']).toContain('pdf');
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  expect(await faults(page)).toEqual([]);
  // Read again from the server, it still can be taken back.
  await page.reload();
  await page.getByRole('button', { name: 'Undo sign-off' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Undo sign-off' }).click();
  await expect(page.getByRole('heading', { name: /^Test sheet/ })).toBeVisible();
  await saved(page);
  expect(await points()).toBe(before);
  await page.reload();
  await expect(page.getByRole('heading', { name: /^Test sheet/ })).toBeVisible();
  quiet();
});
