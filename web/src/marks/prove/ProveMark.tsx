import {
  diagnosePairs,
  ItemId,
  verdictOf,
  type Chosen,
  type Job,
  type Say,
  type Reading,
  type SignOffRecord,
  type Test,
} from '@elwand/core';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { freshId } from '../../parts/ids.ts';
import { stateWord } from '../../parts/Mark.tsx';
import { useWork } from '../../workspace/work.ts';
import { SignOff } from './SignOff.tsx';
import { NoPlan } from '../NoPlan.tsx';
import '../marks.css';
import { moment } from '../../parts/day.ts';
import { useSay } from '../../app/say.ts';

const newest = (job: Job, key: string): Reading | undefined =>
  job.readings.filter((r) => r.testKey === key).at(-1);

/** What a typed reading means: volts, or a word such as OL that is kept as it is. */
function readValue(text: string): number | null {
  const n = Number(text.trim().replace(',', '.').replace(/\s*v$/i, ''));
  return text.trim() !== '' && Number.isFinite(n) ? n : null;
}

function TestRow({
  test,
  job,
  planKey,
  onReading,
}: {
  readonly test: Test;
  readonly job: Job;
  /** Readings for another plan are told apart. */
  readonly planKey: string;
  readonly onReading: (text: string, value: number | null) => void;
}) {
  const say = useSay();
  const { reading, state, says } = verdictOf(test, job, planKey);
  const [draft, setDraft] = useState<string | null>(null);
  const commit = () => {
    if (draft === null || draft.trim() === '') return;
    onReading(draft.trim(), readValue(draft));
    setDraft(null);
  };
  return (
    <tr>
      <td>{say(test.says)}</td>
      <td className="muted">{test.expect ? say(test.expect.says) : test.see && say(test.see)}</td>
      <td>
        {test.expect ? (
          <Input
            className="measure"
            style={{ width: 100 }}
            aria-label={`Reading: ${say(test.says)}`}
            value={draft ?? reading?.text ?? ''}
            suffix="V"
            onChange={(e) => setDraft(e.target.value)}
            onBlur={commit}
            onPressEnter={commit}
            inputMode="decimal"
          />
        ) : (
          <span className="row">
            <Button
              size="small"
              type={reading?.text === 'yes' ? 'primary' : 'default'}
              aria-label={`Yes: ${say(test.says)}`}
              onClick={() => onReading('yes', null)}
            >
              Yes
            </Button>
            <Button
              size="small"
              danger={reading?.text === 'no'}
              aria-label={`No: ${say(test.says)}`}
              onClick={() => onReading('no', null)}
            >
              No
            </Button>
          </span>
        )}
      </td>
      <td className={state === 'missing' ? 'muted' : state === 'ok' ? 'test-ok' : 'test-bad'}>{say(says)}</td>
    </tr>
  );
}

/** What the three pairs of one place say together. */
function diagnoses(chosen: Chosen, job: Job, say: Say): string[] {
  const places = new Map<string, Test[]>();
  for (const t of chosen.tests) {
    const m = /^(prove:[^:]+:[^:]+):(hot|neutral)-/.exec(t.key);
    if (m?.[1] !== undefined) places.set(m[1], [...(places.get(m[1]) ?? []), t]);
  }
  return [...places.entries()].flatMap(([place, tests]) => {
    const value = (pair: string) => newest(job, `${place}:${pair}`)?.value ?? null;
    const d = diagnosePairs(value('hot-neutral'), value('hot-ground'), value('neutral-ground'));
    const at = chosen.applied.house.points.find((p) => p.id === tests[0]?.pointId)?.label ?? '';
    return d.ok === false ? [`${at}: ${say(d.says)}`] : [];
  });
}

const READ = { ok: 'as expected', failed: 'failed', missing: 'not tested' } as const;

