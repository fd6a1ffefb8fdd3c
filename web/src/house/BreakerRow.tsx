import { BREAKER_AMPS, type Breaker, msg } from '@elwand/core';
import { Button, Checkbox } from 'antd';
import { useSay } from '../app/say.ts';
import { Choice } from '../parts/Choice.tsx';
import { TextField } from '../parts/TextField.tsx';

const RESTRICTIONS = [
  { value: 'none', label: msg('screen.panel.general') },
  { value: 'kitchen-counter', label: msg('screen.panel.kitchen-counter') },
  { value: 'bath', label: msg('screen.panel.bathroom') },
  { value: 'laundry', label: msg('screen.panel.laundry') },
  { value: 'garage', label: msg('screen.panel.garage') },
  { value: 'dedicated', label: msg('screen.panel.one-appliance') },
] as const;
const PROTECTION = [
  { value: 'none', label: msg('screen.panel.none') },
  { value: 'gfci', label: msg('screen.panel.ground-fault') },
  { value: 'afci', label: msg('screen.panel.arc-fault') },
  { value: 'dual', label: msg('screen.panel.both') },
] as const;

/** One breaker of the directory with everything that is known of it. */
export function BreakerRow({
  breaker,
  feeds,
  set,
  remove,
}: {
  readonly breaker: Breaker;
  readonly feeds: string;
  readonly set: (to: Partial<Breaker>) => void;
  readonly remove: () => void;
}) {
  const say = useSay();
  return (
    <div className="row fields breaker-row">
      <TextField
        label={say(msg('screen.panel.number'))}
        value={breaker.number}
        required
        max={8}
        width={66}
        onChange={(number) => set({ number })}
      />
      <Choice
        label={say(msg('screen.panel.rating'))}
        value={String(breaker.amps)}
        width={86}
        options={BREAKER_AMPS.map((a) => ({ value: String(a), label: `${a} A` }))}
        onChange={(a) => set({ amps: Number(a) })}
      />
      <Choice
        label={say(msg('screen.panel.poles'))}
        value={String(breaker.poles) as '1' | '2'}
        width={70}
        options={[
          { value: '1', label: '1' },
          { value: '2', label: '2' },
        ]}
        onChange={(p) => set({ poles: p === '2' ? 2 : 1 })}
      />
      <TextField
        label={say(msg('screen.panel.what-the-label-says'))}
        value={breaker.label}
        onChange={(label) => set({ label })}
        width={170}
      />
      <Choice
        label={say(msg('screen.panel.kind-of-circuit'))}
        value={breaker.restriction}
        width={150}
        options={RESTRICTIONS}
        onChange={(restriction) => set({ restriction })}
      />
      <Choice
        label={say(msg('screen.panel.protection'))}
        value={breaker.protection}
        width={120}
        options={PROTECTION}
        onChange={(protection) => set({ protection })}
      />
      <Checkbox checked={breaker.multiwire} onChange={(e) => set({ multiwire: e.target.checked })}>
        {say(msg('screen.panel.multiwire-shared-neutral'))}
      </Checkbox>
      <Checkbox checked={breaker.proved} onChange={(e) => set({ proved: e.target.checked })}>
        {say(msg('screen.panel.tested-turns-this-circuit-off'))}
      </Checkbox>
      <span className="muted grow">{feeds || say(msg('screen.panel.feeds-nothing-that-is-entered'))}</span>
      <Button
        type="text"
        size="small"
        aria-label={say(msg('screen.panel.delete-breaker', { breaker: breaker.number }))}
        onClick={remove}
      >
        ✕
      </Button>
    </div>
  );
}
