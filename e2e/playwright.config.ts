import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { defineConfig } from '@playwright/test';

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
/** The gate picks ports that are free; by hand these are used. */
const PORT = Number(process.env.E2E_PORT ?? 4711);
const EMPTY_PORT = Number(process.env.E2E_EMPTY_PORT ?? 4712);
const WORDS_PORT = Number(process.env.E2E_WORDS_PORT ?? 4713);

/** Three servers: one with the demo, one with an empty database, one with the demo whose page speaks the test language. */
const server = (port: number, demo: '0' | '1', page = 'app') => ({
  command: 'node server/bundle/main.js',
  cwd: root,
  url: `http://127.0.0.1:${port}/api/health`,
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
  workers: 1,
  retries: 0,
  timeout: 90_000,
  expect: { timeout: 15_000 },
  ...(process.env.SHOTS === '1' ? {} : { testIgnore: 'shots.spec.ts' }),
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    // What slides and fades is in the way of a test on a slow machine, and no part of what is asked.
    contextOptions: { reducedMotion: 'reduce' },
    acceptDownloads: true,
    actionTimeout: 8_000,
    launchOptions: { executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args },
  },
  webServer: [server(PORT, '1'), server(EMPTY_PORT, '0'), server(WORDS_PORT, '1', 'test-language')],
});
