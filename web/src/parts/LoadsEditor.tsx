import {
  APPLIANCES,
  applianceSource,
  ItemId,
  plain,
  sourceLine,
  type Furniture,
  type LoadFacts,
  type UnitSystem,
  msg,
  loadOf,
} from '@elwand/core';
import { AutoComplete, Button, Checkbox, Input, InputNumber } from 'antd';
import { useState } from 'react';
import { APPLIANCE_KINDS } from '../house/words.ts';
import { Choice } from './Choice.tsx';
import { LengthInput } from './LengthInput.tsx';
import { hoursText, parseHours, type Hours } from './hours.ts';
import './loads.css';
import { useRowKeys } from './use-row-keys.ts';
import { useSay, useUnits } from '../app/say.ts';

function HoursField({
  value,
  onChange,
}: {
  readonly value: Hours;
  readonly onChange: (hours: Hours) => void;
}) {
  const say = useSay();
  const [draft, setDraft] = useState<string | null>(null);
  const system = useUnits();
  const read = draft === null ? value : parseHours(draft);
  const wrong = Array.isArray(read) ? null : read;
  const commit = () => {
    if (draft === null || !Array.isArray(read)) return;
    onChange(read);
    setDraft(null);
  };
  return (
    <span>
      <Input
        className="measure"
        aria-label={say(msg('screen.parts.hours-it-runs'))}
        placeholder={say(msg('screen.parts.any-hour'))}
        style={{ width: 150 }}
        value={draft ?? hoursText(value, system)}
        status={wrong === null ? '' : 'error'}
        onChange={(e) => setDraft(e.target.value)}
        onBlur={commit}
        onPressEnter={commit}
      />
      {wrong !== null && (
        <span className="field-error" role="alert">
          {say(wrong)}
        </span>
      )}
    </span>
  );
}

export interface LoadsEditorProps {
  readonly loads: readonly LoadFacts[];
  /** Voltage that the amperes are told at. */
  readonly volts?: 120 | 240;
  /** What stands in the room: a plugged-in thing may say where it is, and how long its cord is. */
  readonly things?: readonly Pick<Furniture, 'id' | 'name'>[];
  readonly system?: UnitSystem;
  readonly onChange: (loads: LoadFacts[]) => void;
}

/** Cord of most small appliances, mm: 6 ft, common practice. */
const USUAL_CORD_MM = 1828.8;

/** What is plugged in or hung at one point: from the list of common things or written by hand; the nameplate wins. */
export function LoadsEditor({
  loads,
  volts = 120,
  things = [],
  system = 'imperial',
  onChange,
}: LoadsEditorProps) {
  const say = useSay();
  const [name, setName] = useState('');
  const { keys, gone } = useRowKeys(loads.length);
  const add = (text: string) => {
    const trimmed = text.trim();
    if (trimmed === '') return;
    const known = APPLIANCES.find((a) => say(a.name) === trimmed);
    onChange([
      ...loads,
      known
        ? loadOf(known, say)
        : {
            name: trimmed,
            voltAmperes: 100,
            connection: 'cord',
            continuous: false,
            motor: false,
            roomAirConditioner: false,
            hours: [],
          },
    ]);
    setName('');
  };
  const change = (i: number, to: Partial<LoadFacts>) =>
    onChange(loads.map((l, k) => (k === i ? { ...l, ...to } : l)));
  return (
    <div className="stack">
      {loads.map((l, i) => (
        <div key={keys[i]} className="load-row">
          <span className="load-name">{l.name}</span>
          <InputNumber
            aria-label={say(msg('screen.parts.volt-amperes-of', { name: l.name }))}
            min={0}
            max={20000}
            value={l.voltAmperes}
            suffix={say(msg('screen.parts.va'))}
            style={{ width: 110 }}
            onChange={(v) => v !== null && change(i, { voltAmperes: v })}
          />
          <span className="quiet measure">
            {say(msg('screen.parts.a', { plain: plain(l.voltAmperes / volts, 1) }))}
          </span>
          <Choice
            hideLabel
            label={say(msg('screen.parts.how-is-connected', { name: l.name }))}
            value={l.connection}
            width={108}
            onChange={(connection) => change(i, { connection })}
            options={[
              { value: 'cord', label: say(msg('screen.parts.plugged')) },
              { value: 'fixed', label: say(msg('screen.parts.fixed')) },
              { value: 'light', label: say(msg('screen.parts.light')) },
            ]}
          />
          <Choice
            hideLabel
            label={say(msg('screen.parts.which-appliance-is', { name: l.name }))}
            value={l.appliance ?? 'other'}
            width={120}
            onChange={(kind) =>
              onChange(
                loads.map(({ appliance, ...rest }, k) =>
                  k !== i
                    ? { ...rest, ...(appliance ? { appliance } : {}) }
                    : { ...rest, ...(kind === 'other' ? {} : { appliance: kind }) },
                ),
              )
            }
            options={[
              { value: 'other' as const, label: say(msg('screen.parts.no-special-kind')) },
              ...APPLIANCE_KINDS,
            ]}
          />
          {l.connection === 'cord' && things.length > 0 && (
            <Choice
              hideLabel
              label={say(msg('screen.parts.where-stands', { name: l.name }))}
              value={l.cord?.at ?? ''}
              width={130}
              onChange={(at) =>
                onChange(
                  loads.map(({ cord, ...rest }, k) => {
                    if (k !== i) return { ...rest, ...(cord ? { cord } : {}) };
                    return at === ''
                      ? rest
                      : {
                          ...rest,
                          cord: { lengthMm: cord?.lengthMm ?? USUAL_CORD_MM, at: ItemId.parse(at) },
                        };
                  }),
                )
              }
              options={[
                { value: '', label: say(msg('screen.parts.anywhere')) },
                ...things.map((t) => ({
                  value: t.id,
                  label: say(msg('screen.parts.at-space', { name: t.name })),
                })),
              ]}
            />
          )}
          {l.cord && (
            <LengthInput
              label={say(msg('screen.parts.cord-of', { name: l.name }))}
              value={l.cord.lengthMm}
              system={system}
              style="feet"
              width={90}
              onChange={(lengthMm) => l.cord && change(i, { cord: { ...l.cord, lengthMm } })}
            />
          )}
          <HoursField value={l.hours} onChange={(hours) => change(i, { hours })} />
          <Checkbox checked={l.continuous} onChange={(e) => change(i, { continuous: e.target.checked })}>
            {say(msg('screen.parts.3-h-or-more'))}
          </Checkbox>
          <Button
            type="text"
            size="small"
            aria-label={say(msg('screen.parts.delete', { name: l.name }))}
            onClick={() => {
              gone(i);
              onChange(loads.filter((_, k) => k !== i));
            }}
          >
            ✕
          </Button>
        </div>
      ))}
      <div className="row">
        <AutoComplete
          aria-label={say(msg('screen.parts.what-is-plugged-in'))}
          style={{ width: 260 }}
          value={name}
          placeholder={say(msg('screen.parts.what-will-be-plugged-in'))}
          title={say(sourceLine(applianceSource))}
          options={APPLIANCES.map((a) => ({
            value: say(a.name),
            label: say(msg('screen.parts.appliance-rating', { name: a.name, rating: a.voltAmperes })),
          }))}
          showSearch={{
            filterOption: (input, option) =>
              (option?.value ?? '').toLowerCase().includes(input.toLowerCase()),
          }}
          onChange={setName}
          onSelect={add}
        />
        <Button onClick={() => add(name)} disabled={name.trim() === ''}>
          {say(msg('screen.parts.add'))}
        </Button>
      </div>
    </div>
  );
}
