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
import { Checkbox, Drawer, Slider } from 'antd';
import { useMemo, type ReactNode } from 'react';
import { TOOL_WORDS } from '../../house/device-words.ts';
import { METHOD_WORDS } from '../../house/words.ts';
import { Choice } from '../../parts/Choice.tsx';
import { measuresOf } from '../../marks/tap/measures.ts';
import { optionName } from '../../marks/tap/option-words.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import { Picks } from '../../parts/Picks.tsx';
import { isLarge } from '../../state/use-evaluation.ts';
import { useWork } from '../work.ts';
import { useSay } from '../../app/say.ts';
import { LeverPicture, PigtailPicture, ThroughPicture, TwistPicture } from './join-pictures.tsx';
import './preferences.css';

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

/** A part of the wishes under its heading. */
const Part = ({ name, children }: { readonly name: Text; readonly children: ReactNode }) => (
  <section className="wishes-part">
    <h3>{useSay()(name)}</h3>
    {children}
  </section>
);

/** What the plan comes to with these wishes: it changes as they do. */
function PlanWithThese() {
  const say = useSay();
  const { bundle, evaluation } = useWork();
  const key = evaluation.chosen?.option.key;
  const option = evaluation.options.find((o) => o.key === key);
  return (
    <div className="wishes-plan" role="status">
      {say(msg('screen.preferences.plan-now'))}{' '}
      <b>{option ? optionName(option, say) : say(msg('screen.preferences.no-plan-now'))}</b>
      {option && (
        <dl>
          {measuresOf(bundle.house.units, say(msg('screen.tap.none'))).map((m) => (
            <div key={say(m.name)}>
              <dt>{say(m.name)}</dt>
              <dd className="measure">{m.words(m.of(option))}</dd>
            </div>
          ))}
        </dl>
      )}
    </div>
  );
}

/** What matters most in the choice of a route, and how much each thing weighs within that. */
function WeighFields({ preferences, set }: PreferenceProps) {
  const say = useSay();
  const factor = (v: number): string =>
    v === 0
      ? say(msg('screen.preferences.as-usual'))
      : say(msg('screen.preferences.times', { factor: (2 ** v).toFixed(1) }));
  return (
    <Part name={msg('screen.preferences.the-way')}>
      <Picks
        legend={say(msg('screen.preferences.what-matters-most'))}
        value={preferences.weigh}
        onChange={(weigh) => set({ weigh })}
        picks={[
          { value: 'balanced', label: say(msg('screen.preferences.a-bit-of-everything')) },
          { value: 'least-patching', label: say(msg('screen.preferences.as-little-patching-as-can')) },
          { value: 'least-cable', label: say(msg('screen.preferences.as-little-cable-as-can')) },
          { value: 'least-attic', label: say(msg('screen.preferences.stay-out-of-the-attic')) },
          { value: 'least-time', label: say(msg('screen.preferences.as-fast-as-can-be')) },
        ]}
      />
      <fieldset className="weights">
        <legend>{say(msg('screen.preferences.and-within-that'))}</legend>
        {TUNES.map(({ key, label }) => {
          const value = Math.log2((preferences.tune ?? EVEN_TUNE)[key]);
          return (
            <div key={key} className="weight">
              <span>{say(label)}</span>
              <Slider
                min={-3}
                max={3}
                step={0.5}
                tooltip={{ open: false }}
                ariaLabelForHandle={say(label)}
                ariaValueTextFormatterForHandle={factor}
                value={value}
                onChange={(v) => set({ tune: { ...EVEN_TUNE, ...preferences.tune, [key]: 2 ** v } })}
              />
              <span className="weight-factor">{factor(value)}</span>
            </div>
          );
        })}
      </fieldset>
    </Part>
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
    <Part name={msg('screen.preferences.tools-and-cable')}>
      <fieldset className="tools-there">
        <legend>{say(msg('screen.preferences.tools-that-are-there-or'))}</legend>
        {ToolKey.options.map((tool) => (
          <div key={tool} className="tool-there">
            <Checkbox
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
            </Checkbox>
            {gains.has(tool) && <span className="quiet">{gains.get(tool)}</span>}
          </div>
        ))}
      </fieldset>
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
    </Part>
  );
}

