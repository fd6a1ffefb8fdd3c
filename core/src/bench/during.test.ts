import { describe, expect, it } from '@jest/globals';
import { demoHouses, demoJobs } from '../demo/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { wiringPlanOf } from '../evaluation/prove-option.ts';
import { tripOf, type UseAt } from '../network/index.ts';
import { atBreaker, atPoint, nm, outlet, smallHouse } from '../testing/build.ts';
import { arcTrips, benchOf, drawnOut, settle, type Bench } from './bench.ts';
import { benchDuring, momentAfter } from './during.ts';
import { readMeter } from './instruments.ts';

const keyOf = (u: UseAt) => `${u.point.id} ${u.what} ${u.device}`;
const read = (bench: Bench): Map<string, number> =>
  new Map(
    bench.network.uses.map((u) => [keyOf(u), Math.round(readMeter(bench, u.line, u.back).volts)] as const),
  );

describe('the bench while the work is under way', () => {
  const plans = demoJobs().flatMap((job) => {
    const house = demoHouses().find((h) => h.id === job.houseId)!;
    const { chosen } = evaluate({ house, job });
    return chosen
      ? [{ name: job.name, house, chosen, plan: wiringPlanOf({ house, job }, chosen.applied, chosen.boxes) }]
      : [];
  });
  it('there are plans to go through', () => expect(plans.length).toBeGreaterThan(1));
  it.each(plans)(
    '$name: begins as surveyed, ends with every new outlet live, dead in between',
    ({ house, chosen, plan }) => {
      const { steps } = chosen;
      const before = benchDuring(plan, momentAfter(steps, 0));
      const surveyed = read(benchOf(house));
      const begun = read(before);
      for (const [key, volts] of surveyed)
        if (begun.has(key)) expect([key, begun.get(key)]).toEqual([key, volts]);
      const done = momentAfter(steps, steps.length);
      expect([...done.off]).toEqual([]);
      expect([...done.wired].sort()).toEqual(chosen.boxes.map((b) => b.point.id).sort());
      const ended = read(benchDuring(plan, done));
      const fresh = plan.after.points.filter((p) => !house.points.some((o) => o.id === p.id));
      const outlets = benchDuring(plan, done).network.uses.filter(
        (u) => fresh.some((p) => p.id === u.point.id) && u.what.endsWith('outlet'),
      );
      for (const u of outlets) expect(ended.get(keyOf(u))).toBeGreaterThan(110);
      // From the breaker off to the breaker on nothing in an opened box is live.
      const off = steps.findIndex((s) => s.does.some((d) => d.act === 'off'));
      const on = steps.findIndex((s) => s.does.some((d) => d.act === 'on'));
      expect(off).toBeLessThan(on);
      const opened = new Set(chosen.boxes.map((b) => b.point.id as string));
      for (let n = off + 1; n <= on; n++) {
        const bench = benchDuring(plan, momentAfter(steps, n));
        for (const u of bench.network.uses.filter((x) => opened.has(x.point.id)))
          expect(readMeter(bench, u.line, u.back).volts).toBeLessThan(1);
      }
    },
  );
});

describe('a device drawn out, and an AFCI tester', () => {
  const house = smallHouse({
    points: [
      outlet('a', 24, { devices: [{ kind: 'receptacle-dual', amps: 15, grounded: true }] }),
      outlet('b', 88),
    ],
    cables: [
      nm('c1', atBreaker(), atPoint('a', 'line'), { lengthMm: 3000 }),
      nm('c2', atPoint('a', 'load'), atPoint('b'), { lengthMm: 9000 }),
    ],
  });
  const bench = benchOf(house);
  const use = (point: string) => bench.network.uses.find((u) => u.point.id === point)!;
  const volts = (b: Bench, point: string) => Math.round(readMeter(b, use(point).line, use(point).back).volts);
  it('drawn out it is dead itself, and what hangs on its LOAD with it; what is spliced goes on', () => {
    const out = drawnOut(bench, new Set(['a#0']));
    expect([volts(bench, 'b'), volts(out, 'a'), volts(out, 'b')]).toEqual([120, 0, 0]);
    expect(Math.round(readMeter(out, 'c1/black@to', 'c1/white@to').volts)).toBe(120);
    const chain = benchOf({ ...house, points: [outlet('a', 24), outlet('b', 88)] });
    expect(volts(drawnOut(chain, new Set(['a#0'])), 'b')).toBe(120);
    expect(drawnOut(bench, new Set())).toBe(bench);
  });
  it('pulses on LOAD open a dual-function receptacle; on its LINE they do not', () => {
    expect(arcTrips(bench, use('b').line, use('b').back)).toEqual([
      { what: 'device', key: tripOf(use('a').point.id, 0), why: 'arc' },
    ]);
    expect(arcTrips(bench, 'c1/black@to', 'c1/white@to')).toEqual([]);
    expect(settle(bench).trips).toEqual([]);
  });
  it('an AFCI breaker opens wherever the pulses are drawn', () => {
    const [panel] = house.panels;
    const guarded = benchOf({
      ...house,
      panels: [{ ...panel!, breakers: panel!.breakers.map((b) => ({ ...b, protection: 'afci' as const })) }],
    });
    expect(arcTrips(guarded, 'c1/black@to', 'c1/white@to')).toEqual([
      { what: 'breaker', key: panel!.breakers[0]!.id, why: 'arc' },
    ]);
  });
});
