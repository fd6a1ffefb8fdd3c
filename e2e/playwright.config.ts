import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { defineConfig } from '@playwright/test';
import { at, served, WORKERS } from './servers.ts';

const root = fileURLToPath(new URL('..', import.meta.url));
const args = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
const server = (port: number, demo: '0' | '1', page = 'app') => ({
  command: 'node server/bundle/main.js',
  cwd: root,
  url: `${at(port)}/api/health`,
  reuseExistingServer: false,
  gracefulShutdown: { signal: 'SIGTERM' as const, timeout: 3000 },
  env: {
    PORT: String(port),
    DEMO: demo,
    WEB_DIR: `web/dist/${page}`,
    DATA_DIR: mkdtempSync(join(tmpdir(), 'elwand-e2e-')),
    LOG_LEVEL: 'error',
  },
});

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results/e2e',
  workers: WORKERS,
  retries: 0,
  // Nothing here is timed. These only end what would never come; a shared machine has taken eight
  // seconds to show a first page.
  timeout: 240_000,
  expect: { timeout: 40_000 },
  ...(process.env.SHOTS === '1' ? {} : { testIgnore: 'shots.spec.ts' }),
  use: {
    viewport: { width: 1280, height: 800 },
    // Tests that stand between the page and its server would not see what a service worker asks.
    serviceWorkers: 'block',
    // What slides and fades is in the way of a test on a slow machine, and no part of what is asked.
    contextOptions: { reducedMotion: 'reduce' },
    acceptDownloads: true,
    actionTimeout: 40_000,
    launchOptions: { executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args },
  },
  webServer: Array.from({ length: WORKERS }, (_, worker) => served(worker)).flatMap((own) => [
    server(own.demo, '1'),
    server(own.empty, '0'),
    server(own.words, '1', 'test-language'),
  ]),
});
