import {
  toolText,
  deadState,
  type DeadChain,
  type Finding,
  duration,
  roughTime,
  progressOf,
  type LogEntry,
  type Progress,
  type Step,
  sourceLine,
  msg,
  type Text,
  allOf,
} from '@elwand/core';
import { Button } from 'antd';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { usePhone } from '../../workspace/use-phone.ts';
import { letterOf } from '@elwand/core/sheets';
import { useWork } from '../../workspace/work.ts';
import { NoPlan } from '../NoPlan.tsx';
import { JobPhotos } from '../../photos/JobPhotos.tsx';
import { CarryList } from './CarryList.tsx';
import { DeadProof } from './DeadProof.tsx';
import { OutageBar } from './OutageBar.tsx';
import { PacePanel } from './PacePanel.tsx';
import { StepActions } from './StepActions.tsx';
import { Surprises } from './Surprises.tsx';
import '../marks.css';
import { moment } from '../../parts/day.ts';
import { useNow } from '../../parts/use-now.ts';
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

/** How long the power has been off, in whole minutes; null when it is on. */
function outageMinutes({ lastOf }: Progress, now: number): number | null {
  const off = lastOf({ key: 'off' });
  const on = lastOf({ key: 'on' });
  if (off?.state !== 'done' || (on?.state === 'done' && on.at > off.at)) return null;
  return Math.max(0, Math.floor((now - Date.parse(off.at)) / 60_000));
}

const SIGN = { done: '✓', changed: '↻', open: '?', 'to-do': '·' } as const;

function StepList({
  steps,
  progress,
  current,
  onChoose,
}: {
  readonly steps: readonly Step[];
  readonly progress: Progress;
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
                    <span aria-hidden="true">{SIGN[progress.stateOf(s)]}</span>
                    <span>
                      {say(s.title)}
                      <span className="visually-hidden">
                        {' '}
                        {say(msg(`screen.do.state.${progress.stateOf(s)}`))}
                      </span>
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
  progress,
  planned,
  onCalendar,
}: {
  readonly steps: readonly Step[];
  readonly progress: Progress;
  readonly planned: number;
  readonly onCalendar: () => void;
}) {
  const say = useSay();
  const { print } = useWork();
  const off = outageMinutes(progress, useNow());
  return (
    <div className="row">
      <h2 className="grow">
        {say(
          msg('screen.do.of-steps-done', {
            done: progress.done.size,
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
      {step.key === 'carry' && <CarryList />}
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
  progress,
  step,
  unproved,
}: {
  readonly steps: readonly Step[];
  readonly progress: Progress;
  readonly step: Step;
  readonly unproved: readonly DeadChain[];
}) {
  const say = useSay();
  const waits = steps.filter((s) => step.after.includes(s.key) && !progress.isDone(s));
  return (
    <>
      {waits.length > 0 && (
        <p className="muted">
          {say(
            msg('screen.do.comes-after', {
              steps: waits.map((s) => say(s.title)).join('; '),
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

/** What was done for a plan that is another one by now: nobody does it twice, and nobody forgets it in the wall. */
function DoneBefore({ gone }: { readonly gone: readonly LogEntry[] }) {
  const say = useSay();
  if (gone.length === 0) return null;
  return (
    <section aria-label={say(msg('screen.do.done-before'))}>
      <h3>{say(msg('screen.do.done-before'))}</h3>
      <p className="muted">{say(msg('screen.do.done-before-why'))}</p>
      <ul>
        {gone.map((e) => (
          <li key={e.id}>
            {e.did?.says ?? e.stepKey} <span className="quiet">{moment(e.at)}</span>
          </li>
        ))}
      </ul>
    </section>
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
  const progress = progressOf(job, steps);
  const step = steps.find((s) => s.key === picked) ?? steps.find((s) => !progress.isDone(s)) ?? steps.at(-1);
  if (!step) return <NoPlan />;
  const chain = step.kind === 'prove-dead' ? chains.find((c) => c.pointId === step.pointId) : undefined;
  const planReadings = job.readings.filter((r) => r.planKey === chosen.option.key);
  const unproved = chains.filter((c) => deadState(c, planReadings).state !== 'proved');
  // A step that touches conductors has no way round the proof.
  const locked =
    step.window === 'off' && step.kind !== 'power' && step.kind !== 'prove-dead' && unproved.length > 0;
  const chainOpen = chain !== undefined && deadState(chain, planReadings).state !== 'proved';
  return (
    <div className="section stack">
      <StepsHeading
        steps={steps}
        progress={progress}
        planned={chosen.option.outageMinutes}
        onCalendar={() => setPlanning(true)}
      />
      <OutageBar chosen={chosen} progress={progress} />
      {planning && (
        <Suspense fallback={null}>
          <CalendarDrawer onClose={() => setPlanning(false)} />
        </Suspense>
      )}
      <Surprises />
      <DoneBefore gone={progress.gone} />
      <OverriddenChecks findings={evaluation.findings} />
      <div className="step-grid">
        <StepList steps={steps} progress={progress} current={step.key} onChoose={setPicked} />
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
          <StepWaits steps={steps} progress={progress} step={step} unproved={locked ? unproved : []} />
          <StepActions
            key={step.key}
            step={step}
            progress={progress}
            locked={locked || chainOpen}
            onDone={() => setPicked(null)}
          />
          <JobPhotos key={`photos-${step.key}`} stepKey={step.key} caption={say(step.title)} />
        </article>
      </div>
      <PacePanel />
    </div>
  );
}
