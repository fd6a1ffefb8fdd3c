import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser, type Page } from '@playwright/test';
import { writeBundle } from '@elwand/core';
import { largeHouse, largeJob } from '@elwand/core/demo';

/** What a person waits for: a job until its strip is drawn, a mark after another, its sheets; and frames while a point is dragged. */

const PORT = '4713';
const BASE = `http://127.0.0.1:${PORT}`;
/** A frame of a 60 Hz screen, and a little: later than this one was missed, ms. */
const FRAME_MS = 1000 / 60;
const LATE_MS = FRAME_MS * 1.5;
const STEPS = 240;

async function waitFor(url: string): Promise<void> {
  for (let i = 0; i < 100; i++) {
    if (
      await fetch(url).then(
        (r) => r.ok,
        () => false,
      )
    )
      return;
    await new Promise((done) => setTimeout(done, 100));
  }
  throw new Error('the server did not start');
}

interface Dragged {
  /** Times between frames, ms, sorted. */
  readonly gaps: readonly number[];
  /** How often placement and odds were shown anew, in a second. */
  readonly fresh: number;
}

/** The mouse goes to and fro with the point. */
async function drag(page: Page, path: string): Promise<Dragged> {
  await page.goto(`${BASE}${path}`);
  const point = page.locator('.strip-new').first();
  await point.waitFor();
  await page.waitForLoadState('networkidle');
  const box = await point.boundingBox();
  if (!box) throw new Error(`no wanted point at ${path}`);
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  // As text: what the runner makes of a function does not run in the page.
  await page.evaluate(
    'window.frames_ = []; (function next(t) { if (t) window.frames_.push(t); requestAnimationFrame(next); })();' +
      'window.fresh_ = 0; new MutationObserver(() => window.fresh_++).observe(document.querySelector(".strip-live"), { subtree: true, characterData: true, childList: true });',
  );
  for (let i = 0; i < STEPS; i++) await page.mouse.move(x + 60 * Math.sin(i / 12), y + 10 * Math.cos(i / 9));
  const times = await page.evaluate<number[]>('window.frames_');
  const fresh = await page.evaluate<number>('window.fresh_');
  await page.mouse.up();
  const gaps = times
    .slice(1)
    .map((t, i) => t - (times[i] ?? 0))
    .sort((a, b) => a - b);
  return { gaps, fresh: (1000 * fresh) / gaps.reduce((s, g) => s + g, 0) };
}

const OPENED = 15;
const median = (times: readonly number[]): number => [...times].sort((a, b) => a - b)[times.length >> 1] ?? 0;

/** From the address typed in a browser that was never here to the strip that is drawn, ms. */
async function opened(browser: Browser, path: string): Promise<number> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const start = performance.now();
  await page.goto(`${BASE}${path}`, { waitUntil: 'commit' });
  await page.locator('.strip-point').first().waitFor();
  const ms = performance.now() - start;
  await context.close();
  return ms;
}

const MARKS_SEEN = ['site', 'feed', 'tap', 'run', 'wire', 'buy', 'do', 'prove', 'want'] as const;

/** From the click on a mark to the frame that shows it, ms, as the page itself sees it. */
async function marks(page: Page, job: string): Promise<number[]> {
  await page.goto(`${BASE}${job}/want`);
  await page.locator('.strip-point').first().waitFor();
  await page.waitForLoadState('networkidle');
  const times: number[] = [];
  for (let round = 0; round < 4; round++)
    for (const mark of MARKS_SEEN) {
      const ms = await page.evaluate<number>(
        `new Promise((done) => {
          const start = performance.now();
          const shown = () => document.querySelector('.workspace')?.dataset.mark === ${JSON.stringify(mark)} && !document.querySelector('.waiting');
          const look = () => (shown() ? done(performance.now() - start) : requestAnimationFrame(look));
          document.querySelector(${JSON.stringify(`.rod a[href$="/${mark}"]`)}).click();
          requestAnimationFrame(() => requestAnimationFrame(look));
        })`,
      );
      // The first round fetches what the later ones have.
      if (round > 0) times.push(ms);
    }
  return times;
}

