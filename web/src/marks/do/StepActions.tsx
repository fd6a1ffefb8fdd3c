import {
  doneEntry,
  ItemId,
  minutesOn,
  msg,
  started,
  stopped,
  takenOff,
  type Job,
  type LogEntry,
  type Progress,
  type Step,
} from '@elwand/core';
import { Button, Input } from 'antd';
import { lazy, Suspense, useState } from 'react';
import { useSay } from '../../app/say.ts';
import { moment } from '../../parts/day.ts';
import { freshId } from '../../parts/ids.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import { useNow } from '../../parts/use-now.ts';
import { useWork } from '../../workspace/work.ts';

const DifferentDrawer = lazy(() =>
  import('./different/DifferentDrawer.tsx').then((m) => ({ default: m.DifferentDrawer })),
);

const MOST_MINUTES = 10_000;
const nowIso = (): string => new Date().toISOString();
const withTimers = (
  { timers: _, ...job }: Job,
  timers: readonly NonNullable<Job['timers']>[number][],
): Job => (timers.length > 0 ? { ...job, timers: [...timers] } : job);

/** What a clock shows: minutes and seconds. */
const clock = (minutes: number): string => {
  const seconds = Math.floor(minutes * 60);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
};

/** A stopwatch for the step: what it takes makes the later estimates one’s own. */
function StepClock({ step }: { readonly step: Step }) {
  const say = useSay();
  const { bundle, edits } = useWork();
  const { job } = bundle;
  const timers = job.timers ?? [];
  const own = timers.find((t) => t.stepKey === step.key);
  const runs = own !== undefined && own.startedAt !== null;
  const now = useNow(runs ? 1000 : 30_000);
  const set = (next: NonNullable<Job['timers']>) => edits.job(withTimers(job, next), 'timers');
  return (
    <div className="row step-clock">
      <Button
        aria-pressed={runs}
        onClick={() => set(runs ? stopped(timers, nowIso()) : started(timers, step.key, nowIso()))}
      >
        {say(msg(runs ? 'screen.do.clock.stop' : own ? 'screen.do.clock.on' : 'screen.do.clock.start'))}
      </Button>
      {own && (
        <span className="measure" role="timer" aria-label={say(msg('screen.do.clock.name'))}>
          {clock(minutesOn(own, new Date(now).toISOString()))}
        </span>
      )}
    </div>
  );
}

/** A step that is done: when, how long it took, and the way back. */
function StepIsDone({
  entry,
  takeBack,
}: {
  readonly entry: LogEntry | undefined;
  readonly takeBack: () => void;
}) {
  const say = useSay();
  const { bundle, edits } = useWork();
  const { job } = bundle;
  if (entry?.state !== 'done') return <p>{say(msg('screen.do.made-before'))}</p>;
  const took = (minutes: number | null) =>
    edits.job(
      { ...job, log: job.log.map((l) => (l.id === entry.id ? { ...l, minutes } : l)) },
      `took-${entry.id}`,
    );
  return (
    <>
      <p>
        {say(msg('screen.do.done-2', { at: moment(entry.at) }))}{' '}
        <Button size="small" onClick={takeBack}>
          {say(msg('screen.do.not-done-after-all'))}
        </Button>
      </p>
      <NumberField
        label={say(msg('screen.do.took'))}
        min={0}
        max={MOST_MINUTES}
        value={entry.minutes}
        placeholder={say(msg('screen.do.not-timed'))}
        width={130}
        onChange={took}
      />
    </>
  );
}

/** Done, left open with the reason, or found otherwise than planned; a step that is done can be taken back. */
export function StepActions({
  step,
  progress,
  locked,
  onDone,
}: {
  readonly step: Step;
  readonly progress: Progress;
  readonly locked: boolean;
  readonly onDone: () => void;
}) {
  const say = useSay();
  const { bundle, edits } = useWork();
  const { job } = bundle;
  const [reason, setReason] = useState<string | null>(null);
  const [differs, setDiffers] = useState(false);
  const latest = progress.lastOf(step);
  const write = (entry: LogEntry, timers = job.timers ?? []) => {
    edits.job(withTimers({ ...job, log: [...job.log, entry] }, timers));
    onDone();
  };
  const id = () => ItemId.parse(freshId('log'));
  const done = () => {
    const at = nowIso();
    const { timers, minutes } = takenOff(job.timers ?? [], step.key, at);
    write(doneEntry(step, { id: id(), at, says: say(step.title), minutes }), timers);
  };
  const open = (why: string) =>
    write({ id: id(), stepKey: step.key, state: 'open', reason: why, at: nowIso(), minutes: null });
  if (progress.isDone(step)) return <StepIsDone entry={latest} takeBack={() => open('')} />;
  return (
    <>
      {step.pace !== null && <StepClock step={step} />}
      {progress.stateOf(step) === 'changed' && <p className="muted">{say(msg('screen.do.changed-since'))}</p>}
      <Button type="primary" className="big-button" disabled={locked} onClick={done}>
        {say(msg('screen.do.done-next-step'))}
      </Button>
      <Button className="big-button" onClick={() => setDiffers(true)}>
        {say(msg('screen.different.open'))}
      </Button>
      {differs && (
        <Suspense fallback={null}>
          <DifferentDrawer step={step} onClose={() => setDiffers(false)} />
        </Suspense>
      )}
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
          <Button disabled={reason.trim() === ''} onClick={() => open(reason.trim())}>
            {say(msg('screen.do.leave-it-open'))}
          </Button>
        </div>
      )}
      {latest?.state === 'open' && latest.reason !== '' && (
        <p className="muted">{say(msg('screen.do.left-open', { reason: latest.reason }))}</p>
      )}
    </>
  );
}