/** How the conductors are joined, and which cable a 15 A circuit gets. */
function CraftFields({ preferences, set }: PreferenceProps) {
  const say = useSay();
  return (
    <Part name={msg('screen.preferences.in-the-boxes')}>
      <Picks
        legend={say(msg('screen.preferences.passing-power-on'))}
        value={preferences.passPower}
        onChange={(passPower) => set({ passPower })}
        picks={[
          {
            value: 'pigtails',
            label: say(msg('screen.preferences.pigtails')),
            says: say(msg('screen.preferences.pigtails-a-failed-device-kills')),
            picture: <PigtailPicture />,
          },
          {
            value: 'through-device',
            label: say(msg('screen.preferences.through-the-device')),
            says: say(msg('screen.preferences.through-the-device-fewer-splices')),
            picture: <ThroughPicture />,
          },
        ]}
      />
      <Picks
        legend={say(msg('screen.preferences.connectors'))}
        value={preferences.connector}
        onChange={(connector) => set({ connector })}
        picks={[
          {
            value: 'twist-on',
            label: say(msg('screen.preferences.twist-on')),
            says: say(msg('screen.preferences.twist-on-means')),
            picture: <TwistPicture />,
          },
          {
            value: 'lever',
            label: say(msg('screen.preferences.lever')),
            says: say(msg('screen.preferences.lever-means')),
            picture: <LeverPicture />,
          },
        ]}
      />
      <Picks
        legend={say(msg('screen.preferences.cable-on-a-15-a'))}
        value={preferences.gaugeOnFifteen}
        onChange={(gaugeOnFifteen) => set({ gaugeOnFifteen })}
        picks={[
          {
            value: '14',
            label: say(msg('screen.preferences.14-awg')),
            says: say(msg('screen.preferences.14-awg-matching-what-is')),
          },
          {
            value: '12',
            label: say(msg('screen.preferences.12-awg')),
            says: say(msg('screen.preferences.12-awg-fills-boxes-faster')),
          },
        ]}
      />
      <Picks
        legend={say(msg('screen.preferences.style'))}
        value={preferences.style ?? 'traditional'}
        onChange={(style) => set({ style: style === 'decorator' ? style : undefined })}
        picks={[
          {
            value: 'traditional',
            label: say(msg('screen.preferences.style-traditional')),
            says: say(msg('screen.preferences.style-traditional-means')),
          },
          {
            value: 'decorator',
            label: say(msg('screen.preferences.style-decorator')),
            says: say(msg('screen.preferences.style-decorator-means')),
          },
        ]}
      />
      <NumberField
        label={say(msg('screen.preferences.room-to-leave-in-a'))}
        min={0}
        max={20}
        step={0.5}
        value={preferences.boxMarginCubicInches}
        onChange={(v) => v !== null && set({ boxMarginCubicInches: v })}
      />
    </Part>
  );
}

/** When the power goes off, who helps, and the margins to keep. */
function WorkFields({ preferences, set }: PreferenceProps) {
  const say = useSay();
  return (
    <Part name={msg('screen.preferences.the-work')}>
      <Picks
        legend={say(msg('screen.preferences.power-off'))}
        value={preferences.cutOrder}
        onChange={(cutOrder) => set({ cutOrder })}
        picks={[
          { value: 'shortest-outage', label: say(msg('screen.preferences.as-late-and-short-as')) },
          { value: 'power-off-first', label: say(msg('screen.preferences.off-before-anything-is-cut')) },
        ]}
      />
      <Picks
        legend={say(msg('screen.preferences.who-works'))}
        value={preferences.alone ? 'alone' : 'two'}
        onChange={(who) => set({ alone: who === 'alone' })}
        picks={[
          { value: 'two', label: say(msg('screen.preferences.two-of-us')) },
          {
            value: 'alone',
            label: say(msg('screen.preferences.i-work-alone')),
            says: say(msg('screen.preferences.i-work-alone-fishing-takes')),
          },
        ]}
      />
      <div className="row">
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
      </div>
    </Part>
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
    <Drawer open={open} onClose={onClose} title={say(msg('screen.workspace.job-preferences'))} size={460}>
      <div className="wishes">
        <PlanWithThese />
        <WeighFields preferences={preferences} set={set} />
        <CraftFields preferences={preferences} set={set} />
        <ToolFields open={open} preferences={preferences} set={set} />
        <WorkFields preferences={preferences} set={set} />
      </div>
    </Drawer>
  );
}
