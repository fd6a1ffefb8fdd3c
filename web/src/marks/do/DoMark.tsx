import {
  toolText,
  deadState,
  type DeadChain,
  type Finding,
  duration,
  roughTime,
  ItemId,
  type Job,
  type LogEntry,
  type Step,
  sourceLine,
  msg,
  type Text,
  allOf,
} from '@elwand/core';
import { Button, Input } from 'antd';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { freshId } from '../../parts/ids.ts';
import { usePhone } from '../../workspace/use-phone.ts';
import { letterOf } from '@elwand/core/sheets';
import { useWork } from '../../workspace/work.ts';
import { NoPlan } from '../NoPlan.tsx';
import { DeadProof } from './DeadProof.tsx';
import '../marks.css';
import { moment } from '../../parts/day.ts';
import { useSay } from '../../app/say.ts';
import { Said, slot } from '../../app/Said.tsx';
import { useAwake } from '../../parts/use-awake.ts';

const CalendarDrawer = lazy(() =>
  import('./calendar/CalendarDrawer.tsx').then((m) => ({ default: m.CalendarDrawer })),
);

const WINDOW: Record<Step['window'], Text> = {
  before: msg('screen.do.before-the-power-goes-off'),
  off: msg('screen.do.power-off'),
  after: msg('screen.do.power-on-again'),
};

const last = (job: Job, key: string): LogEntry | undefined => job.log.filter((l) => l.stepKey === key).at(-1);
const isDone = (job: Job, key: string): boolean => last(job, key)?.state === 'done';

/** How long the power has been off, in whole minutes; null when it is on. */
function outageMinutes(job: Job, now: number): number | null {
  const off = last(job, 'off');
  const on = last(job, 'on');
  if (off?.state !== 'done' || (on?.state === 'done' && on.at > off.at)) return null;
  return Math.max(0, Math.floor((now - Date.parse(off.at)) / 60_000));
}

function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 30_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}

function StepList({
  steps,
  job,
  current,
  onChoose,
}: {
  readonly steps: readonly Step[];
  readonly job: Job;
  readonly current: string;
  readonly onChoose: (key: string) => void;
}) {
  const say = useSay();
  return (
    <nav className="step-list" aria-label={say(msg('screen.do.steps'))}>
      {(['before', 'off', 'after'] as const).map((w) => (
        <div key={w} className={w === 'off' ? 'window-off' : undefined}>
          <p className="window-name">
            {say(WINDOW[w])},{' '}
            {roughTime(steps.filter((s) => s.window === w).reduce((m, s) => m + s.minutes, 0))}
          </p>
          <ol>
            {steps
              .filter((s) => s.window === w)
              .map((s) => (
                <li key={s.key}>
                  <button
                    type="button"
                    aria-current={s.key === current ? 'step' : undefined}
                    onClick={() => onChoose(s.key)}
                  >
                    <span aria-hidden="true">{isDone(job, s.key) ? '✓' : last(job, s.key) ? '?' : '·'}</span>
                    <span>
                      {say(s.title)}
                      {isDone(job, s.key) && (
                        <span className="visually-hidden"> {say(msg('screen.do.done'))}</span>
                      )}
                    </span>
                    <span className="quiet measure">{Math.round(s.minutes)}</span>
                  </button>
                </li>
              ))}
          </ol>
        </div>
      ))}
    </nav>
  );
}

/** How many are done, and how long the power has been off. */
function StepsHeading({
  steps,
  job,
  planned,
  onCalendar,
}: {
  readonly steps: readonly Step[];
  readonly job: Job;
  readonly planned: number;
  readonly onCalendar: () => void;
}) {
  const say = useSay();
  const { print } = useWork();
  const off = outageMinutes(job, useNow());
  return (
    <div className="row">
      <h2 className="grow">
        {say(
          msg('screen.do.of-steps-done', {
            done: steps.filter((s) => isDone(job, s.key)).length,
            count: steps.length,
          }),
        )}
      </h2>
      {off !== null && (
        <span className="tag">
          <Said
            text={msg('screen.do.power-off-for', {
              time: slot('time'),
              planned: roughTime(planned),
            })}
            slots={{ time: <b>{duration(off)}</b> }}
          />
        </span>
      )}
      <Button className="no-print" onClick={onCalendar}>
        {say(msg('screen.calendar.open'))}
      </Button>
      <Button className="hide-phone no-print" onClick={() => print(['job', 'boxes'])}>
        {say(msg('screen.do.print'))}
      </Button>
    </div>
  );
}

