import { expect, type Page } from '@playwright/test';
import { jpegWithPlace } from '../core/src/testing/picture.ts';
import { asShipped, faults, saved, SERVERS, test, watch } from './help.ts';

/** Photos of a job: smaller, without the place, with the server as soon as it can be reached. */

test.beforeEach(() => asShipped());

/** A picture as large as a camera makes it, drawn by the browser itself. */
const drawn = async (page: Page, width: number, height: number): Promise<Buffer> =>
  Buffer.from(
    await page.evaluate(
      async ([w, h]) => {
        const canvas = document.createElement('canvas');
        canvas.width = w;
        canvas.height = h;
        const pen = canvas.getContext('2d')!;
        for (let i = 0; i < 400; i++) {
          pen.fillStyle = `hsl(${(i * 47) % 360} 60% 50%)`;
          pen.fillRect((i * 379) % w, (i * 613) % h, w / 5, h / 7);
        }
        const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', 0.95));
        const bytes = new Uint8Array(await blob!.arrayBuffer());
        return Array.from(bytes);
      },
      [width, height] as const,
    ),
  );
const add = (page: Page, ...files: { name: string; buffer: Buffer }[]) =>
  page
    .getByLabel('Add photos', { exact: true })
    .first()
    .setInputFiles(files.map((f) => ({ ...f, mimeType: 'image/jpeg' })));
const onServer = async (id: string) => fetch(`${SERVERS.demo}/api/jobs/keyboard/photos/${id}`);
const idsOf = async (): Promise<string[]> => {
  const job = (await (await fetch(`${SERVERS.demo}/api/jobs/keyboard`)).json()) as {
    document: { photos?: { id: string }[] };
  };
  return (job.document.photos ?? []).map((p) => p.id);
};

test('a photo is made smaller, tells nothing of its place, gets a caption, and goes with undo', async ({
  page,
}) => {
  const quiet = watch(page);
  await page.goto('/houses/tamarack/jobs/keyboard/do');
  await add(
    page,
    { name: 'wall.jpg', buffer: await drawn(page, 4000, 3000) },
    { name: 'box.jpg', buffer: Buffer.from(jpegWithPlace()) },
  );
  const photos = page.locator('.step-card').getByRole('region', { name: 'Photos' });
  await expect(photos.getByRole('img')).toHaveCount(2);
  await expect(photos.getByText('not saved on the server yet')).toHaveCount(0);
  await saved(page);
  const [wall, box] = await idsOf();
  const kept = Buffer.from(await (await onServer(wall!)).arrayBuffer());
  expect(kept.length).toBeLessThan(1_500_000);
  const size = await page.evaluate(async (id) => {
    const picture = await createImageBitmap(await (await fetch(`/api/jobs/keyboard/photos/${id}`)).blob());
    return [picture.width, picture.height];
  }, wall!);
  expect(size).toEqual([1600, 1200]);
  expect(Buffer.from(await (await onServer(box!)).arrayBuffer()).toString('latin1')).not.toContain('Exif');
  await photos
    .getByRole('button', { name: /^Photo/ })
    .first()
    .click();
  const window = page.getByRole('dialog');
  await window.getByLabel('What it shows').fill('West bay, before it was closed');
  await window.getByLabel('What it shows').blur();
  await expect(window.getByRole('img', { name: 'West bay, before it was closed' })).toBeVisible();
  expect(await faults(page)).toEqual([]);
  await window.getByRole('button', { name: 'Remove from the job' }).click();
  await expect(photos.getByRole('img')).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(photos.getByRole('img', { name: 'West bay, before it was closed' })).toBeVisible();
  // Nothing that is no picture is taken for one.
  await add(page, { name: 'notes.jpg', buffer: Buffer.from('hello') });
  await expect(page.getByText('can’t read that file as a picture')).toBeVisible();
  await page.goto('/houses/tamarack/jobs/keyboard/prove');
  await expect(page.getByRole('region', { name: 'Photos' }).getByRole('img')).toHaveCount(2);
  expect(await faults(page)).toEqual([]);
  await page.setViewportSize({ width: 390, height: 844 });
  await expect(page.getByRole('region', { name: 'Photos' }).getByRole('img').first()).toBeVisible();
  quiet();
});

test('photos taken without a server wait on the device, over a reload, and go when it is back', async ({
  page,
}) => {
  await page.goto('/houses/tamarack/jobs/keyboard/do');
  await expect(page.getByRole('button', { name: 'Add photos' })).toBeVisible();
  const refuse = '**/api/jobs/*/photos/*';
  await page.route(refuse, (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await add(page, { name: 'wall.jpg', buffer: await drawn(page, 800, 600) });
  const photos = page.locator('.step-card').getByRole('region', { name: 'Photos' });
  await expect(photos.getByText('not saved on the server yet')).toBeVisible();
  await saved(page);
  const [id] = await idsOf();
  expect((await onServer(id!)).status).toBe(404);
  await page.reload();
  // It is shown from the device.
  await expect(photos.getByRole('img')).toHaveJSProperty('complete', true);
  await expect(photos.getByText('not saved on the server yet')).toBeVisible();
  await page.unroute(refuse);
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(photos.getByText('not saved on the server yet')).toHaveCount(0);
  expect((await onServer(id!)).status).toBe(200);
  await expect(photos.getByRole('img')).toHaveJSProperty('naturalWidth', 800);
});
