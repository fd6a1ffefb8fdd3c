import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test, type Page } from '@playwright/test';
import { at } from './servers.ts';

/** Away from the desk: the server is really gone, and comes back. It is one of this test's own. */

test.use({ serviceWorkers: 'allow' });

const root = fileURLToPath(new URL('..', import.meta.url));

const freePort = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() =>
        typeof address === 'object' && address ? resolve(address.port) : reject(new Error()),
      );
    });
  });

class Server {
  #child: ChildProcess | null = null;
  readonly port: number;
  readonly #data = mkdtempSync(join(tmpdir(), 'elwand-away-'));
  constructor(port: number) {
    this.port = port;
  }
  async start(): Promise<void> {
    this.#child = spawn('node', ['server/bundle/main.js'], {
      cwd: root,
      stdio: 'ignore',
      env: {
        ...process.env,
        PORT: String(this.port),
        DEMO: '1',
        WEB_DIR: 'web/dist/app',
        DATA_DIR: this.#data,
        LOG_LEVEL: 'silent',
      },
    });
    await expect
      .poll(() =>
        fetch(`${at(this.port)}/api/health`).then(
          (a) => a.ok,
          () => false,
        ),
      )
      .toBe(true);
  }
  async stop(): Promise<void> {
    const child = this.#child;
    this.#child = null;
    if (!child || child.exitCode !== null) return;
    const over = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    await over;
  }
}

let server: Server;
test.beforeEach(async () => {
  server = new Server(await freePort());
  await server.start();
});
test.afterEach(() => server.stop());

const JOB = '/houses/tamarack/jobs/keyboard';
const line = (page: Page) => page.locator('[data-save]');

/** Opens the job until this device keeps everything of it: the application, both documents, the usual sheets. */
async function opened(page: Page): Promise<void> {
  await page.goto(`${at(server.port)}${JOB}/want`);
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await page.reload();
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  await expect(page.getByRole('button', { name: /^new 1,/ })).toBeVisible();
  await expect
    .poll(() =>
      page.evaluate(async () => {
        const kept = await Promise.all(
          ['elwand-documents', 'elwand-sheets'].map(async (name) =>
            (await (await caches.open(name)).keys()).map((r) => new URL(r.url).pathname),
          ),
        );
        return kept.flat().sort();
      }),
    )
    .toEqual(
      expect.arrayContaining(['/api/houses/tamarack', '/api/jobs/keyboard', '/api/jobs/keyboard/sheets.pdf']),
    );
}

test('a job that was opened goes on without the server, and is saved when it is back', async ({ page }) => {
  await opened(page);
  await page.getByLabel('Name', { exact: true }).first().fill('before');
  await page.getByLabel('Name', { exact: true }).first().press('Enter');
  await expect(line(page)).toHaveAttribute('data-save', 'saved');
  await server.stop();

  // A fresh load from this device: what was saved last is there, and the page says where it has it from.
  await page.reload();
  await expect(page.getByRole('button', { name: /^before,/ })).toBeVisible();
  await expect(line(page)).toContainText('Offline');
  for (const [key, mark] of [...'23456789'].entries()) {
    await page.keyboard.press(mark);
    await expect(page.locator('.workspace')).toHaveAttribute(
      'data-mark',
      ['site', 'feed', 'tap', 'run', 'wire', 'buy', 'do', 'prove'][key] ?? '',
    );
  }
  await expect(page.getByText(/^0 of \d+ as expected/)).toBeVisible();

  // What is done without it is kept here, through a reload.
  await page.getByRole('link', { name: /Want$/ }).click();
  await page.getByLabel('Name', { exact: true }).first().fill('while away');
  await page.getByLabel('Name', { exact: true }).first().press('Enter');
  await expect(line(page)).toHaveAttribute('data-save', 'away');
  await expect(line(page)).toContainText('Saved on this device');
  await page.reload();
  await expect(page.getByRole('button', { name: /^while away,/ })).toBeVisible();

  // The sheets as they were printed last.
  await page.getByRole('button', { name: 'Print', exact: true }).first().click();
  await expect(page.getByText(/the sheets as they were last printed/)).toBeVisible();
  const sheets = (await page.getByRole('link', { name: /^Open/ }).getAttribute('href')) ?? '';
  expect(
    await page.evaluate(async (href) => (await fetch(href)).headers.get('content-type'), sheets),
  ).toContain('application/pdf');
  await page.getByRole('checkbox', { name: /^Shopping/ }).check();
  await expect(page.getByText(/keeps only the usual sheets/)).toBeVisible();
  await page.keyboard.press('Escape');

  await server.start();
  await expect(line(page)).toHaveAttribute('data-save', 'saved');
  await expect(line(page)).not.toContainText('Offline');
  const answer = (await (await fetch(`${at(server.port)}/api/jobs/keyboard`)).json()) as {
    document: { wants: { label: string }[] };
  };
  expect(answer.document.wants.map((w) => w.label)).toContain('while away');
});

test('what somebody else saved meanwhile is asked about, and neither is lost', async ({ page }) => {
  await opened(page);
  await server.stop();
  await page.getByLabel('Name', { exact: true }).first().fill('mine');
  await page.getByLabel('Name', { exact: true }).first().press('Enter');
  await expect(line(page)).toHaveAttribute('data-save', 'away');
  // The page stays cut off until somebody else has saved.
  await page.context().setOffline(true);
  await server.start();
  const job = `${at(server.port)}/api/jobs/keyboard`;
  const theirs = (await (await fetch(job)).json()) as { version: number; document: { note: string } };
  const saved = await fetch(job, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json', 'If-Match': `"${theirs.version}"` },
    body: JSON.stringify({ ...theirs.document, note: 'theirs' }),
  });
  expect(saved.status).toBe(200);
  await page.context().setOffline(false);
  await expect(line(page)).toHaveAttribute('data-save', 'conflict');
  await page.getByRole('button', { name: /^Keep mine/ }).click();
  await expect(line(page)).toHaveAttribute('data-save', 'saved');
  const after = (await (await fetch(job)).json()) as { document: { wants: { label: string }[] } };
  expect(after.document.wants.map((w) => w.label)).toContain('mine');
});

test('it can be installed', async ({ page }) => {
  await page.goto(at(server.port));
  const href = await page.locator('link[rel="manifest"]').getAttribute('href');
  const manifest = (await (await page.request.get(`${at(server.port)}${href ?? ''}`)).json()) as {
    name: string;
    display: string;
    icons: { src: string; sizes: string }[];
  };
  expect(manifest).toMatchObject({ name: 'Elwand', display: 'standalone' });
  for (const { src } of manifest.icons)
    expect((await page.request.get(`${at(server.port)}${src}`)).status()).toBe(200);
});
