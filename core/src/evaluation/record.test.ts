import { describe, expect, it } from '@jest/globals';
import { demoHouses, demoJobs } from '../demo/index.ts';
import { ItemId, readJob, type Bundle, type Job, type Reading } from '../document/index.ts';
import type { Test } from '../work/index.ts';
import { evaluate } from './evaluate.ts';
import type { Evaluation } from './judge.ts';
import { maySign, readinessOf, recordOf, verdictOf } from './record.ts';
import { signOff } from './sign-off.ts';
import { heard, said } from '../testing/said.ts';

const AT = '2026-11-28T18:00:00.000Z';
/** The demo job whose checks are all settled. */
const settled: Bundle = { house: demoHouses()[0]!, job: demoJobs()[1]! };
const plain = evaluate(settled);

/** A reading that is what the test expects. */
const good = (test: Test): Pick<Reading, 'text' | 'value'> =>
  test.expect === null
    ? { text: 'yes', value: null }
    : { text: 'meter', value: (test.expect.lowVolts + test.expect.highVolts) / 2 };

let n = 0;
const reading = (test: Test, planKey: string, other: Partial<Reading> = {}): Reading => ({
  id: ItemId.parse(`r-${++n}`),
  testKey: test.key,
  says: said(test.says),
  takenAt: new Date(Date.parse('2026-11-28T08:00:00.000Z') + n * 1000).toISOString(),
  planKey,
  ...good(test),
  ...other,
});
const allTests = ({ chosen }: Evaluation): Test[] => [
  ...chosen!.chains.flatMap((c) => c.links.map((l) => l.test)),
  ...chosen!.tests,
];
/** The job with every test taken, some of them otherwise. */
const taken = (change: (t: Test) => Partial<Reading> | null = () => ({})): Evaluation => {
  const key = plain.chosen!.option.key;
  const readings = allTests(plain).flatMap((t) => {
    const other = change(t);
    return other === null ? [] : [reading(t, key, other)];
  });
  return evaluate({ ...settled, job: { ...settled.job, readings } });
};
const openOf = (e: Evaluation) => readinessOf(e).open;

describe('the verdict of a test', () => {
  const volts = plain.chosen!.tests.find((t) => t.expect !== null)!;
  const seen = plain.chosen!.tests.find((t) => t.expect === null)!;
  const key = plain.chosen!.option.key;
  const of = (test: Test, ...readings: Reading[]) => verdictOf(test, { readings }, key).state;
  it('is missing without a reading, and when the plan was another', () => {
    expect(of(volts)).toBe('missing');
    expect(of(volts, reading(volts, 'another plan'))).toBe('missing');
    expect(of(volts, reading(volts, key))).toBe('ok');
  });
  it('goes by the newest reading, and a word where volts were asked fails', () => {
    expect(of(volts, reading(volts, key), reading(volts, key, { value: 300 }))).toBe('failed');
    expect(of(volts, reading(volts, key, { value: 300 }), reading(volts, key))).toBe('ok');
    expect(of(volts, reading(volts, key, { text: 'OL', value: null }))).toBe('failed');
  });
  it('what is seen is yes or no', () => {
    expect(of(seen, reading(seen, key))).toBe('ok');
    expect(of(seen, reading(seen, key, { text: 'no' }))).toBe('failed');
  });
});

