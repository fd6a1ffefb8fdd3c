import {
  applyChanges,
  formatLength,
  isSwitchDevice,
  neighborHeight,
  PanelId,
  PointId,
  switchCount,
  voltsOf,
  type Want,
  msg,
  middleOfCeiling,
} from '@elwand/core';
import { Button } from 'antd';
import { lazy, Suspense } from 'react';
import { PositionFields } from '../../house/PositionFields.tsx';
import { WANT_KINDS } from '../../house/words.ts';
import { Choice } from '../../parts/Choice.tsx';
import { LoadsEditor } from '../../parts/LoadsEditor.tsx';
import { TextField } from '../../parts/TextField.tsx';
import { useWork } from '../../workspace/work.ts';
import { useSay } from '../../app/say.ts';
import { commands, controlValue, onWholeSwitch, sourceValue, switchesBeside } from './want-controls.ts';
import { Said, slot } from '../../app/Said.tsx';

const DeviceFields = lazy(() => import('./DeviceFields.tsx').then((m) => ({ default: m.DeviceFields })));
const FixtureFields = lazy(() => import('./FixtureFields.tsx').then((m) => ({ default: m.FixtureFields })));

/** A light or a fan on the ceiling: where the middle is, and why it was moved. */
function OnCeiling({ want, put }: { readonly want: Want; readonly put: (want: Want) => void }) {
  const say = useSay();
  const { bundle, evaluation } = useWork();
  const place = middleOfCeiling({ ...bundle, ...evaluation }, want);
  if (want.at.on !== 'ceiling' || !place) return null;
  const here = Math.hypot(place.at.xMm - want.at.xMm, place.at.yMm - want.at.yMm) < 1;
  const L = (mm: number) => formatLength(Math.abs(mm), bundle.house.units, 'inches');
  return (
    <p className="muted">
      {say(place.says)}
      {Math.abs(place.shiftMm) >= 0.5 ? ` (${L(place.shiftMm)})` : ''}.{' '}
      {!here && (
        <Button
          size="small"
          onClick={() => want.at.on === 'ceiling' && put({ ...want, at: { ...want.at, ...place.at } })}
        >
          {say(msg('screen.asked.put-it-there'))}
        </Button>
      )}
    </p>
  );
}

interface WantProps {
  readonly want: Want;
  readonly put: (want: Want, merge?: string) => void;
}

/** What it is live by: always, or a switch; a fan's light may have one of its own. */
function ControlFields({ want, put }: WantProps) {
  const say = useSay();
  const { house: stands, job } = useWork().bundle;
  // A switch that a change of this job puts in commands like any other.
  const { house } = applyChanges(stands, job);
  const live = commands(
    house.points,
    job.wants.filter((w) => switchCount(w) > 0 && w.id !== want.id),
  );
  const beside = switchesBeside(want, house, job.wants);
  const [fan] = want.devices;
  return (
    <>
      <Choice
        label={say(msg('screen.asked.live'))}
        value={controlValue(want)}
        width={190}
        options={live}
        onChange={(v) => {
          const control = live.find((c) => c.value === v)?.control ?? { by: 'always' };
          put({ ...want, control, devices: want.devices.map(onWholeSwitch) });
        }}
      />
      {fan?.kind === 'fan' && fan.motor !== 'always' && beside > 1 && (
        <Choice
          label={say(msg('screen.asked.its-light'))}
          value={String(fan.lightNth ?? '')}
          width={150}
          options={[
            { value: '', label: say(msg('screen.asked.with-the-fan')) },
            ...Array.from({ length: beside }, (_, i) => ({
              value: String(i + 1),
              label: say(msg('screen.asked.by-switch-3', { n: i + 1 })),
            })),
          ]}
          onChange={(n) => {
            const { lightNth: _, ...rest } = fan;
            put({ ...want, devices: [n === '' ? rest : { ...rest, lightNth: Number(n) }] });
          }}
        />
      )}
    </>
  );
}