/** The readings of a job that was signed off before records were kept. */
function Readings({ job }: { readonly job: Job }) {
  return (
    <>
      <table className="plain-table">
        <tbody>
          {job.readings.map((r) => (
            <tr key={r.id}>
              <td>{r.says}</td>
              <td className="measure">
                {r.text}
                {r.value !== null && /^[\d.]+$/.test(r.text) ? ' V' : ''}
              </td>
              <td className="quiet">{moment(r.takenAt)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {job.readings.length === 0 && <p className="muted">No readings were recorded.</p>}
    </>
  );
}

/** Who signed, why in spite of what was open, and every verdict as it stood. */
function Record({ record }: { readonly record: SignOffRecord }) {
  const open = record.findings.filter((f) => f.overridden === null);
  const overridden = record.findings.filter((f) => f.overridden !== null);
  return (
    <>
      {record.reason !== null && (
        <p className="step-caution">
          <b>Reason for signing off with items open:</b> {record.reason}
        </p>
      )}
      {record.findings.length > 0 && (
        <ul>
          {open.map((f) => (
            <li key={`${f.rule}:${f.says}`}>
              <b>{stateWord(f.severity)}:</b> {f.says}
            </li>
          ))}
          {overridden.map((f) => (
            <li key={`${f.rule}:${f.says}`}>
              <b>Overridden:</b> {f.says}. {f.overridden}
            </li>
          ))}
        </ul>
      )}
      <div style={{ overflowX: 'auto' }}>
        <table className="plain-table">
          <thead>
            <tr>
              <th>Test</th>
              <th>Expect</th>
              <th>Reading</th>
              <th>Verdict</th>
              <th>Taken</th>
            </tr>
          </thead>
          <tbody>
            {record.tests.map((t) => (
              <tr key={t.key}>
                <td>{t.says}</td>
                <td className="muted">{t.expected}</td>
                <td className="measure">{t.reading ?? ''}</td>
                <td className={t.verdict === 'ok' ? 'test-ok' : 'test-bad'}>{READ[t.verdict]}</td>
                <td className="quiet">{t.takenAt === null ? '' : moment(t.takenAt)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

function Signed({ job }: { readonly job: Job }) {
  const { record } = job;
  return (
    <div className="section stack">
      <h2>
        Signed off {job.signedOff ? moment(job.signedOff) : ''}
        {record ? ` by ${record.by}` : ''}
      </h2>
      <p>The new boxes and cables are part of the house now.</p>
      {record ? <Record record={record} /> : <Readings job={job} />}
      <div>
        <Button onClick={() => window.print()}>Print record</Button>
      </div>
    </div>
  );
}

/** Mark 9: expected and measured side by side, what it tells, and the record. */
export function ProveMark() {
  const say = useSay();
  const { bundle, evaluation, edits } = useWork();
  const { job } = bundle;
  const { chosen } = evaluation;
  if (job.signedOff !== null) return <Signed job={job} />;
  if (!chosen) return <NoPlan />;
  const planKey = chosen.option.key;
  const open = chosen.tests.filter((t) => verdictOf(t, job, planKey).state !== 'ok');
  const told = diagnoses(chosen, job, say);
  const record = (test: Test) => (text: string, value: number | null) =>
    edits.job({
      ...job,
      readings: [
        ...job.readings,
        {
          id: ItemId.parse(freshId('rd')),
          testKey: test.key,
          says: say(test.says),
          text,
          value,
          takenAt: new Date().toISOString(),
          planKey,
        },
      ],
    });
  return (
    <div className="section stack">
      <div className="row">
        <h2 className="grow">
          Test sheet{' '}
          <span className="muted">
            {chosen.tests.length - open.length} of {chosen.tests.length} as expected
          </span>
        </h2>
        <Button onClick={() => window.print()}>Print</Button>
        <SignOff />
      </div>
      {told.map((t) => (
        <p key={t} className="step-caution" role="alert">
          {t}
        </p>
      ))}
      <div style={{ overflowX: 'auto' }}>
        <table className="plain-table">
          <thead>
            <tr>
              <th>Measure</th>
              <th>Expect</th>
              <th>Reading</th>
              <th>Verdict</th>
            </tr>
          </thead>
          <tbody>
            {chosen.tests.map((t) => (
              <TestRow key={t.key} test={t} job={job} planKey={planKey} onReading={record(t)} />
            ))}
          </tbody>
        </table>
      </div>
      <p className="muted">
        Update the panel directory: breaker {chosen.option.taps.map((t) => t.breaker.number).join(', ')} now
        also feeds {job.wants.map((w) => w.label).join(', ')}.
      </p>
    </div>
  );
}
