import { describe, expect, it } from '@jest/globals';
import { runs } from '../testing/runs.ts';
import fc from 'fast-check';
import type { Bundle } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import type { Evaluation } from '../evaluation/judge.ts';
import { proveOption, wiringPlanOf } from '../evaluation/prove-option.ts';
import { anyBundle } from '../testing/random-house.ts';
import { anyWish } from '../testing/random-wishes.ts';
import { anyWiring, takesAway } from '../testing/random-wiring.ts';
import { SPOILERS } from '../testing/spoil.ts';
import { proveWiring, type Fault } from './index.ts';
import { heard } from '../testing/said.ts';

/** Every option of a bundle with what its replay says. What was searched is the same whichever of them is chosen. */
function replayed(b: Bundle): { readonly e: Evaluation; readonly faults: readonly Fault[] }[] {
  const { options, planning } = evaluate(b);
  return options.flatMap((o) => {
    const e = evaluate({ ...b, job: { ...b.job, option: o.key } }, planning);
    return e.chosen
      ? [{ e, faults: proveOption(e.bundle, e.chosen.option, e.chosen.applied, e.chosen) }]
      : [];
  });
}

describe('the wiring of generated houses, traced through', () => {
  it('contradicts nowhere, whatever is asked for; only what takes a switch or a light away is refused', () => {
    let options = 0;
    let planned = 0;
    const jobs = runs(260);
    fc.assert(
      fc.property(anyWiring, (b) => {
        const all = replayed(b);
        planned += Number(all.length > 0);
        for (const { e, faults } of all) {
          options += 1;
          const wrong = faults.filter((f) => f.kind === 'contradiction');
          if (!takesAway(b)) expect(heard(wrong.map((f) => f.says))).toEqual([]);
          else
            for (const f of wrong)
              expect([
                'works otherwise',
                'no room for the devices',
                'gone',
                'put in without power',
              ]).toContain(f.what);
          // What contradicts is a stop, and nothing else is one for it.
          const stop = e.findings.some((f) => f.rule === 'proof' && f.severity === 'stop');
          expect(stop).toBe(wrong.length > 0);
        }
      }),
      { numRuns: jobs, seed: 12 },
    );
    expect(options).toBeGreaterThan(1.5 * jobs);
    // Nothing is made right by refusing it.
    expect(planned / jobs).toBeGreaterThan(0.85);
  });
  it('nor with devices that move alone, halves and fans on switches, cables that are cut into, plugs of their own', () => {
    let planned = 0;
    const jobs = runs(150);
    fc.assert(
      fc.property(anyWish, (b) => {
        const all = replayed(b);
        planned += Number(all.length > 0);
        // An outlet put beside a switch on a loop, or beside a heater, has no neutral: that is a stop.
        const lawful = (b.job.changes ?? []).some((c) => c.kind === 'enlarge')
          ? ['put in without power']
          : [];
        for (const { faults } of all)
          expect(heard(faults.filter((f) => !lawful.includes(f.what)).map((f) => f.says))).toEqual([]);
      }),
      { numRuns: jobs, seed: 21 },
    );
    expect(planned / jobs).toBeGreaterThan(0.6);
  });
  it('nor in houses of odd sizes with half of it unread', () => {
    fc.assert(
      fc.property(anyBundle, (b) => {
        for (const { faults } of replayed(b)) expect(heard(faults.map((f) => f.says))).toEqual([]);
      }),
      { numRuns: 40, seed: 12 },
    );
  });
});

describe('seeded mistakes in wiring that is right', () => {
  const plans = fc
    .sample(anyWiring, { numRuns: 220, seed: 3 })
    .filter((b) => !takesAway(b))
    .flatMap((b) => {
      const e = evaluate(b);
      return e.chosen ? [{ plan: wiringPlanOf(e.bundle, e.chosen.applied, e.chosen.boxes), job: b.job }] : [];
    })
    .filter(({ plan, job }) => proveWiring(plan, job).length === 0);
  it.each(SPOILERS.map((s) => [s.name, s] as const))('%s', (_, { spoil, told }) => {
    let tried = 0;
    for (const { plan, job } of plans) {
      const bad = spoil(plan);
      if (!bad || tried >= 12) continue;
      tried += 1;
      const faults = proveWiring(bad, job);
      expect(faults.map((f) => f.what).filter((w) => told.includes(w))).not.toEqual([]);
    }
    expect(tried).toBeGreaterThan(0);
  });
});
