import {
  allOf,
  changedSince,
  diagnosePairs,
  ItemId,
  recordFile,
  undoSignOff,
  verdictOf,
  type Chosen,
  type Job,
  type Say,
  type Reading,
  type SignOffRecord,
  type Test,
  msg,
} from '@elwand/core';
import { Button, Input } from 'antd';
import { lazy, Suspense, useMemo, useState } from 'react';
import { download } from '../../parts/download.ts';
import { freshId } from '../../parts/ids.ts';
import { stateWord } from '../../parts/Mark.tsx';
import { edited } from '../../state/document.ts';
import { useAppDispatch } from '../../state/store.ts';
import { useWork } from '../../workspace/work.ts';
import { usePhone } from '../../workspace/use-phone.ts';
import { JobPhotos } from '../../photos/JobPhotos.tsx';
import { BuiltTables } from './BuiltTables.tsx';
import { PermitFields } from './PermitFields.tsx';
import { byBox, PhoneTests } from './PhoneTests.tsx';
import { SignOff } from './SignOff.tsx';
import { NoPlan } from '../NoPlan.tsx';
import '../marks.css';
import { moment } from '../../parts/day.ts';
import { useSay } from '../../app/say.ts';
import { useAwake } from '../../parts/use-awake.ts';

const FaultDrawer = lazy(() => import('../fault/FaultDrawer.tsx').then((m) => ({ default: m.FaultDrawer })));

const newest = (job: Job, key: string): Reading | undefined =>
  job.readings.filter((r) => r.testKey === key).at(-1);

/** What a typed reading means: volts, or a word such as OL that is kept as it is. */
function readValue(text: string): number | null {
  const n = Number(text.trim().replace(',', '.').replace(/\s*v$/i, ''));
  return text.trim() !== '' && Number.isFinite(n) ? n : null;
}