describe('what is open at sign-off', () => {
  it('is nothing when every box was tested dead and every test is as expected', () => {
    const e = taken();
    expect(heard(openOf(e))).toEqual([]);
    expect(maySign(readinessOf(e), { by: 'Wilma Tester', reason: '' })).toBe(true);
    expect(maySign(readinessOf(e), { by: '  ', reason: '' })).toBe(false);
  });
  it('is each box that was not tested dead, even when all else is right', () => {
    const chain = plain.chosen!.chains[0]!;
    const e = taken((t) => (t.key.startsWith(`dead:${chain.pointId}:`) ? null : {}));
    expect(heard(openOf(e))).toEqual([`Not tested: ${chain.label} tested dead before work`]);
  });
  it('is a box that read live', () => {
    const chain = plain.chosen!.chains[0]!;
    const pair = chain.links.find((l) => l.link === 'pairs')!.test;
    const e = taken((t) => (t.key === pair.key ? { value: 120 } : {}));
    expect(heard(openOf(e))).toEqual([`Failed: ${chain.label} tested dead before work`]);
  });
  it.each(['missing', 'failed'] as const)('is a test that is %s, and it takes a reason', (how) => {
    const test = plain.chosen!.tests[0]!;
    const e = taken((t) => (t.key !== test.key ? {} : how === 'missing' ? null : { value: 60 }));
    const ready = readinessOf(e);
    expect(heard(ready.open)).toHaveLength(1);
    expect(said(ready.open[0] ?? '')).toContain(said(test.says));
    expect(maySign(ready, { by: 'Wilma Tester', reason: 'because' })).toBe(false);
    expect(() => recordOf(e, { by: 'Wilma Tester', reason: '' })).toThrow(RangeError);
    expect(
      maySign(ready, { by: 'Wilma Tester', reason: 'Meter broke; the electrician tests on Monday' }),
    ).toBe(true);
  });
  it('is a stop and whatever was to fix or find out', () => {
    const open: Bundle = { house: demoHouses()[0]!, job: demoJobs()[0]! };
    const e = evaluate(open);
    expect(readinessOf(e).findings.length).toBeGreaterThan(0);
    for (const f of readinessOf(e).findings)
      expect(openOf(e).some((o) => said(o).endsWith(`: ${said(f.says)}`))).toBe(f.overridden === undefined);
    expect(() => signOff(e, AT, { by: 'Wilma Tester', reason: '' })).toThrow(/reason/);
  });
});

describe('the record', () => {
  const failing = taken((t) => (t.key === plain.chosen!.tests[0]!.key ? { value: 60, text: '60' } : {}));
  const { job } = signOff(failing, AT, { by: ' Wilma Tester ', reason: 'The electrician tests on Monday' });
  it('has who, why, and every verdict as it stood', () => {
    expect(job.record).toMatchObject({ by: 'Wilma Tester', reason: 'The electrician tests on Monday' });
    expect(job.record?.tests).toHaveLength(plain.chosen!.chains.length + plain.chosen!.tests.length);
    expect(job.record?.tests.filter((t) => t.verdict === 'failed').map((t) => [t.key, t.reading])).toEqual([
      [plain.chosen!.tests[0]!.key, '60'],
    ]);
  });
  it('keeps what was overridden with its reason', () => {
    const first = demoJobs()[0]!;
    const fix = evaluate({ house: settled.house, job: first }).findings.find((f) => f.severity === 'fix')!;
    const overridden: Job = {
      ...first,
      overrides: [{ rule: fix.rule, subject: fix.subjects[0] ?? '', reason: 'The inspector agreed' }],
    };
    const e = evaluate({ house: settled.house, job: overridden });
    const { record } = signOff(e, AT, { by: 'Wilma Tester', reason: 'The electrician tests on Monday' }).job;
    expect(heard(record?.findings)).toContainEqual({
      rule: fix.rule,
      severity: 'fix',
      says: said(fix.says),
      overridden: 'The inspector agreed',
    });
  });
  it('goes through the file and back', () => {
    const read = readJob(JSON.parse(JSON.stringify(job)));
    expect(read.ok && read.value.record).toEqual(job.record);
  });
  it('can be saved however many boxes a test button covers', () => {
    const chosen = plain.chosen!;
    const see = 'Receptacle behind the couch, '.repeat(60);
    const long = {
      ...plain,
      chosen: { ...chosen, tests: chosen.tests.map((t) => ({ ...t, see, says: see })) },
    };
    const signed = signOff(long, AT, { by: 'Wilma Tester', reason: 'The electrician tests on Monday' });
    expect(readJob(JSON.parse(JSON.stringify(signed.job))).ok).toBe(true);
  });
  it('needs no reason where nothing is open', () =>
    expect(signOff(taken(), AT, { by: 'Wilma Tester', reason: 'unused' }).job.record?.reason).toBeNull());
});
