import { allOf, duration, msg, type CalendarFacts, type House, type Job, type Text } from '@elwand/core';
import {
  DAY,
  dateOf,
  scheduleJobs,
  type JobsCalendar,
  type JobToDo,
  type SlotOfJob,
} from '@elwand/core/calendar';
import { Button } from 'antd';
import type { Remote } from 'comlink';
import { useCallback, useMemo } from 'react';
import { useSay } from '../../app/say.ts';
import { CalendarSettings } from '../../marks/do/calendar/CalendarSettings.tsx';
import { dayName, timeName } from '../../marks/do/calendar/day-name.ts';
import { icsOf } from '../../marks/do/calendar/ics.ts';
import { notBeforeOf, usualHours } from '../../marks/do/calendar/usual-hours.ts';
import { visitText } from '../../marks/do/calendar/visit-text.ts';
import { download } from '../../parts/download.ts';
import { useWorkerAnswer } from '../../state/use-worker.ts';
import { useHouse } from '../house-context.ts';
import { inOrder } from './in-order.ts';
import { JobOrder } from './JobOrder.tsx';
import { useOpenJobs } from '../use-open-jobs.ts';
import { usePlannedHouse } from '../use-planned-house.ts';
import { YearPicture } from './YearPicture.tsx';
import type { JobOfYear, YearWorker } from './year.worker.ts';
import '../../marks/do/calendar/calendar.css';

const thread = () => new Worker(new URL('./year.worker.ts', import.meta.url), { type: 'module' });

/** Steps that follow each other in one job. */
function byJob(slots: readonly SlotOfJob[]): { jobId: string; slots: SlotOfJob[] }[] {
  const out: { jobId: string; slots: SlotOfJob[] }[] = [];
  for (const s of slots) {
    const last = out.at(-1);
    if (last?.jobId === s.jobId) last.slots.push(s);
    else out.push({ jobId: s.jobId, slots: [s] });
  }
  return out;
}

/** What is done when, visit by visit, with the job of every step. */
function Visits({
  calendar,
  startOn,
  titleOf,
  names,
}: {
  readonly calendar: JobsCalendar;
  readonly startOn: string;
  readonly titleOf: (s: SlotOfJob) => Text;
  readonly names: ReadonlyMap<string, string>;
}) {
  const say = useSay();
  return (
    <ol className="calendar-visits">
      {calendar.visits.map((v) => (
        <li key={v.from}>
          <b>{say(visitText(startOn, v))}</b>
          {byJob(v.slots).map(({ jobId, slots }) => (
            <div key={slots[0]?.from}>
              {names.get(jobId)}
              <ul>
                {slots.map((s) => (
                  <li key={s.key}>
                    <span className="quiet measure">{timeName(s.from % DAY)}</span> {say(titleOf(s))}
                  </li>
                ))}
              </ul>
            </div>
          ))}
        </li>
      ))}
    </ol>
  );
}

/** Days that a job sets itself: the first of its own calendar, steps that wait, the rough-in inspection before closing the wall. */
function ownDays(job: Job | undefined, { startOn }: CalendarFacts): JobToDo['calendar'] {
  return (
    job && {
      startOn: job.calendar?.startOn ?? startOn,
      notBefore: notBeforeOf(job, job.calendar?.notBefore),
    }
  );
}

