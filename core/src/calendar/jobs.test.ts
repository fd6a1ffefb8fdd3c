import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { JobId, type Bundle, type CalendarFacts } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import { bundle, smallHouse, wanted } from '../testing/build.ts';
import { anyWiring } from '../testing/random-wiring.ts';
import { minutesOf } from '../work/index.ts';
import { scheduleJobs, scheduleOf, waitBefore, type JobToDo } from './index.ts';

const facts = (more: Partial<CalendarFacts> = {}): CalendarFacts => ({
  startOn: '2026-11-30',
  weekday: [18 * 60, 21 * 60],
  weekend: [8 * 60, 20 * 60],
  compound: 'ready-mixed',
  celsius: 21,
  humidity: 40,
  notBefore: {},
  daysOff: [],
  ...more,
});
const toDo = (b: Bundle, id: string, more: Partial<JobToDo> = {}): JobToDo => {
  const { chosen } = evaluate(b);
  return { id, steps: chosen?.steps ?? [], done: new Set(), breakers: chosen?.power.breakers ?? [], ...more };
};
const job = (x: number): Bundle =>
  bundle(smallHouse(), [wanted(x)], { protection: { groundFault: null, arcFault: 'at-breaker' } });
// The second taps the next box of the same circuit: two jobs in one box are another matter.
const elsewhere = (b: Bundle): Bundle => ({
  ...b,
  job: {
    ...b.job,
    wants: b.job.wants.map((w) => ({ ...w, source: { from: 'point', pointId: b.house.points[0]!.id } })),
  },
});
const two = [toDo(job(104), 'first'), toDo(elsewhere(job(60)), 'second')];
const slotsOf = (c: ReturnType<typeof scheduleJobs>) => c.visits.flatMap((v) => v.slots);

describe('two jobs on one circuit', () => {
  const together = scheduleJobs(two, facts());
  it('have the power off once, and do once what both need', () => {
    expect(together.together).toHaveLength(1);
    const [t] = together.together;
    expect(t!.jobs).toEqual(['first', 'second']);
    expect(t!.breakers).toEqual(two[0]!.breakers);
    // The breaker off and on, a box both come near tested dead, the look for a second circuit: 3 + 3 + 6 + 3.
    expect(t!.savedMinutes).toBeCloseTo(15, 9);
    const [a, b] = together.jobs;
    expect(a!.off).toEqual(b!.off);
    expect(slotsOf(together).filter((s) => s.key === 'off')).toHaveLength(1);
    expect(slotsOf(together).filter((s) => s.key === 'on')).toHaveLength(1);
    const off = (j: JobToDo) => minutesOf(j.steps.filter((s) => s.window === 'off'));
    expect(a!.off![1] - a!.off![0]).toBeCloseTo(off(two[0]!) + off(two[1]!) - 12, 9);
  });
  it('nothing comes on before the boxes of both are closed', () => {
    const at = new Map(slotsOf(together).map((s) => [`${s.jobId} ${s.key}`, s] as const));
    const on = [...at.values()].find((s) => s.key === 'on')!;
    for (const j of two) expect(at.get(`${j.id} close`)!.to).toBeLessThanOrEqual(on.from + 1e-9);
    for (const s of at.values()) if (/^(wire|change):/.test(s.key)) expect(s.to).toBeLessThanOrEqual(on.from);
  });
  it('are done apart where nobody has so long at a stretch, and on different circuits', () => {
    const short = scheduleJobs(two, facts({ weekend: [18 * 60, 21 * 60] }));
    expect(short.together).toEqual([]);
    expect(slotsOf(short).filter((s) => s.key === 'off')).toHaveLength(2);
    const other = scheduleJobs([two[0]!, { ...two[1]!, breakers: ['elsewhere'] }], facts());
    expect(other.together).toEqual([]);
  });
  it('that work in one box are done one after the other, the second planned again in between', () => {
    const same = [toDo(job(104), 'first'), toDo(job(110), 'second')];
    const of = scheduleJobs(same, facts());
    expect(of.together).toEqual([]);
    expect(of.clashes).toEqual([{ first: 'first', second: 'second', points: ['r2'] }]);
    expect(of.jobs[1]!.from).toBeGreaterThanOrEqual(of.jobs[0]!.to);
  });
  it('a job alone is as its own calendar has it; one with a later day waits for it, and leaves the time to the other', () => {
    const [first] = two;
    const alone = scheduleJobs([first!], facts());
    const same = scheduleOf(first!.steps, new Set(), facts());
    expect(slotsOf(alone).map((s) => [s.key, s.from])).toEqual(
      same.visits.flatMap((v) => v.slots).map((s) => [s.key, s.from]),
    );
    const later = scheduleJobs(
      [
        { ...two[0]!, breakers: ['a'], calendar: { startOn: '2026-12-14', notBefore: {} } },
        { ...two[1]!, breakers: ['b'] },
      ],
      facts(),
    );
    expect(later.jobs[0]!.from).toBeGreaterThanOrEqual(14 * 1440);
    expect(later.jobs[1]!.from).toBeLessThan(1440);
  });
});

it('holds for generated jobs: everything once, in order, dried, one thing at a time, dark no longer than apart', () => {
  let joined = 0;
  fc.assert(
    fc.property(fc.array(anyWiring, { minLength: 2, maxLength: 3 }), fc.boolean(), (all, long) => {
      const jobs = all
        .map((b, i) => toDo({ ...b, job: { ...b.job, id: JobId.parse(`job${i}`) } }, `job${i}`))
        .filter((j) => j.steps.length > 0);
      const hours = facts(long ? { weekend: [6 * 60, 23 * 60] } : {});
      const of = scheduleJobs(jobs, hours);
      expect(of.noHours).toBe(false);
      const slots = slotsOf(of).sort((a, b) => a.from - b.from);
      slots.forEach((s, i) => {
        const next = slots[i + 1];
        if (next) expect(next.from).toBeGreaterThanOrEqual(s.to - 1e-6);
      });
      const saved = of.together.reduce((m, t) => m + t.savedMinutes, 0);
      const sum = slots.reduce((m, s) => m + s.to - s.from, 0);
      expect(sum + saved).toBeCloseTo(
        jobs.reduce((m, j) => m + minutesOf(j.steps), 0),
        6,
      );
      const at = new Map(slots.map((s) => [`${s.jobId} ${s.key}`, s] as const));
      for (const j of jobs)
        for (const s of j.steps) {
          const slot = at.get(`${j.id} ${s.key}`);
          if (!slot) continue;
          for (const k of s.after) {
            const before = at.get(`${j.id} ${k}`);
            if (before) expect(slot.from).toBeGreaterThanOrEqual(before.to + waitBefore(s, hours) - 1e-6);
          }
        }
      const apart = jobs.reduce((m, j) => m + minutesOf(j.steps.filter((s) => s.window === 'off')), 0);
      const spans = new Map(
        of.jobs.flatMap((j) => (j.off ? [[j.off[0], j.off[1] - j.off[0]] as const] : [])),
      );
      expect([...spans.values()].reduce((m, x) => m + x, 0)).toBeLessThanOrEqual(apart + 1e-6);
      if (of.together.length > 0) joined++;
    }),
    { numRuns: 40, seed: 29, endOnFailure: true },
  );
  expect(joined).toBeGreaterThan(5);
});
