import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { ItemId, JobId, readJob, type Bundle, type LogEntry } from '../document/index.ts';
import { evaluate } from '../evaluation/evaluate.ts';
import type { Evaluation } from '../evaluation/judge.ts';
import { workPlanOf } from '../evaluation/prove-option.ts';
import { proveWork } from '../proof/index.ts';
import { plan } from '../testing/judged.ts';
import { anyHalfDone, movedAlong, turned, workedOn } from '../testing/random-work.ts';
import { heard, said } from '../testing/said.ts';
import { inches } from '../units/index.ts';
import { doneEntry, progressOf, type Step } from './index.ts';

let n = 0;
const at = (i: number) => new Date(Date.UTC(2026, 10, 28, 9, i)).toISOString();
const done = (step: Step, minutes: number | null = null): LogEntry =>
  doneEntry(step, { id: ItemId.parse(`log${n++}`), at: at(n % 1000), says: said(step.title), minutes });
const takenBack = (stepKey: string): LogEntry => ({
  id: ItemId.parse(`log${n++}`),
  stepKey,
  state: 'open',
  reason: 'Taken back',
  at: at(n % 1000),
  minutes: null,
});
const stepsOf = (e: Evaluation) => e.chosen!.steps;
/** The first steps of a plan, done. */
const after = (b: Bundle, count: number): Bundle => ({
  ...b,
  job: {
    ...b.job,
    log: stepsOf(evaluate(b))
      .slice(0, count)
      .map((s) => done(s)),
  },
});
const keysDone = (e: Evaluation) => progressOf(e.given.job, stepsOf(e)).done;
const faults = (e: Evaluation) =>
  proveWork(workPlanOf(e.bundle, e.chosen!.option, e.chosen!)).map((f) => heard(f.says));

const base = plan();
const first = evaluate(base);
const through = (b: Bundle, key: RegExp): Bundle =>
  after(b, stepsOf(evaluate(b)).findIndex((s) => key.test(s.key)) + 1);

describe('what is done', () => {
  it('stays done under the same plan, a name more or less', () => {
    const b = after(base, 6);
    expect(keysDone(evaluate(b)).size).toBe(6);
    const renamed = {
      ...b,
      house: { ...b.house, points: b.house.points.map((p) => ({ ...p, label: `${p.label} by the door` })) },
    };
    expect(keysDone(evaluate(renamed)).size).toBe(6);
  });
  it('is not done any more where it has to be done elsewhere: drawn, cut and bored at another place', () => {
    const b = through(base, /^cut:/);
    const mark = stepsOf(first).find((s) => s.key.startsWith('mark:'))!;
    const e = evaluate(movedAlong(b, inches(5)));
    expect(keysDone(e).has(mark.key)).toBe(false);
    const now = stepsOf(e).find((s) => s.key === mark.key)!;
    expect(progressOf(e.given.job, stepsOf(e)).stateOf(now)).toBe('changed');
    expect(progressOf(e.given.job, stepsOf(e)).gone.map((g) => g.did!.says)).toContain(said(mark.title));
  });
  it('can be taken back, and only the last of its key goes with it', () => {
    const b = through(base, /^cut:/);
    const cut = stepsOf(first).find((s) => s.key.startsWith('cut:'))!;
    const back = { ...b, job: { ...b.job, log: [...b.job.log, takenBack(cut.key)] } };
    expect(keysDone(evaluate(back)).has(cut.key)).toBe(false);
    expect(stepsOf(evaluate(back)).some((s) => s.key.startsWith('close-opening:'))).toBe(false);
  });
  it('is known by its holes where it is another step by now', () => {
    const b = through(base, /^cut:/);
    const log = b.job.log.map((l) => (l.stepKey.startsWith('cut:') ? { ...l, stepKey: 'cut:before' } : l));
    const e = evaluate({ ...b, job: { ...b.job, log } });
    expect([...keysDone(e)].some((k) => k.startsWith('cut:'))).toBe(true);
  });
  it('of an old log is believed by its key', () => {
    const b = after(base, 4);
    const log = b.job.log.map(({ did: _did, ...l }) => l);
    expect(keysDone(evaluate({ ...b, job: { ...b.job, log } })).size).toBe(4);
  });
});

