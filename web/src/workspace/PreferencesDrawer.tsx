import {
  EVEN_TUNE,
  gainText,
  isGain,
  methodGains,
  NEW_METHODS,
  settingOf,
  ToolKey,
  toolGains,
  workMinutes,
  type Preferences,
  type Tune,
} from '@elwand/core';
import { Checkbox, Drawer, Slider, Switch } from 'antd';
import { useMemo } from 'react';
import { TOOL_WORDS } from '../house/device-words.ts';
import { METHOD_WORDS } from '../house/words.ts';
import { Choice } from '../parts/Choice.tsx';
import { NumberField } from '../parts/NumberField.tsx';
import { isLarge } from '../state/use-evaluation.ts';
import { useWork } from './work.ts';
import { useSay } from '../app/say.ts';

/** What weighs in the choice of a way, each to be moved up or down. */
const TUNES: readonly { readonly key: keyof Tune; readonly label: string }[] = [
  { key: 'patching', label: 'Less patching' },
  { key: 'attic', label: 'Less attic' },
  { key: 'cable', label: 'Less cable' },
  { key: 'time', label: 'Less time' },
  { key: 'holes', label: 'Fewer holes' },
  { key: 'risk', label: 'Less risk' },
];

/** Where practitioners disagree, the person chooses; the consequences show in plan and checks. */
export function PreferencesDrawer({
  open,
  onClose,
}: {
  readonly open: boolean;
  readonly onClose: () => void;
}) {
  const say = useSay();
  const { bundle, evaluation, edits } = useWork();
  const { preferences } = bundle.job;
  const set = (change: Partial<Preferences>) =>
    edits.job({ ...bundle.job, preferences: { ...preferences, ...change } });
  const { gains, methods } = useMemo(() => {
    if (!open || isLarge(bundle)) return { gains: new Map<ToolKey, string>(), methods: [] };
    const setting = settingOf(bundle);
    return {
      gains: new Map(
        toolGains(setting, workMinutes, evaluation.planning).map((g) => [g.tool, say(gainText(g))] as const),
      ),
      methods: methodGains(setting, workMinutes, evaluation.planning).filter(isGain),
    };
  }, [open, bundle, evaluation.planning, say]);
  return (
    <Drawer open={open} onClose={onClose} title="Job preferences" size={380}>
      <div className="stack">
        <Choice
          label="What matters most"
          value={preferences.weigh}
          width={300}
          onChange={(weigh) => set({ weigh })}
          options={[
            { value: 'balanced', label: 'A bit of everything' },
            { value: 'least-patching', label: 'As little patching as can be' },
            { value: 'least-cable', label: 'As little cable as can be' },
            { value: 'least-attic', label: 'Stay out of the attic' },
            { value: 'least-time', label: 'As fast as can be' },
          ]}
        />
        <fieldset className="tune">
          <legend>And within that</legend>
          {TUNES.map(({ key, label }) => (
            <label key={key} className="row">
              <span className="tune-name">{label}</span>
              <Slider
                className="grow"
                min={-3}
                max={3}
                step={0.5}
                tooltip={{ formatter: (v) => (v === 0 ? 'as usual' : `${(2 ** (v ?? 0)).toFixed(1)} times`) }}
                ariaLabelForHandle={label}
                value={Math.log2((preferences.tune ?? EVEN_TUNE)[key])}
                onChange={(v) => set({ tune: { ...EVEN_TUNE, ...preferences.tune, [key]: 2 ** v } })}
              />
            </label>
          ))}
        </fieldset>
        <fieldset className="tune">
          <legend>Tools that are there, or will be bought or hired</legend>
          {ToolKey.options.map((tool) => (
            <Checkbox
              key={tool}
              checked={!(preferences.lacks ?? []).includes(tool)}
              onChange={(e) =>
                set({
                  lacks: e.target.checked
                    ? (preferences.lacks ?? []).filter((t) => t !== tool)
                    : [...(preferences.lacks ?? []), tool],
                })
              }
            >
              {TOOL_WORDS[tool]}
              {gains.has(tool) && <span className="quiet"> {gains.get(tool)}</span>}
            </Checkbox>
          ))}
        </fieldset>
        <Choice
          label="Passing power on"
          value={preferences.passPower}
          width={300}
          onChange={(passPower) => set({ passPower })}
          options={[
            { value: 'pigtails', label: 'Pigtails: a failed device kills nothing else' },
            { value: 'through-device', label: 'Through the device: fewer splices' },
          ]}
        />
        <Choice
          label="Connectors"
          value={preferences.connector}
          width={300}
          onChange={(connector) => set({ connector })}
          options={[
            { value: 'twist-on', label: 'Twist-on' },
            { value: 'lever', label: 'Lever' },
          ]}
        />
        <Choice
          label="Cable on a 15 A circuit"
          value={preferences.gaugeOnFifteen}
          width={300}
          onChange={(gaugeOnFifteen) => set({ gaugeOnFifteen })}
          options={[
            { value: '14', label: '14 AWG, matching what is there' },
            { value: '12', label: '12 AWG: fills boxes faster, harder to fold' },
          ]}
        />
        <Choice
          label="Cable or raceway of the new run"
          value={bundle.job.method ?? 'auto'}
          width={300}
          onChange={(m) => edits.job({ ...bundle.job, method: m === 'auto' ? null : m })}
          options={[
            { value: 'auto' as const, label: 'the usual one that may go there' },
            ...NEW_METHODS.map((m) => ({ value: m, label: METHOD_WORDS[m] })),
          ]}
        />
        {methods.map((g) => (
          <p key={g.method} className="quiet">
            {METHOD_WORDS[g.method]}: {say(gainText(g))}
            {g.seen ? '; it runs on the wall and is seen' : ''}
          </p>
        ))}
        <Choice
          label="Power off"
          value={preferences.cutOrder}
          width={300}
          onChange={(cutOrder) => set({ cutOrder })}
          options={[
            { value: 'shortest-outage', label: 'As late and short as can be' },
            { value: 'power-off-first', label: 'Off before anything is cut' },
          ]}
        />
        <label className="row">
          <Switch checked={preferences.alone} onChange={(alone) => set({ alone })} /> I work alone (fishing
          takes twice as long)
        </label>
        <NumberField
          label="Room to leave in a box, cu in"
          min={0}
          max={20}
          step={0.5}
          value={preferences.boxMarginCubicInches}
          onChange={(v) => v !== null && set({ boxMarginCubicInches: v })}
        />
        <NumberField
          label="How sure a bay should be clear, %"
          min={50}
          max={99}
          value={Math.round(preferences.bayWish * 100)}
          onChange={(v) => v !== null && set({ bayWish: v / 100 })}
        />
        <NumberField
          label="Minutes in one evening"
          min={30}
          max={600}
          step={30}
          value={preferences.eveningMinutes}
          onChange={(v) => v !== null && set({ eveningMinutes: v })}
        />
      </div>
    </Drawer>
  );
}
