import { beforeAll, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import {
  boxModel,
  evaluate,
  signOff,
  speaker,
  tripBill,
  type Bundle,
  type Evaluation,
  Job,
} from '@elwand/core';
import { demoHouses, demoJobs } from '@elwand/core/demo';
import {
  drawingsOf,
  drillTable,
  PAPER_SHEETS,
  PAPER_SIZES,
  type PaperSheet,
  type PaperSize,
} from '@elwand/core/sheets';
import { plainJpeg } from '../../core/src/testing/picture.ts';
import { anyBundle } from '../../core/src/testing/random-house.ts';
import { paper, tripPaper } from './index.ts';

/** Sheets are read back by a general reader of PDFs: what stands on which page, and whether anything stands off it. */

const PT = 72 / 25.4;
const AT = new Date('2026-11-30T09:00:00Z');
const say = speaker('imperial');

interface Item {
  readonly str: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
}
interface ReadPage {
  readonly width: number;
  readonly height: number;
  readonly text: string;
  readonly items: readonly Item[];
  /** Corners of every path: left, bottom, right, top. */
  readonly paths: readonly (readonly number[])[];
}

async function readBack(bytes: Uint8Array): Promise<ReadPage[]> {
  const doc = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const pages: ReadPage[] = [];
  for (let n = 1; n <= doc.numPages; n++) {
    const page = await doc.getPage(n);
    const { width, height } = page.getViewport({ scale: 1 });
    const { items } = await page.getTextContent();
    const own = items.flatMap((i): Item[] =>
      'str' in i && i.str.trim() !== ''
        ? [{ str: i.str, x: Number(i.transform[4]), y: Number(i.transform[5]), width: i.width }]
        : [],
    );
    const { fnArray, argsArray } = await page.getOperatorList();
    const paths = fnArray.flatMap((fn, i) => {
      const bounds: unknown = fn === OPS.constructPath ? (argsArray[i] as unknown[])[2] : undefined;
      return bounds ? [[...(bounds as Iterable<number>)]] : [];
    });
    pages.push({ width, height, items: own, text: own.map((i) => i.str).join(' '), paths });
  }
  await doc.destroy();
  return pages;
}

const printed = (evaluation: Evaluation, sheets: readonly PaperSheet[], page: PaperSize = 'letter') =>
  paper({ evaluation, sheets, page, at: AT, version: 12, address: 'http://localhost:4600/houses/h/jobs/j' });

const demos: Bundle[] = demoJobs().flatMap((job) =>
  demoHouses().flatMap((house) => (house.id === job.houseId ? [{ house, job }] : [])),
);

/** Words as they stand on paper: broken into lines, joined again. */
const words = (text: string): string => text.replaceAll(/\s+/g, ' ').trim();
const squeezed = (text: string): string => text.replaceAll(/\s+/g, '');

describe.each(demos)('the sheets of $job.name', (bundle) => {
  const evaluation = evaluate(bundle);
  const chosen = evaluation.chosen!;
  let pages: ReadPage[] = [];
  let all = '';
  beforeAll(async () => {
    pages = await readBack(await printed(evaluation, ['job', 'boxes', 'tests']));
    all = squeezed(pages.map((p) => p.text).join(' '));
  });
  it('are few enough to carry, and numbered', () => {
    expect(pages.length).toBeLessThanOrEqual(5);
    pages.forEach((p, i) => expect(p.text).toContain(`${i + 1} of ${pages.length}`));
  });
  it('say on every page which house, job and version they are of, and what may not be forgotten', () => {
    for (const { text } of pages) {
      expect(text).toContain(bundle.house.name);
      expect(text).toContain(bundle.job.name);
      expect(text).toContain('12, Nov 30, 2026');
      expect(words(text)).toContain('Test dead before you touch a wire.');
      expect(text).toContain('licensed electrician');
    }
  });
  it('have every step in the order of the work', () => {
    let from = 0;
    for (const s of chosen.steps) {
      const at = all.indexOf(squeezed(say(s.title)), from);
      expect({ step: s.key, found: at >= 0 }).toEqual({ step: s.key, found: true });
      if (s.window === 'off') from = Math.max(from, 0);
    }
  });
  it('have a row for everything that is cut or drilled', () => {
    const rows = drillTable(evaluation);
    expect(rows.length).toBeGreaterThan(0);
    for (const r of rows) expect(all).toContain(squeezed(`${r.letters} ${say(r.what)}`));
  });
  it('have a blank with a code for each reading, before the power goes on and after', () => {
    chosen.tests.forEach((_, i) => expect(all).toContain(`T${i + 1}`));
    chosen.chains.forEach((chain, c) =>
      chain.links.forEach(({ test }, i) => {
        if (test.expect) expect(all).toContain(`${String.fromCharCode(65 + c)}${i + 1}`);
      }),
    );
  });
  it('have every splice of every box', () => {
    for (const b of chosen.boxes)
      for (const j of b.after.splices) expect(all).toContain(squeezed(say(j.says)));
  });
  it('are the same bytes when nothing has changed', async () => {
    const [a, b] = await Promise.all([printed(evaluation, PAPER_SHEETS), printed(evaluation, PAPER_SHEETS)]);
    expect(Buffer.compare(a, b)).toBe(0);
  });
});

describe('the record of a job that is signed off', () => {
  it.each(demos.map((b) => [b.job.name, b] as const))(
    '%s: boxes, cables, checks, tests and permit are on it',
    async (_, b) => {
      const found = {
        ...b.job,
        surprises: [
          {
            id: 's1' as never,
            at: '2026-11-27T09:00:00.000Z',
            stepKey: 'carry',
            says: 'A vent stack in the bay',
          },
        ],
      };
      const signed = signOff(evaluate({ ...b, job: found }), '2026-11-28T18:00:00.000Z', {
        by: 'Wilma Tester',
        reason: 'The electrician tests on Monday',
      });
      const job: Job = {
        ...signed.job,
        permit: {
          number: 'E-1207',
          by: 'Town office',
          inspections: [
            { id: 'i1' as never, kind: 'rough', on: '2026-11-20', result: 'passed', note: 'walls open' },
          ],
        },
      };
      const pages = await readBack(await printed(evaluate({ house: signed.house, job }), ['record']));
      const text = pages.map((p) => p.text).join(' ');
      const { built, tests } = job.record!;
      for (const word of [
        'Wilma Tester',
        'Nov 28, 2026',
        'The electrician tests on Monday',
        'E-1207',
        'Nov 20, 2026',
        'Nov 27, 2026',
        'A vent stack in the bay',
        ...built!.boxes.map((x) => x.label),
        ...built!.cables.map((c) => c.to),
      ])
        expect(text).toContain(word);
      const plain = text.replaceAll(/\s+/g, ' ');
      for (const c of built!.checks) expect(plain).toContain(c.says.split(' ').slice(0, 3).join(' '));
      expect(plain.split('not tested').length - 1).toBeGreaterThanOrEqual(
        tests.filter((t) => t.verdict === 'missing').length,
      );
      for (const p of pages)
        for (const i of p.items) {
          expect(i.x).toBeGreaterThanOrEqual(0);
          expect(i.x + i.width).toBeLessThanOrEqual(p.width);
          expect(i.y).toBeGreaterThanOrEqual(0);
        }
    },
  );
  it.each(demos.map((b) => [b.job.name, b] as const))(
    'has the walls with the way of the cable, under the names that things have once they are built: %s',
    async (_, b) => {
      const before = evaluate(b);
      const drawings = drawingsOf(before);
      expect(drawings.length).toBeGreaterThan(0);
      const signed = signOff(before, '2026-11-28T18:00:00.000Z', {
        by: 'Wilma Tester',
        reason: 'The electrician tests on Monday',
        drawings,
      });
      expect(Job.parse(JSON.parse(JSON.stringify(signed.job)))).toEqual(signed.job);
      const kept = signed.job.record!.built!.drawings!;
      const words = kept.flatMap((d) => d.shapes.flatMap((x) => (x.kind === 'text' ? [x.text] : [])));
      expect(words.filter((w) => /^new \d/.test(w))).toEqual([]);
      const pages = await readBack(await printed(evaluate(signed), ['record']));
      const text = pages.map((p) => p.text).join(' ');
      expect(text).toContain('Where the cable runs');
      for (const { title } of kept) expect(text).toContain(title);
      // As many lines at least as are drawn, and none off the page.
      const lines = kept.flatMap((d) => d.shapes.filter((x) => x.kind !== 'text'));
      expect(pages.flatMap((p) => p.paths).length).toBeGreaterThan(lines.length);
      for (const { paths, width, height } of pages)
        for (const [left, bottom, right, top] of paths) {
          expect(Math.min(left!, bottom!)).toBeGreaterThanOrEqual(-0.01);
          expect(right).toBeLessThanOrEqual(width + 0.01);
          expect(top).toBeLessThanOrEqual(height + 0.01);
        }
    },
  );
  it('has the photos of the job, two side by side, with what they show; one that is none says so', async () => {
    const signed = signOff(evaluate(demos[0]!), '2026-11-28T18:00:00.000Z', {
      by: 'Wilma Tester',
      reason: 'The electrician tests on Monday',
    });
    const photos = ['p1', 'p2', 'p3'].map((id, i) => ({
      id: id as never,
      at: `2026-11-2${i + 1}T10:00:00.000Z`,
      stepKey: '',
      caption: `Bay ${i + 1} before it was closed`,
      widthPx: 24,
      heightPx: 16,
    }));
    const bytes = await paper({
      evaluation: evaluate({ house: signed.house, job: { ...signed.job, photos } }),
      sheets: ['record'],
      photos: new Map<string, Uint8Array>([
        ['p1', plainJpeg()],
        ['p3', plainJpeg().subarray(0, 40)],
      ]),
      page: 'letter',
      at: AT,
      version: null,
      address: null,
    });
    const pdf = await getDocument({ data: Uint8Array.from(bytes), verbosity: 0 }).promise;
    let images = 0;
    for (let n = 1; n <= pdf.numPages; n++) {
      const { fnArray } = await (await pdf.getPage(n)).getOperatorList();
      images += fnArray.filter((f) => f === OPS.paintImageXObject).length;
    }
    expect(images).toBe(1);
    const text = (await readBack(bytes)).map((p) => p.text).join(' ');
    expect(text).toContain('Nov 21, 2026. Bay 1 before it was closed');
    expect(text).not.toContain('Bay 2');
    expect(text).toContain('(this picture can’t be read)');
  });
  it('is nothing to print before that', async () =>
    expect(
      printed(evaluate({ ...demos[0]!, job: { ...demos[0]!.job, wants: [] } }), ['record']),
    ).rejects.toThrow(RangeError));
});

describe('paper', () => {
  const [first] = demos;
  it.each(['letter', 'a4'] as const)('comes in %s, with nothing off the page', async (page) => {
    const pages = await readBack(await printed(evaluate(first!), PAPER_SHEETS, page));
    for (const p of pages) {
      expect(p.width).toBeCloseTo(PAPER_SIZES[page].widthMm * PT, 0);
      expect(p.height).toBeCloseTo(PAPER_SIZES[page].heightMm * PT, 0);
    }
  });
  it.each(['letter', 'a4'] as const)('has the whole of a short job on two pages of %s', async (page) => {
    const short = demos.find(({ job }) => job.wants.length === 1 && job.name.includes('freezer'))!;
    expect(await readBack(await printed(evaluate(short), ['job', 'boxes', 'tests'], page))).toHaveLength(2);
  });
  it('holds what generated houses come to, with nothing off the page', async () => {
    for (const bundle of [...fc.sample(anyBundle, { numRuns: 14, seed: 5 }), ...demos]) {
      const evaluation = evaluate(bundle);
      const pages = await readBack(await printed(evaluation, PAPER_SHEETS));
      for (const p of pages)
        for (const i of p.items) {
          const off = i.x < 5 || i.x + i.width > p.width - 5 || i.y < 5 || i.y > p.height - 5;
          expect({ text: i.str, off }).toEqual({ text: i.str, off: false });
        }
    }
  });
  it('cuts boxes out in true size', async () => {
    const evaluation = evaluate(first!);
    const pages = await readBack(await printed(evaluation, ['template']));
    const cut = evaluation.chosen!.boxes.flatMap((b) => (b.isNew ? (boxModel(b.point.box.model) ?? []) : []));
    expect(cut.length).toBeGreaterThan(0);
    const sizes = pages.flatMap((p) =>
      p.paths.map(([l = 0, b = 0, r = 0, t = 0]) => [r - l, t - b] as const),
    );
    for (const { widthMm, heightMm } of cut)
      expect(
        sizes.some(([w, h]) => Math.abs(w - widthMm * PT) < 0.5 && Math.abs(h - heightMm * PT) < 0.5),
      ).toBe(true);
  });
  it('has an inch rule of inches', async () => {
    const [page] = await readBack(await printed(evaluate(first!), ['directory']));
    const rule = page!.paths.filter(([l = 0, , r = 0]) => r - l < 0.1 && r < 40);
    expect(rule.some(([, b = 0, , t = 0]) => Math.abs(t - b - 10 * 72) < 0.5)).toBe(true);
  });
  it('prints the panel directory without a plan, and nothing else', async () => {
    const evaluation = evaluate({ ...first!, job: { ...first!.job, wants: [], changes: [] } });
    expect(evaluation.chosen).toBeNull();
    await expect(printed(evaluation, ['job', 'tests'])).rejects.toThrow(RangeError);
    const [page] = await readBack(await printed(evaluation, ['job', 'directory']));
    for (const b of first!.house.panels.flatMap((p) => p.breakers)) expect(page!.text).toContain(b.label);
  });
});

describe('one shopping trip for several jobs', () => {
  it('names every part that is bought once, says for which job, and keeps on the page', async () => {
    const [first] = demos;
    const own = demos.filter((b) => b.house.id === first!.house.id).map((b) => evaluate(b));
    const going = own.filter((e) => e.chosen !== null);
    expect(going.length).toBeGreaterThan(1);
    const { house } = first!;
    const pages = await readBack(await tripPaper({ house, evaluations: own, page: 'letter', at: AT }));
    const text = pages.map((p) => p.text).join(' ');
    const bill = tripBill(
      house,
      going.map((e) => ({ job: e.bundle.job, needed: e.chosen!.bill.needed })),
    );
    const flat = (t: string) => t.replace(/\s+/g, '');
    for (const l of bill.lines.filter((x) => x.buy > 0)) expect(flat(text)).toContain(flat(say(l.name)));
    for (const e of going) expect(flat(text)).toContain(flat(e.bundle.job.name));
    for (const { items, width, height } of pages)
      for (const i of items) {
        expect(i.x).toBeGreaterThanOrEqual(0);
        expect(i.x + i.width).toBeLessThanOrEqual(width);
        expect(i.y).toBeGreaterThanOrEqual(0);
        expect(i.y).toBeLessThanOrEqual(height);
      }
    await expect(tripPaper({ house, evaluations: [], page: 'letter', at: AT })).rejects.toThrow(/no plan/);
  });
});