/** The calendar of the jobs, once it is known what each of them takes. */
function Planned({
  house,
  jobs,
  work,
}: {
  readonly house: House;
  readonly jobs: readonly Job[];
  readonly work: readonly JobOfYear[];
}) {
  const say = useSay();
  const { edits } = useHouse();
  const [first] = jobs;
  const facts = useMemo(
    () => house.calendar ?? jobs.find((j) => j.calendar)?.calendar ?? (first ? usualHours(first) : null),
    [house.calendar, jobs, first],
  );
  const put = (calendar: CalendarFacts, merge?: string) =>
    edits.house((h) => ({ ...h, calendar: { ...calendar, notBefore: {} } }), merge);
  const names = useMemo(() => new Map<string, string>(jobs.map((j) => [j.id, j.name])), [jobs]);
  const calendar = useMemo(
    () =>
      facts &&
      scheduleJobs(
        inOrder(work, facts.order).map((w) => ({
          ...w,
          done: new Set(w.done),
          calendar: ownDays(
            jobs.find((j) => j.id === w.id),
            facts,
          ),
        })),
        facts,
      ),
    [work, jobs, facts],
  );
  const titles = useMemo(
    () => new Map(work.flatMap((j) => j.steps.map((s) => [`${j.id} ${s.key}`, s.title] as const))),
    [work],
  );
  const titleOf = (s: SlotOfJob): Text => titles.get(`${s.jobId} ${s.key}`) ?? s.key;
  if (!facts || !calendar) return null;
  const { together, clashes, visits, noHours } = calendar;
  const without = jobs.filter((j) => work.some((w) => w.id === j.id && w.steps.length === 0));
  const breakers = new Map(
    house.panels.flatMap((p) => p.breakers.map((b) => [b.id as string, b.number] as const)),
  );
  const last = visits.at(-1);
  const save = async () => {
    const entries = visits.map((v, i) => ({
      id: `${house.id}-${i}@elwand`,
      title: [...new Set(v.slots.map((s) => names.get(s.jobId) ?? ''))].join(', '),
      detail: v.slots.map((s) => `${timeName(s.from % DAY)} ${say(titleOf(s))}`).join('\n'),
    }));
    download(`${house.id}.ics`, await icsOf(house.name, facts.startOn, { visits }, entries), 'text/calendar');
  };
  return (
    <div className="stack">
      <CalendarSettings
        facts={facts}
        put={put}
        patches={work.some((w) => w.steps.some((s) => s.dries !== null))}
        units={house.units}
      />
      <JobOrder
        jobs={inOrder(
          jobs.filter((j) => !without.includes(j)),
          facts.order,
        )}
        onOrder={(order) => put({ ...facts, order })}
      />
      {noHours && <p role="alert">{say(msg('screen.calendar.no-hours'))}</p>}
      {without.length > 0 && (
        <p className="muted">
          {say(msg('screen.year.no-plan', { jobs: allOf(without.map((j) => j.name)) }))}
        </p>
      )}
      {last && (
        <>
          <p role="status" className="row">
            <b className="grow">
              {say(
                msg('screen.calendar.sum', {
                  visits: visits.length,
                  day: dayName(dateOf(facts.startOn, last.from)),
                }),
              )}
            </b>
            <Button size="small" onClick={() => void save()}>
              {say(msg('screen.calendar.save-ics'))}
            </Button>
          </p>
          {clashes.map((c) => (
            <p key={`${c.first} ${c.second}`}>
              {say(
                msg('screen.year.clash', {
                  first: names.get(c.first) ?? c.first,
                  second: names.get(c.second) ?? c.second,
                  points: allOf(
                    c.points.map((id) => house.points.find((p) => (p.id as string) === id)?.label ?? id),
                  ),
                }),
              )}
            </p>
          ))}
          {together.map((t) => (
            <p key={t.jobs.join()}>
              {say(
                msg('screen.year.together', {
                  jobs: allOf(t.jobs.map((id) => names.get(id) ?? id)),
                  breakers: allOf(t.breakers.map((id) => breakers.get(id) ?? id)),
                  count: t.breakers.length,
                  saved: duration(t.savedMinutes),
                }),
              )}
            </p>
          ))}
          {calendar.runsOver && <p className="muted">{say(msg('screen.year.runs-over'))}</p>}
          <YearPicture calendar={calendar} startOn={facts.startOn} names={names} />
          <Visits calendar={calendar} startOn={facts.startOn} titleOf={titleOf} names={names} />
          <p className="quiet">{say(msg('screen.year.as-it-stands'))}</p>
        </>
      )}
    </div>
  );
}

/** The jobs are planned in a thread once they are there, and again when the house is another one. */
function OpenJobs({ house, jobs }: { readonly house: House; readonly jobs: readonly Job[] }) {
  const say = useSay();
  const planned = usePlannedHouse(house);
  const ask = useCallback((remote: Remote<YearWorker>) => remote.work(planned, jobs), [planned, jobs]);
  const { answer, busy, failed } = useWorkerAnswer<YearWorker, JobOfYear[]>(thread, ask);
  return (
    <>
      {failed && <p role="alert">{say(msg('screen.year.failed'))}</p>}
      {busy && (
        <p className="muted" role="status">
          {say(msg('screen.year.planning'))}
        </p>
      )}
      {answer && <Planned house={house} jobs={jobs} work={answer} />}
    </>
  );
}

/** All open jobs of a house on one calendar. */
export function Year() {
  const say = useSay();
  const { house } = useHouse();
  const jobs = useOpenJobs(house.id);
  return (
    <section className="sheet stack" aria-label={say(msg('screen.year.title'))}>
      <h2>{say(msg('screen.year.title'))}</h2>
      <p className="muted">{say(msg('screen.year.why'))}</p>
      {jobs?.length === 0 && <p>{say(msg('screen.year.no-open-jobs'))}</p>}
      {jobs && jobs.length > 0 && <OpenJobs house={house} jobs={jobs} />}
    </section>
  );
}
