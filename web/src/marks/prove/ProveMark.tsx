import {
  diagnosePairs,
  ItemId,
  signOff,
  within,
  type Chosen,
  type Job,
  type Reading,
  type Test,
} from '@elwand/core';
import { Button, Input, Modal } from 'antd';
import { useState } from 'react';
import { freshId } from '../../parts/ids.ts';
import { edited } from '../../state/document.ts';
import { useAppDispatch } from '../../state/store.ts';
import { useWork } from '../../workspace/work.ts';
import { NoPlan } from '../NoPlan.tsx';
import '../marks.css';

const newest = (job: Job, key: string): Reading | undefined =>
  job.readings.filter((r) => r.testKey === key).at(-1);

/** What a typed reading means: volts, or a word such as OL that is kept as it is. */
function readValue(text: string): number | null {
  const n = Number(text.trim().replace(',', '.').replace(/\s*v$/i, ''));
  return text.trim() !== '' && Number.isFinite(n) ? n : null;
}

function verdict(test: Test, reading: Reading | undefined): { ok: boolean | null; says: string } {
  if (!reading) return { ok: null, says: '' };
  if (test.expect === null)
    return reading.text === 'yes' ? { ok: true, says: 'seen' } : { ok: false, says: 'not as it should be' };
  if (reading.value === null)
    return { ok: false, says: `"${reading.text}" is no voltage: look at the leads, measure again` };
  return within(test.expect, reading.value)
    ? { ok: true, says: 'as expected' }
    : { ok: false, says: `expected ${test.expect.says}` };
}

function TestRow({
  test,
  job,
  stale,
  onReading,
}: {
  readonly test: Test;
  readonly job: Job;
  readonly stale: boolean;
  readonly onReading: (text: string, value: number | null) => void;
}) {
  const reading = newest(job, test.key);
  const [draft, setDraft] = useState<string | null>(null);
  const v = verdict(test, reading);
  const commit = () => {
    if (draft === null || draft.trim() === '') return;
    onReading(draft.trim(), readValue(draft));
    setDraft(null);
  };
  return (
    <tr>
      <td>{test.says}</td>
      <td className="muted">{test.expect ? test.expect.says : test.see}</td>
      <td>
        {test.expect ? (
          <Input
            className="measure"
            style={{ width: 100 }}
            aria-label={`Reading: ${test.says}`}
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
              aria-label={`Yes: ${test.says}`}
              onClick={() => onReading('yes', null)}
            >
              Yes
            </Button>
            <Button
              size="small"
              danger={reading?.text === 'no'}
              aria-label={`No: ${test.says}`}
              onClick={() => onReading('no', null)}
            >
              No
            </Button>
          </span>
        )}
      </td>
      <td className={v.ok === null ? 'muted' : v.ok ? 'test-ok' : 'test-bad'}>
        {v.says}
        {stale && reading ? <span className="quiet"> (taken before the change)</span> : null}
      </td>
    </tr>
  );
}

/** What the three pairs of one place say together. */
function diagnoses(chosen: Chosen, job: Job): string[] {
  const places = new Map<string, Test[]>();
  for (const t of chosen.tests) {
    const m = /^(prove:[^:]+:[^:]+):(hot|neutral)-/.exec(t.key);
    if (m?.[1] !== undefined) places.set(m[1], [...(places.get(m[1]) ?? []), t]);
  }
  return [...places.entries()].flatMap(([place, tests]) => {
    const value = (pair: string) => newest(job, `${place}:${pair}`)?.value ?? null;
    const d = diagnosePairs(value('hot-neutral'), value('hot-ground'), value('neutral-ground'));
    return d.ok === false ? [`${tests[0]?.says.replace(/, hot, neutral$/, '') ?? ''}: ${d.says}`] : [];
  });
}

function Signed({ job }: { readonly job: Job }) {
  return (
    <div className="section stack">
      <h2>Signed off {job.signedOff ? new Date(job.signedOff).toLocaleString() : ''}</h2>
      <p>The new points and cables are part of the house now. Readings on record:</p>
      <table className="plain-table">
        <tbody>
          {job.readings.map((r) => (
            <tr key={r.id}>
              <td>{r.says}</td>
              <td className="measure">
                {r.text}
                {r.value !== null && /^[\d.]+$/.test(r.text) ? ' V' : ''}
              </td>
              <td className="quiet">{new Date(r.takenAt).toLocaleString()}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {job.readings.length === 0 && <p className="muted">No reading was taken down.</p>}
      <div>
        <Button onClick={() => window.print()}>Print the record</Button>
      </div>
    </div>
  );
}

/** Mark 9: expected and measured side by side, what it tells, and the record. */
export function ProveMark() {
  const { bundle, evaluation, edits } = useWork();
  const dispatch = useAppDispatch();
  const { job } = bundle;
  const { chosen } = evaluation;
  if (job.signedOff !== null) return <Signed job={job} />;
  if (!chosen) return <NoPlan />;
  const planKey = chosen.option.key;
  const open = chosen.tests.filter((t) => verdict(t, newest(job, t.key)).ok !== true);
  const told = diagnoses(chosen, job);
  const record = (test: Test) => (text: string, value: number | null) =>
    edits.job({
      ...job,
      readings: [
        ...job.readings,
        {
          id: ItemId.parse(freshId('rd')),
          testKey: test.key,
          says: test.says,
          text,
          value,
          takenAt: new Date().toISOString(),
          planKey,
        },
      ],
    });
  const sign = () => {
    const done = () => void dispatch(edited(signOff(evaluation, new Date().toISOString())));
    if (open.length === 0) {
      done();
      return;
    }
    Modal.confirm({
      title: `${open.length} test${open.length === 1 ? ' is' : 's are'} not as expected or not taken`,
      content:
        'Signing off writes the new points into the house as built. Only if a qualified person has tested them another way.',
      okText: 'Sign off anyway',
      cancelText: 'Go on testing',
      onOk: done,
    });
  };
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
        <Button type={open.length === 0 ? 'primary' : 'default'} onClick={sign}>
          Sign off
        </Button>
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
              <TestRow
                key={t.key}
                test={t}
                job={job}
                stale={newest(job, t.key)?.planKey !== planKey}
                onReading={record(t)}
              />
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