describe('holes that are there', () => {
  const bores = (e: Evaluation) =>
    stepsOf(e).flatMap((s) => s.does.flatMap((a) => (a.act === 'bore' ? [a.at] : [])));
  it('speak for the way that they are on', () => {
    const before = evaluate(base);
    expect(bores(before).length).toBeGreaterThan(0);
    const now = evaluate(through(base, /:pull$/));
    expect(bores(now)).toEqual(bores(before));
    expect(now.chosen!.option.cost).toBeLessThan(before.chosen!.option.cost);
    // The plan tells the whole work still.
    expect(now.chosen!.option.minutes).toBeCloseTo(before.chosen!.option.minutes, 6);
    expect(now.chosen!.option.legs[0]!.route.moves.flatMap((m) => m.holes)).toHaveLength(
      before.chosen!.option.legs[0]!.route.moves.flatMap((m) => m.holes).length,
    );
  });
});

describe('what an earlier plan left behind', () => {
  it('an opening that is no use any more is closed, with its place; once that is done, it is gone', () => {
    const b = movedAlong(through(base, /^cut:/), inches(6));
    const e = evaluate(b);
    const close = stepsOf(e).find((s) => s.key.startsWith('close-opening:'))!;
    expect(said(close.title)).toMatch(/Close the opening you no longer need: .*104 in from the left corner/);
    expect(faults(e)).toEqual([]);
    const shut = evaluate({ ...b, job: { ...b.job, log: [...b.job.log, done(close)] } });
    expect(keysDone(shut).has(close.key)).toBe(false);
    expect(stepsOf(shut).some((s) => s.key === close.key)).toBe(false);
  });
  it('a box that was wired is put back, dead, and its cable comes out', () => {
    const wired = through(base, /^wire:(?!new)/);
    const old = first.chosen!.option.taps[0]!.pointId;
    const elsewhere = {
      ...wired,
      job: {
        ...wired.job,
        wants: wired.job.wants.map((w) => ({
          ...w,
          source: { from: 'point' as const, pointId: wired.house.points.find((p) => p.id !== old)!.id },
        })),
      },
    };
    const e = evaluate(elsewhere);
    expect(e.chosen!.option.taps[0]!.pointId).not.toBe(old);
    const keys = stepsOf(e).map((s) => s.key);
    const dead = keys.indexOf(`dead:${old}`);
    const out = keys.findIndex((k) => k.startsWith('take-out:'));
    const back = keys.indexOf(`restore:${old}`);
    expect(dead).toBeGreaterThan(-1);
    expect(out).toBeGreaterThan(dead);
    expect(back).toBeGreaterThan(out);
    expect(keys.indexOf('close')).toBeGreaterThan(back);
    expect(faults(e)).toEqual([]);
    // Without these steps the replay says so.
    const told = workPlanOf(e.bundle, e.chosen!.option, e.chosen!);
    const without = (key: RegExp) =>
      proveWork({ ...told, steps: told.steps.filter((s) => !key.test(s.key)) }).map((f) => f.what);
    expect(without(/^restore:/)).toContain('left wired');
    expect(without(/^take-out:/)).toContain('left in');
    expect(without(/^close$/)).toContain('left open');
    const early = [...told.steps].sort(
      (a, b) => Number(b.key.startsWith('restore:')) - Number(a.key.startsWith('restore:')),
    );
    expect(proveWork({ ...told, steps: early }).map((f) => f.what)).toContain('live');
  });
  it('holds in generated houses, whatever of the plan was done and however the job changes then', () => {
    let planned = 0;
    fc.assert(
      fc.property(anyHalfDone, ({ bundle: b, share, turn }) => {
        const e = evaluate(b);
        if (!e.chosen) return;
        const worked = workedOn(b, share);
        const same = evaluate(worked);
        // The same plan: everything done is done still, and nothing is left behind.
        expect(same.chosen!.option.key).toBe(e.chosen.option.key);
        expect(stepsOf(same).map((s) => s.key)).toEqual(stepsOf(e).map((s) => s.key));
        expect(keysDone(same).size).toBe(worked.job.log.length);
        expect(progressOf(worked.job, stepsOf(same)).gone).toEqual([]);
        const then = evaluate(turned(worked, turn));
        if (!then.chosen) return;
        planned++;
        expect(faults(then)).toEqual([]);
      }),
      { numRuns: 60, seed: 411, endOnFailure: true },
    );
    expect(planned).toBeGreaterThan(25);
  });
  it('goes through the file and back', () => {
    const { job } = through(base, /^wire:/);
    const read = readJob(JSON.parse(JSON.stringify(job)));
    expect(read.ok && read.value.log).toEqual(job.log);
    expect(read.ok && read.value.id).toBe(JobId.parse(job.id));
  });
});
