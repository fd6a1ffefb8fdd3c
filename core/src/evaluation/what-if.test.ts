import { describe, expect, it } from '@jest/globals';
import { demoHouses, demoJobs } from '../demo/index.ts';
import { evaluate } from './evaluate.ts';
import { whatIf, withOtherwise } from './what-if.ts';

const bundle = { house: demoHouses()[0]!, job: demoJobs()[1]! };
const sum = (b: typeof bundle) => {
  const { bill, steps } = evaluate(b).chosen!;
  return {
    cents: bill.totalCents + bill.taxCents,
    minutes: steps.reduce((s, x) => s + x.minutes, 0),
    outage: steps.reduce((s, x) => (x.window === 'off' ? s + x.minutes : s), 0),
  };
};

describe('a job with one preference the other way', () => {
  const all = whatIf(bundle);
  it('is told for each of four, as choosing it comes out', () => {
    expect(all.map((o) => o.key)).toEqual(['connector', 'passPower', 'gaugeOnFifteen', 'cutOrder']);
    const now = sum(bundle);
    for (const o of all) {
      const then = sum(withOtherwise(bundle, o));
      expect(o.moreCents).toBe(then.cents - now.cents);
      expect(o.moreMinutes).toBeCloseTo(then.minutes - now.minutes, 6);
      expect(o.moreOutage).toBeCloseTo(then.outage - now.outage, 6);
    }
  });
  it('lever connectors cost more; power off first is off for longer', () => {
    const of = (key: string) => all.find((o) => o.key === key)!;
    expect(of('connector').moreCents).toBeGreaterThan(0);
    expect(of('cutOrder').moreOutage).toBeGreaterThan(0);
  });
  it('turned twice it is the job as it was', () => {
    for (const o of all) {
      const there = withOtherwise(bundle, o);
      const back = whatIf(there).find((x) => x.key === o.key)!;
      expect(withOtherwise(there, back)).toEqual(bundle);
      expect(back.moreCents + o.moreCents).toBe(0);
    }
  });
  it('without a plan there is nothing to compare', () =>
    expect(whatIf({ ...bundle, job: { ...bundle.job, wants: [] } })).toEqual([]));
});
