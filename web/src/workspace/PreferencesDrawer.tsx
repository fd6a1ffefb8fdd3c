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
  msg,
  type Text,
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
const TUNES: readonly { readonly key: keyof Tune; readonly label: Text }[] = [
  { key: 'patching', label: msg('screen.preferences.less-patching') },
  { key: 'attic', label: msg('screen.preferences.less-attic') },
  { key: 'cable', label: msg('screen.preferences.less-cable') },
  { key: 'time', label: msg('screen.preferences.less-time') },
  { key: 'holes', label: msg('screen.preferences.fewer-holes') },
  { key: 'risk', label: msg('screen.preferences.less-risk') },
];

interface PreferenceProps {
  readonly preferences: Preferences;
  readonly set: (change: Partial<Preferences>) => void;
}

/** What matters most in the choice of a route, and how much each thing weighs within that. */
function WeighFields({ preferences, set }: PreferenceProps) {
  const say = useSay();
  return (
    <>
      <Choice
        label={say(msg('screen.preferences.what-matters-most'))}
        value={preferences.weigh}
        width={300}
        onChange={(weigh) => set({ weigh })}
        options={[
          { value: 'balanced', label: say(msg('screen.preferences.a-bit-of-everything')) },
          { value: 'least-patching', label: say(msg('screen.preferences.as-little-patching-as-can')) },
          { value: 'least-cable', label: say(msg('screen.preferences.as-little-cable-as-can')) },
          { value: 'least-attic', label: say(msg('screen.preferences.stay-out-of-the-attic')) },
          { value: 'least-time', label: say(msg('screen.preferences.as-fast-as-can-be')) },
        ]}
      />
      <fieldset className="tune">
        <legend>{say(msg('screen.preferences.and-within-that'))}</legend>
        {TUNES.map(({ key, label }) => (
          <label key={key} className="row">
            <span className="tune-name">{say(label)}</span>
            <Slider
              className="grow"
              min={-3}
              max={3}
              step={0.5}
              tooltip={{
                formatter: (v) =>
                  v === 0
                    ? say(msg('screen.preferences.as-usual'))
                    : say(msg('screen.preferences.times', { factor: (2 ** (v ?? 0)).toFixed(1) })),
              }}
              ariaLabelForHandle={say(label)}
              value={Math.log2((preferences.tune ?? EVEN_TUNE)[key])}
              onChange={(v) => set({ tune: { ...EVEN_TUNE, ...preferences.tune, [key]: 2 ** v } })}
            />
          </label>
        ))}
      </fieldset>
    </>
  );
}

/** Tools, how conductors are joined, and the wiring method; what one more tool or another method would save. */
function ToolFields({ open, preferences, set }: PreferenceProps & { readonly open: boolean }) {
  const say = useSay();
  const { bundle, evaluation, edits } = useWork();
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
    <>
      <fieldset className="tune">
        <legend>{say(msg('screen.preferences.tools-that-are-there-or'))}</legend>
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
            {say(TOOL_WORDS[tool])}
            {gains.has(tool) && <span className="quiet"> {gains.get(tool)}</span>}
          </Checkbox>
        ))}
      </fieldset>
      <CraftFields preferences={preferences} set={set} />
      <Choice
        label={say(msg('screen.preferences.cable-or-raceway-of-the'))}
        value={bundle.job.method ?? 'auto'}
        width={300}
        onChange={(m) => edits.job({ ...bundle.job, method: m === 'auto' ? null : m })}
        options={[
          { value: 'auto' as const, label: say(msg('screen.preferences.the-usual-one-that-may')) },
          ...NEW_METHODS.map((m) => ({ value: m, label: METHOD_WORDS[m] })),
        ]}
      />
      {methods.map((g) => (
        <p key={g.method} className="quiet">
          {say(
            msg(g.seen ? 'screen.preferences.method-saves-seen' : 'screen.preferences.method-saves', {
              method: METHOD_WORDS[g.method],
              gain: gainText(g),
            }),
          )}
        </p>
      ))}
    </>
  );
}

