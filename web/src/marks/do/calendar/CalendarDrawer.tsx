import { duration, msg, progressOf, type CalendarFacts, type Job, type Message } from '@elwand/core';
import { dateOf, scheduleOf, waitBefore, type Calendar } from '@elwand/core/calendar';
import { Button, Checkbox, Drawer, Input } from 'antd';
import { useMemo } from 'react';
import { useSay } from '../../../app/say.ts';
import { Choice } from '../../../parts/Choice.tsx';
import { download } from '../../../parts/download.ts';
import { NumberField } from '../../../parts/NumberField.tsx';
import { TemperatureField } from '../../../parts/TemperatureField.tsx';
import { useFocusBack } from '../../../parts/use-focus-back.ts';
import { usePhone } from '../../../workspace/use-phone.ts';
import { useWork } from '../../../workspace/work.ts';
import { CalendarPicture } from './CalendarPicture.tsx';
import { dayName, fromField, timeName, toField } from './day-name.ts';
import { icsOf } from './ics.ts';
import './calendar.css';

const DAY = 1440;
const COMPOUNDS = ['ready-mixed', 'setting-20', 'setting-45', 'setting-90'] as const;

/** Today as a date, by the clock of this device. */
function today(): string {
  const now = new Date();
  return new Date(Date.UTC(now.getFullYear(), now.getMonth(), now.getDate())).toISOString().slice(0, 10);
}

/** Weekday evenings as long as the job says an evening is, and Saturdays and Sundays by day. */
const usual = ({ preferences }: Job): CalendarFacts => ({
  startOn: today(),
  weekday: [18 * 60, Math.min(DAY - 1, 18 * 60 + Math.round(preferences.eveningMinutes))],
  weekend: [9 * 60, 17 * 60],
  compound: 'ready-mixed',
  celsius: 21,
  humidity: 45,
  notBefore: {},
  daysOff: [],
});

type Put = (to: CalendarFacts, merge?: string) => void;

function HoursFields({
  name,
  hours,
  usually,
  onHours,
}: {
  readonly name: Message;
  readonly hours: CalendarFacts['weekday'];
  readonly usually: readonly [number, number];
  readonly onHours: (to: CalendarFacts['weekday']) => void;
}) {
  const say = useSay();
  const field = (which: 0 | 1) => {
    const label = say(msg(which === 0 ? 'screen.calendar.from' : 'screen.calendar.to', { when: name }));
    return (
      hours && (
        <Input
          type="time"
          aria-label={label}
          style={{ width: 114 }}
          value={toField(hours[which])}
          onChange={(e) => {
            const at = fromField(e.target.value);
            if (at !== null) onHours(which === 0 ? [at, hours[1]] : [hours[0], at]);
          }}
        />
      )
    );
  };
  return (
    <div className="row">
      <Checkbox
        checked={hours !== null}
        onChange={(e) => onHours(e.target.checked ? [usually[0], usually[1]] : null)}
        className="calendar-days"
      >
        {say(name)}
      </Checkbox>
      {field(0)}
      {field(1)}
    </div>
  );
}

function Settings({
  facts,
  put,
  patches,
}: {
  readonly facts: CalendarFacts;
  readonly put: Put;
  readonly patches: boolean;
}) {
  const say = useSay();
  const { bundle } = useWork();
  return (
    <div className="stack">
      <label className="field">
        <span>{say(msg('screen.calendar.start'))}</span>
        <Input
          type="date"
          style={{ width: 170 }}
          value={facts.startOn}
          onChange={(e) => e.target.value !== '' && put({ ...facts, startOn: e.target.value })}
        />
      </label>
      <HoursFields
        name={msg('screen.calendar.weekday')}
        hours={facts.weekday}
        usually={[18 * 60, 21 * 60]}
        onHours={(weekday) => put({ ...facts, weekday })}
      />
      <HoursFields
        name={msg('screen.calendar.weekend')}
        hours={facts.weekend}
        usually={[9 * 60, 17 * 60]}
        onHours={(weekend) => put({ ...facts, weekend })}
      />
      <div className="row fields">
        <label className="field">
          <span>{say(msg('screen.calendar.day-off'))}</span>
          <Input
            type="date"
            style={{ width: 170 }}
            value=""
            onChange={(e) => {
              const day = e.target.value;
              if (day !== '' && !facts.daysOff.includes(day) && facts.daysOff.length < 200)
                put({ ...facts, daysOff: [...facts.daysOff, day].sort() });
            }}
          />
        </label>
        {facts.daysOff.map((d) => (
          <Button
            key={d}
            size="small"
            aria-label={say(msg('screen.calendar.delete-day-off', { day: dayName(d) }))}
            onClick={() => put({ ...facts, daysOff: facts.daysOff.filter((x) => x !== d) })}
          >
            {dayName(d)} ✕
          </Button>
        ))}
      </div>
      {patches && (
        <>
          <div className="row fields">
            <Choice
              label={say(msg('screen.calendar.compound'))}
              value={facts.compound}
              width={170}
              options={COMPOUNDS.map((c) => ({
                value: c,
                label: msg('screen.calendar.compound-of', { compound: c.replace('-', '_') }),
              }))}
              onChange={(compound) => put({ ...facts, compound })}
            />
            <TemperatureField
              label={msg('screen.calendar.temperature')}
              celsius={facts.celsius}
              system={bundle.house.units}
              placeholder={msg('screen.calendar.temperature')}
              onChange={(c) =>
                c !== null && put({ ...facts, celsius: Math.min(50, Math.max(-10, c)) }, 'calendar-celsius')
              }
            />
            <NumberField
              label={say(msg('screen.calendar.humidity'))}
              min={0}
              max={100}
              width={110}
              value={facts.humidity}
              onChange={(humidity) => humidity !== null && put({ ...facts, humidity }, 'calendar-humidity')}
            />
          </div>
          <p className="quiet">{say(msg('screen.calendar.practice'))}</p>
        </>
      )}
    </div>
  );
}

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
              <b className="grow">
                {say(
                  msg('screen.calendar.visit', {
                    day: dayName(dateOf(startOn, v.from)),
                    from: timeName(v.from % DAY),
                    to: timeName(v.to % DAY),
                  }),
                )}
              </b>
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
  const facts = useMemo(() => job.calendar ?? usual(job), [job]);
  const put: Put = (calendar, merge) => edits.job({ ...job, calendar }, merge);
  const calendar = useMemo(() => {
    // An inspection that has a day is the earliest day for closing the wall.
    const rough = job.permit?.inspections.find((i) => i.kind === 'rough' && i.on !== null)?.on;
    const notBefore = rough ? { inspect: rough, ...facts.notBefore } : facts.notBefore;
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
        <Settings facts={facts} put={put} patches={(steps ?? []).some((s) => s.waitDays > 0)} />
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
