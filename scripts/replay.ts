import fc from 'fast-check';
import { evaluate, proveOption, speaker, type Bundle } from '@elwand/core';
import { anyBundle } from '../core/src/testing/random-house.ts';
import { anyWiring, takesAway } from '../core/src/testing/random-wiring.ts';
import { anyHalfDone, replanned } from '../core/src/testing/random-work.ts';

/**
 * Replays every option of many generated houses: `npm run replay -- 5000 7`. Prints the share of jobs that get a plan, and every
 * contradiction of an option that is shown as possible; ends with 1 if there is one.
 */

const [count = 1000, seed = 1] = process.argv.slice(2).map(Number);

interface Tally {
  jobs: number;
  planned: number;
  options: number;
  refused: number;
  faults: Map<string, number>;
}

const say = speaker('imperial');

function replay(bundles: readonly Bundle[]): Tally {
  const tally: Tally = { jobs: bundles.length, planned: 0, options: 0, refused: 0, faults: new Map() };
  for (const b of bundles) {
    const all = evaluate(b).options;
    tally.planned += Number(all.length > 0);
    for (const { key } of all) {
      const e = evaluate({ ...b, job: { ...b.job, option: key } });
      if (!e.chosen) continue;
      tally.options += 1;
      const wrong = proveOption(e.bundle, e.chosen.option, e.chosen.applied, e.chosen).filter(
        (f) => f.kind === 'contradiction',
      );
      tally.refused += Number(wrong.length > 0);
      if (!takesAway(b))
        for (const f of wrong) tally.faults.set(say(f.says), (tally.faults.get(say(f.says)) ?? 0) + 1);
    }
  }
  return tally;
}

let bad = 0;
for (const [name, any, n] of [
  ['wired houses', anyWiring, count],
  ['odd houses', anyBundle, Math.ceil(count / 4)],
  ['jobs that turn in the middle', anyHalfDone.map(replanned), Math.ceil(count / 4)],
] as const) {
  const t = replay(fc.sample(any, { numRuns: n, seed }));
  console.log(
    `${name}: ${t.jobs} jobs, ${((100 * t.planned) / t.jobs).toFixed(1)} % planned, ${t.options} options replayed, ${t.refused} refused because a switch or a light would go`,
  );
  for (const [says, times] of t.faults) console.log(`  ${times} x ${says}`);
  bad += t.faults.size;
}
process.exitCode = bad > 0 ? 1 : 0;
