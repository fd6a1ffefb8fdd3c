import { duration, msg, progressOf, type CalendarFacts } from '@elwand/core';
import { DAY, dateOf, scheduleOf, waitBefore, type Calendar } from '@elwand/core/calendar';
import { Button, Drawer, Input } from 'antd';
import { useMemo } from 'react';
import { useSay } from '../../../app/say.ts';
import { download } from '../../../parts/download.ts';
import { useFocusBack } from '../../../parts/use-focus-back.ts';
import { usePhone } from '../../../workspace/use-phone.ts';
import { useWork } from '../../../workspace/work.ts';
import { CalendarPicture } from './CalendarPicture.tsx';
import { CalendarSettings, type Put } from './CalendarSettings.tsx';
import { notBeforeOf, usualHours } from './usual-hours.ts';
import { visitText } from './visit-text.ts';
import { dayName, timeName } from './day-name.ts';
import { icsOf } from './ics.ts';
import './calendar.css';

/** The visits with their steps; each can be put off to a later day, and what depends on it follows. */
function Visits({
  calendar,
  facts,
  put,
}: {
  readonly calendar: Calendar;
  readonly facts: CalendarFacts;
  readonly put: Put;
}) {
  const say = useSay();
  const { evaluation } = useWork();
  const steps = new Map(evaluation.chosen?.steps.map((s) => [s.key, s] as const));
  const { startOn } = facts;
  return (
    <ol className="calendar-visits">
      {calendar.visits.map((v) => {
        const [first] = v.slots;
        const waits = v.slots.reduce((m, s) => {
          const step = steps.get(s.key);
          return step ? Math.max(m, waitBefore(step, facts)) : m;
        }, 0);
        const firstStep = first && steps.get(first.key);
        return (
          <li key={v.from}>
            <div className="row">
              <b className="grow">{say(visitText(startOn, v))}</b>
              {first && firstStep && (
                <label className="field">
                  <span>{say(msg('screen.calendar.not-before'))}</span>
                  <Input
                    type="date"
                    size="small"
                    style={{ width: 150 }}
                    aria-label={say(msg('screen.calendar.not-before-step', { step: firstStep.title }))}
                    value={facts.notBefore[first.key] ?? ''}
                    onChange={(e) => {
                      const { [first.key]: _, ...others } = facts.notBefore;
                      put({
                        ...facts,
                        notBefore:
                          e.target.value === '' ? others : { ...others, [first.key]: e.target.value },
                      });
                    }}
                  />
                </label>
              )}
            </div>
            {waits > 0 && (
              <p className="quiet">{say(msg('screen.calendar.drying', { hours: duration(waits) }))}</p>
            )}
            <ul>
              {v.slots.map((s) => (
                <li key={s.key}>
                  <span className="quiet measure">{timeName(s.from % DAY)}</span>{' '}
                  {say(steps.get(s.key)?.title ?? s.key)}
                </li>
              ))}
            </ul>
          </li>
        );
      })}
    </ol>
  );
}

/** When the steps that are left are done: over evenings and weekends, with time to dry. */
export function CalendarDrawer({ onClose }: { readonly onClose: () => void }) {
  useFocusBack();
  const say = useSay();
  const phone = usePhone();
  const { bundle, evaluation, edits } = useWork();
  const { job } = bundle;
  const steps = evaluation.chosen?.steps;
  const facts = useMemo(() => job.calendar ?? usualHours(job), [job]);
  const put: Put = (calendar, merge) => edits.job({ ...job, calendar }, merge);
  const calendar = useMemo(() => {
    const notBefore = notBeforeOf(job, facts.notBefore);
    return scheduleOf(steps ?? [], progressOf(job, steps ?? []).done, { ...facts, notBefore });
  }, [steps, facts, job]);
  const { visits, off } = calendar;
  const end = visits.at(-1);
  const titles = new Map(steps?.map((s) => [s.key, s.title] as const));
  const save = async () => {
    const entries = visits.map((v, i) => ({
      id: `${job.id}-${i}@elwand`,
      title: say(
        msg('screen.calendar.event', {
          job: job.name,
          steps: say(titles.get(v.slots[0]?.key ?? '') ?? ''),
        }),
      ),
      detail: v.slots.map((s) => `${timeName(s.from % DAY)} ${say(titles.get(s.key) ?? s.key)}`).join('\n'),
    }));
    download(`${job.id}.ics`, await icsOf(job.name, facts.startOn, calendar, entries), 'text/calendar');
  };
  return (
    <Drawer
      open
      onClose={onClose}
      title={say(msg('screen.calendar.title'))}
      size={phone ? '100%' : 720}
      destroyOnHidden
    >
      <div className="stack">
        <p className="muted">{say(msg('screen.calendar.why'))}</p>
        <CalendarSettings
          facts={facts}
          put={put}
          patches={(steps ?? []).some((s) => s.dries !== null)}
          units={bundle.house.units}
        />
        {calendar.noHours && <p role="alert">{say(msg('screen.calendar.no-hours'))}</p>}
        {!calendar.noHours && visits.length === 0 && <p>{say(msg('screen.calendar.all-done'))}</p>}
        {calendar.runsOver && off && (
          <p role="alert">{say(msg('screen.calendar.runs-over', { time: duration(off[1] - off[0]) }))}</p>
        )}
        {end && (
          <>
            <div className="row" role="status">
              <b className="grow">
                {say(
                  msg('screen.calendar.sum', {
                    visits: visits.length,
                    day: dayName(dateOf(facts.startOn, end.from)),
                  }),
                )}
                {off && (
                  <span className="muted">
                    {' '}
                    {say(
                      msg('screen.calendar.off', {
                        day: dayName(dateOf(facts.startOn, off[0])),
                        from: timeName(off[0] % DAY),
                        to: timeName(off[1] % DAY),
                      }),
                    )}
                  </span>
                )}
              </b>
              <Button onClick={() => void save()}>{say(msg('screen.calendar.save-ics'))}</Button>
            </div>
            {!phone && <CalendarPicture calendar={calendar} startOn={facts.startOn} steps={steps ?? []} />}
            <Visits calendar={calendar} facts={facts} put={put} />
          </>
        )}
      </div>
    </Drawer>
  );
}
