import { msg, type CalendarFacts, type Message, type UnitSystem } from '@elwand/core';
import { Button, Checkbox, Input } from 'antd';
import { useSay } from '../../../app/say.ts';
import { Choice } from '../../../parts/Choice.tsx';
import { NumberField } from '../../../parts/NumberField.tsx';
import { TemperatureField } from '../../../parts/TemperatureField.tsx';
import { dayName, fromField, toField } from './day-name.ts';

const COMPOUNDS = ['ready-mixed', 'setting-20', 'setting-45', 'setting-90'] as const;

export type Put = (to: CalendarFacts, merge?: string) => void;

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

/** The first day, the hours of weekdays and weekends, days off, and what decides how long compound dries. */
export function CalendarSettings({
  facts,
  put,
  patches,
  units,
}: {
  readonly facts: CalendarFacts;
  readonly put: Put;
  readonly patches: boolean;
  readonly units: UnitSystem;
}) {
  const say = useSay();
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
      <HoursFields
        name={msg('screen.calendar.trades')}
        hours={facts.trades ?? null}
        usually={[8 * 60, 16 * 60]}
        onHours={(trades) => {
          const { trades: _, ...rest } = facts;
          put(trades === null ? rest : { ...rest, trades });
        }}
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
              system={units}
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
