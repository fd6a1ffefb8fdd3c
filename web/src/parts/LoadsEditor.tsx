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
import { AutoComplete, Button, Checkbox, InputNumber } from 'antd';
import { useState } from 'react';
import { APPLIANCE_KINDS } from '../house/words.ts';
import { Choice } from './Choice.tsx';
import { LengthInput } from './LengthInput.tsx';
import { HoursField } from './HoursField.tsx';
import './loads.css';
import { useRowKeys } from './use-row-keys.ts';
import { useSay } from '../app/say.ts';

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

/** A load without one of the things it need not have. */
function without(load: LoadFacts, key: 'appliance' | 'cord'): LoadFacts {
  const { [key]: _, ...rest } = load;
  return rest;
}

/** One thing that is plugged in or hung: what it draws, how it is connected, where it stands, when it runs. */
function LoadRow({
  load: l,
  volts,
  things,
  system,
  onChange,
  onDelete,
}: Required<Pick<LoadsEditorProps, 'volts' | 'things' | 'system'>> & {
  readonly load: LoadFacts;
  readonly onChange: (load: LoadFacts) => void;
  readonly onDelete: () => void;
}) {
  const say = useSay();
  const set = (to: Partial<LoadFacts>) => onChange({ ...l, ...to });
  return (
    <div className="load-row">
      <span className="load-name">{l.name}</span>
      <InputNumber
        aria-label={say(msg('screen.loads.volt-amperes-of', { name: l.name }))}
        min={0}
        max={20000}
        value={l.voltAmperes}
        suffix={say(msg('screen.loads.va'))}
        style={{ width: 110 }}
        onChange={(v) => v !== null && set({ voltAmperes: v })}
      />
      <span className="quiet measure">
        {say(msg('screen.loads.a', { plain: plain(l.voltAmperes / volts, 1) }))}
      </span>
      <Choice
        hideLabel
        label={say(msg('screen.loads.how-is-connected', { name: l.name }))}
        value={l.connection}
        width={108}
        onChange={(connection) => set({ connection })}
        options={[
          { value: 'cord', label: say(msg('screen.loads.plugged')) },
          { value: 'fixed', label: say(msg('screen.loads.fixed')) },
          { value: 'light', label: say(msg('screen.loads.light')) },
        ]}
      />
      <Choice
        hideLabel
        label={say(msg('screen.loads.which-appliance-is', { name: l.name }))}
        value={l.appliance ?? 'other'}
        width={120}
        onChange={(kind) => onChange(kind === 'other' ? without(l, 'appliance') : { ...l, appliance: kind })}
        options={[
          { value: 'other' as const, label: say(msg('screen.loads.no-special-kind')) },
          ...APPLIANCE_KINDS,
        ]}
      />
      {l.connection === 'cord' && things.length > 0 && (
        <Choice
          hideLabel
          label={say(msg('screen.loads.where-stands', { name: l.name }))}
          value={l.cord?.at ?? ''}
          width={130}
          onChange={(at) =>
            onChange(
              at === ''
                ? without(l, 'cord')
                : { ...l, cord: { lengthMm: l.cord?.lengthMm ?? USUAL_CORD_MM, at: ItemId.parse(at) } },
            )
          }
          options={[
            { value: '', label: say(msg('screen.loads.anywhere')) },
            ...things.map((t) => ({
              value: t.id,
              label: say(msg('screen.loads.at-space', { name: t.name })),
            })),
          ]}
        />
      )}
      {l.cord && (
        <LengthInput
          label={say(msg('screen.loads.cord-of', { name: l.name }))}
          value={l.cord.lengthMm}
          system={system}
          style="feet"
          width={90}
          onChange={(lengthMm) => l.cord && set({ cord: { ...l.cord, lengthMm } })}
        />
      )}
      <HoursField value={l.hours} onChange={(hours) => set({ hours })} />
      <Checkbox checked={l.continuous} onChange={(e) => set({ continuous: e.target.checked })}>
        {say(msg('screen.loads.3-h-or-more'))}
      </Checkbox>
      <Button
        type="text"
        size="small"
        aria-label={say(msg('screen.loads.delete', { name: l.name }))}
        onClick={onDelete}
      >
        ✕
      </Button>
    </div>
  );
}

/** One more thing: from the list of common ones, or any name. */
function LoadAdder({ onAdd }: { readonly onAdd: (load: LoadFacts) => void }) {
  const say = useSay();
  const [name, setName] = useState('');
  const add = (text: string) => {
    const trimmed = text.trim();
    if (trimmed === '') return;
    const known = APPLIANCES.find((a) => say(a.name) === trimmed);
    onAdd(
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
    );
    setName('');
  };
  return (
    <div className="row">
      <AutoComplete
        aria-label={say(msg('screen.loads.what-is-plugged-in'))}
        style={{ width: 260 }}
        value={name}
        placeholder={say(msg('screen.loads.what-will-be-plugged-in'))}
        title={say(sourceLine(applianceSource))}
        options={APPLIANCES.map((a) => ({
          value: say(a.name),
          label: say(msg('screen.loads.appliance-rating', { name: a.name, rating: a.voltAmperes })),
        }))}
        showSearch={{
          filterOption: (input, option) => (option?.value ?? '').toLowerCase().includes(input.toLowerCase()),
        }}
        onChange={setName}
        onSelect={add}
      />
      <Button onClick={() => add(name)} disabled={name.trim() === ''}>
        {say(msg('screen.loads.add'))}
      </Button>
    </div>
  );
}

/** What is plugged in or hung at one point: from the list of common things or written by hand; the nameplate wins. */
export function LoadsEditor({
  loads,
  volts = 120,
  things = [],
  system = 'imperial',
  onChange,
}: LoadsEditorProps) {
  const { keys, gone } = useRowKeys(loads.length);
  return (
    <div className="stack">
      {loads.map((l, i) => (
        <LoadRow
          key={keys[i]}
          load={l}
          volts={volts}
          things={things}
          system={system}
          onChange={(to) => onChange(loads.map((x, k) => (k === i ? to : x)))}
          onDelete={() => {
            gone(i);
            onChange(loads.filter((_, k) => k !== i));
          }}
        />
      ))}
      <LoadAdder onAdd={(load) => onChange([...loads, load])} />
    </div>
  );
}
