import { describe, expect, it } from '@jest/globals';
import { demoHouses, demoJobs } from '../demo/index.ts';
import { ItemId, JobId, PaceKind, type Bundle } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { signOff } from '../evaluation/sign-off.ts';
import { undoSignOff } from '../evaluation/undo-sign-off.ts';
import { said } from '../testing/said.ts';
import { seeded } from '../units/seeded.ts';
import { doneEntry, minutesOf, paceFrom, type Timed } from './index.ts';

const timed = (pace: PaceKind, ...ratios: number[]): Timed[] =>
  ratios.map((r) => ({ pace, tableMinutes: 10, tookMinutes: 10 * r }));

/**
 * The same by throwing away the algebra: the person's pace and what is one's own in a kind on a fine grid, weighed by how well they
 * explain what was timed. The three deviations are those that the model names: person 0.5, kind 0.35, step 0.6.
 */
function byGrid(samples: readonly Timed[], kind: PaceKind): number {
  const logs = samples.map((s) => ({ kind: s.pace, log: Math.log(s.tookMinutes / s.tableMinutes) }));
  const normal = (x: number, sd: number) => Math.exp(-(x * x) / (2 * sd * sd));
  const grid = Array.from({ length: 241 }, (_, i) => (i - 120) / 40);
  const kinds = [...new Set(logs.map((l) => l.kind))];
  let weight = 0;
  let sum = 0;
  for (const person of grid) {
    // Given the person, the kinds have nothing to do with each other.
    const each = new Map(
      kinds.map((k) => {
        let [w, m] = [0, 0];
        for (const own of grid) {
          const p =
            normal(own, 0.35) *
            logs.filter((l) => l.kind === k).reduce((q, l) => q * normal(l.log - person - own, 0.6), 1);
          w += p;
          m += p * own;
        }
        return [k, { w, own: m / w }] as const;
      }),
    );
    const p = normal(person, 0.5) * [...each.values()].reduce((q, e) => q * e.w, 1);
    weight += p;
    sum += p * (person + (each.get(kind)?.own ?? 0));
  }
  return Math.exp(sum / weight);
}

describe('what is learned of one’s pace', () => {
  it('is nothing from nothing: the table, with a wide range', () => {
    const { drill } = paceFrom([]);
    expect(drill.factor).toBe(1);
    expect(drill.count).toBe(0);
    // Four of five between half and twice: e^(1.2816 * sqrt(0.25 + 0.1225)) = 2.19.
    expect(drill.high).toBeCloseTo(2.19, 2);
    expect(drill.low).toBeCloseTo(1 / 2.19, 2);
  });
  it('is the mean by hand for one step at twice the time', () => {
    // 0.25 / (0.25 + 0.1225 + 0.36) of ln 2 is the person’s, 0.1225 / ... the kind’s: e^(0.3725 / 0.7325 * ln 2).
    expect(paceFrom(timed('drill', 2)).drill.factor).toBeCloseTo(2 ** (0.3725 / 0.7325), 9);
    expect(paceFrom(timed('drill', 2)).wire.factor).toBeCloseTo(2 ** (0.25 / 0.7325), 9);
  });
  it('equals the sum over all that is possible', () => {
    const some = [...timed('drill', 2, 1.4, 3), ...timed('wire', 0.8), ...timed('cut', 1.1, 1.3)];
    for (const kind of ['drill', 'wire', 'cut', 'finish'] as const)
      expect(paceFrom(some)[kind].factor).toBeCloseTo(byGrid(some, kind), 3);
  });
  it('covers the truth four times out of five, and is nearer to it than the table', () => {
    let [inside, all, better] = [0, 0, 0];
    const random = seeded(8);
    const normal = (sd: number) => sd * random.normal();
    for (let worker = 0; worker < 400; worker++) {
      const person = normal(0.5);
      const own = new Map((['mark', 'cut', 'drill', 'wire'] as const).map((k) => [k, normal(0.35)] as const));
      const samples = [...own].flatMap(([k, o]) =>
        Array.from({ length: 5 }, (): Timed => ({
          pace: k,
          tableMinutes: 12,
          tookMinutes: 12 * Math.exp(person + o + normal(0.6)),
        })),
      );
      const told = paceFrom(samples);
      for (const [k, o] of own) {
        const truth = Math.exp(person + o);
        all++;
        if (told[k].low <= truth && truth <= told[k].high) inside++;
        if (Math.abs(Math.log(told[k].factor / truth)) < Math.abs(Math.log(truth))) better++;
      }
    }
    // 80 % of 1600, within three standard deviations of that count (correlated within a person).
    expect(inside / all).toBeGreaterThan(0.75);
    expect(inside / all).toBeLessThan(0.85);
    expect(better / all).toBeGreaterThan(0.75);
  });
  it('takes a clock that ran on overnight for no more than eight times', () => {
    expect(paceFrom(timed('wire', 90)).wire.factor).toBeCloseTo(paceFrom(timed('wire', 8)).wire.factor, 9);
    expect(paceFrom(timed('wire', ...Array.from({ length: 40 }, () => 8))).wire.factor).toBe(4);
  });
});