/** The usual sheets of the demo job, asked for as the page asks, ms. */
async function sheets(page: Page): Promise<number> {
  const start = performance.now();
  const answer = await page.request.get(`${BASE}/api/jobs/keyboard/sheets.pdf?sheets=job,boxes,tests`);
  if (!answer.ok()) throw new Error(`no sheets: ${answer.status()}`);
  await answer.body();
  return performance.now() - start;
}

/** A photo as large as phones make them, drawn by the browser itself: noise compresses badly. */
const HUGE_PHOTO = `new Promise((done) => {
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [5600, 4200];
  const pen = canvas.getContext('2d');
  const piece = pen.createImageData(700, 4200);
  for (let x = 0; x < 5600; x += 700) {
    let s = x + 1;
    for (let i = 0; i < piece.data.length; i++) piece.data[i] = i % 4 === 3 ? 255 : 96 + (((s = (s * 1103515245 + 12345) & 0x7fffffff) >> 16) & 63);
    pen.putImageData(piece, x, 0);
  }
  canvas.toBlob(async (blob) => {
    const reader = new FileReader();
    reader.onload = () => done(reader.result.split(',')[1]);
    reader.readAsDataURL(blob);
  }, 'image/jpeg', 0.93);
})`;

/** From a file that is chosen to its picture in the step, ms. */
async function photo(page: Page, job: string): Promise<{ ms: number; megabytes: number }> {
  await page.goto(`${BASE}${job}/do`);
  const buffer = Buffer.from(await page.evaluate<string>(HUGE_PHOTO), 'base64');
  const input = page.getByLabel('Add photos', { exact: true }).first();
  await page.waitForLoadState('networkidle');
  const start = performance.now();
  await input.setInputFiles({ name: 'wall.jpg', mimeType: 'image/jpeg', buffer });
  await page.locator('.step-card .photo-small').first().waitFor();
  return { ms: performance.now() - start, megabytes: buffer.length / 1e6 };
}

const server = spawn('node', ['server/bundle/main.js'], {
  env: {
    ...process.env,
    PORT,
    DEMO: '1',
    DATA_DIR: mkdtempSync(join(tmpdir(), 'elwand-screen-')),
    LOG_LEVEL: 'error',
  },
  stdio: 'inherit',
});
try {
  await waitFor(`${BASE}/api/health`);
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.request.post(`${BASE}/api/import`, {
    data: JSON.parse(writeBundle(largeHouse(15), [largeJob()])) as unknown,
  });
  const large = largeJob();
  const job = '/houses/tamarack/jobs/keyboard';
  const open: number[] = [];
  for (let i = 0; i < OPENED; i++) open.push(await opened(browser, `${job}/want`));
  console.log(`a job to its drawn strip: median ${median(open).toFixed(0)} ms of ${OPENED}`);
  const toMarks = await marks(page, job);
  console.log(
    `mark to mark: median ${median(toMarks).toFixed(0)} ms of ${toMarks.length}, slowest ${Math.max(...toMarks).toFixed(0)} ms`,
  );
  const pdf: number[] = [];
  for (let i = 0; i < 5; i++) pdf.push(await sheets(page));
  console.log(`the sheets of the demo job: median ${median(pdf).toFixed(0)} ms`);
  for (const [name, path] of [
    ['demo house', '/houses/tamarack/jobs/keyboard/want'],
    ['90 points, ways searched behind', `/houses/${large.houseId}/jobs/${large.id}/want`],
  ] as const) {
    const { gaps, fresh } = await drag(page, path);
    const at = (share: number) => (gaps[Math.floor(gaps.length * share)] ?? 0).toFixed(1);
    const late = gaps.filter((g) => g > LATE_MS).length;
    console.log(
      `${name}: ${gaps.length} frames, median ${at(0.5)} ms, nine in ten under ${at(0.9)} ms, ${((100 * late) / gaps.length).toFixed(0)} % late (a frame is ${FRAME_MS.toFixed(1)} ms); worked out anew ${fresh.toFixed(1)} times a second`,
    );
  }
  const huge = await photo(page, job);
  console.log(
    `a photo of ${huge.megabytes.toFixed(0)} MB to its picture in the step: ${huge.ms.toFixed(0)} ms`,
  );
  await browser.close();
} finally {
  server.kill();
}