/** How the conductors are joined, and which cable a 15 A circuit gets. */
function CraftFields({ preferences, set }: PreferenceProps) {
  const say = useSay();
  return (
    <>
      <Choice
        label={say(msg('screen.preferences.passing-power-on'))}
        value={preferences.passPower}
        width={300}
        onChange={(passPower) => set({ passPower })}
        options={[
          { value: 'pigtails', label: say(msg('screen.preferences.pigtails-a-failed-device-kills')) },
          { value: 'through-device', label: say(msg('screen.preferences.through-the-device-fewer-splices')) },
        ]}
      />
      <Choice
        label={say(msg('screen.preferences.connectors'))}
        value={preferences.connector}
        width={300}
        onChange={(connector) => set({ connector })}
        options={[
          { value: 'twist-on', label: say(msg('screen.preferences.twist-on')) },
          { value: 'lever', label: say(msg('screen.preferences.lever')) },
        ]}
      />
      <Choice
        label={say(msg('screen.preferences.cable-on-a-15-a'))}
        value={preferences.gaugeOnFifteen}
        width={300}
        onChange={(gaugeOnFifteen) => set({ gaugeOnFifteen })}
        options={[
          { value: '14', label: say(msg('screen.preferences.14-awg-matching-what-is')) },
          { value: '12', label: say(msg('screen.preferences.12-awg-fills-boxes-faster')) },
        ]}
      />
    </>
  );
}

/** When the power goes off, who helps, and the margins to keep. */
function WorkFields({ preferences, set }: PreferenceProps) {
  const say = useSay();
  return (
    <>
      <Choice
        label={say(msg('screen.preferences.power-off'))}
        value={preferences.cutOrder}
        width={300}
        onChange={(cutOrder) => set({ cutOrder })}
        options={[
          { value: 'shortest-outage', label: say(msg('screen.preferences.as-late-and-short-as')) },
          { value: 'power-off-first', label: say(msg('screen.preferences.off-before-anything-is-cut')) },
        ]}
      />
      <label className="row">
        <Switch checked={preferences.alone} onChange={(alone) => set({ alone })} />{' '}
        {say(msg('screen.preferences.i-work-alone-fishing-takes'))}
      </label>
      <NumberField
        label={say(msg('screen.preferences.room-to-leave-in-a'))}
        min={0}
        max={20}
        step={0.5}
        value={preferences.boxMarginCubicInches}
        onChange={(v) => v !== null && set({ boxMarginCubicInches: v })}
      />
      <NumberField
        label={say(msg('screen.preferences.how-sure-a-bay-should'))}
        min={50}
        max={99}
        value={Math.round(preferences.bayWish * 100)}
        onChange={(v) => v !== null && set({ bayWish: v / 100 })}
      />
      <NumberField
        label={say(msg('screen.preferences.minutes-in-one-evening'))}
        min={30}
        max={600}
        step={30}
        value={preferences.eveningMinutes}
        onChange={(v) => v !== null && set({ eveningMinutes: v })}
      />
    </>
  );
}

/** Where practitioners disagree, the person chooses; the consequences show in plan and checks. */
export function PreferencesDrawer({
  open,
  onClose,
}: {
  readonly open: boolean;
  readonly onClose: () => void;
}) {
  const say = useSay();
  const { bundle, edits } = useWork();
  const { preferences } = bundle.job;
  const set = (change: Partial<Preferences>) =>
    edits.job({ ...bundle.job, preferences: { ...preferences, ...change } });
  return (
    <Drawer open={open} onClose={onClose} title={say(msg('screen.workspace.job-preferences'))} size={380}>
      <div className="stack">
        <WeighFields preferences={preferences} set={set} />
        <ToolFields open={open} preferences={preferences} set={set} />
        <WorkFields preferences={preferences} set={set} />
      </div>
    </Drawer>
  );
}