function TestRow({
  test,
  code,
  job,
  planKey,
  onReading,
}: {
  readonly test: Test;
  /** What it is called on the printed sheet. */
  readonly code: string;
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
      <td>
        <span className="quiet measure">{code}</span> {say(test.says)}
      </td>
      <td className="muted">{test.expect ? say(test.expect.says) : test.see && say(test.see)}</td>
      <td>
        {test.expect ? (
          <Input
            className="measure"
            style={{ width: 100 }}
            aria-label={say(msg('screen.prove.reading', { test: test.says }))}
            value={draft ?? reading?.text ?? ''}
            suffix={say(msg('screen.prove.v'))}
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
              aria-label={say(msg('screen.prove.yes', { test: test.says }))}
              onClick={() => onReading('yes', null)}
            >
              {say(msg('screen.prove.yes-2'))}
            </Button>
            <Button
              size="small"
              danger={reading?.text === 'no'}
              aria-label={say(msg('screen.prove.no', { test: test.says }))}
              onClick={() => onReading('no', null)}
            >
              {say(msg('screen.prove.no-2'))}
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

const READ = {
  ok: msg('screen.prove.as-expected'),
  failed: msg('screen.prove.failed'),
  missing: msg('screen.prove.not-tested'),
} as const;

/** The readings of a job that was signed off before records were kept. */
function Readings({ job }: { readonly job: Job }) {
  const say = useSay();
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
      {job.readings.length === 0 && (
        <p className="muted">{say(msg('screen.prove.no-readings-were-recorded'))}</p>
      )}
    </>
  );
}

/** Who signed, why in spite of what was open, and every verdict as it stood. */
function Record({ record }: { readonly record: SignOffRecord }) {
  const say = useSay();
  const open = record.findings.filter((f) => f.overridden === null);
  const overridden = record.findings.filter((f) => f.overridden !== null);
  return (
    <>
      {record.reason !== null && (
        <p className="step-caution">
          <b>{say(msg('screen.prove.reason-for-signing-off-with'))}</b> {record.reason}
        </p>
      )}
      {record.findings.length > 0 && (
        <ul>
          {open.map((f) => (
            <li key={`${f.rule}:${f.says}`}>
              <b>{say(stateWord(f.severity))}:</b> {f.says}
            </li>
          ))}
          {overridden.map((f) => (
            <li key={`${f.rule}:${f.says}`}>
              <b>{say(msg('screen.prove.overridden'))}</b> {f.says}. {f.overridden}
            </li>
          ))}
        </ul>
      )}
      {(record.deviations ?? []).length > 0 && (
        <section aria-label={say(msg('screen.different.found'))}>
          <h3>{say(msg('screen.different.found'))}</h3>
          <ul>
            {(record.deviations ?? []).map((d) => (
              <li key={`${d.at}:${d.says}`}>
                {d.says} <span className="quiet">{moment(d.at)}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <div style={{ overflowX: 'auto' }}>
        <table className="plain-table">
          <thead>
            <tr>
              <th>{say(msg('screen.prove.test'))}</th>
              <th>{say(msg('screen.prove.expect'))}</th>
              <th>{say(msg('screen.prove.reading-2'))}</th>
              <th>{say(msg('screen.prove.verdict'))}</th>
              <th>{say(msg('screen.prove.taken'))}</th>
            </tr>
          </thead>
          <tbody>
            {record.tests.map((t) => (
              <tr key={t.key}>
                <td>{t.says}</td>
                <td className="muted">{t.expected}</td>
                <td className="measure">{t.reading ?? ''}</td>
                <td className={t.verdict === 'ok' ? 'test-ok' : 'test-bad'}>{say(READ[t.verdict])}</td>
                <td className="quiet">{t.takenAt === null ? '' : moment(t.takenAt)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

/** Takes the sign-off back, where the house is still as it left it. */
function UndoSignOff() {
  const say = useSay();
  const { bundle } = useWork();
  const dispatch = useAppDispatch();
  const [asking, setAsking] = useState(false);
  if (!bundle.job.undo) return null;
  const changed = changedSince(bundle);
  if (changed.length > 0)
    return (
      <p className="quiet">
        {say(msg('screen.prove.cannot-undo', { things: allOf([...new Set(changed)].slice(0, 5)) }))}
      </p>
    );
  return asking ? (
    <div className="row" role="alertdialog" aria-label={say(msg('screen.prove.undo-sign-off'))}>
      <span className="grow">{say(msg('screen.prove.undo-why'))}</span>
      <Button danger onClick={() => void dispatch(edited(undoSignOff(bundle)))}>
        {say(msg('screen.prove.undo-sign-off'))}
      </Button>
      <Button onClick={() => setAsking(false)}>{say(msg('screen.prove.keep-it'))}</Button>
    </div>
  ) : (
    <div>
      <Button onClick={() => setAsking(true)}>{say(msg('screen.prove.undo-sign-off'))}</Button>
    </div>
  );
}

function Signed({ job }: { readonly job: Job }) {
  const say = useSay();
  const { bundle, edits, print } = useWork();
  const { record } = job;
  const file = recordFile(bundle.house, job);
  return (
    <div className="section stack">
      <div className="row">
        <h2 className="grow">
          {say(
            record
              ? msg('screen.prove.signed-off-by', { when: moment(job.signedOff ?? ''), who: record.by })
              : msg('screen.prove.signed-off', { when: moment(job.signedOff ?? '') }),
          )}
        </h2>
        {file && (
          <>
            <Button
              onClick={() =>
                download(`${job.id}-record.json`, `${JSON.stringify(file, null, 2)}\n`, 'application/json')
              }
            >
              {say(msg('screen.prove.save-record'))}
            </Button>
            <Button type="primary" onClick={() => print(['record'])}>
              {say(msg('screen.prove.print-record'))}
            </Button>
          </>
        )}
      </div>
      <p>{say(msg('screen.prove.the-new-boxes-and-cables'))}</p>
      <PermitFields job={job} onJob={edits.job} />
      <JobPhotos />
      {record?.built && <BuiltTables built={record.built} house={bundle.house} />}
      {record ? <Record record={record} /> : <Readings job={job} />}
      <UndoSignOff />
    </div>
  );
}

/** Mark 9: expected and measured side by side, what it tells, and the record. */
export function ProveMark() {
  useAwake();
  const say = useSay();
  const { bundle, evaluation, edits, print } = useWork();
  const { job } = bundle;
  const { chosen } = evaluation;
  const phone = usePhone();
  const [finding, setFinding] = useState(false);
  const planned = chosen?.option.key;
  const ofPlan = useMemo(() => job.readings.filter((r) => r.planKey === planned), [job.readings, planned]);
  if (job.signedOff !== null) return <Signed job={job} />;
  if (!chosen) return <NoPlan />;
  const planKey = chosen.option.key;
  const open = chosen.tests.filter((t) => verdictOf(t, job, planKey).state !== 'ok');
  const failed = chosen.tests.some((t) => verdictOf(t, job, planKey).state === 'failed');
  const [tap] = chosen.option.taps;
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
          {say(msg('screen.prove.test-sheet'))}{' '}
          <span className="muted">
            {say(
              msg('screen.prove.of-as-expected', {
                good: chosen.tests.length - open.length,
                count: chosen.tests.length,
              }),
            )}
          </span>
        </h2>
        {tap && (
          <Button type={failed ? 'primary' : 'default'} onClick={() => setFinding(true)}>
            {say(msg('screen.fault.open'))}
          </Button>
        )}
        <Button className="hide-phone" onClick={() => print(['tests'])}>
          {say(msg('screen.prove.print'))}
        </Button>
        {!phone && <SignOff />}
      </div>
      <PermitFields job={job} onJob={edits.job} />
      <JobPhotos />
      {told.map((t) => (
        <p key={t} className="step-caution" role="alert">
          {t}
        </p>
      ))}
      {phone ? (
        <PhoneTests chosen={chosen} job={job} onReading={(t, text, value) => record(t)(text, value)} />
      ) : (
        <table className="plain-table">
          <thead>
            <tr>
              <th>{say(msg('screen.prove.measure'))}</th>
              <th>{say(msg('screen.prove.expect'))}</th>
              <th>{say(msg('screen.prove.reading-2'))}</th>
              <th>{say(msg('screen.prove.verdict'))}</th>
            </tr>
          </thead>
          {byBox(chosen).map((g) => (
            <tbody key={g.tests[0]?.key}>
              <tr>
                <th colSpan={4} scope="rowgroup" className="test-group">
                  {say(g.label)}
                </th>
              </tr>
              {g.tests.map((t) => (
                <TestRow
                  key={t.key}
                  test={t}
                  code={`T${chosen.tests.indexOf(t) + 1}`}
                  job={job}
                  planKey={planKey}
                  onReading={record(t)}
                />
              ))}
            </tbody>
          ))}
        </table>
      )}
      {phone && <SignOff />}
      {finding && tap && (
        <Suspense fallback={null}>
          <FaultDrawer
            house={chosen.applied.house}
            place={job.id}
            first={tap.breaker.id}
            tests={ofPlan}
            onClose={() => setFinding(false)}
          />
        </Suspense>
      )}
      <p className="muted">
        {say(
          msg('screen.prove.update-the-panel-directory-breaker', {
            breakers: chosen.option.taps.map((t) => t.breaker.number).join(', '),
            wants: job.wants.map((w) => w.label).join(', '),
          }),
        )}
      </p>
    </div>
  );
}