/** What a step is: where, how long, by whom; what to look out for, what to look at, what to bring. */
function StepAbout({ step, chain }: { readonly step: Step; readonly chain: DeadChain | undefined }) {
  const say = useSay();
  const phone = usePhone();
  return (
    <>
      <p className="quiet">
        {[
          WINDOW[step.window],
          step.place === '' ? msg('screen.do.anywhere') : step.place,
          msg('screen.do.minutes', { minutes: Math.round(step.minutes) }),
          step.waitDays > 0 ? msg('screen.do.let-it-dry-first', { days: step.waitDays }) : '',
          step.by === 'electrician' ? msg('screen.do.the-electrician') : '',
        ]
          .filter((part) => part !== '')
          .map(say)
          .join(' · ')}
      </p>
      <h2>{say(step.title)}</h2>
      {step.detail !== '' && !chain && <p>{say(step.detail)}</p>}
      {chain && (
        <details open={!phone}>
          <summary>{say(msg('screen.do.how-to-test-it'))}</summary>
          <p>{say(step.detail)}</p>
        </details>
      )}
      {step.cautions.map((c) => (
        <p key={say(c)} className="step-caution">
          {say(c)}
        </p>
      ))}
      {step.checks.length > 0 && (
        <details open={!phone} className="step-checks">
          <summary>{say(msg('screen.do.look-at-before-going-on', { count: step.checks.length }))}</summary>
          <ul>
            {step.checks.map((c) => (
              <li key={say(c.says)}>
                {say(c.says)} <span className="quiet">{say(sourceLine(c.source))}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
      {step.tools.length > 0 && !(chain && phone) && (
        <p className="muted">
          {say(msg('screen.do.bring', { tools: step.tools.map((t) => say(toolText(t))).join(', ') }))}
        </p>
      )}
    </>
  );
}

/** What has to come before it: other steps, and boxes that are not tested dead. */
function StepWaits({
  steps,
  job,
  step,
  unproved,
}: {
  readonly steps: readonly Step[];
  readonly job: Job;
  readonly step: Step;
  readonly unproved: readonly DeadChain[];
}) {
  const say = useSay();
  const waits = step.after.filter((k) => steps.some((s) => s.key === k) && !isDone(job, k));
  return (
    <>
      {waits.length > 0 && (
        <p className="muted">
          {say(
            msg('screen.do.comes-after', {
              steps: waits
                .flatMap((k) => steps.find((s) => s.key === k)?.title ?? [])
                .map(say)
                .join('; '),
            }),
          )}
        </p>
      )}
      {unproved.length > 0 && (
        <p role="alert">
          <b>
            {say(
              msg('screen.do.not-before-test-dead', {
                points: allOf(unproved.map((c) => c.label)),
                count: unproved.length,
              }),
            )}
          </b>
        </p>
      )}
    </>
  );
}

/** Done, or left open with the reason; a step that is done can be taken back. */
function StepActions({
  job,
  step,
  locked,
  log,
}: {
  readonly job: Job;
  readonly step: Step;
  readonly locked: boolean;
  readonly log: (state: LogEntry['state'], why: string) => void;
}) {
  const say = useSay();
  const [reason, setReason] = useState<string | null>(null);
  const latest = last(job, step.key);
  if (isDone(job, step.key))
    return (
      <p>
        {say(msg('screen.do.done-2', { at: moment(latest?.at ?? '') }))}{' '}
        <Button size="small" onClick={() => log('open', say(msg('screen.do.taken-back')))}>
          {say(msg('screen.do.not-done-after-all'))}
        </Button>
      </p>
    );
  return (
    <>
      <Button type="primary" className="big-button" disabled={locked} onClick={() => log('done', '')}>
        {say(msg('screen.do.done-next-step'))}
      </Button>
      {reason === null ? (
        <Button className="big-button" onClick={() => setReason('')}>
          {say(msg('screen.do.cant-do-it-now'))}
        </Button>
      ) : (
        <div className="stack">
          <Input.TextArea
            aria-label={say(msg('screen.do.why-not'))}
            autoFocus
            autoSize={{ minRows: 2 }}
            maxLength={400}
            value={reason}
            placeholder={say(msg('screen.do.why-the-step-stays-open'))}
            onChange={(e) => setReason(e.target.value)}
          />
          <Button disabled={reason.trim() === ''} onClick={() => log('open', reason.trim())}>
            {say(msg('screen.do.leave-it-open'))}
          </Button>
        </div>
      )}
      {latest?.state === 'open' && latest?.reason !== '' && (
        <p className="muted">{say(msg('screen.do.left-open', { reason: latest?.reason ?? '' }))}</p>
      )}
    </>
  );
}

/** Checks that somebody went on against: on the sheet that is worked by, so that nobody finds out later. */
function OverriddenChecks({ findings }: { readonly findings: readonly Finding[] }) {
  const say = useSay();
  const over = findings.flatMap(({ key, says, overridden }) =>
    overridden === undefined ? [] : [{ key, says, overridden }],
  );
  if (over.length === 0) return null;
  return (
    <section aria-label={say(msg('screen.do.overridden-checks'))}>
      <h3>{say(msg('screen.do.overridden-checks'))}</h3>
      <ul>
        {over.map((f) => (
          <li key={f.key}>
            <b>{say(f.says)}</b> {say(f.overridden)}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Mark 8: one step a card, in an order that keeps the circuit off for the shortest time. */
export function DoMark() {
  const say = useSay();
  const { bundle, evaluation, edits } = useWork();
  const { chosen } = evaluation;
  const [picked, setPicked] = useState<string | null>(null);
  const [planning, setPlanning] = useState(false);
  const card = useRef<HTMLElement>(null);
  useAwake();
  // On a phone the card stands above the list: a step that was picked down there comes into view.
  useEffect(() => {
    if (picked !== null) card.current?.scrollIntoView({ block: 'start' });
  }, [picked]);
  if (!chosen) return <NoPlan />;
  const { job } = bundle;
  const { steps, chains } = chosen;
  const step = steps.find((s) => s.key === picked) ?? steps.find((s) => !isDone(job, s.key)) ?? steps.at(-1);
  if (!step) return <NoPlan />;
  const chain = step.kind === 'prove-dead' ? chains.find((c) => c.pointId === step.pointId) : undefined;
  const planReadings = job.readings.filter((r) => r.planKey === chosen.option.key);
  const unproved = chains.filter((c) => deadState(c, planReadings).state !== 'proved');
  // A step that touches conductors has no way round the proof.
  const locked =
    step.window === 'off' && step.kind !== 'power' && step.kind !== 'prove-dead' && unproved.length > 0;
  const chainOpen = chain !== undefined && deadState(chain, planReadings).state !== 'proved';
  const log = (state: LogEntry['state'], why: string) => {
    const entry: LogEntry = {
      id: ItemId.parse(freshId('log')),
      stepKey: step.key,
      state,
      reason: why,
      at: new Date().toISOString(),
      minutes: null,
    };
    edits.job({ ...job, log: [...job.log, entry] });
    setPicked(null);
  };
  return (
    <div className="section stack">
      <StepsHeading
        steps={steps}
        job={job}
        planned={chosen.option.outageMinutes}
        onCalendar={() => setPlanning(true)}
      />
      {planning && (
        <Suspense fallback={null}>
          <CalendarDrawer onClose={() => setPlanning(false)} />
        </Suspense>
      )}
      <OverriddenChecks findings={evaluation.findings} />
      <div className="step-grid">
        <StepList steps={steps} job={job} current={step.key} onChoose={setPicked} />
        <article ref={card} className="step-card" aria-label={say(step.title)}>
          <StepAbout step={step} chain={chain} />
          {chain && (
            <DeadProof
              chain={chain}
              letter={letterOf(chains.indexOf(chain))}
              readings={planReadings}
              planKey={chosen.option.key}
              onReading={(r) => edits.job({ ...job, readings: [...job.readings, r] })}
              onAgain={() =>
                edits.job({
                  ...job,
                  readings: job.readings.filter((r) => !r.testKey.startsWith(`dead:${chain.pointId}:`)),
                })
              }
            />
          )}
          <StepWaits steps={steps} job={job} step={step} unproved={locked ? unproved : []} />
          <StepActions key={step.key} job={job} step={step} locked={locked || chainOpen} log={log} />
        </article>
      </div>
    </div>
  );
}