/** Where its power comes from: where it is best, a box, or a new circuit. */
function SourceField({ want, put }: WantProps) {
  const say = useSay();
  const { house } = useWork().bundle;
  return (
    <Choice
      label={say(msg('screen.asked.power-from'))}
      value={sourceValue(want)}
      width={170}
      options={[
        { value: 'any', label: say(msg('screen.asked.wherever-it-is-best')) },
        ...house.panels.map((p) => ({
          value: `panel:${p.id}`,
          label: say(msg('screen.asked.a-new-circuit', { label: p.label })),
        })),
        ...house.points.map((p) => ({ value: `point:${p.id}`, label: p.label })),
      ]}
      onChange={(v) => {
        const { source: _, ...rest } = want;
        const id = v.slice(6);
        if (v === 'any') put(rest);
        else if (v.startsWith('panel:'))
          put({ ...rest, source: { from: 'panel', panelId: PanelId.parse(id) } });
        else put({ ...rest, source: { from: 'point', pointId: PointId.parse(id) } });
      }}
    />
  );
}

/** One wanted point: what, where, what commands it, where its power may come from, what is plugged in. */
export function WantForm({ want, put }: WantProps) {
  const say = useSay();
  const { bundle, evaluation } = useWork();
  const { house } = bundle;
  const set = (to: Partial<Want>) => put({ ...want, ...to });
  const near =
    want.at.on === 'wall' && (want.kind === 'receptacle' || want.kind === 'switch')
      ? neighborHeight(house, evaluation.plan, want.at, want.kind, want.replaces)
      : undefined;
  const moved = house.points.find((p) => p.id === want.replaces);
  const drawn = evaluation.chosen?.option.legs.some((l) => l.own && l.from === want.replaces) ?? false;
  const boxed = want.kind === 'receptacle' || want.kind === 'switch';
  const commanded = switchCount(want) === 0 && moved === undefined;
  return (
    <article className="want" aria-label={want.label}>
      <div className="row fields">
        <TextField
          label={say(msg('screen.asked.name'))}
          value={want.label}
          required
          width={110}
          onChange={(label) => set({ label })}
        />
        {moved ? (
          <span className="tag">
            <Said
              text={msg(drawn ? 'screen.asked.comes-here' : 'screen.asked.moves-here', {
                what: slot('what'),
              })}
              slots={{ what: <b>{moved.label}</b> }}
            />
          </span>
        ) : (
          <Choice
            label={say(msg('screen.asked.what'))}
            value={want.kind}
            width={140}
            options={WANT_KINDS}
            onChange={(kind) => {
              const { partner: _, gangs: __, ...rest } = want;
              const several = kind === 'receptacle' || kind === 'switch';
              put({ ...rest, kind, devices: [{ kind }, ...(several && boxed ? want.devices.slice(1) : [])] });
            }}
          />
        )}
        <PositionFields house={house} at={want.at} wanted onChange={(at) => set({ at })} />
        {near !== undefined && want.at.on === 'wall' && Math.abs(near - want.at.heightMm) > 6 && (
          <Button
            size="small"
            onClick={() => want.at.on === 'wall' && set({ at: { ...want.at, heightMm: near } })}
          >
            {say(
              msg('screen.asked.match-the-neighbors', { near: formatLength(near, house.units, 'inches') }),
            )}
          </Button>
        )}
        {commanded && <ControlFields want={want} put={put} />}
        {want.kind === 'appliance' && (
          <Choice
            label={say(msg('screen.asked.voltage'))}
            value={String(voltsOf(want))}
            width={150}
            options={[
              { value: '120', label: say(msg('screen.asked.120-v')) },
              { value: '240', label: say(msg('screen.asked.240-v-two-hots')) },
            ]}
            onChange={(v) =>
              set({ devices: [{ kind: 'appliance', ...(v === '240' ? { volts: 240 } : {}) }] })
            }
          />
        )}
        {!moved && want.partner === undefined && <SourceField want={want} put={put} />}
        <Suspense fallback={null}>
          <DeviceFields want={want} put={put} />
        </Suspense>
      </div>
      <OnCeiling want={want} put={put} />
      {want.kind === 'luminaire' && want.at.on === 'ceiling' && (
        <Suspense fallback={null}>
          <FixtureFields
            fixture={want.fixture}
            system={house.units}
            onChange={(fixture) => {
              const { fixture: _, ...rest } = want;
              put(fixture ? { ...rest, fixture } : rest);
            }}
          />
        </Suspense>
      )}
      {want.devices.some((d) => !isSwitchDevice(d)) && (
        <LoadsEditor
          loads={want.loads}
          volts={voltsOf(want)}
          things={evaluation.plan.roomOf(want.at)?.walls.flatMap((w) => w.furniture) ?? []}
          system={bundle.house.units}
          onChange={(loads) => set({ loads })}
        />
      )}
    </article>
  );
}
