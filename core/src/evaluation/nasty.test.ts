import { describe, expect, it } from '@jest/globals';
import { runs } from '../testing/runs.ts';
import { LIMIT_KEYS } from '../codes/index.ts';
import { demoHouses, demoJobs, largeHouse, spreadJob } from '../demo/index.ts';
import type { Bundle } from '../document/index.ts';
import { evaluate } from './evaluate.ts';
import { drawingDxf, drawingSvg, LETTER, planFile, sheetsOf } from '../sheets/index.ts';
import { signOff } from './sign-off.ts';
import { nastyBundle, spoiledBundle } from '../testing/from-schema.ts';
import { SIGNER } from '../testing/build.ts';
import { said } from '../testing/said.ts';

/**
 * No valid document may make the core throw, hang or print something that is no number. The documents are drawn from the schema;
 * NASTY=5000 npm run test:unit -- nasty tries more of them.
 */
const RUNS = Number(process.env.NASTY ?? runs(160));
const HOW = { most: 4, atBounds: 0.3, known: 0.8 };

/** Everything that screens, sheets, files and the command line show of a bundle, as one text. */
function everything(bundle: Bundle): string {
  const e = evaluate(bundle);
  const { findings, marks, next, chosen } = e;
  const shown = chosen && {
    bill: chosen.bill,
    steps: chosen.steps,
    tests: chosen.tests,
    boxes: chosen.boxes,
  };
  const signed = signOff(e, '2026-11-28T10:00:00.000Z', SIGNER);
  const drawn = sheetsOf(e).map(
    (d) => drawingSvg(d, { scale: null, page: LETTER, caption: 'x', say: said }) + drawingDxf(d),
  );
  return JSON.stringify({ findings, marks, next, shown, plan: planFile(bundle, e), signed }) + drawn.join('');
}

/** A sound house spoiled here and there, or one that was drawn from nothing. */
function drawn(seed: number): Bundle {
  const jobs = demoJobs();
  const job = jobs[seed % jobs.length]!;
  const house = demoHouses().find((h) => h.id === job.houseId)!;
  const bundle = seed % 4 === 0 ? nastyBundle(seed, HOW) : spoiledBundle({ house, job }, seed, 0.01, HOW);
  if (seed % 3 !== 0) return bundle;
  const amendments = LIMIT_KEYS.slice(0, 40).map((limit, i) => ({
    limit,
    value: [0, 100_000, 1e-9, 3, 0.5][(i * 7 + seed) % 5]!,
    note: 'the town',
  }));
  return { ...bundle, house: { ...bundle.house, amendments } };
}

describe('documents that nobody would draw', () => {
  it('never throw, and never print what is no number', () => {
    const faults = Array.from({ length: RUNS }, (_, seed) => {
      const text = everything(drawn(seed));
      const bad = /NaN|Infinity|undefined/.exec(text);
      return bad ? [`seed ${seed}: ${text.slice(Math.max(0, bad.index - 80), bad.index + 40)}`] : [];
    }).flat();
    expect(faults).toEqual([]);
  });

  it('the same document is judged the same twice', () => {
    for (let seed = 1; seed < 8; seed++) expect(everything(drawn(seed))).toBe(everything(drawn(seed)));
  });

  it('the largest house there may be is planned', () => {
    const house = largeHouse(80);
    const full = { ...house, points: house.points.slice(0, 600), cables: house.cables.slice(0, 900) };
    expect(evaluate({ house: full, job: spreadJob(80) }).options.length).toBeGreaterThan(0);
  });

  it('a house where nearly everything is wrong is told in a page, not in a book', () => {
    const bundle = nastyBundle(1, { most: 40, atBounds: 0.3, known: 0.9 });
    const told = evaluate(bundle).findings.filter((f) => f.rule === 'integrity');
    expect(told.length).toBeLessThanOrEqual(61);
    expect(said(told.at(-1)?.says ?? '')).toMatch(/contradicts itself in \d+ more places/);
  });
});
