import type { Job, Reading, SignOffRecord } from '../document/index.ts';
import { holdsUp, type Finding } from '../findings/index.ts';
import { deadState, within, type DeadChain, type Test } from '../work/index.ts';
import type { Evaluation } from './judge.ts';

/** What a test says by its newest reading. */
export interface TestVerdict {
  readonly test: Test;
  readonly reading: Reading | null;
  readonly state: 'ok' | 'failed' | 'missing';
  readonly says: string;
}

/**
 * The verdict of one test. A reading that was taken for another plan is none: what it measured may be wired otherwise by now.
 * @param planKey key of the chosen option
 */
export function verdictOf(test: Test, { readings }: Pick<Job, 'readings'>, planKey: string): TestVerdict {
  const reading = readings.filter((r) => r.testKey === test.key).at(-1) ?? null;
  const is = (state: TestVerdict['state'], says: string): TestVerdict => ({ test, reading, state, says });
  if (reading === null) return is('missing', '');
  if (reading.planKey !== planKey) return is('missing', 'taken before the plan changed: test again');
  if (test.expect === null)
    return reading.text === 'yes' ? is('ok', 'seen') : is('failed', 'not as it should be');
  if (reading.value === null)
    return is('failed', `"${reading.text}" is not a voltage: check the leads and measure again`);
  return within(test.expect, reading.value)
    ? is('ok', 'as expected')
    : is('failed', `expected ${test.expect.says}`);
}

type RecordedTest = SignOffRecord['tests'][number];

/** A box that was opened, as one line: tested dead before it was touched, or not. */
function deadLine(chain: DeadChain, readings: Job['readings']): RecordedTest {
  const { state } = deadState(chain, readings);
  const last = readings.filter((r) => chain.links.some((l) => l.test.key === r.testKey)).at(-1);
  return {
    key: `dead:${chain.pointId}`,
    says: `${chain.label} dead before work`,
    expected: 'every pair under 1 V, meter checked on a live point before and after',
    reading: state === 'proved' ? 'dead' : state === 'live' ? 'live' : null,
    takenAt: last?.takenAt ?? null,
    verdict: state === 'proved' ? 'ok' : state === 'open' ? 'missing' : 'failed',
  };
}

/** As long as a line of the record may be: a test button can cover more boxes than anybody reads. */
const LONGEST_LINE = 400;
const cut = (text: string): string => text.slice(0, LONGEST_LINE);

const testLine = ({ test, reading, state }: TestVerdict): RecordedTest => ({
  key: test.key,
  says: cut(test.says),
  expected: cut(test.expect?.says ?? test.see ?? ''),
  reading: reading?.text ?? null,
  takenAt: reading?.takenAt ?? null,
  verdict: state,
});

/** What stands between a job and its sign-off. */
export interface Readiness {
  /** Every safety reading and test, with its verdict. */
  readonly tests: readonly RecordedTest[];
  /** Stops, and what was to be fixed or found out and was not, or was overridden. */
  readonly findings: readonly Finding[];
  /** Signing off in spite of these needs a name and a reason. */
  readonly open: readonly string[];
}

/** What is open at sign-off: stops and fixes, failed tests, tests without a reading. */
export function readinessOf({ chosen, findings, given: { job } }: Evaluation): Readiness {
  const tests = chosen
    ? [
        ...chosen.chains.map((c) => deadLine(c, job.readings)),
        ...chosen.tests.map((t) => testLine(verdictOf(t, job, chosen.option.key))),
      ]
    : [];
  const told = findings.filter((f) => holdsUp(f) || f.overridden !== undefined);
  return {
    tests,
    findings: told,
    open: [
      ...told
        .filter((f) => holdsUp(f))
        .map(
          (f) => `${f.severity === 'watch' ? 'Find out' : f.severity === 'fix' ? 'Fix' : 'Stop'}: ${f.says}`,
        ),
      ...tests.filter((t) => t.verdict === 'failed').map((t) => `Failed: ${t.says}`),
      ...tests.filter((t) => t.verdict === 'missing').map((t) => `Not tested: ${t.says}`),
    ],
  };
}

/** Who signs off, and why in spite of what is open. */
export interface Signer {
  readonly by: string;
  readonly reason: string;
}

export const SHORTEST_REASON = 10;

/** May this person sign off like this? With anything open it takes a name and a reason, else a name. */
export const maySign = ({ open }: Readiness, { by, reason }: Signer): boolean =>
  by.trim() !== '' && (open.length === 0 || reason.trim().length >= SHORTEST_REASON);

const MOST_LINES = 2000;

/**
 * What stays of a sign-off: who, why, every test with its verdict, every finding that was open.
 * @throws RangeError without a name, or without a reason where something is open
 */
export function recordOf(evaluation: Evaluation, signer: Signer): SignOffRecord {
  const ready = readinessOf(evaluation);
  if (!maySign(ready, signer))
    throw new RangeError('Signing off takes a name, and a reason where anything is open.');
  return {
    by: signer.by.trim(),
    reason: ready.open.length === 0 ? null : signer.reason.trim(),
    tests: ready.tests.slice(0, MOST_LINES),
    findings: ready.findings.slice(0, MOST_LINES).map((f) => ({
      rule: f.rule,
      severity: f.severity,
      says: f.says.slice(0, 600),
      overridden: f.overridden ?? null,
    })),
  };
}