const demo = demoJobs().find((j) => j.signedOff === null && j.wants.length > 0)!;
const bundle: Bundle = { house: demoHouses().find((h) => h.id === demo.houseId)!, job: { ...demo, log: [] } };
const slow = (b: Bundle, times: number): Bundle => ({
  ...b,
  job: {
    ...b.job,
    log: evaluate(b).chosen!.steps.map((s, i) =>
      doneEntry(s, {
        id: ItemId.parse(`log${i}`),
        at: `2026-11-28T10:${String(i).padStart(2, '0')}:00.000Z`,
        says: said(s.title),
        minutes: s.tableMinutes * times,
      }),
    ),
  },
});

describe('a job that is timed', () => {
  it('makes its own later steps longer, and the plan is still the sum of them', () => {
    const table = evaluate(bundle).chosen!;
    const now = evaluate(slow(bundle, 2)).chosen!;
    expect(now.option.minutes).toBeCloseTo(minutesOf(now.steps), 9);
    expect(now.option.minutes / table.option.minutes).toBeGreaterThan(1.5);
    expect(now.option.minutes / table.option.minutes).toBeLessThan(2);
    for (const s of now.steps.filter((x) => x.pace === null)) expect(s.minutes).toBe(s.tableMinutes);
  });
  it('tells the next one once it is signed off, until that is taken back or forgotten', () => {
    const worked = slow(bundle, 2);
    const signed = signOff(evaluate(worked), '2026-11-28T18:00:00.000Z', {
      by: 'Wilma Tester',
      reason: 'The electrician tests on Monday',
    });
    const timedSteps = worked.job.log.filter((l) => l.did!.pace !== null).length;
    expect(signed.house.pace!.samples).toHaveLength(timedSteps);
    const next = { house: signed.house, job: { ...bundle.job, id: JobId.parse('another') } };
    const paces = (b: Bundle) => {
      const wire = evaluate(b).chosen?.steps.find((s) => s.pace === 'mark');
      return wire ? wire.minutes / wire.tableMinutes : null;
    };
    expect(paces(next)).toBeGreaterThan(1.5);
    expect(
      paces({ ...next, house: { ...next.house, pace: { since: '2026-11-29T00:00:00.000Z', samples: [] } } }),
    ).toBe(1);
    expect(undoSignOff(signed).house.pace).toBeUndefined();
  });
  it('does not count what was timed before it was forgotten', () => {
    const worked = slow(bundle, 2);
    const forgot = {
      ...worked,
      house: { ...worked.house, pace: { since: '2026-11-28T12:00:00.000Z', samples: [] } },
    };
    const table = evaluate(bundle).chosen!;
    expect(evaluate(forgot).chosen!.option.minutes).toBeCloseTo(table.option.minutes, 9);
  });
});
