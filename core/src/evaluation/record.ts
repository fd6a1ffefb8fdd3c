import type { BuiltRecord, Job, Reading, SignOffRecord } from '../document/index.ts';
import { holdsUp, type Finding } from '../findings/index.ts';
import { DEAD_BELOW_VOLTS, deadState, within, type DeadChain, type Test } from '../work/index.ts';
import type { Evaluation } from './judge.ts';
import { msg, q, type Text, speaker } from '../words/index.ts';

/** What a test says by its newest reading. */
export interface TestVerdict {
  readonly test: Test;
  readonly reading: Reading | null;
  readonly state: 'ok' | 'failed' | 'missing';
  readonly says: Text;
}

/**
 * The verdict of one test. A reading that was taken for another plan is none: what it measured may be wired otherwise by now.
 * @param planKey key of the chosen option
 */
export function verdictOf(test: Test, { readings }: Pick<Job, 'readings'>, planKey: string): TestVerdict {
  const reading = readings.filter((r) => r.testKey === test.key).at(-1) ?? null;
  const is = (state: TestVerdict['state'], says: Text): TestVerdict => ({ test, reading, state, says });
  if (reading === null) return is('missing', '');
  if (reading.planKey !== planKey) return is('missing', msg('evaluation.record.old'));
  if (test.expect === null)
    return reading.text === 'yes'
      ? is('ok', msg('evaluation.record.seen'))
      : is('failed', msg('evaluation.record.no'));
  if (reading.value === null)
    return is('failed', msg('evaluation.record.no-voltage', { text: reading.text }));
  return within(test.expect, reading.value)
    ? is('ok', msg('evaluation.record.ok'))
    : is('failed', msg('evaluation.record.expected', { reading: test.expect.says }));
}

/** A test as it stands at sign-off; the record keeps it in words. */
export interface ReadyTest {
  readonly key: string;
  readonly says: Text;
  readonly expected: Text;
  readonly reading: Text | null;
  readonly takenAt: string | null;
  readonly verdict: TestVerdict['state'];
}

/** A box that was opened, as one line: tested dead before it was touched, or not. */
function deadLine(chain: DeadChain, readings: Job['readings']): ReadyTest {
  const { state } = deadState(chain, readings);
  const last = readings.filter((r) => chain.links.some((l) => l.test.key === r.testKey)).at(-1);
  return {
    key: `dead:${chain.pointId}`,
    says: msg('evaluation.record.dead', { box: chain.label }),
    expected: msg('evaluation.record.dead-expected', { volts: q.volts(DEAD_BELOW_VOLTS) }),
    reading:
      state === 'proved'
        ? msg('evaluation.record.is-dead')
        : state === 'live'
          ? msg('evaluation.record.is-live')
          : null,
    takenAt: last?.takenAt ?? null,
    verdict: state === 'proved' ? 'ok' : state === 'open' ? 'missing' : 'failed',
  };
}

const testLine = ({ test, reading, state }: TestVerdict): ReadyTest => ({
  key: test.key,
  says: test.says,
  expected: test.expect?.says ?? test.see ?? '',
  reading: reading?.text ?? null,
  takenAt: reading?.takenAt ?? null,
  verdict: state,
});

/** What stands between a job and its sign-off. */
export interface Readiness {
  /** Every safety reading and test, with its verdict. */
  readonly tests: readonly ReadyTest[];
  /** Stops, and what was to be fixed or found out and was not, or was overridden. */
  readonly findings: readonly Finding[];
  /** Signing off in spite of these needs a name and a reason. */
  readonly open: readonly Text[];
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
        .map((f) => msg('evaluation.record.open', { state: f.severity, what: f.says })),
      ...tests
        .filter((t) => t.verdict === 'failed')
        .map((t) => msg('evaluation.record.failed', { test: t.says })),
      ...tests
        .filter((t) => t.verdict === 'missing')
        .map((t) => msg('evaluation.record.missing', { test: t.says })),
    ],
  };
}

/** Who signs off, and why in spite of what is open. */
export interface Signer {
  readonly by: string;
  readonly reason: string;
  /** The drawings that the record keeps; left out, it has none. */
  readonly drawings?: BuiltRecord['drawings'];
}

export const SHORTEST_REASON = 10;

/** May this person sign off like this? With anything open it takes a name and a reason, else a name. */
export const maySign = ({ open }: Readiness, { by, reason }: Signer): boolean =>
  by.trim() !== '' && (open.length === 0 || reason.trim().length >= SHORTEST_REASON);

const MOST_LINES = 2000;
/** As long as a line of the record may be: a test button can cover more boxes than anybody reads. */
const LONGEST_LINE = 400;
const LONGEST_FINDING = 600;
const cut = (text: string): string => text.slice(0, LONGEST_LINE);

/** What was found otherwise than planned, and steps that were left open for a while, with the reason; in the order in which it came up. */
function deviationsOf({ chosen, given: { job } }: Evaluation): { at: string; says: Text }[] {
  const titles = new Map(chosen?.steps.map((s) => [s.key, s.title] as const));
  return [
    ...(job.surprises ?? []),
    ...job.log.flatMap(({ at, stepKey, state, reason }) => {
      const step = titles.get(stepKey);
      return state === 'open' && reason !== '' && step !== undefined
        ? [{ at, says: msg('evaluation.record.left-open', { step, reason }) }]
        : [];
    }),
  ].sort((a, b) => (a.at < b.at ? -1 : 1));
}

/**
 * What stays of a sign-off: who, why, every test with its verdict, every finding that was open.
 * @throws RangeError without a name, or without a reason where something is open
 */
export function recordOf(evaluation: Evaluation, signer: Signer): SignOffRecord {
  const ready = readinessOf(evaluation);
  const say = speaker(evaluation.given.house.units);
  if (!maySign(ready, signer))
    throw new RangeError('Signing off takes a name, and a reason where anything is open.');
  return {
    by: signer.by.trim(),
    reason: ready.open.length === 0 ? null : signer.reason.trim(),
    tests: ready.tests.slice(0, MOST_LINES).map((t) => ({
      ...t,
      says: cut(say(t.says)),
      expected: cut(say(t.expected)),
      reading: t.reading === null ? null : cut(say(t.reading)),
    })),
    findings: ready.findings.slice(0, MOST_LINES).map((f) => ({
      rule: f.rule,
      severity: f.severity,
      says: say(f.says).slice(0, LONGEST_FINDING),
      overridden: f.overridden === undefined ? null : cut(say(f.overridden)),
    })),
    deviations: deviationsOf(evaluation).map((d) => ({
      at: d.at,
      says: say(d.says).slice(0, LONGEST_FINDING),
    })),
  };
}
